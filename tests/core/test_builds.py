"""Brackets on the A-frame, coupler mounts, special brackets, whole builds, the parts list."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import bay, rigfile
from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import State
from stathmos.core.selection import CHOSEN, REJECTED, UNKNOWN, bracket_place
from stathmos.core.selection.brackets import HALF_BRACKET, HALF_JACK, USUAL_TRAY
from tests.core.rigs import MM, RIG, assessed, kit, label, measured, rig, shank

RANGE = {"bracket_least": label("25 in"), "bracket_most": label("32 in"), "bracket_distance": label("28 in")}


def with_kit(**more: object) -> dict:
    changes = {name: value for name, value in more.items() if "__" in name}
    document = rig(**changes)
    own = {name: value for name, value in more.items() if "__" not in name}
    document["stock"]["kits"] = [kit("Kit 1200", 1200, 500, **{**RANGE, **own})]
    return document


def place(**more: object) -> float:
    """Where the brackets stand, in behind the ball."""
    return assessed(with_kit(**more)).choice.bracket.value / MM


class Brackets(unittest.TestCase):
    def test_the_makers_preferred_place_where_it_is_free(self) -> None:
        self.assertAlmostEqual(place(), 28)
        self.assertAlmostEqual(place(trailer__jack_position=measured("20 in")), 28)

    def test_moved_clear_of_the_jack(self) -> None:
        """Jack at 27: it and half a bracket keep 24¼ to 29¾ (half widths 1½ and 1¼ in, from memory)."""
        half = (HALF_JACK + HALF_BRACKET) / MM
        self.assertAlmostEqual(place(trailer__jack_position=measured("27 in")), 27 + half)
        self.assertAlmostEqual(place(trailer__jack_position=measured("29 in")), 29 - half)

    def test_clear_of_a_tray_of_the_length_it_was_taped(self) -> None:
        tray = {"trailer__propane_position": measured("34 in")}
        usual = USUAL_TRAY / 2 / MM + HALF_BRACKET / MM
        self.assertAlmostEqual(place(**tray), 34 - usual)
        self.assertAlmostEqual(place(**tray, trailer__propane_tray=measured("8 in")), 28)
        self.assertAlmostEqual(place(**tray, clears_trays=label("yes")), 28)

    def test_no_place_left_is_a_reason(self) -> None:
        met = {"trailer__jack_position": measured("25 in"), "trailer__propane_position": measured("33 in")}
        verdict = assessed(with_kit(**met)).choice.kits[0]
        self.assertEqual((verdict.state, verdict.rule), (REJECTED, "bracket"))
        self.assertIn("jack", verdict.reason.text("us"))

    def test_three_inches_of_bar_past_the_bracket(self) -> None:
        """Common practice: a bar of 30 in takes its bracket at 27 at most; one of 27 in reaches none."""
        self.assertAlmostEqual(place(bar_length=label("30 in")), 27)
        verdict = assessed(with_kit(bar_length=label("27 in"))).choice.kits[0]
        self.assertEqual(verdict.rule, "bracket")

    def test_the_bars_force_follows_where_the_brackets_stand(self) -> None:
        """P = M/d: nearer the ball each bar carries more."""
        near = assessed(with_kit(trailer__jack_position=measured("29 in")))
        far = assessed(with_kit())
        ratio = near.coupled.states[-1].bar_each.value / far.coupled.states[-1].bar_each.value
        self.assertAlmostEqual(ratio, 28 / (29 - (HALF_JACK + HALF_BRACKET) / MM))

    def test_without_the_makers_figure_nothing_is_guessed(self) -> None:
        document = with_kit()
        for name in RANGE:
            del document["stock"]["kits"][0][name]
        assessment = assessed(document)
        self.assertIsInstance(bracket_place(assessment.choice.in_force.kit, assessment_rig(document)), Missing)
        self.assertIsInstance(assessment.coupled.states[-1].bar_each, Missing)

    @settings(max_examples=80, deadline=None)
    @given(st.integers(15, 45), st.integers(20, 60), st.integers(4, 24), st.integers(22, 30), st.integers(0, 10))
    def test_wherever_they_stand_they_meet_nothing(
        self, jack: int, propane: int, tray: int, least: int, wide: int
    ) -> None:
        document = with_kit(
            trailer__jack_position=measured(f"{jack} in"),
            trailer__propane_position=measured(f"{propane} in"),
            trailer__propane_tray=measured(f"{tray} in"),
            bracket_least=label(f"{least} in"),
            bracket_most=label(f"{least + wide} in"),
            bracket_distance=label(f"{least + wide // 2} in"),
        )
        found = bracket_place(assessed(document).choice.kits[0].part, assessment_rig(document))
        half, jack_half = HALF_BRACKET / MM, HALF_JACK / MM
        blocked = [
            (jack - jack_half - half, jack + jack_half + half),
            (propane - tray / 2 - half, propane + tray / 2 + half),
        ]
        if isinstance(found, Phrase):
            self.assertTrue(
                all(
                    any(low < at / 8 < high for low, high in blocked) for at in range(least * 8, (least + wide) * 8 + 1)
                )
            )
            return
        at = found.value / MM
        self.assertTrue(least - 1e-6 <= at <= least + wide + 1e-6)
        self.assertFalse(any(low + 1e-6 < at < high - 1e-6 for low, high in blocked))


def assessment_rig(document: dict):
    from stathmos.core import rigfile

    return rigfile.read(document).rig


class Fit(unittest.TestCase):
    def test_underslung_couplers(self) -> None:
        under = {"trailer__coupler_mount": measured("underslung")}
        for mounts, state in ((label("top"), REJECTED), (label("either"), CHOSEN), (None, UNKNOWN)):
            own = {"mounts": mounts} if mounts else {}
            verdict = assessed(with_kit(**under, **own)).choice.kits[0]
            self.assertEqual((verdict.state, verdict.rule == "coupler mount"), (state, state != CHOSEN))

    def test_a_deep_frame_takes_the_special_bracket_and_lists_it(self) -> None:
        deep = {
            "trailer__frame_depth": measured("7 in"),
            "frame_depth_least": label("3 in"),
            "frame_depth_most": label("6 in"),
        }
        self.assertEqual(assessed(with_kit(**deep)).choice.kits[0].rule, "frame")
        special = assessed(with_kit(**deep, special_depth_most=label("8 in")))
        self.assertEqual(special.choice.kits[0].state, CHOSEN)
        self.assertIn("special frame bracket, a pair", [line.what for line in special.parts.lines])

    def test_a_kit_that_no_shank_brings_to_height_gives_way(self) -> None:
        """Kit 1000's head sits 9 in higher, and no shank drops so far: the larger kit is chosen, and it is said."""
        document = rig(trailer__gvwr=label("6300 lb"), trailer__gross_weight=measured("6200 lb"))
        document["stock"]["kits"] = [
            kit("Kit 1000", 1000, 500, seat_above_shank=label("12 in")),
            kit("Kit 1200", 1200, 500),
        ]
        verdicts = {one.part.name: one for one in assessed(document).choice.kits}
        self.assertEqual(verdicts["Kit 1200"].state, CHOSEN)
        self.assertEqual((verdicts["Kit 1000"].state, verdicts["Kit 1000"].rule), (REJECTED, "shank"))
        document["stock"]["kits"].pop()
        self.assertEqual(
            assessed(document).choice.kits[0].state, CHOSEN
        )  # alone it is shown, and the shank says why not

    def test_the_hitch_handbooks_rules_win_over_the_houses(self) -> None:
        own = {"handbook_offset": label("1 in"), "handbook_restoration": label("full")}
        ruled = assessed(with_kit(**own, ways__offset_school=label("none"), ways__restoration_school=label("half")))
        self.assertAlmostEqual(ruled.heights.offset.value, MM)
        self.assertEqual(
            (ruled.rules.restoration.key, ruled.rules.restoration.authority.value), ("full", "hitch handbook")
        )
        over = assessed(with_kit(**own, vehicle__handbook_restoration=label("half")))
        self.assertEqual(over.rules.restoration.authority.value, "tow-vehicle handbook")


