"""The smallest single moves that bring the tongue's share inside the band, each with what it does to every axle.

A move is made large enough that the share lies inside with all that is not known about it and with what the next weighing
may read otherwise (`limits.guard`). Then it is put on the rig and the whole judged again: one that leaves something else
worse is left out, but for a rating that it puts over, which is said.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from typing import NamedTuple

from stathmos.core import load_changes
from stathmos.core.cargo import RACK, Placed, Space, load_space, travels
from stathmos.core.cases import CaseLoads
from stathmos.core.figures import Anything, Missing, Provenance, sure
from stathmos.core.limits import guard, steady
from stathmos.core.phrases import Phrase, joined
from stathmos.core.ratings import Link
from stathmos.core.rig import KINDS, Rig
from stathmos.core.rig.loads import TO_COME, TRAILER, Load
from stathmos.core.trial import Bench, Tried
from stathmos.core.tryout import SHARE, Tryout
from stathmos.core.units import LENGTH, MM_PER_IN, WEIGHT
from stathmos.core.weighing import CANNOT_TELL, HEAVY, LIGHT, LOW_SIDE, Passed, Weights, mark_to_pass

TRIES = 4  # a larger move is less well known itself; so often the target is drawn further in
A_LITTLE_MORE = 1.005  # no guard grows by quite a straight line


@dataclass(frozen=True)
class Effect:
    """What a move changes, kg; ``each``: on the trailer's axles one by one, the foremost first."""

    tongue: float
    front: float | None
    rear: float | None
    trailer_axles: float | None
    each: tuple[float | None, ...] = ()


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


class Candidate(NamedTuple):
    """What is said, the loads as they would be written, the work of it, kg·mm; and the mark that a coarse dial's needle is to pass."""

    says: Phrase
    writes: tuple[Load, ...]
    effort: float
    passes: Passed | None = None


#: makes the candidate for a share aimed at; None where it cannot be done
Make = Callable[[float], Candidate | None]


@dataclass(frozen=True)
class _Trailer:
    """What every move is reckoned on: ball to axles, mm; tongue and gross as planned, kg."""

    L: float
    tongue: float
    gross: float


def advise(bench: Bench, tryout: Tryout) -> tuple[Move, ...]:
    """The moves that bring the share inside, the least work first; those that cross another limit come last.

    All go one way: forward where the tongue may be too light, rearward where only too heavy.
    """
    rig, weights = bench.rig, bench.weights
    if isinstance(weights.share, Missing) or weights.judgement.state not in (LIGHT, HEAVY, CANNOT_TELL):
        return ()
    found = []
    for make in _ways(rig, bench.placed, weights):
        made = _until_inside(bench, make) or _past_the_mark(bench, make)
        if made is None:
            continue
        then = bench.tried(made.writes)
        outcome = tryout.loads(made.writes)
        crossed = tuple(link for link in bench.crossed(then) if load_changes.binding(rig, link))
        told = outcome.settled(SHARE) if made.passes is None else SHARE not in outcome.worse
        if outcome.worse_beside(link.key for link in crossed) or not told or not steady(bench, tryout, made.writes):
            continue
        share = then.weights.share
        assert not isinstance(share, Missing)
        effect = _effect(bench.planned, then)
        says = made.says if made.passes is None else joined(made.says, _the_needle(made.passes))
        found.append(Move(made.writes[0].key, says, share.value, effect, made.effort, made.writes, crossed))
    return tuple(sorted(found, key=lambda move: (bool(move.crosses), move.effort)))


