"""The physics of the bay by property: what must go up goes up, what is kept is kept, and words say what figures say."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq, minimize

from stathmos.core import statics
from stathmos.core.bay import simulate
from stathmos.core.bay.adjust import coach
from stathmos.core.bay.measure import calibrate, learn, scale, trials, windows
from stathmos.core.bay.measure.arches import mean_of_sides
from stathmos.core.bay.measure.beside import as_measured
from stathmos.core.bay.prove.torque import middle, set_with_extension
from stathmos.core.bay_schools import BAY_SCHOOLS, Marks
from stathmos.core.coupled import bar_stiffness, wound
from stathmos.core.figures import Missing, Provenance
from stathmos.core.rig import Rig
from stathmos.core.settings import KINDS, settings_of
from stathmos.core.units import LENGTH, RATE
from tests.core.test_bay import HOLE, RANGES, TARGET, WASHER, setting, stands
from tests.core.test_bay_steps import AB, CHAIN, STOCKED, WHOLE, fitted, trial

rigs = st.tuples(
    st.floats(250, 600), st.floats(2800, 4200), st.floats(1000, 1600), st.floats(3800, 7000), st.floats(6, 14), st.floats(8, 30)
)  # fmt: skip


class FromTapeToSprings(unittest.TestCase):
    @given(rigs)
    def test_the_rates_are_those_that_made_the_marks(self, rig: tuple[float, ...]) -> None:
        """Forward by the statics, back by the tape's formulas."""
        T, w, o, L, k_f, k_r = rig
        rise = -statics.front_axle_change(T, 0, w, o, L) / k_f
        drop = statics.rear_axle_change(T, 0, w, o, L) / k_r
        self.assertAlmostEqual(calibrate.front_rate_from_tape(T, w, o, rise), k_f, 6)
        self.assertAlmostEqual(calibrate.rear_rate_from_tape(T, w, o, drop), k_r, 6)

    @given(rigs, st.floats(0, 2))
    def test_restoration_by_marks_is_restoration_by_loads(self, rig: tuple[float, ...], f: float) -> None:
        T, w, o, L, k_f, _ = rig
        A = 900.0
        B = A - statics.front_axle_change(T, 0, w, o, L) / k_f
        M = statics.couple_for_restoration(f, T, o, L)
        C = A - statics.front_axle_change(T, M, w, o, L) / k_f
        self.assertAlmostEqual(trials.restoration_from_marks(A, B, C), f, 6)

    @given(rigs, st.floats(0, 2))
    def test_the_rear_follows_the_front(self, rig: tuple[float, ...], f: float) -> None:
        T, w, o, L, _, k_r = rig
        drop = statics.rear_axle_change(T, 0, w, o, L) / k_r
        M = statics.couple_for_restoration(f, T, o, L)
        then = statics.rear_axle_change(T, M, w, o, L) / k_r
        self.assertAlmostEqual(then, drop * (1 - f * (1 - scale.rear_follows(w, o, L))), 6)

    @given(rigs)
    def test_equal_drop_against_a_root_finder(self, rig: tuple[float, ...]) -> None:
        """scipy finds the restoration at which both ends have sunk alike; the window aims there."""
        T, w, o, L, k_f, k_r = rig
        rise = -statics.front_axle_change(T, 0, w, o, L) / k_f
        drop = statics.rear_axle_change(T, 0, w, o, L) / k_r

        def apart(f: float) -> float:
            M = statics.couple_for_restoration(f, T, o, L)
            return statics.rear_axle_change(T, M, w, o, L) / k_r - statics.front_axle_change(T, M, w, o, L) / k_f

        found = brentq(apart, 0.0, 50.0)
        marks = Marks(front_a=0.0, front_b=rise, rear_a=0.0, rear_b=-drop)
        goes = scale.Scale(rise=rise, lift=drop * (1 - scale.rear_follows(w, o, L)), supposed=False)
        self.assertAlmostEqual(windows.band(BAY_SCHOOLS["equal_drop"], marks, goes).aim, found, 6)
        self.assertGreater(found, 1.0, "equal drop always leaves the front heavier than it was alone")

    @given(st.floats(100, 2000), st.floats(100, 2000))
    def test_the_mean_lies_between(self, left: float, right: float) -> None:
        self.assertTrue(min(left, right) <= mean_of_sides(left, right) <= max(left, right))


