"""A practice rig as it begins: its hidden truth drawn from a seed and a level, the scene in the yard, what is written already.

The catalogue's bodies and parts are what is believed of it; the truth is drawn about them (`Level`). Nothing here is told to
whoever practises but what stands in ``entries`` and in the scenario's story.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from stathmos.core import statics
from stathmos.core.figures import sure
from stathmos.core.heights import positions
from stathmos.core.practice import tape
from stathmos.core.practice.acts import BY_LEVER, Yard
from stathmos.core.practice.safe import least_torques
from stathmos.core.practice.scene import Mounted, Scene, allowed_counts, fields_of, fitted
from stathmos.core.practice.standing import gross_and_tongue, lifted_ball, overhang, stand
from stathmos.core.practice.tape import reading
from stathmos.core.practice.world import Cargo, Gear, Spot, TrueTrailer, TrueVehicle, Wear, World
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import CORNERS
from stathmos.core.rigfile import read_entries
from stathmos.core.settings import settings_of
from stathmos.core.stock import Kit, Stock
from stathmos.core.units import KG_PER_LB, KPA_PER_PSI, LENGTH, MM_PER_IN, WEIGHT, write

IN, LB = MM_PER_IN, KG_PER_LB
Entries = Mapping[str, Mapping[str, str]]


@dataclass(frozen=True, kw_only=True)
class Level:
    """How far a practice rig's truth lies from what is believed: shares for springs, bars, tilt and lift, slack in steps, what springs
    hold and how the floor leans in mm, how far scales are off as a share, ``worn`` how many labels cannot be read, how far
    the tape's hook is off. From memory, to be verified."""

    springs: float
    bars: float
    tilt: float
    slack: float
    holds: float
    lean: float
    scales: float
    worn: int = 0
    tape: float = 0.0


LEVELS: Mapping[int, Level] = {
    1: Level(springs=0.08, bars=0.08, tilt=0.06, slack=0.25, holds=0.02 * IN, lean=0.1 * IN, scales=0.0),
    2: Level(
        springs=0.15,
        bars=0.18,
        tilt=0.12,
        slack=0.5,
        holds=0.06 * IN,
        lean=0.25 * IN,
        scales=0.004,
        worn=1,
        tape=IN / 32,
    ),
    3: Level(
        springs=0.25,
        bars=0.30,
        tilt=0.20,
        slack=1.0,
        holds=0.125 * IN,
        lean=0.5 * IN,
        scales=0.01,
        worn=2,
        tape=IN / 16,
    ),
}


@dataclass(frozen=True, kw_only=True)
class Bodies:
    """The vehicles and trailers that a practice rig can be made of, by name, as they would be written down; and the parts' stock."""

    vehicles: Mapping[str, Entries]
    trailers: Mapping[str, Entries]
    stock: Stock


@dataclass(frozen=True, kw_only=True)
class Pair:
    """What goes together: names of bodies and of parts, and the kit's family."""

    vehicle: str
    trailer: str
    family: str
    shank: str
    ball: str


#: what the endless ones are made of
PAIRS: Sequence[Pair] = tuple(
    Pair(vehicle=vehicle, trailer=trailer, family=family, shank="Shank 2 deep", ball="Ball 2 5/16 × 1¼")
    for vehicle, trailer, family in (
        ("Brindlow Haulm half-ton crew", "Wrenfold 24 Rear Bath", "Anvilroot L-bracket"),
        ("Brindlow Haulm half-ton crew", "Saltgrass 22 Dinette", "Cordwain chain"),
        ("Brindlow Haulm half-ton crew", "Wrenfold 24 Rear Bath", "Cordwain chain"),
        ("Brindlow Haulm half-ton crew", "Saltgrass 25 Island", "Anvilroot L-bracket"),
        ("Brindlow Haulm half-ton crew", "Wrenfold 24 Rear Bath", "Tarnbrace five-step"),
        ("Brindlow Haulm half-ton crew", "Saltgrass 22 Dinette", "Thornlace tension chain"),
        ("Brindlow Haulm half-ton crew", "Saltgrass 25 Island", "Gannetry hydraulic"),
        ("Brindlow Haulm half-ton crew", "Wrenfold 24 Rear Bath", "Quernstay lead screw"),
    )
)


@dataclass(frozen=True, kw_only=True)
class Practice:
    """One practice rig as it begins. ``entries`` are written by somebody before; ``names``: customer and what stands there."""

    seed: int
    level: int
    yard: Yard
    entries: Entries
    customer: str
    vehicle: str
    trailer: str
    pair: Pair
    #: weights that lie about and are somebody else's: value, kg, and the mistake that it is to write it down
    tempting: tuple[tuple[float, str], ...] = ()
    #: what is still to be done for it to be called set
    goals: frozenset[str] = frozenset()
    #: the mistakes that it is about
    lesson: frozenset[str] = frozenset()
    #: the air springs' pressure at which somebody taped A before, kPa; None where nobody did
    taped_at: float | None = None
    story: tuple[str, ...] = ()


