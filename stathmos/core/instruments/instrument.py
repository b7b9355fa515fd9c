"""What is known of an instrument: where it is, how it speaks, how finely it reads, when it was looked at last."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from stathmos.core.instruments.line import PRESETS
from stathmos.core.uncertainty import of_a_scale
from stathmos.core.units import KG_PER_LB

#: each kind: its word, and the share of a reading that it may be out, half-width: from memory, to be verified
KINDS: dict[str, tuple[str, float]] = {
    "tongue_scale": ("tongue scale", 0.01),
    "bathroom_scale": ("bathroom scale with output", 0.025),
    "gauge": ("gauge under a ball", 0.02),
    "weighbridge": ("weighbridge indicator", 0.001),
    "level": ("level", 0.0),
    "wrench": ("torque wrench with output", 0.04),
}
#: past its day an instrument is believed so much less
PAST_DUE = 3.0


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


def standard_doubt(instrument: Instrument, weight: float, today: date) -> float:
    """Standard uncertainty of what it reads, kg: half its mark, and its kind's share; past its day three times the share.

    >>> scale = Instrument(name="Yard", kind="tongue_scale", mark=0.0, due=date(2026, 11, 26))
    >>> round(standard_doubt(scale, 500.0, date(2026, 1, 1)), 2), round(standard_doubt(scale, 500.0, date(2027, 1, 1)), 2)
    (2.89, 8.66)
    """
    share = KINDS[instrument.kind][1] * (PAST_DUE if past_due(instrument, today) else 1.0)
    return of_a_scale(weight, instrument.mark, share)
