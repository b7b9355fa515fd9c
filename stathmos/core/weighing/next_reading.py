"""Which further reading would settle the question, worked out before anybody takes it."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from statistics import NormalDist
from typing import Protocol

from stathmos.core.figures import COVERAGE, Figure, Given, Known, Missing, Provenance
from stathmos.core.rig import Rig, entry_at
from stathmos.core.uncertainty import as_written, iii_l_tolerance, of_a_scale, rectangular, weighbridge_division
from stathmos.core.units import KG_PER_LB, LENGTH, WEIGHT
from stathmos.core.weighing.share import place_in_band
from stathmos.core.weighing.ways import INSTRUMENTS, NAMES, SETTING, SPOT

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


@dataclass(frozen=True)
class Taken:
    """Which ways were read already, and whether any of the tongue was measured."""

    ways: tuple[str, ...]
    tongue: bool


@dataclass(frozen=True)
class Band:
    """The band that a share is judged by."""

    low: float
    high: float


class After(Protocol):
    """What a rig weighs with one more reading."""

    @property
    def share(self) -> Figure | Missing:
        """Its share."""

    @property
    def tongue(self) -> Known | Missing:
        """Its tongue weight, kg."""


#: weighs a rig anew
Weighed = Callable[[Rig], After]


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
        by_tape = tongue * math.hypot(rectangular(SPOT) / D, rectangular(SETTING) / d)
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


def moves_by(now: Figure, then: Figure, counted: bool, gross: Known) -> float:
    """How far the share will move by a reading, standard uncertainty: what is learnt of it where the reading is counted with
    others (√(u² − u'²)); the reading's whole doubt and the old figure's where it takes the place of one that nobody measured.

    Sources: [1] JCGM 100:2008 (GUM), 5.2, for what both figures have in common.
    """
    if counted:
        return math.sqrt(max(0.0, now.u**2 - then.u**2))
    common = sum(now.spread.get(path, 0.0) * then.spread.get(path, 0.0) for path in gross.spread)
    return math.sqrt(max(0.0, now.u**2 + then.u**2 - 2 * common))


def next_readings(
    rig: Rig,
    tongue: Known | Missing,
    gross: Known | Missing,
    share: Figure | Missing,
    taken: Taken,
    band: Band,
    weighed: Weighed,
) -> tuple[NextReading, ...]:
    """Every reading not taken yet, the likeliest to settle first. Without a gross weight only that is worth asking.

    ``tongue`` and ``gross`` as they stand, kg; ``share`` as planned. Each reading is put on the rig as it is expected, and
    the rig ``weighed`` again: what it then knows is what the reading would teach.
    """
    if isinstance(gross, Missing):
        return ()
    if isinstance(tongue, Missing) or isinstance(share, Missing):
        return _from_nothing(rig, gross, taken, band)
    found: list[NextReading] = []
    for key in SIMPLEST_FIRST:
        if key in taken.ways:
            continue
        after = weighed(expected(rig, key, tongue.value, gross.value))
        if isinstance(after.share, Missing) or isinstance(after.tongue, Missing):
            continue
        name = "the whole trailer on a weighbridge" if key == GROSS else NAMES[key]
        then = after.share.u
        if key == GROSS and then >= share.u:
            continue
        counted = key == GROSS or taken.tongue
        likely = _settles(share.value, moves_by(share, after.share, counted, gross), then, band)
        found.append(NextReading(key, name, after.tongue.u, then, likely))
    # Of those as likely the simplest to take, which stands first.
    return tuple(sorted(found, key=lambda one: -round(one.settles / AS_LIKELY)))


TONGUE_WAYS = ("tongue_scale", "beam", "jack", "bridge")
SIMPLEST_FIRST = ("tongue_scale", "beam", "jack", GROSS, "bridge")
AS_LIKELY = 0.01  # two ways that differ by less settle it alike
_AXLES = {
    "front": 1500.0,
    "rear": 1300.0,
}  # kg, of a vehicle that was never weighed: only its scale's tolerance hangs on it
_TARE = 4.0  # kg, of a beam


def expected(rig: Rig, key: str, tongue: float, gross: float) -> Rig:
    """The rig with a reading as it is expected for a tongue and a gross weight in kg, taken with its usual instrument."""

    def read(path: str, value: float, dimension: str = WEIGHT) -> Given:
        entry = entry_at(path)
        assert entry is not None
        u = as_written(value, entry, Provenance.MEASURED)
        return Given(value, dimension, Provenance.MEASURED, path=path, u=u)

    def with_(**figures: float) -> Rig:
        lengths = ("beam_pivot_to_scale", "beam_pivot_to_coupler")
        made = {
            name: read(f"weighing.{name}", value, LENGTH if name in lengths else WEIGHT)
            for name, value in figures.items()
        }
        return replace(rig, weighing=replace(rig.weighing, **made))

    if key == GROSS:
        return replace(rig, trailer=replace(rig.trailer, gross_weight=read("trailer.gross_weight", gross)))
    if key == "beam":
        D, d = _LEVER
        return with_(
            beam_reading=tongue * d / D + _TARE, beam_tare=_TARE, beam_pivot_to_scale=D, beam_pivot_to_coupler=d
        )  # fmt: skip
    if key == "jack":
        L, jack = rig.trailer.ball_to_axle, rig.trailer.jack_position
        length = L.value if L is not None else 5000.0
        at = jack.value if jack is not None else 0.1 * length
        changed = replace(
            rig.trailer, ball_to_axle=L or read("trailer.ball_to_axle", length, LENGTH),
            jack_position=jack or read("trailer.jack_position", at, LENGTH),
        )  # fmt: skip
        return replace(with_(jack_reading=tongue * length / (length - at)), trailer=changed)
    if key == "bridge":
        own = rig.weighing
        front = own.bridge_front_alone.value if own.bridge_front_alone else _AXLES["front"]
        rear = own.bridge_rear_alone.value if own.bridge_rear_alone else _AXLES["rear"]
        lifted = tongue / 3  # how the vehicle's axles share it changes nothing of the sum
        return with_(
            bridge_front_alone=front, bridge_rear_alone=rear, bridge_front_bare=front - lifted,
            bridge_rear_bare=rear + tongue + lifted, bridge_trailer_bare=gross - tongue,
        )  # fmt: skip
    return with_(tongue_scale=tongue)


def _from_nothing(rig: Rig, gross: Known, taken: Taken, band: Band) -> tuple[NextReading, ...]:
    """Where there is no tongue weight at all: how well each way would know one of the usual share."""
    found = []
    for key in TONGUE_WAYS:
        alone = reading_uncertainty(key, _THOUGHT_OF * gross.value, gross.value, weighbridge_division(rig))
        share_u = alone / gross.value
        found.append(NextReading(key, NAMES[key], alone, share_u, _settles(_THOUGHT_OF, 0.05, share_u, band)))
    return tuple(sorted(found, key=lambda one: (-round(one.settles, 3), one.share_u)))


def _settles(share: float, moves: float, then: float, band: Band) -> float:
    """Probability that a share that will move by so much is then told, known to ``then``."""
    return settles(share, math.hypot(moves, then), then, band.low, band.high)
