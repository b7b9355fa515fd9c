"""What braking does to the loads: an explanation, and no rating of anything.

At a steady deceleration of ``a`` (as a share of gravity) every mass pushes forward at its own height. About the ground
under the trailer's axles, and under the vehicle's rear axle:

    dT = (m2·a·h2 − X·hb) / L           dF = (m1·a·h1 + X·hb − dT·o) / w

X is what the trailer pushes the ball forward with: nothing where its own brakes hold it, all of m2·a where it has none.
Heights of gravity are on no label: typical, wide, from memory.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import FROM_MEMORY, STATICS, Anything, Rule, assumed, constant, work
from stathmos.core.rig.trailer import BODIES
from stathmos.core.trial import Bench
from stathmos.core.uncertainty import rectangular
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE, WEIGHT

DECELERATION = 0.3  # of gravity: a firm stop on a dry road; common practice, no source
#: height of gravity of a loaded trailer by what it is, mm, and of a tow vehicle; known to a quarter either way: from memory
HEIGHTS = {body: 44 * MM_PER_IN for body, _ in BODIES} | {
    "folding": 30 * MM_PER_IN, "flat": 34 * MM_PER_IN, "tilt": 34 * MM_PER_IN, "boat": 36 * MM_PER_IN,
}  # fmt: skip
OF_VEHICLE, WITHIN = 29 * MM_PER_IN, 0.25

_RULE = Rule(f"Moments about the ground; heights of gravity {FROM_MEMORY}. It explains, and passes nothing.", STATICS)


def tongue_gain(m2: float, a: float, h2: float, X: float, hb: float, L: float) -> float:
    """What braking adds to the tongue, kg.  dT = (m2·a·h2 − X·hb) / L

    ``m2`` trailer and ``X`` its push on the ball, kg; ``a`` of gravity; heights ``h2`` of its gravity, ``hb`` of the ball, ``L`` mm.

    >>> tongue_gain(m2=3000, a=0.3, h2=1100, X=0, hb=550, L=5500), tongue_gain(3000, 0.3, 1100, 900, 550, 5500)
    (180.0, 90.0)
    """
    return (m2 * a * h2 - X * hb) / L


def front_gain(m1: float, a: float, h1: float, X: float, hb: float, dT: float, o: float, w: float) -> float:
    """What braking adds to the vehicle's front axle, kg.  dF = (m1·a·h1 + X·hb − dT·o) / w

    >>> front_gain(m1=2600, a=0.3, h1=730, X=0, hb=550, dT=180, o=1300, w=3650)
    91.89041095890411
    >>> round(front_gain(2600, 0.3, 730, 900, 550, 90, 1300, 3650))
    260
    """
    return (m1 * a * h1 + X * hb - dT * o) / w


@dataclass(frozen=True, kw_only=True)
class Braking:
    """With the trailer's brakes (``braked``) or without: what the tongue and the front axle gain, what the vehicle's tyres must hold, kg."""

    braked: bool
    tongue: Anything
    front: Anything
    held: Anything


def braking(bench: Bench, ball: Anything) -> tuple[Braking, ...]:
    """With trailer brakes and without, as planned; ``ball`` height when level, mm."""
    rig, g, loads = bench.rig, bench.on_hitch.geometry, bench.loads
    a, h2 = constant(DECELERATION, SHARE), _height("trailer", HEIGHTS[rig.choice("trailer.body") or "travel"])
    h1, m2 = _height("vehicle", OF_VEHICLE), bench.planned.gross
    m1 = work("front + rear", WEIGHT, lambda front, rear: front + rear, None, front=loads.front, rear=loads.rear)
    found = []
    for braked in (True, False):
        X = constant(0.0, WEIGHT) if braked else work("X = m₂ · a", WEIGHT, lambda m2, a: m2 * a, None, m2=m2, a=a)
        dT = work("dT = (m₂ · a · h₂ − X · hb) / L", WEIGHT, tongue_gain, _RULE, m2=m2, a=a, h2=h2, X=X, hb=ball, L=g.L)
        dF = work(
            "dF = (m₁ · a · h₁ + X · hb − dT · o) / w", WEIGHT, front_gain, _RULE,
            m1=m1, a=a, h1=h1, X=X, hb=ball, dT=dT, o=g.o, w=g.w,
        )  # fmt: skip
        held = work("m₁ · a + X", WEIGHT, lambda m1, a, X: m1 * a + X, _RULE, m1=m1, a=a, X=X)
        found.append(Braking(braked=braked, tongue=dT, front=dF, held=held))
    return tuple(found)


def _height(of: str, usual: float) -> Anything:
    return assumed(usual, LENGTH, f"~height of gravity, {of}", rectangular(WITHIN * usual))
