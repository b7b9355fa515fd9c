"""The next single change of the bars: which, by how much, and what it will do; or that there is none, and why.

Never two changes at once. The order is the school's: head tilt until used up and then
the bar ends; whichever serves best; or tilt only. It stops when the mark is where it is
to be as far as the tape can tell, when the tape cannot tell what is needed, or when the
hardware is used up.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from stathmos.core.bay.learn import STEPS, WASHERS, Line, Setting, chance_between
from stathmos.core.rig.hitch import EITHER, TILT_FIRST, TILT_ONLY

CHANGE, DONE, NOISE, USED_UP, COARSE = "change", "done", "noise", "used up", "too coarse"
SURE_ENOUGH = 0.90  # likelihood at which there is nothing more to gain: from memory, to be verified
WORTH_IT = 0.05  # gain in likelihood for which another trial is worth the work: from memory, to be verified


@dataclass(frozen=True)
class Range:
    """What a kind of setting allows: from ``least`` to ``most``, in steps of ``pitch`` (½ where half links are allowed)."""

    least: float
    most: float
    pitch: float = 1.0

    def all(self) -> Iterator[float]:
        count = int((self.most - self.least) / self.pitch + 1e-9)
        return (self.least + index * self.pitch for index in range(count + 1))


@dataclass(frozen=True)
class Target:
    """The window in restoration."""

    low: float
    high: float
    aim: float


@dataclass(frozen=True)
class Advice:
    """What to do next. ``to`` is the whole setting wanted; ``mean``/``u`` the restoration predicted with it.

    ``likely``: how likely that lies in the window; ``now_likely`` the same of the last trial.
    ``wants_more``: on which side a rig that cannot be helped by its hardware stands.
    """

    verdict: str
    kind: str = ""
    to: Setting | None = None
    by: float = 0.0
    mean: float = 0.0
    u: float = 0.0
    likely: float = 0.0
    now_likely: float = 0.0
    wants_more: bool | None = None


def _settings(now: Setting, kind: str, ranges: dict[str, Range]) -> list[Setting]:
    """Every other setting that one change of a kind leads to."""
    if kind not in ranges:
        return []
    others = (number for number in ranges[kind].all() if abs(number - now.of(kind)) > 1e-9)
    return [replace(now, **{kind: number}) for number in others]


def advise(
    line: Line,
    now: Setting,
    measured: tuple[float, float],
    target: Target,
    ranges: dict[str, Range],
    order: str = TILT_FIRST,
    noise_u: float = 0.0,
) -> Advice:
    """The next change, from what is learned and the last trial.

    ``measured``: the last trial's restoration and its standard uncertainty; ``noise_u``:
    that of one more trial. ``ranges``: what the kit allows, by kind.
    """
    low, high = target.low, target.high
    f, u = measured
    inside = low <= f <= high
    now_likely = chance_between(low, high, f, u)
    if inside and now_likely >= SURE_ENOUGH:
        return Advice(DONE, mean=f, u=u, now_likely=now_likely)
    blind = u > (high - low)
    best = _best(line, now, target, ranges, order)
    if inside:
        gain = (
            best is not None
            and best.likely > now_likely + WORTH_IT
            and abs(best.mean - target.aim) < abs(f - target.aim)
        )
        if not gain:
            return Advice(DONE, mean=f, u=u, now_likely=now_likely)
        # It stands in the window already: a change must move it by more than the tape's own doubt to be worth anything.
        if abs(best.mean - f) <= 2 * noise_u:
            return Advice(DONE, mean=f, u=u, now_likely=now_likely)
        return replace(best, now_likely=now_likely)
    if blind:
        return Advice(NOISE, mean=f, u=u, now_likely=now_likely)
    if best is None:
        return Advice(USED_UP, mean=f, u=u, now_likely=now_likely, wants_more=f < low)
    gap, left = _outside(f, target), _outside(best.mean, target)
    if left >= gap - 1e-9:
        return Advice(
            COARSE if _straddles(line, now, target, ranges, f) else USED_UP,
            mean=f,
            u=u,
            now_likely=now_likely,
            wants_more=f < low,
        )
    return replace(best, now_likely=now_likely)


def _outside(f: float, target: Target) -> float:
    """How far outside of a window, 0 inside.

    >>> _outside(0.3, Target(0.5, 1.0, 0.75)), _outside(0.7, Target(0.5, 1.0, 0.75))
    (0.2, 0.0)
    """
    return max(0.0, target.low - f, f - target.high)


def _advice(line: Line, now: Setting, to: Setting, kind: str, target: Target) -> Advice:
    mean, u = line.predicted(to)
    by = to.of(kind) - now.of(kind)
    return Advice(CHANGE, kind, to, by, mean, u, chance_between(target.low, target.high, mean, u))


def _best(line: Line, now: Setting, target: Target, ranges: dict[str, Range], order: str) -> Advice | None:
    """The best single change by the order; None where nothing is left to change."""

    def found(kinds: tuple[str, ...]) -> Advice | None:
        tried = [_advice(line, now, to, kind, target) for kind in kinds for to in _settings(now, kind, ranges)]
        return min(
            tried,
            key=lambda one: (round(_outside(one.mean, target), 4), round(abs(one.mean - target.aim), 4), abs(one.by)),
            default=None,
        )

    if order == TILT_ONLY:
        return found((WASHERS,))
    if order == EITHER:
        return found((WASHERS, STEPS))
    tilt, ends = found((WASHERS,)), found((STEPS,))
    if tilt is None or ends is None:
        return tilt or ends
    helps = _outside(tilt.mean, target) < _outside(line.predicted(now)[0], target) - 1e-9
    return tilt if _outside(tilt.mean, target) <= 1e-9 or helps else ends


def _straddles(line: Line, now: Setting, target: Target, ranges: dict[str, Range], f: float) -> bool:
    """Whether the settings step over the window: one stands above it, and the next one under it."""
    others = [line.predicted(to)[0] for kind in (WASHERS, STEPS) for to in _settings(now, kind, ranges)]
    return any(one < target.low for one in [f, *others]) and any(one > target.high for one in [f, *others])
