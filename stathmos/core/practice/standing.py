"""How the practice rig stands in a scene: axle loads, heights, attitude, what the jack and the bars carry.

The side view of `statics`, with what a yard adds: a jack that may still bear, springs that lag, air springs, a vehicle that
levels itself, bars as they truly are. Weights kg, lengths mm, couples kg·mm.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core import statics
from stathmos.core.coupled import bar_rate_at, bar_stiffness, wound
from stathmos.core.figures import there
from stathmos.core.practice.scene import Fitted, Scene, fields_of
from stathmos.core.practice.world import World
from stathmos.core.rules import handbook_offset
from stathmos.core.settings import settings_of

#: a jack that holds up less than this bears nothing, mm
TOUCHES = 0.5


@dataclass(frozen=True, kw_only=True)
class Stands:
    """The rig at rest. ``front_drop``, ``rear_drop``: below the empty vehicle; ``ball`` the ball's top and ``coupler`` the coupler's,
    on level floor; ``tongue`` what the trailer puts on a ball, ``gross`` its weight; ``on_jack`` what the jack carries;
    ``gap``: how far a bar's end must still be brought at its bracket, wound so, before it carries."""

    front_drop: float
    rear_drop: float
    ball: float
    coupler: float
    pitch: float
    front: float
    rear: float
    trailer: float
    tongue: float
    gross: float
    on_jack: float
    couple: float
    gap: float
    on_ball: float


def gross_and_tongue(world: World, scene: Scene) -> tuple[float, float]:
    """Trailer's weight and tongue weight, level, kg.  T = T₀ + Σ m·(L − x)/L"""
    there_ = [one for one in world.cargo if one.on_trailer and one.key in scene.aboard]
    L = world.trailer.L
    gross = world.trailer.empty + sum(one.mass for one in there_)
    tongue = world.trailer.empty_tongue + sum(one.mass * (L - scene.where(world, one.key)) / L for one in there_)
    return gross, tongue


def overhang(world: World, parts: Fitted) -> float:
    """Rear axle to ball centre, mm: a head moves the ball back."""
    adds = parts.kit.adds_overhang if parts.kit is not None else None
    return world.vehicle.o + (0.0 if adds is None else adds.value)


def wind_of(parts: Fitted, scene: Scene) -> float:
    """What the settings wind the bars by, radians; a setting that nobody set stands where the bars just touch."""
    total = 0.0
    for one in settings_of(parts.kit):
        set_so = [scene.counts[name] for name in fields_of(one) if name in scene.counts]
        if set_so and not one.needs:
            total += wound(one, sum(set_so) / len(set_so), parts.bracket)
    return total


def unhitched(world: World, scene: Scene) -> tuple[float, float]:
    """The vehicle's axle loads with what rides in it, kg."""
    v = world.vehicle
    aboard = [one for one in world.cargo if not one.on_trailer and one.key in scene.aboard]
    ahead = [(one.mass, scene.where(world, one.key) / v.w) for one in aboard]
    front = v.front + sum(mass * share for mass, share in ahead)
    return front, v.rear + sum(mass * (1 - share) for mass, share in ahead)


def ball_above(world: World, parts: Fitted, front_drop: float, rear_drop: float) -> float:
    """The ball's top as the body stands, mm; nought where there is no ball."""
    if parts.ball is None or parts.ball.stack_height is None:
        return 0.0
    rise = 0.0 if parts.position is None else parts.position.rise
    seat = parts.kit.seat_above_shank if parts.kit is not None else None
    hangs = rise + (0.0 if seat is None else seat.value) + parts.ball.stack_height.value
    return receiver(world, parts, front_drop, rear_drop) + hangs


def lifted_ball(parts: Fitted, free: float, tongue: float) -> float | None:
    """Where a head that lifts its ball holds it once it is loaded, mm; None of any other head.

    Set by its manual's offset uncoupled it stands level: it lifts the ball by that offset, and by what the vehicle settles.
    """
    offset = None if parts.kit is None or not parts.kit.held.lifts else handbook_offset(parts.kit)
    return None if offset is None else free - (offset.fixed or 0.0) - tongue * (offset.per_tongue or 0.0)


