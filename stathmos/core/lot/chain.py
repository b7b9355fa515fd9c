"""The ratings chain of many pairs at once: the links, the demands and the states of `core.ratings.chain`."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import numpy as np

from stathmos.core.loading import rear_share
from stathmos.core.lot.columns import Column, numbers, over
from stathmos.core.lot.fitting import NONE, Chosen, Pairs, taken
from stathmos.core.lot.sides import Trailers, Vehicles
from stathmos.core.ratings import SAME, State, demands
from stathmos.core.ratings.link import FIT
from stathmos.core.ratings.wiring import wiring
from stathmos.core.stock import Stock, every_ball

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
    return {
        "trailer_tyres": trailer("tyre_rating", "tyre_count"),
        "trailer_axles": trailer("axle_rating", "axle_count"),
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
    T, G, L = pairs.tongue, pairs.gross, van["ball_to_axle"]
    low, _, high = chosen.couples
    front, rear, aboard = loaded(pairs, chosen)

    axles = over(demands.trailer_axle_load)(G, T, high, L)
    found.load("trailer_tyres", axles, van["tyre_rating"] * van["tyre_count"], reserve)
    found.load("trailer_axles", axles, van["axle_rating"] * van["axle_count"], reserve)
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
        found.fit("ball_thread", of(every, "thread_length", chosen.ball), thread, at_most=True)
        found.load("hitch_gross", G, of(stock.kits, "gross_rating", chosen.kit), reserve)
        found.load("hitch_tongue", pairs.borne, of(stock.kits, "tongue_rating", chosen.kit), reserve)
        found.fit("hitch_window", of(stock.kits, "tongue_minimum", chosen.kit), pairs.borne, at_most=True)
    found.load("shank_gross", G, of(stock.shanks, "gross_rating", chosen.shank), reserve)
    found.load("shank_tongue", pairs.borne, of(stock.shanks, "tongue_rating", chosen.shank), reserve)
    found.fit("shank_size", of(stock.shanks, "size", chosen.shank), car["receiver_size"], at_most=True)
    sleeved = chosen.sleeve != NONE
    found.load("sleeve_gross", G, of(stock.sleeves, "gross_rating", chosen.sleeve), reserve, sleeved)
    found.load("sleeve_tongue", pairs.borne, of(stock.sleeves, "tongue_rating", chosen.sleeve), reserve, sleeved)
    way = "wd" if distributing else "wc"
    found.load("receiver_gross", G, car[f"receiver_{way}_gross"], reserve)
    found.load("receiver_tongue", pairs.borne, car[f"receiver_{way}_tongue"], reserve)
    found.load("receiver_d", D, car["receiver_d_value"], 0.0, ~np.isnan(car["receiver_d_value"]))

    where = (car["wheelbase"], chosen.overhang, L)
    found.load("tow_rating", G, car["tow_rating"], reserve)
    found.load("tongue_limit", T, car["tongue_limit"], reserve)
    found.load("payload", aboard + T, car["payload"], reserve)
    found.load("rear_gawr", over(demands.rear_axle_load)(rear, T, low, *where), car["rear_gawr"], reserve)
    found.load("front_gawr", over(demands.front_axle_load)(front, T, high, *where), car["front_gawr"], reserve)
    found.load("gvwr", front + rear + T, car["gvwr"], reserve)
    found.load("gcwr", front + rear + G, cars.gcwr, reserve)
    area = car["frontal_area_limit"]
    found.load("frontal_area", van["frontal_area"], area, 0.0, ~np.isnan(area))

    found.unknown("brakes", lot.brakes == "")
    found.presence("controller", cars.controller, lot.brakes == "electric")
    found.presence("breakaway", lot.breakaway, (lot.brakes == "electric") | (lot.brakes == "surge"))
    found.wiring(cars, lot)
    found.hold(_stands_on(way), {**cars.guessed, **lot.guessed})
    return found


def loaded(pairs: Pairs, chosen: Chosen) -> tuple[Column, Column, Column]:
    """Front axle, rear axle and what is aboard with the hitch hardware at the ball; axles weighed alone had it on. kg."""
    cars = pairs.cars
    w = cars.figures["wheelbase"]
    to_rear = over(rear_share)(chosen.hardware, w + chosen.overhang, w)
    on_rear = np.where(cars.weighed, 0.0, to_rear)
    on_front = np.where(cars.weighed, 0.0, chosen.hardware - to_rear)
    return cars.front + on_front, cars.rear + on_rear, cars.aboard + chosen.hardware
