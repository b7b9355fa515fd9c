"""How to hook up again, what a family wants besides its kit, and what a plain mount is told. Figures invented."""

from __future__ import annotations

import re
import unittest
from collections.abc import Iterator, Mapping

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.bay import Fit
from stathmos.core.bay.prove.another_hole import rail_after
from stathmos.core.day.rig_work import work_of
from stathmos.core.extras import EXTRAS
from stathmos.core.families import FAMILIES
from stathmos.core.handover import card, cautions_on_card, hand_over
from stathmos.core.handover.drill import COMMON, order
from stathmos.core.handover.hook_up import HookUp, hook_up
from stathmos.core.parts_list import ASK, BUY
from stathmos.core.procedure import SETTING, UNHOOKING
from stathmos.core.report import written
from stathmos.core.report.bay import tree as bay_tree
from stathmos.core.report.handover import card as card_tree
from stathmos.core.report.handover import tree as handover_tree
from tests.core.rigs import label, measured, shank
from tests.core.test_bay_steps import AB, WHOLE, WRENCHES, fitted, trial

BARE = {name: given for name, given in WHOLE.items() if not name.startswith(("washers", "washer_", "step"))}


def steps(word: str, least: int, most: int, start: int) -> dict[str, dict]:
    return {
        "step_word": label(word), "steps_least": label(str(least)), "steps_most": label(str(most)), "steps_start": label(str(start)),
    }  # fmt: skip


#: what each family's kit is set by, and what was counted of it
SET = {
    "l_bracket": ({name: WHOLE[name] for name in WHOLE if name.startswith(("washer", "step"))}, {"washers": "5", "steps_left": "2", "steps_right": "2"}),
    "tilt_head": ({"positions_least": label("1"), "positions_most": label("5"), **steps("hole", 1, 7, 4)}, {"positions": "3", "steps_left": "4", "steps_right": "4"}),
    "chain": ({**steps("link", 3, 8, 5), "half_links": label("yes")}, {"steps_left": "5.5", "steps_right": "5.5"}),
    "tension_chain": (steps("thread", 0, 10, 4), {"steps_left": "4", "steps_right": "4"}),
    "hydraulic": ({"pump_word": label("stroke"), "pump_least": label("0"), "pump_most": label("20")}, {"pump": "9"}),
    "lead_screw": ({"screw_least": label("0"), "screw_most": label("20")}, {"screw": "8", "ball_gauge": "1450 lb"}),
}  # fmt: skip
#: what stands on its strip; a rear mark of 37 1/2 in coupled and 3 in more is about 40 or 41
FACTS = {
    "l_bracket": {"Bracket hole": "2, both sides", "Head washers": "5"},
    "tilt_head": {"Bracket hole": "4, both sides", "Tilt position": "3"},
    "chain": {"Working links": "5½, both sides"},
    "tension_chain": {"Rear fender, raised": "41 in", "Threads showing": "4, both sides"},
    "hydraulic": {"Chrome showing": "1 1/8 in"},
    "lead_screw": {"Turns of the screw": "8", "Gauge, bars on": "1,450 lb"},
}


def family_fit(key: str, **more: object) -> Fit:
    sets, counted = SET[key]
    marked = {
        path: entry
        for path, entry in trial(1, "37 1/8").items()
        if not path.rpartition("__")[2].startswith(("washers", "steps"))
    }
    counts = {f"trials__trial_1__{name}": measured(text) for name, text in counted.items()}
    kits = [{**BARE, **sets, "bar_style": label(key), "mounts": label("either")}]
    return fitted(
        stock__kits=kits, stock__wrenches=WRENCHES, **AB, **marked, **counts, bay__raised=measured("41"), **more
    )


def strip(found: Fit) -> HookUp:
    return hook_up(found.measured.rig, found)


def facts(found: Fit) -> dict[str, str]:
    return {one.name: one.says.text("us").replace("\u00a0", " ") for one in strip(found).facts}


