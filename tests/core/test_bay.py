"""The bay: marks to loads, windows by hand, the coach on rigs it does not know, torque, and a fit put together."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import rigfile
from stathmos.core.bay import fit, simulate
from stathmos.core.bay.adjust import coach
from stathmos.core.bay.measure import calibrate, learn
from stathmos.core.bay.measure.arches import arches
from stathmos.core.bay.measure.learn import Seen
from stathmos.core.bay.measure.sides import uneven
from stathmos.core.bay.measure.trials import Setting
from stathmos.core.bay.prove import torque
from stathmos.core.bay_schools import Band
from stathmos.core.bumpers import over_front_axle, over_rear_axle
from stathmos.core.coupled import Rest
from stathmos.core.figures import Given, Missing, Provenance, work
from stathmos.core.heights import Geometry
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.schools import ORDER_SCHOOLS, RESTORATION_SCHOOLS
from stathmos.core.settings import KINDS, Allowed
from stathmos.core.stock import Wrench
from stathmos.core.uncertainty import chance_between
from stathmos.core.units import COUNT, COUPLE, KG_PER_LB, LENGTH, MM_PER_IN, RATE, WEIGHT
from tests.core.rigs import RIG, measured

FT_LB = 304.8 * KG_PER_LB
WASHER, HOLE = "washer", "hole"
TARGET = Band(0.5, 0.75, 1.0)


def allowed(kind: str, least: int, most: int, halves: bool = False) -> Allowed:
    """A kind of setting with so many of it allowed."""
    ends = (given_figure(float(one), COUNT) for one in (least, most))
    return Allowed(kind=KINDS[kind], least=next(ends), most=next(ends), start=None, slack=None, halves=halves)


def setting(washers: float, number: float, hole: int | None = None, ends: str = HOLE) -> Setting:
    return Setting({WASHER: washers, ends: number}, hole)


def stands(f: float, u: float = 0.04, target: Band = TARGET) -> coach.Stands:
    """A rig at a restoration, judged by the window alone."""
    verdict = "too little" if f < target.low - 1e-9 else "too much" if f > target.high + 1e-9 else "inside"
    return coach.Stands(verdict=verdict, likely=chance_between(target.low, target.high, f, u), f=f, u=u, u_of_one=u / 2)


def given_figure(value: float, dimension: str = LENGTH, u: float = 0.0, path: str = "x") -> Given:
    return Given(value, dimension, Provenance.MEASURED, path=path, u=u)


RANGES = (allowed(WASHER, 0, 7), allowed(HOLE, 1, 5))


def inches(value: float, path: str, u: float = 0.01) -> Given:
    return given_figure(value * MM_PER_IN, LENGTH, u, path)


class Marks(unittest.TestCase):
    @given(
        st.floats(300, 1200), st.floats(-0.05, 0.05), st.floats(200, 1500), st.floats(2500, 4500), st.floats(200, 1500)
    )
    def test_bumpers_are_on_one_line_with_the_axles(
        self, h: float, slope: float, ahead: float, w: float, behind: float
    ) -> None:
        front, rear = h - slope * ahead, h + slope * (w + behind)
        self.assertAlmostEqual(over_front_axle(front, rear, ahead, w, behind), h, 6)
        self.assertAlmostEqual(over_rear_axle(front, rear, ahead, w, behind), h + slope * w, 6)

    def rig(self, **texts: str) -> Rig:
        return rigfile.read(
            {"stathmos_rig_file": rigfile.VERSION, "bay": {name: measured(text) for name, text in texts.items()}}
        ).rig

    def test_uneven_ground_is_called_the_floor(self) -> None:
        stands = self.rig(front_left_a="37 3/4", front_right_a="37", rear_left_a="39", rear_right_a="39")
        (found,) = uneven(stands)
        self.assertEqual(found.kind, "stands")
        self.assertIn("3/4\u00a0in higher on the left", found.says.text("us"))
        self.assertIn("not the hitch", found.says.text("us"))
        moves = self.rig(
            front_left_a="37", front_right_a="37", front_left_b="37 3/4", front_right_b="37 1/4", rear_left_a="39", rear_right_a="39",
            rear_left_b="38", rear_right_b="38",
        )  # fmt: skip
        self.assertEqual([one.kind for one in uneven(moves)], ["coupled"])
        self.assertEqual(uneven(self.rig(front_left_a="37", front_right_a="37 1/16")), ())

    def test_bumpers_without_their_distances_are_not_measured(self) -> None:
        marks = {f"{end}_{side}_a": "30" for end in ("front", "rear") for side in ("left", "right")}
        self.assertIsInstance(arches(self.rig(marks="bumper", **marks)).a.front, Missing)
        self.assertNotIsInstance(arches(self.rig(marks="arch", **marks)).a.front, Missing)


class Calibration(unittest.TestCase):
    def test_worked_example(self) -> None:
        self.assertAlmostEqual(calibrate.front_rate_from_tape(800, 145, 50, 275.862 / 500), 500, 2)
        self.assertAlmostEqual(calibrate.rear_rate_from_tape(800, 145, 50, 1075.862 / 700), 700, 2)

    def test_known_springs_come_back_from_tape_rounded_to_a_sixteenth(self) -> None:
        """Every known rate lies within the uncertainty (k = 2) that is told of it, in at least 95 % of 400 rigs."""
        rng, inside, off = np.random.default_rng(7), 0, []
        for _ in range(400):
            truth = simulate.drawn(rng).truth
            bay = simulate.before_the_bars(truth, rng)
            geometry = Geometry(
                given_figure(truth.w), given_figure(truth.o), given_figure(truth.L), Missing(("k",)), Missing(("k",))
            )
            found = calibrate.rates(arches(Rig(bay=bay)), given_figure(truth.T, WEIGHT), geometry)
            for rate, known in ((found.front, truth.k_f), (found.rear, truth.k_r)):
                inside += abs(rate.value - known) <= 2 * rate.u
                off.append(abs(rate.value / known - 1))
        self.assertGreaterEqual(inside / 800, 0.95)
        self.assertLess(float(np.median(off)), 0.05)

    def test_weighbridge_and_tape_brought_together(self) -> None:
        tape, bridge = given_figure(0.70, "share", 0.06, "tape"), given_figure(0.76, "share", 0.03, "bridge")
        found = calibrate.reconciled(tape, bridge)
        # Σ x/u² / Σ 1/u², by hand: (0.70/0.0036 + 0.76/0.0009) / (1/0.0036 + 1/0.0009)
        self.assertAlmostEqual(found.together.value, 0.748, 6)
        self.assertFalse(found.apart)
        apart = calibrate.reconciled(tape, given_figure(0.95, "share", 0.03, "bridge"))
        self.assertTrue(apart.apart)
        self.assertGreater(2 * apart.together.u, 0.19)
        self.assertIs(calibrate.reconciled(tape, Missing(("x",))).together, tape)

    @given(st.floats(0.0, 1.5), st.floats(200, 600), st.floats(2800, 4200), st.floats(900, 1600), st.floats(3500, 7000))
    def test_weight_is_kept(self, f: float, T: float, w: float, o: float, L: float) -> None:
        geometry = Geometry(
            given_figure(w), given_figure(o), given_figure(L), given_figure(1, RATE), given_figure(1, RATE)
        )
        nobody = Missing(("x",))
        rest = Rest(
            given_figure(T, WEIGHT), given_figure(7 * T, WEIGHT), given_figure(1500, WEIGHT), given_figure(1200, WEIGHT),
            geometry, nobody, nobody, nobody, given_figure(700), None, RESTORATION_SCHOOLS["full"], nobody,
        )  # fmt: skip
        found = calibrate.loads(given_figure(f, "share"), rest)
        self.assertAlmostEqual(found.front.value + found.rear.value + found.trailer_axles.value, 2700 + 7 * T, 5)
        self.assertAlmostEqual(found.front.value, 1500 - (1 - f) * T * o / w, 6)


class Learning(unittest.TestCase):
    def test_against_least_squares(self) -> None:
        """With little believed beforehand the line is scipy's least-squares line."""
        from scipy.optimize import lsq_linear

        rng = np.random.default_rng(3)
        trials = [
            Seen(setting(w, s), 0.3 + 0.1 * (w - 4) + 0.17 * (s - 3) + rng.normal(0, 0.01), 0.01)
            for w, s in ((4, 3), (5, 3), (6, 3), (6, 4), (5, 2))
        ]
        before = learn.believed(setting(4, 3), (0.5, 1e4), {WASHER: (0.2, 1e4), HOLE: (0.2, 1e4)})
        found = learn.learned(before, trials).mean
        rows = np.array([[1, one.setting.of(WASHER) - 4, one.setting.of(HOLE) - 3] for one in trials])
        expected = lsq_linear(rows, [one.restoration for one in trials]).x
        np.testing.assert_allclose(found, expected, atol=1e-4)

    def test_bars_that_hang_slack_teach_nothing_beyond_that(self) -> None:
        before = learn.believed(setting(2, 3), (-0.3, 0.2), {WASHER: (0.12, 0.03), HOLE: (0.2, 0.05)})
        after = learn.learned(before, [Seen(setting(2, 3), 0.01, 0.03)])
        np.testing.assert_allclose(after.mean, before.mean)

    @given(st.lists(st.tuples(st.integers(0, 7), st.integers(1, 5), st.floats(0.1, 1.2)), min_size=1, max_size=6))
    def test_every_trial_makes_it_surer(self, tries: list[tuple[int, int, float]]) -> None:
        line = learn.believed(setting(4, 3), (0.6, 0.3), {WASHER: (0.12, 0.04), HOLE: (0.2, 0.06)})
        sure = [line.predicted(setting(6, 4))[1]]
        for count in range(1, len(tries) + 1):
            seen = [Seen(setting(w, s), f, 0.05) for w, s, f in tries[:count]]
            sure.append(learn.learned(line, seen).predicted(setting(6, 4))[1])
        self.assertTrue(all(later <= earlier + 1e-12 for earlier, later in zip(sure, sure[1:], strict=False)))


