"""What holds, over the API: drafts, another trailer, saves, the record, exports, sign-offs, the next visit."""

from __future__ import annotations

from stathmos.core import rigfile
from stathmos.people.models import Person
from stathmos.rigs import drafts
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Reading, Rig
from tests.web import a_fit
from tests.web.signed_in import WithDemo, measured


class Holding(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.rig = self.rig_of(a_fit.CUSTOMER)

    def record(self) -> dict:
        return self.ask("GET", f"rigs/{self.rig.pk}/")[1]

    def sent(self, record: dict | None = None, **more: dict) -> dict:
        known = {
            path: {key: one[key] for key in ("is", "from", "system", "datum") if key in one}
            for path, one in (record or self.record())["entries"].items()
        }
        return {**known, **{path.replace("__", "."): entry for path, entry in more.items()}}

    def live(self, entries: dict) -> dict:
        status, told = self.ask(
            "POST", "assess/", {"entries": entries, "rig": self.rig.pk, "station": "weigh", "system": "us"}
        )
        self.assertEqual(status, 200, told)
        return told

    def another(self, name: str, plate: str = "") -> dict:
        status, told = self.ask(
            "POST", f"rigs/{self.rig.pk}/another/", {"what": "trailer", "name": name, "plate": plate}
        )
        self.assertEqual(status, 200, told)
        return told

    def save(self, version: int, entries: dict, **names: str) -> dict:
        status, record = self.ask("POST", f"rigs/{self.rig.pk}/", {"version": version, "entries": entries, **names})
        self.assertEqual(status, 200, record)
        return record

    def swap(self, version: int, name: str) -> dict:
        key = self.another(name)["key"]
        return self.save(version, {"which.trailer": measured(key)}, trailer_name=name)

    def write(self, *parts: dict, by: str = "bram") -> None:
        for entries in parts:
            rig = Rig.objects.get(pk=self.rig.pk)
            write_rig(rig.pk, Person.objects.get(username=by), rig.version, Change({}, entries))


class StillToCome(Holding):
    def test_the_coupler_height_is_offered_as_predicted_once_a_load_is_aboard(self) -> None:
        """2,000 lb at the axles, on the springs written down: two axles of 1,000 lb/in each sink 1 in."""
        self.write({"trailer.axle_rate": measured("1000 lb/in")}, by="thea")
        before = self.live(self.sent())
        L = self.record()["entries"]["trailer.ball_to_axle"]["is"]
        load = {"kind": "gear", "weight": "2000 lb", "at": L, "when": "aboard"}
        told = self.live(self.sent(**{f"loads.freight.{name}": measured(text) for name, text in load.items()}))
        aside = told["aside"]["trailer.coupler_height"]
        self.assertEqual((before["read"]["trailer.coupler_height"], aside["predicted"]), ("22 3/4 in", "21 3/4 in"))
        self.assertNotIn("trailer.coupler_height", told["read"], "an offer, and no reading")

    def test_of_another_trailer_nothing_is_offered(self) -> None:
        told = self.live(self.sent(which__trailer=measured("2")))
        self.assertIsNone(told["aside"]["trailer.coupler_height"]["predicted"])


class AnotherTrailer(Holding):
    def test_a_draft_and_a_save_set_the_same_aside_and_put_back_it_is_as_it_was(self) -> None:
        before = self.record()
        self.assertEqual(before["aside"], {})
        told = self.another("Larkmere 28")
        self.assertEqual((told["key"], told["plate"], told["back"]), ("2", "", []))
        drafted = self.live(self.sent(which__trailer=measured("2")))
        self.assertEqual(
            drafted["aside"]["weighing.tongue_scale"]["why"], "weighed with Wrenfold 24 Rear Bath on the hook"
        )
        self.assertNotIn("trailer.gvwr", drafted["read"])
        after = self.swap(1, "Larkmere 28")
        self.assertEqual(set(after["aside"]), set(drafted["aside"]))
        self.assertEqual(after["aside"]["weighing.tongue_scale"]["by"], "Thea")
        self.assertEqual(set(after["entries"]) & set(after["aside"]), set())
        readings = Reading.objects.filter(rig=self.rig).count()
        back = self.another("Wrenfold 24 Rear Bath")
        self.assertEqual(back["key"], "1")
        self.assertIn("trailer.gross_weight", back["back"])
        self.assertNotIn("vehicle.gvwr", back["back"], "what is of the vehicle was never away")
        live = self.live(self.sent(after, which__trailer=measured("1")))
        self.assertEqual(live["back"]["weighing.tongue_scale"]["is"], "745 lb")
        self.assertEqual(live["assessment"]["verdict"]["state"], "good")
        again = self.swap(2, "Wrenfold 24 Rear Bath")
        which = {"which.trailer"}
        self.assertEqual(set(again["entries"]) - which, set(before["entries"]) - which)
        self.assertEqual(again["entries"]["weighing.tongue_scale"], before["entries"]["weighing.tongue_scale"])
        self.assertEqual(
            Reading.objects.filter(rig=self.rig).count(), readings + 1, "only that it is there again is written"
        )

    def test_exports_and_the_lot_read_only_what_holds(self) -> None:
        self.swap(1, "Larkmere 28")
        _, document = self.ask("GET", f"rigs/{self.rig.pk}/file/")
        self.assertNotIn("tongue_scale", document.get("weighing", {}))
        self.assertNotIn("which", document)
        self.assertEqual(rigfile.read(document).problems, ())
        floor = self.ask("GET", "rigs/")[1]["strips"]
        strip = next(one for one in floor if one["id"] == self.rig.pk)
        self.assertNotEqual(strip["verdict"]["state"], "good")
        tongue, there = (
            self.ask("GET", f"rigs/{self.rig.pk}/history/?path={path}")[1]["readings"][0]
            for path in ("weighing.tongue_scale", "which.trailer")
        )
        self.assertEqual((there["name"], there["typed"]), ("The trailer there", "Larkmere 28"))
        meet = next(one for one in strip["signatures"] if one["station"] == "meet")
        told = next(one for one in meet["changes"] if one["path"] == "which.trailer")
        self.assertEqual((told["before"], told["after"]), ("Wrenfold 24 Rear Bath", "Larkmere 28"))
        self.assertEqual(
            (tongue["in_force"], tongue["why"]["us"]), (False, "weighed with Wrenfold 24 Rear Bath on the hook")
        )

    def test_what_does_not_hold_never_reaches_the_answer(self) -> None:
        self.write({"loads.gear.weight": measured("900 lb")}, by="thea")
        for more in (
            {},
            {"which.trailer": measured("2")},
            {"which.vehicle": measured("2")},
            {"loads.bed.weight": measured("900 lb")},
        ):
            with self.subTest(more=more):
                draft = drafts.read({"entries": {**self.sent(), **more}, "rig": self.rig.pk})
                aside = draft.standing.set_aside()
                self.assertTrue(aside)
                for path in aside:
                    self.assertIsNone(draft.rig_file.rig._at(path), path)

    def test_bad_asking(self) -> None:
        for body in ({}, {"what": "cat", "name": "x", "plate": ""}, {"what": "trailer", "name": 7, "plate": []}, []):
            with self.subTest(body=body):
                self.assertEqual(self.ask("POST", f"rigs/{self.rig.pk}/another/", body)[0], 400)
        self.assertEqual(
            self.ask("POST", "rigs/999999/another/", {"what": "trailer", "name": "x", "plate": ""})[0], 404
        )

    def test_a_name_typed_over_is_the_same_trailer(self) -> None:
        record = self.save(1, {}, trailer_name="Wrenfold 24 RB")
        self.assertEqual(record["aside"], {})
        self.assertEqual(record["entries"]["which.called_trailer"]["is"], "Wrenfold 24 RB")
        self.assertEqual(self.another("wrenfold 24 rb")["key"], "1")


class Saves(Holding):
    def test_the_same_figure_taken_again_is_a_reading_of_its_own(self) -> None:
        record = self.save(1, {"loads.gear.weight": measured("900 lb")})
        self.assertIn("weighing.tongue_scale", record["aside"])
        record = self.save(2, {"weighing.tongue_scale": {**measured("745 lb"), "again": True}})
        self.assertEqual(record["entries"]["weighing.tongue_scale"]["revision"], 2)
        unchanged = self.save(3, {"weighing.tongue_scale": measured("745 lb")})
        self.assertEqual(
            unchanged["entries"]["weighing.tongue_scale"]["revision"], 2, "written as it stands it is no new reading"
        )

    def test_an_equal_figure_typed_with_a_changed_load_is_of_the_new_state(self) -> None:
        before = self.record()
        path = "weighing.tongue_scale"
        equal = {key: before["entries"][path][key] for key in ("is", "from", "system")}
        load = {"loads.gear.weight": measured("400 lb")}
        sent = self.sent(before, loads__gear__weight=load["loads.gear.weight"])
        self.assertIn(path, self.live(sent)["aside"])
        self.assertNotIn(path, self.live({**sent, path: {**equal, "typed": True}})["aside"])
        saved = self.save(before["version"], {**load, path: equal})
        self.assertNotIn(path, saved["aside"])
        self.assertEqual(saved["entries"][path]["revision"], before["entries"][path]["revision"] + 1)
        # and the next save, of something else, leaves it so
        later = self.save(saved["version"], {"shop.waits_for": measured("a ball")})
        self.assertNotIn(path, later["aside"])
        self.assertEqual(later["entries"][path]["revision"], saved["entries"][path]["revision"])

    def test_an_equal_figure_with_nothing_changed_is_no_new_reading(self) -> None:
        before = self.record()
        path = "weighing.tongue_scale"
        equal = {key: before["entries"][path][key] for key in ("is", "from", "system")}
        saved = self.save(before["version"], {"shop.waits_for": measured("a ball"), path: equal})
        self.assertEqual(saved["entries"][path]["revision"], before["entries"][path]["revision"])

    def test_pressing_save_again_changes_nothing(self) -> None:
        entries = {"weighing.tongue_scale": measured("750 lb")}
        first = self.save(1, entries)
        again = self.save(1, entries)  # the answer to the first was lost: the page still has version 1
        self.assertEqual((again["version"], again["entries"]), (first["version"], first["entries"]))
        status, refused = self.ask(
            "POST", f"rigs/{self.rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale": measured("760 lb")}}
        )
        self.assertEqual((status, refused["yours"]), (409, True))
        self.assertTrue(refused["detail"].startswith("You, in another tab or on another device, saved this rig"))

    def test_somebody_elses_save_is_somebody_elses(self) -> None:
        self.write({"weighing.tongue_scale": measured("750 lb")}, by="odile")
        status, refused = self.ask(
            "POST", f"rigs/{self.rig.pk}/", {"version": 1, "entries": {"weighing.tongue_scale": measured("760 lb")}}
        )
        self.assertEqual((status, refused["yours"]), (409, False))

    def test_another_instrument_leaves_a_reading_of_when_it_was_taken(self) -> None:
        self.save(1, {"loads.gear.weight": measured("900 lb"), "weighing.tongue_scale_with": measured("Scale two")})
        record = self.record()
        self.assertIn("weighing.tongue_scale", record["aside"], "naming its scale does not weigh it again")


