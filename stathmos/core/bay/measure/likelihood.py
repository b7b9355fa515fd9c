"""How likely a rig truly stands as a school wants it, by what is known of each of its marks.

By Monte Carlo (JCGM 101), since a window moves with the marks that it is reckoned from: each thing that a mark's doubt
comes from (a tape, a spring that sticks) is drawn once and moves every mark that it moves. The draws are always the same
ones, so that the same marks are always as likely.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from stathmos.core.bay_schools import BaySchool, Marks
from stathmos.core.figures import Anything, Known, Missing

DRAWS = 4096
LEAST_WEIGHT = 8.0  # of the draws' weight, that they say anything
_SEED = 20261126


@lru_cache(maxsize=64)
def _normal(column: int) -> np.ndarray:
    """Draws of a standard normal, the same ones for the same column."""
    return np.random.default_rng((_SEED, column)).standard_normal(DRAWS)


def drawn(figures: Mapping[str, Known]) -> dict[str, np.ndarray]:
    """Each figure as it may truly be, drawn together: what two of them share moves both."""
    sources = {source: None for figure in figures.values() for source in figure.spread}
    column = {source: index for index, source in enumerate(sources)}
    return {
        name: figure.value
        + sum((share * _normal(column[source]) for source, share in figure.spread.items()), np.zeros(DRAWS))
        for name, figure in figures.items()
    }


class Expected(NamedTuple):
    """A restoration that something else than the trial's own marks tells, and its standard uncertainty.

    ``rise``: by what rise it is reckoned (mm), where the tape did not tell one.
    """

    f: float
    u: float
    rise: float | None


@dataclass(frozen=True)
class Draws:
    """A rig's marks as they may truly be, by their names in `Marks`, and what each draw weighs."""

    marks: Mapping[str, np.ndarray]
    weights: np.ndarray

    def likelihood(self, school: BaySchool) -> float | None:
        """How likely the marks truly stand as a school wants; None where one that it needs is wanting."""
        if any(name not in self.marks for name in school.needs):
            return None
        return float((self.weights * school.holds(Marks(**self.marks))).sum() / self.weights.sum())


def draws(figures: Mapping[str, Anything], expected: Iterable[Expected] = ()) -> Draws:
    """A rig's marks drawn, to be looked at under each school.

    ``figures``: the marks by their names in `Marks`; ``expected``: what else tells the restoration, each counting by its own doubt.

    Sources: [1] JCGM 101:2008, propagation of distributions by a Monte Carlo method.
    """
    marks = drawn({name: one for name, one in figures.items() if not isinstance(one, Missing)})
    weights = np.ones(DRAWS)
    for one in expected:
        f = _restored(marks, one.rise)
        if f is not None and one.u > 0:
            weights = weights * np.nan_to_num(np.exp(-0.5 * ((f - one.f) / one.u) ** 2))
    if (
        weights.sum() < LEAST_WEIGHT
    ):  # what else was told lies so far off that the draws cannot say: the marks alone speak
        weights = np.ones(DRAWS)
    return Draws(marks, weights)


def _restored(marks: Mapping[str, np.ndarray], rise: float | None) -> np.ndarray | None:
    if "front_c" not in marks or not {"front_a", "front_b"} & marks.keys():
        return None
    if rise is None and not {"front_a", "front_b"} <= marks.keys():
        return None
    with np.errstate(divide="ignore", invalid="ignore"):
        if rise is None:
            return np.asarray((marks["front_b"] - marks["front_c"]) / (marks["front_b"] - marks["front_a"]))
        zero = marks["front_a"] + rise if "front_a" in marks else marks["front_b"]
        return np.asarray((zero - marks["front_c"]) / rise)
