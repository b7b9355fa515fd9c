"""Bad input at each field, two people on one rig, a small window, and what axe finds."""

import io
import re
from pathlib import Path

from playwright.sync_api import expect
from pypdf import PdfReader

from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, write_rig
from stathmos.rigs.models import Rig
from tests.browser.page import BrowserTest

AXE = Path(__file__).resolve().parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"


class BadInput(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def wrong(self, label: str, text: str, said: str) -> None:
        field = self.field(label)
        before = field.input_value()
        field.fill(text)
        expect(field).to_have_attribute("aria-invalid", "true")
        problem = self.page.locator(f"[id='{field.get_attribute('aria-describedby')}']")
        expect(problem).to_contain_text(said)
        expect(field).to_have_value(text)
        field.fill(before)
        expect(field).not_to_have_attribute("aria-invalid", "true")

    def test_each_field_of_weighing(self) -> None:
        self.open_rig("Ansel Trivedi-Holm", "Weigh")
        for label in (
            *(
                "Tongue scale reading",
                "Scale reading under the beam",
                "Scale reading, beam alone",
                "Pivot to scale",
                "Pivot to coupler",
            ),
            *("Gross trailer weight, as it stands", "Brochure empty weight", "Brochure hitch weight"),
        ):
            with self.subTest(label=label):
                self.wrong(label, "abc", "Cannot read “abc”")
                self.wrong(label, "-3", "negative")
                self.wrong(label, "99999999", "too large to believe")
        self.wrong("Pivot to scale", "5 3/", "Cannot read “3/”")
        self.wrong("Tongue scale reading", "22 in", "a unit of length")
        self.wrong("Tongue scale reading", "0", "too small to believe")

    def test_each_field_of_height_and_meet(self) -> None:
        self.open_rig("Haldis Okonjo", "Height")
        for label in (
            "Level coupler height",
            "Receiver height",
            "Ball height as it stands",
            "Front spring rate",
            "Wheelbase",
            "Frame rail length",
        ):
            with self.subTest(label=label):
                self.wrong(label, "x", "Cannot read “x”")
                self.wrong(label, "0", "too small to believe")
        self.station("Meet")
        expect(self.page.get_by_role("region", name="Place by place")).to_be_visible()
        self.page.evaluate("document.querySelectorAll('main details').forEach(group => { group.open = true })")
        inputs = self.page.get_by_role("main").locator("input[data-path]")
        labels = [
            self.page.locator(f"label[for='{one.get_attribute('id')}']").evaluate(
                "label => label.firstChild.textContent"
            )
            for one in inputs.all()
        ]
        self.assertGreater(len(labels), 30)
        for label in labels:
            with self.subTest(label=label):
                self.page.locator(
                    f"input[id='{self.page.get_by_text(label, exact=True).first.get_attribute('for')}']"
                ).fill("1 2 3")
        expect(self.page.locator("[aria-invalid=true]")).to_have_count(len(labels))
        self.expect_verdict("unknown")

    def test_a_bad_figure_is_not_saved_and_nothing_typed_is_lost(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("750 lb or so")
        self.field("Gross trailer weight, as it stands").fill("6200")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Nothing was saved: some figures cannot be read.")).to_be_visible()
        self.station("Load")  # the place is named wherever one stands
        expect(self.page.get_by_role("alert").filter(has_text="Nothing was saved")).to_contain_text(
            "Tongue scale reading: Cannot read"
        )
        self.station("Weigh")
        expect(self.field("Tongue scale reading")).to_have_value("750 lb or so")
        expect(self.field("Gross trailer weight, as it stands")).to_have_value("6200")
        expect(self.verdict()).to_contain_text(
            "One figure cannot be read, and this answer goes without: Tongue scale reading."
        )
        self.assertEqual(Rig.objects.get(customer="Haldis Okonjo").version, 1)
        self.field("Tongue scale reading").fill("750 lb")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Saved, version 2")).to_be_visible()
        self.assertEqual(Rig.objects.get(customer="Haldis Okonjo").current()["trailer.gross_weight"].typed, "6200")

    def test_a_rig_without_a_customer_is_not_saved(self) -> None:
        self.page.get_by_role("link", name="New rig").first.click()
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("A rig needs a customer's name.")).to_be_visible()


class Unsaved(BrowserTest):
    def test_leaving_loses_nothing_and_it_can_be_taken_back(self) -> None:
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("7 1/")
        expect(self.page.get_by_text("Not saved yet")).to_be_visible()
        self.page.get_by_role("link", name="The floor").click()
        expect(self.page.get_by_role("heading", name="The floor")).to_be_visible()
        self.open_rig("Haldis Okonjo", "Weigh")
        expect(self.field("Tongue scale reading")).to_have_value("7 1/")
        self.page.reload()
        expect(self.field("Tongue scale reading")).to_have_value("7 1/")
        self.page.get_by_role("button", name="Take back changes").click()
        expect(self.field("Tongue scale reading")).to_have_value("745 lb")
        expect(self.page.get_by_text("Saved, version 1")).to_be_visible()
        self.page.reload()
        expect(self.field("Tongue scale reading")).to_have_value("745 lb")

    def test_a_draft_older_than_another_save_does_not_go_over_it(self) -> None:
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Load")
        self.field("Bed or boot: weight").fill("80 lb")
        expect(self.page.get_by_text("Not saved yet")).to_be_visible()
        self.page.get_by_role("link", name="The floor").click()
        rig = Rig.objects.get(customer="Haldis Okonjo")
        bed = {"is": "200 lb", "from": "measured", "system": "us"}
        write_rig(rig.pk, Person.objects.get(username="odile"), 1, Change({}, {"loads.bed.weight": bed}))
        self.open_rig("Haldis Okonjo", "Load")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_role("dialog")).to_contain_text("saved by somebody else meanwhile")
        self.assertEqual(rig.current()["loads.bed.weight"].typed, "200 lb")


