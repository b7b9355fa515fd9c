"""Requests as the front end makes them: signed in, JSON, with CSRF enforced."""

from __future__ import annotations

import json
from typing import Any

from django.test import Client, TestCase

from stathmos.people.models import Person
from stathmos.rigs.models import Rig
from tests import demo_yard


class WithDemo(TestCase):
    """The demo yard, and a signed-in advisor."""

    @classmethod
    def setUpTestData(cls) -> None:
        demo_yard.put()

    def setUp(self) -> None:
        self.client = self.signed_in("thea")

    def signed_in(self, username: str) -> Client:
        client = Client(enforce_csrf_checks=True)
        client.force_login(Person.objects.get(username=username))
        client.get("/api/session/")
        return client

    def ask(self, method: str, path: str, body: Any = None, client: Client | None = None) -> tuple[int, Any]:
        client = client or self.client
        token = client.cookies["csrftoken"].value
        data = {} if body is None else {"data": json.dumps(body), "content_type": "application/json"}
        answer = client.generic(method, f"/api/{path}", headers={"X-CSRFToken": token}, **data)
        return answer.status_code, answer.json() if answer.content else None

    def rig_of(self, customer: str) -> Rig:
        return Rig.objects.get(customer=customer)


def measured(text: str, system: str = "us") -> dict[str, str]:
    return {"is": text, "from": "measured", "system": system}
