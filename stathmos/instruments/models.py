"""The house's instruments: each change a row of its own, the last of a number holds."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.db.models import Q

from stathmos.core import instruments as core

UNITS = tuple(core.UNITS)


class InstrumentRevision(models.Model):
    """One instrument as somebody wrote it (append-only). ``number`` tells one from another; mark and capacity in the core's unit.

    ``line``: the key of a preset, empty where ``pattern`` is one's own.
    """

    number = models.PositiveIntegerField()
    revision = models.PositiveIntegerField()
    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=20)
    address = models.CharField(max_length=120)
    line = models.CharField(max_length=20, blank=True)
    pattern = models.CharField(max_length=400, blank=True)
    unit = models.CharField(max_length=6)
    mark = models.FloatField()
    capacity = models.FloatField()
    serial = models.CharField(max_length=60, blank=True)
    #: the agent that reads it, by name; empty where the server reads it itself
    agent = models.CharField(max_length=40, blank=True, default="")
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
        return core.UNITS[self.unit]


class Agent(models.Model):
    """A program at another machine that reads instruments there and sends what they show. Its key is known to it alone: here is its hash."""

    name = models.CharField(max_length=40, unique=True)
    key_hash = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    revoked_at = models.DateTimeField(null=True)
    heard_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["name"]

    def __str__(self) -> str:
        return self.name


class Seen(models.Model):
    """What an agent's instrument showed last: a cache, which may be emptied at any time. ``value`` in the core's unit."""

    number = models.PositiveIntegerField(unique=True)
    agent = models.ForeignKey(Agent, on_delete=models.CASCADE, related_name="seen")
    state = models.CharField(max_length=12)
    value = models.FloatField(null=True)
    net = models.BooleanField(default=False)
    tare = models.FloatField(null=True)
    at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.number}: {self.state}"


class Heard(models.Model):
    """Something that stood still on an agent's instrument (append-only), once by its ``key`` however often it is sent."""

    key = models.UUIDField(unique=True)
    agent = models.ForeignKey(Agent, on_delete=models.PROTECT, related_name="heard")
    number = models.PositiveIntegerField()
    value = models.FloatField()
    net = models.BooleanField(default=False)
    tare = models.FloatField(null=True)
    read_at = models.DateTimeField()
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-read_at"]

    def __str__(self) -> str:
        return f"{self.number} at {self.read_at}"


class Taken(models.Model):
    """What was heard and written onto a rig (append-only): once, and never again."""

    heard = models.OneToOneField(Heard, on_delete=models.PROTECT, related_name="taken")
    rig = models.ForeignKey("rigs.Rig", on_delete=models.PROTECT, related_name="+")
    path = models.CharField(max_length=64)
    taken_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    taken_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.path} of {self.rig_id}"


def all_instruments() -> list[InstrumentRevision]:
    """Each as it stands now, by name; retired ones too."""
    last: dict[int, InstrumentRevision] = {
        one.number: one for one in InstrumentRevision.objects.select_related("written_by")
    }
    return sorted(last.values(), key=lambda one: (one.retired, one.name.casefold()))


def instrument(number: int) -> InstrumentRevision | None:
    """One as it stands now."""
    return InstrumentRevision.objects.select_related("written_by").filter(number=number).last()