def _until_inside(bench: Bench, make: Make) -> Candidate | None:
    """A move just large enough that the share lies inside by its guard, the move's own doubt in it; None where none is."""
    weights = bench.weights
    now = sure(weights.share)
    before, band = _Seen(now.value, guard(now)), weights.judgement
    target = _target(weights, before.guard)
    for _ in range(TRIES):
        candidate = None if target is None else make(target)
        if candidate is None:
            return None
        then = bench.weighed(candidate.writes)
        if isinstance(then.share, Missing):
            return None
        seen = _Seen(then.share.value, guard(then.share))
        if band.low <= seen.share - seen.guard + _SAME and seen.share + seen.guard - _SAME <= band.high:
            return candidate if (then.share.value > now.value) == _forward(weights) else None
        before, target = seen, _further_in(weights, before, seen)
    return None


class _Seen(NamedTuple):
    """A share of the trailer on the tongue, and how far inside the band it is to lie."""

    share: float
    guard: float


def _further_in(weights: Weights, before: _Seen, seen: _Seen) -> float | None:
    """The next share to aim at, where the guard grows with the move as it did last: by a straight line, and a little more."""
    further = seen.share - before.share
    grows = (seen.guard - before.guard) / further if further else 0.0
    edge = weights.judgement.low if _forward(weights) else weights.judgement.high
    way = 1.0 if _forward(weights) else -1.0
    if way * grows >= 1.0:
        return None  # the larger the move, the less well it is known where it ends
    at = (edge + way * (seen.guard - grows * seen.share)) / (1.0 - way * grows)
    return _target(weights, max(way * (at - edge), seen.guard) * A_LITTLE_MORE)


def _past_the_mark(bench: Bench, make: Make) -> Candidate | None:
    """Where the dial is too coarse for the band: a move that takes the tongue well into it, with the dial's own mark as the test."""
    weights = bench.weights
    needle, judged = weights.needle, weights.judgement
    if needle is None:
        return None
    gross, now = sure(weights.gross).value, sure(weights.tongue).value
    passes = mark_to_pass(needle, judged.low * gross, judged.high * gross, up=_forward(weights))
    if passes is None:
        return None
    middle = (needle.least + needle.most) / 2
    candidate = make((now + passes.by) / gross)
    # The reading stands for anything between its marks, so that the middle of those is what lies in the band then.
    inside = judged.low * gross <= middle + passes.by <= judged.high * gross
    return candidate._replace(passes=passes) if candidate is not None and inside else None


def _the_needle(passes: Passed) -> Phrase:
    put = {"mark": (passes.mark, WEIGHT, "nearest")}
    return Phrase(f"Then the needle should {'pass' if passes.up else 'be under'} {{mark}}: weigh again to see.", put)


_SAME = 1e-9


def _forward(weights: Weights) -> bool:
    """Whether more is wanted on the tongue: where it is, or may be, too light, whatever else it may be."""
    judged = weights.judgement
    if judged.state == CANNOT_TELL:
        return LOW_SIDE in judged.sides
    return judged.state == LIGHT


def _target(weights: Weights, margin: float) -> float | None:
    """The share nearest to today's that lies inside the band by a margin; None where the band is too narrow for it."""
    least, most = weights.judgement.low + margin, weights.judgement.high - margin
    if least > most:
        return None
    return least if _forward(weights) else most


def _effect(now: CaseLoads, then: Tried) -> Effect:
    def change(before: Anything, after: Anything) -> float | None:
        return None if isinstance(before, Missing) or isinstance(after, Missing) else after.value - before.value

    axles = then.carried.axles
    return Effect(
        change(now.tongue, then.carried.level) or 0.0,
        change(now.front, axles.front),
        change(now.rear, axles.rear),
        change(now.trailer_axles, axles.trailer),
        tuple(change(before.load, after.load) for before, after in zip(now.each, axles.each, strict=True)),
    )


