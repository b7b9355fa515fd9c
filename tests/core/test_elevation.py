"""The drawing's positions: to scale from the rig's own figures, and honest about what it guesses."""

import unittest

from stathmos.core.elevation import TYPICAL, TYPICAL_KINDS
from tests.core.rigs import MM, assessed, measured, rig


class ToScale(unittest.TestCase):
    def setUp(self) -> None:
        self.assessment = assessed(rig())
        self.drawn = self.assessment.elevation

    def test_lengths_are_the_rigs_own(self) -> None:
        self.assertAlmostEqual(self.drawn.wheelbase, 145 * MM)
        self.assertAlmostEqual(self.drawn.ball_x, 195 * MM)
        self.assertAlmostEqual(self.drawn.trailer_axle_x, (195 + 216) * MM)
        self.assertAlmostEqual(self.drawn.rail_to_x - self.drawn.rail_from_x, 288 * MM)
        self.assertEqual(self.drawn.assumed, ("trailer.axle_spacing", "trailer.body"))

    def test_bare_and_coupled_are_as_worked_out(self) -> None:
        settled = self.assessment.heights.settled
        self.assertEqual(self.drawn.coupled.front_drop, settled.front.value)
        self.assertEqual(self.drawn.coupled.rear_drop, settled.rear.value)
        self.assertAlmostEqual(
            self.drawn.coupled.ball_height, self.assessment.heights.ball_standing.value - settled.ball.value
        )
        self.assertAlmostEqual(self.drawn.bare.front_drop / MM, -0.55, places=2)
        self.assertAlmostEqual(self.drawn.bare.rear_drop / MM, 1.54, places=2)
        self.assertEqual(self.drawn.uncoupled.trailer_slope, 0)

    def test_the_trailers_slope_is_the_attitudes_pitch(self) -> None:
        self.assertAlmostEqual(
            self.drawn.coupled.trailer_slope, self.assessment.heights.attitude.pitch.value, places=12
        )

    def test_a_high_ball_slopes_the_trailer(self) -> None:
        high = assessed(rig(hitch__ball_height=measured("28 in", datum="top"))).elevation
        self.assertGreater(high.coupled.trailer_slope, self.drawn.coupled.trailer_slope + 0.01)


class Guessed(unittest.TestCase):
    def test_what_nobody_measured_is_typical_and_listed(self) -> None:
        drawn = assessed({"stathmos_rig_file": 4}).elevation
        self.assertEqual(set(drawn.assumed), {*TYPICAL, *TYPICAL_KINDS})
        self.assertAlmostEqual(drawn.wheelbase, TYPICAL["vehicle.wheelbase"])

    def test_one_missing_length(self) -> None:
        self.assertEqual(
            assessed(rig(trailer__frame_length=None)).elevation.assumed,
            ("trailer.frame_length", "trailer.axle_spacing", "trailer.body"),
        )

    def test_a_typical_length_enters_no_judgement(self) -> None:
        assessment = assessed(rig(trailer__ball_to_axle=None))
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("trailer.ball_to_axle", assessment.heights.settled.ball.needs)
