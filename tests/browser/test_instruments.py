"""A weight taken from a scale on the screen: live digits, motion, standing still, taken with what it came from."""

import datetime

from playwright.sync_api import expect

from stathmos.core.instruments import Instrument
from stathmos.core.units import KG_PER_LB
from stathmos.instruments.actions.keep_instrument import keep_instrument
from stathmos.instruments.standin import OnLoopback, StandIn
from stathmos.people.models import Person
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
            shows.get_by_label("Instrument").select_option(label="Yard scale")
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


class OverTheWeighbridge(BrowserTest):
    def test_a_pass_is_walked_through_and_closes(self) -> None:
        """Passes 2 and 3 axle group by axle group; by hand: 3,140 + 3,700 + 5,400 = 12,240 lb and 3,320 + 3,380 + 5,540 = 12,240 lb."""
        bridge = Instrument(name="Yard bridge", kind="weighbridge", mark=10 * KG_PER_LB, capacity=60_000 * KG_PER_LB)
        standin = StandIn(bridge)
        with OnLoopback(standin) as on:
            keep_instrument(
                Person.objects.get(username="odile"), None, 0,
                {
                    "name": "Yard bridge", "kind": "weighbridge", "address": on.address, "line": "worded", "pattern": "", "unit": "lb", "mark": "10 lb",
                    "capacity": "60000 lb", "serial": "88", "checked": None, "due": datetime.date(2099, 1, 1),
                },
            )  # fmt: skip
            self.sign_in("thea")
            self.open_rig("Haldis Okonjo", "Weigh")
            self.page.get_by_text("The same weighbridge, axle by axle, one to three passes").click()
            for words, weights in (
                ("Pass 2, coupled, no bars", (3140, 3700, 5400)),
                ("Pass 3, bars on", (3320, 3380, 5540)),
            ):
                button = self.page.get_by_role("button", name=f"{words}: drive it through with the indicator")
                button.click()
                shows = self.page.get_by_role("group", name="What the scale shows")
                shows.get_by_label("Instrument").select_option(label="Yard bridge")
                steps = shows.get_by_role("list", name="The passes, one after the other")
                for index, weight in enumerate(weights):
                    standin.put(0.0, at_rest=True)
                    expect(shows.locator("[data-shown]")).to_have_text("0 lb")
                    standin.put(weight * KG_PER_LB)
                    expect(shows.locator("[data-shown=steady]")).to_have_text(f"{weight:,} lb")
                    expect(steps.get_by_role("listitem").nth(index)).to_have_attribute("aria-current", "step")
                    shows.get_by_role("button", name="Take it: ").click()
                    expect(steps.get_by_role("listitem").nth(index)).to_contain_text(f"{weight} lb")
                button.click()
            expect(self.page.get_by_text("Passes 2 and 3 close: 0 lb apart")).to_be_visible()
        told = Rig.objects.get(customer="Haldis Okonjo").current()
        self.assertEqual(told["weighing.bridge_trailer_bars"].typed, "5540 lb")
        self.assertEqual(told["weighing.bridge_front_bare"].instrument, "Yard bridge no. 88, taken gross")
