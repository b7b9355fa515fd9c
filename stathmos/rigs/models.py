"""Rigs and what was written down about them.

A reading is never changed and never deleted: a correction is a new revision at
the same path, and a figure taken back is a revision with nothing typed. The
database itself refuses anything else (see the first migration's triggers).
"""

from __future__ import annotations

import uuid
from datetime import datetime

from django.conf import settings
from django.db import models
from django.db.models import F, Max, Q
from django.utils import timezone

from stathmos.core import carry_over
from stathmos.core.figures import Provenance
from stathmos.core.ratings import LINKS, Waiver
from stathmos.core.rig.hitch import SELECTED
from stathmos.core.rigfile import VERSION
from stathmos.core.signing import STATIONS
from stathmos.core.units import SYSTEMS
from stathmos.rigs.history import Kept, kept_history

#: what an entry is written by
ENTRY_KEYS = ("is", "from", "system", "datum")

#: fields that name a part, and the kind of the catalogue that it is found in
PART_KINDS = {
    **{f"hitch.selected_{what}": f"{what}s" for what in SELECTED},
    "hitch.kit": "kits", "hitch.bars": "kits", "hitch.shank": "shanks", "hitch.ball": "balls",
}  # fmt: skip


class RigManager(models.Manager["Rig"]):
    """Rigs by the name that they have in every database."""

    def get_by_natural_key(self, mark: str) -> Rig:
        return self.get(mark=mark)

    def get_queryset(self) -> models.QuerySet[Rig]:
        """Real rigs: who lists, counts, searches or takes out never meets a practice rig."""
        return super().get_queryset().filter(practice=False)


class Rig(models.Model):
    """One tow vehicle, one trailer, one hitch build, for one customer. ``version`` grows with every save."""

    customer = models.CharField(max_length=120)
    vehicle_name = models.CharField(max_length=120, blank=True, default="")
    trailer_name = models.CharField(max_length=120, blank=True, default="")
    vehicle_plate = models.CharField(max_length=20, blank=True, default="")
    trailer_plate = models.CharField(max_length=20, blank=True, default="")
    #: the same rig's name in every database that it is ever brought to
    mark = models.UUIDField(unique=True, default=uuid.uuid4, editable=False)
    #: the visit before this one, and what was new then
    previous = models.ForeignKey("self", on_delete=models.PROTECT, null=True, default=None, related_name="later")
    visit = models.CharField(max_length=10, blank=True, default="")
    advisor = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="rigs")
    version = models.PositiveIntegerField(default=1)
    opened_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    #: a rig of the practice bay: on no list, in no figure and in no file of real ones
    practice = models.BooleanField(default=False)

    objects = RigManager()
    #: practice rigs too: for who has the number of one
    every = models.Manager["Rig"]()
    _held: Kept | None = None
    _waived: list[ReserveWaiver] | None = None
    _signed: list[SignOff] | None = None
    _arrived: list[Arrival] | None = None

    class Meta:
        ordering = ["-changed_at"]
        constraints = [
            models.CheckConstraint(name="rig_version_counts_from_one", condition=Q(version__gte=1)),
            models.CheckConstraint(name="rig_has_a_customer", condition=~Q(customer="")),
            models.CheckConstraint(
                name="rig_visit_known", condition=Q(visit__in=["", *(key for key, _ in carry_over.KINDS_OF_VISIT)])
            ),
        ]

    def __str__(self) -> str:
        return self.customer

    def natural_key(self) -> tuple[str]:
        return (str(self.mark),)

    @property
    def kept(self) -> Kept:
        """What was ever written of it, and what of that holds; one query, unless it is held."""
        if self._held is not None:
            return self._held
        return kept_history(self.mark, self.readings.aggregate(last=Max("pk"))["last"])

    def hold(self) -> Rig:
        """This rig with its readings and waivers looked up once, now, for an answer that asks for them many times. Never
        for a write.
        """
        self._held = self._waived = self._signed = self._arrived = None
        return self.hold_these(self.kept, self.waived(), self.signed(), list(self.arrivals.order_by("pk")))

    def hold_these(self, kept: Kept, waived: list[ReserveWaiver], signed: list[SignOff], arrived: list[Arrival]) -> Rig:
        """This rig with what was looked up of it already, perhaps together with others."""
        self._held, self._waived, self._signed, self._arrived = kept, waived, signed, arrived
        return self

    @property
    def held(self) -> bool:
        """Whether it is looked up already."""
        return self._held is not None

    def signed(self) -> list[SignOff]:
        """Its sign-offs, the first first."""
        return list(self.sign_offs.order_by("pk")) if self._signed is None else self._signed

    def brought_from(self, at: datetime) -> str | None:
        """What brought along something that was written or signed then; None where it was done here."""
        arrived = list(self.arrivals.order_by("pk")) if self._arrived is None else self._arrived
        return next((one.source for one in reversed(arrived) if at <= one.brought_at), None)

    def waived(self) -> list[ReserveWaiver]:
        """Where its house reserve was overridden, the first first."""
        return list(self._waivers()) if self._waived is None else self._waived

    def _waivers(self) -> models.QuerySet[ReserveWaiver]:
        return self.reserve_waivers.select_related("waived_by").order_by("pk")

    def current(self) -> dict[str, Reading]:
        """The reading that holds at each path: neither taken back nor set aside."""
        return self.kept.held

    def latest(self) -> dict[str, Reading]:
        """The last reading at each path that is a field today: taken-back ones too, and those that hold no longer."""
        return self.kept.last

    def entries(self) -> dict[str, dict[str, str]]:
        """The readings that hold as entries, by path."""
        return {path: reading.as_entry() for path, reading in self.current().items()}

    def kept_parts(self) -> dict[str, dict[str, dict]]:
        """The parts that the rig took over, by kind and name, with their figures of that day."""
        return self.kept.named_parts(PART_KINDS)

    def waivers(self) -> tuple[Waiver, ...]:
        """Its exceptions from the safety margin, in the core's form, as they stand today."""
        today = timezone.localdate()
        return tuple(
            Waiver(
                link=row.link, part=row.part, demand=row.demand, rating=row.rating, by=row.waived_by.called, reason=row.reason,
                until=row.until, ended=row.withdrawn or (row.until is not None and row.until < today),
            )
            for row in self.waived()
        )  # fmt: skip

    def document(self) -> dict:
        """The rig in the form of a rig file, without stock."""
        return document_of(self.current().values(), self)


