"""A record that somebody has had in their hands: whatever in it cannot be is named by its line, and nothing of it is brought in."""

from __future__ import annotations

import json
from collections.abc import Callable

from django.db import DatabaseError, connection, transaction

from stathmos.people.models import Person
from stathmos.record import whole
from stathmos.record.actions.bring_in import bring_in
from stathmos.record.arriving import NotReadable
from stathmos.record.timeline import timeline
from stathmos.rigs.models import Arrival, Reading, Rig
from tests.web import a_fit
from tests.web.signed_in import WithDemo, measured

Row = dict


class Forged(WithDemo):
    """A delivered rig of the demo, taken out under other marks, and changed here and there."""

    def setUp(self) -> None:
        super().setUp()
        self.odile = Person.objects.get(username="odile")
        rig = self.rig_of("Oriel Penhallick")
        text = "".join(whole.written(whole.one_rig(rig), "jsonl")).replace(
            str(rig.mark), "3d2f6b1e-0000-4000-8000-00000000000a"
        )
        self.lines = [json.loads(line) for line in text.splitlines()]

    def text(self) -> str:
        return "\n".join(json.dumps(line) for line in self.lines)

    def first(self, label: str, **fields: object) -> Row:
        return next(
            line
            for line in self.lines[1:]
            if line["model"] == label and all(line["fields"][name] == value for name, value in fields.items())
        )

    def test_as_it_was_written_it_comes_in_and_says_for_ever_where_from(self) -> None:
        done = bring_in(self.odile, self.text(), "jsonl", "oriel-from-elsewhere.jsonl")
        self.assertEqual(done.rigs, 1)
        rig = Rig.objects.get(mark="3d2f6b1e-0000-4000-8000-00000000000a")
        events = timeline(rig)
        self.assertEqual((events[0]["kind"], events[0]["by"]), ("arrival", "Odile"))
        self.assertIn("oriel-from-elsewhere.jsonl", events[0]["says"])
        signed = [one for one in events if one["kind"] in ("signed", "card")]
        self.assertGreaterEqual(len(signed), 3)
        for one in signed:
            self.assertIn("as brought in from oriel-from-elsewhere.jsonl", one["says"])
        _, record = self.ask("GET", f"rigs/{rig.pk}/")
        brought = {one["station"]: one["brought_from"] for one in record["signatures"]}
        self.assertEqual(brought["bay"], "oriel-from-elsewhere.jsonl")
        # what is signed here from now on is signed here
        status, record = self.ask("POST", f"rigs/{rig.pk}/sign/", {"station": "meet", "version": rig.version})
        self.assertEqual(status, 200, record)
        brought = {one["station"]: one["brought_from"] for one in record["signatures"]}
        self.assertEqual((brought["meet"], brought["bay"]), (None, "oriel-from-elsewhere.jsonl"))
        for verb in ("UPDATE rigs_arrival SET source = 'here'", "DELETE FROM rigs_arrival"):
            with (
                self.assertRaisesMessage(DatabaseError, "stays on record"),
                transaction.atomic(),
                connection.cursor() as cursor,
            ):
                cursor.execute(verb)

    def forge(self, label: str, change: Callable[[dict], object], **which: object) -> int:
        row = self.first(label, **which)
        change(row["fields"])
        return self.lines.index(row) + 1

    def test_whatever_cannot_be_is_named_by_its_line(self) -> None:
        before = self.text()
        reading, sign_off = "rigs.reading", "rigs.signoff"
        weighed = {"path": "weighing.tongue_scale"}
        forgeries: tuple[tuple[str, Callable[[dict], object], dict, str], ...] = (
            (reading, lambda f: f.update(amount=999.0), weighed, "is not worth 999"),
            (reading, lambda f: f.update(typed="9,999,999 lb"), weighed, "too large to believe"),
            (reading, lambda f: f.update(typed="heavy"), weighed, "heavy"),
            (reading, lambda f: f.update(amount=None), weighed, "is not worth None"),
            (reading, lambda f: f.update(path="vehicle.colour"), weighed, "there is no field"),
            (reading, lambda f: f.update(path=["x"]), weighed, "there is no field"),
            (reading, lambda f: f.update(dimension="length"), weighed, "not a length"),
            (reading, lambda f: f.update(moment=9999), weighed, "past the rig's own version"),
            (reading, lambda f: f.update(moment="1"), weighed, "whole number"),
            (reading, lambda f: f.update(part="x"), weighed, "a part is an object"),
            (reading, lambda f: f.update(provenance="heard"), weighed, "heard"),
            (reading, lambda f: f.update(written_by=["nobody"]), weighed, "nobody"),
            (reading, lambda f: f.update(written_by="odile"), weighed, "nobody"),
            (reading, lambda f: f.update(rig=["00000000-0000-4000-8000-000000000000"]), weighed, "names nobody and nothing"),
            (reading, lambda f: f.update(rig={}), weighed, "by its mark"),
            (reading, lambda f: f.update(written_at="2099-01-01T00:00:00+00:00"), weighed, "still to come"),
            (reading, lambda f: f.update(written_at="yesterday"), weighed, "no time"),
            (sign_off, lambda f: f.update(fingerprint="0" * 64), {"station": "bay"}, "fingerprint"),
            (sign_off, lambda f: f["basis"].pop(next(iter(f["basis"]))), {"station": "bay"}, "fingerprint"),
            (sign_off, lambda f: f.update(basis=[]), {"station": "bay"}, "object of entries"),
            (sign_off, lambda f: f.update(station="roof"), {"station": "bay"}, "no station"),
            (sign_off, lambda f: f.update(version=9999), {"station": "bay"}, "past the rig's own version"),
            (sign_off, lambda f: f.update(signed_at="2099-01-01T00:00:00+00:00"), {"station": "bay"}, "still to come"),
            ("handover.card", lambda f: f.update(content="x"), {}, "content is an object"),
            ("rigs.rig", lambda f: f.update(previous=[f["mark"]]), {}, "lead back to itself"),
            ("rigs.rig", lambda f: f.update(previous="x"), {}, "in a list"),
            ("rigs.rig", lambda f: f.update(mark="no mark"), {}, ""),
            ("rigs.rig", lambda f: f.update(customer=""), {}, ""),
            ("rigs.rig", lambda f: f.update(version=-3), {}, ""),
            ("people.person", lambda f: f.update(username="new one", role="owner"), {"username": "bram"}, "no role"),
        )  # fmt: skip
        counts = (Rig.objects.count(), Reading.objects.count(), Person.objects.count())
        for label, change, which, says in forgeries:
            self.lines = [json.loads(line) for line in before.splitlines()]
            line = self.forge(label, change, **which)
            with self.subTest(label=label, says=says), self.assertRaises(NotReadable) as caught:
                bring_in(self.odile, self.text(), "jsonl")
            self.assertRegex(caught.exception.says, r"^Line \d+")
            if label not in ("rigs.rig", "people.person"):
                self.assertIn(f"Line {line}", caught.exception.says)
            self.assertIn(says, caught.exception.says)
        self.assertEqual((Rig.objects.count(), Reading.objects.count(), Person.objects.count()), counts)
        self.assertEqual(Arrival.objects.count(), 0)

    def test_what_stands_twice_is_named_by_both_lines(self) -> None:
        for label, which in (
            ("rigs.rig", {}),
            ("rigs.reading", {"path": "weighing.tongue_scale"}),
            ("rigs.signoff", {"station": "bay"}),
        ):
            row = self.first(label, **which)
            self.lines.append(row)
            with self.subTest(label=label), self.assertRaises(NotReadable) as caught:
                bring_in(self.odile, self.text(), "jsonl")
            self.assertIn(f"line {self.lines.index(row) + 1}", caught.exception.says)
            self.assertIn(f"Line {len(self.lines)}", caught.exception.says)
            self.lines.pop()

    def test_visits_that_lead_round_in_a_circle(self) -> None:
        rig = self.first("rigs.rig")
        other = json.loads(json.dumps(rig))
        other["fields"] |= {
            "mark": "3d2f6b1e-0000-4000-8000-00000000000b",
            "previous": [rig["fields"]["mark"]],
            "visit": "same",
        }
        rig["fields"] |= {"previous": [other["fields"]["mark"]], "visit": "same"}
        self.lines.append(other)
        with self.assertRaises(NotReadable) as caught:
            bring_in(self.odile, self.text(), "jsonl")
        self.assertIn("lead back to itself", caught.exception.says)

    def test_a_later_visit_that_stands_before_the_earlier_one_comes_in_all_the_same(self) -> None:
        rig = self.first("rigs.rig")
        later = json.loads(json.dumps(rig))
        later["fields"] |= {
            "mark": "3d2f6b1e-0000-4000-8000-00000000000b",
            "previous": [rig["fields"]["mark"]],
            "visit": "same",
        }
        self.lines.insert(self.lines.index(rig), later)
        self.assertEqual(bring_in(self.odile, self.text(), "jsonl").rigs, 2)


