"""The bay's schools: triples by hand, edges, and properties over thousands of random marks. Limits: common practice, no source.

The worked triple (A 37¾, B 38) and its trials are the trade's own; the other triples were reckoned by hand.
"""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.bay.measure import likelihood, windows
from stathmos.core.bay.measure.arches import StateMarks, States
from stathmos.core.bay.measure.scale import Scale, moved
from stathmos.core.bay_schools import BAY_SCHOOLS, Marks, half_of, least_of_half
from stathmos.core.figures import Anything, Authority, Given, Missing, Provenance
from stathmos.core.rules import Rules
from stathmos.core.schools import RESTORATION_SCHOOLS
from stathmos.core.units import LENGTH, MM_PER_IN

IN = MM_PER_IN
NAMES = ("front_a", "front_b", "front_c", "rear_a", "rear_b", "rear_c", "front_good", "rear_good")
#: higher is more given back too little: in front a higher mark, at the rear a lower one
ORDER = {"too little": 2, "inside": 1, "cannot tell": 1, "too much": 0}


def marks(*heights: float | None, by: float = IN) -> Marks:
    """Marks in inches, in the order of `NAMES`."""
    return Marks(**{name: None if at is None else at * by for name, at in zip(NAMES, heights, strict=False)})


def figure(value: float, name: str, u: float = 0.5) -> Given:
    return Given(value, LENGTH, Provenance.MEASURED, path=name, u=u)


def taped(found: Marks, u: float = 0.5) -> windows.Taped:
    """What a verdict is given on, from plain marks."""
    at = {
        name: Missing((name,)) if getattr(found, name) is None else figure(getattr(found, name), name, u)
        for name in NAMES
    }
    state = {one: _at_the_arches(at[f"front_{one}"], at[f"rear_{one}"]) for one in ("a", "b", "c", "good")}
    rise = 12.0 if None in (found.front_a, found.front_b) else max(1.0, found.front_b - found.front_a)
    scale = Scale(rise=rise, lift=8.0, supposed=found.front_b is None)
    return windows.Taped(states=States(state["a"], state["b"], state["c"]), good=state["good"], scale=scale)


def _at_the_arches(front: Anything, rear: Anything) -> StateMarks:
    return StateMarks(front, rear, front, rear)


def said(found: Marks, rules: Rules = Rules()) -> dict[str, windows.Window]:
    return {one.key: one for one in windows.under_each_school(taped(found), rules)}


