"""The ratings chain of many pairs at once: the links, the demands and the states of `core.ratings.chain`."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import numpy as np

from stathmos.core import statics
from stathmos.core.axles.sides import heavier_side
from stathmos.core.axles.split import USUAL_SPACING, usual_rate
from stathmos.core.axles.springs import axle_load, tongue_change
from stathmos.core.axles.tyres import FLAT, load_at_pressure
from stathmos.core.loading import rear_share
from stathmos.core.lot.columns import Column, numbers, over
from stathmos.core.lot.fitting import NONE, Chosen, Pairs, taken
from stathmos.core.lot.sides import Trailers, Vehicles
from stathmos.core.ratings import AXLES, SAME, TYRES, WHEELS, State, demands
from stathmos.core.ratings.link import FIT
from stathmos.core.ratings.wiring import wiring
from stathmos.core.rig.trailer import EQUALISED, INDEPENDENT, SINGLE
from stathmos.core.stock import Stock, every_ball
from stathmos.core.tolerances import ATTITUDE

ABSENT = -1
STATES = tuple(State)
OVER, UNKNOWN, LIMIT, RESERVE, WITHIN = range(len(STATES))


@dataclass
class Links:
    """Each link's state (an index into `STATES`, `ABSENT` where the pair has no such link) and share used, by key, in order."""

    count: int
    state: dict[str, Column] = field(default_factory=dict)
    share: dict[str, Column] = field(default_factory=dict)

    def load(self, key: str, demand: Column, rating: Column, reserve: float, there: Column | bool = True) -> None:
        """Judge a demand against a rating (core's unit, one a pair) with a share of it kept free; ``there``: where the link is."""
        demand, rating = np.broadcast_to(demand, self.count), np.broadcast_to(rating, self.count)
        with np.errstate(invalid="ignore", divide="ignore"):
            state = np.where(demand > (1 - reserve) * rating + SAME, RESERVE, WITHIN)
            state = np.where(demand >= rating - SAME, LIMIT, state)
            state = np.where(demand > rating + SAME, OVER, state)
            share = demand / rating
        unknown = np.isnan(demand) | np.isnan(rating)
        self._add(key, np.where(unknown, UNKNOWN, state), np.where(unknown, np.nan, share), there)

    def either(
        self, key: str, worse: Column, better: Column, told: Column, rating: Column, reserve: float, there: Column
    ) -> None:
        """Judge the worse of two demands; where it is not told which of them it is, one that the better would pass is unknown."""
        self.load(key, better, rating, reserve, there)
        other = self.state[key]
        self.load(key, worse, rating, reserve, there)
        open_yet = ~told & (self.state[key] == OVER) & (other != OVER)
        self.state[key] = np.where(open_yet, UNKNOWN, self.state[key]).astype(np.int8)
        self.share[key] = np.where(open_yet, np.nan, self.share[key])

    def fit(self, key: str, size: Column, limit: Column, at_most: bool = False, there: Column | bool = True) -> None:
        """Judge one size against another, mm: alike, or ``at_most`` the other."""
        size, limit = np.broadcast_to(size, self.count), np.broadcast_to(limit, self.count)
        with np.errstate(invalid="ignore"):
            fits = size <= limit + FIT if at_most else np.abs(size - limit) <= FIT
        unknown = np.isnan(size) | np.isnan(limit)
        self._add(key, np.where(unknown, UNKNOWN, np.where(fits, WITHIN, OVER)), np.full(self.count, np.nan), there)

    def presence(self, key: str, written: Column, there: Column | bool = True) -> None:
        """Judge whether something is there that is wanted."""
        state = np.where(written == "yes", WITHIN, np.where(written == "no", OVER, UNKNOWN))
        self._add(key, np.broadcast_to(state, self.count), np.full(self.count, np.nan), there)

    def wiring(self, cars: Vehicles, lot: Trailers) -> None:
        """Judge the socket by what the trailer's brakes need of it."""
        asked = list(np.broadcast(cars.socket, cars.seven_way, lot.brakes, lot.lockout))
        # Few different ones among many pairs: each is judged once.
        judged = {one: STATES.index(wiring(*one)) if one[2] else ABSENT for one in set(asked)}
        told = [judged[one] for one in asked]
        state = np.broadcast_to(np.array(told), self.count)
        self._add("seven_way", state, np.full(self.count, np.nan), state != ABSENT)

    def unknown(self, key: str, there: Column) -> None:
        """A link that nobody knows; ``there``: where it is."""
        self._add(key, np.full(self.count, UNKNOWN), np.full(self.count, np.nan), there)

    def hold(self, stands_on: dict[str, tuple[str, ...]], guessed: dict[str, Column]) -> None:
        """A link that stands on a guess is unknown, unless it is over; ``stands_on``: the labels of each link, by path."""
        for key, paths in stands_on.items():
            for guess in (guessed[path] for path in paths if path in guessed):
                open_yet = (self.state[key] != ABSENT) & (self.state[key] != OVER)
                self.state[key] = np.where(open_yet & guess, UNKNOWN, self.state[key])

    def _add(self, key: str, state: Column, share: Column, there: Column | bool) -> None:
        self.state[key] = np.where(there, state, ABSENT).astype(np.int8)  # small, as there are many of them
        self.share[key] = np.where(there, share, np.nan)


