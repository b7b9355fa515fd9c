"""The agent: what its instruments show reaches the server by its key alone; what stood still is kept on disk, written once and taken once."""

from __future__ import annotations

import datetime
import json
import tempfile
import time
import uuid
from pathlib import Path

from django.db import DatabaseError, transaction
from django.test import Client
from django.utils import timezone

from stathmos.core.instruments import Instrument
from stathmos.core.units import KG_PER_LB
from stathmos.instruments.agent import Agent, Queue, posting
from stathmos.instruments.models import Heard, Seen
from stathmos.instruments.standin import OnLoopback, StandIn
from tests.web.signed_in import WithDemo
from tests.web.test_instruments_api import YARD

SCALE = Instrument(name="Yard scale", kind="tongue_scale", mark=KG_PER_LB, capacity=2000 * KG_PER_LB)


class WithAnAgent(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.manager = self.signed_in("odile")
        status, told = self.ask("POST", "instruments/agents/", {"name": "Far yard"}, self.manager)
        self.assertEqual(status, 201, told)
        self.key = told["key"]
        self.out_of_reach = False

    def post(self, body: dict) -> dict:
        """As the agent sends: no session, no cookie, its key."""
        if self.out_of_reach:
            raise OSError("no route to it")
        answer = Client().post(
            "/api/agent/", json.dumps(body), "application/json", headers={"Authorization": f"Agent {self.key}"}
        )
        if answer.status_code != 200:
            raise OSError(f"{answer.status_code}: {answer.json()['detail']}")
        return answer.json()

    def yard_scale(self, address: str) -> int:
        status, told = self.ask("POST", "instruments/", {**YARD, "address": address, "agent": "Far yard"}, self.manager)
        self.assertEqual(status, 201, told)
        return told["number"]

    def live(self, number: int) -> dict:
        return self.ask("GET", f"instruments/{number}/live/")[1]

    def take(self, number: int, **more: object) -> tuple[int, dict]:
        rig = self.rig_of("Haldis Okonjo")
        body = {"instrument": number, "path": "weighing.tongue_scale", "version": rig.version, **more}
        return self.ask("POST", f"rigs/{rig.pk}/take/", body)


class Reading(WithAnAgent):
    def until(self, agent: Agent, wanted) -> None:  # noqa: ANN001
        """Messages until something is so: on a busy machine lines come late."""
        for _ in range(60):
            agent.once()
            if wanted():
                return
            time.sleep(0.2)
        self.fail("it never came to that")

    def test_what_stands_there_is_shown_here_and_its_loss_is_told(self) -> None:
        standin = StandIn(SCALE)
        with tempfile.TemporaryDirectory() as folder, OnLoopback(standin) as on:
            standin.put(751 * KG_PER_LB, at_rest=True)
            number = self.yard_scale(on.address)
            self.assertEqual(self.live(number)["state"], "lost")
            queue = Queue(Path(folder) / "queue.sqlite")
            agent = Agent(self.post, queue)
            self.until(agent, lambda: self.live(number)["state"] == "steady")
            self.assertEqual(self.live(number)["shows"], "751 lb")
            status, record = self.take(number)
            self.assertEqual((status, record["entries"]["weighing.tongue_scale"]["is"]), (200, "751 lb"))
            _, told = self.ask("GET", "instruments/")
            self.assertTrue(next(one for one in told["agents"] if one["name"] == "Far yard")["answers"])
            standin.fault = "fault"
            self.until(agent, lambda: self.live(number)["state"] == "fault")
            self.assertEqual(self.take(number)[0], 400)
            # silent for three seconds, it is lost, and says since when
            Seen.objects.update(at=timezone.now() - datetime.timedelta(seconds=4))
            told = self.live(number)
            self.assertEqual(told["state"], "lost")
            self.assertIn("tells nothing since", told["why"])
            self.assertIn("tells nothing since", self.take(number)[1]["problems"]["weighing.tongue_scale"])
            agent.close()
            queue.close()

    def test_out_of_reach_it_is_kept_on_disk_and_written_once(self) -> None:
        standin = StandIn(SCALE)
        with tempfile.TemporaryDirectory() as folder, OnLoopback(standin) as on:
            number = self.yard_scale(on.address)
            queue = Queue(Path(folder) / "queue.sqlite")
            agent = Agent(self.post, queue)
            agent.once()
            self.out_of_reach = True
            for weight in (640.0, 700.0):
                standin.put(0.0, at_rest=True)
                time.sleep(1.2)
                standin.put(weight * KG_PER_LB, at_rest=True)
                kept = len(queue.waiting())
                for _ in range(60):
                    if len(queue.waiting()) > kept:
                        break
                    time.sleep(0.2)
                self.assertFalse(agent.once())
            self.assertIn("no route", agent.last_error)
            agent.close()
            queue.close()
            waits = Queue(Path(folder) / "queue.sqlite")  # the program begun again
            self.assertGreaterEqual(len(waits.waiting()), 2)
            sent = waits.waiting()
            self.out_of_reach = False
            later = Agent(self.post, waits)
            self.assertTrue(later.once())
            self.assertEqual(waits.waiting(), [])
            self.post({"shown": [], "readings": sent})  # an answer lost on its way: sent again, written once
            self.assertEqual(Heard.objects.count(), len(sent))
            later.close()
            waits.close()
        _, told = self.ask("GET", f"instruments/{number}/heard/")
        self.assertEqual({one["shows"] for one in told["heard"]} & {"640 lb", "700 lb"}, {"640 lb", "700 lb"})
        key = next(one["key"] for one in told["heard"] if one["shows"] == "640 lb")
        status, record = self.take(number, heard=key)
        self.assertEqual((status, record["entries"]["weighing.tongue_scale"]["is"]), (200, "640 lb"))
        self.assertIn("taken gross, as read 20", record["entries"]["weighing.tongue_scale_with"]["is"])
        status, told = self.take(number, heard=key)
        self.assertEqual((status, "nothing is read twice" in told["detail"] + str(told["problems"])), (400, True))
        self.assertEqual(self.take(number, heard=str(uuid.uuid4()))[0], 400)
        _, told = self.ask("GET", f"instruments/{number}/heard/")
        self.assertNotIn(key, [one["key"] for one in told["heard"]])
        with self.assertRaises(DatabaseError), transaction.atomic():
            Heard.objects.update(value=1.0)


class ItsKey(WithAnAgent):
    def test_only_its_key_opens_and_only_for_its_own(self) -> None:
        number = self.yard_scale("socket://127.0.0.1:9")
        said = {"instrument": number, "state": "steady", "value": 300.0, "net": False, "tare": None}
        for key in ("", "wrong", self.key + "x"):
            was, self.key = self.key, key
            with self.assertRaises(OSError):
                self.post({"shown": [said], "readings": []})
            self.key = was
        self.assertEqual(self.post({"shown": [], "readings": []})["instruments"][0]["number"], number)
        other = next(one["number"] for one in self.ask("GET", "instruments/")[1]["instruments"] if one["agent"] == "")
        self.post({"shown": [{**said, "instrument": other}], "readings": []})
        self.assertFalse(Seen.objects.filter(number=other).exists())
        status, _ = self.ask("POST", "instruments/agents/shut-out/", {"name": "Far yard"}, self.manager)
        self.assertEqual(status, 200)
        with self.assertRaises(OSError):
            self.post({"shown": [said], "readings": []})
        self.assertEqual(self.live(number)["state"], "lost")

    def test_what_is_no_message_is_refused(self) -> None:
        reading = {
            "key": str(uuid.uuid4()),
            "instrument": 1,
            "value": 3.0,
            "net": False,
            "tare": None,
            "at": "2026-11-26T10:00:00Z",
        }
        for body in (
            {}, [], {"shown": 1, "readings": []}, {"shown": [], "readings": [{}]}, {"shown": [], "readings": [{**reading, "value": "3"}]},
            {"shown": [], "readings": [{**reading, "key": "k"}]}, {"shown": [], "readings": [reading] * 101},
            {"shown": [], "readings": [{**reading, "at": "yesterday"}]},
        ):  # fmt: skip
            with self.assertRaises(OSError, msg=str(body)[:80]) as told:
                self.post(body)
            self.assertTrue(str(told.exception).startswith("400"), told.exception)
        headers = {"Authorization": f"Agent {self.key}"}
        for raw in ("{", '{"shown": [], "readings": [{"value": NaN}]}', "\x00"):
            self.assertEqual(Client().post("/api/agent/", raw, "application/json", headers=headers).status_code, 400)

    def test_only_the_manager_lets_one_in(self) -> None:
        self.assertEqual(self.ask("POST", "instruments/agents/", {"name": "Mine"})[0], 403)
        self.assertEqual(self.ask("POST", "instruments/agents/shut-out/", {"name": "Far yard"})[0], 403)
        for name in ("", " ", "far YARD", "x" * 41):
            self.assertEqual(self.ask("POST", "instruments/agents/", {"name": name}, self.manager)[0], 400, name)
        self.assertEqual(self.ask("POST", "instruments/agents/shut-out/", {"name": "none"}, self.manager)[0], 400)
        self.assertNotIn(self.key, str(self.ask("GET", "instruments/", client=self.manager)[1]))
        wrong = {**YARD, "name": "B", "agent": "Nobody"}
        self.assertIn("agent", self.ask("POST", "instruments/", wrong, self.manager)[1]["problems"])

    def test_no_address_of_a_server(self) -> None:
        with self.assertRaises(ValueError):
            posting("ftp://yard", "key")


class TheStandIns(WithDemo):
    def test_what_stands_on_them_is_the_demos_rig_or_the_practice_in_work(self) -> None:
        from stathmos.instruments.yard import SHIPPED, stands_on_them

        now = stands_on_them()
        self.assertAlmostEqual(now["tongue_scale"] / KG_PER_LB, 745)
        self.assertEqual(set(now), {one.instrument.kind for one in SHIPPED})
        _, told = self.ask("POST", "practice/", {"scenario": "plain_fit"})
        act = {"number": 0, "act": "scale", "args": {"where": "coupler"}, "system": "us"}
        _, yard = self.ask("POST", f"rigs/{told['rig']}/yard/act/", act)
        now = stands_on_them()
        self.assertAlmostEqual(now["tongue_scale"] / KG_PER_LB, yard["dial"]["shows"], 6)
        self.assertEqual(now["weighbridge"], 0.0)
        self.ask(
            "POST",
            f"rigs/{told['rig']}/yard/act/",
            {"number": 1, "act": "deck", "args": {"deck": "rear"}, "system": "us"},
        )
        self.assertGreater(stands_on_them()["weighbridge"] / KG_PER_LB, 2000)

    def test_they_are_told_faults_and_weights_while_they_run(self) -> None:
        standin = StandIn(SCALE)
        for line, said in (
            ("put 500", "500 lb"),
            ("tare 20", "net 480 lb tare 20"),
            ("fault garbled", None),
            ("fault none", "480"),
            ("put x", "480"),
        ):
            standin.told(line)
            standin._since = -1e9  # it has come to rest
            if said is not None:
                self.assertIn(said, standin.line())
        standin.told("fault drops")
        standin.clock = lambda: 8.2
        self.assertTrue(standin.silent)
        standin.clock = lambda: 9.5
        self.assertFalse(standin.silent)
