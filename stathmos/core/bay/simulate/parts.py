"""What one more of each setting does to the parts of a hitch, by how they are made; the coach's own table is not asked.

Each tells how far its support stands above the end of a bar that hangs free, in steps of the kit's own effect: what is above it
winds the bar.
"""

from __future__ import annotations

from collections.abc import Callable

from stathmos.core.settings import TABLE, TILTS, Allowed


def tips_the_head(count: float) -> float:
    """Washers behind the head, or a screw turned in, tip it: the free end of a bar goes down, and its support stands above it."""
    return count


def stands_in_a_hole(count: float) -> float:
    """A bracket in a higher hole, counted from the bottom, holds its shelf higher."""
    return count


def hangs_by_links(count: float) -> float:
    """A bar hangs below its lever by the links between: one more lets it down."""
    return -count


def is_drawn_by_a_nut(count: float) -> float:
    """A nut that is turned further on draws its chain through the plate by what then shows past it."""
    return count


def hangs_by_a_rod(count: float) -> float:
    """A cylinder's eye hangs below its body by as much rod as shows: more chrome lets it down."""
    return -count


def is_drawn_in_by_oil(count: float) -> float:
    """Oil pressed in draws the rod in, and its eye up."""
    return count


#: by the kind of setting; a table says by itself how high its bar stands
MADE: dict[str, Callable[[float], float]] = {
    "washer": tips_the_head,
    "screw": tips_the_head,
    "hole": stands_in_a_hole,
    "link": hangs_by_links,
    "turn": is_drawn_by_a_nut,
    "thread": is_drawn_by_a_nut,
    "stroke": hangs_by_a_rod,
    "pressure": is_drawn_in_by_oil,
}


def wind(one: Allowed, count: float, d: float) -> float:
    """The wind that a count of one kind puts into the bars, radians. ``d``: ball to bracket, mm.

    tilt · (made(count) − made(slack)), a lift over d; of a table (height touching − height here) / d.
    """
    assert one.slack is not None
    if one.kind.works == TABLE:
        touching, here = one.height(one.slack.value), one.height(count)
        return 0.0 if touching is None or here is None else (touching.value - here.value) / d
    assert one.effect is not None
    made = MADE[one.kind.key]
    steps = made(count) - made(one.slack.value)
    return one.effect.value * steps / (1.0 if one.kind.works == TILTS else d)