class ByHand(unittest.TestCase):
    def verdicts(self, school: str, *cases: tuple[tuple[float | None, ...], str]) -> None:
        for heights, verdict in cases:
            with self.subTest(school=school, heights=heights):
                self.assertEqual(BAY_SCHOOLS[school].judge(marks(*heights)).verdict, verdict)

    def test_half_to_full(self) -> None:
        # A 37¾, B 38: from 37¾ to 37⅞; C 37¼ is over, 37¾ full, 37⅞ exactly half, and each edge passes
        self.verdicts(
            "half_to_full",
            ((37.75, 38, 37.25), "too much"), ((37.75, 38, 37.75), "inside"), ((37.75, 38, 37.875), "inside"),
            ((37.75, 38, 37.9375), "too little"), ((37.75, 38, 38), "too little"), ((36, 37, 36.5), "inside"),
            ((36, 37, 35.9375), "too much"), ((36, 37, None), "not measured"), ((36, None, 36.5), "not measured"),
            ((36, None, 35.5), "too much"), ((37, 37, 37), "cannot tell"), ((37, 37, 36.5), "too much"),
        )  # fmt: skip

    def test_half_and_no_further(self) -> None:
        # an inch: from ⅜ in down (½ − ⅛) to ½; half an inch: from a third (1/6 in) to ¼; under ¼ in the tape cannot show it
        self.verdicts(
            "half",
            ((36, 37, 36.625), "inside"), ((36, 37, 36.5), "inside"), ((36, 37, 36.4375), "too much"), ((36, 37, 36.6875), "too little"),
            ((36, 36.5, 36.3125), "inside"), ((36, 36.5, 36.34375), "too little"), ((36, 36.5, 36.25), "inside"),
            ((36, 36.1875, 36.09375), "cannot tell"), ((36, 36.1875, 35.5), "too much"), ((36, 36.25, 36.125), "inside"),
            ((36, 36.1875, 36.1875), "too little"),
        )  # fmt: skip

    def test_full(self) -> None:
        self.verdicts(
            "full",
            ((36, None, 36.125), "inside"), ((36, None, 35.875), "inside"), ((36, None, 36.1875), "too little"),
            ((36, 37, 35.8125), "too much"), ((36, 36.125, 36.125), "too little"), ((None, 37, 36), "not measured"),
        )  # fmt: skip

    def test_equal_drop_needs_no_b(self) -> None:
        # front down ½ in (12.7 mm), rear down 1 in: 12.7 mm apart, and 12 mm is the most
        self.verdicts(
            "equal_drop",
            ((36, None, 35.5, 38, None, 37), "too little"), ((36, None, 35.5, 38, None, 37.0625), "inside"),
            ((36, None, 35, 38, None, 37.5), "too much"), ((36, None, 35.5, None, None, 37), "not measured"),
            ((36, 37, 35.5, 38, 36, 37.25), "inside"),
        )  # fmt: skip

    def test_all_within(self) -> None:
        self.verdicts(
            "all_within",
            ((36, None, 36.5, 38, None, 37.5), "inside"), ((36, None, 36.5625, 38, None, 38), "too little"),
            ((36, None, 36, 38, None, 37.4375), "too little"), ((36, None, 35.4375, 38, None, 38), "too much"),
            ((36, None, 36, 38, None, 38.5625), "too much"), ((36, None, 35.4375, 38, None, 37.4375), "cannot be met"),
            ((36, None, 36, 38, None, None), "not measured"), ((36, None, 36.5625, 38, None, None), "too little"),
        )  # fmt: skip
        self.verdicts(
            "all_within_quarter",
            ((36, None, 36.25, 38, None, 37.75), "inside"),
            ((36, None, 36.3125, 38, None, 38), "too little"),
        )

    def test_known_good_works_from_c_alone(self) -> None:
        self.verdicts(
            "known_good",
            ((None, None, 37.5, None, None, 38.2, 37.5, 38.2), "inside"), ((None, None, 37.25, None, None, 38.2, 37.5, 38.2), "inside"),
            ((None, None, 37.1875, None, None, 38.2, 37.5, 38.2), "too much"), ((None, None, 37.8125, None, None, 38.2, 37.5, 38.2), "too little"),
            ((None, None, 37.5, None, None, 37.9, 37.5, 38.2), "too little"), ((None, None, 37.5, None, None, 38.2, None, None), "not measured"),
        )  # fmt: skip
        window = said(
            marks(None, None, 37.8125, None, None, 38.2, 37.5, 38.2),
            Rules(bay_school="known_good", bay_authority=Authority.RIG),
        )
        self.assertIsNotNone(window["known_good"].low, "and can be aimed at from C alone")

    def test_bars_that_do_nothing_pass_under_no_school(self) -> None:
        idle = marks(36, 36.25, 36.25, 38, 37.75, 37.75, 36.25, 37.75)
        for school in BAY_SCHOOLS.values():
            self.assertNotEqual(school.judge(idle).verdict, "inside", school.key)

    def test_every_quarter_inch_rig_at_exactly_half_passes(self) -> None:
        for a in np.arange(30, 40, 0.25):
            for rise in (0.25, 0.5, 0.75, 1.0, 1.25, 1.5):
                found = marks(a, a + rise, a + rise / 2)
                self.assertEqual(BAY_SCHOOLS["half_to_full"].judge(found).verdict, "inside")
                self.assertEqual(BAY_SCHOOLS["half"].judge(found).verdict, "inside")

    def test_a_handbook_goes_before_the_bays_own_school(self) -> None:
        handbook = replace(RESTORATION_SCHOOLS["full"], authority=Authority.VEHICLE_HANDBOOK)
        rules = Rules(restoration=handbook, bay_school="equal_drop", bay_authority=Authority.RIG)
        self.assertEqual(windows.in_force(rules), ("full", Authority.VEHICLE_HANDBOOK))
        self.assertEqual(windows.in_force(replace(rules, restoration=RESTORATION_SCHOOLS["full"]))[0], "equal_drop")


