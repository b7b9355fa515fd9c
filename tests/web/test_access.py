"""Nothing but sign-in and health answers without a session; nothing is changed without the CSRF token."""

import json

from django.test import Client, TestCase
from django.urls import get_resolver

from stathmos.people.models import Person
from tests.web.signed_in import WithDemo

OPEN = {"api/session/", "health/", "worker.js"}
#: addresses with keys of their own: what nobody answers there is said to everybody
KEYED = {"api/agent/", "feeds/<str:key>.ics"}


def addresses() -> list[str]:
    """Every address of the application that is not the page itself, with a number where one is wanted."""
    found = []
    for pattern in get_resolver().url_patterns:
        route = str(pattern.pattern)
        if hasattr(pattern, "url_patterns"):
            found += [route + _filled(str(inner.pattern)) for inner in pattern.url_patterns]
        elif not route.startswith("^"):
            found.append(route)
    return found


def _filled(route: str) -> str:
    for slot, value in (("<int:pk>", "1"), ("<int:number>", "1"), ("<slug:symptom>", "sway"), ("<str:form>", "csv")):
        route = route.replace(slot, value)
    return route


class WithoutASession(TestCase):
    def test_every_address_refuses(self) -> None:
        checked = 0
        for address in addresses():
            if address in OPEN:
                continue
            for method in ("get", "post", "put", "delete"):
                with self.subTest(address=address, method=method):
                    status = getattr(self.client, method)(f"/{address}", content_type="application/json").status_code
                    self.assertIn(status, (401, 403, 405) if address in KEYED else (401, 403))
                    checked += 1
        self.assertGreaterEqual(checked, 80)

    def test_health_and_page_answer(self) -> None:
        self.assertEqual(self.client.get("/health/").json(), {"database": "answers", "trouble": ""})
        page = self.client.get("/")
        self.assertEqual(page.status_code, 200)
        self.assertIn("default-src 'self'", page.headers["Content-Security-Policy"])
        self.assertEqual(self.client.get("/rigs/1/weigh").status_code, 200)

    def test_the_page_fetches_nothing_from_elsewhere(self) -> None:
        self.assertNotRegex(self.client.get("/").content.decode(), r"https?://")


class SignIn(TestCase):
    def setUp(self) -> None:
        Person.objects.create_user("ada", password="long-enough-1", first_name="Ada", role="technician")
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/api/session/")

    def post(self, body: object, token: str | None = None):
        token = self.client.cookies["csrftoken"].value if token is None else token
        return self.client.post(
            "/api/session/", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": token}
        )

    def test_in_and_out(self) -> None:
        answer = self.post({"username": "ada", "password": "long-enough-1"})
        self.assertEqual(
            answer.json(),
            {
                "signed_in": True,
                "id": Person.objects.get().pk,
                "name": "Ada",
                "username": "ada",
                "role": "bay technician",
                "may": ["fit", "sign_measured", "sign_bay", "keep_stock"],
                "must_choose": False,
                "idle_seconds": 36_000,
                "nobody": False,
            },
        )
        token = self.client.cookies["csrftoken"].value
        out = self.client.delete("/api/session/", headers={"X-CSRFToken": token})
        self.assertFalse(out.json()["signed_in"])

    def test_refusals_are_in_words(self) -> None:
        for body, said in (
            ({"username": "ada", "password": "wrong"}, "do not belong together"),
            ({"username": "", "password": ""}, "Write a name"),
            ({"username": "ada"}, "Write a name"),
            (["ada"], "Write a name"),
            ({"username": "a" * 500, "password": "x"}, "Write a name"),
        ):
            with self.subTest(body=body):
                answer = self.post(body)
                self.assertEqual(answer.status_code, 400)
                self.assertIn(said, answer.json()["detail"])

    def test_sign_in_without_the_token_is_refused(self) -> None:
        self.assertEqual(self.post({"username": "ada", "password": "long-enough-1"}, token="").status_code, 403)


class WithoutTheToken(WithDemo):
    def test_writes_are_refused(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        for address in ("/api/rigs/", f"/api/rigs/{rig.pk}/", "/api/assess/", "/api/step/"):
            with self.subTest(address=address):
                self.assertEqual(self.client.post(address, "{}", content_type="application/json").status_code, 403)
