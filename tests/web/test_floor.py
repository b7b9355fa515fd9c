"""The floor kept ready: what it shows is never older than the question, whatever was done since; pages, filters, the archive."""

from __future__ import annotations

import json
import random
import uuid
from datetime import timedelta
from unittest import mock

from django.db import OperationalError
from django.utils import timezone

from stathmos.bay.actions.write_in_bay import Parcel, write_in_bay
from stathmos.catalogue.actions.write_item import NotKept, Written, edit_item
from stathmos.catalogue.models import HitchKit
from stathmos.core import report
from stathmos.core.ratings import LINKS
from stathmos.core.rig import ENTRIES
from stathmos.core.signing import STATIONS
from stathmos.house.actions.choose_rules import choose_rules
from stathmos.house.models import the_house
from stathmos.people.actions import keep_people
from stathmos.people.models import Person
from stathmos.people.roles import NotAllowed
from stathmos.rigs import assessing
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.actions.waive_reserve import waive_reserve
from stathmos.rigs.actions.write_rig import Change, NotWritten, open_rig, take_over_again, write_rig
from stathmos.rigs.api import searched
from stathmos.rigs.floor import keeping, page
from stathmos.rigs.models import ReserveWaiver, Rig, Strip
from stathmos.rigs.signatures import signatures
from tests.web import a_fit
from tests.web.signed_in import WithDemo, measured


class Floor(WithDemo):
    """With all the time that it takes: a busy machine is slow, not wrong."""

    def setUp(self) -> None:
        super().setUp()
        patient = mock.patch.multiple(page, FOR_MOVED=60.0, FOR_SEEN=60.0)
        patient.start()
        self.addCleanup(patient.stop)

    def floor(self, **asked: object) -> page.Page:
        return page.page(page.Asked(**asked), the_house(), Person.objects.get(username="thea"), searched)

    def drawn(self) -> mock._patch:
        return mock.patch("stathmos.rigs.floor.keeping.draw", wraps=keeping.draw)


