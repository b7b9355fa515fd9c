"""How practitioners work: one side, the front alone, height first, B before A, bars that would not go on, a good rig matched from C.

Common practice, no source, where a test names no other. Figures invented but for the worked triple.
"""

from __future__ import annotations

import unittest

import numpy as np

from stathmos.core import statics
from stathmos.core.bay.measure.calibrate import couple_from_ball
from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.heights import TYPICAL_RATES
from tests.core.rigs import measured
from tests.core.test_bay_steps import AB, CHAIN, STOCKED, fitted, marks, trial

FRONT = ("front_left", "front_right")


def front_only(written: dict[str, dict]) -> dict[str, dict]:
    return {path: entry for path, entry in written.items() if "__rear_" not in path}


def left_only(written: dict[str, dict]) -> dict[str, dict]:
    return {path: entry for path, entry in written.items() if "_right" not in path or "steps" in path}


class Habits(unittest.TestCase):
    def keys(self, found) -> set[tuple[str, str]]:
        return {(one.state, one.key) for one in found.findings}

    def test_the_front_alone_is_enough_for_a_school_of_the_front(self) -> None:
        found = fitted(**STOCKED, **front_only({**AB, **trial(1, "37 1/4")}))
        self.assertEqual(found.measured.windows[0].verdict, "inside")
        self.assertFalse({("unknown", "state_not_measured"), ("unknown", "c_rear_not_measured")} & self.keys(found))
        whole = fitted(**STOCKED, **AB, **trial(1, "37 1/4"))
        self.assertGreater(found.measured.current.state.front.u, whole.measured.current.state.front.u)
        self.assertIn(("caution", "front_only"), self.keys(found))
        self.assertNotIn(("caution", "front_only"), self.keys(whole))

    def test_one_side_alone_is_judged_with_more_doubt_and_a_caution(self) -> None:
        both, one = (
            fitted(**STOCKED, **written)
            for written in ({**AB, **trial(1, "37 1/4")}, left_only({**AB, **trial(1, "37 1/4")}))
        )
        self.assertEqual(one.measured.windows[0].verdict, both.measured.windows[0].verdict)
        self.assertGreater(one.measured.current.state.front.u, both.measured.current.state.front.u)
        self.assertLess(one.measured.windows[0].likely, both.measured.windows[0].likely)
        self.assertIn(("caution", "one_side"), self.keys(one))
        self.assertNotIn(("caution", "one_side"), self.keys(both))

    def test_sides_that_no_two_states_share_are_no_difference(self) -> None:
        a = {"bay__front_left_a": measured("37")}
        b = {"bay__front_right_b": measured("37 5/8")}
        self.assertIn("bay.front_left_a", fitted(**STOCKED, **a, **b).measured.arches.rise.needs)

    def test_b_before_a_and_without_a(self) -> None:
        b = {path: entry for path, entry in AB.items() if not path.endswith("_a")}
        found = fitted(**STOCKED, **b)
        self.assertEqual(found.adjusted.next.verdict, "measure")
        self.assertIn("state A", found.adjusted.next.says.text("us"))

    def test_a_school_of_a_and_c_wants_no_b(self) -> None:
        a = {path: entry for path, entry in AB.items() if path.endswith("_a")}
        ways = {"ways__bay_school": measured("all_within")}
        begun = fitted(**STOCKED, **a, **ways)
        self.assertEqual(begun.adjusted.next.verdict, "begin")
        found = fitted(**STOCKED, **a, **trial(1, "37 1/4"), **ways)
        self.assertEqual(found.measured.windows[0].verdict, "too little", "the rear stands 3/4 in low")
        self.assertIn("rear mark", found.measured.windows[0].says.text("us"))
        self.assertEqual(found.adjusted.next.verdict, "change")

    def test_a_direction_beyond_doubt_without_its_amount(self) -> None:
        """C half an inch under A is too much, whatever the rise."""
        a = {path: entry for path, entry in AB.items() if path.endswith("_a")}
        found = fitted(**STOCKED, **a, **trial(1, "36 1/2"))
        self.assertEqual(found.measured.windows[0].verdict, "too much")
        self.assertEqual(found.adjusted.next.verdict, "change")
        self.assertIn("Take out 1 washer", found.adjusted.next.says.text("us"))
        flat = {**marks("bay", "_a", "37", "39"), **marks("bay", "_b", "37 1/16", "37 1/2")}
        self.assertEqual(fitted(**STOCKED, **flat, **trial(1, "36 1/2")).measured.windows[0].verdict, "too much")

    def test_a_known_good_rig_is_matched_from_c_alone(self) -> None:
        good = {
            "bay__good_front": measured("37 1/4"),
            "bay__good_rear": measured("38 1/4"),
            "ways__bay_school": measured("known_good"),
        }
        high = fitted(**STOCKED, **good, **trial(1, "37 5/8"))
        self.assertEqual(high.measured.windows[0].verdict, "too little")
        self.assertEqual(high.adjusted.next.verdict, "change")
        self.assertIn("Add", high.adjusted.next.says.text("us"))
        self.assertEqual(fitted(**STOCKED, **good, **trial(1, "37 1/4")).measured.windows[0].verdict, "inside")

    def test_bars_that_would_not_go_on_are_slackened(self) -> None:
        tight = {
            f"trials__trial_1__{name}": measured(text)
            for name, text in {"washers": "6", "steps_left": "4", "steps_right": "4", "went_on": "not_on"}.items()
        }
        found = fitted(**STOCKED, **AB, **tight)
        self.assertIn("Lower the brackets by 2 bracket holes", found.adjusted.next.says.text("us"))
        self.assertIn(("refused", "bars_would_not_go_on"), self.keys(found))
        # and no setting as tight is proposed afterwards
        then = {**trial(2, "37 1/2", washers="6", steps_left="2", steps_right="2")}
        later = fitted(**STOCKED, **AB, **tight, **then)
        self.assertEqual(later.adjusted.next.verdict, "change")
        self.assertFalse(
            later.adjusted.next.entries.get("trials.trial_3.washers") == "6"
            and later.adjusted.next.entries.get("trials.trial_3.steps_left") == "4"
        )
        links = {**tight, "trials__trial_1__steps_left": measured("5"), "trials__trial_1__steps_right": measured("5")}
        self.assertIn(
            "Let out 2 working links", fitted(stock__kits=[CHAIN], **AB, **links).adjusted.next.says.text("us")
        )

    def test_height_first_by_the_rail_before_a_bar_is_touched(self) -> None:
        """Too little given back and the rail 2 in high: the head first, and what it does to front and rail is told."""
        found = fitted(**STOCKED, **AB, **trial(1, "37 9/16", ("22", "20"))).adjusted.next
        self.assertEqual(found.verdict, "move the head")
        self.assertIsNotNone(found.front)
        self.assertLess(abs(found.rail), 1.25 * 25.4)
        self.assertIn("Every C measured before is void", found.why.text("us"))

    def test_the_rail_of_the_last_trial_that_has_one_is_judged(self) -> None:
        second = {path: entry for path, entry in trial(2, "37 1/4", washers="5").items() if "rail" not in path}
        found = fitted(**STOCKED, **AB, **trial(1, "37 1/2", ("20 1/2", "20")), **second)
        self.assertAlmostEqual(found.measured.attitude.value, 12.7, 6)

    def test_one_bar_that_pulls_alone_is_said(self) -> None:
        """From B to C the front came down on the left only."""
        lame = {
            **trial(1, "37 1/4"),
            "trials__trial_1__front_left": measured("36 7/8"),
            "trials__trial_1__front_right": measured("37 5/8"),
        }
        found = next(one for one in fitted(**STOCKED, **AB, **lame).measured.checks if one.key == "sides")
        self.assertEqual(found.state, "caution")
        self.assertIn("on the left side only", found.says.text("us"))

    def test_the_jack_is_asked_for_at_c_too(self) -> None:
        found = fitted(**STOCKED, **AB, **{**trial(1, "37 1/4"), "trials__trial_1__jack_clear": measured("no")})
        self.assertIn(("refused", "jack_bore"), self.keys(found))

    def test_the_start_is_the_bays_schools_and_orders_own(self) -> None:
        """For full restoration it begins with more wind than for half; by tilt alone the bar ends stay as the handbook has them."""
        begun = {}
        for school in ("half", "half_to_full", "full"):
            entries = fitted(**STOCKED, **AB, ways__bay_school=measured(school)).adjusted.next.entries
            begun[school] = int(entries["trials.trial_1.washers"]) + 2 * int(entries["trials.trial_1.steps_left"])
        self.assertLess(begun["half"], begun["full"])
        self.assertTrue(begun["half"] <= begun["half_to_full"] <= begun["full"])
        tilt = fitted(
            **STOCKED, **AB, ways__bay_school=measured("equal_drop"), ways__adjust_first=measured("tilt_only")
        )
        self.assertEqual(tilt.adjusted.next.entries["trials.trial_1.steps_left"], "3")

    def test_a_ball_out_of_level_moves_the_head_before_any_bar(self) -> None:
        found = fitted(**STOCKED, **AB, hitch__ball_height=measured("31")).adjusted.next
        self.assertIn(found.verdict, ("move the head", "used up"))
        self.assertIn("Height first", found.why.text("us"))


