"""Which hole of a plain mount stands the trailer level, from the rail as it was taped: there is no coach to tell it."""

from __future__ import annotations

from stathmos.core.answer import Assessment
from stathmos.core.figures import Anything, Missing
from stathmos.core.heights import positions
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
    """The hole to move the mount to, the same way up; None where none stands it nearer level, or a length is not known."""
    shank, here = now.choice.in_force.shank, now.choice.position
    frame, axle = rig.figure("trailer.frame_length"), rig.figure("trailer.ball_to_axle")
    if shank is None or here is None or any(isinstance(one, Missing) for one in (apart, frame, axle)):
        return None
    assert not isinstance(apart, Missing) and not isinstance(frame, Missing) and not isinstance(axle, Missing)
    taped, long, to_axle = apart.value, frame.value, axle.value
    listed = positions(shank)
    if isinstance(listed, Missing):
        return None

    def then(rise: float) -> float:
        return abs(rail_after(taped, rise - here.rise, long, to_axle))

    best = min((one for one in listed if one.orientation == here.orientation), key=lambda one: then(one.rise))
    by = best.rise - here.rise
    if best.hole == here.hole or then(best.rise) >= abs(taped):
        return None
    holes = abs(best.hole - here.hole)
    told = f"{'one hole' if holes == 1 else f'{holes} holes'}, to hole {best.hole} from the bottom"
    way = "Raise" if by > 0 else "Lower"
    put = {"by": (abs(by), LENGTH, "nearest"), "then": (then(best.rise), LENGTH, "up")}
    return Phrase(f"{way} the mount {told}, {{by}}: the rail then stands about {{then}} off level. Tape it again.", put)
