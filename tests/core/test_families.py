"""Families of hitches: each row is data, and from it follow settings, questions, steps, proofs, bolts, drill and card.

Facts of each family: common practice, no source; wrench accuracy ISO 6789.
"""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import looks, rigfile
from stathmos.core.bay.prove.torque import WRENCH_WITHIN, with_multiplier
from stathmos.core.coupled import wound
from stathmos.core.families import FAMILIES
from stathmos.core.finding import GOOD
from stathmos.core.handover.card import card
from stathmos.core.handover.drill import drill
from stathmos.core.joints import JOINTS, TURNS
from stathmos.core.looks import LEAST, LOOKS, MOST, SEEN
from stathmos.core.procedure import LOAD, MOUNTING, SETTING, UNHOOKING
from stathmos.core.rig import entry_at
from stathmos.core.selection.brackets import bracket_place
from stathmos.core.selection.kits import wants_special_bracket
from stathmos.core.settings import KINDS, settings_of
from stathmos.core.stock import Kit
from stathmos.core.tolerances import Between
from stathmos.core.units import MM_PER_IN
from tests.core.demo import stock
from tests.core.rigs import label, measured, rig
from tests.core.test_bay_steps import AB, STOCKED, WHOLE, fitted, trial


class Hydraulic(unittest.TestCase):
    """A pump that draws its cylinder in: less chrome is more lift. Common practice, no source."""

    def test_less_chrome_winds_the_bar_and_the_coach_says_pump_in(self) -> None:
        kits = [kit for kit in stock().kits if kit.held.key == "hydraulic"]
        self.assertTrue(kits)
        for kit in kits:
            (one,) = (each for each in settings_of(kit) if each.kind.key == "stroke")
            least, most = min(one.counts()), max(one.counts())
            winds = [wound(one, count, 762.0) for count in (most, one.slack.value, one.start.value, least)]
            self.assertEqual(winds, sorted(winds))
            self.assertEqual(winds[1], 0.0, "where the bar just touches")
        self.assertEqual(KINDS["stroke"].change(-2, 12), "Pump in 2 eighths of an inch of chrome: 12 instead of 14.")

    def test_it_is_put_on_with_the_cylinder_out_and_taken_off_so(self) -> None:
        family = FAMILIES["hydraulic"]
        put_on = [step.key for step in family.told(SETTING)]
        self.assertEqual(put_on, ["eye_pin", "lift_for_bars", "bars_on", "pumped", "bar_pins"])
        steps = {step.key: step for step in family.steps}
        self.assertIn("until the chrome is all out", steps["un_lift"].does)
        mounted = {family.stage_of(key) for key in ("tray_clear", "cover_clear", "handle_free", "jack_tube")}
        self.assertEqual(mounted, {MOUNTING}, "looked at before it is fitted")


