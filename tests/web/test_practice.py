"""The practice bay by its addresses: a whole practice through requests, whose it is, and that it stands among no real rigs."""

from __future__ import annotations

from django.db import DatabaseError, transaction

from stathmos.core.practice.acts import ACTS, FIGURE
from stathmos.core.practice.scenarios import SCENARIOS
from stathmos.core.units import COUNT, COUPLE, LENGTH, NEWTON_PER_KG, PRESSURE
from stathmos.practice import keeping
from stathmos.practice.models import Done, End, Practice
from stathmos.record import whole
from stathmos.rigs.models import Reading, Rig
from tests.core.practice_hands import Habits, Hands
from tests.web.signed_in import WithDemo, measured

TEXTS = {LENGTH: "{:.4f} mm", PRESSURE: "{:.4f} kPa", COUNT: "{:g}"}


class HandsAtTheScreen(Hands):
    """The same hands, each act and each figure a request."""

    def __init__(self, test: WithDemo, practice: Practice, habits: Habits = Habits()) -> None:
        super().__init__(keeping.begun_of(practice.begun, keeping.stock_in_the_yard()), habits)
        self.test, self.rig_id, self.number = test, practice.rig_id, 0
        self.entries = dict(practice.rig.entries())

    def act(self, key: str, **args: str | float) -> None:
        wants = {one.name: one for one in ACTS[key].wants(self.yard)}
        texts = {name: self._text(wants[name], value) for name, value in args.items()}
        super().act(key, **args)
        status, told = self.test.ask(
            "POST",
            f"rigs/{self.rig_id}/yard/act/",
            {"number": self.number, "act": key, "args": texts, "system": "metric"},
        )
        self.test.assertEqual(status, 200, (key, told))
        self.number = told["number"]

    @staticmethod
    def _text(wanted, value: str | float) -> str:  # noqa: ANN001
        if wanted.kind != FIGURE:
            return str(value)
        if wanted.dimension == COUPLE:
            return f"{value * NEWTON_PER_KG / 1000:.4f} N·m"
        return TEXTS[wanted.dimension].format(value)

    def type(self, path: str, entry: dict[str, str]) -> None:
        super().type(path, entry)
        version = Rig.every.get(pk=self.rig_id).version
        status, told = self.test.ask(
            "POST", f"rigs/{self.rig_id}/", {"version": version, "entries": {path: {**entry, "again": True}}}
        )
        self.test.assertEqual(status, 200, (path, told))

    def let_go(self, verdict: str):  # noqa: ANN201
        status, told = self.test.ask("POST", f"rigs/{self.rig_id}/yard/end/", {"verdict": verdict})
        self.test.assertEqual(status, 200, told)
        return told["ended"]["debrief"]


class Practising(WithDemo):
    def begun(self, scenario: str = "plain_fit", **more: int) -> Practice:
        status, told = self.ask("POST", "practice/", {"scenario": scenario, **more})
        self.assertEqual(status, 201, told)
        return Practice.objects.get(rig=told["rig"])

    def act(self, practice: Practice, act: str, number: int, **args: str) -> tuple[int, dict]:
        return self.ask(
            "POST", f"rigs/{practice.rig_id}/yard/act/", {"number": number, "act": act, "args": args, "system": "us"}
        )


class WholePractices(Practising):
    def test_right_hands_pass_through_the_screen_of_every_role(self) -> None:
        for person, scenario in (("thea", "jack_bears"), ("bram", "kit_too_light"), ("odile", "wrench")):
            self.client = self.signed_in(person)
            practice = self.begun(scenario)
            told = HandsAtTheScreen(self, practice).work()
            self.assertTrue(told["passed"], [one["key"] for one in told["mistakes"]])
            self.assertTrue(told["right"] and all(goal["met"] for goal in told["goals"]))
            _, record = self.ask("GET", "practice/")
            self.assertEqual(record["mine"]["passed"], [scenario])
            self.assertEqual(record["mine"]["practices"][0]["passed"], True)

    def test_careless_ones_are_told_what_it_would_have_cost(self) -> None:
        practice = self.begun("jack_bears")
        told = HandsAtTheScreen(self, practice, Habits(leaves_the_jack=True)).work()
        self.assertEqual([one["key"] for one in told["mistakes"]], ["jack_bears"])
        self.assertEqual(told["mistakes"][0]["teaches"]["key"], "jack_bears")
        self.assertRegex(told["mistakes"][0]["costs"]["us"], r"at the mark: [\d,]+\u00a0lb on the (front|rear) axle\.")
        end = End.objects.get(practice=practice)
        self.assertEqual((end.passed, end.mistakes), (False, ["jack_bears"]))
        # it is over: nothing more is done, and told again it is the same
        status, refused = self.act(practice, "tape", practice.acts.count(), place="ball")
        self.assertEqual((status, "let go" in refused["detail"]), (400, True))
        _, again = self.ask("POST", f"rigs/{practice.rig_id}/yard/end/", {"verdict": "hold"})
        self.assertEqual(again["ended"]["verdict"], "go")

    def test_an_endless_one_is_the_seeds(self) -> None:
        one, other = self.begun("", seed=31, level=2), self.begun("", seed=31, level=2)
        self.assertEqual(one.begun["world"], other.begun["world"])
        self.assertEqual(
            keeping.begun_of(one.begun, keeping.stock_in_the_yard()).yard.world.holds, one.begun["world"]["holds"]
        )
        _, yard = self.ask("GET", f"rigs/{one.rig_id}/yard/")
        self.assertEqual((yard["title"], yard["level"]), ("Seed 31, level 2", 2))


