"""The weighbridge: any rig put through three passes gives itself back; passes that do not close conclude nothing."""

import unittest

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from stathmos.core import statics
from stathmos.core.figures import Missing
from stathmos.core.rigfile import read
from stathmos.core.weighing.weighbridge import restoration_from_passes, tongue_from_passes, weighbridge
from tests.core.rigs import KG, assessed, measured, rig

NAMES = (
    *("bridge_front_alone", "bridge_rear_alone", "bridge_front_bare", "bridge_rear_bare", "bridge_trailer_bare"),
    *("bridge_front_bars", "bridge_rear_bars", "bridge_trailer_bars"),
)
#: worked by hand from section 4's rig: T 800, w 145, o 50, L 216, full restoration moves 150 lb to the trailer
WORKED = (3400.0, 2800.0, 3124.0, 3876.0, 5400.0, 3400.0, 3450.0, 5550.0)


def passes(readings: tuple[float, ...], count: int = 8, unit: str = "lb") -> dict:
    return {
        f"weighing__{name}": measured(f"{value:.4f} {unit}")
        for name, value in zip(NAMES[:count], readings, strict=False)
    }


def bridge(readings: tuple[float, ...], count: int = 8, **changes):
    return weighbridge(read(rig(**passes(readings, count), **changes)).rig)


class Balance(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        st.floats(900, 3000), st.floats(900, 3000), st.floats(120, 900), st.floats(0.06, 0.2),
        st.floats(2500, 4500), st.floats(800, 1500), st.floats(3000, 8000), st.floats(0.1, 1.2),
    )  # fmt: skip
    def test_three_passes_give_the_rig_back(self, S1, D1, T, share, w, o, L, f) -> None:
        """Side-view statics make the three passes; TW, GTW, FALR and what is transferred come out as they went in."""
        gross = T / share
        M = statics.couple_for_restoration(f, T, o, L)
        S2, D2 = S1 + statics.front_axle_change(T, 0, w, o, L), D1 + statics.rear_axle_change(T, 0, w, o, L)
        S3, D3 = S1 + statics.front_axle_change(T, M, w, o, L), D1 + statics.rear_axle_change(T, M, w, o, L)
        X2, X3 = gross - T, gross - T + statics.trailer_axles_change(M, L)
        assume(min(S2, D3, X2) > 150)
        self.assertAlmostEqual(S2 + D2 + X2, S3 + D3 + X3, places=6)
        found = weighbridge(read(rig(**passes((S1, D1, S2, D2, X2, S3, D3, X3), unit="kg"))).rig)
        self.assertIs(found.closes, True)
        self.assertAlmostEqual(found.tongue.value, T, delta=1e-3)
        self.assertAlmostEqual(found.gross.value, gross, delta=1e-3)
        self.assertAlmostEqual(found.transferred.value, M / L, delta=1e-3)
        if not isinstance(found.restoration, Missing):
            self.assertAlmostEqual(found.restoration.value, f, delta=1e-3)

    def test_axles_read_one_by_one_are_the_group(self) -> None:
        """2 800 and 2 600 lb are the 5 400 of the worked passes; with one of them wanting nothing is added up."""
        worked = passes(WORKED)
        worked.pop("weighing__bridge_trailer_bare")
        each = {
            "weighing__bridge_axle_1_bare": measured("2800 lb"),
            "weighing__bridge_axle_2_bare": measured("2600 lb"),
        }
        found = weighbridge(read(rig(**worked, **each)).rig)
        self.assertAlmostEqual(found.trailer_axles.value / KG, 5400)
        self.assertIs(found.closes, True)
        each.pop("weighing__bridge_axle_2_bare")
        self.assertIsInstance(weighbridge(read(rig(**worked, **each)).rig).trailer_axles, Missing)

    def test_formulas_by_hand(self) -> None:
        self.assertEqual(tongue_from_passes(3400, 2800, 3124, 3876), 800)
        self.assertEqual(restoration_from_passes(3400, 3124, 3262), 0.5)


