"""What stands to one side: how much more the wheels of that side carry than those of the other.

A load ``m`` at ``e`` beside the centre line makes the moment m·e about it; the ball, in the middle, takes none of it, and the
wheels, ``t`` apart, answer with m·e/t on one side and as much less on the other.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable

from stathmos.core.cargo import Placed, aboard, travels
from stathmos.core.figures import FROM_MEMORY, STATICS, Anything, Rule, assumed, constant, work
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import LEFT, MIDDLE, TRAILER
from stathmos.core.uncertainty import of_typical
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE, WEIGHT

#: how far from the centre line a load stands along a wall, and how wide a track is, where nobody taped it: from memory
ALONG_THE_WALL, USUAL_TRACK = 30 * MM_PER_IN, {"trailer": 74 * MM_PER_IN, "vehicle": 67 * MM_PER_IN}

_LEAN = Rule("A load beside the middle bears on the wheels of its side; the ball takes nothing of that.", STATICS)


def leans_by(m: float, e: float, t: float) -> float:
    """How much more the wheels of one side carry than half, kg.  m·e / t

    >>> leans_by(m=200, e=900, t=1800)
    100.0
    """
    return m * e / t


def track(rig: Rig, section: str) -> Anything:
    """From the left wheels to the right, mm; the usual where nobody taped it."""
    path = f"{section}.track"
    found = getattr(rig, section).track
    usual = USUAL_TRACK[section]
    return found if found is not None else assumed(usual, LENGTH, path, of_typical(usual, LENGTH))


def leans(rig: Rig, placed: Iterable[Placed], on: str, planned: bool = True, part: str = "") -> Anything:
    """How much more than half the right-hand wheels carry (less than nothing: the left), kg.

    ``on``: trailer or vehicle; ``part``: of the vehicle, which axle: front or rear, by where along it each load is.
    As planned, or as it stands. Nought where no load has a side.
    """
    counts: Callable[[Placed], bool] = travels if planned else aboard
    beside = [one for one in placed if one.on == on and counts(one) and one.load.side_key != MIDDLE]
    if not beside:
        return constant(0.0, WEIGHT)
    terms: dict[str, Anything] = {"t": track(rig, on)}
    signs: dict[str, float] = {}
    for one in beside:
        signs[one.key] = -1.0 if one.load.side_key == LEFT else 1.0
        terms[one.key] = one.weight
        path = f"loads.{one.key}.across"
        usual = assumed(ALONG_THE_WALL, LENGTH, path, of_typical(ALONG_THE_WALL, LENGTH))
        terms[f"{one.key}_across"] = one.load.across if one.load.across is not None else usual
        if on != TRAILER:
            at = one.to if planned else one.at
            terms[f"{one.key}_on"] = work(
                "x / w" if part == "rear" else "1 − x / w", SHARE, _to_rear if part == "rear" else _to_front, None,
                x=at, w=rig.figure("vehicle.wheelbase"),
            )  # fmt: skip

    def lean(t: float, **loads: float) -> float:
        return sum(
            sign * leans_by(loads[key], loads[f"{key}_across"], t) * loads.get(f"{key}_on", 1.0)
            for key, sign in signs.items()
        )

    return work("Σ m · e / t", WEIGHT, lean, _LEAN, f"Where no place is written, {FROM_MEMORY}.", **terms)


def _to_rear(x: float, w: float) -> float:
    return min(1.0, max(0.0, x / w))


def _to_front(x: float, w: float) -> float:
    return 1.0 - _to_rear(x, w)


def heavier_side(load: float, lean: float) -> float:
    """What the heavier side of an axle carries, kg; never more than all of it.  load / 2 + |lean|

    >>> heavier_side(load=1000, lean=-80), heavier_side(100, 80)
    (580.0, 100.0)
    """
    return (
        load / 2 + (load / 2 + abs(lean) - abs(load / 2 - abs(lean))) / 2
    )  # the lesser of the two; a column goes through it too
