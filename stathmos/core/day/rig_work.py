"""What a rig's own answer says of the work on it: what its time is made of, which wrenches it wants, what must be so first."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.day.kinds import BAY_SIGNED, LABELS, NOT_REFUSED, SIGNED, WEIGHED
from stathmos.core.day.length import Work
from stathmos.core.figures import Missing, Provenance
from stathmos.core.finding import REFUSED
from stathmos.core.handover.drill import drill
from stathmos.core.joints import BY_FEEL
from stathmos.core.parts_list import BUY
from stathmos.core.rig import Rig
from stathmos.core.selection import extras_of
from stathmos.core.stockroom import Item, Need
from stathmos.core.uncertainty import chance_between

#: the desk's stations, which are signed before a fit
DESK = ("meet", "load", "weigh", "ratings", "height", "hitch")


def likely_at_first(fit: Fit) -> float | None:
    """How likely the rig stands inside its window with the setting that it begins with, by the model; None where it tells nothing.

    The predicted restoration with its spread, against the window of the school in force.
    """
    now = fit.now
    predicted = now.coupled.states[-1].restoration if now.coupled.settings is not None else None
    if predicted is None or isinstance(predicted, Missing):
        return None
    window = now.rest.school
    return chance_between(window.low, window.high, predicted.value, predicted.u)


def family_of(fit: Fit) -> str:
    """The family of the kit in force; empty without bars."""
    kit = fit.now.choice.in_force.kit
    return "" if kit is None else kit.family


def work_of(rig: Rig, fit: Fit, house_trials: tuple[int, ...] = ()) -> Work:
    """What the work on a rig is made of. ``house_trials``: trials of each fit that the house made with its kit's family."""
    bars = fit.now.choice.in_force.kit is not None
    return Work(
        bars=bars,
        likely=likely_at_first(fit),
        joints=len(fit.proved.torque) + sum(one.joints for one in extras_of(rig, fit.measured.kit) if one.surely),
        steps=len(drill(rig, fit)),
        passes=3 if bars else 2,
        house_trials=house_trials,
    )


@dataclass(frozen=True)
class Wrenches:
    """The torque wrenches that a rig's bolts want, by name; and the joints that none in the house reaches."""

    names: tuple[str, ...]
    unreached: tuple[str, ...]


def wrenches_of(fit: Fit) -> Wrenches:
    """Which wrench of the bay is taken for each joint that is tightened with one."""
    served = [one for one in fit.proved.served if one.fastener.by not in BY_FEEL]
    names = dict.fromkeys(one.best.wrench for one in served if one.best is not None)
    return Wrenches(tuple(names), tuple(one.name for one in served if one.best is None))


def needs_of(fit: Fit) -> tuple[Need, ...]:
    """The parts of the catalogue that are to be had for a rig's build and what follows from it."""
    return tuple(
        Need(Item(line.kind, line.name), line.quantity) for line in fit.now.parts.lines if line.state == BUY and line.kind
    )  # fmt: skip


def not_yet(fit: Fit, signed: Collection[str], stale: Collection[str]) -> tuple[str, ...]:
    """What of all that may have to be so before a job is not so. ``signed``: stations with a signature, ``stale``: whose no longer stands."""
    now, found = fit.now, []
    if now.to_read:
        found.append(LABELS)
    tongue = now.weights.tongue
    if isinstance(tongue, Missing) or tongue.provenance is not Provenance.MEASURED:
        found.append(WEIGHED)
    if any(one not in signed or one in stale for one in DESK):
        found.append(SIGNED)
    if "bay" not in signed or "bay" in stale:
        found.append(BAY_SIGNED)
    if any(one.state == REFUSED for one in now.findings):
        found.append(NOT_REFUSED)
    return tuple(found)
