"""The day in a real browser: a conflict and its first slot, a drag and the same by keys, a plan, the morning, the feed read back."""

from __future__ import annotations

import re

from icalendar import Calendar
from playwright.sync_api import Locator, Page, expect

from stathmos.day.models import Job
from tests.browser.page import BrowserTest


class DayTest(BrowserTest):
    def open_day(self, days: str = "1", page: Page | None = None) -> None:
        """The day on which the demo's bay is booked twice."""
        page = page or self.page
        self.day = Job.objects.get(rig__customer="Wendela Achtersteen").begins.date()
        page.goto(f"{self.live_server_url}/day?first={self.day}&days={days}")
        expect(self.block("Haldis Okonjo", page)).to_be_visible()

    def block(self, customer: str, page: Page | None = None) -> Locator:
        return (page or self.page).get_by_role("button", name=re.compile(rf"^(Fit|Weighing|Hand-over) ?{customer}"))

    def panel(self, title: str) -> Locator:
        return self.page.get_by_role("region", name=title)


class TheBoard(DayTest):
    def test_a_conflict_and_its_first_slot(self) -> None:
        self.sign_in()
        self.page.keyboard.press("d")
        expect(self.page.get_by_role("heading", name="The day")).to_be_visible()
        self.open_day()
        for customer in ("Haldis Okonjo", "Wendela Achtersteen"):
            expect(self.block(customer)).to_have_attribute("data-way", "refused")
        self.block("Haldis Okonjo").click()
        panel = self.panel("Fit of Haldis Okonjo")
        expect(panel.locator("[data-conflict=place_taken]")).to_have_text(
            "Bay 1 is taken by fit of Wendela Achtersteen."
        )
        expect(panel.locator("[data-conflict=parts_late]")).to_contain_text("Shank 2 short: expected")
        slot = panel.locator("[data-slot]")
        expect(slot).to_contain_text(
            re.compile(r"\w+day \w+ \d+, 08:00, Bay 1, Bram, after Shank 2 short arrives, \w+day")
        )
        expect(panel.locator("[data-part='Shank 2 short']")).to_contain_text("ordered, expected")
        # what it takes, and how: 47 min of mounting, 10 joints of 5 min
        expect(panel.get_by_role("row", name="joints")).to_contain_text("10 × 5")
        expect(panel.get_by_role("row", name="mounting and measuring")).to_contain_text("47 ± 4.7 min")
        slot.get_by_role("button", name="Put it there").click()
        expect(panel.locator("[data-conflict=parts_late]")).to_have_count(0)
        expect(self.block("Wendela Achtersteen")).to_have_attribute("data-way", "caution")

    def test_a_drag_and_the_same_by_keys(self) -> None:
        self.sign_in()
        self.open_day()
        row = self.page.locator("[data-row]").nth(1)
        block = self.block("Wendela Achtersteen")
        box, to = block.bounding_box(), row.bounding_box()
        grab = box["x"] + 20
        hour = to["width"] / ((int(row.get_attribute("data-until")) - int(row.get_attribute("data-from"))) / 60)
        self.page.mouse.move(grab, box["y"] + 10)
        self.page.mouse.down()
        self.page.mouse.move(grab + hour, to["y"] + 20, steps=6)
        expect(self.page.locator("[data-ghost]")).to_contain_text("09:00")
        self.page.mouse.up()
        expect(block).to_have_accessible_name(re.compile(r"09:00, 160 min"))
        job = Job.objects.get(rig__customer="Wendela Achtersteen")
        self.assertEqual((job.place.name, job.begins.hour, job.begins.minute), ("Bay 2", 9, 0))
        # and back by keys alone: four quarters earlier, a bay up
        block.focus()
        for key in ("ArrowLeft",) * 4 + ("ArrowUp",):
            self.page.keyboard.press(key)
        expect(self.page.locator("[data-ghost]")).to_contain_text("08:00")
        self.page.keyboard.press("Escape")
        expect(self.page.locator("[data-ghost]")).to_have_count(0)
        for key in ("ArrowLeft",) * 4 + ("ArrowUp", "Enter"):
            self.page.keyboard.press(key)
        expect(block).to_have_accessible_name(re.compile(r"08:00, 160 min"))
        expect(block).to_be_focused()
        job.refresh_from_db()
        self.assertEqual((job.place.name, job.begins.hour), ("Bay 1", 8))

    def test_a_technician_moves_nothing(self) -> None:
        self.sign_in("bram")
        self.open_day()
        before = Job.objects.get(rig__customer="Wendela Achtersteen").version
        self.block("Wendela Achtersteen").focus()
        self.page.keyboard.press("ArrowRight")
        expect(self.page.locator("[data-ghost]")).to_have_count(0)
        expect(self.page.get_by_role("button", name="Propose a plan")).to_have_count(0)
        self.assertEqual(Job.objects.get(rig__customer="Wendela Achtersteen").version, before)

    def test_somebody_came_between(self) -> None:
        self.sign_in()
        self.open_day()
        other = self.new_page()
        self.sign_in("odile", other)
        self.open_day(page=other)
        for page in (other, self.page):
            self.block("Haldis Okonjo", page).focus()
            page.keyboard.press("ArrowDown")
            page.keyboard.press("Enter")
            if page is other:
                expect(self.block("Haldis Okonjo", other)).to_have_accessible_name(re.compile("09:30"))
                expect(other.get_by_text("Stands", exact=False).first).to_be_attached()
        expect(self.page.get_by_role("alert")).to_contain_text("Somebody did something to this meanwhile")

    def test_the_week_a_plan_and_what_follows_from_the_rigs(self) -> None:
        self.sign_in()
        self.open_day("7")
        expect(self.page.locator("section[data-day]")).to_have_count(7)
        expect(self.page.locator("[data-absences]")).to_contain_text("Bram 13:00 to 17:30, Course")
        self.page.get_by_role("button", name="Make a job: Inspection of Oriel Penhallick").click()
        expect(self.page.get_by_role("button", name="Make a job: Inspection of Oriel Penhallick")).to_have_count(0)
        self.page.get_by_role("button", name="Propose a plan").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("2 to be placed, 1 to be moved from where they stand, none late")
        expect(dialog.get_by_role("row", name="Fit of Haldis Okonjo")).to_contain_text("after Shank 2 short arrives")
        dialog.get_by_role("button", name="Leave all as it is").click()
        self.assertEqual(Job.objects.filter(begins=None).count(), 2)
        self.page.get_by_role("button", name="Propose a plan").click()
        dialog.get_by_role("button", name="Take it").click()
        expect(self.page.get_by_text("Every open job stands on the board.")).to_be_visible()
        self.assertEqual(Job.objects.filter(begins=None).count(), 0)
        expect(self.block("Wendela Achtersteen")).to_have_attribute("data-way", "caution")


