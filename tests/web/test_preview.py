"""What another choice of house rules would change on the floor, before it is chosen; schools on cards; the house in figures."""

from __future__ import annotations

import datetime
from unittest import mock

from django.utils import timezone

from stathmos.core.school_cards import SCALES, cards
from stathmos.house.models import HouseRules
from stathmos.record import month
from stathmos.rigs.models import Rig
from tests.web.signed_in import WithDemo


def choice(**chosen: str) -> dict:
    return {"entries": {name: {"is": text, "from": "label", "system": "us"} for name, text in chosen.items()}}


class Preview(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.odile = self.signed_in("odile")
        self.ask("GET", "rigs/", None, self.odile)  # the floor draws its strips

    def test_it_says_what_then_comes_true(self) -> None:
        """Whatever it says of a rig is what the rig says once the rules are in force; and what it calls the same stays so."""
        before = {rig["id"]: rig["verdict"]["state"] for rig in self.ask("GET", "rigs/", None, self.odile)[1]["strips"]}
        asked = choice(share_school="about_ten")
        status, told = self.ask("POST", "house/preview/", asked, self.odile)
        self.assertEqual(status, 200, told)
        self.assertTrue(told["changed"])
        self.assertEqual(len(told["changed"]) + told["same"] + told["left"], len(before))
        self.assertEqual(HouseRules.objects.count(), 0)
        self.assertEqual(self.ask("POST", "house/", asked, self.odile)[0], 200)
        after = {rig["id"]: rig["verdict"]["state"] for rig in self.ask("GET", "rigs/", None, self.odile)[1]["strips"]}
        said = {one["id"]: (one["before"], one["after"]) for one in told["changed"]}
        for pk, state in after.items():
            self.assertEqual(said.get(pk, (before[pk], before[pk])), (before[pk], state))

    def test_what_is_in_force_changes_nothing(self) -> None:
        _, told = self.ask("POST", "house/preview/", choice(), self.odile)
        self.assertEqual(told["changed"], [])

    def test_what_cannot_be_read_is_named_and_only_a_manager_asks(self) -> None:
        status, said = self.ask(
            "POST", "house/preview/", choice(share_school="own", share_low="15", share_high="10"), self.odile
        )
        self.assertEqual((status, list(said["problems"])), (400, ["share_high"]))
        self.assertEqual(self.ask("POST", "house/preview/", {"entries": 5}, self.odile)[0], 400)
        self.assertEqual(self.ask("POST", "house/preview/", choice(), self.signed_in("thea"))[0], 403)

    def test_every_school_has_its_card(self) -> None:
        status, told = self.ask("GET", "house/schools/", None, self.signed_in("thea"))
        self.assertEqual((status, len(told)), (200, len(cards())))
        for one in told:
            self.assertIn(one["field"], SCALES)
            self.assertTrue(one["means"].endswith(".") and one["source"])
            if one["low"] is not None:
                self.assertTrue(0 <= one["low"] <= one["high"] <= 1)


class InFigures(WithDemo):
    def test_the_floor_and_the_month_by_hand(self) -> None:
        odile = self.signed_in("odile")
        _, floor = self.ask("GET", "rigs/", None, odile)
        _, told = self.ask("GET", "overview/", None, odile)
        figures = {name: {bar["word"]: bar["count"] for bar in bars} for name, bars in told["figures"].items()}
        for state, count in figures["verdicts"].items():
            self.assertEqual(count, sum(strip["verdict"]["state"] == state for strip in floor["strips"]))
        self.assertEqual(sum(figures["waits_for"].values()), len(floor["strips"]))
        self.assertEqual(figures["ages"]["up to 2 days"], Rig.objects.filter(cards__isnull=True).count())
        # one was handed over this week, after two trials; nobody overrode a reserve
        self.assertEqual(list(figures["fitted"].values()), [0] * 7 + [1])
        self.assertEqual((figures["trials"]["2"], sum(figures["trials"].values())), (1, 1))
        self.assertEqual(sum(figures["overrides"].values()), 0)

    def test_ages_fall_into_their_own_column(self) -> None:
        now = timezone.now()
        for days, word in (
            (0, "up to 2 days"),
            (2, "up to 2 days"),
            (3, "3 to 7"),
            (7, "3 to 7"),
            (8, "8 to 14"),
            (31, "more than 30"),
        ):
            with mock.patch.object(month.Rig.objects, "filter") as found:
                found.return_value.values_list.return_value = [now - datetime.timedelta(days=days)]
                counts = {bar["word"]: bar["count"] for bar in month._ages(timezone.localdate())}
            self.assertEqual([each for each, count in counts.items() if count], [word])
