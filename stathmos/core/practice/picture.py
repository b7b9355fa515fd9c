"""Where everything in the practice yard stands, for drawing it to scale. All mm.

x runs rearward from the vehicle's front axle, heights up from level ground. Uncoupled the trailer is drawn a step back.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import outlines
from stathmos.core.outlines import Stroke
from stathmos.core.practice.acts import Yard
from stathmos.core.practice.begin import Practice
from stathmos.core.practice.standing import overhang
from stathmos.core.practice.tape import PLACES, height
from stathmos.core.practice.world import FRONT
from stathmos.core.rig.bay import CORNERS

#: how far back the trailer is drawn while it is uncoupled; how far behind its axles a trailer goes on, as a share of L
STEP_BACK, GOES_ON = 420.0, 0.52
#: how high the foot of a jack that is wound up hangs
FOOT_CLEAR = 160.0


@dataclass(frozen=True, kw_only=True)
class Marked:
    """A place for the tape: where it stands on the drawing."""

    key: str
    words: str
    side: str
    x: float
    y: float


@dataclass(frozen=True, kw_only=True)
class Stowed:
    """A load where it is."""

    key: str
    words: str
    x: float
    aboard: bool
    moves: bool


@dataclass(frozen=True, kw_only=True)
class Picture:
    """The yard as it is drawn. Drops are those of the body against how it is outlined."""

    wheelbase: float
    ball_x: float
    axle_x: float
    axle_count: int
    axle_spacing: float
    rail_from_x: float
    rail_to_x: float
    coupler_x: float
    coupler_level: float
    vehicle_body: tuple[Stroke, ...]
    trailer_body: tuple[Stroke, ...]
    front_drop: float
    rear_drop: float
    slope: float
    ball: float
    receiver: float
    coupler: float
    jack_x: float
    foot: float
    bracket_x: float | None
    bars_on: bool
    coupled: bool
    places: tuple[Marked, ...]
    loads: tuple[Stowed, ...]
    floor: tuple[tuple[float, float], ...]
    deck: str
    scale_x: float | None


def picture(begun: Practice, yard: Yard, vehicle_class: str, body: str, axles: tuple[int, float]) -> Picture:
    """The yard in its scene. ``vehicle_class`` and ``body``: what the bodies look like; ``axles``: the trailer's count and spacing."""
    world, scene, s, parts = yard.world, yard.scene, yard.stands, yard.parts
    v, t = world.vehicle, world.trailer
    ball_x = v.w + overhang(world, parts)
    back = 0.0 if scene.coupled else STEP_BACK
    coupler_x, axle_x = ball_x + back, ball_x + back + t.L
    rail = outlines.Rail(coupler_x + t.rail_front * 0.75, axle_x + t.L * GOES_ON, axle_x, t.coupler)
    rest = begun.yard.stands
    spot = world.spot(scene.spot)
    floor = tuple(
        (0.0 if end == FRONT else v.w, (spot.corners[f"{end}_left"] + spot.corners[f"{end}_right"]) / 2) for end in (FRONT, "rear")
    )  # fmt: skip
    return Picture(
        wheelbase=v.w, ball_x=ball_x, axle_x=axle_x, axle_count=axles[0], axle_spacing=axles[1], rail_from_x=rail.front, rail_to_x=rail.rear,
        coupler_x=coupler_x, coupler_level=t.coupler, vehicle_body=outlines.vehicle(vehicle_class, v.w, ball_x),
        trailer_body=outlines.trailer(body, rail), front_drop=s.front_drop - rest.front_drop, rear_drop=s.rear_drop - rest.rear_drop,
        slope=s.pitch, ball=s.ball, receiver=height(world, parts, scene, "receiver"), coupler=s.coupler, jack_x=coupler_x + t.jack,
        foot=0.0 if scene.jack and (not scene.coupled or s.on_jack > 0) else FOOT_CLEAR if not scene.jack else min(FOOT_CLEAR, max(8.0, s.coupler - scene.jack)),
        bracket_x=coupler_x + parts.bracket if parts.kit is not None and parts.bracket else None, bars_on=scene.bars_on, coupled=scene.coupled,
        places=tuple(
            Marked(key=key, words=place.words, side=place.side, x=_x(key, v.w, v.reach_front, v.reach_rear, ball_x, coupler_x, yard), y=height(world, parts, scene, key))
            for key, place in PLACES.items()
        ),
        loads=tuple(
            Stowed(
                key=one.key, words=one.words, aboard=one.key in scene.aboard, moves=one.moves,
                x=coupler_x + scene.where(world, one.key) if one.on_trailer else v.w - scene.where(world, one.key),
            )
            for one in world.cargo
        ),
        floor=floor, deck=scene.deck, scale_x=coupler_x if scene.scale else None,
    )  # fmt: skip


def _x(key: str, w: float, reach_front: float, reach_rear: float, ball_x: float, coupler_x: float, yard: Yard) -> float:
    t = yard.world.trailer
    at = {
        "receiver": ball_x - 300, "receiver_pin": ball_x - 330, "ball": ball_x, "ball_seat": ball_x, "coupler": coupler_x, "coupler_seat": coupler_x,
        "tongue": coupler_x + t.jack, "tongue_root": coupler_x + t.rail_front * 0.7, "rail_front": coupler_x + t.rail_front, "rail_rear": coupler_x + t.rail_rear,
        **{corner: 0.0 if corner.startswith(FRONT) else w for corner in CORNERS},
        **{f"bumper_{corner}": -reach_front if corner.startswith(FRONT) else w + reach_rear for corner in CORNERS},
    }  # fmt: skip
    return at[key]
