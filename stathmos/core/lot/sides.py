"""The two sides of every pair: tow vehicles, loaded and judged by their rules, and trailers filled to their GVWR."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Any

import numpy as np

from stathmos.core import axles, cargo, guesses, heights, loading
from stathmos.core.contradictions import contradictions, spacing_cannot_be, suspension_cannot_be
from stathmos.core.figures import NO_LIMIT, Authority, Given, Missing, Provenance, assumed
from stathmos.core.lot.columns import Column, Columns, numbers, value_of, words
from stathmos.core.ratings.demands import full_tongue_weight
from stathmos.core.relations import mismatches
from stathmos.core.rig import CHOICE, ENTRIES, KINDS, SEAT, Rig, Trailer, Weighing
from stathmos.core.rig.loads import VEHICLE
from stathmos.core.rig_rules import rules_for
from stathmos.core.rules import Rules
from stathmos.core.schools import LevelSchool, OffsetSchool
from stathmos.core.units import WEIGHT
from stathmos.core.weighing import s_limit

VEHICLE_RATINGS = (
    *(
        "gvwr",
        "front_gawr",
        "rear_gawr",
        "payload",
        "tow_rating",
        "tongue_limit",
        "wheelbase",
        "overhang",
        "handbook_wd_above",
    ),
    *("receiver_size", "receiver_wc_gross", "receiver_wc_tongue", "receiver_wd_gross", "receiver_wd_tongue"),
    *("receiver_d_value", "frontal_area_limit", "front_tyre_rating", "rear_tyre_rating", "rear_tyre_count"),
)
TRAILER_FIGURES = (
    *("gvwr", "axle_rating", "axle_count", "tyre_rating", "tyre_count", "coupler_size", "coupler_rating"),
    *("coupler_tongue_limit", "coupler_d_value", "coupler_v_value", "chain_rating", "coupler_height", "ball_to_axle"),
    *("frame_length", "frame_depth", "frontal_area", "jack_position", "propane_position", "propane_tray"),
    *(
        "battery_position",
        "battery_tray",
        "axle_spacing",
        "axle_rate",
        "wheel_rating",
        "tyre_pressure",
        "tyre_rated_pressure",
    ),
)


def vehicle_only(rig: Rig) -> Rig:
    """The rig without its trailer: the vehicle, what rides in it, and the weighing of it alone."""
    alone = Weighing(
        bridge_front_alone=rig.weighing.bridge_front_alone,
        bridge_rear_alone=rig.weighing.bridge_rear_alone,
        bridge_mark=rig.weighing.bridge_mark,
    )
    loads = tuple(load for load in rig.loads if KINDS[load.kind_key].on == VEHICLE)
    return replace(rig, trailer=Trailer(), loads=loads, weighing=alone, hitch=type(rig.hitch)(style=rig.hitch.style))


def filled(rig: Rig, trailer: Trailer, rules: Rules = Rules(), style: str = "") -> Rig:
    """A vehicle with a trailer as a customer will fill it one day: at its GVWR, with the school's upper share on the tongue."""
    bare = vehicle_only(rig)
    school, gvwr = rules_for(rig, rules).share, trailer.gvwr
    gross = tongue = None
    if gvwr is not None:
        limit = s_limit(replace(rig, trailer=trailer)) if school.s_limited else NO_LIMIT
        never_over = NO_LIMIT if isinstance(limit, Missing) else limit
        gross = Given(gvwr.value, WEIGHT, Provenance.LABEL, gvwr.typed, path="trailer.gross_weight")
        tongue = Given(
            full_tongue_weight(school.high, 0.0, gvwr.value, never_over.value),
            WEIGHT,
            Provenance.ASSUMED,
            path="weighing.tongue_scale",
        )
    hitch = replace(bare.hitch, style=Given(0.0, CHOICE, Provenance.ASSUMED, style)) if style else bare.hitch
    return replace(
        bare,
        trailer=replace(trailer, gross_weight=gross, brochure_tongue=None, unladen_weight=None),
        weighing=replace(bare.weighing, tongue_scale=tongue),
        hitch=hitch,
    )


