"""The dealer's own rules: each choice of the manager is a new row, and the last one holds."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from django.conf import settings
from django.db import models

from stathmos.catalogue.columns import columns, limits
from stathmos.catalogue.models.edition import RULES, SUBJECTS, editions, new_edition
from stathmos.catalogue.shelf import Shelf, shelf
from stathmos.core import units
from stathmos.core.figures import Authority, Given, Provenance
from stathmos.core.rig import CHOICE, Ways, entries
from stathmos.core.rules import Rules, chosen


class HouseRules(models.Model):
    """What the house judges by, where it differs from the program's default. Blank is the default."""

    vars().update(columns(Ways))
    chosen_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    chosen_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
        constraints = limits(Ways, "house")

    def __str__(self) -> str:
        return f"House rules of {self.chosen_at:%Y-%m-%d}"

    def save(self, *args: Any, **options: Any) -> None:
        """Whatever is chosen makes a new edition of the rules."""
        with new_edition(RULES):
            super().save(*args, **options)

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


@dataclass(frozen=True)
class House:
    """What the house goes by and has on offer now: its rules before anything of a rig's own, who chose them, its parts."""

    rules: Rules
    chosen: HouseRules | None
    shelf: Shelf
    #: what marks them: nothing of them is otherwise while these are the same
    marks: tuple[str, ...] = ()


@lru_cache(maxsize=2)
def _rules_of(mark: uuid.UUID) -> tuple[Rules, HouseRules | None]:
    return _read()


def _read() -> tuple[Rules, HouseRules | None]:
    chosen_last = in_force()
    return (Rules() if chosen_last is None else chosen(chosen_last.ways(), Rules(), Authority.HOUSE)), chosen_last


def the_house() -> House:
    """The editions in force: one query, unless something has changed."""
    marks = editions()
    rules, chosen_last = _rules_of(marks[RULES]) if RULES in marks else _read()
    return House(rules, chosen_last, shelf(marks), tuple(str(marks.get(subject, "none yet")) for subject in SUBJECTS))
