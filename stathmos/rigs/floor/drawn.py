"""What the floor says of one rig, worked out: verdict, drawing, signatures, how far it has come."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import finding, report, signing
from stathmos.house.models import House
from stathmos.rigs import assessing
from stathmos.rigs.models import Rig
from stathmos.rigs.signatures import OPEN, STALE, last_sign_offs

HANDOVER, BAY = "handover", "bay"
#: how far a rig has come: nothing signed; the furthest station that was ever signed; in the bay before that is signed
OPENED, IN_THE_BAY = "opened", "in_bay"
REACHED = (OPENED, *(one for one in signing.STATIONS if one not in (BAY, HANDOVER)), IN_THE_BAY, BAY, HANDOVER)
#: the field that says which parts a rig waits for
WAITS = "shop.waits_for"


@dataclass(frozen=True)
class Drawn:
    """``shown`` is what is written as JSON, people by their keys; the rest is what pages go by."""

    shown: dict
    state: int
    reached: str
    stale: bool
    waits: bool


def is_archived(rig: Rig) -> bool:
    """Whether it was handed over, and nobody has written anything of it since."""
    return any(one.station == HANDOVER and one.version == rig.version for one in rig.signed())


def draw(rig: Rig, house: House) -> Drawn:
    """One rig, looked up already."""
    told = report.written(report.at_a_glance(assessing.assess_rig(rig, house)))
    signed = last_sign_offs(rig, house)
    waits = rig.current().get(WAITS)
    return Drawn(
        shown={**told, "signatures": signed, "waits_for": waits.typed if waits is not None else ""},
        state=finding.ORDER.index(told["verdict"]["state"]),
        reached=_reached(rig, signed),
        stale=any(one["state"] == STALE for one in signed),
        waits=waits is not None,
    )


def _reached(rig: Rig, signed: list[dict]) -> str:
    furthest = [one["station"] for one in signed if one["state"] != OPEN][-1:]
    if furthest and furthest[0] in (BAY, HANDOVER):
        return furthest[0]
    if any(path.startswith("bay.") for path in rig.current()):
        return IN_THE_BAY
    return furthest[0] if furthest else OPENED
