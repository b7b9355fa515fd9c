"""Which hole of a plain mount stands the trailer level, from the rail as it was taped: there is no coach to tell it."""

from __future__ import annotations

from stathmos.core.answer import Assessment
from stathmos.core.figures import Anything, Missing
from stathmos.core.heights import Position, positions, tenths
from stathmos.core.mounts import HOLE
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.units import LENGTH


def rail_after(apart: float, rise: float, frame: float, axle: float) -> float:
    """The rail's front above its rear once the ball is moved, mm.  apart + rise · frame / axle

    ``apart`` as taped, ``rise`` of the ball, ``frame`` between both marks, ``axle`` from the ball to the middle of the axles.

    >>> rail_after(apart=-50, rise=40, frame=6000, axle=5000)
    -2.0
    """
    return apart + rise * frame / axle


def another_hole(rig: Rig, now: Assessment, apart: Anything) -> Phrase | None:
    """The hole to move the mount to, turned over only where that is nearer level; None where none is nearer, or a length is not known."""
    shank, planned = now.choice.in_force.shank, now.choice.position
    frame, axle = rig.figure("trailer.frame_length"), rig.figure("trailer.ball_to_axle")
    if shank is None or planned is None:
        return None
    listed = positions(shank)
    if (
        isinstance(apart, Missing)
        or isinstance(frame, Missing)
        or isinstance(axle, Missing)
        or isinstance(listed, Missing)
    ):
        return None
    here, taped, long, to_axle = _mounted(rig, planned, listed), apart.value, frame.value, axle.value

    def then(there: Position) -> float:
        return abs(rail_after(taped, there.rise - here.rise, long, to_axle))

    best = min(listed, key=lambda one: (tenths(then(one)), one.orientation != here.orientation))
    if then(best) >= abs(taped):
        return None
    by = best.rise - here.rise
    told = f"{best.words}" if best.orientation != here.orientation else _holes(abs(best.hole - here.hole), best.hole)
    way = "Raise" if by > 0 else "Lower"
    put = {"by": (abs(by), LENGTH, "nearest"), "then": (then(best), LENGTH, "up")}
    return Phrase(f"{way} the mount {told}, {{by}}: the rail then stands about {{then}} off level. Tape it again.", put)


def _mounted(rig: Rig, planned: Position, listed: tuple[Position, ...]) -> Position:
    """The hole as it was counted in the bay; as planned where it was not."""
    counted = getattr(rig.bay, HOLE)
    found = (
        one
        for one in listed
        if counted is not None and one.orientation == planned.orientation and one.hole == counted.value
    )
    return next(found, planned)


def _holes(number: int, to: int) -> str:
    return f"{'one hole' if number == 1 else f'{number} holes'}, to hole {to} from the bottom"
