"""The practice bay by its screens: a whole practice with a tape that is read off its drawing, a mistake, and the debrief that finds it."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from stathmos.practice.models import Done, End, Practice
from stathmos.rigs.models import Rig
from tests.browser.in_the_bay import in_parts
from tests.browser.page import BrowserTest

#: where the red line stands against the tape's numbers, in inches: what an eye does
_READ = """(figure) => {
  const svg = figure.querySelector('svg');
  const at = Number(/M2 ([0-9.]+)H74/.exec([...svg.querySelectorAll('path')].map((one) => one.getAttribute('d')).find((d) => /H74/.test(d)))[1]);
  const inches = [...svg.querySelectorAll('text')].filter((one) => /^[0-9]+$/.test(one.textContent));
  const one = inches[0];
  return Number(one.textContent) + (Number(one.getAttribute('y')) - 8 - at) / 96;
}"""


def as_typed(inches: float) -> str:
    """A length to the nearest sixteenth, as the keypad wants it: whole and part."""
    sixteenths = round(inches * 16)
    whole, part = divmod(sixteenths, 16)
    while part and part % 2 == 0:
        part //= 2
    of = 16
    while part and (sixteenths % 16) * of // 16 != part:
        of //= 2
    return f"{whole} {part}/{of}" if part else str(whole)


class InTheYard(BrowserTest):
    size = {"width": 1280, "height": 1000}

    def setUp(self) -> None:
        super().setUp()
        self.sign_in("bram")

    def begin(self, title: str) -> int:
        self.page.get_by_role("link", name="Practice", exact=True).click()
        row = self.page.get_by_role("list", name="Scenarios").get_by_role("listitem").filter(has_text=title)
        row.get_by_role("button", name="Begin").click()
        expect(self.page.get_by_role("heading", name=title)).to_be_visible()
        return int(re.search(r"/rigs/(\d+)/yard", self.page.url)[1])

    @property
    def pane(self) -> Locator:
        return self.page.get_by_role("region", name="The practice yard")

    def taped(self, place: str) -> float:
        """The tape put somewhere, and read by where its red line stands."""
        self.page.get_by_label("Where the tape is").select_option(place)
        figure = self.page.locator(f"[data-taped={place}]")
        expect(figure).to_be_visible()
        return figure.evaluate(_READ)

    def act(self, group: str, words: str, **wants: str) -> None:
        """One act, by its group's button in the pane."""
        button = self.pane.get_by_role("button", name=group, exact=True)
        if button.get_attribute("aria-expanded") != "true":
            button.click()
        section = self.pane.get_by_role("region", name=group, exact=True)
        for label, text in wants.items():
            section.get_by_label(label.replace("_", " "), exact=False).first.fill(text)
        with self.page.expect_response(lambda answer: answer.url.endswith("/yard/act/")) as answered:
            section.get_by_role("button", name=words, exact=True).click()
        self.assertEqual(answered.value.status, 200, answered.value.text())

    def keyed(self, text: str) -> None:
        """A height by the digits of the pad: nothing near is offered where the yard's own rig was never taped."""
        whole, part = in_parts(text)
        for digit in whole:
            self.page.get_by_role("group", name="Whole inches", exact=True).get_by_role(
                "button", name=digit, exact=True
            ).click()
        self.page.get_by_role("group", name="Sixteenths").get_by_role("button", name=part or "0", exact=True).click()

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def asked(self) -> str:
        """The question that is asked now."""
        return self.page.locator("[data-question]").get_attribute("data-question")

    def marks(self) -> None:
        """The four marks that are asked, each taped and read."""
        for corner in ("front_left", "front_right", "rear_left", "rear_right"):
            path = self.asked()
            self.assertIn(corner, path)
            self.keyed(as_typed(self.taped(corner)))
            self.page.wait_for_function(
                "(path) => document.querySelector('[data-question]')?.dataset.question !== path", arg=path
            )


