"""The hand-over and its card as plain data."""

from __future__ import annotations

from collections.abc import Mapping

from stathmos.core import handover
from stathmos.core.bay import Fit
from stathmos.core.handover.gate import cautions
from stathmos.core.hitch_drawing import draw
from stathmos.core.report.findings import elevation, finding
from stathmos.core.report.hitch_drawing import hitch_drawing
from stathmos.core.report.writing import Tree
from stathmos.core.rig import Rig


def tree(found: handover.HandOver) -> Tree:
    """The drill, what hinders, what is to be known, the card as it stands now."""
    return {
        "steps": [
            {
                "key": step.key,
                "part": step.part,
                "does": step.does,
                "why": step.why,
                "caution": step.caution,
                "hold": step.hold,
                "done": step.done,
            }
            for step in found.steps
        ],
        "hindrances": [finding(one) for one in found.hindrances],
        "cautions": [finding(one) for one in found.cautions],
        "card": blocks(found.card),
        "hook_up": hook_up(found.hook_up),
    }


def hook_up(strip: handover.HookUp) -> Tree:
    """The strip for the customer: what is set and read, the order of on and off."""
    return {
        "facts": [{"name": one.name, "says": one.says, "hold": one.hold} for one in strip.facts],
        "on": list(strip.on),
        "off": list(strip.off),
    }


def blocks(of: tuple[handover.Block, ...]) -> list[Tree]:
    """The card's blocks, each a heading over its lines."""
    return [
        {"heading": block.heading, "lines": [{"name": line.name, "says": line.says} for line in block.lines]}
        for block in of
    ]


def card(rig: Rig, fit: Fit, names: Mapping[str, str], day: str) -> Tree:
    """Everything on the card: who, when, the rig to draw, the blocks, the cautions."""
    return {
        "names": dict(names),
        "day": day,
        "elevation": elevation(fit.now.elevation),
        "hitch": hitch_drawing(draw(fit.hitch)),
        "hook_up": hook_up(handover.hook_up(rig, fit)),
        "blocks": blocks(handover.card(rig, fit)),
        "cautions": list(handover.cautions_on_card(fit.hitch.family)),
        "known": [one.says for one in cautions(fit)][:4],
    }
