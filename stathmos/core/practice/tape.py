"""Where a tape can be put and what it then shows; what the scales show; what is to be seen. Heights are from the floor as it lies there.

A tape shows a height; the one who holds it reads it. `reading` is what a careful eye takes from it, for scripted hands.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from stathmos.core.practice.scene import BEAM_ALONE, UNDER_BEAM, UNDER_COUPLER, Fitted, Scene
from stathmos.core.practice.standing import Stands, receiver, stand
from stathmos.core.practice.world import FRONT, World
from stathmos.core.rig.bay import CORNERS
from stathmos.core.units import MM_PER_IN

SIXTEENTH = MM_PER_IN / 16


@dataclass(frozen=True)
class At:
    """All that a height follows from."""

    world: World
    parts: Fitted
    scene: Scene
    stands: Stands


@dataclass(frozen=True, kw_only=True)
class Place:
    """Somewhere to put the tape. ``side`` of the vehicle, or empty; ``thing``: what it is a part of; ``height`` mm."""

    key: str
    words: str
    thing: str
    height: Callable[[At], float]
    side: str = ""


def _arch(end: str) -> Callable[[At], float]:
    def height(at: At) -> float:
        base = at.world.vehicle.arch_front if end == FRONT else at.world.vehicle.arch_rear
        return base - (at.stands.front_drop if end == FRONT else at.stands.rear_drop)

    return height


def _bumper(end: str) -> Callable[[At], float]:
    def height(at: At) -> float:
        v, s = at.world.vehicle, at.stands
        pitch = (s.rear_drop - s.front_drop) / v.w
        if end == FRONT:
            return v.bumper_front - s.front_drop + pitch * v.reach_front
        return v.bumper_rear - s.rear_drop - pitch * v.reach_rear

    return height


def _on_corner(corner: str, height: Callable[[At], float]) -> Callable[[At], float]:
    return lambda at: height(at) - at.world.spot(at.scene.spot).corners[corner]


def _receiver(at: At) -> float:
    return receiver(at.world, at.parts, at.stands.front_drop, at.stands.rear_drop)


def _rail(at: At, x: float) -> float:
    return at.world.trailer.rail + at.stands.pitch * (at.world.trailer.L - x)


def _tongue(at: At) -> float:
    t = at.world.trailer
    return t.tongue + at.stands.pitch * (t.L - t.jack) + t.slopes


def _root(at: At) -> float:
    t = at.world.trailer
    return t.tongue + at.stands.pitch * (t.L - t.rail_front)


def _stack(at: At) -> float:
    ball = at.parts.ball
    return at.world.trailer.stack if ball is None or ball.stack_height is None else ball.stack_height.value


def _all() -> list[Place]:
    arches = [
        Place(
            key=corner, words=f"wheel arch, {words}", thing="vehicle", side=corner.split("_")[1],
            height=_on_corner(corner, _arch(corner.split("_")[0])),
        )
        for corner, words in CORNERS.items()
    ]  # fmt: skip
    bumpers = [
        Place(
            key=f"bumper_{corner}", words=f"bumper, {words}", thing="vehicle", side=corner.split("_")[1],
            height=_on_corner(corner, _bumper(corner.split("_")[0])),
        )
        for corner, words in CORNERS.items()
    ]  # fmt: skip
    rest = (
        ("receiver", "receiver, inside top", "vehicle", _receiver),
        ("receiver_pin", "receiver, pin's centre", "vehicle", lambda at: _receiver(at) - at.world.vehicle.receiver_size / 2),
        ("ball", "top of the ball", "vehicle", lambda at: at.stands.ball),
        ("ball_seat", "the ball's seat", "vehicle", lambda at: at.stands.ball - _stack(at)),
        ("coupler", "top of the coupler", "trailer", lambda at: at.stands.coupler),
        ("coupler_seat", "bottom edge of the coupler", "trailer", lambda at: at.stands.coupler - _stack(at)),
        ("tongue", "top of the A-frame, at the jack", "trailer", _tongue),
        ("tongue_root", "top of the A-frame, at its root", "trailer", _root),
        (
            "rail_front", "frame rail, front", "trailer",
            lambda at: _rail(at, at.world.trailer.rail_front) - at.world.spot(at.scene.spot).rail_front,
        ),
        (
            "rail_rear", "frame rail, rear", "trailer",
            lambda at: _rail(at, at.world.trailer.rail_rear) - at.world.spot(at.scene.spot).rail_rear,
        ),
    )  # fmt: skip
    return [
        *arches,
        *bumpers,
        *(Place(key=key, words=words, thing=thing, height=height) for key, words, thing, height in rest),
    ]


PLACES: Mapping[str, Place] = {place.key: place for place in _all()}


def height(world: World, parts: Fitted, scene: Scene, place: str) -> float:
    """How high a place stands, mm, exactly. Raises KeyError for a place that there is not."""
    return PLACES[place].height(At(world, parts, scene, stand(world, parts, scene)))


def taped(world: World, parts: Fitted, scene: Scene, place: str) -> float:
    """What the tape of this yard shows at a place, mm: its hook may be worn."""
    return height(world, parts, scene, place) + world.gear.tape


def reading(shown: float) -> float:
    """What a careful eye reads from a tape, mm: the nearest sixteenth.

    >>> round(reading(955.0) / 25.4 * 16)
    602
    """
    return round(shown / SIXTEENTH) * SIXTEENTH


@dataclass(frozen=True, kw_only=True)
class Dial:
    """What a scale shows: ``shows`` exactly where its needle or its last digit stands, ``mark`` its smallest mark, kg. None: nothing is
    on it. ``over``: more than it weighs."""

    key: str
    words: str
    shows: float | None
    mark: float
    over: bool = False


def scale(world: World, parts: Fitted, scene: Scene) -> Dial | None:
    """The scale as it was put; None where none was."""
    gear, s = world.gear, stand(world, parts, scene)
    # A trailer that is not level is weighed as it stands: the tongue's lever is the same, and what rides in it stays where it is.
    if scene.scale == UNDER_COUPLER:
        shows = s.tongue * gear.tongue_scale if not scene.coupled else None
        return Dial(
            key="tongue_scale", words="tongue scale under the coupler", shows=shows, mark=gear.tongue_scale_mark
        )
    if scene.scale in (UNDER_BEAM, BEAM_ALONE):
        tongue = s.tongue * gear.arm / gear.beam if scene.scale == UNDER_BEAM and not scene.coupled else 0.0
        shows = (gear.beam_weight + tongue) * gear.bathroom
        over = shows > gear.bathroom_most
        return Dial(
            key="bathroom", words="bathroom scale under the beam", shows=shows, mark=gear.bathroom_mark, over=over
        )
    return None


def on_deck(world: World, parts: Fitted, scene: Scene) -> float | None:
    """What the weighbridge shows, kg, to its division; None where nothing stands on it."""
    s = stand(world, parts, scene)
    weights = {"front": s.front, "rear": s.rear, "trailer": s.trailer, "whole_trailer": s.gross}
    if scene.deck not in weights:
        return None
    return round(weights[scene.deck] * world.gear.bridge / world.gear.bridge_mark) * world.gear.bridge_mark


def on_instruments(world: World, parts: Fitted, scene: Scene) -> Mapping[str, float]:
    """What stands on an instrument of each kind, in the core's unit of what it measures: nothing where the yard has it nowhere."""
    s, dial = stand(world, parts, scene), scale(world, parts, scene)
    shows = {} if dial is None else {dial.key: dial.shows or 0.0}
    return {
        "tongue_scale": shows.get("tongue_scale", 0.0),
        "bathroom_scale": shows.get("bathroom", 0.0),
        "weighbridge": on_deck(world, parts, scene) or 0.0,
        "gauge": s.on_ball,
        "wrench": list(scene.torqued.values())[-1] if scene.wrench and scene.torqued else 0.0,
        "level": math.atan(s.pitch),
    }
