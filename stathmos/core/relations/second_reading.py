"""A second reading held against the first: one more row of the rig's own for each figure that was read twice."""

from __future__ import annotations

from collections.abc import Iterator

from stathmos.core.figures import Given, Missing
from stathmos.core.relations.relation import Relation
from stathmos.core.rig import Rig, SecondReading, entry_at
from stathmos.core.rig.second_readings import key_of, path_of
from stathmos.core.units import LENGTH, WEIGHT

#: by how much two readings of one label may differ, kg and mm: one is in pounds or inches, the other rounded to kilograms or millimeters
ROUNDING = {WEIGHT: 1.0, LENGTH: 2.0}
SHARE_OF_ROUNDING = 0.001


def of_second_readings(rig: Rig) -> Iterator[Relation]:
    """One row for each figure that was read twice, where the second reading is of the figure as it is written now."""
    for again in rig.second_readings:
        path = path_of(again.key)
        first, entry = rig.figure(path) if entry_at(path) else None, entry_at(path)
        if isinstance(first, Given) and entry is not None and _holds(again, first):
            yield _row(path, first, entry.read_at)


def _row(path: str, first: Given, read_at: str) -> Relation:
    slack = ROUNDING.get(first.dimension, 0.0) + SHARE_OF_ROUNDING * abs(first.value)
    return Relation(
        key=f"second_{key_of(path)}", figures={"first": path, "second": f"second_readings.{key_of(path)}.reading"},
        room=lambda first, second: slack - abs(first - second),
        states="Two readings of one figure are the same.", settled_by=read_at or "the figure itself", is_second_reading=True,
    )  # fmt: skip


def _holds(again: SecondReading, first: Given) -> bool:
    """Whether it was read of this figure: another that was written since waits for a second reading of its own.

    Where the figure was put right by its second reading, that one holds too.
    """
    if again.reading is None or again.beside is None or again.reading.dimension != first.dimension:
        return False
    return again.beside.typed == first.typed or abs(again.reading.value - first.value) < 1e-6


def is_typed(rig: Rig, path: str) -> bool:
    """Whether a second reading of a figure as it is written now was typed, be it one that cannot be read."""
    again = rig.one("second_readings", key_of(path))
    first = rig.figure(path) if entry_at(path) else None
    if again is None or again.beside is None or not isinstance(first, Given):
        return False
    return again.beside.typed == first.typed or _holds(again, first)


def is_missing(rig: Rig, path: str) -> bool:
    """Whether a figure as it is written now was not read a second time."""
    if entry_at(path) is None:
        return True
    again, first = rig.one("second_readings", key_of(path)), rig.figure(path)
    return again is None or isinstance(first, Missing) or not _holds(again, first)
