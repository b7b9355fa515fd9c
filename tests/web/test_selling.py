"""The lot, the schools compared, what if, waivers and the parts list, as the screens ask for them."""

import csv
import io
import re
from datetime import timedelta
from unittest import mock

from django.db import DatabaseError, transaction
from django.utils import timezone

from stathmos.catalogue import yard
from stathmos.catalogue.models import TowVehicle, Trailer
from stathmos.rigs.models import ReserveWaiver, Rig
from tests.web.signed_in import WithDemo, measured


class TheLot(WithDemo):
    def entries(self, vehicle: str = "Brindlow Haulm half-ton crew", people: str = "340 lb") -> dict:
        picked = TowVehicle.objects.get(name=vehicle).as_entries()
        entries = {f"vehicle.{name}": entry for name, entry in picked.items()}
        return {**entries, "loads.front_seats.weight": measured(people)}

    def lot(self, **more: object) -> dict:
        status, found = self.ask("POST", "lot/", {"entries": self.entries(), "side": "trailers", **more})
        self.assertEqual(status, 200, found)
        return found

    def test_every_trailer_on_the_lot_with_its_margin(self) -> None:
        found = self.lot()
        self.assertEqual((found["all"], len(found["rows"])), (15, 15))
        order = [row["fits"] for row in found["rows"]]
        self.assertEqual(order, sorted(order, key=["fits", "not known", "does not fit"].index))
        used = [row["used"] for row in found["rows"] if row["fits"] == "fits"]
        self.assertEqual(used, sorted(used))
        over = next(row for row in found["rows"] if row["name"] == "Larkmere 33 Family")
        self.assertEqual(over["fits"], "does not fit")
        self.assertIn("Receiver, WD tongue", over["over"])
        self.assertTrue(re.fullmatch(r"\d+ ft( \d+ in)?", over["length"]["us"]), over["length"])

    def test_each_row_is_what_opening_it_says(self) -> None:
        for row in self.lot()["rows"]:
            body = {"entries": self.entries(), "side": "trailers", "name": row["name"], "style": row["style"]}
            status, reason = self.ask("POST", "lot/reason/", body)
            self.assertEqual(status, 200)
            links = reason["planned"]["links"]
            self.assertEqual({link["name"] for link in links if link["state"] == "over"}, set(row["over"]), row["name"])
            if row["fits"] == "fits":
                most = max(
                    link["share"] for link in links if link["share"] is not None and link["key"] != "trailer_gvwr"
                )
                self.assertAlmostEqual(most, row["used"], places=9)
                self.assertEqual(reason["hitch"]["in_force"]["kit"], row["kit"])
                self.assertEqual(reason["hitch"]["in_force"]["shank"], row["shank"])

    def test_what_customers_ask(self) -> None:
        self.assertEqual({row["sleeps"] for row in self.lot(sleeps_least="8")["rows"]}, {"8", "9"})
        short = [row["name"] for row in self.lot(length_most="20 ft", price_most="$20,000")["rows"]]
        self.assertEqual(
            sorted(short), ["Dunnagh 15 Nook", "Dunnagh 17 Couple", "Dunnagh Wee 12", "Quarrow Dropdeck 16"]
        )
        Trailer.objects.filter(name="Dunnagh 15 Nook").update(price=None)
        self.assertNotIn("Dunnagh 15 Nook", [row["name"] for row in self.lot(price_most="$20,000")["rows"]])
        self.assertEqual(self.lot(price_most="$1")["rows"], [])

    def test_the_first_are_told_and_all_are_counted(self) -> None:
        whole, few = self.lot(), self.lot(most=4)
        self.assertEqual(few["rows"], whole["rows"][:4])
        self.assertEqual(few["counts"], whole["counts"])
        self.assertEqual(sum(one["count"] for one in few["counts"]), 15)
        for most in (0, -1, 601, "4", True, None):
            status, said = self.ask("POST", "lot/", {"entries": self.entries(), "side": "trailers", "most": most})
            self.assertEqual((status, list(said["problems"])), (400, ["most"]), most)

    def test_whatever_is_written_to_the_catalogue_the_lot_is_of_it_as_it_stands(self) -> None:
        """The columns kept from one edition to the next against those read anew, after every way to write."""
        one, other = Trailer.objects.get(name="Wrenfold 27 Bunk"), Trailer.objects.get(name="Dunnagh Wee 12")

        def again() -> None:
            one.gvwr = one.gvwr * 1.5
            one.save()

        def like() -> None:
            Trailer.objects.bulk_create([Trailer(name="Wrenfold 27 Other", gvwr=2000.0, ball_to_axle=5000.0)])

        writes = (
            again,
            like,
            lambda: Trailer.objects.filter(name=other.name).update(gvwr=900.0, price=100.0),
            lambda: Trailer.objects.filter(name=other.name).update(retired=True),
            lambda: Trailer.objects.filter(name=other.name).update(retired=False),
            lambda: Trailer.objects.filter(name="Wrenfold 27 Other").delete(),
            one.delete,
        )
        before = self.lot(price_most="$90,000")
        for write in writes:
            write()
            kept = self.lot(price_most="$90,000")
            yard._last = None
            self.assertEqual(kept, self.lot(price_most="$90,000"))
            self.assertNotEqual(kept, before)
            before = kept

    def test_what_cannot_be_read_is_said_at_its_place(self) -> None:
        bad = {"sleeps_least": "four", "length_most": "30 lb", "price_most": "-1"}
        status, said = self.ask("POST", "lot/", {"entries": {}, "side": "trailers", **bad})
        self.assertEqual((status, set(said["problems"])), (400, set(bad)))
        for body in ([], {"entries": [], "side": "trailers"}, {"entries": {}, "side": "boats"}):
            self.assertEqual(self.ask("POST", "lot/", body)[0], 400)
        reason = {"entries": {}, "side": "trailers", "name": "No such", "style": ""}
        self.assertEqual(self.ask("POST", "lot/reason/", reason)[0], 400)

    def test_too_heavy_for_every_kit_on_the_shelf_does_not_fit_and_says_so(self) -> None:
        """10 200 lb at 15 %: 1 530 lb, and no kit carries more than 1 500."""
        found = self.ask("POST", "lot/", {"entries": self.entries("Morvane Stoker one-ton"), "side": "trailers"})[1]
        row = next(row for row in found["rows"] if row["name"] == "Larkmere 30 Long Stay")
        self.assertEqual((row["fits"], row["weakest"]), ("does not fit", "No hitch kit in the stock serves"))

    def test_nobody_at_the_wheel_is_said_at_its_place(self) -> None:
        _, found = self.ask("POST", "lot/", {"entries": self.entries(people="0 lb"), "side": "trailers"})
        self.assertEqual([one["place"] for one in found["problems"]], ["loads.front_seats.weight"])
        self.assertIn("Somebody drives", found["problems"][0]["says"])

    def test_which_trailers_by_labels_alone(self) -> None:
        """Nothing weighed: the placard's 1 650 lb less 340 of people and the hitch leave no 15 % of 10 200 lb, 1 530 lb."""
        labels = {
            "gvwr": "7050 lb", "payload": "1650 lb", "front_gawr": "3900 lb", "rear_gawr": "4350 lb",
            "receiver_wd_tongue": "1200 lb", "receiver_wd_gross": "12000 lb",
        }  # fmt: skip
        entries = {f"vehicle.{name}": {"is": text, "from": "label", "system": "us"} for name, text in labels.items()}
        body = {"entries": {**entries, "loads.front_seats.weight": measured("340 lb")}}
        status, told = self.ask("POST", "desk/trailers/", body)
        self.assertEqual((status, told["unread"]), (200, []))
        counts = {one["state"]: one["count"] for one in told["counts"]}
        self.assertEqual(sum(counts.values()), 15)
        self.assertGreater(counts["fits_whatever"], 3)
        self.assertGreater(counts["cannot"], 0)
        self.assertNotIn("Larkmere 30 Long Stay", [row["name"] for row in told["rows"]])
        for row in told["rows"]:
            self.assertEqual(row["state"] == "fits_whatever", row["used"] <= 1, row)
        del body["entries"]["vehicle.payload"]
        _, told = self.ask("POST", "desk/trailers/", body)
        self.assertEqual(told["unread"], ["Placard payload"])
        self.assertEqual({one["state"]: one["count"] for one in told["counts"]}["fits_whatever"], 0)
        self.assertEqual(self.ask("POST", "desk/trailers/", {"entries": []})[0], 400)

    def test_a_metric_page_is_refused_in_kilograms(self) -> None:
        """A payload over the GVWR, and a figure that is too large: on the lot, among the trailers, and beside every room that is left."""
        wrong = {"vehicle.gvwr": "3000", "vehicle.payload": "4000", "vehicle.rear_gawr": "99999999"}
        entries = {path: {"is": text, "from": "label", "system": "metric"} for path, text in wrong.items()}
        for where, body in (("lot/", {"side": "trailers"}), ("desk/trailers/", {})):
            _, told = self.ask("POST", where, {"entries": entries, "system": "metric", **body})
            said = " ".join(one["says"] for one in told["problems"])
            self.assertEqual(
                {one["place"] for one in told["problems"]},
                {"vehicle.gvwr", "vehicle.payload", "vehicle.rear_gawr"},
                where,
            )
            self.assertIn("kg", said)
            self.assertNotIn("lb", said)
            self.assertEqual(self.ask("POST", where, {"entries": entries, "system": "stone", **body})[0], 400)
        labels = {
            "gvwr": "3200", "payload": "750", "front_gawr": "1770", "rear_gawr": "1970", "receiver_wd_tongue": "540", "receiver_wd_gross": "5400",
        }  # fmt: skip
        entries = {
            f"vehicle.{name}": {"is": text, "from": "label", "system": "metric"} for name, text in labels.items()
        }
        _, told = self.ask("POST", "desk/trailers/", {"entries": entries, "system": "metric"})
        row = next(row for row in told["rows"] if row["state"] == "fits_whatever")
        self.assertRegex(row["left"]["metric"], r"^\d+.kg$")
        self.assertTrue(row["distributing"])
        self.assertEqual(told["waited_for"], ["Receiver WC tongue rating", "Receiver WC gross rating"])

    def test_with_nothing_known_nothing_fits(self) -> None:
        _, found = self.ask("POST", "lot/", {"entries": {}, "side": "trailers"})
        self.assertEqual({row["fits"] for row in found["rows"]} - {"not known", "does not fit"}, set())

    def test_one_trailer_against_the_vehicles(self) -> None:
        picked = Trailer.objects.get(name="Larkmere 28").as_entries()
        entries = {f"trailer.{name}": entry for name, entry in picked.items()} | {
            "loads.front_seats.weight": measured("300 lb")
        }
        _, found = self.ask("POST", "lot/", {"entries": entries, "side": "vehicles"})
        rows = {row["name"]: row for row in found["rows"]}
        self.assertEqual(len(rows), 7)
        self.assertEqual(rows["Orrinvale Skerry"]["fits"], "does not fit")
        self.assertIn("Vehicle tow rating", rows["Orrinvale Skerry"]["over"])
        self.assertEqual(rows["Morvane Stoker one-ton"]["fits"], "fits")


