"""Takes the pictures beside it from a server on the demo data; run by bin/pictures."""

import sys
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

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


def sign_in(page: Page, who: str) -> None:
    page.get_by_label("Name").fill(who)
    page.get_by_label("Password").fill("hollow-oxbow-6")
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("heading", name="The floor").wait_for()


def in_the_bay(browser: Browser, base: str) -> None:
    """The tablet's screens, in portrait."""
    page = browser.new_page(viewport={"width": 800, "height": 1280})
    page.goto(base)
    sign_in(page, "bram")
    rig = page.get_by_role("link", name="Sunniva Askerow").get_attribute("href").split("/")[2]
    for section, name in (("proof", "bay"), ("coach", "bay-coach"), ("torque", "bay-torque")):
        page.goto(f"{base.rstrip('/')}/rigs/{rig}/bay/{section}")
        page.get_by_role("heading", name="Sunniva Askerow, in the bay").wait_for()
        if name == "bay":
            for _ in range(2):
                page.get_by_role("button", name="Leave it for later").click()
            page.get_by_role("group", name="Whole inches").get_by_role("button", name="4", exact=True).click()
            page.get_by_role("group", name="Sixteenths").get_by_role("button", name="1/2", exact=True).click()
        take(page, name)


def handed_over(browser: Browser, page: Page, base: str) -> None:
    """The hand-over and the record at the desk, and the manager's page."""
    page.goto(base)
    page.get_by_role("button", name="Archive").click()
    rig = page.get_by_role("link", name="Oriel Penhallick").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/handover")
    take(page, "handover")
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/record")
    page.get_by_label("What is wrong").select_option("sway")
    page.get_by_role("button", name="A new tow vehicle").click()
    take(page, "record")
    manager = browser.new_page(viewport={"width": 1280, "height": 800})
    manager.goto(base)
    sign_in(manager, "odile")
    manager.get_by_role("link", name="Overview").click()
    take(manager, "overview")
    manager.get_by_role("link", name="People").click()
    take(manager, "people")


#: a half-ton that is in no catalogue, two people, and a trailer of 9 000 lb
FIRST_LABELS = ("7050", "3900", "4150", "1650", "1200", "12000", "340", "9000")


def main(base: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(base)
        sign_in(page, "thea")
        take(page, "floor")
        for customer, station, name in STATIONS:
            page.goto(base)
            page.get_by_role("link", name=customer).click()
            page.get_by_role("navigation", name="Stations").get_by_role("button", name=station).click()
            take(page, name)
        for address, name in (("house", "house"), ("catalogue/kits", "catalogue")):
            page.goto(f"{base.rstrip('/')}/{address}")
            if name == "catalogue":
                page.get_by_role("button", name="Anvilroot 1000").click()
            take(page, name)
        page.goto(f"{base.rstrip('/')}/lot")
        page.get_by_label("Tow vehicle", exact=True).fill("Brindlow Haulm half-ton crew")
        page.get_by_role("option", name="Brindlow Haulm half-ton crew", exact=True).click()
        page.get_by_label("People in front").fill("340")
        take(page, "lot")
        page.goto(f"{base.rstrip('/')}/rigs/new/desk")
        page.locator("[data-path='vehicle.gvwr']").wait_for()
        for text in FIRST_LABELS:
            page.keyboard.type(text)
            page.keyboard.press("Enter")
        page.locator("[data-span=payload]").wait_for()
        take(page, "first-answer")
        page.goto(base)
        page.get_by_role("link", name="Haldis Okonjo").click()
        page.get_by_role("navigation", name="Stations").get_by_role("button", name="Weigh").click()
        page.get_by_label("Trailer", exact=True).fill("Larkmere")
        page.get_by_role("option", name="Larkmere 28").click()
        page.get_by_role("button", name="Put Larkmere 28 there").click()
        page.locator("[data-aside='weighing.tongue_scale']").get_by_role("button", name="Look").click()
        take(page, "aside")
        in_the_bay(browser, base)
        handed_over(browser, page, base)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1])