def receiver(world: World, parts: Fitted, front_drop: float, rear_drop: float) -> float:
    """The receiver's inside top as the body stands, mm."""
    v = world.vehicle
    return v.receiver - statics.ball_drop(front_drop, rear_drop, v.w, overhang(world, parts))


def stand(world: World, parts: Fitted, scene: Scene) -> Stands:
    """The rig at rest in a scene, with what its springs hold."""
    v, L = world.vehicle, world.trailer.L
    o = overhang(world, parts)
    gross, T = gross_and_tongue(world, scene)
    front, rear = unhitched(world, scene)
    lift = v.air * scene.pressure
    down = (front - v.front) / v.k_f, (rear - v.rear) / v.k_r - lift
    ball_free = ball_above(world, parts, *down)
    if not scene.coupled:
        held = scene.jack or world.trailer.coupler
        return Stands(
            front_drop=down[0] + scene.lag_front, rear_drop=down[1] + scene.lag_rear,
            ball=ball_free - statics.ball_drop(scene.lag_front, scene.lag_rear, v.w, o), coupler=held,
            pitch=(held - world.trailer.coupler) / L, front=front, rear=rear, trailer=gross - T * L / (L - world.trailer.jack),
            tongue=T, gross=gross, on_jack=T * L / (L - world.trailer.jack), couple=0.0, gap=0.0, on_ball=0.0,
        )  # fmt: skip
    K, wind = _bars(parts), wind_of(parts, scene)
    offset = ball_free - world.trailer.coupler

    def rest(load: float) -> statics.Equilibrium:
        stiff = K if scene.bars_on else 0.0
        return statics.equilibrium_with_bars(load, v.w, o, L, v.k_f, v.k_r, stiff, wind, offset)

    on, on_jack = T, 0.0
    if scene.jack and scene.jack > ball_free - rest(T).ball_drop + TOUCHES:
        on = _load_at(lambda load: ball_free - rest(load).ball_drop, scene.jack, T)
        on_jack = (T - on) * L / (L - world.trailer.jack)
    found = rest(on)
    d_front = statics.front_axle_change(on, found.M, v.w, o, L)
    d_rear = statics.rear_axle_change(on, found.M, v.w, o, L)
    front_drop = down[0] + found.front_drop + scene.lag_front
    rear_drop = down[1] + found.rear_drop + scene.lag_rear
    if scene.levelling and v.levels and not on_jack:  # held up by a jack it has nothing to level
        rear_drop = down[1]
    lifted = lifted_ball(parts, ball_free, T) if scene.bars_on else None
    ball = ball_above(world, parts, front_drop, rear_drop) if lifted is None else lifted
    pitch = statics.trailer_pitch(ball, world.trailer.coupler, L)
    open_ = wind + statics.vehicle_pitch(front_drop - down[0], rear_drop - down[1], v.w) - pitch
    return Stands(
        front_drop=front_drop, rear_drop=rear_drop, ball=ball, coupler=ball, pitch=pitch, front=front + d_front, rear=rear + d_rear,
        trailer=gross - T + statics.trailer_axles_change(found.M, L), tongue=T, gross=gross, on_jack=on_jack, couple=found.M,
        gap=0.0 if scene.bars_on else max(0.0, open_ * parts.bracket),
        on_ball=statics.ball_force(on, found.M, parts.bracket, L) if parts.bracket else on,
    )  # fmt: skip


def _bars(parts: Fitted) -> float:
    """How stiff the bars are at the ball, kg·mm a radian; nought without bars."""
    if parts.kit is None or parts.kit.bar_rate is None or not parts.bracket:
        return 0.0
    stated = there(parts.kit.bar_rate_at or parts.kit.bracket_distance or parts.kit.bar_rate).value
    at = stated if parts.kit.bar_rate_at or parts.kit.bracket_distance else parts.bracket
    return bar_stiffness(bar_rate_at(parts.kit.bar_rate.value, at, parts.bracket), parts.bracket)


def _load_at(height: Callable[[float], float], held: float, most: float) -> float:
    """The load on the ball at which it stands at a height, kg: a jack takes the rest; it may lift the vehicle too."""
    low, high = most - 1.0, most
    while height(low) < held and most - low < 1e6:
        low = most - 2 * (most - low)
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if height(middle) > held else (low, middle)
    return (low + high) / 2
