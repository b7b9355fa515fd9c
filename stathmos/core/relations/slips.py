"""How a figure is misread or mistyped: digits swapped, lost, doubled or alike, the other unit, two figures exchanged."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

from stathmos.core.figures import Given
from stathmos.core.relations.relation import Relation, Slip
from stathmos.core.rig import Rig, entry_at
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_FT, MM_PER_IN, WEIGHT

#: digits that are taken for each other on a worn label: from memory
ALIKE = ("38", "17", "56", "68", "08", "49", "27", "58")
SWAPPED, OTHER_UNIT, LOST, DOUBLED, EXCHANGED, MISREAD = (
    "swapped",
    "other_unit",
    "lost",
    "doubled",
    "exchanged",
    "misread",
)
#: the units that a bare number may be meant in, core units
_UNITS = {WEIGHT: (KG_PER_LB, 1.0), LENGTH: (MM_PER_IN, MM_PER_FT, 1.0, 10.0)}
_WHOLE = re.compile(r"\d[\d,]*")

#: whether a relation would hold with some figures written otherwise
Agrees = Callable[[Relation, Rig, Mapping[str, float]], bool]


class Read(NamedTuple):
    """A figure as digits in a unit."""

    digits: str
    unit: float


def slips(
    rig: Rig, figures: Mapping[str, Given], relations: Sequence[Relation], broken: Sequence[Relation], agrees: Agrees
) -> tuple[Slip, ...]:
    """The single slip that, put right, mends all that is broken and breaks nothing else; none where several would do alike."""
    found: list[Slip] = []
    for slip in _edits(rig, figures):
        concerned = [*broken, *(one for one in relations if any(path in slip.writes for path in one.paths))]
        if all(_believed(path, value) for path, value in slip.writes.items()) and all(
            agrees(one, rig, slip.writes) for one in concerned
        ):
            found.append(slip)
    different = [slip for at, slip in enumerate(found) if not any(_alike(slip, other) for other in found[:at])]
    return tuple(different) if len(different) == 1 else ()


def _alike(one: Slip, other: Slip) -> bool:
    """Whether two slips come to the same figures."""
    return one.writes.keys() == other.writes.keys() and all(
        abs(value - other.writes[path]) < 1e-6 * max(1.0, value) for path, value in one.writes.items()
    )


def _believed(path: str, value: float) -> bool:
    entry = entry_at(path)
    return entry is not None and entry.low <= value <= entry.high


def _edits(rig: Rig, figures: Mapping[str, Given]) -> Iterator[Slip]:
    for path, given in figures.items():
        read = as_digits(given)
        if read is not None:
            for kind, digits in misread(read.digits):
                yield Slip(kind, {path: int(digits) * read.unit})
            for unit in _UNITS[given.dimension]:
                if unit != read.unit:
                    yield Slip(OTHER_UNIT, {path: int(read.digits) * unit})
    paths = list(figures)
    for at, path in enumerate(paths):
        for other in paths[at + 1 :]:
            one, beside = entry_at(path), entry_at(other)
            if (
                one is not None
                and beside is not None
                and (one.dimension, one.read_at) == (beside.dimension, beside.read_at)
            ):
                yield Slip(EXCHANGED, {path: figures[other].value, other: figures[path].value})


def as_digits(given: Given) -> Read | None:
    """The whole number that was typed, and what one of it is in the core's unit; None where it is no whole number.

    >>> from stathmos.core.figures import Provenance
    >>> as_digits(Given(3700 * KG_PER_LB, WEIGHT, Provenance.LABEL, typed="3,700 lb"))
    Read(digits='3700', unit=0.45359237)
    """
    found = _WHOLE.match(given.typed.strip())
    if found is None:
        return None
    digits = found[0].replace(",", "")
    for unit in _UNITS.get(given.dimension, ()):
        if abs(int(digits) * unit - given.value) < 1e-6:
            return Read(digits, unit)
    return None


def common_slips(given: Given) -> Iterator[float]:
    """What a figure may truly be, had it been misread or mistyped by itself, in the core's unit; nothing of what is no whole number."""
    read = as_digits(given)
    if read is not None:
        for _, digits in misread(read.digits):
            yield int(digits) * read.unit
        for unit in _UNITS[given.dimension]:
            if unit != read.unit:
                yield int(read.digits) * unit


def misread(digits: str) -> Iterator[tuple[str, str]]:
    """What digits may have been, each with the kind of slip: one at a time.

    >>> [(kind, other) for kind, other in misread("73") if kind != LOST]
    [('swapped', '37'), ('doubled', '3'), ('misread', '13'), ('misread', '23'), ('doubled', '7'), ('misread', '78')]
    >>> ("lost", "730") in misread("73"), ("lost", "773") in misread("73")
    (True, True)
    """
    for at in range(len(digits) - 1):
        if digits[at] != digits[at + 1]:
            swapped = digits[:at] + digits[at + 1] + digits[at] + digits[at + 2 :]
            if swapped[0] != "0":
                yield SWAPPED, swapped
    for at in range(len(digits) + 1):
        for digit in "0123456789":
            longer = digits[:at] + digit + digits[at:]
            if longer[0] != "0":
                yield LOST, longer
    for at in range(len(digits)):
        fewer = digits[:at] + digits[at + 1 :]
        if fewer and fewer[0] != "0":
            yield DOUBLED, fewer
        for pair in ALIKE:
            if digits[at] in pair:
                other = pair[1 - pair.index(digits[at])]
                if at or other != "0":
                    yield MISREAD, digits[:at] + other + digits[at + 1 :]
