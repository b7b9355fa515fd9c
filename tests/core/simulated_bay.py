"""Simulated rigs for the coach: a true rig that the bay does not know, and what a tape reads on it.

The truth is the coupled equilibrium with bars as springs, with springs, bar rate and slack
drawn apart from what the catalogue says; every mark is read to 1/16 in after being placed
within 1/32 in. Used by the tests and by the benchmark.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from stathmos.core import statics
from stathmos.core.bay.adjust import coach, learn
from stathmos.core.bay.measure.arches import MARK_HALF_WIDTH
from stathmos.core.bay.measure.trials import Setting
from stathmos.core.figures import Given, Provenance
from stathmos.core.schools import Band
from stathmos.core.settings import KINDS, Allowed
from stathmos.core.uncertainty import rectangular
from stathmos.core.units import COUNT, KG_PER_LB, MM_PER_IN

SIXTEENTH = MM_PER_IN / 16
MOST_TRIALS = 10


@dataclass(frozen=True)
class Truth:
    """One rig as it is: kg, mm, kg/mm; ``tilt`` and ``lift`` radians a step, ``slack`` where its bars just touch."""

    T: float
    w: float
    o: float
    L: float
    k_f: float
    k_r: float
    K: float
    tilt: float
    lift: float
    washers_slack: float
    steps_slack: float
    offset: float

    def restoration(self, washers: float, steps: float) -> float:
        wind = self.tilt * (washers - self.washers_slack) + self.lift * (steps - self.steps_slack)
        M = statics.equilibrium_with_bars(
            self.T, self.w, self.o, self.L, self.k_f, self.k_r, self.K, wind, self.offset
        ).M
        return statics.restoration(M, self.T, self.o, self.L)

    @property
    def rise(self) -> float:
        return self.T * self.o / (self.w * self.k_f)


def drawn(rng: np.random.Generator) -> tuple[Truth, Truth]:
    """A rig, and what the catalogue and the handbook make one believe of it. Front rises of ⅜ in and more."""
    while True:
        T = rng.uniform(500, 1300) * KG_PER_LB
        w, o, L = rng.uniform(115, 165) * MM_PER_IN, rng.uniform(42, 64) * MM_PER_IN, rng.uniform(150, 270) * MM_PER_IN
        nominal_k = rng.uniform(380, 700), rng.uniform(500, 1100)
        d = 28 * MM_PER_IN
        lb_in = KG_PER_LB / MM_PER_IN
        believed = Truth(
            T, w, o, L, nominal_k[0] * lb_in, nominal_k[1] * lb_in, 2 * rng.uniform(220, 420) * lb_in * d**2,
            np.radians(0.65), 1.0 * MM_PER_IN / d, 1.0, 2.0, rng.uniform(0.5, 2.0) * MM_PER_IN,
        )  # fmt: skip
        true = Truth(
            T, w, o, L, believed.k_f * rng.uniform(0.75, 1.25), believed.k_r * rng.uniform(0.75, 1.25),
            believed.K * rng.uniform(0.7, 1.3), believed.tilt * rng.uniform(0.8, 1.2), believed.lift * rng.uniform(0.9, 1.1),
            1.0 + rng.uniform(-1, 1), 2.0 + rng.uniform(-0.5, 0.5), believed.offset,
        )  # fmt: skip
        reachable = true.restoration(7, 5) > 0.75 and true.restoration(0, 1) < 0.6
        if true.rise > 0.375 * MM_PER_IN and reachable:
            return true, believed


def taped(height: float, rng: np.random.Generator) -> float:
    """One mark as a tape reads it."""
    return round((height + rng.uniform(-SIXTEENTH / 2, SIXTEENTH / 2)) / SIXTEENTH) * SIXTEENTH


def meaned(height: float, rng: np.random.Generator) -> float:
    return (taped(height, rng) + taped(height, rng)) / 2


WASHER, HOLE = "washer", "hole"


def allowed(kind: str, least: int, most: int, halves: bool = False) -> Allowed:
    """A kind of setting with so many of it allowed."""
    ends = (Given(float(one), COUNT, Provenance.LABEL) for one in (least, most))
    return Allowed(kind=KINDS[kind], least=next(ends), most=next(ends), start=None, slack=None, halves=halves)


def setting(washers: float, holes: float, hole: int | None = None) -> Setting:
    return Setting({WASHER: washers, HOLE: holes}, hole)


RANGES = (allowed(WASHER, 0, 7), allowed(HOLE, 1, 5))
TARGET = Band(0.5, 0.75, 1.0)
U_MEAN = rectangular(MARK_HALF_WIDTH) / 2**0.5


def trials_needed(rng: np.random.Generator) -> tuple[int | None, float]:
    """Trials until the coach says done (None when it gives up or goes on), and the true restoration then."""
    true, believed = drawn(rng)
    A = 950.0
    a, b = meaned(A, rng), meaned(A + true.rise, rng)
    rise = b - a
    # the bay's own: springs from tape before the bars go on, as `calibrate` does
    believed = Truth(**{**vars(believed), "k_f": true.T * true.o / (true.w * rise)})
    start = min(
        (setting(washers, 3) for washers in range(8)),
        key=lambda one: abs(believed.restoration(one.of(WASHER), one.of(HOLE)) - TARGET.aim),
    )
    here = believed.restoration(start.of(WASHER), start.of(HOLE))
    effects = {
        WASHER: abs(believed.restoration(7, 4) - believed.restoration(6, 4)),
        HOLE: abs(believed.restoration(7, 5) - believed.restoration(7, 4)),
    }
    line = learn.believed(start, (here, 0.35), {kind: (effect, 0.3 * effect) for kind, effect in effects.items()})
    now, seen = start, []
    for number in range(1, MOST_TRIALS + 1):
        f_true = true.restoration(now.of(WASHER), now.of(HOLE))
        c = meaned(A + true.rise * (1 - f_true), rng)
        f = (b - c) / rise
        u_trial = U_MEAN / rise
        u = U_MEAN / rise * (1 + (1 - f) ** 2 + f**2) ** 0.5
        seen.append(learn.Seen(now, f, u_trial))
        advice = coach.advise(learn.learned(line, seen), now, learn.Believed(f, u), TARGET, RANGES, noise_u=u_trial)
        if advice.verdict != coach.CHANGE:
            return (number if advice.verdict == coach.DONE else None), f_true
        now = advice.to
    return None, f_true


def many(number: int, seed: int = 20261123) -> list[tuple[int | None, float]]:
    rng = np.random.default_rng(seed)
    return [trials_needed(rng) for _ in range(number)]
