"""A hitch that was used before, as it was found; and pads and frame holes on the mounting page. Common practice."""

from __future__ import annotations

import unittest

from stathmos.core.families import FAMILIES
from stathmos.core.mounts import MOUNTS, Build
from tests.core.rigs import measured
from tests.core.test_bay_steps import STOCKED, fitted

FOUND = ("found_torque", "found_bars", "found_holes")


class AsFound(unittest.TestCase):
    def checks(self, **written: str) -> dict[str, str]:
        found = fitted(**STOCKED, **{f"bay__{name}": measured(text) for name, text in written.items()})
        return {one.key: one.state for one in found.measured.checks if one.key in FOUND}

    def asked(self, **written: str) -> set[str]:
        found = fitted(**STOCKED, **{f"bay__{name}": measured(text) for name, text in written.items()})
        return {one.path for section in found.sections for one in section.questions} & {f"bay.{name}" for name in FOUND}

    def test_it_is_asked_of_a_used_hitch_and_of_no_new_one(self) -> None:
        for new, asked in (("yes", set()), ("no", {f"bay.{name}" for name in FOUND})):
            with self.subTest(new=new):
                self.assertEqual(self.asked(hitch_is_new=new), asked)
                self.assertEqual(set(self.checks(hitch_is_new=new)), {path.partition(".")[2] for path in asked})

    def test_bowed_bars_and_worn_holes_are_refused_and_loose_bolts_are_flagged(self) -> None:
        told = self.checks(hitch_is_new="no", found_torque="no", found_bars="no", found_holes="no")
        self.assertEqual(told, {"found_torque": "caution", "found_bars": "refused", "found_holes": "refused"})
        self.assertEqual(set(self.checks(hitch_is_new="no").values()), {"unknown"})

    def test_pads_and_the_frame_hole_are_told_where_the_family_has_them(self) -> None:
        for key, family in FAMILIES.items():
            told = {one: MOUNTS[one].tells(Build(counts={})) for one in family.mounted}
            with self.subTest(family=key):
                self.assertEqual("pads" in told, "teeth" in told, "what lies on brackets may lie on pads")
        self.assertIn("the same on both sides", MOUNTS["pads"].tells(Build(counts={})))
        self.assertIn("bracket_hole", FAMILIES["hydraulic"].looks)
