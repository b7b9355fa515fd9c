"""How a hitch is set, for drawing it: its parts, its counts, and the few lengths that the drawing keeps to scale."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.families import Family
from stathmos.core.figures import Given
from stathmos.core.settings import Allowed, Kind, settings_of
from stathmos.core.stock import Kit

# from memory, to be verified: where it was not measured
_DEPTH, _BRACKET, _BALL = 127.0, 711.0, 500.0
_HOLES = 6


@dataclass(frozen=True, kw_only=True)
class Count:
    """How many of one kind are set, of how many there are. ``number``: None where it is not known."""

    kind: Kind
    number: float | None
    least: float
    most: float


@dataclass(frozen=True, kw_only=True)
class AsSet:
    """A hitch to draw, mm. ``counts``: by the kind's key. ``bracket`` and ``bar_end``: from the ball; ``ball``: its top above the ground.

    ``up``: whether the shank is turned up; ``hole``: the head's hole of ``holes``, from the bottom.
    """

    family: Family
    counts: Mapping[str, Count] = field(default_factory=dict)
    bracket: float = _BRACKET
    bar_end: float = _BRACKET + 90
    ball: float = _BALL
    depth: float = _DEPTH
    underslung: bool = False
    up: bool = False
    hole: int | None = None
    holes: int = 1

    @property
    def parts(self) -> tuple[str, ...]:
        """What it is made of."""
        return self.family.made_of


def _or(given: Given | None, else_: float) -> float:
    return else_ if given is None else given.value


def counts_of(kit: Kit | None, numbers: Mapping[str, float | None]) -> dict[str, Count]:
    """Each kind that a kit is set by, with its count: as it was counted, else as its maker has one begin."""

    def count(one: Allowed) -> Count:
        number = numbers.get(one.kind.key)
        begins = one.start.value if one.start is not None else None
        return Count(
            kind=one.kind,
            number=begins if number is None else number,
            least=one.least_of_it,
            most=_or(one.most, _HOLES),
        )

    return {one.kind.key: count(one) for one in settings_of(kit)}


def of_kit(kit: Kit) -> AsSet:
    """A kit of the catalog, as its maker has one begin."""
    bracket = _or(kit.bracket_distance, _or(kit.bracket_most, _BRACKET))
    family = kit.held
    end = bracket + 90 if family.reaches_past else bracket
    return AsSet(family=family, counts=counts_of(kit, {}), bracket=bracket, bar_end=_or(kit.bar_length, end))
