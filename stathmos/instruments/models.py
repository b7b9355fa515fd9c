"""The house's instruments: each change a row of its own, the last of a number holds."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from stathmos.core import instruments as core
from stathmos.core.units import SYSTEMS

UNITS = ("lb", "kg")


class InstrumentRevision(models.Model):
    """One instrument as somebody wrote it (append-only). ``number`` tells one from another; mark and capacity in kg.

    ``line``: the key of a preset, empty where ``pattern`` is one's own.
    """

    number = models.PositiveIntegerField()
    revision = models.PositiveIntegerField()
    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=20)
    address = models.CharField(max_length=120)
    line = models.CharField(max_length=20, blank=True)
    pattern = models.CharField(max_length=400, blank=True)
    unit = models.CharField(max_length=2)
    mark = models.FloatField()
    capacity = models.FloatField()
    serial = models.CharField(max_length=60, blank=True)
    checked = models.DateField(null=True)
    due = models.DateField(null=True)
    retired = models.BooleanField(default=False)
    written_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number", "revision"]
        constraints = [
            models.UniqueConstraint(name="instrument_one_per_revision", fields=["number", "revision"]),
            models.CheckConstraint(name="instrument_kind_known", condition=Q(kind__in=list(core.KINDS))),
            models.CheckConstraint(name="instrument_line_known", condition=Q(line__in=["", *core.PRESETS])),
            models.CheckConstraint(name="instrument_unit_known", condition=Q(unit__in=UNITS)),
            models.CheckConstraint(name="instrument_reads_something", condition=Q(mark__gt=0, capacity__gt=0)),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def known(self) -> core.Instrument:
        """As the core knows it."""
        return core.Instrument(
            name=self.name, kind=self.kind, unit=self.unit, mark=self.mark, capacity=self.capacity, serial=self.serial,
            pattern=core.PRESETS[self.line][1] if self.line else self.pattern, due=self.due,
        )  # fmt: skip

    @property
    def system(self) -> str:
        """The system of units that it shows."""
        return SYSTEMS[UNITS.index(self.unit)]


def all_instruments() -> list[InstrumentRevision]:
    """Each as it stands now, by name; retired ones too."""
    last: dict[int, InstrumentRevision] = {
        one.number: one for one in InstrumentRevision.objects.select_related("written_by")
    }
    return sorted(last.values(), key=lambda one: (one.retired, one.name.casefold()))


def instrument(number: int) -> InstrumentRevision | None:
    """One as it stands now."""
    return InstrumentRevision.objects.select_related("written_by").filter(number=number).last()
