"""Remedies of what is over, waivers of the reserve, figures that may be over, D- and V-value, schools and swaps."""

import math
import random
import re
import unittest
from dataclasses import replace
from datetime import date

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import compare, lot, ratings, rigfile
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.limits import guard
from stathmos.core.load_changes import with_loads
from stathmos.core.ratings import State, Waiver
from stathmos.core.ratings.demands import d_value, v_value
from stathmos.core.rules import Rules
from stathmos.core.tryout import with_choices
from tests.core.random_rigs import a_rig, put
from tests.core.rigs import KG, assessed, kit, label, link, measured, rig, shank

#: rear axle 3 565 + … over its rating by a little; bed and gear to play with
OVER = {
    "vehicle__rear_gawr": label("3850 lb"),
    "vehicle__front_gawr": label("4400 lb"),
    "vehicle__gvwr": label("7800 lb"),
    "vehicle__payload": label("2200 lb"),
    "loads__gear__weight": measured("500 lb"),
    "loads__gear__at": measured("100 in"),
    "loads__gear__when": measured("to_come"),
    "trailer__ball_to_rear": measured("340 in"),
}


def applied(document: dict, remedy) -> Assessment:
    """The rig with a remedy in the plan, assessed anew."""
    read = rigfile.read(document)
    return assess(with_loads(read.rig, remedy.writes), stock=read.stock)


class Remedies(unittest.TestCase):
    def test_each_is_enough_and_no_more_than_need_be(self) -> None:
        """Put in the plan the link is within its rating by its guard, with no more than a pound or an inch to spare."""
        document = rig(**OVER)
        assessment = assessed(document)
        found = [one for one in assessment.remedies if one.link == "rear_gawr"]
        self.assertGreaterEqual(len(found), 2)
        for remedy in found:
            after = link(applied(document, remedy), "rear_gawr")
            with self.subTest(says=remedy.says.text("us")):
                self.assertIsNot(after.state, State.OVER)
                self.assertFalse(after.may_be_over)
                if "all of it" not in remedy.says.text("us"):
                    self.assertLess((after.margin - guard(after.demand)) / KG, 8.0)

    def test_out_of_the_bed_by_hand(self) -> None:
        """A bed load bears 0.95 of itself on the rear axle: x lb over and y lb of doubt want (x + y)/0.95 lb out, rounded up."""
        document = rig(
            **{**OVER, "loads__gear__weight": measured("60 lb"), "vehicle__rear_gawr": label("3700 lb")},
            loads__bed__weight=measured("300 lb"),
        )
        judged = link(assessed(document), "rear_gawr")
        over = (guard(judged.demand) - judged.margin) / KG
        said = [one.says.text("us") for one in assessed(document).remedies if one.link == "rear_gawr"]
        self.assertIn(f"Take {math.ceil(over / 0.95)}\u00a0lb out of the vehicle: bed or boot.", said)

    def test_the_least_change_first_and_what_lightens_the_tongue_last(self) -> None:
        found = [one for one in assessed(rig(**OVER)).remedies if one.link == "rear_gawr"]
        clean = [one.effort for one in found if one.clean]
        self.assertEqual(clean, sorted(clean))
        self.assertEqual([one.clean for one in found], sorted((one.clean for one in found), reverse=True))

    def test_draining_water(self) -> None:
        document = rig(
            trailer__gvwr=label("6400 lb"),
            trailer__fresh_tank=label("60 gal"),
            trailer__fresh_tank_position=label("200 in"),
            loads__fresh_water__volume=measured("50 gal"),
            loads__fresh_water__when=measured("to_come"),
        )
        said = [one.says.text("us") for one in assessed(document).remedies if one.link == "trailer_gvwr"]
        # 6 200 + 417 lb of water, 217 lb over; and as far inside as the scale and the gauge may be out
        out = 217 + guard(link(assessed(document), "trailer_gvwr").demand) / KG
        self.assertEqual(said[0], f"Drain {math.ceil(out)}\u00a0lb out of the trailer: fresh water.")

    def test_no_load_is_enough_so_several_go_together(self) -> None:
        document = rig(
            vehicle__gcwr=label("12250 lb"),
            loads__bed__weight=measured("150 lb"),
            loads__roof__weight=measured("100 lb"),
        )
        excess = -link(assessed(document), "gcwr").margin / KG
        self.assertAlmostEqual(excess, 200, delta=1)
        found = [one for one in assessed(document).remedies if one.link == "gcwr"]
        self.assertIsNot(link(applied(document, found[0]), "gcwr").state, State.OVER)
        self.assertEqual(found[0].says.text("us").count("Take "), 2)

    def test_a_part_that_serves_by_its_name(self) -> None:
        found = assessed(rig(hitch__kit=measured("Kit 600"))).remedies
        self.assertIn((("hitch.kit", "Kit 1200"),), [one.chooses for one in found])
        found = assessed(rig(hitch__style=label("weight_carrying"))).remedies
        self.assertIn((("hitch.style", "weight_distributing"),), [one.chooses for one in found])

    def test_people_are_not_taken_out(self) -> None:
        said = " ".join(one.says.text("us") for one in assessed(rig(vehicle__payload=label("1000 lb"))).remedies)
        self.assertNotIn("people", said)

    def test_none_where_nothing_is_over(self) -> None:
        self.assertEqual(assessed(rig()).remedies, ())

    @settings(max_examples=25, deadline=None)
    @given(st.integers(3300, 3900), st.integers(50, 600), st.integers(20, 320))
    def test_what_is_proposed_holds_when_it_is_done(self, gawr: int, gear: int, at: int) -> None:
        document = rig(
            **{
                **OVER,
                "vehicle__rear_gawr": label(f"{gawr} lb"),
                "loads__gear__weight": measured(f"{gear} lb"),
                "loads__gear__at": measured(f"{at} in"),
            }
        )
        over_now = {one.key for one in assessed(document).planned if one.state is State.OVER}
        for remedy in assessed(document).remedies:
            if not remedy.writes:
                continue
            after = {one.key: one.state for one in applied(document, remedy).planned}
            self.assertIsNot(after[remedy.link], State.OVER)
            if remedy.clean:
                new = {key for key, state in after.items() if state is State.OVER} - over_now
                self.assertFalse({key for key in new if not key.startswith(("hitch_", "shank_"))})


