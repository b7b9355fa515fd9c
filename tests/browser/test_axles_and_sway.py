"""The trailer's axles one by one and the swing, on the screens: figures that a person reads, worked out by hand where a test says so."""

import re

from playwright.sync_api import expect

from stathmos.rigs.models import Rig
from tests.browser.test_loading import Loading


class Axles(Loading):
    def test_an_inch_of_nose_and_the_suspension_unread(self) -> None:
        """Corwin's torsion axles, 2 600 lb/in, 36 in apart, 258 in behind the ball:
        2 600 · (1 ∓ …): an inch lower +193 and −168 lb, and 2·2 600·18²/(2·258² + 2·18²)·2 = 25.2 lb off the tongue."""
        self.open_rig("Corwin Tessaly", "Height")
        nose = self.page.get_by_role("region", name="An inch of nose")
        expect(nose.locator("[data-inch='foremost axle']")).to_contain_text("+193\u00a0lb")
        expect(nose.locator("[data-inch='rearmost axle']")).to_contain_text("−168\u00a0lb")
        expect(nose.locator("[data-inch=tongue]")).to_have_text("−25\u00a0lb")
        nose.get_by_label("Suspension").select_option("equalised")
        expect(nose).to_contain_text("no axle pays for the nose")
        nose.get_by_label("Suspension").select_option("")
        expect(nose).to_contain_text("if no equaliser joins the springs")
        self.station("Ratings")
        expect(self.page.get_by_role("region", name="Trailer axles, one by one")).to_contain_text(
            "Nobody looked whether an equaliser joins the springs"
        )

    def test_nose_low_one_axle_is_over_and_level_mends_it(self) -> None:
        """8 026 lb on two axles of 4 300 hold together; 3⅝ in of nose low they do not hold one by one."""
        self.open_rig("Corwin Tessaly", "Meet")
        self.open_place("Trailer's plate")
        self.field("GAWR, each axle").fill("4300 lb")
        self.station("Height")
        self.field("Ball height as it stands").fill("21 in")
        self.station("Ratings")
        foremost = self.page.locator("[data-link=axle_1]")
        expect(foremost).to_contain_text("GAWR, trailer axle 1")
        expect(foremost).to_contain_text("4,699\u00a0lb")
        expect(foremost).to_contain_text("−399\u00a0lb")
        expect(self.page.locator("[data-link=trailer_axles]")).to_contain_text("inside the reserve")
        expect(self.page.get_by_role("region", name="Trailer axles, one by one")).to_contain_text("independent")
        self.station("Height")
        self.field("Ball height as it stands").fill("24 5/8 in")
        self.station("Ratings")
        expect(foremost).to_contain_text("inside the reserve")

    def test_a_load_on_one_side_and_soft_tyres(self) -> None:
        """Haldis's gear, 240 lb, 36 in left of the middle, on the usual track of 74 in: 58 lb more on each axle's left wheels."""
        self.open_rig("Haldis Okonjo", "Ratings")
        before = self.page.locator("[data-link=axle_1_tyres]").text_content() or ""
        self.station("Load")
        self.field("Gear: side").select_option("left")
        self.field("Gear: from the centre line").fill("36 in")
        self.station("Ratings")
        after = self.page.locator("[data-link=axle_1_tyres]")
        expect(after).not_to_have_text(before)
        side = [
            int(re.search(r"([\d,]+)\slb", one)[1].replace(",", "")) for one in (before, after.text_content() or "")
        ]
        # 240 · 36 / 74 (the usual track) over two axles: 58.4 lb
        self.assertAlmostEqual(side[1] - side[0], 240 * 36 / 74 / 2, delta=1)
        self.field("Tyre pressure as found, the lowest").fill("40 psi")
        self.field("Pressure at the tyre's rating").fill("50 psi")
        # 2 150 · (40/50)^0.8 = 1 798 lb
        expect(after).to_contain_text("1,798\u00a0lb")

    def test_each_axle_on_the_weighbridge(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.unfold("bridge")
        self.field("Pass 3 bars on: foremost trailer axle").fill("2950 lb")
        self.field("Pass 3 bars on: second trailer axle").fill("2500 lb")
        self.station("Ratings")
        table = self.page.get_by_role("region", name="Trailer axles, one by one")
        expect(table).to_contain_text("each was weighed")
        loads = [table.locator(f"[data-axle='planned.{axle}']").inner_text() for axle in (1, 2)]
        front, rear = (int(re.search(r"([\d,]+)\slb", one)[1].replace(",", "")) for one in loads)
        self.assertAlmostEqual(front - rear, 450, delta=1)


class Swing(Loading):
    def test_the_curve_follows_a_weight_as_it_is_dragged(self) -> None:
        self.open_rig("Mireille Sorrowby", "Load")
        swing = self.page.get_by_role("region", name="Does it swing by itself?")
        planned = swing.locator("[data-swing=planned]")
        expect(planned).to_contain_text(re.compile(r"May swing by itself from about \d\d\smph"))
        before = planned.text_content() or ""
        self.assertEqual(swing.locator("path[data-case=planned]").count(), 1)
        self.drag("machine", -220)
        expect(planned).not_to_have_text(before)
        expect(swing.locator("[data-swing=standing]")).to_be_visible()
        low = [
            int(re.search(r"about (\d+)", one)[1]) for one in (before, planned.text_content() or "") if "about" in one
        ]
        if len(low) == 2:  # (else nothing swings any more at what was looked at)
            self.assertGreater(low[1], low[0])

    def test_it_is_a_caution_in_words(self) -> None:
        self.open_rig("Mireille Sorrowby", "Load")
        self.page.get_by_role("button", name=re.compile(r"^\d+ more$")).first.click()
        expect(self.page.get_by_text(re.compile(r"It may swing by itself from about \d\d\smph")).first).to_be_visible()
        self.expect_verdict("refused", "Do not tow. The tongue is too light")

    def test_why_the_share_matters(self) -> None:
        self.open_rig("Mireille Sorrowby", "Weigh")
        why = self.page.get_by_role("region", name="Why the share matters")
        four, ten = (why.locator(f"[data-share='{share}'] td").inner_text() for share in (4, 10))
        self.assertLess(*(int(re.match(r"(\d+)\smph", one)[1]) for one in (four, ten)))
        expect(why).to_contain_text("Left out: wind, road, driver, tyre pressure and tyres that slide.")

    def test_what_would_steady_it(self) -> None:
        self.page.goto(f"{self.live_server_url}/rigs/{Rig.objects.get(customer='Mireille Sorrowby').pk}/record")
        self.page.get_by_label("What is wrong").select_option("sway")
        steady = self.page.get_by_role("region", name="What would steady it")
        expect(steady.locator("[data-each-swing]")).to_have_count(2)
        steady.get_by_label("Move", exact=True).select_option("machine")
        steady.get_by_label("So much forward").fill("4 ft")
        steady.get_by_label("So much slower").fill("10 mph")
        expect(steady.locator("[data-each-swing]").nth(1)).to_contain_text("As asked: At 55\u00a0mph each swing is")
        low = [
            int(re.search(r"about (\d+)", steady.locator(f"[data-swing={key}]").inner_text())[1])
            for key in ("planned", "asked")
        ]
        self.assertGreater(low[1], low[0])
        steady.get_by_label("So much forward").fill("four")
        expect(steady).to_contain_text("Cannot read “four”")
        self.page.get_by_label("What is wrong").select_option("tyres")
        expect(self.page.get_by_role("list", name="Likely causes")).to_contain_text(
            "One axle carries more than the other"
        )
        expect(steady).to_have_count(0)
