"""The swing of one rig on its hitch: as it stands, as planned, with each offered move, and as somebody asks."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from stathmos.core import load_changes
from stathmos.core.cargo import Placed
from stathmos.core.figures import Missing
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import Case
from stathmos.core.rig.loads import TRAILER, Load
from stathmos.core.sway.band import LOW, Band, Curve, curve, none_at, sampled
from stathmos.core.sway.inputs import OF_ADD_ON, Known, Loaded, known_of
from stathmos.core.sway.planar import damping_and_frequency, steadiness
from stathmos.core.trial import Bench
from stathmos.core.units import KM_H, MPH, SHARE, SPEED

STANDING, PLANNED, MOVED, ASKED = "standing", "planned", "moved", "asked"
#: a rig that may swing by itself below this is told so: a motorway's limit and a little; common practice, no source
TOLD_BELOW = 120 * KM_H
ALMOST_NONE = 0.05  # a sample so little steady there may be undamped between two marks of the band
WELL_DAMPED = 0.3  # there in the middle of the band, and no sample of it is undamped: the tests go through thousands


@dataclass(frozen=True, kw_only=True)
class Drawn:
    """One case's curve, or what is wanting for it; ``at``: of a move, its place among those offered."""

    key: str
    curve: Curve | Missing
    at: int = 0


@dataclass(frozen=True, kw_only=True)
class Study:
    """The curves, as it stands and as planned first."""

    cases: tuple[Drawn, ...]

    @property
    def planned(self) -> Curve | Missing:
        """As planned."""
        return next(one.curve for one in self.cases if one.key == PLANNED)


def _loaded(bench: Bench, case: Case) -> Loaded:
    g = bench.on_hitch.geometry
    return Loaded(
        front=case.loads.front, rear=case.loads.rear, front_coupled=case.axles.front, rear_coupled=case.axles.rear,
        axles=case.axles.trailer, tongue=case.level, gross=case.gross, w=g.w, o=g.o, L=g.L,
    )  # fmt: skip


def known(bench: Bench, writes: tuple[Load, ...] = ()) -> Known | Missing:
    """The rig from above as planned, with some loads written otherwise."""
    then = bench.tried(writes).carried if writes else bench.as_planned
    placed = bench.placed_with(writes)
    return known_of(bench.rig, _loaded(bench, then), placed, bench.on_hitch.build.kit)


def as_it_stands(bench: Bench) -> Known | Missing:
    """The rig from above as it stands now."""
    weights, on = bench.weights, bench.on_hitch
    case = on.carried(weights.tongue_standing, weights.gross_standing, on.loads(bench.rig, bench.placed, planned=False))
    return known_of(bench.rig, _loaded(bench, case), bench.placed, on.build.kit, planned=False)


def drawn(found: Known | Missing) -> Curve | Missing:
    """The curve of a rig that is known."""
    return found if isinstance(found, Missing) else curve(found)


def study(bench: Bench, offered: Iterable[tuple[Load, ...]] = ()) -> Study:
    """As it stands where that differs, as planned, and each offered move; ``offered``: the loads as each would write them."""
    cases = [Drawn(key=PLANNED, curve=drawn(known(bench)))]
    if bench.weights.change.steps:
        cases.insert(0, Drawn(key=STANDING, curve=drawn(as_it_stands(bench))))
    cases += [Drawn(key=MOVED, curve=drawn(known(bench, writes)), at=at) for at, writes in enumerate(offered)]
    return Study(cases=tuple(cases))


#: how fast people tow where nobody says: common practice, no source
USUAL_SPEED = 65 * MPH


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What if: one load so many mm further forward, towed so much slower than ``speed``, m/s, an add-on friction bar on."""

    load: str = ""
    forward: float = 0.0
    speed: float = USUAL_SPEED
    slower: float = 0.0
    friction: bool = False


def asked_otherwise(bench: Bench, asked: Asked) -> Curve | Missing:
    """The rig with what was asked: the load moved, friction on. (How much slower changes no curve: it is read off elsewhere on it.)"""
    found = known(bench, moved_forward(bench.placed, asked.load, asked.forward))
    if isinstance(found, Missing):
        return found
    return curve(found.with_friction(OF_ADD_ON) if asked.friction else found)


def moved_forward(placed: tuple[Placed, ...], key: str, by: float) -> tuple[Load, ...]:
    """One load of the trailer's, by its key, so many mm further forward; nothing where there is none, or nobody knows where it is."""
    one = next((one for one in placed if one.key == key and one.on == TRAILER), None)
    if one is None or isinstance(one.to, Missing) or not by:
        return ()
    return load_changes.moved(one, max(0.0, one.to.value - by))


@dataclass(frozen=True, kw_only=True)
class Swings:
    """Whether it may swing by itself at what people tow at, in words; ``needs``: what is wanting to tell."""

    says: Phrase | None = None
    needs: tuple[str, ...] = ()


def swings(bench: Bench) -> Swings:
    """Of a rig as planned. Far from it nothing but the middle of the band is worked out."""
    found = known(bench)
    if isinstance(found, Missing):
        return Swings(needs=found.needs)
    if float(damping_and_frequency(found.rig, TOLD_BELOW)[0]) > WELL_DAMPED:
        return Swings()
    # What is steady there is steady at less: where nearly every sample is, no speed is told of.
    if (steadiness(sampled(found), TOLD_BELOW) < ALMOST_NONE).mean() < LOW / 2:
        return Swings()
    return Swings(says=may_swing(none_at(found)))


def left_of_a_swing(damping: float) -> float:
    """How large a swing is beside the one before it: a share, more than one where it grows.  exp(−2π·ζ / √(1 − ζ²))

    Sources: [1] the logarithmic decrement, any textbook of vibrations.

    >>> round(left_of_a_swing(0.05), 2), left_of_a_swing(0.0), left_of_a_swing(1.0)
    (0.73, 1.0, 0.0)
    """
    if damping >= 1.0:
        return 0.0
    return math.exp(-2 * math.pi * damping / math.sqrt(1 - min(damping**2, 0.9999)))


def each_swing(found: Curve, V: float) -> Phrase:
    """In words, what is left of a swing at a speed, m/s: in the middle of the band, and at its worse edge."""
    middle, worse = (left_of_a_swing(found.damping_at(V, edge)) for edge in ("middle", "low"))
    put = {"at": (V, SPEED, "nearest"), "middle": (middle, SHARE, "up"), "worse": (worse, SHARE, "up")}
    grows = " It grows." if middle > 1 else " It may grow." if worse > 1 else ""
    return Phrase(f"At {{at}} each swing is {{middle}} of the one before, at worst {{worse}}.{grows}", put)


def may_swing(none: Band) -> Phrase | None:
    """In words, from about what speed it may swing by itself; None where that is beyond what anybody tows at."""
    if none.low is None or none.low > TOLD_BELOW:
        return None
    put = {"low": (none.low, SPEED, "down")}
    if none.high is None:
        return Phrase("It may swing by itself from about {low} upward.", put)
    put["high"] = (none.high, SPEED, "up")
    return Phrase("It may swing by itself from about {low} to {high}.", put)
