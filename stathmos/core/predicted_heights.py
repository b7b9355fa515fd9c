"""What a height that was set aside may be now: as it was taped, less what came aboard since sinks the trailer. An offer, and no reading."""

from __future__ import annotations

from collections.abc import Iterable

from stathmos.core.axles.sink import sinks
from stathmos.core.figures import Given, Missing, Provenance, assumed
from stathmos.core.holding.riding import Riding
from stathmos.core.holding.standing import Aside
from stathmos.core.rig import KINDS, Rig
from stathmos.core.units import LENGTH, WEIGHT

#: heights of the trailer that sink with it on its own springs
SINKING = ("trailer.coupler_height",)


def axle_load(rides: Iterable[Riding], L: float) -> float:
    """What loads put on the trailer's axles, kg, each by its place behind the ball; without one, all of it.

    ``L`` ball to axles, mm.

    >>> axle_load([Riding("gear", 2500.0, 100.0, 0.0), Riding("gear", None, 10.0, 0.0)], 5000.0)
    60.0
    """
    found = 0.0
    for one in rides:
        density = KINDS[one.kind].density if one.kind in KINDS else None
        weight = one.weight + one.volume * (1.0 if density is None else density)
        found += weight if one.at is None else weight * one.at / L
    return found


def predicted(rig: Rig, path: str, aside: Aside) -> Given | None:
    """A height set aside for what rides in the trailer, as it may stand now, mm; None of another, or where it cannot be told."""
    L = rig.figure("trailer.ball_to_axle")
    taped = aside.written.amount
    if path not in SINKING or aside.loads is None or taped is None or isinstance(L, Missing):
        return None
    more = axle_load(aside.loads.now, L.value) - axle_load(aside.loads.then, L.value)
    sunk = sinks(rig, assumed(more, WEIGHT))
    if isinstance(sunk, Missing):
        return None
    return Given(taped - sunk.value, LENGTH, Provenance.ASSUMED, path=path, u=sunk.u)