class Names(WithDemo):
    """A name has a history like every figure, and only who may open a rig changes it."""

    def test_who_may_and_what_it_was(self) -> None:
        rig = self.rig_of(a_fit.CUSTOMER)
        bram = self.signed_in("bram")
        for names in ({"customer": "Somebody else"}, {"vehicle_plate": "X 1"}, {"trailer_name": "Another"}):
            status, said = self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version, **names}, bram)
            self.assertEqual(status, 403, said)
            self.assertIn("advisor's", said["detail"])
        same = {"customer": rig.customer, "entries": {"weighing.tongue_scale": measured("705 lb")}}
        self.assertEqual(
            self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version, **same}, bram)[0],
            200,
            "what stays is no change",
        )
        rig.refresh_from_db()
        for name in ("Haldis Okonjo-Vane", "Haldis Vane"):
            status, told = self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version, "customer": name})
            self.assertEqual(status, 200, told)
            rig.refresh_from_db()
        past = self.ask("GET", f"rigs/{rig.pk}/history/?path=which.customer")[1]["readings"]
        names = [(one["typed"], one["by"], one["in_force"]) for one in past]
        self.assertEqual(
            names,
            [("Haldis Vane", "Thea", True), ("Haldis Okonjo-Vane", "Thea", False), (a_fit.CUSTOMER, "Thea", False)],
        )
        status, said = self.ask(
            "POST", f"rigs/{rig.pk}/", {"version": rig.version, "entries": {"which.customer": measured("Sly")}}
        )
        self.assertEqual((status, list(said["problems"])), (400, ["which.customer"]))