class Rows(unittest.TestCase):
    def test_every_row_speaks_of_what_there_is(self) -> None:
        for key, family in FAMILIES.items():
            with self.subTest(family=key):
                self.assertEqual(family.key, key)
                self.assertTrue(set(family.looks) <= set(LOOKS))
                self.assertTrue(set(family.tightened) <= set(JOINTS))
                self.assertEqual(family.bars, any(one.kind == LOAD for one in family.steps))
        used = {one for family in FAMILIES.values() for one in family.looks}
        self.assertEqual(used, set(LOOKS), "nothing is looked at by nobody")

    def test_every_look_is_a_field_with_its_limits(self) -> None:
        for look in LOOKS.values():
            for path in look.paths:
                self.assertIsNotNone(entry_at(path), path)
            self.assertTrue(look.why and look.ask and look.read_at)
            self.assertTrue((look.good and look.bad) if look.how == SEEN else look.limit)

    def test_each_stands_in_the_demo_with_a_ladder(self) -> None:
        kits: dict[str, list[Kit]] = {}
        for kit in stock().kits:
            kits.setdefault(kit.held.key, []).append(kit)
        self.assertEqual(set(kits), {key for key, family in FAMILIES.items() if family.bars})
        for key, ladder in kits.items():
            with self.subTest(family=key):
                self.assertGreaterEqual(len({kit.tongue_rating.value for kit in ladder}), 3)
                self.assertTrue(
                    all(settings_of(kit) and not any(one.needs for one in settings_of(kit)) for kit in ladder)
                )
        self.assertTrue(any(shank.own_balls for shank in stock().shanks))

    def test_words_of_drill_and_card_are_the_familys(self) -> None:
        for key, family in FAMILIES.items():
            if not family.bars:
                continue
            found = fitted(**{**STOCKED, "stock__kits": [{**WHOLE, "bar_style": label(key)}]})
            rig = found.measured.rig
            steps = {one.key: one.does.text("us") for one in drill(rig, found)}
            with self.subTest(family=key):
                for step in family.told(SETTING, UNHOOKING):
                    self.assertTrue(steps[step.key].startswith(step.does), step.key)
                told = {block.heading: [line.says.text("us") for line in block.lines] for block in card(rig, found)}
                self.assertEqual(told["How it is kept"], list(family.card))

    def test_the_card_says_what_the_tape_says(self) -> None:
        rails = ("18 1/4", "20")  # 1 3/4 in low in front, whatever the model had
        found = fitted(**{**STOCKED, **AB, **trial(1, "37 1/4", rails, ball_gauge="1500 lb")})
        told = {
            block.heading: {line.name: line.says.text("us") for line in block.lines}
            for block in card(found.measured.rig, found)
        }
        stands = told["How the trailer stands"]
        self.assertEqual(stands["Today, bars on"], "rear {by} high as taped".format(by="1\u00a03/4\u00a0in"))
        self.assertEqual(told["Set heights, loaded as today"]["Gauge under the ball, bars on"], "1,500\u00a0lb")
        self.assertEqual(told["Set heights, loaded as today"]["Rail front, bars on"], "18\u00a01/4\u00a0in")
        # any other load by as much from the tape as the model has it from how it has the rig now
        now = {one.key: one.rail.value for one in found.now.attitudes if one.within is not None}
        from_it = {
            one.key: one.rail.value
            for one in found.now.attitudes_from(found.measured.attitude)
            if one.within is not None
        }
        self.assertAlmostEqual(from_it["full"] + 1.75 * MM_PER_IN, now["full"] - now["planned"], 6)
        self.assertNotIn("planned", from_it)  # what is planned is aboard: that is how it was taped


class Looking(unittest.TestCase):
    def proved(self, look: looks.Look, *texts: str) -> str:
        family = next(one for one in FAMILIES.values() if look.key in one.looks)
        style = (
            {"stock__kits": [{**WHOLE, "bar_style": label(family.key)}]}
            if family.bars
            else {"hitch__style": measured("weight_carrying")}
        )
        more = (
            {
                "trailer__coupler_mount": measured("underslung"),
                "stock__kits": [{**WHOLE, "bar_style": label(family.key), "mounts": label("either")}],
            }
            if look.only
            else {}
        )
        written = {path.replace(".", "__"): measured(text) for path, text in zip(look.paths, texts, strict=False)}
        found = fitted(**{**STOCKED, **style, **more, **AB, **written})
        return next(one.state for one in found.proved.proofs if one.key == look.key)

    def test_each_is_open_then_good_then_not(self) -> None:
        for look in LOOKS.values():
            with self.subTest(look=look.key):
                self.assertEqual(self.proved(look), "unknown")
                if look.how == SEEN:
                    good, bad = (look.words[0][0], look.words[-1][0]) if look.words else ("yes", "no")
                    self.assertEqual(self.proved(look, good), GOOD)
                    self.assertEqual(self.proved(look, bad), "refused" if look.refuses else "caution")
                elif isinstance(look.limit, Between):
                    unit = 1.0 if look.dimension else 25.4
                    base = 39.0 if look.over else 0.0  # AB's rear mark in A, in
                    for value, state in (
                        (look.limit.low, GOOD),
                        (look.limit.high, GOOD),
                        (look.limit.high + unit, "refused"),
                    ):
                        self.assertEqual(self.proved(look, f"{base + value / unit:g}"), state)
                else:
                    limit = look.limit.value
                    off = {LEAST: limit - 1, MOST: limit + 1}[look.how]
                    at = tuple(f"{limit} mm" for _ in look.paths)
                    self.assertEqual(self.proved(look, *at), GOOD)
                    self.assertEqual(self.proved(look, *(f"{off} mm" for _ in look.paths)), "refused")

    def test_what_is_asked_only_where_it_applies(self) -> None:
        top = {"stock__kits": [{**WHOLE, "bar_style": label("hydraulic")}]}
        keys = {one.key for one in fitted(**{**STOCKED, **top}).proved.proofs}
        self.assertNotIn("extension_on", keys)
        self.assertNotIn("past", keys)


