"""A weight taken from a scale on the screen: live digits, motion, standing still, taken with what it came from."""

from playwright.sync_api import expect

from stathmos.core.instruments import Instrument
from stathmos.core.units import KG_PER_LB
from stathmos.instruments.standin import OnLoopback, StandIn
from stathmos.rigs.models import Rig
from tests.browser.page import BrowserTest


class FromTheScale(BrowserTest):
    def test_an_instrument_is_written_down_tried_and_read(self) -> None:
        standin = StandIn(Instrument(name="Yard scale", kind="tongue_scale", mark=KG_PER_LB, capacity=2000 * KG_PER_LB))
        with OnLoopback(standin) as on:
            self.sign_in("odile")
            self.page.get_by_role("link", name="House rules").click()
            self.page.get_by_role("link", name="Instruments").click()
            self.page.get_by_role("button", name="Write down an instrument").click()
            self.page.get_by_label("Name", exact=True).fill("Yard scale")
            self.page.get_by_label("Where it is").fill("yard")
            self.page.get_by_label("Its number").fill("4471")
            self.page.get_by_label("Due again").fill("2099-01-10")
            self.page.get_by_label("Try it on lines of the instrument").fill(f"{standin.line()}\nhello")
            self.page.get_by_role("button", name="Try it").click()
            tried = self.page.get_by_role("list", name="As it is read").get_by_role("listitem")
            expect(tried.nth(0)).to_contain_text("0 lb, steady")
            expect(tried.nth(1)).to_contain_text("cannot be read")
            self.page.get_by_role("button", name="Keep it").click()
            expect(self.page.get_by_text("“yard” is no address")).to_be_visible()
            self.page.get_by_label("Where it is").fill(on.address)
            self.page.get_by_role("button", name="Keep it").click()
            expect(self.page.locator("[data-instrument='Yard scale']")).to_contain_text("2099-01-10")

            self.page.get_by_role("link", name="The floor").click()
            self.open_rig("Haldis Okonjo", "Weigh")
            self.page.get_by_role("button", name="Take it from the scale").first.click()
            shows = self.page.get_by_role("group", name="What the scale shows")
            take = shows.get_by_role("button", name="Take it")
            standin.put(751 * KG_PER_LB, at_rest=True)
            expect(shows.locator("[data-shown]")).to_have_text("751 lb")
            expect(shows).to_contain_text("no. 4471, gross, in lb")
            standin.fault = "fault"
            expect(shows).to_contain_text("It says that something is wrong with it.")
            expect(take).to_be_disabled()
            standin.fault = ""
            expect(take).to_be_enabled()
            take.click()
            expect(shows.get_by_role("status")).to_have_text("Taken and saved.")
            expect(self.page.get_by_label("Tongue scale reading", exact=True)).to_have_value("751 lb")
        reading = Rig.objects.get(customer="Haldis Okonjo").current()["weighing.tongue_scale"]
        self.assertEqual((reading.typed, reading.instrument), ("751 lb", "Yard scale no. 4471, taken gross"))
