"""Which trailers a vehicle may tow as far as its labels say: every trailer at both ends of what is open, all at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from stathmos.core import lot
from stathmos.core.desk.answer import CANNOT, FITS, HANGS, not_read, not_worked_out, styles
from stathmos.core.desk.left import column_of
from stathmos.core.desk.open_figures import (
    BEHIND,
    FRONT_SEATS,
    HARDWARE,
    HEAD,
    LEAST_BACK,
    MOST_BACK,
    SPLIT,
    UNLADEN,
    WHEEL,
    Open,
    of_the_hitch,
    of_the_vehicle,
)
from stathmos.core.desk.rows import with_vehicle
from stathmos.core.lot.chain import OVER, UNKNOWN
from stathmos.core.lot.columns import Column, Columns
from stathmos.core.ratings import link_name
from stathmos.core.rig import Rig
from stathmos.core.rig_rules import rules_for
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock

#: where each open figure stands when the rear axle, and when the front axle, bears the most (1: its most); every load is greatest
#: at one of the two and least at the opposite of one of them
_REAR = {UNLADEN: 1, SPLIT: 0, WHEEL: 0, BEHIND: 1, FRONT_SEATS: 1, HARDWARE: 1, HEAD: 1, LEAST_BACK: 0, MOST_BACK: 0}
_FRONT = {UNLADEN: 1, SPLIT: 1, WHEEL: 1, BEHIND: 0, FRONT_SEATS: 1, HARDWARE: 0, HEAD: 0, LEAST_BACK: 1, MOST_BACK: 1}
_STATES = (FITS, HANGS, CANNOT)


@dataclass(frozen=True)
class Which:
    """Every trailer filled to its GVWR, with the school's upper share on the tongue, each in the style in which it fares best.

    ``state`` counts in the order of the states, ``used`` the most of a rating that may be used, ``weakest`` the name of that link,
    ``left`` the least that is left for people and cargo, kg, ``distributing`` the style; ``order``: those that hold first, of each
    state the heaviest first. ``unread``: labels of the vehicle without which no trailer holds; ``waited_for``: those without which
    one of the styles does not.
    """

    state: Column
    used: Column
    weakest: Column
    left: Column
    distributing: Column
    order: Column
    unread: tuple[str, ...]
    waited_for: tuple[str, ...] = ()

    def counted(self) -> dict[str, int]:
        """How many hold whatever is read, hang on it, cannot."""
        return {word: int((self.state == code).sum()) for code, word in enumerate(_STATES)}

    def first(self, state: str, many: int) -> list[int]:
        """The places of the first so many of one state."""
        found: list[int] = self.order[self.state[self.order] == _STATES.index(state)][:many].tolist()
        return found

    def told(self, place: int) -> str:
        """The state of one trailer, by its place."""
        return _STATES[int(self.state[place])]


@dataclass(frozen=True)
class _InStyle(Columns):
    """Every trailer in one style."""

    state: Column
    used: Column
    weakest: Column
    left: Column
    distributing: Column


def which(rig: Rig, house: Rules, stock: Stock, trailers: lot.Trailers, wrong: tuple[str, ...] = ()) -> Which:
    """Every trailer against the vehicle as far as it is read.

    ``wrong``: the paths at which something is written that cannot be read, or cannot be; with any, none holds.
    """
    there = styles(rig)
    found = [_in_style(rig, house, stock, trailers, distributing, wrong) for distributing in there]
    # The first style of those in which a trailer fares best.
    best = np.stack([one.state for one in found]).argmin(axis=0)
    pair = np.arange(len(best))
    state, used, weakest, left, distributing = (
        np.stack([getattr(one, name) for one in found])[best, pair]
        for name in ("state", "used", "weakest", "left", "distributing")
    )
    gross = trailers.figures["gvwr"]
    order = np.lexsort((pair, -np.nan_to_num(gross, nan=0.0), state))
    waits = [_unread(rig, way, wrong) for way in there]
    everywhere = tuple(path for path in waits[0] if all(path in one for one in waits))
    for_some = dict.fromkeys(path for one in waits for path in one if path not in everywhere)
    return Which(state, used, weakest, left, distributing, order, everywhere, tuple(for_some))


def _unread(rig: Rig, distributing: bool, wrong: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(path for path in not_read(rig, distributing, wrong) if path in wrong or path.startswith("vehicle."))


def _in_style(
    rig: Rig, house: Rules, stock: Stock, trailers: lot.Trailers, distributing: bool, wrong: tuple[str, ...]
) -> _InStyle:
    rules = rules_for(rig, house)
    opened = (*of_the_vehicle(rig), *of_the_hitch(rig, rules, stock, distributing))
    ends = [_at(opened, end, way) for end in (_REAR, _FRONT) for way in (0, 1)]
    cars = [lot.vehicles([with_vehicle(rig, one)], house) for one in ends]
    chains = [_chain(car, trailers, distributing, values) for car, values in zip(cars, ends, strict=True)]
    keys = [key for key, column in chains[0].share.items() if key != "trailer_gvwr" and not np.isnan(column).all()]
    over = np.stack([[one.state[key] == OVER for key in keys] for one in chains])
    shares = np.stack([[one.share[key] for key in keys] for one in chains]).max(axis=0)
    out = lot.ruled_out(cars[0], trailers, distributing)
    never = over.all(axis=0).any(axis=0) | out
    state = np.where(never, 2, np.where(over.any(axis=(0, 1)), 1, 0))
    unread = bool(_unread(rig, distributing, wrong))
    untold = np.any([not_worked_out(one.share) for one in chains], axis=0)
    unknown = np.stack([[one.state[key] == UNKNOWN for key in keys] for one in chains]).any(axis=(0, 1))
    gross = trailers.figures["gvwr"]
    # Where a weight or a rating is not known, or guessed, nothing holds.
    state = np.where(np.isnan(gross) | unknown | untold | unread, np.maximum(state, 1), state)
    used = np.fmax.reduce(shares, axis=0) if len(keys) else np.full(len(gross), np.nan)
    names = np.array([link_name(key, "WD" if distributing else "WC") for key in keys] or [""], object)
    weakest = names[np.nan_to_num(shares, nan=-1.0).argmax(axis=0)] if len(keys) else np.full(len(gross), "", object)
    left = np.min(
        [
            column_of(car, one, np.full(one.count, values[FRONT_SEATS]) if FRONT_SEATS in values else None)
            for car, one, values in zip(cars, chains, ends, strict=True)
        ],
        axis=0,
    )
    return _InStyle(state, used, weakest, left, np.full(len(gross), distributing))


def _at(opened: Sequence[Open], end: Mapping[str, int], way: int) -> dict[str, float]:
    """Every open figure at one end, or at the opposite."""
    return {one.key: one.high if end[one.key] == 1 - way else one.low for one in opened}


def _chain(cars: lot.Vehicles, trailers: lot.Trailers, distributing: bool, values: Mapping[str, float]) -> lot.Links:
    filled = lot.Carried(lot.filled_tongue(cars, trailers), trailers.figures["gvwr"])
    head = np.where(cars.head_taped, 0.0, values.get(HEAD, 0.0))

    def column(key: str) -> Column:
        return np.full(1, values.get(key, 0.0))

    hitch = lot.OnHitch(column(HARDWARE), cars.figures["overhang"] + head, column(LEAST_BACK), column(MOST_BACK))
    return lot.without_parts(cars, trailers, distributing, filled, hitch)