class Reading(models.Model):
    """One figure as somebody wrote it: as typed, and normalised to the core's unit (``amount``)."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="readings")
    path = models.CharField(max_length=64)
    revision = models.PositiveIntegerField()
    typed = models.CharField(max_length=120, blank=True)
    system = models.CharField(max_length=6)
    provenance = models.CharField(max_length=10)
    datum = models.CharField(max_length=12, blank=True, default="")
    amount = models.FloatField(null=True)
    dimension = models.CharField(max_length=10)
    #: the version of the rig with which it was written: what was saved together was so together
    moment = models.PositiveIntegerField(default=0)
    instrument = models.CharField(max_length=120, blank=True, default="")
    #: a part of the hitch as the catalogue described it when it was written down; null for everything else
    part = models.JSONField(null=True, default=None)
    written_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(name="reading_one_per_revision", fields=["rig", "path", "revision"]),
            models.CheckConstraint(name="reading_revision_from_one", condition=Q(revision__gte=1)),
            models.CheckConstraint(name="reading_system_known", condition=Q(system__in=SYSTEMS)),
            models.CheckConstraint(
                name="reading_provenance_known", condition=Q(provenance__in=[one.value for one in Provenance])
            ),
        ]

    def __str__(self) -> str:
        return f"{self.path} = {self.typed}"

    def as_entry(self) -> dict[str, str]:
        """The reading as a rig file writes it."""
        written = {"is": self.typed, "from": self.provenance, "system": self.system}
        return {**written, "datum": self.datum} if self.datum else written

    def is_said_by(self, raw: object) -> bool:
        """Whether an entry says just what stands here, whatever else it carries."""
        return isinstance(raw, dict) and {key: raw[key] for key in ENTRY_KEYS if raw.get(key)} == self.as_entry()


class Photograph(models.Model):
    """A photograph of what a reading was read off, as it was kept (append-only). ``key``: its device's, so that it is kept once."""

    reading = models.ForeignKey(Reading, on_delete=models.PROTECT, related_name="photographs")
    key = models.UUIDField(unique=True)
    picture = models.BinaryField()
    taken_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    taken_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"photograph of {self.reading_id}"


