"""Who may do what, address by address, for all three roles: refused by the server with words, or let through to be judged."""

from __future__ import annotations

import uuid

from stathmos.people.models import Person
from stathmos.people.roles import MAY, NotAllowed, all_that, may, require
from stathmos.rigs.models import Reading, Rig
from tests.web import a_fit
from tests.web.signed_in import WithDemo, measured

ADVISOR, TECHNICIAN, MANAGER = "thea", "bram", "odile"
DESK, BAY, ALL, ONE = {ADVISOR, MANAGER}, {TECHNICIAN, MANAGER}, {ADVISOR, TECHNICIAN, MANAGER}, {MANAGER}


class Matrix(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.who = {name: self.signed_in(name) for name in (ADVISOR, TECHNICIAN, MANAGER)}
        self.rig = self.rig_of(a_fit.CUSTOMER)

    def cases(self) -> tuple:
        """Method, address, body, and who is let through. Each body is one that changes nothing even when it is let through."""
        rig = f"rigs/{self.rig.pk}/"
        stale = self.rig.version + 999
        waiver = {"version": stale, "link": "payload", "reason": "a reason long enough"}

        def parcel(path: str, text: str) -> dict:
            return {"key": str(uuid.uuid4()), "entries": {path: measured(text)}}

        def write(path: str, text: str) -> dict:
            return {"version": stale, "entries": {path: measured(text)}}

        return (
            ("GET", "rigs/", None, ALL),
            ("GET", rig, None, ALL),
            ("GET", f"{rig}bay/", None, ALL),
            ("GET", f"{rig}handover/", None, ALL),
            ("GET", f"{rig}timeline/", None, ALL),
            ("GET", f"{rig}causes/sway/", None, ALL),
            ("GET", f"{rig}again/?new=same", None, ALL),
            ("POST", "rigs/", {"customer": "", "entries": {}}, DESK),
            ("POST", rig, write("vehicle.gvwr", "8000 lb"), ALL),
            ("POST", rig, write("weighing.tongue_scale", "700 lb"), ALL),
            ("POST", rig, write("ways.reserve", "12 %"), DESK),
            ("POST", rig, write("ways.bay_school", "full"), DESK),
            ("POST", rig, write("hitch.style", "weight_carrying"), DESK),
            ("POST", rig, write("hitch.style_reason", "asked for"), DESK),
            ("POST", rig, write("bay.floor", "flat"), BAY),
            ("POST", rig, write("trials.trial_1.washers", "4"), BAY),
            ("POST", rig, write("torque.ball_nut.reached", "445 ft·lb"), BAY),
            ("POST", rig, write("drill.spotter.done", "yes"), ALL),
            ("POST", f"{rig}bay/", parcel("bay.front_left_a", "nonsense"), BAY),
            ("POST", f"{rig}bay/", parcel("hitch.ball_height", "nonsense"), BAY),
            ("POST", f"{rig}bay/", parcel("handover.brake_test", "nonsense"), ALL),
            ("POST", f"{rig}bay/", parcel("complaints.c_1.symptom", "nonsense"), ALL),
            *(("POST", f"{rig}sign/", {"station": station, "version": stale}, DESK) for station in ("meet", "load", "ratings", "hitch")),
            *(("POST", f"{rig}sign/", {"station": station, "version": stale}, ALL) for station in ("weigh", "height")),
            ("POST", f"{rig}sign/", {"station": "bay", "version": stale}, BAY),
            ("POST", f"{rig}sign/", {"station": "handover", "version": stale}, DESK),
            ("POST", f"{rig}handover/", {"version": stale}, DESK),
            ("POST", f"{rig}again/", {"new": "vehicle", "name": "no such vehicle"}, DESK),
            ("POST", f"{rig}waive/", {**waiver, "until": "2030-01-01"}, ONE),
            ("POST", f"{rig}waive/withdraw/", waiver, ONE),
            ("POST", "house/", {"entries": {"reserve": measured("nonsense")}}, ONE),
            ("GET", "overview/", None, ONE),
            ("GET", "people/", None, ONE),
            ("POST", "people/", {"username": "", "name": "", "role": "manager"}, ONE),
            ("POST", "people/1/", {"version": 999, "role": "manager"}, ONE),
            ("POST", "people/1/password/", {"version": 999}, ONE),
            ("POST", "session/name/", {"name": ""}, ALL),
            ("POST", "session/password/", {"old": "", "new": ""}, ALL),
            ("GET", "everything.csv", None, ONE),
            ("GET", "everything.jsonl", None, ONE),
        )  # fmt: skip

    def test_each_address_for_each_role(self) -> None:
        before = (Rig.objects.count(), Reading.objects.count())
        for method, address, body, let_through in self.cases():
            for name, client in self.who.items():
                with self.subTest(method=method, address=address, body=body, who=name):
                    token = client.cookies["csrftoken"].value
                    if address.startswith("everything"):
                        status, said = client.get(f"/api/{address}").status_code, {"detail": "the manager's"}
                    else:
                        self.assertTrue(token)
                        status, said = self.ask(method, address, body, client)
                    if name in let_through:
                        self.assertNotEqual(status, 403, said)
                        self.assertLess(status, 500)
                    else:
                        self.assertEqual(status, 403, said)
                        self.assertRegex(said["detail"], r"(advisor|technician|manager)('s|’s)|the manager's")
        self.assertEqual((Rig.objects.count(), Reading.objects.count()), before, "nobody changed anything")


class Table(WithDemo):
    def test_every_line_of_the_table_has_somebody_and_says_whose_it_is(self) -> None:
        people = {name: Person.objects.get(username=name) for name in (ADVISOR, TECHNICIAN, MANAGER)}
        for what, (roles, says) in MAY.items():
            allowed = {name for name, person in people.items() if may(person, what)}
            self.assertEqual(len(allowed), len(roles), what)
            self.assertIn(MANAGER, allowed, what)
            for name, person in people.items():
                self.assertEqual(what in all_that(person), name in allowed)
                if name in allowed:
                    require(person, what)
                else:
                    self.assertTrue(says, what)
                    self.assertRaisesMessage(NotAllowed, says, require, person, what)
        self.assertRaises(KeyError, may, people[MANAGER], "what nobody described")
