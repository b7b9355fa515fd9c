"""The dealer's own rules: each choice of the manager is a new row, and the last one holds."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from stathmos.catalogue.columns import figure, limits, word
from stathmos.core import units
from stathmos.core.figures import Authority, Given, Provenance
from stathmos.core.rig import CHOICE, Ways, entries
from stathmos.core.rules import Rules, chosen


class HouseRules(models.Model):
    """What the house judges by, where it differs from the program's default. Blank is the default."""

    share_school = word()
    share_low = figure()
    share_high = figure()
    restoration_school = word()
    offset_school = word()
    bay_school = word()
    adjust_first = word()
    front_loss = figure()
    reserve = figure()
    chosen_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    chosen_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
        constraints = limits(Ways, "house")

    def __str__(self) -> str:
        return f"House rules of {self.chosen_at:%Y-%m-%d}"

    def ways(self) -> Ways:
        """The choices in the core's form."""
        made = {}
        for name, entry in entries(Ways):
            value = getattr(self, name)
            if entry.dimension == CHOICE:
                made[name] = Given(0.0, CHOICE, Provenance.LABEL, value) if value else None
            elif value is not None:
                made[name] = Given(value, entry.dimension, Provenance.LABEL, _percent(value))
        return Ways(**made)

    def as_entries(self) -> dict[str, dict[str, str]]:
        """The choices as entries, by name."""
        written = {name: getattr(self.ways(), name) for name, _ in entries(Ways)}
        return {name: {"is": given.typed, "from": "label", "system": "us"} for name, given in written.items() if given}


def _percent(share: float) -> str:
    return units.write_exact(share, units.SHARE, "us")


def in_force() -> HouseRules | None:
    """The manager's last choice; None while nobody has chosen."""
    return HouseRules.objects.select_related("chosen_by").first()


def rules() -> Rules:
    """The rules that a rig is judged by before anything of its own."""
    house = in_force()
    return Rules() if house is None else chosen(house.ways(), Rules(), Authority.HOUSE)
