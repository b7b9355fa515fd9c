"""How the practice rig truly stands as somebody lets it go: what is restored, how level, what rests on the tongue, what is tight.

Judged on the rig as it travels, springs free, whatever was measured. A sixteenth at the marks is no fault: no tape tells it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from stathmos.core.practice.acts import Yard
from stathmos.core.practice.begin import coupled_so, restored, rise
from stathmos.core.practice.safe import loose
from stathmos.core.practice.standing import overhang, unhitched
from stathmos.core.practice.tape import SIXTEENTH
from stathmos.core.schools import RESTORATION_SCHOOLS, SHARE_SCHOOLS
from stathmos.core.tolerances import ATTITUDE

RESTORED, LEVEL, SHARE, KIT, SET, TIGHT = "restored", "level", "share", "kit", "set", "tight"
#: the schools that a practice rig is judged by: the product's defaults
RESTORATION, TONGUE = RESTORATION_SCHOOLS["half_to_full"], SHARE_SCHOOLS["ten_to_fifteen"]


@dataclass(frozen=True, kw_only=True)
class Truth:
    """The rig as it truly stands. ``f`` its restoration within ``f_low`` and ``f_high``, a sixteenth at the marks allowed; ``rails``
    front less rear, mm; ``tongue`` and ``gross`` kg, ``load`` what the hitch carries; ``kit_rating`` kg, None without a kit's;
    ``front_alone`` and ``front`` the front axle's load uncoupled and so, kg; ``loose``: joints that are not tight. ``holds``: by goal."""

    f: float
    f_low: float
    f_high: float
    rails: float
    tongue: float
    gross: float
    load: float
    kit_rating: float | None
    front_alone: float
    front: float
    loose: tuple[str, ...]
    holds: Mapping[str, bool]

    @property
    def share(self) -> float:
        """Tongue weight over trailer weight."""
        return self.tongue / self.gross

    def met(self, goals: frozenset[str]) -> bool:
        """Whether all of some goals hold."""
        return all(self.holds[goal] for goal in goals)


def hitch_load(yard: Yard) -> float:
    """Tongue weight and what rides behind the vehicle's rear axle, kg; common practice, no source."""
    behind = [
        one.mass for one in yard.world.cargo
        if not one.on_trailer and one.key in yard.scene.aboard and yard.scene.where(yard.world, one.key) < 0
    ]  # fmt: skip
    return yard.stands.tongue + sum(behind)


def truth_of(yard: Yard) -> Truth:
    """The rig as it was let go."""
    there = coupled_so(yard, yard.scene.counts)
    there = there.now(replace(there.scene, bars_on=yard.scene.bars_on, coupled=yard.scene.coupled))
    s, trailer = there.stands, yard.world.trailer
    can, allows = rise(yard), 0.0
    if can > 0:
        allows = SIXTEENTH / can
    f = restored(there) if yard.scene.coupled and overhang(yard.world, yard.parts) > 0 else 0.0
    rails = s.pitch * (trailer.rail_rear - trailer.rail_front)
    rating = yard.parts.kit.tongue_rating if yard.parts.kit is not None else None
    load, share = hitch_load(there), s.tongue / s.gross
    slack = loose(yard.parts, yard.scene)
    low, high = RESTORATION.low - allows, RESTORATION.high + allows
    return Truth(
        f=f, f_low=low, f_high=high, rails=rails, tongue=s.tongue, gross=s.gross, load=load, kit_rating=rating.value if rating is not None else None,
        front_alone=unhitched(yard.world, there.scene)[0], front=s.front, loose=slack,
        holds={
            RESTORED: yard.scene.bars_on and low <= f <= high,
            LEVEL: yard.scene.coupled and ATTITUDE.within(rails),
            SHARE: share >= TONGUE.low - 5e-4,
            KIT: rating is not None and load <= rating.value + 1e-6,
            SET: yard.scene.coupled and yard.scene.pinned and yard.stands.on_jack <= 1e-6 and yard.scene.bars_on,
            TIGHT: not slack,
        },
    )  # fmt: skip
