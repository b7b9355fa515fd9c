"""The catalogue asked by figures, as customers ask: the ways they put it, and what is no figure stays a word."""

from __future__ import annotations

import unittest

from stathmos.catalogue.asking import LEAST, MOST, read
from stathmos.catalogue.models import Trailer
from tests.web.signed_in import WithDemo

KG = 0.45359237


class Read(unittest.TestCase):
    def asked(self, words: str) -> tuple[dict, list[str]]:
        limits, left = read(words, Trailer.described())
        return {(one.field, one.way): one.value for one in limits}, left

    def test_the_ways_it_is_put(self) -> None:
        for words, field, way, value in (
            ("under 7000", "gvwr", MOST, 7000 * KG),
            ("under 7,000 lb", "gvwr", MOST, 7000 * KG),
            ("gvwr below 3000 kg", "gvwr", MOST, 3000),
            ("sleeps 4", "sleeps", LEAST, 4),
            ("sleeps at least 4", "sleeps", LEAST, 4),
            ("price under $40,000", "price", MOST, 40000),
            ("length under 30 ft", "ball_to_rear", MOST, 9144),
            ("over 5000", "gvwr", LEAST, 5000 * KG),
        ):
            with self.subTest(words):
                limits, left = self.asked(words)
                self.assertEqual(left, [])
                self.assertEqual(list(limits), [(field, way)])
                self.assertAlmostEqual(limits[field, way], value, places=6)

    def test_several_at_once_with_a_name(self) -> None:
        limits, left = self.asked("Saltgrass, under 7000, sleeps 4")
        self.assertEqual(set(limits), {("gvwr", MOST), ("sleeps", LEAST)})
        self.assertEqual(left, ["saltgrass"])

    def test_what_is_no_limit_stays_a_word(self) -> None:
        for words in ("under", "under the bridge", "wee 12", "sleeps", "under many", "", "over 5/", "under -5", "< <"):
            self.assertEqual(self.asked(words)[0], {})


class Sought(WithDemo):
    def names(self, q: str, kind: str = "trailers") -> set[str]:
        from urllib.parse import quote

        status, told = self.ask("GET", f"catalogue/{kind}/picks/?q={quote(q)}", None, self.signed_in("thea"))
        self.assertEqual(status, 200, told)
        return {one["name"] for one in told["picks"]}

    def test_under_seven_thousand_that_sleeps_four(self) -> None:
        """By hand from the demo's list: GVWR of 7 000 at most, four berths at least."""
        self.assertEqual(
            self.names("under 7000, sleeps 4"), {"Saltgrass 20", "Wrenfold 24 Rear Bath", "Saltgrass 22 Dinette"}
        )
        self.assertEqual(self.names("saltgrass under 6000"), {"Saltgrass 20"})
        self.assertEqual(self.names("wee 12"), {"Dunnagh Wee 12"})

    def test_a_bare_number_is_in_the_units_on_the_screen(self) -> None:
        """3 000 kg are 6 614 lb: the Wrenfold of 7 000 lb is over it, and the Saltgrass 22 of 6 200 lb is not."""
        thea = self.signed_in("thea")
        for units, there in (("metric", {"Saltgrass 20", "Saltgrass 22 Dinette"}), ("us", set())):
            _, told = self.ask(
                "GET", f"catalogue/trailers/picks/?q=under%203000%20sleeps%204&units={units}", None, thea
            )
            self.assertEqual({one["name"] for one in told["picks"]}, there)

    def test_pictures_come_with_what_is_picked_and_items_are_drawn(self) -> None:
        thea = self.signed_in("thea")
        _, told = self.ask("GET", "catalogue/trailers/picks/?q=flat", None, thea)
        self.assertTrue(told["picks"][0]["strokes"])
        for kind in ("vehicles", "trailers", "kits", "shanks", "balls", "sleeves", "wrenches", "accessories"):
            _, items = self.ask("GET", f"catalogue/{kind}/", None, thea)
            status, drawn = self.ask("GET", f"catalogue/{kind}/{items['items'][0]['id']}/drawing/", None, thea)
            self.assertEqual(status, 200)
            self.assertEqual(bool(drawn["strokes"]), kind != "accessories")
        self.assertEqual(self.ask("GET", "catalogue/kits/999999/drawing/", None, thea)[0], 404)
