"""One test of attitude for the build, the findings, the lot: under every offset school the hole chosen stands level, or it is said why not."""

import random
import unittest

from stathmos.core import lot
from stathmos.core.assess import assess
from stathmos.core.figures import Given, Missing, Provenance
from stathmos.core.finding import REFUSED
from stathmos.core.heights import holes_to_level, level_slack
from stathmos.core.rig import CHOICE, TOP
from stathmos.core.schools import OFFSET_SCHOOLS
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH
from tests.core.how_many import tried
from tests.core.random_rigs import a_rig, put
from tests.core.rigs import KG, MM, assessed, kit, label, measured, rig, shank

FITTED = list(OFFSET_SCHOOLS)


def under(seed: int, school: str):
    """A rig under an offset school, with its stock and rules."""
    made, stock, rules = a_rig(seed)
    return put(made, "ways.offset_school", Given(0.0, CHOICE, Provenance.LABEL, school)), stock, rules


def standing(made, mm: float):
    return put(
        made, "hitch.ball_height", Given(mm, LENGTH, Provenance.MEASURED, datum=TOP, path="hitch.ball_height", u=2.0)
    )


class ByHand(unittest.TestCase):
    def test_how_far_the_ball_may_stand_from_level(self) -> None:
        """1¼ in over 288 in of frame, the ball 216 in ahead of the axles: 15/16 in. Common practice, no source."""
        found = assessed(rig()).heights
        self.assertAlmostEqual(found.slack.value / MM, 0.9375)
        self.assertAlmostEqual(found.level.value, found.coupler.value + found.settled.ball.value)
        self.assertAlmostEqual(level_slack(ATTITUDE.value, 216 * MM, 288 * MM) / MM, 0.9375)

    def test_a_school_that_cannot_stand_the_rig_level_is_named_with_both_figures(self) -> None:
        found = assessed(rig(ways__offset_school=label("none"), vehicle__rear_rate=measured("330 lb/in")))
        self.assertGreater(found.heights.settled.ball.value / MM, 1.0)
        self.assertTrue(ATTITUDE.within(found.heights.attitude.rail.value))
        said = next(one for one in found.findings if one.key == "school_off_level")
        self.assertRegex(said.says.text("us"), r"its offset is 0.in, the rig settles [23].*in\.")
        self.assertEqual(said.state, "caution")

    def test_wrong_way_never_again(self) -> None:
        """Low by the school's height, high by the rail: what counts is the rail."""
        level = assessed(rig()).heights.level.value / MM
        found = assessed(
            rig(
                ways__offset_school=label("one_to_two"),
                hitch__ball_height=measured(f"{level + 1.0:.3f} in", datum="top"),
            )
        )
        self.assertIn("too high", found.verdict.says.text("us"))
        self.assertTrue(found.verdict.remedy.text("us").startswith("Lower the ball by"))

    def test_holes_counted_from_where_the_ball_stands(self) -> None:
        for off in (24.0, 26.0, 40.0, 70.0, -24.0, -55.0):
            holes = holes_to_level(off, 31.75, 23.8)
            self.assertTrue(holes and abs(off + holes * 31.75) <= 23.8)

    def test_with_no_hole_that_reaches_another_shank_is_wanted(self) -> None:
        document = rig(hitch__ball_height=measured("40 in", datum="top"))
        document["stock"]["shanks"] = [
            shank("Short", drop="0 in", most_rise=label("0 in"), holes=label("1"), pitch=label("0 in"))
        ]
        self.assertIn(
            "a shank that reaches it is wanted", " ".join(one.remedy.text("us") for one in assessed(document).findings)
        )