class TwoPeople(BrowserTest):
    def test_the_second_save_shows_both_and_loses_neither(self) -> None:
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Load")
        other = self.new_page()
        self.sign_in("odile", other)
        other.get_by_role("link", name="Haldis Okonjo").click()
        other.get_by_role("navigation", name="Stations").get_by_role("button", name="Load").click()
        self.field("Bed or boot: weight").fill("90 lb")
        self.field("People in front: weight").fill("300 lb")
        other.get_by_label("Bed or boot: weight", exact=True).fill("220 lb")
        other.get_by_label("People behind: weight", exact=True).fill("150 lb")
        other.get_by_role("button", name="Save").click()
        expect(other.get_by_text("Saved, version 2")).to_be_visible()

        self.page.get_by_role("button", name="Save").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("saved by somebody else meanwhile")
        expect(dialog.get_by_role("row", name="Bed or boot")).to_contain_text("90 lb")
        expect(dialog.get_by_role("row", name="Bed or boot")).to_contain_text("220 lb")
        dialog.get_by_role("row", name="Bed or boot").get_by_label("220 lb").check()
        dialog.get_by_role("button", name="Go on with these").click()
        expect(self.field("Bed or boot: weight")).to_have_value("220 lb")
        expect(self.field("People behind: weight")).to_have_value("150 lb")
        expect(self.field("People in front: weight")).to_have_value("300 lb")
        self.page.get_by_role("button", name="Save").click()
        expect(self.page.get_by_text("Saved, version 3")).to_be_visible()


