"""The bay on a tablet in portrait, as a fitter's hands use it: screens ticked off, heights by the pad, bolts by their sheet."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, write_rig
from stathmos.rigs.models import Rig
from tests.browser.page import BrowserTest
from tests.web import a_fit

#: buttons of a bolt that are no step of its sheet
NO_STEP = ("Another torque or wrench", "Take it from the wrench")


def in_parts(text: str) -> tuple[str, str]:
    """The whole inches and the sixteenths of a height; blank where there are none.

    >>> in_parts("37 3/4"), in_parts("27"), in_parts("1/16")
    (('37', '3/4'), ('27', ''), ('', '1/16'))
    """
    whole, _, part = text.partition(" ")
    return ("", whole) if "/" in whole else (whole, part)


#: counts the screens that are shown and the presses that are made
COUNTING = """(() => {
  const more = (what) => sessionStorage.setItem(what, 1 + Number(sessionStorage.getItem(what) ?? 0));
  let shown = '';
  const look = () => {
    const here = document.querySelector('[aria-current=step]')?.innerText + document.querySelector('[data-screen]')?.dataset.screen;
    if (document.querySelector('[aria-current=step]') && here !== shown) { shown = here; more('screens'); }
  };
  new MutationObserver(look).observe(document, { subtree: true, childList: true, attributes: true });
  addEventListener('click', (event) => { if (event.isTrusted && document.querySelector('[aria-current=step]')) more('presses'); }, true);
})();"""


class Portrait(BrowserTest):
    size = {"width": 800, "height": 1280}

    def setUp(self) -> None:
        super().setUp()
        self.rig = Rig.objects.get(customer=a_fit.CUSTOMER)

    def counted(self) -> tuple[int, int]:
        """The screens and the presses so far."""
        found = self.page.evaluate("[sessionStorage.screens, sessionStorage.presses].map(Number)")
        return int(found[0]), int(found[1])

    def write(self, *parts: dict, by: str = "bram") -> None:
        """Readings from an earlier hour, past the screen."""
        for entries in parts:
            rig = Rig.objects.get(pk=self.rig.pk)
            write_rig(rig.pk, Person.objects.get(username=by), rig.version, Change({}, entries))

    def open_bay(self, section: str, username: str = "bram") -> None:
        self.sign_in(username)
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/{section}")
        expect(self.page.get_by_role("heading", name=f"{a_fit.CUSTOMER}, in the bay")).to_be_visible()

    def asked(self, words: str) -> None:
        """The height under the pad, or the one question of the screen."""
        expect(self.page.locator("[data-question]")).to_have_text(words)

    def line(self, words: str) -> Locator:
        """What is ticked off, by what it says."""
        return self.page.locator("[data-tick]").filter(has_text=words)

    def tick(self, words: str, answer: str) -> None:
        """One line that is answered by itself."""
        line = self.line(words)
        expect(line).to_have_count(1)
        said = line.get_by_role("button", name=answer, exact=True)
        if not said.count():
            line.get_by_role("button").first.click()
        said.click()
        expect(line).to_have_attribute("data-state", "written")

    def all_so(self, name: str = "All so") -> None:
        """All that is usually so, by one press."""
        self.press(name)

    def key_in(self, text: str) -> None:
        """A height by the pad: its whole inches, offered or by their digits, then its sixteenths."""
        whole, part = in_parts(text)
        offered = self.page.get_by_role("group", name="Likely whole inches").get_by_role(
            "button", name=whole, exact=True
        )
        digits = self.page.get_by_role("group", name="Whole inches", exact=True)
        if whole and offered.count():
            offered.click()
        else:
            for digit in whole:
                digits.get_by_role("button", name=digit, exact=True).click()
        self.page.get_by_role("group", name="Sixteenths").get_by_role("button", name=part or "0", exact=True).click()

    def tape(self, text: str) -> None:
        """One height, written as soon as it is whole."""
        here = self.page.locator("[data-height][aria-current]").get_attribute("data-height")
        self.key_in(text)
        expect(self.page.locator(f"[data-height='{here}'] [data-stands]")).to_have_text(
            f"{' '.join(filter(None, in_parts(text)))} in ✓"
        )

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def sent(self) -> None:
        expect(self.page.get_by_role("status", name="Sent")).to_have_text("Everything typed here is sent and saved.")

    def marks(self, front: str, rear: str, state: str) -> None:
        for end, text in (("Front", front), ("Rear", rear)):
            for side in ("left", "right"):
                self.asked(f"{end} {side} wheel arch, {state}")
                expect(self.page.locator("[data-tape]")).to_have_count(1)
                self.tape(text)

    def trial_taped(self, front: str, rear: str, rail: str) -> None:
        """A trial's heights, its rail 20 1/2 in behind, and on to the coach."""
        self.marks(front, rear, "bars on")
        self.tape(rail)
        self.tape("20 1/2")
        self.press("Next")
        self.sent()

    def section(self, name: str) -> None:
        sections = self.page.get_by_role("navigation", name="The bay's work")
        button = sections.get_by_role("button", name=re.compile(rf"^((open|part done|complete) )?{re.escape(name)}$"))
        button.click()
        # What is pressed next may stand on the screen that was there as well.
        expect(button).to_have_attribute("aria-current", "step")

    def tighten(self, number: int) -> None:
        """Every bolt of the screen by itself, as its sheet asks: its torque or its feel, its turns, its mark."""
        bolts = self.page.locator("section[data-state]")
        expect(bolts).to_have_count(number)
        for bolt in bolts.all():
            for name in bolt.get_by_role("button").all_inner_texts():
                if name not in NO_STEP:
                    bolt.get_by_role("button", name=name, exact=True).click()
        expect(self.page.locator("section[data-state=good]")).to_have_count(number)

    def bolts(self) -> None:
        """Every bolt as its sheet asks, the bolts of a joint by one press; what is turned later is pressed by itself."""
        done = self.page.get_by_role("button", name=re.compile(" done: "))
        expect(done).not_to_have_count(0)
        while done.count():
            done.first.click()
        for bolt in self.page.locator("section[data-state]").all():
            for button in bolt.get_by_role("button", name=re.compile("^Then ")).all():
                button.click()
        self.sent()
        expect(self.page.locator("section[data-state]:not([data-state=good])")).to_have_count(0)

    def still_tight(self) -> None:
        """Every bolt looked at again once the bars are set: nothing was undone since."""
        self.sent()
        expect(self.page.locator("section[data-state]")).not_to_have_count(0)
        expect(self.page.locator("section[data-state]:not([data-state=good])")).to_have_count(0)

    def bars_on(self, how: str = "with the rig lifted about 3 in") -> None:
        """A trial's own screen: how the bars went on, and that all else is so."""
        self.tick("How did the bars go on?", how)
        self.all_so()