def _ways(rig: Rig, placed: tuple[Placed, ...], weights: Weights) -> Iterator[Make]:
    """Every kind of single move on every load, each still to be told the share aimed at."""
    L, frame = rig.trailer.ball_to_axle, rig.trailer.frame_length
    if L is None:
        return
    rest = _Trailer(L.value, sure(weights.tongue).value, sure(weights.gross).value)
    for one in placed:
        if one.on != TRAILER or not travels(one) or isinstance(one.weight, Missing) or isinstance(one.to, Missing):
            continue
        if one.weight.value <= 0:
            continue
        if one.kind.movable and frame is not None:
            yield partial(_slide, load_space(rig, L.value, frame.value), one, rest)
        if one.kind.parts or (one.kind.density and one.load.kind_key != "propane"):
            yield partial(_take_out, rig, one, rest)
    tank, at = rig.figure(KINDS["fresh_water"].tank), rig.figure(KINDS["fresh_water"].place)
    if not isinstance(tank, Missing) and not isinstance(at, Missing):
        room = tank.value * (KINDS["fresh_water"].density or 0.0) - _water(placed)
        yield partial(_fill, load_changes.free_key(rig, "fresh_water"), room, at.value, rest)


def _water(placed: tuple[Placed, ...]) -> float:
    """Fresh water that travels, kg."""
    held = [one.weight for one in placed if one.load.kind_key == "fresh_water" and travels(one)]
    return sum(weight.value for weight in held if not isinstance(weight, Missing))


def _slide(space: Space, one: Placed, rest: _Trailer, target: float) -> Candidate | None:
    """Along the trailer by dx = −ΔTW·L/m, to the whole inch that is enough; not outside the load space."""
    exact = -(target * rest.gross - rest.tongue) * rest.L / sure(one.weight).value
    dx = math.copysign(max(load_changes.LEAST_MOVE, math.ceil(abs(exact) / MM_PER_IN - 1e-9) * MM_PER_IN), exact)
    front, rear = (space.rear, space.rear + RACK) if one.kind.rack else (space.front, space.rear)
    to = sure(one.to).value + dx
    if not front - 1e-6 <= to <= rear + 1e-6:
        return None
    way = "forward" if dx < 0 else "rearward"
    says = Phrase(
        f"Move {one.load.word.lower()} ({{m}}) {{dx}} {way}, to {{to}} behind the ball.",
        {
            "m": (sure(one.weight).value, WEIGHT, "nearest"),
            "dx": (abs(dx), LENGTH, "nearest"),
            "to": (to, LENGTH, "nearest"),
        },
    )
    return Candidate(says, load_changes.moved(one, to), sure(one.weight).value * abs(dx))


def _enough(lever: float, rest: _Trailer, target: float) -> float:
    """How much to add (+) or take out (−) at a lever (L − x)/L so that the share is the target.  m = (t·G − T)/(a − t)"""
    if abs(lever - target) < 1e-6:
        return 0.0
    return (target * rest.gross - rest.tongue) / (lever - target)


def _take_out(rig: Rig, one: Placed, rest: _Trailer, target: float) -> Candidate | None:
    out = load_changes.to_the_pound(-_enough((rest.L - sure(one.to).value) / rest.L, rest, target))
    if out <= 0 or out > sure(one.weight).value:
        return None
    word = "Drain" if one.kind.density else "Take out"
    says = Phrase(
        f"{word} {{out}} of {one.load.word.lower()}.",
        {"out": (out, WEIGHT, load_changes.told_up(out, sure(one.weight).value))},
    )
    return Candidate(says, load_changes.taken_out(rig, one, out), out * rest.L)


def _fill(key: str, room: float, at: float, rest: _Trailer, target: float) -> Candidate | None:
    """Fresh water into a tank that stands where it helps."""
    more = load_changes.to_the_pound(_enough((rest.L - at) / rest.L, rest, target))
    if more <= 0 or more > room:
        return None
    says = Phrase("Fill {more} of fresh water.", {"more": (more, WEIGHT, "up")})
    water = Load(
        key,
        load_changes.word("fresh_water"),
        weight=load_changes.weight(key, more, Provenance.ASSUMED),
        when=load_changes.word(TO_COME),
    )
    return Candidate(says, (water,), more * rest.L / 6)
