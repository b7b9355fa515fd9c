"""Opening, saving, correcting; stale writes; bad bodies. Nothing typed is lost and nothing answers 500."""

import json

from stathmos.core import report, rigfile
from stathmos.core.assess import assess
from stathmos.core.judging import judged
from stathmos.rigs.models import Reading, Rig
from tests.web.signed_in import WithDemo, measured


class Saving(WithDemo):
    def test_open_save_reopen(self) -> None:
        entries = {
            "trailer.gvwr": {"is": "7,000", "from": "label", "system": "us"},
            "weighing.tongue_scale": measured("360 kg"),
        }
        status, made = self.ask("POST", "rigs/", {"customer": " Oda Brisk ", "entries": entries})
        self.assertEqual(status, 201)
        status, read = self.ask("GET", f"rigs/{made['id']}/")
        self.assertEqual((read["customer"], read["version"], read["advisor"]), ("Oda Brisk", 1, "Thea"))
        self.assertEqual(read["entries"]["trailer.gvwr"]["is"], "7,000", "as typed")
        stored = Reading.objects.get(rig_id=made["id"], path="trailer.gvwr")
        self.assertAlmostEqual(stored.amount, 3175.14659, places=5)
        self.assertEqual(
            Reading.objects.get(rig_id=made["id"], path="weighing.tongue_scale").instrument,
            "scale under the coupler, trailer level",
        )

    def test_a_correction_supersedes_and_the_first_reading_stays(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        status, written = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale": measured("760 lb")}}
        )
        self.assertEqual((status, written["version"]), (200, 2))
        self.assertEqual(written["entries"]["weighing.tongue_scale"]["is"], "760 lb")
        history = list(
            rig.readings.filter(path="weighing.tongue_scale").order_by("revision").values_list("typed", "revision")
        )
        self.assertEqual(history, [("745 lb", 1), ("760 lb", 2)])

    def test_a_figure_taken_back_is_unknown_and_may_come_again(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        _, written = self.ask("POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"trailer.gvwr": None}})
        self.assertNotIn("trailer.gvwr", written["entries"])
        _, written = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 2, "entries": {"trailer.gvwr": measured("7000 lb")}}
        )
        self.assertEqual(written["entries"]["trailer.gvwr"]["revision"], 3)

    def test_what_stands_already_is_not_written_again(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        before = rig.readings.count()
        status, _ = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale": measured("745 lb")}}
        )
        self.assertEqual((status, rig.readings.count()), (200, before))


class Stale(WithDemo):
    def test_the_second_save_is_shown_both_versions_and_changes_nothing(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        odile = self.signed_in("odile")
        self.ask("POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"loads.bed.weight": measured("200 lb")}}, odile)
        status, said = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"loads.bed.weight": measured("90 lb")}}
        )
        self.assertEqual(status, 409)
        self.assertEqual(said["theirs"]["version"], 2)
        self.assertEqual(said["theirs"]["entries"]["loads.bed.weight"]["is"], "200 lb")
        self.assertEqual(said["theirs"]["entries"]["loads.bed.weight"]["by"], "Odile")
        self.assertIn("Nothing of yours is lost", said["detail"])
        self.assertEqual(Rig.objects.get(pk=rig.pk).current()["loads.bed.weight"].typed, "200 lb")
        status, _ = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 2, "entries": {"loads.bed.weight": measured("90 lb")}}
        )
        self.assertEqual(status, 200)