class Waiving(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")
        self.rig = self.rig_of("Corwin Tessaly")  # trailer GVWR inside the reserve

    def waive(self, client=None, **more: object) -> tuple[int, dict]:
        body = {
            "version": self.rig.version,
            "link": "trailer_gvwr",
            "reason": "Customer empties the tanks first",
            "until": (timezone.localdate() + timedelta(days=30)).isoformat(),
            **more,
        }
        return self.ask("POST", f"rigs/{self.rig.pk}/waive/", body, client or self.manager)

    def test_a_manager_with_a_reason_and_it_stays_on_record(self) -> None:
        status, record = self.waive()
        self.assertEqual(status, 200)
        self.assertEqual(
            [(one["link"], one["by"], one["reason"]) for one in record["waivers"]],
            [("trailer_gvwr", "Odile", "Customer empties the tanks first")],
        )
        _, live = self.ask(
            "POST",
            "assess/",
            {"entries": Rig.objects.get(pk=self.rig.pk).entries(), "rig": self.rig.pk, "station": "ratings"},
        )
        said = [found["says"] for found in live["assessment"]["findings"]]
        self.assertTrue(any("exception from the safety margin approved by Odile" in text for text in said))
        link = next(one for one in live["assessment"]["ratings"]["planned"]["links"] if one["key"] == "trailer_gvwr")
        self.assertEqual(
            {key: link["waiver"][key] for key in ("by", "reason")},
            {"by": "Odile", "reason": "Customer empties the tanks first"},
        )

    def told(self) -> dict | None:
        """The exception as it stands on the link today."""
        draft = {"entries": Rig.objects.get(pk=self.rig.pk).entries(), "rig": self.rig.pk, "station": "ratings"}
        links = self.ask("POST", "assess/", draft)[1]["assessment"]["ratings"]["planned"]["links"]
        return next(one for one in links if one["key"] == "trailer_gvwr")["waiver"]

    def test_it_is_taken_back_and_stays_on_record(self) -> None:
        self.waive()
        body = {"version": self.rig.version, "link": "trailer_gvwr", "reason": "The tanks stay full after all"}
        address = f"rigs/{self.rig.pk}/waive/withdraw/"
        self.assertEqual(self.ask("POST", address, body, self.signed_in("thea"))[0], 403)
        self.assertEqual(self.ask("POST", address, {**body, "reason": ""}, self.manager)[0], 400)
        self.assertIsNotNone(self.told())
        status, record = self.ask("POST", address, body, self.manager)
        self.assertEqual((status, [one["withdrawn"] for one in record["waivers"]]), (200, [True, False]))
        self.assertIsNone(self.told())
        self.assertEqual(self.ask("POST", address, body, self.manager)[0], 400)
        self.waive()
        self.assertIsNotNone(self.told())

    def test_it_ends_on_its_last_day(self) -> None:
        for until in ("2020-01-01", "9999-12-31", "soon", None):
            self.assertEqual(self.waive(until=until)[0], 400, until)
        self.waive(until=timezone.localdate().isoformat())
        self.assertIsNotNone(self.told())
        tomorrow = timezone.localdate() + timedelta(days=1)
        with mock.patch("django.utils.timezone.localdate", return_value=tomorrow):
            self.assertIsNone(self.told())

    def test_nobody_else_and_not_without_a_reason(self) -> None:
        for who in ("thea", "bram"):
            self.assertEqual(self.waive(self.signed_in(who))[0], 403)
        for reason in ("", "   ok   ", "x" * 301):
            status, said = self.waive(reason=reason)
            self.assertEqual((status, list(said["problems"])), (400, ["reason"]))
        self.assertEqual(self.waive(version=99)[0], 409)
        self.assertEqual(ReserveWaiver.objects.count(), 0)

    def test_a_rating_is_overridden_by_nobody(self) -> None:
        over = self.rig_of("Perrin Aldous")
        body = {"version": over.version, "link": "rear_gawr", "reason": "It is only sixty pounds"}
        body["until"] = timezone.localdate().isoformat()
        status, said = self.ask("POST", f"rigs/{over.pk}/waive/", body, self.manager)
        self.assertEqual(status, 400)
        self.assertIn("There is no exception from a rating", said["detail"])
        for link in ("tow_rating", "ball_size", "no_such"):
            self.assertEqual(self.waive(link=link)[0], 400, link)

    def test_the_database_keeps_it(self) -> None:
        self.waive()
        row = ReserveWaiver.objects.get()
        for change in (
            lambda: ReserveWaiver.objects.update(reason="another"),
            lambda: ReserveWaiver.objects.all()._raw_delete("default"),
            lambda: ReserveWaiver.objects.create(
                rig=self.rig,
                link="gvwr",
                demand=2.0,
                rating=1.0,
                reason="over its rating",
                version=1,
                waived_by=row.waived_by,
            ),
        ):
            with self.assertRaises(DatabaseError), transaction.atomic():
                change()


class Asking(WithDemo):
    def draft(self) -> dict:
        rig = self.rig_of("Haldis Okonjo")
        return {"entries": rig.entries(), "rig": rig.pk}

    def test_what_if(self) -> None:
        _, live = self.ask(
            "POST", "assess/", {**self.draft(), "what_if": {"holes": 1, "tongue": "100 lb", "softer": 10}}
        )
        answer = live["what_if"]
        self.assertTrue(answer["changes"]["ball_height"].startswith("+"))
        self.assertEqual(len(answer["says"]), 3)
        self.assertIsNotNone(answer["pose"])
        self.assertIsNone(self.ask("POST", "assess/", {**self.draft(), "what_if": {"holes": 0}})[1]["what_if"])
        self.assertIsNone(self.ask("POST", "assess/", self.draft())[1]["what_if"])

    def test_what_if_that_cannot_be_read(self) -> None:
        for asked, place in (
            ({"tongue": "5 in"}, "what_if.tongue"), ({"tongue": "9999 lb"}, "what_if.tongue"), ({"holes": 99}, "what_if.holes"),
            ({"settings": {"washer": 99}}, "what_if.settings.washer"), ({"settings": {"prayer": 1}}, "what_if.settings"), ({"softer": -10}, "what_if.softer"),
        ):  # fmt: skip
            status, said = self.ask("POST", "assess/", {**self.draft(), "what_if": asked})
            self.assertEqual((status, said["what_if"]), (200, None))
            self.assertEqual([problem["place"] for problem in said["problems"]], [place])
            self.assertEqual(said["assessment"]["verdict"]["state"], "good")  # the rig itself is answered all the same

    def test_a_lighter_tongue_is_typed_with_its_sign(self) -> None:
        _, live = self.ask("POST", "assess/", {**self.draft(), "what_if": {"tongue": "-100"}})
        self.assertTrue(live["what_if"]["changes"]["rear"].startswith("−"))

    def test_schools_compared(self) -> None:
        _, found = self.ask("POST", "compare/", self.draft())
        names = [one["key"] for one in found["others"]]
        self.assertEqual(
            len(names), 13, "two of share, two of restoration, five of offset, two of level, two of reserve"
        )
        half = next(one for one in found["others"] if one["key"] == "offset.none")
        self.assertIn("ball", half["differs"])
        self.assertEqual(half["facts"]["ball"]["us"], "22 3/4 in")  # the level coupler's height itself

    def test_another_vehicle(self) -> None:
        _, found = self.ask("POST", "compare/", {**self.draft(), "vehicle": "Morvane Stoker one-ton"})
        self.assertEqual([one["name"] for one in found["others"]], ["with the hitch there is", "hitch chosen anew"])
        self.assertEqual(self.ask("POST", "compare/", {**self.draft(), "vehicle": "No such"})[0], 400)
        self.assertEqual(self.ask("POST", "compare/", [])[0], 400)

    def test_the_parts_list_as_csv(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        text = self.client.get(f"/api/rigs/{rig.pk}/parts.csv").content.decode()
        rows = list(csv.reader(io.StringIO(text)))
        self.assertEqual(rows[0][:2], ["quantity", "part"])
        self.assertEqual([row[1] for row in rows[1:4]], ["Anvilroot 1200", "Shank 2 short", "Ball 2 5/16 × 1¼"])
        bought = sum(float(row[5]) for row in rows[1:-1] if row[3] == "buy" and row[5])
        self.assertAlmostEqual(float(rows[-1][5]), bought)
        self.assertEqual(rows[-1][5], "780.00")  # 669 + 79 + 32
        metric = self.client.get(f"/api/rigs/{rig.pk}/parts.csv?units=metric").content.decode()
        self.assertNotIn(" lb", metric.replace("\u00a0", " "))
        self.assertEqual(self.client.get("/api/rigs/99999/parts.csv").status_code, 404)
