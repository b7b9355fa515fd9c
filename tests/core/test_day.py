"""The day: hours over the change of clocks, how long jobs take, conflicts, first slots and the plan for all of it."""

import itertools
import math
import random
import unittest
from collections import Counter
from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from decimal import Decimal

from dateutil import tz
from hypothesis import example, given, settings
from hypothesis import strategies as st
from scipy.stats import nbinom, norm

from stathmos.core.bay import fit
from stathmos.core.bay.simulate import many as simulated
from stathmos.core.day import board as b
from stathmos.core.day.board import Board, Job, Parts, Place, Placed, Tool, Worker, conflicts
from stathmos.core.day.hours import Opening, Stretch, joined, moment, open_stretches, without
from stathmos.core.day.kinds import BAY, BEFORE, FLOOR, JOINTS, KINDS, MEASURE, MOUNT, PLACES, STEPS, TRIALS
from stathmos.core.day.length import (
    HOUSE_TO_HOUSE,
    JOB_TO_JOB,
    MORE_TRIALS,
    Minutes,
    Work,
    by_the_coach,
    expected_trials,
    learned,
    length,
    pieces,
)
from stathmos.core.day.plan import cost, plan
from stathmos.core.day.rig_work import likely_at_first, needs_of, not_yet, work_of, wrenches_of
from stathmos.core.day.slots import CELL, first_fit, first_slot, grid_of, lowest, movable, room
from stathmos.core.quote import Times, labour_minutes
from stathmos.core.rules import Rules
from tests.core import demo
from tests.core.how_many import tried
from tests.core.random_days import ZONE, board

HOUSE = Minutes(75, 20, 5)


class Hours(unittest.TestCase):
    """Checked against dateutil's reading of the IANA time zones, another implementation than the standard library's."""

    @settings(max_examples=500, deadline=None)
    @given(
        st.dates(date(2024, 1, 1), date(2030, 12, 31)),
        st.times().map(lambda at: at.replace(second=0, microsecond=0)),
        st.sampled_from(["America/Chicago", "Europe/Berlin", "Australia/Lord_Howe", "UTC", "Asia/Kathmandu"]),
    )
    @example(date(2026, 11, 1), time(1, 30), "America/Chicago")
    @example(date(2026, 3, 8), time(2, 30), "America/Chicago")
    def test_a_wall_clock_as_dateutil_reads_it(self, day: date, at: time, zone: str) -> None:
        there = tz.gettz(zone)
        wall = datetime.combine(day, at, there)
        found = moment(day, at, zone)
        if tz.datetime_exists(wall):
            self.assertEqual(found, wall.replace(fold=0).astimezone(UTC))
            self.assertEqual(moment(day, at, zone, late=True), wall.replace(fold=1).astimezone(UTC))
        else:
            self.assertEqual(found, tz.resolve_imaginary(wall).astimezone(UTC))

    def test_a_day_that_loses_an_hour_and_one_that_has_one_more(self) -> None:
        all_night = [Opening(6, time(0), time(8))]
        for day, hours in ((date(2026, 3, 8), 7), (date(2026, 11, 1), 9), (date(2026, 6, 7), 8)):
            (one,) = open_stretches(all_night, [], ZONE, day, 1)
            self.assertEqual(one.minutes, hours * 60, day)

    def test_an_hour_that_comes_twice_is_open_for_as_little_as_it_may_be(self) -> None:
        day = date(2026, 11, 1)
        (opens,) = open_stretches([Opening(6, time(1, 30), time(8))], [], ZONE, day, 1)
        (closes,) = open_stretches([Opening(6, time(0), time(1, 30))], [], ZONE, day, 1)
        self.assertEqual((opens.minutes, closes.minutes), (6.5 * 60, 90))

    def test_holidays_are_cut_out_and_what_touches_is_joined(self) -> None:
        at = [datetime(2026, 1, 5, hour, tzinfo=UTC) for hour in range(24)]
        whole = [Stretch(at[8], at[12]), Stretch(at[12], at[17])]
        self.assertEqual(joined(whole), (Stretch(at[8], at[17]),))
        self.assertEqual(without(whole, [Stretch(at[0], at[23])]), ())
        week = [Opening(0, time(8), time(17))]
        self.assertEqual(
            open_stretches(week, [Stretch(at[10], at[11])], "UTC", date(2026, 1, 5), 7),
            (Stretch(at[8], at[10]), Stretch(at[11], at[17])),
        )


