"""Drawings of the catalogue's things: dimensions are the figures themselves, and nothing is drawn that is not written."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core.figures import Given, Provenance
from stathmos.core.part_drawing import part_drawing
from stathmos.core.stock import Accessory, Ball, Kit, Shank, Sleeve, Wrench
from stathmos.core.units import COUNT, LENGTH

MM = st.floats(30, 900)


def mm(value: float, dimension: str = LENGTH) -> Given:
    return Given(value, dimension, Provenance.LABEL, "")


class Drawn(TestCase):
    @given(MM, MM, st.integers(1, 12))
    @settings(max_examples=300)
    def test_a_shank_both_ways_up_has_each_of_its_holes_twice(self, drop: float, rise: float, holes: int) -> None:
        pitch = min(31.75, (drop + rise) / holes)
        part = Shank(
            "s", size=mm(50.8), most_drop=mm(drop), most_rise=mm(rise), pitch=mm(pitch), holes=mm(holes, COUNT)
        )
        drawn = part_drawing(part)
        holes_drawn = [one for one in drawn.strokes if one.kind == "part"]
        self.assertEqual(len(holes_drawn), 2 * holes)
        named = {one.name: one for one in drawn.dimensions}
        self.assertAlmostEqual(named["most drop"].long, drop)
        self.assertAlmostEqual(named["most rise"].long, rise)
        if holes > 1:
            self.assertAlmostEqual(named["pitch"].long, pitch)

    @given(MM, MM, MM)
    @settings(max_examples=200)
    def test_each_dimension_is_as_long_as_it_is_drawn(self, a: float, b: float, c: float) -> None:
        least, best, most = sorted((a, b, c))
        kit = Kit(
            "k",
            bracket_least=mm(least),
            bracket_distance=mm(best),
            bracket_most=mm(most),
            bar_length=mm(most + 50),
            seat_above_shank=mm(80),
            adds_overhang=mm(110),
        )
        ball = Ball("b", diameter=mm(50 + a / 30), stack_height=mm(90), shank_diameter=mm(30), thread_length=mm(60))
        for part in (kit, ball, Sleeve("s", outer=mm(most), inner=mm(least)), Wrench("w", handle=mm(a))):
            for one in part_drawing(part).dimensions:
                self.assertAlmostEqual(one.long, abs(one.x2 - one.x1) + abs(one.y2 - one.y1))
        told = {one.name: one.long for one in part_drawing(kit).dimensions}
        self.assertAlmostEqual(told["brackets from"], least)
        self.assertAlmostEqual(told["to"], most)
        self.assertAlmostEqual(told["best at"], best)

    def test_what_is_not_written_has_no_dimension(self) -> None:
        self.assertEqual(part_drawing(Kit("k")).dimensions, ())
        for part in (Shank("s"), Ball("b"), Sleeve("s"), Wrench("w"), Accessory("a")):
            self.assertIsNone(part_drawing(part))