class Coach(unittest.TestCase):
    def line(self, at_4_3: float, washer: float = 0.1, step: float = 0.2) -> learn.LearnedLine:
        return learn.believed(setting(4, 3), (at_4_3, 0.02), {WASHER: (washer, 0.01), HOLE: (step, 0.02)})

    def advise(
        self,
        f: float,
        now: Setting = setting(4, 3),
        order: str = "tilt_first",
        target: Band = TARGET,
        ranges=None,
        u: float = 0.04,
        line: learn.LearnedLine | None = None,
        **more,
    ) -> coach.Advice:
        return coach.advise(
            line or self.line(f), now, stands(f, u, target), target, ranges or RANGES, ORDER_SCHOOLS[order], **more
        )

    def test_tilt_first_and_to_the_aim(self) -> None:
        advice = self.advise(0.35)
        self.assertEqual((advice.verdict, advice.kind, advice.by), ("change", WASHER, 3.0))
        self.assertEqual(
            (advice.to.of(WASHER), advice.to.of(HOLE)),
            (7, 3),
            "0.35 + 3 · 0.1 = 0.65, the nearest to 0.75 that there is",
        )
        self.assertLess(self.advise(1.3).by, 0)

    def test_the_ends_when_tilt_is_used_up(self) -> None:
        line = learn.believed(setting(7, 3), (0.3, 0.02), {WASHER: (0.1, 0.01), HOLE: (0.2, 0.02)})
        advice = self.advise(0.3, setting(7, 3), line=line)
        self.assertEqual((advice.kind, advice.by), (HOLE, 2.0))
        only = self.advise(0.3, setting(7, 3), "tilt_only", line=line)
        self.assertEqual((only.verdict, only.wants_more), ("used up", True))

    def test_links_work_the_other_way_about_and_may_be_halved(self) -> None:
        line = learn.believed(setting(7, 6, ends="link"), (0.3, 0.02), {WASHER: (0.1, 0.01), "link": (-0.3, 0.02)})
        links = (allowed("link", 4, 8, halves=True),)
        advice = self.advise(0.3, setting(7, 6, ends="link"), "either", ranges=links, line=line)
        self.assertEqual(advice.to.of("link"), 4.5)

    def test_it_stops_when_done_when_blind_and_when_the_settings_step_over(self) -> None:
        self.assertEqual(self.advise(0.75).verdict, "done")
        narrow = Band(0.48, 0.49, 0.5)
        tried = (setting(4, 3), setting(4, 4))
        found = self.advise(0.45, target=narrow, ranges=(allowed(HOLE, 1, 5),), u=0.01, tried=tried)
        self.assertEqual(found.verdict, "too coarse")
        cannot = coach.advise(
            self.line(0.3), setting(4, 3), replace(stands(0.3, 0.6), verdict="cannot tell"), TARGET, RANGES
        )
        self.assertEqual(cannot.verdict, "noise")

    def test_inside_and_unsure_it_reads_again_before_it_leaves_it(self) -> None:
        unsure = replace(stands(0.8, 0.125), u_again=0.09)
        flat = learn.believed(setting(4, 3), (0.8, 0.02), {WASHER: (0.01, 0.01), HOLE: (0.01, 0.01)})
        once = coach.advise(flat, setting(4, 3), unsure, TARGET, RANGES)
        self.assertEqual(once.verdict, "read again")
        twice = coach.advise(flat, setting(4, 3), replace(unsure, u_again=None), TARGET, RANGES)
        self.assertEqual(twice.verdict, "done", "as far as a tape can tell")
        high = learn.believed(setting(4, 3), (0.95, 0.3), {WASHER: (0.001, 0.001), HOLE: (0.001, 0.001)})
        edge = coach.advise(high, setting(4, 3), stands(0.95, 0.3), TARGET, RANGES)
        self.assertEqual(edge.verdict, "leave", "inside as taped, and the tape can tell no better")
        not_rocked = replace(stands(0.75, 0.01), rocked=False, u_again=0.01)
        self.assertEqual(coach.advise(flat, setting(4, 3), not_rocked, TARGET, RANGES).verdict, "read again")

    def test_where_the_amount_is_not_known_one_step_the_right_way(self) -> None:
        for verdict, way in (("too much", -1.0), ("too little", 1.0)):
            blind = replace(stands(0.3, 0.6), verdict=verdict)
            found = coach.advise(self.line(0.3), setting(4, 3), blind, None, RANGES)
            self.assertEqual((found.verdict, found.blind, found.kind, found.by), ("change", True, WASHER, way))

    def test_bars_that_would_not_go_on_are_a_bound(self) -> None:
        bound = setting(4, 3)
        back = coach.slacker(bound, RANGES, (bound,), ("ends", "head"))
        self.assertEqual((back.kind, back.by), (HOLE, -2.0), "lower the brackets two holes")
        links = (allowed("link", 4, 8),)
        self.assertEqual(
            coach.slacker(setting(0, 5, ends="link"), links, (setting(0, 5, ends="link"),), ("ends",)).by, 2.0
        )
        self.assertEqual(coach.slacker(setting(0, 1), RANGES, (setting(0, 1),), ("ends", "head")).verdict, "used up")

    def test_set_is_said_only_of_what_the_school_calls_inside(self) -> None:
        """20 000 random standings, whatever the marks come to in restoration."""
        rng = np.random.default_rng(2)
        line = self.line(0.6)
        verdicts = ["inside", "too little", "too much", "cannot tell", "cannot be met"]
        for _ in range(20_000):
            verdict, likely = verdicts[rng.integers(0, 5)], float(rng.uniform(0, 1))
            stood = coach.Stands(
                verdict=verdict, likely=likely, f=float(rng.uniform(-0.5, 2)), u=0.08, u_of_one=0.05,
                u_again=None if rng.random() < 0.5 else 0.05, rocked=bool(rng.random() < 0.7),
            )  # fmt: skip
            advice = coach.advise(line, setting(4, 3), stood, None if verdict != "inside" else TARGET, RANGES)
            if advice.verdict in ("done", "leave"):
                self.assertEqual(verdict, "inside")
            if advice.verdict == "done":
                self.assertGreaterEqual(likely, 0.66)

    def test_one_change_where_one_may_be_made_and_no_setting_twice_nor_past_a_bound(self) -> None:
        rng = np.random.default_rng(1)
        for _ in range(3000):
            now = setting(float(rng.integers(0, 8)), float(rng.integers(1, 6)))
            line = learn.believed(
                now,
                (rng.uniform(-0.2, 1.6), 0.1),
                {WASHER: (rng.uniform(0.02, 0.2), 0.02), HOLE: (rng.uniform(0.02, 0.3), 0.05)},
            )
            tried = (now, *(setting(float(rng.integers(0, 8)), float(rng.integers(1, 6))) for _ in range(3)))
            bound = (setting(float(rng.integers(3, 8)), float(rng.integers(2, 6))),)
            f = max(0.0, line.mean[0])
            order = ORDER_SCHOOLS[str(rng.choice(list(ORDER_SCHOOLS)))]
            advice = coach.advise(line, now, stands(f, 0.05), TARGET, RANGES, order, tried, bound)
            if advice.verdict == "change":
                changed = [kind for kind in (WASHER, HOLE) if advice.to.of(kind) != now.of(kind)]
                alone = [now.with_count(kind, advice.to.of(kind)) for kind in changed]
                too_tight = [one for one in alone if coach.tighter(one, bound[0], RANGES)]
                self.assertTrue(len(changed) == 1 or all(one in (*tried, *too_tight) for one in alone))
                self.assertEqual(advice.to.hole, now.hole)
                self.assertNotIn(advice.to, tried)
                self.assertFalse(coach.tighter(advice.to, bound[0], RANGES))
                others = coach.every_change(line, now, stands(f, 0.05), TARGET, RANGES, order, tried, bound)
                if advice.likely < 0.05:
                    same_way = [one.likely for one in others if (one.mean - f) * (advice.mean - f) > 0]
                    self.assertLessEqual(max(same_way), 0.20, "nothing hopeless while something else is hopeful")


