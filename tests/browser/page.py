"""A real browser on the real interface, with the demo yard behind it."""

from __future__ import annotations

import re

from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from playwright.sync_api import Browser, Locator, Page, Playwright, expect, sync_playwright

from stathmos.demo import loading
from tests import demo_yard
from tests.truncating import Truncating

NO_BREAK = "\u00a0"
PATIENCE = 30_000  # ms: a busy machine is slow, not wrong
expect.set_options(timeout=PATIENCE)


class BrowserTest(Truncating, StaticLiveServerTestCase):
    """One browser a class, one page and fresh demo data a test."""

    playwright: Playwright
    browser: Browser
    size = {"width": 1280, "height": 800}

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell",
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
        )

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

    def setUp(self) -> None:
        demo_yard.put()
        self.page = self.new_page()

    def new_page(self, **more: str) -> Page:
        """A page in a session of its own; an error on its console fails the test."""
        context = self.browser.new_context(viewport=self.size, **more)
        page = context.new_page()
        page.set_default_timeout(PATIENCE)
        self.errors: list[str] = []
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        self.addCleanup(context.close)
        return page

    def tearDown(self) -> None:
        self.assertEqual(self.errors, [])

    def sign_in(self, username: str = "thea", page: Page | None = None) -> None:
        page = page or self.page
        page.goto(self.live_server_url)
        page.get_by_label("Name").fill(username)
        page.get_by_label("Password").fill(loading.PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("heading", name="The floor")).to_be_visible()

    def open_rig(self, customer: str, station: str) -> None:
        self.page.get_by_role("link", name=customer).click()
        self.station(station)

    def station(self, name: str) -> None:
        button = self.page.get_by_role("navigation", name="Stations").get_by_role("button", name=name)
        button.click()
        expect(button).to_have_attribute("aria-current", "step")
        expect(self.page.get_by_text("Working it out…")).to_have_count(0)

    def pick(self, label: str, name: str) -> None:
        """Something of the catalogue, found by typing and taken from the list."""
        self.field(label).fill(name)
        self.page.get_by_role("option", name=name, exact=True).click()

    def field(self, label: str) -> Locator:
        return self.page.get_by_label(label, exact=True)

    def unfold(self, way: str) -> None:
        """Open one way of weighing, where it is folded."""
        group = self.page.locator(f"details[data-reading={way}]")
        if group.get_attribute("open") is None:
            group.locator("summary").click()

    def open_place(self, name: str) -> None:
        """Everything that may be written at one place of the Meet station, unfolded."""
        self.page.locator("details", has=self.page.locator("summary b", has_text=name)).evaluate(
            "place => [place, ...place.querySelectorAll('details')].forEach((each) => { each.open = true })"
        )

    def verdict(self) -> Locator:
        return self.page.locator("[data-verdict]")

    def expect_verdict(self, state: str, *words: str) -> None:
        expect(self.verdict()).to_have_attribute("data-verdict", state)
        for said in words:
            # A figure and its unit are joined by a space that does not break.
            expect(self.verdict()).to_contain_text(re.compile(re.escape(said).replace("\\ ", rf"[ {NO_BREAK}]")))
