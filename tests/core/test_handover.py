"""The hand-over, the card, complaints and what carries over: fitted to the rig, and never passing what is not known."""

from __future__ import annotations

import copy
import json
import unittest
from pathlib import Path

from stathmos.core import carry_over, complaints, rigfile
from stathmos.core.bay import Fit, fit
from stathmos.core.customer import sheet
from stathmos.core.handover import hand_over, inspection_in_days, unsigned
from stathmos.core.report import bay as report_bay
from stathmos.core.report import handover as report_handover
from stathmos.core.report import written
from stathmos.core.rig import Rig
from stathmos.core.rig.handover import SYMPTOMS
from stathmos.core.rules import Rules
from tests.core.rigs import RIG, measured


def read(changes: dict | None = None) -> tuple[Rig, Fit]:
    document = copy.deepcopy(RIG)
    for path, entry in (changes or {}).items():
        *sections, name = path.split(".")
        place = document
        for section in sections:
            place = place.setdefault(section, {})
        place[name] = entry
    found = rigfile.read(document)
    assert not found.problems, found.problems
    return found.rig, fit(found.rig, Rules(), found.stock)


class Drill(unittest.TestCase):
    def steps(self, **changes: dict) -> dict[str, str]:
        rig, fitted = read({path.replace("__", "."): entry for path, entry in changes.items()})
        return {step.key: step.does.text("us").replace("\u00a0", " ") for step in hand_over(rig, fitted).steps}

    def test_electric_brakes_and_bars(self) -> None:
        steps = self.steps(trailer__brakes=measured("electric"), trailer__breakaway=measured("yes"))
        for key in ("match", "lift_test", "bars_on", "chains", "breakaway", "plug", "squeeze", "pull_test", "un_lift"):
            self.assertIn(key, steps)
        self.assertNotIn("surge", steps)
        order = list(steps)
        self.assertLess(order.index("latch"), order.index("lift_test"))
        self.assertLess(order.index("lift_test"), order.index("bars_on"))
        self.assertLess(order.index("un_lift"), order.index("un_latch"), "never unlatched with bars loaded")

    def test_surge_brakes_have_a_lock_out_and_no_controller(self) -> None:
        steps = self.steps(trailer__brakes=measured("surge"))
        self.assertIn("fifth wire", steps["surge"])
        self.assertNotIn("squeeze", steps)

    def test_without_brakes_and_without_bars_nothing_is_asked_of_them(self) -> None:
        steps = self.steps(trailer__brakes=measured("none"), hitch__style=measured("weight_carrying"))
        for key in ("squeeze", "surge", "pull_test", "breakaway", "plug", "bars_on", "un_bars"):
            self.assertNotIn(key, steps)

    def test_what_hinders_is_never_nothing_on_an_unmeasured_rig(self) -> None:
        for changes in ({}, {"trailer.brakes": measured("none")}, {"hitch.style": measured("weight_carrying")}):
            rig, fitted = read(changes)
            found = hand_over(rig, fitted)
            self.assertTrue(found.hindrances)
            self.assertTrue(all(one.state in ("refused", "unknown") for one in found.hindrances))

    def test_a_failed_brake_test_is_refused(self) -> None:
        rig, fitted = read({"trailer.brakes": measured("electric"), "handover.brake_test": measured("none")})
        refused = [one for one in hand_over(rig, fitted).hindrances if one.subject == "handover.brake_test"]
        self.assertEqual([one.state for one in refused], ["refused"])

    def test_the_technicians_name(self) -> None:
        self.assertEqual(unsigned("signed"), ())
        self.assertIn("has not signed", unsigned("open")[0].says.text("us"))
        self.assertIn("GVWR", unsigned("stale", ("GVWR",))[0].says.text("us"))


