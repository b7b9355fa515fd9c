"""Every family of hitches in the bay in portrait: from the first question to the card that is signed, in its own words.

The rig is the demo's good one; its marks are those of `a_fit`: A 37 3/4, B 38 5/16, C 37 7/8, so 7/9 restored.
"""

from __future__ import annotations

import io
import re

from playwright.sync_api import Locator, expect
from pypdf import PdfReader

from tests.browser.in_the_bay import COUNTING, Portrait
from tests.web import a_fit

MARKS = {
    "front_a": "37 3/4", "rear_a": "39 1/2", "front_b": "38 5/16", "rear_b": "38 1/16", "front_c": "37 7/8", "rear_c": "38 1/2",
}  # fmt: skip
LENGTHS = {
    "bay.rail_front_level": "20 1/2", "bay.rail_rear_level": "20 1/2", "bay.coupler_height": "22 3/4", "bay.receiver_height": "21 1/2",
    "hitch.ball_height": "24 5/8", "bay.raised": "41", "bay.past_left": "4 1/2", "bay.past_right": "4 1/2", "bay.ground_left": "9",
    "bay.ground_right": "9", "bay.tray_clear": "3", "bay.cover_clear": "5", "bay.jack_tube": "2", "bay.jaw_play": "1/16",
    "bay.rail_front_coupled": "20 1/4", "bay.rail_rear_coupled": "20 1/2", "bay.rail_front_empty": "20 1/2", "bay.rail_rear_empty": "20 1/2",
}  # fmt: skip
WORDS = {
    "bay.floor": "flat and hard", "bay.marks": "the wheel arches", "vehicle.auto_levelling": "none", "vehicle.air_springs": "none",
    "bay.pin_hole": "the center hole", "bay.arches_wanted": "no",
}  # fmt: skip