class BarsAndSettings(unittest.TestCase):
    def test_the_truth_is_a_straight_line_once_the_bars_touch(self) -> None:
        """What the coach leans on: the restoration is linear in washers and in holes, by the coupled equilibrium."""
        rng = np.random.default_rng(5)
        for _ in range(50):
            true = simulate.drawn(rng).truth
            by_washers = [true.restored({WASHER: washers, HOLE: 5}) for washers in (4, 5, 6, 7)]
            np.testing.assert_allclose(np.diff(by_washers), np.diff(by_washers)[0], rtol=1e-6)
            self.assertGreater(by_washers[1], by_washers[0])
            self.assertGreaterEqual(true.restored({WASHER: 4, HOLE: 5}), true.restored({WASHER: 4, HOLE: 4}))
            self.assertEqual(true.restored({WASHER: -200, HOLE: 1}), 0.0, "slack bars give nothing back")

    def test_the_simulated_bay_stands_where_the_energy_is_least(self) -> None:
        """The truth's couple against scipy: of the vehicle's springs, the bars and the tongue's work, the least."""
        rng = np.random.default_rng(6)
        for _ in range(40):
            true = simulate.drawn(rng).truth
            counts = {WASHER: float(rng.integers(0, 8)), HOLE: float(rng.integers(1, 6))}
            marks = true.marks(counts)

            def energy(at: np.ndarray, true=true, counts=counts) -> float:
                front, rear = at
                ball = rear + (rear - front) * true.o / true.w
                kinds = {one.kind.key: one for one in settings_of(true.kit)}
                wind = sum(wound(kinds[kind], number, true.d) for kind, number in counts.items())
                phi = wind + (rear - front) / true.w - (true.offset - ball) / true.L
                K = bar_stiffness(true.kit.bar_rate.value, true.d)
                springs = 0.5 * true.k_f * front**2 + 0.5 * true.k_r * rear**2 + 0.5 * K * max(0.0, phi) ** 2
                return springs - true.T * ball

            found = minimize(energy, np.zeros(2), method="BFGS", options={"gtol": 1e-7}).x
            self.assertAlmostEqual(-found[0], marks.front_c, 2)
            self.assertAlmostEqual(-found[1], marks.rear_c, 2)

    @given(st.floats(0.05, 0.4), st.floats(0.0, 0.45))
    def test_too_little_is_never_answered_with_less(self, washer: float, f: float) -> None:
        line = learn.believed(setting(3, 3), (f, 0.02), {WASHER: (washer, 0.02), HOLE: (0.2, 0.02)})
        advice = coach.advise(line, setting(3, 3), stands(f, 0.03), TARGET, RANGES)
        if advice.verdict == coach.CHANGE:
            self.assertGreater(advice.mean, f)

    def test_words_say_what_the_change_is(self) -> None:
        for word, by, says in (
            ("hole", 1.0, "Raise the brackets by 1 bracket hole: 4 instead of 3, the same on both sides."),
            ("hole", -2.0, "Lower the brackets by 2 bracket holes: 1 instead of 3, the same on both sides."),
            ("link", -0.5, "Take up ½ working link: 2½ instead of 3, the same on both sides."),
            ("link", 1.0, "Let out 1 working link: 4 instead of 3, the same on both sides."),
            ("turn", 2.0, "Tighten 2 turns: 5 instead of 3, the same on both sides."),
        ):
            with self.subTest(says=says):
                self.assertEqual(KINDS[word].change(by, 3 + by), says)
        self.assertEqual(KINDS["washer"].count(1), "1 washer")

    @given(st.floats(1, 500), st.floats(1, 500))
    def test_the_middle_of_a_handbooks_range_is_within_it(self, one: float, other: float) -> None:
        low, high = min(one, other), max(one, other)
        self.assertTrue(low <= middle(low, high) <= high)

    @given(st.floats(10, 500), st.floats(100, 1500), st.floats(0, 800), st.floats(1, 500))
    def test_a_longer_extension_is_set_lower(self, target: float, A: float, E: float, more: float) -> None:
        self.assertLess(set_with_extension(target, A, E + more), set_with_extension(target, A, E))


class AsMeasured(unittest.TestCase):
    def test_what_the_bay_measured_goes_before_the_plan(self) -> None:
        found = fitted(**STOCKED, **AB)
        rig = Rig()
        self.assertEqual(as_measured(rig), rig)
        self.assertIsInstance(found.measured.rates.front, type(found.measured.rates.rear))
        self.assertEqual(found.now.rest.geometry.k_f.provenance, Provenance.MEASURED)
        self.assertEqual(
            found.measured.planned.rest.geometry.k_f.value, fitted(**STOCKED).measured.planned.rest.geometry.k_f.value
        )

    def test_more_of_the_bars_more_on_the_front_and_the_trailer_less_on_the_rear(self) -> None:
        loads = [fitted(**STOCKED, **AB, **trial(1, front)).measured.loads for front in ("37 1/2", "37 1/4", "37")]
        for name, way in (("front", 1), ("trailer_axles", 1), ("bar_each", 1), ("rear", -1)):
            values = [way * getattr(one, name).value for one in loads]
            self.assertEqual(values, sorted(values), name)
        self.assertAlmostEqual(loads[2].restoration.value, 1.0, 9)

    def test_axle_loads_over_their_rating_are_refused_as_measured(self) -> None:
        over = {"vehicle__front_gawr": {"is": "3300 lb", "from": "label"}}
        found = fitted(**{**STOCKED, **over}, **AB, **trial(1, "36 3/4"))
        said = [one for one in found.findings if one.subject == "front_axle"]
        self.assertEqual([one.state for one in said], ["refused"])
        self.assertIn("3,300\u00a0lb is its GAWR", said[0].says.text("us"))

    def test_every_state_of_a_chain_kit_too(self) -> None:
        found = fitted(stock__kits=[CHAIN], **AB, **trial(1, "37 1/4", steps_left="5", steps_right="5"))
        self.assertNotIsInstance(found.measured.restoration.tape, Missing)
        steps = next(one for one in found.adjusted.effects if one.kind == "link")
        self.assertLess(steps.moves, 0, "a working link more slackens the bars: the front mark rises")
        whole = fitted(stock__kits=[WHOLE], **AB, **trial(1, "37 1/4"))
        self.assertGreater(next(one for one in whole.adjusted.effects if one.kind == HOLE).moves, 0)

    def test_units_of_the_figures(self) -> None:
        found = fitted(**STOCKED, **AB, **trial(1, "37 1/4"))
        self.assertEqual((found.measured.rates.front.dimension, found.measured.arches.rise.dimension), (RATE, LENGTH))