class Card(unittest.TestCase):
    def test_limits_in_plain_words_by_hand(self) -> None:
        rig, fitted = read()
        lines = {
            line.name: line.says.text("us").replace("\u00a0", " ")
            for block in hand_over(rig, fitted).card
            for line in block.lines
        }
        told = sheet(fitted.now).may_load
        for place in (
            "In the trailer, over its axles",
            "In the vehicle, anywhere ahead of its rear axle",
            "Tongue weight",
        ):
            self.assertIn(f"{place}: {lines[place]}", [one.text("us").replace("\u00a0", " ") for one in told])
        self.assertRegex(lines["Tongue weight"], r"with the trailer at [\d,]+ lb, [\d,]+ lb to [\d,]+ lb")
        self.assertIn("6,000 mi of towing, or in a year", lines["Inspection"])

    def test_inspection_by_what_is_towed_in_a_year(self) -> None:
        # 10 000 km at 20 000 km a year: half a year, 182 days; never later than a year
        self.assertEqual(inspection_in_days(read({"handover.a_year": {"is": "20000 km", "from": "assumed"}})[0]), 176)
        self.assertEqual(inspection_in_days(read({"handover.a_year": {"is": "1000 km", "from": "assumed"}})[0]), 365)
        self.assertEqual(inspection_in_days(Rig()), 365)

    def test_all_of_it_is_plain_data(self) -> None:
        for rig, fitted in (read(), (Rig(), fit(Rig()))):
            names = dict.fromkeys(("customer", "vehicle", "trailer", "technician", "advisor"), "x")
            json.dumps(written(report_handover.card(rig, fitted, names, "2026-01-01")), allow_nan=False)
            json.dumps(written(report_bay.tree(fitted)), allow_nan=False)
            json.dumps(written(report_handover.tree(hand_over(rig, fitted))), allow_nan=False)


class Complaints(unittest.TestCase):
    """The table of symptoms: common practice, no source."""

    def causes(self, symptom: str, changes: dict | None = None) -> dict[str, complaints.Cause]:
        rig, fitted = read(changes)
        found = complaints.likely_causes(symptom, rig, fitted)
        rank = {"speaks for it": 0, "not known": 1, "in order at the visit": 1, "in order": 2}
        order = [rank[one.standing] for one in found]
        self.assertEqual(order, sorted(order))
        return {one.name: one for one in found}

    def test_every_symptom_has_causes_with_a_first_measurement(self) -> None:
        self.assertEqual(set(complaints._SYMPTOMS), {key for key, _ in SYMPTOMS})
        for symptom, _ in SYMPTOMS:
            for one in self.causes(symptom).values():
                self.assertTrue(one.measure)
                self.assertIn(one.standing, ("speaks for it", "not known", "in order at the visit", "in order"))

    def test_a_light_tongue_speaks_for_sway_and_an_empty_record_for_nothing(self) -> None:
        light = self.causes(
            "sway", {"weighing.tongue_scale": measured("450 lb"), "trailer.gross_weight": measured("6000 lb")}
        )
        self.assertEqual(light["Too little weight on the tongue"].standing, "speaks for it")
        self.assertEqual(next(iter(light)), "Too little weight on the tongue")
        nothing = complaints.likely_causes("sway", Rig(), fit(Rig()))
        self.assertEqual({one.standing for one in nothing}, {"not known"})

    def test_loads_behind_the_axles_as_they_are_planned_to_ride(self) -> None:
        """Nothing in the plan, or a place that nobody wrote, is not known; what is planned to move forward speaks no longer."""
        name = "Load behind the trailer's axles"

        def standing(**machine: str) -> str:
            changes = {f"loads.machine.{field}": measured(text) for field, text in machine.items()}
            return self.causes("sway", changes)[name].standing

        self.assertEqual(standing(), "not known")
        self.assertEqual(standing(weight="600 lb", at="300 in"), "speaks for it")
        self.assertEqual(standing(weight="600 lb"), "not known")
        self.assertEqual(standing(weight="600 lb", at="300 in", moved_to="100 in"), "in order")

    def test_what_the_load_may_have_changed_is_measured_again_first(self) -> None:
        """The tongue was good at the visit; for sway it is weighed again before anything else."""
        found = self.causes("sway", {"bay.bars_flat": measured("yes")})
        first = next(iter(found.values()))
        self.assertEqual((first.name, first.standing), ("Too little weight on the tongue", "in order at the visit"))
        self.assertIn("Weigh the tongue again", first.measure)

    def test_bars_not_flat_speak_for_sway(self) -> None:
        found = self.causes("sway", {"bay.bars_flat": measured("no")})
        self.assertEqual(found["Bars not flat, so no friction"].standing, "speaks for it")

    def test_how_the_bars_went_on_speaks(self) -> None:
        found = self.causes("bars_fit", {"trials.trial_1.went_on": measured("by_hand")})
        self.assertEqual(found["Bars too loose"].standing, "speaks for it")
        self.assertEqual(found["Wound too tight: wrong hole, or the head too high or low"].standing, "in order")

    def test_jaw_play_near_its_limit_speaks_for_a_clunk(self) -> None:
        for play, standing in (("1/16", "in order"), ("5/32", "speaks for it"), ("1/4", "speaks for it")):
            self.assertEqual(self.causes("clunk", {"bay.jaw_play": measured(play)})["Jaw play"].standing, standing)