class Family(Portrait):
    bracket = "27"
    ball = ""
    noun = "bars"
    #: how many screens and presses it takes at most, floor to signature
    screens, presses = 22, 110

    def length_of(self, path: str) -> str | None:
        corner = re.fullmatch(r"(?:bay|trials\.trial_\d+)\.(front|rear)_(?:left|right)(?:_([ab]))?", path)
        if corner:
            return MARKS[f"{corner[1]}_{corner[2] or 'c'}"]
        if re.fullmatch(r"trials\.trial_\d+\.rail_(front|rear)", path):
            return "20 3/8" if path.endswith("front") else "20 1/2"
        if path.endswith(".tongue"):
            return "22 5/8"
        own = {"bay.bracket_place": self.bracket, "hitch.ball_height": self.ball}
        return own.get(path) or LENGTHS.get(path)

    def answer(self, path: str) -> None:
        """One question that has a screen of its own; a check more is left."""
        if path == "hitch.ball":
            self.press("2 5/16 in")
        elif path.endswith(("ball_gauge", "ball_gauge_b")):
            for digit in "745" if path.endswith("_b") else "1450":
                self.page.get_by_role("group", name="Digits").get_by_role("button", name=digit, exact=True).click()
            self.press("Write it down")
        elif self.page.get_by_role("button", name="Go on without it").count():
            self.press("Go on without it")
        else:
            self.press(WORDS.get(path, "yes"))

    def ticked(self) -> None:
        """A screen of what is ticked off: what the fitter must say, and then that all else is so."""
        lines = self.page.locator("[data-tick][data-state=open]").all()
        for path in [line.get_attribute("data-tick") or "" for line in lines]:
            line = self.page.locator(f"[data-tick='{path}']")
            counted = line.locator("[data-counted]")
            if counted.count() and counted.inner_text() == "–":
                # turns past touch, by quarters from the least that is wanted: 1 1/2, 1 3/4
                for _ in range(2):
                    line.get_by_role("button", name="one more").click()
                expect(counted).to_have_text("1.75")
            answer = "with the rig lifted about 3 in" if path.endswith(".went_on") else WORDS.get(path)
            said = line.get_by_role("button", name=answer, exact=True) if answer else None
            if said is not None and said.count():
                said.click()
                expect(line).to_have_attribute("data-state", "written")
        self.page.get_by_role("button", name=re.compile("^(All so|All else is so|Next|Onward)$")).first.click()

    def taped(self) -> None:
        """A screen of heights."""
        paths = [one.get_attribute("data-height") for one in self.page.locator("[data-height]").all()]
        for path in filter(None, paths):
            length = self.length_of(path)
            if length is not None:
                self.page.locator(f"[data-height='{path}']").click()
                self.tape(length)
        self.press("Next")

    def work_through(self) -> None:
        """Every screen of questions until another kind of screen comes."""
        screen = self.page.locator("[data-screen]")
        expect(screen).to_have_count(1)
        for _ in range(40):
            if not screen.count():
                return
            before = (self.page.locator("[aria-current=step]").inner_text(), screen.get_attribute("data-screen"))
            if self.page.locator("[data-tick]").count():
                self.ticked()
            elif self.page.locator("[data-height]").count():
                self.taped()
            else:
                self.answer(self.page.locator("[data-question]").get_attribute("data-question") or "")
            # (a screen without a question has none to wait for)
            self.page.wait_for_function(
                "([section, screen]) => document.querySelector('[data-screen]')?.dataset.screen !== screen"
                " || document.querySelector('[aria-current=step]')?.innerText !== section",
                arg=list(before),
            )
        raise AssertionError("the questions do not come to an end")

    def onward(self) -> None:
        self.page.get_by_role("button", name=re.compile("^On to: ")).click()

    def fit(self, kit: str, style: str = "weight_distributing", **more: str) -> None:
        named = {"hitch.kit": kit} if style == "weight_distributing" else {}
        texts = {"hitch.style": style, **named, **{path.replace("__", "."): text for path, text in more.items()}}
        self.write({path: a_fit.measured(text) for path, text in texts.items()}, by="thea")
        self.page.add_init_script(COUNTING)
        self.open_bay("floor")
        self.work_through()

    def settled(self, *says: str) -> None:
        """From the steps of setting through the first trial to where the coach calls it set."""
        steps = self.page.get_by_role("list", name=f"Setting the {self.noun}")
        for words in says:
            expect(steps).to_contain_text(words)
        self.onward()
        self.sent()
        self.press("Set so: first trial")
        self.sent()
        self.work_through()
        self.sent()
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("The hitch is set. Leave it.")
        self.onward()
        self.work_through()

    def signed(self) -> None:
        self.page.get_by_role("navigation", name="The bay's work").get_by_role("button", name="Result").click()
        self.sent()
        expect(self.page.get_by_role("main")).to_contain_text("Nothing is over and nothing is unknown in the bay.")
        self.press("Sign the bay off")
        expect(self.page.locator("footer")).to_have_attribute("data-signature", "signed")
        screens, presses = self.counted()
        self.assertLessEqual(screens, self.screens)
        self.assertLessEqual(presses, self.presses)
        self.page.get_by_role("button", name="Sign out").click()

    def card(self, *drilled: str) -> str:
        """The hand-over by the advisor, and the card read back."""
        self.page.set_viewport_size({"width": 1280, "height": 800})
        self.sign_in("thea")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/handover")
        for label, answer in (
            ("Brake controller squeeze test", "the trailer's brakes held"),
            ("Breakaway pull test", "the brakes held"),
            ("Short test drive done", "yes"),
            ("Torque and witness marks looked at after the drive", "yes"),
        ):
            button = self.page.get_by_role("group", name=label).get_by_role("button", name=answer, exact=True)
            button.click()
            expect(button).to_have_attribute("aria-pressed", "true")
        for words in drilled:
            expect(self.page.get_by_role("main")).to_contain_text(words)
        boxes: Locator = self.page.get_by_role("checkbox")
        for index in range(boxes.count()):
            boxes.nth(index).click()
        hand = self.page.get_by_role("region", name="Hand over")
        expect(hand).to_contain_text("Nothing is over and nothing is unknown.")
        hand.get_by_role("button", name="Sign, hand over and make the card").click()
        link = hand.get_by_role("link", name="Card 1, PDF to print")
        expect(link).to_be_visible()
        body = self.page.request.get(f"{self.live_server_url}{link.get_attribute('href')}").body()
        pages = PdfReader(io.BytesIO(body)).pages
        self.assertEqual(len(pages), 1)
        return " ".join(pages[0].extract_text().replace("\u00a0", " ").split())

    def distributed(self, kit: str, steps: tuple[str, ...], drilled: tuple[str, ...], carded: tuple[str, ...]) -> None:
        self.fit(kit)
        self.bolts()
        self.onward()
        self.work_through()
        if self.page.get_by_role("list", name="Raised for the brackets").count():
            self.onward()
            self.work_through()
            self.bolts()
            self.onward()
        self.settled(*steps)
        self.still_tight()
        self.signed()
        text = self.card(*drilled)
        for words in ("37 7/8 in", kit, *carded):
            self.assertIn(words, text)


