"""Weight distribution and sway control: each rule by itself, what they come to, and that an unread one is no pass."""

import unittest

from stathmos.core import decisions
from stathmos.core.decisions import Decisions
from tests.core.rigs import assessed, kit, label, measured, rig, shank

#: nothing asks for weight distribution: a light trailer behind a stiff vehicle, every rule read
QUIET = {
    "vehicle__handbook_wd": label("allowed"),
    "vehicle__front_rate": measured("1500 lb/in"),
    "vehicle__rear_rate": measured("3000 lb/in"),
    "vehicle__receiver_wc_gross": label("9000 lb"),
    "vehicle__receiver_wc_tongue": label("900 lb"),
    "trailer__ball_to_rear": label("300 in"),
}


def decided(**changes: object) -> Decisions:
    return assessed(rig(**{**QUIET, **changes})).decisions


def weights(found: decisions.Decision) -> dict[str, str]:
    """The weight of each reason, by the source of its rule."""
    return {reason.says.text("us"): reason.weight for reason in found.reasons}


#: a small trailer behind a half-ton; a plain mount for it is on the shelf
SMALL = {
    "trailer__gvwr": label("1200 lb"), "trailer__gross_weight": measured("900 lb"), "weighing__tongue_scale": measured("110 lb"),
    "trailer__axle_rating": label("1200 lb"), "trailer__axle_count": label("1"), "trailer__tyre_count": label("2"),
    "trailer__tyre_rating": label("900 lb"), "trailer__brochure_tongue": None, "trailer__coupler_rating": label("2000 lb"),
    "trailer__chain_rating": label("2000 lb"), "trailer__coupler_height": measured("20 in", datum="top"),
}  # fmt: skip


class NoStyleChosen(unittest.TestCase):
    """Whether it is needed decides the style, and what cannot be told is not known."""

    def small(self, **changes: object):
        document = rig(**{**SMALL, **changes})
        mount = {
            "style": label("fixed"),
            "most_rise": label("4 in"),
            "holes": label("1"),
            "pitch": label("0 in"),
            "ball_hole": label("1 1/4 in"),
        }
        document["stock"]["shanks"] = [shank(f"Mount {drop}", drop=f"{drop} in", **mount) for drop in (0, 1, 2, 3, 4)]
        return assessed(document)

    def test_a_small_trailer_is_carried(self) -> None:
        found = self.small()
        self.assertFalse(found.choice.weight_distributing)
        self.assertEqual(found.decisions.distribution.verdict, decisions.NOT_NEEDED)
        self.assertNotIn(found.verdict.state, ("refused", "unknown"))

    def test_what_is_needed_or_spoken_for_has_bars(self) -> None:
        self.assertTrue(assessed(rig()).choice.weight_distributing)
        self.assertTrue(self.small(vehicle__handbook_wd=label("required")).choice.weight_distributing)

    def test_what_cannot_be_told_is_not_known(self) -> None:
        for path in ("vehicle__receiver_wc_gross", "vehicle__receiver_wc_tongue"):
            found = assessed(rig(**{**QUIET, path: None}))
            said = next(one for one in found.findings if one.key == "style_open")
            self.assertEqual((found.verdict.state, said.reads), ("unknown", (path.replace("__", "."),)))
            chosen = assessed(rig(**{**QUIET, path: None, "hitch__style": label("weight_distributing")}))
            self.assertNotIn("style_open", [one.key for one in chosen.findings])

    def test_bars_for_the_full_trailer_alone_are_the_advisors_to_choose(self) -> None:
        found = self.small(
            trailer__gvwr=label("5200 lb"), trailer__axle_rating=label("5200 lb"), trailer__tyre_rating=label("2700 lb")
        )
        said = next(one for one in found.findings if one.key == "style_open")
        self.assertEqual((said.state, found.verdict.state), ("unknown", "unknown"))


