"""What tongue weight this rig may carry, its trailer weighing what it does: the band in force and every rating, in one place."""

from __future__ import annotations

from collections.abc import Callable, Container
from dataclasses import dataclass
from functools import partial
from typing import NamedTuple

from stathmos.core import load_changes
from stathmos.core.figures import Known, Missing, expanded, sure
from stathmos.core.limits.constraints import HEAVY_END, LIGHT_END, Guard, excesses, known_now, name_of
from stathmos.core.limits.solve import largest
from stathmos.core.ratings import Link
from stathmos.core.trial import Bench
from stathmos.core.units import KG_PER_LB

PROBE = 20 * KG_PER_LB
STEPS_BACK = 6
FELT = 0.05  # kg a kg: an excess that changes by less is not the tongue's, but the doubt of what is moved
FAR = 100 * KG_PER_LB  # so far inside, a limit is not looked at again where a straight line ends
BEND = 1.5  # kg a kg: steeper than that no limit bends, from memory
BENT = 50 * KG_PER_LB  # a straight line that is further off is none
DRAWN_IN = 4  # so many times
WITHIN = 0.05  # kg: what an end that was searched for may be off by
COARSER = 1.4  # a rear axle feels the tongue by its lever, about so much: from memory


def exact(known: Known) -> float:
    """No margin: a figure as it is.

    ``known`` in any unit; zero in the same unit.
    """
    return 0.0


@dataclass(frozen=True)
class End:
    """One end of a range, kg, and what holds it: a link's key, or an end of the band, and what that is called."""

    at: float
    by: str
    name: str


@dataclass(frozen=True)
class TongueRange:
    """From where to where the tongue may weigh, kg. ``least`` over ``most``: what this rig wants excludes itself."""

    least: End
    most: End

    @property
    def excluded(self) -> bool:
        """Whether no tongue weight serves."""
        return self.least.at > self.most.at


def tongue_range(
    bench: Bench, within: Guard = expanded, binds: Callable[[Link], bool] = lambda link: True
) -> TongueRange | None:
    """The range of tongue weights at today's trailer weight; None where the tongue was not weighed, or something is unknown.

    ``within``: how far inside each limit; the reading's own doubt where a scale is to show it, `margins.guard` where one aims
    with a load. ``binds``: which links bind (a part that is not on the vehicle is chosen anew).
    """
    weights, L = bench.weights, bench.rig.trailer.ball_to_axle
    if not weights.weighed or L is None or isinstance(weights.tongue, Missing) or weights.judgement.needs:
        return None
    if isinstance(weights.share, Missing) or isinstance(weights.gross, Missing):
        return None
    now, reach, known = weights.tongue.value, L.value, known_now(bench.planned.links)

    def with_more(by: float, among: Container[str] = known) -> dict[str, float]:
        writes = load_changes.shifted(bench.rig, reach, by) if abs(by) > 1e-9 else ()
        # A scale is out by a share of what it reads: a heavier tongue is known less well than today's.
        more = (
            COARSER * expanded(sure(weights.tongue)) * max(0.0, (now + by) / max(now, PROBE) - 1.0)
            if within is not exact
            else 0.0
        )

        def binding(link: Link) -> bool:
            return link.key in known and link.key in among and binds(link)

        return {name: over + more for name, over in excesses(bench.tried(writes), within, binding).items()}

    def at(tongue: float) -> dict[str, float]:
        return with_more(tongue - now)

    near = _ends(with_more, -now)
    if near is not None:
        low, high = (End(now + edge.more, edge.by, name_of(bench, edge.by)) for edge in near)
        return TongueRange(low, high)
    # From the middle of the band outwards; where that is over something already, from as low as it must come.
    judged, gross = weights.judgement, sure(weights.gross).value
    name = partial(name_of, bench)
    least = _edge(at, judged.low * gross, LIGHT_END, name, up=False)
    most = _edge(at, judged.high * gross, HEAVY_END, name, up=True)
    if least is None or most is None:
        return None
    found = TongueRange(least, most)
    return found if found.excluded or _holds(at, found) else None


def _holds(at: Callable[[float], dict[str, float]], found: TongueRange) -> bool:
    """Whether of what the tongue changes nothing is over at either end: what was searched for from where it is may be over still."""
    low, high, beyond = at(found.least.at), at(found.most.at), at(found.most.at + PROBE)
    wide = found.most.at + PROBE - found.least.at
    felt = {name for name, over in beyond.items() if name in low and abs(over - low[name]) > FELT * wide}
    return not any(over > WITHIN for end in (low, high) for name, over in end.items() if name in felt)


