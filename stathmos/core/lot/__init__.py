"""The lot: one vehicle against every trailer, or one trailer against the vehicles; the rules of `assess`, for all at once.

A trailer on the lot is judged as a customer will fill it one day: at its GVWR, with the
school's upper share on the tongue (`filled`). Whatever comes out here for a pair is what
`assess` says of that rig; a property test on random pairs holds the two together.
"""

from __future__ import annotations

from dataclasses import dataclass, fields, replace
from typing import Any, TypeVar

import numpy as np

from stathmos.core import statics
from stathmos.core.decisions.distribution import MOVES
from stathmos.core.lot.chain import ABSENT, LIMIT, OVER, STATES, UNKNOWN, Links, links
from stathmos.core.lot.columns import Column, over
from stathmos.core.lot.fitting import NONE, Chosen, Fitter, Pairs
from stathmos.core.lot.sides import Trailers, Vehicles, filled, trailers, vehicles
from stathmos.core.stock import Stock, every_ball

Side = TypeVar("Side", Vehicles, Trailers)

__all__ = [
    "FORBIDDEN",
    "NONE",
    "NO_KIT",
    "NO_MOUNT",
    "Judged",
    "Pairing",
    "best",
    "filled",
    "judge",
    "trailers",
    "vehicles",
]

_FILLED = "trailer_gvwr"
_DECLINED = ("fifth_wheel", "gooseneck")


@dataclass(frozen=True)
class Judged:
    """Every pair in one style: its chain, its build, and its weakest link (index into the keys of the chain)."""

    distributing: bool
    links: Links
    chosen: Chosen
    weakest: Column
    worst: Column
    used: Column


def judge(cars: Vehicles, lot: Trailers, stock: Stock, distributing: bool) -> Judged:
    """One vehicle and many trailers, or many vehicles and one trailer, in one style."""
    count = max(len(cars.front), len(lot.brakes))
    cars, lot = _spread(cars, count), _spread(lot, count)
    gross = lot.figures["gvwr"]
    tongue = cars.upper * gross
    pairs = Pairs(cars, lot, tongue, gross, tongue + cars.behind)
    chosen = Fitter(pairs, stock, distributing).choose()
    chain = links(pairs, stock, chosen, distributing)
    return Judged(distributing, chain, chosen, *_rated(chain))


def _spread(side: Side, count: int) -> Side:
    """A side of one row spread over all the pairs."""

    def wide(value: Any) -> Any:
        if isinstance(value, np.ndarray):
            return np.broadcast_to(value, count) if len(value) == 1 else value
        if isinstance(value, dict):
            return {name: wide(column) for name, column in value.items()}
        return tuple(wide(one) for one in value) if isinstance(value, tuple) else value

    return replace(side, **{one.name: wide(getattr(side, one.name)) for one in fields(side)})


def _rated(chain: Links) -> tuple[Column, Column, Column]:
    """The weakest link, the worst state, and the greatest share used (NaN where nothing is known).

    A filled trailer stands at its own GVWR: that is how it is judged here, and says nothing of the pair.
    """
    states = np.stack(list(chain.state.values()))
    shares = np.stack([np.full(chain.count, np.nan) if key == _FILLED else one for key, one in chain.share.items()])
    known = np.nan_to_num(shares, nan=0.0)
    counts = (states != ABSENT) & (~np.isnan(shares) | (states <= UNKNOWN))
    rank = np.where(counts, np.minimum(states, LIMIT) * 1e6 - known, np.inf)
    worst = np.where(states == ABSENT, len(STATES), states).min(axis=0)
    with np.errstate(invalid="ignore"):
        used = np.where(np.isnan(shares).all(axis=0), np.nan, np.where(np.isnan(shares), -np.inf, shares).max(axis=0))
    return rank.argmin(axis=0), worst, used


@dataclass(frozen=True)
class Pairing:
    """What became of one pair. ``fits``: fits, does not, or not known; ``used``: greatest share of a rating; names of the build."""

    index: int
    fits: str
    style: str
    weakest: str
    used: float | None
    over: tuple[str, ...]
    unknown: tuple[str, ...]
    kit: str | None
    shank: str | None
    hole: int | None
    turned_up: bool
    ball: str | None

    @property
    def left(self) -> float | None:
        """What is left of the rating that is used most, as a share; less than nothing where it is over."""
        return None if self.used is None else 1 - self.used