class TheYard(Practising):
    def test_nothing_of_the_truth_goes_out(self) -> None:
        practice = self.begun()
        _, yard = self.ask("GET", f"rigs/{practice.rig_id}/yard/")
        told = str(yard)
        for hidden in ("k_f", "holds", "wear", "empty_tongue", "restored"):
            self.assertNotIn(hidden, told)
        self.assertIsNone(yard["tape"])
        _, yard = self.act(practice, "tape", 0, place="front_left")
        self.assertEqual(yard["tape"]["place"], "front_left")
        low, high = (
            float(part.split()[0]) for part in yard["tape"]["near"]["metric"].removeprefix("between ").split(" and ")
        )
        self.assertTrue(low <= yard["tape"]["shows"] <= high and high - low == 10)
        _, yard = self.act(practice, "tape", 1, place="")
        self.assertIsNone(yard["tape"])

    def test_two_tabs(self) -> None:
        practice = self.begun()
        self.assertEqual(self.act(practice, "jack_up", 0)[0], 200)
        status, told = self.act(practice, "jack_up", 0)
        self.assertEqual((status, "meanwhile" in told["detail"]), (409, True))
        self.assertEqual(practice.acts.count(), 1)

    def test_what_cannot_be_done_is_said_and_nothing_is_done(self) -> None:
        practice = self.begun()
        for act, args, words in (
            ("bars_on", {}, "not coupled"), ("fly", {}, "no such thing"), ("tape", {"place": "moon"}, "offered"), ("tape", {"plaice": "ball"}, "not wanted"),
            ("mount", {"hole": "abc"}, "read"), ("mount", {"hole": "99"}, "etween"), ("mount", {"hole": "2.5"}, "whole holes"), ("set", {}, "Say how they are set"), ("mount", {"hole": "-1"}, ""), ("mount", {"bracket": "40 lb"}, ""),
            ("set", {"washers": "½"}, ""), ("shift", {"load": "gear", "at": "9999 in"}, "etween"), ("load", {"load": "piano"}, "offered"),
        ):  # fmt: skip
            status, told = self.act(practice, act, 0, **args)
            self.assertEqual(status, 400, (act, told))
            self.assertIn(words, " ".join(told["problems"].values()), act)
        for body in ({}, {"number": -1, "act": "tape", "args": {}, "system": "us"}, {"number": 0, "act": "tape", "args": [], "system": "us"},
                     {"number": 0, "act": "tape", "args": {"place": 7}, "system": "us"}, {"number": 0, "act": "tape", "args": {}, "system": "stone"}):  # fmt: skip
            self.assertEqual(self.ask("POST", f"rigs/{practice.rig_id}/yard/act/", body)[0], 400, body)
        for body in (
            {},
            {"scenario": "none"},
            {"scenario": "", "seed": -1, "level": 1},
            {"scenario": "", "seed": 5, "level": 9},
            {"scenario": "", "seed": 10**9},
        ):
            self.assertEqual(self.ask("POST", "practice/", body)[0], 400, body)
        self.assertEqual(self.ask("POST", f"rigs/{practice.rig_id}/yard/end/", {"verdict": "maybe"})[0], 400)
        self.assertEqual(practice.acts.count(), 0)
        self.assertEqual(self.ask("GET", f"rigs/{self.rig_of('Haldis Okonjo').pk}/yard/")[0], 404)

    def test_hints_are_had_and_counted(self) -> None:
        practice = self.begun("brochure")
        for number in range(3):
            _, yard = self.act(practice, "hint", number)
            self.assertEqual(yard["hints"], list(SCENARIOS["brochure"].hints[: number + 1]))
        self.assertFalse(yard["more_hints"])
        self.assertEqual(self.act(practice, "hint", 3)[0], 400)
        _, told = self.ask("POST", f"rigs/{practice.rig_id}/yard/end/", {"verdict": "go"})
        self.assertEqual(told["ended"]["debrief"]["hints"], 3)

    def test_the_record_is_append_only(self) -> None:
        practice = self.begun()
        self.act(practice, "jack_up", 0)
        for change in (
            lambda: Practice.objects.update(level=2),
            lambda: Done.objects.update(act="tape"),
            lambda: Done.objects.all().delete(),
        ):
            with self.assertRaises(DatabaseError), transaction.atomic():
                change()