class RigidBars(Family):
    def test_on_l_brackets_with_washers_and_holes(self) -> None:
        self.distributed(
            "Anvilroot 1200", ("snap-up lever", "Lifted, the bars go on without a fight."), ("then up onto their brackets with the snap-up lever",),
            ("Snug, then half a turn, and a quarter turn more after it has been coupled once", "Bracket hole 3, both sides", "How to hook up again", "Bracket pins in", "groan"),
        )  # fmt: skip

    bracket = "27"


class TiltHead(Family):
    bracket = "29"

    def test_a_head_with_tilt_positions(self) -> None:
        self.distributed(
            "Tarnbrace 1200",
            ("Pins and clips in both brackets.",),
            ("Pins and clips in both brackets.",),
            ("Tilt position 2",),
        )


class Chains(Family):
    bracket = "30"

    def test_bars_on_chains(self) -> None:
        self.distributed(
            "Cordwain 1200", ("Safety pins in both levers, before it rolls.", "A loaded bar or lever can injure"),
            ("chains up by their levers",), ("Working links 7, both sides", "Lever pins in", "Count the working links each time"),
        )  # fmt: skip


class TensionChains(Family):
    bracket = "28 1/2"
    noun = "chains"

    def test_tension_chains(self) -> None:
        self.distributed(
            "Thornlace 1200", ("Raise the vehicle 1 to 2 in above where it stands uncoupled", "3 to 4 threads more"),
            ("Lock nuts on",), ("Threads showing 4, both sides", "Rear fender, raised 41 in", "Nuts to the threads", "Good and tight", "450 ft·lb"),
        )  # fmt: skip


class Hydraulic(Family):
    bracket = "30"
    noun = "bar"

    def test_a_hydraulic_lift_bar(self) -> None:
        self.distributed(
            "Gannetry 1200", ("Bar hooked onto the head and latched.", "Less chrome is more lift", "Oil under pressure injures"),
            ("open the release valve slowly until the chrome is all out", "bar slid off the head onto its holder"),
            ("Chrome showing", "Unlatch the bar, stow it", "Less chrome is more lift.", "Oil under pressure injures."),
        )  # fmt: skip


class LeadScrew(Family):
    bracket = "32"
    ball = "21 13/16"  # 1/8 in below for each 100 lb of tongue

    def test_a_lead_screw_with_a_gauge_under_the_ball(self) -> None:
        self.distributed(
            "Quernstay 1200", ("It lifts the head as it takes the load.",),
            ("Turn the screw back until the bars hang free.",), ("Turns of the screw", "Gauge, bars on 1,450 lb", "Turn the screw back"),
        )  # fmt: skip


class PlainMount(Family):
    def test_a_mount_with_balls_of_its_own_has_a_short_bay(self) -> None:
        light = {
            "trailer__gross_weight": "4200 lb", "weighing__tongue_scale": "480 lb", "trailer__unladen_weight": "3600 lb",
            "trailer__cargo_capacity": "3300 lb",
        }  # fmt: skip
        self.fit("", "weight_carrying", **light)
        names = self.page.get_by_role("navigation", name="The bay's work").get_by_role("button").all_inner_texts()
        self.assertEqual(
            names, ["Tools", "Before measuring", "Before coupling", "Mounting", "Coupled", "Clearances", "Result"]
        )
        self.signed()
        text = self.card("Close the latch and put its pin in.")
        self.assertIn("Hobstead three-ball mount 2", text)
        self.assertNotIn("Ball nut", text)
        self.assertNotIn("spring bar", text)
