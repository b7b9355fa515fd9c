"""A coarse dial: what a needle between its marks tells, and which mark a needle should pass once load is moved."""

from __future__ import annotations

import math
from dataclasses import dataclass

from stathmos.core.figures import Missing
from stathmos.core.rig import Rig
from stathmos.core.units import KG_PER_LB
from stathmos.core.weighing.ways import INSTRUMENTS

#: marks as far apart as this are coarse: a needle is read as between two of them (from memory, to be verified)
COARSE = 50 * KG_PER_LB
#: the ways that are a needle over a dial
_NEEDLES = ("tongue_scale", "gauge")


@dataclass(frozen=True)
class Dial:
    """A dial with a needle: from mark to mark, and the least and the most that the tongue may weigh where the needle stood, kg."""

    mark: float
    least: float
    most: float

    def shifted(self, by: float) -> Dial:
        """The same once so many kg are on the tongue besides."""
        return Dial(self.mark, self.least + by, self.most + by)


def between_marks(reading: float, mark: float, accuracy: float) -> Dial:
    """Between which marks a needle stands; on a mark, half a mark either way. All kg; ``accuracy`` a share of the reading.

    >>> between_marks(75, 100, 0.0), between_marks(200, 100, 0.0)
    (Dial(mark=100, least=0, most=100.0), Dial(mark=100, least=150.0, most=250.0))
    """
    steps = reading / mark
    if abs(steps - round(steps)) < 0.02:
        least, most = reading - mark / 2, reading + mark / 2
    else:
        least, most = math.floor(steps) * mark, math.ceil(steps) * mark
    out = accuracy * reading
    return Dial(mark, max(0, least - out), most + out)


def read_by_needle(rig: Rig, used: tuple[str, ...]) -> Dial | None:
    """The dial by which alone the tongue is known; None where it is known otherwise, or by fine marks."""
    if len(used) != 1 or used[0] not in _NEEDLES:
        return None
    reading, written = rig.figure(f"weighing.{used[0]}"), rig.figure(f"weighing.{used[0]}_mark")
    usual, accuracy = INSTRUMENTS[used[0]]
    if isinstance(reading, Missing):
        return None
    if reading.bound:
        # Read as less than something: that is a mark of it, whether anybody wrote how far apart they are.
        return Dial(2 * reading.value if isinstance(written, Missing) else written.value, 0.0, 2 * reading.value)
    mark = usual * KG_PER_LB if isinstance(written, Missing) else written.value
    return between_marks(reading.value, mark, accuracy) if mark >= COARSE - 1e-6 else None


@dataclass(frozen=True)
class Passed:
    """A mark that the needle should pass, kg, upwards or downwards, and how much more on the tongue that takes, kg."""

    mark: float
    up: bool
    by: float


def mark_to_pass(dial: Dial, low: float, high: float, up: bool) -> Passed | None:
    """The nearest mark that a needle is sure to have passed when the tongue lies, as likely as not, between two weights, kg.

    None where no such mark leaves it there.

    >>> mark_to_pass(Dial(100, 0, 100), low=130, high=195, up=True)
    Passed(mark=100, up=True, by=100)
    >>> mark_to_pass(Dial(100, 150, 250), low=130, high=195, up=False)
    Passed(mark=200, up=False, by=-50)
    """
    middle = (dial.least + dial.most) / 2
    edge = dial.least if up else dial.most
    step = dial.mark if up else -dial.mark
    mark = (
        (math.floor(edge / dial.mark + 1e-9) + 1) * dial.mark
        if up
        else (math.ceil(edge / dial.mark - 1e-9) - 1) * dial.mark
    )
    for _ in range(6):
        by = mark - edge
        if low <= middle + by <= high:
            return Passed(mark, up, by)
        mark += step
    return None
