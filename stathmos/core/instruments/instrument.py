"""What is known of an instrument: where it is, how it speaks, how finely it reads, when it was looked at last."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from stathmos.core.instruments.line import PRESETS
from stathmos.core.units import KG_PER_LB

#: each kind, and its word
KINDS: dict[str, str] = {
    "tongue_scale": "tongue scale",
    "bathroom_scale": "bathroom scale with output",
    "gauge": "gauge under a ball",
    "weighbridge": "weighbridge indicator",
    "level": "level",
    "wrench": "torque wrench with output",
}


@dataclass(frozen=True, kw_only=True)
class Instrument:
    """One instrument. ``unit`` lb or kg; ``mark`` its smallest mark and ``capacity`` the most it weighs, kg; ``due`` when it is
    to be looked at again, None where nobody said."""

    name: str
    kind: str
    unit: str = "lb"
    mark: float = KG_PER_LB
    capacity: float = 1000.0
    serial: str = ""
    pattern: str = PRESETS["worded"][1]
    due: date | None = None


def past_due(instrument: Instrument, today: date) -> bool:
    """Whether it ought to have been looked at before today; one that nobody looks at is past its day always.

    >>> scale = Instrument(name="Yard", kind="tongue_scale", due=date(2026, 11, 26))
    >>> past_due(scale, date(2026, 11, 26)), past_due(scale, date(2026, 11, 27))
    (False, True)
    """
    return instrument.due is None or instrument.due < today