class CarryOver(unittest.TestCase):
    ENTRIES = {
        path: {"is": "1"}
        for path in (
            "vehicle.gvwr", "trailer.gvwr", "loads.bed.weight", "loads.bed.at", "loads.gear.weight", "loads.gear.at", "weighing.tongue_scale",
            "weighing.bridge_front_alone", "hitch.kit", "hitch.ball_height", "bay.front_left_a", "trials.trial_1.washers", "ways.reserve",
        )
    }  # fmt: skip

    def test_an_exception_and_a_selected_setup_are_of_one_visit(self) -> None:
        entries = {
            path: {"is": "1"}
            for path in ("ways.reserve", "hitch.rule_exception", "hitch.selected_kit", "ways.bay_school")
        }
        for new, _ in carry_over.KINDS_OF_VISIT:
            why = {one.path: one.why for one in carry_over.carried_over(entries, new)}
            self.assertEqual(why["ways.bay_school"], "")
            self.assertEqual(why["ways.reserve"], "it was set under an exception, for one visit")
            self.assertEqual(why["hitch.rule_exception"], "an exception is given for one visit")
            self.assertEqual(why["hitch.selected_kit"], "the setup is selected anew")

    def kept(self, new: str) -> set[str]:
        return {one.path for one in carry_over.carried_over(self.ENTRIES, new) if not one.why}

    def test_what_was_read_on_what_stays(self) -> None:
        self.assertEqual(
            self.kept("vehicle"),
            {
                "trailer.gvwr",
                "loads.bed.weight",
                "loads.gear.weight",
                "loads.gear.at",
                "weighing.tongue_scale",
                "hitch.kit",
                "ways.reserve",
            },
        )
        self.assertEqual(
            self.kept("trailer"),
            {"vehicle.gvwr", "loads.bed.weight", "loads.bed.at", "hitch.kit", "hitch.ball_height", "ways.reserve"},
        )
        self.assertEqual(
            self.kept("hitch"),
            {
                "vehicle.gvwr",
                "trailer.gvwr",
                "loads.bed.weight",
                "loads.bed.at",
                "loads.gear.weight",
                "loads.gear.at",
                "weighing.tongue_scale",
                "ways.reserve",
            },
        )
        self.assertEqual(set(self.ENTRIES) - self.kept("same"), {"bay.front_left_a", "trials.trial_1.washers"})

    def test_every_void_entry_says_why(self) -> None:
        for new, _ in carry_over.KINDS_OF_VISIT:
            for one in carry_over.carried_over(self.ENTRIES, new):
                self.assertTrue(one.name)
        self.assertRaises(KeyError, carry_over.carried_over, self.ENTRIES, "nonsense")

    def test_void_trials_are_no_reference(self) -> None:
        _, fitted = read()
        self.assertEqual(carry_over.references(fitted, "hitch"), {})
        self.assertEqual(carry_over.references(fitted, "vehicle"), {})


class Demo(unittest.TestCase):
    def test_the_demos_bay_is_readable(self) -> None:
        rows = json.loads((Path(rigfile.__file__).parents[1] / "demo" / "data" / "bay.json").read_text("utf-8"))
        for row in rows:
            for step in row["steps"]:
                problems = rigfile.read_entries(step.get("entries", {}), rigfile.Stock()).problems
                self.assertEqual([one for one in problems if not one.place.startswith("hitch.")], [])
