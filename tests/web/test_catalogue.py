"""Upkeep of the catalogue: add, edit, retire, history, CSV with its dry run; and what a rig keeps of it."""

from stathmos.catalogue.models import KINDS, HitchKit, ItemChange, Trailer
from stathmos.catalogue.tables import columns, written_out
from stathmos.rigs.models import Rig
from tests.web.signed_in import WithDemo, measured


class Upkeep(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")
        self.kit = HitchKit.objects.get(name="Anvilroot 1000")

    def written(self, **changes: str) -> dict:
        texts = {name: entry["is"] for name, entry in self.kit.all_entries().items()}
        return {
            "name": self.kit.name,
            "family": self.kit.family,
            "version": self.kit.version,
            "texts": {**texts, **changes},
        }

    def edit(self, **changes: str) -> tuple[int, dict]:
        return self.ask("POST", f"catalogue/kits/{self.kit.pk}/", self.written(**changes), self.manager)

    def test_only_the_manager_keeps_it(self) -> None:
        bodies = {
            "catalogue/kits/": self.written(),
            f"catalogue/kits/{self.kit.pk}/": self.written(),
            f"catalogue/kits/{self.kit.pk}/retire/": {"version": 1, "retired": True},
            "catalogue/kits/csv/": {"text": "name\nX\n", "seal": "0"},
        }
        for path, body in bodies.items():
            for who in ("thea", "bram"):
                status, said = self.ask("POST", path, body, self.signed_in(who))
                self.assertEqual((status, said["problems"]), (403, {}), path)
        self.assertFalse(self.ask("GET", "catalogue/kinds/")[1]["may_keep"])
        self.assertTrue(self.ask("GET", "catalogue/kinds/", client=self.manager)[1]["may_keep"])

    def test_an_edit_is_a_new_version_with_its_history(self) -> None:
        status, item = self.edit(tongue_rating="950 lb")
        self.assertEqual((status, item["version"], item["texts"]["tongue_rating"]), (200, 2, "950 lb"))
        self.assertEqual(item["texts"]["gross_rating"], "10000 lb")
        _, past = self.ask("GET", f"catalogue/kits/{self.kit.pk}/history/")
        self.assertEqual(
            [(one["what"], one["by"], one["texts"]["tongue_rating"]) for one in past], [("edited", "Odile", "950 lb")]
        )

    def test_what_is_written_as_it_stands_stays_the_very_same(self) -> None:
        HitchKit.objects.filter(pk=self.kit.pk).update(own_weight=42.123456789012)
        self.kit.refresh_from_db()
        self.edit(price="$631")
        self.kit.refresh_from_db()
        self.assertEqual((self.kit.own_weight, self.kit.price), (42.123456789012, 631.0))

    def test_every_bad_figure_is_named_at_its_field_and_nothing_is_saved(self) -> None:
        bad = {
            "tongue_rating": "banana", "gross_rating": "-5 lb", "seat_above_shank": "900 lb", "ball_hole": "1 1/",
            "washers_most": "2.5", "bar_style": "wire", "price": "9e99", "no_such": "1",
        }  # fmt: skip
        status, said = self.edit(**bad)
        self.assertEqual(status, 400)
        self.assertEqual(set(bad), set(said["problems"]))
        self.kit.refresh_from_db()
        self.assertEqual(self.kit.version, 1)

    def test_figures_that_contradict_each_other(self) -> None:
        _, said = self.edit(bracket_least="33 in", tongue_minimum="1100 lb")
        self.assertEqual({"bracket_most", "bracket_distance", "tongue_rating"}, set(said["problems"]))

    def test_a_vehicle_that_contradicts_itself_is_kept_and_asked_about(self) -> None:
        """A payload of 8,180 lb on a GVWR of 7,000: asked at both figures, and asked no more once it is put right."""
        texts = {"gvwr": "7000 lb", "payload": "8180 lb"}
        status, item = self.ask("POST", "catalogue/vehicles/", {"name": "Hollin Trial", "texts": texts}, self.manager)
        self.assertEqual((status, set(item["questions"])), (201, {"gvwr", "payload"}))
        self.assertIn("This does not agree with GVWR", item["questions"]["payload"])
        body = {"name": "Hollin Trial", "version": item["version"], "texts": {**texts, "payload": "1880 lb"}}
        status, item = self.ask("POST", f"catalogue/vehicles/{item['id']}/", body, self.manager)
        self.assertEqual((status, item["questions"]), (200, {}))

    def test_names(self) -> None:
        for name, says in (("", "needs a name"), ("Cordwain 600", "Another one"), ("x" * 121, "Longer than 120")):
            status, said = self.ask("POST", "catalogue/kits/", {**self.written(), "name": name}, self.manager)
            self.assertEqual(status, 400)
            self.assertIn(says, said["problems"]["name"])
        status, item = self.ask("POST", "catalogue/kits/", {"name": "Bare one", "texts": {}}, self.manager)
        self.assertEqual((status, item["texts"]), (201, {}))
        # nothing is known of it, so it is never chosen
        _, live = self.ask("POST", "assess/", {"entries": self.rig_of("Haldis Okonjo").entries(), "station": "hitch"})
        self.assertEqual(
            next(k["state"] for k in live["assessment"]["hitch"]["kits"] if k["name"] == "Bare one"), "unknown"
        )

    def test_a_stale_edit_is_refused_with_how_it_stands(self) -> None:
        self.edit(price="$600")
        status, said = self.edit(price="$605")
        self.assertEqual((status, said["item"]["texts"]["price"]), (409, "$600"))

    def test_bodies_of_the_wrong_shape(self) -> None:
        for body in ({}, [], {"name": 5, "texts": []}, {"name": "x", "texts": {"price": {}}}, "x"):
            status, _ = self.ask("POST", "catalogue/kits/", body, self.manager)
            self.assertEqual(status, 400, body)
        for path in ("catalogue/wheels/", "catalogue/wheels/csv/", "catalogue/kits/999999/history/x"):
            self.assertEqual(self.manager.get(f"/api/{path}").status_code, 404)
        status, _ = self.ask("POST", "catalogue/kits/999999/", self.written(), self.manager)
        self.assertEqual(status, 404)

    def test_history_is_append_only(self) -> None:
        from django.db import DatabaseError, transaction

        self.edit(price="$600")
        for change in (
            lambda: ItemChange.objects.update(what="x"),
            lambda: ItemChange.objects.all()._raw_delete("default"),
        ):
            with self.assertRaises(DatabaseError), transaction.atomic():
                change()


class Sought(WithDemo):
    """Found by what is written of it, a page at a time, however many there are."""

    def picks(self, query: str, kind: str = "trailers") -> dict:
        status, told = self.ask("GET", f"catalogue/{kind}/picks/?{query}")
        self.assertEqual(status, 200, told)
        return told

    def names(self, query: str, kind: str = "trailers") -> list[str]:
        return [one["name"] for one in self.picks(query, kind)["picks"]]

    def test_every_word_is_written_somewhere(self) -> None:
        self.assertEqual(self.names("q=WREN+27"), ["Wrenfold 27 Bunk"])
        self.assertEqual(self.names("q=7800+lb+wrenfold"), ["Wrenfold 27 Bunk"])
        self.assertEqual(self.names("q=no+such+trailer"), [])
        # 30 is in figures of many; those that are called so come first
        self.assertEqual(self.names("q=larkmere+30")[0], "Larkmere 30 Long Stay")
        self.assertGreater(self.picks("q=larkmere+30")["found"], 1)
        self.assertEqual(self.names("name=Wrenfold+27+Bunk"), ["Wrenfold 27 Bunk"])
        self.assertEqual(self.names("name=Wrenfold+27"), [])
        for wild in ("%25", "_", "%5C", "%27", "100%25"):
            self.assertEqual(self.names(f"q={wild}+wrenfold"), [])

    def test_a_pick_has_its_figures_and_what_is_retired_is_not_offered(self) -> None:
        trailer = Trailer.objects.get(name="Wrenfold 27 Bunk")
        (pick,) = self.picks("q=wrenfold+27")["picks"]
        self.assertEqual(pick["entries"], trailer.as_entries())
        self.assertEqual(pick["told"][0], "Trailer GVWR 7800 lb")
        self.assertEqual(pick["told"][-1].partition(" $")[0], "Price")
        Trailer.objects.filter(pk=trailer.pk).update(retired=True)
        self.assertEqual(self.names("q=wrenfold+27"), [])
        _, listed = self.ask("GET", "catalogue/trailers/?q=wrenfold+27")
        self.assertEqual([one["name"] for one in listed["items"]], ["Wrenfold 27 Bunk"])

    def test_it_is_found_by_what_was_written_last(self) -> None:
        trailer = Trailer.objects.get(name="Wrenfold 27 Bunk")
        trailer.name = "Quillock 9"
        trailer.save()
        Trailer.objects.filter(name="Dunnagh Wee 12").update(gvwr=1234.5, system="metric")
        Trailer.objects.bulk_create([Trailer(name="Sallowmere 7", system="us")])
        self.assertEqual(self.names("q=quillock"), ["Quillock 9"])
        self.assertEqual(self.names("q=wrenfold+27"), [])
        self.assertEqual(self.names("q=1234.5+kg"), ["Dunnagh Wee 12"])
        self.assertEqual(self.names("q=sallow"), ["Sallowmere 7"])

    def test_many_are_paged_by_name_as_a_person_sorts_them(self) -> None:
        Trailer.objects.bulk_create([Trailer(name=f"Sallowmere {number}") for number in range(130)])
        told = self.picks("q=sallowmere")
        self.assertEqual((told["found"], len(told["picks"])), (130, 20))
        self.assertEqual([one["name"] for one in told["picks"]], [f"Sallowmere {number}" for number in range(20)])
        pages = [self.ask("GET", f"catalogue/trailers/?q=sallowmere&first={first}")[1] for first in (0, 100, 200)]
        self.assertEqual([len(page["items"]) for page in pages], [100, 30, 0])
        self.assertEqual((pages[1]["found"], pages[1]["all"]), (130, 145))
        names = [item["name"] for page in pages for item in page["items"]]
        self.assertEqual(names, [f"Sallowmere {number}" for number in range(130)])

    def test_a_question_that_cannot_be_read_is_answered_at_its_place(self) -> None:
        for query, place in (
            ("first=-1", "first"),
            ("first=x", "first"),
            ("first=1.0", "first"),
            ("first=", "first"),
            ("first=9999999999", "first"),
            (f"q={'x' * 81}", "q"),
        ):
            for path in ("catalogue/trailers/", "catalogue/trailers/picks/"):
                status, said = self.ask("GET", f"{path}?{query}")
                self.assertEqual((status, list(said["problems"])), (400, [place]), query)
        self.assertEqual(self.ask("GET", "catalogue/wheels/picks/")[0], 404)


class KeptByRigs(WithDemo):
    """A rig keeps the figures of the parts that it was built on."""

    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")
        self.rig = self.rig_of("Josune Farrow")  # Anvilroot 1000 on the vehicle
        self.kit = HitchKit.objects.get(name="Anvilroot 1000")

    def live(self) -> dict:
        rig = Rig.objects.get(pk=self.rig.pk)
        return self.ask("POST", "assess/", {"entries": rig.entries(), "rig": rig.pk, "station": "hitch"})[1][
            "assessment"
        ]

    def rating(self) -> str:
        return next(k["tongue_rating"]["text"] for k in self.live()["hitch"]["kits"] if k["name"] == "Anvilroot 1000")

    def test_a_retired_part_stays_on_its_rig_and_is_offered_to_no_other(self) -> None:
        before = self.live()["verdict"]
        self.ask("POST", f"catalogue/kits/{self.kit.pk}/retire/", {"version": 1, "retired": True}, self.manager)
        self.assertEqual(self.live()["verdict"], before)
        self.assertNotIn("Anvilroot 1000", self.ask("GET", "catalogue/")[1]["kits"])
        other = self.rig_of("Haldis Okonjo").entries()
        kits = self.ask("POST", "assess/", {"entries": other, "station": "hitch"})[1]["assessment"]["hitch"]["kits"]
        self.assertNotIn("Anvilroot 1000", [kit["name"] for kit in kits])

    def test_an_edit_does_not_change_the_rig_behind_its_back_and_is_said(self) -> None:
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=635.0)
        self.assertEqual(self.rating(), "1,000 lb")
        said = " ".join(found["says"] for found in self.live()["findings"])
        self.assertIn("The catalogue now says otherwise of Anvilroot 1000", said)
        self.assertIn("tongue rating 1000 lb →", said)
        # a price is no figure that anything is judged by
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=453.59237, price=1.0)
        self.assertNotIn("otherwise", " ".join(found["says"] for found in self.live()["findings"]))

    def test_todays_figures_are_taken_over_when_asked(self) -> None:
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=600.0)
        path = f"rigs/{self.rig.pk}/take-over/"
        self.assertEqual(self.ask("POST", path, {"version": 99, "path": "hitch.kit"})[0], 409)
        self.assertEqual(self.ask("POST", path, {"version": 1, "path": "hitch.shank"})[0], 400)
        self.assertEqual(self.ask("POST", path, {"version": 1, "path": "trailer.gvwr"})[0], 400)
        status, record = self.ask("POST", path, {"version": 1, "path": "hitch.kit"})
        self.assertEqual((status, record["version"], record["entries"]["hitch.kit"]["revision"]), (200, 2, 2))
        self.assertEqual(self.rating(), "1,322 lb")

    def test_a_lowered_rating_rules_until_the_stamp_was_read(self) -> None:
        pounds = 0.45359237
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=900 * pounds)
        said = next(one for one in self.live()["findings"] if one["key"] == "rating_lowered")
        self.assertEqual((said["state"], said["subject"]), ("unknown", "kit"))
        self.assertIn("tongue rating 1,000 lb before, 900 lb now", said["says"].replace("\xa0", " "))
        self.assertEqual(self.rating(), "900 lb")
        (lowered,) = self.ask("GET", f"rigs/{self.rig.pk}/")[1]["lowered"]
        self.assertEqual((lowered["what"], lowered["name"]), ("kit", "Anvilroot 1000"))
        answer = {"answers.stamp_kit.as_read": measured(lowered["answer"])}
        status, record = self.ask("POST", f"rigs/{self.rig.pk}/", {"version": 1, "entries": answer})
        self.assertEqual((status, record["lowered"]), (200, []))
        self.assertEqual(self.rating(), "1,000 lb")
        self.assertNotIn("rating_lowered", [one["key"] for one in self.live()["findings"]])
        # lowered once more it is asked once more
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=880 * pounds)
        self.assertIn("rating_lowered", [one["key"] for one in self.live()["findings"]])
        self.assertEqual(self.rating(), "880 lb")

    def test_the_rig_file_carries_the_parts_as_taken_over(self) -> None:
        HitchKit.objects.filter(pk=self.kit.pk).update(tongue_rating=600.0, retired=True)
        _, document = self.ask("GET", f"rigs/{self.rig.pk}/file/")
        kept = [part for part in document["stock"]["kits"] if part["name"] == "Anvilroot 1000"]
        self.assertEqual([part["tongue_rating"]["is"] for part in kept], ["1000 lb"])

    def test_a_sign_off_notices_a_changed_rating_of_a_chosen_part(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        status, _ = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "hitch", "version": rig.version})
        self.assertEqual(status, 200)
        HitchKit.objects.filter(name="Anvilroot 1200").update(tongue_rating=500.0)
        _, record = self.ask("GET", f"rigs/{rig.pk}/")
        signed = next(one for one in record["signatures"] if one["station"] == "hitch")
        self.assertEqual(signed["state"], "stale")
        self.assertEqual([one["name"] for one in signed["changes"]], ["Kit of the build, tongue rating"])