class Frames(unittest.TestCase):
    def judged(self, depth: str, **more: str):
        listed = {
            "frame_height_1": "3 in",
            "frame_height_2": "4 in",
            "frame_height_3": "5 in",
            "special_height": "4 3/8 in",
            **more,
        }
        kit = {
            **WHOLE,
            **{name: label(text) for name, text in listed.items()},
            "frame_depth_least": label("3 in"),
            "frame_depth_most": label("6 in"),
        }
        found = fitted(**{**STOCKED, "stock__kits": [kit], "trailer__frame_depth": measured(depth)})
        verdict = next(one for one in found.now.choice.kits)
        return verdict, wants_special_bracket(verdict.part, found.measured.rig)

    def test_a_list_is_no_range(self) -> None:
        for depth, rule, special in (
            ("4 in", "", False),
            ("4 9/16 in", "frame", False),
            ("4 3/8 in", "", True),
            ("5 1/8 in", "", False),
            ("6 in", "frame", False),
        ):
            with self.subTest(depth=depth):
                verdict, wants = self.judged(depth)
                self.assertEqual((verdict.rule == "frame", wants), (rule == "frame", special))

    def test_a_tray_in_the_way_is_told_with_how_far(self) -> None:
        kit = {
            **WHOLE,
            "bracket_distance": label("28 in"),
            "bracket_least": label("27 in"),
            "bracket_most": label("30 in"),
            "clears_trays": label("no"),
        }
        tray = {"trailer__propane_position": measured("28 in"), "trailer__propane_tray": measured("14 in")}
        found = fitted(**{**STOCKED, "stock__kits": [kit], **tray})
        says = found.now.choice.kits[0].reason.text("us").replace("\u00a0", " ")
        # the tray from 21 to 35 in, half a bracket of 1¼ in: for one at 30 in it must end at 28¾
        self.assertIn("Moved 6 1/4 in forward the propane tray leaves room.", says)

    def test_where_the_bracket_went_is_used_from_then_on(self) -> None:
        found = fitted(**STOCKED, bay__bracket_place=measured("26 in"))
        self.assertAlmostEqual(found.now.rest.bracket.value, 26 * 25.4, 6)
        self.assertNotAlmostEqual(fitted(**STOCKED).now.rest.bracket.value, 26 * 25.4, 3)


