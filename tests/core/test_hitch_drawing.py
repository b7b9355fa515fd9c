"""A hitch as it is drawn: each family from its own parts, a place for all that is looked at, and what is set is what is seen.

Figures invented; that less chrome lifts the bar and more links let it down is common practice, no source.
"""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core.bay.simulate import parts as made
from stathmos.core.coupled import wound
from stathmos.core.families import BARS, CYLINDER, FAMILIES, ON_BRACKETS, TENSION, Family
from stathmos.core.handover.drill import COMMON
from stathmos.core.hitch_drawing import HitchDrawing, draw
from stathmos.core.hitch_drawing.as_set import AsSet, Count, of_kit
from stathmos.core.hitch_drawing.parts import bars_at, rail
from stathmos.core.joints import JOINTS
from stathmos.core.looks import LOOKS
from stathmos.core.mounts import MOUNTS
from stathmos.core.outlines import MOVED, PART
from stathmos.core.procedure import MOUNT
from stathmos.core.settings import KINDS, TABLE, settings_of
from tests.core.demo import stock

#: what is taped on the vehicle, and so on the rig's own drawing
ON_THE_RIG = {"rear_mark", ""}


def count(kind: str, number: float | None, most: float = 10.0) -> dict[str, Count]:
    return {kind: Count(kind=KINDS[kind], number=number, least=0, most=most)}


def of(family: str, kind: str, number: float | None, **more: object) -> HitchDrawing:
    return draw(AsSet(family=FAMILIES[family], counts=count(kind, number), **more))


def labels(drawn: HitchDrawing) -> dict[str, str]:
    return {one.name: one.says.text("us").replace("\u00a0", " ") for one in drawn.labels}


def kits_by_family() -> dict[str, list[AsSet]]:
    found: dict[str, list[AsSet]] = {}
    for kit in stock().kits:
        found.setdefault(kit.held.key, []).append(of_kit(kit))
    return found


class Places(unittest.TestCase):
    def test_every_look_joint_mount_step_and_setting_has_its_place_in_its_family_s_drawing(self) -> None:
        kits = kits_by_family() | {"plain": [AsSet(family=FAMILIES["plain"])]}
        self.assertEqual(set(kits), set(FAMILIES), "the demo has a kit of each family")
        for family in FAMILIES.values():
            for hitch in kits[family.key]:
                spots = draw(hitch).spots
                steps = (*family.steps, *(one.step for one in COMMON))
                held = {step.key: step.hold for step in steps if step.of not in hitch_settings(family)}
                held |= {f"joint {key}": JOINTS[key].hold for key in family.tightened}
                held |= {f"look {key}": LOOKS[key].hold for key in family.looks}
                held |= {f"setting {kind}": KINDS[kind].hold for kind in hitch.counts}
                with self.subTest(family=family.key):
                    self.assertEqual(
                        {name: at for name, at in held.items() if at not in spots and at not in ON_THE_RIG}, {}
                    )

    def test_a_mount_has_its_place_wherever_its_kit_has_the_setting(self) -> None:
        for family, hitches in kits_by_family().items():
            for hitch in hitches:
                spots, places = draw(hitch).spots, {one.kind.place for one in hitch.counts.values()}
                for key in FAMILIES[family].of(MOUNT):
                    if key in MOUNTS and (key not in hitch_settings(FAMILIES[family]) or key in places):
                        self.assertIn(MOUNTS[key].hold, spots, (family, key))

    def test_a_place_lies_on_the_hitch_and_not_beside_it(self) -> None:
        for hitches in kits_by_family().values():
            for hitch in hitches:
                drawn = draw(hitch)
                for name, spot in drawn.spots.items():
                    if spot.to_y is not None:  # a tape may begin on the ground
                        continue
                    near = min(
                        math.dist((spot.x, spot.y), (x, y))
                        for one in drawn.strokes
                        for x, y in zip(one.x, one.y, strict=True)
                    )
                    self.assertLess(near, 110, (hitch.family.key, name))


def hitch_settings(family: Family) -> set[str]:
    """The mounts that are a setting of the head, of which a kit has one or the other."""
    return {key for key in family.of(MOUNT) if key in MOUNTS and MOUNTS[key].counts is not None}