class Lengths(unittest.TestCase):
    def test_fit_and_hand_over_are_what_the_quote_reckons(self) -> None:
        """75 + trials · 20 + 10 · 5 by the customer's quote; the hand-over is taken out of the fixed time, not added to it."""
        work = Work(likely=None, joints=10, steps=27)
        house = replace(HOUSE, trials=3.0)
        together = sum(one.minutes for kind in ("fit", "handover") for one in pieces(KINDS[kind], work, house))
        quoted = labour_minutes(Times(Decimal(75), Decimal(20), Decimal(5), Decimal(140)), 3, 10)
        self.assertAlmostEqual(together, float(quoted))

    def test_by_hand(self) -> None:
        """Haldis Okonjo's fit: 75 − 27 = 48; 1 + (1 − 0.45) · 1.4 = 1.77 trials of 20 min; 10 joints of 5 min: 133.4 min."""
        found = length(KINDS["fit"], Work(likely=0.45, joints=10, steps=27), HOUSE)
        self.assertAlmostEqual(found.reckoned, 48 + 1.77 * 20 + 50)
        self.assertAlmostEqual(found.mean, found.reckoned)
        self.assertEqual(found.planned % 5, 0)

    def test_trials_against_the_negative_binomial(self) -> None:
        """What gamma and Poisson make together (scipy.stats.nbinom); Gelman et al., Bayesian Data Analysis, 2.6."""
        for coach, house in ((2.0, [1, 1, 2, 2]), (1.6, []), (3.0, [1] * 20), (1.2, [4, 1, 2])):
            shape, rate = 4 * (coach - 1) + sum(one - 1 for one in house), 4 + len(house)
            further = nbinom(shape, rate / (rate + 1))
            found = expected_trials(coach, house)
            self.assertAlmostEqual(found.mean, 1 + further.mean(), places=9)
            self.assertAlmostEqual(found.u, further.std(), places=9)

    def test_the_factor_against_a_posterior_by_sampling(self) -> None:
        """Importance sampling of the normal model, from its definition."""
        took = [(130.0, 100.0), (90.0, 80.0), (70.0, 75.0)]
        own = [HOUSE_TO_HOUSE * norm.ppf((i + 0.5) / 4000) for i in range(4000)]
        logs = [math.log(actual / reckoned) for actual, reckoned in took]
        weights = [math.exp(-sum((one - at) ** 2 for one in logs) / (2 * JOB_TO_JOB**2)) for at in own]
        mean = sum(at * weight for at, weight in zip(own, weights, strict=True)) / sum(weights)
        self.assertAlmostEqual(math.log(learned(took).factor), mean, places=3)

    @settings(max_examples=300, deadline=None)
    @given(st.lists(st.floats(0.4, 2.5), max_size=30), st.floats(0.4, 2.5))
    def test_one_more_slow_job_never_makes_it_shorter(self, ratios: list[float], more: float) -> None:
        took = [(100 * ratio, 100.0) for ratio in ratios]
        before, after = learned(took), learned([*took, (100 * more, 100.0)])
        self.assertLessEqual(after.u, before.u)
        if more > before.factor:
            self.assertGreaterEqual(after.factor, before.factor - 1e-12)
        self.assertTrue(min(1, *[*ratios, more]) - 1e-9 <= after.factor <= max(1, *[*ratios, more]) + 1e-9)

    def test_nothing_is_learned_from_nothing(self) -> None:
        self.assertEqual(learned([(0, 100), (50, 0)]).done, 0)
        for likely in (-0.1, 1.1):
            with self.assertRaises(ValueError):
                by_the_coach(likely, 3)

    def test_more_bolts_steps_and_doubt_take_longer(self) -> None:
        for kind, piece in (("fit", JOINTS), ("handover", STEPS)):
            less = Work(likely=0.8, joints=4, steps=10)
            more = replace(less, joints=9, steps=20)
            self.assertGreater(
                length(KINDS[kind], more, HOUSE).mean + (kind == "fit") * 10,
                length(KINDS[kind], less, HOUSE).mean,
                piece,
            )
        sure, unsure = (length(KINDS["fit"], Work(likely=likely), HOUSE) for likely in (0.9, 0.2))
        self.assertGreater(unsure.mean, sure.mean)
        self.assertEqual(
            [one.minutes for one in pieces(KINDS["fit"], Work(bars=False), HOUSE) if one.key == TRIALS], [0]
        )
        self.assertEqual([one.minutes for one in pieces(KINDS["fit"], Work(steps=500), HOUSE) if one.key == MOUNT], [0])
        self.assertIn(MEASURE, KINDS["inspection"].pieces)

    def test_four_in_five_are_done_in_the_time_set_aside(self) -> None:
        """Of 4,000 jobs of 40 houses, drawn from the model that is stated; a house's own factor is learned from ten jobs of it."""
        rng, done, all_of_them = random.Random(5), 0, 0
        work = Work(likely=0.5, joints=10, steps=27)
        reckoned = length(KINDS["fit"], work, HOUSE)
        own = math.sqrt(sum(one.u**2 for one in reckoned.pieces)) / reckoned.reckoned
        for _ in range(200):
            house = rng.gauss(0, HOUSE_TO_HOUSE)
            rolled = lambda at=house: reckoned.reckoned * math.exp(at + rng.gauss(0, JOB_TO_JOB))  # noqa: E731
            planned = length(KINDS["fit"], work, HOUSE, [(rolled(), reckoned.reckoned) for _ in range(10)]).planned
            for _ in range(20):
                done += rolled() * (1 + rng.gauss(0, own)) <= planned
                all_of_them += 1
        self.assertGreater(done / all_of_them, 0.77)
        self.assertLess(done / all_of_them, 0.90)

    def test_further_trials_as_the_simulated_bay_has_them(self) -> None:
        """1.4 further trials for a rig whose first is not inside, against 200 simulated rigs: within a third."""
        played = simulated(200, seed=7)
        missed = sum(not one.stated[0].truly for one in played if one.stated) / len(played)
        further = sum(one.trials - 1 for one in played) / len(played)
        self.assertAlmostEqual(further / missed, MORE_TRIALS, delta=MORE_TRIALS / 3)


