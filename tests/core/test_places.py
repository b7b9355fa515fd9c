"""Every label has one place to be read at, and every place is told."""

from unittest import TestCase

from stathmos.core import elevation, outlines, places
from stathmos.core.entry import entries
from stathmos.core.rig.trailer import BODIES, Trailer
from stathmos.core.rig.vehicle import VEHICLE_CLASSES, Vehicle


class WhereOneStands(TestCase):
    def test_each_field_of_vehicle_and_trailer_is_read_at_one_place(self) -> None:
        """A field that a later hand adds must be put somewhere, and nothing may be asked twice."""
        described = {f"vehicle.{name}" for name, _ in entries(Vehicle)} | {
            f"trailer.{name}" for name, _ in entries(Trailer)
        }
        spots = [spot.path for place in places.PLACES for spot in place.spots]
        self.assertEqual(len(spots), len(set(spots)))
        self.assertEqual(set(spots) | places.ELSEWHERE, described)
        self.assertFalse(set(spots) & places.ELSEWHERE)

    def test_places_are_told_and_their_forms_known(self) -> None:
        self.assertEqual(len({place.key for place in places.PLACES}), len(places.PLACES))
        for place in places.PLACES:
            with self.subTest(place.key):
                self.assertIn(place.form, places.FORMS)
                self.assertTrue(place.look.endswith("."))
                for spot in place.spots:
                    self.assertIn(spot.prints.count("#"), (0, 1))
                    self.assertIs(places.place_of(spot.path), place)

    def test_the_walk_goes_round_the_rig_once(self) -> None:
        """From the driver's door rearward: all of the vehicle's places before the trailer's."""
        of = [place.spots[0].path.split(".")[0] for place in places.PLACES]
        self.assertEqual(of, sorted(of, key=["vehicle", "trailer"].index))
        self.assertEqual(places.PLACES[0].key, "door_jamb")


class WhatIsDrawn(TestCase):
    """Outlines are proportions from memory; these hold them to what they stand on."""

    def test_each_kind_of_vehicle_and_trailer_has_an_outline_of_its_own(self) -> None:
        self.assertEqual(list(outlines.VEHICLES), [key for key, _ in VEHICLE_CLASSES])
        self.assertEqual(list(outlines.TRAILERS), [key for key, _ in BODIES])
        on = outlines.Rail(6000, 12000, 9300, 580)
        drawn = [outlines.trailer(key, on) for key, _ in BODIES]
        self.assertEqual(len(set(drawn)), len(BODIES))
        self.assertEqual(
            set(elevation.TYPICAL_KINDS.values()) - outlines.VEHICLES.keys() - outlines.TRAILERS.keys(), set()
        )

    def test_a_trailer_stands_on_its_rail_and_a_vehicle_ahead_of_its_ball(self) -> None:
        for long in (2500, 6000, 11000):
            on = outlines.Rail(6000, 6000 + long, 6000 + 0.6 * long, 580)
            for body in outlines.TRAILERS:
                with self.subTest(body, long=long):
                    firm = [one for one in outlines.trailer(body, on) if one.kind == outlines.BODY]
                    self.assertGreaterEqual(min(min(one.x) for one in firm), on.front - 400)
                    self.assertLessEqual(max(max(one.x) for one in firm), on.rear + 400)
                    self.assertGreater(min(min(one.y) for one in firm), 0)
                    self.assertTrue(all(len(one.x) == len(one.y) for one in outlines.trailer(body, on)))
        for kind in outlines.VEHICLES:
            for ball in (4200, 5200, 6000):
                firm = [one for one in outlines.vehicle(kind, 3600, ball) if one.kind == outlines.BODY]
                self.assertLessEqual(max(max(one.x) for one in firm), ball)

    def test_what_is_moved_reaches_the_ground_and_no_other_is_beneath_it(self) -> None:
        on = outlines.Rail(6000, 12000, 9300, 580)
        for body in ("toy_hauler", "tilt"):
            moved = [one for one in outlines.trailer(body, on) if one.kind == outlines.MOVED]
            self.assertEqual(len(moved), 1)
            self.assertLess(min(moved[0].y), 100)
            self.assertGreaterEqual(min(moved[0].y), 0)

    def test_a_wrong_outline_is_refused(self) -> None:
        for kind, points in (("ghost", (0, 0)), (outlines.LINE, (0, 0, 1))):
            with self.assertRaises(ValueError):
                outlines.stroke(kind, *points)
