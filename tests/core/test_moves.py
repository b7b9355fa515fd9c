"""Advice: the smallest single moves, each tried on the rig; those that cross another limit are left out and said."""

import unittest

from stathmos.core.limits import guard
from stathmos.core.rig import Load
from stathmos.core.rigfile import read
from tests.core.rigs import KG, MM, assessed, label, measured, rig

LIGHT = {
    "weighing__tongue_scale": measured("560 lb"),
    "trailer__ball_to_rear": measured("340 in"),
    "trailer__fresh_tank": label("60 gal"),
    "trailer__fresh_tank_position": measured("80 in"),
    "loads__gear__weight": measured("300 lb"),
    "loads__gear__at": measured("250 in"),
}


def moves(**changes) -> dict[str, object]:
    return {move.says.template.split(" ")[0]: move for move in assessed(rig(**{**LIGHT, **changes})).moves}


class CoarseDial(unittest.TestCase):
    """A mower of 900 lb in a trailer of 1 300 whose axle stands 80 in behind the ball, on a dial of 100 lb marks."""

    def mower(self, reading: str, gross: str = "1300 lb", at: str = "85 in", **more):
        changes = {
            "trailer__gvwr": label("3000 lb"), "trailer__gross_weight": measured(gross), "trailer__ball_to_axle": measured("80 in"),
            "trailer__frame_length": measured("120 in"), "trailer__ball_to_rear": measured("140 in"), "trailer__axle_count": label("1"),
            "trailer__tyre_count": label("2"), "trailer__brochure_tongue": None, "hitch__style": label("weight_carrying"),
            "weighing": {"gauge": measured(reading), "gauge_mark": measured("100 lb")},
            "loads__machine__weight": measured("900 lb"), "loads__machine__at": measured(at), "loads__machine__what": measured("Mower"),
        }  # fmt: skip
        return assessed(rig(**changes, **more))

    def test_nine_inches_by_hand_and_the_mark_as_the_test(self) -> None:
        """From nothing to past the 100 mark: 80·100/900 is 8.9 in, so 9; under 100 or at 75 alike, for no needle tells them apart."""
        for reading in ("< 100 lb", "75 lb"):
            judged = self.mower(reading)
            self.assertEqual(judged.weights.judgement.state, "light", reading)
            (move,) = (one.says.text("us").replace("\u00a0", " ") for one in judged.moves)
            self.assertEqual(
                move,
                "Move mower (900 lb) 9 in forward, to 76 in behind the ball. Then the needle should pass 100 lb: weigh again to see.",
            )
            self.assertIn("until the needle passes 100", judged.verdict.remedy.text("us"))

    def test_a_needle_under_a_mark_cannot_be_past_it(self) -> None:
        """75 on marks of 100 is under 100: of 1 100 lb that is under 10 %, and light; with its spread alone it might be 133."""
        spread = self.mower("75 lb", gross="1100 lb").weights
        self.assertGreater((spread.share.value + 2 * spread.share.u) * 1100, 130)
        self.assertEqual(spread.judgement.state, "light")
        self.assertEqual(self.mower("75 lb", gross="900 lb").weights.judgement.state, "cannot tell")

    def test_on_a_mark_the_needle_is_known_to_half_of_one_either_way(self) -> None:
        """200 of 2 500 lb: from 144 to 256, and 250 wanted; past 200 is 56 lb more, 5 in of the mower."""
        judged = self.mower("200 lb", gross="2500 lb")
        (move,) = (one for one in judged.moves)
        self.assertAlmostEqual(move.effect.tongue / KG, 900 * 5 / 80, places=6)
        self.assertIn("the needle should pass 200", move.says.text("us"))

    def test_what_would_leave_it_perhaps_too_light_is_not_told(self) -> None:
        self.assertEqual(self.mower("200 lb").moves, ())

    def test_fine_marks_are_told_as_before(self) -> None:
        said = " ".join(one.says.text("us") for one in assessed(rig(**LIGHT)).moves)
        self.assertTrue(said)
        self.assertNotIn("needle", said)


