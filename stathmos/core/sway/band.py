"""The damping over the speed with how well it is known: the same samples for every case, so that two cases can be compared."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

import numpy as np

from stathmos.core.sway.inputs import DOUBTED, Known
from stathmos.core.sway.planar import Numbers, Planar, damping_and_frequency, steadiness

SAMPLES, SEED = 40, 20
SLOWEST, FASTEST, SPEEDS = 8.0, 56.0, 13  # m/s: 18 to 125 mph
#: of the samples below the low line, and above the high one
LOW, HIGH = 0.1, 0.9
NEAR = 0.05  # a swing so little damped takes long to die: from memory, ISO 9815 looks for it
_STANDS_FOR = 1e9


@dataclass(frozen=True)
class Band:
    """A speed, m/s, with its band; None where there is none up to the fastest looked at."""

    low: float | None
    middle: float | None
    high: float | None


@dataclass(frozen=True, kw_only=True)
class Curve:
    """Damping ratio and frequency, Hz, over speeds in m/s: the middle of the samples, and a band; the speeds of no damping and of 0.05."""

    speeds: tuple[float, ...]
    low: tuple[float, ...]
    middle: tuple[float, ...]
    high: tuple[float, ...]
    frequency: tuple[float, ...]
    none_at: Band
    near_at: Band

    def damping_at(self, V: float, edge: str = "middle") -> float:
        """Damping ratio at a speed, m/s: in the middle of the band, or at its ``low`` or ``high`` edge."""
        return float(np.interp(V, self.speeds, getattr(self, edge)))

    def frequency_at(self, V: float) -> float:
        """How often it swings a second, in the middle of the samples, at a speed in m/s."""
        return float(np.interp(V, self.speeds, self.frequency))


@lru_cache(maxsize=4)
def draws(count: int, names: int) -> Numbers:
    """Standard normal numbers, one row a name: each in strata of like chance, shuffled, so that few of them fill the whole (seeded)."""
    from statistics import NormalDist

    strata = np.array([NormalDist().inv_cdf((at + 0.5) / count) for at in range(count)])
    shuffled = np.random.default_rng(SEED)
    return np.stack([shuffled.permutation(strata) for _ in range(names)])


def speeds() -> Numbers:
    """The speeds that are looked at, m/s."""
    return np.linspace(SLOWEST, FASTEST, SPEEDS)


def sampled(known: Known, count: int = SAMPLES) -> Planar:
    """So many rigs that this one may be."""
    made: dict[str, Any] = {}
    for row, (doubted, names) in zip(draws(count, len(DOUBTED)), DOUBTED.items(), strict=True):
        for name in names:
            made[name] = made.get(name, getattr(known.rig, name)) * np.exp(known.doubt[doubted] * row)
    return replace(known.rig, **made)


def first_at(damping: Numbers, over: Numbers, at: float) -> Numbers:
    """The speed at which each sample's damping first falls to ``at``, between the speeds that were looked at; infinite where never.

    ``damping`` a row a sample, a column a speed of ``over``, m/s.
    """
    under = damping <= at
    never = ~under.any(axis=-1)
    after = np.argmax(under, axis=-1)
    before = np.maximum(after - 1, 0)
    rows = np.arange(len(damping))
    fell = damping[rows, before] - damping[rows, after]
    share = np.where(fell > 0, (damping[rows, before] - at) / np.where(fell > 0, fell, 1.0), 0.0)
    found = over[before] + share * (over[after] - over[before])
    return np.where(never, np.inf, found)


def _band(found: Numbers) -> Band:
    finite = np.where(np.isinf(found), _STANDS_FOR, found)
    low, middle, high = np.quantile(finite, (LOW, 0.5, HIGH), method="nearest")
    return Band(*(None if one >= _STANDS_FOR else float(one) for one in (low, middle, high)))


def none_at(known: Known, count: int = SAMPLES) -> Band:
    """The speed of no damping with its band: all that is needed of a curve to tell whether a rig swings by itself."""
    return _band(first_at(steadiness(_each_at_every_speed(known, count), speeds()), speeds(), 0.0))


def _each_at_every_speed(known: Known, count: int) -> Planar:
    """The samples, a row each, so that every speed can stand beside every one."""
    made = sampled(known, count)
    return Planar(
        **{name: np.asarray(value)[..., None] if np.ndim(value) else value for name, value in vars(made).items()}
    )


def curve(known: Known, count: int = SAMPLES) -> Curve:
    """Damping over speed for one case of a rig."""
    over, rigs = speeds(), _each_at_every_speed(known, count)
    damping, swing = damping_and_frequency(rigs, over)
    low, middle, high = np.quantile(damping, (LOW, 0.5, HIGH), axis=0)
    return Curve(
        speeds=tuple(map(float, over)),
        low=tuple(map(float, low)),
        middle=tuple(map(float, middle)),
        high=tuple(map(float, high)),
        frequency=tuple(map(float, np.median(swing, axis=0))),
        none_at=_band(first_at(steadiness(rigs, over), over, 0.0)),
        near_at=_band(first_at(damping, over, NEAR)),
    )


def by_share(known: Known, shares: tuple[float, ...]) -> tuple[Band, ...]:
    """The speed of no damping for each tongue share, everything else as it is: the trailer's centre of gravity is moved."""
    return tuple(none_at(known.with_share(share)) for share in shares)
