"""The bay's screens and its mounting page: what stands together, what one press says, what the build tells, in every family."""

import itertools
import unittest

from stathmos.core.bay import Fit
from stathmos.core.bay.say.pages import TAPED, TICKED, ticked_first
from stathmos.core.bay.say.question import Question
from stathmos.core.families import FAMILIES
from stathmos.core.judging import judged
from stathmos.core.mounts import MOUNTS
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import read
from stathmos.core.rules import Rules
from tests.core.rigs import label, measured, rig
from tests.core.test_bay_steps import AB, STOCKED, WHOLE, fitted, trial

#: what the fitter must say, whatever is usually so: how hard the bars went on, where one measures, what tells that it is level
SAID = ("went_on", "marks", "levelled_by", "weighed", "good_same_spot")


def with_family(style: str) -> dict:
    """The worked rig with a hitch of one family."""
    if not FAMILIES[style].bars:
        return {"hitch__style": measured("weight_carrying")}
    return {"stock__kits": [{**WHOLE, "bar_style": label(style)}], "stock__wrenches": STOCKED["stock__wrenches"]}


def questions(fit: Fit) -> dict[str, tuple[Question, ...]]:
    return {one.key: one.questions for one in fit.sections}


class Screens(unittest.TestCase):
    def test_what_stands_together_is_answered_alike_and_stays_together(self) -> None:
        for style, begun in itertools.product(FAMILIES, ({}, AB, {**AB, **trial(1, "37 1/4")})):
            for section, asked in questions(fitted(**{**with_family(style), **begun})).items():
                with self.subTest(style=style, section=section):
                    pages = [page for page, _ in itertools.groupby(asked, lambda one: one.page)]
                    self.assertEqual(len(pages), len(set(pages)), "a screen comes back")
                    self.assertLessEqual(len(pages), 5)
                    for page in pages:
                        kinds = {one.kind == "length" for one in asked if one.page == page}
                        self.assertEqual(len(kinds), 1, page)

    def test_one_press_says_only_what_may_be_answered_and_never_what_the_fitter_must_say(self) -> None:
        seen = 0
        for style in FAMILIES:
            begun = {**AB, **trial(1, "37 1/4"), "bay__floor": measured("not_flat")}
            for asked in questions(fitted(**{**with_family(style), **begun})).values():
                for one in asked:
                    if one.path.rpartition(".")[2] in SAID or one.kind == "length":
                        self.assertEqual(one.so, "", one.path)
                    elif one.so and one.offers:
                        self.assertIn(one.so, {value for value, _ in one.offers}, one.path)
                        seen += 1
                    elif one.so:
                        self.assertTrue(one.so.isdigit(), one.path)
        self.assertGreater(seen, 60)

    def test_bars_that_would_not_go_on_are_asked_for_no_marks(self) -> None:
        for went_on, marks in (("not_on", 0), ("lifted", 4)):
            asked = questions(fitted(**STOCKED, **AB, **trial(1, "37 1/4", went_on=went_on)))["c"]
            self.assertEqual(
                sum(one.hold.endswith("_mark") and not one.path.endswith("_again") for one in asked), marks, went_on
            )
        (how,) = (one for one in asked if one.path.endswith("went_on"))
        self.assertEqual(how.ends, ("not_on",))

    def test_the_next_trial_begins_with_what_was_set_and_with_what_is_expected(self) -> None:
        following = fitted(**STOCKED, **AB, **trial(1, "37 1/4")).next_trials
        found = {one.path.rpartition(".")[2]: one for one in following.questions}
        self.assertEqual([found[name].so for name in ("washers", "steps_left", "steps_right")], ["4", "3", "3"])
        self.assertAlmostEqual(found["front_left"].near, 37.25 * 25.4)  # as the trial before left it
        first = {one.path: one for one in questions(fitted(**STOCKED))["coupling"]}
        self.assertAlmostEqual(first["bay.coupler_height"].near, read(rig()).rig.figure("trailer.coupler_height").value)

    def test_alone_then_ticked_then_taped(self) -> None:
        asked = questions(fitted(**STOCKED, **AB))["proof"]
        shuffled = ticked_first(tuple(reversed(asked)))
        kinds = [TAPED if one.kind == "length" else TICKED for one in shuffled]
        self.assertEqual(kinds, sorted(kinds, reverse=True))
        self.assertEqual({one.path for one in shuffled}, {one.path for one in asked})


class Mounting(unittest.TestCase):
    def told(self, **changes: object) -> dict[str, Question]:
        asked = questions(fitted(**{**STOCKED, **changes}))["mounting"]
        return {one.path.removeprefix("bay."): one for one in asked}

    def test_it_is_told_from_the_build(self) -> None:
        position = fitted(**STOCKED).now.choice.position
        told = self.told()
        self.assertIn(f"turned {position.orientation}", told["mounted_shank"].ask)
        self.assertEqual(told["mounted_hole"].so, str(position.hole))
        self.assertEqual(told["mounted_washers"].so, "4")  # its maker has one begin with 4
        for mount, words in (("top", "studs up"), ("underslung", "studs down")):
            kits = [{**WHOLE, "mounts": label("either")}]
            self.assertIn(
                words, self.told(stock__kits=kits, trailer__coupler_mount=measured(mount))["mounted_studs"].ask
            )

    def test_every_family_names_steps_that_there_are_and_fields_to_tick(self) -> None:
        for family in FAMILIES.values():
            self.assertTrue(family.mounted)
            for key in family.mounted:
                self.assertIsNotNone(entry_at(f"bay.{MOUNTS[key].field}"), key)

    def test_what_is_not_mounted_so_is_refused_and_so_everywhere(self) -> None:
        for key in ("shank", "plate", "teeth"):
            with self.subTest(key=key):
                changes = {**STOCKED, f"bay__mounted_{key}": measured("no")}
                states = {one.key: one.state for one in fitted(**changes).proved.proofs}
                self.assertEqual(states[f"mounted_{key}"], "refused")
                one = read(rig(**changes))
                self.assertEqual(judged(one.rig, Rules(), one.stock).verdict.state, "refused")
        self.assertNotIn("mounted_shank", {one.key for one in fitted(**STOCKED).proved.proofs})

    def test_what_decides_is_read_twice_whatever_the_bay_found(self) -> None:
        """A bay that is not fit does not spare the second reading before the ratings are signed."""
        one, other = (
            read(rig(**STOCKED, bay__floor=measured("flat"), bay__mounted_plate=measured(said)))
            for said in ("yes", "no")
        )
        fit, over = (judged(each.rig, Rules(), each.stock) for each in (one, other))
        self.assertEqual((over.verdict.state, over.desk.state), ("refused", fit.verdict.state))
        self.assertTrue(fit.to_read_again)
        self.assertEqual(over.to_read_again, fit.to_read_again)

    def test_the_hole_that_was_counted_is_the_trials_and_a_plans_is_nobodys(self) -> None:
        counted = fitted(**STOCKED, **AB, bay__mounted_hole=measured("5"))
        self.assertEqual(counted.adjusted.next.entries["trials.trial_1.hole"], "5")
        self.assertEqual({one.path: one.so for one in counted.next_trials.questions}["trials.trial_1.hole"], "5")
        planned = fitted(**STOCKED, **AB)
        self.assertNotIn("trials.trial_1.hole", planned.adjusted.next.entries)
        self.assertEqual({one.path: one.so for one in planned.next_trials.questions}["trials.trial_1.hole"], "")