class OfTheDemo(unittest.TestCase):
    def test_each_rig_says_what_its_work_is(self) -> None:
        for name, file in demo.rigs():
            with self.subTest(name):
                found = fit(file.rig, Rules(), file.stock)
                likely = likely_at_first(found)
                self.assertTrue(likely is None or 0 <= likely <= 1)
                work = work_of(file.rig, found)
                self.assertEqual(work.joints, len(found.proved.torque))
                self.assertTrue(set(not_yet(found, (), ())) <= set(BEFORE))
                self.assertEqual(wrenches_of(found).unreached, ())
                for need in needs_of(found):
                    self.assertIn(need.item.name, [one.name for one in getattr(file.stock, need.item.kind)])
                for kind in KINDS.values():
                    self.assertGreaterEqual(length(kind, work, HOUSE).planned, 5)

    def test_what_is_not_yet_so(self) -> None:
        rigs = dict(demo.rigs())
        weighed = fit(rigs["Haldis Okonjo"].rig, Rules(), rigs["Haldis Okonjo"].stock)
        self.assertNotIn("weighed", not_yet(weighed, (), ()))
        desk = ("meet", "load", "weigh", "ratings", "height", "hitch")
        self.assertEqual(not_yet(weighed, (*desk, "bay"), ()), ())
        self.assertEqual(not_yet(weighed, (*desk, "bay"), ("load",)), ("signed",))
        corwin = fit(rigs["Corwin Tessaly"].rig, Rules(), rigs["Corwin Tessaly"].stock)
        self.assertIn("weighed", not_yet(corwin, desk, ()))
        self.assertIn("labels", not_yet(corwin, desk, ()))


NOW = datetime(2026, 11, 23, 14, 0, tzinfo=UTC)  # a Monday, eight o'clock in Chicago
OPEN = open_stretches([Opening(day, time(8), time(17)) for day in range(5)], [], ZONE, date(2026, 11, 23), 14)


def small(*jobs: Job, **more: object) -> Board:
    made = {
        "now": NOW, "zone": ZONE, "open": OPEN, "places": (Place(1, BAY, "Bay 1"), Place(2, BAY, "Bay 2"), Place(3, FLOOR, "The flat")),
        "workers": (Worker(1, "Bo", "technician"), Worker(2, "Ada", "advisor")), "tools": (Tool("w", "Long wrench"),), "jobs": jobs,
    }  # fmt: skip
    return Board(**{**made, **more})


def at(hours: float, day: int = 0) -> datetime:
    return NOW + timedelta(days=day, hours=hours)


