"""The instruments' addresses: kept by the manager, tried on pasted lines, looked at, and a figure taken from one for ever."""

from django.db import DatabaseError, transaction

from stathmos.core.instruments import PRESETS, Instrument
from stathmos.core.units import COUPLE, KG_PER_LB, UNITS
from stathmos.instruments.models import InstrumentRevision
from stathmos.instruments.standin import OnLoopback, StandIn
from tests.web.signed_in import WithDemo

YARD = {
    "name": "Yard scale", "kind": "tongue_scale", "address": "socket://127.0.0.1:9", "line": "worded", "pattern": "", "unit": "lb",
    "mark": "1 lb", "capacity": "2000 lb", "serial": "4471", "checked": "2026-01-10", "due": "2099-01-10",
}  # fmt: skip


class Kept(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")

    def keep(self, status: int = 201, **changes: object) -> dict:
        got, told = self.ask("POST", "instruments/", {**YARD, **changes}, self.manager)
        self.assertEqual(got, status, told)
        return told

    def test_a_list_that_the_manager_keeps_and_everybody_reads(self) -> None:
        kept = self.keep()
        self.assertEqual((kept["revision"], kept["mark"], kept["past_due"]), (1, "1 lb", False))
        _, told = self.ask("GET", "instruments/")
        self.assertIn("Yard scale", [one["name"] for one in told["instruments"]])
        self.assertFalse(told["may_keep"])
        self.assertEqual(self.ask("POST", "instruments/", YARD)[0], 403)
        number = kept["number"]
        status, now = self.ask(
            "POST", f"instruments/{number}/", {**YARD, "revision": 1, "due": "2026-02-01"}, self.manager
        )
        self.assertEqual((status, now["revision"], now["past_due"]), (200, 2, True))
        stale, _ = self.ask("POST", f"instruments/{number}/", {**YARD, "revision": 1}, self.manager)
        self.assertEqual(stale, 409)
        self.assertEqual(self.ask("POST", "instruments/999/", {**YARD, "revision": 1}, self.manager)[0], 404)
        with self.assertRaises(DatabaseError), transaction.atomic():
            InstrumentRevision.objects.filter(number=number).update(name="Another")

    def test_what_is_wrong_is_said_at_its_field(self) -> None:
        self.keep()
        for changes, field in (
            ({"name": " "}, "name"), ({"name": "yard SCALE"}, "name"), ({"name": "B", "address": "tcp:yard"}, "address"),
            ({"name": "B", "line": "", "pattern": r"\d+"}, "pattern"), ({"name": "B", "line": "", "pattern": "("}, "pattern"),
            ({"name": "B", "mark": "a bit"}, "mark"), ({"name": "B", "mark": "3000 lb"}, "mark"), ({"name": "B", "mark": "0 lb"}, "mark"),
            ({"name": "B", "capacity": "1e9"}, "capacity"), ({"name": "B", "due": "2025-01-01"}, "due"),
        ):  # fmt: skip
            self.assertIn(field, self.keep(400, **changes)["problems"], changes)
        for wrong in ({"kind": "oracle"}, {"unit": "stone"}, {"due": "tomorrow"}, {"name": 7}, {"name": "x" * 61}):
            self.assertIn(next(iter(wrong)), self.keep(400, **wrong)["problems"], wrong)

    def test_a_pattern_is_tried_on_pasted_lines(self) -> None:
        lines = f"{PRESETS['worded'][0]}\nnonsense\n\n"
        status, told = self.ask(
            "POST", "instruments/try/", {"line": "worded", "pattern": "", "unit": "lb", "lines": lines}
        )
        self.assertEqual(status, 200)
        self.assertEqual(
            [(one["kind"], one["shows"]) for one in told["lines"]],
            [("read", "1,150\u00a0lb".replace("\u00a0", " ")), ("garbled", None), ("garbled", None)],
        )
        own = {
            "line": "",
            "pattern": r"W(?P<weight>\d+)(?:(?P<moving>~)|(?P<steady>=))",
            "unit": "kg",
            "lines": "W512=\nW513~",
        }
        _, told = self.ask("POST", "instruments/try/", own)
        self.assertEqual(
            [(one["shows"], one["steady"]) for one in told["lines"]], [("512 kg", True), ("513 kg", False)]
        )
        status, told = self.ask("POST", "instruments/try/", {**own, "pattern": "(?P<weight>"})
        self.assertEqual((status, list(told["problems"])), (400, ["pattern"]))


class Taken(Kept):
    def take(self, number: int, path: str = "weighing.tongue_scale", **more: object) -> tuple[int, dict]:
        rig = self.rig_of("Haldis Okonjo")
        return self.ask(
            "POST", f"rigs/{rig.pk}/take/", {"instrument": number, "path": path, "version": rig.version, **more}
        )

    def test_what_stands_still_is_taken_and_says_so_for_ever(self) -> None:
        standin = StandIn(self._instrument())
        with OnLoopback(standin) as on:
            number = self.keep(address=on.address)["number"]
            standin.put(751.2 * KG_PER_LB, at_rest=True)
            status, live = self.ask("GET", f"instruments/{number}/live/")
            self.assertEqual((status, live["state"], live["shows"]), (200, "steady", "751 lb"))
            status, record = self.take(number)
            self.assertEqual(status, 200, record)
            self.assertEqual(record["entries"]["weighing.tongue_scale"]["is"], "751 lb")
            self.assertEqual(record["entries"]["weighing.tongue_scale_with"]["is"], "Yard scale no. 4471, taken gross")
            self.assertEqual(record["entries"]["weighing.tongue_scale_mark"]["is"], "1 lb")
            reading = self.rig_of("Haldis Okonjo").current()["weighing.tongue_scale"]
            self.assertEqual(reading.instrument, "Yard scale no. 4471, taken gross")
            standin.put(760 * KG_PER_LB, at_rest=True)
            stale, _ = self.take(number, version=1)
            self.assertEqual(stale, 409)

    def test_what_does_not_stand_still_or_is_not_there_takes_nothing(self) -> None:
        standin = StandIn(self._instrument())
        before = self.rig_of("Haldis Okonjo").version
        with OnLoopback(standin) as on:
            number = self.keep(address=on.address)["number"]
            for weight, fault, words in (
                (3000.0, "", "over its range"), (0.0, "", "nothing on it"), (500.0, "wrong_unit", "another unit"), (500.0, "garbled", "cannot be read"),
                (500.0, "fault", "wrong with it"),
            ):  # fmt: skip
                standin.put(weight * KG_PER_LB, at_rest=True)
                standin.fault = fault
                status, told = self.take(number)
                self.assertEqual(status, 400, told)
                self.assertIn(words, told["problems"]["weighing.tongue_scale"])
            standin.fault = ""
            status, told = self.take(number, "vehicle.gvwr")
            self.assertEqual((status, "does not read this" in told["problems"]["vehicle.gvwr"]), (400, True))
        status, told = self.take(number)
        self.assertIn("plugged in", told["problems"]["weighing.tongue_scale"])
        self.assertEqual(self.take(999)[0], 404)
        self.assertEqual(self.rig_of("Haldis Okonjo").version, before)

    def test_past_due_and_out_of_use(self) -> None:
        standin = StandIn(self._instrument())
        with OnLoopback(standin) as on:
            standin.put(700 * KG_PER_LB, at_rest=True)
            late = self.keep(address=on.address, due="2026-02-01")["number"]
            _, record = self.take(late)
            self.assertIn("past due since 2026-02-01", record["entries"]["weighing.tongue_scale_with"]["is"])
            gone = self.keep(name="Old", address=on.address, retired=True)["number"]
            self.assertIn("out of use", self.take(gone)[1]["problems"]["weighing.tongue_scale"])

    def test_a_wrench_and_a_gauge_are_taken_in_the_bay(self) -> None:
        """445 ft·lb onto the ball nut by the technician, the force on the ball onto a trial; each says for ever what it came from."""
        bram, rig = self.signed_in("bram"), self.rig_of("Haldis Okonjo")
        ft_lb = UNITS[COUPLE]["ft·lb"]
        wrench = Instrument(
            name="Bench wrench",
            kind="wrench",
            unit="ft·lb",
            mark=ft_lb,
            capacity=600 * ft_lb,
            pattern=PRESETS["torque"][1],
        )
        gauge = Instrument(name="Ball gauge", kind="gauge", mark=20 * KG_PER_LB, capacity=4000 * KG_PER_LB)
        for instrument, value, path, unit, line, typed in (
            (wrench, 445 * ft_lb, "torque.ball_nut.reached", "ft·lb", "torque", "445 ft·lb"),
            (gauge, 1860 * KG_PER_LB, "trials.trial_1.ball_gauge", "lb", "worded", "1860 lb"),
        ):
            standin = StandIn(instrument)
            with OnLoopback(standin) as on:
                standin.put(value, at_rest=True)
                mark, most = ("1 ft·lb", "600 ft·lb") if unit == "ft·lb" else ("20 lb", "4000 lb")
                number = self.keep(
                    name=instrument.name,
                    kind=instrument.kind,
                    address=on.address,
                    unit=unit,
                    mark=mark,
                    capacity=most,
                    line=line,
                )["number"]
                version = self.rig_of("Haldis Okonjo").version
                body = {"instrument": number, "path": path, "version": version}
                self.assertEqual(self.ask("POST", f"rigs/{rig.pk}/take/", body)[0], 403)  # the bay is not the advisor's
                status, told = self.ask("POST", f"rigs/{rig.pk}/take/", body, bram)
            self.assertEqual((status, told["entries"][path]["is"].replace(",", "")), (200, typed), told)
            late = "torque.ball_nut.late" if unit == "ft·lb" else "weighing.gauge_late"
            self.assertEqual(told["entries"][late]["is"], "no")
            reading = self.rig_of("Haldis Okonjo").current()[path]
            self.assertTrue(reading.instrument.startswith(f"{instrument.name} no. 4471, taken"), reading.instrument)
        self.assertIn("unit", self.keep(400, name="Odd", kind="wrench", unit="lb")["problems"])

    def _instrument(self):  # noqa: ANN202
        return Instrument(name="Yard scale", kind="tongue_scale", mark=KG_PER_LB, capacity=2000 * KG_PER_LB)
