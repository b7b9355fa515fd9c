"""The swing and the axles as the screens ask for them: with the live answer, and what-if at a complaint."""

from stathmos.core.sway import USUAL_SPEED
from tests.web.signed_in import WithDemo, measured

CUSTOMER = "Mireille Sorrowby"  # seven per cent on the tongue, a buggy behind the axles


class AtAComplaint(WithDemo):
    def what_if(self, **asked: object) -> dict:
        status, told = self.ask("POST", f"rigs/{self.rig_of(CUSTOMER).pk}/sway/", asked)
        self.assertEqual(status, 200, told)
        return told

    def test_a_load_forward_slower_and_friction_steady_it(self) -> None:
        told = self.what_if(load="machine", forward="4 ft", slower="10 mph")
        self.assertGreater(told["then"]["none_at"]["low"], told["now"]["none_at"]["low"])
        self.assertRegex(told["says"][0], r"^As planned: At 65\smph each swing is [\d.]+\s% of the one before")
        self.assertRegex(told["says"][1], r"^As asked: At 55\smph ")
        held = self.what_if(friction=True)
        self.assertGreaterEqual(held["then"]["none_at"]["low"], held["now"]["none_at"]["low"])
        self.assertEqual(self.what_if()["now"], self.what_if()["then"])
        self.assertIn("machine", [one["key"] for one in told["loads"]])

    def test_in_metric_units(self) -> None:
        told = self.what_if(load="machine", forward="1.2 m", speed="100", slower="20", system="metric")
        self.assertRegex(told["says"][1], r"At 80\skm/h")
        self.assertRegex(told["now"]["none_at"]["text"], r"^\d+\skm/h$")

    def test_bad_input_is_said_at_its_place(self) -> None:
        for asked, place in (
            ({"forward": "two feet"}, "forward"), ({"forward": "-3 in"}, "forward"), ({"forward": "900 ft"}, "forward"),
            ({"speed": "900 mph"}, "speed"), ({"speed": "65 lb"}, "speed"), ({"slower": "70 mph"}, "slower"), ({"slower": "1/"}, "slower"),
        ):  # fmt: skip
            status, told = self.ask("POST", f"rigs/{self.rig_of(CUSTOMER).pk}/sway/", asked)
            self.assertEqual((status, list(told["problems"])), (400, [place]), asked)
        for wrong in ({"friction": "perhaps"}, {"load": 7}, {"load": "x" * 61}, [], {"system": "stone"}):
            self.assertEqual(self.ask("POST", f"rigs/{self.rig_of(CUSTOMER).pk}/sway/", wrong)[0], 400, wrong)
        self.assertEqual(self.ask("POST", "rigs/999999/sway/", {})[0], 404)
        self.assertEqual(self.what_if(load="nobody", forward="1 ft")["now"], self.what_if()["now"])
        self.assertAlmostEqual(USUAL_SPEED, 65 * 0.44704)

    def test_only_a_swing_has_a_what_if(self) -> None:
        for symptom, has in (("sway", True), ("tyres", False)):
            status, told = self.ask("GET", f"rigs/{self.rig_of(CUSTOMER).pk}/causes/{symptom}/")
            self.assertEqual((status, told["what_if"]), (200, has))
        self.assertEqual(told["causes"][0]["path"].startswith("weighing.bridge_axle"), True)


class Live(WithDemo):
    def live(self, station: str, **more: dict) -> dict:
        rig = self.rig_of(CUSTOMER)
        _, record = self.ask("GET", f"rigs/{rig.pk}/")
        entries = record["entries"] | more
        status, told = self.ask(
            "POST", "assess/", {"rig": rig.pk, "entries": entries, "station": station, "system": "us"}
        )
        self.assertEqual(status, 200, told)
        return told["assessment"]

    def test_a_weight_moved_changes_the_curve_and_takes_no_caution_away(self) -> None:
        before = self.live("load")
        after = self.live("load", **{"loads.machine.moved_to": measured("150 in")})
        low = [one["loading"]["sway"]["cases"][-1]["none_at"]["low"] or 99 for one in (after,)]
        planned = next(one for one in before["loading"]["sway"]["cases"] if one["key"] == "planned")
        moved = next(one for one in after["loading"]["sway"]["cases"] if one["key"] == "planned")
        self.assertGreater(moved["curve"]["middle"][6], planned["curve"]["middle"][6])
        self.assertIn("standing", [one["key"] for one in after["loading"]["sway"]["cases"]])
        self.assertGreater(low[0], planned["none_at"]["low"])
        self.assertIn("may_swing", [one.get("key", "may_swing") for one in before["findings"]])

    def test_share_against_speed_on_the_weigh_station(self) -> None:
        told = self.live("weigh")["weights"]["sway"]
        lows = [one["low"] or 99.0 for one in told["shares"]]
        self.assertEqual(lows, sorted(lows))
        self.assertAlmostEqual(told["now"]["share"], 640 / 9200, places=3)

    def test_axles_on_ratings_and_heights(self) -> None:
        axles = self.live("ratings")["ratings"]["axles"]
        self.assertEqual([one["key"] for one in axles["under"]], ["empty", "planned", "full"])
        self.assertEqual(axles["suspension"], "independent")
        inch = self.live("height")["heights"]["axles"]["inch"]
        self.assertEqual((inch["shares"], inch["told"]), (False, True))
        self.assertRegex(inch["axles"][0]["more"], r"^\+\d+\slb$")
        braked, unbraked = self.live("ratings")["ratings"]["braking"]
        self.assertGreater(unbraked["front"]["value"], braked["front"]["value"])
        self.assertLess(unbraked["tongue"]["value"], braked["tongue"]["value"])

    def test_old_tyres_are_told_of_by_todays_date(self) -> None:
        said = self.live("ratings", **{"trailer.tyre_code": measured("2312")})["findings"]
        self.assertTrue(any("week 23 of 2012" in one["says"] for one in said))
