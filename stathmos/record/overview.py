"""The manager's page: what is open, what went stale, what went out with a reserve overridden, what is due."""

from __future__ import annotations

import datetime

from django.utils import timezone

from stathmos.core.ratings import LINKS
from stathmos.house.models import the_house
from stathmos.rigs.models import Rig
from stathmos.rigs.signatures import STALE, last_sign_offs

#: how long before its day an inspection is called due
AHEAD = datetime.timedelta(days=30)


def overview() -> dict:
    """Each list with its rigs; a rig that came back is told by its last visit."""
    house, today = the_house(), timezone.localdate()
    told: dict[str, list] = {"open": [], "stale": [], "overridden": [], "due": []}
    rigs = Rig.objects.select_related("advisor").prefetch_related("cards", "later", "reserve_waivers__waived_by")
    for rig in rigs.order_by("opened_at"):
        cards = list(rig.cards.all())
        last = max(cards, key=lambda one: one.number, default=None)
        stale = [one for one in last_sign_offs(rig, house) if one["state"] == STALE]
        if last is None:
            told["open"].append(_row(rig, _open_for((today - timezone.localdate(rig.opened_at)).days), rig.opened_at))
        for one in stale:
            names = ", ".join(change["name"] for change in one["changes"][:3])
            told["stale"].append(
                _row(rig, f"{one['station'].capitalize()} signed by {one['by']}; since then: {names}", one["at"])
            )
        if last is not None:
            for waiver in rig.reserve_waivers.all():
                if waiver.waived_at <= last.handed_over_at:
                    name = LINKS[waiver.link][0].format(style="").replace("  ", " ")
                    told["overridden"].append(
                        _row(rig, f"{name}, by {waiver.waived_by.called}: {waiver.reason}", waiver.waived_at)
                    )
        if last is not None and not rig.later.all() and last.inspect_by <= today + AHEAD:
            late = (today - last.inspect_by).days
            when = f"was due on {last.inspect_by:%Y-%m-%d}" if late > 0 else f"due on {last.inspect_by:%Y-%m-%d}"
            told["due"].append(_row(rig, when, last.handed_over_at))
    return told


def _open_for(days: int) -> str:
    return "opened today" if days <= 0 else "open for 1 day" if days == 1 else f"open for {days} days"


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