def job(key: int = 1, kind: str = "fit", **more: object) -> Job:
    return Job(**{"key": key, "rig": key, "kind": kind, "name": f"{kind} {key}", "minutes": 120, **more})


class Conflicts(unittest.TestCase):
    def keys(self, board: Board, of: Job) -> list[str]:
        return [one.key for one in conflicts(board, of)]

    def test_each_of_them_by_itself(self) -> None:
        well = job(placed=Placed(at(1), 1, 1))
        self.assertEqual(self.keys(small(well), well), [])
        other = job(2, placed=Placed(at(2), 2, 1))
        away = small(
            well, workers=(Worker(1, "Bo", "technician", (Stretch(at(2.5), at(9)),)), Worker(2, "Ada", "advisor"))
        )
        for said, one, there in (
            (b.PAST, well, small(now=at(2))),
            (b.TOO_LONG, replace(well, minutes=2400), None),
            (b.OUTSIDE, replace(well, placed=Placed(at(8), 1, 1)), None),
            (b.WRONG_PLACE, replace(well, placed=Placed(at(1), 3, 1)), None),
            (b.WRONG_PERSON, replace(well, placed=Placed(at(1), 1, 2)), None),
            (b.WRONG_PERSON, replace(well, placed=Placed(at(1), 1, None)), None),
            (b.PERSON_TAKEN, well, small(well, other)),
            (b.PERSON_AWAY, well, away),
            (b.PLACE_SHUT, well, small(well, places=(Place(1, BAY, "Bay 1", (Stretch(at(0), at(2)),)),))),
            (b.NO_TOOL, replace(well, tools=("ball nut",)), None),
            (
                b.TOOL_OUT,
                replace(well, tools=("w",)),
                small(tools=(Tool("w", "Long wrench", 1, (Stretch(at(1), at(2)),)),)),
            ),
            (b.PARTS_LATE, replace(well, parts=Parts("the shank", at(2))), None),
            (b.PARTS_UNKNOWN, replace(well, parts=Parts("the shank")), None),
            (b.NOT_BEFORE, replace(well, before=("labels",)), None),
            (b.LATE, replace(well, due=at(2)), None),
        ):
            with self.subTest(said):
                found = conflicts((there or small()).with_job(one), one)
                self.assertEqual([one.key for one in found], [said])
                self.assertTrue(found[0].says.endswith("."))

    def test_a_double_booking_is_said_of_both(self) -> None:
        first, second = job(1, placed=Placed(at(1), 1, 1)), job(2, placed=Placed(at(2), 1, 1))
        both = small(first, second)
        for one, other in ((first, second), (second, first)):
            found = conflicts(both, one)
            self.assertEqual({each.key for each in found}, {b.PLACE_TAKEN, b.PERSON_TAKEN})
            self.assertEqual({each.other for each in found}, {other.key})
        touching = replace(second, placed=Placed(at(3), 1, 1))
        self.assertEqual(self.keys(small(first, touching), first), [])

    def test_a_tool_of_which_there_are_two_is_shared_by_two(self) -> None:
        jobs = [job(key, tools=("w",), placed=Placed(at(1), 1, 1)) for key in (1, 2, 3)]
        board = small(*jobs, tools=(Tool("w", "Long wrench", 2),))
        self.assertIn(b.TOOL_OUT, self.keys(board, jobs[0]))
        self.assertNotIn(b.TOOL_OUT, self.keys(replace(board, jobs=tuple(jobs[:2])), jobs[0]))

    def test_what_goes_before_what(self) -> None:
        weighing = job(1, "weighing", rig=7, placed=Placed(at(2), 3, 2), minutes=60)
        fit_after = job(2, rig=7, placed=Placed(at(1), 1, 1), before=("weighed", "labels"))
        found = {one.key: one.other for one in conflicts(small(weighing, fit_after), fit_after)}
        self.assertEqual(found, {b.RIG_TAKEN: 1, b.TOO_EARLY: 1, b.NOT_BEFORE: None})
        later = replace(fit_after, placed=Placed(at(3), 1, 1))
        # a weighing on the board will weigh it; nobody is there to read the labels
        self.assertEqual(
            [one.says for one in conflicts(small(weighing, later), later)],
            ["Not yet so: every label that decides is read."],
        )
        nowhere = replace(weighing, placed=None)
        self.assertIn(b.TOO_EARLY, self.keys(small(nowhere, later), later))

    def test_nothing_is_said_of_what_is_done(self) -> None:
        done = job(placed=Placed(at(-5), 3, 2), ends=at(-4))
        self.assertEqual(conflicts(small(done), done), ())