def figure(given: object) -> float:
    """A figure's value that is known to be there."""
    return sure(given).value  # type: ignore[arg-type]


def written(value: float, dimension: str, provenance: str = "measured", datum: str = "") -> dict[str, str]:
    """A figure as somebody would have written it."""
    entry = {"is": write(value, dimension, "us").replace("\u00a0", " "), "from": provenance, "system": "us"}
    return {**entry, "datum": datum} if datum else entry


def said(word: str, provenance: str = "measured") -> dict[str, str]:
    """A word as somebody would have written it."""
    return {"is": word, "from": provenance, "system": "us"}


def draw(
    bodies: Bodies, pair: Pair, seed: int, level: int, twist: Callable[[World], World] = lambda world: world
) -> Practice:
    """A practice rig of a pair: the first truth of this seed that its kit can set. ``twist``: what a scenario makes otherwise.

    Deterministic: the same seed, level and bodies give the same rig.
    """
    rng = np.random.default_rng([seed, level])
    for _ in range(400):
        world = twist(_world(bodies, pair, rng, LEVELS[level]))
        kit = _kit(bodies.stock, pair.family, world)
        if kit is None:
            continue
        yard = _mounted(world, bodies.stock, pair, kit, rng)
        if yard is not None and can_be_set(yard):
            return Practice(
                seed=seed, level=level, yard=yard, entries=_entries(bodies, pair, yard), customer="", vehicle=pair.vehicle,
                trailer=pair.trailer, pair=pair,
            )  # fmt: skip
    raise LookupError(f"no rig of {pair.vehicle} and {pair.trailer} can be set: {seed}, {level}")


def _about(rng: np.random.Generator, share: float) -> float:
    return float(rng.uniform(1 - share, 1 + share))


def _world(bodies: Bodies, pair: Pair, rng: np.random.Generator, level: Level) -> World:
    rig = read_entries({**bodies.vehicles[pair.vehicle], **bodies.trailers[pair.trailer]}, bodies.stock).rig
    v, t = rig.vehicle, rig.trailer
    L = figure(t.ball_to_axle)
    stack = next(figure(one.stack_height) for one in bodies.stock.balls if one.name == pair.ball)
    cargo = _cargo(rig, L)
    vehicle = TrueVehicle(
        w=figure(v.wheelbase), o=figure(v.overhang), front=figure(v.unladen_front) * _about(rng, 0.02), rear=figure(v.unladen_rear) * _about(rng, 0.02),
        k_f=figure(v.front_rate) * _about(rng, level.springs), k_r=figure(v.rear_rate) * _about(rng, level.springs),
        arch_front=rng.uniform(36.5, 38.5) * IN, arch_rear=rng.uniform(39.5, 41.0) * IN, receiver=figure(v.receiver_height) + rng.uniform(0.4, 1.4) * IN,
        receiver_size=figure(v.receiver_size),
    )  # fmt: skip
    trailer = TrueTrailer(
        empty=figure(t.unladen_weight) * rng.uniform(1.0, 1.04), empty_tongue=figure(t.brochure_tongue) * rng.uniform(1.05, 1.25), L=L,
        coupler=figure(t.coupler_height) + rng.uniform(-0.5, 0.5) * IN, stack=stack, rail=rng.uniform(19.5, 21.5) * IN,
        jack=figure(t.jack_position),
    )  # fmt: skip
    return World(
        vehicle=vehicle, trailer=trailer, cargo=cargo, spots=(_spot(rng, level, "bay", "the bay's floor"),),
        wear=Wear(bars=_about(rng, level.bars), tilt=_about(rng, level.tilt), lift=_about(rng, level.tilt / 2), slack=float(rng.uniform(-level.slack, level.slack))),
        gear=Gear(
            tongue_scale=_about(rng, level.scales), bathroom=_about(rng, 2 * level.scales), tape=float(rng.uniform(-level.tape, level.tape)),
        ),
        holds=level.holds, worn=tuple(str(one) for one in rng.permutation(_WEATHERED)[: level.worn]),
    )  # fmt: skip


def _spot(rng: np.random.Generator, level: Level, key: str, words: str) -> Spot:
    """A floor that leans less than anybody minds, end to end and side to side."""
    lean = level.lean
    return Spot(
        key=key, words=words, corners={corner: float(rng.uniform(-lean / 2, lean / 2)) for corner in CORNERS},
        rail_front=float(rng.uniform(-lean / 8, lean / 8)), rail_rear=float(rng.uniform(-lean / 8, lean / 8)),
    )  # fmt: skip