class SignedOver(Holding):
    def test_the_head_moved_after_signing(self) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        bram = self.signed_in("bram")
        _, bay = self.ask("GET", f"rigs/{self.rig.pk}/bay/", client=bram)
        self.write(a_fit.torque(bay["bay"]["torque"]))
        rig, person = Rig.objects.get(pk=self.rig.pk), Person.objects.get(username="bram")
        sign_station(rig.pk, person, rig.version, "bay")
        moved = {path.replace("trial_2", "trial_3"): entry for path, entry in a_fit.TRIAL_2.items()}
        self.write({**moved, "trials.trial_3.hole": measured("3")})
        _, bay = self.ask("GET", f"rigs/{self.rig.pk}/bay/", client=bram)
        states = {one["key"]: one["state"] for one in bay["bay"]["torque"]}
        self.assertEqual((states["ball_nut"], states["head_bolts_1"]), ("good", "unknown"))
        proofs = {one["key"]: one["state"] for one in bay["bay"]["proofs"]}
        self.assertEqual(
            {proofs[key] for key in ("parallel", "flat", "past", "ground", "chains", "wiring")}, {"unknown"}
        )
        signature = next(one for one in bay["rig"]["signatures"] if one["station"] == "bay")
        self.assertEqual(signature["state"], "stale")
        rig = Rig.objects.get(pk=self.rig.pk)
        with self.assertRaises(NotWritten) as refused:
            sign_station(rig.pk, person, rig.version, "bay")
        self.assertIn(
            "Bars parallel with the frame, looked at with the head at hole 2; it stands at 3",
            refused.exception.problems["station"],
        )
        put_back = {path.replace("trial_2", "trial_4"): entry for path, entry in a_fit.TRIAL_2.items()}
        self.write(put_back)
        _, bay = self.ask("GET", f"rigs/{self.rig.pk}/bay/", client=bram)
        self.assertEqual({one["state"] for one in bay["bay"]["torque"]}, {"good"}, "put back, the torque is as it was")
        self.assertEqual(bay["rig"]["aside"], {})


