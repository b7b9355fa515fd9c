"""Kits, balls, sleeves, shanks and holes chosen for many pairs at once, by the rules of `core.selection`, in their order.

Axes: pairs down, parts across. A part serves, serves with care, or fails; and where it
fails, whether only for want of a figure. The part chosen is the first in the rank.
"""

from __future__ import annotations

from copy import copy
from dataclasses import dataclass

import numpy as np

from stathmos.core import statics
from stathmos.core.figures import sure
from stathmos.core.heights import EDGE, level_slack, seat_to_top, tenths
from stathmos.core.lot.columns import (
    Column,
    Columns,
    at_rows,
    doubted,
    each_column,
    guessed_of,
    numbers,
    order_of,
    over,
    words,
)
from stathmos.core.lot.sides import Trailers, Vehicles
from stathmos.core.ratings import SAME
from stathmos.core.ratings.link import FIT
from stathmos.core.rules import handbook_offset
from stathmos.core.schools import RESTORATION_SCHOOLS, OffsetSchool
from stathmos.core.selection import doubtful
from stathmos.core.selection.brackets import HALF_BRACKET, HALF_JACK, USUAL_TRAY, furthest
from stathmos.core.selection.kits import LIST_WITHIN
from stathmos.core.selection.shanks import CLEARANCE, REACH, SAG
from stathmos.core.stock import Kit, Stock
from stathmos.core.tolerances import ATTITUDE

SERVES, WITH_CARE, FAILS, NOT_KNOWN = 0, 1, 2, 3
NONE = -1
NOWHERE = np.zeros((1, 1), bool)
_FAR = np.inf


@dataclass(frozen=True)
class Pairs(Columns):
    """What is asked of the parts, pair by pair. kg, mm."""

    cars: Vehicles
    lot: Trailers
    tongue: Column
    gross: Column
    borne: Column

    def __len__(self) -> int:
        return len(self.tongue)

    def of(self, rows: Column) -> Pairs:
        """Some of the pairs, by their places."""
        return each_column(self, lambda column: at_rows(column, rows))


class _Verdicts:
    """Checks put to every pair and part in turn; the first that fails decides."""

    def __init__(self, pairs: int, parts: int):
        self.state = np.full((pairs, parts), SERVES, np.int8)  # small, as there are many of them

    def check(self, unknown: Column, fails: Column) -> None:
        open_yet = self.state == SERVES
        found = np.where(unknown, np.int8(NOT_KNOWN), np.where(fails, np.int8(FAILS), np.int8(SERVES)))
        self.state = np.where(open_yet, found, self.state)

    def at_least(self, rating: Column, demand: Column) -> None:
        with np.errstate(invalid="ignore"):
            self.check(np.isnan(rating) | np.isnan(demand), rating < demand - SAME)

    def of(self, rows: Column) -> _Verdicts:
        """The same of some of the pairs, by their places."""
        some = _Verdicts(0, 0)
        some.state = self.state[rows]
        return some

    def reserve(self, rating: Column, load: Column, reserve: float) -> None:
        with np.errstate(invalid="ignore"):
            close = load > (1 - reserve) * rating + SAME
        self.state = np.where((self.state == SERVES) & close, np.int8(WITH_CARE), self.state)


def _first(state: Column, rank: Column) -> Column:
    """The part of the least rank among those that serve, with or without care; `NONE` where none does."""
    usable = state <= WITH_CARE
    at = np.where(usable, rank, _FAR)
    return np.where(usable.any(axis=1), at.argmin(axis=1), NONE) if state.shape[1] else np.full(len(state), NONE)


@dataclass(frozen=True)
class Level:
    """How much higher than wanted the ball stands level, pair by pair and shank by shank, and how far from that it may be, mm;
    NaN where nobody can tell."""

    apart: Column
    slack: Column


@dataclass(frozen=True)
class OnShanks:
    """What goes on the shanks of a stock, pair by pair: the ball whatever the shank, its stack, mm, and whether one serves or
    may; then for each shank the ball in its hole, the stack of that, and whether none goes there."""

    ball: Column
    stack: Column
    open: Column
    balls: Column
    stacks: Column
    lacks: Column


