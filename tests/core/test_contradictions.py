"""What cannot be as it is written is flagged at its place, nothing is worked out with it, and no rig is fit with it."""

import unittest

from stathmos.core import report
from stathmos.core.rigfile import read
from tests.core.rigs import assessed, label, measured, rig

BEAM = {
    "weighing__beam_reading": measured("275 lb"),
    "weighing__beam_tare": measured("8 lb"),
    "weighing__beam_pivot_to_scale": measured("36 in"),
    "weighing__beam_pivot_to_coupler": measured("12 in"),
}
CANNOT_BE = (
    ("coupler beyond the scale", {**BEAM, "weighing__beam_pivot_to_coupler": measured("36 in")}, "weighing.beam_pivot_to_coupler", "between pivot and scale"),
    ("beam alone as heavy", {**BEAM, "weighing__beam_tare": measured("300 lb")}, "weighing.beam_tare", "exchanged"),
    ("jack behind the axles", {"trailer__ball_to_axle": measured("100 in"), "trailer__jack_position": measured("110 in")}, "trailer.jack_position", "between ball and axles"),
    ("arch that rises", {"weighing__squat_before": measured("37 in"), "weighing__squat_after": measured("38 in")}, "weighing.squat_after", "exchanged"),
    ("levelling on", {"weighing__squat_before": measured("38 in"), "weighing__squat_after": measured("37 in"), "vehicle__auto_levelling": label("on")}, "weighing.squat_after", "switch it off"),
    ("load behind the trailer", {"trailer__ball_to_rear": measured("340 in"), "loads__gear__weight": measured("50 lb"), "loads__gear__at": measured("400 in")}, "loads.gear.at", "outside the trailer"),
    ("moved behind the trailer", {"trailer__ball_to_rear": measured("340 in"), "loads__gear__weight": measured("50 lb"), "loads__gear__at": measured("40 in"), "loads__gear__moved_to": measured("400 in")}, "loads.gear.moved_to", "outside the trailer"),
    ("load behind the ball of the vehicle", {"loads__bed__at": measured("220 in")}, "loads.bed.at", "outside the vehicle"),
    ("axles behind the rear end", {"trailer__ball_to_rear": measured("200 in")}, "trailer.ball_to_rear", "ahead of the rear end"),
)  # fmt: skip


class CannotBe(unittest.TestCase):
    def test_each_is_flagged_at_its_place_with_the_reason(self) -> None:
        self.assertEqual(assessed(rig()).contradictions, ())
        for name, changes, place, reason in CANNOT_BE:
            with self.subTest(name):
                assessment = assessed(rig(**changes))
                self.assertIn(place, [one.place for one in assessment.contradictions])
                says = next(one.says.text("us") for one in assessment.contradictions if one.place == place)
                self.assertIn(reason, says.replace("\u00a0", " "))
                self.assertNotEqual(assessment.verdict.state, "good")
                self.assertIn(place, [one["place"] for one in report.plain(assessment)["problems"]])

    def test_nothing_is_worked_out_with_a_way_that_contradicts_itself(self) -> None:
        for name, changes, place, _ in CANNOT_BE[:5]:
            with self.subTest(name):
                ways = [way.key for way in assessed(rig(**changes)).weights.ways]
                self.assertNotIn(place.split(".")[1].split("_")[0], ways)

    def test_a_rack_may_hang_behind_the_rear_end(self) -> None:
        changes = {"trailer__ball_to_rear": measured("340 in"), "loads__bicycles__weight": measured("90 lb")}
        self.assertEqual(assessed(rig(**changes, loads__bicycles__at=measured("360 in"))).contradictions, ())
        self.assertEqual(len(assessed(rig(**changes, loads__bicycles__at=measured("390 in"))).contradictions), 1)

    def test_zero_negative_and_absurd_readings_are_refused_where_they_stand(self) -> None:
        for text, said in (
            ("0", "too small"),
            ("-5 lb", "negative"),
            ("99999 lb", "too large"),
            ("12 in", "unit of length"),
            ("3/", "fraction"),
        ):
            with self.subTest(text):
                problems = {one.place: one.says for one in read(rig(weighing__gauge=measured(text))).problems}
                self.assertIn(said, problems["weighing.gauge"])


class Handbook(unittest.TestCase):
    def test_weight_distribution_forbidden(self) -> None:
        assessment = assessed(rig(vehicle__handbook_wd=label("forbidden")))
        self.assertEqual(assessment.verdict.state, "refused")
        self.assertIn("forbids weight distribution", assessment.verdict.says.text("us"))

    def test_weight_distribution_required_above_a_weight(self) -> None:
        carrying = {"hitch__style": label("weight_carrying"), "vehicle__handbook_wd": label("required")}
        said = [
            one.says.text("us")
            for one in assessed(rig(**carrying, vehicle__handbook_wd_above=label("5000 lb"))).findings
        ]
        self.assertIn(
            "Do not tow so. The tow vehicle's handbook requires weight distribution above 5,000\u00a0lb; the trailer weighs 6,200\u00a0lb.",
            said,
        )
        said = [one.subject for one in assessed(rig(**carrying, vehicle__handbook_wd_above=label("7000 lb"))).findings]
        self.assertNotIn("style", said)


class BeforeMeasuring(unittest.TestCase):
    def said(self, **changes) -> dict[str, str]:
        return {one.subject: one.says.text("us") for one in assessed(rig(**changes)).findings if one.state == "caution"}

    def test_air_springs_want_their_pressure_and_the_handbooks_word(self) -> None:
        """Pumped to towing pressure or let down first: the vehicle's handbook decides (common practice, no source)."""
        self.assertNotIn("air_springs", self.said())
        fitted = {"vehicle__air_springs": measured("fitted")}
        self.assertIn("nobody wrote the pressure", self.said(**fitted)["air_springs"])
        self.assertIn(
            "let down to the minimum", self.said(**fitted, vehicle__handbook_air=label("let_down"))["air_springs"]
        )
        self.assertIn("35.0\u00a0psi", self.said(**fitted, vehicle__air_pressure=measured("35 psi"))["air_springs"])

    def test_auto_levelling_on_is_said(self) -> None:
        self.assertIn("heights and squat", self.said(vehicle__auto_levelling=measured("on"))["auto_levelling"])
