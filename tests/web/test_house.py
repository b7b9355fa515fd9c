"""House rules: the manager's alone, each choice a new row, and what they do to a rig."""

from django.db import DatabaseError, transaction

from stathmos.house.models import HouseRules
from stathmos.rigs.models import Rig
from tests.web.signed_in import WithDemo


def rule(text: str) -> dict[str, str]:
    return {"is": text, "from": "label", "system": "us"}


class HouseRule(WithDemo):
    def setUp(self) -> None:
        super().setUp()
        self.odile = self.signed_in("odile")

    def choose(self, **entries: str):
        return self.ask("POST", "house/", {"entries": {name: rule(text) for name, text in entries.items()}}, self.odile)

    def test_nobody_but_the_manager(self) -> None:
        status, said = self.ask("POST", "house/", {"entries": {"share_school": rule("about_ten")}})
        self.assertEqual((status, said["detail"]), (403, "House rules are the manager's to choose."))
        self.assertFalse(HouseRules.objects.exists())
        self.assertFalse(self.ask("GET", "house/")[1]["may_choose"])

    def test_what_is_chosen_judges_every_rig_and_says_whose_it_is(self) -> None:
        status, told = self.choose(share_school="own", share_low="11 %", share_high="13 %", reserve="15 %")
        self.assertEqual((status, told["share"], told["by"]), (200, "11–13 %", "Odile"))
        _, record = self.ask("GET", f"rigs/{self.rig_of('Haldis Okonjo').pk}/")
        entries = {
            path: {key: entry[key] for key in ("is", "from", "system", "datum") if key in entry}
            for path, entry in record["entries"].items()
        }
        _, live = self.ask("POST", "assess/", {"entries": entries, "station": "weigh"})
        band = live["assessment"]["weights"]["band"]
        self.assertEqual((band["school"], band["authority"], band["state"]), ("11–13 %", "house rule", "inside"))
        _, live = self.ask("POST", "assess/", {"entries": entries, "station": "ratings"})
        self.assertEqual(live["assessment"]["ratings"]["rules"]["reserve_text"], "15.0 %")

    def test_a_rig_may_choose_otherwise_and_the_handbook_overrules_both(self) -> None:
        self.choose(share_school="four_to_seven")
        entries = {"ways.share_school": rule("about_ten")}
        _, live = self.ask("POST", "assess/", {"entries": entries, "station": "ratings"})
        self.assertEqual(live["assessment"]["ratings"]["rules"]["share_authority"], "chosen for this rig")
        entries |= {"vehicle.handbook_share_low": rule("10 %"), "vehicle.handbook_share_high": rule("14 %")}
        _, live = self.ask("POST", "assess/", {"entries": entries, "station": "ratings"})
        self.assertEqual(
            (
                live["assessment"]["ratings"]["rules"]["share"],
                live["assessment"]["ratings"]["rules"]["share_authority"],
            ),
            ("10–14 %", "tow-vehicle handbook"),
        )

    def test_looser_than_the_shop_is_an_exception_with_a_reason(self) -> None:
        rig = self.rig_of("Corwin Tessaly")  # trailer GVWR inside the reserve
        path, reserve = f"rigs/{rig.pk}/", {"ways.reserve": rule("0 %")}
        status, said = self.ask("POST", path, {"version": rig.version, "entries": reserve})
        self.assertEqual((status, list(said["problems"])), (400, ["ways.reserve"]))
        self.assertIn("a manager can give an exception", said["problems"]["ways.reserve"])
        status, said = self.ask(
            "POST", path, {"version": rig.version, "entries": {"hitch.rule_exception": rule("because I say so")}}
        )
        self.assertEqual(status, 403)
        status, said = self.ask("POST", path, {"version": rig.version, "entries": reserve}, self.odile)
        self.assertEqual((status, list(said["problems"])), (400, ["hitch.rule_exception"]))
        # looser and not saved it is not in force; tighter anybody may have it
        live = self.ask(
            "POST", "assess/", {"entries": {**rig.entries(), **reserve}, "rig": rig.pk, "station": "ratings"}
        )[1]["assessment"]
        self.assertEqual(live["ratings"]["rules"]["reserve_text"], "10.0 %")
        self.assertIn("rule_not_loosened", [one["key"] for one in live["findings"]])
        status, record = self.ask("POST", path, {"version": rig.version, "entries": {"ways.reserve": rule("15 %")}})
        self.assertEqual(status, 200)
        given = {**reserve, "hitch.rule_exception": rule("Flat country, tanks emptied first")}
        status, record = self.ask("POST", path, {"version": record["version"], "entries": given}, self.odile)
        self.assertEqual((status, record["entries"]["hitch.rule_exception"]["by"]), (200, "Odile"))
        live = self.ask(
            "POST", "assess/", {"entries": Rig.objects.get(pk=rig.pk).entries(), "rig": rig.pk, "station": "ratings"}
        )[1]
        self.assertEqual(live["assessment"]["ratings"]["rules"]["reserve_text"], "0.0 %")
        self.assertIn("rule_loosened", [one["key"] for one in live["assessment"]["findings"]])
        # and with it no advisor makes it looser still
        status, said = self.ask(
            "POST", path, {"version": record["version"], "entries": {"ways.front_loss": rule("30 %")}}
        )
        self.assertEqual((status, list(said["problems"])), (400, ["ways.front_loss"]))

    def test_a_new_rig_has_no_looser_rule_either(self) -> None:
        entries = {"ways.reserve": rule("0 %")}
        status, said = self.ask("POST", "rigs/", {"customer": "New one", "entries": entries})
        self.assertEqual((status, list(said["problems"])), (400, ["ways.reserve"]))

    def test_what_cannot_be_is_said_at_its_place(self) -> None:
        for entries, place in (
            ({"share_school": "own", "share_low": "14 %", "share_high": "11 %"}, "share_high"),
            ({"share_school": "own"}, "share_high"),
            ({"reserve": "lots"}, "reserve"),
            ({"reserve": "90 %"}, "reserve"),
            ({"share_school": "feeling"}, "share_school"),
            ({"tongue": "10 %"}, "tongue"),
        ):
            with self.subTest(entries=entries):
                status, said = self.choose(**entries)
                self.assertEqual((status, list(said["problems"])), (400, [place]))
        self.assertEqual(self.ask("POST", "house/", {"entries": 5}, self.odile)[0], 400)
        self.assertFalse(HouseRules.objects.exists())

    def test_each_choice_is_a_new_row_and_none_can_be_changed(self) -> None:
        self.choose(share_school="about_ten")
        self.choose()
        self.assertEqual(HouseRules.objects.count(), 2)
        self.assertEqual(self.ask("GET", "house/")[1]["share"], "10–15 %")
        with self.assertRaises(DatabaseError), transaction.atomic():
            HouseRules.objects.update(share_school="")