class HandbooksAndMounts(unittest.TestCase):
    def wanted(self, **more: object) -> float:
        document = rig(hitch__kit=measured("Kit 1200"), weighing__tongue_scale=measured("800 lb"))
        document["stock"]["kits"] = [kit("Kit 1200", 1200, 650, **more)]
        found = assessed(document).heights
        return (found.ball_wanted.value - found.coupler.value) / MM

    def test_a_handbooks_offset_is_signed(self) -> None:
        self.assertAlmostEqual(self.wanted(handbook_offset=label("-1/2 in")), -0.5)

    def test_it_may_be_per_hundred_pounds_and_below(self) -> None:
        """One maker wants ⅛ in below the coupler for each 100 lb of tongue: common practice, no source. 800 lb: 1 in below."""
        self.assertAlmostEqual(self.wanted(handbook_offset_per_hundred=label("-1/8 in")), -1.0)
        self.assertAlmostEqual(
            self.wanted(handbook_offset=label("1/2 in"), handbook_offset_per_hundred=label("1/8 in")), 1.5
        )

    def test_within_a_range_it_goes_by_the_settle(self) -> None:
        settle = assessed(rig()).heights.settled.ball.value / MM
        self.assertAlmostEqual(self.wanted(handbook_offset=label("0 in"), handbook_offset_most=label("4 in")), settle)
        self.assertAlmostEqual(self.wanted(handbook_offset=label("0 in"), handbook_offset_most=label("1/2 in")), 0.5)
        self.assertAlmostEqual(self.wanted(handbook_offset=label("2 in"), handbook_offset_most=label("3 in")), 2.0)

    def test_as_the_old_mount_stood(self) -> None:
        found = assessed(
            rig(ways__offset_school=label("as_before"), hitch__old_ball_height=measured("24 3/8 in"))
        ).heights
        self.assertAlmostEqual(found.ball_wanted.value / MM, 24.375)
        unknown = assessed(rig(ways__offset_school=label("as_before")))
        self.assertIn("hitch.old_ball_height", unknown.heights.ball_wanted.needs)
        self.assertEqual(unknown.verdict.state, "unknown")
        said = next(one for one in unknown.findings if one.key == "height_unknown")
        self.assertTrue(said.remedy.text("us").startswith("Go and read: Ball height of the old mount"))

    def overhang(self, **changes: object) -> float:
        document = rig(**changes)
        for one in document["stock"]["kits"]:
            one["adds_overhang"] = label("4 1/2 in")
        return assessed(document).rest.geometry.o.value / MM

    def test_an_overhang_taped_to_a_head_has_that_head_in_it(self) -> None:
        self.assertAlmostEqual(self.overhang(), 54.5)
        self.assertAlmostEqual(self.overhang(vehicle__overhang_with=measured("plain")), 54.5)
        self.assertAlmostEqual(self.overhang(vehicle__overhang_with=measured("wd_head")), 50)
        self.assertAlmostEqual(
            self.overhang(vehicle__overhang_with=measured("wd_head"), hitch__kit=measured("Kit 1200")), 50
        )
        bare = {"hitch__style": label("weight_carrying"), "hitch__kit": measured("Kit 1200")}
        self.assertAlmostEqual(self.overhang(vehicle__overhang_with=measured("wd_head"), **bare), 45.5)

    def test_with_a_head_on_the_vehicle_it_is_asked_what_was_taped(self) -> None:
        asked = {"hitch__kit": measured("Kit 1200")}
        for more, wanted in (
            (asked, True),
            ({}, False),
            ({**asked, "vehicle__overhang_with": measured("plain")}, False),
        ):
            document = rig(**more)
            for one in document["stock"]["kits"]:
                one["adds_overhang"] = label("4 1/2 in")
            self.assertEqual("vehicle.overhang_with" in [one.path for one in assessed(document).to_read], wanted)

    def test_attitude_empty_as_planned_and_full(self) -> None:
        """Tongues of 560, 800 and 15 % of 7 000 lb, each with its own settle by hand from the worked springs; and the trailer on its own:
        two inches at 3 700 lb are 1 850 lb/in for each of two axles."""
        found = assessed(rig(trailer__unladen_weight={"is": "5100 lb", "from": "brochure"}))
        gross = {"empty": 5100, "planned": 6200, "full": 7000}
        self.assertEqual([round(one.tongue.value / KG) for one in found.attitudes], [560, 800, 1050])
        self.assertEqual(found.attitudes[1].rail.value, found.heights.attitude.rail.value)
        for one in found.attitudes:
            T = one.tongue.value / KG
            M = 0.75 * T * 50 * 216 / 266
            front, rear = (M - (T - M / 216) * 50) / 145, (T - M / 216) - (M - (T - M / 216) * 50) / 145
            settle = rear / 700 + (rear / 700 - front / 500) * 50 / 145
            ball = found.heights.ball_standing.value / MM
            coupler = 23 - ((gross[one.key] - T) - (6200 - 800)) / (2 * 1850)
            self.assertAlmostEqual(one.rail.value / MM, (ball - settle - coupler) / 216 * 288, places=9)
        rails = [one.rail.value for one in found.attitudes]
        self.assertEqual(rails, sorted(rails, reverse=True))


