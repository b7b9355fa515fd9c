"""What tongue weight this rig may carry, its trailer weighing what it does: the band in force and every rating, in one place."""

from __future__ import annotations

from collections.abc import Callable, Container
from dataclasses import dataclass
from functools import partial

from stathmos.core import load_changes
from stathmos.core.figures import Known, Missing, expanded, sure
from stathmos.core.limits.constraints import HEAVY_END, LIGHT_END, Guard, excesses, known_now, name_of
from stathmos.core.limits.solve import largest
from stathmos.core.ratings import Link
from stathmos.core.trial import Bench
from stathmos.core.units import KG_PER_LB

PROBE = 20 * KG_PER_LB
STEPS_BACK = 6
STRAIGHT = 1e-3  # kg a kg: an excess that grows by less does not grow
WITHIN = 0.1  # kg: what a straight line may be off by at the end it finds
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

    def at(tongue: float, among: Container[str] = known) -> dict[str, float]:
        writes = load_changes.shifted(bench.rig, reach, tongue - now) if abs(tongue - now) > 1e-9 else ()
        # A scale is out by a share of what it reads: a heavier tongue is known less well than today's.
        more = (
            COARSER * expanded(sure(weights.tongue)) * max(0.0, tongue / max(now, PROBE) - 1.0)
            if within is not exact
            else 0.0
        )

        def binding(link: Link) -> bool:
            return link.key in known and link.key in among and binds(link)

        return {name: over + more for name, over in excesses(bench.tried(writes), within, binding).items()}

    near = _ends(at, max(now, PROBE))
    if near is not None:
        low, high = (End(edge.at, edge.by, name_of(bench, edge.by)) for edge in near)
        return TongueRange(low, high)
    # From the middle of the band outwards; where that is over something already, from as low as it must come.
    judged, gross = weights.judgement, sure(weights.gross).value
    name = partial(name_of, bench)
    least = _edge(at, judged.low * gross, LIGHT_END, name, up=False)
    most = _edge(at, judged.high * gross, HEAVY_END, name, up=True)
    return None if least is None or most is None else TongueRange(least, most)


@dataclass(frozen=True)
class _Edge:
    """An end by itself."""

    at: float
    by: str


def _ends(at: Callable[..., dict[str, float]], now: float) -> tuple[_Edge, _Edge] | None:
    """Both ends by straight lines through two tongue weights, where nothing is found over at either; else None.

    Most limits are straight in the tongue, and then that is all there is to it.
    """
    first, second = at(now), at(now + PROBE)
    slopes = {name: (second[name] - over) / PROBE for name, over in first.items() if name in second}
    roots = [(now - first[name] / slope, name, slope) for name, slope in slopes.items() if abs(slope) > STRAIGHT]
    lows, highs = [one for one in roots if one[2] < 0], [one for one in roots if one[2] > 0]
    if not lows or not highs:
        return None
    least, most = _Edge(*max(lows)[:2]), _Edge(*min(highs)[:2])
    if least.at > most.at or least.at <= 0:
        return None
    growing = {name for _, name, _ in roots}
    reached = [over for edge in (least, most) for name, over in at(edge.at, growing).items() if name in growing]
    return (least, most) if all(over <= WITHIN for over in reached) else None


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
