"""Signing in is made slow for whoever guesses, and for nobody else; sessions end when they are left alone."""

from __future__ import annotations

import fcntl
import json
import logging
import threading
import time
from datetime import timedelta
from unittest import mock

from django.conf import settings
from django.contrib.sessions.models import Session
from django.db import connection
from django.test import Client, TestCase, TransactionTestCase, override_settings
from django.utils import timezone

from stathmos.people import sessions, slots, throttle
from stathmos.people.models import KnownAddress, Person, Tries
from tests.truncating import Truncating

RIGHT = "long-enough-12"
HOME, ABROAD = "192.0.2.7", "198.51.100.9"


def setUpModule() -> None:  # noqa: N802
    logging.getLogger("stathmos.people.api").setLevel(logging.ERROR)


def tearDownModule() -> None:  # noqa: N802
    logging.getLogger("stathmos.people.api").setLevel(logging.NOTSET)


def sign_in(name: str, password: str, address: str = HOME, client: Client | None = None, **headers: str):
    body = json.dumps({"username": name, "password": password})
    return (client or Client()).post(
        "/api/session/", body, content_type="application/json", REMOTE_ADDR=address, headers=headers
    )


class Guessing(TestCase):
    def setUp(self) -> None:
        self.now = timezone.now()
        ticking = mock.patch("django.utils.timezone.now", lambda: self.now)
        ticking.start()
        self.addCleanup(ticking.stop)
        for name in ("ada", "bo"):
            Person.objects.create_user(name, password=RIGHT)

    def later(self, **much: float) -> None:
        self.now += timedelta(**much)

    def test_two_hundred_wrong_ones_stop_after_ten(self) -> None:
        looked_at = 0
        for number in range(200):
            answer = sign_in("ada", f"guess {number}", ABROAD)
            self.assertIn(answer.status_code, (400, 429))
            looked_at += answer.status_code == 400
            self.later(milliseconds=50)
        self.assertLessEqual(looked_at, 10)
        self.assertGreaterEqual(looked_at, 5, "a slip of the finger or two costs nothing")
        answer = sign_in("ada", "guess", ABROAD)
        self.assertRegex(answer.json()["detail"], r"^Too many wrong passwords. Try again in \d+ seconds?\.$")
        self.assertEqual(answer.headers["Retry-After"], str(answer.json()["seconds"]))
        self.assertEqual(sign_in("ada", RIGHT, ABROAD).status_code, 429, "the right one waits as well")
        self.later(seconds=answer.json()["seconds"])
        self.assertEqual(sign_in("ada", RIGHT, ABROAD).status_code, 200, "and then works")
        self.assertFalse(Tries.objects.filter(failed__gt=10).exists())

    def test_a_stranger_does_not_keep_the_owner_out(self) -> None:
        self.assertEqual(sign_in("ada", RIGHT).status_code, 200)
        for number in range(50):
            sign_in("ada", f"guess {number}", f"198.51.100.{number}")
        self.assertEqual(sign_in("ada", "guess", ABROAD).status_code, 429)
        self.assertEqual(sign_in("ada", RIGHT).status_code, 200, "at home nobody waits")

    def test_at_a_known_address_it_is_throttled_too_and_works_when_the_wait_is_over(self) -> None:
        sign_in("ada", RIGHT)
        statuses = [sign_in("ada", f"guess {number}").status_code for number in range(200)]
        self.assertLessEqual(statuses.count(400), 10)
        wait = sign_in("ada", RIGHT).json()["seconds"]
        self.later(seconds=wait)
        self.assertEqual(sign_in("ada", RIGHT).status_code, 200)

    def test_many_names_from_one_address(self) -> None:
        statuses = [sign_in(f"name {number}", "guess", ABROAD).status_code for number in range(60)]
        self.assertLessEqual(statuses.count(400), throttle.FREE_FROM_AN_ADDRESS + 1)
        self.assertEqual(sign_in("ada", RIGHT, HOME).status_code, 200, "another address goes on")

    def test_one_who_signs_in_rightly_does_not_count(self) -> None:
        for _ in range(throttle.FREE_FROM_AN_ADDRESS * 3):
            self.assertEqual(sign_in("ada", RIGHT, ABROAD).status_code, 200)

    def test_waits_grow_and_end(self) -> None:
        waits = []
        while len(waits) < 14:
            answer = sign_in("ada", "guess", ABROAD)
            if answer.status_code == 429:
                waits.append(answer.json()["seconds"])
                self.later(seconds=waits[-1])
        self.assertEqual(waits[:6], [2, 4, 8, 16, 32, 64])
        self.assertEqual(waits[-1], 900)
        self.assertEqual(waits, sorted(waits))

    def test_forgotten_after_a_day(self) -> None:
        for _ in range(12):
            sign_in("ada", "guess", ABROAD)
        self.later(days=1, minutes=1)
        self.assertEqual([sign_in("ada", "guess", ABROAD).status_code for _ in range(5)], [400] * 5)
        self.later(days=2)
        sign_in("bo", RIGHT)
        self.assertEqual(Tries.objects.count(), 0, "and leaves the table")
        self.later(days=91)
        sign_in("ada", RIGHT, ABROAD)
        self.assertEqual(KnownAddress.objects.count(), 1)

    def test_the_same_name_written_otherwise_is_the_same_name(self) -> None:
        for name in ("ada", "ADA", "Ada", "ａｄａ", "aDa", "adA"):
            answer = sign_in(name, "guess", ABROAD)
        self.assertEqual(answer.status_code, 429)

    def test_nothing_typed_is_written_in_the_table(self) -> None:
        sign_in("my-password-typed-as-a-name", "guess", ABROAD)
        self.assertEqual({len(one.of) for one in Tries.objects.all()}, {64})

    def test_the_address_is_what_our_own_proxy_saw(self) -> None:
        def of(passed: str) -> str:
            request = mock.Mock(META={"HTTP_X_FORWARDED_FOR": passed, "REMOTE_ADDR": "10.0.0.1"})
            return sessions.client_address(request)

        with override_settings(PROXIES=0):
            self.assertEqual(of("1.2.3.4"), "10.0.0.1", "anybody may write that header")
        with override_settings(PROXIES=1):
            self.assertEqual(of("9.9.9.9, 1.2.3.4"), "1.2.3.4")
            self.assertEqual(of(""), "10.0.0.1")
        with override_settings(PROXIES=2):
            self.assertEqual(of("9.9.9.9, 1.2.3.4, 10.0.0.2"), "1.2.3.4")

    def test_ones_own_password_is_guarded_too(self) -> None:
        client = Client()
        client.force_login(Person.objects.get(username="ada"))
        said = [
            client.post(
                "/api/session/password/",
                json.dumps({"old": "guess", "new": "another-long-one"}),
                content_type="application/json",
            ).status_code
            for _ in range(8)
        ]
        self.assertEqual(said, [400] * 5 + [429] * 3)
        self.later(seconds=2)
        short = json.dumps({"old": RIGHT, "new": "short"})
        for _ in range(8):  # a new one that will not do is no wrong try
            self.assertEqual(
                client.post("/api/session/password/", short, content_type="application/json").status_code, 400
            )


