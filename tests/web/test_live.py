"""The live answer: one station in one system, few queries, small; its workings on asking; old editions gone at once."""

from __future__ import annotations

import json
from unittest import mock

from django.db import DatabaseError, connection
from django.test.utils import CaptureQueriesContext

from stathmos.catalogue.models import HitchKit
from stathmos.catalogue.models.edition import CATALOGUE, RULES, editions
from stathmos.core import report
from stathmos.core.report import writing
from stathmos.house.models import HouseRules, the_house
from stathmos.people.models import Person
from stathmos.rigs import shapes
from tests.web.signed_in import WithDemo

#: the ratings chain, with each axle, its tyres and wheels, is the longest
MOST_BYTES, MOST_QUERIES = 52_000, 4
#: sent whatever the station
ALWAYS = {"verdict", "findings", "problems", "notes", "elevation", "mismatches"}


class Stations(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.rigs = [self.rig_of(name) for name in ("Haldis Okonjo", "Perrin Aldous", "Sunniva Askerow")]

    def body(self, rig, **more: object) -> dict:
        return {"entries": rig.entries(), "rig": rig.pk, "what_if": None, "system": "us", **more}

    def test_each_station_has_its_own_and_it_is_small_and_asks_little(self) -> None:
        for rig in self.rigs:
            for station in report.ROOMS:
                body = self.body(rig, station=station)
                self.ask("POST", "assess/", body)  # what is kept from one question to the next is there then
                with CaptureQueriesContext(
                    connection,
                ) as asked:
                    status, live = self.ask("POST", "assess/", body)
                self.assertEqual((status, live["station"], live["system"]), (200, station, "us"))
                self.assertLessEqual(len(asked), MOST_QUERIES, [one["sql"][:90] for one in asked])
                size = len(json.dumps(live, ensure_ascii=False, separators=(",", ":")).encode())
                self.assertLessEqual(size, MOST_BYTES, (rig.customer, station))
                own = set(live["assessment"]) - ALWAYS
                self.assertTrue(own and own <= set(shapes.SECTIONS), (station, own))
                self.assertNotIn('"working"', json.dumps(live["assessment"]))

    def test_the_shapes_name_every_section(self) -> None:
        sections: set[str] = set()
        for station in report.ROOMS:
            _, live = self.ask("POST", "assess/", self.body(self.rigs[0], station=station))
            sections |= set(live["assessment"]) - ALWAYS
        self.assertEqual(sections, set(shapes.SECTIONS))

    def test_the_units_asked_for_and_no_others(self) -> None:
        for system, unit, other in (("us", "lb", "kg"), ("metric", "kg", "lb")):
            _, live = self.ask("POST", "assess/", self.body(self.rigs[0], station="weigh", system=system))
            self.assertIn(unit, live["assessment"]["weights"]["tongue"]["text"])
            self.assertNotIn(f"\u00a0{other}", json.dumps(live["assessment"], ensure_ascii=False))

    def test_an_unknown_station_or_system_is_named(self) -> None:
        for wrong in ({"station": "roof"}, {"system": "stones"}):
            status, said = self.ask("POST", "assess/", self.body(self.rigs[0], **wrong))
            self.assertEqual((status, list(said["problems"])), (400, list(wrong)))

    def test_bodies_of_the_wrong_shape_are_refused_in_words(self) -> None:
        """A choice that is a list, a unit that is none, a rig that is “true”: said at its place, and never a fault of the server."""
        for wrong, place in (
            ({"station": []}, "station"), ({"station": {}}, "station"), ({"system": []}, "system"), ({"system": None}, "system"),
            ({"what_if": {"tongue": "5", "system": []}}, "what_if"), ({"what_if": {"tongue": "5", "system": "stones"}}, "what_if"),
            ({"what_if": {"settings": {"washer": "two"}}}, "what_if"), ({"what_if": []}, "what_if"), ({"rig": []}, "rig"), ({"rig": "true"}, "rig"),
        ):  # fmt: skip
            status, said = self.ask("POST", "assess/", {**self.body(self.rigs[0], station="height"), **wrong})
            self.assertEqual((status, list(said["problems"])), (400, [place]), wrong)
        for more in (
            {"settings": {"washer": []}},
            {"settings": []},
            {"settings": {"washer": True}},
            {"softer": "much"},
        ):
            status, said = self.ask("POST", "assess/", {**self.body(self.rigs[0], station="height"), "what_if": more})
            self.assertEqual((status, list(said["problems"])), (400, ["what_if"]), more)
        for rig in (True, "1", [], {}):
            status, said = self.ask("POST", "assess/", {"entries": {}, "rig": rig})
            self.assertEqual((status, list(said["problems"])), (400, ["rig"]), rig)
        for rig in (0, -1, 2**40):
            status, said = self.ask("POST", "assess/", {"entries": {}, "rig": rig})
            self.assertEqual((status, said["assessment"]["verdict"]["state"]), (200, "unknown"), rig)

    def test_a_working_is_given_when_asked_for_and_followed_down(self) -> None:
        body = self.body(self.rigs[0], station="ratings")
        _, live = self.ask("POST", "assess/", body)
        links = {link["key"]: link for link in live["assessment"]["ratings"]["planned"]["links"]}
        rear = links["rear_gawr"]["demand"]
        status, opened = self.ask("POST", "working/", {**body, "at": rear["at"]})
        self.assertEqual((status, opened["text"]), (200, rear["text"]))
        terms = {term["name"]: term for term in opened["working"]["terms"]}
        worked = next(name for name, term in terms.items() if term["worked"])
        status, below = self.ask("POST", "working/", {**body, "at": f"{rear['at']}/{worked}"})
        self.assertEqual((status, below["text"]), (200, terms[worked]["text"]))
        self.assertTrue(below["working"]["formula"])

    def test_every_figure_of_every_station_opens(self) -> None:
        """As the screen would ask, without a request each: the place it is sent with leads back to it."""
        from stathmos.rigs.assessing import assess_rig

        opened = 0
        for rig in self.rigs:
            assessment = assess_rig(rig, the_house())
            for station in report.ROOMS:
                for figure in _figures(report.station(assessment, station, "us")):
                    if "at" in figure:
                        found = report.working(assessment, station, figure["at"], "us")
                        self.assertEqual(found["text"], figure["text"], figure["at"])
                        opened += 1
        self.assertGreater(opened, 300)

    def test_a_place_where_there_is_nothing(self) -> None:
        for at in ("", "weights.nothing", "weights.share/nothing", "weights.ways.99.figure", "weights", "../x"):
            status, said = self.ask("POST", "working/", {**self.body(self.rigs[0], station="weigh"), "at": at})
            self.assertEqual((status, list(said["problems"])), (404, ["at"]), at)


def _figures(thing: object):
    if isinstance(thing, dict):
        if "value" in thing and "from" in thing:
            yield thing
        for one in thing.values():
            yield from _figures(one)
    elif isinstance(thing, list):
        for one in thing:
            yield from _figures(one)


class Editions(WithDemo):
    """What is kept in memory is gone the moment that somebody changes what it was made of."""

    def kits(self) -> list[str]:
        _, live = self.ask("POST", "assess/", {"entries": self.rig_of("Haldis Okonjo").entries(), "station": "hitch"})
        return [kit["name"] for kit in live["assessment"]["hitch"]["kits"]]

    def test_the_catalogue(self) -> None:
        self.assertIn("Cordwain 600", self.kits())
        self.assertIs(the_house().shelf, the_house().shelf)
        kit = HitchKit.objects.get(name="Cordwain 600")
        manager = self.signed_in("odile")
        self.ask("POST", f"catalogue/kits/{kit.pk}/retire/", {"version": kit.version, "retired": True}, manager)
        self.assertNotIn("Cordwain 600", self.kits())
        HitchKit.objects.filter(pk=kit.pk).update(retired=False)
        self.assertIn("Cordwain 600", self.kits())
        kit.refresh_from_db()
        kit.name = "Cordwain 601"
        kit.save()
        self.assertIn("Cordwain 601", self.kits())

    def test_a_change_that_fails_makes_no_edition_and_one_that_is_made_always_does(self) -> None:
        """The mark and the change stand or fall together, in a transaction or out of one."""
        kit = HitchKit.objects.first()
        marks = editions()
        with (
            mock.patch("django.db.models.Model.save_base", side_effect=DatabaseError),
            self.assertRaises(DatabaseError),
        ):
            kit.save()
        self.assertEqual(editions(), marks)
        seen = [marks[CATALOGUE]]
        for change in (
            kit.save,
            lambda: HitchKit.objects.filter(pk=kit.pk).update(price=1.0),
            lambda: HitchKit.objects.bulk_create([HitchKit(name="Another")]),
        ):
            change()
            seen.append(editions()[CATALOGUE])
        self.assertEqual(len(set(seen)), 4)
        self.assertEqual(editions()[RULES], marks[RULES])

    def test_the_rules(self) -> None:
        before = the_house().rules.reserve
        HouseRules.objects.create(reserve=0.15, chosen_by=Person.objects.get(username="odile"))
        self.assertEqual((before, the_house().rules.reserve), (0.10, 0.15))

    def test_what_a_rig_took_over(self) -> None:
        """The head of a rig is read anew when the rig was saved or its reserve waived."""
        rig = self.rig_of("Josune Farrow")
        body = {"entries": rig.entries(), "rig": rig.pk, "station": "hitch"}
        self.ask("POST", "assess/", body)
        HitchKit.objects.filter(name="Anvilroot 1000").update(tongue_rating=600.0)
        self.ask("POST", f"rigs/{rig.pk}/take-over/", {"version": 1, "path": "hitch.kit"})
        _, live = self.ask("POST", "assess/", body)
        kit = next(one for one in live["assessment"]["hitch"]["kits"] if one["name"] == "Anvilroot 1000")
        self.assertEqual(kit["tongue_rating"]["text"], "1,322 lb")


class WhoMay(WithDemo):
    def test_fields_and_signatures_say_whose_they_are(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        for who, decides, fits, signs in (
            ("thea", True, False, {"meet", "load", "weigh", "ratings", "height", "hitch", "handover"}),
            ("bram", False, True, {"weigh", "height", "bay"}),
            ("odile", True, True, set(shapes.STATIONS)),
        ):
            client = self.signed_in(who)
            fields = {one["path"]: one["may_write"] for one in self.ask("GET", "fields/", client=client)[1]}
            self.assertEqual((fields["ways.share_school"], fields["bay.front_left_a"]), (decides, fits), who)
            self.assertTrue(fields["weighing.tongue_scale"])
            _, record = self.ask("GET", f"rigs/{rig.pk}/", client=client)
            self.assertEqual({one["station"] for one in record["signatures"] if one["may_sign"]}, signs, who)

    def test_what_is_said_is_what_is_refused(self) -> None:
        rig = self.rig_of("Haldis Okonjo")
        for who in ("thea", "bram", "odile"):
            client = self.signed_in(who)
            _, record = self.ask("GET", f"rigs/{rig.pk}/", client=client)
            for one in record["signatures"]:
                if not one["may_sign"]:
                    body = {"station": one["station"], "version": record["version"]}
                    self.assertEqual(self.ask("POST", f"rigs/{rig.pk}/sign/", body, client)[0], 403, one["station"])


class Written(WithDemo):
    def test_one_writer_in_one_system_or_both(self) -> None:
        tree = {"far": writing.Amount(254.0, "length"), "list": [writing.exact(25.4, "length")]}
        self.assertEqual(writing.written(tree, ("us",)), {"far": "10 in", "list": ["1 in"]})
        both = writing.written(tree)
        self.assertEqual(both["far"], {"us": "10 in", "metric": "254 mm"})
