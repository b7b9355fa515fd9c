"""The walk round the rig: everything that decides is asked, at the place where it is read, and nothing twice."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core.entry import entries
from stathmos.core.label_round import ASKED, label_round
from stathmos.core.places import PLACES, place_of
from stathmos.core.reading_list import WEAK
from stathmos.core.rig import entry_at
from stathmos.core.rig.trailer import Trailer
from stathmos.core.rig.vehicle import Vehicle
from tests.core.rigs import assessed, label, rig

NAMES = [
    f"{section}__{name}" for section, kind in (("vehicle", Vehicle), ("trailer", Trailer)) for name, _ in entries(kind)
]


def walked(**without):
    assessment = assessed(rig(**without))
    return assessment, label_round(assessment.bench.rig, assessment.walk)


class TheWalk(TestCase):
    @given(st.sets(st.sampled_from(NAMES), max_size=12))
    @settings(max_examples=60, deadline=None)
    def test_whatever_is_missing_and_can_be_read_at_the_rig_is_asked_there(self, gone: set[str]) -> None:
        assessment, stops = walked(**dict.fromkeys(gone))
        asked = [ask.question.path for stop in stops for ask in stop.asks]
        self.assertEqual(len(asked), len(set(asked)))
        for one in assessment.to_read:
            place = place_of(one.path)
            if one.why != WEAK and place is not None and place.walked and entry_at(one.path).dimension in ASKED:
                self.assertIn(one.path, asked)
        for name in gone:
            path = name.replace("__", ".")
            self.assertTrue(
                all(not ask.question.answered for stop in stops for ask in stop.asks if ask.question.path == path)
            )

    def test_in_the_order_of_the_places_and_at_the_rig_alone(self) -> None:
        _, stops = walked()
        keys = [place.key for place in PLACES if place.walked]
        self.assertEqual(
            [stop.place.key for stop in stops], [key for key in keys if key in {stop.place.key for stop in stops}]
        )
        self.assertNotIn("brochure", {stop.place.key for stop in stops})

    def test_that_there_is_none_is_an_answer(self) -> None:
        _, stops = walked(vehicle__receiver_d_value=label("none"))
        asks = {ask.question.path: ask.question.answered for stop in stops for ask in stop.asks}
        self.assertTrue(asks["vehicle.receiver_d_value"])
        _, stops = walked(vehicle__receiver_d_value=None)
        asks = {ask.question.path: ask.question.answered for stop in stops for ask in stop.asks}
        self.assertFalse(asks["vehicle.receiver_d_value"])

    def test_what_is_read_already_is_asked_as_answered(self) -> None:
        _, stops = walked(vehicle__payload=None)
        jamb = stops[0]
        self.assertEqual((jamb.place.key, jamb.open), ("door_jamb", 1))
        payload = next(ask for ask in jamb.asks if ask.question.path == "vehicle.payload")
        self.assertTrue(payload.decides)
        self.assertEqual(payload.usual, "label")
        self.assertIn("#", payload.spot.prints)

    def test_a_tape_is_held_to_something(self) -> None:
        _, stops = walked()
        height = next(ask for stop in stops for ask in stop.asks if ask.question.path == "vehicle.receiver_height")
        self.assertEqual(height.datums[0], "inside_top")
        self.assertEqual(height.usual, "measured")
