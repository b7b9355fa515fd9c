"""Takes the pictures beside it from a server on the demo data; run by bin/pictures."""

import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

HERE = Path(__file__).parent
STATIONS = (
    ("Tobiah Renswick", "Meet", "rig-meet"),
    ("Mireille Sorrowby", "Load", "rig-load"),
    ("Corwin Tessaly", "Weigh", "rig-weigh"),
    ("Perrin Aldous", "Ratings", "rig-ratings"),
    ("Ansel Trivedi-Holm", "Height", "rig-height"),
    ("Josune Farrow", "Hitch", "rig-hitch"),
)


def take(page: Page, name: str) -> None:
    page.wait_for_timeout(700)
    page.screenshot(path=HERE / f"{name}.png")


def main(base: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(base)
        page.get_by_role("button", name="Sign in").wait_for()
        take(page, "sign-in")
        page.get_by_label("Name").fill("thea")
        page.get_by_label("Password").fill("hollow-oxbow-6")
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("heading", name="The floor").wait_for()
        take(page, "floor")
        for customer, station, name in STATIONS:
            page.goto(base)
            page.get_by_role("link", name=customer).click()
            page.get_by_role("navigation", name="Stations").get_by_role("button", name=station).click()
            take(page, name)
        page.goto(base)
        page.get_by_role("link", name="Wendela Achtersteen").click()
        page.get_by_role("navigation", name="Stations").get_by_role("button", name="Weigh").click()
        page.get_by_role("heading", name="The share, under each school").scroll_into_view_if_needed()
        page.get_by_role("table").last.scroll_into_view_if_needed()
        take(page, "rig-weigh-unsure")
        page.get_by_role("button", name="Every reading, and who took it").click()
        take(page, "history")
        for address, name in (("house", "house"), ("catalogue/kits", "catalogue")):
            page.goto(f"{base.rstrip('/')}/{address}")
            if name == "catalogue":
                page.get_by_role("button", name="Anvilroot 1000").click()
            take(page, name)
        page.goto(f"{base.rstrip('/')}/lot")
        page.get_by_label("Tow vehicle").select_option("Brindlow Haulm half-ton crew")
        page.get_by_label("People in front").fill("340")
        take(page, "lot")
        page.goto(base)
        page.get_by_role("link", name="Haldis Okonjo").click()
        page.get_by_role("navigation", name="Stations").get_by_role("button", name="Height").click()
        page.get_by_role("button", name="Head, holes up: more").click()
        page.get_by_text("they unwind, from").wait_for()
        page.get_by_role("heading", name="The coupled rig").evaluate("heading => heading.scrollIntoView()")
        take(page, "rig-coupled")
        page.get_by_role("button", name="Compare the schools").click()
        page.locator("[data-compared]").first.wait_for()
        page.get_by_role("heading", name="Under other schools").evaluate("heading => heading.scrollIntoView()")
        take(page, "schools")
        page.goto(base)
        page.get_by_role("link", name="Perrin Aldous").click()
        page.get_by_role("button", name="Rear GAWR, demand").click()
        take(page, "working")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1])
