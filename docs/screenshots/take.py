"""Takes the pictures beside it from a server on the demo data; run by bin/pictures."""

import sys
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

HERE = Path(__file__).parent
#: whose rig, which station, what the picture is called, and which region of it is to be seen, if not its top
STATIONS = (
    ("Tobiah Renswick", "Meet", "rig-meet", ""),
    ("Mireille Sorrowby", "Load", "rig-load", "Does it swing by itself?"),
    ("Corwin Tessaly", "Weigh", "rig-weigh", ""),
    ("Perrin Aldous", "Ratings", "rig-ratings", ""),
    ("Ansel Trivedi-Holm", "Height", "rig-height", ""),
    ("Josune Farrow", "Hitch", "rig-hitch", ""),
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
    for section, name in (("proof", "bay"), ("coach", "bay-coach")):
        page.goto(f"{base.rstrip('/')}/rigs/{rig}/bay/{section}")
        page.get_by_role("heading", name="Sunniva Askerow, in the bay").wait_for()
        if name == "bay":
            for _ in range(2):
                page.get_by_role("button", name="Leave it for later").click()
            page.get_by_role("group", name="Whole inches").get_by_role("button", name="4", exact=True).click()
            page.get_by_role("group", name="Sixteenths").get_by_role("button", name="1/2", exact=True).click()
        take(page, name)


def handed_over(browser: Browser, page: Page, base: str) -> None:
    """The hand-over at the desk, and the manager's page."""
    page.goto(base)
    page.get_by_role("button", name="Archive").click()
    rig = page.get_by_role("link", name="Oriel Penhallick").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/handover")
    take(page, "handover")
    manager = browser.new_page(viewport={"width": 1280, "height": 800})
    manager.goto(base)
    sign_in(manager, "odile")
    manager.get_by_role("link", name="Overview").click()
    take(manager, "overview")
    manager.get_by_role("link", name="House rules").click()
    manager.get_by_text("What each of these").first.click()
    manager.get_by_label("Tongue share", exact=True).select_option("about_ten")
    manager.locator("[data-previewed]").first.wait_for()
    take(manager, "house")


def before_the_sale(page: Page, base: str) -> None:
    """Trailers side by side, and the customer's sheet."""
    page.goto(base)
    rig = page.get_by_role("link", name="Perrin Aldous").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/lot/{rig}")
    for name in ("Dunnagh 17 Couple", "Saltgrass 20", "Saltgrass Hauler 26"):
        page.get_by_role("button", name=f"Pin {name}").click()
    page.get_by_role("button", name="Compare 4").click()
    page.locator("[data-side]").first.wait_for()
    take(page, "beside")
    page.goto(base)
    rig = page.get_by_role("link", name="Haldis Okonjo").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/sheet")
    page.get_by_role("button", name="Make the sheet").click()
    page.locator("[data-sheet]").wait_for()
    page.get_by_role("heading", level=1).scroll_into_view_if_needed()
    take(page, "sheet")


def label_round(browser: Browser, base: str) -> None:
    """The walk round the rig, on a phone."""
    page = browser.new_page(viewport={"width": 390, "height": 844})
    page.goto(base)
    sign_in(page, "bram")
    rig = page.get_by_role("link", name="Tobiah Renswick").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/round")
    page.get_by_role("group", name="Digits").wait_for()
    take(page, "round")


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
        for customer, station, name, region in STATIONS:
            page.goto(base)
            page.get_by_role("link", name=customer).click()
            page.get_by_role("navigation", name="Stations").get_by_role("button", name=station).click()
            if region:
                page.get_by_role("region", name=region, exact=True).evaluate(
                    "one => one.scrollIntoView({block: 'center'})"
                )
            take(page, name)
        page.goto(f"{base.rstrip('/')}/catalogue/kits")
        page.get_by_role("button", name="Anvilroot 1000").click()
        take(page, "catalogue")
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
        before_the_sale(page, base)
        label_round(browser, base)
        in_the_bay(browser, base)
        handed_over(browser, page, base)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1])
