"""The rest of the bay over HTTP: the extension calculator, the offline page, floor and session, late and odd parcels, plates."""

from __future__ import annotations

import uuid

from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Rig
from tests.web import a_fit
from tests.web.signed_in import measured
from tests.web.test_bay import Handing, InTheBay


class Extension(InTheBay):
    def ask_for(self, **asked: str) -> tuple[int, dict]:
        body = {"joint": "ball_nut", "wrench": "Long-arm 250", "extension": "18 in", "system": "us", **asked}
        return self.ask("POST", f"rigs/{self.good.pk}/extension/", body)

    def test_figures_by_hand(self) -> None:
        # 445 ft·lb, handle 22 in: set = 445 · 22 / (22 + E)
        for extension, words in (
            ("18 in", "set it to 245 ft·lb"),
            ("457.2 mm", "set it to 245 ft·lb"),
            ("20 in", "set it to 233 ft·lb"),
        ):
            status, told = self.ask_for(extension=extension)
            self.assertEqual(status, 200)
            self.assertIn(words, told["says"]["us"].replace("\u00a0", " "))
        status, told = self.ask_for(extension="10 in")
        self.assertEqual((status, told["verdict"]), (200, "cannot reach it"))  # 305.9 on a wrench that ends at 250
        status, told = self.ask_for(joint="frame_bolts", extension="12 in")
        self.assertEqual((status, told["verdict"]), (200, "begins above it"))  # 35.6 on one that begins at 40
        # 233.1 ft·lb is 316 N·m
        self.assertEqual(self.ask_for(extension="20 in")[1]["set_to"]["metric"], "316 N·m")

    def test_what_cannot_be_reckoned_is_said(self) -> None:
        for asked in (
            {"extension": ""}, {"extension": "long"}, {"extension": "-3"}, {"extension": "20 lb"}, {"extension": "900 ft"},
            {"wrench": "No such"}, {"joint": "no such"},
        ):  # fmt: skip
            with self.subTest(asked=asked):
                status, said = self.ask_for(**asked)
                self.assertEqual(status, 400)
                self.assertTrue(said["detail"])
        self.assertEqual(self.ask("POST", f"rigs/{self.good.pk}/extension/", [])[0], 400)


class Page(InTheBay):
    def test_the_worker_is_served_at_the_root_and_keeps_nothing_that_is_written(self) -> None:
        answer = self.client.get("/worker.js")
        self.assertEqual(answer["Content-Type"], "text/javascript; charset=utf-8")
        script = answer.content.decode()
        self.assertIn('request.method !== "GET"', script)
        self.assertNotIn("http", script.replace("https", ""))

    def test_what_each_may_do_is_told(self) -> None:
        told = {
            who: set(self.ask("GET", "session/", None, self.signed_in(who))[1]["may"])
            for who in ("thea", "bram", "odile")
        }
        self.assertEqual(told["bram"], {"fit", "sign_measured", "sign_bay", "keep_stock"})
        self.assertNotIn("fit", told["thea"])
        self.assertLess(told["thea"] | told["bram"], told["odile"])


