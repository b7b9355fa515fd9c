"""Whatever is sent, the API answers as data: no page, no trace, and said where it is wrong; and each trouble of the database in its words."""

from __future__ import annotations

import json
import random
import threading
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.db import OperationalError, connection
from django.test import SimpleTestCase, TransactionTestCase, override_settings

from stathmos.database import retrying, trouble
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, Stale, write_rig
from stathmos.rigs.models import Rig
from tests import demo_yard
from tests.truncating import Truncating
from tests.web.signed_in import WithDemo, measured

DEEP = "[" * 100_000 + "]" * 100_000


class Bodies(WithDemo):
    def raw(self, path: str, body: bytes | str, **more: str):
        token = self.client.cookies["csrftoken"].value
        return self.client.post(
            f"/api/{path}", body, content_type="application/json", headers={"X-CSRFToken": token}, **more
        )

    def refused(self, answer, status: int = 400) -> dict:
        self.assertEqual(answer.status_code, status, answer.content[:300])
        self.assertIn("application/json", answer.headers["Content-Type"])
        said = answer.json()
        self.assertTrue(said["detail"])
        return said

    def addresses(self) -> list[str]:
        rig = self.rig_of("Haldis Okonjo").pk
        return [
            "session/", "session/password/", "session/name/", "people/", "people/1/", "people/1/password/", "house/", "rigs/", f"rigs/{rig}/",
            f"rigs/{rig}/sign/", f"rigs/{rig}/waive/", f"rigs/{rig}/waive/withdraw/", f"rigs/{rig}/take-over/", f"rigs/{rig}/another/", f"rigs/{rig}/bay/", f"rigs/{rig}/bay/extension/",
            f"rigs/{rig}/handover/", f"rigs/{rig}/again/", "assess/", "working/", "compare/", "lot/", "lot/reason/", "step/", "place/", "desk/trailers/",
            "catalogue/kits/", "catalogue/kits/1/", "catalogue/kits/1/retire/", "catalogue/kits/csv/",
        ]  # fmt: skip

    def test_what_is_no_json_of_ours(self) -> None:
        for body, says in (
            (DEEP, "cannot be read as JSON"),
            ('{"a": {"a": ' * 30 + "1" + "}}" * 30, "nested too deeply"),
            (b'{"customer": "\xff\xfe"}', "cannot be read as JSON"),
            ('{"customer": "\\ud800"}', "cannot be read as JSON"),
            ('{"customer": NaN}', "cannot be read as JSON"),
            ("{", "line 1, column"),
        ):
            for path in ("rigs/", "assess/", "session/"):
                with self.subTest(body=body[:40], path=path):
                    self.assertIn(says, self.refused(self.raw(path, body))["detail"])

    def test_characters_that_nobody_sees_are_said_at_their_field(self) -> None:
        for character in ("\u0000", "\u202e", "\u2066", "\u0007", "\u200f"):
            text = f"7,0{character}00 lb"
            for path, body, place in (
                ("rigs/", {"customer": f"A{character}B"}, "customer"),
                ("assess/", {"entries": {"vehicle.gvwr": measured(text)}}, "vehicle.gvwr"),
                ("rigs/", {"customer": "A", "entries": {f"vehicle.g{character}": measured("1 lb")}}, None),
                ("people/", {"username": f"a{character}b", "name": "A", "role": "advisor"}, "username"),
            ):
                with self.subTest(character=hex(ord(character)), path=path):
                    said = self.refused(self.raw(path, json.dumps(body)))
                    self.assertIn(f"U+{ord(character):04X}", said["detail"])
                    if place:
                        self.assertEqual(list(said["problems"]), [place])
        self.assertEqual(Rig.objects.filter(customer__startswith="A").exclude(customer__startswith="An").count(), 0)

    def test_no_shape_at_any_address_makes_it_fall(self) -> None:
        chance = random.Random(15)
        leaves: list = [None, True, 0, -1, 1.5, 10**30, "", "x", "😀", "x" * 5000, [], {}, [[]], {"is": []}, {"us": 1}]

        def made(depth: int = 0) -> object:
            kind = chance.random()
            if depth > 3 or kind < 0.5:
                return chance.choice(leaves)
            if kind < 0.7:
                return [made(depth + 1) for _ in range(chance.randrange(4))]
            keys = (
                "entries",
                "rig",
                "version",
                "station",
                "system",
                "what_if",
                "at",
                "key",
                "seen",
                "text",
                "is",
                "from",
                "name",
                "role",
                "reason",
                "link",
                "side",
            )
            return {chance.choice(keys): made(depth + 1) for _ in range(chance.randrange(6))}

        clients = [self.client, self.signed_in("bram"), self.signed_in("odile")]
        for address in self.addresses():
            for body in (
                *leaves,
                *(made() for _ in range(12)),
                {"rig": [], "entries": {}},
                {"rig": {}, "entries": {"vehicle.gvwr": {"is": []}}},
            ):
                client = chance.choice(clients)
                token = client.cookies["csrftoken"].value
                answer = client.post(
                    f"/api/{address}", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": token}
                )
                with self.subTest(address=address, body=body):
                    self.assertLess(answer.status_code, 500)
                    self.assertIn("application/json", answer.headers["Content-Type"])
                    self.assertEqual(answer.headers["Cache-Control"], "no-store")

    def test_no_page_from_the_api(self) -> None:
        for method, address in (
            ("get", "nothing/"),
            ("get", "rigs/99999999999999999999/"),
            ("post", "rigs"),
            ("put", "rigs/"),
            ("get", "rigs/1/record.exe"),
            ("get", "catalogue/spoons/"),
        ):
            answer = getattr(self.client, method)(f"/api/{address}")
            self.assertIn(answer.status_code, (403, 404, 405), address)
            self.assertIn("application/json", answer.headers["Content-Type"], address)
            self.assertTrue(answer.json()["detail"])

    def test_a_fault_of_our_own_is_told_in_words_and_traced_in_the_log(self) -> None:
        self.client.raise_request_exception = False
        with (
            mock.patch("stathmos.rigs.api.page.page", side_effect=ZeroDivisionError),
            self.assertLogs("django.request", "ERROR") as log,
        ):
            said = self.refused(self.client.get("/api/rigs/"), 500)
        self.assertIn("in the log", said["detail"])
        self.assertIn("ZeroDivisionError", "".join(log.output) + str(log.records[0].exc_info))

    def test_too_much_is_refused_before_it_is_read(self) -> None:
        for path, length in (("rigs/", "2000000"), ("bring-in/", "70000000"), ("rigs/", "x"), ("rigs/", "-5")):
            with mock.patch("stathmos.web.parsers.Json.parse") as read:
                self.refused(self.raw(path, "{}", CONTENT_LENGTH=length), 413)
                self.assertFalse(read.called)

    @override_settings(ALLOWED_HOSTS=["stathmos.example"])
    def test_another_host_is_refused(self) -> None:
        self.refused(self.client.get("/api/session/", headers={"Host": "elsewhere.example"}))
        self.assertEqual(self.client.get("/", headers={"Host": "elsewhere.example"}).status_code, 400)