class AsItIsSet(unittest.TestCase):
    def test_washers_are_shown_and_the_rest_of_their_room_is_empty(self) -> None:
        for number in range(8):
            drawn = of("l_bracket", "washer", number, depth=127.0)
            thin = [
                one
                for one in drawn.strokes
                if one.kind in (PART, MOVED) and max(one.x) - min(one.x) == 6 and max(one.y) - min(one.y) == 26
            ]
            self.assertEqual([one.kind for one in thin], [PART] * number + [MOVED] * (10 - number))

    def test_links_are_counted_the_working_ones_in_ink(self) -> None:
        bare = sum(one.kind == MOVED for one in draw(AsSet(family=FAMILIES["chain"], counts=count("link", 10))).strokes)
        for number, working, loose in ((5, 5, 5), (5.5, 6, 4), (8, 8, 2)):
            strokes = of("chain", "link", number).strokes
            self.assertEqual(sum(one.kind == MOVED for one in strokes) - bare, loose, number)
            self.assertEqual(len(strokes) - len(of("chain", "link", 10).strokes), working + loose - 10, number)

    def test_more_chrome_is_drawn_longer_by_as_much_and_holds_the_bar_lower(self) -> None:
        low, high = (of("hydraulic", "stroke", number).spots["eye"].y for number in (16, 4))
        self.assertAlmostEqual(high - low, 12 / 8 * 25.4)  # eighths of an inch

    def test_threads_and_turns_show_as_many_as_are_counted(self) -> None:
        few, more = (len(of("tension_chain", "thread", number).strokes) for number in (3, 7))
        self.assertEqual(more - few, 4)
        few, more = (len(of("lead_screw", "screw", number).strokes) for number in (3, 9))
        self.assertEqual(more - few, 6)

    def test_the_hole_and_the_position_in_use_are_filled_and_named(self) -> None:
        for family, kind, name, says in (
            ("l_bracket", "hole", "Bracket hole", "3, both sides"), ("tilt_head", "position", "Tilt position", "3"),
            ("chain", "link", "Working links", "3, both sides"), ("hydraulic", "stroke", "Chrome showing", "3/8 in"),
            ("hydraulic", "pressure", "Cylinder pressure", "300 psi"), ("tension_chain", "thread", "Threads showing", "3, both sides"),
        ):  # fmt: skip
            self.assertEqual(labels(of(family, kind, 3))[name], says)
            self.assertNotIn(name, labels(of(family, kind, None)), "what is not counted is not said")
        ups = [of("l_bracket", "hole", number).spots["bracket_hole"].y for number in (1, 2, 5)]
        self.assertEqual(ups, sorted(ups), "counted from the bottom")

    @given(hole=st.integers(1, 12), more=st.integers(0, 11), up=st.booleans(), family=st.sampled_from(sorted(FAMILIES)))
    def test_the_head_sits_in_the_hole_that_is_counted_whichever_way_the_shank_is_turned(
        self, hole: int, more: int, up: bool, family: str
    ) -> None:
        drawn = draw(AsSet(family=FAMILIES[family], hole=hole, holes=hole + more, up=up))
        self.assertTrue(drawn.frame.low < drawn.spots["shank_hole"].y < drawn.frame.top)
        if hole + more > 3:
            head, tube = drawn.spots["shank_hole"].y, drawn.spots["shank"].y
            self.assertTrue(tube > head - 31.75 * hole if not up else tube < head + 31.75 * (more + 1))

    @given(depth=st.floats(76, 250), bracket=st.floats(500, 900), past=st.floats(0, 200), underslung=st.booleans())
    def test_bars_lie_parallel_with_the_frame_under_it_and_end_where_they_end(
        self, depth: float, bracket: float, past: float, underslung: bool
    ) -> None:
        for family in (one for one in FAMILIES.values() if BARS in one.made_of):
            hitch = AsSet(family=family, depth=depth, bracket=bracket, bar_end=bracket + past, underslung=underslung)
            spots, lie = draw(hitch).spots, bars_at(hitch)
            self.assertLess(lie, rail(hitch).low)
            self.assertEqual(spots["bar"].y, lie)
            self.assertEqual((spots["bar_end"].x, spots["bar_end"].to_x), (bracket, bracket + past))

    def test_studs_stand_as_the_coupler_wants_them(self) -> None:
        for underslung in (False, True):
            hitch = AsSet(family=FAMILIES["l_bracket"], underslung=underslung)
            self.assertEqual(draw(hitch).spots["studs"].y > rail(hitch).high, not underslung)

    def test_a_ball_never_hangs_in_the_air(self) -> None:
        for family in FAMILIES.values():
            for holes in (1, 6):
                drawn = draw(AsSet(family=family, holes=holes, hole=1))
                nut = drawn.spots["ball_nut"]
                under = [
                    one
                    for one in drawn.strokes
                    if min(one.x) <= -60 and max(one.x) >= 24 and min(one.y) < -34 <= max(one.y) and max(one.y) < 0
                ]
                self.assertTrue(under, (family.key, "a seat between ball and nut"))
                self.assertLess(nut.y, -34)

    def test_each_family_is_drawn_from_its_own_parts(self) -> None:
        spots = {family.key: set(draw(AsSet(family=family)).spots) for family in FAMILIES.values()}
        for part, own in ((ON_BRACKETS, "shelf"), (TENSION, "tension_plate"), (CYLINDER, "valve"), (BARS, "bar_end")):
            for family in FAMILIES.values():
                self.assertEqual(own in spots[family.key], part in family.made_of, (family.key, own))
        self.assertEqual({key for key, names in spots.items() if "gauge" in names}, {"lead_screw"})


