"""Customers' sheets: what was given to a customer, as it was given (append-only)."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from stathmos.rigs.models import Rig


class Sheet(models.Model):
    """One sheet. ``content``: everything on it, so that it is printed again as it was; ``stands_on``: the fingerprint of what
    of it follows from the rig, the rules and the catalogue: whatever is otherwise since, the sheet says that it is."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="sheets")
    number = models.PositiveIntegerField()
    version = models.PositiveIntegerField()
    content = models.JSONField()
    stands_on = models.CharField(max_length=64)
    valid_until = models.DateField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["rig", "number"]
        constraints = [
            models.UniqueConstraint(name="sheet_one_per_number", fields=["rig", "number"]),
            models.CheckConstraint(name="sheet_number_from_one", condition=Q(number__gte=1)),
        ]

    def __str__(self) -> str:
        return self.called

    @property
    def called(self) -> str:
        """What it is called on paper, as it was made: the rig's number in the house that made it, and its own."""
        return str(self.content["called"])