class BadInput(WithDemo):
    def test_every_bad_figure_is_named_and_nothing_is_saved(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        entries = {
            "trailer.gvwr": measured("lots"),
            "loads.bed.weight": measured("-5"),
            "vehicle.wheelbase": measured("145 3/"),
            "trailer.gross_weight": measured("0"),
            "trailer.axle_rating": measured("22 in"),
            "vehicle.colour": measured("red"),
            "trailer.chain_rating": {"is": "1", "from": "hearsay"},
            "loads.rear_seats.weight": measured("100 lb"),
        }
        before = rig.readings.count()
        status, said = self.ask("POST", f"rigs/{rig.pk}/", {"version": 1, "customer": "", "entries": entries})
        self.assertEqual(status, 400)
        self.assertEqual(set(said["problems"]), (set(entries) | {"customer"}) - {"loads.rear_seats.weight"})
        self.assertEqual(rig.readings.count(), before)
        rig.refresh_from_db()
        self.assertEqual((rig.version, rig.customer), (1, "Haldis Okonjo"))

    def test_bodies_of_the_wrong_shape(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        for body in (
            [],
            "x",
            3,
            None,
            {"version": "1"},
            {"version": True},
            {"version": 1, "entries": []},
            {"version": 1, "customer": 4},
            {"version": 1, "customer": "x" * 121},
            {"entries": {}},
            {"version": 1, "entries": {"loads.bed.weight": 5}},
            {"version": 1, "entries": {"loads.bed.weight": {"is": ["1"], "from": {}}}},
            {"version": 1, "entries": {"x" * 300: None}},
            {"version": 1, "entries": {str(i): None for i in range(600)}},
        ):
            for path in (f"rigs/{rig.pk}/", "assess/", "rigs/", "step/"):
                with self.subTest(path=path, body=str(body)[:60]):
                    status, said = self.ask("POST", path, body)
                    self.assertLess(status, 500)
                    if path.startswith(f"rigs/{rig.pk}"):
                        self.assertEqual(status, 400)
                        self.assertTrue(said["detail"])

    def test_not_json(self) -> None:
        token = self.client.cookies["csrftoken"].value
        answer = self.client.post(
            "/api/assess/", "{half", content_type="application/json", headers={"X-CSRFToken": token}
        )
        self.assertEqual(answer.status_code, 400)

    def test_a_huge_body_is_refused(self) -> None:
        token = self.client.cookies["csrftoken"].value
        body = json.dumps({"entries": {"loads.bed.weight": {"is": "1" * 2_000_000}}})
        answer = self.client.post("/api/assess/", body, content_type="application/json", headers={"X-CSRFToken": token})
        self.assertEqual(answer.status_code, 413)
        self.assertIn("Nothing was saved", answer.json()["detail"])

    def test_no_such_rig(self) -> None:
        self.assertEqual(self.ask("GET", "rigs/999999/")[0], 404)
        self.assertEqual(self.ask("POST", "rigs/999999/", {"version": 1})[0], 404)


class Live(WithDemo):
    def test_half_typed_figures_are_named_and_the_rest_is_answered(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        _, record = self.ask("GET", f"rigs/{rig.pk}/")
        entries = {
            path: {key: entry[key] for key in ("is", "from", "system", "datum") if key in entry}
            for path, entry in record["entries"].items()
        }
        _, good = self.ask("POST", "assess/", {"entries": entries, "station": "weigh"})
        self.assertEqual((good["assessment"]["verdict"]["state"], good["problems"]), ("good", []))
        self.assertEqual(good["read"]["weighing.tongue_scale"], "745 lb")
        entries["trailer.coupler_height"] = measured("22 3/")
        status, live = self.ask("POST", "assess/", {"entries": entries, "station": "weigh"})
        self.assertEqual(status, 200)
        self.assertEqual([problem["place"] for problem in live["problems"]], ["trailer.coupler_height"])
        self.assertEqual(live["assessment"]["verdict"]["state"], "unknown")
        self.assertIn("745", live["assessment"]["weights"]["tongue"]["text"])

    def test_nothing_is_saved_by_it(self) -> None:
        before = Reading.objects.count()
        self.ask("POST", "assess/", {"entries": {"loads.bed.weight": measured("1 lb")}})
        self.assertEqual(Reading.objects.count(), before)

    def test_steps(self) -> None:
        body = {"text": "22 3/4", "dimension": "length", "system": "us", "steps": 3}
        self.assertEqual(self.ask("POST", "step/", body), (200, {"text": "22 15/16"}))
        self.assertEqual(self.ask("POST", "step/", {**body, "text": "22 3/"})[0], 400)
        self.assertEqual(self.ask("POST", "step/", {**body, "dimension": "hearsay"})[0], 400)


class Floor(WithDemo):
    def test_the_demo_shows_what_it_was_made_to_show_worst_first(self) -> None:
        strips = self.ask("GET", "rigs/")[1]["strips"]
        states = [strip["verdict"]["state"] for strip in strips]
        self.assertEqual(states, sorted(states, key=["refused", "unknown", "caution", "good"].index))
        said = {strip["customer"]: strip["verdict"]["says"]["us"].replace("\u00a0", " ") for strip in strips}
        for customer, words in (
            ("Haldis Okonjo", "Within every rating"),
            ("Perrin Aldous", "Rear GAWR: 3,860 lb on a rating of 3,800 lb"),
            ("Mireille Sorrowby", "tongue is too light: 6.9 %"),
            ("Ansel Trivedi-Holm", "ball is too high: its top stands at 28 1/2 in"),
            ("Josune Farrow", "Anvilroot 1000 on the vehicle does not serve"),
            ("Tobiah Renswick", "Nothing to go by yet for: Receiver, WD gross; Receiver, WD tongue"),
        ):
            self.assertIn(words, said[customer])

    def test_payload_of_the_rear_axle_rig_is_kept(self) -> None:
        rig = self.rig_of("Perrin Aldous")
        _, file = self.ask("GET", f"rigs/{rig.pk}/file/")
        read = rigfile.read(file)
        told = report.plain(assess(read.rig, stock=read.stock))
        self.assertEqual(read.problems, ())
        links = {link["key"]: link["state"] for link in told["ratings"]["planned"]["links"]}
        self.assertEqual((links["payload"] != "over", links["rear_gawr"]), (True, "over"))

    def test_rig_file_gives_the_same_verdict_as_the_floor(self) -> None:
        strips = self.ask("GET", "rigs/")[1]["strips"]
        for strip in strips:
            _, file = self.ask("GET", f"rigs/{strip['id']}/file/")
            read = rigfile.read(file)
            self.assertEqual(
                report.written(report.at_a_glance(judged(read.rig, stock=read.stock)))["verdict"], strip["verdict"]
            )
