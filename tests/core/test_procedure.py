"""Every family's procedure: nothing is loaded before it is tight, latched and pinned, and what is put on is taken off.

The order of safety is common practice, no source. Figures invented.
"""

from __future__ import annotations

import re
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.bay.prove.contradicted import taped
from stathmos.core.families import BARS, FAMILIES, ON_BRACKETS, Family, _again, _mounted, _off, _on, _tight
from stathmos.core.figures import sure
from stathmos.core.handover.drill import order
from stathmos.core.joints import JOINTS
from stathmos.core.looks import LOOKS
from stathmos.core.mounts import MOUNTS
from stathmos.core.procedure import (
    COUPLE,
    LEFT_ON,
    LOAD,
    LOOK,
    LOOSE,
    MOUNT,
    NEVER_ON,
    RELEASE,
    ROLL,
    SECURE,
    SETTING,
    STAGES,
    STILL_HELD,
    TOO_EARLY,
    TORQUE,
    UNSURE,
    Step,
    faults,
)
from stathmos.core.stock import Kit
from tests.core.rigs import label, measured
from tests.core.test_bay_steps import AB, STOCKED, WHOLE, WRENCHES, fitted, trial

BARRED = tuple(family for family in FAMILIES.values() if family.bars)
#: words of one family's parts, which no other speaks of
WORDS = {
    "cylinder": ("cylinder", "chrome", "valve", "pump", "hose"), "screw": ("lead screw", "the screw"), "chains": ("links", "levers"),
    "tension chains": ("tension nut", "tension plate", "shackle"), "brackets": ("snap-up lever",),
}  # fmt: skip


def named(found: tuple) -> set[str]:
    return {one.what for one in found}