class Excluded(unittest.TestCase):
    """What cannot be put right by moving load, or is not known to be, is not told to be."""

    def told(self, key: str, **changes: object) -> str:
        found = next(one for one in assessed(rig(**changes)).findings if one.key == key)
        return found.remedy.text("us").replace("\u00a0", " ")

    def test_band_and_limit_that_exclude_each_other_are_both_named(self) -> None:
        """10 % of 6 200 lb is 620; the tongue limit is 600: 560 weighed and 60 more is over it."""
        light = {"weighing__tongue_scale": measured("560 lb")}
        said = self.told("tongue_light", **light, vehicle__tongue_limit=label("600 lb"))
        self.assertIn("No load plan fits: at 6,200 lb this trailer needs 620 lb on the tongue", said)
        self.assertIn("Vehicle tongue limit allows 600 lb", said)
        self.assertIn("Only 620 lb", self.told("tongue_light", **light, vehicle__tongue_limit=label("640 lb")))

    def test_what_is_aimed_at_lies_inside_by_hand(self) -> None:
        """620 lb, and 2·u and 1.645·u·√2 of the scale inside: u by half of a 10 lb mark and 1 % of what it reads, both rectangular;
        10 % of how far the trailer's own weighing is doubted besides."""
        said = self.told("tongue_light", weighing__tongue_scale=measured("560 lb"))
        target, more = (float(one.replace(",", "")) for one in re.findall(r"([\d,]+) lb", said)[:2])
        scale = math.hypot(5, 0.01 * 640) / 3**0.5
        gross = 0.10 * assessed(rig()).weights.gross.u / KG
        by_hand = 620 + 2 * math.hypot(scale, gross) + 1.645 * math.hypot(scale, scale)
        self.assertAlmostEqual(target, by_hand, delta=3)
        self.assertEqual(target, 560 + more)

    def test_an_unread_rating_is_not_called_one(self) -> None:
        carrying = {
            "hitch__style": label("weight_carrying"),
            "vehicle__receiver_wd_gross": None,
            "vehicle__receiver_wd_tongue": None,
        }
        said = self.told("over", **carrying)
        self.assertNotIn("Use a weight-distributing hitch", said)
        self.assertIn("Read the receiver's WD ratings", said)

    def test_the_last_of_many_overloads_has_its_remedy_too(self) -> None:
        """Eight ratings over; what takes the last of them in is told like that of the first."""
        tight = {
            "vehicle__rear_gawr": label("3550 lb"), "vehicle__payload": label("1350 lb"), "vehicle__gvwr": label("6900 lb"), "vehicle__gcwr": label("12200 lb"),
            "trailer__gvwr": label("6000 lb"), "trailer__coupler_rating": label("5900 lb"), "vehicle__tow_rating": label("5800 lb"), "trailer__chain_rating": label("6100 lb"),
            "loads__bed__weight": measured("400 lb"), "loads__gear__weight": measured("900 lb"), "loads__gear__at": measured("190 in"),
        }  # fmt: skip
        judged = assessed(rig(**tight))
        over = {one.key for one in judged.planned if one.state is State.OVER}
        self.assertGreater(len(over), 6)
        told = {one.link for one in judged.remedies}
        self.assertIn("chains", told)
        self.assertGreater(len(told & over), 5)

    def test_metric_takes_out_no_more_than_there_is(self) -> None:
        """90.3 kg, all of it, is not 91."""
        document = rig(**{**OVER, "loads__bed__weight": measured("90.3 kg"), "loads__gear__weight": None, "loads__gear__at": None, "loads__gear__when": None, "vehicle__payload": label("1200 lb")})  # fmt: skip
        said = [
            one.says.text("metric").replace("\u00a0", " ")
            for one in assessed(document).remedies
            if "bed" in one.says.text("us")
        ]
        self.assertTrue(said)
        for text in said:
            self.assertNotIn("91 kg", text)


