"""From tape to loads: the axles' spring rates, the restoration, the axle loads, each with its uncertainty.

With the tongue weight known, what the marks did from A to B gives the rates; what they
did from B to C gives the couple of the bars. The weighbridge's pass 3, where it was
read, says the restoration too, and the two are brought together.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core import statics
from stathmos.core.bay.measure.arches import Arches, told
from stathmos.core.coupled import Rest
from stathmos.core.figures import STATICS, Anything, Known, Missing, Rule, expanded, work
from stathmos.core.heights import Geometry
from stathmos.core.ratings import demands
from stathmos.core.units import COUPLE, RATE, SHARE, WEIGHT
from stathmos.core.weighing.reconcile import disagreements, weighted_mean

LEAST_SHARE_U = 0.005  # no way of reading a restoration is better than half a per cent


def front_rate_from_tape(T: float, w: float, o: float, rise: float) -> float:
    """Front axle rate from the rise on coupling, kg/mm.  k_f = T·o / (w·rise)

    >>> round(front_rate_from_tape(T=800, w=145, o=50, rise=0.5517))  # the worked example: 500 lb/in
    500
    """
    return T * o / (w * rise)


def rear_rate_from_tape(T: float, w: float, o: float, drop: float) -> float:
    """Rear axle rate from the drop on coupling, kg/mm.  k_r = T·(w + o) / (w·drop)

    >>> round(rear_rate_from_tape(T=800, w=145, o=50, drop=1.537))
    700
    """
    return T * (w + o) / (w * drop)


def couple_from_ball(B: float, T: float, d: float, L: float) -> float:
    """Couple of the bars from the force that a gauge under the ball reads, kg·mm.  M = d · (B − T) / (1 − d / L)

    ``B`` with the bars on, ``T`` without, kg; ball to bracket ``d``, ball to trailer axles ``L``, mm. The example of docs/method.md:
    1 853 lb on the ball at 27 in are 32 481 in·lb.

    >>> round(couple_from_ball(B=1852.6, T=800, d=27, L=216) / 32481, 3)
    1.0
    """
    return d * (B - T) / (1 - d / L)


@dataclass(frozen=True)
class Rates:
    """The axles' rates from tape, kg/mm; `Missing` where a mark moved less than the tape can tell."""

    front: Anything
    rear: Anything
    noise: tuple[str, ...]


@dataclass(frozen=True)
class Loads:
    """With the bars as they are set: restoration, couple, axle loads and bar force. kg, kg·mm."""

    restoration: Anything
    couple: Anything
    front: Anything
    rear: Anything
    trailer_axles: Anything
    bar_each: Anything


@dataclass(frozen=True)
class Reconciled:
    """The restoration by tape, by weighbridge and by a gauge under the ball, and all together; ``apart`` where they disagree
    beyond their doubt. ``weighed``: by what was weighed alone."""

    tape: Anything
    bridge: Anything
    gauge: Anything
    together: Anything
    apart: bool

    @property
    def ways(self) -> dict[str, Known]:
        """Every way that tells it, by its name in `WAYS`."""
        return _known({"tape": self.tape, "bridge": self.bridge, "gauge": self.gauge})

    @property
    def weighed(self) -> Anything:
        """The restoration by weighbridge and gauge, without the tape."""
        ways = {name: one for name, one in self.ways.items() if name != "tape"}
        return weighted_mean(ways, "f", LEAST_SHARE_U) if len(ways) > 1 else next(iter(ways.values()), self.bridge)


_COUPLE = Rule("Couple of that restoration.", STATICS)
_RULE = Rule("The tongue weight's lever over the axles, divided by what the mark moved.", STATICS)


