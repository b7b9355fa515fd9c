"""The ratings chain: every link in the load path, demand against rating.

Links run in physical order from the trailer's tyres to the vehicle's front axle.
A missing rating or demand is *unknown*, never a pass. Axle demands are taken at
whichever end of the restoration window is worse for that axle.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from stathmos.core import axles as each
from stathmos.core.figures import (
    COMMON_PRACTICE,
    FROM_MEMORY,
    NO_LIMIT,
    STATICS,
    Anything,
    Figure,
    Lazily,
    Missing,
    Rule,
    constant,
    sum_of,
    work,
)
from stathmos.core.heights import Geometry
from stathmos.core.loading import VehicleLoads, gcwr
from stathmos.core.ratings import demands
from stathmos.core.ratings.link import (
    AXLES,
    FIT,
    LOAD,
    ORDER_OF_LINKS,
    TYRES,
    WHEELS,
    Link,
    State,
    either,
    fit,
    load,
    part_figure,
    presence,
    seen,
    unread,
)
from stathmos.core.ratings.wiring import wiring
from stathmos.core.rig import Rig
from stathmos.core.stock import Ball, Kit, Shank, Sleeve
from stathmos.core.units import COUNT, FORCE, SHARE, WEIGHT


@dataclass(frozen=True, kw_only=True)
class AxleLoads:
    """What each axle of the coupled rig carries, at whichever end of the restoration window is worse for it, kg.

    ``trailer`` all of its axles together, ``each`` one by one; ``lean``: how much more than half their right-hand wheels carry.
    """

    front: Anything
    rear: Anything
    trailer: Anything
    each: tuple[each.OnAxle, ...] = ()
    lean: Anything = constant(0.0, WEIGHT)


@dataclass(frozen=True, kw_only=True)
class Case:
    """What the chain is judged for: tongue weight, gross trailer weight, the vehicle's loads, the coupled axle loads, kg.

    ``tongue``: the greatest it comes to as it is towed; ``level``: as it is weighed, the trailer level.
    """

    tongue: Anything
    level: Anything
    gross: Anything
    loads: VehicleLoads
    axles: AxleLoads


@dataclass(frozen=True)
class Build:
    """The hitch in force: parts may be None where none is chosen yet."""

    weight_distributing: bool
    kit: Kit | None
    shank: Shank | None
    ball: Ball | None
    sleeve: Sleeve | None = None

    @property
    def complete(self) -> bool:
        """Whether a whole hitch is there: mount, ball, and the kit where it distributes."""
        return (
            self.shank is not None and self.ball is not None and (self.kit is not None or not self.weight_distributing)
        )


_SHARED = Rule("A rating is for the trailer and its cargo together.", COMMON_PRACTICE)
_LABEL = Rule("The maker's rating outranks this program.", "maker's label")
_EACH = Rule(
    "Each axle carries its own share, and its rating is for that; a group may hold what one of it does not.", STATICS
)
_SIDE = Rule("A load beside the middle bears on the wheels of its side.", STATICS)
_TYRES = Rule("A GAWR is for the placard's tyres; a tyre of its own rating is judged by it.", "49 CFR 571.110")
_CHAINS = Rule("Each chain and hook by itself holds the trailer; forged, not cast.", COMMON_PRACTICE)
_WINDOW = Rule("Bars too heavy for the load stay rigid and hammer both frames.", COMMON_PRACTICE)
_SMALLER = Rule("A smaller shank wants a reducer sleeve; a larger one does not enter.", COMMON_PRACTICE)
_TWO = Rule("A receiver has one rating carrying and another distributing; classes by SAE J684.", "SAE J684")
_HITCH_LOAD = Rule("A hitch is sized for tongue weight plus what sits behind the vehicle's rear axle.", COMMON_PRACTICE)
_PAYLOAD = Rule("Occupants, cargo, hitch hardware and tongue weight come out of the payload.", "49 CFR 571.110")
_NO_CREDIT = Rule(
    "No credit for what the bars move to the trailer: they come off on rough ground.", "house caution, no source"
)
_TOGETHER = Rule("The vehicle and the trailer together.", "tow-vehicle handbook")
_LAW = Rule(
    "Local law decides on brakes; a braked trailer needs what works its brakes.",
    "local law and the trailer's handbook",
)
_R55 = "UN Regulation No. 55"


@dataclass(frozen=True, kw_only=True)
class Chained:
    """The links of one rig on one hitch that no load changes, worked out once; with a case they make the chain.

    ``s_limited``: the school goes by the coupler's S-limit, so it must be known. ``reserve``: share kept free.
    """

    rig: Rig
    build: Build
    reserve: float
    s_limited: bool = False

    @Lazily
    def fixed(self) -> tuple[Link, ...]:
        """Sizes, fittings, and ratings against what the makers permit, whatever is loaded."""
        rig, build = self.rig, self.build
        return (
            *_by_d_value(rig, "trailer.coupler_d_value", "coupler_d"),
            *_ball_links(rig, build),
            *_shank_fits(rig, build),
            *_by_d_value(rig, "vehicle.receiver_d_value", "receiver_d"),
            *_frontal_area(rig),
            *_equipment_links(rig),
        )

    @Lazily
    def trailer_rated(self) -> _TrailerRated:
        """What the trailer's axles, tyres and wheels are rated for."""
        return _rated(self.rig)

    def under(self, case: Case) -> tuple[Link, ...]:
        """The links that a load changes, for one case."""
        return (
            *_trailer_links(self, case),
            *_hitch_links(self.rig, case, self.build, self.reserve),
            *_vehicle_links(self.rig, case, self.reserve),
        )

    def chain(self, case: Case) -> tuple[Link, ...]:
        """All links for one case, in physical order."""
        return tuple(sorted((*self.fixed, *self.under(case)), key=lambda link: ORDER_OF_LINKS[link.key]))


