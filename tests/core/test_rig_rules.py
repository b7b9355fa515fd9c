"""A rig's own rules: tightening is free, loosening is an exception with a reason, whatever the house's rule is."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import rigfile
from stathmos.core.figures import Authority
from stathmos.core.rig_rules import loosened, rules_for
from stathmos.core.rules import Rules, own_band
from tests.core.rigs import assessed, label, measured, rig

SHARES = st.integers(0, 40).map(lambda percent: percent / 100)


class Loosening(unittest.TestCase):
    @settings(max_examples=30, deadline=None)
    @given(SHARES, SHARES, st.booleans())
    def test_the_stricter_reserve_rules_without_an_exception(self, house: float, own: float, exception: bool) -> None:
        written = {"ways__reserve": label(f"{own:.0%}")}
        if exception:
            written["hitch__rule_exception"] = measured("known customer, flat country")
        found = rules_for(rigfile.read(rig(**written)).rig, Rules(reserve=house))
        self.assertAlmostEqual(found.reserve, own if exception else max(own, house))

    @settings(max_examples=30, deadline=None)
    @given(st.integers(1, 50), st.integers(1, 50))
    def test_of_the_front_axles_loss_the_smaller(self, house: int, own: int) -> None:
        read = rigfile.read(rig(ways__front_loss=label(f"{own} %"))).rig
        self.assertAlmostEqual(rules_for(read, Rules(front_loss=house / 100)).front_loss, min(house, own) / 100)

    def test_a_band_that_the_shop_chose_goes_no_lower(self) -> None:
        read = rigfile.read(rig(ways__share_school=label("four_to_seven"))).rig
        chose = Rules(share=own_band(0.11, 0.14, Authority.HOUSE))
        self.assertEqual(rules_for(read, chose).share.low, 0.11)
        # the program's own default is no choice of the shop's
        self.assertEqual(rules_for(read, Rules()).share.low, 0.04)

    def test_it_is_said_with_the_reason_or_that_it_is_not_in_force(self) -> None:
        looser = {"ways__reserve": label("2 %")}
        (said,) = [one for one in assessed(rig(**looser)).findings if one.key == "rule_not_loosened"]
        self.assertIn(
            "Safety margin 2.0 % is looser than the shop's 10.0 %, and is not in force",
            said.says.text("us").replace("\xa0", " "),
        )
        given_ = assessed(rig(**looser, hitch__rule_exception=measured("short way")))
        (said,) = [one for one in given_.findings if one.key == "rule_loosened"]
        self.assertIn("short way", said.says.text("us"))
        self.assertEqual(given_.rules.reserve, 0.02)

    def test_the_same_is_no_looser(self) -> None:
        self.assertEqual(loosened(Rules(), Rules()), ())
        self.assertEqual(loosened(replace(Rules(), reserve=0.3), Rules()), ())