def rates(arches: Arches, tongue: Anything, geometry: Geometry) -> Rates:
    """Spring rates from states A and B."""
    noise = tuple(
        name
        for name, moved in (("front", arches.rise), ("rear", arches.drop))
        if not isinstance(moved, Missing) and (not told(moved) or moved.value <= 0)
    )
    too_small = Missing(("vehicle.front_rate",)), Missing(("vehicle.rear_rate",))
    where = {"T": tongue, "w": geometry.w, "o": geometry.o}
    return Rates(
        too_small[0] if "front" in noise
        else work("k_f = T · o / (w · rise)", RATE, front_rate_from_tape, _RULE, **where, rise=arches.rise),
        too_small[1] if "rear" in noise
        else work("k_r = T · (w + o) / (w · drop)", RATE, rear_rate_from_tape, _RULE, **where, drop=arches.drop),
        noise,
    )  # fmt: skip


#: how each way is called behind “by”
WAYS = {"tape": "by tape", "bridge": "by weighbridge", "gauge": "by the gauge under the ball"}
_BY_GAUGE = Rule(
    "A gauge under the ball reads the force on the ball: the tongue, and what the bars press it down.", STATICS
)
_NOT_READ = Missing(("trials.trial_1.ball_gauge",))


def by_gauge(with_bars: Anything, without: Anything, rest: Rest) -> Anything:
    """The restoration by a gauge under the ball, with the bars on and without them; `Missing` of a ball that carries nothing."""
    g = rest.geometry
    if not isinstance(without, Missing) and without.value <= 0:
        return Missing(("bay.ball_gauge_b",))
    if not isinstance(rest.bracket, Missing) and not isinstance(g.L, Missing) and rest.bracket.value >= g.L.value:
        return Missing(("bay.bracket_place",))

    def f(B: float, T: float, d: float, L: float, o: float) -> float:
        return statics.restoration(couple_from_ball(B, T, d, L), T, o, L)

    return work(
        "f = M · (L + o) / (T · o · L),  M = d · (B − T) / (1 − d / L)", SHARE, f, _BY_GAUGE,
        B=with_bars, T=without, d=rest.bracket, L=g.L, o=g.o,
    )  # fmt: skip


def _known(ways: Mapping[str, Anything]) -> dict[str, Known]:
    return {name: one for name, one in ways.items() if not isinstance(one, Missing)}


def reconciled(tape: Anything, bridge: Anything, gauge: Anything = _NOT_READ) -> Reconciled:
    """Tape, weighbridge and gauge together, weighted by 1/u²; where they disagree the worse doubt stands."""
    ways = _known({"tape": tape, "bridge": bridge, "gauge": gauge})
    if len(ways) < 2:
        return Reconciled(tape, bridge, gauge, next(iter(ways.values()), tape), False)
    apart = bool(disagreements(ways, 2 * LEAST_SHARE_U))
    together = weighted_mean(ways, "f", LEAST_SHARE_U)
    if apart:
        widest = max(abs(one.value - together.value) + expanded(one) for one in ways.values())
        together = together.doubted({"~disagreement": widest / 2})
    return Reconciled(tape, bridge, gauge, together, apart)


def loads(f: Anything, rest: Rest) -> Loads:
    """Axle loads and bar force of a restoration, on a rig as the coupled states are worked out from."""
    T, g = rest.tongue, rest.geometry
    M = work("M = f · T · o · L / (L + o)", COUPLE, statics.couple_for_restoration, _COUPLE, f=f, T=T, o=g.o, L=g.L)
    where = {"T": T, "M": M, "w": g.w, "o": g.o, "L": g.L}
    return Loads(
        f,
        M,
        work("front = uncoupled + dF", WEIGHT, demands.front_axle_load, None, uncoupled=rest.front, **where),
        work("rear = uncoupled + dR", WEIGHT, demands.rear_axle_load, None, uncoupled=rest.rear, **where),
        work("GTW − TW + M / L", WEIGHT, demands.trailer_axle_load, None, GTW=rest.gross, TW=T, M=M, L=g.L),
        work("P / 2 = M / (2 · d)", WEIGHT, lambda M, d: statics.bar_force(M, d) / 2, None, M=M, d=rest.bracket),
    )
