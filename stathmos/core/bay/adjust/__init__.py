"""Adjusting: what the trials taught, and the next single change. `adjust` is the room's door."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay.adjust.lines import hole_effect, learned_from
from stathmos.core.bay.adjust.next_step import Bench, next_step
from stathmos.core.bay.adjust.words import Effect, Next
from stathmos.core.bay.measure import Measured
from stathmos.core.figures import Missing
from stathmos.core.heights import hole_pitch
from stathmos.core.stock import Kit, Stock

__all__ = ["Adjusted", "Effect", "Next", "adjust"]

LEAST_U = 0.005  # no trial's restoration is known better than half a per cent


@dataclass(frozen=True, kw_only=True)
class Adjusted:
    """The next thing to do, and what one step of each kind does on this rig; nothing without bars."""

    next: Next | None = None
    effects: tuple[Effect, ...] = ()


def adjust(measured: Measured, stock: Stock) -> Adjusted:
    """What to do next on a rig as it is measured so far."""
    kit = measured.kit
    if kit is None or not measured.windows:
        return Adjusted()
    u_of_one = _u_of_one_trial(measured)
    now = measured.now
    settings = now.coupled.settings
    shift = hole_effect(now.rest, settings.counts if settings else {}, hole_pitch(now.choice.in_force.shank))
    line = learned_from(now.rest, measured.trials, u_of_one, shift) if u_of_one else None
    lighter, stiffer = _next_kits(stock, kit)
    following, effects = next_step(
        Bench(
            measured=measured, kit=kit, window=measured.windows[0], line=line, u_of_one=u_of_one,
            lighter=lighter, stiffer=stiffer,
        )
    )  # fmt: skip
    return Adjusted(next=following, effects=effects)


def _u_of_one_trial(measured: Measured) -> float:
    """Standard uncertainty of one trial's restoration by its own marks alone; nothing where coupling did not lift the front."""
    rise, current = measured.arches.rise, measured.current
    if current is None or isinstance(rise, Missing) or isinstance(current.state.front, Missing) or rise.value <= 0:
        return 0.0
    return max(current.state.front.u / rise.value, LEAST_U)


def _next_kits(stock: Stock, kit: Kit) -> tuple[Kit | None, Kit | None]:
    """The next kit down and the next up of the same family, by tongue rating."""
    rating = kit.tongue_rating
    if rating is None:
        return None, None
    alike = [
        (one.tongue_rating.value, one)
        for one in stock.kits
        if one.family == kit.family and one.tongue_rating is not None
    ]
    below = [pair for pair in alike if pair[0] < rating.value]
    above = [pair for pair in alike if pair[0] > rating.value]
    lighter = max(below, key=lambda pair: pair[0], default=None)
    stiffer = min(above, key=lambda pair: pair[0], default=None)
    return lighter[1] if lighter else None, stiffer[1] if stiffer else None
