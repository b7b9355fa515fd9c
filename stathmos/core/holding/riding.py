"""What rides in the vehicle or in the trailer as it stands: one load parted in two is still the same load."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from stathmos.core.holding.writing import alike

PLACED_ALIKE = 10.0  # mm: a load within this stands where it stood (assumed)


@dataclass(frozen=True)
class Riding:
    """What rides of one kind at one place, kg and litres; ``at`` mm, None where nobody wrote it."""

    kind: str
    at: float | None
    weight: float
    volume: float


def gathered(loads: Iterable[Riding]) -> tuple[Riding, ...]:
    """Loads of one kind at one place taken together; what weighs nothing is not there.

    >>> two = [Riding("gear", 500.0, 30.0, 0.0), Riding("gear", 501.0, 20.0, 0.0), Riding("bed", None, 0.0, 0.0)]
    >>> [(one.kind, one.weight) for one in gathered(two)]
    [('gear', 50.0)]
    """
    found: list[Riding] = []
    for load in sorted(loads, key=lambda one: (one.kind, one.at is not None, one.at or 0.0)):
        if load.weight <= 0 and load.volume <= 0:
            continue
        if found and _together(found[-1], load):
            load = Riding(load.kind, found[-1].at, found[-1].weight + load.weight, found[-1].volume + load.volume)
            found.pop()
        found.append(load)
    return tuple(found)


def _together(one: Riding, other: Riding) -> bool:
    if one.kind != other.kind or (one.at is None) != (other.at is None):
        return False
    return one.at is None or other.at is None or abs(one.at - other.at) <= PLACED_ALIKE


def ride_alike(some: tuple[Riding, ...], others: tuple[Riding, ...], slack: float = 0.0) -> bool:
    """Whether the same rides at the same places; with ``slack``, but for so many kg put in, taken out or moved in all.

    >>> ride_alike((Riding("bed", None, 68.0, 0.0),), (Riding("bed", None, 86.0, 0.0),), slack=27.0)
    True
    """
    if slack:
        return _moved(some, others) <= slack
    return len(some) == len(others) and all(
        _together(one, other) and alike(one.weight, other.weight, 0.05) and alike(one.volume, other.volume, 0.05)
        for one, other in zip(some, others, strict=True)
    )


def _moved(some: tuple[Riding, ...], others: tuple[Riding, ...]) -> float:
    """How much rides otherwise, kg: what is there and not here, or here and not there; a litre for a kilogram."""
    left = list(others)
    found = 0.0
    for one in some:
        match = next((other for other in left if _together(one, other)), None)
        if match is None:
            found += one.weight + one.volume
        else:
            left.remove(match)
            found += abs(one.weight - match.weight) + abs(one.volume - match.volume)
    return found + sum(one.weight + one.volume for one in left)