class Torque(unittest.TestCase):
    """Extension formula: any torque-tool handbook. Values of the table: common practice, no source."""

    def wrench(self, least: float, most: float, handle: float) -> Wrench:
        return Wrench("w", given_figure(least * FT_LB, COUPLE), given_figure(most * FT_LB, COUPLE), inches(handle, "h"))

    def target(self, value: float):
        return work("t", COUPLE, lambda t: t, None, t=given_figure(value * FT_LB, COUPLE))

    def test_extension_formula(self) -> None:
        # 100 ft·lb wanted, 12 in handle, 3 in extension: 100 · 12/15 = 80
        self.assertAlmostEqual(torque.set_with_extension(100, 12, 3), 80)
        self.assertAlmostEqual(torque.set_with_extension(430, 20, 10), 286.6667, 3)

    @given(st.floats(20, 600), st.floats(20, 600), st.floats(100, 1200))
    def test_the_shortest_extension_sets_the_wrench_to_its_most(self, target: float, most: float, A: float) -> None:
        E = torque.extension_needed(target, most, A)
        self.assertAlmostEqual(torque.set_with_extension(target, A, E), min(target, most), 6)

    def test_a_wrench_of_250_does_not_do_430_alone(self) -> None:
        long_arm = self.wrench(40, 250, 22)
        found = torque.reach(self.target(430), long_arm)
        self.assertEqual(found.verdict, "needs an extension")
        self.assertAlmostEqual(found.extension.value / MM_PER_IN, 15.84, 2)  # 22 · (430/250 − 1)
        self.assertEqual(torque.reach(self.target(55), long_arm).verdict, "reaches it")
        self.assertEqual(torque.reach(self.target(25), long_arm).verdict, "begins above it")
        self.assertEqual(torque.reach(self.target(430), self.wrench(10, 60, 10)).verdict, "cannot reach it")
        self.assertEqual(torque.reach(Missing(("t",)), long_arm).verdict, "not known")

    def test_an_extension_too_short_is_refused(self) -> None:
        found = torque.with_extension(self.target(430), self.wrench(40, 250, 22), inches(10, "e"))
        self.assertEqual(found.verdict, "cannot reach it")
        self.assertIn("it ends at 250", found.says.text("us").replace("\u00a0", " "))


