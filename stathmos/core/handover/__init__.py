"""The hand-over: the drill with the customer, the tests, the card, and what stands in the way of it. `hand_over` is its door."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.finding import Finding
from stathmos.core.handover.card import Block, card, cautions_on_card, inspection_in_days
from stathmos.core.handover.drill import COUPLING, UNCOUPLING, DrillStep, drill
from stathmos.core.handover.gate import HANDOVER, cautions, hindrances, tests, unsigned
from stathmos.core.handover.hook_up import HookUp, hook_up
from stathmos.core.rig import Rig

__all__ = [
    "COUPLING",
    "HANDOVER",
    "UNCOUPLING",
    "Block",
    "DrillStep",
    "HandOver",
    "card",
    "cautions_on_card",
    "drill",
    "hand_over",
    "hook_up",
    "HookUp",
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
    hook_up: HookUp


def hand_over(rig: Rig, fit: Fit, unsigned: tuple[Finding, ...] = ()) -> HandOver:
    """The hand-over of a rig as the bay left it."""
    steps = drill(rig, fit)
    return HandOver(
        steps=steps,
        hindrances=hindrances(fit, rig, steps, unsigned),
        cautions=cautions(fit),
        card=card(rig, fit),
        inspection_in_days=inspection_in_days(rig),
        hook_up=hook_up(rig, fit),
    )