class Idle(TestCase):
    """By the server's clock, whatever the browser keeps."""

    def setUp(self) -> None:
        self.at = time.time()
        ticking = mock.patch("stathmos.people.sessions.time.time", lambda: self.at)
        ticking.start()
        self.addCleanup(ticking.stop)

    def begun(self, role: str) -> Client:
        Person.objects.create_user(role, password=RIGHT, role=role)
        client = Client()
        self.assertEqual(sign_in(role, RIGHT, client=client).status_code, 200)
        return client

    def works(self, client: Client) -> bool:
        return client.get("/api/fields/").status_code == 200

    def test_each_role_has_its_own_end(self) -> None:
        for role, minutes in (("advisor", 120), ("technician", 600), ("manager", 60)):
            client = self.begun(role)
            self.assertEqual(client.cookies["sessionid"]["max-age"], minutes * 60)
            self.at += minutes * 60 - 5
            self.assertTrue(self.works(client), role)
            self.at += minutes * 60 + 5
            self.assertFalse(self.works(client), role)

    def test_it_goes_on_while_it_is_used_but_not_past_a_days_work(self) -> None:
        client, hours = self.begun("advisor"), 0.0
        while self.works(client) and hours < 24:
            self.at += 1800
            hours += 0.5
        self.assertEqual(hours, 14.5)

    @override_settings(IDLE_MINUTES={"advisor": 5, "technician": 5, "manager": 5})
    def test_it_can_be_set(self) -> None:
        client = self.begun("technician")
        self.at += 301
        self.assertFalse(self.works(client))

    def test_expired_ones_are_purged_when_somebody_signs_in(self) -> None:
        self.begun("advisor")
        Session.objects.update(expire_date=timezone.now() - timedelta(minutes=1))
        self.begun("manager")
        self.assertEqual(Session.objects.count(), 1)

    def test_a_session_is_not_written_at_every_request(self) -> None:
        client = self.begun("advisor")
        with self.assertNumQueries(2):  # the session, the person
            client.get("/api/session/")


class AtOnce(Truncating, TransactionTestCase):
    def test_a_crowd_of_guesses_at_once_is_no_more_than_ten(self) -> None:
        Person.objects.create_user("ada", password=RIGHT)
        statuses: list[int] = []

        def guess(number: int) -> None:
            statuses.append(sign_in("ada", f"guess {number}", ABROAD).status_code)
            connection.close()

        crowd = [threading.Thread(target=guess, args=(number,)) for number in range(40)]
        for one in crowd:
            one.start()
        for one in crowd:
            one.join()
        self.assertEqual(len(statuses), 40)
        self.assertEqual(set(statuses), {400, 429})
        self.assertLessEqual(statuses.count(400), 10)

    def test_one_password_at_once_in_a_process_and_few_on_a_machine(self) -> None:
        with slots.a_slot():
            answer = sign_in("ada", RIGHT)
            self.assertEqual((answer.status_code, answer.json()["seconds"]), (429, 1))
            self.assertEqual(Tries.objects.count(), 0, "that was no try")
        self.assertEqual(sign_in("ada", RIGHT).status_code, 400)
        others = [(settings.VAR / "run" / f"hashing-{number}").open("w") for number in range(slots.AT_ONCE)]
        for one in others:
            fcntl.flock(one, fcntl.LOCK_EX)
        self.assertEqual(sign_in("ada", RIGHT).status_code, 429, "other processes have them")
        others[0].close()
        self.assertEqual(sign_in("ada", RIGHT).status_code, 400)
        for one in others[1:]:
            one.close()