def _stands_on(way: str) -> dict[str, tuple[str, ...]]:
    """The labels that each link stands on, by path; ``way``: wd or wc, as the receiver is used."""

    def vehicle(*names: str) -> tuple[str, ...]:
        return tuple(f"vehicle.{name}" for name in names)

    def trailer(*names: str) -> tuple[str, ...]:
        return tuple(f"trailer.{name}" for name in names)

    d_value = (*vehicle("gvwr"), *trailer("gvwr"))
    air = ("tyre_pressure", "tyre_rated_pressure")
    each_axle = {
        one.key + what: trailer(*names)
        for one in AXLES
        for what, names in (
            (TYRES, ("tyre_rating", "tyre_count", "axle_count", *air)),
            (WHEELS, ("wheel_rating", "tyre_count", "axle_count")),
            ("", ("axle_rating",)),
        )
    }
    return {
        "trailer_tyres": trailer("tyre_rating", "tyre_count", *air),
        "trailer_axles": trailer("axle_rating", "axle_count"),
        **each_axle,
        "rear_tyres": vehicle("rear_tyre_rating", "rear_tyre_count"),
        "front_tyres": vehicle("front_tyre_rating"),
        "trailer_gvwr": trailer("gvwr"),
        "coupler": trailer("coupler_rating"),
        "coupler_tongue": trailer("coupler_tongue_limit"),
        "coupler_d": (*trailer("coupler_d_value"), *d_value),
        "coupler_v": trailer("coupler_v_value"),
        "chains": trailer("chain_rating"),
        "ball_size": trailer("coupler_size"),
        "ball": trailer("gvwr"),
        "shank_size": vehicle("receiver_size"),
        "receiver_gross": vehicle(f"receiver_{way}_gross"),
        "receiver_tongue": vehicle(f"receiver_{way}_tongue"),
        "receiver_d": (*vehicle("receiver_d_value"), *d_value),
        **{
            key: vehicle(key)
            for key in ("tow_rating", "tongue_limit", "payload", "rear_gawr", "front_gawr", "gvwr", "gcwr")
        },
        "frontal_area": (*vehicle("frontal_area_limit"), *trailer("frontal_area")),
        "controller": vehicle("brake_controller"),
        "breakaway": trailer("breakaway"),
        "seven_way": vehicle("seven_way", "socket"),
    }