def _cargo(rig: Rig, L: float) -> tuple[Cargo, ...]:
    t, w = rig.trailer, figure(rig.vehicle.wheelbase)
    rear = figure(t.ball_to_rear) if t.ball_to_rear is not None else 1.5 * L
    return (
        Cargo(key="front_seats", words="two in front", mass=340 * LB, x=0.56 * w, on_trailer=False),
        Cargo(key="rear_seats", words="one behind them", mass=120 * LB, x=0.27 * w, on_trailer=False),
        Cargo(key="bed", words="tools in the bed", mass=150 * LB, x=0.0, on_trailer=False),
        Cargo(key="propane", words="propane on the tongue", mass=60 * LB, x=figure(t.propane_position)),
        Cargo(key="galley", words="the galley, filled", mass=180 * LB, x=0.7 * L),
        Cargo(
            key="gear", words="camping gear, in boxes", mass=240 * LB, x=0.75 * L, from_x=0.3 * L, to_x=rear - 24 * IN
        ),
        Cargo(key="fresh_water", words="15 gal of water", mass=15 * 8.34 * LB, x=figure(t.fresh_tank_position)),
    )


def _kit(stock: Stock, family: str, world: World) -> Kit | None:
    """The lightest kit of a family that carries the true tongue with a tenth to spare."""
    scene = Scene(aboard=frozenset(one.key for one in world.cargo if one.travels))
    _, tongue = gross_and_tongue(world, scene)
    able = [
        one for one in stock.kits
        if one.family == family and one.tongue_rating is not None and one.tongue_minimum is not None
        and one.tongue_minimum.value <= tongue <= one.tongue_rating.value / 1.1
    ]  # fmt: skip
    return min(able, key=lambda one: sure(one.tongue_rating).value, default=None)


def _mounted(world: World, stock: Stock, pair: Pair, kit: Kit, rng: np.random.Generator) -> Yard | None:
    """The rig uncoupled on its jack, its head in the hole that stands the trailer level once three quarters are restored."""
    bracket = figure(kit.bracket_distance)
    scene = Scene(
        spot=world.spots[0].key, pressure=world.pressure, levelling=world.vehicle.levels,
        aboard=frozenset(one.key for one in world.cargo if one.aboard),
        jack=world.trailer.coupler + float(rng.choice([-1.0, 1.0])) * rng.uniform(0.75, 2.0) * IN,
    )  # fmt: skip
    travelling = replace(scene, aboard=frozenset(one.key for one in world.cargo if one.travels))
    shank = next(one for one in stock.shanks if one.name == pair.shank)
    best: tuple[float, Mounted] | None = None
    ways = positions(shank)
    for one in ways if isinstance(ways, tuple) else ():
        mounted = Mounted(
            kit=kit.name, shank=pair.shank, ball=pair.ball, way=one.orientation, hole=one.hole, bracket=bracket
        )
        off = abs(settled_ball(world, stock, replace(travelling, mounted=mounted), 0.75) - world.trailer.coupler)
        if best is None or off < best[0]:
            best = off, mounted
    if best is None or best[0] > 0.7 * IN:
        return None
    return tightened(Yard(world=world, stock=stock, scene=replace(scene, mounted=best[1])))


def tightened(yard: Yard) -> Yard:
    """The same rig with every bolt of its hitch at its torque, as the last fitter left it."""
    return yard.now(replace(yard.scene, torqued=dict(least_torques(yard.parts))))


def settled_ball(world: World, stock: Stock, scene: Scene, f: float) -> float:
    """The ball's height once coupled with a restoration ``f``, mm."""
    parts = fitted(world, stock, scene.mounted)
    v, L, o = world.vehicle, world.trailer.L, overhang(world, parts)
    free = stand(world, parts, replace(scene, coupled=False))
    M = statics.couple_for_restoration(f, free.tongue, o, L)
    lifted = lifted_ball(parts, free.ball, free.tongue)
    return lifted if lifted is not None else free.ball - statics.settle(free.tongue, M, v.w, o, L, v.k_f, v.k_r)


def coupled_so(yard: Yard, counts: Mapping[str, float]) -> Yard:
    """The same rig as it travels, on the bars set so, jack clear, springs free, all aboard."""
    aboard = frozenset(one.key for one in yard.world.cargo if one.travels)
    scene = replace(
        yard.scene, coupled=True, pinned=True, bars_on=True, jack=0.0, aboard=aboard, counts=counts, lag_front=0.0, lag_rear=0.0,
        levelling=False, scale="", deck="",
    )  # fmt: skip
    return yard.now(scene)


