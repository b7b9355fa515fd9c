"""Exceptions from the safety margin on one link: given by a manager on one part, with a reason and an end. A rating has none."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from stathmos.core.figures import sure
from stathmos.core.holding import FIRST
from stathmos.core.phrases import Phrase
from stathmos.core.ratings.chain import Build
from stathmos.core.ratings.demands import SAME
from stathmos.core.ratings.link import LINKS, Link, State
from stathmos.core.rig import Rig


@dataclass(frozen=True, kw_only=True)
class Waiver:
    """An exception on one link. ``part``: what it stands on; ``demand`` and ``rating`` as they stood, in the core's unit.

    ``until``: its last day. ``ended``: that day is past, or it was taken back; then it covers nothing, and neither does an earlier one.
    """

    link: str
    part: str
    demand: float
    rating: float
    by: str
    reason: str
    until: date | None = None
    ended: bool = False


#: what a link of each piece of the drawing stands on: a part of the build by its name, or the vehicle or trailer that stands there
_PARTS = {"hitch": "kit", "shank": "shank", "ball": "ball"}
_THINGS = {
    **dict.fromkeys(("trailer_axles", "trailer", "coupler"), "which.trailer"),
    **dict.fromkeys(("vehicle", "rear_axle", "front_axle", "receiver"), "which.vehicle"),
}


def stands_on(link: str, build: Build, rig: Rig) -> str:
    """What a link's rating belongs to: the part's name, or which vehicle or trailer; empty for what has none.

    >>> stands_on("rear_gawr", Build(False, None, None, None), Rig())
    'which.vehicle 1'
    """
    piece = LINKS[link][1]
    if link.startswith("sleeve"):
        return build.sleeve.name if build.sleeve is not None else ""
    if piece in _PARTS:
        part = getattr(build, _PARTS[piece])
        bars = getattr(part, "bars", "")
        return "" if part is None else f"{part.name} with the bars of {bars}" if bars else part.name
    path = _THINGS.get(piece, "")
    return f"{path} {rig.choice(path) or FIRST}" if path else ""


def refusal(link: Link | None) -> Phrase | None:
    """Why there can be no exception on a link; None where there can."""
    if link is None or link.kind != "load":
        return Phrase("There is no such rating on this rig.")
    if link.state is State.OVER:
        return Phrase(f"{link.name} is over its rating. There is no exception from a rating.")
    if link.state is State.UNKNOWN:
        return Phrase(f"{link.name} is not known. There is no exception from what is not known.")
    if link.state is State.WITHIN:
        return Phrase(f"{link.name} is outside the safety margin: it needs no exception.")
    return None


def waived(link: Link, waivers: tuple[Waiver, ...], part: str) -> Waiver | None:
    """The exception that covers a link as it stands: the last one given, on the same part and rating, the load no greater."""
    if refusal(link) is not None:
        return None
    last = next((one for one in reversed(waivers) if one.link == link.key), None)
    if last is None or last.ended or not part or last.part != part:
        return None
    same = abs(last.rating - sure(link.rating).value) < SAME
    return last if same and sure(link.demand).value <= last.demand + SAME else None