def brute(board: Board, of: Job) -> datetime | None:
    """The first quarter of an hour at which nothing is in the way, tried one after the other in every place with everybody."""
    grid = grid_of(board)
    for cell in range(grid.cells):
        begins = grid.at(cell)
        if begins < board.now:
            continue
        for place, worker in itertools.product(board.places, board.workers):
            tried = replace(of, placed=Placed(begins, place.key, worker.key))
            rounded = replace(tried, minutes=CELL * math.ceil(of.minutes / CELL))
            if not {one.key for one in conflicts(board.with_job(rounded), rounded)} - {b.LATE, b.NOT_BEFORE}:
                return begins
    return None


class Slots(unittest.TestCase):
    @settings(max_examples=300, deadline=None)
    @given(st.integers(0, 2**40 - 1), st.integers(1, 12))
    def test_room_as_counted_by_hand(self, free: int, cells: int) -> None:
        by_hand = [at for at in range(40) if all(free >> (at + more) & 1 for more in range(cells))]
        self.assertEqual([at for at in range(40) if room(free, cells) >> at & 1], by_hand)
        self.assertEqual(lowest(room(free, cells)), by_hand[0] if by_hand else None)

    def test_the_first_slot_is_the_first_by_trying_all_of_them(self) -> None:
        """A thousand jobs of random boards: those that stand there already take what they take, well or badly."""
        looked, none = 0, 0
        for seed in range(tried(60)):
            there = board(8, seed, bays=1, technicians=2, days=4)
            whole = replace(
                there, jobs=tuple(replace(one, minutes=CELL * math.ceil(one.minutes / CELL)) for one in there.jobs)
            )
            for one in whole.jobs:
                bare = replace(one, placed=None)
                slot = first_slot(whole.with_job(bare), bare)
                found = brute(whole.with_job(bare), bare)
                with self.subTest(seed=seed, job=one.key):
                    self.assertEqual(None if slot.placed is None else slot.placed.begins, found)
                    looked += 1
                    none += found is None
                    if found is None:
                        self.assertTrue(slot.why)
        self.assertGreater(looked, tried(400))
        self.assertGreater(none, tried(10))

    def test_why_names_what_alone_would_bring_it_sooner(self) -> None:
        shank = job(1, parts=Parts("Shank 2 short", at(50)))
        found = first_slot(small(shank), shank)
        self.assertEqual([one.key for one in found.why], ["parts"])
        self.assertEqual(found.why[0].says, "after Shank 2 short arrives, Wednesday Nov 25, 10:00")
        self.assertEqual(found.placed, Placed(at(50), 1, 1))
        busy = job(2, placed=Placed(at(0), 1, 1), minutes=300)
        found = first_slot(small(shank := job(1), busy), shank)
        self.assertEqual(([one.key for one in found.why], found.placed.begins), (["person"], at(5)))
        wrench = replace(shank, tools=("w",))
        two = small(
            wrench, replace(busy, tools=("w",)), workers=(Worker(1, "Bo", "technician"), Worker(3, "Cy", "technician"))
        )
        self.assertEqual([one.key for one in first_slot(two, wrench).why], ["tool"])

    def test_no_slot_says_what_stands_in_the_way(self) -> None:
        unknown = job(1, parts=Parts("Shank 2 short"))
        found = first_slot(small(unknown), unknown)
        self.assertIsNone(found.placed)
        self.assertEqual([one.says for one in found.why], ["Shank 2 short is not ordered: nobody knows when it comes"])
        for one, more, said in (
            (job(1), {"workers": (Worker(2, "Ada", "advisor"),)}, "the house has no technician and no manager"),
            (job(1), {"places": (Place(3, FLOOR, "The flat"),)}, "the house has no fitting bay"),
            (job(1, minutes=900), {}, "it takes 900 min, longer than the house is open in one stretch"),
            (job(1, tools=("long wrench",)), {}, "the house has no long wrench"),
        ):
            with self.subTest(said):
                found = first_slot(small(one, **more), one)
                self.assertEqual((found.placed, [reason.says for reason in found.why]), (None, [said]))

    def test_what_nobody_can_date_is_a_condition_and_no_pass(self) -> None:
        unread = job(1, before=("labels", "weighed"))
        self.assertEqual(first_slot(small(unread), unread).provided, ("labels", "weighed"))

    def test_over_the_change_of_clocks(self) -> None:
        """Saturday to Monday over November 1st: eight on Monday is a clock hour later in real time than eight on Friday."""
        friday = datetime(2026, 10, 30, 21, 30, tzinfo=UTC)  # half past four; an hour does not fit before five
        week = open_stretches([Opening(day, time(8), time(17)) for day in range(5)], [], ZONE, date(2026, 10, 30), 7)
        found = first_slot(small(job(), now=friday, open=week), job())
        self.assertEqual(found.placed.begins, datetime(2026, 11, 2, 14, 0, tzinfo=UTC))

    def test_first_fit_places_nothing_badly_and_keeps_what_stands_well(self) -> None:
        kept = 0
        for seed in range(40):
            there = board(20, seed)
            fitted = first_fit(there)
            for one in movable(fitted.board):
                with self.subTest(seed=seed, job=one.key):
                    if one.placed is None:
                        self.assertTrue(fitted.unplaced[one.key])
                    else:
                        self.assertEqual(
                            [c for c in conflicts(fitted.board, one) if c.key not in (b.LATE, b.NOT_BEFORE)], []
                        )
                    kept += one.placed is not None and one.placed == there.job(one.key).placed
        self.assertGreater(kept, 50)