class WholeBuilds(unittest.TestCase):
    def builds(self) -> Assessment:
        document = rig()
        document["stock"]["shanks"].append(shank("Shank heavy", own_weight=label("40 lb")))
        document["stock"]["kits"].append(kit("Kit 1400", 1400, 700))
        return assessed(document)

    def test_chosen_first_then_the_runner_up_with_what_parts_them(self) -> None:
        found = self.builds()
        best, runner_up = found.builds.best[:2]
        self.assertEqual((best.kit.part.name, best.shank.part.name), ("Kit 1200", "Shank 2"))
        self.assertEqual(best.shank.position, found.choice.position)
        self.assertEqual((runner_up.kit.part.name, runner_up.shank.part.name), ("Kit 1200", "Shank heavy"))
        self.assertIn("lighter", runner_up.why.text("us"))
        larger = next(one for one in found.builds.best if one.kit.part.name == "Kit 1400")
        self.assertIn("200\u00a0lb more of tongue rating", larger.why.text("us"))

    def test_all_are_counted(self) -> None:
        """3 kits (1000 with care, 1200, 1400) x 2 shanks that go in x 1 ball of the coupler's size serve, of 5 x 3 x 2."""
        found = self.builds().builds
        self.assertEqual((found.serving, found.tried), (6, 30))

    def test_the_best_build_is_the_one_in_force_when_nothing_is_on_the_vehicle(self) -> None:
        for style in ("weight_distributing", "weight_carrying"):
            document = rig(
                hitch__style=label(style),
                vehicle__receiver_wc_gross=label("9000 lb"),
                vehicle__receiver_wc_tongue=label("1200 lb"),
            )
            mount = shank(
                "Mount",
                style=label("fixed"),
                ball_hole=label("1 1/4 in"),
                pitch=label("0 in"),
                holes=label("1"),
                drop="0 in",
            )
            document["stock"]["shanks"].append(mount)
            found = assessed(document)
            if found.builds.best:
                best, in_force = found.builds.best[0], found.choice.in_force
                self.assertEqual(best.shank.part.name, in_force.shank.name)
                self.assertEqual(best.ball.part.name, in_force.ball.name)
                self.assertEqual(best.kit.part.name if best.kit else None, in_force.kit.name if in_force.kit else None)


