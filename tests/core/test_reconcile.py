"""Several readings of one weight: the mean against least squares, disagreement called, the odd one pointed at."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from stathmos.core.figures import Given, Provenance, expanded
from stathmos.core.units import WEIGHT
from stathmos.core.weighing.reconcile import disagreements, reconcile, weighted_mean
from tests.core.rigs import KG, assessed, measured, rig


def reading(value: float, u: float, path: str) -> Given:
    return Given(value, WEIGHT, Provenance.MEASURED, path=path, u=u)


class Mean(unittest.TestCase):
    @given(st.lists(st.tuples(st.floats(100, 900), st.floats(1, 60)), min_size=2, max_size=6))
    def test_it_is_the_least_squares_one(self, drawn: list[tuple[float, float]]) -> None:
        """Independent: the weight whose squared misfits, each over its u², are least (scipy)."""
        mean = weighted_mean({f"w{i}": reading(x, u, f"p{i}") for i, (x, u) in enumerate(drawn)})
        best = minimize_scalar(lambda at: sum(((x - at) / u) ** 2 for x, u in drawn), bracket=(100, 900))
        self.assertAlmostEqual(mean.value, best.x, delta=1e-4)
        self.assertAlmostEqual(mean.u, float(np.sqrt(1 / sum(1 / u**2 for _, u in drawn))), places=6)

    @given(st.lists(st.tuples(st.floats(100, 900), st.floats(1, 60)), min_size=2, max_size=6))
    def test_two_know_more_than_one_and_lie_between(self, drawn) -> None:
        readings = {f"w{i}": reading(x, u, f"p{i}") for i, (x, u) in enumerate(drawn)}
        mean = weighted_mean(readings)
        self.assertLessEqual(mean.u, min(u for _, u in drawn) + 1e-9)
        self.assertTrue(min(x for x, _ in drawn) - 1e-9 <= mean.value <= max(x for x, _ in drawn) + 1e-9)


class Disagreeing(unittest.TestCase):
    def test_two_that_differ_by_more_than_they_may(self) -> None:
        """u 5 and 12: together 2·13 = 26."""
        near = {"a": reading(800, 5, "a"), "b": reading(825, 12, "b")}
        far = {"a": reading(800, 5, "a"), "b": reading(827, 12, "b")}
        self.assertEqual(disagreements(near), ())
        (found,) = disagreements(far)
        self.assertAlmostEqual(found.allowed, 26)
        self.assertFalse(reconcile(far).settled)

    def test_unsettled_the_spread_covers_every_reading(self) -> None:
        far = {"a": reading(700, 5, "a"), "b": reading(900, 5, "b")}
        found = reconcile(far).figure
        for one in far.values():
            self.assertLessEqual(abs(one.value - found.value) + expanded(one), expanded(found) + 1e-6)

    def test_the_odd_one_of_three_is_left_out(self) -> None:
        three = {"a": reading(800, 5, "a"), "b": reading(806, 5, "b"), "c": reading(950, 5, "c")}
        found = reconcile(three)
        self.assertEqual((found.odd, found.used, found.settled), ("c", ("a", "b"), True))
        self.assertAlmostEqual(found.figure.value, 803)

    def test_where_nobody_can_be_pointed_at_all_stay(self) -> None:
        three = {"a": reading(700, 5, "a"), "b": reading(800, 5, "b"), "c": reading(900, 5, "c")}
        found = reconcile(three)
        self.assertEqual((found.odd, found.used), ("", ("a", "b", "c")))

    def test_a_common_input_is_no_disagreement(self) -> None:
        """The same figure by two names differs from itself by nothing, however badly it is known."""
        one = reading(800, 90, "same")
        self.assertEqual(disagreements({"a": one, "b": one}), ())


class OnARig(unittest.TestCase):
    BEAM = {
        "weighing__beam_reading": measured("275 lb"),
        "weighing__beam_tare": measured("8 lb"),
        "weighing__beam_pivot_to_scale": measured("36 in"),
        "weighing__beam_pivot_to_coupler": measured("12 in"),
    }

    def test_scale_and_beam_that_agree_are_weighed_together(self) -> None:
        weights = assessed(rig(**self.BEAM, weighing__tongue_scale=measured("790 lb"))).weights
        self.assertEqual(weights.reconciled.used, ("tongue_scale", "beam"))
        self.assertTrue(790 < weights.tongue.value / KG < 801)
        self.assertLess(weights.tongue.u, min(way.tongue.u for way in weights.ways if way.measured))

    def test_disagreement_is_called_and_nothing_is_fit(self) -> None:
        assessment = assessed(rig(**self.BEAM, weighing__tongue_scale=measured("740 lb")))
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn(
            "Tongue scale and beam and bathroom scale differ by 61\u00a0lb", assessment.verdict.says.text("us")
        )

    def test_the_odd_one_is_named(self) -> None:
        jack = {"weighing__jack_reading": measured("900 lb"), "trailer__jack_position": measured("24 in")}  # 800 lb
        weights = assessed(rig(**self.BEAM, **jack, weighing__tongue_scale=measured("700 lb"))).weights
        self.assertEqual(weights.reconciled.odd, "tongue_scale")
        self.assertEqual(weights.became["tongue_scale"], "odd one out")
        self.assertIn("The tongue scale is the odd one", " ".join(one.says.text("us") for one in weights.warnings))

    def test_a_ticket_and_passes_that_disagree_are_called(self) -> None:
        passes = {
            "weighing__bridge_front_alone": measured("3400 lb"), "weighing__bridge_rear_alone": measured("2800 lb"),
            "weighing__bridge_front_bare": measured("3120 lb"), "weighing__bridge_rear_bare": measured("3880 lb"),
            "weighing__bridge_trailer_bare": measured("5400 lb"),
        }  # fmt: skip
        weights = assessed(rig(**passes, trailer__gross_weight=measured("6500 lb"))).weights
        self.assertFalse(weights.gross_reconciled.settled)
        self.assertIn(
            "Written gross trailer weight and weighbridge passes differ",
            " ".join(one.says.text("us") for one in weights.warnings),
        )