class EverybodyCanRead(BrowserTest):
    """Nothing for axe to find, at any impact; one h1 on each page; whatever is pressed in the bay is 44 px each way."""

    def look(self, where: str) -> None:
        self.page.wait_for_load_state("networkidle")
        self.page.evaluate(AXE.read_text("utf-8"))
        found = self.page.evaluate(
            "async () => (await axe.run()).violations.map(v => [v.impact, v.id, v.nodes.map(n => n.html.slice(0, 160))])"
        )
        self.assertEqual(found, [], where)
        self.assertEqual(self.page.locator("h1").count(), 1, where)

    def visit(self, *paths: str) -> None:
        for path in paths:
            with self.subTest(path):
                self.page.goto(f"{self.live_server_url}{path}")
                expect(self.page.locator("h1")).to_have_count(1)
                self.look(path)

    def rig(self, customer: str) -> str:
        return f"/rigs/{Rig.objects.get(customer=customer).pk}"

    def test_at_the_desk(self) -> None:
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.look("sign-in")
        self.sign_in()
        rig = self.rig("Josune Farrow")
        stations = ("desk", "meet", "load", "weigh", "ratings", "height", "hitch", "customer", "sheet", "sheet/parts")
        self.visit(
            "/",
            "/rigs/new/desk",
            "/day",
            "/day?days=7",
            "/day/hours",
            "/shelf",
            *(f"{rig}/{station}" for station in stations),
        )

    def test_in_the_house(self) -> None:
        self.sign_in("odile")
        rig = self.rig("Oriel Penhallick")
        pages = ("/lot", "/catalogue/kits", "/house", "/overview", "/people", "/me")
        self.visit(*pages, f"{rig}/handover", f"{rig}/record", f"/lot{self.rig('Perrin Aldous').removeprefix('/rigs')}")

    def test_dialogs(self) -> None:
        page = self.page
        self.sign_in()
        for key in ("w", "?"):
            page.keyboard.press(key)
            expect(page.get_by_role("dialog")).to_be_visible()
            self.look(key)
            page.keyboard.press("Escape")
            expect(page.get_by_role("dialog")).to_have_count(0)
        self.page.goto(f"{self.live_server_url}/lot{self.rig('Perrin Aldous').removeprefix('/rigs')}")
        page.get_by_role("button", name="Why").first.click()
        expect(page.get_by_role("dialog")).to_be_visible()
        self.look("why")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Pin Saltgrass 20").click()
        page.get_by_role("button", name="Compare").click()
        expect(page.locator("[data-side]").first).to_be_visible()
        self.look("compare")

    def test_in_the_bay_in_each_light(self) -> None:
        self.sign_in("bram")
        bay, done, waits = self.rig("Sunniva Askerow"), self.rig("Oriel Penhallick"), self.rig("Tobiah Renswick")
        pages = (
            f"{bay}/bay/tools",
            f"{bay}/bay/a",
            f"{bay}/bay/proof",
            f"{bay}/bay/coach",
            f"{done}/bay/torque",
            f"{done}/bay/result",
            f"{waits}/round",
            "/day/mine",
        )
        for scheme in ("paper", "dark", "sunlight"):
            self.page.evaluate(f"localStorage.setItem('stathmos-scheme', '{scheme}')")
            self.visit(*pages)
            expect(self.page.locator("html")).to_have_attribute("data-scheme", scheme)
            small = self.page.evaluate(
                """() => [...document.querySelectorAll('main button, main a, main select, main summary, nav button')]
                .filter(one => one.offsetParent).map(one => [one.textContent.slice(0, 20), one.getBoundingClientRect()])
                .filter(([, box]) => box.width < 44 || box.height < 44).map(([name]) => name)"""
            )
            self.assertEqual(small, [], scheme)

    def test_the_keypad_for_the_left_hand(self) -> None:
        self.sign_in("bram")
        self.page.goto(f"{self.live_server_url}{self.rig('Sunniva Askerow')}/bay/a")
        whole, parts = (
            self.page.get_by_role("group", name=name, exact=True) for name in ("Whole inches", "Sixteenths")
        )
        self.assertLess(whole.bounding_box()["x"], parts.bounding_box()["x"])
        self.page.get_by_text("Screen and hand").click()
        self.page.get_by_role("button", name="Left hand").click()
        expect(self.page.locator("[data-hand=left]")).to_be_visible()
        self.assertGreater(whole.bounding_box()["x"], parts.bounding_box()["x"])


