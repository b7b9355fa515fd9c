"""Tongue weight and its share: every way by hand, schools, and which figure is used."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.figures import Missing, Provenance, expanded
from stathmos.core.schools import SHARE_SCHOOLS
from stathmos.core.weighing.share import place_in_band
from stathmos.core.weighing.ways import beam_tongue_weight, jack_tongue_weight, squat_tongue_weight
from tests.core.rigs import KG, assessed, label, measured, rig

NO_SCALE: dict = {"weighing__tongue_scale": None}
BEAM = {
    **NO_SCALE,
    "weighing__beam_reading": measured("275 lb"),
    "weighing__beam_tare": measured("8 lb"),
    "weighing__beam_pivot_to_scale": measured("36 in"),
    "weighing__beam_pivot_to_coupler": measured("12 in"),
}
JACK = {**NO_SCALE, "weighing__jack_reading": measured("900 lb"), "trailer__jack_position": measured("24 in")}
SQUAT = {
    **NO_SCALE,
    "weighing__squat_before": measured("38 9/16 in"),
    "weighing__squat_after": measured("37 in"),
}


def ways(**changes) -> dict:
    return {way.key: way for way in assessed(rig(**changes)).weights.ways}


class Beam(unittest.TestCase):
    def test_one_foot_and_two_feet_is_times_three(self) -> None:
        """1 ft + 2 ft layout: times 3 (common practice, no source; the lever says so too)."""
        self.assertAlmostEqual(beam_tongue_weight(R=200, R_tare=0, D=36, d=12), 600)

    @given(st.floats(20, 500), st.floats(0, 19), st.floats(20, 120), st.floats(0.1, 0.95))
    def test_against_support_reactions(self, R: float, tare: float, D: float, part: float) -> None:
        """The pivot's and the scale's reactions carry the tongue, and balance about any third point."""
        d = part * D
        tongue = beam_tongue_weight(R, tare, D, d)
        at_scale, at_pivot = R - tare, tongue - (R - tare)
        third = 7.0
        moment = at_pivot * (0 - third) + at_scale * (D - third) - tongue * (d - third)
        self.assertAlmostEqual(moment, 0, delta=1e-6 * max(1.0, tongue * D))

    def test_on_a_rig(self) -> None:
        weights = assessed(rig(**BEAM)).weights
        self.assertEqual(weights.ways[0].key, "beam")
        self.assertAlmostEqual(weights.tongue.value / KG, (275 - 8) * 3, places=6)
        self.assertIs(weights.tongue.provenance, Provenance.MEASURED)

    def test_its_spread_is_the_scales_through_the_lever_and_the_tapes(self) -> None:
        """By hand: 3 % of each reading as it is out, and half-widths: mark ½ lb, times 3; ¼ in on 12 in, ½ in on 36 in. k = 2."""
        reading = (0.5**2 + 3 * (0.03 * 275) ** 2) * 9
        tare = (0.5**2 + 3 * (0.03 * 8) ** 2) * 9
        tapes = (801 / 36 * 0.5) ** 2 + (801 / 12 * 0.25) ** 2
        by_hand = 2 * ((reading + tare + tapes) / 3) ** 0.5
        self.assertAlmostEqual(expanded(assessed(rig(**BEAM)).weights.tongue) / KG, by_hand, delta=0.02)

    def test_tare_left_out_is_said_and_weakens_the_figure(self) -> None:
        assessment = assessed(rig(**{**BEAM, "weighing__beam_tare": None}))
        self.assertIs(assessment.weights.tongue.provenance, Provenance.ASSUMED)
        self.assertAlmostEqual(assessment.weights.tongue.value / KG, 825, places=6)
        self.assertIn("beam alone", assessment.weights.warnings[0].says.text("us"))
        self.assertNotEqual(assessment.verdict.state, "good")

    def test_tare_no_less_than_the_reading_is_flagged_and_no_weight(self) -> None:
        changes = {**BEAM, "weighing__beam_tare": measured("275 lb"), "trailer__brochure_tongue": None}
        assessment = assessed(rig(**changes))
        self.assertIsInstance(assessment.weights.tongue, Missing)
        self.assertEqual([one.place for one in assessment.contradictions], ["weighing.beam_tare"])


class OtherWays(unittest.TestCase):
    @given(st.floats(100, 3000), st.floats(60, 400), st.floats(0.02, 0.9))
    def test_the_jack_lifts_the_same_trailer(self, tongue: float, L: float, part: float) -> None:
        """A trailer held up at the jack instead of at the ball has the same moment about its axles."""
        j = part * L
        at_jack = tongue * L / (L - j)
        self.assertAlmostEqual(jack_tongue_weight(at_jack, L, j), tongue, delta=1e-9 * tongue)

    def test_jack_on_a_rig(self) -> None:
        self.assertAlmostEqual(ways(**JACK)["jack"].tongue.value / KG, 900 * (216 - 24) / 216, places=6)

    def test_jack_without_its_place_is_no_way(self) -> None:
        self.assertNotIn("jack", ways(**{**JACK, "trailer__jack_position": None}))

    def test_squat_by_hand(self) -> None:
        """1 9/16 in on 700 lb/in with a lever of 195/145: 813 lb; within the worked example's 800 by 1/16 in."""
        self.assertAlmostEqual(ways(**SQUAT)["squat"].tongue.value / KG, 700 * 1.5625 * 145 / 195, places=6)
        self.assertAlmostEqual(squat_tongue_weight(700, 1.5371, 145, 50), 800, delta=0.1)

    def test_squat_wants_this_vehicles_own_rate(self) -> None:
        self.assertNotIn("squat", ways(**SQUAT, vehicle__rear_rate=None))
        self.assertEqual(
            ways(**SQUAT, vehicle__rear_rate={"is": "700 lb/in", "from": "assumed"})["squat"].measured, False
        )

    def test_a_gauge_with_hundred_pound_marks_cannot_tell_70_from_80(self) -> None:
        """Common practice, no source: the spread of each reading covers the other."""
        one, other = (
            ways(**NO_SCALE, weighing__gauge=measured(text), weighing__gauge_mark=label("100 lb"))["gauge"].tongue
            for text in ("70 lb", "80 lb")
        )
        self.assertGreater(expanded(one), other.value - one.value)
        fine = ways(**NO_SCALE, weighing__gauge=measured("70 lb"), weighing__gauge_mark=label("2 lb"))["gauge"].tongue
        self.assertLess(expanded(fine), 10 * KG)


