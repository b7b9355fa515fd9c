"""What a tablet sent: each parcel of readings has a key of its own, so that none is written twice."""

from __future__ import annotations

from django.db import models

from stathmos.rigs.models import Rig


class Received(models.Model):
    """A parcel that was written; the tablet may send it again, and it is not written again (append-only)."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="received")
    key = models.UUIDField(unique=True)
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return str(self.key)