class Odd(InTheBay):
    def test_a_parcel_that_changes_nothing_is_received_once(self) -> None:
        first = self.sent({"bay.floor": measured("flat")})
        again = self.sent({"bay.floor": measured("flat")})
        self.assertEqual(first["sections"][1], again["sections"][1])
        self.assertEqual(self.good.readings.filter(path="bay.floor").count(), 1)

    def test_a_figure_taken_back_is_unknown_again(self) -> None:
        self.sent({"bay.jaw_play": measured("1/16")})
        status, said = self.send({"bay.jaw_play": None})
        self.assertEqual(status, 200)
        self.assertEqual(next(one["state"] for one in said["bay"]["proofs"] if one["key"] == "jaw"), "unknown")
        self.assertEqual(self.send({"bay.jaw_play": measured("1/8")}, **{"bay.jaw_play": 0})[0], 200)

    def test_half_links_and_nothing_between(self) -> None:
        for text, status in (("3.5", 200), ("3 1/2", 200), ("3.25", 400), ("-1", 400), ("99", 400)):
            with self.subTest(text=text):
                self.assertEqual(self.send({"trials.trial_1.steps_left": measured(text)})[0], status)
        self.assertEqual(self.send({"trials.trial_1.washers": measured("3.5")})[0], 400)

    def test_more_trials_than_can_be(self) -> None:
        many = {f"trials.trial_{number}.washers": measured("3") for number in range(1, 80)}
        status, said = self.send(many)
        self.assertEqual(status, 200)
        self.assertEqual(len(said["bay"]["tried"]), 60)

    def test_keys_that_are_no_keys(self) -> None:
        for path in (
            "trials.TRIAL.washers",
            "trials..washers",
            "torque.ball nut.reached",
            "drill.x",
            "bay.nothing",
            "trials.t1.__class__",
        ):
            with self.subTest(path=path):
                self.assertEqual(self.send({path: measured("3")})[0], 400)

    def test_an_advisor_writes_the_drill_and_a_complaint_but_no_mark(self) -> None:
        self.assertEqual(
            self.send(
                {"complaints.c_1.symptom": measured("sway"), "complaints.c_1.said": measured("it wags")}, self.client
            )[0],
            200,
        )
        self.assertEqual(self.send({"drill.spotter.done": measured("yes")}, self.client)[0], 200)
        self.assertEqual(
            self.send({"drill.spotter.done": measured("yes"), "bay.floor": measured("flat")}, self.client)[0], 403
        )

    def test_plates_are_names_of_the_rig(self) -> None:
        body = {"version": self.good.version, "vehicle_plate": "  AB 12 C ", "entries": {}}
        status, record = self.ask("POST", f"rigs/{self.good.pk}/", body)
        self.assertEqual((status, record["vehicle_plate"]), (200, "AB 12 C"))
        status, said = self.ask(
            "POST", f"rigs/{self.good.pk}/", {**body, "version": record["version"], "vehicle_plate": "X" * 21}
        )
        self.assertEqual(status, 400)
        self.assertIn("vehicle_plate", said["problems"])


class OnTheFloor(Handing):
    def reached(self, archived: bool = False) -> str:
        strips = self.ask("GET", f"rigs/?archived={archived}")[1]["strips"]
        return next((strip["reached"] for strip in strips if strip["id"] == self.good.pk), "not here")

    def test_how_far_a_rig_has_come(self) -> None:
        self.assertEqual(self.reached(), "weigh")
        self.sent(a_fit.FLOOR)
        self.assertEqual(self.reached(), "in_bay")
        self.ready()
        self.assertEqual(self.reached(), "bay")
        self.assertEqual(self.hand_over()[0], 200)
        self.assertEqual((self.reached(), self.reached(archived=True)), ("not here", "handover"))
        self.send({"trials.trial_2.washers": measured("7")})
        self.assertEqual((self.reached(), self.reached(archived=True)), ("handover", "not here"), "back on the floor")

    def test_handed_over_again_after_a_change_is_a_second_card(self) -> None:
        self.ready()
        self.hand_over()
        self.send({"handover.brake_gain": measured("6")}, self.client)
        status, told = self.hand_over()
        self.assertEqual(status, 200, told)
        self.assertEqual([card["number"] for card in told["cards"]], [2, 1])

    def test_there_is_no_hand_over_without_a_card(self) -> None:
        self.ready()
        version = self.rig_of(a_fit.CUSTOMER).version
        status, said = self.ask("POST", f"rigs/{self.good.pk}/sign/", {"station": "handover", "version": version})
        self.assertEqual(status, 400)
        self.assertIn("Handing over makes the card", said["detail"])
        self.assertEqual(self.reached(), "bay")

    def test_a_stale_version_is_not_handed_over(self) -> None:
        self.ready()
        version = self.rig_of(a_fit.CUSTOMER).version
        self.send({"handover.brake_gain": measured("6")}, self.client)
        status, said = self.ask("POST", f"rigs/{self.good.pk}/handover/", {"version": version})
        self.assertEqual(status, 409)
        self.assertIn("saved this rig after you opened it", said["detail"])
        self.assertEqual(self.ask("POST", f"rigs/{self.good.pk}/handover/", {})[0], 400)

    def test_the_verb_itself_refuses_what_cannot_be_read(self) -> None:
        rig = Rig.objects.get(pk=self.good.pk)
        with self.assertRaises(NotWritten):
            write_rig(rig.pk, self.rig.advisor, rig.version, Change({}, {"handover.a_year": measured("many miles")}))
        self.assertEqual(self.ask("GET", f"rigs/{rig.pk}/cards/{uuid.uuid4().int % 1000}.pdf")[0], 404)
