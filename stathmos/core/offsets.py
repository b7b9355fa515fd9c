"""The ball height under every offset school, side by side: they disagree, and here is by how much on this rig."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import heights
from stathmos.core.figures import Anything, Missing, Rule, sure, wanting, work
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.schools import OFFSET_SCHOOLS, OffsetSchool
from stathmos.core.selection import CHOSEN, Verdict
from stathmos.core.stock import Shank
from stathmos.core.units import LENGTH


@dataclass(frozen=True)
class OffsetCompared:
    """One school. All mm: the offset, the ball height it wants, how far that is from the school in force (up +).

    ``position``: where the chosen shank would be bolted; ``rail``: how the trailer
    would then stand, front above rear, by the predicted settle.
    """

    school: OffsetSchool
    in_force: bool
    offset: Anything
    ball: Anything
    apart: Anything
    position: heights.Position | None
    rail: Anything


def offsets_compared(
    rules: Rules, tongue: Anything, found: heights.Heights, shanks: tuple[Verdict[Shank], ...], rig: Rig
) -> tuple[OffsetCompared, ...]:
    """Every school on this rig, the one in force first."""
    others = [school for key, school in OFFSET_SCHOOLS.items() if key != rules.offset.key]
    shank = next((one for one in shanks if one.state == CHOSEN), None)
    told = []
    for school in (rules.offset, *others):
        judged_by = Rules(rules.share, rules.restoration, school, rules.reserve, rules.front_loss)
        offset = heights.ball_offset(
            judged_by, tongue, found.settled.ball, found.coupler, rig.figure("hitch.old_ball_height")
        )
        ball = work(
            "ball height = level coupler height + offset", LENGTH, heights.ball_height_uncoupled,
            Rule(f"Ball offset: {school.name}.", school.source, school.authority), coupler=found.coupler, offset=offset,
        )  # fmt: skip
        apart = work(
            "this school − the one in force",
            LENGTH,
            lambda one, other: one - other,
            None,
            one=ball,
            other=found.ball_wanted,
        )
        position, stands = _stands(shank, found, apart)
        rail = heights.attitude(stands, ball, found.level, rig).rail
        told.append(OffsetCompared(school, school.key == rules.offset.key, offset, ball, apart, position, rail))
    return tuple(told)


def _stands(
    shank: Verdict[Shank] | None, found: heights.Heights, apart: Anything
) -> tuple[heights.Position | None, Anything]:
    """The chosen shank's hole for a ball height so much apart, and where its ball then stands uncoupled."""
    if shank is None or shank.position is None or wanting(apart, found.ball_wanted):
        return None, Missing(("hitch.shank",))
    rise = shank.position.rise - (shank.residual or 0.0) + sure(apart).value
    position = heights.nearest_position(shank.part, rise)
    if isinstance(position, Missing):
        return None, position
    stands = work(
        "ball = wanted + residual of its hole", LENGTH, lambda wanted: wanted + sure(apart).value + position.rise - rise,
        None, wanted=found.ball_wanted,
    )  # fmt: skip
    return position, stands
