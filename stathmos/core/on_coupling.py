"""What coupling without bars did to the marks, as it was taped: it goes before what typical springs would do."""

from __future__ import annotations

from stathmos.core.bumpers import over_axles
from stathmos.core.figures import COMMON_PRACTICE, Anything, Missing, Rule, work
from stathmos.core.heights import Settled
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import AT_BUMPERS, corner_path
from stathmos.core.statics import ball_drop
from stathmos.core.tolerances import ARCH_MARK, HEAVY_TONGUE, STOOD_STILL
from stathmos.core.uncertainty import tape
from stathmos.core.units import LENGTH, WEIGHT

_TAPED = Rule("What was taped in states A and B goes before what typical springs would do.", COMMON_PRACTICE)
_ENDS = {"front": ("front_left", "front_right"), "rear": ("rear_left", "rear_right")}


def settled_as_taped(rig: Rig, o: Anything) -> Settled | None:
    """How far each end sank on coupling without bars, mm, down positive, over its axle; None where it was not taped at both.

    One side of an end is enough. The axles lie between marks at the bumpers, on the line through both. A jack on the ground or
    levelling that was on hold the marks where they are: they tell nothing here. ``o`` rear axle to ball, mm.
    """
    if rig.choice("bay.jack_clear") == "no" or rig.choice("vehicle.auto_levelling") == "on":
        return None
    front, rear = (_sank(rig, corners) for corners in _ENDS.values())
    # what stood still at both bumpers stood still between them, wherever that is
    if rig.choice("bay.marks") in AT_BUMPERS and not _stood_still(front, rear):
        over = over_axles(rig, front, rear)
        front, rear = over.front, over.rear
    if isinstance(front, Missing) or isinstance(rear, Missing):
        return None
    ball = work(
        "ball = rear + (rear − front) · o / w", LENGTH, ball_drop, _TAPED,
        front=front, rear=rear, w=rig.figure("vehicle.wheelbase"), o=o,
    )  # fmt: skip
    return Settled(front, rear, ball)


def _stood_still(*ends: Anything) -> bool:
    return all(not isinstance(end, Missing) and STOOD_STILL.within(end.value) for end in ends)


def _sank(rig: Rig, corners: tuple[str, ...]) -> Anything:
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
    """What is asked where hundreds of pounds on the ball moved neither mark; None where they did, or all is answered."""
    if taped is None or isinstance(tongue, Missing) or tongue.value < HEAVY_TONGUE.value:
        return None
    if not _stood_still(taped.front, taped.rear):
        return None
    asked = [asks for path, answered, asks in _HOLDS if rig.choice(path) not in answered]
    if not asked:
        return None
    put = {"tongue": (tongue.value, WEIGHT, "nearest")}
    return Phrase(f"{{tongue}} on the ball, and no mark has moved: {', '.join(asked)}?", put)