class TheShelf(DayTest):
    def test_two_rigs_after_the_last_shank(self) -> None:
        """One has it, the other is told; what comes for it is set aside for it."""
        self.sign_in()
        self.open_rig("Haldis Okonjo", "Hitch")
        shelf = self.panel("On the shelf")
        expect(shelf.locator("[data-part='Shank 2 short']")).to_contain_text("ordered, expected")
        self.page.goto(f"{self.live_server_url}/shelf")
        row = self.page.locator("tr[data-part='Shank 2 short']")
        expect(row).to_contain_text("Wendela Achtersteen")
        expect(row).to_contain_text("none")
        technician = self.new_page()
        self.sign_in("bram", technician)
        technician.goto(f"{self.live_server_url}/shelf")
        technician.locator("[data-order='Shank 2 short']", has_text="Haldis Okonjo").get_by_role("button").click()
        expect(technician.locator("[data-order='Shank 2 short']")).to_have_count(1)
        self.page.reload()
        expect(row).to_contain_text("Wendela Achtersteen, Haldis Okonjo")
        self.page.goto(self.live_server_url)
        self.open_rig("Haldis Okonjo", "Hitch")
        expect(shelf.locator("[data-part='Shank 2 short']")).to_contain_text("set aside")

    def test_counting_and_ordering_with_bad_figures(self) -> None:
        self.sign_in("odile")
        self.page.goto(f"{self.live_server_url}/shelf")
        self.page.get_by_role("button", name="Anvilroot 1000").click()
        many, write = self.page.get_by_label("How many"), self.page.get_by_role("button", name="Write it down")
        for typed, said in (
            ("", "Write a whole number."),
            ("two", "Write a whole number."),
            ("-1", "Write a whole number."),
            ("5", "Say why it is counted anew"),
        ):
            many.fill(typed)
            write.click()
            expect(self.page.locator("main")).to_contain_text(said)
            expect(many).to_have_value(typed)
        self.page.get_by_label("Why").fill("A crate turned up")
        write.click()
        expect(self.page.locator("tr[data-part='Anvilroot 1000'] td").nth(1)).to_have_text("5")
        self.page.get_by_label("What is done").select_option("ordered")
        many.fill("2")
        write.click()
        expect(self.page.locator("main")).to_contain_text("Of whom is it ordered?")
        self.page.get_by_label("Of whom").fill("Quernstay Forge")
        write.click()
        expect(self.page.locator("[data-order='Anvilroot 1000']")).to_contain_text("nobody knows when")


