"""A full sale: vehicle in, trailer chosen from the lot, build, parts list; remedies, waivers, what if, schools, catalogue."""

import re
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Locator, expect

from stathmos.catalogue.models import HitchKit
from stathmos.rigs.models import Rig
from tests.browser.page import NO_BREAK, BrowserTest


def says(text: str) -> re.Pattern[str]:
    """A text in which a figure may be joined to its unit by a space that does not break."""
    return re.compile(re.escape(text).replace("\\ ", f"[ {NO_BREAK}]"))


class Sale(BrowserTest):
    def lot(self, name: str) -> Locator:
        return self.page.locator(f'[data-lot="{name}"]')

    def test_from_a_vehicle_to_a_parts_list(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="The lot", exact=True).click()
        expect(page.get_by_text("Choose a tow vehicle, and who rides in it.")).to_be_visible()
        self.pick("Tow vehicle", "Brindlow Haulm half-ton crew")
        # Nobody in front: somebody drives, so nothing is known to fit.
        expect(page.get_by_role("status")).to_contain_text("0 fit")
        self.field("People in front").fill("three")
        expect(page.get_by_text("Cannot read “three”")).to_be_visible()
        expect(page.get_by_role("status")).to_contain_text("0 fit")
        self.field("People in front").fill("340")
        expect(page.get_by_role("status")).to_contain_text("10 fit, 0 not known, 5 do not; 15 in the catalogue.")
        # 7 800 lb at 15 %: 1 170 of 1 250 lb, 93.6 %
        expect(self.lot("Wrenfold 27 Bunk")).to_contain_text("6.4 % left")
        expect(self.lot("Wrenfold 27 Bunk")).to_contain_text("Receiver, WD tongue")
        self.field("Sleeps at least").fill("4")
        self.field("Length at most").fill("30 ft")
        expect(page.get_by_role("status")).to_contain_text("of the 15 in the catalogue are what is asked for")
        expect(self.lot("Dunnagh Wee 12")).to_have_count(0)
        self.field("Price at most").fill("plenty")
        expect(page.get_by_text("Cannot read “plenty”")).to_be_visible()
        self.field("Price at most").fill("$34,000")
        expect(page.get_by_text("Cannot read “plenty”")).to_have_count(0)

        self.lot("Wrenfold 24 Rear Bath").get_by_role("button", name="Why").click()
        reason = page.get_by_role("dialog")
        expect(reason).to_contain_text(says("Carries the hitch load of 1,050 lb on a rating of 1,200 lb."))
        expect(reason).to_contain_text("Not weighed: before it is sold, weigh it.")
        page.keyboard.press("Escape")
        self.lot("Wrenfold 24 Rear Bath").get_by_role("button", name="Take it").click()

        expect(page.get_by_label("Trailer", exact=True)).to_have_value("Wrenfold 24 Rear Bath")
        expect(page.get_by_label("Tow vehicle", exact=True)).to_have_value("Brindlow Haulm half-ton crew")
        page.get_by_label("Customer").fill("Ottoline Varga")
        self.station("Weigh")
        self.field("Tongue scale reading").fill("745")
        self.field("Gross trailer weight, as it stands").fill("6150")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Saved, version 1")).to_be_visible()

        self.station("Hitch")
        needed = page.get_by_role("region", name="Weight distribution")
        expect(needed).to_contain_text("Weight distribution is needed.")
        expect(needed).to_contain_text(says("requires weight distribution above 5,000 lb; the trailer weighs 6,150 lb"))
        chosen = page.locator("[data-build='0']")
        expect(chosen).to_contain_text("Anvilroot 1200")
        expect(chosen).to_contain_text("$780.00")
        expect(page.locator("[data-build='1']")).to_contain_text("runner-up")
        parts = page.get_by_role("region", name="Parts list")
        expect(parts).to_contain_text("Thin-wall socket 1 7/8 in")
        expect(parts).to_contain_text("To buy$780.00")
        page.get_by_role("link", name="Sheet to print").click()
        expect(page.get_by_role("heading", name="Parts list for Ottoline Varga")).to_be_visible()
        expect(page.locator("[data-parts]")).to_contain_text("To buy$780.00")
        with page.expect_download() as download:
            page.get_by_role("link", name="CSV").click()
        self.assertIn("Anvilroot 1200", Path(download.value.path()).read_text("utf-8"))

    def test_the_lot_for_a_rig_and_the_other_way_round(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Perrin Aldous", "Ratings")
        expect(page.locator("[data-lighter]").first).to_be_visible()
        page.get_by_role("link", name="The lot for it").click()
        expect(page.get_by_text("for Perrin Aldous: Brindlow Haulm half-ton short, loaded as written")).to_be_visible()
        expect(self.lot("Wrenfold 27 Bunk")).to_have_attribute("data-fits", "does not fit")
        page.get_by_label("Which way round").select_option("vehicles")
        expect(self.lot("Morvane Stoker one-ton")).to_have_attribute("data-fits", "fits")
        expect(self.lot("Brindlow Haulm half-ton short")).to_have_attribute("data-fits", "does not fit")


class Over(BrowserTest):
    def test_a_remedy_put_in_the_plan_mends_it(self) -> None:
        """Rear axle 60 lb over; a bed load bears 95 % of itself on it: 64 lb out."""
        self.sign_in()
        self.open_rig("Perrin Aldous", "Ratings")
        remedy = self.page.locator("[data-remedy=rear_gawr]").first
        expect(remedy).to_contain_text(says("Take 64 lb out of the vehicle: bed or boot."))
        remedy.get_by_role("button", name="Put in the plan").click()
        expect(self.verdict()).not_to_have_attribute("data-verdict", "refused")
        expect(self.page.locator("tr[data-link=rear_gawr]")).to_contain_text("inside the reserve")

    def test_the_load_path_is_drawn_with_every_load_link(self) -> None:
        self.sign_in()
        self.open_rig("Tobiah Renswick", "Ratings")
        path = self.page.get_by_role("group", name="The load path, vehicle to trailer")
        expect(path.get_by_role("button", name="Receiver, WD gross: unknown")).to_be_visible()
        rear = path.get_by_role("button", name=re.compile("Rear GAWR: .* % of its rating used"))
        expect(rear).to_be_visible()
        wheel = self.page.get_by_role("button", name="Rear axle: go to its figures").bounding_box()
        leader = path.bounding_box()
        self.assertTrue(wheel["x"] > leader["x"])

    def test_a_manager_gives_an_exception_with_a_reason_and_an_advisor_is_not_offered_it(self) -> None:
        page = self.page
        self.sign_in("thea")
        self.open_rig("Corwin Tessaly", "Ratings")
        expect(page.locator("tr[data-link=trailer_gvwr]")).to_contain_text("inside the reserve")
        expect(page.get_by_role("button", name="Give an exception…")).to_have_count(0)
        page.get_by_role("button", name="Sign out").click()
        self.sign_in("odile")
        self.open_rig("Corwin Tessaly", "Ratings")
        page.locator("tr[data-link=trailer_gvwr]").get_by_role("button", name="Give an exception…").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_role("button", name="Give exception").click()
        expect(dialog).to_contain_text("Say why, in a sentence")
        dialog.get_by_label("Why").fill("Tanks are emptied before the pass")
        dialog.get_by_role("button", name="Give exception").click()
        expect(page.locator("tr[data-link=trailer_gvwr]")).to_contain_text(
            re.compile(r"exception approved by Odile, until \w{3} \d+, \d{4}: “Tanks are emptied before the pass”")
        )
        page.locator("tr[data-link=trailer_gvwr]").get_by_role("button", name="Take back…").click()
        dialog.get_by_label("Why").fill("The tanks stay full after all")
        dialog.get_by_role("button", name="Take back").click()
        expect(page.locator("tr[data-link=trailer_gvwr]")).to_contain_text("inside the reserve")
        expect(
            page.locator("tr[data-link=trailer_gvwr]").get_by_role("button", name="Give an exception…")
        ).to_be_visible()
        self.assertEqual(Rig.objects.get(customer="Corwin Tessaly").reserve_waivers.count(), 2)


class Heights(BrowserTest):
    def test_what_if_and_why(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Height")
        bars = page.locator("tr[data-state-row=restoration]")
        expect(bars).to_contain_text("not known well enough")
        page.get_by_role("button", name="Head, holes up: more").click()
        expect(page.locator("tr[data-change=restoration]")).to_contain_text("−8.8 %")
        expect(page.locator("tr[data-change=restoration]")).not_to_contain_text("70.7 %")
        expect(page.locator("tr[data-change=front]")).to_contain_text("to ")
        expect(page.get_by_text("they unwind, from")).to_be_visible()
        page.get_by_role("button", name="Open the drawing").click()
        expect(page.get_by_role("group", name="State drawn").get_by_role("button", name="as asked")).to_be_visible()
        page.get_by_role("button", name="As it is").click()
        expect(page.locator("tr[data-change=restoration]")).to_have_count(0)
        self.field("On the tongue").fill("100 in")
        expect(page.get_by_text("that is a unit of length, and a weight is wanted")).to_be_visible()
        self.field("On the tongue").fill("100 lb")
        expect(page.locator("tr[data-change=rear]")).to_contain_text("+")

    def test_schools_disagree_by_so_much_and_another_vehicle(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Height")
        expect(page.locator("tr[data-offset=none]")).to_contain_text("−1 7/16 in")
        page.get_by_role("button", name="Compare the schools").click()
        none = page.locator("tr[data-compared='offset.none']")
        expect(none).to_contain_text("≠ 22 3/4 in")
        self.pick("Another tow vehicle", "Morvane Stoker one-ton")
        expect(page.locator("tr[data-compared=kept]")).to_contain_text("with the hitch there is")


class Upkeep(BrowserTest):
    def test_the_manager_edits_retires_and_takes_a_table_in(self) -> None:
        page = self.page
        self.sign_in("odile")
        page.get_by_role("link", name="Catalogue").click()
        page.get_by_role("navigation", name="Kinds").get_by_role("link", name="hitch kits 28").click()
        self.field("Search").fill("cordwain 1000")
        page.get_by_role("button", name="Cordwain 1000").click()
        self.field("Tongue rating").fill("90 in")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("that is a unit of length, and a weight is wanted")).to_be_visible()
        expect(self.field("Tongue rating")).to_have_value("90 in")
        self.field("Tongue rating").fill("950 lb")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("list", name="History")).to_contain_text("edited by Odile")
        page.get_by_role("button", name="Retire").click()
        expect(page.get_by_role("button", name="Offer again")).to_be_visible()
        kit = HitchKit.objects.get(name="Cordwain 1000")
        self.assertTrue(kit.retired)
        self.assertAlmostEqual(kit.tongue_rating / 0.45359237, 950)

        page.get_by_role("button", name="CSV in…").click()
        with TemporaryDirectory() as folder:
            table = Path(folder) / "kits.csv"
            table.write_text("name,tongue_rating\nCordwain 800,banana\nThorngate 700,700 lb\n", "utf-8")
            page.get_by_label("From a file").set_input_files(table)
            page.get_by_role("button", name="Read it, change nothing").click()
            expect(page.locator("[data-problem='2 tongue_rating']")).to_contain_text("Cannot read “banana”")
            expect(page.get_by_role("button", name=re.compile("^Accept"))).to_have_count(0)
            table.write_text("name,tongue_rating\nCordwain 800,790 lb\nThorngate 700,700 lb\n", "utf-8")
            page.get_by_label("From a file").set_input_files(table)
            expect(self.field("Or pasted here")).to_have_value(re.compile("790 lb"))
        page.get_by_role("button", name="Read it, change nothing").click()
        expect(page.get_by_text("tongue_rating 800 lb → 790 lb")).to_be_visible()
        self.assertFalse(HitchKit.objects.filter(name="Thorngate 700").exists())
        page.get_by_role("button", name="Accept: 1 to add, 1 to change").click()
        expect(page.get_by_text("Taken in: 1 added, 1 changed")).to_be_visible()
        self.assertTrue(HitchKit.objects.filter(name="Thorngate 700").exists())

    def test_others_read_it_and_are_offered_no_change(self) -> None:
        page = self.page
        self.sign_in("bram")
        page.get_by_role("link", name="Catalogue").click()
        page.get_by_role("button", name="Orrinvale Skerry").click()
        expect(self.field("GVWR")).to_be_disabled()
        for name in ("Add", "Save", "Retire", "CSV in…"):
            expect(page.get_by_role("button", name=name, exact=True)).to_have_count(0)

    def test_a_changed_rating_is_said_on_the_rig_that_keeps_the_old_one(self) -> None:
        HitchKit.objects.filter(name="Anvilroot 1000").update(tongue_rating=408.2331)
        self.sign_in()
        self.open_rig("Josune Farrow", "Hitch")
        self.page.get_by_role("button", name=re.compile(r"\d+ more")).first.click()
        expect(self.page.get_by_text("The catalogue now says otherwise of Anvilroot 1000")).to_be_visible()
        self.page.get_by_role("button", name="Take over the catalogue's kit of today").click()
        expect(self.page.get_by_text("Saved, version 2")).to_be_visible()
        expect(self.page.get_by_role("button", name="Take over the catalogue's kit of today")).to_have_count(0)


class Beside(BrowserTest):
    """Compared as a customer stands there: four drawn to one scale, what differs first."""

    def test_trailers_of_the_lot_beside_the_one_that_stands_there(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Perrin Aldous", "Meet")
        page.get_by_role("link", name="The lot for it").click()
        for name in ("Dunnagh 17 Couple", "Saltgrass 20", "Dunnagh Flat 18"):
            page.get_by_role("button", name=f"Pin {name}").click()
        page.get_by_role("button", name="Compare 4").click()
        sheet = page.get_by_role("dialog")
        sides = sheet.locator("[data-side]")
        expect(sides).to_have_count(4)
        expect(sides.nth(0)).to_contain_text("Not fit. Do not tow. Rear GAWR: 3,860 lb on a rating of 3,800 lb")
        expect(sides.nth(1)).not_to_contain_text("Not fit")
        # one scale: the front wheels of all stand one below the other, and a shorter trailer ends sooner
        ground = [sides.nth(place).locator("svg").first.get_attribute("viewBox") for place in range(4)]
        self.assertEqual(len({box.split()[2] for box in ground}), 1)
        rows = sheet.locator("[data-row]")
        expect(rows.first).to_have_attribute("data-differs", "true")
        gross = sheet.locator("[data-row=gross]").get_by_role("cell")
        expect(gross.nth(1)).to_have_text("3,900\u00a0lb")
        expect(sheet.locator("[data-row=rear_gawr]").get_by_role("cell").first).to_contain_text("over")
        expect(sheet.locator("[data-row=asked]").get_by_role("cell").nth(1)).to_have_text("$19,800.00")
        before = rows.count()
        sheet.get_by_role("button", name="the same for all").click()
        self.assertGreater(rows.count(), before)

    def test_builds_beside_what_stands_there(self) -> None:
        page = self.page
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Hitch")
        other = page.locator("[data-build='1']")
        pin = other.get_by_role("button", name=re.compile("^Pin "))
        parts = (pin.get_attribute("aria-label") or "").removeprefix("Pin ")
        pin.click()
        page.get_by_role("button", name="Compare 2").click()
        sheet = page.get_by_role("dialog")
        expect(sheet.locator("[data-side]").nth(0)).to_contain_text("As it stands")
        expect(sheet.get_by_role("columnheader", name=parts)).to_be_visible()
        rows = {key: sheet.locator(f"[data-row={key}]") for key in ("kit", "shank", "ball_part")}
        sheet.get_by_role("button", name="the same for all").click()
        for row, part in zip(rows.values(), parts.split(", "), strict=True):
            expect(row.get_by_role("cell").nth(1)).to_have_text(part)

    def test_the_lot_of_a_vehicle_that_nobody_saved(self) -> None:
        page = self.page
        self.sign_in()
        page.get_by_role("link", name="The lot", exact=True).click()
        page.get_by_role("checkbox", name="the customer's own vehicle").check()
        labels = (("GVWR", "7050"), ("Front GAWR", "3900"), ("Rear GAWR", "4350"), ("Placard payload", "1650"))
        for label, text in (*labels, ("Receiver WD tongue rating", "1200"), ("Receiver WD gross rating", "12000")):
            self.field(label).fill(text)
        for wrong, says in (
            ("abc", "Cannot read"),
            ("0", "too small"),
            ("-5", "a negative figure has no meaning"),
            ("99999999", "too large"),
        ):
            self.field("Placard payload").fill(wrong)
            expect(page.get_by_text(re.compile(says)).first).to_be_visible()
            expect(page.get_by_text("Still needed: Placard payload.")).to_be_visible()
            expect(self.field("Placard payload")).to_have_value(wrong)
        self.field("Placard payload").fill("1650")
        row = page.locator("[data-own='Dunnagh 17 Couple']")
        expect(row).to_have_attribute("data-state", "fits_whatever")
        expect(row).to_contain_text("GVWR 3,900\u00a0lb, sleeps 2, 20 ft")
        self.field("Sleeps at least").fill("4")
        expect(row).to_have_count(0)
        self.field("Sleeps at least").fill("")
        row.get_by_role("button", name="Take it").click()
        expect(self.field("GVWR")).to_have_value("7050")
        expect(page.get_by_label("Trailer", exact=True)).to_have_value("Dunnagh 17 Couple")
        expect(page.locator("[data-first-answer]")).not_to_have_attribute("data-first-answer", "cannot")
