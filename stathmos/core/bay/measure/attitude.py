"""The trailer's attitude with the bars on, from the rail's heights."""

from __future__ import annotations

from stathmos.core.figures import Anything, Missing, work
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import NOT_FLAT
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH


def rail_difference(front: float, rear: float) -> float:
    """How much higher the rail stands in front, mm; negative is nose-down.

    >>> rail_difference(front=600.0, rear=612.0)
    -12.0
    """
    return front - rear


def coupled_attitude(rig: Rig, state: str = "coupled") -> Anything:
    """Rail front less rail rear, coupled without bars to set, as it travels or ``empty``, mm."""
    if rig.choice("bay.floor") == NOT_FLAT:
        return Missing(("bay.floor",))
    front, rear = (rig.figure(f"bay.rail_{end}_{state}") for end in ("front", "rear"))
    return work("rail front − rail rear", LENGTH, rail_difference, ATTITUDE.rule, front=front, rear=rear)


def attitude(rig: Rig, trial: Trial | None) -> Anything:
    """Rail front less rail rear with the bars on, in the last trial, mm."""
    if trial is None:
        return Missing(("trials.trial_1.rail_front",))
    if rig.choice("bay.floor") == NOT_FLAT:
        return Missing(("bay.floor",))  # two places of a floor that is not flat: their difference is the floor's too
    front, rear = (rig.figure(f"trials.{trial.key}.{name}") for name in ("rail_front", "rail_rear"))
    return work("rail front − rail rear", LENGTH, rail_difference, ATTITUDE.rule, front=front, rear=rear)