class Torque(unittest.TestCase):
    def bolt(self, joint: str, kit: dict, **written: str):
        texts = {f"torque__{joint}__{name}": measured(text) for name, text in written.items()}
        found = fitted(**{**STOCKED, "stock__kits": [{**WHOLE, **kit}], **texts})
        return next(one for one in found.proved.torque if one.key == joint)

    def test_a_single_value_in_either_unit_within_what_a_wrench_can(self) -> None:
        """ISO 6789: a torque wrench is within 4 %; 430 ft·lb are 583 N·m."""
        self.assertEqual(WRENCH_WITHIN, 0.04)
        single = {"ball_nut_least": label("430 ft·lb"), "ball_nut_most": label("430 ft·lb")}
        for reached, state in (
            ("583 N·m", GOOD),
            ("430 ft·lb", GOOD),
            ("447 ft·lb", GOOD),
            ("413 ft·lb", GOOD),
            ("448 ft·lb", "refused"),
            ("412 ft·lb", "refused"),
        ):
            with self.subTest(reached=reached):
                self.assertEqual(self.bolt("ball_nut", single, reached=reached, marked="yes").state, state)
        # a range is as it is written, to the unit of the wrench
        for reached, state in (
            ("430 ft·lb", GOOD),
            ("583 N·m", GOOD),
            ("460 ft·lb", GOOD),
            ("624 N·m", GOOD),
            ("462 ft·lb", "refused"),
            ("429 ft·lb", "refused"),
        ):
            with self.subTest(reached=reached):
                self.assertEqual(self.bolt("ball_nut", {}, reached=reached, marked="yes").state, state)

    def test_a_wrench_past_its_day_leaves_no_more_than_care(self) -> None:
        for late, state in (("no", GOOD), ("yes", "caution")):
            done = self.bolt("ball_nut", {}, reached="445 ft·lb", marked="yes", late=late)
            self.assertEqual(done.state, state)
        self.assertIn("tighten it again with one that was", done.says.text("us"))
        # and mends nothing: too little stays refused
        self.assertEqual(self.bolt("ball_nut", {}, reached="300 ft·lb", marked="yes", late="yes").state, "refused")

    def test_what_is_offered_is_accepted_in_both_units(self) -> None:
        from stathmos.core.bay.prove.torque import to_set

        for least, most in (("430", "430"), ("430", "460"), ("150", "150"), ("27", "27"), ("65", "65"), ("45", "65")):
            kit = {"ball_nut_least": label(f"{least} ft·lb"), "ball_nut_most": label(f"{most} ft·lb")}
            for system in ("us", "metric"):
                offered = to_set(self.bolt("ball_nut", kit).target, system)
                self.assertEqual(self.bolt("ball_nut", kit, reached=offered, marked="yes").state, GOOD, offered)

    def test_a_wrench_that_cannot_have_given_it_is_refused_with_why(self) -> None:
        """The tests' long wrench ends at 250 ft·lb; with 17 3/16 in on its 22 in it gives 445."""
        alone = self.bolt("ball_nut", {}, reached="445 ft·lb", wrench="Long", marked="yes")
        self.assertEqual(alone.state, "refused")
        self.assertIn("ends at 250\u00a0ft·lb: it cannot have given 445", alone.says.text("us"))
        longer = self.bolt("ball_nut", {}, reached="445 ft·lb", wrench="Long", extension="17 3/16 in", marked="yes")
        self.assertEqual(longer.state, GOOD)
        times = self.bolt(
            "ball_nut", {}, reached="445 ft·lb", wrench="Long", multiplier="3", method="multiplier", marked="yes"
        )
        self.assertEqual(times.state, GOOD)
        self.assertAlmostEqual(with_multiplier(445, 3), 148.33, 2)
        short = self.bolt("frame_bolts_1", {}, reached="55 ft·lb", wrench="Long", multiplier="3", marked="yes")
        self.assertEqual(short.state, "refused", "with a multiplier it begins at 120")

    def test_the_angle_set_bolt_with_its_quarter_turn_after_the_first_coupling(self) -> None:
        kit = {
            "angle_bolt_by": label("snug"),
            "angle_bolt_turn": label("half_then_quarter"),
            "angle_bolt_count": label("1"),
        }
        done: dict[str, str] = {}
        for more, state in (
            ({}, "unknown"),
            ({"tight": "yes"}, "unknown"),
            ({"turned": "yes"}, "unknown"),
            ({"turned_later": "yes"}, "unknown"),
            ({"marked": "yes"}, GOOD),
        ):
            done |= more
            self.assertEqual(self.bolt("angle_bolt", kit, **done).state, state, done)
        self.assertIn(
            "a quarter turn more after it has been coupled once", self.bolt("angle_bolt", kit).wanted.text("us")
        )

    def test_two_sizes_on_one_bolt_are_both_laid_out(self) -> None:
        kit = {**WHOLE, "head_bolts_bolt_across": label("1 1/16 in")}
        told = [
            one.name.text("us").replace("\u00a0", " ")
            for one in fitted(**{**STOCKED, "stock__kits": [kit]}).proved.tools
        ]
        self.assertIn("Wrench to hold the bolt, 1 1/16 in", told)

    def test_torque_goes_in_where_the_work_wants_it(self) -> None:
        found = fitted(**STOCKED, **AB, **trial(1, "37 1/4"))
        order = [one.key for one in found.sections]
        self.assertLess(order.index("torque_first"), order.index("a"))
        self.assertGreater(order.index("torque"), order.index("coach"))
        told = {key: next(one.joints for one in found.sections if one.key == key) for key in ("torque_first", "torque")}
        self.assertEqual(told["torque_first"], ("ball_nut", "frame_bolts", "head_bolts", "bracket_bolts", "angle_bolt"))
        self.assertEqual(told["torque"], ("head_bolts", "bracket_bolts", "angle_bolt"))
        self.assertTrue(all(turn.words for turn in TURNS.values()))

    @given(st.floats(20, 600), st.floats(1.5, 10))
    def test_a_multiplier_gives_back_what_was_wanted(self, target: float, times: float) -> None:
        self.assertAlmostEqual(with_multiplier(target, times) * times, target, 9)