@dataclass(frozen=True)
class Head(Columns):
    """One kind of head (or a plain mount) on every pair: geometry, couples, and what goes with it."""

    overhang: Column
    couples: tuple[Column, Column, Column]
    ball: Column
    shank: Column
    sleeve: Column
    rise: Column
    hole: Column
    turned_up: Column
    lacks: Column
    waits: Column
    unlevelled: Column
    off: Column
    slack: Column


@dataclass(frozen=True)
class Chosen:
    """The build of every pair: indices into the stock, `NONE` where none serves; the geometry with its head on.

    ``no_kit``, ``no_mount``: none in the stock serves, and that is not for want of a figure. ``unlevelled``:
    how level the trailer stands cannot be told. ``off``: uncoupled ball above the level coupler, ``slack``: how far from
    level the ball may stand, mm; NaN where nobody can tell.
    """

    kit: Column
    ball: Column
    shank: Column
    sleeve: Column
    hole: Column
    turned_up: Column
    overhang: Column
    couples: tuple[Column, Column, Column]
    hardware: Column
    no_kit: Column
    no_mount: Column
    unlevelled: Column
    off: Column
    slack: Column


class Fitter:
    """Fits a stock to pairs, each kind of head once."""

    def __init__(self, pairs: Pairs, stock: Stock, distributing: bool):
        self.pairs, self.stock, self.distributing = pairs, stock, distributing
        self.reserve = pairs.cars.reserve
        self.shanks = {
            name: numbers(stock.shanks, name)
            for name in (
                *("size", "most_drop", "most_rise", "pitch", "holes", "end_below"),
                *("gross_rating", "tongue_rating", "own_weight"),
            )
        }
        self._shank_style = words(stock.shanks, "style")
        self._shank_static, self._sleeves = self._judge_shanks()
        self._shank_names = order_of(
            [(one.shelf_rank, one.own_weight.value if one.own_weight else 0.0, one.name) for one in stock.shanks]
        )

    def _judge_shanks(self) -> tuple[_Verdicts, Column]:
        """All that does not hang on the height: style, size, ratings, sleeve."""
        pairs, own = self.pairs, self.shanks
        judged = _Verdicts(len(pairs), len(self.stock.shanks))
        wanted = "adjustable" if self.distributing else "fixed"
        judged.check((self._shank_style == "")[None, :], (self._shank_style != wanted)[None, :])
        tube = pairs.cars.figures["receiver_size"][:, None]
        with np.errstate(invalid="ignore"):
            judged.check(np.isnan(own["size"])[None, :] | np.isnan(tube), own["size"][None, :] > tube + FIT)
            smaller = own["size"][None, :] < tube - FIT
        judged.at_least(own["gross_rating"][None, :], pairs.gross[:, None])
        judged.at_least(own["tongue_rating"][None, :], pairs.borne[:, None])
        self._has_own = np.array([bool(one.own_balls) for one in self.stock.shanks], bool)
        self._own_ball_checks(judged)
        sleeve, wanting = self._choose_sleeves(tube)
        without = smaller & (sleeve == NONE)
        judged.check(without & wanting, without)
        return judged, np.where(smaller, sleeve, NONE)

    def _own_ball_checks(self, judged: _Verdicts) -> None:
        """Mounts with balls of their own: which of them is the coupler's size, and whether it carries the trailer's GVWR."""
        size, first = self.pairs.lot.figures["coupler_size"], len(self.stock.balls)
        shape = (len(self.pairs), len(self.stock.shanks))
        self._own, self._own_stack = np.full(shape, NONE), np.full(shape, np.nan)
        for place, shank in enumerate(self.stock.shanks):
            rating = np.full(len(self.pairs), np.nan)
            for one in shank.own_balls:
                with np.errstate(invalid="ignore"):
                    fits = (np.abs(sure(one.diameter).value - size) <= FIT) & (self._own[:, place] == NONE)
                self._own[:, place] = np.where(fits, first, self._own[:, place])
                stack = np.nan if one.stack_height is None else one.stack_height.value
                self._own_stack[:, place] = np.where(fits, stack, self._own_stack[:, place])
                rating = np.where(fits, np.nan if one.rating is None else one.rating.value, rating)
                first += 1
            if shank.own_balls:
                here = np.zeros(shape, bool)
                here[:, place] = True
                judged.check(here & np.isnan(size)[:, None], here & (self._own == NONE))
                with np.errstate(invalid="ignore"):
                    under = rating < self.pairs.gross - SAME
                judged.check(here & np.isnan(rating + self.pairs.gross)[:, None], here & under[:, None])

    def _choose_sleeves(self, tube: Column) -> tuple[Column, Column]:
        """The smallest sleeve that serves each pair and shank; and where none does, whether only for want of ratings."""
        shape = (len(self.pairs), len(self.stock.shanks))
        chosen, failed, all_unknown = np.full(shape, NONE), np.zeros(shape, bool), np.ones(shape, bool)
        order = sorted(
            range(len(self.stock.sleeves)),
            key=lambda i: (
                sure(self.stock.sleeves[i].tongue_rating).value if self.stock.sleeves[i].tongue_rating else 0.0,
                self.stock.sleeves[i].name,
            ),
        )
        for index in order:
            sleeve = self.stock.sleeves[index]
            if sleeve.outer is None or sleeve.inner is None:
                continue
            with np.errstate(invalid="ignore"):
                goes = (np.abs(sleeve.outer.value - tube) <= FIT) & (
                    np.abs(sleeve.inner.value - self.shanks["size"][None, :]) <= FIT
                )
            judged = _Verdicts(*shape)
            for name, demand in (("gross_rating", self.pairs.gross), ("tongue_rating", self.pairs.borne)):
                given = getattr(sleeve, name)
                judged.at_least(np.full(shape, given.value if given else np.nan), demand[:, None])
            judged.check(np.full((1, 1), doubtful(sleeve) is not None), NOWHERE)
            serves = goes & (judged.state == SERVES)
            failed |= goes & ~serves
            all_unknown &= ~goes | serves | (judged.state == NOT_KNOWN)
            chosen = np.where((chosen == NONE) & serves, index, chosen)
        return chosen, failed & all_unknown

    def head(self, kit: Kit | None) -> Head:
        """One head on every pair."""
        pairs, cars, lot = self.pairs, self.pairs.cars, self.pairs.lot.figures
        low, aim, high = self._restoration(kit)
        w, L = cars.figures["wheelbase"], lot["ball_to_axle"]
        adds = kit.adds_overhang.value if kit and kit.adds_overhang else 0.0
        o = cars.figures["overhang"] + np.where(cars.head_taped, 0.0, adds)
        none = np.zeros(len(pairs))
        couple = over(statics.couple_for_restoration)
        couples = (
            (couple(low, pairs.tongue, o, L), couple(aim, pairs.tongue, o, L), couple(high, pairs.tongue, o, L))
            if self.distributing
            else (none, none, none)
        )
        goes = self._on_shanks(kit)
        ball = goes.ball
        settle = over(statics.settle)(pairs.tongue, couples[1], w, o, L, cars.k_f, cars.k_r)
        coupler = self._coupler(goes.stack)
        offset = self._offset(kit, settle)  # as the old mount stood says nothing of another trailer
        slack = over(level_slack)(ATTITUDE.value, L, lot["frame_length"])
        unlevelled = np.isnan(coupler + settle + slack)
        seat = (kit.seat_above_shank.value if kit.seat_above_shank else np.nan) if kit else 0.0
        if kit is None and self.distributing:
            nothing = np.full(len(pairs), NONE)
            no = none > 0
            return Head(o, couples, ball, nothing, nothing, none, nothing, no, no, no, unlevelled, none * np.nan, slack)
        couplers = self._coupler(goes.stacks)
        by_its_manual = None if kit is None else handbook_offset(kit)
        lifted = by_its_manual is not None and by_its_manual.lifted
        leans = cars.level.aim if by_its_manual is None else 0.0
        lean = np.nan_to_num(over(level_slack)(leans, L, lot["frame_length"]))
        wanted = couplers + (offset + lean)[:, None]
        base = wanted - cars.receiver[:, None] - seat
        making = base - np.where(self._has_own[None, :], self._own_stack, goes.stacks)
        sinks = offset if lifted else settle  # what stands by its manual comes out level
        level = Level(couplers + sinks[:, None] - wanted, slack)
        shank, state, rises, holes, up = self._shank(making, goes.lacks, level, settle, kit.family if kit else "")
        at = (np.arange(len(pairs)), np.maximum(shank, 0))
        shank_open = (state <= WITH_CARE).any(axis=1) | (state == NOT_KNOWN).any(axis=1)
        stack = goes.stack
        if self.stock.shanks:
            ball = np.where(shank == NONE, ball, np.broadcast_to(goes.balls, state.shape)[at])
            stack = np.where(shank == NONE, stack, np.broadcast_to(goes.stacks, state.shape)[at])
            coupler = self._coupler(stack)
            unlevelled = np.isnan(coupler + settle + slack)
            ball = np.where((shank != NONE) & (self._own[at] != NONE), self._own[at], ball)
        no_ball = bool(self.stock.balls) & (ball < len(self.stock.balls))
        lacks = (~goes.open & no_ball) | (~shank_open & bool(self.stock.shanks))
        waits = ((ball == NONE) & no_ball) | ((shank == NONE) & bool(self.stock.shanks))
        if not self.stock.shanks:
            return Head(
                o, couples, ball, shank, shank, none, shank, none > 0, lacks, waits, unlevelled, none * np.nan, slack
            )
        sleeve = np.where(shank == NONE, NONE, self._sleeves[at])
        on_it = np.where(self._own[at] != NONE, self._own_stack[at], stack)
        slops = np.array([one.slop.value if one.slop else 0.0 for one in self.stock.sleeves])
        sag = SAG * np.where(sleeve == NONE, 0.0, taken(slops, sleeve))
        off = np.where((shank == NONE) | lifted, np.nan, cars.receiver + seat + rises[at] - sag + on_it - coupler)
        return Head(o, couples, ball, shank, sleeve, rises[at], holes[at], up[at], lacks, waits, unlevelled, off, slack)

    def _restoration(self, kit: Kit | None) -> tuple[Column, Column, Column]:
        """The window by the vehicle's handbook, else the hitch's, else as chosen."""
        school = RESTORATION_SCHOOLS.get(kit.handbook_restoration.typed if kit and kit.handbook_restoration else "")
        if school is None:
            return self.pairs.cars.restoration
        theirs = self.pairs.cars.from_vehicle_handbook
        low, aim, high = self.pairs.cars.restoration
        return np.where(theirs, low, school.low), np.where(theirs, aim, school.aim), np.where(theirs, high, school.high)

    def _offset(self, kit: Kit | None, settle: Column) -> Column:
        school: OffsetSchool = (handbook_offset(kit) if kit is not None else None) or self.pairs.cars.offset
        per = self.pairs.tongue * (school.per_tongue or 0.0)
        if school.as_before:
            return np.full(len(self.pairs), np.nan)
        if school.fixed is not None and school.most is not None:
            return np.minimum(np.maximum(settle, school.fixed + per), school.most + per)
        if school.fixed is not None or school.per_tongue is not None:
            return (school.fixed or 0.0) + per
        return settle

    def _coupler(self, stack: Column) -> Column:
        """The level coupler's height to the top of a ball with a stack, mm; one a pair, or one a pair and shank."""
        lot = self.pairs.lot
        height, seat = lot.figures["coupler_height"], lot.seat_datum
        if stack.ndim == 2:
            height, seat = height[:, None], seat[:, None]
        return np.where(seat, over(seat_to_top)(height, stack), height)

    def _on_shanks(self, kit: Kit | None) -> OnShanks:
        """The ball that goes on each shank: the head's, whatever the shank; on a plain mount the one of its own hole."""
        stacks = numbers(self.stock.balls, "stack_height")
        thread = kit.ball_thread_limit.value if kit and kit.ball_thread_limit else None
        ball, open_ = self._ball(kit.ball_hole.value if kit and kit.ball_hole else None, thread)
        balls, lacks = ball[:, None], np.zeros((len(ball), 1), bool)
        if kit is None and not self.distributing and self.stock.shanks:
            holes = [
                None if one.own_balls or one.ball_hole is None else one.ball_hole.value for one in self.stock.shanks
            ]
            of_hole = {hole: (ball, open_) if hole is None else self._ball(hole, None) for hole in set(holes)}
            balls = np.stack([of_hole[hole][0] for hole in holes], axis=1)
            lacks = np.stack([(ball != NONE) & ~of_hole[hole][1] for hole in holes], axis=1)
        return OnShanks(ball, taken(stacks, ball), open_, balls, taken(stacks, balls), lacks)

    def _ball(self, hole: float | None, thread: float | None) -> tuple[Column, Column]:
        """The ball of a hole, within a limit of its thread, mm; and whether one serves, or may."""
        balls = {
            name: numbers(self.stock.balls, name) for name in ("diameter", "rating", "shank_diameter", "thread_length")
        }
        judged = _Verdicts(len(self.pairs), len(self.stock.balls))
        size = self.pairs.lot.figures["coupler_size"][:, None]
        with np.errstate(invalid="ignore"):
            own = balls["diameter"][None, :]
            judged.check(np.isnan(own) | np.isnan(size), np.abs(own - size) > FIT)
            judged.at_least(balls["rating"][None, :], self.pairs.gross[:, None])
            if hole is not None:
                own = balls["shank_diameter"][None, :]
                judged.check(np.isnan(own), np.abs(own - hole) > FIT)
            if thread is not None:
                own = balls["thread_length"][None, :]
                judged.check(np.isnan(own), own > thread + FIT)
        judged.check(guessed_of(self.stock.balls)[None, :], NOWHERE)
        rank = order_of(
            [(np.inf if one.rating is None else one.rating.value, one.shelf_rank, one.name) for one in self.stock.balls]
        )
        chosen = _first(judged.state, rank[None, :] + np.zeros((len(self.pairs), 1)))
        return chosen, ((judged.state == SERVES) | (judged.state == NOT_KNOWN)).any(axis=1)

    def _shank(
        self, rises: Column, lacks: Column, level: Level, settle: Column, family: str
    ) -> tuple[Column, Column, Column, Column, Column]:
        """The shank of a head by the rise that each must make, and whether it ``lacks`` a ball; the states of all; rise, hole and way up of each."""
        own, cars = self.shanks, self.pairs.cars
        judged = self._shank_static.of(np.arange(len(rises)))
        judged.check(NOWHERE, lacks)
        undrawn = np.any([np.isnan(own[name]) for name in ("most_drop", "most_rise", "pitch", "holes")], axis=0)
        judged.check(undrawn[None, :], NOWHERE)
        # Where a shank is out already, nobody asks which of its holes would be the nearest.
        pair, part = np.nonzero(judged.state == SERVES)
        wanted = rises[pair, part]
        told = ~np.isnan(wanted)
        judged.state[pair[~told], part[~told]] = NOT_KNOWN
        pair, part, wanted = pair[told], part[told], wanted[told]
        slops = np.array([one.slop.value if one.slop else 0.0 for one in self.stock.sleeves])
        sleeve = self._sleeves[pair, part]
        sag = SAG * np.where(sleeve == NONE, 0.0, taken(slops, sleeve))
        with np.errstate(invalid="ignore"):
            clear = cars.receiver[pair] - own["most_drop"][part] - own["end_below"][part] - settle[pair]
            low = clear < CLEARANCE - SAME
        apart = np.broadcast_to(level.apart, judged.state.shape)[pair, part]
        target, even, slack = wanted + sag, wanted + apart + sag, level.slack[pair]
        near = self._nearest(part, target, low, even, slack)
        with np.errstate(invalid="ignore"):
            residual = np.abs(near[0] - target)
            short = residual > np.maximum(own["pitch"][part] / 2, REACH) + SAME
            off_level = np.abs(near[0] - even) > slack + EDGE
            wide = np.where(np.isnan(even + slack), short, off_level)
        found, hole, up, off, fails = (np.zeros(judged.state.shape, kind) for kind in (float, float, bool, float, bool))
        for column, values in zip((found, hole, up, off, fails), (*near, over(tenths)(residual), wide), strict=True):
            column[pair, part] = values
        judged.check(NOWHERE, fails)
        strangers = np.array([bool(family and one.family and one.family != family) for one in self.stock.shanks], bool)
        judged.check((strangers | doubted(self.stock.shanks))[None, :], NOWHERE)
        judged.reserve(own["tongue_rating"][None, :], self.pairs.borne[:, None], self.reserve)
        with_care = (judged.state != SERVES) * 2 + (self._sleeves != NONE)
        rank = (with_care * 1e7 + np.nan_to_num(off, nan=0.0)) * max(1, len(self._shank_names)) + self._shank_names[
            None, :
        ]
        return _first(judged.state, rank), judged.state, found, hole, up

    def _nearest(
        self, part: Column, target: Column, low: Column, level: Column, slack: Column
    ) -> tuple[Column, Column, Column]:
        """Of each shank (its place in the stock) the position with the smallest residual of those that stand the trailer level,
        else of all; of two as near the lower: its rise, hole (from 1), way up."""
        levelled = self._nearest_in(part, target, low, level - slack - EDGE, level + slack + EDGE)
        rest = np.isnan(levelled[0])
        every = self._nearest_in(part[rest], target[rest], low[rest], np.array([-np.inf]), np.array([np.inf]))
        for column, values in zip(levelled, every, strict=True):
            column[rest] = values
        return levelled

    def _nearest_in(
        self, part: Column, target: Column, low: Column, least: Column, most: Column
    ) -> tuple[Column, Column, Column]:
        """The same of the positions between two rises; NaN where none lies there."""
        aim = np.clip(target, least, most)
        pitch, drop, rise_most, last = (
            self.shanks[name][part] for name in ("pitch", "most_drop", "most_rise", "holes")
        )
        last = last - 1
        best = np.full(len(target), np.nan)
        best_key, hole, up = np.full(best.shape, _FAR), np.zeros(best.shape), np.zeros(best.shape, bool)
        starts = ((-drop, False), (rise_most - last * pitch, True))
        with np.errstate(invalid="ignore", divide="ignore"):
            for start, turned in starts:
                exact = np.floor(np.where(pitch > 0, (aim - start) / np.where(pitch > 0, pitch, 1.0), 0.0))
                for index in (exact, exact + 1):
                    at = np.clip(index, 0, last)
                    rise = start + at * pitch
                    key = tenths(np.abs(rise - target))
                    nearer = (key < best_key) | ((key == best_key) & (rise < best))
                    nearer &= (rise >= least) & (rise <= most)
                    nearer &= ~low if not turned else True
                    best = np.where(nearer, rise, best)
                    hole = np.where(nearer, at + 1, hole)
                    up = np.where(nearer, turned, up)
                    best_key = np.where(nearer, key, best_key)
        return best, hole, up

    def _judge_kits(self) -> _Verdicts:
        """All that does not hang on what goes with a kit."""
        pairs, kits = self.pairs, self.stock.kits
        own = {
            name: numbers(kits, name)[None, :]
            for name in (
                *("gross_rating", "tongue_rating", "tongue_minimum"),
                *("frame_depth_least", "frame_depth_most", "special_depth_most"),
            )
        }
        judged = _Verdicts(len(pairs), len(kits))
        surge, mounts = words(kits, "surge_brakes")[None, :], words(kits, "mounts")[None, :]
        surging = (pairs.lot.brakes == "surge")[:, None] & (surge != "yes")
        judged.check(surging & (surge == ""), surging)
        under = (pairs.lot.mount == "underslung")[:, None] & (mounts != "either")
        judged.check(under & (mounts == ""), under)
        judged.at_least(own["gross_rating"], pairs.gross[:, None])
        judged.at_least(own["tongue_rating"], pairs.borne[:, None])
        judged.at_least(np.broadcast_to(pairs.borne[:, None], judged.state.shape), own["tongue_minimum"])
        depth = pairs.lot.figures["frame_depth"][:, None]
        with np.errstate(invalid="ignore"):
            special = (own["frame_depth_most"] + SAME < depth) & (depth <= own["special_depth_most"] + SAME)
            outside = (depth < own["frame_depth_least"] - SAME) | (depth > own["frame_depth_most"] + SAME)
        unknown = np.isnan(depth) | np.isnan(own["frame_depth_least"]) | np.isnan(own["frame_depth_most"])
        of_the_list = self._of_the_list(depth)
        by_list = np.array([bool(kit.frame_heights) for kit in kits])[None, :]
        off = np.where(by_list, ~np.isnan(depth) & ~of_the_list, outside & ~special & ~unknown)
        judged.check(NOWHERE, off)
        judged.check(NOWHERE, ~self._brackets_fit())
        judged.check(doubted(kits)[None, :], NOWHERE)
        return judged

    def _of_the_list(self, depth: Column) -> Column:
        """Whether each frame is as high as one of those that a kit lists, its special bracket's among them."""
        kits = self.stock.kits
        found = np.zeros((len(depth), len(kits)), bool)
        for index, kit in enumerate(kits):
            for one in (
                *kit.frame_heights,
                *((kit.special_frame,) if kit.frame_heights and kit.special_frame else ()),
            ):
                found[:, index] |= np.abs(depth[:, 0] - one.value) <= LIST_WITHIN + SAME
        return found

    def _brackets_fit(self) -> Column:
        """Whether each kit's brackets find a free place on each trailer."""
        kits, trailer = self.stock.kits, self.pairs.lot.figures
        free = np.ones((len(self.pairs), len(kits)), bool)
        done: dict[tuple[float, float, float, bool], Column] = {}
        for index, kit in enumerate(kits):
            if kit.bracket_distance is None:
                continue
            preferred = kit.bracket_distance.value
            least = kit.bracket_least.value if kit.bracket_least else preferred
            most = kit.bracket_most.value if kit.bracket_most else preferred
            most = furthest(kit, most)
            clears = kit.clears_trays is not None and kit.clears_trays.typed == "yes"
            key = (preferred, least, most, clears)
            if key not in done:
                done[key] = _free_place(preferred, least, most, clears, trailer)
            free[:, index] = done[key]
        return free

    def choose(self) -> Chosen:
        """The build of every pair."""
        if not self.distributing:
            plain = self.head(None)
            nothing = np.zeros(len(self.pairs), int)
            return self._with(np.full(len(self.pairs), NONE), [plain], nothing, nothing > 0)
        kits = self.stock.kits
        judged = self._judge_kits()
        heads: list[Head] = [self.head(None)]
        head_of, seen = np.zeros(len(kits), int), {}
        may_serve = judged.state == SERVES
        for index, kit in enumerate(kits):
            # Where nobody will bolt it on there is no need to know where its ball would stand.
            if not may_serve[:, index].any():
                continue
            if kit.head not in seen:
                same = np.array([one.head == kit.head for one in kits])
                seen[kit.head] = len(heads)
                heads.append(self._head_where(kit, np.flatnonzero(may_serve[:, same].any(axis=1))))
            head_of[index] = seen[kit.head]
        nothing = np.zeros((len(self.pairs), 0), bool)
        lacks, waits = (
            np.stack([getattr(one, what) for one in heads], axis=1)[:, head_of] if kits else nothing
            for what in ("lacks", "waits")
        )
        tongue = numbers(kits, "tongue_rating")[None, :]
        judged.reserve(tongue, self.pairs.borne[:, None], self.reserve)
        without = np.where(lacks, FAILS, np.where(waits, NOT_KNOWN, judged.state))
        whole = np.where(judged.state <= WITH_CARE, without, judged.state)
        # Where no whole build can be made the kit is chosen all the same.
        state = np.where(np.any(whole <= WITH_CARE, axis=1)[:, None], whole, judged.state)
        best = _first(state, self._kit_rank(state))
        no_kit = (judged.state == FAILS).all(axis=1) & bool(kits)
        return self._with(best, heads, np.where(best == NONE, 0, taken(head_of, best, 0)), no_kit)

    def _head_where(self, kit: Kit, rows: Column) -> Head:
        """One head on some of the pairs, by their places; the others, on which nobody puts it, have nothing there."""
        if len(rows) == len(self.pairs):
            return self.head(kit)
        narrow = copy(self)
        narrow.pairs = self.pairs.of(rows)
        narrow._shank_static, narrow._sleeves = self._shank_static.of(rows), self._sleeves[rows]
        narrow._own, narrow._own_stack = self._own[rows], self._own_stack[rows]
        head = narrow.head(kit)

        def whole(column: Column) -> Column:
            made = np.zeros(len(self.pairs), column.dtype)
            made[rows] = column
            return made

        return each_column(head, whole)

    def _kit_rank(self, state: Column) -> Column:
        def rows(sign: float) -> Column:
            return order_of(
                [
                    (
                        sign * one.tongue_rating.value if one.tongue_rating else np.inf,
                        one.sway_control is None or one.sway_control.typed != "yes",
                        one.shelf_rank,
                        one.own_weight.value if one.own_weight else 0.0,
                        one.name,
                    )
                    for one in self.stock.kits
                ]
            )

        return np.where(state == SERVES, rows(1.0)[None, :], len(self.stock.kits) + rows(-1.0)[None, :])

    def _with(self, kit: Column, heads: list[Head], head: Column, no_kit: Column) -> Chosen:
        """The columns of the head that each pair has."""
        pair = np.arange(len(self.pairs))

        def of(name: str) -> Column:
            return np.stack([getattr(one, name) for one in heads])[head, pair]

        low, aim, high = (np.stack([one.couples[end] for one in heads])[head, pair] for end in range(3))
        shank, sleeve = of("shank"), of("sleeve")
        hardware = np.zeros(len(self.pairs))
        for parts, index in ((self.stock.kits, kit), (self.stock.shanks, shank), (self.stock.sleeves, sleeve)):
            hardware += np.nan_to_num(taken(numbers(parts, "own_weight"), index), nan=0.0)
        return Chosen(
            kit,
            of("ball"),
            shank,
            sleeve,
            of("hole"),
            of("turned_up"),
            of("overhang"),
            (low, aim, high),
            hardware,
            no_kit,
            of("lacks"),
            of("unlevelled"),
            of("off"),
            of("slack"),
        )