#: instead of a link, what keeps a pair from fitting
NO_KIT, NO_MOUNT, FORBIDDEN = "no kit", "no mount", "forbidden"
FITS, NOT_KNOWN, DOES_NOT = "fits", "not known", "does not fit"
_ORDER = (FITS, NOT_KNOWN, DOES_NOT)


def best(cars: Vehicles, lot: Trailers, stock: Stock, style: str = "") -> tuple[Pairing, ...]:
    """Every pair in the style asked for; where none is, in the better of the two, those with most to spare first.

    Where both serve, weight distribution is taken if coupling without bars moves an
    arch by more than half an inch. Bars that a maker forbids are not offered.
    """
    made = {}
    for name, distributing in (("weight_distributing", True), ("weight_carrying", False)):
        if style in ("", name):
            made[name] = judge(cars, lot, stock, distributing)
    forbidden = (cars.wd == "forbidden") | (lot.wd == "forbidden") | (lot.coupler_wd == "forbidden")
    declined = np.isin(lot.coupling, _DECLINED)
    moves = _arches_move(cars, lot)
    held = sum((*cars.guessed.values(), *lot.guessed.values(), cars.asked, lot.asked), np.zeros(1)) > 0
    told = []
    for index in range(max(len(cars.front), len(lot.brakes))):
        ways = {name: _pairing(index, name, judged, stock, bool(_at(declined, index))) for name, judged in made.items()}
        if "weight_distributing" in ways and _at(forbidden, index):
            ways["weight_distributing"] = replace(ways["weight_distributing"], fits=DOES_NOT, weakest=FORBIDDEN)
        preferred = "weight_distributing" if _at(moves, index) else "weight_carrying"
        if _at(held, index):
            ways = {name: replace(one, fits=NOT_KNOWN) if one.fits == FITS else one for name, one in ways.items()}
        told.append(min(ways.values(), key=lambda one: (_ORDER.index(one.fits), one.style != preferred)))
    return tuple(sorted(told, key=lambda one: (_ORDER.index(one.fits), one.used is None, one.used or 0.0, one.index)))


def _at(column: Column, index: int) -> Any:
    return column[index if len(column) > 1 else 0]


def _arches_move(cars: Vehicles, lot: Trailers) -> Column:
    """Whether coupling without bars lifts the front arch or lowers the rear by more than half an inch."""
    w, o, L = cars.figures["wheelbase"], cars.figures["overhang"], lot.figures["ball_to_axle"]
    T = cars.upper * lot.figures["gvwr"]
    with np.errstate(invalid="ignore"):
        front = over(statics.front_axle_change)(T, 0.0, w, o, L) / cars.k_f
        rear = over(statics.rear_axle_change)(T, 0.0, w, o, L) / cars.k_r
        # What is not known moves: the bars are judged then.
        return ~((-front <= MOVES) & (rear <= MOVES))


def _pairing(index: int, style: str, judged: Judged, stock: Stock, declined: bool) -> Pairing:
    keys, chosen = list(judged.links.state), judged.chosen
    worst = judged.worst[index]
    not_known = worst == UNKNOWN or bool(chosen.unlevelled[index])
    fits = DOES_NOT if declined or worst == OVER else NOT_KNOWN if not_known else FITS

    def name(parts: tuple[Any, ...], at: int) -> str | None:
        return None if at == NONE else parts[at].name

    shank = int(chosen.shank[index])
    used = judged.used[index]
    weakest = keys[judged.weakest[index]]
    lacking = NO_KIT if chosen.no_kit[index] else NO_MOUNT if chosen.no_mount[index] else ""
    if lacking:
        # Nothing on the shelf carries it: that is known, though no part is there to judge.
        fits, weakest = DOES_NOT, weakest if worst == OVER else lacking
    return Pairing(
        index,
        fits,
        style,
        weakest,
        None if np.isnan(used) else float(used),
        tuple(key for key in keys if judged.links.state[key][index] == OVER),
        tuple(key for key in keys if judged.links.state[key][index] == UNKNOWN),
        name(stock.kits, int(chosen.kit[index])),
        name(stock.shanks, shank),
        None if shank == NONE else int(chosen.hole[index]),
        bool(chosen.turned_up[index]),
        name(every_ball(stock), int(chosen.ball[index])),
    )
