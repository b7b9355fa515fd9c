"""Each way of weighing on the real screen, with figures worked by hand; disagreement, schools, what to read next."""

from contextlib import suppress

from playwright.sync_api import Error, Route, expect

from stathmos.rigs.models import Rig
from tests.browser.page import NO_BREAK, BrowserTest


class Weighing(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def weighed(self, text: str) -> None:
        expect(self.page.get_by_role("button", name=f"Tongue weight, as it stands: {text}")).to_be_visible()

    def way(self, key: str, *words: str) -> None:
        for said in words:
            expect(self.page.locator(f"[data-way={key}]")).to_contain_text(said)

    def without_the_scale(self) -> None:
        """Haldis: wheelbase 145, overhang 49½, ball to axles 216 in; trailer 6 150 lb."""
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("")
        expect(self.page.locator("[data-way=tongue_scale]")).to_have_count(0)

    def write(self, way: str, *figures: tuple[str, str]) -> None:
        self.unfold(way)
        for label, text in figures:
            self.field(label).fill(text)


class EachWay(Weighing):
    def held(self) -> list[Route]:
        """From now on no question reaches the server."""
        routes: list[Route] = []
        self.page.route("**/api/assess/", lambda route: routes.append(route))
        return routes

    def let_go(self, routes: list[Route]) -> None:
        self.page.unroute("**/api/assess/")
        for one in routes:
            with suppress(Error):  # an overtaken question was cancelled by the page
                one.continue_()

    def test_a_station_says_when_its_figures_are_older_than_what_is_typed(self) -> None:
        self.open_rig("Haldis Okonjo", "Load")
        tongue = self.page.locator("td[data-case='planned.tongue']")
        expect(tongue).to_have_text("745 lb")
        self.station("Weigh")
        held = self.held()
        self.field("Tongue scale reading").fill("700")
        self.page.get_by_role("navigation", name="Stations").get_by_role("button", name="Load").click()
        # nothing is answered yet: the old figure may stand there, and is called old
        expect(tongue).to_have_text("745 lb")
        expect(self.page.get_by_text("Worked out before what is typed now")).to_be_visible()
        self.let_go(held)
        expect(tongue).to_have_text("700 lb")
        expect(self.page.get_by_text("orked out before what is typed now")).to_have_count(0)

    def test_a_room_that_is_older_than_the_verdict_says_so_itself(self) -> None:
        self.open_rig("Haldis Okonjo", "Load")
        tongue = self.page.locator("td[data-case='planned.tongue']")
        expect(tongue).to_have_text("745 lb")
        self.station("Weigh")
        self.field("Tongue scale reading").fill("700")
        self.weighed("700 lb")
        held = self.held()
        self.page.get_by_role("navigation", name="Stations").get_by_role("button", name="Load").click()
        expect(tongue).to_have_text("745 lb")
        expect(self.page.get_by_text("The figures here were worked out before what is typed now")).to_be_visible()
        self.let_go(held)
        expect(tongue).to_have_text("700 lb")
        expect(self.page.get_by_text("orked out before what is typed now")).to_have_count(0)

    def test_gauge_ball_mount_and_its_marks(self) -> None:
        self.without_the_scale()
        self.write("gauge", ("Gauge ball mount reading", "700"), ("Gauge, smallest mark", "100"))
        self.weighed("700 lb")
        # half a mark 50, 3 % of 700 is 21; both over √3, times 2: 63
        self.way("gauge", "± 63 lb", "used")
        self.field("Gauge, smallest mark").fill("5")
        self.way("gauge", "± 25 lb")

    def test_at_the_jack(self) -> None:
        self.without_the_scale()
        self.write("jack", ("Scale reading under the jack", "840"), ("Ball to jack", "24"))
        self.weighed("747 lb")  # 840 · (216 − 24) / 216 = 746.7

    def test_squat(self) -> None:
        self.without_the_scale()
        self.write("squat", ("Rear arch, uncoupled", "38"), ("Rear arch, coupled, no bars", "36 1/2"))
        self.weighed("783 lb")  # 700 · 1.5 · 145 / 194.5
        self.field("Rear arch, coupled, no bars").fill("38 1/2")
        expect(self.page.get_by_role("alert")).to_contain_text("the arch must stand lower than 38")
        expect(self.page.locator("[data-way=squat]")).to_have_count(0)

    def test_loading_plan_stands_in_and_is_no_verdict(self) -> None:
        self.without_the_scale()
        # 560 and 15 gal · 8.34 · 28/216, 60 · 179/216, 180 · 66/216, 240 · 120/216
        self.way("plan", "814 lb", "used")
        self.expect_verdict("unknown", "worked out from the loading plan", "Weigh the tongue")

    def test_weighbridge_in_one_to_three_passes(self) -> None:
        self.without_the_scale()
        self.field("Gross trailer weight, as it stands").fill("")
        self.unfold("bridge")
        for name, figures in (
            ("Pass 2 coupled, no bars", ("3130", "3890", "5400")),
            ("Pass 1 alone", ("3400", "2880")),
            ("Pass 3 bars on", ("3330", "3600", "5490")),
        ):
            for axle, text in zip(("front axle", "rear axle", "trailer axles"), figures, strict=False):
                self.field(f"{name}: {axle}").fill(text)
            if name == "Pass 1 alone":
                self.weighed("740 lb")  # 3130 + 3890 − 3400 − 2880
                expect(
                    self.page.get_by_role("button", name="Gross trailer weight, as it stands: 6,140 lb")
                ).to_be_visible()
        # (3330 − 3130) / (3400 − 3130) and 5490 − 5400
        expect(self.page.get_by_role("button", name="Restoration from the passes (FALR): 74.1 %")).to_be_visible()
        expect(self.page.get_by_role("button", name="Moved to the trailer's axles by the bars: 90 lb")).to_be_visible()
        expect(self.page.get_by_text("Passes 2 and 3 close: 0")).to_be_visible()
        self.field("Pass 3 bars on: trailer axles").fill("5700")
        expect(self.page.get_by_role("alert")).to_contain_text("Read pass 3 again")
        expect(self.page.locator("[data-way=bridge]")).to_have_count(0)

    def test_beam_distances_that_cannot_be(self) -> None:
        self.without_the_scale()
        self.write(
            "beam",
            ("Scale reading under the beam", "256"),
            ("Scale reading, beam alone", "6"),
            ("Pivot to scale", "3'"),
            ("Pivot to coupler", "1'"),
        )
        self.weighed("750 lb")
        self.field("Pivot to coupler").fill("4'")
        expect(self.page.get_by_role("alert")).to_contain_text("between pivot and scale")
        expect(self.page.get_by_text("beyond the scale")).to_be_visible()
        expect(self.field("Pivot to coupler")).to_have_value("4'")
        self.expect_verdict("unknown")


class Together(Weighing):
    def test_two_that_disagree_and_a_third_that_points(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.write(
            "beam",
            ("Scale reading under the beam", "296"),
            ("Scale reading, beam alone", "6"),
            ("Pivot to scale", "3'"),
            ("Pivot to coupler", "1'"),
        )
        # 745 against 870
        self.expect_verdict(
            "unknown", "Tongue scale and beam and bathroom scale differ by 125 lb", "Nothing says which is wrong"
        )
        self.write("jack", ("Scale reading under the jack", "835"), ("Ball to jack", "24"))  # 742 lb
        self.way("beam", "870 lb", "odd one out")
        self.way("tongue_scale", "used")
        expect(
            self.page.get_by_text("The beam and bathroom scale is the odd one, and is left out: repeat it.")
        ).to_be_visible()
        self.expect_verdict("good", "Within every rating")

    def test_cannot_tell_yet_and_the_reading_that_settles_it(self) -> None:
        self.open_rig("Wendela Achtersteen", "Weigh")
        self.expect_verdict(
            "unknown",
            "cannot be told yet whether the tongue is too light: 10.4 %",
            "Most likely to settle it: tongue scale",
        )
        rows = self.page.locator("[data-next]")
        expect(rows.first).to_contain_text("tongue scale")
        expect(rows.first).to_contain_text("%")
        self.field("Tongue scale reading").fill("560")
        expect(self.page.locator("[data-school=ten_to_fifteen]")).to_contain_text("inside")
        expect(rows).to_have_count(0)

    def test_schools_side_by_side_and_an_own_band(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        school = lambda key: self.page.locator(f"[data-school={key}]")  # noqa: E731
        expect(school("ten_to_fifteen")).to_contain_text("inside")
        # 12.1 % of 6 150 lb: 11 % is 676.5, 7 % is 430.5
        expect(school("about_ten")).to_contain_text("heavy: trouble, it squats")
        expect(school("about_ten")).to_contain_text("69 lb over its high end")
        expect(school("four_to_seven")).to_contain_text("315 lb over its high end")
        self.field("School for this rig").select_option("own band")
        expect(self.page.get_by_role("alert")).to_contain_text("An own band wants its least and its most")
        self.field("Own band, least").fill("13")
        self.field("Own band, most").fill("15")
        expect(school("own")).to_contain_text("too light: danger, the trailer sways, then whips")
        expect(self.page.get_by_text("in force: 13–15 %; chosen for this rig")).to_be_visible()
        self.expect_verdict("refused", "at least 13.0 % wanted")

    def test_the_handbook_overrules_and_says_so(self) -> None:
        self.open_rig("Haldis Okonjo", "Meet")
        self.open_place("Tow vehicle's handbook")
        self.field("Handbook's least tongue share").fill("9")
        self.field("Handbook's greatest tongue share").fill("11")
        self.station("Weigh")
        expect(self.page.get_by_text("in force: 9–11 %; tow-vehicle handbook")).to_be_visible()
        self.expect_verdict("caution", "The tongue is heavy: 12.2 %")


class Record(Weighing):
    def save(self, version: int) -> None:
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text(f"Saved, version {version}")).to_be_visible()

    def test_correcting_supersedes_and_history_shows_both(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("750")
        self.save(2)
        self.page.get_by_role("button", name="Every reading, and who took it").click()
        rows = self.page.get_by_role("dialog").get_by_role("row").filter(has_text="Tongue scale reading")
        expect(rows).to_have_count(2)
        for said in ("750", "stands", "Yard tongue scale", "Thea"):
            expect(rows.first).to_contain_text(said)
        expect(rows.last).to_contain_text("745 lb")
        expect(rows.last).to_contain_text("superseded")

    def test_signed_then_changed_is_stale_here_and_on_the_floor_and_can_be_signed_again(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        bar = self.page.locator("[data-signature]")
        expect(bar).to_have_attribute("data-signature", "signed")
        self.station("Load")
        self.field("Bed or boot: weight").fill("190 lb")
        expect(self.page.get_by_role("button", name="Sign Load again")).to_be_disabled()
        self.save(2)
        expect(bar).to_have_attribute("data-signature", "stale")
        expect(bar).to_contain_text("Bed or boot, weight: 150 lb (assumed) → 190 lb (assumed), by Thea")
        self.page.get_by_role("link", name="The floor").click()
        strip = self.page.get_by_role("listitem").filter(has_text="Haldis Okonjo")
        expect(strip).to_contain_text("Meet signed off")
        expect(strip).to_contain_text(
            "Load, Weigh stale: bed or boot, weight 150 lb (assumed) → 190 lb (assumed), by Thea"
        )
        self.open_rig("Haldis Okonjo", "Load")
        self.page.get_by_role("button", name="Sign Load again").click()
        expect(bar).to_have_attribute("data-signature", "signed")

    def test_what_is_unknown_is_not_signed(self) -> None:
        self.open_rig("Wendela Achtersteen", "Weigh")
        self.page.get_by_role("button", name="Sign off Weigh").click()
        expect(self.page.locator("[data-signature]").get_by_role("alert")).to_contain_text(
            "Not signed. It cannot be told yet"
        )

    def test_what_decides_is_read_a_second_time_before_the_ratings_are_signed(self) -> None:
        """745 lb on the tongue scale: 475 read the second time is asked about, 745 lb is the same, and then it is signed."""
        self.open_rig("Haldis Okonjo", "Ratings")
        self.page.get_by_role("button", name="Sign off Ratings").click()
        expect(self.page.locator("[data-signature]").get_by_role("alert")).to_contain_text("Read a second time first")
        wanted = self.page.locator("[data-second-reading]")
        expect(wanted.first).to_be_visible()
        tongue = self.page.locator("[data-second-reading='weighing.tongue_scale']")
        expect(tongue).to_contain_text("once so far")
        expect(tongue.get_by_role("textbox")).to_have_value("")
        tongue.get_by_role("textbox").fill("475")
        tongue.get_by_role("textbox").press("Enter")
        self.expect_verdict("unknown")
        asked = self.page.get_by_role("region", name="Figures that do not agree")
        expect(asked).to_contain_text(
            "Tongue scale reading 745 lb may be 475 lb: which is it?".replace(" lb", f"{NO_BREAK}lb")
        )
        expect(tongue).to_contain_text("not the same")
        expect(asked.get_by_role("button", name="Read again, and it is so")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        self.expect_verdict("good")
        for path in [one.get_attribute("data-second-reading") for one in wanted.all()]:
            row = self.page.locator(f"[data-second-reading='{path}']")
            row.get_by_role("textbox").fill(Rig.objects.get(customer="Haldis Okonjo").entries()[path]["is"])
            row.get_by_role("textbox").press("Enter")
            expect(row).to_contain_text("twice, and the same")
        self.save(2)
        self.page.get_by_role("button", name="Sign off Ratings").click()
        expect(self.page.locator("[data-signature]")).to_have_attribute("data-signature", "signed")


class House(Weighing):
    def test_the_advisor_reads_and_the_manager_chooses(self) -> None:
        page = self.page
        page.get_by_role("link", name="House rules").click()
        expect(page.get_by_text("nobody has chosen: the program's default")).to_be_visible()
        expect(page.get_by_role("button", name="Put in force")).to_be_disabled()
        page.get_by_role("button", name="Sign out").click()
        page.get_by_label("Name").fill("odile")
        page.get_by_label("Password").fill("hollow-oxbow-6")
        page.get_by_role("button", name="Sign in").click()
        page.get_by_label("Tongue share").select_option("own band")
        page.get_by_label("Own band, least").fill("14")
        page.get_by_label("Own band, most").fill("12")
        page.get_by_role("button", name="Put in force").click()
        expect(page.get_by_text("the most must be more")).to_be_visible()
        page.get_by_label("Own band, most").fill("16")
        page.get_by_role("button", name="Put in force").click()
        expect(page.get_by_text("chosen by Odile")).to_be_visible()
        page.get_by_role("link", name="The floor").click()
        self.open_rig("Haldis Okonjo", "Weigh")
        expect(page.get_by_text("in force: 14–16 %; house rule")).to_be_visible()
        self.expect_verdict("refused", "at least 14.0 % wanted")
        expect(page.locator("[data-signature]")).to_contain_text(
            "House rule, own band, least: blank → 14 % (label), by Odile"
        )