class Advice(unittest.TestCase):
    def test_a_tongue_that_is_right_wants_none(self) -> None:
        self.assertEqual(assessed(rig()).moves, ())

    def test_moving_forward_by_hand(self) -> None:
        """300 lb over dx inches of a 216 in lever put 300·dx/216 lb on the tongue: 560 and that, of 6 200."""
        move = moves()["Move"]
        inches = 250 - move.writes[0].moved_to.value / MM
        self.assertAlmostEqual(inches, round(inches), places=6, msg="to the whole inch")
        self.assertAlmostEqual(move.effect.tongue / KG, 300 * inches / 216, places=6)
        self.assertAlmostEqual(move.share, (560 + 300 * inches / 216) / 6200, places=9)
        self.assertEqual(move.crosses, ())

    def test_it_is_the_smallest_that_is_enough_nineteen_times_in_twenty(self) -> None:
        """Made, the share is inside by its guard; two inches less, it is not."""
        to = moves()["Move"].writes[0].moved_to.value / MM
        for at, enough in ((to, True), (to + 2, False)):
            share = assessed(rig(**LIGHT, loads__gear__moved_to=f"{at} in")).weights.share
            self.assertEqual(share.value - guard(share) >= 0.10, enough)

    def test_every_move_brings_the_share_inside(self) -> None:
        for word, move in moves().items():
            with self.subTest(move=word):
                self.assertGreaterEqual(move.share, 0.10)
                self.assertLessEqual(move.share, 0.15)

    def test_a_move_made_is_a_move_kept(self) -> None:
        """Writing the move into the rig gives the figures that were promised, and asks for no other."""
        move = moves()["Move"]
        at = f"{move.writes[0].moved_to.value} mm"
        after = assessed(rig(**LIGHT, loads__gear__moved_to=measured(at)))
        self.assertAlmostEqual(after.weights.share.value, move.share, places=9)
        self.assertEqual(after.weights.judgement.state, "inside")
        self.assertEqual(after.moves, ())

    def test_effects_balance(self) -> None:
        """What a slide puts on the tongue and so on the vehicle, it takes off the trailer's axles; nothing is made or lost."""
        move = moves()["Move"]
        self.assertAlmostEqual(
            move.effect.front + move.effect.rear + move.effect.trailer_axles, 0, delta=0.35 * move.effect.tongue
        )
        self.assertLess(move.effect.trailer_axles, 0)
        self.assertGreater(move.effect.rear, move.effect.tongue * 0.9)

    def test_water_where_it_helps(self) -> None:
        """(560 + m·136/216) / (6200 + m) at the share aimed at."""
        move = moves()["Fill"]
        pounds = move.writes[0].weight.value / KG
        self.assertAlmostEqual(move.share, (560 + pounds * 136 / 216) / (6200 + pounds), places=9)
        self.assertNotIn(
            "Fill", moves(trailer__fresh_tank_position=measured("230 in")), "behind the axles it does harm"
        )
        self.assertNotIn("Fill", moves(trailer__fresh_tank=label("10 gal")), "not enough room")

    def test_not_outside_the_trailer(self) -> None:
        self.assertNotIn(
            "Move", moves(loads__gear__weight=measured("60 lb")), "it would have to stand ahead of the box"
        )

    def test_a_heavy_tongue_is_moved_rearward(self) -> None:
        heavy = {**LIGHT, "weighing__tongue_scale": measured("990 lb"), "loads__gear__at": measured("120 in")}
        move = next(one for one in assessed(rig(**heavy)).moves if one.says.template.startswith("Move"))
        self.assertIn("rearward", move.says.template)
        self.assertLess(move.effect.tongue, 0)

    def test_a_move_that_crosses_a_limit_is_left_out_and_said(self) -> None:
        """The tongue limit stands just above what is weighed: more tongue is the remedy and crosses it."""
        move = moves(vehicle__tongue_limit=label("600 lb"))["Move"]
        self.assertIn("tongue_limit", [link.key for link in move.crosses])

    def test_a_part_not_on_the_vehicle_yet_binds_nothing(self) -> None:
        """More tongue is over the 600 lb kit: chosen, it is chosen anew; on the vehicle, the move is not told."""
        light = {
            "trailer__gvwr": label("6000 lb"),
            "trailer__gross_weight": measured("5990 lb"),
            "weighing__tongue_scale": measured("540 lb"),
        }
        free, fitted = moves(**light), moves(**light, hitch__kit="Kit 600")
        self.assertNotIn("hitch_tongue", [link.key for link in free["Move"].crosses])
        self.assertNotIn("Move", fitted)

    def test_least_work_first(self) -> None:
        found = assessed(rig(**LIGHT)).moves
        clear = [move.effort for move in found if not move.crosses]
        self.assertEqual(clear, sorted(clear))

    def test_people_and_batteries_are_not_moved(self) -> None:
        changes = {
            **LIGHT,
            "loads__gear__weight": None,
            "loads__battery__weight": measured("120 lb"),
            "loads__battery__at": measured("200 in"),
        }
        self.assertFalse([one for one in assessed(rig(**changes)).moves if one.load in ("battery", "gear")])

    def test_a_new_load_takes_a_key_that_is_free(self) -> None:
        changes = {**LIGHT, "loads__fresh_water__volume": measured("5 gal")}
        fill = next(one for one in assessed(rig(**changes)).moves if one.says.template.startswith("Fill"))
        self.assertEqual(fill.writes[0].key, "fresh_water_2")

    def test_with_load_changes_that_load_alone(self) -> None:
        before = read(rig(**LIGHT)).rig
        after = before.with_load(Load("gear"))
        self.assertIsNone(after.load("gear").weight)
        self.assertEqual(after.load("bed"), before.load("bed"))
