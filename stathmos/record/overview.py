"""The manager's page: what is open, what went stale, what went out with a reserve overridden, what is due. The first of each, and how many."""

from __future__ import annotations

import datetime

from django.db.models import F, OuterRef, Subquery
from django.utils import timezone

from stathmos.core.ratings import LINKS
from stathmos.handover.models import Card
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.record import month
from stathmos.record.models import Backup
from stathmos.rigs.api import searched
from stathmos.rigs.floor.page import Asked, page
from stathmos.rigs.models import ReserveWaiver, Rig
from stathmos.rigs.signatures import STALE

#: how long before its day an inspection is called due
AHEAD = datetime.timedelta(days=30)
#: a backup that is older is said to be
BACKED_UP_EVERY = datetime.timedelta(hours=30)
#: of each list so many are told
MOST = 30


def overview(person: Person) -> dict:
    """Each list with its first rows and how many there are."""
    stale = _stale(person)
    behind = stale.pop("behind")
    last = Backup.objects.first()
    return {
        "open": _open(),
        "stale": stale,
        "overridden": _overridden(),
        "due": _due(),
        "behind": behind,
        "figures": month.figures(),
        "backup": None if last is None else {"at": last.made_at, "bytes": last.bytes},
        "backup_is_old": last is None or timezone.now() - last.made_at > BACKED_UP_EVERY,
    }


def _open() -> dict:
    """What was never handed over, the oldest first."""
    today = timezone.localdate()
    rigs = Rig.objects.filter(cards__isnull=True).order_by("opened_at")
    return {
        "count": rigs.count(),
        "rows": [
            _row(rig, _open_for((today - timezone.localdate(rig.opened_at)).days), rig.opened_at)
            for rig in rigs.select_related("advisor")[:MOST]
        ],
    }


def _stale(person: Person) -> dict:
    """What is on the floor with a signature that no longer stands."""
    found = page(Asked(stale=True), the_house(), person, searched)
    rows = []
    for strip in found.strips:
        for one in strip["signatures"]:
            if one["state"] == STALE:
                names = ", ".join(change["name"] for change in one["changes"][:3])
                says = f"{one['station'].capitalize()} signed by {one['by']}; since then: {names}"
                rows.append({**{name: strip[name] for name in _NAMES}, "says": says, "at": one["at"]})
    return {"count": sum(found.counts.values()), "rows": rows, "behind": found.behind}


def _overridden() -> dict:
    """What went out with a reserve overridden, the last first."""
    waivers = (
        ReserveWaiver.objects.filter(withdrawn=False, rig__cards__handed_over_at__gte=F("waived_at"))
        .distinct()
        .order_by("-pk")
    )
    return {
        "count": waivers.count(),
        "rows": [
            _row(one.rig, f"{LINKS[one.link][0].format(style='').replace('  ', ' ')}, by {one.waived_by.called}: {one.reason}", one.waived_at)
            for one in waivers.select_related("rig__advisor", "waived_by")[:MOST]
        ],
    }  # fmt: skip


def _due() -> dict:
    """What is to be inspected, the earliest first; a rig that came back is told by its last visit."""
    today = timezone.localdate()
    last = Card.objects.filter(rig=OuterRef("rig")).order_by("-number").values("pk")[:1]
    cards = Card.objects.filter(pk=Subquery(last), rig__later__isnull=True, inspect_by__lte=today + AHEAD)
    return {
        "count": cards.count(),
        "rows": [
            _row(one.rig, f"{'was due' if one.inspect_by < today else 'due'} on {one.inspect_by:%Y-%m-%d}", one.handed_over_at)
            for one in cards.select_related("rig__advisor").order_by("inspect_by")[:MOST]
        ],
    }  # fmt: skip


def _open_for(days: int) -> str:
    return "opened today" if days <= 0 else "open for 1 day" if days == 1 else f"open for {days} days"


_NAMES = ("id", "customer", "vehicle_name", "trailer_name", "advisor")


def _row(rig: Rig, says: str, at: datetime.datetime) -> dict:
    return {
        "id": rig.pk,
        "customer": rig.customer,
        "vehicle_name": rig.vehicle_name,
        "trailer_name": rig.trailer_name,
        "advisor": rig.advisor.called,
        "says": says,
        "at": at,
    }