class Anything(unittest.TestCase):
    @given(
        family=st.sampled_from(sorted(FAMILIES)), kind=st.sampled_from(sorted(KINDS)), number=st.none() | st.integers(0, 80).map(lambda n: n / 2),
        most=st.integers(0, 40), bracket=st.floats(254, 1524), depth=st.floats(50, 305), ball=st.floats(200, 1220), hole=st.none() | st.integers(1, 20),
    )  # fmt: skip
    def test_whatever_a_kit_says_it_is_drawn_and_what_is_set_has_its_place(
        self,
        family: str,
        kind: str,
        number: float | None,
        most: int,
        bracket: float,
        depth: float,
        ball: float,
        hole: int | None,
    ) -> None:
        counts = {kind: Count(kind=KINDS[kind], number=number, least=0, most=most)}
        drawn = draw(
            AsSet(
                family=FAMILIES[family],
                counts=counts,
                bracket=bracket,
                bar_end=bracket,
                depth=depth,
                ball=ball,
                hole=hole,
                holes=hole or 1,
            )
        )
        self.assertIn(KINDS[kind].hold, drawn.spots)
        self.assertLess(drawn.frame.low, drawn.frame.top)
        self.assertEqual([one.name for one in drawn.labels].count(KINDS[kind].label), 0 if number is None else 1)
        self.assertEqual([one.x for one in drawn.labels], sorted((one.x for one in drawn.labels), reverse=True))


class HowItIsMade(unittest.TestCase):
    def test_the_coach_s_table_agrees_with_how_the_parts_are_made(self) -> None:
        for kind in KINDS.values():
            if kind.works != TABLE:
                self.assertEqual(
                    math.copysign(1, made.MADE[kind.key](4) - made.MADE[kind.key](3)), kind.winds, kind.key
                )

    def test_every_setting_of_the_demo_s_kits_winds_as_the_model_has_it(self) -> None:
        tried = 0
        for kit in stock().kits:
            for one in settings_of(kit):
                if one.needs:
                    continue
                for number in one.counts():
                    tried += 1
                    self.assertAlmostEqual(made.wind(one, number, 700.0), wound(one, number, 700.0), 12)
        self.assertGreater(tried, 100)

    def test_a_sign_turned_round_is_noticed(self) -> None:
        one = next(
            one for kit in stock().kits for one in settings_of(kit) if one.kind.key == "stroke" and not one.needs
        )
        turned = replace(one, kind=replace(one.kind, winds=-one.kind.winds))
        self.assertNotAlmostEqual(made.wind(turned, 2, 700.0), wound(turned, 2, 700.0), 6)