class Words(unittest.TestCase):
    def test_the_mark_that_is_out_is_named_and_no_other(self) -> None:
        found = said(marks(36, 37, 36.25, 38, 36.5, 37.25))
        self.assertEqual(found["all_within"].verdict, "too little")
        told = found["all_within"].says.text("us").replace("\u00a0", " ")
        self.assertEqual(
            told,
            "The rear mark at 37 1/4 in stands 1/4 in below its window, 37 1/2 in to 38 1/2 in: too little is given back.",
        )
        full = found["full"].says.text("us").replace("\u00a0", " ")
        self.assertIn("The front mark at 36 1/4 in stands 1/8 in above its window, 35 7/8 in to 36 1/8 in", full)
        drops = found["equal_drop"].says.text("us").replace("\u00a0", " ")
        self.assertIn("The front stands 1/4 in higher and the rear 3/4 in lower than uncoupled, 1 in apart", drops)

    def test_a_missing_mark_is_named(self) -> None:
        found = said(marks(36, None, 36.25))
        self.assertIn("Wanting: front, coupled, no bars (B).", found["half_to_full"].says.text("us"))
        self.assertEqual(found["half_to_full"].missing, ("front_b",))
        self.assertIn("rear, bars on (C)", found["equal_drop"].says.text("us"))

    def test_schools_that_say_opposite_things_are_both_heard(self) -> None:
        found = said(marks(36, 36.5, 35.25, 38, 36.5, 37.25))
        self.assertEqual((found["equal_drop"].verdict, found["half_to_full"].verdict), ("inside", "too much"))
        told = windows.opposite(tuple(found.values())).text("us")
        self.assertIn("The schools disagree on the same measurements.", told)
        self.assertIn("3/4\u00a0in below its window", told)

    def test_a_small_rise_is_sent_to_the_weighbridge_which_may_settle_it(self) -> None:
        small = taped(marks(36, 36.1875, 36.09375))
        rules = Rules(bay_school="half", bay_authority=Authority.RIG)
        self.assertIn("weighbridge", windows.under_each_school(small, rules)[0].says.text("us"))
        for f, verdict in ((0.45, "inside"), (0.5, "inside"), (0.6, "too much"), (0.3, "too little")):
            weighed = replace(small, weighed=Given(f, "share", Provenance.MEASURED, path="bridge", u=0.02))
            self.assertEqual(windows.under_each_school(weighed, rules)[0].verdict, verdict)


def random_marks(number: int, seed: int) -> list[Marks]:
    """Marks to the sixteenth about a rig that coupling lifts in front and lowers behind; the reference not far off."""
    rng = np.random.default_rng(seed)
    a, rise, drop = rng.integers(500, 640, number), rng.integers(-2, 24, number), rng.integers(-2, 48, number)
    f, rear = rng.integers(-40, 60, number), rng.integers(500, 700, number)
    up, good = rng.integers(-8, 50, number), rng.integers(-8, 9, (2, number))
    columns = (a, a + rise, a + rise - f / 2, rear, rear - drop, rear - drop + up, a + good[0], rear + good[1])
    return [marks(*row, by=IN / 16) for row in np.array(columns).T]


