"""What may still be loaded, and where: alone in each place, and in all of them together, by every limit that such a load reaches.

A small linear program: each limit is a load that grows with what is put at a place, and a rating. One place by itself is its
least quotient; all together is the largest same share of each that every limit bears, whatever part of it is really put there.
Solved on the real chain, so that what is not quite linear (axles on springs of their own, doubt) is met from the safe side;
then put on the rig and the whole judged again.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from functools import partial

from stathmos.core import load_changes
from stathmos.core.figures import Missing, sure
from stathmos.core.limits.constraints import excesses, known_now, name_of
from stathmos.core.limits.margins import guard
from stathmos.core.limits.solve import largest
from stathmos.core.limits.steady import steady
from stathmos.core.ratings import AXLES, LOAD, SAME, TYRES, WHEELS, Link, State
from stathmos.core.rig import Load, name_at
from stathmos.core.rig.loads import TRAILER, VEHICLE
from stathmos.core.trial import Bench
from stathmos.core.tryout import Tryout
from stathmos.core.units import KG_PER_LB

PROBE, PROBE_SHARE = 50 * KG_PER_LB, 0.05
#: what the whole rig says no to is tried with so much of it, and again
SHRUNK, SHRINKS = 0.7, 4
#: the seats and the rear axle as shares of the wheelbase behind the front axle: from memory, to be verified
FRONT_SEATS, REAR_SEATS, REAR_AXLE = 0.42, 0.70, 1.0

#: what a load put there reaches, where its load or its rating is not known and no figure tells
_IN_TRAILER = frozenset(
    {
        "trailer_tyres", "trailer_axles", "trailer_gvwr", "tow_rating", "coupler", "chains", "hitch_gross", "shank_gross",
        "sleeve_gross", "receiver_gross", "gcwr", *(one.key + what for one in AXLES for what in ("", TYRES, WHEELS)),
    }
)  # fmt: skip
#: the links of parts that are chosen
_OF_PARTS = ("hitch_", "shank_", "sleeve_", "ball")
_IN_VEHICLE = frozenset({"payload", "gvwr", "front_gawr", "rear_gawr", "gcwr", "front_tyres", "rear_tyres"})


@dataclass(frozen=True)
class Place:
    """Somewhere a load may be put: its ends, as shares of ball to axles or of the wheelbase; the links that it reaches."""

    key: str
    name: str
    kind: str
    on: str
    ends: tuple[float, ...]
    reaches: frozenset[str]


#: over the axles is where a load adds nothing to the tongue and takes nothing off
PLACES = (
    Place("trailer", "In the trailer, over its axles", "gear", TRAILER, (1.0,), _IN_TRAILER),
    Place(
        "vehicle",
        "In the vehicle, anywhere ahead of its rear axle",
        "bed",
        VEHICLE,
        (FRONT_SEATS, REAR_AXLE),
        _IN_VEHICLE,
    ),
    Place("seats", "In the vehicle, in its seats only", "rear_seats", VEHICLE, (FRONT_SEATS, REAR_SEATS), _IN_VEHICLE),
)
#: the places that may be loaded at once; the rest are parts of one of them
APART = ("trailer", "vehicle")


@dataclass(frozen=True)
class Room:
    """What may still be put in one place, kg: ``alone``, and ``together`` with as much of its own in every other.

    None while something is not known: ``wanting`` names it. ``by``: the names of what holds it.
    """

    place: Place
    alone: float | None = None
    together: float | None = None
    by: tuple[str, ...] = ()
    wanting: tuple[str, ...] = ()


#: loads as they are put: the place, the share of its length, kg
Put = tuple["Piece", ...]


@dataclass(frozen=True)
class Piece:
    """So many kg at one end of a place."""

    place: Place
    end: float
    kg: float


def capacity(bench: Bench, tryout: Tryout) -> tuple[Room, ...]:
    """What may still be loaded beyond what is planned, in each place."""
    return _together(bench, tryout, tuple(_alone(bench, tryout, place) for place in PLACES))


def _wanting(bench: Bench, place: Place) -> tuple[str, ...]:
    """What is not known, and a load in that place hangs on."""
    rig = bench.rig
    length = "trailer.ball_to_axle" if place.on == TRAILER else "vehicle.wheelbase"
    if isinstance(rig.figure(length), Missing):
        return (name_at(length),)
    weights, links = bench.weights, bench.planned.links
    if not weights.weighed or isinstance(weights.share, Missing) or weights.judgement.needs:
        return ("the tongue weight, weighed",)
    if not bench.on_hitch.build.complete:
        # What a hitch is chosen by is named rather than every rating of a part that is not chosen.
        return _unknown(tuple(link for link in links if not link.key.startswith(_OF_PARTS)), place) or (
            "a hitch setup",
        )
    return _unknown(links, place)


def _unknown(links: tuple[Link, ...], place: Place) -> tuple[str, ...]:
    """The names of the links that a load in a place reaches and nobody can judge."""
    return tuple(
        link.name for link in links if link.kind == LOAD and link.state is State.UNKNOWN and link.key in place.reaches
    )


def _writes(bench: Bench, pieces: Iterable[Piece]) -> tuple[Load, ...]:
    rig = bench.rig
    found: list[Load] = []
    for one in pieces:
        if one.kg <= 0:
            continue
        length = "trailer.ball_to_axle" if one.place.on == TRAILER else "vehicle.wheelbase"
        loads = load_changes.put(rig, one.place.kind, one.kg, one.end * sure(rig.figure(length)).value)
        rig = load_changes.with_loads(rig, loads)
        found += loads
    return tuple(found)


def _largest(bench: Bench, put: Callable[[float], Put], probe: float) -> tuple[float, tuple[str, ...]]:
    """The largest amount that every limit of the chain bears, by its guard."""
    known = known_now(bench.planned.links)

    def over(amount: float) -> dict[str, float]:
        return excesses(bench.tried(_writes(bench, put(amount))), guard, lambda link: link.key in known)

    return largest(over, probe)


def _alone(bench: Bench, tryout: Tryout, place: Place) -> Room:
    wanting = _wanting(bench, place)
    if wanting:
        return Room(place, wanting=wanting)

    def put(end: float, kg: float) -> Put:
        return (Piece(place, end, kg),)

    found = [(*_largest(bench, partial(put, end), PROBE), end) for end in place.ends]
    least, by, end = min(found, key=lambda one: one[0])
    if least == float("inf"):
        return Room(place, wanting=("every rating that bears it",))
    return Room(
        place, alone=_whole(bench, tryout, least, partial(put, end)), by=tuple(name_of(bench, key) for key in by)
    )


def _together(bench: Bench, tryout: Tryout, rooms: tuple[Room, ...]) -> tuple[Room, ...]:
    """As much of each as may be put there while as much of the other is: the largest same share of both."""
    apart = [room for room in rooms if room.place.key in APART]
    if any(room.alone is None for room in apart):
        return rooms
    if not all(room.alone for room in apart):
        return tuple(replace(room, together=room.alone) if room in apart else room for room in rooms)

    def put(which: int, share: float) -> Put:
        return tuple(Piece(room.place, room.place.ends[which], share * (room.alone or 0.0)) for room in apart)

    # Every load at its foremost, and every one at its rearmost: each limit is reached most at one of the two.
    least, which = min((_largest(bench, partial(put, which), PROBE_SHARE)[0], which) for which in (0, -1))
    share = _whole(bench, tryout, min(least, 1.0), partial(put, which))
    return tuple(replace(room, together=share * (room.alone or 0.0)) if room in apart else room for room in rooms)


def _whole(bench: Bench, tryout: Tryout, most: float, put: Callable[[float], Put]) -> float:
    """So much of an amount as leaves nothing on the whole rig worse than it is."""
    amount = most
    for _ in range(SHRINKS):
        writes = _writes(bench, put(amount))
        if amount <= SAME or tryout.loads(writes).clean and steady(bench, tryout, writes):
            return amount
        amount *= SHRUNK
    return 0.0
