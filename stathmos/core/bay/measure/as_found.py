"""A hitch that was used before: its bolts, bars and holes as they were found. Common practice, no source."""

from __future__ import annotations

from stathmos.core.bay.check import Check, seen
from stathmos.core.rig import Rig

IS_NEW = "bay.hitch_is_new"


def was_used(rig: Rig) -> bool:
    """Whether the hitch was used before."""
    return rig.choice(IS_NEW) == "no"


def as_found(rig: Rig) -> tuple[Check, ...]:
    """Check what was found on it; nothing where the hitch is new."""
    if not was_used(rig):
        return ()
    return (
        seen(
            rig, "bay.found_torque", "found_torque", "Bolts as found", "The bolts were at their torque.",
            "Bolts were not at their torque: look at each hole and thread, then tighten every bolt anew.",
            "Never trust the last fitter's torque. A bolt that was loose may have worn its hole.", refuses=False,
        ),
        seen(
            rig, "bay.found_bars", "found_bars", "Bars as found", "The bars are straight.",
            "A bar is bowed: it does not go back on. The kit is too light for this load, or was overloaded.",
            "A bowed bar has yielded. It moves less weight, and may break.",
        ),
        seen(
            rig, "bay.found_holes", "found_holes", "Holes as found", "The holes are round and the pins snug.",
            "A hole is worn or a pin is loose: replace the part before anything is coupled.",
            "A worn hole lets the head move, and it wears faster from then on.",
        ),
    )  # fmt: skip