def trailer_axle_load(tongue: Anything, gross: Anything, M: Anything, L: Anything) -> Figure | Missing:
    """What the trailer's axles carry under a couple of the bars, kg."""
    return work(
        "axles = GTW − TW + M/L", WEIGHT, demands.trailer_axle_load,
        Rule("What the ball does not carry the axles do, and the bars add to it; taken at the most restoration.", STATICS),
        GTW=gross, TW=tongue, M=M, L=L,
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class _TrailerRated:
    """What the trailer is rated for by its parts, kg: all ``axles`` and all ``tyres`` together; tyres and wheels of one side of one axle."""

    axles: Anything
    tyres: Anything
    tyres_on_a_side: Anything
    wheels_on_a_side: Anything


def _rated(rig: Rig) -> _TrailerRated:
    tyre, tyres, axles = each.carried_by_tyre(rig), rig.figure("trailer.tyre_count"), rig.figure("trailer.axle_count")

    def together(each: Anything, number: Anything) -> Anything:
        return work(
            "rating = each · number", WEIGHT, lambda each, number: each * number, _LABEL, each=each, number=number
        )

    def on_a_side(each: Anything) -> Anything:
        return work(
            "rating = each · tyres / (2 · axles)", WEIGHT, lambda each, tyres, axles: each * tyres / (2 * axles), _LABEL,
            each=each, tyres=tyres, axles=axles,
        )  # fmt: skip

    return _TrailerRated(
        axles=together(rig.figure("trailer.axle_rating"), axles),
        tyres=together(tyre, tyres),
        tyres_on_a_side=on_a_side(tyre),
        wheels_on_a_side=on_a_side(rig.figure("trailer.wheel_rating")),
    )


def _trailer_links(chained: Chained, case: Case) -> tuple[Link, ...]:
    rig, reserve, rated, axles = chained.rig, chained.reserve, chained.trailer_rated, case.axles.trailer
    s_limit = rig.figure("trailer.coupler_tongue_limit")
    on_coupler = (
        [load("coupler_tongue", case.tongue, s_limit, reserve, _LABEL)]
        if chained.s_limited or not isinstance(s_limit, Missing)
        else []
    )
    return (
        load("trailer_tyres", axles, rated.tyres, reserve, _LABEL),
        load("trailer_axles", axles, rated.axles, reserve, _LABEL),
        *_each_axle(chained, case),
        load("trailer_gvwr", case.gross, rig.figure("trailer.gvwr"), reserve, _SHARED),
        load("coupler", case.gross, rig.figure("trailer.coupler_rating"), reserve, _LABEL),
        *on_coupler,
        *_by_v_value(rig, axles),
        load("chains", case.gross, rig.figure("trailer.chain_rating"), reserve, _CHAINS),
    )


def axle_link(
    key: str,
    on: each.OnAxle,
    rating: Anything,
    reserve: float,
    of_it: Callable[[Anything], Anything] = lambda axle_load: axle_load,
) -> Link:
    """One axle, or what hangs on it (``of_it``: what that carries of the axle's load), against its rating, kg.

    Where nobody told whether the axles share, the worse is judged, and what passes only if they do is unknown.
    """
    link = load(key, of_it(on.load), rating, reserve, _EACH)
    if on.told:
        return link
    return either(link, load(key, of_it(on.shared), rating, reserve, _EACH), "trailer.suspension")


def _each_axle(chained: Chained, case: Case) -> Iterator[Link]:
    """Each axle by itself where there are several; what hangs on its wheels, where their rating is written or a load stands to one side."""
    rig, reserve, rated = chained.rig, chained.reserve, chained.trailer_rated
    on, lean = case.axles.each, case.axles.lean
    several, leaning = len(on) > 1, isinstance(lean, Missing) or abs(lean.value) > demands.SAME
    wheel = rig.figure("trailer.wheel_rating")

    def side(axle_load: Anything) -> Anything:
        return work(
            "side = axle / 2 + |lean| / axles", WEIGHT,
            lambda load, lean: each.heavier_side(load, lean / len(on)), _SIDE, load=axle_load, lean=lean,
        )  # fmt: skip

    for axle, one in zip(AXLES, on, strict=False):
        if several or leaning:
            yield axle_link(axle.key + TYRES, one, rated.tyres_on_a_side, reserve, side)
        if not isinstance(wheel, Missing):
            yield axle_link(axle.key + WHEELS, one, rated.wheels_on_a_side, reserve, side)
        if several:
            yield axle_link(axle.key, one, rig.figure("trailer.axle_rating"), reserve)


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
    return [load(key, demand, stamped, 0.0, Rule("A coupling's D-value is not passed.", _R55), of_labels=True)]


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
            Rule("The ball is rated against the trailer's GVWR, not its load of the day.", COMMON_PRACTICE), of_labels=True,
        ),
        fit("ball_shank",
            part_figure(ball, "shank_diameter", "ball"), part_figure(holder, "ball_hole", held_by),
            Rule("The ball's shank has the diameter of its hole.", COMMON_PRACTICE),
        ),
    ]  # fmt: skip
    if ball is not None and ball.own:
        return tuple(links[:-1])  # of one piece with its mount: no shank of its own, and no hole
    if build.weight_distributing:
        links.append(
            fit("ball_thread",
                part_figure(ball, "thread_length", "ball"), part_figure(build.kit, "ball_thread_limit", "kit"),
                Rule("A longer thread fouls the head.", "hitch handbook"), at_most=True,
            )
        )  # fmt: skip
    return tuple(links)


