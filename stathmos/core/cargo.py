"""The loading plan: every load at its place, and what it does to the tongue.

Places: mm behind the ball in the trailer, mm behind the front axle in the vehicle.
Moments about the axle group: a load ``m`` at ``x`` behind the ball puts m·(L − x)/L
on the tongue; behind the axles that is less than nothing.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import (
    FROM_MEMORY,
    STATICS,
    Anything,
    Missing,
    Rule,
    assumed,
    constant,
    sum_of,
    sure,
    work,
)
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.loads import ABOARD, TO_COME, TO_COME_OUT, TRAILER, VEHICLE, Kind
from stathmos.core.uncertainty import of_typical, tape
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE, WEIGHT

RACK = 40 * MM_PER_IN  # how far behind the rear end a rack's load may hang: from memory
PUT_DOWN = MM_PER_IN  # a load that is moved to a mark is put down to an inch of it: common practice
RAIL_AHEAD = 0.55  # of the frame's length stands ahead of the axle centre, where nobody measured: from memory
NOSE = 0.12  # of the ball-to-axle length before the box begins, at the least: from memory

_LEVER = Rule("Moments about the axle group: what sits behind it lifts the tongue.", STATICS)
_DENSITY = Rule(
    "Fresh water 8.34 lb/gal, propane 4.2 lb/gal, at 60 °F.",
    "handbook densities; a full tank where no volume is written",
)
_TYPICAL_PLACE = Rule("Where seats, bed and rack usually are.", FROM_MEMORY)


def tongue_of_load(m: float, x: float, L: float) -> float:
    """What a load ``m`` at ``x`` behind the ball puts on the tongue, kg.  m·(L − x) / L

    >>> tongue_of_load(m=100, x=1500, L=6000), tongue_of_load(m=100, x=7500, L=6000)
    (75.0, -25.0)
    """
    return m * (L - x) / L


@dataclass(frozen=True)
class Placed:
    """One load of the plan.

    ``weight`` kg; ``at`` where it is and ``to`` where it will be, mm; in the trailer
    ``tongue`` is what it puts on the tongue where it is, ``tongue_to`` where it will be, kg.
    """

    load: Load
    kind: Kind
    weight: Anything
    at: Anything
    to: Anything
    tongue: Anything
    tongue_to: Anything

    @property
    def key(self) -> str:
        """What the load is called in paths."""
        return self.load.key

    @property
    def on(self) -> str:
        """What it rides on: the vehicle or the trailer."""
        return self.kind.on

    @property
    def when(self) -> str:
        """Whether it is aboard, still to come, or to come out."""
        return self.load.when_key


def plan(rig: Rig, before: tuple[Placed, ...] = ()) -> tuple[Placed, ...]:
    """Every load that somebody wrote a weight or a volume for, or chose a kind of.

    ``before``: the plan of the same rig with some loads otherwise; what did not change is taken from it.
    """
    L, overhang = rig.figure("trailer.ball_to_axle"), rig.figure("vehicle.overhang")
    there = {id(one.load): one for one in before}
    found = []
    for load in rig.loads:
        if id(load) in there:
            found.append(there[id(load)])
            continue
        kind = KINDS[load.kind_key]
        weight, at = _weight(rig, load, kind), _place(rig, load, kind, overhang)
        to = at if load.moved_to is None else tape(load.moved_to, PUT_DOWN)
        found.append(
            Placed(load, kind, weight, at, to, _on_tongue(kind, weight, at, L), _on_tongue(kind, weight, to, L))
        )
    return tuple(found)


def _on_tongue(kind: Kind, weight: Anything, at: Anything, L: Anything) -> Anything:
    if kind.on != TRAILER:
        return constant(0.0, WEIGHT)  # what rides in the vehicle is no load of the trailer's
    return work("m · (L − x) / L", WEIGHT, tongue_of_load, _LEVER, m=weight, x=at, L=L)


def _weight(rig: Rig, load: Load, kind: Kind) -> Anything:
    """As weighed or told; else what the volume weighs, or the full tank."""
    if load.weight is not None:
        return load.weight
    wanting = Missing((f"loads.{load.key}.weight",))
    if kind.density is None:
        return wanting
    volume = load.volume if load.volume is not None else rig.figure(kind.tank)
    if isinstance(volume, Missing):
        return wanting
    density = constant(kind.density, WEIGHT)  # shown as the weight of a litre
    return work(
        "volume · weight of a litre",
        WEIGHT,
        lambda volume, litre: volume * litre,
        _DENSITY,
        volume=volume,
        litre=density,
    )


def _place(rig: Rig, load: Load, kind: Kind, overhang: Anything) -> Anything:
    """Where somebody wrote it is; else where its kind usually sits; else nobody knows."""
    path = f"loads.{load.key}.at"
    if load.at is not None:
        return load.at
    if kind.place:
        return rig.figure(kind.place)
    give = assumed(0.0, LENGTH, path, of_typical(0.0, LENGTH))  # a usual place may be this much out
    if kind.wheelbases is not None:
        return work(
            "x = share · wheelbase ± usual", LENGTH, lambda w, share, usual: share * w + usual, _TYPICAL_PLACE,
            w=rig.figure("vehicle.wheelbase"), share=constant(kind.wheelbases, SHARE), usual=give,
        )  # fmt: skip
    if kind.on == VEHICLE:
        return work(
            "x = wheelbase + overhang / 2 ± usual", LENGTH, lambda w, o, usual: w + o / 2 + usual, _TYPICAL_PLACE,
            w=rig.figure("vehicle.wheelbase"), o=overhang, usual=give,
        )  # fmt: skip
    if kind.rack and rig.trailer.ball_to_rear is not None:
        return work(
            "x = rear end + half a rack ± usual", LENGTH, lambda rear, rack, usual: rear + rack / 2 + usual, _TYPICAL_PLACE,
            rear=rig.trailer.ball_to_rear, rack=assumed(RACK, LENGTH), usual=give,
        )  # fmt: skip
    return Missing((path,))


def aboard(placed: Placed) -> bool:
    """Whether it is in the rig as it stands."""
    return placed.when in (ABOARD, TO_COME_OUT)


def travels(placed: Placed) -> bool:
    """Whether it is in the rig as planned."""
    return placed.when in (ABOARD, TO_COME)


@dataclass(frozen=True)
class Step:
    """A load that comes to a place (``sign`` +1) or leaves it (−1) between as it stands and as planned."""

    key: str
    sign: float
    weight: Anything
    place: Anything
    tongue: Anything


def steps(placed: tuple[Placed, ...], on: str) -> tuple[Step, ...]:
    """What is still to be done to the load of the vehicle or the trailer before the trip."""
    found = []
    for one in placed:
        if one.on != on:
            continue
        moved = one.when == ABOARD and one.load.moved_to is not None
        if one.when == TO_COME_OUT or moved:
            found.append(Step(f"{one.key}_out", -1.0, one.weight, one.at, one.tongue))
        if one.when == TO_COME or moved:
            found.append(Step(f"{one.key}_in", 1.0, one.weight, one.to, one.tongue_to))
    return tuple(found)


@dataclass(frozen=True)
class Change:
    """What the steps still to be done change in the trailer, from as it stands to as planned. kg."""

    tongue: Anything
    gross: Anything
    steps: int


def still_to_change(placed: tuple[Placed, ...]) -> Change:
    """The trailer's loads still to come, less those that come out or are moved away."""
    moving = steps(placed, TRAILER)
    signs = {one.key: one.sign for one in moving}

    def total(loads: dict[str, Anything]) -> Anything:
        return sum_of("Σ still to come − Σ comes out", WEIGHT, loads, _LEVER, times=signs)

    tongue, gross = {one.key: one.tongue for one in moving}, {one.key: one.weight for one in moving}
    return Change(total(tongue), total(gross), len(moving))