@dataclass(frozen=True)
class _Edge:
    """An end by itself: how much more than today, kg (less than nothing: less), and what holds it."""

    more: float
    by: str


def _ends(with_more: Callable[..., dict[str, float]], none_left: float) -> tuple[_Edge, _Edge] | None:
    """Both ends by straight lines through two tongue weights, each drawn in until nothing is over there; None where that is far.

    Most limits are all but straight in the tongue, and then that is all there is to it. ``none_left``: kg, where there is no
    tongue weight any more.
    """
    begun = max(0.0, PROBE + none_left)
    first, second = with_more(begun), with_more(begun + PROBE)
    slopes = {name: (second[name] - over) / PROBE for name, over in first.items() if name in second}
    lines = [_Line(begun - first[name] / slope, slope, name) for name, slope in slopes.items() if abs(slope) > FELT]
    # What the tongue changes only further on: within now, and looked at where it may have come to its limit.
    later = {name: over for name, over in first.items() if abs(slopes.get(name, 0.0)) <= FELT and over <= 0}

    def near(more: float) -> dict[str, float]:
        """How steeply each limit comes nearer, of those that may be reached at so much more; far from it no bend reaches it."""
        straight = {line.name: abs(line.slope) for line in lines if line.slope * (more - line.root) > -FAR}
        return straight | {name: BEND for name, over in later.items() if over + BEND * abs(more - begun) > 0}

    falling, rising = [line for line in lines if line.slope < 0], [line for line in lines if line.slope > 0]
    if not falling or not rising:
        return None
    begins, ends = max(falling, key=lambda line: line.root), min(rising, key=lambda line: line.root)
    if begins.root > ends.root or begins.root <= none_left:
        return None
    least, most = _drawn_in(with_more, near, begins, 1.0), _drawn_in(with_more, near, ends, -1.0)
    return None if least is None or most is None or least.more > most.more else (least, most)


class _Line(NamedTuple):
    """A limit as a straight line: how much more than today is just inside it, kg, and how much nearer a kilogram more brings it."""

    root: float
    slope: float
    name: str


def _drawn_in(
    with_more: Callable[..., dict[str, float]], near: Callable[[float], dict[str, float]], held: _Line, inward: float
) -> _Edge | None:
    """The whole pound inside of where a straight line has an end, or so much further in that nothing is over there."""
    at = held.root
    for _ in range(DRAWN_IN):
        whole = inward * load_changes.to_the_pound(inward * at)
        steep = near(whole)
        over = {name: by for name, by in with_more(whole, steep).items() if name in steep and by > 0}
        if not over:
            return _Edge(whole, held.name)
        at = whole + inward * max(by / steep[name] for name, by in over.items())
        if abs(at - held.root) > BENT:
            return None
    return None


def _edge(
    at: Callable[[float], dict[str, float]], end: float, band: str, name: Callable[[str], str], up: bool
) -> End | None:
    """One end: the band's, and nearer in by whatever else binds that way."""
    way = 1.0 if up else -1.0
    # Begun well inside, so that every limit is approached from its safe side.
    inside = end - way * max(0.5 * end, 4 * PROBE)
    inside = max(inside, PROBE) if up else inside
    found, by = largest(lambda by_so_much: at(inside + way * by_so_much), PROBE)
    if by == () or found == float("inf"):
        return None
    if found == 0.0:
        inside, found, by = _from_where_it_holds(at, inside, way)
    held_by = band if band in by else by[0]
    return End(inside + way * found, held_by, name(held_by))


def _from_where_it_holds(
    at: Callable[[float], dict[str, float]], inside: float, way: float
) -> tuple[float, float, tuple[str, ...]]:
    """Where even well inside the band something is over: so far back that it is not."""

    def beyond(back: float, by_so_much: float) -> dict[str, float]:
        return at(back + way * by_so_much)

    back = inside
    by: tuple[str, ...] = ()
    for _ in range(STEPS_BACK):
        back -= way * max(abs(inside), PROBE) / 2
        found, by = largest(partial(beyond, back), PROBE)
        if found > 0.0:
            return back, found, by
    return back, 0.0, by