class Plans(unittest.TestCase):
    def test_never_worse_than_first_fit_and_nothing_badly_placed(self) -> None:
        better = 0
        for seed in range(12):
            there = board(10 + seed, seed)
            found = plan(there, looks=0.6)
            with self.subTest(seed):
                self.assertLessEqual(found.cost, found.floor)
                better += found.solved
                then = there
                for move in found.moves:
                    then = then.with_job(replace(then.job(move.job), placed=move.to))
                for key in found.unplaced:
                    then = then.with_job(replace(then.job(key), placed=None))
                for one in movable(then):
                    if one.placed is not None:
                        self.assertEqual([c for c in conflicts(then, one) if c.key not in (b.LATE, b.NOT_BEFORE)], [])
                self.assertEqual(cost(there, then), found.cost)
        self.assertGreater(better, 3)

    def test_the_best_by_trying_every_order(self) -> None:
        """Four jobs in one bay with one technician: the least lateness of all 24 orders, which the solver finds and proves."""
        for seed in range(6):
            rng = random.Random(seed)
            jobs = [job(key, minutes=60 * rng.randrange(1, 4), due=at(rng.randrange(1, 12))) for key in range(1, 5)]
            one_bay = small(*jobs, places=(Place(1, BAY, "Bay 1"),))
            best = min(self.late_in_order(one_bay, order) for order in itertools.permutations(jobs))
            found = plan(one_bay, looks=5.0)
            with self.subTest(seed):
                self.assertTrue(found.proved)
                self.assertAlmostEqual(found.cost.late, best)

    def late_in_order(self, board: Board, order: tuple[Job, ...]) -> float:
        total = 0.0
        for one in order:
            slot = first_slot(board, one)
            board = board.with_job(replace(one, placed=slot.placed))
            total += max(0.0, (slot.placed.begins + timedelta(minutes=one.minutes) - one.due).total_seconds() / 60)
        return total

    def test_what_stands_well_is_not_moved_for_nothing(self) -> None:
        well = [job(key, placed=Placed(at(2 * key), 1, 1)) for key in (1, 2)]
        found = plan(small(*well), looks=1.0)
        self.assertEqual((found.moves, found.cost.moved), ((), 0))

    def test_what_is_begun_stays(self) -> None:
        begun = job(1, placed=Placed(at(-1), 1, 1), begun=True, minutes=300)
        waiting = job(2)
        found = plan(small(begun, waiting), looks=1.0)
        self.assertEqual([(one.job, one.to.begins) for one in found.moves], [(2, at(4))])
        self.assertEqual([reason.key for reason in found.moves[0].why], ["person"])


class KindsOfJobs(unittest.TestCase):
    def test_every_row_is_whole(self) -> None:
        for key, kind in KINDS.items():
            self.assertEqual(key, kind.key)
            self.assertTrue(set(kind.places) <= set(PLACES) and kind.places and kind.roles and kind.pieces)
            self.assertTrue(set(kind.before) <= set(BEFORE))
            self.assertTrue(set(kind.after) < set(KINDS))
            self.assertTrue(pieces(kind, Work(), HOUSE))
        self.assertEqual(Counter(kind.word for kind in KINDS.values()).most_common(1)[0][1], 1)
