"""Sign-offs: what hinders them, what makes them stale, and who changed what from what to what."""

from stathmos.catalogue.models import HitchKit
from stathmos.core import signing
from stathmos.rigs.models import Rig, SignOff
from tests.web.signed_in import WithDemo, measured


class Signed(WithDemo):
    """Haldis' rig, with what is asked of its signatures."""

    def setUp(self) -> None:
        super().setUp()
        self.rig = self.rig_of("Haldis Okonjo")

    def signed(self, record: dict, station: str) -> dict:
        return next(one for one in record["signatures"] if one["station"] == station)

    def write(self, entries: dict, version: int, username: str = "bram") -> dict:
        status, record = self.ask(
            "POST", f"rigs/{self.rig.pk}/", {"version": version, "entries": entries}, self.signed_in(username)
        )
        self.assertEqual(status, 200, record)
        return record


class Signing(Signed):
    def test_a_station_is_signed_with_name_and_version(self) -> None:
        rig = self.read_twice(self.rig)
        status, record = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "ratings", "version": rig.version})
        self.assertEqual(status, 200, record)
        ratings = self.signed(record, "ratings")
        self.assertEqual((ratings["state"], ratings["by"], ratings["changes"]), ("signed", "Thea", []))
        self.assertEqual(self.signed(record, "height")["state"], "open")

    def test_ratings_are_signed_when_what_decides_was_read_twice(self) -> None:
        """The tongue scale's 745 lb decides: its second reading says the same, or nothing is signed."""
        key = "second_readings.weighing__tongue_scale"
        status, told = self.ask("POST", f"rigs/{self.rig.pk}/sign/", {"station": "ratings", "version": 1})
        self.assertEqual(status, 400)
        self.assertIn("Read a second time first:", told["problems"]["station"])
        self.assertFalse(SignOff.objects.filter(rig=self.rig, station="ratings").exists())
        rig = self.read_twice(self.rig)
        other = {f"{key}.reading": measured("475 lb"), f"{key}.beside": measured("745 lb")}
        record = self.write(other, rig.version)
        status, told = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "ratings", "version": record["version"]})
        self.assertEqual(status, 400)
        record = self.write({f"{key}.reading": measured("745")}, record["version"])
        status, record = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "ratings", "version": record["version"]})
        self.assertEqual((status, self.signed(record, "ratings")["state"]), (200, "signed"))

    def test_a_changed_load_makes_stale_what_stood_on_it_and_says_what_and_who(self) -> None:
        record = self.write({"loads.bed.weight": measured("300 lb")}, 1)
        self.assertEqual(
            [self.signed(record, station)["state"] for station in ("meet", "load", "weigh")],
            ["stale", "stale", "stale"],
        )
        change, taped = self.signed(record, "weigh")["changes"]
        self.assertEqual(
            (taped["name"], taped["before"], taped["after"], taped["why"]["us"].replace("\u00a0", " ")),
            (
                "Receiver height", "21 1/2 in (measured)", "",
                "taped with the vehicle loaded otherwise: bed or boot 150 lb, now 300 lb",
            ),
        )  # fmt: skip
        self.assertEqual(
            (change["name"], change["before"], change["after"], change["by"]),
            ("Bed or boot, weight", "150 lb (assumed)", "300 lb (measured)", "Bram"),
        )

    def test_air_springs_void_from_the_first_step(self) -> None:
        record = self.write({"vehicle.air_pressure": measured("60 psi"), "vehicle.air_springs": measured("fitted")}, 1)
        self.assertEqual({self.signed(record, station)["state"] for station in ("meet", "load", "weigh")}, {"stale"})
        told = {one["name"]: (one["before"], one["after"]) for one in self.signed(record, "meet")["changes"]}
        self.assertEqual(told["Air springs"], ("none", "fitted"))

    def test_a_reading_voids_the_weighing_and_not_the_labels(self) -> None:
        record = self.write({"weighing.tongue_scale": measured("760 lb")}, 1)
        self.assertEqual(
            [self.signed(record, station)["state"] for station in ("meet", "load", "weigh")],
            ["signed", "signed", "stale"],
        )

    def test_written_back_as_it_was_it_stands_again(self) -> None:
        self.write({"loads.bed.weight": measured("300 lb")}, 1)
        record = self.write({"loads.bed.weight": {"is": "150 lb", "from": "assumed", "system": "us"}}, 2)
        self.assertEqual(self.signed(record, "weigh")["state"], "signed")

    def test_a_figure_taken_back_is_a_change_by_whoever_took_it(self) -> None:
        record = self.write({"loads.bed.weight": None}, 1)
        change, taped = self.signed(record, "load")["changes"]
        self.assertEqual((change["after"], change["why"], change["by"]), ("", None, "Bram"))
        self.assertIn("now none", taped["why"]["us"])

    def test_house_rules_make_a_weighing_stale(self) -> None:
        odile = self.signed_in("odile")
        self.ask(
            "POST", "house/", {"entries": {"share_school": {"is": "about_ten", "from": "label", "system": "us"}}}, odile
        )
        _, record = self.ask("GET", f"rigs/{self.rig.pk}/")
        weigh = self.signed(record, "weigh")
        self.assertEqual((weigh["state"], weigh["changes"][0]["by"]), ("stale", "Odile"))
        self.assertEqual(self.signed(record, "load")["state"], "signed")

    def test_what_is_refused_or_unknown_is_not_signed(self) -> None:
        rig = self.rig_of("Mireille Sorrowby")
        status, said = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "weigh", "version": 1})
        self.assertEqual(status, 400)
        self.assertIn("too light", said["detail"])
        self.assertFalse(SignOff.objects.filter(rig=rig).exists())

    def test_a_version_gone_by_is_not_signed(self) -> None:
        self.write({"loads.bed.weight": measured("300 lb")}, 1)
        status, said = self.ask("POST", f"rigs/{self.rig.pk}/sign/", {"station": "load", "version": 1})
        self.assertEqual((status, said["theirs"]["version"]), (409, 2))

    def test_a_body_of_the_wrong_shape(self) -> None:
        for body in ({}, {"station": "nowhere", "version": 1}, {"station": "meet", "version": "x"}, []):
            self.assertEqual(self.ask("POST", f"rigs/{self.rig.pk}/sign/", body)[0], 400)

    def test_the_floor_shows_what_is_stale(self) -> None:
        strips = self.ask("GET", "rigs/")[1]["strips"]
        ansel = next(strip for strip in strips if strip["customer"] == "Ansel Trivedi-Holm")
        weigh = self.signed(ansel, "weigh")
        self.assertEqual(weigh["state"], "stale")
        self.assertIn(
            ("Bed or boot, weight", "300 lb (assumed)", "450 lb (assumed)", "Thea"),
            [(one["name"], one["before"], one["after"], one["by"]) for one in weigh["changes"]],
        )

    def test_a_fingerprint_is_of_the_whole_basis(self) -> None:
        sign_off = SignOff.objects.filter(rig=self.rig, station="weigh").get()
        self.assertEqual(sign_off.fingerprint, signing.fingerprint(sign_off.basis))
        self.assertIn("weighing.tongue_scale", sign_off.basis)
        self.assertNotIn("hitch.kit", sign_off.basis)


