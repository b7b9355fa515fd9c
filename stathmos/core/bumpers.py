"""Marks at the bumpers: the body is straight, so what stands over the axles lies on the line through both marks."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from stathmos.core.figures import Anything, Rule, work
from stathmos.core.rig import Rig
from stathmos.core.units import LENGTH

_LINE = Rule(
    "The body is straight between its marks: the height over an axle lies on the line through them.", "geometry"
)


@dataclass(frozen=True)
class OverAxles:
    """Heights, or what they moved by, over the axles, mm."""

    front: Anything
    rear: Anything


def over_axles(rig: Rig, front: Anything, rear: Anything) -> OverAxles:
    """What stands over the axles, from marks at the bumpers; heights, or what they moved by, mm."""
    where = {
        "ahead": rig.figure("bay.front_mark"),
        "w": rig.figure("vehicle.wheelbase"),
        "behind": rig.figure("bay.rear_mark"),
    }
    over = partial(work, front=front, rear=rear, **where)
    return OverAxles(
        over("over the front axle, on the line through both marks", LENGTH, over_front_axle, _LINE),
        over("over the rear axle, on the line through both marks", LENGTH, over_rear_axle, _LINE),
    )


def over_front_axle(front: float, rear: float, ahead: float, w: float, behind: float) -> float:
    """Height of the body over the front axle from marks at the bumpers, mm.

    front + (rear − front) · ahead / (ahead + w + behind); ``ahead`` of the front axle, ``behind`` the rear one.

    >>> over_front_axle(front=500, rear=600, ahead=1000, w=3000, behind=1000)
    520.0
    """
    return front + (rear - front) * ahead / (ahead + w + behind)


def over_rear_axle(front: float, rear: float, ahead: float, w: float, behind: float) -> float:
    """Height of the body over the rear axle from marks at the bumpers, mm.

    >>> over_rear_axle(front=500, rear=600, ahead=1000, w=3000, behind=1000)
    580.0
    """
    return rear - (rear - front) * behind / (ahead + w + behind)
