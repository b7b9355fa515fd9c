"""Cards: what was printed for the glovebox, as it was printed. A new hand-over makes a new card (append-only)."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from stathmos.rigs.models import Rig


class Card(models.Model):
    """One card. ``content``: everything on it, in both unit systems, so that it is printed again as it was."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="cards")
    number = models.PositiveIntegerField()
    version = models.PositiveIntegerField()
    content = models.JSONField()
    inspect_by = models.DateField()
    handed_over_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    handed_over_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["rig", "number"]
        constraints = [
            models.UniqueConstraint(name="card_one_per_number", fields=["rig", "number"]),
            models.CheckConstraint(name="card_number_from_one", condition=Q(number__gte=1)),
        ]

    def __str__(self) -> str:
        return f"Card {self.number} of {self.rig_id}"
