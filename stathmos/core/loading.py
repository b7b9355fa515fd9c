"""What rides on the vehicle's axles before a trailer hangs on it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from stathmos.core import cargo
from stathmos.core.axles import leans
from stathmos.core.cargo import Placed
from stathmos.core.figures import (
    COMMON_PRACTICE,
    FROM_MEMORY,
    STATICS,
    Anything,
    Figure,
    Given,
    Missing,
    Rule,
    constant,
    sum_of,
    work,
)
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import VEHICLE
from stathmos.core.stock import Kit
from stathmos.core.uncertainty import read_on_weighbridge
from stathmos.core.units import LENGTH, MM_PER_FT, WEIGHT

_MOMENTS = Rule("Moments about the axles.", STATICS)
_WEIGHED = Rule("The weighbridge, vehicle alone, with what has come aboard since and what comes out.", COMMON_PRACTICE)


def rear_share(m: float, x: float, w: float) -> float:
    """What a load ``m`` at ``x`` behind the front axle puts on the rear axle, kg.  m·x / w

    >>> rear_share(m=100, x=1500, w=3000)
    50.0
    """
    return m * x / w


def gcwr_at_altitude(GCWR: float, altitude: float) -> float:
    """GCWR at an altitude in mm, kg: 2 % less for each thousand feet begun (from memory, to be verified).

    >>> round(gcwr_at_altitude(GCWR=5000.0, altitude=2000 * MM_PER_FT), 6), round(gcwr_at_altitude(5000.0, 2001 * MM_PER_FT), 6)
    (4800.0, 4700.0)
    """
    return GCWR * max(0.0, 1 - 0.02 * math.ceil(altitude / (1000 * MM_PER_FT) - 1e-9))


def gcwr(rig: Rig) -> Anything:
    """GCWR, less for the altitude where a pass is written, kg."""
    rated, altitude = rig.figure("vehicle.gcwr"), rig.figure("journey.altitude")
    if isinstance(altitude, Missing):
        return rated
    rule = Rule("Engines lose power with height.", FROM_MEMORY)
    return work("GCWR less 2 % for each 1,000 ft begun", WEIGHT, gcwr_at_altitude, rule, GCWR=rated, altitude=altitude)


@dataclass(frozen=True)
class VehicleLoads:
    """The vehicle loaded, uncoupled. All kg. ``weighed``: the axle loads come from a weighbridge; ``lean_front``, ``lean_rear``:
    how much more than half of each axle its right-hand wheels carry."""

    front: Anything
    rear: Anything
    aboard: Anything
    behind_axle: Anything
    hardware: Figure | Given
    weighed: bool = False
    lean_front: Anything = constant(0.0, WEIGHT)
    lean_rear: Anything = constant(0.0, WEIGHT)


def vehicle_loads(
    rig: Rig, placed: tuple[Placed, ...], hardware: Figure | Given, overhang: Anything, planned: bool = True
) -> VehicleLoads:
    """Axle loads of the vehicle with its people, its cargo and the hitch hardware at the ball.

    As planned, or as it stands. Somebody drives: without people in front nothing is
    known. Axles weighed with the vehicle alone go before sums from a brochure.
    """
    counts = cargo.travels if planned else cargo.aboard
    riding = [one for one in placed if one.on == VEHICLE and counts(one)]
    weights = {one.key: one.weight for one in riding}
    if not any(one.load.kind_key == "front_seats" for one in riding):
        weights["driver"] = Missing(("loads.front_seats.weight",))
    aboard = sum_of(
        "aboard = people + cargo + hitch hardware",
        WEIGHT,
        {**weights, "hardware": hardware},
        Rule("Occupants, cargo and hitch hardware come out of the payload.", "49 CFR 571.110"),
    )
    front_alone = read_on_weighbridge(rig, "weighing.bridge_front_alone")
    rear_alone = read_on_weighbridge(rig, "weighing.bridge_rear_alone")
    weighed = not isinstance(front_alone, Missing) and not isinstance(rear_alone, Missing)
    if weighed:
        moves = cargo.steps(placed, VEHICLE) if planned else ()
        front, rear = _on_axles(rig, front_alone, rear_alone, moves, _WEIGHED)
    else:
        seats = [cargo.Step(one.key, 1.0, one.weight, one.to if planned else one.at, one.tongue) for one in riding]
        if "driver" in weights:
            seats.append(cargo.Step("driver", 1.0, weights["driver"], weights["driver"], weights["driver"]))
        at_ball = work("w + o", LENGTH, lambda w, o: w + o, None, w=rig.figure("vehicle.wheelbase"), o=overhang)
        seats.append(cargo.Step("hardware", 1.0, hardware, at_ball, hardware))
        unladen = rig.figure("vehicle.unladen_front"), rig.figure("vehicle.unladen_rear")
        front, rear = _on_axles(rig, *unladen, tuple(seats), _MOMENTS)
    lean = {end: leans(rig, placed, VEHICLE, planned, end) for end in ("front", "rear")}
    behind = cargo.behind_rear_axle(rig, placed)
    return VehicleLoads(front, rear, aboard, behind, hardware, weighed, lean["front"], lean["rear"])


def _on_axles(
    rig: Rig, front: Anything, rear: Anything, moves: tuple[cargo.Step, ...], rule: Rule
) -> tuple[Anything, Anything]:
    """Front and rear axle load from a beginning and the loads that come (+) or leave (−)."""
    if not moves:
        return front, rear
    signs = {one.key: one.sign for one in moves}
    terms = {one.key: one.weight for one in moves} | {f"{one.key}_at": one.place for one in moves}
    w = rig.figure("vehicle.wheelbase")

    def to_rear(w: float, loads: dict[str, float]) -> float:
        return sum(sign * rear_share(loads[key], loads[f"{key}_at"], w) for key, sign in signs.items())

    return (
        work(
            "front = begun with + Σ m·(1 − x / w)", WEIGHT,
            lambda begun_with, w, **loads: begun_with + sum(sign * loads[key] for key, sign in signs.items()) - to_rear(w, loads),
            rule, begun_with=front, w=w, **terms,
        ),
        work(
            "rear = begun with + Σ m·x / w", WEIGHT,
            lambda begun_with, w, **loads: begun_with + to_rear(w, loads),
            rule, begun_with=rear, w=w, **terms,
        ),
    )  # fmt: skip


WITH_A_HEAD = "wd_head"


def total_overhang(rig: Rig, kit: Kit | None, taped: Kit | None = None) -> Anything:
    """Rear axle to ball centre with the chosen head on, mm; with none, on a plain mount.

    ``taped``: the head on the vehicle, to whose ball the overhang may have been taped. Then that head's own is in it
    already; and where nobody knows which head it was nothing more is added, and nothing taken off.
    """
    written = rig.figure("vehicle.overhang")
    with_head = rig.choice("vehicle.overhang_with") == WITH_A_HEAD
    adds = kit.adds_overhang if kit is not None else None
    had = taped.adds_overhang if with_head and taped is not None else None
    if with_head and had is None:
        return written
    if with_head and had is not None:
        if kit is not None and taped is not None and kit.name == taped.name:
            return written
        return work(
            "o = overhang as taped − its head + this head", LENGTH, lambda overhang, had, head: overhang - had + head, None,
            overhang=written, had=had, head=adds or constant(0.0, LENGTH),
        )  # fmt: skip
    if adds is None:
        return written
    return work(
        "o = overhang + head", LENGTH, lambda overhang, head: overhang + head, None, overhang=written, head=adds
    )
