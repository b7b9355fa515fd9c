"""House rules: the manager's alone, each choice a new row, and what they do to a rig."""

from django.db import DatabaseError, transaction

from stathmos.house.models import HouseRules
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