class InWords(WithDemo):
    def test_each_trouble_of_the_database_has_its_own_words(self) -> None:
        for number, key, says in (
            (1205, "locked", "held this up"),
            (1213, "conflict", "the same moment"),
            (1114, "full", "disk"),
            (2006, "lost", "does not answer"),
            (2013, "lost", "does not answer"),
            (1290, "read only", "no writes"),
        ):
            with (
                mock.patch("stathmos.rigs.api.open_rig", side_effect=OperationalError(number, "…")),
                self.assertLogs("stathmos.web.errors", "ERROR"),
            ):
                status, said = self.ask("POST", "rigs/", {"customer": "Somebody"})
            self.assertEqual(status, 503)
            self.assertIn(says, said["detail"])
            self.assertIn("still on your screen", said["detail"])
            self.assertEqual(self.client.get("/health/").json(), {"database": "answers", "trouble": key})
        (settings.VAR / "run" / "trouble").unlink()

    def test_while_a_backup_is_put_back_nothing_is_answered_but_that(self) -> None:
        flag = Path(settings.VAR) / "run" / "restoring"
        flag.write_text("1")
        try:
            status, said = self.ask("GET", "rigs/")
            self.assertEqual((status, "backup is being put back" in said["detail"]), (503, True))
            self.assertEqual(self.client.get("/health/").status_code, 503)
            self.assertEqual(self.client.get("/").status_code, 200, "the page stays, with what is typed")
        finally:
            flag.unlink()


class Again(SimpleTestCase):
    databases = {"default"}

    def setUp(self) -> None:
        quick = mock.patch.object(retrying, "PAUSES", (0, 0, 0))
        quick.start()
        self.addCleanup(quick.stop)

    def failing(self, times: int, number: int) -> mock.Mock:
        verb = mock.Mock(side_effect=[*[OperationalError(number, "…")] * times, "done"])
        verb.__name__ = "verb"
        return verb

    def test_a_lost_race_is_run_again_three_times_and_no_more(self) -> None:
        verb = self.failing(3, 1213)
        self.assertEqual((retrying.tried_again(verb)(), verb.call_count), ("done", 4))
        verb = self.failing(4, 1213)
        self.assertRaises(OperationalError, retrying.tried_again(verb))
        self.assertEqual(verb.call_count, 4)

    def test_what_would_fail_again_is_not(self) -> None:
        for number in (1205, 1114, 2006):
            verb = self.failing(1, number)
            self.assertRaises(OperationalError, retrying.tried_again(verb))
            self.assertEqual(verb.call_count, 1)

    def test_what_is_not_known_is_a_server_that_does_not_answer(self) -> None:
        self.assertEqual(trouble.of(OperationalError("no number")).key, "lost")


class ARealDeadlock(Truncating, TransactionTestCase):
    """Two transactions lock two rigs the other way round: the server kills one of them, and its verb is done again."""

    def test_both_are_written(self) -> None:
        demo_yard.put()
        first, second = Rig.objects.order_by("pk")[:2]
        person = Person.objects.get(username="odile")
        meet, said = threading.Barrier(2), []

        def verb(mine: Rig, other: Rig) -> None:
            tries = []

            @retrying.tried_again
            def both() -> None:
                from django.db import transaction

                with transaction.atomic():
                    Rig.objects.select_for_update().get(pk=mine.pk)
                    if not tries:
                        tries.append(1)
                        meet.wait(10)
                    Rig.objects.select_for_update().get(pk=other.pk)
                    write_rig(
                        mine.pk,
                        person,
                        Rig.objects.get(pk=mine.pk).version,
                        Change({}, {"trailer.gvwr": measured("7,100 lb")}),
                    )

            try:
                both()
                said.append("written")
            except (OperationalError, Stale) as error:
                said.append(repr(error))
            finally:
                connection.close()

        threads = [threading.Thread(target=verb, args=pair) for pair in ((first, second), (second, first))]
        for one in threads:
            one.start()
        for one in threads:
            one.join()
        self.assertEqual(said, ["written", "written"])
        for rig in (first, second):
            self.assertEqual(Rig.objects.get(pk=rig.pk).current()["trailer.gvwr"].typed, "7,100 lb")
