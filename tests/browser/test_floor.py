"""The floor in the browser: the archive, the filters, page after page, and what is looked over anew."""

from __future__ import annotations

from playwright.sync_api import expect

from stathmos.house.actions.choose_rules import choose_rules
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, open_rig
from stathmos.rigs.models import Rig, Strip
from tests.browser.page import BrowserTest


class Floor(BrowserTest):
    def more(self, many: int) -> None:
        like = Rig.objects.get(customer="Haldis Okonjo")
        entries = {path: entry for path, entry in like.entries().items() if not path.startswith("which.")}
        for number in range(many):
            open_rig(Person.objects.get(username="odile"), Change({"customer": f"Number {number}"}, entries))

    def strips(self):
        return self.page.get_by_role("main").get_by_role("listitem")

    def test_the_archive_and_what_waits_for_parts(self) -> None:
        self.sign_in()
        expect(self.strips()).to_have_count(9)
        expect(self.page.get_by_role("link", name="Oriel Penhallick")).to_have_count(0)
        self.page.get_by_role("button", name="Archive").click()
        expect(self.strips()).to_have_count(1)
        expect(self.strips()).to_contain_text("Oriel Penhallick")
        expect(self.page.locator("[data-reached]")).to_have_text("handed over")
        self.page.get_by_role("button", name="On the floor").click()
        self.open_rig("Josune Farrow", "Hitch")
        self.field("Waits for parts").fill("the long shank, Thursday")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text("Saved, version")).to_be_visible()
        self.page.get_by_role("link", name="The floor").click()
        expect(self.page.get_by_role("heading", name="The floor")).to_be_visible()
        self.page.get_by_label("waits for parts").check()
        expect(self.strips()).to_have_count(1)
        expect(self.page.locator("[data-waits]")).to_have_text("Waits for parts: the long shank, Thursday")
        self.page.get_by_role("button", name="All of them").click()
        expect(self.strips()).to_have_count(9)

    def test_page_after_page_and_all_of_it_anew_after_a_change_of_rules(self) -> None:
        self.more(40)
        self.sign_in()
        expect(self.strips()).to_have_count(30)
        behind = self.page.get_by_text("are being looked over anew")
        expect(behind).to_have_count(0)
        self.page.get_by_role("button", name="Show more").click()
        expect(self.strips()).to_have_count(49)
        expect(self.page.get_by_role("button", name="Show more")).to_have_count(0)
        counts = self.page.get_by_role("group", name="Verdict")
        expect(counts).to_contain_text("5 not fit")
        expect(counts).to_contain_text("41 fit")
        counts.get_by_role("button", name="not fit").click()
        expect(self.strips()).to_have_count(5)
        counts.get_by_role("button", name="not fit").click()
        # with a reserve of 40 % nothing much is fit any more
        odile = Person.objects.get(username="odile")
        choose_rules(odile, {"reserve": {"is": "40 %", "from": "label", "system": "us"}})
        self.page.get_by_role("link", name="The lot").click()
        self.page.get_by_role("link", name="The floor").click()
        expect(behind).to_have_count(0)
        expect(counts).not_to_contain_text("41 fit")
        self.page.get_by_label("How far it has come").select_option("in the bay")
        self.assertGreaterEqual(Strip.objects.filter(reached="in_bay").count(), 1)
        expect(self.strips()).to_have_count(Strip.objects.filter(reached="in_bay").count())
        self.page.get_by_label("Customer, plate").fill("nobody at all")
        expect(self.page.get_by_text("neither on the floor nor in the archive")).to_be_visible()


class TheHouse(BrowserTest):
    """What the manager sees of the house, and of a rule before it is in force."""

    def test_a_choice_is_tried_on_todays_floor(self) -> None:
        page = self.page
        self.sign_in("odile")
        page.get_by_role("link", name="House rules").click()
        page.get_by_text("What each of these 3 does").first.click()
        card = page.locator("[data-school-card=about_ten]")
        expect(card).to_contain_text("A tenth of the trailer, a hundredth either way.")
        expect(card.locator("svg")).to_be_visible()
        page.get_by_label("Tongue share", exact=True).select_option("about_ten")
        told = page.get_by_role("region", name="What it would change")
        expect(told.locator("[data-previewed='Haldis Okonjo']")).to_contain_text("fit →")
        expect(page.get_by_text("nobody has chosen: the program's default")).to_be_visible()

    def test_the_house_in_plots(self) -> None:
        page = self.page
        self.sign_in("odile")
        page.get_by_role("link", name="Overview").click()
        verdicts = page.get_by_role("figure", name="Verdicts")
        expect(verdicts.locator("[data-bar=refused]")).to_contain_text("Not fit")
        self.assertEqual(int(verdicts.locator("[data-bar=refused] b").inner_text()), 5)
        expect(page.get_by_role("figure", name="Trials a fit").locator("[data-bar='2']")).to_contain_text("1")

    def test_a_part_is_drawn_with_its_dimensions_and_found_by_figures(self) -> None:
        page = self.page
        self.sign_in()
        page.goto(f"{self.live_server_url}/catalogue/kits")
        page.get_by_role("button", name="Anvilroot 1200").click()
        drawn = page.get_by_role("img", name="Anvilroot 1200, drawn to scale")
        expect(drawn.locator("[data-dimension='brackets from']")).to_contain_text("brackets from 25 in")
        expect(drawn.locator("[data-dimension=to]")).to_contain_text("to 32 in")
        expect(page.locator("summary", has_text="What it may bear")).to_contain_text("4 of 4 written")
        page.goto(f"{self.live_server_url}/rigs/new/meet")
        self.field("Trailer").fill("under 7000, sleeps 4")
        options = page.get_by_role("listbox").get_by_role("option")
        expect(options).to_have_count(3)
        expect(options.first).to_contain_text("Sleeps 4")
        expect(options.first.locator("svg")).to_be_visible()
