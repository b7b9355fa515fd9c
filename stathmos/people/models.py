"""Accounts and roles."""

from collections.abc import Iterable

from django.contrib.auth.models import AbstractUser
from django.db import models


class Person(AbstractUser):
    """Somebody who works at the dealer's."""

    class Role(models.TextChoices):
        ADVISOR = "advisor", "towing advisor"
        TECHNICIAN = "technician", "bay technician"
        MANAGER = "manager", "manager"

    role = models.CharField(max_length=12, choices=Role.choices, default=Role.ADVISOR)

    class Meta:
        constraints = [
            models.CheckConstraint(
                name="person_role_known", condition=models.Q(role__in=["advisor", "technician", "manager"])
            ),
        ]

    @property
    def called(self) -> str:
        return self.get_full_name() or self.username


def names_of(keys: Iterable[int]) -> dict[int, str]:
    """What people are called, by key; one query."""
    return {key: one.called for key, one in Person.objects.in_bulk(set(keys)).items()}
