"""The trailer's attitude with the bars on, from the rail's heights."""

from __future__ import annotations

from stathmos.core.figures import Anything, Given, Missing, Provenance, work
from stathmos.core.rig import Rig, Trial
from stathmos.core.rig.bay import BY_BUBBLE, FRONT_HIGH, LEVEL, NOT_FLAT, REAR_HIGH
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.uncertainty import rectangular, tape
from stathmos.core.units import LENGTH, MM_PER_IN


def rail_difference(front: float, rear: float) -> float:
    """How much higher the rail stands in front, mm; negative is nose-down.

    >>> rail_difference(front=600.0, rear=612.0)
    -12.0
    """
    return front - rear


LEVEL_LENGTH = 48 * MM_PER_IN  # a four-foot level
READ_TO = MM_PER_IN / 16  # how well the lift under its end is read, mm: from memory, to be verified
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


def over_the_frame(off: float, frame: float) -> float:
    """Rail front less rail rear by a level laid on it, mm.  off · frame / 4 ft

    ``off``: how far its low end is lifted until the bubble centers, mm, less than nothing where the front is low; ``frame`` mm.

    >>> round(over_the_frame(off=-6.35, frame=4 * 1219.2), 2)
    -25.4
    """
    return off * frame / LEVEL_LENGTH


def by_level(rig: Rig, trial: Trial) -> Anything:
    """Rail front less rail rear by a 4 ft level laid along it with the bars on, mm: a bubble tells slope on any floor."""
    place = f"trials.{trial.key}"
    way, off = rig.choice(f"{place}.bubble_way"), rig.figure(f"{place}.bubble")
    if way == LEVEL:
        off = Given(0.0, LENGTH, Provenance.MEASURED, path=f"{place}.bubble")
    elif way not in (FRONT_HIGH, REAR_HIGH):
        return Missing((f"{place}.bubble_way",))
    sign = -1.0 if way == REAR_HIGH else 1.0
    return work(
        "off · frame / 4 ft", LENGTH, lambda off, frame: sign * over_the_frame(off, frame), ATTITUDE.rule,
        off=tape(off, READ_TO), frame=rig.figure("trailer.frame_length"),
    )  # fmt: skip


def attitude(rig: Rig, trial: Trial | None) -> Anything:
    """Rail front less rail rear with the bars on, in the last trial, mm: by the tape where it tells, else by a level on the frame."""
    if trial is None:
        return Missing(("trials.trial_1.rail_front",))
    told = by_level(rig, trial)
    taped = trial.rail_front is not None and trial.rail_rear is not None
    if not isinstance(told, Missing) and not (taped and can_be_compared(rig)):
        return told
    if not can_be_compared(rig):
        return Missing(("bay.floor",))  # two places of a floor that is not flat: their difference is the floor's too
    front, rear = (rig.figure(f"trials.{trial.key}.{name}") for name in ("rail_front", "rail_rear"))
    return _against_level(rig, front, rear)