PRICED = {
    "accessories": [
        {"name": "Controller", "serves": label("controller"), "price": label("$149")},
        {"name": "Dear controller", "serves": label("controller"), "price": label("$249")},
        {"name": "Bar", "serves": label("friction_bar")},
        {"name": "Deep bracket", "family": "Test", "serves": label("special_bracket"), "price": label("68")},
        {"name": "Their bracket", "family": "Other", "serves": label("special_bracket"), "price": label("10")},
    ],
}


class PartsList(unittest.TestCase):
    def listed(self, **changes: object) -> dict:
        document = rig(**changes)
        document["stock"] = {**document["stock"], **PRICED}
        for part, price in (("kits", "$500"), ("shanks", "$100.50"), ("balls", "$20")):
            for one in document["stock"][part]:
                one["price"] = label(price)
        self.parts = assessed(document).parts
        return {line.what: line for line in self.parts.lines}

    def test_the_build_and_its_sum_by_hand(self) -> None:
        lines = self.listed()
        self.assertEqual([line.name for line in self.parts.lines[:3]], ["Kit 1200", "Shank 2", "Ball"])
        self.assertAlmostEqual(self.parts.total, 500 + 100.5 + 20)
        self.assertEqual(self.parts.unpriced, 0)
        self.assertEqual(lines["thin-wall deep socket for the ball nut"].state, "look first")

    def test_what_is_on_the_vehicle_costs_nothing(self) -> None:
        self.listed(hitch__shank=measured("Shank 2"), hitch__ball=measured("Ball"))
        self.assertAlmostEqual(self.parts.total, 500)
        self.assertEqual([line.state for line in self.parts.lines[:3]], ["buy", "on the vehicle", "on the vehicle"])

    def test_a_missing_controller_is_listed_the_cheapest_and_an_unread_one_is_looked_at_first(self) -> None:
        missing = self.listed(vehicle__brake_controller=measured("no"))["brake controller"]
        self.assertEqual((missing.name, missing.state, missing.amount), ("Controller", "buy", 149))
        self.assertEqual(self.listed(vehicle__brake_controller=None)["brake controller"].state, "look first")
        self.assertNotIn("brake controller", self.listed())

    def test_what_has_no_price_is_counted_and_not_free(self) -> None:
        lines = self.listed(trailer__ball_to_rear=label("400 in"))
        bar = lines["add-on friction sway bar"]
        self.assertEqual((bar.name, bar.amount, self.parts.unpriced), ("Bar", None, 1))

    def test_a_head_that_moves_the_ball_wants_chains_and_lead_looked_at(self) -> None:
        document = rig()
        document["stock"]["kits"] = [kit("Kit 1200", 1200, 500, adds_overhang=label("4 in"))]
        lines = {line.what: line.state for line in assessed(document).parts.lines}
        self.assertEqual(lines["safety-chain extension, a pair"], "look first")
        self.assertEqual(lines["7-way lead extension"], "look first")

    def test_the_familys_own_bracket(self) -> None:
        document = rig(trailer__frame_depth=measured("7 in"))
        deep = {
            "frame_depth_least": label("3 in"),
            "frame_depth_most": label("6 in"),
            "special_depth_most": label("8 in"),
        }
        document["stock"] = {**RIG["stock"], **PRICED, "kits": [kit("Kit 1200", 1200, 500, **deep)]}
        lines = {line.what: line.name for line in assessed(document).parts.lines}
        self.assertEqual(lines["special frame bracket, a pair"], "Deep bracket")

    def test_cooler_seven_way_and_breakaway(self) -> None:
        lines = self.listed(
            vehicle__cooler=label("wanted"), vehicle__seven_way=measured("no"), trailer__breakaway=measured("no")
        )
        for what in ("transmission cooler", "7-way socket and harness", "breakaway switch"):
            self.assertEqual(lines[what].state, "buy", what)