def links(pairs: Pairs, stock: Stock, chosen: Chosen, distributing: bool) -> Links:
    """The whole chain of every pair, in physical order."""
    found = Links(len(pairs))
    cars, lot, reserve = pairs.cars, pairs.lot, pairs.cars.reserve
    car, van = cars.figures, lot.figures
    G, L = pairs.gross, van["ball_to_axle"]
    low, _, high = chosen.couples
    front, rear, aboard = loaded(pairs, chosen)

    axles = over(demands.trailer_axle_load)(G, pairs.tongue, high, L)
    tyre, split = tyre_ratings(lot), split_up(pairs, chosen)
    T = split.hung
    borne = over(demands.hitch_load)(T, cars.behind)
    found.load("trailer_tyres", axles, tyre * van["tyre_count"], reserve)
    found.load("trailer_axles", axles, van["axle_rating"] * van["axle_count"], reserve)
    per_side = van["tyre_count"] / (2 * van["axle_count"])
    several = np.nan_to_num(van["axle_count"], nan=0.0) > 1
    for axle, worse in zip(AXLES, split.worse, strict=True):
        on = np.nan_to_num(van["axle_count"], nan=0.0) >= axle.number
        told = lot.suspension != ""
        side, shared = over(heavier_side)(worse, 0.0), over(heavier_side)(split.shared, 0.0)
        found.either(axle.key + TYRES, side, shared, told, tyre * per_side, reserve, on & several)
        wheeled = on & ~np.isnan(van["wheel_rating"])
        found.either(axle.key + WHEELS, side, shared, told, van["wheel_rating"] * per_side, reserve, wheeled)
        found.either(axle.key, worse, split.shared, told, van["axle_rating"], reserve, on & several)
    found.load("trailer_gvwr", G, van["gvwr"], reserve)
    found.load("coupler", G, van["coupler_rating"], reserve)
    limit = van["coupler_tongue_limit"]
    found.load("coupler_tongue", T, limit, reserve, cars.s_limited | ~np.isnan(limit))
    D = over(demands.d_value)(car["gvwr"], van["gvwr"])
    by_d = ~np.isnan(van["coupler_d_value"])
    found.load("coupler_d", D, van["coupler_d_value"], 0.0, by_d)
    heavy = van["gvwr"] > demands.V_WANTED_ABOVE
    V = over(demands.v_value)(axles, van["frame_length"], L)
    found.load("coupler_v", V, van["coupler_v_value"], 0.0, ~np.isnan(van["coupler_v_value"]) | (heavy & by_d))
    found.load("chains", G, van["chain_rating"], reserve)

    def of(parts: tuple[Any, ...], name: str, index: Column) -> Column:
        return taken(numbers(parts, name), index)

    every = every_ball(stock)
    bolted = chosen.ball < len(stock.balls)  # one of its mount's own has no shank of its own, and no hole
    holder = (stock.kits, chosen.kit) if distributing else (stock.shanks, chosen.shank)
    found.fit("ball_size", of(every, "diameter", chosen.ball), van["coupler_size"])
    found.load("ball", van["gvwr"], of(every, "rating", chosen.ball), 0.0)
    hole = of(holder[0], "ball_hole", holder[1])
    found.fit("ball_shank", of(every, "shank_diameter", chosen.ball), hole, there=bolted)
    if distributing:
        thread = of(stock.kits, "ball_thread_limit", chosen.kit)
        found.fit("ball_thread", of(every, "thread_length", chosen.ball), thread, at_most=True, there=bolted)
        found.load("hitch_gross", G, of(stock.kits, "gross_rating", chosen.kit), reserve)
        found.load("hitch_tongue", borne, of(stock.kits, "tongue_rating", chosen.kit), reserve)
        found.fit("hitch_window", of(stock.kits, "tongue_minimum", chosen.kit), borne, at_most=True)
    found.load("shank_gross", G, of(stock.shanks, "gross_rating", chosen.shank), reserve)
    found.load("shank_tongue", borne, of(stock.shanks, "tongue_rating", chosen.shank), reserve)
    found.fit("shank_size", of(stock.shanks, "size", chosen.shank), car["receiver_size"], at_most=True)
    sleeved = chosen.sleeve != NONE
    found.load("sleeve_gross", G, of(stock.sleeves, "gross_rating", chosen.sleeve), reserve, sleeved)
    found.load("sleeve_tongue", borne, of(stock.sleeves, "tongue_rating", chosen.sleeve), reserve, sleeved)
    way = "wd" if distributing else "wc"
    found.load("receiver_gross", G, car[f"receiver_{way}_gross"], reserve)
    found.load("receiver_tongue", borne, car[f"receiver_{way}_tongue"], reserve)
    found.load("receiver_d", D, car["receiver_d_value"], 0.0, ~np.isnan(car["receiver_d_value"]))

    where = (car["wheelbase"], chosen.overhang, L)
    found.load("tow_rating", G, car["tow_rating"], reserve)
    found.load("tongue_limit", T, car["tongue_limit"], reserve)
    found.load("payload", aboard + T, car["payload"], reserve)
    on_rear = over(demands.rear_axle_load)(rear, T, low, *where)
    on_front = over(demands.front_axle_load)(front, T, high, *where)
    for key, on_axle, lean, count in (
        ("rear", on_rear, cars.lean_rear, car["rear_tyre_count"]),
        ("front", on_front, cars.lean_front, np.full(1, 2.0)),
    ):
        each = car[f"{key}_tyre_rating"]
        side = over(heavier_side)(on_axle, lean)
        found.load(f"{key}_tyres", side, each * count / 2, reserve, ~np.isnan(each) | cars.other_tyres)
        found.load(f"{key}_gawr", on_axle, car[f"{key}_gawr"], reserve)
    found.load("gvwr", front + rear + T, car["gvwr"], reserve)
    found.load("gcwr", front + rear + G, cars.gcwr, reserve)
    area = car["frontal_area_limit"]
    found.load("frontal_area", van["frontal_area"], area, 0.0, ~np.isnan(area))

    found.unknown("brakes", lot.brakes == "")
    found.presence("controller", cars.controller, lot.brakes == "electric")
    found.presence("breakaway", lot.breakaway, (lot.brakes == "electric") | (lot.brakes == "surge"))
    found.wiring(cars, lot)
    guessed = {**cars.guessed, **lot.guessed}
    rated = "trailer.tyre_rated_pressure"
    if rated in guessed:  # it is looked at where a pressure was found, and nowhere else
        guessed[rated] = guessed[rated] & ~np.isnan(van["tyre_pressure"])
    found.hold(_stands_on(way), guessed)
    return found


