"""Accounts: what a manager does to them, what everybody does to their own, and what ends at once."""

from __future__ import annotations

import json
import threading
from io import StringIO

from django.core.management import CommandError, call_command
from django.db import DatabaseError, connection
from django.test import Client, TestCase, TransactionTestCase, override_settings

from stathmos.demo import loading
from stathmos.people.actions import keep_people
from stathmos.people.actions.keep_people import NotDone
from stathmos.people.models import Act, Person, PersonChange
from tests import demo_yard
from tests.truncating import Truncating
from tests.web.signed_in import WithDemo

OWN = "marsh-lantern-27-oak"


class Accounts(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.odile = self.signed_in("odile")

    def people(self) -> dict:
        return self.ask("GET", "people/", client=self.odile)[1]

    def one(self, username: str) -> dict:
        return next(one for one in self.people()["people"] if one["username"] == username)

    def change(self, username: str, **to: object) -> tuple[int, dict]:
        one = self.one(username)
        return self.ask("POST", f"people/{one['id']}/", {"version": one["version"], **to}, self.odile)

    def sign_in(self, username: str, password: str) -> tuple[int, dict, Client]:
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session/")
        return *self.ask("POST", "session/", {"username": username, "password": password}, client), client

    def add(self, username: str = "mirren", name: str = "Mirren", role: str = "technician") -> dict:
        status, made = self.ask("POST", "people/", {"username": username, "name": name, "role": role}, self.odile)
        self.assertEqual(status, 201, made)
        return made

    def test_somebody_new_chooses_a_password_before_anything_else(self) -> None:
        given = self.add("mirren.oxley.2", "Mirren Oxley")["password"]
        status, session, client = self.sign_in("mirren.oxley.2", given)
        self.assertEqual((status, session["must_choose"], session["may"]), (200, True, []))
        for address in ("rigs/", "fields/", "house/", "schema/"):
            status, said = self.ask("GET", address, client=client)
            self.assertEqual(status, 403)
            self.assertIn("password of your own", said["detail"])
        for new, says in (("short", "at least 12"), ("Mirren.Oxley.27", "too similar"), (given, "that you have")):
            status, said = self.ask("POST", "session/password/", {"old": given, "new": new}, client)
            self.assertEqual(status, 400)
            self.assertIn(says, said["problems"]["new"])
        status, said = self.ask("POST", "session/password/", {"old": "not it", "new": OWN}, client)
        self.assertEqual((status, list(said["problems"])), (400, ["old"]))
        status, session = self.ask("POST", "session/password/", {"old": given, "new": OWN}, client)
        self.assertEqual(
            (status, session["must_choose"], session["may"]),
            (200, False, ["fit", "sign_measured", "sign_bay", "keep_stock"]),
        )
        self.assertEqual(self.ask("GET", "rigs/", client=client)[0], 200, "the session goes on")
        self.assertEqual(self.sign_in("mirren.oxley.2", given)[0], 400, "what was given is no password any more")

    def test_a_given_password_runs_out(self) -> None:
        made = self.add()
        Person.objects.filter(username="mirren").update(given_until="2020-01-01T00:00:00Z")
        status, said, _ = self.sign_in("mirren", made["password"])
        self.assertEqual(status, 400)
        self.assertIn("run out", said["detail"])

    def test_a_new_password_and_switching_off_end_every_session_at_once(self) -> None:
        for act in ("password", "off"):
            with self.subTest(act):
                thea = [self.signed_in("thea") for _ in range(3)]
                one = self.one("thea")
                if act == "password":
                    status, said = self.ask(
                        "POST", f"people/{one['id']}/password/", {"version": one["version"]}, self.odile
                    )
                    self.assertEqual((status, len(said["password"])), (200, 14))
                else:
                    self.assertEqual(self.change("thea", active=False)[0], 200)
                for client in thea:
                    self.assertEqual(self.ask("GET", "rigs/", client=client)[0], 403)
                    self.assertFalse(self.ask("GET", "session/", client=client)[1]["signed_in"])
        self.assertEqual(self.change("thea", active=True)[0], 200)
        self.assertEqual(self.ask("GET", "rigs/", client=thea[0])[0], 403, "what was ended does not come back")

    def test_a_role_holds_from_the_next_request(self) -> None:
        self.assertEqual(self.ask("GET", "overview/")[0], 403)
        self.assertEqual(self.change("thea", role="manager")[0], 200)
        self.assertEqual(self.ask("GET", "overview/")[0], 200)
        self.assertEqual(self.change("thea", role="technician")[0], 200)
        self.assertEqual(self.ask("POST", "rigs/", {"customer": "Nobody"})[0], 403)

    def test_never_the_last_manager(self) -> None:
        for to in ({"role": "advisor"}, {"active": False}):
            status, said = self.change("odile", **to)
            self.assertEqual(status, 400)
            self.assertIn("last manager", said["detail"])
        self.assertEqual(self.change("bram", role="manager")[0], 200)
        self.assertEqual(self.change("bram", active=False)[0], 200)
        self.assertEqual(self.change("odile", active=False)[0], 400, "one who is switched off manages nothing")

    def test_a_name_is_everybodys_own_and_nobody_elses(self) -> None:
        for name, says in (("", "name"), ("  ", "name"), ("bram", "called so already"), ("x" * 61, "60")):
            status, said = self.ask("POST", "session/name/", {"name": name})
            self.assertEqual(status, 400, name)
            self.assertIn(says, said["detail"])
        status, session = self.ask("POST", "session/name/", {"name": "  Thea  of the desk "})
        self.assertEqual((status, session["name"]), (200, "Thea of the desk"))
        self.assertEqual(self.change("thea", name="Thea")[1]["name"], "Thea")

    def test_signing_out_everywhere(self) -> None:
        elsewhere = self.signed_in("thea")
        self.assertFalse(self.ask("POST", "session/everywhere/")[1]["signed_in"])
        for client in (self.client, elsewhere):
            self.assertEqual(self.ask("GET", "rigs/", client=client)[0], 403)
        self.assertEqual(self.ask("GET", "rigs/", client=self.odile)[0], 200, "nobody else's ends")

    def test_two_managers_at_once(self) -> None:
        before = self.one("thea")
        self.assertEqual(self.change("thea", role="technician")[0], 200)
        status, said = self.ask(
            "POST", f"people/{before['id']}/", {"version": before["version"], "active": False}, self.odile
        )
        self.assertEqual(status, 409)
        self.assertIn("meanwhile", said["detail"])
        self.assertTrue(self.one("thea")["active"])

    def test_what_cannot_be_is_said_at_the_place(self) -> None:
        for body, place in (
            ({"username": "thea", "name": "Other", "role": "advisor"}, "username"),
            ({"username": "two words", "name": "Other", "role": "advisor"}, "username"),
            ({"username": "", "name": "Other", "role": "advisor"}, "username"),
            ({"username": "other", "name": "Thea", "role": "advisor"}, "name"),
            ({"username": "other", "name": "Other", "role": "owner"}, "role"),
            ({"username": "x" * 200, "name": "Other", "role": "advisor"}, "username"),
        ):
            status, said = self.ask("POST", "people/", body, self.odile)
            self.assertEqual(status, 400, body)
            self.assertIn(place, said["problems"], body)
        self.assertEqual(self.ask("POST", "people/99999/", {"version": 1, "active": False}, self.odile)[0], 404)
        one = self.one("thea")
        for body in (
            {"version": one["version"]},
            {"version": one["version"], "active": False, "name": "x"},
            [],
            {"version": "x"},
        ):
            self.assertEqual(self.ask("POST", f"people/{one['id']}/", body, self.odile)[0], 400, body)

    def test_all_of_it_is_the_managers(self) -> None:
        for client in (self.client, self.signed_in("bram")):
            one = Person.objects.get(username="thea")
            for method, address, body in (
                ("GET", "people/", None),
                ("POST", "people/", {"username": "x", "name": "X", "role": "manager"}),
                ("POST", f"people/{one.pk}/", {"version": 1, "role": "manager"}),
                ("POST", f"people/{one.pk}/password/", {"version": 1}),
            ):
                status, said = self.ask(method, address, body, client)
                self.assertEqual(status, 403)
                self.assertIn("manager's", said["detail"])
        self.assertEqual(Person.objects.count(), 3)

    def test_each_act_is_on_record_and_stays_there(self) -> None:
        self.add()
        self.change("mirren", role="advisor")
        self.change("mirren", name="Mirren Oxley")
        self.change("mirren", active=False)
        self.change("mirren", active=True)
        log = self.people()["log"]
        self.assertEqual([one["act"] for one in log], ["on", "off", "called", "role", "added"])
        self.assertEqual({one["by"] for one in log}, {"Odile"})
        self.assertEqual((log[3]["before"], log[3]["after"]), ("bay technician", "towing advisor"))
        for verb in ("UPDATE people_personchange SET act = 'on'", "DELETE FROM people_personchange"):
            with self.assertRaisesMessage(DatabaseError, "stays on record"), connection.cursor() as cursor:
                cursor.execute(verb)

    def test_the_log_by_pages(self) -> None:
        one = Person.objects.get(username="thea")
        for number in range(60):
            keep_people.call(None, one.pk, None, f"Thea {number}")
        first, second = self.people(), self.ask("GET", "people/?before=50", client=self.odile)[1]
        self.assertEqual((len(first["log"]), first["more"], len(second["log"]), second["more"]), (50, True, 10, False))
        self.assertEqual(self.ask("GET", "people/?before=-5%20x", client=self.odile)[0], 400)


class FromTheCommandLine(TestCase):
    def run_it(self, *words: str) -> str:
        out = StringIO()
        call_command("person", *words, stdout=out)
        return out.getvalue()

    def test_the_first_is_a_manager_whatever_is_asked(self) -> None:
        self.assertTrue(Client().get("/api/session/").json()["nobody"])
        self.assertIn("manager", self.run_it("add", "ines", "--role", "technician"))
        self.assertIn("towing advisor", self.run_it("add", "pell", "--name", "Pell of the desk"))
        self.assertFalse(Client().get("/api/session/").json()["nobody"])
        self.assertEqual(Person.objects.get(username="ines").role, "manager")
        listed = self.run_it("list")
        self.assertRegex(listed, r"ines +manager +on +ines\npell +towing advisor +on +Pell of the desk")
        self.assertEqual(list(PersonChange.objects.values_list("by", "act")), [(None, Act.ADDED)] * 2)

    def test_every_act(self) -> None:
        self.run_it("add", "ines")
        self.run_it("add", "pell")
        self.assertIn("bay technician", self.run_it("role", "pell", "technician"))
        self.assertIn("Pell O.", self.run_it("name", "pell", "Pell O."))
        self.assertRegex(self.run_it("password", "pell"), r"\b[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}\b")
        self.assertIn("switched off", self.run_it("off", "pell"))
        self.assertIn("again", self.run_it("on", "pell"))
        for words, says in (
            (("off", "ines"), "last manager"),
            (("role", "ines", "advisor"), "last manager"),
            (("off", "nobody"), "Nobody here"),
            (("add", "pell"), "already exists"),
        ):
            self.assertRaisesMessage(CommandError, says, self.run_it, *words)

    @override_settings(PRODUCTION=True)
    def test_nobody_of_the_demo_in_production(self) -> None:
        self.assertRaisesMessage(CommandError, "production", call_command, "load_demo")
        demo_yard.put()
        client = Client()
        for username, _, _ in loading.PEOPLE:
            body = json.dumps({"username": username, "password": loading.PASSWORD})
            said = client.post("/api/session/", body, content_type="application/json")
            self.assertEqual(said.status_code, 400)
        client.force_login(Person.objects.get(username="odile"))
        self.assertFalse(client.get("/api/session/").json()["signed_in"], "nor by a session of before")

    def test_the_demo_retired(self) -> None:
        demo_yard.put()
        self.assertRaisesMessage(CommandError, "First: manage.py person add", call_command, "retire_demo")
        self.run_it("add", "ines", "--role", "manager")
        call_command("retire_demo", stdout=StringIO())
        self.assertEqual([one.username for one in Person.objects.filter(is_active=True)], ["ines"])


class AtOnce(Truncating, TransactionTestCase):
    def test_two_managers_cannot_switch_each_other_off(self) -> None:
        for _ in range(5):
            pair = [keep_people.add(None, f"m{number}", f"M{number}", "manager")[0] for number in range(2)]
            said: list[str] = []

            def off(pk: int, said: list[str] = said) -> None:
                try:
                    keep_people.switch(None, pk, None, False)
                except NotDone:
                    said.append("refused")
                finally:
                    connection.close()

            both = [threading.Thread(target=off, args=(one.pk,)) for one in pair]
            for one in both:
                one.start()
            for one in both:
                one.join()
            self.assertEqual(said, ["refused"])
            self.assertEqual(Person.objects.managing().count(), 1)
            self._fixture_teardown()