class History(WithDemo):
    def test_correcting_supersedes_and_nothing_is_lost(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        self.ask("POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale": measured("760 lb")}})
        scale = self.ask("GET", f"rigs/{rig.pk}/history/?path=weighing.tongue_scale")[1]["readings"]
        self.assertEqual(
            [(one["typed"], one["revision"], one["in_force"]) for one in scale],
            [("760 lb", 2, True), ("745 lb", 1, False)],
        )
        self.assertEqual({one["instrument"] for one in scale}, {"Yard tongue scale"})
        self.assertEqual(scale[0]["read"]["metric"], "345 kg")

    def test_another_instrument_writes_its_readings_again(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale_with": measured("Scale 2")}}
        )
        reading = Rig.objects.get(pk=rig.pk).current()["weighing.tongue_scale"]
        self.assertEqual((reading.typed, reading.revision, reading.instrument), ("745 lb", 2, "Scale 2"))

    def test_choices_are_told_in_words(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        (one,) = self.ask("GET", f"rigs/{rig.pk}/history/?path=trailer.coupling")[1]["readings"]
        self.assertEqual(one["typed"], "bumper-pull, on a ball")

    def test_a_long_history_is_told_a_page_at_a_time_the_newest_first(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        for number in range(120):
            entries = {"weighing.tongue_scale": measured(f"{600 + number} lb")}
            status, told = self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version + number, "entries": entries})
            self.assertEqual(status, 200, told)
        address = f"rigs/{rig.pk}/history/?weighed=true&first="
        pages = [self.ask("GET", f"{address}{first}")[1] for first in (0, 100, 200)]
        self.assertEqual([len(page["readings"]) for page in pages][0::2], [100, 0])
        told = [one for page in pages for one in page["readings"]]
        self.assertEqual(len(told), pages[0]["found"])
        scale = [one["typed"] for one in told if one["path"] == "weighing.tongue_scale"]
        self.assertEqual(scale, [*(f"{600 + number} lb" for number in reversed(range(120))), "745 lb"])
        self.assertFalse([one["path"] for one in told if one["path"].startswith("vehicle.")])
        for query in ("weighed=perhaps", "first=-1", "first=x", f"path={'x' * 65}"):
            status, said = self.ask("GET", f"rigs/{rig.pk}/history/?{query}")
            self.assertEqual((status, list(said["problems"])), (400, [query.partition("=")[0]]))