class VerdictAndCoach(unittest.TestCase):
    def test_they_agree_on_random_marks_under_every_school(self) -> None:
        """The whole bay: set or left only where the school says inside; more where it says too little, less where too much."""
        rng = np.random.default_rng(9)
        for school in BAY_SCHOOLS:
            for _ in range(20):
                a, rise, f = 37.0, int(rng.integers(4, 20)) / 16, int(rng.integers(-4, 28)) / 16
                front, rear = a + rise - f, 39 - int(rng.integers(0, 30)) / 16
                ab = {
                    **marks("bay", "_a", "37", "39"),
                    **marks("bay", "_b", f"{a + rise}", "37 1/2"),
                    "bay__rocked_b": measured("yes"),
                }
                c = {**trial(1, f"{front}"), **marks("trials__trial_1", "", f"{front}", f"{rear}")}
                good = {"bay__good_front": measured("37 1/8"), "bay__good_rear": measured("38 1/2")}
                found = fitted(**STOCKED, **ab, **c, **good, ways__bay_school=measured(school))
                window, then = found.measured.windows[0], found.adjusted.next
                with self.subTest(school=school, front=front, rear=rear, verdict=window.verdict, coach=then.verdict):
                    self.assertEqual(window.key, school)
                    if then.verdict in ("done", "leave"):
                        self.assertEqual(window.verdict, "inside")
                    if then.verdict == "done":
                        self.assertGreaterEqual(window.likely, 0.66)
                    if then.verdict == "change" and window.verdict in ("too little", "too much"):
                        self.assertEqual(
                            then.says.text("us").startswith(("Add", "Raise")), window.verdict == "too little"
                        )
                    refused = {one.key for one in found.findings if one.state == "refused"}
                    self.assertEqual(
                        "window_missed" in refused, window.verdict in ("too little", "too much", "cannot be met")
                    )


