"""The day over HTTP: jobs, the board, slots and plans; hours, absences and calendars; roles, races and bad input."""

from __future__ import annotations

import datetime
import io
import threading
from zoneinfo import ZoneInfo

from django.db import DatabaseError, connection, transaction
from django.test import Client, TransactionTestCase
from django.utils import timezone
from icalendar import Calendar
from pypdf import PdfReader

from stathmos.catalogue.models import Wrench
from stathmos.core.day.hours import moment
from stathmos.core.stockroom import Item, Need
from stathmos.day import calendars, opening
from stathmos.day.models import Away, Job, JobChange, Place
from stathmos.handover.models import Card
from stathmos.people import slots
from stathmos.people.models import Person
from stathmos.rigs.models import Rig
from stathmos.stockroom.actions.move import set_aside
from stathmos.stockroom.shelves import standings
from tests import demo_yard
from tests.truncating import Truncating
from tests.web.signed_in import WithDemo, measured

HOUR = 60


class Day(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.thea, self.bram, self.odile = (self.signed_in(name) for name in ("thea", "bram", "odile"))
        self.people = {one.username: one.pk for one in Person.objects.all()}
        self.fit = Job.objects.get(rig__customer="Haldis Okonjo")
        self.first = Job.objects.get(rig__customer="Wendela Achtersteen")
        self.day = self.first.begins.date()
        self.bay = {one.name: one.pk for one in Place.objects.all()}

    def board(self, days: int = 1, first: datetime.date | None = None) -> dict:
        status, told = self.ask("GET", f"day/?first={first or self.day}&days={days}")
        self.assertEqual(status, 200)
        return told

    def job(self, job: Job) -> dict:
        return next(one for one in self.board(7)["jobs"] if one["id"] == job.pk)

    def to(self, job: Job, **more) -> dict:
        job.refresh_from_db()
        return {
            "version": job.version,
            "day": str(self.day),
            "minute": 13 * HOUR,
            "place": self.bay["Bay 2"],
            "person": self.people["bram"],
            **more,
        }

    def place(self, job: Job, client: Client | None = None, **more) -> tuple[int, dict]:
        return self.ask("POST", f"jobs/{job.pk}/place/", self.to(job, **more), client)


class TheBoard(Day):
    def test_the_demos_week_has_a_double_booking_a_late_part_and_an_inspection_due(self) -> None:
        jobs = {one["customer"]: one for one in self.board(7)["jobs"]}
        wendela, haldis = jobs["Wendela Achtersteen"], jobs["Haldis Okonjo"]
        self.assertEqual((wendela["at"]["minute"], haldis["at"]["minute"]), (8 * HOUR, 9 * HOUR + 30))
        self.assertTrue({"place_taken", "person_taken", "tool_out"} <= {one["key"] for one in wendela["conflicts"]})
        self.assertIn("parts_late", {one["key"] for one in haldis["conflicts"]})
        self.assertEqual(
            [(one["name"], one["says"][:8]) for one in haldis["parts"]],
            [("Anvilroot 1200", "set asid"), ("Shank 2 short", "ordered,"), ("Ball 2 5/16 × 1¼", "set asid")],
        )
        self.assertEqual({one["customer"] for one in jobs.values() if one["at"] is None}, {"Tobiah Renswick"})
        _, proposed = self.ask("GET", "day/proposals/")
        self.assertIn(("Oriel Penhallick", "inspection"), {(one["customer"], one["kind"]) for one in proposed})

    def test_a_length_adds_up_and_says_how(self) -> None:
        """By hand: 75 − 28 steps = 47; 10 joints of 5 min; trials of 20 min by the coach's prediction."""
        status, told = self.ask("GET", f"jobs/{self.fit.pk}/")
        length = {one["word"]: one for one in told["length"]["pieces"]}
        self.assertEqual(
            (status, length["mounting and measuring"]["minutes"], length["joints"]["minutes"]), (200, 47.0, 50.0)
        )
        self.assertAlmostEqual(length["trials"]["minutes"], 20 * length["trials"]["many"], delta=0.2)
        self.assertAlmostEqual(told["length"]["reckoned"], sum(one["minutes"] for one in length.values()), delta=0.2)
        self.assertGreater(told["length"]["planned"], told["length"]["mean"])
        self.assertIn("four of five", told["length"]["says"])

    def test_the_first_slot_waits_for_the_shank(self) -> None:
        status, told = self.ask("GET", f"jobs/{self.fit.pk}/slot/")
        arrives = next(one["day"] for one in self.job(self.fit)["parts"] if one["coming"])
        self.assertEqual((status, told["to"]["day"], told["to"]["minute"]), (200, arrives, 8 * HOUR))
        self.assertEqual([one["key"] for one in told["why"]], ["parts"])
        self.assertIn("after Shank 2 short arrives", told["says"])
        self.assertEqual(told["provided"], ["signed"])

    def test_a_plan_moves_nothing_until_it_is_taken(self) -> None:
        before = list(Job.objects.values_list("pk", "version", "begins"))
        status, told = self.ask("POST", "day/plan/", {"seconds": 2})
        self.assertEqual((status, list(Job.objects.values_list("pk", "version", "begins"))), (200, before))
        self.assertEqual(
            {one["name"] for one in told["moves"]}, {"Fit of Haldis Okonjo", "Weighing of Tobiah Renswick"}
        )
        moves = [
            {"job": one["job"], "version": one["version"], **{name: one["to"][name] for name in ("day", "minute", "place", "person")}}
            for one in told["moves"]
        ]  # fmt: skip
        stale = [*moves[:1], {**moves[1], "version": 99}]
        self.assertEqual(self.ask("POST", "day/take/", {"moves": stale})[0], 409)
        self.assertEqual(list(Job.objects.values_list("pk", "version", "begins")), before)
        self.assertEqual(self.ask("POST", "day/take/", {"moves": moves}, self.bram)[0], 403)
        self.assertEqual(self.ask("POST", "day/take/", {"moves": moves})[0], 200)
        self.assertNotIn("place_taken", {one["key"] for one in self.job(self.first)["conflicts"]})
        self.assertEqual(self.ask("POST", "day/plan/", {"seconds": 0})[1]["moves"], [])

    def test_while_others_plan_it_is_first_fit(self) -> None:
        with slots.a_slot(slots.PLANNING):
            status, told = self.ask("POST", "day/plan/", {"seconds": 5})
        self.assertEqual((status, told["proved"]), (200, False))
        self.assertIn("others are planning", told["says"])
        self.assertEqual(
            {one["name"] for one in told["moves"]}, {"Fit of Haldis Okonjo", "Weighing of Tobiah Renswick"}
        )

    def test_placing_is_said_and_a_stale_one_refused(self) -> None:
        status, told = self.place(self.fit)
        self.assertEqual((status, told["job"]["at"]["minute"], told["changes"][0]["by"]), (200, 13 * HOUR, "Thea"))
        self.assertEqual(self.place(self.fit, version=1)[0], 409)
        self.assertEqual(self.place(self.fit, self.bram)[0], 403)
        status, told = self.place(self.fit, day=None)
        self.assertEqual((status, told["job"]["at"], told["job"]["place"]), (200, None, None))
        _, events = self.ask("GET", f"rigs/{self.fit.rig_id}/timeline/")
        self.assertEqual([one["says"] for one in events if one["kind"] == "job"][0], "Fit taken off the board")
        self.assertIn(
            "1 ordered, of Quernstay Forge", " ".join(one["says"] for one in events if one["kind"] == "parts")
        )

    def test_what_cannot_be_is_said_at_its_place(self) -> None:
        before = list(JobChange.objects.values_list("pk", flat=True))
        yesterday = str(timezone.localdate() - datetime.timedelta(days=1))
        for wrong, field in (
            ({"day": yesterday}, "begins"),
            ({"minute": 485}, "begins"),
            ({"day": str(self.day + datetime.timedelta(days=700))}, "begins"),
            ({"day": "9999-12-31"}, "begins"),
            ({"day": "0001-01-01"}, "begins"),
            ({"day": "soon"}, "day"),
            ({"minute": -1}, "minute"),
            ({"minute": 1440}, "minute"),
            ({"minute": "480"}, "minute"),
            ({"minutes": 2400}, "minutes"),
            ({"minutes": 0}, "minutes"),
            ({"place": 99_999}, "place"),
            ({"place": None}, "place"),
            ({"person": 99_999}, "person"),
            ({"person": self.people["thea"]}, "person"),
        ):
            with self.subTest(wrong):
                status, told = self.place(self.fit, **wrong)
                self.assertEqual((status, [*told["problems"]]), (400, [field]))
        self.assertEqual(list(JobChange.objects.values_list("pk", flat=True)), before)
        for path in (
            "day/?first=soon",
            "day/?days=3",
            "day/?first=2026-02-30",
            "day/?first=0001-01-01",
            "day/?first=9999-12-31",
        ):
            self.assertEqual(self.ask("GET", path)[0], 400, path)
        for path in ("jobs/99999/", "jobs/99999/slot/"):
            self.assertEqual(self.ask("GET", path)[0], 404, path)

    def test_making_jobs(self) -> None:
        rig = self.rig_of("Josune Farrow").pk
        body = {"rig": rig, "kind": "weighing", "why": "Loads have changed."}
        self.assertEqual(self.ask("POST", "jobs/", body, self.bram)[0], 403)
        status, told = self.ask("POST", "jobs/", body)
        self.assertEqual((status, told["job"]["at"], told["job"]["why"]), (201, None, "Loads have changed."))
        self.assertEqual(self.ask("POST", "jobs/", body)[0], 400)
        for wrong, field in (
            ({"kind": "wash"}, "kind"),
            ({"rig": 99_999}, "rig"),
            ({"due": "2020-01-01", "kind": "fit"}, "due"),
            ({"due": "May"}, "due"),
        ):
            status, told = self.ask("POST", "jobs/", {**body, **wrong})
            self.assertEqual((status, [*told["problems"]]), (400, [field]))

    def test_nothing_of_it_is_deleted(self) -> None:
        for verb in (
            "DELETE FROM day_job",
            "DELETE FROM day_away",
            "UPDATE day_jobchange SET says = ''",
            "DELETE FROM day_hours",
        ):
            with (
                self.subTest(verb),
                self.assertRaises(DatabaseError),
                transaction.atomic(),
                connection.cursor() as cursor,
            ):
                cursor.execute(verb)

    def test_a_letter_and_a_picking_list(self) -> None:
        answer = self.thea.get(f"/api/jobs/{self.fit.pk}/letter.pdf")
        text = PdfReader(io.BytesIO(answer.content)).pages[0].extract_text()
        for said in ("Haldis Okonjo", "Tarrow Fen Trailers", "about 175 minutes", "loaded as you travel"):
            self.assertIn(said, text.replace("\n", " "))
        rows = self.thea.get(f"/api/jobs/{self.fit.pk}/picking.csv").content.decode().split("\r\n")
        self.assertEqual(rows[0], "quantity,part or tool,kind,fit of Haldis Okonjo")
        self.assertIn("1,Bench 600,tool,to be fetched", rows)


class TheWork(Day):
    def do(self, job: Job, act: str, client: Client | None = None, **more) -> tuple[int, dict]:
        return self.ask("POST", f"jobs/{job.pk}/do/", {"act": act, **more}, client or self.bram)

    def test_begun_paused_gone_on_with_and_done(self) -> None:
        for act, state in (("begin", "begun"), ("pause", "paused"), ("go_on", "begun"), ("done", "done")):
            status, told = self.do(self.first, act)
            self.assertEqual((status, told["job"]["state"]), (200, state))
        self.assertEqual(self.do(self.first, "pause")[0], 409)
        self.assertEqual(self.do(self.fit, "pause")[0], 409)
        self.assertEqual(self.do(self.fit, "begin", self.thea)[0], 403)
        self.assertEqual(self.do(self.fit, "drop", self.bram)[0], 403)
        self.assertEqual(self.do(self.fit, "drop", self.thea)[0], 200)
        self.assertEqual(self.place(self.first)[0], 400)

    def test_what_was_set_aside_is_used_when_the_fit_is_done(self) -> None:
        self.do(self.first, "begin")
        self.do(self.first, "done")
        _, shelf = self.ask("GET", "shelf/")
        row = next(one for one in shelf["rows"] if one["name"] == "Thornlace 1000")
        self.assertEqual((row["there"], row["aside"]), (0, []))

    def test_sent_late_it_is_on_record_once_and_when_it_was(self) -> None:
        now = timezone.now()
        key, later = "7b0c2d0e-1f0a-4c39-8d4a-1f6f0f1f2a3b", "7b0c2d0e-1f0a-4c39-8d4a-1f6f0f1f2a3c"
        Job.objects.filter(pk=self.first.pk).update(made_at=now - datetime.timedelta(hours=4))
        begun, done = now - datetime.timedelta(hours=3), now - datetime.timedelta(minutes=75)
        for _ in range(2):
            self.assertEqual(self.do(self.first, "begin", key=key, at=begun.isoformat())[0], 200)
        status, told = self.do(self.first, "done", key=later, at=done.isoformat())
        self.assertEqual((status, told["job"]["worked"]), (200, 105.0))
        self.assertEqual(JobChange.objects.filter(job=self.first, act="begin").count(), 1)
        self.first.refresh_from_db()
        self.assertEqual(self.first.ended_at, done)
        self.assertEqual([*self.do(self.fit, "begin", key=key)[1]["problems"]], ["key"])
        self.assertEqual(self.do(self.fit, "begin", at=(now + datetime.timedelta(hours=1)).isoformat())[0], 400)

    def test_the_house_learns_from_what_it_took(self) -> None:
        before = self.ask("GET", f"jobs/{self.fit.pk}/")[1]["length"]
        for number in range(8):
            Job.objects.create(
                rig=self.fit.rig, kind="fit", reason=f"past {number}", planned=180, reckoned=100.0, worked=150.0, state=Job.State.DONE,
                made_by_id=self.people["thea"], ended_at=timezone.now(),
            )  # fmt: skip
        after = self.ask("GET", f"jobs/{self.fit.pk}/")[1]["length"]
        self.assertEqual((before["done"], after["done"]), (0, 8))
        self.assertGreater(after["factor"], 1.4)
        self.assertLess(after["factor"], 1.5)
        self.assertAlmostEqual(after["mean"], after["factor"] * after["reckoned"], delta=0.2)

    def test_the_morning(self) -> None:
        self.assertEqual(self.ask("GET", "day/morning/", None, self.bram)[1]["jobs"], [])
        self.do(self.first, "begin")
        _, told = self.ask("GET", "day/morning/", None, self.bram)
        self.assertEqual([(one["customer"], one["state"]) for one in told["jobs"]], [("Wendela Achtersteen", "begun")])
        self.assertEqual({one["name"] for one in told["tools"]}, {"Bench 600", "Long-arm 250"})
        self.assertEqual({one["says"] for one in told["jobs"][0]["parts"]}, {"set aside"})

    def test_a_signed_hitch_sets_its_parts_aside(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        self.ask(
            "POST",
            "shelf/",
            {"kind": "shanks", "name": "Shank 2 short", "what": "arrived", "quantity": 2, "supplier": "", "why": ""},
            self.bram,
        )
        rig = self.read_twice(rig)
        for station in ("ratings", "height", "hitch"):
            status, told = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": station, "version": rig.version})
            self.assertEqual(status, 200, told)
        _, parts = self.ask("GET", f"rigs/{rig.pk}/parts/")
        self.assertEqual({one["says"] for one in parts["parts"]}, {"set aside"})
        self.assertNotIn("not_before", {one["key"] for one in self.job(self.fit)["conflicts"]})

    def test_what_was_set_aside_for_another_build_is_anybodys_again(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        aside = {"kind": "kits", "name": "Cordwain 1400", "what": "aside", "quantity": 1, "supplier": "", "why": ""}
        self.assertEqual([*self.ask("POST", "shelf/", aside)[1]["problems"]], ["rig"])
        self.assertEqual(self.ask("POST", "shelf/", {**aside, "rig": rig.pk})[0], 200)
        rig = self.read_twice(rig)
        for station in ("ratings", "height", "hitch"):
            self.assertEqual(
                self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": station, "version": rig.version})[0], 200
            )
        _, shelf = self.ask("GET", "shelf/")
        rows = {one["name"]: one for one in shelf["rows"]}
        self.assertEqual((rows["Cordwain 1400"]["aside"], rows["Cordwain 1400"]["free"]), ([], 1))
        self.assertEqual([one["customer"] for one in rows["Anvilroot 1200"]["aside"]], ["Haldis Okonjo"])

    def test_a_bolt_that_no_wrench_of_the_house_reaches(self) -> None:
        Wrench.objects.exclude(name="Short 80").update(retired=True)
        found = [one["says"] for one in self.job(self.first)["conflicts"] if one["key"] == "no_tool"]
        self.assertIn("The house has no torque wrench for the ball nut.", found)


class TwoAtOnce(Truncating, TransactionTestCase):
    """Both want the last one in the same moment, each in a connection of its own."""

    def test_one_gets_it_and_nobody_gets_half(self) -> None:
        demo_yard.put()
        item = Item("kits", "Anvilroot 1000")
        odile, marks = Person.objects.get(username="odile"), [str(one.mark) for one in Rig.objects.order_by("pk")[:6]]
        got: list[int] = []

        def wants(mark: str) -> None:
            try:
                got.append(len(set_aside(odile, mark, [Need(item, 1)], "at once")))
            finally:
                connection.close()

        hands = [threading.Thread(target=wants, args=(mark,)) for mark in marks]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join(60)
        self.assertEqual(sorted(got), [0] * 5 + [1])
        self.assertEqual((standings()[item].there, standings()[item].free, standings()[item].set_aside), (1, 0, 1))


class Due(Day):
    def proposals(self, kind: str) -> list[dict]:
        return [one for one in self.ask("GET", "day/proposals/")[1] if one["kind"] == kind]

    def test_a_recall_proposes_every_rig_with_the_part_and_no_other(self) -> None:
        body = {"kind": "kits", "name": "Anvilroot 1200", "why": "A pin of its head may shear."}
        self.assertEqual(self.ask("POST", "day/recalls/", body, self.thea)[0], 403)
        for wrong, field in (({"name": " "}, "name"), ({"why": ""}, "why"), ({"kind": "trailers"}, "kind")):
            status, told = self.ask("POST", "day/recalls/", {**body, **wrong}, self.odile)
            self.assertEqual((status, [*told["problems"]]), (400, [field]))
        self.assertEqual(self.ask("POST", "day/recalls/", body, self.odile)[0], 200)
        found = self.proposals("recall")
        self.assertEqual({one["customer"] for one in found}, {"Oriel Penhallick", "Sunniva Askerow"})
        made = {name: found[0][name] for name in ("rig", "kind", "reason", "why", "due")}
        self.assertEqual(self.ask("POST", "jobs/", made)[0], 201)
        self.assertEqual(len(self.proposals("recall")), 1)

    def test_an_inspection_by_distance(self) -> None:
        card = Card.objects.get()
        Card.objects.create(
            rig=card.rig, number=2, version=card.version, content=card.content, handed_over_by=card.handed_over_by,
            inspect_by=timezone.localdate() + datetime.timedelta(days=300),
        )  # fmt: skip
        self.assertEqual(self.proposals("inspection"), [])
        rig = card.rig
        body = {"version": rig.version, "names": {}, "entries": {"handover.towed": measured("6,300 mi")}}
        status, told = self.ask("POST", f"rigs/{rig.pk}/", body)
        self.assertEqual(status, 200, told)
        (found,) = self.proposals("inspection")
        self.assertIn("Towed 6,300 mi", found["why"])

    def test_a_complaint_until_it_is_closed(self) -> None:
        rig = self.rig_of("Oriel Penhallick")
        for entries, many in (
            ({"complaints.c_1.symptom": measured("clunk")}, 1),
            ({"complaints.c_1.closed": measured("Ball nut was loose: tightened.")}, 0),
        ):
            rig.refresh_from_db()
            self.assertEqual(
                self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version, "names": {}, "entries": entries})[0], 200
            )
            self.assertEqual(len(self.proposals("complaint")), many)


class HoursAndAbsences(Day):
    def away(self, client: Client | None = None, **more) -> tuple[int, dict]:
        body = {
            "person": self.people["bram"], "first": str(self.day), "first_minute": 12 * HOUR, "last": str(self.day), "last_minute": 24 * HOUR,
            "tool": "", "why": "",
        }  # fmt: skip
        return self.ask("POST", "day/away/", {**body, **more}, client or self.odile)

    def test_an_absence_is_a_conflict_until_it_is_taken_back(self) -> None:
        self.place(self.first, minute=13 * HOUR)
        self.assertEqual(self.away(self.thea)[0], 403)
        status, told = self.away(why="Course")
        self.assertEqual(status, 200)
        self.assertIn("person_away", {one["key"] for one in self.job(self.first)["conflicts"]})
        number = next(one["id"] for one in told["away"] if one["begins"].endswith("12:00"))
        self.assertEqual(self.ask("POST", f"day/away/{number}/back/", None, self.odile)[0], 200)
        self.assertNotIn("person_away", {one["key"] for one in self.job(self.first)["conflicts"]})

    def test_a_wrench_that_is_out(self) -> None:
        self.assertEqual(self.away(person=None, tool="Bench 600", first_minute=0)[0], 200)
        found = [one["says"] for one in self.job(self.first)["conflicts"] if one["key"] == "tool_out"]
        self.assertIn("Bench 600 is out then.", found)

    def test_a_holiday_shuts_the_house(self) -> None:
        self.assertEqual(self.away(person=None, first_minute=0, why="Founders' day")[0], 200)
        (told,) = self.board()["days"]
        self.assertEqual((told["open"], told["shut"]), ([], "Founders' day"))
        self.assertIn("outside", {one["key"] for one in self.job(self.first)["conflicts"]})

    def test_what_cannot_be_is_said_at_its_place(self) -> None:
        self.assertEqual(self.away()[0], 200)
        for wrong, field in (
            ({}, "begins"),  # it overlaps the one before
            ({"first_minute": 16 * HOUR, "last_minute": 15 * HOUR}, "ends"),
            ({"first": "2020-01-01", "last": "2020-01-02"}, "ends"),
            ({"last": str(self.day + datetime.timedelta(days=700))}, "ends"),
            ({"person": 99_999}, "person"),
            ({"person": None, "tool": "No such"}, "tool"),
            ({"person": None, "place": 99_999}, "place"),
            ({"tool": "Bench 600"}, "person"),
            ({"first": "soon"}, "first"),
            ({"last_minute": 2000}, "last_minute"),
        ):
            with self.subTest(wrong):
                status, told = self.away(**wrong)
                self.assertEqual((status, [*told["problems"]]), (400, [field]))

    def test_hours(self) -> None:
        week = [{"weekday": 0, "opens": "7:00", "closes": "12:00"}, {"weekday": 0, "opens": "13:00", "closes": "18:00"}]
        self.assertEqual(self.ask("POST", "day/hours/", {"week": week, "zone": "UTC"}, self.thea)[0], 403)
        for body, field in (
            ({"week": week, "zone": "Nowhere/Else"}, "zone"),
            ({"week": [{"weekday": 2, "opens": "18:00", "closes": "08:00"}], "zone": "UTC"}, "week.2"),
            ({"week": [{"weekday": 2, "opens": "8", "closes": "17:00"}], "zone": "UTC"}, "week.2"),
            ({"week": [{"weekday": 2, "opens": "", "closes": "17:00"}], "zone": "UTC"}, "week.2"),
            ({"week": [*week, {"weekday": 0, "opens": "11:00", "closes": "14:00"}], "zone": "UTC"}, "week.0"),
            ({"week": [], "zone": "UTC"}, "week"),
        ):
            with self.subTest(body):
                status, told = self.ask("POST", "day/hours/", body, self.odile)
                self.assertEqual((status, [*told["problems"]]), (400, [field]))
        status, told = self.ask("POST", "day/hours/", {"week": week, "zone": "America/Chicago"}, self.odile)
        self.assertEqual((status, told["zone"], told["week"][0]["opens"]), (200, "America/Chicago", "07:00"))
        monday = self.day + datetime.timedelta(days=-self.day.weekday() % 7)
        (shown,) = self.board(first=monday)["days"]
        self.assertEqual(shown["open"], [{"from": 420, "until": 720}, {"from": 780, "until": 1080}])

    def test_places(self) -> None:
        self.assertEqual(
            self.ask("POST", "day/places/", {"name": "Bay 3", "kind": "bay", "retired": False}, self.thea)[0], 403
        )
        for wrong, field in (
            ({"name": " "}, "name"),
            ({"name": "Bay 1"}, "name"),
            ({"kind": "roof"}, "kind"),
            ({"id": self.bay["Bay 1"], "name": "Bay 1", "retired": True}, "retired"),
        ):
            body = {"name": "Bay 3", "kind": "bay", "retired": False, **wrong}
            status, told = self.ask("POST", "day/places/", body, self.odile)
            self.assertEqual((status, [*told["problems"]]), (400, [field]), wrong)
        self.assertEqual(
            self.ask("POST", "day/places/", {"name": "Bay 3", "kind": "bay", "retired": False}, self.odile)[0], 200
        )


class InCalendars(Day):
    """Read back by the library's own parser; times checked against the zone's own, over both changes of the clocks."""

    def feed(self, **of) -> str:
        status, told = self.ask("POST", "day/feeds/", of, self.odile)
        self.assertEqual(status, 201)
        return told["address"].removeprefix("http://testserver")

    def test_a_feed_is_read_back_and_can_be_revoked(self) -> None:
        address = self.feed(person=self.people["bram"])
        stranger = Client()
        events = Calendar.from_ical(stranger.get(address).content).walk("VEVENT")
        told = {str(one["summary"]): (one["dtstart"].dt, one["dtend"].dt, str(one["location"])) for one in events}
        self.assertEqual(
            told["Fit of Haldis Okonjo"],
            (self.fit.begins, self.fit.begins + datetime.timedelta(minutes=self.fit.planned), "Bay 1"),
        )
        self.assertEqual(set(told), {"Fit of Haldis Okonjo", "Fit of Wendela Achtersteen"})
        uids = {str(one["uid"]) for one in events}
        self.place(self.fit)
        again = Calendar.from_ical(stranger.get(address).content).walk("VEVENT")
        self.assertEqual({str(one["uid"]) for one in again}, uids)
        self.assertGreater(max(one["sequence"] for one in again), max(one["sequence"] for one in events))
        number = self.ask("GET", "day/keeping/", None, self.odile)[1]["feeds"][0]["id"]
        self.assertEqual(self.ask("POST", f"day/feeds/{number}/revoke/", None, self.thea)[0], 403)
        self.assertEqual(self.ask("POST", f"day/feeds/{number}/revoke/", None, self.bram)[0], 200)
        self.assertEqual(stranger.get(address).status_code, 403)
        self.assertEqual(stranger.get("/feeds/guessed.ics").status_code, 403)

    def test_whose_feed_may_be_made_by_whom(self) -> None:
        for client, of, status in (
            (self.bram, {"person": self.people["bram"]}, 201), (self.bram, {"person": self.people["thea"]}, 403),
            (self.bram, {"place": self.bay["Bay 1"]}, 403), (self.odile, {"place": self.bay["Bay 1"]}, 201), (self.odile, {}, 400),
            (self.odile, {"place": 99_999}, 400),
        ):  # fmt: skip
            self.assertEqual(self.ask("POST", "day/feeds/", of, client)[0], status, of)
        Person.objects.filter(username="bram").update(is_active=False)
        address = self.feed(place=self.bay["Bay 1"])
        self.assertEqual(len(Calendar.from_ical(Client().get(address).content).walk("VEVENT")), 2)

    def take(
        self, events: str, what: str = "absences", person: str | None = "bram", seal: str = ""
    ) -> tuple[int, dict]:
        text = f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//x//EN\r\n{events}END:VCALENDAR\r\n"
        body = {"text": text, "what": what, "seal": seal, "person": None if person is None else self.people[person]}
        return self.ask("POST", "day/calendar.ics", body, self.odile)

    def event(self, **lines: str) -> str:
        told = "".join(f"{name.split('_')[0].upper()}{value}\r\n" for name, value in lines.items())
        return f"BEGIN:VEVENT\r\nUID:one\r\nSUMMARY:Leave\r\n{told}END:VEVENT\r\n"

    def test_absences_are_looked_at_and_then_taken_in(self) -> None:
        day = self.day + datetime.timedelta(days=21)
        event = self.event(
            dtstart=f";VALUE=DATE:{day:%Y%m%d}", dtend=f";VALUE=DATE:{day + datetime.timedelta(days=2):%Y%m%d}"
        )
        before = Away.objects.count()
        status, plan = self.take(event)
        self.assertEqual((status, len(plan["added"]), plan["done"], Away.objects.count()), (200, 1, False, before))
        self.assertEqual(self.take(event, seal="0" * 64)[0], 409)
        self.assertTrue(self.take(event, seal=plan["seal"])[1]["done"])
        found = Away.objects.latest("pk")
        self.assertEqual(
            (found.begins, found.ends),
            (moment(day, datetime.time(), "UTC"), moment(day + datetime.timedelta(days=2), datetime.time(), "UTC")),
        )
        self.assertEqual(self.take(event)[1]["same"], 1)

    def test_ten_oclock_stays_ten_oclock_over_both_changes_of_the_clocks(self) -> None:
        for zone, first in (
            ("America/Chicago", datetime.date(2027, 3, 12)),
            ("America/Chicago", datetime.date(2027, 11, 5)),
            ("Europe/Berlin", datetime.date(2027, 3, 26)),
        ):
            weekly = (
                f"BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:w\r\nDTSTART;TZID={zone}:{first:%Y%m%d}T100000\r\nDURATION:PT2H\r\n"
                "RRULE:FREQ=WEEKLY;COUNT=2\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
            )  # fmt: skip
            now = datetime.datetime(2027, 1, 1, tzinfo=datetime.UTC)
            read = calendars.read_absences(weekly, "UTC", now, 1)
            self.assertEqual(read.problems, ())
            clocks = [one.begins.astimezone(ZoneInfo(zone)) for one in read.wishes]
            self.assertEqual(
                [(one.hour, one.date()) for one in clocks], [(10, first), (10, first + datetime.timedelta(days=7))]
            )
            self.assertNotEqual(read.wishes[1].begins - read.wishes[0].begins, datetime.timedelta(days=7))
            self.assertEqual({one.ends - one.begins for one in read.wishes}, {datetime.timedelta(hours=2)})

    def test_hours_go_out_and_come_back_the_same(self) -> None:
        for zone in ("UTC", "America/Chicago", "Europe/Berlin"):
            out = calendars.hours_out(opening.USUAL, zone, datetime.date(2026, 10, 30), timezone.now()).decode()
            back = calendars.read_hours(out, zone)
            self.assertEqual((set(back.openings), back.problems), (set(opening.USUAL), ()), zone)
        text = self.odile.get("/api/day/calendar.ics?hours=1").content.decode()
        body = {"text": text, "what": "hours", "seal": "", "person": None}
        _, plan = self.ask("POST", "day/calendar.ics", body, self.odile)
        self.assertEqual(len(plan["added"]), 6)
        self.assertEqual(self.ask("POST", "day/calendar.ics", {**body, "seal": plan["seal"]}, self.odile)[0], 200)

    def test_bad_calendars_are_told_of(self) -> None:
        for text in (
            "",
            "BEGIN:VCALENDAR",
            "hello",
            "BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n",
            "BEGIN:VEVENT\r\nEND:VEVENT",
        ):
            status, told = self.ask(
                "POST", "day/calendar.ics", {"text": text, "what": "holidays", "seal": "", "person": None}, self.odile
            )
            self.assertEqual((status, [*told["problems"]]), (400, ["text"]), text)
        soon = f"{self.day + datetime.timedelta(days=30):%Y%m%d}"
        for lines, said in (
            ({"dtstart": f":{soon}T100000", "dtend": f":{soon}T090000"}, "it ends before it begins"),
            ({"dtend": f":{soon}T090000"}, "it has no beginning"),
            ({"dtstart": f";VALUE=DATE:{soon}", "dtend": f":{soon}T090000"}, "it begins with a day"),
            ({"dtstart": f":{soon}T100000", "recurrence-id": f":{soon}T100000"}, "a single one of a series"),
            ({"dtstart": f":{soon}T100000Z", "duration": ":PT1H", "rrule": ":FREQ=MINUTELY"}, "repeated more than"),
        ):
            with self.subTest(said):
                status, plan = self.take(self.event(**lines))
                self.assertEqual((status, plan["added"]), (200, []))
                self.assertIn(said, plan["problems"][0])
        self.assertEqual(self.take(self.event(dtstart=":x"), person=None)[0], 400)
        self.assertEqual(self.take(self.event(), what="holidays")[0], 400)