def filled_tongue(cars: Vehicles, lot: Trailers) -> Column:
    """The same tongue weight for many pairs, kg."""
    limits = np.fmin(cars.figures["tongue_limit"], lot.figures["coupler_tongue_limit"])
    never_over = np.where(cars.s_limited & ~np.isnan(limits), limits, NO_LIMIT.value)
    tongue: Column = np.fmin(
        cars.upper * lot.figures["gvwr"], np.where(np.isnan(lot.figures["gvwr"]), np.nan, never_over)
    )
    return tongue


@dataclass(frozen=True)
class Vehicles(Columns):
    """Vehicles as columns, loaded, without hitch hardware. kg, mm. ``guessed``: by path, which figures somebody guessed;
    ``asked``: whether something of it is asked about, ``asked_bars``: or would be with spring bars on."""

    figures: dict[str, Column]
    gcwr: Column
    front: Column
    rear: Column
    aboard: Column
    behind: Column
    weighed: Column
    k_f: Column
    k_r: Column
    receiver: Column
    upper: Column
    s_limited: Column
    restoration: tuple[Column, Column, Column]
    from_vehicle_handbook: Column
    wd: Column
    controller: Column
    seven_way: Column
    socket: Column
    head_taped: Column
    lean_front: Column
    lean_rear: Column
    other_tyres: Column
    offset: OffsetSchool
    level: LevelSchool
    reserve: float
    guessed: dict[str, Column]
    asked: Column
    asked_bars: Column


def vehicles(rigs: Sequence[Rig], house: Rules) -> Vehicles:
    """Each rig's vehicle with what rides in it, by its own rules. The offset and level schools and the reserve are the first rig's."""
    sides = [vehicle_only(rig) for rig in rigs]
    rows = [_vehicle(rig, house) for rig in sides]
    cars = [row["vehicle"] for row in rows]

    def column(name: str) -> Column:
        return np.array([row[name] for row in rows])

    rules: list[Rules] = [row["rules"] for row in rows]
    return Vehicles(
        {name: numbers(cars, name) for name in VEHICLE_RATINGS},
        column("gcwr"),
        column("front"),
        column("rear"),
        column("aboard"),
        column("behind"),
        column("weighed"),
        column("k_f"),
        column("k_r"),
        column("receiver"),
        np.array([one.share.high for one in rules]),
        np.array([one.share.s_limited for one in rules]),
        (
            np.array([one.restoration.low for one in rules]),
            np.array([one.restoration.aim for one in rules]),
            np.array([one.restoration.high for one in rules]),
        ),
        np.array([one.restoration.authority is Authority.VEHICLE_HANDBOOK for one in rules]),
        words(cars, "handbook_wd"),
        words(cars, "brake_controller"),
        words(cars, "seven_way"),
        words(cars, "socket"),
        words(cars, "overhang_with") == loading.WITH_A_HEAD,
        column("lean_front"),
        column("lean_rear"),
        words(cars, "tyres_as_placard") == "no",
        rules[0].offset,
        rules[0].level,
        rules[0].reserve,
        _guessed(sides),
        column("asked"),
        column("asked_bars"),
    )


def _vehicle(rig: Rig, house: Rules) -> dict[str, Any]:
    """One vehicle by the same rooms as `assess`."""
    overhang = rig.figure("vehicle.overhang")
    placed = cargo.plan(rig)
    wrong, asked = contradictions(rig, placed), mismatches(rig)
    if wrong:
        rig = rig.without(path for one in wrong for path in one.spoils)
        placed = cargo.plan(rig)
    loads = loading.vehicle_loads(rig, placed, assumed(0.0, WEIGHT), overhang)
    k_f, k_r = heights.spring_rates(rig)
    return {
        "vehicle": rig.vehicle,
        "asked": bool(wrong or asked or open_blanks(rig, "vehicle", bars=False)),
        "asked_bars": open_blanks(rig, "vehicle", bars=True),
        "rules": rules_for(rig, house),
        "gcwr": value_of(loading.gcwr(rig)),
        "front": value_of(loads.front),
        "rear": value_of(loads.rear),
        "aboard": value_of(loads.aboard),
        "behind": value_of(loads.behind_axle),
        "weighed": loads.weighed,
        "lean_front": value_of(loads.lean_front),
        "lean_rear": value_of(loads.lean_rear),
        "k_f": value_of(k_f),
        "k_r": value_of(k_r),
        "receiver": value_of(heights.receiver_to_inside_top(rig)),
    }


