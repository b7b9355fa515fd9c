"""Side by side: what each says is what it says alone, differences first, money to the cent."""

from decimal import Decimal
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import beside
from stathmos.core.rigfile import read
from stathmos.core.rules import Rules
from tests.core.how_many import tried
from tests.core.rigs import assessed, measured, rig

GROSS = st.lists(st.integers(3000, 9000), min_size=2, max_size=4)


def side(key: int, gross: int, asked: Decimal | None = Decimal("1000.00")) -> beside.Side:
    tongue = measured(f"{gross * 12 // 100}")
    judged = assessed(rig(trailer__gross_weight=measured(f"{gross}"), weighing__tongue_scale=tongue))
    return beside.Side(str(key), f"{gross}", judged, asked)


class SideBySide(TestCase):
    @given(GROSS)
    @settings(max_examples=tried(60), deadline=None)
    def test_each_cell_is_what_its_own_rig_says(self, weights: list[int]) -> None:
        sides = [side(key, gross) for key, gross in enumerate(weights)]
        found = beside.rows(sides)
        for row in found:
            self.assertEqual(len(row.cells), len(sides))
            for cell, one in zip(row.cells, sides, strict=True):
                link = next((link for link in one.assessment.planned if link.key == row.key), None)
                if link is not None:
                    self.assertEqual((cell.state, cell.share), (link.state.value, link.share))
        self.assertEqual([row.differs for row in found], sorted((row.differs for row in found), reverse=True))
        if len(set(weights)) == 1:
            self.assertFalse(any(row.differs for row in found))
        else:
            self.assertTrue(next(row for row in found if row.key == "gross").differs)

    def test_what_is_not_priced_is_not_added(self) -> None:
        one = side(0, 6000, None)
        self.assertIsNone(one.together)
        self.assertIn(
            "not priced", next(row for row in beside.rows([one]) if row.key == "together").cells[0].says.text("us")
        )

    def test_a_link_that_one_of_them_has_not_is_said_to_be_none(self) -> None:
        with_trailer, without = (
            side(0, 6000),
            beside.Side("1", "x", assessed(rig(hitch__style=measured("weight_carrying"))), None),
        )
        row = next(row for row in beside.rows([with_trailer, without]) if row.key == "hitch_gross")
        self.assertTrue(row.differs)
        self.assertEqual(row.cells[1].says.text("us"), "none there")

    def test_a_build_is_priced_whole_though_judged_as_mounted(self) -> None:
        document = rig()
        judged, found = assessed(document), read(document)
        names = {
            what: getattr(judged.choice.in_force, what).name
            for what in ("kit", "shank", "ball")
            if getattr(judged.choice.in_force, what)
        }
        built = beside.with_build(found.rig, names, Rules(), found.stock)
        new = beside.Side("0", "build", built, Decimal("0.00"), new=True)
        old = beside.Side("1", "build", built, Decimal("0.00"))
        self.assertEqual({what: getattr(built.choice.in_force, what).name for what in names}, names)
        if new.hitch is not None and old.hitch is not None:
            self.assertGreaterEqual(new.hitch, old.hitch)