class WholeFits(unittest.TestCase):
    def test_each_familys_kit_of_the_demo_is_fitted_and_coached(self) -> None:
        """A demo kit of each family on the tests' rig: a beginning, then done or a next change in its own words."""
        for key in FAMILIES:
            kit = next((one for one in stock().kits if one.held.key == key), None)
            if kit is None:
                continue
            from tests.core.demo import listed

            row = next(one for one in listed("kits") if one["name"] == kit.name)
            found = fitted(**{**STOCKED, "stock__kits": [row], **AB, "hitch__kit": measured(kit.name)})
            with self.subTest(family=key):
                begun = found.adjusted.next
                self.assertEqual(begun.verdict, "begin", begun)
                written = {path.replace(".", "__"): measured(text) for path, text in begun.entries.items()}
                marked = {
                    path: entry
                    for path, entry in trial(1, "37 9/16").items()
                    if path.rpartition("__")[2] not in ("washers", "steps_left", "steps_right", "hole")
                }
                then = fitted(
                    **{**STOCKED, "stock__kits": [row], **AB, **written, **marked, "hitch__kit": measured(kit.name)}
                )
                self.assertEqual(then.adjusted.next.verdict, "change", then.adjusted.next)
                more = {one.kind.more for one in settings_of(kit) if one.kind.winds > 0} | {
                    one.kind.less for one in settings_of(kit) if one.kind.winds < 0
                }
                self.assertTrue(
                    any(then.adjusted.next.says.text("us").startswith(word) for word in more), then.adjusted.next.says
                )
                self.assertTrue(all(one.questions or one.kind != "questions" for one in then.sections))


class BarsUnderTheirBrackets(unittest.TestCase):
    """A 28 in bar under a bracket at 28 in: right for chains, which hang from its end; not where it lies on a bracket. Common practice."""

    def place(self, style: str):
        made = {
            **WHOLE, "bar_style": label(style), "bar_length": label("28 in"), "bracket_distance": label("28 in"),
            "bracket_least": label("28 in"), "bracket_most": label("28 in"),
        }  # fmt: skip
        read = rigfile.read(rig(stock__kits=[made]))
        return bracket_place(read.stock.kits[0], read.rig)

    def test_chains_hang_from_the_bars_ends_and_brackets_lie_short_of_them(self) -> None:
        for family in FAMILIES.values():
            if not family.bars:
                continue
            found = self.place(family.key)
            with self.subTest(family=family.key):
                if family.reaches_past:
                    self.assertIn("three inches past", found.text("us"))
                else:
                    self.assertAlmostEqual(found.value, 28 * MM_PER_IN)
        self.assertFalse(FAMILIES["chain"].reaches_past)
        self.assertTrue(FAMILIES["l_bracket"].reaches_past)
