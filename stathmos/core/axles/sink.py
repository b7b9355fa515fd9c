"""How far the trailer sinks on its own springs under what is still to come."""

from __future__ import annotations

from stathmos.core.axles.split import count_of, rate_of
from stathmos.core.figures import STATICS, Anything, Given, Missing, Provenance, Rule, work
from stathmos.core.rig import Rig
from stathmos.core.units import COUNT, LENGTH, WEIGHT
from stathmos.core.weighing import Weights

_SINKS = Rule("A trailer that is level sinks by the load on its axles over their springs.", STATICS)


def sinks_by(load: float, rate: float, axles: float) -> float:
    """How far the frame sinks, level, under a load on the axles, mm.  load / (rate · axles)

    ``load`` kg, ``rate`` of each axle kg/mm. 3,100 lb on two axles of 1,300 lb/in each:

    >>> round(sinks_by(3100, 1300, 2), 2)
    1.19
    """
    return load / (rate * axles)


def on_the_axles(gross: Anything, tongue: Anything) -> Anything:
    """What the trailer's axles carry without bars, kg: all of it that is not on the ball."""
    return work("GTW − TW", WEIGHT, lambda gross, tongue: gross - tongue, None, gross=gross, tongue=tongue)


def sinks(rig: Rig, more: Anything) -> Anything:
    """How far so much more on the axles sinks the trailer (less than nothing: lifts it), mm; typical springs are widely doubted."""
    count = count_of(rig)
    axles = Missing(("trailer.axle_count",)) if count is None else Given(float(count), COUNT, Provenance.LABEL)
    return work("load / (rate of an axle · axles)", LENGTH, sinks_by, _SINKS, load=more, rate=rate_of(rig), axles=axles)


def still_to_sink(rig: Rig, weights: Weights) -> Anything | None:
    """How far what is still to come, or comes out, sinks it, mm; None where the trailer stands as it will travel."""
    if weights.gross is weights.gross_standing and weights.tongue is weights.tongue_standing:
        return None
    then = on_the_axles(weights.gross, weights.tongue)
    now = on_the_axles(weights.gross_standing, weights.tongue_standing)
    more = work("axles then − axles now", WEIGHT, lambda then, now: then - now, None, then=then, now=now)
    return sinks(rig, more)
