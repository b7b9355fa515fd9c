"""What is known of an instrument: where it is, how it speaks, how finely it reads, when it was looked at last."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from stathmos.core.instruments.line import PRESETS
from stathmos.core.units import ANGLE, COUPLE, KG_PER_LB, WEIGHT


@dataclass(frozen=True, kw_only=True)
class Kind:
    """What an instrument is: its word, what it measures, in which units it may be set, whether it may show less than nothing. ``most``:
    more than this no capacity is believed, in the core's unit."""

    word: str
    measures: str
    units: tuple[str, ...]
    most: float
    signed: bool = False


_WEIGHT_UNITS, _TORQUE_UNITS = ("lb", "kg"), ("ft·lb", "N·m")
_MOST_WEIGHT, _MOST_TORQUE = 60_000.0, 300_000.0
KINDS: Mapping[str, Kind] = {
    "tongue_scale": Kind(word="tongue scale", measures=WEIGHT, units=_WEIGHT_UNITS, most=_MOST_WEIGHT),
    "bathroom_scale": Kind(word="bathroom scale with output", measures=WEIGHT, units=_WEIGHT_UNITS, most=_MOST_WEIGHT),
    "gauge": Kind(word="gauge under a ball", measures=WEIGHT, units=_WEIGHT_UNITS, most=_MOST_WEIGHT),
    "weighbridge": Kind(word="weighbridge indicator", measures=WEIGHT, units=_WEIGHT_UNITS, most=_MOST_WEIGHT),
    "level": Kind(word="level", measures=ANGLE, units=("°",), most=math.pi / 2, signed=True),
    "wrench": Kind(word="torque wrench with output", measures=COUPLE, units=_TORQUE_UNITS, most=_MOST_TORQUE),
}
#: every unit that an instrument may be set to, and the system of units that it is of
UNITS: Mapping[str, str] = {"lb": "us", "kg": "metric", "ft·lb": "us", "N·m": "metric", "°": "us"}


@dataclass(frozen=True, kw_only=True)
class Instrument:
    """One instrument. ``unit`` one of its kind's; ``mark`` its smallest mark and ``capacity`` the most it shows, in the core's unit;
    ``due`` when it is to be looked at again, None where nobody said."""

    name: str
    kind: str
    unit: str = "lb"
    mark: float = KG_PER_LB
    capacity: float = 1000.0
    serial: str = ""
    pattern: str = PRESETS["worded"][1]
    due: date | None = None

    @property
    def of(self) -> Kind:
        """What it is."""
        return KINDS[self.kind]


def past_due(instrument: Instrument, today: date) -> bool:
    """Whether it ought to have been looked at before today; one that nobody looks at is past its day always.

    >>> scale = Instrument(name="Yard", kind="tongue_scale", due=date(2026, 11, 26))
    >>> past_due(scale, date(2026, 11, 26)), past_due(scale, date(2026, 11, 27))
    (False, True)
    """
    return instrument.due is None or instrument.due < today