def restored(yard: Yard) -> float:
    """The restoration of the rig as it stands, by its true couple; nought without bars or uncoupled."""
    s = yard.stands
    return statics.restoration(s.couple, s.tongue, overhang(yard.world, yard.parts), yard.world.trailer.L)


def rise(yard: Yard) -> float:
    """How much coupling lifts the front without bars, as it travels, mm."""
    bare = coupled_so(yard, {})
    free = bare.now(replace(bare.scene, coupled=False, bars_on=False)).stands
    return free.front_drop - bare.now(replace(bare.scene, bars_on=False)).stands.front_drop


def every_setting(yard: Yard) -> list[dict[str, float]]:
    """Every setting that the kit allows, equal on both sides, by the field of a trial."""
    found: list[dict[str, float]] = [{}]
    for one in settings_of(yard.parts.kit):
        found = [{**so, **dict.fromkeys(fields_of(one), count)} for so in found for count in allowed_counts(one)]
    return found


#: tongue share of the rigs that begin sound
USUAL_SHARE = (0.108, 0.146)


def can_be_set(yard: Yard) -> bool:
    """Whether coupling shows on a tape, the share is a usual one, and two settings at the least, or one of very few, stand well inside
    the default window, go on, and leave the trailer level."""
    s = coupled_so(yard, {}).stands
    if rise(yard) < 0.4 * IN or not USUAL_SHARE[0] <= s.tongue / s.gross <= USUAL_SHARE[1]:
        return False
    good, settings = 0, every_setting(yard)
    for counts in settings:
        there_ = coupled_so(yard, counts)
        if not 0.6 <= restored(there_) <= 0.9:
            continue
        off = there_.now(replace(there_.scene, bars_on=False, jack=there_.stands.coupler + 3 * IN)).stands.gap
        trailer = yard.world.trailer
        rail = abs(there_.stands.pitch) * (trailer.rail_rear - trailer.rail_front)
        good += off <= BY_LEVER and rail <= 0.9 * IN
    return good >= min(2, max(1, len(settings) // 4))


def _entries(bodies: Bodies, pair: Pair, yard: Yard) -> Entries:
    """What is written already: labels, what rides along as the customer tells it, what a colleague weighed, the hitch as planned."""
    vehicle = {path: entry for path, entry in bodies.vehicles[pair.vehicle].items() if path not in _NOT_KNOWN}
    trailer = {
        path: entry
        for path, entry in bodies.trailers[pair.trailer].items()
        if path not in _NOT_KNOWN and path not in yard.world.worn
    }
    world = yard.world
    s = yard.now(replace(yard.scene, aboard=frozenset(one.key for one in world.cargo if one.travels))).stands
    gear = world.gear
    weighed = {
        "trailer.gross_weight": written(round(s.gross * gear.bridge / gear.bridge_mark) * gear.bridge_mark, WEIGHT),
        "weighing.bridge_with": said("Yard weighbridge"),
        "weighing.bridge_mark": written(gear.bridge_mark, WEIGHT, "label"),
        "weighing.tongue_scale": written(
            round(s.tongue * gear.tongue_scale / gear.tongue_scale_mark) * gear.tongue_scale_mark, WEIGHT
        ),
        "weighing.tongue_scale_with": said("Yard tongue scale"),
        "weighing.tongue_scale_mark": written(gear.tongue_scale_mark, WEIGHT, "label"),
    }
    loads: dict[str, Mapping[str, str]] = {}
    for one in world.cargo:
        if one.travels and one.key != "fresh_water":
            loads[f"loads.{one.key}.weight"] = written(one.mass, WEIGHT, "assumed")
            if one.on_trailer and one.key != "propane":
                loads[f"loads.{one.key}.at"] = written(one.x, LENGTH)
    loads["loads.fresh_water.volume"] = said("15 gal")
    hitch = {"hitch.style": said("weight_distributing", "assumed")}
    return {**vehicle, **trailer, **loads, **weighed, **hitch}


#: labels on a trailer that weather wears off
_WEATHERED = ("trailer.chain_rating", "trailer.tyre_rating", "trailer.coupler_rating")


#: what a catalogue tells and a yard does not: taped on this very rig, or nobody's to know
_NOT_KNOWN = frozenset({"vehicle.receiver_height", "vehicle.front_rate", "vehicle.rear_rate", "trailer.coupler_height"})


def taped(yard: Yard, place: str) -> dict[str, str]:
    """What a careful hand would have written of a place as the rig stands."""
    return written(reading(tape.taped(yard.world, yard.parts, yard.scene, place)), LENGTH)


PSI = KPA_PER_PSI
