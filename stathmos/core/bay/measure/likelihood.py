"""How likely a rig truly stands as a school wants it, by what is known of each of its marks.

By Monte Carlo (JCGM 101), since a window moves with the marks that it is reckoned from: each thing that a mark's doubt
comes from (a tape, a spring that lags) is drawn once and moves every mark that it moves. The draws are always the same
ones, so that the same marks are always as likely.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from stathmos.core.bay.measure.arches import LAG
from stathmos.core.bay_schools import BaySchool, Marks
from stathmos.core.figures import Known

DRAWS = 4096
LEAST_WEIGHT = 8.0  # of the draws' weight, that they say anything
_SEED = 20261126
#: on which side of a reading the truth likely lies, in standard uncertainties: a spring that lags is behind and seldom ahead.
#: From memory, to be verified; held to simulated rigs whose springs lag, stick either way, or do neither
LIKELY_SIDE = {LAG: 0.6}


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
    """A restoration that scales tell, apart from the trial's own marks, and its standard uncertainty."""

    f: float
    u: float


class ExpectedFront(NamedTuple):
    """Where the model and the other trials make one expect the front to be read, mm, and its standard uncertainty.

    As it is read, and not as it belongs: how far the rig's springs lag in every state is in their readings as in this one.
    """

    height: float
    u: float


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


def draws(
    judged: Iterable[Mapping[str, Known]],
    over: Mapping[str, Known],
    expected: Iterable[Expected] = (),
    front: ExpectedFront | None = None,
) -> Draws:
    """A rig's heights drawn, to be looked at under each school.

    ``judged``: the heights by their names in `Marks`, as each school may judge them; ``over``: those over the axles; ``expected``
    and ``front``: what else tells the restoration and the front, each counting by its own doubt.

    Sources: [1] JCGM 101:2008, propagation of distributions by a Monte Carlo method.
    """
    names = {source: None for figures in (*judged, over) for one in figures.values() for source in one.spread}
    sources = {source: _normal(column) + LIKELY_SIDE.get(source, 0.0) for column, source in enumerate(names)}
    marks, weights = drawn(over, sources), np.ones(DRAWS)
    for one in expected:
        f = _restored(marks)
        if f is not None and one.u > 0:
            weights = weights * _counts(f, one.f, one.u)
    if front is not None and front.u > 0 and "front_c" in over:
        lag = over["front_c"].spread.get(LAG, 0.0) * sources.get(LAG, np.zeros(DRAWS))
        weights = weights * _counts(marks["front_c"] - lag, front.height, front.u)
    if (
        weights.sum() < LEAST_WEIGHT
    ):  # what else was told lies so far off that the draws cannot say: the marks alone speak
        weights = np.ones(DRAWS)
    return Draws(sources, weights)


def _counts(values: np.ndarray, at: float, u: float) -> np.ndarray:
    return np.nan_to_num(np.exp(-0.5 * ((values - at) / u) ** 2))


def _restored(marks: Mapping[str, np.ndarray]) -> np.ndarray | None:
    if not {"front_a", "front_b", "front_c"} <= marks.keys():
        return None
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.asarray((marks["front_b"] - marks["front_c"]) / (marks["front_b"] - marks["front_a"]))
