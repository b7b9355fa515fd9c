"""Takes the pictures in docs/screenshots from a server on the demo data; run by bin/pictures."""

import sys
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

HERE = Path(__file__).parent / "screenshots"
#: whose rig, which station, what the picture is called, and which region of it is to be seen, if not its top
STATIONS = (
    ("Tobiah Renswick", "Meet", "rig-meet", ""),
    ("Mireille Sorrowby", "Load", "rig-load", "Does it swing by itself?"),
    ("Corwin Tessaly", "Weigh", "rig-weigh", ""),
    ("Haldis Okonjo", "Ratings", "rig-ratings", "Read a second time before signing"),
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
            page.get_by_role("button", name="Leave it for later").click()
            page.get_by_role("group", name="Whole inches", exact=True).get_by_role(
                "button", name="4", exact=True
            ).click()
            page.get_by_role("group", name="Sixteenths").get_by_role("button", name="1/2", exact=True).click()
        take(page, name)


def handed_over(browser: Browser, page: Page, base: str) -> None:
    """The hand-over at the desk, and the manager's page."""
    page.goto(base)
    page.get_by_role("button", name="Archive").click()
    rig = page.get_by_role("link", name="Oriel Penhallick").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/handover")
    page.get_by_role("region", name="How to hook up again").evaluate("one => one.scrollIntoView({block: 'start'})")
    take(page, "handover")
    manager = browser.new_page(viewport={"width": 1280, "height": 800})
    manager.goto(base)
    sign_in(manager, "odile")
    manager.get_by_role("link", name="Overview").click()
    take(manager, "overview")


def the_day(page: Page, base: str) -> None:
    """The demo's week: the bay that is booked twice, and the job whose shank is late."""
    page.goto(f"{base.rstrip('/')}/day")
    late = page.get_by_role("button", name="Fit Haldis Okonjo")
    for _ in range(5):
        page.get_by_role("button", name="The day after").click()
        page.wait_for_timeout(700)
        if late.count():
            break
    late.click()
    page.get_by_role("button", name="Put it there").wait_for()
    take(page, "day")


def before_the_sale(page: Page, base: str) -> None:
    """The customer's sheet."""
    page.goto(base)
    rig = page.get_by_role("link", name="Haldis Okonjo").get_attribute("href").split("/")[2]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/sheet")
    page.get_by_role("button", name="Make the sheet").click()
    page.locator("[data-sheet]").wait_for()
    page.get_by_role("heading", level=1).scroll_into_view_if_needed()
    take(page, "sheet")


#: where the tape's red line stands against its numbers, in inches
READ = """(figure) => {
  const at = figure.querySelector('svg').viewBox.baseVal.height / 2;
  const one = [...figure.querySelectorAll('text')].find((each) => /^[0-9]+$/.test(each.textContent));
  return Number(one.textContent) + (Number(one.getAttribute('y')) - 8 - at) / 96;
}"""


def practised(browser: Browser, base: str) -> None:
    """The yard of a practice with its tape, and the debrief of marks that were read while the jack still bore."""
    page = browser.new_page(viewport={"width": 1280, "height": 800})
    page.goto(base)
    sign_in(page, "bram")
    page.get_by_role("link", name="Practice", exact=True).click()
    page.locator("[data-scenario=jack_bears]").get_by_role("button").click()
    page.get_by_label("Where the tape is").select_option("front_left")
    page.locator("[data-taped=front_left]").wait_for()
    take(page, "yard")
    rig = page.url.split("/rigs/")[1].split("/")[0]
    page.goto(f"{base.rstrip('/')}/rigs/{rig}/bay/b")
    page.get_by_role("button", name="All so", exact=True).click()
    for corner in ("front_left", "front_right", "rear_left", "rear_right"):
        page.locator(f"[data-question='bay.{corner}_b']").wait_for()
        page.get_by_label("Where the tape is").select_option(corner)
        figure = page.locator(f"[data-taped={corner}]")
        figure.wait_for()
        sixteenths = round(figure.evaluate(READ) * 16)
        for digit in str(sixteenths // 16):
            page.get_by_role("group", name="Whole inches", exact=True).get_by_role(
                "button", name=digit, exact=True
            ).click()
        part, of = sixteenths % 16, 16
        while part and part % 2 == 0:
            part, of = part // 2, of // 2
        text = f"{part}/{of}" if part else "0"
        page.get_by_role("group", name="Sixteenths").get_by_role("button", name=text, exact=True).click()
    page.get_by_role("status", name="Sent").get_by_text("sent and saved").wait_for()
    page.get_by_role("link", name="Its yard").click()
    page.get_by_role("button", name="It may go", exact=True).click()
    page.locator("[data-passed]").wait_for()
    take(page, "debrief")


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
        page.get_by_role("button", name="Gannetry 1000").click()
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
        the_day(page, base)
        label_round(browser, base)
        practised(browser, base)
        in_the_bay(browser, base)
        handed_over(browser, page, base)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1])