class Socket(unittest.TestCase):
    """What is sold is what the chain refuses; what it does not know is checked first, and not sold."""

    def line(self, **changes: object):
        found = assessed(rig(**changes))
        return {one.what: one.state for one in found.parts.lines}.get("7-way socket and harness"), found

    def test_the_line_follows_the_chain(self) -> None:
        cases = (
            ({"vehicle__seven_way": measured("no")}, "buy", State.OVER),
            ({"vehicle__seven_way": None}, "look first", State.UNKNOWN),
            ({"trailer__brakes": label("none"), "vehicle__seven_way": measured("no")}, "look first", State.UNKNOWN),
            (
                {"trailer__brakes": label("none"), "vehicle__seven_way": None, "vehicle__socket": measured("four")},
                None,
                State.WITHIN,
            ),
            ({}, None, State.WITHIN),
        )
        for changes, sold, state in cases:
            with self.subTest(changes=list(changes)):
                line, found = self.line(**changes)
                self.assertEqual(line, sold)
                self.assertEqual(next(one.state for one in found.planned if one.key == "seven_way"), state)

    def test_no_7_way_and_a_7_way_socket_is_asked_about(self) -> None:
        for seven_way, socket in (("no", "seven"), ("yes", "four")):
            line, found = self.line(vehicle__seven_way=measured(seven_way), vehicle__socket=measured(socket))
            self.assertEqual((found.verdict.state, line), ("unknown", "look first"))
            self.assertIn("contradicted", [one.key for one in found.findings])


