"""An agent is let in with a key of its own, or shut out. Only a manager does."""

from __future__ import annotations

import hashlib
import secrets

from django.utils import timezone

from stathmos.instruments.actions.keep_instrument import NotKept
from stathmos.instruments.models import Agent
from stathmos.people.models import Person
from stathmos.people.roles import require


def hashed(key: str) -> str:
    """What is kept of a key. It is long and random, so that one round is enough."""
    return hashlib.sha256(key.encode()).hexdigest()


def let_in(person: Person, name: str) -> tuple[Agent, str]:
    """A new agent and its key, which is told this once. Raises `NotAllowed`, `NotKept`."""
    require(person, "keep_catalogue")
    name = name.strip()
    if not name or Agent.objects.filter(name__iexact=name).exists():
        raise NotKept({"name": "It needs a name of its own, that no agent had before."})
    key = secrets.token_urlsafe(32)
    return Agent.objects.create(name=name, key_hash=hashed(key), made_by=person), key


def shut_out(person: Person, name: str) -> Agent:
    """An agent whose key opens nothing any more. Raises `NotAllowed`, `NotKept`."""
    require(person, "keep_catalogue")
    agent = Agent.objects.filter(name=name).first()
    if agent is None:
        raise NotKept({"name": "There is no such agent."})
    if agent.revoked_at is None:
        agent.revoked_at = timezone.now()
        agent.save()
    return agent