class Waivers(unittest.TestCase):
    def waived(self, waiver: Waiver, **changes: object) -> Assessment:
        read = rigfile.read(rig(**changes))
        return assess(read.rig, stock=read.stock, waivers=(waiver,))

    def setUp(self) -> None:
        self.close = {"vehicle__tow_rating": label("6500 lb")}  # 6 200 of 6 500: inside the reserve
        self.waiver = Waiver(
            link="tow_rating", part="which.vehicle 1", demand=6200 * KG, rating=6500 * KG, by="Odile", reason="short trips on the flat",
            until=date(2026, 12, 31),
        )  # fmt: skip

    def test_it_is_said_with_who_and_why(self) -> None:
        found = self.waived(self.waiver, **self.close)
        said = [one.says.text("us") for one in found.findings]
        self.assertTrue(
            any("exception" in text and "Odile" in text and "short trips on the flat" in text for text in said)
        )
        self.assertTrue(any("ends after Dec 31, 2026" in one.remedy.text("us") for one in found.findings))
        self.assertFalse(any("inside the house reserve" in text for text in said))
        self.assertEqual(found.verdict.state, "caution")  # it stays a caution, never a pass

    def test_it_covers_no_more_than_it_was_given_for(self) -> None:
        for change in (
            {"trailer__gross_weight": measured("6202 lb")},  # the load has grown, be it by 2 lb
            {"which__vehicle": measured("2")},  # another vehicle of the same rating
            {"vehicle__tow_rating": label("6450 lb")},  # another rating
        ):
            self.assertEqual(self.waived(self.waiver, **{**self.close, **change}).waived, ())
        self.assertEqual(
            len(self.waived(self.waiver, **{**self.close, "trailer__gross_weight": measured("6100 lb")}).waived), 1
        )

    def test_a_rating_is_never_overridden(self) -> None:
        over = self.waived(replace(self.waiver, demand=9e9, rating=6000 * KG), vehicle__tow_rating=label("6000 lb"))
        self.assertEqual(over.waived, ())
        self.assertEqual(over.verdict.state, "refused")
        self.assertIn("There is no exception from a rating", ratings.refusal(link(over, "tow_rating")).text("us"))
        unknown = self.waived(self.waiver, vehicle__tow_rating=None)
        self.assertIn("not known", ratings.refusal(link(unknown, "tow_rating")).text("us"))
        self.assertIsNotNone(ratings.refusal(None))

    def test_it_stands_on_the_part_that_it_was_given_for(self) -> None:
        ladder = [kit("Kit A", 880, 300), kit("Kit B", 880, 300)]

        def fitted(name: str, waiver: Waiver):
            read = rigfile.read(rig(stock__kits=ladder, hitch__kit=measured(name)))
            return assess(read.rig, stock=read.stock, waivers=(waiver,))

        of_a = replace(self.waiver, link="hitch_tongue", part="Kit A", demand=800 * KG, rating=880 * KG)
        self.assertEqual([one.link for one in fitted("Kit A", of_a).waived], ["hitch_tongue"])
        self.assertEqual(fitted("Kit B", of_a).waived, ())
        self.assertEqual(fitted("Kit A", replace(of_a, part="")).waived, ())

    def test_the_last_one_rules_and_an_ended_one_covers_nothing(self) -> None:
        read = rigfile.read(rig(**self.close))
        ended = replace(self.waiver, ended=True)
        for waivers, covered in (((self.waiver, ended), 0), ((ended, self.waiver), 1), ((ended,), 0)):
            self.assertEqual(len(assess(read.rig, stock=read.stock, waivers=waivers).waived), covered)


