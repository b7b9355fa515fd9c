"""The next single change of the bars: which, by how much, and what it will do; or that there is none, and why.

Whether the rig stands inside is the school's to say, and how likely it truly does the marks'; the coach only aims. Never two
changes at once, never a setting twice, none at which the bars would not go on. The order is the school's, stage by stage: head
tilt until used up and then the bar ends; whichever serves best; or tilt only. It stops when the mark is where it is to be as far
as the tape can tell, when the tape cannot tell what is needed, or when the hardware is used up.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import product
from statistics import NormalDist

from stathmos.core.bay.measure.learn import LearnedLine
from stathmos.core.bay.measure.trials import Setting
from stathmos.core.bay_schools import CANNOT_TELL, INSIDE, NEVER, TOO_LITTLE, Band
from stathmos.core.figures import there
from stathmos.core.schools import TILT_FIRST, OrderSchool
from stathmos.core.settings import Allowed
from stathmos.core.uncertainty import chance_between

CHANGE, DONE, LEAVE, AGAIN, NOISE, USED_UP, COARSE, CANNOT = (
    "change", "done", "leave", "read again", "noise", "used up", "too coarse", "cannot be met",
)  # fmt: skip
SURE_ENOUGH = 0.95  # likelihood at which the rig is called set: from memory, to be verified
LIKELY_ENOUGH = 0.92  # from which on it is called done; below it is at an edge, and left as it is: from memory
#: what another trial must bring nearer to be worth twenty minutes of wrenches, as a share of what coupling took: from memory, to be verified
WORTH_IT = 0.05
AGAIN_GAINS = 0.02  # and for which the marks are worth reading once more
ROCK_FIRST = 0.10  # of a rig that was not rocked: from which on a mark that stands out is read again before a wrench is taken: from memory
MOST_TRIALS = 6  # settings after which another one teaches nothing: from memory, to be verified
HOPELESS, HOPEFUL = 0.05, 0.20  # nothing less likely than the one is tried while something is likelier than the other


@dataclass(frozen=True, kw_only=True)
class Stands:
    """Where a rig stands after its last trial.

    ``verdict`` and ``likely``: what the school in force says of it, and how likely it truly stands inside; None where nobody knows.
    ``f``: its restoration, ``u`` the standard uncertainty of that, ``u_of_one`` by this trial's marks alone; ``u_again`` what ``u``
    would be, were the marks read again; None where they were already. ``rocked``: whether the rig was rocked before they were read.
    ``miss``: how far outside it truly stands on the average, in restoration; nothing of it where it is inside. ``half_a_mark``: what half
    a mark of the tape is: no gain under it can be seen.
    """

    verdict: str
    likely: float | None
    f: float
    u: float
    u_of_one: float
    u_again: float | None = None
    rocked: bool = True
    miss: float | None = None
    half_a_mark: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Step:
    """One kind changed ``by`` so many, ``to`` so many."""

    kind: str
    by: float
    to: float


@dataclass(frozen=True)
class Advice:
    """What to do next. ``to`` is the whole setting wanted; ``mean``/``u`` the restoration predicted with it.

    ``likely``: how likely that lies in the window, ``miss`` how far outside on the average; ``now_likely`` the first of the last trial. ``wants_more``: on which side a rig
    stands that is not inside. ``blind``: the amount is a guess, only the direction is known. ``then``: the whole setting that takes
    a second change, for which this is the first; ``likely`` is of that one. ``besides``: what is changed at once with it, where every
    setting in between was tried.
    """

    verdict: str
    kind: str = ""
    to: Setting | None = None
    by: float = 0.0
    mean: float = 0.0
    u: float = 0.0
    likely: float = 0.0
    miss: float = 0.0
    now_likely: float | None = None
    wants_more: bool | None = None
    blind: bool = False
    then: Setting | None = None
    besides: tuple[Step, ...] = ()


def _settings(now: Setting, one: Allowed) -> list[Setting]:
    """Every other setting that one change of a kind leads to."""
    kind = one.kind.key
    return [now.with_count(kind, number) for number in one.counts() if abs(number - now.of(kind)) > 1e-9]


def every_setting(now: Setting, allowed: tuple[Allowed, ...]) -> Iterator[Setting]:
    """Every setting that a kit allows, the one in hand among them; a kind without a choice stays as it is."""
    counts = [one.counts() or (now.of(one.kind.key),) for one in allowed]
    keys = [one.kind.key for one in allowed]
    for chosen in product(*counts):
        yield replace(now, counts={**now.counts, **dict(zip(keys, chosen, strict=True))})


def free_kinds(allowed: Iterable[Allowed], order: OrderSchool) -> tuple[Allowed, ...]:
    """The kinds of setting that an order lets one change."""
    places = {place for stage in order.stages for place in stage}
    return tuple(one for one in allowed if one.kind.where in places)


def tighter(one: Setting, other: Setting, allowed: Iterable[Allowed]) -> bool:
    """Whether one setting winds the bars at least as much as another in every kind: where that would not go on, this will not.

    The head in another hole is another thing: nothing is said of it.
    """
    if one.hole != other.hole:
        return False
    return all(kind.kind.winds * (one.of(kind.kind.key) - other.of(kind.kind.key)) >= -1e-9 for kind in allowed)


def advise(
    line: LearnedLine,
    now: Setting,
    stands: Stands,
    target: Band | None,
    allowed: tuple[Allowed, ...],
    order: OrderSchool = TILT_FIRST,
    tried: tuple[Setting, ...] = (),
    would_not: tuple[Setting, ...] = (),
) -> Advice:
    """The next change, from what is learned and where the rig stands.

    ``target``: the window, None where nobody knows how far a step goes; ``allowed``: the kinds of setting that the kit has.
    ``tried``: the settings that were; ``would_not``: those at which the bars would not go on.
    """
    changes = _Changes(line, now, stands, target, allowed, order, tried, would_not)
    here = Advice(DONE, mean=stands.f, u=stands.u, now_likely=stands.likely)
    if stands.verdict == INSIDE:
        return _inside(changes, here)
    if stands.verdict == CANNOT_TELL:
        return replace(here, verdict=NOISE)
    if stands.verdict == NEVER:
        return _both_ways(changes, here)
    return _outside_of_it(changes, replace(here, wants_more=stands.verdict == TOO_LITTLE))


def every_change(
    line: LearnedLine, now: Setting, stands: Stands, target: Band, allowed: tuple[Allowed, ...], order: OrderSchool,
    tried: tuple[Setting, ...] = (), would_not: tuple[Setting, ...] = (),
) -> list[Advice]:  # fmt: skip
    """Every single change that may be made, whichever way it works, with how likely each is to bring the rig inside."""
    places = tuple(place for stage in order.stages for place in stage)
    return _Changes(line, now, stands, target, allowed, order, tried, would_not).every(places, None)


def _inside(changes: _Changes, here: Advice) -> Advice:
    stands, target = changes.stands, changes.target
    likely = stands.likely or 0.0
    if not stands.rocked and stands.u_again is not None:
        return replace(here, verdict=AGAIN)  # a spring that nobody rocked can hold more than anybody allows for
    if likely >= SURE_ENOUGH:
        return here
    best = changes.best() if target is not None else None
    miss = _miss(stands, target)
    worth = (
        best is not None and target is not None
        # by what an edge costs, and not by the toss of a coin: exactly at one it is as likely past it
        and miss - best.miss > max(WORTH_IT, stands.half_a_mark)
        and abs(best.mean - target.aim) < abs(stands.f - target.aim)
        # it stands in the window already: a change must move it by more than the tape's own doubt to be worth anything
        and (likely < LIKELY_ENOUGH or abs(best.mean - stands.f) > 2 * stands.u_of_one)
    )  # fmt: skip
    if worth and best is not None and len(changes.tried) < MOST_TRIALS:
        return replace(best, now_likely=stands.likely)
    if _reading_again_gains(stands, target) > AGAIN_GAINS:
        return replace(here, verdict=AGAIN)
    return here if likely >= LIKELY_ENOUGH else replace(here, verdict=LEAVE)


def _miss(stands: Stands, target: Band | None) -> float:
    """How far outside a rig truly stands on the average, in restoration."""
    if stands.miss is not None:
        return stands.miss
    return 0.0 if target is None else expected_miss(target, stands.f, stands.u)


def expected_miss(target: Band, mean: float, u: float) -> float:
    """How far outside of a window something lies on the average, where it is known to be about ``mean``, normally, by ``u``.

    >>> round(expected_miss(Band(0.5, 0.75, 1.0), 1.0, 0.1), 4), expected_miss(Band(0.5, 0.75, 1.0), 0.75, 0.0)
    (0.0399, 0.0)
    """
    if u <= 0:
        return outside(mean, target)
    return sum(_over(gap, u) for gap in (target.low - mean, mean - target.high))


def _over(gap: float, u: float) -> float:
    """The mean of what of a normal lies above nothing, its mean at ``gap``."""
    normal = NormalDist()
    return gap * normal.cdf(gap / u) + u * normal.pdf(gap / u)


def _both_ways(changes: _Changes, here: Advice) -> Advice:
    """One end wants more and the other less: where no restoration serves both, no setting does; else the nearer to where both lie."""
    target, stands = changes.target, changes.stands
    if target is None or target.high - target.low <= 0:
        return replace(here, verdict=CANNOT)
    if outside(stands.f, target) > 0:
        return _outside_of_it(changes, replace(here, wants_more=stands.f < target.low))
    return replace(
        here, verdict=AGAIN if stands.u_again is not None else NOISE
    )  # it stands where both should be inside


def _reading_again_gains(stands: Stands, target: Band | None) -> float:
    """How much likelier the rig would be to stand inside, were the marks read again and found the same; nothing where they were."""
    if stands.u_again is None or target is None:
        return 0.0
    now, then = (chance_between(target.low, target.high, stands.f, u) for u in (stands.u, stands.u_again))
    return then - now


def _outside_of_it(changes: _Changes, here: Advice) -> Advice:
    stands, target = changes.stands, changes.target
    if len(changes.tried) >= MOST_TRIALS:
        return replace(here, verdict=NOISE)
    if not stands.rocked and stands.u_again is not None and (stands.likely or 0.0) > ROCK_FIRST:
        return replace(here, verdict=AGAIN)  # nearer to the edge than a spring that nobody rocked can tell
    if target is None:
        return changes.one_step(here)
    gap = outside(stands.f, target)
    if stands.u_again is not None and gap <= 2 * stands.half_a_mark + 1e-9:
        return replace(here, verdict=AGAIN)  # a mark of the tape outside: another tape before another wrench
    best = changes.best(here.wants_more)
    if best is None or (outside(best.mean, target) >= max(gap, 1e-9) - 1e-9 and best.likely < HOPEFUL):
        best = changes.by_two()
    elif best.likely < HOPELESS:
        best = changes.by_two() or best
    if best is None:
        return replace(here, verdict=COARSE if changes.straddle() else USED_UP)
    return replace(best, now_likely=stands.likely)


def outside(f: float, target: Band) -> float:
    """How far outside of a window a restoration ``f`` lies, 0 inside.

    >>> outside(0.3, Band(0.5, 0.75, 1.0)), outside(0.7, Band(0.5, 0.75, 1.0))
    (0.2, 0.0)
    """
    return max(0.0, target.low - f, f - target.high)


@dataclass(frozen=True)
class _Changes:
    """Every single change that may be made, and what is believed of each."""

    line: LearnedLine
    now: Setting
    stands: Stands
    target: Band | None
    allowed: tuple[Allowed, ...]
    order: OrderSchool
    tried: tuple[Setting, ...]
    would_not: tuple[Setting, ...]

    def may(self, to: Setting) -> bool:
        """Whether a setting was neither tried nor is as tight as one at which the bars would not go on."""
        if any(_alike(to, one) for one in self.tried):
            return False
        return not any(tighter(to, one, self.allowed) for one in self.would_not)

    def advice(self, to: Setting, one: Allowed) -> Advice:
        """One change, and how likely it is to bring the rig inside."""
        assert self.target is not None
        kind, (mean, u) = one.kind.key, self.line.predicted(to)
        # what A and B are not known by moves the window, whatever C will be
        u = (u**2 + max(0.0, self.stands.u**2 - self.stands.u_of_one**2)) ** 0.5
        likely = chance_between(self.target.low, self.target.high, mean, u)
        miss = expected_miss(self.target, mean, u)
        return Advice(CHANGE, kind, to, to.of(kind) - self.now.of(kind), mean, u, likely, miss)

    def every(self, places: tuple[str, ...], more: bool | None) -> list[Advice]:
        """Every change at some places; only those that give back more, or less, where one of them is wanted."""
        found = [
            self.advice(to, one)
            for one in self.allowed if one.kind.where in places
            for to in _settings(self.now, one) if self.may(to)
        ]  # fmt: skip
        if more is None:
            return found
        way = 1.0 if more else -1.0
        kinds = {one.kind.key: one.kind.winds for one in self.allowed}
        return [one for one in found if way * one.by * kinds[one.kind] > 0]

    def best(self, more: bool | None = None) -> Advice | None:
        """The best single change by the order: of a later stage only where the earlier ones do not serve; None where nothing is left."""
        assert self.target is not None
        target, stands = self.target, outside(self.line.predicted(self.now).mean, self.target)
        last: Advice | None = None
        chosen: Advice | None = None
        for places in self.order.stages:
            found = min(
                self.every(places, more),
                key=lambda one: (
                    round(outside(one.mean, target), 4),
                    round(abs(one.mean - target.aim), 4),
                    abs(one.by),
                ),
                default=None,
            )
            if found is None:
                continue
            last = found
            off = outside(found.mean, target)
            if off <= 1e-9 or off < stands - 1e-9:
                chosen = found
                break
        chosen = chosen or last
        if chosen is not None and chosen.likely < HOPELESS:
            places = tuple(place for stage in self.order.stages for place in stage)
            likelier = max(self.every(places, more), key=lambda one: one.likely)
            return likelier if likelier.likely > HOPEFUL else chosen
        return chosen

    def whole(self) -> list[Setting]:
        """Every setting of every kind at this head that was not tried and would go on."""
        return [one for one in every_setting(self.now, self.allowed) if self.may(one)]

    def by_two(self) -> Advice | None:
        """The first of several single changes that together may bring the rig inside, where no one change does."""
        free = self.free
        found = [self.advice(to, free[0]) for to in self.whole() if self._only(to, free)] if free else []
        hopeful = [one for one in found if one.likely > HOPEFUL]
        ranked = sorted(hopeful, key=lambda one: (-round(one.likely, 6), self._distance(one.to)))
        for best in ranked:
            first = self._first_of(best, free)
            if first is not None:
                return first
        return self._at_once(ranked[0], there(ranked[0].to), free) if ranked else None

    def _first_of(self, best: Advice, free: Iterable[Allowed]) -> Advice | None:
        """The first single change towards a setting that was not tried; None where each was, or would not go on."""
        assert self.target is not None and best.to is not None
        target = self.target
        kinds = [one for one in free if self._differs(best.to, one)]
        steps = [self.advice(self.now.with_count(one.kind.key, best.to.of(one.kind.key)), one) for one in kinds]
        may = [one for one in steps if one.to is not None and self.may(one.to)]
        if not may:
            return None
        first = min(may, key=lambda one: (outside(one.mean, target), abs(one.by)))
        return replace(first, likely=best.likely, miss=best.miss, then=None if len(steps) == 1 else best.to)

    def _at_once(self, best: Advice, to: Setting, free: Iterable[Allowed]) -> Advice:
        """Several changes at once: what lies between was tried, and is known."""
        steps = [
            Step(kind=one.kind.key, by=to.of(one.kind.key) - self.now.of(one.kind.key), to=to.of(one.kind.key))
            for one in free
            if self._differs(to, one)
        ]
        return replace(best, kind=steps[0].kind, by=steps[0].by, besides=tuple(steps[1:]))

    def _differs(self, to: Setting, one: Allowed) -> bool:
        return abs(to.of(one.kind.key) - self.now.of(one.kind.key)) > 1e-9

    def _only(self, to: Setting, free: Iterable[Allowed]) -> bool:
        """Whether a setting differs in nothing but some kinds, and in one of them at least."""
        free = tuple(free)
        others = [one for one in self.allowed if one not in free]
        return any(self._differs(to, one) for one in free) and not any(self._differs(to, one) for one in others)

    def _distance(self, to: Setting | None) -> float:
        return 0.0 if to is None else sum(abs(to.of(one.kind.key) - self.now.of(one.kind.key)) for one in self.allowed)

    @property
    def free(self) -> tuple[Allowed, ...]:
        """The kinds that the order lets one change."""
        return free_kinds(self.allowed, self.order)

    def straddle(self) -> bool:
        """Whether the settings that may be changed step over the window: some stand above it, and others under it."""
        assert self.target is not None
        found = [self.stands.f, *(self.line.predicted(to).mean for to in every_setting(self.now, self.free))]
        return any(one < self.target.low for one in found) and any(one > self.target.high for one in found)

    def one_step(self, here: Advice) -> Advice:
        """Where only the direction is known: one step that way, of the first kind that has one."""
        way = 1.0 if here.wants_more else -1.0
        for places in self.order.stages:
            for one in (one for one in self.allowed if one.kind.where in places):
                steps = [
                    to for to in _settings(self.now, one)
                    if way * one.kind.winds * (to.of(one.kind.key) - self.now.of(one.kind.key)) > 0 and self.may(to)
                ]  # fmt: skip
                if steps:
                    to = min(steps, key=lambda to: abs(to.of(one.kind.key) - self.now.of(one.kind.key)))
                    by = to.of(one.kind.key) - self.now.of(one.kind.key)
                    return replace(here, verdict=CHANGE, kind=one.kind.key, to=to, by=by, blind=True)
        return replace(here, verdict=USED_UP)


def _alike(one: Setting, other: Setting) -> bool:
    """Whether two settings are the same, in the same hole as far as both were counted."""
    kinds = {*one.counts, *other.counts}
    same = all(abs(one.of(kind) - other.of(kind)) < 1e-9 for kind in kinds)
    return same and (one.hole == other.hole or one.hole is None or other.hole is None)


def best_elsewhere(
    line: LearnedLine, now: Setting, target: Band, allowed: tuple[Allowed, ...], by: float, u: float
) -> float:
    """How likely the best setting of all is to bring the rig inside, with the head where that alone gives back ``by`` more (standard
    uncertainty ``u``).
    """
    found = (line.predicted(one) for one in every_setting(now, allowed))
    return max(chance_between(target.low, target.high, one.mean + by, (one.u**2 + u**2) ** 0.5) for one in found)


def slacker(
    now: Setting,
    allowed: tuple[Allowed, ...],
    would_not: tuple[Setting, ...],
    places: Iterable[str],
    steps: float = 2.0,
) -> Advice:
    """Where the bars would not go on: so many steps slacker at the first places that have them, else what there is; None to try is used up."""
    for place in places:
        for one in (one for one in allowed if one.kind.where == place):
            kind = one.kind.key
            found = [
                to for to in _settings(now, one)
                if one.kind.winds * (to.of(kind) - now.of(kind)) < 0 and not any(tighter(to, bound, allowed) for bound in would_not)
            ]  # fmt: skip
            if found:
                to = min(found, key=lambda to: abs(abs(to.of(kind) - now.of(kind)) - steps))
                return Advice(CHANGE, kind, to, to.of(kind) - now.of(kind), blind=True, wants_more=False)
    return Advice(USED_UP, wants_more=False)
