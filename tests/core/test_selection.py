"""Choosing kit, ball and shank: windows, reserve, reasons, and that more load never picks less hitch."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import rigfile
from stathmos.core.assess import assess
from stathmos.core.selection import CHOSEN, REJECTED, RESERVE, SERVES, UNKNOWN
from tests.core.rigs import KG, MM, assessed, kit, label, link, measured, rig, shank, sleeve

#: tongue ratings of a common ladder, gross ten times as much: common practice, no source
LADDER = (600, 800, 1000, 1200, 1400, 1500)


def with_ladder(**changes: object) -> dict:
    document = rig(**changes)
    document["stock"]["kits"] = [kit(f"Kit {tongue}", tongue, tongue // 2) for tongue in LADDER]
    return document


def kits(document: dict) -> dict:
    return {verdict.part.name: verdict for verdict in assessed(document).choice.kits}


def chosen(verdicts: dict) -> str | None:
    return next((name for name, verdict in verdicts.items() if verdict.state == CHOSEN), None)


class Kits(unittest.TestCase):
    def test_ladder_by_hand(self) -> None:
        """800 lb planned wants 800 / 0.9 = 889; 1 050 lb full wants 1 050: the 1 200."""
        found = kits(with_ladder())
        self.assertEqual(chosen(found), "Kit 1200")
        self.assertEqual(found["Kit 600"].rule, "gross rating")  # 6 000 under GVWR 7 000
        self.assertEqual(found["Kit 800"].rule, "house reserve")  # gross 8 000 will do; 800 of 800
        self.assertEqual(found["Kit 1000"].rule, "full trailer")
        self.assertEqual(found["Kit 1400"].rule, "a better one serves")

    def test_bars_too_heavy_are_rejected(self) -> None:
        found = kits(with_ladder(weighing__tongue_scale=measured("640 lb")))
        self.assertEqual(found["Kit 1400"].state, REJECTED)
        self.assertEqual(found["Kit 1400"].rule, "capacity window")

    def test_reserve(self) -> None:
        """Inside the house reserve (default 10 %): take the next size up. Common practice, no source."""
        light = {"trailer__gvwr": label("6300 lb")}  # full hitch load 945: reserve decides
        for tongue, expected in (("720 lb", "Kit 1000"), ("900 lb", "Kit 1000"), ("901 lb", "Kit 1200")):
            with self.subTest(tongue=tongue):
                self.assertEqual(chosen(kits(with_ladder(weighing__tongue_scale=measured(tongue), **light))), expected)

    def test_no_reserve_wanted(self) -> None:
        found = kits(
            with_ladder(
                weighing__tongue_scale=measured("975 lb"),
                trailer__gvwr=label("6500 lb"),
                trailer__gross_weight=measured("6500 lb"),
                ways__reserve=label("0 %"),
                hitch__rule_exception=measured("flat country, known customer"),
            )
        )
        self.assertEqual(chosen(found), "Kit 1000")

    def test_when_none_carries_the_full_trailer_the_largest_comes_first_and_says_so(self) -> None:
        document = with_ladder(
            weighing__tongue_scale=measured("1200 lb"),
            trailer__gvwr=label("10800 lb"),
            trailer__gross_weight=measured("9500 lb"),
        )
        found = assessed(document).choice.kits
        self.assertEqual((found[0].part.name, found[0].state, found[0].rule), ("Kit 1500", CHOSEN, "full trailer"))

    def test_every_kit_not_chosen_says_why(self) -> None:
        for name, verdict in kits(with_ladder()).items():
            with self.subTest(name=name):
                self.assertTrue(verdict.rule)
                self.assertTrue(verdict.reason.text("us"))
                self.assertTrue(verdict.reason.text("metric"))

    def test_surge_brakes(self) -> None:
        document = with_ladder(trailer__brakes=label("surge"))
        self.assertEqual({verdict.rule for verdict in kits(document).values()}, {"surge brakes"})
        document["stock"]["kits"][3]["surge_brakes"] = label("yes")
        self.assertEqual(chosen(kits(document)), "Kit 1200")

    def test_frame_depth(self) -> None:
        document = with_ladder(trailer__frame_depth=measured("7 in"))
        for one in document["stock"]["kits"]:
            one.update(frame_depth_least=label("3 in"), frame_depth_most=label("6 in"))
        found = kits(document)
        self.assertIsNone(chosen(found))
        self.assertEqual(found["Kit 1200"].rule, "frame")

    def test_a_kit_whose_rating_is_not_known_is_never_chosen(self) -> None:
        document = with_ladder()
        del document["stock"]["kits"][3]["tongue_rating"]
        found = kits(document)
        self.assertEqual(found["Kit 1200"].state, UNKNOWN)
        self.assertEqual(chosen(found), "Kit 1400")

    def test_nothing_is_chosen_for_a_trailer_of_unknown_gvwr(self) -> None:
        found = kits(with_ladder(trailer__gvwr=None))
        self.assertEqual({verdict.state for verdict in found.values()}, {UNKNOWN})

    @settings(max_examples=60, deadline=None)
    @given(st.integers(300, 1500), st.integers(300, 1500))
    def test_a_heavier_tongue_never_picks_a_smaller_hitch(self, one: int, other: int) -> None:
        ratings = []
        for tongue in sorted((one, other)):
            found = kits(
                with_ladder(
                    weighing__tongue_scale=measured(f"{tongue} lb"),
                    trailer__gvwr=label("5900 lb"),
                    trailer__gross_weight=measured("5000 lb"),
                )
            )
            name = chosen(found)
            ratings.append(int(name.split()[1]) if name else None)
        if None not in ratings:
            self.assertLessEqual(ratings[0], ratings[1])

    @settings(max_examples=60, deadline=None)
    @given(st.integers(200, 1700), st.integers(4000, 12000))
    def test_the_chosen_kit_is_inside_its_window(self, tongue: int, gvwr: int) -> None:
        found = assessed(
            with_ladder(weighing__tongue_scale=measured(f"{tongue} lb"), trailer__gvwr=label(f"{gvwr} lb"))
        ).choice.kits
        for verdict in found:
            if verdict.state in (CHOSEN, SERVES, RESERVE):
                part = verdict.part
                self.assertLessEqual(part.tongue_minimum.value, tongue * KG + 1e-6)
                self.assertGreaterEqual(part.tongue_rating.value, tongue * KG - 1e-6)
                self.assertGreaterEqual(part.gross_rating.value, gvwr * KG - 1e-6)


class OnTheVehicle(unittest.TestCase):
    def test_undersized_kit_is_refused_once_with_what_to_fit(self) -> None:
        """The brochure believed: 560 lb in print, 1 010 lb weighed and cargo behind the axle."""
        document = with_ladder(
            hitch__kit=measured("Kit 1000"),
            weighing__tongue_scale=measured("930 lb"),
            loads__behind_axle__weight=measured("90 lb"),
        )
        assessment = assessed(document)
        self.assertEqual(assessment.verdict.state, "refused")
        self.assertIn("Kit 1000 on the vehicle does not serve", assessment.verdict.says.text("us"))
        self.assertIn("1,020\u00a0lb", assessment.verdict.says.text("us"))
        self.assertIn("Fit Kit 1200 instead", assessment.verdict.remedy.text("us"))
        self.assertEqual(
            sum("1,020" in one.says.text("us") and one.state == "refused" for one in assessment.findings), 1
        )

    def test_a_part_that_nobody_knows_is_never_passed(self) -> None:
        for what in ("kit", "shank", "ball"):
            with self.subTest(what=what):
                read = rigfile.read(with_ladder(**{f"hitch__{what}": measured("Some other one")}))
                self.assertEqual([problem.place for problem in read.problems], [f"hitch.{what}"])
                assessment = assess(read.rig, stock=read.stock)
                self.assertIsNone(getattr(assessment.choice.in_force, what))
                self.assertIn(assessment.verdict.state, ("unknown", "refused"))

    def test_the_chain_judges_what_sits_on_the_vehicle(self) -> None:
        assessment = assessed(with_ladder(hitch__kit=measured("Kit 1500")))
        self.assertEqual(assessment.choice.in_force.kit.name, "Kit 1500")
        self.assertEqual(next(v for v in assessment.choice.kits if v.state == CHOSEN).part.name, "Kit 1200")


class MixedCapacities(unittest.TestCase):
    def fitted(self, head: str, bars: str) -> tuple:
        named = {"hitch__kit": measured(head), "hitch__bars": measured(bars)}
        assessment = assessed(with_ladder(**named))
        return assessment, assessment.choice.in_force.kit

    def test_larger_bars_on_a_smaller_head_take_the_smaller_rating(self) -> None:
        assessment, kit_ = self.fitted("Kit 600", "Kit 1200")
        self.assertAlmostEqual(kit_.tongue_rating.value / KG, 600)
        self.assertAlmostEqual(kit_.gross_rating.value / KG, 6000)
        self.assertAlmostEqual(kit_.tongue_minimum.value / KG, 600)  # the bars' own least
        self.assertEqual(assessment.verdict.state, "refused")

    def test_smaller_bars_on_a_larger_head_too(self) -> None:
        _, kit_ = self.fitted("Kit 1200", "Kit 800")
        self.assertAlmostEqual(kit_.tongue_rating.value / KG, 800)
        _, same = self.fitted("Kit 1200", "Kit 1200")
        self.assertAlmostEqual(same.tongue_rating.value / KG, 1200)

    def test_bars_that_nobody_knows_leave_it_unknown(self) -> None:
        read = rigfile.read(with_ladder(hitch__kit=measured("Kit 1200"), hitch__bars=measured("Some others")))
        self.assertEqual([problem.place for problem in read.problems], ["hitch.bars"])
        assessment = assess(read.rig, stock=read.stock)
        self.assertIsNone(assessment.choice.in_force.kit.tongue_rating)
        self.assertNotEqual(assessment.verdict.state, "good")


class Balls(unittest.TestCase):
    def balls(self, **ball: dict) -> dict:
        document = rig()
        document["stock"]["balls"][0].update(ball)
        return {verdict.part.name: verdict for verdict in assessed(document).choice.balls}

    def test_size_rating_shank_and_thread(self) -> None:
        self.assertEqual(self.balls()["Ball"].state, CHOSEN)
        self.assertEqual(self.balls()["Ball 2"].rule, "diameter")
        for change, rule in (
            ({"rating": label("6999 lb")}, "rating"),
            ({"shank_diameter": label("1 in")}, "shank diameter"),
            ({"thread_length": label("2 1/2 in")}, "thread"),  # past the head's 2⅜ in
        ):
            with self.subTest(rule=rule):
                self.assertEqual(self.balls(**change)["Ball"].rule, rule)


class Shanks(unittest.TestCase):
    def shanks(self, document: dict) -> dict:
        return {verdict.part.name: verdict for verdict in assessed(document).choice.shanks}

    def test_a_larger_shank_does_not_enter(self) -> None:
        found = self.shanks(rig())
        self.assertEqual(found["Shank 2"].state, CHOSEN)
        self.assertEqual((found["Shank 2½"].state, found["Shank 2½"].rule), (REJECTED, "size"))

    def test_a_smaller_shank_wants_a_sleeve_and_comes_second(self) -> None:
        wide = rig(vehicle__receiver_size=label("2 1/2 in"))
        found = self.shanks(wide)
        self.assertEqual(found["Shank 2½"].state, CHOSEN)
        self.assertEqual((found["Shank 2"].state, found["Shank 2"].rule), (REJECTED, "sleeve"))
        wide["stock"]["sleeves"] = [sleeve("Sleeve"), sleeve("Sleeve light", tongue_rating=label("600 lb"))]
        found = self.shanks(wide)
        self.assertEqual(found["Shank 2½"].state, CHOSEN)
        self.assertEqual((found["Shank 2"].state, found["Shank 2"].sleeve.name), (SERVES, "Sleeve"))
        wide["stock"]["shanks"] = wide["stock"]["shanks"][:1]
        self.assertIn("It wants a reducer sleeve: Sleeve.", self.shanks(wide)["Shank 2"].reason.text("us"))
        self.assertNotIn("sleeve", self.shanks(rig())["Shank 2"].reason.text("us"))

    def test_a_sleeves_play_lets_the_ball_hang_lower_and_its_ratings_are_links(self) -> None:
        """1/8 in of play, twice that at the ball (assumed): a hole of 1¼ in is told from the next by 5/8 in."""
        wide = rig(vehicle__receiver_size=label("2 1/2 in"))
        wide["stock"]["shanks"] = wide["stock"]["shanks"][:1]
        heights = []
        for slop in ("0 in", "1/8 in"):
            wide["stock"]["sleeves"] = [sleeve("Sleeve", slop=measured(slop))]
            assessment = assessed(wide)
            heights.append(assessment.heights.ball_standing.value)
            self.assertEqual(link(assessment, "sleeve_tongue").share, 800 / 1500)
        self.assertAlmostEqual(heights[0] - heights[1], MM / 4, places=6)

    def test_a_sleeve_without_ratings_is_unknown(self) -> None:
        wide = rig(vehicle__receiver_size=label("2 1/2 in"))
        wide["stock"]["shanks"] = wide["stock"]["shanks"][:1]
        wide["stock"]["sleeves"] = [sleeve("Sleeve", gross_rating=label(""))]
        self.assertEqual(self.shanks(wide)["Shank 2"].state, UNKNOWN)

    def test_a_shank_that_would_scrape_is_turned_up(self) -> None:
        """Receiver 21 in, drop 8½, end 6 in below, settle 1 1/16 in: 5 3/8 in is more than 125 mm; 7 in below is not."""
        for below, expected in (("5 in", "down"), ("7 in", "up")):
            document = rig()
            document["stock"]["shanks"] = [shank("Shank 2", end_below=label(below))]
            with self.subTest(below=below):
                self.assertEqual(self.shanks(document)["Shank 2"].position.orientation, expected)
        low = rig(vehicle__receiver_height=measured("26 in", datum="inside_top"))
        low["stock"]["shanks"] = [shank("Shank 2", drop="12 in", end_below=label("10 in"))]
        self.assertEqual(self.shanks(low)["Shank 2"].rule, "ground clearance")

    def test_what_it_cannot_reach_it_says(self) -> None:
        found = self.shanks(rig(vehicle__receiver_height=measured("34 in", datum="inside_top")))["Shank 2"]
        self.assertEqual((found.state, found.rule), (REJECTED, "reach"))
        self.assertIn("drop", found.reason.text("us"))

    def test_smallest_residual_wins(self) -> None:
        document = rig()
        document["stock"]["shanks"].append(shank("Shank fine", pitch=label("1/2 in"), most_drop=label("5 in")))
        found = self.shanks(document)
        self.assertEqual(found["Shank fine"].state, CHOSEN)
        self.assertLessEqual(abs(found["Shank fine"].residual), abs(found["Shank 2"].residual))

    def test_receiver_four_inches_higher_wants_four_inches_more_drop(self) -> None:
        """Common practice, no source; exact here since the springs stay the same."""
        rises = [
            assessed(
                rig(vehicle__receiver_height=measured(f"{height} in", datum="inside_top"))
            ).heights.rise_wanted.value
            for height in (21, 25)
        ]
        self.assertAlmostEqual((rises[0] - rises[1]) / 25.4, 4, places=9)

    def test_no_fixed_mount_under_a_head(self) -> None:
        document = rig()
        document["stock"]["shanks"].append(shank("Mount", style=label("fixed")))
        self.assertEqual(self.shanks(document)["Mount"].rule, "style")


class Mixing(unittest.TestCase):
    """Head and bars of different capacity, families of heads and shanks, ratings that cannot be."""

    def mixed(self, head: dict, bars: dict, **more: object):
        document = rig(hitch__kit=measured(head["name"]), hitch__bars=measured(bars["name"]), **more)
        document["stock"]["kits"] = [head, bars, kit("Kit 1200", 1200, 650)]
        return assessed(document)

    def test_an_upsized_bar_on_a_smaller_head_is_unknown_and_takes_the_smaller_rating(self) -> None:
        for head, bars in ((1000, 1500), (1500, 1000)):
            found = self.mixed(kit("Head", head, 500), kit("Bars", bars, 500))
            self.assertEqual((found.verdict.state, found.choice.fitted_kit.rule), ("unknown", "bars"))
            self.assertEqual(found.choice.in_force.kit.tongue_rating.value, 1000 * KG)
            self.assertEqual(link(found, "hitch_tongue").state.value, "unknown")

    def test_it_is_never_better_than_the_smaller(self) -> None:
        found = self.mixed(kit("Head", 600, 300), kit("Bars", 1500, 300))
        self.assertEqual(found.verdict.state, "refused")
        self.assertEqual(link(found, "hitch_tongue").state.value, "over")

    def test_a_pair_that_the_maker_lists_is_rated_by_the_smaller(self) -> None:
        for takes in (label("Other; Bars"), {"is": "Bars, Other", "from": "label"}):
            found = self.mixed(kit("Head", 1500, 500, takes_bars=takes), kit("Bars", 1200, 650))
            self.assertEqual(found.verdict.state, "good")
            self.assertEqual(found.choice.in_force.kit.tongue_rating.value, 1200 * KG)
            self.assertEqual(found.choice.in_force.kit.tongue_minimum.value, 650 * KG)

    def test_a_list_that_somebody_guessed_lists_nothing_for_certain(self) -> None:
        found = self.mixed(kit("Head", 1500, 500, takes_bars="Bars"), kit("Bars", 1200, 650))
        self.assertEqual(found.verdict.state, "unknown")

    def test_what_the_bars_bring_down_is_said_of_the_bars(self) -> None:
        found = self.mixed(kit("Head", 1500, 500, takes_bars=measured("Bars")), kit("Bars", 600, 300))
        self.assertEqual(found.choice.fitted_kit.rule, "gross rating")
        self.assertIn("With the bars of Bars on it: Its gross rating", found.verdict.says.text("us"))

    def test_bars_of_the_same_capacity_and_family_are_its_own(self) -> None:
        found = self.mixed(kit("Head", 1200, 650), kit("Bars", 1200, 650))
        self.assertEqual(found.verdict.state, "good")

    def test_another_familys_bars_are_refused_whatever_they_carry(self) -> None:
        stranger = {**kit("Bars", 1200, 650), "family": "Other"}
        found = self.mixed(kit("Head", 1200, 650), stranger)
        self.assertEqual((found.verdict.state, found.choice.fitted_kit.rule), ("refused", "bars"))
        self.assertIn("another family", found.verdict.says.text("us"))

    def test_bars_that_nobody_knows_are_unknown(self) -> None:
        document = rig(hitch__kit=measured("Kit 1200"), hitch__bars=measured("Lost"))
        read = rigfile.read(document)
        found = assess(read.rig, stock=read.stock)
        self.assertEqual(found.choice.fitted_kit.state, "unknown")

    def test_the_remedy_is_the_heads_own_bars_and_is_tried(self) -> None:
        """Kit 1200's own bars serve; Kit 600's would not, and are not offered."""
        found = self.mixed(kit("Head", 1200, 650), kit("Bars", 1500, 650))
        self.assertIn("Put its own bars on", found.verdict.remedy.text("us"))
        small = self.mixed(kit("Head", 600, 300), kit("Bars", 1500, 300))
        self.assertNotIn("own bars", small.verdict.remedy.text("us"))
        self.assertIn("Kit 1200", small.verdict.remedy.text("us"))

    def test_a_head_on_a_strangers_shank_is_unknown(self) -> None:
        for family, state in (("Test", "good"), ("", "good"), ("Other", "unknown")):
            document = rig(hitch__shank=measured("Shank 2"), hitch__kit=measured("Kit 1200"))
            document["stock"]["shanks"] = [shank("Shank 2", family=family)]
            found = assessed(document)
            self.assertEqual(found.verdict.state, state, family)

    def test_the_heads_own_shank_is_chosen_before_a_strangers(self) -> None:
        document = rig()
        document["stock"]["shanks"] = [
            shank("Lighter", family="Other", own_weight=label("10 lb")),
            shank("Own", family="Test"),
        ]
        self.assertEqual(assessed(document).choice.in_force.shank.name, "Own")

    def test_ratings_that_contradict_each_other_are_asked_about(self) -> None:
        document = rig(vehicle__receiver_wd_tongue=label("5000 lb"), vehicle__receiver_wd_gross=label("15000 lb"))
        found = assessed(document)
        self.assertEqual(found.verdict.state, "unknown")
        self.assertIn("vehicle.receiver_wd_tongue", {path for one in found.mismatches for path in one.figures})
        parts = rig()
        parts["stock"]["kits"] = [{**kit("Misread", 5000, 300), "gross_rating": label("15000 lb")}]
        found = assessed(parts)
        self.assertEqual((found.verdict.state, found.choice.kits[0].rule), ("unknown", "ratings"))
