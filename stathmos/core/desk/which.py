"""Which trailers a vehicle may tow as far as its labels say: every trailer at both ends of what is open, all at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from stathmos.core import lot
from stathmos.core.desk.answer import CANNOT, FITS, HANGS, not_read, not_worked_out, styles
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
from stathmos.core.lot.columns import Column
from stathmos.core.ratings import link_name
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, rules_for
from stathmos.core.stock import Stock

#: where each open figure stands when the rear axle, and when the front axle, bears the most (1: its most); every load is greatest
#: at one of the two and least at the opposite of one of them
_REAR = {UNLADEN: 1, SPLIT: 0, WHEEL: 0, BEHIND: 1, FRONT_SEATS: 1, HARDWARE: 1, HEAD: 1, LEAST_BACK: 0, MOST_BACK: 0}
_FRONT = {UNLADEN: 1, SPLIT: 1, WHEEL: 1, BEHIND: 0, FRONT_SEATS: 1, HARDWARE: 0, HEAD: 0, LEAST_BACK: 1, MOST_BACK: 1}
_STATES = (FITS, HANGS, CANNOT)


@dataclass(frozen=True)
class Which:
    """Every trailer filled to its GVWR, with the school's upper share on the tongue. ``state`` counts in the order of the states,
    ``used`` the most of a rating that may be used, ``weakest`` the place of that link in ``links``; ``order``: those that hold
    first, of each state the heaviest first. ``unread``: labels of the vehicle without which nothing holds."""

    state: Column
    used: Column
    weakest: Column
    links: tuple[str, ...]
    order: Column
    weight_distributing: bool
    unread: tuple[str, ...]

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


def which(rig: Rig, house: Rules, stock: Stock, trailers: lot.Trailers, wrong: tuple[str, ...] = ()) -> Which:
    """Every trailer against the vehicle as far as it is read, in the style in which more of them hold, or more is read.

    ``wrong``: the paths at which something is written that cannot be read, or cannot be; with any, none holds.
    """
    found = [_in_style(rig, house, stock, trailers, distributing, wrong) for distributing in styles(rig)]
    return max(found, key=lambda one: (one.counted()[FITS], -len(one.unread), one.counted()[HANGS]))


def _in_style(
    rig: Rig, house: Rules, stock: Stock, trailers: lot.Trailers, distributing: bool, wrong: tuple[str, ...]
) -> Which:
    rules = rules_for(rig, house)
    opened = (*of_the_vehicle(rig), *of_the_hitch(rig, rules, stock, distributing))
    chains = [
        _chain(rig, house, trailers, distributing, _at(opened, end, way)) for end in (_REAR, _FRONT) for way in (0, 1)
    ]
    keys = [key for key, column in chains[0].share.items() if key != "trailer_gvwr" and not np.isnan(column).all()]
    over = np.stack([[one.state[key] == OVER for key in keys] for one in chains])
    shares = np.stack([[one.share[key] for key in keys] for one in chains]).max(axis=0)
    state = np.where(over.all(axis=0).any(axis=0), 2, np.where(over.any(axis=(0, 1)), 1, 0))
    unread = tuple(path for path in not_read(rig, distributing, wrong) if path in wrong or path.startswith("vehicle."))
    untold = np.any([not_worked_out(one.share) for one in chains], axis=0)
    unknown = np.stack([[one.state[key] == UNKNOWN for key in keys] for one in chains]).any(axis=(0, 1))
    gross = trailers.figures["gvwr"]
    # Where a weight or a rating is not known, or guessed, nothing holds.
    state = np.where(np.isnan(gross) | unknown | untold | bool(unread), np.maximum(state, 1), state)
    used = np.fmax.reduce(shares, axis=0) if len(keys) else np.full(len(gross), np.nan)
    weakest = np.nan_to_num(shares, nan=-1.0).argmax(axis=0) if len(keys) else np.zeros(len(gross), int)
    wd = "WD" if distributing else "WC"
    order = np.lexsort((np.arange(len(gross)), -np.nan_to_num(gross, nan=0.0), state))
    return Which(state, used, weakest, tuple(link_name(key, wd) for key in keys), order, distributing, unread)


def _at(opened: Sequence[Open], end: Mapping[str, int], way: int) -> dict[str, float]:
    """Every open figure at one end, or at the opposite."""
    return {one.key: one.high if end[one.key] == 1 - way else one.low for one in opened}


def _chain(
    rig: Rig, house: Rules, trailers: lot.Trailers, distributing: bool, values: Mapping[str, float]
) -> lot.Links:
    cars = lot.vehicles([with_vehicle(rig, values)], house)
    filled = lot.Carried(lot.filled_tongue(cars, trailers), trailers.figures["gvwr"])
    head = np.where(cars.head_taped, 0.0, values.get(HEAD, 0.0))

    def column(key: str) -> Column:
        return np.full(1, values.get(key, 0.0))

    hitch = lot.OnHitch(column(HARDWARE), cars.figures["overhang"] + head, column(LEAST_BACK), column(MOST_BACK))
    return lot.without_parts(cars, trailers, distributing, filled, hitch)
