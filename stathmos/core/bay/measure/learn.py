"""What one washer, one hole, link or turn does on this rig, learned from its own trials.

The restoration is a straight line in the settings once the bars touch (the equilibrium is
one linear solve), so what is to be learned is where it stands and the effect of one step
of each kind. The model's figures are where one begins, with their doubt; each trial counts
by one over its own doubt squared (Bayesian linear regression with known noise).
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np

from stathmos.core.bay.measure.trials import Setting


class Believed(NamedTuple):
    """A figure and its standard uncertainty."""

    mean: float
    u: float


@dataclass(frozen=True)
class Seen:
    """A setting that was tried, the restoration it gave, and the standard uncertainty of that."""

    setting: Setting
    restoration: float
    u: float


@dataclass(frozen=True)
class LearnedLine:
    """What is believed: the restoration at ``at``, and the effect of one more of each of ``kinds``, with their covariance.

    ``measures``: for a kind whose steps are not alike (a table), how far a count stands along it, in mean steps.
    """

    at: Setting
    kinds: tuple[str, ...]
    mean: np.ndarray
    covariance: np.ndarray
    measures: Mapping[str, Callable[[float], float]] = field(default_factory=dict)

    def row(self, setting: Setting) -> np.ndarray:
        """The line's terms for a setting: one, and how far each kind stands from ``at``."""
        return np.array([1.0, *(self.along(kind, setting) - self.along(kind, self.at) for kind in self.kinds)])

    def along(self, kind: str, setting: Setting) -> float:
        """How far a setting stands along one kind."""
        number = setting.of(kind)
        measure = self.measures.get(kind)
        return number if measure is None else measure(number)

    def predicted(self, setting: Setting) -> Believed:
        """Restoration of a setting and its standard uncertainty; slack bars give nothing back."""
        row = self.row(setting)
        return Believed(
            max(0.0, float(row @ self.mean)), float(np.sqrt(max(0.0, row @ self.covariance @ row)))
        )  # fmt: skip

    def effect(self, kind: str) -> Believed:
        """Effect of one more of a kind on the restoration, and its standard uncertainty."""
        index = 1 + self.kinds.index(kind)
        return Believed(float(self.mean[index]), float(np.sqrt(self.covariance[index, index])))


def believed(
    at: Setting,
    restoration: tuple[float, float],
    effects: Mapping[str, tuple[float, float]],
    measures: Mapping[str, Callable[[float], float]] | None = None,
) -> LearnedLine:
    """Before any trial. Each figure with its standard uncertainty; a column for each kind in ``effects``."""
    pairs = [restoration, *effects.values()]
    return LearnedLine(
        at, tuple(effects), np.array([mean for mean, _ in pairs]), np.diag([u**2 for _, u in pairs]), measures or {}
    )  # fmt: skip


def learned(before: LearnedLine, trials: list[Seen]) -> LearnedLine:
    """What is believed after some trials.

    A trial whose bars hung slack (nothing given back) only says that the line is not above nothing there.

    >>> at, more = Setting({"washer": 4, "hole": 3}), Setting({"washer": 6, "hole": 3})
    >>> line = believed(at, (0.6, 0.3), {"washer": (0.15, 0.05), "hole": (0.2, 0.06)})
    >>> after = learned(line, [Seen(at, 0.30, 0.02), Seen(more, 0.50, 0.02)])
    >>> [round(float(one), 2) for one in after.mean]  # it stands at 0.30, and a washer does 0.10 here
    [0.3, 0.1, 0.2]
    """
    mean, precision = before.mean, np.linalg.inv(before.covariance)
    for trial in trials:
        row = before.row(trial.setting)
        expected = float(row @ mean)
        slack = trial.restoration <= 2 * trial.u
        if slack and expected <= 0.0:
            continue
        weight = 1 / trial.u**2
        updated = precision + weight * np.outer(row, row)
        seen = max(0.0, trial.restoration)
        mean = np.linalg.solve(updated, precision @ mean + weight * row * seen)
        precision = updated
    return LearnedLine(before.at, before.kinds, mean, np.linalg.inv(precision), before.measures)
