"""Arches as they were taped on coupling, the socket against the brakes, helper springs, classes told."""

import unittest

from stathmos.core import report
from stathmos.core.on_coupling import settled_as_taped
from stathmos.core.ratings import State
from stathmos.core.ratings.wiring import CARRIES, NEEDS, wiring
from tests.core.rigs import assessed, label, link, measured, rig

STILL = {"jack_clear": measured("yes")}
ANSWERED = {"vehicle__auto_levelling": measured("none"), "vehicle__air_springs": measured("none")}


def marks(front: tuple[str, str], rear: tuple[str, str], sides: tuple[str, ...] = ("left", "right")) -> dict:
    return {
        f"{end}_{side}_{state}": measured(height)
        for end, heights in (("front", front), ("rear", rear))
        for state, height in zip(("a", "b"), heights, strict=True)
        for side in sides
    }


class Taped(unittest.TestCase):
    def verdict(self, bay: dict, **more: object) -> str:
        """A stiff vehicle of a soft class, within its WC ratings: only the ½ in rule speaks."""
        free = {
            "vehicle__receiver_wc_gross": label("9000 lb"), "vehicle__receiver_wc_tongue": label("1200 lb"), "vehicle__handbook_wd": label("allowed"),
            "vehicle__front_rate": None, "vehicle__rear_rate": None, "vehicle__unladen_front": label("4400 lb"),
            "ways__front_loss": label("50 %"),
        }  # fmt: skip
        return assessed(rig(bay=bay, **free, **more)).decisions.distribution.verdict

    def test_what_was_taped_beats_typical_springs_in_the_half_inch_rule(self) -> None:
        still = marks(("36 in", "36 in"), ("38 in", "37 3/4 in"))
        self.assertEqual(self.verdict({}), "advisor's choice")
        self.assertEqual(self.verdict({**still, **STILL}), "not needed")
        moved = marks(("36 in", "36 3/4 in"), ("38 in", "36 1/2 in"))
        self.assertEqual(self.verdict({**moved, **STILL}), "advisor's choice")

    def test_one_side_is_enough_and_a_jack_on_the_ground_is_not(self) -> None:
        still = marks(("36 in", "36 in"), ("38 in", "37 3/4 in"), ("left",))
        self.assertEqual(self.verdict({**still, **STILL}), "not needed")
        self.assertEqual(self.verdict({**still, "jack_clear": measured("no")}), "advisor's choice")
        self.assertEqual(self.verdict({**still, **STILL, "marks": measured("bumper")}), "advisor's choice")

    def test_bumpers_tell_what_coupling_did_too(self) -> None:
        bumper = {**STILL, "marks": measured("bumper")}
        # nothing moved at either: nothing moved between them, wherever the axles are
        self.assertEqual(self.verdict({**marks(("22 in", "22 in"), ("24 in", "24 in")), **bumper}), "not needed")
        moved = marks(("22 in", "23 in"), ("24 in", "22 1/2 in"))
        self.assertEqual(self.verdict({**moved, **bumper}), "advisor's choice")  # how far the axles are is not known
        told = assessed(rig(bay={**moved, **bumper, "front_mark": measured("38 in"), "rear_mark": measured("52 in")}))
        sank = settled_as_taped(told.bench.rig, told.rest.geometry.o)
        # by hand: 1 in up and 1 1/2 in down over 38 + 145 + 52 in; a front axle 38 in behind the front one, a rear axle 183 in behind it
        self.assertAlmostEqual(sank.front.value / 25.4, -1 + 2.5 * 38 / 235, 9)
        self.assertAlmostEqual(sank.rear.value / 25.4, -1 + 2.5 * 183 / 235, 9)

    def asked(self, bay: dict, **more: object) -> str:
        found = assessed(rig(bay=bay, **more)).findings
        return " ".join(one.says.text("us") for one in found if one.key == "did_not_move")

    def test_hundreds_of_pounds_and_no_movement_is_asked_about(self) -> None:
        still = marks(("36 in", "36 in"), ("38 in", "37 15/16 in"))
        said = self.asked(still)
        for cause in ("800", "jack", "auto-levelling", "air springs"):
            self.assertIn(cause, said)
        self.assertIn("air springs", self.asked({**still, **STILL}, vehicle__auto_levelling=measured("off")))
        self.assertEqual(self.asked({**still, **STILL}, **ANSWERED), "")

    def test_a_rig_that_moved_or_a_light_tongue_is_not_asked_about(self) -> None:
        self.assertEqual(self.asked(marks(("36 in", "36 3/8 in"), ("38 in", "37 in"))), "")
        light = {"weighing__tongue_scale": measured("150 lb"), "trailer__gross_weight": measured("1300 lb")}
        self.assertEqual(self.asked(marks(("36 in", "36 in"), ("38 in", "38 in")), **light), "")


class Wiring(unittest.TestCase):
    def state(self, **changes: object) -> State:
        return link(assessed(rig(**changes)), "seven_way").state

    def test_by_what_the_brakes_need(self) -> None:
        """Electric brakes want a wire of their own, a surge coupler's lock-out a fifth, lights four: common practice, no source."""
        fits = {"none": ("four", "five", "seven"), "surge": ("five", "seven"), "electric": ("seven",)}
        for brakes, sockets in fits.items():
            for socket in CARRIES:
                found = self.state(
                    trailer__brakes=label(brakes), vehicle__socket=measured(socket), vehicle__seven_way=None
                )
                self.assertIs(found, State.WITHIN if socket in sockets else State.OVER, (brakes, socket))

    def test_a_free_backing_coupler_needs_no_fifth_wire(self) -> None:
        surge = {"trailer__brakes": label("surge"), "vehicle__socket": measured("four"), "vehicle__seven_way": None}
        self.assertIs(self.state(**surge), State.OVER)
        self.assertIs(self.state(**surge, trailer__reverse_lockout=measured("free_backing")), State.WITHIN)

    def test_nobody_looked(self) -> None:
        self.assertIs(self.state(vehicle__seven_way=None), State.UNKNOWN)
        self.assertIs(self.state(vehicle__seven_way=measured("no")), State.OVER)
        self.assertIs(self.state(vehicle__seven_way=measured("no"), trailer__brakes=label("none")), State.UNKNOWN)

    def test_more_wires_never_serve_less(self) -> None:
        for brakes in NEEDS:
            served = [wiring(socket, "", brakes, "") is State.WITHIN for socket in ("four", "five", "seven")]
            self.assertEqual(served, sorted(served))


class HelperSprings(unittest.TestCase):
    def test_typical_springs_do_not_hold_then(self) -> None:
        fitted = {"vehicle__helper_springs": measured("fitted"), "vehicle__rear_rate": None}
        self.assertIn("helper_springs", [one.key for one in assessed(rig(**fitted)).findings])
        fitted["vehicle__rear_rate"] = measured("900 lb/in")
        self.assertNotIn("helper_springs", [one.key for one in assessed(rig(**fitted)).findings])


class Classes(unittest.TestCase):
    def test_receiver_and_mount_by_their_ratings_the_lower_rules(self) -> None:
        """SAE J684: 10 000 lb is class 4; the trade calls what is above class 5."""
        told = report.plain(assessed(rig(vehicle__receiver_wd_gross=label("10000 lb"))))["hitch"]["classes"]
        self.assertEqual((told["receiver"], told["mount"]), (4, 5))
        self.assertIn("class 4 rules", told["says"])
