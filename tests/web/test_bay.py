"""The bay and the hand-over over HTTP: parcels written once, the coach's figures, roles, the card read back."""

from __future__ import annotations

import io
import uuid

from pypdf import PdfReader

from stathmos.bay.models import Received
from stathmos.handover.models import Card
from tests.web import a_fit
from tests.web.signed_in import WithDemo, measured


class InTheBay(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.bram, self.odile = self.signed_in("bram"), self.signed_in("odile")
        self.rig = self.rig_of("Ansel Trivedi-Holm")
        self.good = self.rig_of(a_fit.CUSTOMER)

    def send(self, entries: dict, who=None, rig=None, **seen: int) -> tuple[int, dict]:
        return self.ask("POST", f"rigs/{(rig or self.good).pk}/bay/", a_fit.parcel(entries, **seen), who or self.bram)

    def sent(self, entries: dict) -> dict:
        status, said = self.send(entries)
        self.assertEqual(status, 200, said)
        return said["bay"]

    def fitted(self) -> dict:
        """The good rig fitted whole."""
        for entries in (a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS):
            bay = self.sent(entries)
        return self.sent(a_fit.torque(bay["torque"]))


class Parcels(InTheBay):
    def test_a_parcel_sent_twice_is_written_once(self) -> None:
        parcel = a_fit.parcel({"bay.floor": measured("flat")})
        path = f"rigs/{self.good.pk}/bay/"
        first = self.ask("POST", path, parcel, self.bram)
        again = self.ask("POST", path, parcel, self.bram)
        self.assertEqual((first[0], again[0]), (200, 200))
        self.assertEqual(first[1]["rig"]["version"], again[1]["rig"]["version"])
        self.assertEqual(self.good.readings.filter(path="bay.floor").count(), 1)
        self.assertEqual(Received.objects.filter(rig=self.good, key=parcel["key"]).count(), 1)

    def test_a_key_belongs_to_one_rig(self) -> None:
        parcel = a_fit.parcel({"bay.floor": measured("flat")})
        self.ask("POST", f"rigs/{self.good.pk}/bay/", parcel, self.bram)
        status, said = self.ask("POST", f"rigs/{self.rig.pk}/bay/", parcel, self.bram)
        self.assertEqual(status, 400)
        self.assertIn("another rig", said["detail"])

    def test_a_figure_of_somebody_else_is_not_gone_over_unseen(self) -> None:
        self.sent({"bay.front_left_a": measured("37 3/4")})
        path = f"rigs/{self.good.pk}/bay/"
        offline = {**a_fit.parcel({"bay.front_left_a": measured("37 7/8")}), "seen": {"bay.front_left_a": 0}}
        status, said = self.ask("POST", path, offline, self.odile)
        self.assertEqual(status, 409)
        self.assertEqual(said["theirs"]["bay.front_left_a"]["is"], "37 3/4")
        self.assertEqual(self.good.current()["bay.front_left_a"].typed, "37 3/4")
        chosen = {**offline, "seen": {"bay.front_left_a": 1}}
        self.assertEqual(self.ask("POST", path, chosen, self.odile)[0], 200)
        self.assertEqual(self.good.current()["bay.front_left_a"].typed, "37 7/8")

    def test_what_cannot_be_read_is_named_and_nothing_of_the_parcel_is_written(self) -> None:
        for text in ("", "abc", "-3", "0", "37 3/", "9999", "37 kg"):
            with self.subTest(text=text):
                status, said = self.send({"bay.jaw_play": measured("1/16"), "bay.front_left_a": measured(text)})
                if text == "":
                    self.assertEqual(status, 200)
                    continue
                self.assertEqual(status, 400)
                self.assertIn("bay.front_left_a", said["problems"])
        self.assertNotIn("bay.front_left_a", self.good.current())

    def test_bodies_of_the_wrong_shape(self) -> None:
        path = f"rigs/{self.good.pk}/bay/"
        for body in (
            {},
            [],
            "x",
            {"key": "no", "entries": {}},
            {"key": str(uuid.uuid4())},
            {"key": str(uuid.uuid4()), "entries": []},
        ):
            with self.subTest(body=body):
                self.assertEqual(self.ask("POST", path, body, self.bram)[0], 400)
        self.assertEqual(self.ask("POST", "rigs/999999/bay/", a_fit.parcel({}), self.bram)[0], 404)

    def test_only_what_is_written_in_the_bay(self) -> None:
        status, said = self.send({"vehicle.gvwr": measured("20000 lb")})
        self.assertEqual(status, 400)
        self.assertIn("not written in the bay", said["detail"])


class Coached(InTheBay):
    def test_the_whole_fit_with_its_figures(self) -> None:
        for entries in (a_fit.FLOOR, a_fit.COUPLING, a_fit.A):
            self.sent(entries)
        bay = self.sent(a_fit.B)
        self.assertEqual(bay["states"]["rise"]["text"]["us"], "9/16 in")
        self.assertEqual(bay["next"]["verdict"], "begin")
        bay = self.sent(a_fit.TRIAL_1)
        window = bay["windows"][0]
        self.assertEqual((window["name"], window["verdict"]), ("at least half, not past full", "too little"))
        self.assertEqual((window["low_text"]["us"], window["high_text"]["us"]), ("37 3/4 in", "38 in"))
        self.assertEqual(bay["restoration"]["tape"]["text"]["us"], "33.3 %")
        self.assertEqual(bay["next"]["verdict"], "change")
        self.assertEqual(bay["next"]["says"]["us"], "Add 2 washers: 6 instead of 4.")
        self.assertEqual(bay["next"]["entries"]["trials.trial_2.washers"]["is"], "6")
        self.assertIn("The schools disagree", bay["opposite"]["us"])
        bay = self.sent(a_fit.TRIAL_2)
        self.assertEqual(bay["restoration"]["tape"]["text"]["us"], "77.8 %")
        self.assertEqual((bay["windows"][0]["verdict"], bay["next"]["verdict"]), ("inside", "done"))

    def test_a_moved_head_voids_every_c_before_it(self) -> None:
        for entries in (a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_2):
            self.sent(entries)
        bay = self.sent({"trials.trial_3.washers": measured("6"), "trials.trial_3.steps_left": measured("3"),
                         "trials.trial_3.steps_right": measured("3"), "trials.trial_3.hole": measured("1")})  # fmt: skip
        self.assertTrue(bay["tried"][0]["void"])
        self.assertEqual(bay["next"]["verdict"], "measure")
        self.assertIn("every C before it is void", bay["next"]["says"]["us"])
        self.assertNotEqual(bay["windows"][0]["verdict"], "inside")

    def test_an_unwritten_bay_is_all_unknown(self) -> None:
        status, said = self.ask("GET", f"rigs/{self.good.pk}/bay/")
        self.assertEqual(status, 200)
        self.assertTrue(said["bay"]["findings"])
        self.assertEqual({one["state"] for one in said["bay"]["findings"]}, {"unknown"})


class Roles(InTheBay):
    def test_the_wrong_role_is_refused_by_the_server(self) -> None:
        good, version = self.good.pk, self.good.version
        refused = (
            (self.client, "POST", f"rigs/{good}/bay/", a_fit.parcel(a_fit.FLOOR), "technician"),
            (self.client, "POST", f"rigs/{good}/sign/", {"station": "bay", "version": version}, "technician"),
            (self.client, "POST", f"rigs/{good}/", {"version": version, "entries": {"bay.floor": measured("flat")}}, "technician"),
            (self.bram, "POST", "rigs/", {"customer": "Nobody", "entries": {}}, "advisor"),
            (self.bram, "POST", f"rigs/{good}/sign/", {"station": "hitch", "version": version}, "advisor"),
            (self.bram, "POST", f"rigs/{good}/handover/", {"version": version}, "advisor"),
            (self.bram, "POST", f"rigs/{good}/again/", {"new": "same"}, "advisor"),
            (self.bram, "POST", f"rigs/{good}/", {"version": version, "entries": {"ways.offset_school": measured("none")}}, "advisor"),
            (self.client, "GET", "overview/", None, "manager"),
            (self.bram, "GET", "everything.jsonl", None, "manager"),
            (self.client, "POST", "bring-in/", {}, ""),
        )  # fmt: skip
        before = self.good.readings.count()
        for who, method, path, body, whose in refused:
            with self.subTest(path=path):
                status, said = self.ask(method, path, body, who)
                self.assertIn(status, (403, 415))
                self.assertIn(whose, said["detail"])
        self.assertEqual(self.good.readings.count(), before)
        self.assertFalse(Card.objects.filter(rig=self.good).exists())


class Handing(InTheBay):
    """The steps to a hand-over."""

    def hand_over(self, who=None) -> tuple[int, dict]:
        version = self.rig_of(a_fit.CUSTOMER).version
        return self.ask("POST", f"rigs/{self.good.pk}/handover/", {"version": version}, who or self.client)

    def sign_bay(self) -> tuple[int, dict]:
        version = self.rig_of(a_fit.CUSTOMER).version
        return self.ask("POST", f"rigs/{self.good.pk}/sign/", {"station": "bay", "version": version}, self.bram)

    def ready(self) -> None:
        self.fitted()
        status, told = self.ask("GET", f"rigs/{self.good.pk}/handover/")
        self.assertEqual(status, 200)
        self.assertEqual(self.send({**a_fit.TESTS, **a_fit.drill(told["steps"])}, self.client)[0], 200)
        status, said = self.sign_bay()
        self.assertEqual(status, 200, said)


class HandedOver(Handing):
    def test_refused_while_anything_is_unknown_and_says_what(self) -> None:
        status, said = self.hand_over()
        self.assertEqual(status, 400)
        self.assertIn("Not handed over.", said["detail"])
        self.assertRegex(said["detail"], r"And \d+ more\.")
        self.assertEqual(self.sign_bay()[0], 400)
        self.ready()
        self.assertEqual(self.send({"handover.brake_test": measured("weak")}, self.client)[0], 200)
        status, said = self.hand_over()
        self.assertEqual(status, 400)
        self.assertIn("Brake test", said["detail"])

    def test_the_cards_text_read_back(self) -> None:
        self.ready()
        status, told = self.hand_over()
        self.assertEqual(status, 200, told)
        self.assertEqual([card["number"] for card in told["cards"]], [1])
        answer = self.client.get(f"/api/rigs/{self.good.pk}/cards/1.pdf")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        pages = PdfReader(io.BytesIO(answer.content)).pages
        self.assertEqual(len(pages), 1)
        text = " ".join(pages[0].extract_text().replace("\u00a0", " ").split())
        for words in (
            "Haldis Okonjo", "37 7/8 in", "24 5/8 in", "Head washers 6", "Bracket hole 3, both sides", "hole 2 from the bottom",
            "430 ft·lb to 460 ft·lb", "up to 791 lb more than planned", "625 lb to 909 lb", "This type may reverse",
            "A loaded spring bar or lever can injure", "6,000 mi", "Technician: Bram", "Advisor: Thea", "set to 5.5",
        ):  # fmt: skip
            self.assertIn(words, text)
        metric = self.client.get(f"/api/rigs/{self.good.pk}/cards/1.pdf?units=metric")
        text = " ".join(PdfReader(io.BytesIO(metric.content)).pages[0].extract_text().replace("\u00a0", " ").split())
        self.assertIn("962 mm", text)
        self.assertNotIn(" lb", text)
        self.assertEqual(self.client.get(f"/api/rigs/{self.good.pk}/cards/2.pdf").status_code, 404)
        phone = self.client.get(f"/api/rigs/{self.good.pk}/cards/1.pdf?page=phone")
        text = " ".join(PdfReader(io.BytesIO(phone.content)).pages[0].extract_text().replace("\u00a0", " ").split())
        for words in ("Head washers 6", "Front fender, bars on 37 7/8 in", "Jack the tongue up", "this card is void"):
            self.assertIn(words, text)
        card = Card.objects.get(rig=self.good)
        content = {name: told for name, told in card.content.items() if name != "hook_up"}
        Card.objects.create(
            rig=self.good, number=2, version=card.version, content=content, inspect_by=card.inspect_by, handed_over_by=card.handed_over_by
        )  # fmt: skip
        older = self.client.get(f"/api/rigs/{self.good.pk}/cards/2.pdf?page=phone")
        self.assertEqual(older.status_code, 404, "a card from before the strip was kept has none")

    def test_a_bay_changed_after_its_signature_is_not_handed_over(self) -> None:
        self.ready()
        self.send({"trials.trial_2.front_left": measured("37 13/16")})
        status, said = self.hand_over()
        self.assertEqual(status, 400)
        self.assertIn("something changed since", said["detail"])
        self.assertEqual(self.sign_bay()[0], 200)
        self.assertEqual(self.hand_over()[0], 200)

    def test_cards_stay_as_they_were_made(self) -> None:
        self.ready()
        self.hand_over()
        before = Card.objects.get(rig=self.good).content
        self.send({"trials.trial_2.washers": measured("7")})
        self.assertEqual(Card.objects.get(rig=self.good).content, before)