@dataclass(frozen=True)
class Trailers(Columns):
    """Trailers as columns. ``guessed``: by path, which figures somebody guessed;
    ``asked``: whether something of it is asked about, ``asked_bars``: or would be with spring bars on."""

    figures: dict[str, Column]
    seat_datum: Column
    brakes: Column
    breakaway: Column
    lockout: Column
    mount: Column
    wd: Column
    coupler_wd: Column
    coupling: Column
    suspension: Column
    guessed: dict[str, Column]
    asked: Column
    asked_bars: Column


def trailers(listed: Sequence[Trailer]) -> Trailers:
    """Each trailer's figures; a jack behind the axles is a contradiction, and unknown."""
    figures = {name: numbers(listed, name) for name in TRAILER_FIGURES}
    figures["jack_position"] = np.where(
        figures["jack_position"] >= figures["ball_to_axle"], np.nan, figures["jack_position"]
    )
    for row, one in enumerate(listed):
        spacing, count, L = one.axle_spacing, one.axle_count, one.ball_to_axle
        if spacing and count and L and spacing_cannot_be(spacing.value, count.value, L.value):
            figures["axle_spacing"][row] = np.nan
    seat = [one.coupler_height is not None and one.coupler_height.datum == SEAT for one in listed]
    # As it stands today it is not judged here, so a guess of that holds nothing.
    filled_up = [
        Rig(trailer=replace(one, gross_weight=None, brochure_tongue=None, unladen_weight=None)) for one in listed
    ]
    return Trailers(
        figures=figures,
        seat_datum=np.array(seat, bool),
        brakes=words(listed, "brakes"),
        breakaway=words(listed, "breakaway"),
        lockout=words(listed, "reverse_lockout"),
        mount=words(listed, "coupler_mount"),
        wd=words(listed, "maker_wd"),
        coupler_wd=words(listed, "coupler_wd"),
        coupling=words(listed, "coupling"),
        suspension=np.array([_suspension(one) for one in filled_up]),
        guessed=_guessed(filled_up),
        asked=np.array(
            [
                bool(contradictions(one, ()) or mismatches(one) or open_blanks(one, "trailer", bars=False))
                for one in filled_up
            ],
            bool,
        ),
        asked_bars=np.array([open_blanks(one, "trailer", bars=True) for one in filled_up], bool),
    )


def open_blanks(rig: Rig, section: str, bars: bool) -> bool:
    """Whether a side has a blank that is asked for whatever hitch it is on, or on any with spring ``bars``."""
    return any(rig.is_blank(path) for path in _asked(section, bars))


@cache
def _asked(section: str, bars: bool) -> tuple[str, ...]:
    """The fields that are asked for; what only some kits ask for is asked once a kit is chosen."""
    return tuple(
        path
        for path, entry in ENTRIES.items()
        if path.startswith(f"{section}.") and entry.blank.asked and bool(entry.blank.bars) == bars
        and not (entry.blank.kit or entry.blank.unless or entry.blank.only)
    )  # fmt: skip


def _suspension(rig: Rig) -> str:
    """What was looked at, and can be."""
    kind, count = axles.suspension_of(rig), axles.count_of(rig)
    return "" if suspension_cannot_be(kind, count) else kind


def _guessed(rigs: Sequence[Rig]) -> dict[str, Column]:
    """Every figure that was guessed of any of them, by path: of which."""
    found = [frozenset(guesses.of_rig(rig)) for rig in rigs]
    return {path: np.array([path in one for one in found], bool) for path in frozenset().union(*found)}
