"""The shelf from its movements: balance, who gets the last one, and that a build prefers what is there among equals. Common practice, no source."""

import random
import unittest
from dataclasses import replace
from datetime import date

from hypothesis import example, given, settings
from hypothesis import strategies as st

from stathmos.core.bay import fit
from stathmos.core.rules import Rules
from stathmos.core.stockroom import (
    ARRIVED,
    ASIDE,
    CANCELLED,
    COUNTED,
    EXPECTED,
    ORDERED,
    RELEASED,
    USED,
    WHAT,
    Item,
    Movement,
    Need,
    NotSo,
    Standing,
    after,
    judge,
    stand,
    wanted,
)
from tests.core import demo

SHANK = Item("shanks", "Shank 2 short")


def moved(*steps: dict) -> Standing:
    rows = [Movement(number=number, item=SHANK, **step) for number, step in enumerate(steps, 1)]
    return stand(rows).get(SHANK, Standing())


def step(what: str, quantity: int, **more: object) -> dict:
    return {"what": what, "quantity": quantity, **more}


class Balance(unittest.TestCase):
    @settings(max_examples=500, deadline=None)
    @given(
        st.lists(
            st.tuples(
                st.sampled_from(list(WHAT)), st.integers(0, 4), st.sampled_from(["", "a", "b"]), st.integers(1, 12)
            )
        )
    )
    @example([(ORDERED, 1, "a", 1), (ARRIVED, 1, "", 1), (USED, 1, "a", 1)])
    @example([(COUNTED, 1, "", 1), (ASIDE, 1, "a", 1), (COUNTED, 0, "", 1), (USED, 1, "a", 1)])
    def test_what_is_judged_to_be_so_keeps_the_shelf_balanced(self, steps: list) -> None:
        """Against a plain count kept beside it: nothing is less than nothing, and nobody has what is another's."""
        standing, there, number = Standing(), None, 0
        for what, quantity, rig, order in steps:
            number += 1
            one = Movement(number=number, item=SHANK, what=what, quantity=quantity, rig=rig, order=order)
            if what == ARRIVED and not any(known.number == order for known in standing.orders):
                one = Movement(number=number, item=SHANK, what=what, quantity=quantity, rig="")
            try:
                judge(standing, one)
            except NotSo as error:
                self.assertTrue(str(error).endswith("."))
                continue
            standing = after(standing, one)
            there = {COUNTED: quantity, ARRIVED: (there or 0) + quantity, USED: (there or 0) - quantity}.get(
                what, there
            )
            self.assertEqual(standing.there, there)
            self.assertGreaterEqual(standing.there or 0, 0)
            self.assertTrue(all(many > 0 for many in standing.aside.values()))
            self.assertTrue(all(one.left > 0 for one in standing.orders))
            if standing.there is not None and what != COUNTED:
                self.assertGreaterEqual(standing.free, 0)
                for rig in ("a", "b"):
                    self.assertLessEqual(standing.free_for(rig), max(standing.there, standing.aside.get(rig, 0)))

    def test_nobody_counted_is_not_none(self) -> None:
        self.assertIsNone(Standing().free)
        self.assertIsNone(Standing().free_for("a"))
        self.assertFalse(wanted(Standing(), Need(SHANK, 1), "a").there)

    def test_a_count_may_find_fewer_than_are_set_aside(self) -> None:
        found = moved(step(COUNTED, 2), step(ASIDE, 2, rig="a"), step(COUNTED, 1))
        self.assertEqual((found.there, found.free, found.set_aside), (1, 0, 2))

    def test_refusals_name_what_is_in_the_way(self) -> None:
        one = moved(step(COUNTED, 1), step(ASIDE, 1, rig="a"))
        for what, more, said in (
            (ASIDE, {"rig": "b"}, "None is free: 1 on the shelf, 1 of them set aside."),
            (RELEASED, {"rig": "b"}, "Not so many are set aside for this rig."),
            (USED, {"rig": "b"}, "None is free: 1 on the shelf, 1 of them set aside."),
            (CANCELLED, {"order": 7}, "There is no such order, or all of it has come."),
            (EXPECTED, {"order": 7}, "There is no such order, or all of it has come."),
        ):
            with self.subTest(what), self.assertRaises(NotSo) as caught:
                judge(one, Movement(number=9, item=SHANK, what=what, quantity=1, **more))
            self.assertEqual(str(caught.exception), said)
        for quantity in (0, -1, 10_001):
            with self.assertRaises(NotSo):
                judge(one, Movement(number=9, item=SHANK, what=ARRIVED, quantity=quantity))