class WholePractice(InTheYard):
    def test_a_jack_that_bore_is_found_with_what_it_would_have_cost(self) -> None:
        rig = self.begin("The jack that still bears")
        expect(self.page.get_by_role("list", name="What is seen")).to_contain_text(
            "The jack's foot stands on the ground."
        )
        self.page.goto(f"{self.live_server_url}/rigs/{rig}/bay/b")
        expect(self.page.get_by_role("complementary", name="Practice")).to_contain_text("nothing of it tows")
        expect(self.page.locator("[data-tick='bay.jack_clear']")).to_be_visible()
        self.press("All so")
        self.marks()
        # the coach's first setting, set in the yard, bars on with the rig lifted
        self.page.goto(f"{self.live_server_url}/rigs/{rig}/bay/coach")
        self.press("Set so: first trial")
        expect(self.page.locator("[data-tick$=went_on]")).to_be_visible()
        expect(self.page.get_by_role("status", name="Sent")).to_have_text("Everything typed here is sent and saved.")
        trial = {
            path.split(".")[2]: one.typed
            for path, one in Rig.every.get(pk=rig).current().items()
            if path.startswith("trials.")
        }
        self.pane.get_by_role("button", name="Setting", exact=True).click()
        for label, field in (
            ("Head washers", "washers"),
            ("Bracket hole, from the bottom, left", "steps_left"),
            ("Bracket hole, from the bottom, right", "steps_right"),
        ):
            self.pane.get_by_label(label).fill(trial[field])
        self.act("Setting", "Set the bars")
        for _ in range(3):
            self.act("Jack", "Wind the jack up 1 in (25 mm)")
        self.act("Setting", "Bars on")
        self.act("Jack", "Wind its foot clear of the ground")
        self.act("Rig", "Roll it a length and back")
        self.act("Rig", "Rock it at both ends")
        # the hole was not counted when the head was mounted: it is counted now
        self.page.goto(f"{self.live_server_url}/rigs/{rig}/bay/c?path=trials.trial_1.hole&trial=trial_1")
        hole = re.search(r"hole (\d) from the bottom", self.page.get_by_role("list", name="What is seen").inner_text())[
            1
        ]
        line = self.page.locator("[data-tick$='.hole']")
        for _ in range(int(hole)):
            line.get_by_role("button", name="one more").click()
        expect(line.locator("[data-counted]")).to_have_text(hole)
        self.press("with the rig lifted about 3 in")
        self.press("All so")
        self.marks()
        for rail in ("rail_front", "rail_rear"):
            self.assertTrue(self.asked().endswith(rail))
            self.keyed(as_typed(self.taped(rail)))
        expect(self.page.get_by_role("status", name="Sent")).to_have_text("Everything typed here is sent and saved.")
        self.page.get_by_role("link", name="Its yard").click()
        self.press("It may go")
        debrief = self.page.get_by_role("region", name="Debrief")
        expect(debrief).to_be_visible()
        mistake = debrief.locator("[data-mistake=jack_bears]")
        expect(mistake).to_contain_text("The jack still bore")
        expect(mistake).to_contain_text(re.compile(r"at the mark: [\d,]+\slb on the (front|rear) axle"))
        expect(debrief).to_contain_text("Not passed")
        expect(debrief.get_by_role("button", name="Practise next: The jack that still bears")).to_be_visible()
        end = End.objects.get(practice__rig=rig)
        self.assertEqual(end.mistakes, ["jack_bears"])
        self.assertEqual(end.trials, 1)
        # on the record, and on no list of real rigs
        self.page.get_by_role("link", name="All practice").click()
        expect(
            self.page.get_by_role("img", name=re.compile("The jack that still bears: not passed, 1 mistakes"))
        ).to_be_visible()
        self.page.get_by_role("link", name="The floor").click()
        expect(self.page.get_by_role("heading", name="The floor")).to_be_visible()
        expect(self.page.get_by_text("Odalys Fenn")).to_have_count(0)

    def test_the_tape_by_keys_and_by_hand_and_what_is_told_instead_of_it(self) -> None:
        rig = self.begin("A first plain fit")
        arch = self.page.get_by_role("button", name="Put the tape at the wheel arch, front left")
        arch.focus()
        self.page.keyboard.press("Enter")
        figure = self.page.locator("[data-taped=front_left]")
        expect(figure).to_be_visible()
        self.page.keyboard.press("ArrowRight")
        expect(self.page.locator("[data-taped]:not([data-taped=front_left])")).to_be_visible()
        shown = self.taped("front_left")
        told = figure.get_by_role("img").get_attribute("aria-label")
        low, high = re.search(r"between ([\d ½/]+) in and ([\d ½/]+) in", told).groups()
        self.assertTrue(float(low.split()[0]) - 0.6 <= shown <= float(high.split()[0]) + 0.6, (told, shown))
        self.assertNotIn(as_typed(shown), told)
        # dragged to the trailer's rail, it is put at the nearest place
        tape = self.page.locator("[data-tape] rect")
        rail = self.page.get_by_role("button", name="Put the tape at the frame rail, rear").bounding_box()
        box = tape.bounding_box()
        self.page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.page.mouse.down()
        self.page.mouse.move(rail["x"] + rail["width"] / 2, rail["y"] + rail["height"] / 2, steps=6)
        self.page.mouse.up()
        expect(self.page.locator("[data-taped=rail_rear]")).to_be_visible()
        self.assertEqual(Done.objects.filter(practice__rig=rig).exclude(act="tape").count(), 0)

    def test_what_cannot_be_done_says_so_and_hints_are_counted(self) -> None:
        self.begin("The brochure")
        self.page.get_by_role("button", name="Bars on", exact=True).click()
        expect(self.page.get_by_role("region", name="Setting", exact=True).get_by_role("alert")).to_have_text(
            "It is not coupled."
        )
        hitch = self.page.get_by_role("region", name="Hitch", exact=True)
        hitch.get_by_label("Hole, from the bottom").fill("two")
        hitch.get_by_role("button", name="Mount the hitch").click()
        expect(hitch).to_contain_text("“two”")
        expect(hitch.get_by_label("Hole, from the bottom")).to_have_value("two")
        self.press("A hint")
        expect(self.page.get_by_role("list", name="Hints")).to_contain_text(
            "A brochure's tongue is of an empty trailer."
        )
        weighing = self.page.get_by_role("region", name="Weighing")
        weighing.get_by_label("Where").select_option("coupler")
        weighing.get_by_role("button", name="Put a scale").click()
        expect(self.page.locator("[data-dial=tongue_scale]")).to_contain_text("5 lb apart")
        self.press("It may go")
        debrief = self.page.get_by_role("region", name="Debrief")
        expect(debrief.locator("[data-mistake=brochure_believed]")).to_contain_text(
            "more rests on the tongue than was believed"
        )
        expect(debrief).to_contain_text("1 hint")

    def test_the_manager_asks_and_sees(self) -> None:
        self.press("Sign out")
        self.sign_in("odile")
        self.page.get_by_role("link", name="Practice", exact=True).click()
        everybody = self.page.get_by_role("region", name="Everybody's")
        everybody.get_by_label("Whose record").select_option("bram")
        everybody.get_by_label("What to practise").select_option("springs_stick")
        everybody.get_by_role("button", name="Ask it of them").click()
        expect(everybody).to_contain_text("Asked and not passed yet: Springs that stick.")
        self.press("Sign out")
        self.sign_in("bram")
        self.page.get_by_role("link", name="Practice", exact=True).click()
        expect(self.page.locator("[data-scenario=springs_stick]")).to_contain_text("asked of you by Odile")
        self.assertEqual(Practice.objects.count(), 0)