class InEverySize(BrowserTest):
    """The verdict is always on the screen, whatever is scrolled; at the desk's size there are 520 px for the work."""

    def at(self, wide: int, high: int) -> None:
        self.page.set_viewport_size({"width": wide, "height": high})

    def test_the_verdict_stays_at_four_sizes(self) -> None:
        self.sign_in()
        self.open_rig("Perrin Aldous", "Ratings")
        for wide, high in ((1280, 800), (1024, 768), (640, 400), (390, 844)):
            with self.subTest(f"{wide}x{high}"):
                self.at(wide, high)
                last = self.page.get_by_role("main").locator("table").last
                last.scroll_into_view_if_needed()
                self.page.mouse.move(wide / 2, high - 60)
                self.page.mouse.wheel(0, 4000)
                self.expect_verdict("refused", "Rear GAWR")
                box = self.verdict().bounding_box()
                self.assertGreaterEqual(box["y"], -1)
                self.assertLess(box["y"] + min(box["height"], 60), high)
                self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), wide)
                # no station is cut off
                for button in self.page.get_by_role("navigation", name="Stations").get_by_role("button").all():
                    edges = button.bounding_box()
                    self.assertLessEqual(edges["x"] + edges["width"], wide + 1)

    def test_the_drawing_folds_while_one_types_and_opens_on_a_press(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Weigh")
        drawing = page.get_by_role("region", name="Side elevation")
        expect(drawing).to_have_attribute("data-folded", "false")
        self.field("Tongue scale reading").press_sequentially("5")
        expect(drawing).to_have_attribute("data-folded", "true")
        expect(self.field("Tongue scale reading")).to_be_focused()
        stations = page.get_by_role("navigation", name="Stations").bounding_box()
        self.assertGreaterEqual(800 - (stations["y"] + stations["height"]), 520)
        strip = page.get_by_role("button", name="Open the drawing")
        box = strip.bounding_box()
        self.assertLessEqual(box["height"], 84)
        # pressed where it is: to scroll to it first would open it
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        expect(drawing).to_have_attribute("data-folded", "false")

    def test_labels_of_the_drawing_are_readable_or_not_drawn(self) -> None:
        self.sign_in()
        self.open_rig("Mireille Sorrowby", "Ratings")
        for station, wide in (
            (station, wide) for station in ("Ratings", "Load", "Height") for wide in (1280, 900, 620, 390)
        ):
            with self.subTest(station=station, wide=wide):
                self.at(wide, 844)
                self.station(station)
                self.page.wait_for_timeout(500)  # drawn anew for this width
                boxes = self.page.get_by_role("region", name="Side elevation").evaluate(
                    """drawing => [...drawing.querySelectorAll('svg text')].map(one => one.getBoundingClientRect())
                    .map(({ x, y, width, height }) => ({ x, y, width, height }))"""
                )
                for one in boxes:
                    self.assertGreater(one["height"], 11)
                    self.assertGreaterEqual(one["x"], -1)
                    self.assertLessEqual(one["x"] + one["width"], wide + 1)
                for place, one in enumerate(boxes):
                    for other in boxes[place + 1 :]:
                        apart = one["x"] + one["width"] <= other["x"] + 2 or other["x"] + other["width"] <= one["x"] + 2
                        self.assertTrue(apart or abs(one["y"] - other["y"]) > 9)

    def test_what_is_folded_stays_folded(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Meet")
        place = page.locator("details", has=page.locator("summary b", has_text="Driver's door jamb"))
        expect(self.field("GVWR")).to_be_visible()
        place.locator("summary").first.click()
        expect(self.field("GVWR")).to_be_hidden()
        page.reload()
        expect(place).to_be_visible()
        expect(self.field("GVWR")).to_be_hidden()


class OnPaper(BrowserTest):
    """Every page prints whole: each figure is there, no button, and nothing is cut at the bottom of the screen."""

    def printed(self, path: str) -> str:
        self.page.goto(f"{self.live_server_url}{path}")
        self.page.wait_for_load_state("networkidle")
        expect(self.page.locator("h1")).to_have_count(1)
        pages = PdfReader(io.BytesIO(self.page.pdf(format="Letter"))).pages
        return re.sub(r"\s+", " ", " ".join(page.extract_text() for page in pages).replace("\u00a0", " "))

    def test_figures_are_printed_and_buttons_are_not(self) -> None:
        self.sign_in("odile")
        rig = f"/rigs/{Rig.objects.get(customer='Perrin Aldous').pk}"
        ratings = self.printed(f"{rig}/ratings")
        for words in ("Not fit.", "3,860 lb", "3,800 lb", "Breakaway switch", "Front GAWR"):
            self.assertIn(words, ratings)
        for words in ("Go there", "Put in the plan", "Sign off Ratings", "Take back"):
            self.assertNotIn(words, ratings)
        self.assertIn("Dunnagh Wee 12", self.printed("/lot" + rig.removeprefix("/rigs")))
        overview = self.printed("/overview")
        self.assertIn("Due for inspection", overview)
        self.assertNotIn("Bring in a file", overview)
        for path, words in (
            ("/", "Haldis Okonjo"),
            ("/catalogue/kits", "Thornlace"),
            ("/house", "Front-axle load lost without bars"),
            ("/people", "Signs in as"),
            (f"{rig}/sheet", "What may be loaded"),
            (f"{rig}/customer", "Every rating"),
            (f"{rig}/bay/coach", "in the bay"),
            (f"{rig}/handover", "Uncoupling"),
            (f"{rig}/record", "Opened"),
        ):
            self.assertIn(words, self.printed(path), path)
        meet = self.printed(f"{rig}/meet")
        for words in ("Driver's door jamb", "Trailer's tyres", "Front GAWR"):
            self.assertIn(words, meet)


class TwiceAsLarge(BrowserTest):
    size = {"width": 640, "height": 400}

    def test_at_200_per_cent_everything_is_reachable(self) -> None:
        self.sign_in()
        self.open_rig("Mireille Sorrowby", "Hitch")
        self.expect_verdict("refused", "too light")
        self.field("Kit on the vehicle").select_option("Cordwain 1400")
        last = self.page.get_by_role("region", name="Balls").get_by_role("row").last
        last.scroll_into_view_if_needed()
        expect(last).to_be_in_viewport()
        self.page.get_by_role("button", name="Save").scroll_into_view_if_needed()
        expect(self.page.get_by_role("button", name="Save")).to_be_in_viewport()
