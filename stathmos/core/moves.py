"""The smallest single moves that bring the tongue's share inside the band, each with what it does to every axle.

A move is worked out for the middle of what would just do, then tried on the rig: one
that puts another limit over is left out of the advice, and said.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from stathmos.core.cargo import RACK, Placed, load_space, travels
from stathmos.core.cases import Standing
from stathmos.core.figures import Given, Missing, Phrase, Provenance, expanded
from stathmos.core.ratings import Link, State
from stathmos.core.rig import KINDS, Rig
from stathmos.core.rig.loads import ABOARD, TO_COME, TO_COME_OUT, TRAILER, Load
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, WEIGHT
from stathmos.core.weighing import Weights

LEAST_MOVE = 3 * MM_PER_IN  # nobody moves a load by less
_INCH, _POUND = MM_PER_IN, KG_PER_LB


@dataclass(frozen=True)
class Tried:
    """A rig with a move made: its weights, its case as planned and its chain."""

    weights: Weights
    planned: Standing
    links: tuple[Link, ...]


@dataclass(frozen=True)
class Effect:
    """What a move changes, kg."""

    tongue: float
    front: float | None
    rear: float | None
    trailer_axles: float | None


@dataclass(frozen=True)
class Move:
    """One single move. ``effort`` kg·mm: weight by way; what leaves the trailer is carried its whole length. ``writes``: the loads as they would be written; ``crosses``: the links it puts over."""

    load: str
    says: Phrase
    share: float
    effect: Effect
    effort: float
    writes: tuple[Load, ...] = ()
    crosses: tuple[Link, ...] = ()


def advise(rig: Rig, placed: tuple[Placed, ...], now: Tried, judge: Callable[[Rig], Tried]) -> tuple[Move, ...]:
    """The moves that bring the share inside, the least work first; those that cross another limit come last."""
    weights = now.weights
    if isinstance(weights.share, Missing) or weights.judgement.state not in ("light", "heavy", "cannot tell"):
        return ()
    target = _target(weights)
    if abs(target - weights.share.value) < 1e-6:
        return ()
    found = []
    for says, writes, effort in _candidates(rig, placed, weights, target):
        changed = rig
        for load in writes:
            known = changed.load(load.key) is not None
            changed = changed.with_load(load) if known else replace(changed, loads=(*changed.loads, load))
        then = judge(changed)
        if isinstance(then.weights.share, Missing):
            continue
        over_now = {link.key for link in now.links if link.state is State.OVER}
        crosses = tuple(link for link in then.links if link.state is State.OVER and link.key not in over_now)
        found.append(Move(writes[0].key, says, then.weights.share.value, _effect(now, then), effort, writes, crosses))
    return tuple(sorted(found, key=lambda move: (bool(move.crosses), move.effort)))


def _target(weights: Weights) -> float:
    """The nearest share whose whole spread lies inside the band; the middle of a band too narrow for it."""
    judged, share = weights.judgement, weights.share
    margin = expanded(share)
    least, most = judged.low + margin, judged.high - margin
    if least > most:
        return (judged.low + judged.high) / 2
    return min(max(share.value, least), most)


def _effect(now: Tried, then: Tried) -> Effect:
    def change(what: str) -> float | None:
        before, after = getattr(now.planned, what), getattr(then.planned, what)
        return None if isinstance(before, Missing) or isinstance(after, Missing) else after.value - before.value

    return Effect(change("tongue") or 0.0, change("front"), change("rear"), change("trailer_axles"))


Candidate = tuple[Phrase, tuple[Load, ...], float]


def _candidates(rig: Rig, placed: tuple[Placed, ...], weights: Weights, target: float) -> Iterator[Candidate]:
    L, frame = rig.trailer.ball_to_axle, rig.trailer.frame_length
    if L is None:
        return
    tongue, gross = weights.tongue.value, weights.gross.value
    wanted = target * gross - tongue
    for one in placed:
        if one.on != TRAILER or not travels(one) or isinstance(one.weight, Missing) or isinstance(one.to, Missing):
            continue
        if one.weight.value <= 0:
            continue
        if one.kind.movable and frame is not None:
            yield from _slide(rig, one, L.value, frame.value, wanted)
        yield from _take_out(rig, one, L.value, tongue, gross, target)
    yield from _fill(rig, placed, L.value, tongue, gross, target)


def _given(value: float, dimension: str, written: str) -> Given:
    return Given(value, dimension, Provenance.ASSUMED, written)


def _free_key(rig: Rig, key: str) -> str:
    """A key near this one that no load has."""
    return next(name for name in (f"{key[:20]}_{number}" for number in range(2, 100)) if rig.load(name) is None)


def _slide(rig: Rig, one: Placed, L: float, frame: float, wanted: float) -> Iterator[Candidate]:
    """Along the trailer by dx = −ΔTW·L/m, to the whole inch that is enough; not outside the load space."""
    exact = -wanted * L / one.weight.value
    dx = math.copysign(math.ceil(abs(exact) / _INCH - 1e-9) * _INCH, exact)
    if abs(dx) < LEAST_MOVE:
        dx = math.copysign(LEAST_MOVE, exact)
    space = load_space(rig, L, frame)
    front, rear = (space.rear, space.rear + RACK) if one.kind.rack else (space.front, space.rear)
    to = one.to.value + dx
    if not front - 1e-6 <= to <= rear + 1e-6:
        return
    way = "forward" if dx < 0 else "rearward"
    says = Phrase(
        f"Move {one.load.word.lower()} ({{m}}) {{dx}} {way}, to {{to}} behind the ball.",
        {"m": (one.weight.value, WEIGHT, "nearest"), "dx": (abs(dx), LENGTH, "nearest"), "to": (to, LENGTH, "nearest")},
    )
    place = _given(to, LENGTH, "")
    moved = replace(one.load, moved_to=place) if one.when == ABOARD else replace(one.load, at=place, moved_to=None)
    yield says, (moved,), one.weight.value * abs(dx)


def _enough(lever: float, tongue: float, gross: float, target: float) -> float | None:
    """How much to add (+) or take out (−) at a lever (L − x)/L so that the share is the target.  m = (t·G − T)/(a − t)"""
    if abs(lever - target) < 1e-6:
        return None
    return (target * gross - tongue) / (lever - target)


def _take_out(rig: Rig, one: Placed, L: float, tongue: float, gross: float, target: float) -> Iterator[Candidate]:
    if not one.kind.parts and not (one.kind.density and one.load.kind_key != "propane"):
        return
    change = _enough((L - one.to.value) / L, tongue, gross, target)
    if change is None or change >= 0:
        return
    out = min(math.ceil(-change / _POUND - 1e-9) * _POUND, one.weight.value)
    if out + 1e-6 < -change:
        return
    word = "Drain" if one.kind.density else "Take out"
    says = Phrase(f"{word} {{out}} of {one.load.word.lower()}.", {"out": (out, WEIGHT, "up")})
    rest = replace(one.load, weight=_given(one.weight.value - out, WEIGHT, ""), volume=None)
    if one.when == TO_COME:
        yield says, (rest,), out * L
        return
    gone = replace(
        rest,
        key=_free_key(rig, one.key),
        weight=_given(out, WEIGHT, ""),
        when=_given(0.0, "choice", TO_COME_OUT),
        kind=_given(0.0, "choice", one.load.kind_key),
    )
    yield says, (rest, gone), out * L


def _fill(
    rig: Rig, placed: tuple[Placed, ...], L: float, tongue: float, gross: float, target: float
) -> Iterator[Candidate]:
    """Fresh water into a tank that stands where it helps."""
    kind = KINDS["fresh_water"]
    tank, at = rig.figure(kind.tank), rig.figure(kind.place)
    if isinstance(tank, Missing) or isinstance(at, Missing):
        return
    held = sum(
        one.weight.value
        for one in placed
        if one.load.kind_key == "fresh_water" and travels(one) and not isinstance(one.weight, Missing)
    )
    change = _enough((L - at.value) / L, tongue, gross, target)
    room = tank.value * kind.density - held
    if change is None or change <= 0 or change > room:
        return
    more = min(math.ceil(change / _POUND - 1e-9) * _POUND, room)
    says = Phrase("Fill {more} of fresh water.", {"more": (more, WEIGHT, "up")})
    load = Load(
        _free_key(rig, "fresh_water"),
        kind=_given(0.0, "choice", "fresh_water"),
        weight=_given(more, WEIGHT, ""),
        when=_given(0.0, "choice", TO_COME),
    )
    yield says, (load,), more * L / 6