class MayBeOver(unittest.TestCase):
    def test_a_load_that_may_be_over_is_no_clean_pass(self) -> None:
        """GVWR from a brochure's axle weights, ± 5 % each: 7 100 of 7 300 may be over."""
        vague = {
            "vehicle__unladen_front": {"is": "3200 lb", "from": "brochure"},
            "vehicle__unladen_rear": {"is": "2400 lb", "from": "brochure"},
        }
        sure = {"vehicle__unladen_front": measured("3200 lb"), "vehicle__unladen_rear": measured("2400 lb")}
        demand = link(assessed(rig(**sure)), "gvwr").demand
        tight = int(demand.value / KG * 1.012)
        read = {
            "ways__reserve": label("0 %"),
            "hitch__rule_exception": measured("a short way on the flat"),
            "vehicle__gvwr": label(f"{tight} lb"),
            "vehicle__payload": label(f"{tight - 5600} lb"),
        }
        vaguely = assessed(rig(**vague, **read))
        self.assertTrue(link(vaguely, "gvwr").may_be_over)
        self.assertIn("may be over", " ".join(one.says.text("us") for one in vaguely.findings))
        self.assertNotEqual(vaguely.verdict.state, "good")
        surely = assessed(rig(**sure, **{**read, "vehicle__gvwr": label(f"{int(demand.value / KG * 1.05)} lb")}))
        self.assertFalse(link(surely, "gvwr").may_be_over)

    def test_at_the_limit_is_said_as_that(self) -> None:
        found = assessed(rig(trailer__gross_weight=measured("7000 lb"), weighing__tongue_scale=measured("900 lb")))
        self.assertFalse(link(found, "trailer_gvwr").may_be_over)


class ByNumbersOfTheStandard(unittest.TestCase):
    def test_d_value_by_hand(self) -> None:
        """UN Regulation No. 55: D = g·T·R/(T+R). 2.5 t and 2.0 t: 9.80665·5/4.5 = 10.896 kN; 3.5 and 3.5 t: 17.162 kN."""
        self.assertAlmostEqual(d_value(2500, 2000), 10.8963, places=4)
        self.assertAlmostEqual(d_value(3500, 3500), 17.1616, places=4)

    @given(st.floats(500, 20000), st.floats(500, 20000))
    def test_d_value_is_even_handed_and_under_the_lighter_ones_weight(self, one: float, other: float) -> None:
        self.assertAlmostEqual(d_value(one, other), d_value(other, one))
        self.assertLess(d_value(one, other), 9.80665 * min(one, other) / 1000)

    def test_v_value_by_hand(self) -> None:
        """V = 2.4·C·X²/L²: 4 t, X 6 m, L 5 m: 13.824 kN; a short box counts as one."""
        self.assertAlmostEqual(v_value(4000, 6000, 5000), 13.824)
        self.assertAlmostEqual(v_value(4000, 2000, 5000), 9.6)

    def test_links_by_d_and_v_where_they_are_stamped(self) -> None:
        plain = {one.key for one in assessed(rig()).planned}
        self.assertFalse({"coupler_d", "coupler_v", "receiver_d"} & plain)
        D = d_value(8400 * KG, 7000 * KG)
        for stamped, state in ((f"{D + 0.2:.1f} kN", State.WITHIN), (f"{D - 0.2:.1f} kN", State.OVER)):
            found = assessed(rig(trailer__coupler_d_value=label(stamped), vehicle__receiver_d_value=label(stamped)))
            self.assertIs(link(found, "coupler_d").state, state)
            self.assertIs(link(found, "receiver_d").state, state)

    def test_a_heavy_trailer_rated_by_d_wants_its_v_value_too(self) -> None:
        """Over 3.5 t (7 716 lb): unknown until it is read."""
        heavy = {"trailer__gvwr": label("7800 lb"), "trailer__coupler_d_value": label("60 kN")}
        self.assertIs(link(assessed(rig(**heavy)), "coupler_v").state, State.UNKNOWN)
        self.assertNotIn(
            "coupler_v", {one.key for one in assessed(rig(trailer__coupler_d_value=label("60 kN"))).planned}
        )
        self.assertIs(
            link(assessed(rig(**heavy, trailer__coupler_v_value=label("40 kN"))), "coupler_v").state, State.WITHIN
        )


