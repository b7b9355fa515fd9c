"""What must be tight and made sure before the rig is coupled, and before it is loaded."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core.bay.check import Check
from stathmos.core.bay.prove.torque import Fastener, worst
from stathmos.core.families import Family
from stathmos.core.finding import GOOD, REFUSED, UNKNOWN
from stathmos.core.joints import JOINTS
from stathmos.core.looks import LOOKS
from stathmos.core.procedure import SECURE, SETTING, STAGES, TORQUE

#: bolts that were undone for a setting, and are tight again
RETIGHTENED = "retightened"


@dataclass(frozen=True)
class Unsafe:
    """One thing that is not tight, not in or not written down: its name and how it stands."""

    name: str
    state: str


def unsafe_before(
    family: Family, stage: str, torque: tuple[Fastener, ...], looks: tuple[Check, ...]
) -> tuple[Unsafe, ...]:
    """What of all that comes before a stage is not good yet, in its order."""
    states: Mapping[str, str] = {one.key: one.state for one in looks}
    found = []
    for step in family.steps:
        if not step.of or STAGES.index(step.stage) >= STAGES.index(stage):
            continue
        if step.kind == TORQUE and (bolts := tuple(one for one in torque if one.joint == step.of)):
            back = stage == SETTING and states.get(RETIGHTENED) == GOOD and step.carries
            found.append(Unsafe(JOINTS[step.of].name, GOOD if back else worst(bolts)))
        if step.kind == SECURE:
            found.append(Unsafe(LOOKS[step.of].name, states.get(step.of, UNKNOWN)))
    return tuple(one for one in found if one.state in (REFUSED, UNKNOWN))
