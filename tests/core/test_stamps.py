"""A rating that the catalog lowered: the lower one rules, whichever part it is of, and the answer holds for those figures alone."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import rigfile, stamps
from stathmos.core.stock import PARTS
from tests.core.rigs import KG, RIG, label, sleeve


def parts() -> list[object]:
    stock = {**RIG["stock"], "sleeves": [sleeve("Sleeve")]}
    stock["shanks"] = [
        {**stock["shanks"][0], "own_ball_1_diameter": label("2 in"), "own_ball_1_rating": label("7000 lb")}
    ]
    read = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": stock})
    assert not read.problems, read.problems
    return [getattr(read.stock, kind)[0] for kind in PARTS if getattr(read.stock, kind)]


class Lowered(unittest.TestCase):
    @given(st.sampled_from(parts()), st.data())
    def test_the_lower_of_two_ratings_rules(self, part: object, data: st.DataObject) -> None:
        field = data.draw(
            st.sampled_from([one for one in stamps.RATINGS[type(part)] if getattr(part, one) is not None])
        )
        then = getattr(part, field)
        by = round(data.draw(st.floats(-200, 200)), 2)  # to ten grams: what a stamp says less than that is the same
        now = replace(part, **{field: replace(then, value=then.value + by)})
        found = stamps.lowered(part, now)
        if by >= 0:
            self.assertIsNone(found)
            return
        self.assertEqual(getattr(stamps.at_the_lower(part, found), field).value, then.value + by)
        self.assertEqual((set(found.then), set(found.now)), ({field}, {field}))

    def test_the_answer_holds_for_these_figures_alone(self) -> None:
        (kit,) = [one for one in parts() if one.name == "Kit 600"]

        def lower(pounds: float) -> str:
            return stamps.lowered(kit, replace(kit, tongue_rating=replace(kit.tongue_rating, value=pounds * KG))).answer

        self.assertEqual(lower(500), lower(500))
        self.assertNotEqual(lower(500), lower(490))
        self.assertLess(len(lower(500)), rigfile.LONGEST_NAME)
