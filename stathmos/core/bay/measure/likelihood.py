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
from stathmos.core.figures import Known

DRAWS = 4096
LEAST_WEIGHT = 8.0  # of the draws' weight, that they say anything
_SEED = 20261126


@lru_cache(maxsize=64)
def _normal(column: int) -> np.ndarray:
    """Draws of a standard normal, the same ones for the same column."""
    return np.random.default_rng((_SEED, column)).standard_normal(DRAWS)


def drawn(figures: Mapping[str, Known], sources: Mapping[str, np.ndarray]) -> dict[str, np.ndarray]:
    """Each figure as it may truly be, drawn together: what two of them share moves both. ``sources``: what they stand on, drawn."""
    return {
        name: figure.value + sum((share * sources[source] for source, share in figure.spread.items()), np.zeros(DRAWS))
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
    """What a rig's heights stand on as it may truly be, drawn, by its source; and what each draw weighs."""

    sources: Mapping[str, np.ndarray]
    weights: np.ndarray

    def likelihood(self, school: BaySchool, figures: Mapping[str, Known]) -> float | None:
        """How likely the heights that a school judges truly stand as it wants; None where one that it needs is wanting."""
        marks = self._of(school, figures)
        return None if marks is None else self._mean(school.holds(marks))

    def miss(self, school: BaySchool, figures: Mapping[str, Known]) -> float | None:
        """How far outside they truly stand, on the average, mm; nothing of those inside."""
        marks = self._of(school, figures)
        return None if marks is None else self._mean(school.miss(marks))

    def _of(self, school: BaySchool, figures: Mapping[str, Known]) -> Marks | None:
        if any(name not in figures for name in school.needs):
            return None
        return Marks(**drawn(figures, self.sources))

    def _mean(self, values: np.ndarray) -> float:
        return float((self.weights * values).sum() / self.weights.sum())


def draws(judged: Iterable[Mapping[str, Known]], over: Mapping[str, Known], expected: Iterable[Expected] = ()) -> Draws:
    """A rig's heights drawn, to be looked at under each school.

    ``judged``: the heights by their names in `Marks`, as each school may judge them; ``over``: those over the axles; ``expected``:
    what else tells the restoration, each counting by its own doubt.

    Sources: [1] JCGM 101:2008, propagation of distributions by a Monte Carlo method.
    """
    names = {source: None for figures in (*judged, over) for one in figures.values() for source in one.spread}
    sources = {source: _normal(column) for column, source in enumerate(names)}
    marks, weights = drawn(over, sources), np.ones(DRAWS)
    for one in expected:
        f = _restored(marks, one.rise)
        if f is not None and one.u > 0:
            weights = weights * np.nan_to_num(np.exp(-0.5 * ((f - one.f) / one.u) ** 2))
    if (
        weights.sum() < LEAST_WEIGHT
    ):  # what else was told lies so far off that the draws cannot say: the marks alone speak
        weights = np.ones(DRAWS)
    return Draws(sources, weights)


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