def _hitch_links(rig: Rig, case: Case, build: Build, reserve: float) -> tuple[Link, ...]:
    kit, shank = build.kit, build.shank
    borne = hitch_load(case.tongue, case.loads.behind_axle)

    def carries(key: str, holder: object, what: str) -> list[Link]:
        """The two ratings that every part of the hitch has."""
        return [
            load(f"{key}_gross", case.gross, part_figure(holder, "gross_rating", what), reserve, _LABEL),
            load(f"{key}_tongue", borne, part_figure(holder, "tongue_rating", what), reserve, _LABEL),
        ]

    links = []
    if build.weight_distributing:
        links += carries("hitch", kit, "kit")
        links.append(
            fit("hitch_window", part_figure(kit, "tongue_minimum", "kit"), borne, _WINDOW, at_most=True, of_loads=True)
        )
    links += carries("shank", shank, "shank")
    if wants_sleeve(part_figure(shank, "size", "shank"), rig.figure("vehicle.receiver_size")):
        links += carries("sleeve", build.sleeve, "sleeve")
    way = "wd" if build.weight_distributing else "wc"
    for key, demand, rule in (("gross", case.gross, _TWO), ("tongue", borne, _LABEL)):
        rating = rig.figure(f"vehicle.receiver_{way}_{key}")
        links.append(load(f"receiver_{key}", demand, rating, reserve, rule, way.upper()))
    return tuple(links)


