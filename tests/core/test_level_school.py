"""Level preference: level, a little nose-down, a little nose-up. Common practice; the bands from memory."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.schools import LEVEL_SCHOOLS
from stathmos.core.units import MM_PER_IN
from tests.core.rigs import measured
from tests.core.test_bay_steps import AB, STOCKED, fitted, trial


def attitude(rail: tuple[str, str], school: str = ""):
    ways = {"ways__level_school": measured(school)} if school else {}
    found = fitted(**STOCKED, **AB, **trial(1, "37 1/4", rail=rail), **ways)
    return next(one for one in found.proved.proofs if one.key == "attitude")


class InTheBay(unittest.TestCase):
    def test_each_school_by_its_own_band_and_the_tolerance_over_all(self) -> None:
        """Rail front and rear in inches: half an inch high, half an inch low, and 1 1/2 in high, which none lets pass."""
        for rail, states in (
            (("20 1/2", "20"), {"level": "good", "nose_down": "caution", "nose_up": "good"}),
            (("19 1/2", "20"), {"level": "good", "nose_down": "good", "nose_up": "caution"}),
            (("20", "20"), {"level": "good", "nose_down": "good", "nose_up": "good"}),
            (("21 1/2", "20"), {"level": "refused", "nose_down": "refused", "nose_up": "refused"}),
        ):
            for school, state in states.items():
                with self.subTest(rail=rail, school=school):
                    self.assertEqual(attitude(rail, school).state, state)
        self.assertIn("a little nose-down", attitude(("20 1/2", "20"), "nose_down").says.text("us"))
        self.assertEqual(attitude(("20 1/2", "20")).state, "good", "level where nothing is chosen")


class AtTheDesk(unittest.TestCase):
    def test_the_ball_is_aimed_to_the_side_that_is_preferred(self) -> None:
        """By the frame: 1/2 in over the rail is 1/2 · L / frame at the ball."""
        level, down, up = (
            fitted(**STOCKED, ways__level_school=measured(school)).now for school in ("level", "nose_down", "nose_up")
        )
        rig = level.bench.rig
        off = 0.5 * MM_PER_IN * rig.figure("trailer.ball_to_axle").value / rig.figure("trailer.frame_length").value
        wanted = [one.heights.ball_wanted.value for one in (down, level, up)]
        self.assertAlmostEqual(wanted[1] - wanted[0], off)
        self.assertAlmostEqual(wanted[2] - wanted[1], off)

    @given(st.floats(-40.0, 40.0))
    def test_a_rail_holds_by_its_school_as_its_mirror_by_the_other(self, rail: float) -> None:
        down, up, level = (LEVEL_SCHOOLS[key] for key in ("nose_down", "nose_up", "level"))
        self.assertEqual(down.holds(rail), up.holds(-rail))
        if down.holds(rail):
            self.assertTrue(level.holds(rail))


class ByALevel(unittest.TestCase):
    """A 4 ft level on the rail: 1/4 in over 4 ft is 1 in over a frame of 16 ft."""

    def told(self, way: str, lift: str = "", floor: str = "not_flat") -> tuple[str, str]:
        rails = {"bubble_way": way, **({"bubble": lift} if lift else {})}
        written = {path: one for path, one in trial(1, "37 1/4", **rails).items() if "rail_" not in path}
        found = fitted(**STOCKED, **AB, **written, bay__floor=measured(floor), trailer__frame_length=measured("192 in"))
        check = next(one for one in found.proved.proofs if one.key == "attitude")
        return check.state, check.says.text("us").replace("\u00a0", " ")

    def test_a_bubble_is_inches_over_the_frame_on_any_floor(self) -> None:
        self.assertEqual(self.told("level")[0], "good")
        state, says = self.told("front", "1/4")
        self.assertEqual(state, "good")
        self.assertIn("1 in higher in front", says)
        state, says = self.told("rear", "3/8")
        self.assertEqual(state, "refused")
        self.assertIn("1 1/2 in lower in front", says)
        self.assertEqual(self.told("front", "1/4", floor="flat")[0], "good")

    def test_a_way_without_its_inches_is_not_known(self) -> None:
        self.assertEqual(self.told("front")[0], "unknown")
