"""The loading plan: moments by hand and by an independent sum, densities, three cases, what is still to come."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core.cargo import tongue_of_load
from stathmos.core.figures import Missing, Provenance
from stathmos.core.rig.loads import PROPANE, WATER
from tests.core.rigs import KG, MM, assessed, label, measured, rig

EMPTY: dict = {
    "weighing__tongue_scale": None,
    "trailer__gross_weight": None,
    "trailer__unladen_weight": {"is": "5000 lb", "from": "brochure"},
    "trailer__brochure_tongue": {"is": "560 lb", "from": "brochure"},
}


def load(key: str, weight: str, at: str, **more) -> dict:
    made = {f"loads__{key}__weight": measured(weight), f"loads__{key}__at": measured(at)}
    return {**made, **{f"loads__{key}__{name}": value for name, value in more.items()}}


def case(assessment, key: str):
    return next(one for one in assessment.cases if one.key == key)


class Moments(unittest.TestCase):
    @given(st.floats(1, 3000), st.floats(50, 10000), st.floats(1500, 8000))
    def test_against_a_solved_balance(self, m: float, x: float, L: float) -> None:
        """Tongue and axles hold one load up: two equations solved by numpy, not the formula turned round."""
        tongue, _ = np.linalg.solve([[1.0, 1.0], [0.0, L]], [m, m * x])
        self.assertAlmostEqual(tongue_of_load(m, x, L), tongue, delta=1e-6 * m * max(1.0, x / L))

    @settings(max_examples=40, deadline=None)
    @given(st.lists(st.tuples(st.integers(1, 400), st.integers(30, 330)), min_size=1, max_size=5))
    def test_a_plan_is_the_sum_of_its_loads(self, drawn: list[tuple[int, int]]) -> None:
        changes = {}
        for index, (weight, at) in enumerate(drawn):
            changes |= load(f"gear_{index}", f"{weight} lb", f"{at} in")
        weights = assessed(rig(**EMPTY, **changes)).weights
        by_hand = 560 + sum(weight * (216 - at) / 216 for weight, at in drawn)
        if by_hand > 0:
            self.assertAlmostEqual(weights.tongue.value / KG, by_hand, places=6)
        self.assertAlmostEqual(weights.gross.value / KG, 5000 + sum(weight for weight, _ in drawn), places=6)

    def test_nine_hundred_pounds_a_foot_rearward(self) -> None:
        """A 900 lb load moved about a foot back on a 400 lb trailer, axle about 8 ft behind the ball: over 100 lb off the tongue (common practice, no source)."""
        L = 8 * 12.0
        before, after = tongue_of_load(900, 80, L), tongue_of_load(900, 92, L)
        self.assertAlmostEqual(before - after, 900 * 12 / L)
        self.assertGreater(before - after, 100)

    @given(st.floats(1, 3000), st.floats(0, 8000), st.floats(1, 3000), st.floats(1500, 8000))
    def test_rearward_always_takes_off_and_behind_the_axle_is_less_than_nothing(self, m, x, dx, L) -> None:
        self.assertLess(tongue_of_load(m, x + dx, L), tongue_of_load(m, x, L))
        self.assertLess(tongue_of_load(m, L + dx, L), 0)


class Fluids(unittest.TestCase):
    def test_densities(self) -> None:
        """Fresh water 8.34 lb/gal, propane 4.2 lb/gal at 60 °F (handbook densities); a litre of water weighs a kilogram."""
        self.assertAlmostEqual(WATER, 0.999, places=3)
        self.assertAlmostEqual(PROPANE, 0.503, places=3)

    def test_forty_gallons_of_water(self) -> None:
        document = rig(
            **EMPTY, trailer__fresh_tank_position=measured("108 in"), loads__fresh_water__volume=measured("40 gal")
        )
        weights = assessed(document).weights
        self.assertAlmostEqual(weights.gross.value / KG, 5000 + 40 * 8.34, places=6)
        self.assertAlmostEqual(weights.tongue.value / KG, 560 + 40 * 8.34 / 2, places=6)

    def test_a_tank_with_no_volume_written_is_taken_full(self) -> None:
        document = rig(
            **EMPTY, trailer__fresh_tank=label("50 gal"), trailer__fresh_tank_position=measured("108 in"),
            loads__fresh_water__when="aboard",
        )  # fmt: skip
        self.assertAlmostEqual(assessed(document).weights.gross.value / KG, 5000 + 50 * 8.34, places=6)

    def test_more_than_the_tank_holds_is_flagged(self) -> None:
        document = rig(trailer__fresh_tank=label("40 gal"), loads__fresh_water__volume=measured("60 gal"))
        self.assertEqual([one.place for one in assessed(document).contradictions], ["loads.fresh_water.volume"])


class NotKnown(unittest.TestCase):
    def test_a_load_without_a_place_leaves_the_tongue_of_the_plan_unknown(self) -> None:
        weights = assessed(rig(**EMPTY, loads__gear__weight=measured("300 lb"))).weights
        self.assertEqual([way.key for way in weights.ways], ["brochure"])
        self.assertAlmostEqual(weights.gross.value / KG, 5300)

    def test_a_plan_is_no_weighing_however_well_its_loads_are_known(self) -> None:
        changes = {
            **EMPTY,
            "trailer__brochure_tongue": measured("560 lb"),
            "trailer__unladen_weight": measured("5000 lb"),
        }
        assessment = assessed(rig(**changes, **load("gear", "900 lb", "120 in")))
        self.assertEqual([way.key for way in assessment.weights.ways if way.measured], [])
        self.assertNotEqual(assessment.verdict.state, "good")

    def test_a_load_to_come_without_a_weight_leaves_the_plan_unknown(self) -> None:
        assessment = assessed(rig(loads__gear__when="to_come", loads__gear__at=measured("100 in")))
        self.assertIsInstance(assessment.weights.tongue, Missing)
        self.assertNotEqual(assessment.verdict.state, "good")


class Cases(unittest.TestCase):
    def test_as_it_stands_and_as_planned(self) -> None:
        """Weighed 800 lb on 6 200; 100 lb comes in at 54 in (+75), 200 lb goes out from 162 in (−50)."""
        document = rig(
            **load("gear", "100 lb", "54 in", when="to_come"),
            **load("machine", "200 lb", "162 in", when="to_come_out"),
        )
        assessment = assessed(document)
        stands, planned = case(assessment, "standing"), case(assessment, "planned")
        self.assertAlmostEqual(stands.tongue.value / KG, 800, places=6)
        self.assertAlmostEqual(planned.tongue.value / KG, 825, places=6)
        self.assertAlmostEqual(planned.gross.value / KG, 6100, places=6)
        self.assertAlmostEqual(planned.share.value, 825 / 6100, places=9)
        self.assertAlmostEqual(assessment.weights.share.value, planned.share.value, places=9)

    def test_a_load_moved_after_the_weighing(self) -> None:
        """300 lb from 200 to 128 in: 300·72/216 = 100 lb more on the tongue, nothing on the scale."""
        assessment = assessed(rig(**load("gear", "300 lb", "200 in", moved_to=measured("128 in"))))
        self.assertAlmostEqual(case(assessment, "standing").tongue.value / KG, 800, places=6)
        self.assertAlmostEqual(case(assessment, "planned").tongue.value / KG, 900, places=6)
        self.assertAlmostEqual(case(assessment, "planned").gross.value / KG, 6200, places=6)

    def test_a_load_aboard_changes_nothing_that_was_weighed(self) -> None:
        self.assertAlmostEqual(
            assessed(rig(**load("gear", "300 lb", "20 in"))).weights.tongue.value / KG, 800, places=6
        )

    def test_what_is_still_to_come_is_a_caution_and_wants_a_second_weighing(self) -> None:
        assessment = assessed(rig(**load("gear", "100 lb", "54 in", when="to_come")))
        said = [one for one in assessment.findings if "still to come" in one.says.text("us")]
        self.assertEqual([one.state for one in said], ["caution"])

    def test_the_spread_grows_with_what_is_still_to_come(self) -> None:
        weighed = assessed(rig()).weights.tongue
        planned = assessed(
            rig(loads__gear__weight="400 lb", loads__gear__at="60 in", loads__gear__when="to_come")
        ).weights.tongue
        self.assertGreater(planned.u, weighed.u)
        self.assertIs(planned.provenance, Provenance.ASSUMED)

    def test_full_is_at_the_gvwr(self) -> None:
        self.assertAlmostEqual(case(assessed(rig()), "full").gross.value / KG, 7000)

    def test_vehicle_loads_follow_the_case(self) -> None:
        assessment = assessed(rig(loads__bed__when="to_come"))
        stands, planned = case(assessment, "standing"), case(assessment, "planned")
        self.assertAlmostEqual((planned.rear.value - stands.rear.value) / KG, 200 * 0.95, places=6)

    def test_behind_the_axle_is_by_place(self) -> None:
        """A load written at 160 in behind the front axle is behind the rear one at 145."""
        assessment = assessed(rig(loads__bed__at=measured("160 in")))
        self.assertAlmostEqual(assessment.loads.behind_axle.value / KG, 200)
        self.assertAlmostEqual(assessment.choice.hitch_load.value / KG, 1000, places=6)

    def test_people_sit_where_they_are_written(self) -> None:
        loads = assessed(rig(loads__front_seats__at=measured("72.5 in"))).loads
        usual = assessed(rig()).loads
        self.assertAlmostEqual((loads.rear.value - usual.rear.value) / KG, 300 * (0.5 - 0.42), places=6)


class Units(unittest.TestCase):
    def test_the_same_plan_in_either_system(self) -> None:
        us = assessed(rig(**EMPTY, **load("gear", "300 lb", "100 in"))).weights.tongue.value
        metric = assessed(rig(**EMPTY, **load("gear", f"{300 * KG} kg", f"{100 * MM} mm"))).weights.tongue.value
        self.assertAlmostEqual(us, metric, places=6)