def tyre_ratings(lot: Trailers) -> Column:
    """What each trailer's tyre carries, kg: its rating, or what it carries at the pressure that was found in it."""
    rating, found = lot.figures["tyre_rating"], lot.figures["tyre_pressure"]
    with np.errstate(invalid="ignore"):
        filled = over(load_at_pressure)(rating, found, lot.figures["tyre_rated_pressure"])
    return np.where(np.isnan(found), rating, np.where(found <= FLAT, np.nan, filled))


@dataclass(frozen=True)
class Split:
    """The tongue weight that the hitch is judged by; what each axle carries if they share, and at the worse; kg."""

    hung: Column
    shared: Column
    worse: tuple[Column, ...]


def split_up(pairs: Pairs, chosen: Chosen) -> Split:
    """Each trailer's axles one by one, by the rules of `core.axles.split`."""
    cars, van, kind = pairs.cars, pairs.lot.figures, pairs.lot.suspension
    T, G, L, n = pairs.tongue, pairs.gross, van["ball_to_axle"], van["axle_count"]
    taped, stated = van["axle_spacing"], van["axle_rate"]
    s = np.where(np.isnan(taped), USUAL_SPACING, taped)
    k = np.where(np.isnan(stated), over(usual_rate)(van["axle_rating"]), stated)
    slack = np.where(np.isnan(chosen.slack), ATTITUDE.value, chosen.slack)
    where = (cars.figures["wheelbase"], chosen.overhang, L, cars.k_f, cars.k_r)
    group = {end: over(demands.trailer_axle_load)(G, T, M, L) / n for end, M in enumerate(chosen.couples[::2])}
    shared, hung = np.maximum(group[0], group[1]), T
    sprung = [np.full(len(pairs), -np.inf) for _ in AXLES]
    with np.errstate(invalid="ignore"):
        for M in chosen.couples[::2]:
            above = chosen.off - over(statics.settle)(T, M, *where)
            towed = T + over(tongue_change)(k, above, L, s, n)
            hung = np.where((kind == INDEPENDENT) & (n > 1) & (towed > hung), towed, hung)
            for way in (1.0, -1.0):
                y = np.where(np.isnan(above), way * slack, above)
                sprung = [
                    np.maximum(so_far, over(axle_load)((G - T) / n, k, y, L, s, n, M, axle.number))
                    for so_far, axle in zip(sprung, AXLES, strict=True)
                ]
    share_alike = np.isin(kind, (EQUALISED, SINGLE)) | (n == 1)
    worse = (
        np.where(share_alike, shared, np.where(kind == INDEPENDENT, one, np.maximum(one, shared))) for one in sprung
    )
    return Split(hung, shared, tuple(worse))


def loaded(pairs: Pairs, chosen: Chosen) -> tuple[Column, Column, Column]:
    """Front axle, rear axle and what is aboard with the hitch hardware at the ball; axles weighed alone had it on. kg."""
    cars = pairs.cars
    w = cars.figures["wheelbase"]
    to_rear = over(rear_share)(chosen.hardware, w + chosen.overhang, w)
    on_rear = np.where(cars.weighed, 0.0, to_rear)
    on_front = np.where(cars.weighed, 0.0, chosen.hardware - to_rear)
    return cars.front + on_front, cars.rear + on_rear, cars.aboard + chosen.hardware
