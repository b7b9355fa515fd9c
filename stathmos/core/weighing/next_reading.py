"""Which further reading would settle the question, worked out before anybody takes it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from statistics import NormalDist

from stathmos.core.figures import COVERAGE, Figure, Known, Missing, sure
from stathmos.core.rig import Rig
from stathmos.core.uncertainty import iii_l_tolerance, of_a_scale, rectangular, weighbridge_division
from stathmos.core.units import KG_PER_LB
from stathmos.core.weighing.share import place_in_band
from stathmos.core.weighing.ways import INSTRUMENTS, NAMES, SETTING

GROSS = "gross"
_LEVER = 914.4, 304.8  # a beam of 2 ft and 1 ft, for a reading that nobody has taken yet
#: a share nobody has a figure for yet is thought of as this, only to say how well a reading would know it
_THOUGHT_OF = 0.12


@dataclass(frozen=True)
class NextReading:
    """One reading that could be taken: how well the share would then be known, and how likely that settles it.

    ``tongue_u`` kg and ``share_u``: standard uncertainties after it; ``settles``: probability.
    """

    key: str
    name: str
    tongue_u: float
    share_u: float
    settles: float


def reading_uncertainty(key: str, tongue: float, gross: float, division: float) -> float:
    """Standard uncertainty that a way would give for a tongue of this weight, kg, with its usual instrument.

    The beam's is magnified by its lever; the weighbridge takes a small figure from four large ones.
    """
    if key == "bridge":
        axle = math.hypot(rectangular(division / 2), rectangular(iii_l_tolerance(gross / 2, division)))
        return math.sqrt(4) * axle
    mark, accuracy = INSTRUMENTS[key]
    if key == "beam":
        D, d = _LEVER
        under = tongue * d / D
        by_scale = of_a_scale(under, mark * KG_PER_LB, accuracy) * D / d
        by_tape = tongue * rectangular(SETTING) * math.hypot(1 / D, 1 / d)
        return math.hypot(by_scale, by_tape)
    return of_a_scale(tongue, mark * KG_PER_LB, accuracy)


def settles(share: float, u_now: float, u_then: float, low: float, high: float) -> float:
    """Probability that, with the share then known to ``u_then``, its whole spread lies on one side of every edge.

    The figure itself will move by what is learnt: normal about ``share`` with √(u_now² − u_then²).

    >>> round(settles(0.10, 0.02, 0.0001, 0.10, 0.15), 1)  # known all but exactly, any figure is on one side
    1.0
    >>> settles(0.10, 0.02, 0.02, 0.10, 0.15)  # a reading that teaches nothing settles nothing at the edge
    0.0
    """
    margin = COVERAGE * u_then
    moves = math.sqrt(max(0.0, u_now**2 - u_then**2))
    if moves == 0.0:
        return 1.0 if not place_in_band(share, margin, low, high)[1] else 0.0
    found = NormalDist(share, moves)
    inside = max(0.0, found.cdf(high - margin) - found.cdf(low + margin))
    return found.cdf(low - margin) + inside + (1 - found.cdf(high + margin))


def next_readings(
    rig: Rig,
    tongue: Known | Missing,
    gross: Known | Missing,
    share: Figure | Missing,
    taken: tuple[str, ...],
    band: tuple[float, float],
) -> tuple[NextReading, ...]:
    """Every reading not taken yet, the likeliest to settle first. Without a gross weight only that is worth asking.

    ``band`` low and high share of gross trailer weight; spreads are standard uncertainties in kg.
    """
    if isinstance(gross, Missing):
        return ()
    known = not isinstance(tongue, Missing) and not isinstance(share, Missing)
    about = sure(share).value if known else _THOUGHT_OF
    weight = about * gross.value
    u_now = sure(share).u if known else 0.05
    t_now = sure(tongue).u if known else 0.05 * gross.value
    rest = max(0.0, u_now**2 - (t_now / gross.value) ** 2)  # what of the share's spread is not the tongue's
    division = weighbridge_division(rig)
    found = []
    for key in ("tongue_scale", "beam", "jack", "bridge"):
        if key in taken:
            continue
        alone = reading_uncertainty(key, weight, gross.value, division)
        then = 1 / math.sqrt(1 / max(t_now, 1e-6) ** 2 + 1 / alone**2) if known else alone
        share_u = min(u_now, math.hypot(then / gross.value, math.sqrt(rest)))
        found.append(NextReading(key, NAMES[key], then, share_u, settles(about, u_now, share_u, *band)))
    if GROSS not in taken and known and gross.u > 0:
        better = rectangular(iii_l_tolerance(gross.value, division))
        if better < gross.u:
            share_u = math.hypot(t_now / gross.value, about * better / gross.value)
            share_u = min(u_now, share_u)
            found.append(
                NextReading(
                    GROSS, "the whole trailer on a weighbridge", t_now, share_u, settles(about, u_now, share_u, *band)
                )
            )
    return tuple(sorted(found, key=lambda one: (-round(one.settles, 3), one.share_u)))
