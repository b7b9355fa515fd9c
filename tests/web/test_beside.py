"""The comparison over HTTP, and the lot of a vehicle that nobody saved."""

from __future__ import annotations

from tests.web.signed_in import WithDemo


class Beside(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.thea = self.signed_in("thea")
        self.rig = self.rig_of("Perrin Aldous")
        _, record = self.ask("GET", f"rigs/{self.rig.pk}/", None, self.thea)
        self.entries = {
            path: {key: entry[key] for key in ("is", "from", "system", "datum") if entry.get(key)}
            for path, entry in record["entries"].items()
        }

    def compare(self, *pins: dict) -> tuple[int, dict]:
        return self.ask("POST", "beside/", {"entries": self.entries, "rig": self.rig.pk, "pins": list(pins)}, self.thea)

    def test_the_rig_beside_two_trailers(self) -> None:
        status, told = self.compare(
            {"kind": "as_it_is", "name": "Wrenfold 27 Bunk"},
            {"kind": "trailer", "name": "Dunnagh 17 Couple"},
            {"kind": "trailer", "name": "Saltgrass 20"},
        )
        self.assertEqual(status, 200, told)
        self.assertEqual([one["verdict"]["state"] for one in told["sides"]][0], "refused")
        rows = {row["key"]: row for row in told["rows"]}
        self.assertEqual([cell["says"]["us"].replace("\u00a0", " ") for cell in rows["gross"]["cells"]][1], "3,900 lb")
        self.assertEqual(rows["asked"]["cells"][1]["says"]["us"], "$19,800.00")
        # by hand: what is asked and what the hitch takes, to the cent
        for place in range(3):
            money = [
                rows[key]["cells"][place]["says"]["us"].strip("$").replace(",", "")
                for key in ("asked", "hitch_cost", "together")
            ]
            if "not priced" not in money:
                self.assertAlmostEqual(float(money[0]) + float(money[1]), float(money[2]), places=2)
        self.assertEqual(rows["rear_gawr"]["cells"][0]["state"], "over")
        self.assertTrue(told["rows"][0]["differs"])
        # the lot says the same of the same pair
        _, lot = self.ask("POST", "lot/", {"entries": self.entries, "rig": self.rig.pk, "side": "trailers"}, self.thea)
        couple = next(row for row in lot["rows"] if row["name"] == "Dunnagh 17 Couple")
        self.assertAlmostEqual(
            couple["used"],
            max(row["cells"][1]["share"] or 0 for row in told["rows"] if row["key"] != "trailer_gvwr"),
            places=6,
        )

    def test_what_cannot_be_compared_is_refused_in_words(self) -> None:
        for pins, words in (
            ([], "pins"),
            ([{"kind": "trailer", "name": "Saltgrass 20"}] * 5, "pins"),
            ([{"kind": "boat", "name": "x"}], "pins"),
            ([{"kind": "trailer", "name": "No such thing"}], "trailer"),
            ([{"kind": "trailer"}], "pins"),
        ):
            status, said = self.compare(*pins)
            self.assertEqual(status, 400)
            self.assertIn(words, said["problems"])
        self.assertEqual(self.ask("POST", "beside/", [], self.thea)[0], 400)

    def test_builds_are_compared_with_their_whole_price(self) -> None:
        status, told = self.compare(
            {"kind": "build", "name": "one", "kit": "Anvilroot 1400"},
            {"kind": "build", "name": "other", "kit": "Cordwain 1400"},
        )
        self.assertEqual(status, 200, told)
        rows = {row["key"]: row for row in told["rows"]}
        self.assertEqual([cell["says"]["us"] for cell in rows["kit"]["cells"]], ["Anvilroot 1400", "Cordwain 1400"])
        self.assertTrue(rows["kit"]["differs"])
        # beside the rig as it stands it is the hitch alone that is asked for
        _, told = self.compare(
            {"kind": "as_it_is", "name": "As it stands"}, {"kind": "build", "name": "one", "kit": "Anvilroot 1400"}
        )
        rows = {row["key"]: row for row in told["rows"]}
        for cell, hitch in zip(rows["together"]["cells"], rows["hitch_cost"]["cells"], strict=True):
            self.assertEqual(cell["says"], hitch["says"])

    def test_the_lot_of_labels_alone_keeps_what_a_customer_asks(self) -> None:
        labels = {
            "gvwr": "7050",
            "front_gawr": "3900",
            "rear_gawr": "4350",
            "payload": "1650",
            "receiver_wd_tongue": "1200",
            "receiver_wd_gross": "12000",
        }
        entries = {f"vehicle.{name}": {"is": text, "from": "label", "system": "us"} for name, text in labels.items()}
        body = {"entries": entries, "rig": None, "system": "us"}
        _, every = self.ask("POST", "desk/trailers/", body, self.thea)
        _, few = self.ask("POST", "desk/trailers/", {**body, "sleeps_least": "4", "price_most": "40000"}, self.thea)
        self.assertLess(sum(one["count"] for one in few["counts"]), sum(one["count"] for one in every["counts"]))
        self.assertTrue(all(int(row["sleeps"]) >= 4 for row in few["rows"]))
        # a label that cannot be read is said at its place, and what must be read first by its name
        wrong = {**entries, "vehicle.payload": {**entries["vehicle.payload"], "is": "abc"}}
        _, told = self.ask("POST", "desk/trailers/", {**body, "entries": wrong}, self.thea)
        self.assertEqual([one["place"] for one in told["problems"]], ["vehicle.payload"])
        self.assertEqual(
            (told["unread"], {row["state"] for row in told["rows"]} & {"fits_whatever"}), (["Placard payload"], set())
        )
        status, said = self.ask("POST", "desk/trailers/", {**body, "length_most": "long"}, self.thea)
        self.assertEqual((status, list(said["problems"])), (400, ["length_most"]))