class UnderEverySchool(unittest.TestCase):
    def test_the_hole_that_is_chosen_is_never_refused(self) -> None:
        chosen = cautioned = 0
        for seed in range(tried(120)):
            for school in FITTED:
                found = assess(*_order(under(seed, school)))
                keys = {one.key for one in found.findings}
                shank_in_force = found.choice.in_force.shank
                if shank_in_force is None or isinstance(found.heights.attitude.rail, Missing):
                    continue
                chosen += 1
                self.assertNotIn("ball_off", keys, (seed, school))
                self.assertTrue(ATTITUDE.within(found.heights.attitude.rail.value))
                self.assertEqual(
                    "school_off_level" in keys, not found.heights.band.holds(found.heights.ball_wanted.value)
                )
                cautioned += "school_off_level" in keys
        self.assertGreater(chosen, tried(300))
        self.assertGreater(cautioned, 50)

    def test_the_remedy_put_in_cures(self) -> None:
        """Five hundred rigs with the ball wherever somebody left it: the height that is told stands level, and is another hole."""
        dice, told = random.Random(11), 0
        for seed in range(tried(500)):
            made, stock, rules = under(seed, dice.choice(FITTED))
            first = assess(made, rules, stock)
            if isinstance(first.heights.level, Missing) or isinstance(first.heights.slack, Missing):
                continue
            at = first.heights.level.value + dice.choice((-1, 1)) * first.heights.slack.value * dice.uniform(1.01, 4)
            off = assess(standing(made, at), rules, stock)
            said = next(one for one in off.findings if one.key == "ball_off")
            high = at > first.heights.level.value
            self.assertIn("too high" if high else "too low", said.says.text("us"))
            hole = off.choice.level_hole
            to = hole.ball if hole else off.heights.level.value
            told += hole is not None
            self.assertEqual(to < at, high)
            self.assertGreater(abs(to - at), 1.0)
            self.assertTrue(said.remedy.text("us").startswith("Lower" if high else "Raise"))
            cured = assess(standing(made, round(to / (MM / 16)) * MM / 16), rules, stock)
            self.assertNotIn("ball_off", {one.key for one in cured.findings}, seed)
        self.assertGreater(told, tried(150))


class TheLot(unittest.TestCase):
    def test_the_lot_says_fits_to_nothing_that_is_refused(self) -> None:
        """Six hundred pairs under every school: fits where nothing is refused, does not where something is."""
        fits = refused = 0
        for seed in range(tried(100)):
            style = random.Random(seed).choice(("weight_distributing", "weight_carrying"))
            for school in FITTED:
                made, stock, rules = under(seed, school)
                (pair,) = lot.best(lot.vehicles([made], rules), lot.trailers([made.trailer]), stock, style)
                found = assess(lot.filled(made, made.trailer, rules, style), rules, stock)
                is_refused = any(one.state == REFUSED for one in found.findings)
                self.assertEqual(
                    pair.fits == "does not fit", is_refused, (seed, school, pair, found.verdict.says.text("us"))
                )
                fits += pair.fits == "fits"
                refused += is_refused
        self.assertGreater(fits, tried(50))
        self.assertGreater(refused, 50)


def _order(made):
    candidate, stock, rules = made
    return candidate, rules, stock
