"""What one field of the rig means: the description from which the reader, the schema, the checks and the names come."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, fields

from stathmos.core.figures import Given
from stathmos.core.units import KG_PER_LB, L_PER_GAL, LENGTH, MM_PER_IN, PRESSURE, RATE, VOLUME, WEIGHT

CHOICE, FLAG, TEXT = "choice", "flag", "text"

TOP, SEAT = "top", "seat"
INSIDE_TOP, PIN_CENTRE = "inside_top", "pin_centre"
DATUMS = {
    TOP: "to the top",
    SEAT: "to the seat",
    INSIDE_TOP: "to the inside top of the tube",
    PIN_CENTRE: "to the pin-hole centre",
}

_LB, _IN = KG_PER_LB, MM_PER_IN


@dataclass(frozen=True)
class Entry:
    """What one field of the rig means.

    ``low``/``high``: outside them a figure cannot be believed (core units).
    ``usual``: the provenance that a figure in this field mostly has.
    ``choices``: value -> word, for a choice. ``datums``: the first is the usual one.
    ``halves``: a count that may be half of one (half a chain link).
    """

    label: str
    dimension: str
    read_at: str = ""
    low: float = 0.0
    high: float = float("inf")
    usual: str = "label"
    choices: tuple[tuple[str, str], ...] = ()
    datums: tuple[str, ...] = ()
    halves: bool = False


def described(
    label: str,
    dimension: str,
    read_at: str = "",
    low: float = 0.0,
    high: float = float("inf"),
    *,
    usual: str = "label",
    choices: tuple[tuple[str, str], ...] = (),
    datums: tuple[str, ...] = (),
    halves: bool = False,
) -> Given | None:
    """A field that holds a figure or a word, or nothing while it is not known; its `Entry` goes with it.

    As `dataclasses.field` does, it says the type of what the field holds, and not that of a `Field`.
    """
    entry = Entry(label, dimension, read_at, low, high, usual, choices, datums, halves)
    return field(default=None, metadata={"entry": entry})


def weight(label: str, read_at: str, low_lb: float, high_lb: float, usual: str = "label") -> Given | None:
    """A weight, believed between two limits in pounds."""
    return described(label, WEIGHT, read_at, low_lb * _LB, high_lb * _LB, usual=usual)


def length(
    label: str, read_at: str, low_in: float, high_in: float, usual: str = "label", datums: tuple[str, ...] = ()
) -> Given | None:
    """A length, believed between two limits in inches."""
    return described(label, LENGTH, read_at, low_in * _IN, high_in * _IN, usual=usual, datums=datums)


def volume(label: str, read_at: str, high_gal: float, usual: str = "label") -> Given | None:
    """A volume, believed up to a limit in US gallons."""
    return described(label, VOLUME, read_at, 0.0, high_gal * L_PER_GAL, usual=usual)


def pressure(label: str, read_at: str, high_kpa: float) -> Given | None:
    """A pressure, believed up to a limit in kPa."""
    return described(label, PRESSURE, read_at, 0.0, high_kpa, usual="measured")


def rate(label: str, read_at: str, usual: str = "measured") -> Given | None:
    """A spring's rate."""
    return described(label, RATE, read_at, 50 * _LB / _IN, 20000 * _LB / _IN, usual=usual)


def choice(label: str, read_at: str, *choices: tuple[str, str], usual: str = "label") -> Given | None:
    """One of several, each a key and its word."""
    return described(label, CHOICE, read_at, choices=choices, usual=usual)


def flag(label: str, read_at: str) -> Given | None:
    """Yes or no."""
    return described(label, FLAG, read_at, choices=(("yes", "yes"), ("no", "no")), usual="measured")


def named(label: str, read_at: str = "") -> Given | None:
    """Free words."""
    return described(label, TEXT, read_at, usual="measured")


def entries(kind: type) -> Iterator[tuple[str, Entry]]:
    """Name and description of each field of a section, a load or a stock part."""
    for one in fields(kind):
        if "entry" in one.metadata:
            yield one.name, one.metadata["entry"]
