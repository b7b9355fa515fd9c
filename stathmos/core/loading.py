"""What rides on the vehicle's axles before a trailer hangs on it."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import FROM_MEMORY, Anything, Figure, Given, Missing, Rule, assumed, work
from stathmos.core.rig import Rig
from stathmos.core.units import LENGTH, WEIGHT

#: where a load sits, as a share of the wheelbase behind the front axle: from memory, to be verified
PLACES = {"front_seats": 0.42, "rear_seats": 0.70, "bed": 0.95}
#: a load behind the rear axle sits half way between axle and ball: from memory, to be verified
BEHIND_AXLE = 0.5

_MOMENTS = Rule("Moments about the axles.", "statics; the places of seats and bed " + FROM_MEMORY)


def rear_share(m: float, x: float, w: float) -> float:
    """What a load ``m`` at ``x`` behind the front axle puts on the rear axle, kg.  m·x / w

    >>> rear_share(m=100, x=1500, w=3000)
    50.0
    """
    return m * x / w


@dataclass(frozen=True)
class VehicleLoads:
    """The vehicle loaded to travel, uncoupled. All kg."""

    front: Anything
    rear: Anything
    aboard: Anything
    behind_axle: Figure | Given
    hardware: Figure | Given


def vehicle_loads(rig: Rig, hardware: Figure | Given, overhang: Anything) -> VehicleLoads:
    """Axle loads of the vehicle with its people, its cargo and the hitch hardware at the ball.

    A place where nobody wrote a load carries an assumed nothing for the bed and behind
    the axle; a rig whose front seats are empty has no driver, and is unknown.
    """
    wheelbase = rig.figure("vehicle.wheelbase")
    loads = {name: _load(rig, name) for name in (*PLACES, "behind_axle")}
    people_known = rig.figure("load.front_seats")
    aboard = work(
        "aboard = front seats + rear seats + bed + behind axle + hitch hardware",
        WEIGHT,
        lambda **parts: sum(parts.values()),
        Rule("Occupants, cargo and hitch hardware come out of the payload.", "49 CFR 571.110"),
        **{**loads, "front_seats": people_known},
        hardware=hardware,
    )
    terms = {**loads, "front_seats": people_known, "hardware": hardware, "w": wheelbase, "o": overhang}

    def carried_by_rear(w: float, o: float, hardware: float, behind_axle: float, **placed: float) -> float:
        seated = sum(rear_share(m, PLACES[name] * w, w) for name, m in placed.items())
        return seated + rear_share(behind_axle, w + BEHIND_AXLE * o, w) + rear_share(hardware, w + o, w)

    rear = work(
        "rear = unladen rear + Σ m·x / w",
        WEIGHT,
        lambda unladen, **placed: unladen + carried_by_rear(**placed),
        _MOMENTS,
        unladen=rig.figure("vehicle.unladen_rear"),
        **terms,
    )
    front = work(
        "front = unladen front + Σ m·(1 − x / w)",
        WEIGHT,
        lambda unladen, w, o, **placed: unladen + sum(placed.values()) - carried_by_rear(w=w, o=o, **placed),
        _MOMENTS,
        unladen=rig.figure("vehicle.unladen_front"),
        **terms,
    )
    return VehicleLoads(front, rear, aboard, loads["behind_axle"], hardware)


def _load(rig: Rig, place: str) -> Given:
    given = rig.figure(f"load.{place}")
    return assumed(0.0, WEIGHT) if isinstance(given, Missing) else given


def total_overhang(rig: Rig, added: Figure | Given | None) -> Anything:
    """Rear axle to ball centre with the chosen head on, mm."""
    plain = rig.figure("vehicle.overhang")
    if added is None:
        return plain
    return work("o = overhang + head", LENGTH, lambda overhang, head: overhang + head, None, overhang=plain, head=added)