def behind_rear_axle(rig: Rig, placed: tuple[Placed, ...]) -> Anything:
    """Cargo behind the vehicle's rear axle that the hitch is sized for with the tongue, kg."""
    wheelbase = rig.vehicle.wheelbase
    behind = {}
    for one in placed:
        if one.on != VEHICLE or not travels(one):
            continue
        known = not isinstance(one.to, Missing) and wheelbase is not None
        if sure(one.to).value > sure(wheelbase).value if known else one.load.kind_key == "behind_axle":
            behind[one.key] = one.weight
    return sum_of("cargo behind the rear axle", WEIGHT, behind) if behind else assumed(0.0, WEIGHT)


@dataclass(frozen=True)
class Space:
    """Where loads can stand in the trailer, mm behind the ball; ``known`` when both ends were written down."""

    front: float
    rear: float
    known: bool


def load_space(rig: Rig, L: float, frame: float) -> Space:
    """The box from its front to its rear end, by the tape where it was taken, else by usual proportions.

    ``L`` ball to axles, ``frame`` length of the frame, mm behind the ball.
    """
    rear = rig.trailer.ball_to_rear
    if rear is not None:
        return Space(max(0.0, rear.value - frame), rear.value, rig.trailer.frame_length is not None)
    front = max(NOSE * L, L - RAIL_AHEAD * frame)
    return Space(front, front + frame, False)
