"""Instruments that speak: what one is, how its line is read, and when what it shows may be taken down."""

from stathmos.core.instruments.indicator import STATES, Indicator, Shown, refusal
from stathmos.core.instruments.instrument import KINDS, UNITS, Instrument, Kind, past_due
from stathmos.core.instruments.line import GROUPS, PRESETS, Line, PatternError, compiled, read_line

__all__ = [
    "GROUPS",
    "KINDS",
    "UNITS",
    "Kind",
    "PRESETS",
    "STATES",
    "Indicator",
    "Instrument",
    "Line",
    "PatternError",
    "Shown",
    "compiled",
    "past_due",
    "read_line",
    "refusal",
]
