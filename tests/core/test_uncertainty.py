"""Uncertainty by the GUM: against the uncertainties package, a Monte Carlo run, and NIST Handbook 44's steps."""

import math
import random
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st
from uncertainties import ufloat

from stathmos.core.figures import Figure, Given, Provenance, expanded, work
from stathmos.core.uncertainty import iii_l_tolerance, of_a_scale, rectangular
from stathmos.core.units import LENGTH, WEIGHT
from stathmos.core.weighing.ways import beam_tongue_weight
from tests.core.rigs import KG, assessed, link, measured, rig


def known(value: float, u: float, path: str, dimension: str = WEIGHT) -> Given:
    return Given(value, dimension, Provenance.MEASURED, path=path, u=u)


class Propagation(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        st.floats(50, 500), st.floats(1, 20), st.floats(30, 200), st.floats(0.1, 0.9),
        st.floats(0.1, 3), st.floats(0.1, 3), st.floats(0.01, 0.2), st.floats(0.01, 0.2),
    )  # fmt: skip
    def test_a_beam_against_the_uncertainties_package(self, R, tare, D, part, u_R, u_tare, u_D, u_d) -> None:
        d = part * D
        mine = work(
            "", WEIGHT, beam_tongue_weight, None,
            R=known(R, u_R, "R"), R_tare=known(tare, u_tare, "tare"),
            D=known(D, u_D, "D", LENGTH), d=known(d, u_d, "d", LENGTH),
        )  # fmt: skip
        theirs = beam_tongue_weight(ufloat(R, u_R), ufloat(tare, u_tare), ufloat(D, u_D), ufloat(d, u_d))
        self.assertAlmostEqual(mine.u, theirs.std_dev, delta=2e-3 * theirs.std_dev)

    def test_an_input_that_enters_twice_is_counted_once(self) -> None:
        """TW / (TW + X): the tongue stands above and below; the package follows it as well."""
        tongue, axles = known(800, 20, "TW"), known(5400, 30, "X")
        gross = work("", WEIGHT, lambda TW, X: TW + X, None, TW=tongue, X=axles)
        share = work("", "share", lambda TW, GTW: TW / GTW, None, TW=tongue, GTW=gross)
        T, X = ufloat(800, 20), ufloat(5400, 30)
        self.assertAlmostEqual(share.u, (T / (T + X)).std_dev, places=7)
        apart = work("", "share", lambda TW, GTW: TW / GTW, None, TW=tongue, GTW=known(6200, gross.u, "other"))
        self.assertNotAlmostEqual(share.u, apart.u, places=5)

    def test_a_figure_less_itself_is_known_exactly(self) -> None:
        one = known(800, 20, "TW")
        gap = work("", WEIGHT, lambda a, b: a - b, None, a=one, b=one)
        self.assertEqual((gap.value, round(gap.u, 9)), (0, 0))

    def test_a_whole_rig_against_monte_carlo(self) -> None:
        """Share of a beam-weighed rig: every reading drawn anew from its own half-widths, 20 000 times (JCGM 101)."""
        document = rig(
            weighing__tongue_scale=None,
            weighing__beam_reading=measured("275 lb"),
            weighing__beam_tare=measured("8 lb"),
            weighing__beam_pivot_to_scale=measured("36 in"),
            weighing__beam_pivot_to_coupler=measured("12 in"),
        )
        share = assessed(document).weights.share
        draw, out = random.Random(20).uniform, 0.03 * 3**0.5  # 3 % is its standard uncertainty

        def scale(reading: float) -> float:
            return reading + draw(-0.5, 0.5) + draw(-out, out) * reading

        gross_off = iii_l_tolerance(6200 * KG, 20 * KG) / KG
        found = []
        for _ in range(20_000):
            tongue = beam_tongue_weight(scale(275), scale(8), 36 + draw(-0.5, 0.5), 12 + draw(-0.25, 0.25))
            found.append(tongue / (6200 + draw(-10, 10) + draw(-gross_off, gross_off)))
        mean = sum(found) / len(found)
        spread = math.sqrt(sum((one - mean) ** 2 for one in found) / (len(found) - 1))
        self.assertAlmostEqual(share.u, spread, delta=0.03 * spread)
        self.assertAlmostEqual(share.value, mean, delta=0.001)
        within = sum(abs(one - share.value) <= expanded(share) for one in found) / len(found)
        self.assertGreater(within, 0.93, "k = 2 covers about 95 %")

    def test_every_demand_carries_the_spread_of_what_it_stands_on(self) -> None:
        rear = link(assessed(rig()), "rear_gawr").demand
        self.assertIsInstance(rear, Figure)
        for path in ("weighing.tongue_scale", "vehicle.unladen_rear", "vehicle.overhang", "loads.bed.weight"):
            self.assertIn(path, rear.spread)
        self.assertGreater(rear.u, 0)

    def test_a_rating_is_a_limit_and_has_no_spread(self) -> None:
        self.assertEqual(link(assessed(rig()), "rear_gawr").rating.u, 0)


class Scales(unittest.TestCase):
    def test_rectangular_against_monte_carlo(self) -> None:
        draw = random.Random(7).uniform
        drawn = [draw(-3, 3) for _ in range(40_000)]
        self.assertAlmostEqual(rectangular(3), math.sqrt(sum(x * x for x in drawn) / len(drawn)), delta=0.02)

    def test_handbook_44_class_iii_l(self) -> None:
        """NIST Handbook 44, scales code, table 6, maintenance (from memory): 1 division to 500, 2 to 1 000, 1 more for each 500 or part."""
        for divisions, allowed in ((1, 1), (500, 1), (501, 2), (1000, 2), (1001, 3), (1500, 3), (1501, 4)):
            with self.subTest(divisions=divisions):
                self.assertEqual(iii_l_tolerance(divisions * 20.0, 20.0) / 20.0, allowed)

    @given(st.floats(1, 1000), st.floats(0, 100), st.floats(0, 0.1), st.floats(0, 50))
    def test_a_coarser_mark_never_knows_better(self, reading: float, mark: float, accuracy: float, more: float) -> None:
        self.assertLessEqual(of_a_scale(reading, mark, accuracy), of_a_scale(reading, mark + more, accuracy))