class Properties(unittest.TestCase):
    def test_over_20_000_random_triples(self) -> None:
        """Monotone in each mark; moved or written otherwise, the same; inside by the predicate of many is inside by that of one."""
        found = random_marks(20_000, 3)
        for school in BAY_SCHOOLS.values():
            columns = {name: np.array([getattr(one, name) for one in found]) for name in NAMES}
            together = school.holds(Marks(**columns))
            for one, holds in zip(found, together, strict=True):
                verdict = school.judge(one).verdict
                if verdict == "inside":
                    self.assertTrue(holds)
                    self.assertLess(one.front_c, one.front_b, "bars that do nothing pass nowhere")
            for one in found[::10]:
                verdict = school.judge(one).verdict
                moved = Marks(**{name: getattr(one, name) + IN / 64 for name in NAMES})
                self.assertEqual(school.judge(moved).verdict, verdict, "all heights shifted by a 64th")
                metric = Marks(**{name: float(f"{getattr(one, name):.9f}") for name in NAMES})
                self.assertEqual(school.judge(metric).verdict, verdict, "read back from text")
                if verdict in ORDER:
                    higher = school.judge(replace(one, front_c=one.front_c + IN / 16)).verdict
                    self.assertGreaterEqual(ORDER.get(higher, ORDER[verdict]), ORDER[verdict], (school.key, one))
                    up = school.judge(replace(one, rear_c=one.rear_c + IN / 16)).verdict
                    self.assertLessEqual(ORDER.get(up, ORDER[verdict]), ORDER[verdict], (school.key, one))

    def test_sentence_and_likelihood_agree_with_the_verdict(self) -> None:
        for one in random_marks(600, 4):
            for key, window in said(one).items():
                told = window.says.text("us")
                with self.subTest(school=key, told=told):
                    self.assertEqual(
                        "lies in its window" in told and "stands" not in told or "is the most." in told,
                        window.verdict == "inside",
                    )
                    if window.verdict in ("too little", "too much"):
                        self.assertTrue(
                            "too little is given back" in told
                            if window.verdict == "too little"
                            else "too much is taken" in told
                        )
                    if window.verdict != "inside" and window.likely is not None and "the bars do nothing" not in told:
                        self.assertLessEqual(window.likely, 0.51, "nearer in than out is inside")
                    if window.likely is not None and window.likely > 0.55:
                        self.assertIn(window.verdict, ("inside", "too little"))

    @given(st.floats(500, 900), st.floats(1, 60))
    def test_the_edges_of_half(self, a: float, rise: float) -> None:
        """From max(⅓, ½ − ⅛ in / rise) to ½, by the restoration."""
        b = a + rise
        low = (b - float(least_of_half(a, b))) / rise
        self.assertAlmostEqual(low, max(1 / 3, 0.5 - IN / 8 / rise), 6)
        self.assertAlmostEqual((b - half_of(a, b)) / rise, 0.5, 9)

    def test_likelihood_against_the_normal_integral(self) -> None:
        """Known edges: the share of a normal between two, by scipy."""
        from scipy.stats import norm

        school = BAY_SCHOOLS["all_within"]
        for front, u in ((0.0, 3.0), (5.0, 4.0), (12.7, 2.0), (20.0, 6.0)):
            figures = {
                "front_a": figure(0, "a", 0),
                "rear_a": figure(0, "ra", 0),
                "front_c": figure(front, "c", u),
                "rear_c": figure(0, "rc", 0),
            }
            expected = norm.cdf(12.7, front, u) - norm.cdf(-12.7, front, u)
            self.assertAlmostEqual(likelihood.draws((figures,), figures).likelihood(school, figures), expected, 1)
            self.assertLess(abs(likelihood.draws((figures,), figures).likelihood(school, figures) - expected), 0.02)


class Aiming(unittest.TestCase):
    def test_what_no_restoration_meets_is_aimed_at_between_its_ends(self) -> None:
        """The front wants 0.5 and more, the rear would need 3: a window of no width between them, and no likelihood below nothing."""
        found = marks(36, 36.5, 36.4, 38, 36.0, 36.1)
        window = said(found)["all_within_quarter"]
        self.assertEqual(window.low, window.high)
        self.assertGreaterEqual(window.likely, 0.0)

    @given(st.floats(0.1, 1.5), st.floats(8, 30), st.floats(5, 40))
    def test_the_window_in_restoration_is_where_the_marks_then_stand_inside(
        self, f: float, rise: float, lift: float
    ) -> None:
        """At any restoration within it the predicted marks are inside by the predicate, and outside of it they are not."""
        goes = Scale(rise=rise, lift=lift, supposed=False)
        start = Marks(
            front_a=900.0,
            front_b=900.0 + rise,
            front_c=900.0 + rise * (1 - f),
            rear_a=950.0,
            rear_b=910.0,
            rear_c=910.0 + f * lift,
        )
        for school in (BAY_SCHOOLS[key] for key in ("half_to_full", "full", "equal_drop", "all_within")):
            band = windows.band(school, start, goes)
            for at in np.linspace(-0.5, 3.0, 36):
                then = moved(start, goes, at - f)
                near = min(abs(at - band.low), abs(at - band.high)) < 1e-6
                if not near and band.low < band.high:
                    self.assertEqual(bool(school.holds(then)), band.low < at < band.high, school.key)
