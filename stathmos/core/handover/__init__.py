"""The hand-over: the drill with the customer, the tests, the card, and what stands in the way of it. `hand_over` is its door."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.finding import Finding
from stathmos.core.handover.card import CAUTIONS, Block, card, inspection_in_days
from stathmos.core.handover.drill import COUPLING, UNCOUPLING, DrillStep, drill
from stathmos.core.handover.gate import HANDOVER, cautions, hindrances, tests, unsigned
from stathmos.core.rig import Rig

__all__ = [
    "CAUTIONS",
    "COUPLING",
    "HANDOVER",
    "UNCOUPLING",
    "Block",
    "DrillStep",
    "HandOver",
    "card",
    "drill",
    "hand_over",
    "tests",
    "unsigned",
    "inspection_in_days",
]


@dataclass(frozen=True)
class HandOver:
    """The drill as far as it is done, what hinders, what is to be known, and the card as it would be printed now."""

    steps: tuple[DrillStep, ...]
    hindrances: tuple[Finding, ...]
    cautions: tuple[Finding, ...]
    card: tuple[Block, ...]
    inspection_in_days: int


def hand_over(rig: Rig, fit: Fit, unsigned: tuple[Finding, ...] = ()) -> HandOver:
    """The hand-over of a rig as the bay left it."""
    steps = drill(rig, fit)
    return HandOver(
        steps, hindrances(fit, rig, steps, unsigned), cautions(fit), card(rig, fit), inspection_in_days(rig)
    )
