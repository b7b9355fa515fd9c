"""Proving: what is looked at once the bars are set, the torque sheet, the tools it takes. `prove` is the room's door."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.prove.proof import proofs
from stathmos.core.bay.prove.tools import Served, Tool, served, tools
from stathmos.core.bay.prove.torque import Fastener, sheet
from stathmos.core.stock import Stock

__all__ = ["Proved", "prove"]


@dataclass(frozen=True, kw_only=True)
class Proved:
    """Each proof, each bolt, each joint against the bay's wrenches, and what to lay out."""

    proofs: tuple[Check, ...]
    torque: tuple[Fastener, ...]
    served: tuple[Served, ...]
    tools: tuple[Tool, ...]


def prove(measured: Measured, stock: Stock) -> Proved:
    """What is proved so far of a rig in the bay."""
    kit, rig = measured.kit, measured.rig
    bolts = sheet(rig, kit, measured.now.choice.in_force.ball, stock.wrenches)
    by_joint = served(bolts, stock.wrenches)
    last = measured.trials[-1].trial if measured.trials else None
    return Proved(
        proofs=proofs(rig, measured.now, last, measured.attitude),
        torque=bolts,
        served=by_joint,
        tools=tools(kit, bolts, by_joint),
    )
