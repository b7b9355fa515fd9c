"""What coupling without bars did to the arches, as it was taped: it goes before what typical springs would do."""

from __future__ import annotations

from stathmos.core.figures import COMMON_PRACTICE, Anything, Figure, Missing, Rule, sure, work
from stathmos.core.heights import Settled
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import BUMPER, corner_path
from stathmos.core.statics import ball_drop
from stathmos.core.tolerances import ARCH_MARK, HEAVY_TONGUE, STOOD_STILL
from stathmos.core.uncertainty import tape
from stathmos.core.units import LENGTH, WEIGHT

_TAPED = Rule("What was taped in states A and B goes before what typical springs would do.", COMMON_PRACTICE)
_ENDS = {"front": ("front_left", "front_right"), "rear": ("rear_left", "rear_right")}


def settled_as_taped(rig: Rig, o: Anything) -> Settled | None:
    """How far each end sank on coupling without bars, mm, down positive; None where it was not taped at the arches of both.

    One side of an end is enough. Marks at the bumpers do not stand over the axles, and a jack on the ground or levelling
    that was on hold the arches where they are: they tell nothing here. ``o`` rear axle to ball, mm.
    """
    if rig.choice("bay.marks") == BUMPER or rig.choice("bay.jack_clear") == "no":
        return None
    if rig.choice("vehicle.auto_levelling") == "on":
        return None
    front, rear = (_sank(rig, corners) for corners in _ENDS.values())
    if isinstance(front, Missing) or isinstance(rear, Missing):
        return None
    ball = work(
        "ball = rear + (rear − front) · o / w", LENGTH, ball_drop, _TAPED,
        front=front, rear=rear, w=rig.figure("vehicle.wheelbase"), o=o,
    )  # fmt: skip
    return Settled(front, rear, ball)


def _sank(rig: Rig, corners: tuple[str, ...]) -> Figure | Missing:
    """A − B of one end, the mean of the sides that were taped in both states, mm."""
    terms: dict[str, Anything] = {}
    for corner in corners:
        marks = {
            f"{corner}_{state}": tape(rig.figure(corner_path(corner, state)), ARCH_MARK.value) for state in ("a", "b")
        }
        if not any(isinstance(one, Missing) for one in marks.values()):
            terms |= marks
    if not terms:
        return Missing((corner_path(corners[0], "a"),))
    sides = len(terms) / 2
    return work(
        "sank = mean of A − B", LENGTH,
        lambda **marks: sum(at if name.endswith("_a") else -at for name, at in marks.items()) / sides, _TAPED, **terms,
    )  # fmt: skip


#: what holds an arch where it is, and the answer that says that it did not
_HOLDS = (
    ("bay.jack_clear", ("yes",), "does the jack still carry"),
    ("vehicle.auto_levelling", ("none", "off"), "was auto-levelling on"),
    ("vehicle.air_springs", ("none",), "do air springs hold it up"),
)


def did_not_move(rig: Rig, taped: Settled | None, tongue: Anything) -> Phrase | None:
    """What is asked where hundreds of pounds on the ball moved neither arch; None where they did, or all is answered."""
    if taped is None or isinstance(tongue, Missing) or tongue.value < HEAVY_TONGUE.value:
        return None
    if not all(STOOD_STILL.within(sure(end).value) for end in (taped.front, taped.rear)):
        return None
    asked = [asks for path, answered, asks in _HOLDS if rig.choice(path) not in answered]
    if not asked:
        return None
    put = {"tongue": (tongue.value, WEIGHT, "nearest")}
    return Phrase(f"{{tongue}} on the ball, and no arch has moved: {', '.join(asked)}?", put)