class Compared(unittest.TestCase):
    def others(self, document: dict) -> dict[str, compare.Compared]:
        read = rigfile.read(document)
        return {one.key: one for one in compare.under_other_schools(read.rig, Rules(), read.stock)}

    def test_each_other_school_is_what_choosing_it_gives(self) -> None:
        document = rig()
        for key, one in self.others(document).items():
            question, school = key.split(".", 1)
            if question == "reserve":
                chosen = assessed(rig(ways__reserve=label(f"{float(school):.0%}")))
            else:
                chosen = assessed(rig(**{f"ways__{question}_school": label(school)}))
            with self.subTest(key=key):
                self.assertEqual(one.assessment.verdict.says, chosen.verdict.says)
                self.assertEqual(one.assessment.choice.position, chosen.choice.position)

    def test_offsets_disagree_by_what_a_hand_finds(self) -> None:
        """Settle 1.51 in; ⅛ in per 100 lb of 800 lb is 1 in; none is none."""
        found = {one.school.key: one for one in assessed(rig()).offsets}
        wanted = {"none": 0.0, "up_to_one": 0.5, "one_to_two": 1.5, "eighth_per_hundred": 1.0}
        for key, offset in wanted.items():
            self.assertAlmostEqual(found[key].offset.value / 25.4, offset, places=6)
            self.assertAlmostEqual(
                found[key].apart.value, found[key].offset.value - found["settle"].offset.value, places=6
            )
        self.assertTrue(found["settle"].in_force)

    def test_a_handbook_is_not_overruled(self) -> None:
        found = self.others(rig(vehicle__handbook_restoration=label("full")))
        self.assertEqual(found["restoration.half"].overruled, "tow-vehicle handbook")
        self.assertEqual(found["restoration.half"].assessment.rules.restoration.key, "full")

    def test_another_vehicle_four_inches_higher_wants_another_hole_of_the_same_shank(self) -> None:
        read = rigfile.read(rig())
        higher = rigfile.read(rig(vehicle__receiver_height=measured("25 in", datum="inside_top"))).rig.vehicle
        kept, anew = compare.with_another_vehicle(read.rig, higher, Rules(), read.stock)
        now = assess(read.rig, stock=read.stock)
        self.assertEqual(kept.assessment.choice.in_force.shank.name, now.choice.in_force.shank.name)
        drop = now.heights.rise_wanted.value - kept.assessment.heights.rise_wanted.value
        self.assertAlmostEqual(drop / 25.4, 4, places=6)
        self.assertNotEqual(kept.assessment.choice.position, now.choice.position)
        self.assertEqual(anew.name, "hitch chosen anew")

    def test_a_shank_that_cannot_serve_the_other_vehicle_says_so(self) -> None:
        read = rigfile.read(rig())
        wide = rigfile.read(rig(vehicle__receiver_height=measured("34 in", datum="inside_top"))).rig.vehicle
        kept, _ = compare.with_another_vehicle(read.rig, wide, Rules(), read.stock)
        self.assertEqual(kept.assessment.verdict.state, "refused")

    def test_another_trailer_is_taken_filled(self) -> None:
        read = rigfile.read(rig())
        other = rigfile.read(rig(trailer__gvwr=label("5000 lb"))).rig.trailer
        kept, anew = compare.with_another_trailer(read.rig, other, Rules(), read.stock)
        self.assertAlmostEqual(anew.assessment.weights.gross.value / KG, 5000)
        self.assertAlmostEqual(anew.assessment.weights.tongue.value / KG, 750)
        self.assertNotEqual(anew.assessment.verdict.state, "good")  # nobody has weighed it
        self.assertEqual(lot.filled(read.rig, other).trailer.gvwr, other.gvwr)
        self.assertEqual(kept.key, "kept")


#: what is made too small on a rig so that there is something to mend
_TOO_SMALL = (
    "vehicle.rear_gawr", "vehicle.payload", "vehicle.tow_rating", "vehicle.front_gawr", "vehicle.receiver_wc_gross",
    "vehicle.receiver_wd_tongue", "trailer.gvwr", "trailer.coupler_rating", "trailer.axle_rating",
)  # fmt: skip