def _shank_fits(rig: Rig, build: Build) -> tuple[Link, ...]:
    size, tube = part_figure(build.shank, "size", "shank"), rig.figure("vehicle.receiver_size")
    return (fit("shank_size", size, tube, _SMALLER, at_most=True),)


def wants_sleeve(shank: Anything, receiver: Anything) -> bool:
    """Whether a shank is smaller than the tube it goes into."""
    if isinstance(shank, Missing) or isinstance(receiver, Missing):
        return False
    return shank.value < receiver.value - FIT


def hitch_load(tongue: Anything, behind_axle: Anything) -> Figure | Missing:
    """What a hitch must be sized for: tongue weight and the cargo behind the rear axle, kg."""
    return work(
        "hitch load = TW + cargo behind the rear axle", WEIGHT, demands.hitch_load, _HITCH_LOAD,
        TW=tongue, cargo=behind_axle,
    )  # fmt: skip


def axle_demand(axle: str, alone: Anything, T: Anything, M: Anything, geometry: Geometry) -> Figure | Missing:
    """Load of the vehicle's ``front`` or ``rear`` axle with the trailer on, under a couple of the bars, kg."""
    rear = axle == "rear"
    formula = "dR,  dR = (T − M/L) − dF,  dF = (M − (T − M/L) · o) / w" if rear else "dF,  dF = (M − (T − M/L) · o) / w"
    return work(
        f"{axle} = uncoupled + {formula}",
        WEIGHT,
        demands.rear_axle_load if rear else demands.front_axle_load,
        _AT_LEAST if rear else _AT_MOST,
        uncoupled=alone,
        T=T,
        M=M,
        w=geometry.w,
        o=geometry.o,
        L=geometry.L,
    )


_AT_LEAST = Rule("Moments about the axles; taken at the least restoration of the school.", STATICS)
_AT_MOST = Rule("Moments about the axles; taken at the most restoration of the school.", STATICS)


def _vehicle_links(rig: Rig, case: Case, reserve: float) -> tuple[Link, ...]:
    loads = case.loads
    tongue, front, rear = case.tongue, loads.front, loads.rear
    on_payload = sum_of("aboard + TW", WEIGHT, {"aboard": loads.aboard, "TW": tongue}, _PAYLOAD)
    vehicle_gross = sum_of("front + rear + TW", WEIGHT, {"front": front, "rear": rear, "TW": tongue}, _NO_CREDIT)
    combined = sum_of("front + rear + GTW", WEIGHT, {"front": front, "rear": rear, "GTW": case.gross}, _TOGETHER)

    def rated(key: str, demand: Anything, path: str) -> Link:
        return load(key, demand, rig.figure(path), reserve, _LABEL)

    return (
        rated("tow_rating", case.gross, "vehicle.tow_rating"),
        rated("tongue_limit", case.tongue, "vehicle.tongue_limit"),
        rated("payload", on_payload, "vehicle.payload"),
        *_vehicle_tyres(rig, case, reserve),
        rated("rear_gawr", case.axles.rear, "vehicle.rear_gawr"),
        rated("front_gawr", case.axles.front, "vehicle.front_gawr"),
        rated("gvwr", vehicle_gross, "vehicle.gvwr"),
        load("gcwr", combined, gcwr(rig), reserve, _LABEL),
    )


