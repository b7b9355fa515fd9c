"""The label round on a phone: one figure a screen, photographs, the network dropped; and the desk has it at once."""

import io
import re

from PIL import Image
from playwright.sync_api import expect

from stathmos.rigs.models import Photograph, Rig
from tests.browser.page import BrowserTest


def photograph() -> dict:
    made = io.BytesIO()
    Image.new("RGB", (2400, 1600), "#887755").save(made, "JPEG")
    return {"name": "label.jpg", "mimeType": "image/jpeg", "buffer": made.getvalue()}


class OnAPhone(BrowserTest):
    size = {"width": 390, "height": 844}

    def setUp(self) -> None:
        super().setUp()
        self.sign_in("bram")
        self.rig = Rig.objects.get(customer="Tobiah Renswick")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/round")

    def asked(self, name: str) -> None:
        expect(self.page.get_by_role("heading", level=3)).to_have_text(name)

    def type(self, digits: str) -> None:
        pad = self.page.get_by_role("group", name="Digits")
        for digit in digits:
            pad.get_by_role("button", name=digit, exact=True).click()
        self.page.get_by_role("button", name="Write it down").click()

    def test_one_figure_a_screen_all_of_it_in_view_and_the_desk_has_it_at_once(self) -> None:
        desk = self.new_page()
        desk.set_viewport_size({"width": 1280, "height": 800})
        self.sign_in("thea", desk)
        desk.get_by_role("link", name="Tobiah Renswick").click()
        desk.get_by_role("button", name="1 Meet").click()
        expect(desk.get_by_label("Receiver WD gross rating", exact=True)).to_have_value("")
        # it begins at the first that nobody has read
        self.asked("Receiver WD gross rating")
        expect(self.page.get_by_text("Decides Receiver, WD gross.")).to_be_visible()
        for name in ("Write it down", "Back", "Later"):
            box = self.page.get_by_role("button", name=name).bounding_box()
            self.assertLessEqual(box["y"] + box["height"], 844)
            self.assertGreaterEqual(min(box["width"], box["height"]), 44)
        self.assertEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.type("10000")
        self.asked("Receiver WD tongue rating")
        self.type("1000")
        expect(self.page.get_by_role("status", name="Sent")).to_be_visible()
        expect(desk.get_by_label("Receiver WD gross rating", exact=True)).to_have_value("10000 lb")
        expect(desk.get_by_role("status").filter(has_text="Read meanwhile by Bram")).to_be_visible()
        held = self.rig.readings.get(path="vehicle.receiver_wd_tongue")
        self.assertEqual((held.typed, held.provenance), ("1000 lb", "label"))
        places = self.page.get_by_role("navigation", name="Places")
        expect(places.get_by_role("button", name="Receiver: all read")).to_be_visible()

    def test_readings_and_photographs_wait_while_the_network_is_away(self) -> None:
        page = self.page
        self.asked("Receiver WD gross rating")
        page.wait_for_function("navigator.serviceWorker.controller !== null")
        page.reload()
        self.asked("Receiver WD gross rating")
        page.context.set_offline(True)
        self.type("10000")
        self.asked("Receiver WD tongue rating")
        page.get_by_role("button", name="Back").click()
        page.get_by_label("Photograph the label").set_input_files(photograph())
        expect(page.get_by_text("Photograph waits here")).to_be_visible()
        waiting = page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("1 reading not yet sent.")
        # closed and opened again, still out of reach
        page.goto("about:blank")
        page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/round")
        expect(waiting).to_contain_text("1 reading not yet sent.")
        page.get_by_role("navigation", name="Places").get_by_role("button", name=re.compile("Receiver:")).click()
        self.asked("Receiver WD tongue rating")
        page.get_by_role("button", name="Back").click()
        expect(page.get_by_text("Photograph waits here")).to_be_visible()
        self.assertEqual(Photograph.objects.count(), 0)
        page.context.set_offline(False)
        expect(page.get_by_text("1 kept")).to_be_visible()
        kept = Photograph.objects.get()
        self.assertEqual((kept.reading.path, kept.reading.typed), ("vehicle.receiver_wd_gross", "10000 lb"))
        self.assertEqual(Image.open(io.BytesIO(kept.picture)).size, (1600, 1067))
        expect(page.locator("img")).to_have_js_property("naturalWidth", 1600)
        # and it hangs at its figure on the desk
        page.get_by_role("link", name="The desk").click()
        shown = page.get_by_role("link", name="photograph")
        expect(shown).to_have_attribute("href", re.compile(f"/photographs/{kept.pk}/"))
        expect(shown).to_have_attribute("title", re.compile("Taken by Bram"))

    def test_what_cannot_be_is_refused_where_it_is_typed(self) -> None:
        self.asked("Receiver WD gross rating")
        self.type("7")
        expect(self.page.get_by_role("alert").filter(has_text="Too small to believe: at least 500")).to_be_visible()
        expect(self.page.locator("[data-typed]")).to_have_text("7")
        expect(self.page.get_by_label("Photograph the label")).to_be_disabled()
