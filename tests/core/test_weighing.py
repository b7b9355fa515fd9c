"""Tongue weight and its share: levers by hand, schools, and which figure is used."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import weighing
from stathmos.core.figures import Missing, Provenance
from stathmos.core.rules import SHARE_SCHOOLS
from tests.core.rigs import KG, assessed, label, measured, rig

BEAM = {
    "weighing__tongue_scale": None,
    "weighing__beam_reading": measured("275 lb"),
    "weighing__beam_tare": measured("8 lb"),
    "weighing__beam_pivot_to_scale": measured("36 in"),
    "weighing__beam_pivot_to_coupler": measured("12 in"),
}


class Beam(unittest.TestCase):
    def test_one_foot_and_two_feet_is_times_three(self) -> None:
        """1 ft + 2 ft layout: times 3 (common practice, no source; the lever says so too)."""
        self.assertAlmostEqual(weighing.beam_tongue_weight(R=200, R_tare=0, D=36, d=12), 600)

    @given(st.floats(20, 500), st.floats(0, 19), st.floats(20, 120), st.floats(0.1, 0.95))
    def test_against_support_reactions(self, R: float, tare: float, D: float, part: float) -> None:
        """The pivot's and the scale's reactions carry the tongue, and balance about any third point."""
        d = part * D
        tongue = weighing.beam_tongue_weight(R, tare, D, d)
        at_scale, at_pivot = R - tare, tongue - (R - tare)
        third = 7.0
        moment = at_pivot * (0 - third) + at_scale * (D - third) - tongue * (d - third)
        self.assertAlmostEqual(moment, 0, delta=1e-6 * max(1.0, tongue * D))

    def test_on_a_rig(self) -> None:
        weights = assessed(rig(**BEAM)).weights
        self.assertEqual(weights.ways[0][0], "beam and bathroom scale")
        self.assertAlmostEqual(weights.tongue.value / KG, (275 - 8) * 3, places=6)
        self.assertIs(weights.tongue.provenance, Provenance.MEASURED)

    def test_tare_left_out_is_said_and_weakens_the_figure(self) -> None:
        assessment = assessed(rig(**{**BEAM, "weighing__beam_tare": None}))
        self.assertIs(assessment.weights.tongue.provenance, Provenance.ASSUMED)
        self.assertAlmostEqual(assessment.weights.tongue.value / KG, 825, places=6)
        self.assertIn("beam alone", assessment.weights.warnings[0].text("us"))
        self.assertNotEqual(assessment.verdict.state, "good")

    def test_tare_no_less_than_the_reading_is_no_weight(self) -> None:
        weights = assessed(
            rig(**{**BEAM, "weighing__beam_tare": measured("275 lb"), "trailer__brochure_tongue": None})
        ).weights
        self.assertIsInstance(weights.tongue, Missing)

    def test_scale_comes_before_beam_and_the_difference_is_said(self) -> None:
        weights = assessed(rig(**{**BEAM, "weighing__tongue_scale": measured("780 lb")})).weights
        self.assertAlmostEqual(weights.tongue.value / KG, 780)
        self.assertIn("differ by 21\u00a0lb", " ".join(warning.text("us") for warning in weights.warnings))


class Share(unittest.TestCase):
    def judged(self, tongue: str, school: str = "ten_to_fifteen"):
        document = rig(
            weighing__tongue_scale=measured(tongue),
            ways__share_school=label(school),
            trailer__gross_weight=measured("6000 lb"),
        )
        return assessed(document).weights.judgement

    def test_edges_of_the_band_are_inside(self) -> None:
        """10–15 %: common practice, no source. 1 300 lb of trailer wants 130 to just under 200 lb."""
        for tongue, state in (("599 lb", "light"), ("600 lb", "inside"), ("900 lb", "inside"), ("901 lb", "heavy")):
            with self.subTest(tongue=tongue):
                self.assertEqual(self.judged(tongue).state, state)

    def test_correction_is_to_the_nearer_edge(self) -> None:
        self.assertAlmostEqual(self.judged("500 lb").correction / KG, 100, places=6)
        self.assertAlmostEqual(self.judged("1000 lb").correction / KG, -100, places=6)

    def test_schools_give_opposite_verdicts_on_one_reading(self) -> None:
        """About 10 %: common practice, no source; 4–7 %: from memory."""
        self.assertEqual(self.judged("350 lb").state, "light")
        self.assertEqual(self.judged("350 lb", "four_to_seven").state, "inside")
        self.assertEqual(self.judged("800 lb", "about_ten").state, "heavy")

    def test_common_practice_examples(self) -> None:
        """10 000 lb wants about 1 000 lb (common practice, no source)."""
        school = SHARE_SCHOOLS["ten_to_fifteen"]
        self.assertAlmostEqual(school.low * 10_000, 1000)
        self.assertAlmostEqual(school.low * 1300, 130)
        self.assertLess(school.high * 1300, 200)


class WhatIsUsed(unittest.TestCase):
    def test_brochure_tongue_is_never_good(self) -> None:
        """Brochure hitch weights are for an empty trailer and run low: common practice, no source."""
        assessment = assessed(
            rig(weighing__tongue_scale=None, trailer__brochure_tongue={"is": "700 lb", "from": "brochure"})
        )
        self.assertIs(assessment.weights.tongue.provenance, Provenance.BROCHURE)
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("Weigh the tongue", assessment.verdict.remedy.text("us"))

    def test_a_reading_marked_assumed_is_not_a_weighing(self) -> None:
        assessment = assessed(rig(weighing__tongue_scale="800 lb"))
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("marked assumed", assessment.verdict.says.text("us"))

    def test_a_brochure_is_no_evidence_of_a_light_or_a_heavy_tongue(self) -> None:
        for tongue in ("400 lb", "1100 lb"):
            assessment = assessed(
                rig(weighing__tongue_scale=None, trailer__brochure_tongue={"is": tongue, "from": "brochure"})
            )
            self.assertFalse([one for one in assessment.findings if one.subject == "share"], tongue)
            self.assertIn(assessment.verdict.state, ("unknown", "refused"))

    def test_brochure_that_ran_low_is_said(self) -> None:
        warnings = " ".join(warning.text("us") for warning in assessed(rig()).weights.warnings)
        self.assertIn("brochure says 560\u00a0lb", warnings)
        self.assertIn("240\u00a0lb more", warnings)

    def test_gross_weight_planned_from_brochure_and_load(self) -> None:
        document = rig(
            trailer__gross_weight=None,
            trailer__unladen_weight={"is": "5200 lb", "from": "brochure"},
            load__trailer_cargo="900 lb",
        )
        weights = assessed(document).weights
        self.assertAlmostEqual(weights.gross.value / KG, 6100)
        self.assertIs(weights.gross.provenance, Provenance.ASSUMED)

    def test_nothing_known_is_unknown(self) -> None:
        weights = assessed(rig(trailer__gross_weight=None)).weights
        self.assertIsInstance(weights.share, Missing)
        self.assertEqual(weights.judgement.state, "unknown")

    def test_tongue_heavier_than_trailer_is_refused(self) -> None:
        assessment = assessed(
            rig(weighing__tongue_scale=measured("1400 lb"), trailer__gross_weight=measured("1300 lb"))
        )
        self.assertEqual(assessment.verdict.state, "refused")
        self.assertIn("no less than the whole trailer", assessment.verdict.says.text("us"))