def _vehicle_tyres(rig: Rig, case: Case, reserve: float) -> Iterator[Link]:
    """The vehicle's tyres, where their rating is written, or where they are not the placard's."""
    others = rig.choice("vehicle.tyres_as_placard") == "no"
    rear = rig.figure("vehicle.rear_tyre_count")
    for end, borne, lean, count in (
        ("rear", case.axles.rear, case.loads.lean_rear, rear),
        ("front", case.axles.front, case.loads.lean_front, constant(2.0, COUNT)),
    ):
        rating = rig.figure(f"vehicle.{end}_tyre_rating")
        if isinstance(rating, Missing) and not others:
            continue
        side = work("side = axle / 2 + |lean|", WEIGHT, each.heavier_side, _SIDE, load=borne, lean=lean)
        together = work(
            "rating = each · tyres / 2", WEIGHT, lambda each, tyres: each * tyres / 2, _LABEL, each=rating, tyres=count
        )
        yield load(f"{end}_tyres", side, together, reserve, _TYRES)


def _frontal_area(rig: Rig) -> tuple[Link, ...]:
    limit = rig.figure("vehicle.frontal_area_limit")
    if isinstance(limit, Missing):
        return ()
    return (load("frontal_area", rig.figure("trailer.frontal_area"), limit, 0.0, _LABEL, of_labels=True),)


def _equipment_links(rig: Rig) -> tuple[Link, ...]:
    brakes = rig.choice("trailer.brakes")
    if not brakes:
        return (unread("brakes", _LAW, ("trailer.brakes",)),)
    carries = wiring(
        rig.choice("vehicle.socket"), rig.choice("vehicle.seven_way"), brakes, rig.choice("trailer.reverse_lockout")
    )
    plug = seen("seven_way", rig, carries, _LAW, ("vehicle.seven_way", "vehicle.socket"))
    if brakes == "none":
        return (plug,)
    links = [presence("breakaway", rig, "trailer.breakaway", _LAW)]
    if brakes == "electric":
        links.insert(0, presence("controller", rig, "vehicle.brake_controller", _LAW))
    return (*links, plug)


def weakest(links: tuple[Link, ...]) -> Link | None:
    """The link that rates the whole: what is over first, else the unknown, else the most used."""
    order = list(State)
    known = [link for link in links if link.kind == LOAD or link.state in (State.OVER, State.UNKNOWN)]
    return min(known, key=lambda link: (min(order.index(link.state), 2), -(link.share or 0.0)), default=None)


def full_tongue(share: Anything, gvwr: Anything, upper: float, limit: Anything = NO_LIMIT) -> Figure | Missing:
    """Tongue weight of the trailer filled to its GVWR: the school's upper share, or the share as weighed if that is more, kg.

    ``limit``: what the school never lets it be more than, kg.
    """
    return work(
        "TW = max(upper share, share as weighed) · GVWR, no more than the S-limit where the school goes by it"
        if limit is not NO_LIMIT else "TW = max(upper share, share as weighed) · GVWR",
        WEIGHT,
        demands.full_tongue_weight,
        Rule("A customer will fill it one day.", COMMON_PRACTICE),
        upper=constant(upper, SHARE),
        share=constant(0.0, SHARE) if isinstance(share, Missing) else share,
        GVWR=gvwr,
        limit=limit,
    )  # fmt: skip