class Apart(Practising):
    """A practice rig stands among no real ones."""

    def test_on_no_list_and_in_no_file(self) -> None:
        before = Rig.objects.count()
        practice = self.begun()
        self.client = self.signed_in("odile")
        customer = practice.rig.customer
        self.assertEqual(Rig.objects.count(), before)
        for address in ("rigs/", f"rigs/?q={customer.split()[0]}", "overview/", "rigs/?archived=true"):
            _, told = self.ask("GET", address)
            self.assertNotIn(customer, str(told), address)
        told = list(whole.everything())
        self.assertNotIn(str(practice.rig.mark), str(told))
        self.assertEqual(
            sum(row["model"] == "rigs.reading" for row in told), Reading.objects.filter(rig__practice=False).count()
        )

    def test_nothing_of_it_leaves_the_house(self) -> None:
        practice = self.begun()
        pk, version = practice.rig_id, practice.rig.version
        for address, body in (
            (f"rigs/{pk}/file/", None), (f"rigs/{pk}/again/", {"new": "vehicle"}),
            (f"rigs/{pk}/sheets/", {"version": version, "valid_until": "2026-12-24", "trailer": None, "with_trailer": False, "extras": []}),
        ):  # fmt: skip
            status, told = self.ask("GET" if body is None else "POST", address, body)
            self.assertIn(status, (400, 403, 404), (address, told))

    def test_only_its_own_person_works_on_it(self) -> None:
        practice = self.begun()
        self.client = self.signed_in("bram")
        self.assertEqual(self.act(practice, "jack_up", 0)[0], 403)
        self.assertEqual(self.ask("POST", f"rigs/{practice.rig_id}/yard/end/", {"verdict": "go"})[0], 403)
        version = practice.rig.version
        status, _ = self.ask(
            "POST", f"rigs/{practice.rig_id}/", {"version": version, "entries": {"bay.floor": measured("flat")}}
        )
        self.assertEqual(status, 403)
        # and on a rig of their own somebody is every role at once
        own = self.begun()
        status, told = self.ask(
            "POST",
            f"rigs/{own.rig_id}/",
            {"version": own.rig.version, "entries": {"hitch.style": measured("weight_carrying")}},
        )
        self.assertEqual(status, 200, told)
        self.assertTrue(told["practice"])
        real = self.rig_of("Haldis Okonjo")
        status, _ = self.ask(
            "POST",
            f"rigs/{real.pk}/",
            {"version": real.version, "entries": {"hitch.style": measured("weight_carrying")}},
        )
        self.assertEqual(status, 403)

    def test_the_manager_sees_and_assigns(self) -> None:
        self.assertEqual(self.ask("POST", "practice/assign/", {"person": "bram", "scenario": "brochure"})[0], 403)
        self.assertEqual(self.ask("GET", "practice/people/bram/")[0], 403)
        self.client = self.signed_in("odile")
        self.assertEqual(self.ask("POST", "practice/assign/", {"person": "nobody", "scenario": "brochure"})[0], 400)
        status, told = self.ask("POST", "practice/assign/", {"person": "bram", "scenario": "wrench"})
        self.assertEqual((status, [one["scenario"] for one in told["assigned"]]), (201, ["wrench"]))
        self.client = self.signed_in("bram")
        HandsAtTheScreen(self, self.begun("wrench")).work()
        _, told = self.ask("GET", "practice/")
        self.assertEqual((told["mine"]["assigned"], told["mine"]["passed"]), ([], ["wrench"]))
        self.client = self.signed_in("odile")
        _, told = self.ask("GET", "practice/people/bram/")
        self.assertEqual(told["passed"], ["wrench"])