class Fresh(Floor):
    """Anything that a verdict may hang on is changed, at random, and every strip compared with one worked out anew."""

    def setUp(self) -> None:
        super().setUp()
        self.chance = random.Random(20261126)
        # one day throughout: each comparison is of two moments, and midnight may lie between them
        self.today = timezone.localdate()
        day = mock.patch("django.utils.timezone.localdate", side_effect=lambda *_: self.today)
        day.start()
        self.addCleanup(day.stop)
        self.person = {one.username: one for one in Person.objects.all()}
        self.paths = [
            path
            for path in ENTRIES
            if path.startswith(("vehicle.", "trailer.", "hitch.", "ways.", "weighing.", "journey."))
        ]

    def any_rig(self) -> Rig:
        return self.chance.choice(list(Rig.objects.all()))

    def write(self) -> None:
        rig, path = self.any_rig(), self.chance.choice(self.paths)
        text = self.chance.choice(["", "700 lb", "6,800 lb", "24 in", "40 in", "12 %", "yes", "leaf"])
        entry = {**measured(text), "from": self.chance.choice(["label", "measured", "assumed"])} if text else None
        write_rig(rig.pk, self.person["odile"], rig.version, Change({}, {path: entry}))

    def weigh(self) -> None:
        rig = self.any_rig()
        entry = measured(f"{self.chance.randrange(300, 1200)} lb")
        write_rig(rig.pk, self.person["thea"], rig.version, Change({}, {"weighing.tongue_scale": entry}))

    def name(self) -> None:
        rig = self.any_rig()
        write_rig(rig.pk, self.person["thea"], rig.version, Change({"customer": f"Someone {self.chance.random()}"}, {}))

    def part(self) -> None:
        rig, kit = self.any_rig(), self.chance.choice(list(HitchKit.objects.all()))
        write_rig(rig.pk, self.person["odile"], rig.version, Change({}, {"hitch.kit": measured(kit.name)}))

    def take_over(self) -> None:
        rig = self.any_rig()
        take_over_again(rig.pk, self.person["odile"], rig.version, "hitch.kit")

    def in_the_bay(self) -> None:
        parcel = Parcel(uuid.uuid4(), {"bay.front_left_a": measured(f"{self.chance.randrange(34, 40)} in")}, {})
        write_in_bay(self.any_rig().pk, self.person["bram"], parcel)

    def sign(self) -> None:
        rig = self.any_rig()
        sign_station(rig.pk, self.person["odile"], rig.version, self.chance.choice(STATIONS))

    def waive(self) -> None:
        for rig in Rig.objects.all():
            for link in LINKS:
                try:
                    waive_reserve(
                        rig.pk,
                        self.person["odile"],
                        rig.version,
                        link,
                        "the customer was told why",
                        timezone.localdate(),
                    )
                    return
                except NotWritten:
                    continue

    def wait(self) -> None:
        rig = self.any_rig()
        entry = self.chance.choice([None, measured("the long shank, Thursday")])
        write_rig(rig.pk, self.person["thea"], rig.version, Change({}, {"shop.waits_for": entry}))

    def rules(self) -> None:
        choose_rules(
            self.person["odile"],
            {
                "reserve": measured(f"{self.chance.randrange(0, 20)} %"),
                "front_loss": measured(f"{self.chance.randrange(5, 15)} %"),
            },
        )

    def catalogue(self) -> None:
        kit = self.chance.choice(list(HitchKit.objects.all()))
        texts = {
            **{name: entry["is"] for name, entry in kit.as_entries().items()},
            "tongue_rating": f"{self.chance.randrange(400, 1500)} lb",
        }
        edit_item(self.person["odile"], "kits", kit.pk, kit.version, Written(kit.name, kit.family, "us", texts))

    def rename(self) -> None:
        one = self.chance.choice(list(self.person.values()))
        keep_people.call(None, one.pk, None, f"Person {self.chance.random():.6f}")

    def another(self) -> None:
        like = self.any_rig()
        entries = {path: entry for path, entry in like.entries().items() if path.startswith(("vehicle.", "trailer."))}
        open_rig(self.person["thea"], Change({"customer": "Somebody new"}, entries))

    def compare(self, act: str) -> None:
        told = [*self.floor().strips, *self.floor(archived=True).strips]
        self.assertEqual(sorted(one["id"] for one in told), sorted(Rig.objects.values_list("pk", flat=True)), act)
        house, thea = the_house(), Person.objects.get(username="thea")
        for strip in told:
            rig = Rig.objects.select_related("advisor").get(pk=strip["id"])
            fresh = report.written(report.at_a_glance(assessing.assess_rig(rig, house)))
            fresh |= {
                "signatures": signatures(rig, house, thea),
                "customer": rig.customer,
                "advisor": rig.advisor.called,
            }
            shown = {name: strip[name] for name in fresh}
            for one in (fresh, shown):
                for each in one["signatures"]:
                    each["at"] = str(each["at"]).replace("T", " ").replace("Z", "+00:00")[:19]
                    for change in each["changes"]:
                        change["at"] = str(change["at"]).replace("T", " ").replace("Z", "+00:00")[:19]
            self.assertEqual(_plain(shown), _plain(fresh), (act, rig.customer))

    def test_never_an_old_answer(self) -> None:
        acts = [
            self.write, self.write, self.weigh, self.weigh, self.name, self.part, self.take_over, self.in_the_bay, self.sign,
            self.sign, self.waive, self.wait, self.rules, self.catalogue, self.rename, self.another,
        ]  # fmt: skip
        done: dict[str, int] = {}
        self.compare("at first")
        for round_ in range(5):
            for act in self.chance.sample(acts, len(acts)):
                try:
                    act()
                except (NotWritten, NotAllowed, NotKept):
                    continue
                done[act.__name__] = done.get(act.__name__, 0) + 1
                self.compare(f"{act.__name__}, round {round_}")
        self.assertEqual(set(done), {act.__name__ for act in acts}, "each was done at least once")

    def test_the_end_of_a_day_ends_its_exceptions(self) -> None:
        self.floor()
        self.waive()
        self.assertTrue(ReserveWaiver.objects.filter(until=self.today).exists())
        self.compare("given for today")
        self.today += timedelta(days=1)
        self.compare("the day after")

    def test_another_program_is_not_believed_what_the_one_before_worked_out(self) -> None:
        self.floor()
        with mock.patch("stathmos.rigs.program.fingerprint", lambda: "another"), self.drawn() as drawn:
            self.floor()
            self.assertEqual(drawn.call_count, 9, "all of them but the one in the archive")
            self.compare("another program")

    def test_nothing_is_worked_out_twice(self) -> None:
        self.floor()
        with self.drawn() as drawn:
            self.floor()
            self.assertEqual(drawn.call_count, 0)
            rig = self.rig_of("Haldis Okonjo")
            write_rig(
                rig.pk, self.person["thea"], rig.version, Change({}, {"weighing.tongue_scale": measured("300 lb")})
            )
            self.floor()
            self.assertEqual(drawn.call_count, 1)


