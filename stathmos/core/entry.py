"""What one field of the rig means: the description from which the reader, the schema, the checks and the names come."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import Field, dataclass, field, fields

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
    label: str, dimension: str, read_at: str = "", low: float = 0.0, high: float = float("inf"), **more
) -> Field:
    return field(default=None, metadata={"entry": Entry(label, dimension, read_at, low, high, **more)})


def weight(label: str, read_at: str, low_lb: float, high_lb: float, **more) -> Field:
    return described(label, WEIGHT, read_at, low_lb * _LB, high_lb * _LB, **more)


def length(label: str, read_at: str, low_in: float, high_in: float, **more) -> Field:
    return described(label, LENGTH, read_at, low_in * _IN, high_in * _IN, **more)


def volume(label: str, read_at: str, high_gal: float, **more) -> Field:
    return described(label, VOLUME, read_at, 0.0, high_gal * L_PER_GAL, **more)


def pressure(label: str, read_at: str, high_kpa: float) -> Field:
    return described(label, PRESSURE, read_at, 0.0, high_kpa, usual="measured")


def rate(label: str, read_at: str, usual: str = "measured") -> Field:
    return described(label, RATE, read_at, 50 * _LB / _IN, 20000 * _LB / _IN, usual=usual)


def choice(label: str, read_at: str, *choices: tuple[str, str], usual: str = "label") -> Field:
    return described(label, CHOICE, read_at, choices=choices, usual=usual)


def flag(label: str, read_at: str) -> Field:
    return described(label, FLAG, read_at, choices=(("yes", "yes"), ("no", "no")), usual="measured")


def named(label: str, read_at: str = "") -> Field:
    return described(label, TEXT, read_at, usual="measured")


def entries(kind: type) -> Iterator[tuple[str, Entry]]:
    """Name and description of each field of a section, a load or a stock part."""
    for one in fields(kind):
        if "entry" in one.metadata:
            yield one.name, one.metadata["entry"]
