"""Every change of the catalogue: who, when, and how the item then read (append-only)."""

from django.conf import settings
from django.db import models


class ItemChange(models.Model):
    """One item added, edited, retired or offered again. ``entries``: its figures after it, as written."""

    kind = models.CharField(max_length=12)
    item = models.PositiveBigIntegerField()
    name = models.CharField(max_length=120)
    what = models.CharField(max_length=12)
    entries = models.JSONField()
    changed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    changed_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["kind", "item"], name="item_change_of")]

    def __str__(self) -> str:
        return f"{self.name}: {self.what}"