def taken(values: Column, index: Column, otherwise: float = np.nan) -> Column:
    """A figure of the part that each pair has; NaN where it has none.

    In the core's unit of the figure; ``otherwise`` in the same unit.
    """
    if not len(values):
        return np.full(index.shape, otherwise)
    return np.where(index == NONE, otherwise, values[np.maximum(index, 0)])


def _free_place(preferred: float, least: float, most: float, clears: bool, trailer: dict[str, Column]) -> Column:
    """Whether a bracket can stand somewhere between least and most and meet nothing."""
    count = len(trailer["jack_position"])
    if most < least:
        return np.zeros(count, bool)
    spans = [(trailer["jack_position"] - HALF_JACK, trailer["jack_position"] + HALF_JACK)]
    if not clears:
        for at, tray in (("propane_position", "propane_tray"), ("battery_position", "battery_tray")):
            half = np.where(np.isnan(trailer[tray]), USUAL_TRAY, trailer[tray]) / 2
            spans.append((trailer[at] - half, trailer[at] + half))
    kept_clear = [(front - HALF_BRACKET, rear + HALF_BRACKET) for front, rear in spans]
    places = [np.full(count, min(max(preferred, least), most)), np.full(count, least), np.full(count, most)]
    places += [edge for pair in kept_clear for edge in pair]
    free = np.zeros(count, bool)
    with np.errstate(invalid="ignore"):
        for place in places:
            inside = (place >= least) & (place <= most)
            met = sum((front < place) & (place < rear) for front, rear in kept_clear) > 0
            free |= inside & ~met
    return free
