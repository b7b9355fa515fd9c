"""*Go and read*: whatever is dropped of a rig, it leads back to the whole rig's verdict, and never to what is not there."""

import unittest

from stathmos.core.finding import UNKNOWN
from stathmos.core.reading_list import MISSING
from tests.core.how_many import tried
from tests.core.reading_walks import walked
from tests.core.rigs import assessed, measured, rig


class Walks(unittest.TestCase):
    def test_following_it_comes_to_the_verdict_of_the_whole_rig(self) -> None:
        """One to three figures dropped of 250 rigs at random, of every provenance; read again in the order that is told."""
        for seed in range(tried(250)):
            walk = walked(seed)
            with self.subTest(seed=seed, dropped=walk.dropped, asked=walk.asked):
                self.assertEqual(walk.dead_ends, ())
                if walk.was != UNKNOWN:  # a rig that contradicts itself may be the better for what was dropped
                    self.assertEqual(walk.now, walk.was)


class NoDeadEnd(unittest.TestCase):
    def first(self, **changes: object) -> tuple[str, ...]:
        return assessed(rig(**changes)).verdict.reads

    def test_with_no_hitch_on_the_vehicle_nobody_is_sent_to_its_ball(self) -> None:
        """The receiver's height, its size, the coupler's size, the GVWR: each is what a hitch is chosen by, and each is named."""
        for path in ("vehicle.receiver_height", "vehicle.receiver_size", "trailer.coupler_size", "trailer.gvwr"):
            judged = assessed(rig(**{path.replace(".", "__"): None}))
            listed = [one.path for one in judged.to_read if one.why == MISSING]
            self.assertIn(path, listed)
            self.assertIn(path, judged.verdict.reads)
            for told in (listed, judged.verdict.reads):
                self.assertFalse({"hitch.ball_height", "hitch.shank", "hitch.ball", "hitch.kit"} & set(told), path)

    def test_with_a_hitch_on_it_the_ball_is_there_to_be_measured(self) -> None:
        fitted = {
            "hitch__kit": measured("Kit 1200"),
            "hitch__shank": measured("Shank 2"),
            "hitch__ball": measured("Ball"),
        }
        judged = assessed(rig(**fitted, vehicle__receiver_height=None))
        self.assertIn("hitch.ball_height", [one.path for one in judged.to_read])

    def test_a_weighing_that_was_begun_is_finished(self) -> None:
        none = {"weighing__tongue_scale": None}
        jack = {"weighing__jack_reading": measured("900 lb"), "trailer__jack_position": None}
        self.assertEqual(self.first(**none, **jack), ("trailer.jack_position",))
        beam = {"weighing__beam_reading": measured("300 lb"), "weighing__beam_tare": measured("8 lb")}
        lengths = ("weighing.beam_pivot_to_scale", "weighing.beam_pivot_to_coupler")
        self.assertEqual(self.first(**none, **beam), lengths)
        self.assertEqual(self.first(**none, **beam, weighing__beam_pivot_to_scale=measured("36 in")), lengths[1:])
        self.assertEqual(self.first(**none), ("weighing.tongue_scale",))

    def test_where_nothing_is_rated_for_it_that_is_said(self) -> None:
        """A rig whose every figure is read and that no shank serves: nobody is sent anywhere to read."""
        judged = assessed(rig(vehicle__receiver_height=measured("40 in", datum="inside_top")))
        self.assertEqual([one.path for one in judged.to_read if one.why == MISSING], [])
        self.assertIn("Choose a hitch", " ".join(one.remedy.text("us") for one in judged.findings))