class Places(WithDemo):
    def test_a_place_pointed_at(self) -> None:
        self.assertEqual(self.ask("POST", "place/", {"mm": 3051.2, "system": "us"}), (200, {"text": "120 in"}))
        self.assertEqual(self.ask("POST", "place/", {"mm": "far", "system": "us"})[0], 400)

    def test_loads_at_hand(self) -> None:
        _, kinds = self.ask("GET", "load-kinds/")
        self.assertIn(
            {
                "key": "fresh_water",
                "word": "Fresh water",
                "on": "trailer",
                "poured": True,
                "named": False,
            },
            kinds,
        )


class SignedBuild(Signed):
    """What was signed is fixed until it is changed; what the program would choose now is told beside it."""

    def setUp(self) -> None:
        super().setUp()
        rig = self.read_twice(self.rig)
        status, self.record = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "ratings", "version": rig.version})
        self.assertEqual(status, 200, self.record)
        self.kit = HitchKit.objects.get(name="Anvilroot 1200")

    def hitch(self) -> dict:
        rig = Rig.objects.get(pk=self.rig.pk)
        draft = {"entries": rig.entries(), "rig": rig.pk, "station": "hitch"}
        return self.ask("POST", "assess/", draft)[1]["assessment"]["hitch"]

    def state(self) -> str:
        return self.signed(self.ask("GET", f"rigs/{self.rig.pk}/")[1], "ratings")["state"]

    def test_signing_fixes_the_parts(self) -> None:
        fixed = {
            path: entry["is"] for path, entry in self.record["entries"].items() if path.startswith("hitch.selected_")
        }
        hitch = self.hitch()
        self.assertEqual(
            fixed, {f"hitch.selected_{what}": name for what, name in hitch["in_force"].items() if name is not None}
        )
        self.assertEqual(
            (hitch["in_force"]["kit"], hitch["selected"]), ("Anvilroot 1200", {"fixed": True, "would_choose": None})
        )

    def test_a_smaller_kit_in_the_catalogue_changes_nothing_that_was_signed(self) -> None:
        before = self.hitch()
        smaller = {
            field.name: getattr(self.kit, field.name)
            for field in HitchKit._meta.fields
            if field.name not in ("id", "sought", "stamp")
        }
        HitchKit.objects.create(
            **{**smaller, "name": "Anvilroot 1100", "tongue_rating": 1100 * 0.45359237, "price": 100.0}
        )
        after = self.hitch()
        for what in ("in_force", "ball_standing"):
            self.assertEqual(after[what], before[what])
        self.assertEqual(after["parts"], before["parts"])
        self.assertEqual(after["selected"]["would_choose"]["kit"], "Anvilroot 1100")
        self.assertEqual(self.state(), "signed")

    def test_nor_does_a_renamed_or_retired_one(self) -> None:
        before = self.hitch()
        HitchKit.objects.filter(pk=self.kit.pk).update(name="Zephyr 1200", retired=True)
        after = self.hitch()
        self.assertEqual((after["in_force"], after["ball_standing"]), (before["in_force"], before["ball_standing"]))
        self.assertEqual(self.state(), "signed")

    def test_changed_it_makes_the_signature_stale(self) -> None:
        other = next(one for one in self.hitch()["builds"] if one["kit"] != "Anvilroot 1200")
        entries = {"hitch.selected_kit": measured(other["kit"]), "hitch.selected_shank": measured(other["shank"])}
        record = self.write(entries, self.record["version"], "thea")
        self.assertEqual(self.hitch()["in_force"]["kit"], other["kit"])
        signed = self.signed(record, "ratings")
        self.assertEqual(signed["state"], "stale")
        self.assertIn("Selected kit", [one["name"] for one in signed["changes"]])
        status, _ = self.ask(
            "POST", f"rigs/{self.rig.pk}/", {"version": record["version"], "entries": entries}, self.signed_in("bram")
        )
        self.assertEqual(status, 403)  # choosing the setup is the advisor's

    def test_another_trailer_is_another_choice(self) -> None:
        status, told = self.ask(
            "POST", f"rigs/{self.rig.pk}/another/", {"what": "trailer", "name": "Larkmere 28", "plate": ""}
        )
        record = self.write({"which.trailer": measured(told["key"])}, self.record["version"], "thea")
        self.assertIn("hitch.selected_kit", record["aside"])
        self.assertFalse(self.hitch()["selected"]["fixed"])
