"""Several readings of one weight brought together: weighted by uncertainty, disagreement called, the odd one pointed at."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import combinations

from stathmos.core.figures import Figure, Given, Known, Missing, Rule, expanded, sure, work

USED, ODD, CROSS_CHECK = "used", "odd one out", "cross-check"
LEAST_U = 0.05  # kg: no scale here is better, and a weight needs a spread to be weighed by

_RULE = Rule("Weighted mean, each by one over its uncertainty squared; k = 2 for disagreement.", "JCGM 100 (GUM)")


@dataclass(frozen=True)
class Disagreement:
    """Two readings further apart than their combined expanded uncertainty allows. kg."""

    one: str
    other: str
    apart: float
    allowed: float


@dataclass(frozen=True)
class Reconciled:
    """One figure out of several. ``odd``: the one left out, where the others agree without it.

    With a disagreement that points at nobody the figure's uncertainty is widened until it covers them all.
    """

    figure: Figure | Given | Missing
    used: tuple[str, ...]
    disagreements: tuple[Disagreement, ...] = ()
    odd: str = ""

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


def reconcile(readings: Mapping[str, Known], name: str = "TW") -> Reconciled:
    """Bring readings together. Raises nothing; of none there is nothing to say."""
    if not readings:
        return Reconciled(Missing(("weighing.tongue_scale",)), ())
    if len(readings) == 1:
        ((key, only),) = readings.items()
        return Reconciled(only, (key,))
    apart = disagreements(readings)
    if not apart:
        return Reconciled(weighted_mean(readings, name), tuple(readings))
    suspects = [key for key in readings if not disagreements({k: v for k, v in readings.items() if k != key})]
    if len(readings) > 2 and len(suspects) == 1:
        rest = {key: reading for key, reading in readings.items() if key != suspects[0]}
        return Reconciled(weighted_mean(rest, name), tuple(rest), apart, suspects[0])
    mean = weighted_mean(readings, name)
    furthest = max(abs(reading.value - mean.value) + expanded(reading) for reading in readings.values())
    wide = mean.doubted({"~disagreement": furthest / 2})
    return Reconciled(wide, tuple(readings), apart)
