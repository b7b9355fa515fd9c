"""The next single change of the bars: which, by how much, and what it will do; or that there is none, and why.

Never two changes at once. The order is the school's, stage by stage: head tilt until used up
and then the bar ends; whichever serves best; or tilt only. It stops when the mark is where it
is to be as far as the tape can tell, when the tape cannot tell what is needed, or when the
hardware is used up.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from stathmos.core.bay.adjust.learn import Believed, LearnedLine
from stathmos.core.bay.measure.trials import Setting
from stathmos.core.schools import TILT_FIRST, Band, OrderSchool
from stathmos.core.settings import Allowed
from stathmos.core.uncertainty import chance_between

CHANGE, DONE, NOISE, USED_UP, COARSE = "change", "done", "noise", "used up", "too coarse"
SURE_ENOUGH = 0.90  # likelihood at which there is nothing more to gain: from memory, to be verified
WORTH_IT = 0.05  # gain in likelihood for which another trial is worth the work: from memory, to be verified


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


def _settings(now: Setting, one: Allowed) -> list[Setting]:
    """Every other setting that one change of a kind leads to."""
    kind = one.kind.key
    return [now.with_count(kind, number) for number in one.counts() if abs(number - now.of(kind)) > 1e-9]


def advise(
    line: LearnedLine,
    now: Setting,
    measured: Believed,
    target: Band,
    allowed: tuple[Allowed, ...],
    order: OrderSchool = TILT_FIRST,
    noise_u: float = 0.0,
) -> Advice:
    """The next change, from what is learned and the last trial.

    ``measured``: the last trial's restoration and its standard uncertainty; ``noise_u``:
    that of one more trial. ``target``: the window; ``allowed``: the kinds of setting that the kit has.
    """
    low, high = target.low, target.high
    f, u = measured
    inside = low <= f <= high
    now_likely = chance_between(low, high, f, u)
    if inside and now_likely >= SURE_ENOUGH:
        return Advice(DONE, mean=f, u=u, now_likely=now_likely)
    blind = u > (high - low)
    best = _best(line, now, target, allowed, order)
    if inside:
        if (
            best is None
            or best.likely <= now_likely + WORTH_IT
            or abs(best.mean - target.aim) >= abs(f - target.aim)
            # It stands in the window already: a change must move it by more than the tape's own doubt to be worth anything.
            or abs(best.mean - f) <= 2 * noise_u
        ):
            return Advice(DONE, mean=f, u=u, now_likely=now_likely)
        return replace(best, now_likely=now_likely)
    if blind:
        return Advice(NOISE, mean=f, u=u, now_likely=now_likely)
    if best is None:
        return Advice(USED_UP, mean=f, u=u, now_likely=now_likely, wants_more=f < low)
    gap, left = _outside(f, target), _outside(best.mean, target)
    if left >= gap - 1e-9:
        return Advice(
            COARSE if _straddles(line, now, target, allowed, f) else USED_UP,
            mean=f,
            u=u,
            now_likely=now_likely,
            wants_more=f < low,
        )
    return replace(best, now_likely=now_likely)


def _outside(f: float, target: Band) -> float:
    """How far outside of a window, 0 inside.

    >>> _outside(0.3, Band(0.5, 0.75, 1.0)), _outside(0.7, Band(0.5, 0.75, 1.0))
    (0.2, 0.0)
    """
    return max(0.0, target.low - f, f - target.high)


def _advice(line: LearnedLine, now: Setting, to: Setting, one: Allowed, target: Band) -> Advice:
    kind, (mean, u) = one.kind.key, line.predicted(to)
    likely = chance_between(target.low, target.high, mean, u)
    return Advice(CHANGE, kind, to, to.of(kind) - now.of(kind), mean, u, likely)


def _best(
    line: LearnedLine, now: Setting, target: Band, allowed: tuple[Allowed, ...], order: OrderSchool
) -> Advice | None:
    """The best single change by the order: of a later stage only where the earlier ones do not serve; None where nothing is left."""
    stands = _outside(line.predicted(now).mean, target)
    last: Advice | None = None
    for places in order.stages:
        found = min(
            (_advice(line, now, to, one, target) for one in allowed if one.kind.where in places for to in _settings(now, one)),
            key=lambda one: (round(_outside(one.mean, target), 4), round(abs(one.mean - target.aim), 4), abs(one.by)),
            default=None,
        )  # fmt: skip
        if found is None:
            continue
        last = found
        off = _outside(found.mean, target)
        if off <= 1e-9 or off < stands - 1e-9:
            return found
    return last


def _straddles(line: LearnedLine, now: Setting, target: Band, allowed: tuple[Allowed, ...], f: float) -> bool:
    """Whether the settings step over the window: one stands above it, and the next one under it."""
    others: Iterator[float] = (line.predicted(to).mean for one in allowed for to in _settings(now, one))
    found = [f, *others]
    return any(one < target.low for one in found) and any(one > target.high for one in found)
