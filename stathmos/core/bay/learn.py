"""What one washer, one hole or link does on this rig, learned from its own trials.

The restoration is a straight line in the settings once the bars touch (the equilibrium is
one linear solve), so what is to be learned is where it stands and the effect of one step
of each kind. The model's figures are where one begins, with their doubt; each trial counts
by one over its own doubt squared (Bayesian linear regression with known noise).
"""

from __future__ import annotations

from dataclasses import dataclass
from math import erf, sqrt

import numpy as np

WASHERS, STEPS = "washers", "steps"
KINDS = (WASHERS, STEPS)


@dataclass(frozen=True)
class Setting:
    """How the bars are set. ``steps`` is the mean of both sides; ``hole`` the shank hole, None where nobody counted."""

    washers: float
    steps: float
    hole: int | None = None

    def of(self, kind: str) -> float:
        return self.washers if kind == WASHERS else self.steps


@dataclass(frozen=True)
class Seen:
    """A setting that was tried, the restoration it gave, and the standard uncertainty of that."""

    setting: Setting
    restoration: float
    u: float


@dataclass(frozen=True)
class Line:
    """What is believed: the restoration at ``at``, and the effect of one more of each kind, with their covariance."""

    at: Setting
    mean: np.ndarray
    covariance: np.ndarray

    def predicted(self, setting: Setting) -> tuple[float, float]:
        """Restoration of a setting and its standard uncertainty; slack bars give nothing back."""
        row = _row(setting, self.at)
        return max(0.0, float(row @ self.mean)), float(np.sqrt(max(0.0, row @ self.covariance @ row)))

    def effect(self, kind: str) -> tuple[float, float]:
        """Effect of one more of a kind on the restoration, and its standard uncertainty."""
        index = 1 + KINDS.index(kind)
        return float(self.mean[index]), float(np.sqrt(self.covariance[index, index]))


def _row(setting: Setting, at: Setting) -> np.ndarray:
    return np.array([1.0, setting.washers - at.washers, setting.steps - at.steps])


def believed(at: Setting, restoration: tuple[float, float], effects: dict[str, tuple[float, float]]) -> Line:
    """Before any trial. Each figure with its standard uncertainty."""
    pairs = [restoration, *(effects[kind] for kind in KINDS)]
    return Line(at, np.array([mean for mean, _ in pairs]), np.diag([u**2 for _, u in pairs]))


def learned(before: Line, trials: list[Seen]) -> Line:
    """What is believed after some trials.

    A trial whose bars hung slack (nothing given back) only says that the line is not above nothing there.

    >>> line = believed(Setting(4, 3), (0.6, 0.3), {"washers": (0.15, 0.05), "steps": (0.2, 0.06)})
    >>> after = learned(line, [Seen(Setting(4, 3), 0.30, 0.02), Seen(Setting(6, 3), 0.50, 0.02)])
    >>> [round(float(one), 2) for one in after.mean]  # it stands at 0.30, and a washer does 0.10 here
    [0.3, 0.1, 0.2]
    """
    mean, precision = before.mean, np.linalg.inv(before.covariance)
    for trial in trials:
        row = _row(trial.setting, before.at)
        expected = float(row @ mean)
        slack = trial.restoration <= 2 * trial.u
        if slack and expected <= 0.0:
            continue
        weight = 1 / trial.u**2
        updated = precision + weight * np.outer(row, row)
        seen = max(0.0, trial.restoration)
        mean = np.linalg.solve(updated, precision @ mean + weight * row * seen)
        precision = updated
    return Line(before.at, mean, np.linalg.inv(precision))


def chance_between(low: float, high: float, mean: float, u: float) -> float:
    """How likely a normally spread figure lies between two.

    >>> round(chance_between(-1.96, 1.96, 0.0, 1.0), 3), chance_between(0, 1, 0.5, 0.0)
    (0.95, 1.0)
    """
    if u <= 0:
        return 1.0 if low <= mean <= high else 0.0

    def below(edge: float) -> float:
        return (1 + erf((edge - mean) / (u * sqrt(2)))) / 2

    return below(high) - below(low)
