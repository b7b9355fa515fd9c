"""The trailer's attitude with the bars on, from the rail's heights."""

from __future__ import annotations

from stathmos.core.figures import Anything, Missing, work
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import BY_BUBBLE, NOT_FLAT
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.uncertainty import rectangular
from stathmos.core.units import LENGTH, MM_PER_IN


def rail_difference(front: float, rear: float) -> float:
    """How much higher the rail stands in front, mm; negative is nose-down.

    >>> rail_difference(front=600.0, rear=612.0)
    -12.0
    """
    return front - rear


BUBBLE = (
    MM_PER_IN / 16 * 4
)  # a four-foot level is read to a sixteenth: that over a frame of some 16 ft, mm; from memory, to be verified


def can_be_compared(rig: Rig) -> bool:
    """Whether the rail tells the attitude: on a flat floor; on another by what a bubble called level, on the same spot."""
    if rig.choice("bay.floor") != NOT_FLAT:
        return True
    return rig.choice("bay.levelled_by") == BY_BUBBLE and rig.choice("bay.stayed") == "yes"


def _against_level(rig: Rig, front: Anything, rear: Anything) -> Anything:
    """Rail front less rail rear, mm; on a floor that is not flat less what it was there with the trailer level by the bubble."""
    if rig.choice("bay.floor") != NOT_FLAT:
        return work("rail front − rail rear", LENGTH, rail_difference, ATTITUDE.rule, front=front, rear=rear)
    level = {f"{end}_level": rig.figure(f"bay.rail_{end}_level") for end in ("front", "rear")}
    apart = work(
        "(rail front − rail rear) − the same, level by the bubble", LENGTH,
        lambda front, rear, front_level, rear_level: rail_difference(front, rear) - rail_difference(front_level, rear_level),
        ATTITUDE.rule, front=front, rear=rear, **level,
    )  # fmt: skip
    return apart if isinstance(apart, Missing) else apart.doubted({"~bubble": rectangular(BUBBLE)})


def coupled_attitude(rig: Rig, state: str = "coupled") -> Anything:
    """Rail front less rail rear, coupled without bars to set, as it travels or ``empty``, mm."""
    if not can_be_compared(rig):
        return Missing(("bay.floor",))
    front, rear = (rig.figure(f"bay.rail_{end}_{state}") for end in ("front", "rear"))
    return _against_level(rig, front, rear)


def attitude(rig: Rig, trial: Trial | None) -> Anything:
    """Rail front less rail rear with the bars on, in the last trial, mm."""
    if trial is None:
        return Missing(("trials.trial_1.rail_front",))
    if not can_be_compared(rig):
        return Missing(("bay.floor",))  # two places of a floor that is not flat: their difference is the floor's too
    front, rear = (rig.figure(f"trials.{trial.key}.{name}") for name in ("rail_front", "rail_rear"))
    return _against_level(rig, front, rear)
