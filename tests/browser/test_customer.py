"""Before the sale: the customer's view, words on cards, the sheet made on the screen and read back from its PDF."""

import io
import re

from playwright.sync_api import expect
from pypdf import PdfReader

from stathmos.rigs.models import Rig
from tests.browser.page import BrowserTest


class TheSheet(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def read(self, link) -> str:
        answer = self.page.request.get(f"{self.live_server_url}{link.get_attribute('href')}")
        pages = PdfReader(io.BytesIO(answer.body())).pages
        self.assertEqual(len(pages), 1)
        return re.sub(r"\s+", " ", pages[0].extract_text().replace("\u00a0", " "))

    def test_made_read_back_and_told_when_it_has_changed(self) -> None:
        page = self.page
        self.open_rig("Haldis Okonjo", "Ratings")
        page.get_by_role("link", name="Customer's sheet").click()
        expect(page.locator("[data-sheet-state]")).to_contain_text("These go together")
        total = page.locator("[data-total]")
        expect(total).to_contain_text("$")
        before = total.inner_text()
        page.get_by_role("button", name="Another line").click()
        self.field("What besides").fill("Mirror pair")
        self.field("$, less than 0 is given off").fill("89.95")
        # the quote follows what is typed, before anything is made
        expect(page.get_by_role("cell", name="$89.95")).to_be_visible()
        listed = total.inner_text()
        page.get_by_role("button", name="Make the sheet").click()
        made = page.locator("[data-sheet='1']")
        expect(made).to_contain_text("holds")
        rig = Rig.objects.get(customer="Haldis Okonjo")
        text = self.read(made.get_by_role("link"))
        for words in (
            "Haldis Okonjo",
            f"Sheet {rig.pk}-1",
            "Wrenfold 24 Rear Bath",
            "Anvilroot 1200",
            "Mirror pair $89.95",
            "$33,900.00",
            "Total",
        ):
            self.assertIn(words, text)
        self.assertEqual(re.search(r"Total (\$[\d,.]+)", text)[1], listed)
        cents = [round(float(amount.replace("$", "").replace(",", "")) * 100) for amount in (before, listed)]
        self.assertEqual(cents[1] - cents[0], 8995)
        # the rig changes: the sheet says so, on the screen and on paper
        page.get_by_role("link", name="The rig", exact=True).click()
        self.station("Load")
        self.field("People in front: weight").fill("420")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text("Saved, version 2")).to_be_visible()
        page.get_by_role("link", name="Customer's sheet").click()
        expect(made).to_contain_text("changed since: make another")
        self.assertIn("has changed since it was made", self.read(made.get_by_role("link")))

    def test_what_is_typed_wrong_is_said_at_its_place_and_kept(self) -> None:
        page = self.page
        self.open_rig("Haldis Okonjo", "Ratings")
        page.get_by_role("link", name="Customer's sheet").click()
        self.field("Trailer, $").fill("thirty grand")
        page.get_by_role("button", name="Make the sheet").click()
        expect(page.get_by_text("Write an amount such as 1250 or 1250.50.")).to_be_visible()
        expect(self.field("Trailer, $")).to_have_value("thirty grand")
        expect(page.locator("[data-sheet]")).to_have_count(0)


class TheView(BrowserTest):
    def test_large_plain_and_without_what_is_the_houses_own(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Perrin Aldous", "Ratings")
        page.get_by_role("button", name="Customer's view").click()
        view = page.locator("[data-view=customer]")
        expect(view.locator("[data-customer-state]")).to_have_attribute("data-customer-state", "refused")
        expect(view).to_contain_text("This must not be towed as it stands.")
        expect(view.locator("[data-borne]").first).to_contain_text("Rear GAWR")
        expect(view.locator("[data-borne='Rear GAWR']")).to_contain_text("over, 101.6 %")
        for words in ("k = 2", "reserve", "from memory", "common practice", "school"):
            expect(view).not_to_contain_text(words)
        size = view.evaluate("view => parseFloat(getComputedStyle(view).fontSize)")
        self.assertGreaterEqual(size, 18)
        page.keyboard.press("c")
        expect(page.get_by_role("heading", name="The load path")).to_have_count(0)
        expect(page.get_by_role("button", name="4 Ratings")).to_have_attribute("aria-current", "step")

    def test_words_open_their_cards(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Weigh")
        page.locator("[data-word=share]").first.click()
        card = page.get_by_role("note", name="The word share")
        expect(card).to_contain_text("how much of the trailer's whole weight rests on the ball")
        expect(card.locator("svg")).to_be_visible()
        page.keyboard.press("Escape")
        expect(card).to_have_count(0)
        page.keyboard.press("w")
        expect(page.get_by_role("dialog").get_by_role("note")).to_have_count(9)