class TheMorning(DayTest):
    size = {"width": 800, "height": 1280}

    def test_a_technicians_morning_out_of_reach_too(self) -> None:
        job = Job.objects.get(rig__customer="Wendela Achtersteen")
        Job.objects.exclude(pk=job.pk).update(person=None)
        self.sign_in("bram")
        self.page.goto(f"{self.live_server_url}/day/mine")
        expect(self.page.get_by_text("No job of today is yours.")).to_be_visible()
        # begun from the board, since it stands on another day; then it is today's
        self.page.goto(f"{self.live_server_url}/day?first={job.begins.date()}")
        self.block("Wendela Achtersteen").click()
        self.panel("Fit of Wendela Achtersteen").get_by_role("button", name="Begin").click()
        expect(self.block("Wendela Achtersteen")).to_have_count(0)
        self.page.goto(f"{self.live_server_url}/day/mine")
        card = self.page.locator("li[data-job]")
        expect(card).to_contain_text("Fit of Wendela Achtersteen")
        expect(card).to_contain_text("under way")
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        self.page.reload()
        expect(card.locator("[data-part='Thornlace 1000']")).to_contain_text("set aside")
        expect(self.page.get_by_role("list", name="Tools to fetch")).to_contain_text(
            "Bench 600 for Wendela Achtersteen"
        )
        card.get_by_role("link", name="To the work").click()
        bar = self.panel("Your job")
        expect(bar).to_contain_text("Fit")
        self.page.context.set_offline(True)
        bar.get_by_role("button", name="Pause").click()
        expect(bar).to_contain_text("paused")
        expect(bar).to_contain_text("on this device, sent when the server answers")
        bar.get_by_role("button", name="Go on").click()
        bar.get_by_role("button", name="Done").click()
        job.refresh_from_db()
        self.assertEqual(job.state, "begun")
        self.page.goto(f"{self.live_server_url}/day/mine")
        expect(card).to_contain_text("done")
        expect(self.page.get_by_text("as it was when the server last answered")).to_be_visible()
        self.page.context.set_offline(False)
        expect(card.get_by_text("on this device")).to_have_count(0)
        job.refresh_from_db()
        self.assertEqual(
            (job.state, [one.act for one in job.changes.all()][-4:]), ("done", ["begin", "pause", "go_on", "done"])
        )


class HoursAndCalendars(DayTest):
    def test_a_feed_is_read_back_and_revoked(self) -> None:
        self.sign_in("bram")
        self.page.goto(f"{self.live_server_url}/day/hours")
        self.page.get_by_role("button", name="Make a key").click()
        address = self.page.locator("[data-feed] output").inner_text()
        stranger = self.playwright.request.new_context()
        summaries = {str(one["summary"]) for one in Calendar.from_ical(stranger.get(address).body()).walk("VEVENT")}
        self.assertEqual(summaries, {"Fit of Haldis Okonjo", "Fit of Wendela Achtersteen"})
        self.page.get_by_role("button", name="Revoke the feed of Bram").click()
        expect(self.page.get_by_text("made by Bram, revoked")).to_be_visible()
        self.assertEqual(stranger.get(address).status, 403)

    def test_absences_and_hours_with_what_cannot_be(self) -> None:
        self.sign_in("odile")
        self.page.goto(f"{self.live_server_url}/day/hours")
        panel = self.panel("Not there")
        panel.get_by_role("button", name="Write it down").click()
        expect(panel).to_contain_text("From which day?")
        panel.get_by_label("From").fill("2030-05-04")
        panel.get_by_label("Until", exact=True).fill("2030-05-03")
        panel.get_by_label("Who or what").select_option(label="wrench “Bench 600”")
        panel.get_by_role("button", name="Write it down").click()
        expect(panel).to_contain_text("It ends before it begins.")
        panel.get_by_label("Until", exact=True).fill("2030-05-04")
        panel.get_by_role("button", name="Write it down").click()
        expect(panel.get_by_role("listitem").filter(has_text="Bench 600")).to_contain_text("Saturday May 4, 00:00")
        panel.get_by_role("button", name="Write it down").click()
        expect(panel).to_contain_text("It overlaps an absence from")
        hours = self.panel("Opening hours")
        hours.get_by_label("Monday, closes").fill("7:00")
        hours.get_by_role("button", name="Put in force").click()
        expect(hours).to_contain_text("Monday: it closes before it opens.")
        expect(hours.get_by_label("Monday, closes")).to_have_value("7:00")
        hours.get_by_label("Monday, closes").fill("16:30")
        hours.get_by_label("Time zone").fill("America/Chicago")
        hours.get_by_role("button", name="Put in force").click()
        # what was kept is told by the other clock once the hours are in force: a calendar that is read before then is read twice
        expect(panel).to_contain_text("Bench 600, Friday May 3, 19:00")
        expect(hours.get_by_label("Monday, closes")).to_have_value("16:30")
        calendar = (
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//x//EN\r\nBEGIN:VEVENT\r\nUID:h\r\nSUMMARY:Founders' day\r\n"
            "DTSTART;VALUE=DATE:20300601\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        )  # fmt: skip
        self.page.get_by_label("Take in").select_option("holidays")
        self.page.get_by_label("Calendar file").set_input_files(
            {"name": "h.ics", "mimeType": "text/calendar", "buffer": calendar.encode()}
        )
        expect(self.panel("Calendars")).to_contain_text("Would be taken in: 1.")
        self.page.get_by_role("button", name="Take it in").click()
        expect(panel).to_contain_text("the house, Saturday Jun 1, 00:00")
