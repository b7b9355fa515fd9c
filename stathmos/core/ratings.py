"""The ratings chain: every link in the load path, demand against rating.

Links run in physical order from the trailer's tyres to the vehicle's front axle.
A missing rating or demand is *unknown*, never a pass. Axle demands are taken at
whichever end of the restoration window is worse for that axle.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import Enum

from stathmos.core import statics
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
    wanting,
    work,
)
from stathmos.core.heights import Geometry
from stathmos.core.loading import VehicleLoads
from stathmos.core.rig import Rig
from stathmos.core.stock import Ball, Kit, Shank
from stathmos.core.units import KG_PER_LB, MM_PER_FT, SHARE, WEIGHT

SAME = 0.0005  # kg or mm: under this two figures are one figure, a matter of floating point only

#: SAE J684 classes: upper gross trailer weight, lb. Class 5 is the trade's own name.
SAE_J684 = ((1, 2000), (2, 3500), (3, 5000), (4, 10000))


class State(Enum):
    """How a link stands; worst first."""

    OVER = "over"
    UNKNOWN = "unknown"
    LIMIT = "at the limit"
    RESERVE = "inside the reserve"
    WITHIN = "within"


def trailer_class(GTW: float) -> int:
    """Class of a hitch for a gross trailer weight in kg, SAE J684; 5 above its table (the trade's).

    >>> trailer_class(3500 * KG_PER_LB), trailer_class(3501 * KG_PER_LB), trailer_class(12000 * KG_PER_LB)
    (2, 3, 5)
    """
    return next((number for number, most in SAE_J684 if most * KG_PER_LB + SAME >= GTW), 5)


def judge(demand: float, rating: float, reserve: float) -> State:
    """State of a demand against a rating with a reserve kept free.

    >>> [judge(demand, 1000, 0.1).value for demand in (900, 901, 1000, 1000.1)]
    ['within', 'inside the reserve', 'at the limit', 'over']
    """
    if demand > rating + SAME:
        return State.OVER
    if demand >= rating - SAME:
        return State.LIMIT
    if demand > (1 - reserve) * rating + SAME:
        return State.RESERVE
    return State.WITHIN


def gcwr_at_altitude(GCWR: float, altitude: float) -> float:
    """GCWR at an altitude in mm, kg: 2 % less for each thousand feet begun (from memory, to be verified).

    >>> round(gcwr_at_altitude(GCWR=5000.0, altitude=2000 * MM_PER_FT), 6), round(gcwr_at_altitude(5000.0, 2001 * MM_PER_FT), 6)
    (4800.0, 4700.0)
    """
    return GCWR * max(0.0, 1 - 0.02 * math.ceil(altitude / (1000 * MM_PER_FT) - 1e-9))


@dataclass(frozen=True)
class Link:
    """One link of the chain.

    ``kind``: ``load`` (demand against rating), ``fit`` (two sizes that must be
    equal, or one within the other) or ``presence``. ``part`` names the piece of the
    drawing it belongs to. ``read_at`` says where to find what is missing.
    """

    key: str
    name: str
    part: str
    kind: str
    demand: Anything | None
    rating: Anything | None
    state: State
    rule: Rule | None
    share: float | None = None
    margin: float | None = None
    needs: tuple[str, ...] = ()


@dataclass(frozen=True)
class Case:
    """What the chain is judged for: a tongue weight and a gross trailer weight, and the bar couples of the window."""

    key: str
    tongue: Anything
    gross: Anything
    couple_low: Anything
    couple_high: Anything


@dataclass(frozen=True)
class Build:
    """The hitch in force: parts may be None where none is chosen yet."""

    weight_distributing: bool
    kit: Kit | None
    shank: Shank | None
    ball: Ball | None


def _load(
    key: str, name: str, part: str, demand: Anything, rating: Anything, reserve: float, rule: Rule | None
) -> Link:
    needs = wanting(demand, rating)
    if needs:
        return Link(key, name, part, "load", demand, rating, State.UNKNOWN, rule, needs=needs)
    return Link(
        key,
        name,
        part,
        "load",
        demand,
        rating,
        judge(demand.value, rating.value, reserve),
        rule,
        share=demand.value / rating.value,
        margin=rating.value - demand.value,
    )


def _fit(key: str, name: str, part: str, size: Anything, limit: Anything, rule: Rule, at_most: bool = False) -> Link:
    needs = wanting(size, limit)
    if needs:
        return Link(key, name, part, "fit", size, limit, State.UNKNOWN, rule, needs=needs)
    fits = size.value <= limit.value + 0.05 if at_most else abs(size.value - limit.value) <= 0.05
    return Link(key, name, part, "fit", size, limit, State.WITHIN if fits else State.OVER, rule)


def _presence(key: str, name: str, part: str, rig: Rig, path: str, rule: Rule) -> Link:
    written = rig.choice(path)
    state = {"yes": State.WITHIN, "no": State.OVER}.get(written, State.UNKNOWN)
    return Link(key, name, part, "presence", None, None, state, rule, needs=() if written else (path,))


def part_figure(part: Kit | Shank | Ball | None, name: str, what: str) -> Anything:
    """A figure of a chosen part; `Missing` names the part's stamp, or the choice itself."""
    if part is None:
        return Missing((f"hitch.{what}",))
    return getattr(part, name) or Missing((f"stock.{what}.{name}",))


_SHARED = Rule("A rating is for the trailer and its cargo together.", COMMON_PRACTICE)
_LABEL = Rule("The maker's rating outranks this program.", "maker's label")


def chain(
    rig: Rig, case: Case, loads: VehicleLoads, build: Build, geometry: Geometry, reserve: float, s_limited: bool = False
) -> tuple[Link, ...]:
    """All links for one case, in physical order. ``s_limited``: the school goes by the coupler's S-limit, so it must be known."""
    return (
        *_trailer_links(rig, case, reserve, s_limited),
        *_hitch_links(rig, case, loads, build, reserve),
        *_vehicle_links(rig, case, loads, geometry, reserve),
        *_equipment_links(rig),
    )


def _trailer_links(rig: Rig, case: Case, reserve: float, s_limited: bool) -> tuple[Link, ...]:
    axles = work(
        "axles = GTW − TW + M/L",
        WEIGHT,
        lambda GTW, TW, M, L: GTW - TW + statics.trailer_axles_change(M, L),
        Rule("What the ball does not carry the axles do, and the bars add to it; taken at the most restoration.", STATICS),
        GTW=case.gross, TW=case.tongue, M=case.couple_high, L=rig.figure("trailer.ball_to_axle"),
    )  # fmt: skip

    def together(each: str, count: str) -> Anything:
        return work(
            "rating = each · number",
            WEIGHT,
            lambda each, number: each * number,
            _LABEL,
            each=rig.figure(each),
            number=rig.figure(count),
        )

    tyres = together("trailer.tyre_rating", "trailer.tyre_count")
    gawr = together("trailer.axle_rating", "trailer.axle_count")
    s_limit = rig.figure("trailer.coupler_tongue_limit")
    on_coupler = (
        [_load("coupler_tongue", "Coupler S-limit", "coupler", case.tongue, s_limit, reserve, _LABEL)]
        if s_limited or not isinstance(s_limit, Missing)
        else []
    )
    return (
        _load("trailer_tyres", "Trailer tyres", "trailer_axles", axles, tyres, reserve, _LABEL),
        _load("trailer_axles", "Trailer axles (GAWR)", "trailer_axles", axles, gawr, reserve, _LABEL),
        _load("trailer_gvwr", "Trailer GVWR", "trailer", case.gross, rig.figure("trailer.gvwr"), reserve, _SHARED),
        _load("coupler", "Coupler", "coupler", case.gross, rig.figure("trailer.coupler_rating"), reserve, _LABEL),
        *on_coupler,
        _load(
            "chains",
            "Safety chains, each",
            "coupler",
            case.gross,
            rig.figure("trailer.chain_rating"),
            reserve,
            Rule("Each chain and hook by itself holds the trailer.", COMMON_PRACTICE),
        ),
    )


def _hitch_links(rig: Rig, case: Case, loads: VehicleLoads, build: Build, reserve: float) -> tuple[Link, ...]:
    kit, shank, ball = build.kit, build.shank, build.ball
    load = hitch_load(case.tongue, loads.behind_axle)
    holder: Kit | Shank | None = kit if build.weight_distributing else shank
    held_by = "kit" if build.weight_distributing else "shank"
    way = "wd" if build.weight_distributing else "wc"
    links = [
        _fit(
            "ball_size",
            "Ball diameter equals coupler",
            "ball",
            part_figure(ball, "diameter", "ball"),
            rig.figure("trailer.coupler_size"),
            Rule("The ball is the size stamped on the coupler.", COMMON_PRACTICE),
        ),
        _load(
            "ball",
            "Ball",
            "ball",
            rig.figure("trailer.gvwr"),
            part_figure(ball, "rating", "ball"),
            0.0,
            Rule("The ball is rated against the trailer's GVWR, not its load of the day.", COMMON_PRACTICE),
        ),
        _fit(
            "ball_shank",
            "Ball shank fits its hole",
            "ball",
            part_figure(ball, "shank_diameter", "ball"),
            part_figure(holder, "ball_hole", held_by),
            Rule("The ball's shank has the diameter of its hole.", COMMON_PRACTICE),
        ),
    ]
    if build.weight_distributing:
        links += [
            _fit(
                "ball_thread",
                "Ball thread within the head's limit",
                "ball",
                part_figure(ball, "thread_length", "ball"),
                part_figure(kit, "ball_thread_limit", "kit"),
                Rule("A longer thread fouls the head.", "hitch handbook"),
                at_most=True,
            ),
            _load(
                "hitch_gross",
                "WD hitch, gross",
                "hitch",
                case.gross,
                part_figure(kit, "gross_rating", "kit"),
                reserve,
                _LABEL,
            ),
            _load(
                "hitch_tongue",
                "WD hitch, tongue",
                "hitch",
                load,
                part_figure(kit, "tongue_rating", "kit"),
                reserve,
                _LABEL,
            ),
            _fit(
                "hitch_window",
                "WD hitch, load no less than its bars want",
                "hitch",
                part_figure(kit, "tongue_minimum", "kit"),
                load,
                Rule("Bars too heavy for the load stay rigid and hammer both frames.", COMMON_PRACTICE),
                at_most=True,
            ),
        ]
    links += [
        _load(
            "shank_gross",
            "Shank, gross",
            "shank",
            case.gross,
            part_figure(shank, "gross_rating", "shank"),
            reserve,
            _LABEL,
        ),
        _load(
            "shank_tongue",
            "Shank, tongue",
            "shank",
            load,
            part_figure(shank, "tongue_rating", "shank"),
            reserve,
            _LABEL,
        ),
        _fit(
            "shank_size",
            "Shank goes into the receiver",
            "receiver",
            part_figure(shank, "size", "shank"),
            rig.figure("vehicle.receiver_size"),
            Rule("A smaller shank wants a reducer sleeve; a larger one does not enter.", COMMON_PRACTICE),
            at_most=True,
        ),
        _load(
            "receiver_gross",
            f"Receiver, {way.upper()} gross",
            "receiver",
            case.gross,
            rig.figure(f"vehicle.receiver_{way}_gross"),
            reserve,
            Rule("A receiver has one rating carrying and another distributing; classes by SAE J684.", "SAE J684"),
        ),
        _load(
            "receiver_tongue",
            f"Receiver, {way.upper()} tongue",
            "receiver",
            load,
            rig.figure(f"vehicle.receiver_{way}_tongue"),
            reserve,
            _LABEL,
        ),
    ]
    return tuple(links)


def hitch_load(tongue: Anything, behind_axle: Anything) -> Figure | Missing:
    """What a hitch must be sized for: tongue weight and the cargo behind the rear axle, kg."""
    return work(
        "hitch load = TW + cargo behind the rear axle",
        WEIGHT,
        lambda TW, cargo: TW + cargo,
        Rule("A hitch is sized for tongue weight plus what sits behind the vehicle's rear axle.", COMMON_PRACTICE),
        TW=tongue,
        cargo=behind_axle,
    )


def axle_demand(axle: str, standing: Anything, case: Case, geometry: Geometry) -> Figure | Missing:
    """Load of a vehicle axle with the trailer on, kg: the rear at the least restoration, the front at the most."""
    rear = axle == "rear"
    change = statics.rear_axle_change if rear else statics.front_axle_change
    formula = "dR,  dR = (T − M/L) − dF,  dF = (M − (T − M/L) · o) / w" if rear else "dF,  dF = (M − (T − M/L) · o) / w"
    return work(
        f"{axle} = uncoupled + {formula}",
        WEIGHT,
        lambda uncoupled, T, M, w, o, L: uncoupled + change(T, M, w, o, L),
        Rule(
            f"Moments about the axles; taken at the {'least' if rear else 'most'} restoration of the school.", STATICS
        ),
        uncoupled=standing,
        T=case.tongue,
        M=case.couple_low if rear else case.couple_high,
        w=geometry.w,
        o=geometry.o,
        L=geometry.L,
    )


def _vehicle_links(rig: Rig, case: Case, loads: VehicleLoads, geometry: Geometry, reserve: float) -> tuple[Link, ...]:
    on_payload = work(
        "aboard + TW",
        WEIGHT,
        lambda aboard, TW: aboard + TW,
        Rule("Occupants, cargo, hitch hardware and tongue weight come out of the payload.", "49 CFR 571.110"),
        aboard=loads.aboard,
        TW=case.tongue,
    )
    vehicle_gross = work(
        "front + rear + TW",
        WEIGHT,
        lambda front, rear, TW: front + rear + TW,
        Rule("No credit for what the bars move to the trailer: they come off on rough ground.", "house caution, no source"),
        front=loads.front, rear=loads.rear, TW=case.tongue,
    )  # fmt: skip
    combined = work(
        "front + rear + GTW",
        WEIGHT,
        lambda front, rear, GTW: front + rear + GTW,
        Rule("The vehicle and the trailer together.", "tow-vehicle handbook"),
        front=loads.front, rear=loads.rear, GTW=case.gross,
    )  # fmt: skip
    gcwr = rig.figure("vehicle.gcwr")
    altitude = rig.figure("journey.altitude")
    if isinstance(altitude, Given):
        gcwr = work(
            "GCWR less 2 % for each 1,000 ft begun",
            WEIGHT,
            gcwr_at_altitude,
            Rule("Engines lose power with height.", FROM_MEMORY),
            GCWR=gcwr,
            altitude=altitude,
        )
    rear, front = axle_demand("rear", loads.rear, case, geometry), axle_demand("front", loads.front, case, geometry)
    links = [
        _load(
            "tow_rating", "Vehicle tow rating", "vehicle", case.gross, rig.figure("vehicle.tow_rating"), reserve, _LABEL
        ),
        _load(
            "tongue_limit",
            "Vehicle tongue limit",
            "vehicle",
            case.tongue,
            rig.figure("vehicle.tongue_limit"),
            reserve,
            _LABEL,
        ),
        _load("payload", "Placard payload", "vehicle", on_payload, rig.figure("vehicle.payload"), reserve, _LABEL),
        _load("rear_gawr", "Rear GAWR", "rear_axle", rear, rig.figure("vehicle.rear_gawr"), reserve, _LABEL),
        _load("front_gawr", "Front GAWR", "front_axle", front, rig.figure("vehicle.front_gawr"), reserve, _LABEL),
        _load("gvwr", "GVWR", "vehicle", vehicle_gross, rig.figure("vehicle.gvwr"), reserve, _LABEL),
        _load("gcwr", "GCWR", "vehicle", combined, gcwr, reserve, _LABEL),
    ]
    area_limit = rig.figure("vehicle.frontal_area_limit")
    if isinstance(area_limit, Given):
        area = rig.figure("trailer.frontal_area")
        links.append(_load("frontal_area", "Frontal area", "trailer", area, area_limit, 0.0, _LABEL))
    return tuple(links)


def _equipment_links(rig: Rig) -> tuple[Link, ...]:
    law = Rule(
        "Local law decides on brakes; a braked trailer needs what works its brakes.",
        "local law and the trailer's handbook",
    )
    brakes = rig.choice("trailer.brakes")
    if not brakes:
        return (
            Link(
                "brakes",
                "Trailer brakes",
                "equipment",
                "presence",
                None,
                None,
                State.UNKNOWN,
                law,
                needs=("trailer.brakes",),
            ),
        )
    if brakes == "none":
        return (_presence("seven_way", "Wiring, 7-way", "equipment", rig, "vehicle.seven_way", law),)
    links = [_presence("breakaway", "Breakaway switch", "equipment", rig, "trailer.breakaway", law)]
    if brakes == "electric":
        links.insert(0, _presence("controller", "Brake controller", "equipment", rig, "vehicle.brake_controller", law))
    links.append(_presence("seven_way", "Wiring, 7-way", "equipment", rig, "vehicle.seven_way", law))
    return tuple(links)


def weakest(links: tuple[Link, ...]) -> Link | None:
    """The link that rates the whole: what is over first, else the unknown, else the most used."""
    order = list(State)
    known = [link for link in links if link.kind == "load" or link.state in (State.OVER, State.UNKNOWN)]
    return min(known, key=lambda link: (min(order.index(link.state), 2), -(link.share or 0.0)), default=None)


def full_tongue(share: Anything, gvwr: Anything, upper: float) -> Figure | Missing:
    """Tongue weight of the trailer filled to its GVWR: the school's upper share, or the share as weighed if that is more, kg."""
    if isinstance(share, Missing):
        return work(
            "TW = upper share · GVWR",
            WEIGHT,
            lambda upper, GVWR: upper * GVWR,
            None,
            upper=constant(upper, SHARE),
            GVWR=gvwr,
        )
    return work(
        "TW = max(upper share, share as weighed) · GVWR",
        WEIGHT,
        lambda upper, share, GVWR: max(upper, share) * GVWR,
        Rule("A customer will fill it one day.", COMMON_PRACTICE),
        upper=constant(upper, SHARE),
        share=share,
        GVWR=gvwr,
    )
