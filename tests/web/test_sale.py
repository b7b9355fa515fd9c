"""The customer's sheet over HTTP: kept as it was made, read back from its PDF, and it says when what it stands on has changed."""

from __future__ import annotations

import datetime
import io
import re
from decimal import Decimal

from django.db import DatabaseError, connection, transaction
from django.utils import timezone
from pypdf import PdfReader

from stathmos.sale.models import Sheet
from stathmos.sale.paper import money
from tests.web.signed_in import WithDemo

DEALER = {
    "name": "Sedgemoor & <Daughters>", "address": "4 Tithe Lane\nUpper Wend", "hour": "120.00", "minutes_fixed": 60,
    "minutes_trial": 15, "minutes_joint": 4, "trials": 2, "tax_percent": "8.250", "tax_on_labour": False, "valid_days": 21,
}  # fmt: skip


class ASheet(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.thea, self.bram, self.odile = self.signed_in("thea"), self.signed_in("bram"), self.signed_in("odile")
        self.rig = self.rig_of("Haldis Okonjo")
        self.at = f"rigs/{self.rig.pk}/sheets/"
        self.until = (timezone.localdate() + datetime.timedelta(days=14)).isoformat()

    def make(self, who=None, **more) -> tuple[int, dict]:
        body = {
            "version": self.rig.version,
            "valid_until": self.until,
            "trailer": "33900.00",
            "with_trailer": True,
            "extras": [],
        }
        return self.ask("POST", self.at, {**body, **more}, who or self.thea)

    def text(self, number: int = 1, system: str = "us") -> str:
        answer = self.thea.get(f"/api/{self.at}{number}.pdf?units={system}")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        pages = PdfReader(io.BytesIO(answer.content)).pages
        self.assertEqual(len(pages), 1)
        return re.sub(r"\s+", " ", pages[0].extract_text().replace("\u00a0", " "))

    def test_money_on_the_page_adds_up_by_hand(self) -> None:
        """Parts 700 to the cent, 2 trials and so many joints of labour, 8.25 % on all but the labour."""
        self.assertEqual(self.ask("POST", "house/dealer/", DEALER, self.odile)[0], 200)
        status, told = self.make(extras=[{"name": "Loyalty", "amount": "-200.00", "taxed": True}])
        self.assertEqual(status, 200, told)
        quote = Sheet.objects.get().content["quote"]
        amounts = [Decimal(line["amount"]) for line in quote["lines"]]
        labour = next(line for line in quote["lines"] if "Fitting" in line["name"])
        joints = int(re.search(r"(\d+) joints", labour["name"])[1])
        self.assertEqual(Decimal(labour["amount"]), Decimal(60 + 2 * 15 + joints * 4) * 120 / 60)
        self.assertEqual(Decimal(quote["subtotal"]), sum(amounts))
        taxed = sum(amounts) - Decimal(labour["amount"])
        self.assertEqual(Decimal(quote["tax"]), (taxed * Decimal("0.0825")).quantize(Decimal("0.01")))
        self.assertEqual(Decimal(quote["total"]), Decimal(quote["subtotal"]) + Decimal(quote["tax"]))
        page = self.text()
        for words in (
            "Haldis Okonjo", f"Sheet {self.rig.pk}-1", "Sedgemoor & <Daughters>", "4 Tithe Lane", "These go together",
            "Anvilroot 1200", "$33,900.00", "−$200.00", "Tax, 8.25 %", money(quote["total"]), f"Valid until {self.until}",
            "up to", "lb more than planned", "rule over this sheet",
        ):  # fmt: skip
            self.assertIn(words, page)
        self.assertIn("kg more than planned", self.text(system="metric"))

    def test_it_says_when_the_rig_has_changed_since_and_stands_again_when_it_is_changed_back(self) -> None:
        self.make()
        self.assertNotIn("has changed since", self.text())
        held = self.rig.current()["loads.gear.weight"].typed if "loads.gear.weight" in self.rig.current() else ""
        entry = {"is": "400 lb", "from": "measured", "system": "us"}
        _, saved = self.ask(
            "POST",
            f"rigs/{self.rig.pk}/",
            {"version": self.rig.version, "entries": {"loads.gear.weight": entry}},
            self.thea,
        )
        _, told = self.ask("GET", self.at, None, self.thea)
        self.assertTrue(told["made"][0]["changed"])
        self.assertIn("has changed since it was made", self.text())
        back = {**entry, "is": held} if held else None
        self.ask(
            "POST",
            f"rigs/{self.rig.pk}/",
            {"version": saved["version"], "entries": {"loads.gear.weight": back}},
            self.thea,
        )
        _, told = self.ask("GET", self.at, None, self.thea)
        self.assertFalse(told["made"][0]["changed"])

    def test_each_is_numbered_and_stays_as_it_was_made(self) -> None:
        self.make()
        self.ask("POST", "house/dealer/", DEALER, self.odile)
        _, told = self.make()
        self.assertEqual([one["called"] for one in told["made"]], [f"{self.rig.pk}-2", f"{self.rig.pk}-1"])
        self.assertNotIn("Sedgemoor", self.text(1))
        self.assertIn("Sedgemoor", self.text(2))
        for verb in ("UPDATE sale_sheet SET number = 9", "DELETE FROM sale_sheet", "DELETE FROM house_dealer"):
            with self.assertRaises(DatabaseError), transaction.atomic(), connection.cursor() as cursor:
                cursor.execute(verb)

    def test_it_stands_in_the_record_and_goes_out_with_the_rig(self) -> None:
        self.make()
        _, events = self.ask("GET", f"rigs/{self.rig.pk}/timeline/", None, self.thea)
        event = next(one for one in events if one["kind"] == "sheet")
        self.assertIn(f"Customer's sheet {self.rig.pk}-1 of version {self.rig.version}", event["says"])
        out = self.thea.get(f"/api/rigs/{self.rig.pk}/record.jsonl")
        lines = [line for line in b"".join(out.streaming_content).decode().splitlines() if '"sale.sheet"' in line]
        self.assertEqual(len(lines), 1)
        self.assertIn("These go together", lines[0])

    def test_what_cannot_be_is_refused_where_it_stands(self) -> None:
        for wrong, place in (
            ({"valid_until": "2020-01-01"}, "valid_until"),
            ({"valid_until": "soon"}, "valid_until"),
            ({"trailer": "cheap"}, "trailer"),
            ({"trailer": 12.5}, "trailer"),
            ({"trailer": "12.345"}, "trailer"),
            ({"extras": [{"name": "", "amount": "5", "taxed": True}]}, "extras"),
            ({"extras": [{"name": "x", "amount": "NaN", "taxed": True}]}, "extras"),
            ({"extras": [{"name": "x", "amount": "5", "taxed": True}] * 9}, "extras"),
            ({"version": 0}, "version"),
        ):
            with self.subTest(wrong):
                status, said = self.make(**wrong)
                self.assertEqual(status, 400)
                self.assertIn(place, said["problems"])
        self.assertEqual(self.make(version=self.rig.version + 1)[0], 409)
        self.assertEqual(self.make(who=self.bram)[0], 403)
        self.assertEqual(Sheet.objects.count(), 0)

    def test_what_is_not_priced_makes_no_total(self) -> None:
        _, told = self.make(trailer=None)
        self.assertEqual(told["made"][0]["total"], "no total")
        self.assertIn("No total: not priced yet: The trailer", self.text())

    def test_a_rig_that_must_not_be_towed_says_so_in_plain_words(self) -> None:
        self.rig = self.rig_of("Perrin Aldous")
        self.at = f"rigs/{self.rig.pk}/sheets/"
        self.make()
        self.assertIn("This must not be towed as it stands. Do not tow. Rear GAWR", self.text())
        self.assertIn("Nothing more: what is over must be put right first.", self.text())
        self.assertIn("No total: it must not be towed as it stands", self.text())

    def test_a_hitch_that_is_not_chosen_is_no_part_of_a_total(self) -> None:
        """A rig of which nothing is read: the trailer and the fitting are not the whole of it."""
        _, blank = self.ask("POST", "rigs/", {"customer": "Nobody Yet", "entries": {}}, self.thea)
        body = {"trailer": "20000.00", "with_trailer": True, "extras": []}
        status, told = self.ask("POST", f"rigs/{blank['id']}/quote/", body, self.thea)
        self.assertEqual((status, told["total"], told["no_total"]), (200, None, "the hitch is not chosen yet"))

    def test_the_quote_follows_what_is_typed_and_is_what_is_made(self) -> None:
        body = {
            "trailer": "30000.00",
            "with_trailer": True,
            "extras": [{"name": "Loyalty", "amount": "-0.01", "taxed": True}],
        }
        _, told = self.ask("POST", f"rigs/{self.rig.pk}/quote/", body, self.thea)
        self.assertIn({"name": "Loyalty", "quantity": 1, "amount": "−$0.01"}, told["lines"])
        self.make(**body)
        self.assertEqual(money(Sheet.objects.get().content["quote"]["total"]), told["total"])
        for wrong in (
            {"trailer": "much"},
            {"extras": [{"name": "x", "amount": "", "taxed": True}]},
            {"with_trailer": "yes"},
        ):
            status, said = self.ask("POST", f"rigs/{self.rig.pk}/quote/", {**body, **wrong}, self.thea)
            self.assertEqual((status, list(said["problems"])), (400, list(wrong)))

    def test_the_dealer_is_the_managers_to_write(self) -> None:
        self.assertEqual(self.ask("POST", "house/dealer/", DEALER, self.thea)[0], 403)
        for wrong in (
            {"hour": "many"},
            {"tax_percent": "41"},
            {"minutes_trial": -1},
            {"trials": 2.5},
            {"valid_days": 0},
        ):
            status, said = self.ask("POST", "house/dealer/", {**DEALER, **wrong}, self.odile)
            self.assertEqual(status, 400)
            self.assertEqual(list(said["problems"]), list(wrong))
        _, told = self.ask("GET", "house/dealer/", None, self.thea)
        self.assertEqual((told["by"], told["may_choose"]), ("Odile", False))
