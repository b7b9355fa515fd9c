"""A kit's own nonsense is asked about when it is written; a sound one is not."""

from __future__ import annotations

import unittest

from stathmos.core import rigfile
from stathmos.core.kit_questions import kit_questions
from stathmos.core.stock import Kit
from tests.core.demo import stock
from tests.core.random_rigs import SHELVES, a_stock
from tests.core.rigs import kit, label


def asked(**figures: str) -> dict[str, str]:
    """By field, what is asked of a kit with some figures."""
    problems: list = []
    made = rigfile.read_part(
        Kit, kit("Kit", 1000, 400, **{name: label(text) for name, text in figures.items()}), "", problems
    )
    assert not problems, problems
    return kit_questions(made)


def table(*heights: str) -> dict[str, str]:
    return {f"position_height_{row}": text for row, text in enumerate(heights, 1)}


class Asked(unittest.TestCase):
    def test_the_demo_and_the_random_shelves_are_sound(self) -> None:
        self.assertEqual([one.name for one in stock().kits if kit_questions(one)], [])
        self.assertEqual(
            [one.name for shelf in range(SHELVES) for one in a_stock(shelf).kits if kit_questions(one)], []
        )

    def test_a_table_whose_heights_rise(self) -> None:
        falls = ("9 in", "8 1/4 in", "7 3/8 in", "6 3/8 in", "5 1/4 in")
        self.assertEqual(asked(**table(*falls)), {})
        self.assertEqual(set(asked(**table(*reversed(falls)))), set(table(*falls)))
        self.assertEqual(set(asked(**table("9 in", "9 1/4 in", "7 in"))), set(table("", "", "")))

    def test_bars_that_can_never_be_loaded(self) -> None:
        chain = {"step_word": "link", "steps_least": "4", "steps_most": "8", "steps_start": "6"}
        self.assertEqual(asked(**chain, steps_slack="8"), {})
        self.assertIn("steps_slack", asked(**chain, steps_slack="4"))  # slack with the fewest links that it may have
        holes = {"step_word": "hole", "steps_least": "1", "steps_most": "6", "steps_start": "3"}
        self.assertEqual(asked(**holes, steps_slack="3"), {})
        self.assertIn("steps_most", asked(**holes, steps_slack="6"))

    def test_ranges_that_exclude_each_other(self) -> None:
        for figures, fields in (
            (
                {"bar_length": "28 in", "bracket_distance": "27 in", "bracket_least": "26 in"},
                {"bar_length", "bracket_least", "bracket_distance"},
            ),
            ({"washers_least": "0", "washers_most": "7", "washers_start": "9"}, {"washers_start", "washers_most"}),
            (
                {"handbook_offset": "1 in", "handbook_offset_most": "1/2 in"},
                {"handbook_offset", "handbook_offset_most"},
            ),
            ({"gross_rating": "40000 lb"}, {"gross_rating", "tongue_rating"}),
            ({"washer_tilt": "0 deg"}, {"washer_tilt"}),
        ):
            with self.subTest(figures=figures):
                self.assertEqual(set(asked(**figures)), fields)
