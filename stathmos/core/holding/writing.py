"""One thing that was written down, and whether two such things say the same."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Protocol

from stathmos.core.entry import CHOICE, FLAG, NAMES, TEXT
from stathmos.core.rig import entry_at

NOW = math.inf
ALIKE = 2e-3  # share within which two figures are one: an inch figure in millimetres, a pound more in a bag (assumed)
WORDS = (CHOICE, FLAG, TEXT, NAMES)


class Writing(Protocol):
    """One thing written down at a path, in one save with others (its ``moment``).

    ``amount`` in the core's unit, none for words; ``typed`` is blank where a figure was taken back.
    """

    @property
    def path(self) -> str: ...
    @property
    def moment(self) -> float: ...
    @property
    def typed(self) -> str: ...
    @property
    def amount(self) -> float | None: ...


@dataclass(frozen=True)
class Drafted:
    """What is typed and not saved: it stands as things stand now."""

    path: str
    typed: str
    amount: float | None = None
    moment: float = NOW


def alike(one: float, other: float, within: float = 1e-9) -> bool:
    """Whether two figures are one, within a share that no tape or scale tells apart, or within a length.

    >>> alike(533.4, 533.0), alike(4.0, 3.0)
    (True, False)
    """
    return math.isclose(one, other, rel_tol=ALIKE, abs_tol=within)


def say_the_same(one: Writing, other: Writing) -> bool:
    """Whether two writings of one kind of thing say the same, whatever unit they are in."""
    entry = entry_at(one.path)
    if one.amount is None or other.amount is None or entry is None or entry.dimension in WORDS:
        return one.typed.strip() == other.typed.strip()
    return alike(one.amount, other.amount)