def overloaded(seed: int):
    """A rig at random with three labels too small, some with a named hitch, and some whose handbook forbids bars."""
    made, stock, rules = a_rig(seed)
    dice = random.Random(seed)
    for path in dice.sample(_TOO_SMALL, 3):
        given_ = made.figure(path)
        made = put(made, path, replace(given_, value=given_.value * dice.choice((0.6, 0.75, 0.9, 0.97))))
    chooses = []
    if dice.random() < 0.3:
        chooses.append(("hitch.kit", dice.choice(stock.kits).name))
    if dice.random() < 0.4:
        chooses.append(("vehicle.handbook_wd", "forbidden"))
    return with_choices(made, chooses), stock, rules


class TriedOnTheRig(unittest.TestCase):
    def test_each_is_put_on_the_rig_and_cures(self) -> None:
        """Four hundred rigs: every remedy shown puts its link right; what is called clean puts no other over."""
        shown = parts = 0
        for seed in range(400):
            made, stock, rules = overloaded(seed)
            found = assess(made, rules, stock)
            over = {one.key for one in found.planned if one.state is State.OVER}
            refused = {(one.key, one.subject) for one in found.findings if one.state == "refused"}
            for remedy in found.remedies:
                after = assess(with_choices(with_loads(made, remedy.writes), remedy.chooses), rules, stock)
                now = {one.key for one in after.planned if one.state is State.OVER}
                self.assertNotIn(remedy.link, now, (seed, remedy.says.text("us")))
                new = {
                    (one.key, one.subject)
                    for one in after.findings
                    if one.state == "refused" and one.key not in ("over",)
                } - refused
                if remedy.clean:
                    self.assertLessEqual(now, over)
                    self.assertEqual(new, set(), (seed, remedy.says.text("us")))
                self.assertFalse({key for key, _ in new} & {"bars_forbidden", "bars_demanded"})
                shown += 1
                parts += bool(remedy.chooses)
        self.assertGreater(shown, 60)
        self.assertGreater(parts, 5)

    def test_nobody_is_sent_to_bars_that_a_handbook_forbids(self) -> None:
        for seed in range(400):
            made, stock, rules = overloaded(seed)
            if made.choice("vehicle.handbook_wd") != "forbidden":
                continue
            for one in assess(made, rules, stock).findings:
                self.assertNotIn("weight-distributing hitch", one.remedy.text("us"))
                self.assertFalse(one.remedy.text("us").startswith("Choose weight-distributing"))

    def test_forbidden_bars_are_sent_to_carrying_only_where_that_serves(self) -> None:
        forbidden = {"vehicle__handbook_wd": label("forbidden"), "hitch__style": label("weight_distributing")}
        said = assessed(rig(**forbidden)).verdict
        self.assertEqual(said.state, "refused")
        self.assertNotIn(
            "Choose weight-carrying", said.remedy.text("us")
        )  # 6 200 lb on a receiver of 5 000 without bars
        mount = shank("Mount", style=label("fixed"), ball_hole=label("1 1/4 in"))
        able = rig(
            **forbidden, vehicle__receiver_wc_gross=label("9000 lb"), vehicle__receiver_wc_tongue=label("1200 lb")
        )
        able["stock"]["shanks"].append(mount)
        self.assertIn("Choose weight-carrying", assessed(able).verdict.remedy.text("us"))

    def test_a_move_is_offered_only_if_the_share_is_then_told_to_lie_inside(self) -> None:
        offered = 0
        for seed in range(150):
            dice = random.Random(seed)
            gross, share = dice.randrange(3000, 6900), dice.uniform(0.05, 0.2)
            document = rig(
                trailer__gross_weight=measured(f"{gross} lb"), weighing={"gauge" if seed % 3 else "tongue_scale": measured(f"{gross * share:.0f} lb")},
                trailer__ball_to_rear=measured("340 in"),
                loads={"front_seats": {"weight": measured("300 lb")},
                       "gear": {"weight": measured(f"{dice.randrange(50, 700)} lb"), "at": measured(f"{dice.randrange(60, 320)} in"), "when": label("to_come")}},
            )  # fmt: skip
            found = assessed(document)
            for move in found.moves:
                if "needle" in move.says.text("us"):
                    continue  # on a coarse dial its mark is the test
                then = applied(document, move).weights
                self.assertEqual(then.judgement.state, "inside", (seed, move.says.text("us")))
                offered += 1
        self.assertGreater(offered, 30)
