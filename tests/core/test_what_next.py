"""What to read next: the reading most likely to settle a share, and the labels most decisive for the verdict."""

import random
import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.weighing.next_reading import reading_uncertainty, settles
from stathmos.core.weighing.share import place_in_band
from tests.core.rigs import KG, assessed, label, measured, rig


class Settling(unittest.TestCase):
    @given(st.floats(0.02, 0.25), st.floats(0.001, 0.03), st.floats(0.05, 0.95))
    def test_it_is_a_probability_and_better_readings_settle_more(self, share: float, u: float, part: float) -> None:
        coarse, fine = settles(share, u, u * part, 0.10, 0.15), settles(share, u, u * part / 4, 0.10, 0.15)
        self.assertTrue(-1e-12 <= coarse <= 1 + 1e-12)
        if part > 0.3:
            self.assertGreaterEqual(fine + 0.35, coarse)

    def test_against_monte_carlo(self) -> None:
        """Draw the true share, draw a reading of it, combine, and see whether the spread lies on one side."""
        share, u_now, u_read = 0.105, 0.008, 0.003
        u_then = (1 / (1 / u_now**2 + 1 / u_read**2)) ** 0.5
        draw = random.Random(3).gauss
        clear = 0
        for _ in range(20_000):
            read = draw(draw(share, u_now), u_read)
            combined = (share / u_now**2 + read / u_read**2) * u_then**2
            clear += not place_in_band(combined, 2 * u_then, 0.10, 0.15)[1]
        self.assertAlmostEqual(settles(share, u_now, u_then, 0.10, 0.15), clear / 20_000, delta=0.015)

    def test_a_coarse_gauge_asks_for_a_finer_reading(self) -> None:
        weights = assessed(rig(weighing__tongue_scale=None, weighing__gauge=measured("660 lb"))).weights
        self.assertEqual(weights.judgement.state, "cannot tell")
        first = weights.next_readings[0]
        self.assertGreater(first.settles, 0.5)
        self.assertLess(first.share_u, weights.share.u)
        self.assertNotIn("gauge", [one.key for one in weights.next_readings])

    def test_what_is_settled_asks_for_nothing(self) -> None:
        self.assertEqual(assessed(rig()).weights.next_readings, ())

    def test_a_brochures_tongue_asks_for_a_weighing(self) -> None:
        keys = [one.key for one in assessed(rig(weighing__tongue_scale=None)).weights.next_readings]
        self.assertEqual(set(keys), {"tongue_scale", "beam", "jack", "bridge"})

    def test_a_planned_gross_weight_is_worth_weighing(self) -> None:
        document = rig(
            trailer__gross_weight=None, trailer__unladen_weight={"is": "5600 lb", "from": "brochure"},
            loads__gear__weight="600 lb", weighing__tongue_scale=measured("640 lb"),
        )  # fmt: skip
        self.assertEqual(assessed(document).weights.next_readings[0].key, "gross")

    def test_a_weighbridge_takes_a_small_figure_from_large_ones(self) -> None:
        tongue, gross = 800 * KG, 6200 * KG
        self.assertGreater(
            reading_uncertainty("bridge", tongue, gross, 20 * KG),
            reading_uncertainty("tongue_scale", tongue, gross, 20 * KG),
        )


class Labels(unittest.TestCase):
    def test_nothing_wanting_nothing_asked(self) -> None:
        self.assertEqual([one.path for one in assessed(rig()).to_read if one.why == "missing"], [])

    def test_what_most_waits_on_comes_first(self) -> None:
        document = rig(
            vehicle__unladen_rear=None,
            vehicle__receiver_size=None,
            weighing__tongue_scale=None,
            trailer__brochure_tongue=None,
        )
        found = [one for one in assessed(document).to_read if one.why == "missing"]
        self.assertEqual(found[0].path, "weighing.tongue_scale")
        waiting = {one.path: len(one.decides) for one in found}
        self.assertGreater(waiting["weighing.tongue_scale"], waiting["vehicle.unladen_rear"])
        self.assertGreater(waiting["vehicle.unladen_rear"], waiting["vehicle.receiver_size"])
        self.assertIn("Rear GAWR", next(one.decides for one in found if one.path == "vehicle.unladen_rear"))

    def test_a_guess_that_could_tip_a_link_is_asked_for(self) -> None:
        """The bed's 200 lb is a guess, ± 15 %; the rear axle has less left than that."""
        rear = next(one for one in assessed(rig()).planned if one.key == "rear_gawr").demand.value / KG
        document = rig(
            vehicle__rear_gawr=label(f"{rear + 10:.0f} lb"), vehicle__front_gawr=label("3900 lb"), vehicle__gvwr=label("7000 lb"),
            vehicle__payload=label("1400 lb"), loads__bed__weight="200 lb",
        )  # fmt: skip
        tips = {one.path: one.decides for one in assessed(document).to_read if one.why == "could tip it"}
        self.assertIn("Rear GAWR", tips["loads.bed.weight"])

    def test_a_weak_label_is_asked_for_after_those(self) -> None:
        document = rig(vehicle__payload="2800 lb", vehicle__gcwr=None, weighing__tongue_scale="800 lb")
        found = [(one.path, one.why) for one in assessed(document).to_read]
        self.assertEqual(
            [("vehicle.payload", "guessed"), ("vehicle.gcwr", "missing"), ("weighing.tongue_scale", "could tip it")],
            found[:3],
        )