class TheLastOne(unittest.TestCase):
    def test_one_gets_it_the_other_is_told(self) -> None:
        last = moved(step(COUNTED, 1), step(ASIDE, 1, rig="a"))
        self.assertTrue(wanted(last, Need(SHANK, 1), "a").there)
        other = wanted(last, Need(SHANK, 1), "b")
        self.assertEqual((other.there, other.short, other.others), (False, 1, 1))

    def test_what_comes_for_a_rig_is_set_aside_for_it(self) -> None:
        found = moved(
            step(COUNTED, 0), step(ORDERED, 2, rig="b", day=date(2026, 12, 3), supplier="x"), step(ARRIVED, 1, order=2)
        )
        self.assertEqual((found.there, found.free, dict(found.aside)), (1, 0, {"b": 1}))
        self.assertEqual([one.left for one in found.orders], [1])

    def test_the_day_is_the_last_of_those_needed_and_unknown_where_one_is(self) -> None:
        early, late = date(2026, 12, 1), date(2026, 12, 9)
        both = moved(step(COUNTED, 0), step(ORDERED, 1, day=late), step(ORDERED, 1, day=early))
        self.assertEqual(wanted(both, Need(SHANK, 1), "a").day, early)
        self.assertEqual(wanted(both, Need(SHANK, 2), "a").day, late)
        unknown = moved(step(COUNTED, 0), step(ORDERED, 1, day=early), step(ORDERED, 1))
        self.assertIsNone(wanted(unknown, Need(SHANK, 2), "a").day)
        self.assertEqual(wanted(unknown, Need(SHANK, 3), "a").short, 1)

    def test_what_is_ordered_for_another_is_not_counted_on(self) -> None:
        other = moved(step(COUNTED, 0), step(ORDERED, 1, rig="a", day=date(2026, 12, 1)))
        self.assertEqual(wanted(other, Need(SHANK, 1), "b").short, 1)
        self.assertEqual(wanted(other, Need(SHANK, 1), "a").short, 0)

    def test_a_part_that_comes_is_not_passed_over(self) -> None:
        """To be had: so many now; None, as where nobody counted, while some is to come; nought where none is and none comes."""
        gone = moved(step(COUNTED, 0))
        self.assertEqual(gone.to_be_had("a"), 0)
        self.assertIsNone(moved(step(COUNTED, 0), step(ORDERED, 1)).to_be_had("a"))
        self.assertEqual(moved(step(COUNTED, 0), step(ORDERED, 1, rig="b")).to_be_had("a"), 0)


class AmongEquals(unittest.TestCase):
    """What is there goes first among equals, and never before what serves better."""

    def test_over_the_demo_and_random_counts(self) -> None:
        rng, changed = random.Random(19), 0
        for name, file in [*demo.rigs()][:8]:
            plain = fit(file.rig, Rules(), file.stock).now
            for _ in range(6):
                free = {
                    Item(kind, one.name): rng.choice([None, 0, 1, 3])
                    for kind in ("kits", "shanks", "balls") for one in getattr(file.stock, kind)
                }  # fmt: skip
                counted = fit(file.rig, Rules(), file.stock.counted(free)).now
                with self.subTest(name):
                    self.assertEqual(plain.verdict.state, counted.verdict.state)
                    before, now = plain.choice.in_force, counted.choice.in_force
                    if before.kit is not None and now.kit is not None:
                        self.assertAlmostEqual(before.kit.tongue_rating.value, now.kit.tongue_rating.value)
                        if before.kit.name != now.kit.name:
                            changed += 1
                            counts = {Item("kits", one.name): one for one in file.stock.counted(free).kits}
                            self.assertLessEqual(now.kit.shelf_rank, counts[Item("kits", before.kit.name)].shelf_rank)
        self.assertGreater(changed, 0)

    def test_the_build_says_that_it_is_there_or_not(self) -> None:
        _, file = next(demo.rigs())
        best = fit(file.rig, Rules(), file.stock).now.builds.best[0]
        parts = {
            Item("kits", best.kit.part.name): 1,
            Item("shanks", best.shank.part.name): 2,
            Item("balls", best.ball.part.name): 3,
        }
        there = fit(file.rig, Rules(), file.stock.counted(parts)).now.builds.best[0]
        self.assertTrue(there.why.template.endswith("all of it is on the shelf."))
        gone = fit(file.rig, Rules(), file.stock.counted({**parts, Item("kits", best.kit.part.name): 0})).now.builds
        self.assertIn(best.kit.part.name, [one.kit.part.name for one in gone.best])

    def test_a_twin_of_the_chosen_kit_is_taken_where_it_alone_is_there(self) -> None:
        _, file = next(demo.rigs())
        chosen = fit(file.rig, Rules(), file.stock).now.choice.in_force.kit
        twin = replace(chosen, name="Zz twin")
        stock = replace(file.stock, kits=(*file.stock.kits, twin))
        self.assertEqual(fit(file.rig, Rules(), stock).now.choice.in_force.kit.name, chosen.name)
        only = stock.counted({Item("kits", chosen.name): 0, Item("kits", twin.name): 1})
        found = fit(file.rig, Rules(), only).now
        self.assertEqual(found.choice.in_force.kit.name, "Zz twin")
        passed_over = next(one for one in found.builds.best if one.kit.part.name == chosen.name)
        self.assertIn("Zz twin is on the shelf, this one is not", passed_over.why.template)