class Share(unittest.TestCase):
    def judged(self, tongue: str, school: str = "ten_to_fifteen", **more):
        document = rig(
            weighing__tongue_scale=measured(tongue),
            ways__share_school=label(school),
            trailer__gross_weight=measured("6000 lb"),
            **more,
        )
        return assessed(document).weights.judgement

    def test_edges_of_the_band_are_inside_for_a_figure_known_exactly(self) -> None:
        """10–15 %: common practice, no source. 1 300 lb of trailer wants 130 to just under 200 lb."""
        for share, state in ((0.0999, "light"), (0.10, "inside"), (0.15, "inside"), (0.1501, "heavy")):
            with self.subTest(share=share):
                self.assertEqual(place_in_band(share, 0.0, 0.10, 0.15)[0], state)

    def test_at_an_edge_a_real_scale_cannot_tell(self) -> None:
        for tongue, state, sides in (
            ("560 lb", "light", ()),
            ("600 lb", "cannot tell", ("low",)),
            ("750 lb", "inside", ()),
            ("900 lb", "cannot tell", ("high",)),
            ("940 lb", "heavy", ()),
        ):
            with self.subTest(tongue=tongue):
                judged = self.judged(tongue)
                self.assertEqual((judged.state, judged.sides), (state, sides))

    @given(st.floats(0.01, 0.3), st.floats(0, 0.05), st.floats(0, 0.05))
    def test_knowing_less_never_turns_no_into_yes(self, share: float, spread: float, more: float) -> None:
        state, _ = place_in_band(share, spread, 0.10, 0.15)
        vaguer, _ = place_in_band(share, spread + more, 0.10, 0.15)
        self.assertIn(vaguer, (state, "cannot tell"))

    def test_correction_is_to_the_nearer_edge(self) -> None:
        self.assertAlmostEqual(self.judged("500 lb").correction / KG, 100, places=6)
        self.assertAlmostEqual(self.judged("1000 lb").correction / KG, -100, places=6)

    def test_schools_give_opposite_verdicts_on_one_reading(self) -> None:
        """About 10 %: common practice, no source; 4–7 %: from memory."""
        self.assertEqual(self.judged("350 lb").state, "light")
        self.assertEqual(self.judged("350 lb", "four_to_seven").state, "inside")
        self.assertEqual(self.judged("800 lb", "about_ten").state, "heavy")

    def test_every_school_stands_side_by_side(self) -> None:
        weights = assessed(
            rig(weighing__tongue_scale=measured("350 lb"), trailer__gross_weight=measured("6000 lb"))
        ).weights
        self.assertEqual(
            {one.school.key: one.state for one in weights.schools},
            {"ten_to_fifteen": "light", "about_ten": "light", "four_to_seven": "inside"},
        )
        self.assertEqual(weights.schools[0].school.key, "ten_to_fifteen", "the one in force first")

    def test_the_s_limit_caps_its_school(self) -> None:
        """4–7 % of 6 000 lb is 240 to 420 lb; a coupler of S = 300 lb ends it at 5 %."""
        judged = self.judged("350 lb", "four_to_seven", trailer__coupler_tongue_limit=label("300 lb"))
        self.assertEqual(judged.state, "heavy")
        self.assertAlmostEqual(judged.high, 0.05)

    def test_an_s_limit_under_the_band_leaves_none(self) -> None:
        """4 % of 6 000 lb is 240 lb; a coupler of S = 200 lb carries none of it: light below, its rating passed above."""
        for tongue, state in (("150 lb", "light"), ("220 lb", "light"), ("300 lb", "heavy")):
            judged = self.judged(tongue, "four_to_seven", trailer__coupler_tongue_limit=label("200 lb"))
            self.assertEqual(judged.state, state, tongue)

    def test_an_s_limit_that_nobody_read_is_asked_for(self) -> None:
        changes = {"ways__share_school": label("four_to_seven"), "vehicle__tongue_limit": None}
        assessment = assessed(rig(**changes, weighing__tongue_scale=measured("350 lb")))
        self.assertEqual(assessment.weights.judgement.state, "unknown")
        said = next(one for one in assessment.findings if one.subject == "share")
        self.assertIn("goes by the S-limit", said.says.text("us"))
        self.assertIn("stamp on the coupler", said.remedy.text("us"))

    def test_common_practice_examples(self) -> None:
        """10 000 lb wants about 1 000 lb (common practice, no source)."""
        school = SHARE_SCHOOLS["ten_to_fifteen"]
        self.assertAlmostEqual(school.low * 10_000, 1000)
        self.assertAlmostEqual(school.low * 1300, 130)
        self.assertLess(school.high * 1300, 200)