class Strip(unittest.TestCase):
    def test_each_family_says_what_is_set_and_read_on_it_and_nothing_of_another(self) -> None:
        named = {name for told in FACTS.values() for name in told}
        for key, wanted in FACTS.items():
            told = facts(family_fit(key))
            with self.subTest(family=key):
                self.assertEqual({name: told[name] for name in wanted}, wanted)
                self.assertEqual(named & set(told), set(wanted))
                self.assertEqual(told["Ball"], "2 5/16 in")
                self.assertEqual(told[f"Front fender, {FAMILIES[key].loaded}"], "37 1/8 in")
                self.assertEqual("Rear fender, jacked" in told, FAMILIES[key].levered)

    def test_a_jack_is_told_to_the_inch_three_above_where_it_stands_coupled(self) -> None:
        self.assertEqual(
            facts(family_fit("l_bracket"))["Rear fender, jacked"], "about 41 in"
        )  # 37 1/2 + 3, to the inch

    def test_a_height_is_told_where_it_was_taped(self) -> None:
        lengths = {"bay__front_mark": measured("36 in"), "bay__rear_mark": measured("40 in")}
        told = facts(family_fit("l_bracket", bay__marks=measured("bumper"), **lengths))
        self.assertEqual(told["Rear bumper, jacked"], "about 41 in")

    def test_what_was_not_counted_is_not_said(self) -> None:
        found = fitted(stock__kits=[WHOLE], stock__wrenches=WRENCHES, **AB)
        self.assertEqual(set(facts(found)), {"Ball", "Rear fender, jacked", "Front fender, coupled"})

    def test_it_is_the_drill_in_few_words_in_the_same_order(self) -> None:
        for key in SET:
            found = family_fit(key)
            played = [one.step.short for one in order(found.measured.rig, found) if one.step.short]
            told = strip(found)
            with self.subTest(family=key):
                self.assertEqual([*told.on, *told.off], played)
                self.assertTrue(all(len(words.split()) <= 6 for words in played), played)
                own = [one.short for one in FAMILIES[key].told(SETTING, UNHOOKING)]
                self.assertNotIn("", own, "every step of its own stands on the strip")
                latch = told.on.index("Latch closed and pinned")
                self.assertTrue(all(told.on.index(words) > latch for words in own if words in told.on))
                self.assertTrue(
                    all(
                        told.off.index(words) < told.off.index("Open the latch, jack up")
                        for words in own
                        if words in told.off
                    )
                )

    def test_each_step_of_the_drill_that_is_done_each_time_has_its_few_words(self) -> None:
        """What is only looked at, lifted to try, or rolled is none of hooking up again."""
        for one in (one.step for one in COMMON):
            self.assertEqual(
                bool(one.short),
                bool(one.puts or one.takes or one.key in ("match", "jack_up", "hitch_pin", "un_away")),
                one.key,
            )

    def test_a_plain_mount_has_its_ball_and_no_bars(self) -> None:
        found = fitted(hitch__style=measured("weight_carrying"))
        told = strip(found)
        self.assertNotIn("bar", " ".join((*told.on, *told.off)).lower())

    def test_it_stands_in_the_hand_over_and_on_the_card_in_the_same_words(self) -> None:
        found = family_fit("chain")
        self.assertEqual(hand_over(found.measured.rig, found).hook_up, strip(found))
        lines = {line.name: line.says.text("us") for block in card(found.measured.rig, found) for line in block.lines}
        self.assertEqual(lines["Working links"], "5½, both sides")


class Words(unittest.TestCase):
    def test_a_card_warns_of_what_its_own_hitch_can_do(self) -> None:
        for family in FAMILIES.values():
            told = " ".join(cautions_on_card(family)).lower()
            self.assertEqual("spring bar" in told, "bars" in family.made_of, family.key)
            self.assertEqual("oil" in told, family.key == "hydraulic")
            self.assertTrue(cautions_on_card(family)[-1].endswith("Have the rig set again."))

    def test_the_bay_names_what_goes_on(self) -> None:
        for key, name in (("l_bracket", "bars"), ("tension_chain", "chains"), ("hydraulic", "bar")):
            sections = {one.key: one.name for one in family_fit(key).sections}
            self.assertEqual(sections["b"], f"B, coupled, no {name}")
            self.assertEqual(sections["c"], f"C, {name} on, trial 1")
            self.assertEqual(sections["setting"], f"Setting the {name}")


class NoWordOfAnother(unittest.TestCase):
    #: words that a family's bay, drill and card never say; of what is not its own
    FOREIGN = {
        "tension_chain": r"\bbars?\b|\blevers?\b|\bchrome\b|\bwashers?\b",
        "hydraulic": r"\bbars\b|\blevers\b|\bsnap-up\b|\bwashers?\b|\bbracket hole|\btension",
        "lead_screw": r"\bwashers?\b|\bsnap-up\b|\blevers?\b|\bchrome\b|working link|\btension",
        "chain": r"\bchrome\b|\btension|\bsnap-up\b|lead screw",
    }  # fmt: skip
    #: what speaks of every hitch: an add-on bar, the scale's pass and the gauge's field, whose names are the weighing's own
    COMMON = ("friction bar", "weighbridge", "gauge under the ball")

    def test_bay_drill_and_card_say_nothing_of_another_family_s_parts(self) -> None:
        for key, foreign in self.FOREIGN.items():
            found = family_fit(key)
            rig = found.measured.rig
            told = (bay_tree(found), handover_tree(hand_over(rig, found)), card_tree(rig, found, {}, "2026-01-01"))
            said = {text for tree in told for text in _strings(written(tree)) if " " in text}
            wrong = [
                text
                for text in said
                if re.search(foreign, text, re.IGNORECASE) and not any(one in text for one in self.COMMON)
            ]
            with self.subTest(family=key):
                self.assertGreater(len(said), 200)
                self.assertEqual(sorted(wrong), [])


def _strings(tree: object) -> Iterator[str]:
    if isinstance(tree, str):
        yield tree
    elif isinstance(tree, Mapping):
        for one in tree.values():
            yield from _strings(one)
    elif isinstance(tree, list | tuple):
        for one in tree:
            yield from _strings(one)


