"""The card's drawing, and that a card of any length is one page."""

from __future__ import annotations

import io
import re
import unittest
from dataclasses import asdict

from pypdf import PdfReader

from stathmos.core.families import USUAL
from stathmos.core.handover import cautions_on_card
from stathmos.core.report import handover as report
from stathmos.core.report import written
from stathmos.handover import card as page
from stathmos.papers.drawing import side_elevation
from tests.core.test_bay_steps import AB, STOCKED, fitted, trial


class CardDrawing(unittest.TestCase):
    def test_to_scale(self) -> None:
        """The distance between drawn hubs is to the wheelbase as ball to axles is to its length."""
        drawn = asdict(fitted(**STOCKED).now.elevation)
        hubs = [
            float(x)
            for x in re.findall(r'<circle cx="([\d.]+)" cy="[\d.]+" r="2" class="hub"/>', side_elevation(drawn))
        ]
        ball = float(re.search(r'<circle cx="([\d.]+)" cy="[\d.]+" r="3.2" class="ball"/>', side_elevation(drawn))[1])
        scale = (hubs[1] - hubs[0]) / drawn["wheelbase"]
        axles = sum(hubs[2:]) / len(hubs[2:])
        self.assertAlmostEqual((axles - ball) / scale, drawn["trailer_axle_x"] - drawn["ball_x"], delta=25)

    def test_a_long_card_is_one_page_and_escapes_what_people_write(self) -> None:
        says = {
            "us": "a line of the card, as long as most that are ever written on it",
            "metric": "m",
        }
        content = {
            "names": dict.fromkeys(
                ("customer", "vehicle", "trailer", "technician", "advisor"), "<b>&Ampersand</b> " + "x" * 60
            ),
            "day": "2026-01-01",
            "elevation": asdict(fitted(**STOCKED).now.elevation),
            "blocks": [
                {"heading": "Heading", "lines": [{"name": f"line {number}", "says": says} for number in range(6)]}
                for _ in range(7)
            ],
            "cautions": cautions_on_card(USUAL),
            "known": [says] * 4,
        }
        pages = PdfReader(io.BytesIO(page.pdf(content, "us"))).pages
        self.assertEqual(len(pages), 1)
        self.assertIn("<b>&Ampersand</b>", pages[0].extract_text())
        # a card from before the strip was kept is printed again as it was; with it, both are one page still
        self.assertNotIn("How to hook up again", pages[0].extract_text())
        found = fitted(**STOCKED, **AB, **trial(1, "37 1/8"))
        strip = written(report.card(found.measured.rig, found, content["names"], "2026-01-01"))
        with_strip = {**content, "hitch": strip["hitch"], "hook_up": strip["hook_up"]}
        for draw, holds in ((page.pdf, "line 5"), (page.phone_pdf, "this card is void")):
            for system in ("us", "metric"):
                pages = PdfReader(io.BytesIO(draw(with_strip, system))).pages
                text = " ".join(pages[0].extract_text().split())
                self.assertEqual(len(pages), 1)
                for words in ("How to hook up again", "Head washers 4", "Lower onto the ball", "Bars off", holds):
                    self.assertIn(words, text)
