"""Requests as the front end makes them: signed in, JSON, with CSRF enforced."""

from __future__ import annotations

import json
from typing import Any

from django.test import Client, TestCase

from stathmos.core.rig.second_readings import key_of
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.rigs.assessing import assess_rig
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

    def read_twice(self, rig: Rig) -> Rig:
        """The rig with a second reading, the same, of each figure that wants one before the ratings are signed."""
        paths = assess_rig(rig, the_house()).to_read_again
        written = rig.entries()
        entries = {f"second_readings.{key_of(path)}.reading": {**written[path], "from": "measured"} for path in paths}
        entries |= {f"second_readings.{key_of(path)}.beside": measured(written[path]["is"]) for path in paths}
        status, told = self.ask("POST", f"rigs/{rig.pk}/", {"version": rig.version, "entries": entries})
        self.assertEqual(status, 200, told)
        return Rig.objects.get(pk=rig.pk)


def measured(text: str, system: str = "us") -> dict[str, str]:
    return {"is": text, "from": "measured", "system": system}