class WhatIsSaid(unittest.TestCase):
    def test_a_low_edge_that_cannot_be_told_is_never_fit(self) -> None:
        assessment = assessed(rig(weighing__tongue_scale=measured("620 lb")))
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("cannot be told yet whether the tongue is too light", assessment.verdict.says.text("us"))

    def test_a_share_is_rounded_towards_the_edge_that_it_may_be_over(self) -> None:
        """By hand: 930 / 6,150 is 15.122 %, told as 15.2; 617 / 6,150 is 10.033 %, told as 10.0."""
        for reading, said in (("930 lb", "tongue is heavy: 15.2 %"), ("617 lb", "tongue is too light: 10.0 %")):
            changed = rig(weighing__tongue_scale=measured(reading), trailer__gross_weight=measured("6150 lb"))
            found = next(one for one in assessed(changed).findings if one.subject == "share")
            self.assertIn(said, found.says.text("us").replace("\u00a0", " "))

    def test_low_is_danger_and_high_is_trouble(self) -> None:
        light = assessed(rig(weighing__tongue_scale=measured("500 lb"))).verdict
        self.assertEqual(light.state, "refused")
        self.assertIn("sway", light.says.text("us"))
        heavy = [
            one for one in assessed(rig(weighing__tongue_scale=measured("1000 lb"))).findings if one.subject == "share"
        ]
        self.assertEqual([one.state for one in heavy], ["caution"])
        self.assertIn("squats the vehicle", heavy[0].says.text("us"))

    def test_brochure_tongue_is_never_good(self) -> None:
        """Brochure hitch weights are for an empty trailer and run low: common practice, no source."""
        assessment = assessed(rig(**NO_SCALE, trailer__brochure_tongue={"is": "700 lb", "from": "brochure"}))
        self.assertIs(assessment.weights.tongue.provenance, Provenance.BROCHURE)
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("Weigh the tongue", assessment.verdict.remedy.text("us"))

    def test_a_reading_marked_assumed_is_not_a_weighing(self) -> None:
        assessment = assessed(rig(weighing__tongue_scale="800 lb"))
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIn("marked assumed", assessment.verdict.says.text("us"))

    def test_a_brochure_is_no_evidence_of_a_light_or_a_heavy_tongue(self) -> None:
        for tongue in ("400 lb", "1100 lb"):
            assessment = assessed(rig(**NO_SCALE, trailer__brochure_tongue={"is": tongue, "from": "brochure"}))
            self.assertFalse([one for one in assessment.findings if one.subject == "share"], tongue)
            self.assertIn(assessment.verdict.state, ("unknown", "refused"))

    def test_brochure_that_ran_low_is_said(self) -> None:
        warnings = " ".join(warning.says.text("us") for warning in assessed(rig()).weights.warnings)
        self.assertIn("brochure says 560\u00a0lb", warnings)
        self.assertIn("240\u00a0lb more", warnings)

    def test_gross_weight_planned_from_brochure_and_load(self) -> None:
        document = rig(
            trailer__gross_weight=None,
            trailer__unladen_weight={"is": "5200 lb", "from": "brochure"},
            loads__gear__weight="900 lb",
        )
        weights = assessed(document).weights
        self.assertAlmostEqual(weights.gross.value / KG, 6100)
        self.assertIs(weights.gross.provenance, Provenance.ASSUMED)

    def test_nothing_known_is_unknown(self) -> None:
        weights = assessed(rig(trailer__gross_weight=None)).weights
        self.assertIsInstance(weights.share, Missing)
        self.assertEqual(weights.judgement.state, "unknown")

    def test_tongue_heavier_than_trailer_is_refused_and_flagged(self) -> None:
        assessment = assessed(
            rig(weighing__tongue_scale=measured("1400 lb"), trailer__gross_weight=measured("1300 lb"))
        )
        self.assertEqual(assessment.verdict.state, "refused")
        self.assertIn("no less than the whole trailer", assessment.verdict.says.text("us"))
        self.assertIn("weighing.tongue_scale", {path for one in assessment.mismatches for path in one.figures})
