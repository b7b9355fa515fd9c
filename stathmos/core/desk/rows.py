"""The rig at every corner of what is open, and at many places between: all of them judged at once by the chain of the lot."""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from stathmos.core import lot
from stathmos.core.desk.open_figures import (
    ALL_OF_IT,
    BEHIND,
    FRONT_SEATS,
    HARDWARE,
    HEAD,
    LEAST_BACK,
    MOST_BACK,
    ON_TONGUE,
    REACH,
    SPLIT,
    UNLADEN,
    WHEEL,
    Open,
)
from stathmos.core.figures import Missing, assumed
from stathmos.core.lot.columns import Column
from stathmos.core.rig import Load, Rig, Trailer
from stathmos.core.rules import Rules
from stathmos.core.units import LENGTH, WEIGHT
from stathmos.core.weighing import Weights

#: how many places between, and the seed of them: the same question has the same answer
BETWEEN, SEED = 64, 20260
FRONT_SEATS_KEY = "front_seats"
_ON_VEHICLE = (UNLADEN, SPLIT, WHEEL, BEHIND, FRONT_SEATS)


@dataclass(frozen=True)
class Rows:
    """``at``: of each open figure, where in its range each row has it (0 its least, 1 its most); the first ``corners`` rows are corners.

    ``people``: who rides in front in each row, kg, where nobody wrote it.
    """

    at: Mapping[str, Column]
    corners: int
    cars: lot.Vehicles
    trailers: lot.Trailers
    carried: lot.Carried
    hitch: lot.OnHitch
    people: Column | None


def rows(rig: Rig, opened: Sequence[Open], rules: Rules, weights: Weights, between: int = BETWEEN) -> Rows:
    """Every corner, then ``between`` places inside, evenly spread by chance."""
    keys = [one.key for one in opened if one.low < one.high]  # a range of no width has no ends
    corners = np.array(list(itertools.product((0.0, 1.0), repeat=len(keys)))).reshape(-1, len(keys))
    inside = np.random.default_rng(SEED).uniform(size=(between, len(keys)))
    at = np.concatenate((corners, inside)) if keys else np.zeros((1, 0))
    count = len(at)
    by_key = {key: at[:, place] for place, key in enumerate(keys)}
    values = {one.key: one.low + by_key.get(one.key, np.zeros(count)) * (one.high - one.low) for one in opened}
    named = [one.key for one in opened]

    cars, car_of = _distinct(values, [key for key in named if key in _ON_VEHICLE], count)
    vehicles = lot.vehicles([with_vehicle(rig, one) for one in cars], rules)
    vans, van_of = _distinct(values, [key for key in named if key == REACH], count)
    trailers = lot.trailers([_with_reach(rig, one) for one in vans])

    def column(key: str, read: float) -> Column:
        return values[key] if key in values else np.full(count, read)

    carried = lot.Carried(column(ON_TONGUE, _read(weights.tongue)), column(ALL_OF_IT, _read(weights.gross)))
    cars_there = lot.each_column(vehicles, lambda one: one[car_of])
    head = np.where(cars_there.head_taped, 0.0, column(HEAD, 0.0))
    hitch = lot.OnHitch(
        column(HARDWARE, 0.0), cars_there.figures["overhang"] + head, column(LEAST_BACK, 0.0), column(MOST_BACK, 0.0)
    )
    there = lot.each_column(trailers, lambda one: one[van_of])
    return Rows(by_key, len(corners) if keys else 1, cars_there, there, carried, hitch, values.get(FRONT_SEATS))


def _read(figure: object) -> float:
    value = getattr(figure, "value", None)
    return np.nan if isinstance(figure, Missing) or value is None else float(value)


def _distinct(values: Mapping[str, Column], keys: list[str], count: int) -> tuple[list[dict[str, float]], Column]:
    """The different sets of some figures, each once, and which of them every row has."""
    if not keys:
        return [{}], np.zeros(count, int)
    table = np.stack([values[key] for key in keys], axis=1)
    found, which = np.unique(table, axis=0, return_inverse=True)
    return [dict(zip(keys, row.tolist(), strict=True)) for row in found], which.reshape(-1)


def with_vehicle(rig: Rig, values: Mapping[str, float]) -> Rig:
    """The rig with the vehicle's open figures standing in."""
    vehicle = rig.vehicle
    for key, field in ((WHEEL, "wheelbase"), (BEHIND, "overhang")):
        if key in values:
            standing: dict[str, Any] = {field: assumed(values[key], LENGTH, f"vehicle.{field}")}
            vehicle = replace(vehicle, **standing)
    if UNLADEN in values:
        front, rear = values[SPLIT] * values[UNLADEN], (1 - values[SPLIT]) * values[UNLADEN]
        vehicle = replace(
            vehicle,
            unladen_front=assumed(front, WEIGHT, "vehicle.unladen_front"),
            unladen_rear=assumed(rear, WEIGHT, "vehicle.unladen_rear"),
        )
    made = replace(rig, vehicle=vehicle)
    if FRONT_SEATS in values:
        seats = Load(
            key=FRONT_SEATS_KEY, weight=assumed(values[FRONT_SEATS], WEIGHT, f"loads.{FRONT_SEATS_KEY}.weight")
        )
        others = tuple(one for one in made.loads if one.key != FRONT_SEATS_KEY)
        made = replace(made, loads=(*others, seats))
    return made


def _with_reach(rig: Rig, values: Mapping[str, float]) -> Trailer:
    if REACH not in values:
        return rig.trailer
    return replace(rig.trailer, ball_to_axle=assumed(values[REACH], LENGTH, "trailer.ball_to_axle"))
