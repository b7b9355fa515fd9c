"""How a trailer swings behind its vehicle: the equations (planar), what goes into them (inputs), how well that is known (band).

It explains and compares, always as a band; nothing passes on it, and no caution is lowered by it.
"""

from stathmos.core.sway.band import FASTEST, SLOWEST, Band, Curve, by_share, curve, first_at
from stathmos.core.sway.inputs import LEAVES_OUT, Known, known_of
from stathmos.core.sway.planar import Planar, damping_and_frequency, states
from stathmos.core.sway.study import (
    TOLD_BELOW,
    USUAL_SPEED,
    Asked,
    Study,
    Swings,
    asked_otherwise,
    each_swing,
    known,
    may_swing,
    study,
    swings,
)

__all__ = [
    "FASTEST",
    "LEAVES_OUT",
    "SLOWEST",
    "TOLD_BELOW",
    "USUAL_SPEED",
    "Asked",
    "Band",
    "Curve",
    "Known",
    "Planar",
    "Study",
    "Swings",
    "asked_otherwise",
    "by_share",
    "curve",
    "damping_and_frequency",
    "each_swing",
    "first_at",
    "known",
    "known_of",
    "may_swing",
    "states",
    "study",
    "swings",
]