class BracketsMoved(Holding):
    def test_it_is_not_signed_over_what_stood_at_another_place(self) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        _, bay = self.ask("GET", f"rigs/{self.rig.pk}/bay/", client=self.signed_in("bram"))
        self.write(a_fit.torque(bay["bay"]["torque"]))
        rig, person = Rig.objects.get(pk=self.rig.pk), Person.objects.get(username="bram")
        sign_station(rig.pk, person, rig.version, "bay")
        self.write({"bay.bracket_place": measured("24")})
        rig = Rig.objects.get(pk=self.rig.pk)
        with self.assertRaises(NotWritten) as refused:
            sign_station(rig.pk, person, rig.version, "bay")
        said = refused.exception.problems["station"]
        self.assertIn("Look again at:", said)
        self.assertIn("with the brackets 27 in behind the ball; they stand at 24 in", said.replace("\u00a0", " "))


class NextVisit(Holding):
    def begun(self, new: str) -> dict:
        thea = Person.objects.get(username="thea")
        self.assertIsNotNone(thea)
        status, opened = self.ask("POST", f"rigs/{self.rig.pk}/again/", {"new": new})
        self.assertEqual(status, 201, opened)
        return Rig.objects.get(pk=opened["id"]).entries()

    def setUp(self) -> None:
        super().setUp()
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        self.write({"trials.trial_2.tongue": measured("22 5/8")})
        self.write({"torque.ball_nut.reached": measured("445 ft·lb"), "torque.ball_nut.marked": measured("yes")})

    def test_a_new_vehicle_gets_rail_setting_and_torque_and_no_mark_of_the_old_one(self) -> None:
        entries = self.begun("vehicle")
        told = {path: entry["is"] for path, entry in entries.items()}
        self.assertEqual((told["bay.good_rail_front"], told["bay.good_rail_rear"]), ("20 3/8 in", "20 1/2 in"))
        self.assertEqual(
            (told["bay.good_tongue"], told["bay.good_vehicle"]), ("22 5/8 in", "Brindlow Haulm half-ton crew")
        )
        self.assertEqual(
            (told["bay.start_washers"], told["bay.start_steps_left"], told["bay.start_hole"]), ("6", "3", "2")
        )
        self.assertEqual(told["torque.ball_nut.found"], "445 ft·lb")
        for path in (
            "bay.good_front",
            "torque.ball_nut.reached",
            "torque.ball_nut.marked",
            "trials.trial_1.washers",
            "bay.front_left_a",
        ):
            self.assertNotIn(path, told)

    def test_a_new_trailer_gets_the_hitchs_own_torque_and_none_of_what_was_bolted_to_the_old_one(self) -> None:
        self.write({"torque.frame_bolts_1.reached": measured("45 ft·lb")})
        told = self.begun("trailer")
        self.assertIn("torque.ball_nut.found", told)
        self.assertNotIn("torque.frame_bolts_1.found", told)
        self.assertNotIn("bay.good_rail_front", told, "rail and tongue were the old trailer's")

    def test_the_coach_begins_with_what_was_good_and_a_torque_as_found_waits_for_its_mark(self) -> None:
        self.ask("POST", f"rigs/{self.rig.pk}/again/", {"new": "same"})
        later = Rig.objects.get(previous=self.rig)
        self.rig = later
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B)
        bram = self.signed_in("bram")
        _, bay = self.ask("GET", f"rigs/{later.pk}/bay/", client=bram)
        begin = bay["bay"]["next"]
        self.assertEqual(begin["entries"]["trials.trial_1.washers"]["is"], "6")
        self.assertIn("good on the earlier visit", begin["why"]["us"])
        nut = next(one for one in bay["bay"]["torque"] if one["key"] == "ball_nut")
        self.assertEqual(
            (nut["state"], nut["says"]["us"].replace("\u00a0", " ")),
            ("unknown", "As found: 445 ft·lb on an earlier visit. Look at the witness mark."),
        )
        for mark, state in (("whole", "caution"), ("moved", "refused")):
            self.write({"torque.ball_nut.witness": measured(mark)})
            _, bay = self.ask("GET", f"rigs/{later.pk}/bay/", client=bram)
            self.assertEqual(next(one for one in bay["bay"]["torque"] if one["key"] == "ball_nut")["state"], state)
