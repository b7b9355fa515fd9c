"""Bad input at each field, two people on one rig, a small window, and what axe finds."""

from pathlib import Path

from playwright.sync_api import expect

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
        other.get_by_label("Bed or boot: weight", exact=True).fill("220 lb")
        other.get_by_label("People behind: weight", exact=True).fill("150 lb")
        other.get_by_role("button", name="Save").click()
        expect(other.get_by_text("Saved, version 2")).to_be_visible()

        self.field("Bed or boot: weight").fill("90 lb")
        self.field("People in front: weight").fill("300 lb")
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
    def axe(self, where: str) -> None:
        self.page.evaluate(AXE.read_text("utf-8"))
        found = self.page.evaluate(
            "async () => (await axe.run()).violations.map(v => [v.impact, v.id, v.nodes.map(n => n.html.slice(0, 160))])"
        )
        self.assertEqual([one for one in found if one[0] in ("serious", "critical")], [], where)

    def test_axe_finds_nothing_serious(self) -> None:
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.axe("sign-in")
        self.sign_in()
        self.axe("floor")
        self.open_rig("Josune Farrow", "Meet")
        for station in ("Meet", "Load", "Weigh", "Ratings", "Height", "Hitch"):
            self.station(station)
            self.axe(station)

    def test_axe_finds_nothing_serious_past_the_desk(self) -> None:
        self.sign_in("odile")
        for customer, places in (
            ("Sunniva Askerow", ("bay/tools", "bay/a", "bay/setting", "bay/proof", "bay/coach")),
            ("Oriel Penhallick", ("bay/torque", "bay/result", "handover", "record")),
        ):
            rig = Rig.objects.get(customer=customer)
            for place in places:
                self.page.goto(f"{self.live_server_url}/rigs/{rig.pk}/{place}")
                expect(self.page.get_by_role("heading", name=customer)).to_be_visible()
                self.axe(place)
        self.page.goto(f"{self.live_server_url}/overview")
        expect(self.page.get_by_role("heading", name="The manager's page")).to_be_visible()
        self.axe("overview")


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