class Together(unittest.TestCase):
    """`fit` on the tests' worked rig: whatever is there, nothing raises and nothing unknown passes."""

    def fitted(self, **sections: dict):
        document = {**RIG, **sections}
        read = rigfile.read(document)
        self.assertEqual(read.problems, ())
        return fit(read.rig, Rules(), read.stock)

    def test_an_empty_rig(self) -> None:
        found = fit(Rig())
        self.assertTrue(found.findings)
        self.assertEqual({one.state for one in found.findings}, {"unknown"})

    def marks(self, front: dict[str, str], rear: dict[str, str]) -> dict:
        return {
            f"{end}_{side}_{state}": measured(text)
            for end, by in (("front", front), ("rear", rear))
            for state, text in by.items()
            for side in ("left", "right")
        }

    def test_a_marked_bay_recalibrates_the_model(self) -> None:
        bay = self.marks({"a": "37", "b": "37 3/4"}, {"a": "39", "b": "37 1/2"})
        found = self.fitted(bay=bay)
        self.assertNotIsInstance(found.measured.rates.front, Missing)
        self.assertAlmostEqual(found.now.rest.geometry.k_f.value, found.measured.rates.front.value, 9)
        self.assertNotAlmostEqual(found.measured.planned.rest.geometry.k_f.value, found.measured.rates.front.value, 3)
        bare = found.now.coupled.states[1]
        self.assertAlmostEqual(-bare.front_drop.value, 0.75 * MM_PER_IN, 6, "the model now gives what was measured")

    def test_pass_3_speaks_only_of_the_setting_that_was_weighed(self) -> None:
        bay = self.marks({"a": "37", "b": "37 3/4"}, {"a": "39", "b": "37 1/2"})
        marks = {
            f"{end}_{side}": measured(text)
            for end, text in (("front", "37 1/4"), ("rear", "38"))
            for side in ("left", "right")
        }
        passes = {
            "bridge_front_alone": "3000 lb", "bridge_rear_alone": "2600 lb", "bridge_front_bare": "2700 lb", "bridge_rear_bare": "3700 lb",
            "bridge_trailer_bare": "5200 lb", "bridge_front_bars": "2880 lb", "bridge_rear_bars": "3420 lb", "bridge_trailer_bars": "5300 lb",
        }  # fmt: skip
        weighing = {**RIG["weighing"], **{name: measured(text) for name, text in passes.items()}}
        for weighed in ("yes", "no"):
            trial = {
                "washers": measured("3"),
                "steps_left": measured("3"),
                "steps_right": measured("3"),
                "weighed": measured(weighed),
                **marks,
            }
            found = self.fitted(bay=bay, trials={"trial_1": trial}, weighing=weighing)
            with self.subTest(weighed=weighed):
                # (2880 − 2700) / (3000 − 2700) = 0.6 on the scale, (37¾ − 37¼) / ¾ = 0.667 by tape
                self.assertAlmostEqual(found.measured.restoration.tape.value, 2 / 3, 9)
                if weighed == "yes":
                    self.assertAlmostEqual(found.measured.restoration.bridge.value, 0.6, 9)
                    self.assertTrue(0.6 < found.measured.restoration.together.value < 2 / 3)
                    self.assertIn("with the weighbridge counted in", found.measured.windows[0].says.text("us"))
                else:
                    self.assertIsInstance(found.measured.restoration.bridge, Missing)
                    self.assertAlmostEqual(found.measured.restoration.together.value, 2 / 3, 9)

    def test_a_known_good_rig_wants_the_same_spot(self) -> None:
        ways = {"bay_school": measured("known_good")}
        bay = {
            **self.marks({"a": "37", "b": "37 3/4"}, {"a": "39", "b": "37 1/2"}),
            "good_front": measured("37 1/4"),
            "good_rear": measured("38"),
        }
        states = {}
        for spot in ("", "yes", "no"):
            written = {**bay, **({"good_same_spot": measured(spot)} if spot else {})}
            found = self.fitted(bay=written, ways=ways)
            self.assertEqual(found.measured.windows[0].key, "known_good")
            states[spot] = next(one.state for one in found.measured.checks if one.key == "same_spot")
            self.assertIn("bay.good_front", [one.path for one in found.sections[1].questions])
        self.assertEqual(states, {"": "unknown", "yes": "good", "no": "refused"})

    def test_at_the_bumpers_the_card_keeps_the_marks_and_the_window_the_axle(self) -> None:
        bay = self.marks({"a": "24", "b": "25"}, {"a": "26", "b": "24"})
        bay |= {"marks": measured("bumper"), "front_mark": measured("36"), "rear_mark": measured("48")}
        found = self.fitted(bay=bay)
        self.assertAlmostEqual(found.measured.arches.a.front_mark.value / MM_PER_IN, 24, 9)
        self.assertNotAlmostEqual(found.measured.arches.a.front.value / MM_PER_IN, 24, 2)
        self.assertIn("Its window", found.measured.windows[0].says.text("us"))

    def test_refused_whatever_is_not_so(self) -> None:
        for name, wrong in (("loaded", "no"), ("in_line", "no"), ("jack_clear", "no")):
            with self.subTest(name=name):
                found = self.fitted(bay={name: measured(wrong)})
                self.assertIn("refused", {one.state for one in found.findings})

    def test_unequal_ends_and_two_changes_at_once_are_said(self) -> None:
        bay = self.marks({"a": "37", "b": "37 3/4"}, {"a": "39", "b": "37 1/2"})
        marks = {
            f"{end}_{side}": measured(text)
            for end, text in (("front", "37 1/2"), ("rear", "38"))
            for side in ("left", "right")
        }
        trials = {
            "trial_1": {"washers": measured("3"), "steps_left": measured("3"), "steps_right": measured("3"), **marks},
            "trial_2": {"washers": measured("5"), "steps_left": measured("4"), "steps_right": measured("4"), **marks},
        }
        said_of = [one.says.text("us") for one in self.fitted(bay=bay, trials=trials).findings]
        self.assertTrue(any("Two things were changed at once" in one for one in said_of))
        trials["trial_2"]["steps_right"] = measured("5")
        found = self.fitted(bay=bay, trials=trials)
        self.assertEqual(found.adjusted.next.verdict, "set both sides alike")

    @settings(deadline=None, max_examples=60)
    @given(st.data())
    def test_no_damaged_bay_raises_and_every_number_is_finite(self, data: st.DataObject) -> None:
        lengths = st.sampled_from(["6", "20 1/2", "37", "37 1/16", "38", "60"])
        names = [f"{end}_{side}_{state}" for end in ("front", "rear") for side in ("left", "right") for state in "ab"]
        bay = {name: measured(data.draw(lengths)) for name in data.draw(st.sets(st.sampled_from(names)))}
        bay |= {"marks": measured(data.draw(st.sampled_from(["arch", "bumper"])))}
        weights = st.sampled_from(["0 lb", "1 lb", "745 lb", "6000 lb"])
        bay |= {"ball_gauge_b": measured(data.draw(weights))} if data.draw(st.booleans()) else {}
        bay |= (
            {"bracket_place": measured(data.draw(st.sampled_from(["4", "27", "80"])))}
            if data.draw(st.booleans())
            else {}
        )
        corners = [f"{end}_{side}" for end in ("front", "rear") for side in ("left", "right")]
        counts = st.sampled_from(["0", "1", "3", "40"])
        trials = {
            f"trial_{number}": {
                **{
                    name: measured(data.draw(lengths))
                    for name in data.draw(st.sets(st.sampled_from([*corners, "rail_front", "rail_rear"])))
                },
                **{
                    name: measured(data.draw(counts))
                    for name in data.draw(st.sets(st.sampled_from(["washers", "steps_left", "steps_right"])))
                },
                **({"ball_gauge": measured(data.draw(weights))} if data.draw(st.booleans()) else {}),
                **({"went_on": measured("not_on")} if data.draw(st.booleans()) else {}),
            }
            for number in range(1, data.draw(st.integers(1, 4)))
        }
        found = self.fitted(bay=bay, trials=trials)
        for window in found.measured.windows:
            for value in (window.low, window.high, window.low_height, window.likely):
                self.assertTrue(value is None or math.isfinite(value), window)
        for figure in (found.measured.rates.front, found.measured.restoration.together, found.measured.attitude):
            self.assertTrue(isinstance(figure, Missing) or math.isfinite(figure.value) and math.isfinite(figure.u))
