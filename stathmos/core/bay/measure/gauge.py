"""A gauge under the ball, with the bars on and without them: the restoration it tells, and what it cannot have read.

B = T + P·(1 − d/L): bars that are wound press on the ball, and never lift it.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import calibrate
from stathmos.core.bay.measure.trials import Tried
from stathmos.core.figures import STATICS, Anything, Missing, Rule, expanded, work
from stathmos.core.finding import UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.units import WEIGHT
from stathmos.core.weighing.ways import on_the_gauge

_PRESSES = Rule("Bars that are wound press on the ball: with them it carries no less than without.", STATICS)


@dataclass(frozen=True, kw_only=True)
class Gauged:
    """What the gauge read with a trial's bars, and without any, each with the path at which it stands; kg."""

    with_bars: Anything
    without: Anything
    paths: tuple[str, str]

    @property
    def more(self) -> Anything:
        """By how much the bars press, kg."""
        return work("B − T", WEIGHT, lambda B, T: B - T, _PRESSES, B=self.with_bars, T=self.without)

    @property
    def is_impossible(self) -> bool:
        """Whether it reads less with the bars on than without, beyond its own doubt."""
        more = self.more
        return not isinstance(more, Missing) and more.value < -expanded(more)


def gauged(rig: Rig, holds: Tried | None, now: Assessment) -> Gauged | None:
    """What was read with this trial's bars; without them by the same gauge, else as weighed. None where it was not read."""
    if holds is None or rig.choice(f"trials.{holds.trial.key}.ball_gauge") == "":
        return None
    paths = (f"trials.{holds.trial.key}.ball_gauge", "bay.ball_gauge_b")
    with_bars, without = (on_the_gauge(rig, path) for path in paths)
    return Gauged(
        with_bars=with_bars, without=now.rest.tongue if isinstance(without, Missing) else without, paths=paths
    )


def by_gauge(read: Gauged | None, now: Assessment) -> Anything:
    """The restoration by the gauge; `Missing` where it was not read, or read what cannot be."""
    if read is None or read.is_impossible:
        return Missing(("trials.trial_1.ball_gauge",))
    return calibrate.by_gauge(read.with_bars, read.without, now.rest)


def reads_less(read: Gauged | None) -> tuple[Check, ...]:
    """What is asked where it reads less with the bars on than without: one of the two is misread, and neither is gone by."""
    if (
        read is None
        or not read.is_impossible
        or isinstance(read.with_bars, Missing)
        or isinstance(read.without, Missing)
    ):
        return ()
    put = {"with": (read.with_bars.value, WEIGHT, "nearest"), "without": (read.without.value, WEIGHT, "nearest")}
    says = Phrase(
        "With the bars on the gauge under the ball reads {with}, without them {without}. "
        "Bars press on the ball and cannot lift it: one of the two is misread. Read both again; neither counts until then.",
        put,
    )
    why = "With the bars wound the ball carries more, never less."
    return (Check("gauge_reads_less", "Gauge under the ball", UNKNOWN, says, why, read.paths, _PRESSES),)