class Extras(unittest.TestCase):
    def lines(self, key: str, **more: object) -> dict[str, str]:
        words = {extra.words: extra.key for extra in EXTRAS.values()}
        return {words[one.what]: one.state for one in family_fit(key, **more).now.parts.lines if one.what in words}

    def test_each_family_has_its_own_in_the_parts_list(self) -> None:
        self.assertEqual(
            self.lines("hydraulic", trailer__coupler_mount=measured("underslung")),
            {"bracket_extension": BUY, "bar_holder": ASK},
        )
        self.assertEqual(self.lines("hydraulic", trailer__coupler_mount=measured("top")), {"bar_holder": ASK})
        deep = {"trailer__frame_depth": measured("7 in")}
        self.assertEqual(self.lines("chain", **deep), {}, "no maker's figure, no special bracket")

    def test_a_rail_that_is_too_deep_wants_special_brackets_told_as_they_are_mounted(self) -> None:
        kit = {
            **WHOLE,
            "frame_depth_least": label("3 in"),
            "frame_depth_most": label("6 in"),
            "special_depth_most": label("8 in"),
        }
        for depth, wanted in (("5 in", False), ("7 in", True)):
            found = fitted(stock__kits=[kit], stock__wrenches=WRENCHES, trailer__frame_depth=measured(depth))
            asked = [one.path for section in found.sections for one in section.questions]
            self.assertEqual("bay.mounted_special_bracket" in asked, wanted)
            self.assertEqual(any(one.what == EXTRAS["special_bracket"].words for one in found.now.parts.lines), wanted)

    def test_what_is_bolted_on_besides_takes_time(self) -> None:
        joints = {}
        for mount in ("top", "underslung"):
            found = family_fit("hydraulic", trailer__coupler_mount=measured(mount))
            joints[mount] = work_of(found.measured.rig, found).joints - len(found.proved.torque)
        self.assertEqual(joints, {"top": 0, "underslung": 1})


class PlainMount(unittest.TestCase):
    def attitude(self, front: str, rear: str = "20", **more: object):
        rails = {"bay__rail_front_coupled": measured(front), "bay__rail_rear_coupled": measured(rear)}
        mount = shank("Mount", style=label("fixed"), most_drop=label("6 in"), most_rise=label("6 in"), holes=label("6"))
        found = fitted(
            hitch__style=measured("weight_carrying"), weighing__tongue_scale=measured("450 lb"), trailer__gross_weight=measured("3800 lb"),
            stock__shanks=[mount], hitch__shank=measured("Mount"), hitch__ball_height=measured("23 1/2"), bay__floor=measured("flat"), bay__mounted_hole=measured("4"), **rails, **more,
        )  # fmt: skip
        return next(one for one in found.proved.proofs if one.key == "attitude"), found

    def test_it_is_told_which_hole_levels_it(self) -> None:
        """2 in low over 288 in of frame, 216 in to the axles: a hole of 1 1/4 in lifts it 1 2/3 in, and 1/3 in is left."""
        low, _ = self.attitude("18")
        says = low.says.text("us").replace("\u00a0", " ")
        self.assertEqual(low.state, "refused")
        self.assertIn("Raise the mount one hole, to hole ", says)
        self.assertIn(", 1 1/4 in: the rail then stands about 3/8 in off level.", says)
        high, _ = self.attitude("24")  # 4 in high: two holes leave 2/3 in, three 1 in
        self.assertIn("Lower the mount 2 holes, to hole ", high.says.text("us"))
        self.assertIn("about 11/16", high.says.text("us"))
        level, _ = self.attitude("20 1/4")
        self.assertNotIn("hole", level.says.text("us"))

    def test_nose_up_and_nose_down_each_have_their_own_reason(self) -> None:
        low, high = self.attitude("18")[0], self.attitude("22")[0]
        self.assertIn("Nose-down", low.why)
        self.assertNotIn("Nose-up", low.why)
        self.assertIn("Nose-up", high.why)
        self.assertNotIn("Nose-down", high.why)

    def test_the_empty_rail_is_a_check_more_and_the_loaded_one_is_wanted(self) -> None:
        _, found = self.attitude("20")
        coupled = next(one for one in found.sections if one.key == "coupled")
        optional = {one.path: one.optional for one in coupled.questions if "rail" in one.path}
        self.assertEqual(
            optional,
            {
                "bay.rail_front_coupled": False,
                "bay.rail_rear_coupled": False,
                "bay.rail_front_empty": True,
                "bay.rail_rear_empty": True,
            },
        )

    @given(apart=st.floats(-150, 150), frame=st.floats(2000, 9000), axle=st.floats(1500, 7000))
    def test_a_ball_moved_by_the_rail_s_share_stands_it_level(self, apart: float, frame: float, axle: float) -> None:
        self.assertAlmostEqual(rail_after(apart, -apart * axle / frame, frame, axle), 0.0, 6)
