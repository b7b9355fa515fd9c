"""Calendars that go out under a key: made, and revoked at once. Recalls of every rig with a part."""

from __future__ import annotations

import hashlib
import secrets

from django.utils import timezone

from stathmos.database.retrying import tried_again
from stathmos.day.actions.jobs import NotPlaced
from stathmos.day.models import Feed, Place, Recall
from stathmos.people.models import Person
from stathmos.people.roles import may, require
from stathmos.rigs.models import PART_KINDS


def hashed(key: str) -> str:
    """A key as it is kept: of 256 random bits nothing is guessed from its SHA-256."""
    return hashlib.sha256(key.encode()).hexdigest()


@tried_again
def make_feed(person: Person, of: int | None, place: int | None) -> tuple[Feed, str]:
    """A feed and its key, which is told once. One's own is everybody's to make; another's, or a place's, the manager's."""
    if of != person.pk or place is not None:
        require(person, "keep_hours")
    if (of is None) == (place is None):
        raise NotPlaced({"person": "A person or a place."})
    if of is not None and not Person.objects.filter(pk=of, is_active=True).exists():
        raise NotPlaced({"person": "There is nobody of that name."})
    if place is not None and not Place.objects.filter(pk=place).exists():
        raise NotPlaced({"place": "There is no such place."})
    key = secrets.token_urlsafe(32)
    return Feed.objects.create(person_id=of, place_id=place, key=hashed(key), made_by=person), key


@tried_again
def revoke_feed(person: Person, pk: int) -> None:
    """A feed answers nobody any more. One's own is everybody's to revoke."""
    feed = Feed.objects.filter(pk=pk).first()
    if feed is None:
        raise NotPlaced({"feed": "There is no such feed."})
    if feed.person_id != person.pk and not may(person, "keep_hours"):
        require(person, "keep_hours")
    if feed.revoked_at is None:
        feed.revoked_at = timezone.now()
        feed.save()


@tried_again
def recall_part(person: Person, kind: str, name: str, why: str) -> Recall:
    """Every rig with a part is called back. Raises `NotAllowed`, `NotPlaced`."""
    require(person, "recall")
    problems = {}
    if kind not in PART_KINDS.values():
        problems["kind"] = "Kits, shanks and balls are recalled."
    if not name.strip():
        problems["name"] = "Which part?"
    if not why.strip():
        problems["why"] = "Say why: it stands on the letter."
    if problems:
        raise NotPlaced(problems)
    return Recall.objects.create(kind=kind, name=name.strip(), why=why.strip(), by=person)
