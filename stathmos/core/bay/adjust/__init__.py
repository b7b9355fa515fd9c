"""Adjusting: what the trials taught, and the next single change. `adjust` is the room's door."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay.adjust.case import Case
from stathmos.core.bay.adjust.next_step import Bench, next_step
from stathmos.core.bay.adjust.words import Effect, Next
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.measure.arches import of_trial, once_read_again
from stathmos.core.heights import hole_pitch
from stathmos.core.rig.bay import BUMPER_MIDDLE
from stathmos.core.stock import Kit, Stock

__all__ = ["Adjusted", "Effect", "Next", "adjust", "case_of"]


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
    lighter, stiffer = _next_kits(stock, kit)
    case = case_of(measured, kit)
    following, effects = next_step(Bench(measured=measured, case=case, lighter=lighter, stiffer=stiffer))
    return Adjusted(next=following, effects=effects)


def case_of(measured: Measured, kit: Kit) -> Case:
    """A measured rig as the coach sees it."""
    now = measured.now
    return Case(
        rest=now.rest, kit=kit, window=measured.windows[0], taped=measured.taped, trials=measured.trials,
        restored=measured.restored, order=now.rules.adjust_first, pitch=hole_pitch(now.choice.in_force.shank),
        again_u=_again_u(measured),
    )  # fmt: skip


def _again_u(measured: Measured) -> float | None:
    """How well the front of the last trial would be known, were it read again, mm."""
    last = measured.current
    if last is None:
        return None
    once = "front" in last.states.one_sided or measured.rig.choice("bay.marks") == BUMPER_MIDDLE
    return once_read_again(measured.rig, of_trial(last.trial.key), "front", 1 if once else 2)


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
