"""The ratings chain: every link in the load path, demand against rating.

Links run in physical order from the trailer's tyres to the vehicle's front axle.
A missing rating or demand is *unknown*, never a pass. Axle demands are taken at
whichever end of the restoration window is worse for that axle.
"""

from __future__ import annotations

from dataclasses import dataclass

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
    work,
)
from stathmos.core.heights import Geometry
from stathmos.core.loading import VehicleLoads, gcwr
from stathmos.core.ratings import demands
from stathmos.core.ratings.link import FIT, Link, State, fit, load, part_figure, presence
from stathmos.core.rig import Rig
from stathmos.core.stock import Ball, Kit, Shank, Sleeve
from stathmos.core.units import FORCE, SHARE, WEIGHT


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
    sleeve: Sleeve | None = None


_SHARED = Rule("A rating is for the trailer and its cargo together.", COMMON_PRACTICE)
_LABEL = Rule("The maker's rating outranks this program.", "maker's label")
_R55 = "UN Regulation No. 55"


def chain(
    rig: Rig, case: Case, loads: VehicleLoads, build: Build, geometry: Geometry, reserve: float, s_limited: bool = False
) -> tuple[Link, ...]:
    """All links for one case, in physical order. ``s_limited``: the school goes by the coupler's S-limit, so it must be known."""
    return (
        *_trailer_links(rig, case, reserve, s_limited),
        *_ball_links(rig, build),
        *_hitch_links(rig, case, loads, build, reserve),
        *_vehicle_links(rig, case, loads, geometry, reserve),
        *_equipment_links(rig),
    )


def _trailer_links(rig: Rig, case: Case, reserve: float, s_limited: bool) -> tuple[Link, ...]:
    axles = work(
        "axles = GTW − TW + M/L",
        WEIGHT,
        demands.trailer_axle_load,
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
        [load("coupler_tongue", case.tongue, s_limit, reserve, _LABEL)]
        if s_limited or not isinstance(s_limit, Missing)
        else []
    )
    chains = Rule("Each chain and hook by itself holds the trailer; forged, not cast.", COMMON_PRACTICE)
    return (
        load("trailer_tyres", axles, tyres, reserve, _LABEL),
        load("trailer_axles", axles, gawr, reserve, _LABEL),
        load("trailer_gvwr", case.gross, rig.figure("trailer.gvwr"), reserve, _SHARED),
        load("coupler", case.gross, rig.figure("trailer.coupler_rating"), reserve, _LABEL),
        *on_coupler,
        *_by_d_value(rig, "trailer.coupler_d_value", "coupler_d"),
        *_by_v_value(rig, axles),
        load("chains", case.gross, rig.figure("trailer.chain_rating"), reserve, chains),
    )  # fmt: skip


def _by_d_value(rig: Rig, path: str, key: str) -> list[Link]:
    """A coupling that is rated by a D-value, where one is stamped; of permissible masses, so no reserve is kept."""
    stamped = rig.figure(path)
    if isinstance(stamped, Missing):
        return []
    demand = work(
        "D = g · T · R / (T + R)", FORCE, demands.d_value,
        Rule("Technically permissible masses of vehicle and trailer, whatever is loaded today.", _R55),
        T=rig.figure("vehicle.gvwr"), R=rig.figure("trailer.gvwr"),
    )  # fmt: skip
    return [load(key, demand, stamped, 0.0, Rule("A coupling's D-value is not passed.", _R55))]


def _by_v_value(rig: Rig, axles: Anything) -> list[Link]:
    """A coupler's V-value: wanted of a trailer over 3.5 t whose coupler is rated by D-value, and judged wherever it is stamped."""
    stamped, gvwr = rig.figure("trailer.coupler_v_value"), rig.figure("trailer.gvwr")
    heavy = not isinstance(gvwr, Missing) and gvwr.value > demands.V_WANTED_ABOVE
    by_d = rig.trailer.coupler_d_value is not None
    if isinstance(stamped, Missing) and not (heavy and by_d):
        return []
    demand = work(
        "V = a · C · X² / L²", FORCE, demands.v_value,
        Rule("Centre-axle trailers over 3.5 t; a is 2.4 m/s², X²/L² at least one.", _R55 + "; a " + FROM_MEMORY),
        C=axles, X=rig.figure("trailer.frame_length"), L=rig.figure("trailer.ball_to_axle"),
    )  # fmt: skip
    rule = Rule("A coupling's V-value is not passed.", _R55)
    return [load("coupler_v", demand, stamped, 0.0, rule)]


def _ball_links(rig: Rig, build: Build) -> tuple[Link, ...]:
    ball = build.ball
    holder: Kit | Shank | None = build.kit if build.weight_distributing else build.shank
    held_by = "kit" if build.weight_distributing else "shank"
    links = [
        fit("ball_size",
            part_figure(ball, "diameter", "ball"), rig.figure("trailer.coupler_size"),
            Rule("The ball is the size stamped on the coupler.", COMMON_PRACTICE),
        ),
        load("ball", rig.figure("trailer.gvwr"), part_figure(ball, "rating", "ball"), 0.0,
            Rule("The ball is rated against the trailer's GVWR, not its load of the day.", COMMON_PRACTICE),
        ),
        fit("ball_shank",
            part_figure(ball, "shank_diameter", "ball"), part_figure(holder, "ball_hole", held_by),
            Rule("The ball's shank has the diameter of its hole.", COMMON_PRACTICE),
        ),
    ]  # fmt: skip
    if build.weight_distributing:
        links.append(
            fit("ball_thread",
                part_figure(ball, "thread_length", "ball"), part_figure(build.kit, "ball_thread_limit", "kit"),
                Rule("A longer thread fouls the head.", "hitch handbook"), at_most=True,
            )
        )  # fmt: skip
    return tuple(links)


