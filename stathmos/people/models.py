"""Accounts and roles, what was done to each of them, and tries at signing in."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from typing import Any

from django.conf import settings
from django.contrib.auth.models import AbstractUser, UserManager
from django.db import models
from django.db.models import Q
from django.utils.crypto import salted_hmac


class People(UserManager["Person"]):
    """Accounts; whoever is made from the command line to keep the house is a manager."""

    def create_superuser(self, username: str, email: str | None = None, password: str | None = None, **more: Any):
        return super().create_superuser(username, email, password, **{"role": Person.Role.MANAGER, **more})

    def managing(self) -> models.QuerySet[Person]:
        """Managers who can sign in."""
        return self.filter(role=Person.Role.MANAGER, is_active=True)


class Person(AbstractUser):
    """Somebody who works at the dealer's. ``version`` grows with every act on the account."""

    class Role(models.TextChoices):
        ADVISOR = "advisor", "towing advisor"
        TECHNICIAN = "technician", "bay technician"
        MANAGER = "manager", "manager"

    role = models.CharField(max_length=12, choices=Role.choices, default=Role.ADVISOR)
    #: every session is bound to it: another one ends them all at once, in every web process
    epoch = models.UUIDField(default=uuid.uuid4, editable=False)
    #: the password was given by somebody else, and is good until then, for one thing: choosing one's own; null for one's own
    given_until = models.DateTimeField(null=True, blank=True, default=None)
    #: came with the demo, with a password that everybody can read: signs in nowhere in production
    demo = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)

    objects = People()

    class Meta:
        constraints = [
            models.CheckConstraint(
                name="person_role_known", condition=Q(role__in=["advisor", "technician", "manager"])
            ),
        ]

    @property
    def called(self) -> str:
        return self.get_full_name() or self.username

    @property
    def must_choose(self) -> bool:
        """Whether they have a password from somebody else, and nothing to do but choose one."""
        return self.given_until is not None

    def end_sessions(self) -> None:
        """No session of theirs holds any longer, wherever it was begun; to be saved."""
        self.epoch = uuid.uuid4()

    def _get_session_auth_hash(self, secret: str | None = None) -> str:
        """As Django makes it, of the password, and of the epoch too."""
        return salted_hmac(
            "stathmos.people.session", f"{self.password}{self.epoch.hex}", secret=secret, algorithm="sha256"
        ).hexdigest()


class Act(models.TextChoices):
    """What can be done to an account."""

    ADDED = "added", "added"
    ROLE = "role", "role changed"
    CALLED = "called", "name changed"
    GIVEN = "given", "given a new password"
    CHOSEN = "chosen", "chose a password"
    OFF = "off", "switched off"
    ON = "on", "switched on"
    EVERYWHERE = "everywhere", "signed out everywhere"


class PersonChange(models.Model):
    """One act on an account: who, whom, from what to what (append-only). ``by`` is null for the command line."""

    whom = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="changes")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    act = models.CharField(max_length=12, choices=Act.choices)
    before = models.CharField(max_length=150, blank=True, default="")
    after = models.CharField(max_length=150, blank=True, default="")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
        constraints = [models.CheckConstraint(name="person_act_known", condition=Q(act__in=Act.values))]

    def __str__(self) -> str:
        return f"{self.whom_id} {self.act}"


class Tries(models.Model):
    """Wrong tries at signing in, of one name or from one address; neither is written here, only its hash."""

    of = models.CharField(max_length=64, unique=True)
    failed = models.PositiveIntegerField(default=0)
    #: until when nothing more is tried
    until = models.DateTimeField()
    last = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.failed} failed"


class KnownAddress(models.Model):
    """An address from which somebody has signed in, as a hash with their name: strangers elsewhere do not shut it out."""

    of = models.CharField(max_length=64, unique=True)
    last = models.DateTimeField()

    def __str__(self) -> str:
        return f"known since {self.last:%Y-%m-%d}"


def names_of(keys: Iterable[int]) -> dict[int, str]:
    """What people are called, by key; one query."""
    return {key: one.called for key, one in Person.objects.in_bulk(set(keys)).items()}
