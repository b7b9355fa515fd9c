"""Where every part of the rig stands, for drawing it to scale. All mm.

x runs rearward from the vehicle's front axle, heights up from the ground. What
nobody measured is drawn at a typical size, and its path is listed in ``assumed``
so that the drawing can say so; nothing here enters any judgement.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import outlines
from stathmos.core.axles.split import USUAL_SPACING
from stathmos.core.cargo import load_space
from stathmos.core.coupled import Coupled, CoupledState
from stathmos.core.figures import Anything, Missing
from stathmos.core.heights import Heights
from stathmos.core.outlines import Stroke
from stathmos.core.rig import Rig
from stathmos.core.units import MM_PER_IN

TYPICAL = {
    "vehicle.wheelbase": 142 * MM_PER_IN,
    "vehicle.overhang": 48 * MM_PER_IN,
    "vehicle.receiver_height": 20 * MM_PER_IN,
    "trailer.ball_to_axle": 200 * MM_PER_IN,
    "trailer.frame_length": 240 * MM_PER_IN,
    "trailer.coupler_height": 23 * MM_PER_IN,
    "trailer.axle_count": 2,
    "trailer.axle_spacing": USUAL_SPACING,
}
TYPICAL_KINDS = {"vehicle.vehicle_class": "half_ton", "trailer.body": "travel"}


@dataclass(frozen=True)
class Pose:
    """The rig in one state: how far the vehicle has sunk over each axle, where the ball is, how the trailer slopes."""

    front_drop: float
    rear_drop: float
    ball_height: float
    trailer_slope: float


@dataclass(frozen=True)
class Elevation:
    """The side elevation. ``vehicle_body``, ``trailer_body``, ``fittings``: what stands there, uncoupled and level.

    ``fittings``: what hangs on the trailer's frame, where its place is known.
    """

    vehicle_class: str
    wheelbase: float
    ball_x: float
    receiver_height: float
    trailer_axle_x: float
    axle_count: int
    axle_spacing: float
    rail_from_x: float
    rail_to_x: float
    coupler_height: float
    bracket_x: float | None
    vehicle_body: tuple[Stroke, ...]
    trailer_body: tuple[Stroke, ...]
    fittings: tuple[Stroke, ...]
    uncoupled: Pose
    bare: Pose
    coupled: Pose
    assumed: tuple[str, ...]


def pose(state: CoupledState, standing: float, coupler: float, L: float) -> Pose:
    """One state of the coupled rig, for drawing; what is not known is drawn as not moved.

    ``standing`` height of the ball uncoupled, ``coupler`` height of the level coupler, ``L`` ball to axles, mm.
    """

    def value(figure: Anything, otherwise: float = 0.0) -> float:
        return otherwise if isinstance(figure, Missing) else figure.value

    ball = value(state.ball_height, standing)
    return Pose(value(state.front_drop), value(state.rear_drop), ball, (ball - coupler) / L)


def elevation(rig: Rig, heights: Heights, overhang: Anything, bracket: Anything, at_rest: Coupled) -> Elevation:
    """Gather the drawing's positions from the rig, its heights, and the coupled states worked out for it."""
    guessed: list[str] = []

    def length(path: str, worked_out: Anything | None = None) -> float:
        figure = rig.figure(path) if worked_out is None else worked_out
        if isinstance(figure, Missing):
            guessed.append(path)
            return TYPICAL[path]
        return figure.value

    wheelbase = length("vehicle.wheelbase")
    ball_x = wheelbase + length("vehicle.overhang", overhang)
    L = length("trailer.ball_to_axle")
    frame = length("trailer.frame_length")
    coupler = length("trailer.coupler_height", heights.coupler)
    axle_x = ball_x + L
    axles = int(length("trailer.axle_count"))
    space = load_space(rig, L, frame)

    def value(figure: Anything, otherwise: float = 0.0) -> float:
        return otherwise if isinstance(figure, Missing) else figure.value

    def chosen(path: str) -> str:
        key = rig.choice(path)
        if not key:
            guessed.append(path)
            return TYPICAL_KINDS[path]
        return key

    vehicle_class = chosen("vehicle.vehicle_class")
    on = outlines.Rail(ball_x + space.front, ball_x + space.rear, axle_x, coupler)
    standing = value(heights.ball_standing, value(heights.ball_wanted, coupler))

    def pose_of(state: CoupledState) -> Pose:
        return pose(state, standing, coupler, L)

    return Elevation(
        vehicle_class=vehicle_class,
        wheelbase=wheelbase,
        ball_x=ball_x,
        receiver_height=length("vehicle.receiver_height", heights.receiver),
        trailer_axle_x=axle_x,
        axle_count=axles,
        axle_spacing=length("trailer.axle_spacing") if axles > 1 else USUAL_SPACING,
        rail_from_x=on.front,
        rail_to_x=on.rear,
        coupler_height=coupler,
        bracket_x=None if isinstance(bracket, Missing) else ball_x + bracket.value,
        vehicle_body=outlines.vehicle(vehicle_class, wheelbase, ball_x),
        trailer_body=outlines.trailer(chosen("trailer.body"), on),
        fittings=_fittings(rig, ball_x, coupler),
        uncoupled=Pose(0.0, 0.0, standing, 0.0),
        bare=pose_of(at_rest.states[1]),
        coupled=pose_of(at_rest.states[-1]),
        assumed=tuple(dict.fromkeys(guessed)),
    )


def _fittings(rig: Rig, ball_x: float, rail: float) -> tuple[Stroke, ...]:
    """Tanks, propane, batteries and jack of which somebody wrote where they are."""

    def told(path: str) -> float | None:
        figure = rig.figure(f"trailer.{path}")
        return None if isinstance(figure, Missing) else figure.value

    def place(path: str) -> float | None:
        behind = told(path)
        return None if behind is None else ball_x + behind

    found: list[Stroke] = []
    for name in ("fresh_tank", "grey_tank", "black_tank"):
        if (at := place(f"{name}_position")) is not None:
            found.append(outlines.tank(at, rail, told(name)))
    if (at := place("propane_position")) is not None:
        found += outlines.cylinders(at, rail, told("propane_tray"))
    if (at := place("battery_position")) is not None:
        found.append(outlines.battery(at, rail, told("battery_tray")))
    if (at := place("jack_position")) is not None:
        found.append(outlines.jack(at, rail, told("jack_height")))
    return tuple(found)
