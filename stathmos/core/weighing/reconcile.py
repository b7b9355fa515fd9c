"""Several readings of one weight brought together: weighted by uncertainty, disagreement called, the odd one pointed at.

Whether they agree is asked once, of all of them together: pair by pair at k = 2 the false alarms grow with their number.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from stathmos.core.figures import Figure, Given, Known, Missing, Rule, expanded, sure, work

USED, ODD, CROSS_CHECK = "used", "odd one out", "cross-check"
LEAST_U = 0.05  # kg: no scale here is better, and a weight needs a spread to be weighed by

#: by degrees of freedom, what chi-square stays under in 95.45 % of sound sets of readings: k = 2 for two of them
MOST_CHI_SQUARE = {1: 4.000, 2: 6.180, 3: 8.025, 4: 9.716, 5: 11.314, 6: 12.849, 7: 14.337}

_RULE = Rule(
    "Weighted mean, each by one over its uncertainty squared; one test of chi-square for all of them, k = 2.",
    "JCGM 100 (GUM); Birge 1932",
)


@dataclass(frozen=True)
class Disagreement:
    """Two readings and how far they are apart; ``allowed``: their combined expanded uncertainty. kg."""

    one: str
    other: str
    apart: float
    allowed: float


@dataclass(frozen=True)
class Reconciled:
    """One figure out of several. ``odd``: the one left out, where the others agree without it. ``birge``: the ratio of Birge
    of all of them, about one where they scatter as they may; None for a single one.

    With a disagreement that points at nobody the figure's uncertainty is widened until it covers them all.
    """

    figure: Figure | Given | Missing
    used: tuple[str, ...]
    disagreements: tuple[Disagreement, ...] = ()
    odd: str = ""
    birge: float | None = None

    @property
    def settled(self) -> bool:
        """Whether all ways that were used agree."""
        return not self.disagreements or bool(self.odd)


def disagreements(readings: Mapping[str, Known], least: float = 2 * LEAST_U) -> tuple[Disagreement, ...]:
    """Every pair that differs by more than its combined expanded uncertainty, inputs in common counted once.

    ``least``: what is always allowed, in the readings' own unit.
    """
    found = []
    for one, other in combinations(readings, 2):
        gap = work("a − b", readings[one].dimension, lambda a, b: a - b, None, a=readings[one], b=readings[other])
        allowed = max(expanded(sure(gap)), least)
        if abs(sure(gap).value) > allowed:
            found.append(Disagreement(one, other, abs(sure(gap).value), allowed))
    return tuple(found)


def weighted_mean(readings: Mapping[str, Known], name: str = "TW", least: float = LEAST_U) -> Figure:
    """The mean of several readings, each weighted by 1/u².  Σ (x/u²) / Σ (1/u²)

    Readings in one unit; ``least`` the smallest standard uncertainty that is believed, in the same.

    Sources: [1] JCGM 100:2008 (GUM), 5.1.2, of the mean's uncertainty; the weights 1/u² common practice.

    >>> from stathmos.core.figures import Given, Provenance
    >>> from stathmos.core.units import WEIGHT
    >>> a = Given(100.0, WEIGHT, Provenance.MEASURED, path="a", u=1.0)
    >>> b = Given(104.0, WEIGHT, Provenance.MEASURED, path="b", u=2.0)
    >>> mean = weighted_mean({"a": a, "b": b})
    >>> round(mean.value, 6), round(mean.u, 6)  # (100·1 + 104/4) / (1 + 1/4);  1/√(1 + 1/4)
    (100.8, 0.894427)
    """
    weights = {key: 1 / max(reading.u, least) ** 2 for key, reading in readings.items()}
    total = sum(weights.values())
    mean = work(
        f"{name} = Σ (x / u²) / Σ (1 / u²)", next(iter(readings.values())).dimension,
        lambda **x: sum(weights[key] * value for key, value in x.items()) / total, _RULE, **readings,
    )  # fmt: skip
    assert isinstance(mean, Figure)
    return mean


def chi_square(readings: Mapping[str, Known], least: float = LEAST_U) -> float:
    """How far readings scatter for what is known of them.  dᵀ · C⁻¹ · d, d the differences, C their covariance

    Readings in one unit; ``least`` the smallest standard uncertainty that is believed, in the same. For readings that
    share no input it is Σ (x − mean)² / u² about their weighted mean; an input in common is counted once.

    Sources: [1] JCGM 100:2008 (GUM), 5.2, correlated inputs; [2] R. T. Birge, Phys. Rev. 40 (1932) 207.

    >>> from stathmos.core.figures import Given, Provenance
    >>> from stathmos.core.units import WEIGHT
    >>> three = {name: Given(x, WEIGHT, Provenance.MEASURED, path=name, u=20.0) for name, x in (("a", 970.0), ("b", 1000.0), ("c", 1030.0))}
    >>> round(chi_square(three), 3)  # (900 + 0 + 900) / 400
    4.5
    """
    known = list(readings.values())
    spreads = [one.spread or {f"~{place}": one.u} for place, one in enumerate(known)]
    paths = {path: column for column, path in enumerate(dict.fromkeys(path for one in spreads for path in one))}
    shares = np.zeros((len(known), len(paths) + len(known)))
    for row, one in enumerate(spreads):
        for path, share in one.items():
            shares[row, paths[path]] = share
    apart = shares[1:] - shares[0]
    covariance = apart @ apart.T + least**2 * (np.eye(len(known) - 1) + 1)
    gaps = np.array([one.value - known[0].value for one in known[1:]])
    return float(gaps @ np.linalg.solve(covariance, gaps))


def birge_ratio(chi2: float, readings: int) -> float:
    """Birge's ratio: about one where readings scatter as they may.  √(χ² / (n − 1))

    Sources: [1] R. T. Birge, Phys. Rev. 40 (1932) 207.

    >>> birge_ratio(8.0, 3)
    2.0
    """
    return math.sqrt(chi2 / (readings - 1))


def consistent(readings: Mapping[str, Known], least: float = LEAST_U) -> bool:
    """Whether readings scatter no more than they may, all of them together; one alone does."""
    if len(readings) < 2:
        return True
    return chi_square(readings, least) <= MOST_CHI_SQUARE[len(readings) - 1]


def reconcile(readings: Mapping[str, Known], name: str = "TW", beside: Mapping[str, Known] | None = None) -> Reconciled:
    """Bring readings together. Raises nothing; of none there is nothing to say.

    ``beside``: readings that are too weak to be counted, and must agree all the same.
    """
    if not readings:
        return Reconciled(Missing(("weighing.tongue_scale",)), ())
    every = {**readings, **(beside or {})}
    if len(every) == 1:
        ((key, only),) = readings.items()
        return Reconciled(only, (key,))
    birge = birge_ratio(chi_square(every), len(every))
    if consistent(every):
        return Reconciled(_mean(readings, name), tuple(readings), birge=birge)
    suspects = [key for key in every if consistent({k: v for k, v in every.items() if k != key})]
    apart = disagreements(every) or (_furthest(every),)
    if len(every) > 2 and len(suspects) == 1 and set(readings) - set(suspects):
        rest = {key: reading for key, reading in readings.items() if key != suspects[0]}
        return Reconciled(_mean(rest, name), tuple(rest), apart, suspects[0], birge)
    mean = _mean(readings, name)
    furthest = max(abs(reading.value - mean.value) + expanded(reading) for reading in every.values())
    wide = (mean if isinstance(mean, Figure) else weighted_mean(readings, name)).doubted(
        {"~disagreement": furthest / 2}
    )
    return Reconciled(wide, tuple(readings), apart, birge=birge)


def _mean(readings: Mapping[str, Known], name: str) -> Known:
    return weighted_mean(readings, name) if len(readings) > 1 else next(iter(readings.values()))


def _furthest(readings: Mapping[str, Known]) -> Disagreement:
    """The two of which the gap is largest for what is known of it: where no pair by itself says anything, and all do."""
    pairs = []
    for one, other in combinations(readings, 2):
        gap = sure(work("a − b", readings[one].dimension, lambda a, b: a - b, None, a=readings[one], b=readings[other]))
        allowed = max(expanded(gap), 2 * LEAST_U)
        pairs.append((abs(gap.value) / allowed, Disagreement(one, other, abs(gap.value), allowed)))
    return max(pairs, key=lambda pair: pair[0])[1]