def _hitch_links(rig: Rig, case: Case, loads: VehicleLoads, build: Build, reserve: float) -> tuple[Link, ...]:
    kit, shank = build.kit, build.shank
    borne = hitch_load(case.tongue, loads.behind_axle)

    def carries(key: str, holder: object, what: str, rule: Rule = _LABEL) -> list[Link]:
        """The two ratings that every part of the hitch has."""
        return [
            load(f"{key}_gross", case.gross, part_figure(holder, "gross_rating", what), reserve, rule),
            load(f"{key}_tongue", borne, part_figure(holder, "tongue_rating", what), reserve, rule),
        ]  # fmt: skip

    links = []
    if build.weight_distributing:
        links += carries("hitch", kit, "kit")
        links.append(
            fit("hitch_window",
                part_figure(kit, "tongue_minimum", "kit"), borne,
                Rule("Bars too heavy for the load stay rigid and hammer both frames.", COMMON_PRACTICE), at_most=True,
            )
        )  # fmt: skip
    links += carries("shank", shank, "shank")
    size, tube = part_figure(shank, "size", "shank"), rig.figure("vehicle.receiver_size")
    links.append(
        fit("shank_size", size, tube,
            Rule("A smaller shank wants a reducer sleeve; a larger one does not enter.", COMMON_PRACTICE), at_most=True,
        )
    )  # fmt: skip
    if wants_sleeve(size, tube):
        links += carries("sleeve", build.sleeve, "sleeve")
    way = "wd" if build.weight_distributing else "wc"
    two = Rule("A receiver has one rating carrying and another distributing; classes by SAE J684.", "SAE J684")
    links += [
        load(
            "receiver_gross", case.gross,
            rig.figure(f"vehicle.receiver_{way}_gross"), reserve, two, way.upper(),
        ),
        load(
            "receiver_tongue", borne,
            rig.figure(f"vehicle.receiver_{way}_tongue"), reserve, _LABEL, way.upper(),
        ),
        *_by_d_value(rig, "vehicle.receiver_d_value", "receiver_d"),
    ]  # fmt: skip
    return tuple(links)


def wants_sleeve(shank: Anything, receiver: Anything) -> bool:
    """Whether a shank is smaller than the tube it goes into."""
    if isinstance(shank, Missing) or isinstance(receiver, Missing):
        return False
    return shank.value < receiver.value - FIT


def hitch_load(tongue: Anything, behind_axle: Anything) -> Figure | Missing:
    """What a hitch must be sized for: tongue weight and the cargo behind the rear axle, kg."""
    return work(
        "hitch load = TW + cargo behind the rear axle",
        WEIGHT,
        demands.hitch_load,
        Rule("A hitch is sized for tongue weight plus what sits behind the vehicle's rear axle.", COMMON_PRACTICE),
        TW=tongue,
        cargo=behind_axle,
    )


def axle_demand(axle: str, standing: Anything, case: Case, geometry: Geometry) -> Figure | Missing:
    """Load of a vehicle axle with the trailer on, kg: the rear at the least restoration, the front at the most."""
    rear = axle == "rear"
    formula = "dR,  dR = (T − M/L) − dF,  dF = (M − (T − M/L) · o) / w" if rear else "dF,  dF = (M − (T − M/L) · o) / w"
    return work(
        f"{axle} = uncoupled + {formula}",
        WEIGHT,
        demands.rear_axle_load if rear else demands.front_axle_load,
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
    rear, front = axle_demand("rear", loads.rear, case, geometry), axle_demand("front", loads.front, case, geometry)

    def rated(key: str, demand: Anything, path: str) -> Link:
        return load(key, demand, rig.figure(path), reserve, _LABEL)

    links = [
        rated("tow_rating", case.gross, "vehicle.tow_rating"),
        rated("tongue_limit", case.tongue, "vehicle.tongue_limit"),
        rated("payload", on_payload, "vehicle.payload"),
        rated("rear_gawr", rear, "vehicle.rear_gawr"),
        rated("front_gawr", front, "vehicle.front_gawr"),
        rated("gvwr", vehicle_gross, "vehicle.gvwr"),
        load("gcwr", combined, gcwr(rig), reserve, _LABEL),
    ]
    area_limit = rig.figure("vehicle.frontal_area_limit")
    if isinstance(area_limit, Given):
        area = rig.figure("trailer.frontal_area")
        links.append(load("frontal_area", area, area_limit, 0.0, _LABEL))
    return tuple(links)


def _equipment_links(rig: Rig) -> tuple[Link, ...]:
    law = Rule(
        "Local law decides on brakes; a braked trailer needs what works its brakes.",
        "local law and the trailer's handbook",
    )
    wiring = presence("seven_way", rig, "vehicle.seven_way", law)
    brakes = rig.choice("trailer.brakes")
    if not brakes:
        needs = ("trailer.brakes",)
        return (Link("brakes", "Trailer brakes", "equipment", "presence", None, None, State.UNKNOWN, law, needs=needs),)
    if brakes == "none":
        return (wiring,)
    links = [presence("breakaway", rig, "trailer.breakaway", law)]
    if brakes == "electric":
        links.insert(0, presence("controller", rig, "vehicle.brake_controller", law))
    return (*links, wiring)


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
        demands.full_tongue_weight,
        Rule("A customer will fill it one day.", COMMON_PRACTICE),
        upper=constant(upper, SHARE),
        share=share,
        GVWR=gvwr,
    )
