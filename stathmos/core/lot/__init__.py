"""The lot: one vehicle against every trailer, or one trailer against the vehicles; the rules of `assess`, for all at once.

A trailer on the lot is judged as a customer will fill it one day: at its GVWR, with the
school's upper share on the tongue (`filled`). Whatever comes out here for a pair is what
`assess` says of that rig; a property test on random pairs holds the two together.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, TypeVar

import numpy as np

from stathmos.core import statics
from stathmos.core.blanks import with_style
from stathmos.core.decisions.distribution import MOVES
from stathmos.core.heights import level_slack
from stathmos.core.lot.chain import ABSENT, LIMIT, OVER, STATES, UNKNOWN, Links, links
from stathmos.core.lot.columns import Column, Columns, each_column, joined, over
from stathmos.core.lot.fitting import NONE, Chosen, Fitter, Pairs
from stathmos.core.lot.sides import Trailers, Vehicles, filled, filled_tongue, trailers, vehicles
from stathmos.core.ratings import SAME
from stathmos.core.stock import Stock, every_ball
from stathmos.core.tolerances import ATTITUDE

Side = TypeVar("Side", Vehicles, Trailers)

__all__ = [
    "FORBIDDEN",
    "REQUIRED",
    "NONE",
    "NO_KIT",
    "NO_MOUNT",
    "Carried",
    "Links",
    "OnHitch",
    "Trailers",
    "Vehicles",
    "Judged",
    "Pairing",
    "best",
    "each_column",
    "filled",
    "filled_tongue",
    "joined",
    "judge",
    "ruled_out",
    "trailers",
    "vehicles",
    "without_parts",
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


@dataclass(frozen=True)
class Carried(Columns):
    """What hangs on each pair, kg: tongue weight and gross trailer weight."""

    tongue: Column
    gross: Column


@dataclass(frozen=True)
class OnHitch(Columns):
    """What a hitch brings: its hardware, kg; the overhang with its head on, mm; the share of the front axle's lost load that its
    bars bring back, at the least and at the most (nought without bars)."""

    hardware: Column
    overhang: Column
    least: Column
    most: Column


def judge(cars: Vehicles, lot: Trailers, stock: Stock, distributing: bool, carried: Carried | None = None) -> Judged:
    """One vehicle and many trailers, many vehicles and one trailer, or as many of both, in one style.

    ``carried``: what hangs there; without it each trailer is filled to its GVWR, with the school's upper share on the tongue.
    """
    pairs = _pairs(cars, lot, carried)
    chosen = Fitter(pairs, stock, distributing).choose()
    chain = links(pairs, stock, chosen, distributing)
    return Judged(distributing, chain, chosen, *_rated(chain))


def without_parts(cars: Vehicles, lot: Trailers, distributing: bool, carried: Carried, hitch: OnHitch) -> Links:
    """The same chain before any part is chosen: what hangs on a part's rating is unknown."""
    pairs = _pairs(cars, lot, carried)
    none, no = np.full(len(pairs), NONE), np.zeros(len(pairs), bool)
    couple = over(statics.couple_for_restoration)
    low, high = (
        couple(f, pairs.tongue, hitch.overhang, lot.figures["ball_to_axle"]) for f in (hitch.least, hitch.most)
    )
    couples = (low, (low + high) / 2, high)
    away = np.full(len(pairs), np.nan)
    slack = over(level_slack)(ATTITUDE.value, lot.figures["ball_to_axle"], lot.figures["frame_length"])
    slack = np.broadcast_to(slack, len(pairs))
    bare = Chosen(none, none, none, none, none, no, hitch.overhang, couples, hitch.hardware, no, no, no, away, slack)
    return links(pairs, Stock(), bare, distributing)


def _pairs(cars: Vehicles, lot: Trailers, carried: Carried | None) -> Pairs:
    count = _count(cars, lot)
    cars, lot = _spread(cars, count), _spread(lot, count)
    hung = carried or Carried(filled_tongue(cars, lot), lot.figures["gvwr"])
    return Pairs(cars, lot, hung.tongue, hung.gross, hung.tongue + cars.behind)


def _count(cars: Vehicles, lot: Trailers) -> int:
    """How many pairs: a side of a single row stands for all of them."""
    counts = len(cars.front), len(lot.brakes)
    return max(counts) if min(counts) else 0


def _spread(side: Side, count: int) -> Side:
    """A side of one row spread over all the pairs."""
    return each_column(side, lambda column: np.broadcast_to(column, count) if len(column) == 1 else column)


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
    return rank.argmin(axis=0), worst, np.fmax.reduce(shares, axis=0)


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
NO_KIT, NO_MOUNT, FORBIDDEN, REQUIRED = "no kit", "no mount", "forbidden", "required"
FITS, NOT_KNOWN, DOES_NOT = "fits", "not known", "does not fit"
_ORDER = (FITS, NOT_KNOWN, DOES_NOT)


