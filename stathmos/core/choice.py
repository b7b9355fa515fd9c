"""The parts of a rig's hitch: what the program would choose, and what is in force."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import heights, ratings, selection
from stathmos.core.figures import Anything, Figure, Missing
from stathmos.core.stock import Ball, Kit, Shank


@dataclass(frozen=True, kw_only=True)
class LevelHole:
    """Another hole than the one in use, that stands the trailer level: in words, and the height of the ball then, mm."""

    words: str
    ball: float


@dataclass(frozen=True, kw_only=True)
class Choice:
    """What the program would choose, and what is in force (what sits on the vehicle, where that is named).

    ``selected_kit``: the kit that was signed, where none is on the vehicle. ``own_bars``: the head on the vehicle with its own bars, judged so, where another kit's are on it. ``bracket``: ball to frame bracket, mm, where this trailer leaves room for it. ``level_hole``: what
    puts right a ball that stands too high or too low. ``may_carry``: no style is chosen, and only the trailer full asks for bars. Loads kg.
    """

    kits: tuple[selection.Verdict[Kit], ...]
    balls: tuple[selection.Verdict[Ball], ...]
    shanks: tuple[selection.Verdict[Shank], ...]
    in_force: ratings.Build
    fitted_kit: selection.Verdict[Kit] | None
    selected_kit: selection.Verdict[Kit] | None
    own_bars: selection.Verdict[Kit] | None
    weight_distributing: bool
    may_carry: bool
    hitch_load: Figure | Missing
    hitch_load_full: Anything
    position: heights.Position | None
    bracket: Anything
    level_hole: LevelHole | None
