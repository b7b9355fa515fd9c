"""The dealer's own rules: each choice of the manager is a new row, and the last one holds."""

from __future__ import annotations

import uuid
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field
from decimal import Decimal
from functools import lru_cache
from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q

from stathmos.catalogue.columns import columns, limits
from stathmos.catalogue.models.edition import COUNTS, RULES, SUBJECTS, editions, new_edition
from stathmos.catalogue.shelf import Kept, Shelf, shelf
from stathmos.core import quote, units
from stathmos.core.figures import Authority, Given, Provenance
from stathmos.core.rig import CHOICE, Ways, entries
from stathmos.core.rules import Rules, chosen
from stathmos.core.stock import Stock
from stathmos.core.stockroom import Item, Standing
from stathmos.stockroom.shelves import standings


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


NOTHING_COUNTED: Mapping[Item, Standing] = {}


@dataclass(frozen=True)
class House:
    """What the house goes by and has on offer now: its rules before anything of a rig's own, who chose them, its parts."""

    rules: Rules
    chosen: HouseRules | None
    shelf: Shelf
    #: what marks them: nothing of them is otherwise while these are the same
    marks: tuple[str, ...] = ()
    #: how the parts stand that were counted
    counts: Mapping[Item, Standing] = field(default_factory=lambda: NOTHING_COUNTED)

    def stock(self, kept: Kept, rig: str = "", answers: Collection[str] = ()) -> Stock:
        """The parts on offer, those that a rig took over as it did, each with how many of it that rig may have; ``rig``: its mark.

        ``answers``: what a person answered of the rig, as it is kept.
        """
        stock = self.shelf.with_kept(kept, answers)
        return stock.counted({item: one.to_be_had(rig) for item, one in self.counts.items()}) if self.counts else stock


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
    counts = _counts_of(marks[COUNTS]) if COUNTS in marks else NOTHING_COUNTED
    told = tuple(str(marks.get(subject, "none yet")) for subject in SUBJECTS)
    return House(rules, chosen_last, shelf(marks), told, counts)


@lru_cache(maxsize=2)
def _counts_of(mark: uuid.UUID) -> Mapping[Item, Standing]:
    return standings()


class Dealer(models.Model):
    """Who the house is on its papers, and what its work costs (append-only: the last row holds)."""

    name = models.CharField(max_length=80, blank=True)
    address = models.CharField(max_length=240, blank=True)
    hour = models.DecimalField(max_digits=8, decimal_places=2, default=Decimal("140.00"))
    minutes_fixed = models.PositiveSmallIntegerField(default=75)
    minutes_trial = models.PositiveSmallIntegerField(default=20)
    minutes_joint = models.PositiveSmallIntegerField(default=5)
    trials = models.PositiveSmallIntegerField(default=3)
    tax_percent = models.DecimalField(max_digits=5, decimal_places=3, default=Decimal("0"))
    tax_on_labour = models.BooleanField(default=False)
    valid_days = models.PositiveSmallIntegerField(default=14)
    chosen_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    chosen_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
        constraints = [
            models.CheckConstraint(name="dealer_hour", condition=Q(hour__gte=0, hour__lte=2000)),
            models.CheckConstraint(name="dealer_tax", condition=Q(tax_percent__gte=0, tax_percent__lte=40)),
            models.CheckConstraint(
                name="dealer_times",
                condition=Q(minutes_fixed__lte=1440, minutes_trial__lte=240, minutes_joint__lte=120, trials__lte=20),
            ),
            models.CheckConstraint(name="dealer_valid", condition=Q(valid_days__gte=1, valid_days__lte=365)),
        ]

    def __str__(self) -> str:
        return self.name

    def times(self) -> quote.Times:
        """How long a fit takes here, and what an hour costs."""
        return quote.Times(
            Decimal(self.minutes_fixed), Decimal(self.minutes_trial), Decimal(self.minutes_joint), self.hour
        )


def the_dealer() -> Dealer:
    """Who the house is now: what nobody chose stands at the program's default, from memory, and no tax."""
    return Dealer.objects.select_related("chosen_by").first() or Dealer()