class Ranked(Sequence[Pairing]):
    """Every pair in the style asked for, else in the better of the two; those with most to spare first. Each is told when asked for."""

    def __init__(self, ways: Sequence[_Way], preferred: Column, stock: Stock):
        # A style that a maker or a handbook rules out is told of only where it was asked for.
        codes = np.stack([way.fits * 2 + (way.distributing != preferred) + RULED_OUT * way.out for way in ways])
        self._ways, self._stock = ways, stock
        self._way = codes.argmin(axis=0)
        pair = np.arange(codes.shape[1])
        self._fits = codes[self._way, pair] % RULED_OUT // 2
        used = np.stack([way.judged.used for way in ways])[self._way, pair]
        self._order = np.lexsort((pair, np.nan_to_num(used, nan=0.0), np.isnan(used), self._fits))

    def __len__(self) -> int:
        return len(self._order)

    def __getitem__(self, place: Any) -> Any:
        if isinstance(place, slice):
            return tuple(self._told(int(index)) for index in self._order[place])
        return self._told(int(self._order[place]))

    def counted(self) -> dict[str, int]:
        """How many fit, are not known, do not fit."""
        return {word: int((self._fits == code).sum()) for code, word in enumerate(_ORDER)}

    def _told(self, index: int) -> Pairing:
        return _pairing(index, self._ways[self._way[index]], _ORDER[self._fits[index]], self._stock)


def best(cars: Vehicles, lot: Trailers, stock: Stock, style: str = "") -> Ranked:
    """Every pair in the style asked for; where none is, in the better of the two, those with most to spare first.

    Where both serve, weight distribution is taken if coupling without bars moves an
    arch by more than half an inch. Bars that a maker forbids are not offered.
    """
    declined = np.isin(lot.coupling, _DECLINED)
    ways = [
        _way(
            name,
            judge(cars, lot, stock, distributing),
            declined,
            _held(cars, lot, distributing),
            ruled_out(cars, lot, distributing),
        )  # fmt: skip
        for name, distributing in (("weight_distributing", True), ("weight_carrying", False))
        if style in ("", name)
    ]
    return Ranked(ways, _arches_move(cars, lot), stock)


def _held(cars: Vehicles, lot: Trailers, distributing: bool) -> Column:
    """Whether something is asked about that matters in that style: a guess, a contradiction, a blank that decides."""
    guessed = [
        column for side in (cars, lot) for path, column in side.guessed.items() if with_style(path, distributing)
    ]
    blanks = [cars.asked_bars, lot.asked_bars] if distributing else []
    held: Column = sum((*guessed, *blanks, cars.asked, lot.asked), np.zeros(1)) > 0
    return held


#: behind every way that is not ruled out
RULED_OUT = 16


def ruled_out(cars: Vehicles, lot: Trailers, distributing: bool) -> Column:
    """Whether a maker forbids bars, or the vehicle's handbook requires them above what the trailer weighs full, where they are not on."""
    out: Column
    if distributing:
        out = (cars.wd == "forbidden") | (lot.wd == "forbidden") | (lot.coupler_wd == "forbidden")
        return out
    above, gross = cars.figures["handbook_wd_above"], lot.figures["gvwr"]
    with np.errstate(invalid="ignore"):
        out = (cars.wd == "required") & (np.isnan(above) | (gross > above + SAME))
    return out


@dataclass(frozen=True)
class _Way:
    """Every pair in one style: ``fits`` counts in the order of `_ORDER`; ``out``: whether a maker or a handbook rules it out."""

    style: str
    distributing: bool
    judged: Judged
    fits: Column
    out: Column


def _way(style: str, judged: Judged, declined: Column, held: Column, out: Column) -> _Way:
    chosen = judged.chosen
    not_known = (judged.worst == UNKNOWN) | chosen.unlevelled | held
    # Nothing on the shelf carries it: that is known, though no part is there to judge.
    over_it = declined | (judged.worst == OVER) | chosen.no_kit | chosen.no_mount | out
    fits = np.where(over_it, _ORDER.index(DOES_NOT), np.where(not_known, _ORDER.index(NOT_KNOWN), _ORDER.index(FITS)))
    return _Way(style, judged.distributing, judged, fits, np.broadcast_to(out, len(fits)))


def _arches_move(cars: Vehicles, lot: Trailers) -> Column:
    """Whether coupling without bars lifts the front arch or lowers the rear by more than half an inch."""
    w, o, L = cars.figures["wheelbase"], cars.figures["overhang"], lot.figures["ball_to_axle"]
    T = filled_tongue(cars, lot)
    with np.errstate(invalid="ignore"):
        front = over(statics.front_axle_change)(T, 0.0, w, o, L) / cars.k_f
        rear = over(statics.rear_axle_change)(T, 0.0, w, o, L) / cars.k_r
        # What is not known moves: the bars are judged then.
        return ~((-front <= MOVES) & (rear <= MOVES))


def _pairing(index: int, way: _Way, fits: str, stock: Stock) -> Pairing:
    judged, chosen = way.judged, way.judged.chosen
    keys = list(judged.links.state)

    def name(parts: tuple[Any, ...], at: int) -> str | None:
        return None if at == NONE else parts[at].name

    shank = int(chosen.shank[index])
    used = judged.used[index]
    weakest = keys[judged.weakest[index]]
    lacking = NO_KIT if chosen.no_kit[index] else NO_MOUNT if chosen.no_mount[index] else ""
    if lacking and judged.worst[index] != OVER:
        weakest = lacking
    return Pairing(
        index,
        fits,
        way.style,
        (FORBIDDEN if way.distributing else REQUIRED) if way.out[index] else weakest,
        None if np.isnan(used) else float(used),
        tuple(key for key in keys if judged.links.state[key][index] == OVER),
        tuple(key for key in keys if judged.links.state[key][index] == UNKNOWN),
        name(stock.kits, int(chosen.kit[index])),
        name(stock.shanks, shank),
        None if shank == NONE else int(chosen.hole[index]),
        bool(chosen.turned_up[index]),
        name(every_ball(stock), int(chosen.ball[index])),
    )