class Tables(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")

    def read(self, kind: str, text: str, seal: str = "") -> tuple[int, dict]:
        return self.ask("POST", f"catalogue/{kind}/csv/", {"text": text, "seal": seal}, self.manager)

    def out(self, kind: str) -> str:
        return self.client.get(f"/api/catalogue/{kind}/csv/").content.decode()

    def test_the_round_trip_is_exact(self) -> None:
        """Out, in and out again: nothing would change; into an empty table every column comes back the same."""
        for kind, model in KINDS.items():
            with self.subTest(kind=kind):
                text = self.out(kind)
                plan = self.read(kind, text)[1]
                self.assertEqual((plan["added"], plan["changed"], plan["problems"]), ([], [], []))
                self.assertEqual(plan["same"], model.objects.count())
                before = {
                    item.name: {name: getattr(item, name) for name in model.described()} for item in model.objects.all()
                }
                model.objects.all().delete()
                seal = self.read(kind, text)[1]["seal"]
                self.assertTrue(self.read(kind, text, seal)[1]["done"])
                self.assertEqual(self.out(kind), text)
                for item in model.objects.all():
                    for name, value in before[item.name].items():
                        now = getattr(item, name)
                        self.assertTrue(now == value or abs(now - value) < 1e-6, (item.name, name, now, value))

    def test_a_dry_run_changes_nothing_and_lists_every_bad_cell(self) -> None:
        before = written_out("kits")
        table = "name,tongue_rating,gross_rating\nAnvilroot 1000,banana,10000 lb\nAnvilroot 800,-3,8000 lb\nNew,900 in,9000 lb\nNew,900 lb,9000 lb\n,1 lb,\n"
        status, plan = self.read("kits", table)
        self.assertEqual(status, 200)
        told = {(problem["row"], problem["column"]) for problem in plan["problems"]}
        self.assertEqual(
            told,
            {
                (2, "tongue_rating"),
                (3, "tongue_rating"),
                (4, "tongue_rating"),
                (5, "name"),
                (6, "name"),
                (6, "tongue_rating"),
            },
        )
        self.assertEqual(written_out("kits"), before)
        status, said = self.read("kits", table, plan["seal"])
        self.assertEqual((status, written_out("kits")), (400, before))
        self.assertIn("nothing was changed", said["problems"]["table"])

    def test_figures_of_a_row_that_do_not_agree_are_asked_about_before_it_is_taken_in(self) -> None:
        """A payload of 8,180 lb on a GVWR of 7,000: named in its row at both figures; it is no problem that refuses the table."""
        _, plan = self.read(
            "vehicles", "name,gvwr,payload\nHollin Trial,7000 lb,8180 lb\nHollin Sound,7000 lb,1880 lb\n"
        )
        self.assertEqual((plan["added"], plan["problems"]), (["Hollin Trial", "Hollin Sound"], []))
        self.assertEqual({(one["row"], one["column"]) for one in plan["questions"]}, {(2, "gvwr"), (2, "payload")})
        says = {one["column"]: one["says"].replace("\u00a0", " ") for one in plan["questions"]}
        self.assertIn("GVWR 7,000 lb: read them again", says["payload"])

    def test_accepted_it_is_done_whole_and_logged(self) -> None:
        table = (
            "name,tongue_rating,price\nAnvilroot 1000,980 lb,$640\nThorngate 700,700 lb,\nAnvilroot 800,800 lb,$599\n"
        )
        plan = self.read("kits", table)[1]
        self.assertEqual(
            (plan["added"], [one["name"] for one in plan["changed"]], plan["same"]),
            (["Thorngate 700"], ["Anvilroot 1000"], 1),
        )
        self.assertEqual(
            plan["changed"][0]["cells"],
            [
                {"column": "tongue_rating", "before": "1000 lb", "after": "980 lb"},
                {"column": "price", "before": "$629", "after": "$640"},
            ],
        )
        status, done = self.read("kits", table, plan["seal"])
        self.assertEqual((status, done["done"]), (200, True))
        kit = HitchKit.objects.get(name="Anvilroot 1000")
        self.assertAlmostEqual(kit.tongue_rating, 980 * 0.45359237)
        self.assertAlmostEqual(kit.gross_rating, 10000 * 0.45359237)  # a column left out stays as it is
        self.assertEqual(ItemChange.objects.count(), 2)

    def test_what_was_shown_is_what_is_accepted(self) -> None:
        table = "name,price\nAnvilroot 1000,$640\n"
        seal = self.read("kits", table)[1]["seal"]
        HitchKit.objects.filter(name="Anvilroot 800").update(price=1.0)
        status, said = self.read("kits", table, seal)
        self.assertEqual(status, 409)
        self.assertIn("changed since", said["detail"])
        self.assertEqual(HitchKit.objects.get(name="Anvilroot 1000").price, 629)

    def test_tables_that_are_none(self) -> None:
        for text, says in (
            ("tongue_rating\n5 lb\n", "name the columns"),
            ("name|price\nA|5\n", "name the columns"),
            ("name,tonge_rating\nA,5 lb\n", "tongue_rating"),
            ("name,price,price\nA,1,2\n", "stands twice"),
            ('name,price\n"A,1\n', "no table"),
            ("name,price\nA\n", "1 cells, and the header 2"),
        ):
            with self.subTest(text=text):
                _, plan = self.read("kits", text)
                self.assertIn(says, " ".join(problem["says"] for problem in plan["problems"]))

    def test_a_spreadsheets_marks_and_empty_rows_are_read(self) -> None:
        _, plan = self.read("balls", "\ufeffname,rating\r\n\r\nBall 2 × 1,6000 lb\r\n,\r\n")
        self.assertEqual((plan["same"], plan["problems"]), (1, []))

    def test_a_spreadsheet_with_semicolons_and_decimal_commas_is_read(self) -> None:
        """As one writes it whose decimals have commas: a byte-order mark, semicolons, 57,15 mm."""
        text = "\ufeffname;system;stack_height;rating\r\nKugel 50;metric;57,15 mm;3500 kg\r\n"
        _, plan = self.read("balls", text)
        self.assertEqual((plan["added"], plan["problems"]), (["Kugel 50"], []))
        status, _ = self.read("balls", text, plan["seal"])
        self.assertEqual(status, 200)
        self.assertAlmostEqual(KINDS["balls"].objects.get(name="Kugel 50").stack_height, 57.15)

    def test_retiring_by_table(self) -> None:
        plan = self.read("balls", "name,retired\nBall 2 × 1,yes\n")[1]
        self.assertEqual(plan["changed"][0]["cells"], [{"column": "retired", "before": "no", "after": "yes"}])
        self.assertIn(
            "Write yes or no", self.read("balls", "name,retired\nBall 2 × 1,maybe\n")[1]["problems"][0]["says"]
        )

    def test_the_header_names_every_figure(self) -> None:
        self.assertEqual(self.out("trailers").splitlines()[0].split(",")[:4], ["name", "system", "retired", "coupling"])
        self.assertTrue({"sleeps", "price"} <= set(columns(KINDS["trailers"])))

    def test_a_huge_table_is_refused_in_words(self) -> None:
        status, said = self.read("kits", "name\n" + "x\n" * 2_000_001)
        self.assertIn(status, (400, 413))
        self.assertTrue(said["detail"])
        rows = "".join(f"kit {i}\n" for i in range(5001))
        self.assertIn("At most 5000 rows", self.read("kits", "name\n" + rows)[1]["problems"][0]["says"])


class OnTheRig(WithDemo):
    def test_a_typed_part_is_kept_with_its_figures_of_the_day(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": rig.version, "entries": {"hitch.ball": measured("Ball 2 5/16 × 1¼")}}
        )
        reading = rig.current()["hitch.ball"]
        self.assertEqual(reading.part["rating"]["is"], "14000 lb")
        self.assertIsNone(rig.current()["trailer.gvwr"].part)