class Distribution(unittest.TestCase):
    def verdict(self, **changes: object) -> str:
        return decided(**changes).distribution.verdict

    def test_quiet(self) -> None:
        self.assertEqual(self.verdict(), decisions.NOT_NEEDED)

    def test_any_maker_forbids(self) -> None:
        for path in ("vehicle__handbook_wd", "trailer__maker_wd", "trailer__coupler_wd"):
            with self.subTest(path=path):
                self.assertEqual(self.verdict(**{path: label("forbidden")}), decisions.FORBIDDEN)
                # With nothing chosen the bars are left off by themselves.
                assessment = assessed(rig(**{**QUIET, path: label("forbidden")}))
                self.assertFalse(assessment.choice.weight_distributing)
                chosen = assessed(
                    rig(**{**QUIET, path: label("forbidden"), "hitch__style": label("weight_distributing")})
                )
                self.assertEqual(chosen.verdict.state, "refused")
                self.assertIn("weight distribution", chosen.verdict.says.text("us"))

    def test_forbidden_and_demanded_is_no_pair(self) -> None:
        assessment = assessed(rig(trailer__coupler_wd=label("forbidden")))
        self.assertEqual(assessment.verdict.state, "refused")
        self.assertIn("and it is demanded", assessment.verdict.says.text("us"))

    def test_the_handbook_demands_it_above_a_weight(self) -> None:
        required = {"vehicle__handbook_wd": label("required")}
        for above, expected in (
            ("6199 lb", decisions.NEEDED),
            ("6200 lb", decisions.NOT_NEEDED),
            (None, decisions.NEEDED),
        ):
            with self.subTest(above=above):
                limit = label(above) if above else None
                self.assertEqual(self.verdict(**required, vehicle__handbook_wd_above=limit), expected)

    def test_the_receivers_carrying_rating_is_passed(self) -> None:
        for path, rating, expected in (
            ("vehicle__receiver_wc_tongue", "799 lb", decisions.NEEDED),
            ("vehicle__receiver_wc_tongue", "800 lb", decisions.NOT_NEEDED),
            ("vehicle__receiver_wc_gross", "6199 lb", decisions.NEEDED),
        ):
            with self.subTest(path=path, rating=rating):
                self.assertEqual(self.verdict(**{path: label(rating)}), expected)

    def test_half_an_inch_at_the_arches_is_the_advisors_choice(self) -> None:
        """800 lb: the front rises 275.9 / k_f, the rear drops 1 075.9 / k_r; ½ in is common practice."""
        self.assertEqual(self.verdict(vehicle__rear_rate=measured("1800 lb/in")), decisions.CHOICE)
        self.assertEqual(self.verdict(vehicle__front_rate=measured("500 lb/in")), decisions.CHOICE)

    def test_an_arch_that_may_move_more_speaks_for_it(self) -> None:
        """0.49 in ± its spread: what may be more is not called less."""
        found = decided(vehicle__rear_rate={"is": "2200 lb/in", "from": "assumed"})
        self.assertEqual(found.distribution.verdict, decisions.CHOICE)
        self.assertTrue(any("may be more" in says for says in weights(found.distribution)))

    def test_front_axle_load_lost(self) -> None:
        """275.9 lb of about 3 300: 8.3 %; the house may want less (from memory)."""
        self.assertEqual(self.verdict(ways__front_loss=label("8 %")), decisions.CHOICE)
        self.assertEqual(self.verdict(ways__front_loss=label("12 %")), decisions.NOT_NEEDED)

    def test_what_nobody_has_read_is_no_pass(self) -> None:
        for path in ("vehicle__handbook_wd", "vehicle__receiver_wc_tongue", "trailer__gross_weight"):
            with self.subTest(path=path):
                found = decided(**{path: None}).distribution
                self.assertEqual(found.verdict, decisions.OPEN)
                self.assertTrue(any(reason.needs for reason in found.reasons))

    def test_a_light_a_frame_speaks_against(self) -> None:
        found = decided(vehicle__vehicle_class=label("one_ton"), trailer__frame_depth=measured("4 in"))
        self.assertIn("speaks against it", weights(found.distribution).values())
        self.assertNotIn(
            "speaks against it", weights(decided(trailer__frame_depth=measured("4 in")).distribution).values()
        )

    def test_left_off_against_practice_wants_a_reason_on_record(self) -> None:
        off = {**QUIET, "vehicle__rear_rate": measured("1800 lb/in"), "hitch__style": label("weight_carrying")}
        said = {one.subject for one in assessed(rig(**off)).findings}
        self.assertIn("style", said)
        said = {
            one.subject
            for one in assessed(rig(**off, hitch__style_reason=measured("Owner prefers it, light use"))).findings
        }
        self.assertNotIn("style", said)


class Sway(unittest.TestCase):
    def verdict(self, **changes: object) -> str:
        return decided(**changes).sway.verdict

    def test_by_share(self) -> None:
        """12 % ± its spread: from memory."""
        self.assertEqual(self.verdict(), "not wanted")  # 12.9 %
        self.assertEqual(self.verdict(weighing__tongue_scale=measured("745 lb")), "wanted")  # 12.0 %

    def test_by_length_over_wheelbase(self) -> None:
        """145 in leads 20 + 35/4 = 28 3/4 ft = 345 in: from memory."""
        self.assertEqual(self.verdict(trailer__ball_to_rear=label("345 in")), "not wanted")
        self.assertEqual(self.verdict(trailer__ball_to_rear=label("346 in")), "wanted")

    def test_by_side_area(self) -> None:
        self.assertEqual(self.verdict(trailer__side_area=label("141 sq ft")), "wanted")
        self.assertEqual(self.verdict(trailer__side_area=label("139 sq ft")), "not wanted")

    def test_unweighed_is_not_known(self) -> None:
        self.assertEqual(self.verdict(weighing__tongue_scale=None), "cannot tell")

    def test_weight_distribution_alone_is_no_sway_control(self) -> None:
        """They are separate questions."""
        long = rig(**{**QUIET, "trailer__ball_to_rear": label("400 in")})
        said = {one.subject: one.says.text("us") for one in assessed(long).findings}
        self.assertIn("Sway control is wanted", said["sway"])
        long["stock"]["kits"] = [kit("Kit 1200", 1200, 500, sway_control=label("yes"))]
        self.assertNotIn("sway", {one.subject for one in assessed(long).findings})

    def test_what_the_hitch_brings(self) -> None:
        document = rig(**QUIET)
        for more, brings, says in (
            ({"sway_control": label("yes")}, "built in", "bars flat"),
            ({"sway_control": label("no"), "bar_style": label("chain")}, "add-on bar", "before reversing"),
            ({}, "add-on bar", "add-on friction bar"),
        ):
            document["stock"]["kits"] = [kit("Kit 1200", 1200, 500, **more)]
            found = assessed(document).decisions
            self.assertEqual(found.sway_provided, brings)
            self.assertIn(says, found.sway_says.text("us"))

    def test_when_the_bars_come_off(self) -> None:
        document = rig(**QUIET)
        for may, says in (
            (label("yes"), "may reverse"),
            (label("no"), "before reversing."),
            (None, "not in the catalogue"),
        ):
            document["stock"]["kits"] = [kit("Kit 1200", 1200, 500, **({"may_reverse": may} if may else {}))]
            told = " ".join(one.text("us") for one in assessed(document).decisions.bars_off)
            self.assertIn(says, told)
            self.assertIn("rough ground", told)
        self.assertEqual(decided(hitch__style=label("weight_carrying")).bars_off, ())