class SignOff(models.Model):
    """Somebody put their name to a station: when, at which version, and everything that it stood on (append-only)."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="sign_offs")
    station = models.CharField(max_length=12)
    revision = models.PositiveIntegerField()
    version = models.PositiveIntegerField()
    fingerprint = models.CharField(max_length=64)
    basis = models.JSONField()
    signed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    signed_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(name="sign_off_one_per_revision", fields=["rig", "station", "revision"]),
            models.CheckConstraint(name="sign_off_station_known", condition=Q(station__in=STATIONS)),
        ]

    def __str__(self) -> str:
        return f"{self.station} of {self.rig_id}, {self.revision}"


class ReserveWaiver(models.Model):
    """A manager's exception from the safety margin on one link, on one part and for the figures of that day, and why (append-only).

    The last one of a link rules. ``withdrawn``: it takes the one before back. ``until``: its last day.
    """

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="reserve_waivers")
    link = models.CharField(max_length=24)
    demand = models.FloatField()
    rating = models.FloatField()
    part = models.CharField(max_length=260, blank=True, default="")
    until = models.DateField(null=True, default=None)
    withdrawn = models.BooleanField(default=False)
    reason = models.CharField(max_length=300)
    version = models.PositiveIntegerField()
    waived_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    waived_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.CheckConstraint(name="waiver_link_known", condition=Q(link__in=list(LINKS))),
            models.CheckConstraint(name="waiver_has_a_reason", condition=~Q(reason="")),
            models.CheckConstraint(name="waiver_of_no_rating", condition=Q(demand__lte=F("rating") + 0.001)),
        ]

    def __str__(self) -> str:
        return f"{self.link} of {self.rig_id}"


class Arrival(models.Model):
    """A rig came here from another house's record: what stood on it then was not written or signed here (append-only)."""

    rig = models.ForeignKey(Rig, on_delete=models.PROTECT, related_name="arrivals")
    source = models.CharField(max_length=120)
    brought_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    brought_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.rig_id} from {self.source}"


class Strip(models.Model):
    """What the floor shows of a rig, as it was worked out last, and what that stood on: a cache, which may be emptied at any time."""

    rig = models.OneToOneField(Rig, on_delete=models.CASCADE, primary_key=True, related_name="strip")
    #: what it stands on: the rig's version, its last sign-off and its waivers; house, catalogue and program
    version = models.PositiveIntegerField()
    signed = models.BigIntegerField()
    waived = models.BigIntegerField()
    edition = models.CharField(max_length=64, blank=True)
    #: what pages go by
    archived = models.BooleanField()
    state = models.PositiveSmallIntegerField()
    changed_at = models.DateTimeField()
    reached = models.CharField(max_length=12)
    stale = models.BooleanField()
    waits = models.BooleanField()
    content = models.TextField(blank=True)

    class Meta:
        indexes = [
            models.Index(name="strip_on_the_floor", fields=["archived", "state", "-changed_at", "-rig"]),
            models.Index(name="strip_in_the_archive", fields=["archived", "-changed_at", "-rig"]),
        ]

    def __str__(self) -> str:
        return f"strip of {self.rig_id}"


def document_of(readings, rig: Rig) -> dict:
    """A rig file's sections from readings."""
    made: dict = {
        "stathmos_rig_file": VERSION,
        "customer": rig.customer,
        "vehicle_name": rig.vehicle_name,
        "trailer_name": rig.trailer_name,
        **{name: getattr(rig, name) for name in ("vehicle_plate", "trailer_plate") if getattr(rig, name)},
    }
    for reading in readings:
        *sections, name = reading.path.split(".")
        if sections == ["which"]:
            continue  # a file is of one vehicle and one trailer, and names them at its head
        place = made
        for section in sections:
            place = place.setdefault(section, {})
        place[name] = reading.as_entry()
    return made