class BallAndGauge(unittest.TestCase):
    def check(self, coupled: str):
        ball = {"hitch__ball_height": measured("25"), "bay__ball_coupled_b": measured(coupled)}
        return next((one for one in fitted(**STOCKED, **AB, **ball).measured.checks if one.key == "ball_follows"), None)

    def test_the_coupled_ball_follows_from_the_arches(self) -> None:
        # front up 5/8, rear down 1½ in; w and o of the tests' rig: 1½ + (1½ + 5/8)·o/w
        g = fitted(**STOCKED, **AB).now.rest.geometry
        sinks = statics.ball_drop(-0.625, 1.5, g.w.value, g.o.value)
        near = f"{round((25 - sinks) * 16)}/16"
        self.assertEqual(self.check(near).state, "good")
        high = self.check(f"{round((25 - sinks + 0.75) * 16)}/16")
        self.assertEqual(high.state, "refused")
        self.assertIn("jack still carries", high.says.text("us"))

    def test_a_gauge_under_the_ball_tells_the_restoration(self) -> None:
        """The worked example of the method page: 1 853 lb on the ball at 27 in is the couple of full restoration."""
        M = couple_from_ball(B=statics.ball_force(800, 32481, 27, 216), T=800, d=27, L=216)
        self.assertAlmostEqual(M, 32481, 6)
        plain = fitted(**STOCKED, **AB, **trial(1, "37 1/4"))
        rest = plain.now.rest
        M = statics.couple_for_restoration(0.6, rest.tongue.value, rest.geometry.o.value, rest.geometry.L.value)
        on_ball = statics.ball_force(rest.tongue.value, M, rest.bracket.value, rest.geometry.L.value)
        gauge = {"trials__trial_1__ball_gauge": measured(f"{on_ball:.2f} kg")}
        found = fitted(**STOCKED, **AB, **{**trial(1, "37 1/4"), **gauge}).measured.restoration
        self.assertAlmostEqual(found.gauge.value, 0.6, 4)
        self.assertAlmostEqual(found.together.value, 0.6, 1, "tape and gauge say the same here")

    def test_a_gauge_far_from_the_tape_is_said_and_a_ball_that_carries_nothing_tells_nothing(self) -> None:
        """Tape 60 %, the gauge twice what it then reads: they disagree, each with its figure; a gauge of 0 divides nothing."""
        gauge = {"trials__trial_1__ball_gauge": measured("2600 lb")}
        found = fitted(**STOCKED, **AB, **{**trial(1, "37 1/4"), **gauge})
        said = next(one for one in found.findings if one.key == "restorations_disagree").says.text("us")
        self.assertIn("by tape 60", said)
        self.assertIn("by the gauge under the ball", said)
        empty = fitted(**STOCKED, **AB, bay__ball_gauge_b=measured("0 lb"), **{**trial(1, "37 1/4"), **gauge})
        self.assertEqual(empty.measured.restoration.gauge.needs, ("bay.ball_gauge_b",))
        near = {"trials__trial_1__ball_gauge": measured("1100 lb")}
        judged = fitted(**STOCKED, **AB, **{**trial(1, "37 1/4"), **near}).measured.windows[0].says.text("us")
        self.assertIn("with the gauge under the ball counted in", judged)


class Springs(unittest.TestCase):
    def test_class_rates_against_measured_pairs(self) -> None:
        """Rise over drop on coupling: trucks measured 0.20 and 0.25; o/(w·k_f) over (w + o)/(w·k_r), a rig of 145 and 50 in."""
        w, o = 145, 50
        for name, pair in (("half_ton", 0.25), ("three_quarter_ton", 0.20), ("one_ton", 0.20)):
            k_f, k_r = TYPICAL_RATES[name]
            rise, drop = (
                -statics.front_axle_change(1000, 0, w, o, 216) / k_f,
                statics.rear_axle_change(1000, 0, w, o, 216) / k_r,
            )
            with self.subTest(name=name):
                self.assertAlmostEqual(rise / drop, pair, delta=0.03)