class BallsOfItsOwn(unittest.TestCase):
    """A mount with two balls of one piece with it: no ball to buy, no hole, no nut."""

    CARRIED = {
        "hitch__style": label("weight_carrying"), "vehicle__receiver_wc_gross": label("9000 lb"), "vehicle__receiver_wc_tongue": label("1200 lb"),
        "hitch__style_reason": measured("stiff truck"),
    }  # fmt: skip

    TWO = {
        "own_ball_1_diameter": label("2 in"), "own_ball_1_rating": label("8000 lb"), "own_ball_1_top": label("3 in"),
        "own_ball_2_diameter": label("2 5/16 in"), "own_ball_2_rating": label("10000 lb"), "own_ball_2_top": label("2 3/4 in"),
    }  # fmt: skip

    def document(self, of_mount: dict | None = None, **written: object) -> dict:
        """A rig file with the mount on the shelf; ``written`` as `rig` takes it."""
        document = rig(**self.CARRIED, **written)
        document["stock"]["shanks"] = [
            shank("Two-ball mount", style=label("fixed"), **{**self.TWO, **(of_mount or {})})
        ]
        return document

    def mounted(self, **of_mount: object):
        document = self.document(of_mount)
        document["stock"]["balls"] = []
        return assessed(document)

    def test_the_coupler_chooses_which(self) -> None:
        found = self.mounted()
        ball = found.choice.in_force.ball
        self.assertEqual((ball.name, ball.own), ("Two-ball mount, ball 2", True))
        self.assertEqual({one.key for one in found.planned if one.key.startswith("ball")}, {"ball_size", "ball"})
        self.assertNotEqual(found.verdict.state, "refused")
        position = found.choice.position.rise
        self.assertAlmostEqual(found.heights.ball_standing.value, 21 * 25.4 + position + 2.75 * 25.4)

    def test_none_of_its_size_or_too_weak_does_not_serve(self) -> None:
        for more, rule in (
            ({"own_ball_2_diameter": label("1 7/8 in")}, "ball"),
            ({"own_ball_2_rating": label("6000 lb")}, "ball"),
        ):
            found = self.mounted(**more)
            self.assertEqual((found.choice.shanks[0].state, found.choice.shanks[0].rule), ("rejected", rule))
        unread = self.mounted(own_ball_2_rating={"is": "10000 lb", "from": "brochure"})
        self.assertEqual(unread.choice.shanks[0].state, "unknown")

    def test_no_nut_is_tightened_and_no_ball_bought(self) -> None:
        document = rig(**self.CARRIED)
        document["stock"]["shanks"] = [
            shank(
                "One",
                style=label("fixed"),
                own_ball_1_diameter=label("2 5/16 in"),
                own_ball_1_rating=label("9000 lb"),
                own_ball_1_top=label("3 in"),
            )
        ]
        read = rigfile.read(document)
        fitted = bay.fit(read.rig, stock=read.stock)
        self.assertEqual([one.key for one in fitted.proved.torque], [])
        self.assertNotIn("ball", [one.what for one in fitted.now.parts.lines])

    def fitted(self, up: str | None):
        """The mount on the vehicle, with a ball entered as the one that is up."""
        on_it = measured("Two-ball mount")
        return assessed(self.document(hitch__shank=on_it, hitch__ball=measured(up) if up else None))

    def test_the_ball_that_is_up_is_judged_and_never_replaced(self) -> None:
        wrong = self.fitted("Two-ball mount, ball 1")
        self.assertEqual(wrong.choice.in_force.ball.name, "Two-ball mount, ball 1")
        self.assertEqual(wrong.verdict.state, "refused")
        self.assertEqual(next(one for one in wrong.planned if one.key == "ball_size").state, State.OVER)
        right = self.fitted("Two-ball mount, ball 2")
        self.assertEqual(right.choice.in_force.ball.name, "Two-ball mount, ball 2")
        self.assertNotIn(right.verdict.state, ("refused", "unknown"))

    def test_which_ball_is_up_is_asked(self) -> None:
        found = self.fitted(None)
        said = next(one for one in found.findings if one.key == "ball_not_told")
        self.assertEqual((said.state, said.reads, found.verdict.state), ("unknown", ("hitch.ball",), "unknown"))
        self.assertNotIn("ball_not_told", [one.key for one in self.mounted().findings])  # planned, it goes up

    def test_another_ball_than_its_own_is_asked_about(self) -> None:
        found = self.fitted("Ball")
        self.assertEqual(found.choice.in_force.ball.name, "Ball")
        self.assertIn(found.verdict.state, ("refused", "unknown"))

    def test_whole_builds_name_the_ball_that_fits_and_its_price(self) -> None:
        builds = self.mounted(price=label("$120")).builds
        self.assertEqual([one.ball.part.name for one in builds.best], ["Two-ball mount, ball 2"] * len(builds.best))
        self.assertEqual({one.price for one in builds.best}, {120.0})

    def test_the_bay_offers_each_ball_of_the_mount(self) -> None:
        found = rigfile.read(self.document())
        asked = [
            one
            for section in bay.fit(found.rig, stock=found.stock).sections
            for one in section.questions
            if one.path == "hitch.ball"
        ]
        self.assertEqual([one.kind for one in asked], ["choice"] * len(asked))
        self.assertEqual([value for value, _ in asked[0].offers], ["Two-ball mount, ball 1", "Two-ball mount, ball 2"])
        self.assertEqual([word for _, word in asked[0].offers], ["2 in", "2 5/16 in"])
