"""What was done to the parts on the shelf: counted, ordered, set aside, used; by whom and why. Append-only."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from stathmos.core import stockroom

#: kinds of the catalogue that lie on the shelf in pieces
KINDS = ("kits", "shanks", "balls", "sleeves", "accessories")


class Movement(models.Model):
    """One thing done to one part. ``rig``: the mark of the rig that it is for; ``order``: the movement that ordered it."""

    kind = models.CharField(max_length=12)
    name = models.CharField(max_length=120)
    what = models.CharField(max_length=10)
    quantity = models.PositiveIntegerField()
    rig = models.UUIDField(null=True, default=None)
    order = models.ForeignKey("self", on_delete=models.PROTECT, null=True, default=None, related_name="+")
    day = models.DateField(null=True, default=None)
    supplier = models.CharField(max_length=80, blank=True, default="")
    why = models.CharField(max_length=200, blank=True, default="")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["kind", "name"]), models.Index(fields=["rig"])]
        constraints = [
            models.CheckConstraint(name="movement_kind_known", condition=Q(kind__in=KINDS)),
            models.CheckConstraint(name="movement_what_known", condition=Q(what__in=list(stockroom.WHAT))),
        ]

    def __str__(self) -> str:
        return f"{self.quantity} {self.name} {self.what}"

    def in_the_core(self) -> stockroom.Movement:
        """It in the core's form."""
        return stockroom.Movement(
            number=self.pk, item=stockroom.Item(self.kind, self.name), what=self.what, quantity=self.quantity,
            rig="" if self.rig is None else str(self.rig), order=self.order_id, day=self.day, supplier=self.supplier,
        )  # fmt: skip