def _plain(told: object) -> object:
    return json.loads(json.dumps(told, default=str, sort_keys=True))


class Pages(Floor):
    def more(self, many: int) -> None:
        like = self.rig_of("Haldis Okonjo")
        entries = {path: entry for path, entry in like.entries().items() if not path.startswith("which.")}
        odile = Person.objects.get(username="odile")
        for number in range(many):
            light = {"weighing.tongue_scale": measured("300 lb")} if number % 3 == 0 else {}
            open_rig(odile, Change({"customer": f"Number {number}"}, {**entries, **light}))

    def settled(self, **asked: object) -> page.Page:
        while (found := self.floor(**asked)).behind:
            pass
        return found

    def test_pages_by_key_are_the_whole_floor_once_in_order(self) -> None:
        self.more(60)
        found = [self.settled()]
        while found[-1].next:
            found.append(self.settled(after=found[-1].next))
        self.assertEqual([len(one.strips) for one in found], [30, 30, 9])
        strips = [strip for one in found for strip in one.strips]
        self.assertEqual(len({strip["id"] for strip in strips}), 69)
        order = ["refused", "unknown", "caution", "good"]
        states = [order.index(strip["verdict"]["state"]) for strip in strips]
        self.assertEqual(states, sorted(states))
        self.assertEqual(found[0].counts, {state: states.count(order.index(state)) for state in order})
        _, told = self.ask("GET", f"rigs/?after={found[0].next.replace('+', '%2B')}")
        self.assertEqual([one["id"] for one in told["strips"]], [one["id"] for one in found[1].strips])

    def test_each_filter(self) -> None:
        self.more(3)
        haldis = self.rig_of("Haldis Okonjo")
        thea = Person.objects.get(username="thea")
        write_rig(haldis.pk, thea, haldis.version, Change({}, {"shop.waits_for": measured("long shank, Thursday")}))
        every = self.settled().strips
        by_name = {one["customer"]: one for one in every}
        self.assertEqual(by_name["Haldis Okonjo"]["waits_for"], "long shank, Thursday")
        for asked, holds in (
            ({"mine": True}, lambda one: one["advisor"] == "Thea"),
            ({"state": "refused"}, lambda one: one["verdict"]["state"] == "refused"),
            (
                {"state": "good", "mine": True},
                lambda one: one["verdict"]["state"] == "good" and one["advisor"] == "Thea",
            ),
            ({"reached": "weigh"}, lambda one: one["reached"] == "weigh"),
            ({"reached": "in_bay"}, lambda one: one["reached"] == "in_bay"),
            ({"stale": True}, lambda one: any(each["state"] == "stale" for each in one["signatures"])),
            ({"waits": True}, lambda one: bool(one["waits_for"])),
        ):
            with self.subTest(asked=asked):
                self.assertEqual(
                    [one["id"] for one in self.settled(**asked).strips], [one["id"] for one in every if holds(one)]
                )

    def test_what_was_handed_over_lies_in_the_archive_and_is_found(self) -> None:
        archive = self.settled(archived=True).strips
        self.assertEqual([(one["customer"], one["archived"]) for one in archive], [("Oriel Penhallick", True)])
        self.assertNotIn("Oriel Penhallick", [one["customer"] for one in self.settled().strips])
        self.assertEqual([one["customer"] for one in self.settled(words="oriel").strips], ["Oriel Penhallick"])

    def test_in_a_new_house_the_finished_are_not_worked_out_until_somebody_looks(self) -> None:
        with self.drawn() as drawn:
            self.settled()
            self.assertEqual(drawn.call_count, Rig.objects.count() - 1)
            self.assertEqual(Strip.objects.get(archived=True).content, "")
            self.settled(archived=True)
            self.assertEqual(drawn.call_count, Rig.objects.count())

    def test_after_a_change_of_rules_what_is_seen_is_new_and_the_rest_says_it_is_behind(self) -> None:
        self.more(60)
        self.settled()
        odile = Person.objects.get(username="odile")
        choose_rules(odile, {"reserve": measured("17 %")})
        edition = keeping.edition_of(the_house())
        with mock.patch.multiple(page, FOR_SEEN=60.0, FOR_THE_REST=-1.0):
            found = self.floor()
        self.assertEqual(len(found.strips), 30)
        self.assertEqual(found.behind, 39)
        shown = Strip.objects.filter(pk__in=[one["id"] for one in found.strips])
        self.assertEqual({one.edition for one in shown}, {edition})
        with mock.patch.multiple(
            page, FOR_SEEN=0.0, FOR_THE_REST=-1.0, AT_LEAST=1
        ):  # no time for all: what is not new is not shown
            choose_rules(odile, {"reserve": measured("18 %")})
            found = self.floor()
        self.assertEqual(len(found.strips), page.AT_A_TIME)
        self.assertEqual(found.behind, 69 - page.AT_A_TIME)

    def test_however_busy_the_machine_a_small_house_is_shown_whole(self) -> None:
        with mock.patch.multiple(page, FOR_MOVED=-1.0, FOR_SEEN=-1.0, FOR_THE_REST=-1.0):
            found = self.floor()
        self.assertEqual((len(found.strips), found.behind), (9, 0))

    def test_a_cache_that_cannot_be_written_is_no_fault_and_the_floor_says_that_it_is_behind(self) -> None:
        failing = mock.patch.object(Strip.objects, "bulk_create", side_effect=OperationalError(1213, "deadlock"))
        with failing, self.assertLogs("stathmos.rigs.floor.keeping", "WARNING"), self.drawn() as drawn:
            found = self.floor()
        self.assertEqual((len(found.strips), found.behind), (0, 10), "never an empty floor that says it is all")
        self.assertEqual(drawn.call_count, 10, "and none is drawn over and over for it")
        self.assertEqual(len(self.settled().strips), 9)

    def test_what_is_asked_wrongly_is_said_at_the_place(self) -> None:
        for query, place in (
            ("state=fine", "state"),
            ("reached=home", "reached"),
            ("mine=perhaps", "mine"),
            (f"q={'x' * 121}", "q"),
        ):
            status, said = self.ask("GET", f"rigs/?{query}")
            self.assertEqual((status, list(said["problems"])), (400, [place]))
        for key in ("x", "0~~1", "0~2026-99-99T00:00:00Z~1", "9~2026-01-01~1", "0~2026-01-01T00:00:00Z~" + "9" * 30):
            self.assertEqual(self.ask("GET", f"rigs/?after={key}")[0], 200, "a key of no page is the first page")


class InTheBay(Floor):
    def test_a_parcel_from_the_bay_is_on_the_floor_at_once(self) -> None:
        self.floor()
        rig = self.rig_of(a_fit.CUSTOMER)
        write_in_bay(
            rig.pk,
            Person.objects.get(username="bram"),
            Parcel(uuid.uuid4(), {"bay.front_left_a": measured("37 in")}, {}),
        )
        strip = next(one for one in self.floor().strips if one["id"] == rig.pk)
        self.assertIn(strip["reached"], ("in_bay", "bay"))