class Passes(unittest.TestCase):
    def test_worked_by_hand(self) -> None:
        found = bridge(WORKED)
        self.assertEqual(found.passes, (1, 2, 3))
        self.assertAlmostEqual(found.tongue.value / KG, 800, places=3)
        self.assertAlmostEqual(found.gross.value / KG, 6200, places=3)
        self.assertAlmostEqual(found.restoration.value, 1.0, places=6)
        self.assertAlmostEqual(found.transferred.value / KG, 150, places=3)

    def test_two_passes_give_tongue_and_gross_and_no_restoration(self) -> None:
        found = bridge(WORKED, 5)
        self.assertAlmostEqual(found.tongue.value / KG, 800, places=3)
        self.assertIsInstance(found.restoration, Missing)
        self.assertIsNone(found.closes)

    def test_the_coupled_pass_and_a_tongue_scale_give_the_gross_weight(self) -> None:
        one = {
            f"weighing__{name}": measured(f"{value} lb") for name, value in zip(NAMES[2:5], WORKED[2:5], strict=True)
        }
        weights = assessed(rig(**one, trailer__gross_weight=None)).weights
        self.assertAlmostEqual(weights.gross.value / KG, 800 + 5400, places=6)
        self.assertEqual(weights.gross.provenance.value, "measured")

    def test_weighed_axles_go_before_the_brochures(self) -> None:
        loads = assessed(rig(**passes(WORKED))).loads
        self.assertTrue(loads.weighed)
        self.assertAlmostEqual(loads.front.value / KG, 3400, places=3)
        self.assertAlmostEqual(loads.rear.value / KG, 2800, places=3)

    def test_what_comes_aboard_after_the_weighing_is_added_by_moments(self) -> None:
        document = rig(
            **passes(WORKED),
            loads__roof__weight=measured("100 lb"),
            loads__roof__at=measured("58 in"),
            loads__roof__when="to_come",
        )
        loads = assessed(document).loads
        self.assertAlmostEqual(loads.rear.value / KG, 2800 + 100 * 58 / 145, places=3)
        self.assertAlmostEqual(loads.front.value / KG, 3400 + 100 * (1 - 58 / 145), places=3)


class Closure(unittest.TestCase):
    def off(self, index: int, by: float, **changes):
        readings = list(WORKED)
        readings[index] += by
        return bridge(tuple(readings), **changes)

    def test_within_the_tolerance_it_closes(self) -> None:
        """12 400 lb on 20 lb divisions is 620 of them: 2 divisions, 40 lb (NIST Handbook 44, from memory)."""
        found = self.off(7, 40)
        self.assertIs(found.closes, True)
        self.assertAlmostEqual(found.tolerance / KG, 40)

    def test_beyond_it_nothing_is_concluded(self) -> None:
        found = self.off(7, 60)
        self.assertIs(found.closes, False)
        for figure in (found.tongue, found.gross, found.restoration, found.transferred):
            self.assertIsInstance(figure, Missing)

    def test_the_lever_says_which_pass_to_repeat(self) -> None:
        """The front axle's loss in pass 2 is TW·o/w where that pass is sound."""
        self.assertIn("pass 3 again", self.off(7, 200).repeat.text("us"))
        self.assertIn("pass 2 again", self.off(2, 200).repeat.text("us"))
        self.assertIn("Read both again", self.off(2, 200, vehicle__wheelbase=None).repeat.text("us"))

    def test_a_tongue_that_weighs_nothing_is_refused(self) -> None:
        self.assertIn("pass 1 and pass 2", bridge((3400, 2800, 3000, 3100, 5400), 5).repeat.text("us"))

    def test_a_front_axle_made_heavier_without_bars_is_refused(self) -> None:
        self.assertIn("bars off", bridge((3400, 2800, 3600, 3400, 5400), 5).repeat.text("us"))

    def test_passes_that_do_not_close_are_said_on_the_rig_and_the_way_is_left_out(self) -> None:
        weights = assessed(rig(**passes((*WORKED[:7], 5800.0)))).weights
        self.assertNotIn("bridge", [way.key for way in weights.ways])
        self.assertIn("do not close", " ".join(one.says.text("us") for one in weights.warnings))
