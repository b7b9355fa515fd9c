"""What is truly so of a practice rig, and nobody at it is told: bodies, springs, loads, floor, labels, instruments.

Weights kg, lengths and heights mm, rates kg/mm, pressures kPa. Heights are of the vehicle empty, on a floor that does not lean.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.rig.bay import CORNERS
from stathmos.core.units import MM_PER_IN

FRONT, REAR = "front", "rear"


@dataclass(frozen=True, kw_only=True)
class TrueVehicle:
    """The vehicle as it is. ``o`` to the ball of a plain mount. ``air``: how far a kPa in its air springs lifts the rear, nought
    where it has none; ``levels``: whether it levels itself. ``reach``: from the axle outward to the bumper's mark."""

    w: float
    o: float
    front: float
    rear: float
    k_f: float
    k_r: float
    arch_front: float = 37.0 * MM_PER_IN
    arch_rear: float = 40.0 * MM_PER_IN
    receiver: float = 22.0 * MM_PER_IN
    receiver_size: float = 2.0 * MM_PER_IN
    bumper_front: float = 24.0 * MM_PER_IN
    bumper_rear: float = 25.0 * MM_PER_IN
    reach_front: float = 36.0 * MM_PER_IN
    reach_rear: float = 44.0 * MM_PER_IN
    air: float = 0.0
    levels: bool = False


@dataclass(frozen=True, kw_only=True)
class TrueTrailer:
    """The trailer as it is. ``coupler``: its top with the rail level, ``stack`` from there down to its bottom edge; ``tongue``: the
    A-frame's top, which slopes by ``slopes`` from its root to the coupler; ``rail_front`` and ``rail_rear``: where the rail is taped,
    behind the ball."""

    empty: float
    empty_tongue: float
    L: float
    coupler: float
    stack: float = 3.0 * MM_PER_IN
    rail: float = 20.5 * MM_PER_IN
    rail_front: float = 70.0 * MM_PER_IN
    rail_rear: float = 300.0 * MM_PER_IN
    tongue: float = 19.0 * MM_PER_IN
    slopes: float = 1.5 * MM_PER_IN
    jack: float = 24.0 * MM_PER_IN


@dataclass(frozen=True, kw_only=True)
class Cargo:
    """Something that rides along. ``x``: on the trailer behind the ball, on the vehicle ahead of its rear axle; ``from_x`` and
    ``to_x`` where it can be moved between; ``aboard`` as the practice begins, ``travels`` whether it does when it travels."""

    key: str
    words: str
    mass: float
    x: float
    on_trailer: bool = True
    from_x: float | None = None
    to_x: float | None = None
    aboard: bool = True
    travels: bool = True

    @property
    def moves(self) -> bool:
        """Whether it can be moved."""
        return self.from_x is not None and self.to_x is not None


@dataclass(frozen=True, kw_only=True)
class Spot:
    """A piece of floor: how much higher than level it lies under each mark, and under the trailer's rail, front and rear."""

    key: str
    words: str
    corners: Mapping[str, float] = field(default_factory=lambda: dict.fromkeys(CORNERS, 0.0))
    rail_front: float = 0.0
    rail_rear: float = 0.0

    @property
    def leans(self) -> float:
        """How far left and right differ at the worse end, mm."""
        return max(abs(self.corners[f"{end}_left"] - self.corners[f"{end}_right"]) for end in (FRONT, REAR))


@dataclass(frozen=True, kw_only=True)
class Wear:
    """How the parts that are fitted differ from their drawings: shares for bars, tilt and lift; ``slack`` in steps."""

    bars: float = 1.0
    tilt: float = 1.0
    lift: float = 1.0
    slack: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Gear:
    """What is weighed with, as it is: what each shows of a true weight, and its smallest mark, kg; by how much the
    ``tape`` shows more than there is, mm. ``beam`` and ``arm``: pivot to
    scale and pivot to coupler of the beam; ``beam_weight`` what the beam alone puts on the scale."""

    tongue_scale: float = 1.0
    tongue_scale_mark: float = 2.2679619
    bathroom: float = 1.0
    bathroom_mark: float = 0.45359237
    bathroom_most: float = 150.0
    bridge: float = 1.0
    tape: float = 0.0
    bridge_mark: float = 9.0718474
    beam: float = 36.0 * MM_PER_IN
    arm: float = 12.0 * MM_PER_IN
    beam_weight: float = 9.0


@dataclass(frozen=True, kw_only=True)
class World:
    """One practice rig's whole truth. ``holds``: how far a spring can stand from where it belongs, front and rear; ``pressure``: of
    the air springs as the practice begins; ``worn``: labels that nobody can read any more, by what they would tell; ``spots``: the first is where the rig stands."""

    vehicle: TrueVehicle
    trailer: TrueTrailer
    cargo: tuple[Cargo, ...] = ()
    spots: tuple[Spot, ...] = (Spot(key="bay", words="the bay's floor"),)
    wear: Wear = Wear()
    gear: Gear = Gear()
    holds: float = 0.0
    pressure: float = 0.0
    worn: tuple[str, ...] = ()

    def spot(self, key: str) -> Spot:
        """A piece of floor by its key; the first where there is none of it."""
        return next((one for one in self.spots if one.key == key), self.spots[0])

    def carried(self, key: str) -> Cargo | None:
        """One thing that rides along, by its key."""
        return next((one for one in self.cargo if one.key == key), None)
