"""Strips kept ready, each with what it stands on; one that stands on something else is drawn anew before anybody sees it.

What a strip stands on is read before the rig is: what is written in between makes the strip
newer than it says, and then it is drawn once more, and never the other way round.
"""

from __future__ import annotations

import hashlib
import logging
from collections import defaultdict
from collections.abc import Iterable

import orjson
from django.db import OperationalError
from django.db.models import Aggregate, F, Max, OuterRef, Q, QuerySet, Subquery
from django.db.models.functions import Coalesce
from django.utils import timezone
from rest_framework.utils.encoders import JSONEncoder

from stathmos.house.models import House
from stathmos.rigs import program
from stathmos.rigs.floor.drawn import HANDOVER, draw, is_archived
from stathmos.rigs.heads import state_of_waivers
from stathmos.rigs.history import Kept
from stathmos.rigs.models import Arrival, Reading, ReserveWaiver, Rig, SignOff, Strip

_log = logging.getLogger(__name__)
_KEPT = [field.name for field in Strip._meta.concrete_fields if not field.primary_key]


def edition_of(house: House) -> str:
    """What every strip stands on besides its rig."""
    return hashlib.sha256(" ".join((program.fingerprint(), *house.marks)).encode()).hexdigest()


def _summed(rows: QuerySet, of: str, how: Aggregate) -> Coalesce:
    told = rows.filter(rig=OuterRef(of)).order_by().values("rig").annotate(told=how).values("told")
    return Coalesce(Subquery(told), 0)


def with_state(rows: QuerySet, of: str) -> QuerySet:
    """Rows with the last sign-off of their rig, ``signed_last``, and the state of its waivers, ``waived_sum``. ``of``: its key."""
    return rows.annotate(
        signed_last=_summed(SignOff.objects.all(), of, Max("pk")),
        waived_sum=_summed(ReserveWaiver.objects.all(), of, state_of_waivers(timezone.localdate())),
    )


def stood() -> QuerySet[Rig]:
    """Rigs with what their strips are to stand on."""
    return with_state(Rig.objects.all(), "pk")


#: of `stood`: the rig itself is no longer what its strip stands on, or it has none. What is signed leaves it in the archive.
MOVED = (
    Q(strip__isnull=True)
    | ~Q(strip__version=F("version"))
    | Q(strip__archived=False) & (~Q(strip__signed=F("signed_last")) | ~Q(strip__waived=F("waived_sum")))
)


def moved() -> QuerySet[Rig]:
    """Rigs of which something was written or signed since their strip was drawn, the last one first."""
    return stood().filter(MOVED).order_by("-changed_at", "-pk")


def stands(strip: Strip, edition: str) -> bool:
    """Whether a strip, read `with_state`, stands on what holds now."""
    now = (edition, strip.rig.version, strip.signed_last, strip.waived_sum)
    return (strip.edition, strip.version, strip.signed, strip.waived) == now


def behind(edition: str) -> QuerySet[Strip]:
    """Strips of the floor that were drawn by another house's rules, catalogue or program, in the order of the floor."""
    return Strip.objects.filter(archived=False).exclude(edition=edition).order_by("state", "-changed_at", "-rig")


def put_away(rigs: Iterable[Rig]) -> None:
    """Those of rigs without a strip that are finished get a blank one, to be drawn when somebody looks into the archive."""
    rigs = list(rigs)
    over = set(
        SignOff.objects.filter(rig__in=rigs, station=HANDOVER, version=F("rig__version")).values_list(
            "rig_id", flat=True
        )
    )
    _write([_strip(rig, "", archived=True, reached=HANDOVER) for rig in rigs if rig.pk in over])


def redraw(rigs: Iterable[Rig], house: House) -> dict[int, Strip]:
    """The strips of rigs of `stood`, drawn anew and kept, by rig."""
    rigs = list(rigs)
    waivers = ReserveWaiver.objects.select_related("waived_by")
    readings, waived, signed, arrived = (
        _of_each(rows.filter(rig__in=rigs).order_by("pk"))
        for rows in (Reading.objects.all(), waivers, SignOff.objects.all(), Arrival.objects.all())
    )
    edition = edition_of(house)
    made = {}
    for rig in rigs:
        rig.hold_these(Kept(tuple(readings[rig.pk])), waived[rig.pk], signed[rig.pk], arrived[rig.pk])
        drawn = draw(rig, house)
        made[rig.pk] = _strip(
            rig, edition, is_archived(rig), drawn.reached, drawn.state, drawn.stale, drawn.waits,
            orjson.dumps(drawn.shown, default=JSONEncoder().default).decode(),
        )  # fmt: skip
    _write(made.values())
    return made


def _of_each(rows: QuerySet) -> dict[int, list]:
    each = defaultdict(list)
    for row in rows:
        each[row.rig_id].append(row)
    return each


def _strip(
    rig: Rig, edition: str, archived: bool, reached: str, state: int = 0, stale: bool = False, waits: bool = False, content: str = "",
) -> Strip:  # fmt: skip
    return Strip(
        rig_id=rig.pk, version=rig.version, signed=rig.signed_last, waived=rig.waived_sum, edition=edition, archived=archived,
        state=state, changed_at=rig.changed_at, reached=reached, stale=stale, waits=waits, content=content,
    )  # fmt: skip


def _write(strips: Iterable[Strip]) -> None:
    """Kept, if the database can just now: nothing is lost where it cannot."""
    try:
        Strip.objects.bulk_create(list(strips), update_conflicts=True, update_fields=_KEPT)
    except OperationalError as error:
        _log.warning("strips were not kept: %s", error)