class Order(unittest.TestCase):
    def test_no_family_may_hurt_by_its_order(self) -> None:
        for family in FAMILIES.values():
            with self.subTest(family=family.key):
                self.assertEqual(faults(family.steps), ())
                self.assertEqual(
                    [STAGES.index(one.stage) for one in family.steps],
                    sorted(STAGES.index(one.stage) for one in family.steps),
                )

    def test_no_drill_may_hurt_by_its_order(self) -> None:
        ways = ("electric", "surge", "none", "")
        for family in FAMILIES.values():
            for brakes in ways:
                style = {"hitch__style": measured("weight_carrying")} if not family.bars else {}
                kit = {**WHOLE, "bar_style": label(family.key)} if family.bars else WHOLE
                written = {"trailer__brakes": measured(brakes)} if brakes else {}
                found = fitted(**{**STOCKED, "stock__kits": [kit], **style, **written})
                steps = tuple(one.step for one in order(found.measured.rig, found))
                # (what was mounted, tightened and looked at in the bay stands)
                before = tuple(
                    one for one in family.steps if one.stage in STAGES[:4] and one.kind in (TORQUE, MOUNT, LOOK)
                )
                first = steps.index(next(one for one in steps if one.kind == SECURE))
                with self.subTest(family=family.key, brakes=brakes):
                    self.assertEqual(faults((*before, *steps)), ())
                    keys = [one.key for one in steps]
                    self.assertEqual(len(set(keys)), len(keys))
                    self.assertLess(keys.index("hitch_pin"), keys.index("lower"))
                    self.assertLess(first, keys.index("lower"))
                    loads = [at for at, one in enumerate(steps) if one.kind == LOAD]
                    self.assertTrue(all(at > keys.index("latch") for at in loads))

    def test_each_wrong_order_is_found(self) -> None:
        steps = FAMILIES["l_bracket"].steps

        def without(key: str) -> tuple[Step, ...]:
            return tuple(one for one in steps if one.key != key)

        def last(key: str) -> tuple[Step, ...]:
            return (*without(key), next(one for one in steps if one.key == key))

        for key in ("tight_head_bolts", "tight_frame_bolts"):
            self.assertIn(LOOSE, named(faults(last(key))), key)
        for key in ("latch_closed", "hitch_pin", "bar_pins"):
            self.assertIn(UNSURE, named(faults(last(key))), key)
        self.assertIn(LEFT_ON, named(faults(without("un_bars"))))
        self.assertIn(NEVER_ON, named(faults(without("bar_pins"))))
        self.assertIn(STILL_HELD, named(faults(last("un_pins"))))
        chains = FAMILIES["tension_chain"].steps
        late = next(one for one in chains if one.key == "set_screws")
        self.assertIn(TOO_EARLY, named(faults((*(one for one in chains if one is not late), late))))

    @given(st.sampled_from(BARRED), st.data())
    def test_whatever_is_moved_over_a_load_is_found(self, family: Family, data: st.DataObject) -> None:
        """What makes sure or tightens, taken to the end: never without a word."""
        guards = [
            one for one in family.steps if (one.kind == SECURE and one.secures) or (one.kind == TORQUE and one.carries)
        ]
        first = {one.of: one for one in reversed(guards) if one.kind == TORQUE}
        moved = data.draw(st.sampled_from([one for one in guards if one.kind == SECURE or first.get(one.of) is one]))
        if moved.kind == SECURE and sum(set(moved.secures) <= set(one.secures) for one in family.steps) > 1:
            return  # another one makes the same sure
        again = tuple(one for one in family.steps if one.of != moved.of or one.kind != TORQUE)
        rest = tuple(one for one in (again if moved.kind == TORQUE else family.steps) if one is not moved)
        self.assertTrue(faults((*rest, moved)), moved.key)

    def test_a_family_that_is_data_alone_is_held_to_the_same(self) -> None:
        cams = Family(
            key="cams", words="bars on cams", made_of=(BARS, ON_BRACKETS), hold="cams",
            own=(
                *_mounted("shank", "hole"), *_tight("ball_nut", "frame_bolts", "head_bolts"),
                _on("bars_on", LOAD, "Bars onto their cams.", "Why.", puts=("bars",)), _on("bar_pins", SECURE, "Pins in.", "Why.", puts=("pins",), secures=("bars",)),
                _off("un_pins", RELEASE, "Pins out.", "Why.", takes=("pins",)), _off("un_bars", RELEASE, "Bars off.", "Why.", takes=("bars",)),
                *_again("head_bolts"),
            ),
        )  # fmt: skip
        self.assertEqual(faults(cams.steps), ())
        loose = replace(cams, own=tuple(one for one in cams.own if one.key != "bar_pins"))
        self.assertEqual(named(faults(loose.steps)), {UNSURE, NEVER_ON})
        self.assertEqual(cams.tightened, ("ball_nut", "frame_bolts", "head_bolts"))

    def test_every_step_says_what_and_why_and_names_what_there_is(self) -> None:
        known = {MOUNT: MOUNTS, TORQUE: JOINTS}
        for family in FAMILIES.values():
            keys = [one.key for one in family.steps]
            self.assertEqual(len(set(keys)), len(keys), family.key)
            for step in family.steps:
                with self.subTest(family=family.key, step=step.key):
                    if step.of:
                        self.assertIn(step.of, known.get(step.kind, LOOKS))
                    if step.does:
                        self.assertTrue(step.why)
                    self.assertTrue(step.of or step.does or step.kind in (COUPLE, ROLL, MOUNT, RELEASE))

    def test_none_speaks_in_another_ones_words(self) -> None:
        for family in FAMILIES.values():
            said = [text for one in family.steps for text in (one.does, one.why, one.caution)]
            said += [
                text for key in family.looks if LOOKS[key].when == SETTING for text in (LOOKS[key].ask, LOOKS[key].why)
            ]
            told = " ".join((*said, *family.card, family.injures, family.comes_as)).lower()
            for part, words in WORDS.items():
                if part not in family.made_of:
                    found = [word for word in words if re.search(rf"\b{word}\b", told)]
                    self.assertEqual(found, [], family.key)


class Bay(unittest.TestCase):
    def test_latch_pins_and_torque_come_before_it_rolls_in_every_family(self) -> None:
        for family in BARRED:
            found = fitted(
                **{**STOCKED, "stock__kits": [{**WHOLE, "bar_style": label(family.key)}], **AB, **trial(1, "37 1/4")}
            )
            keys = [one.key for one in found.sections]
            asked = [one.path for section in found.sections for one in section.questions]
            with self.subTest(family=family.key):
                self.assertLess(keys.index("torque_first"), keys.index("b"))
                self.assertIn("head_bolts", next(one.joints for one in found.sections if one.key == "torque_first"))
                self.assertLess(asked.index("bay.hitch_pin"), asked.index("bay.latch_closed"))
                self.assertLess(asked.index("bay.latch_closed"), asked.index("bay.rocked_b"))
                rolled = asked.index("trials.trial_1.rocked")
                for look in ("levers_pinned", "retightened", "set_screws", "stowed"):
                    if f"bay.{look}" in asked:
                        self.assertLess(asked.index(f"bay.{look}"), rolled, look)

    def test_what_is_not_safe_to_load_is_named_until_it_is(self) -> None:
        unsafe = {one.key: [left.name for left in one.unsafe] for one in fitted(**STOCKED, **AB).sections}
        self.assertEqual(unsafe["setting"][:2], ["Ball nut", "Frame-plate bolts"])
        self.assertIn("Hitch pin and clip in", unsafe["b"])
        self.assertNotIn("Latch closed and pinned", unsafe["b"], "that is looked at there")
        self.assertIn("Latch closed and pinned", unsafe["setting"])
        done = {
            "bay__hitch_pin": measured("yes"),
            "bay__latch_closed": measured("yes"),
            "bay__retightened": measured("yes"),
        }
        left = {
            one.key: [each.name for each in one.unsafe]
            for one in fitted(**STOCKED, **AB, **trial(1, "37 1/4"), **done).sections
        }
        self.assertEqual(left["setting"], [], "the bolts undone for it are back at their torque")


class HeldAgainstTheTape(unittest.TestCase):
    def state(self, look: str, kit: dict, **changes: object) -> tuple[str, str]:
        found = fitted(**{**STOCKED, "stock__kits": [kit], **changes})
        one = next(one for one in found.proved.proofs if one.key == look)
        return one.state, one.says.text("us").replace("\u00a0", " ")

    def test_the_mark_four_inches_from_the_bars_end(self) -> None:
        kit = {**WHOLE, "bar_style": label("tilt_head"), "bar_length": label("34 in")}
        for place, state in (("30", "good"), ("30 1/2", "good"), ("31", "unknown"), ("29", "unknown")):
            with self.subTest(place=place):
                found = self.state(
                    "bracket_mark", kit, bay__bracket_mark=measured("yes"), bay__bracket_place=measured(place)
                )
                self.assertEqual(found[0], state)
        self.assertIn(
            "One of the two is wrong",
            self.state("bracket_mark", kit, bay__bracket_mark=measured("yes"), bay__bracket_place=measured("31"))[1],
        )
        self.assertEqual(
            self.state("bracket_mark", kit, bay__bracket_mark=measured("no"), bay__bracket_place=measured("30"))[0],
            "refused",
        )
        self.assertEqual(self.state("bracket_mark", kit, bay__bracket_place=measured("31"))[0], "unknown")

    def test_chains_hang_square_where_the_bars_end(self) -> None:
        kit = {**WHOLE, "bar_style": label("chain"), "bar_length": label("28 in")}
        for place, state in (("28", "good"), ("29", "good"), ("29 1/4", "unknown")):
            found = self.state(
                "chains_square", kit, bay__chains_square=measured("yes"), bay__bracket_place=measured(place)
            )
            self.assertEqual(found[0], state, place)

    def test_nothing_taped_says_nothing(self) -> None:
        found = fitted(**STOCKED)
        for look in LOOKS:
            self.assertIsNone(taped(look, found.measured.rig, None, found.now))


#: 1/8 in below for each 100 lb of tongue: 800 lb and a level coupler at 22 3/4 in make 21 3/4
SCREW = {name: given for name, given in WHOLE.items() if not name.startswith(("washer", "step"))} | {
    "bar_style": label("lead_screw"), "handbook_offset_per_hundred": label("-1/8 in"), "screw_least": label("0"), "screw_most": label("24"),
    "screw_start": label("10"), "screw_slack": label("2"), "screw_tilt": label("0.25 deg"),
}  # fmt: skip


class LeadScrew(unittest.TestCase):
    def fit(self, ball: str, **more: object):
        marked = {
            path: entry
            for path, entry in trial(1, "37 1/4").items()
            if not path.rpartition("__")[2].startswith(("washers", "steps"))
        }
        return fitted(
            stock__kits=[SCREW], stock__wrenches=WRENCHES, **AB, **marked, trials__trial_1__screw=measured("10"), bay__coupler_height=measured("22 3/4"),
            hitch__ball_height=measured(ball), **more,
        )  # fmt: skip

    def test_set_as_its_manual_says_it_stands_level_and_otherwise_it_is_asked(self) -> None:
        for ball, off, look in (("21 3/4", False, "good"), ("24 5/8", True, "unknown"), ("19 3/4", True, "unknown")):
            found = self.fit(ball, bay__head_below=measured("yes"))
            with self.subTest(ball=ball):
                self.assertEqual("ball_off" in {one.key for one in found.now.findings}, off)
                self.assertEqual(next(one.state for one in found.proved.proofs if one.key == "head_below"), look)
        self.assertAlmostEqual(sure(self.fit("21 3/4").now.heights.level).value, 21.75 * 25.4, 6)

    def test_no_lever_and_no_jack_for_bars_that_are_wound_by_hand(self) -> None:
        asked = [one.path for section in self.fit("21 3/4").sections for one in section.questions]
        self.assertNotIn("trials.trial_1.went_on", asked)
        self.assertTrue(Kit(name="any").held.levered)


if __name__ == "__main__":
    unittest.main()
