"""Accounts in the browser: a manager adds and ends, everybody keeps their own, and a shared tablet shows nobody another's."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from stathmos.demo import loading
from stathmos.rigs.models import Rig
from tests.browser.in_the_bay import Portrait
from tests.browser.page import BrowserTest

OWN = "marsh-lantern-27-oak"


class Accounts(BrowserTest):
    def people(self) -> None:
        self.page.get_by_role("link", name="People").click()
        expect(self.page.get_by_role("heading", name="Accounts", exact=True)).to_be_visible()

    def row(self, username: str):
        return self.page.locator(f"[data-person={username}]")

    def signed_in_elsewhere(self, username: str, password: str) -> Page:
        page = self.new_page()
        page.goto(self.live_server_url)
        page.get_by_label("Name").fill(username)
        page.get_by_label("Password").fill(password)
        page.get_by_role("button", name="Sign in").click()
        return page

    def test_from_a_slip_of_paper_to_the_floor_and_switched_off(self) -> None:
        self.sign_in("odile")
        self.people()
        self.page.get_by_label("Name as shown", exact=True).fill("Thea")
        self.page.get_by_label("Signs in as").fill("mirren oxley")
        self.page.get_by_label("Role of somebody new").select_option("technician")
        add = self.page.get_by_role("button", name="Add")
        add.click()
        expect(self.page.get_by_text("Somebody here is called so already")).to_be_visible()
        expect(self.page.get_by_text("Enter a valid username")).to_be_visible()
        self.page.get_by_label("Name as shown", exact=True).fill("Mirren Oxley")
        self.page.get_by_label("Signs in as").fill("mirren")
        add.click()
        slip = self.page.get_by_role("dialog", name="For Mirren Oxley, bay technician")
        given = slip.locator("[data-password]").inner_text()
        self.assertRegex(given, r"^[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}$")
        slip.get_by_role("button", name="It is written down").click()
        expect(self.page.get_by_text(given)).to_have_count(0)
        expect(self.row("mirren")).to_contain_text("has a given password")

        theirs = self.signed_in_elsewhere("mirren", given)
        expect(theirs.get_by_role("heading", name="Mirren Oxley: first a password of your own")).to_be_visible()
        theirs.goto(f"{self.live_server_url}/overview")
        expect(theirs.get_by_role("heading", name="first a password")).to_be_visible()
        theirs.get_by_label("The password you were given").fill(given)
        theirs.get_by_label("A new one").fill("short")
        theirs.get_by_label("The new one again").fill("shorter")
        expect(theirs.get_by_text("Not the same as above.")).to_be_visible()
        theirs.get_by_label("The new one again").fill("short")
        theirs.get_by_role("button", name="Choose it").click()
        expect(theirs.get_by_text("at least 12 characters.")).to_be_visible()
        theirs.get_by_label("A new one").fill(OWN)
        theirs.get_by_label("The new one again").fill(OWN)
        theirs.get_by_role("button", name="Choose it").click()
        theirs.get_by_role("link", name="Stathmos").click()
        expect(theirs.get_by_role("heading", name="The floor")).to_be_visible()

        # she has changed her account meanwhile: nothing is done unseen, and then it is
        self.row("mirren").get_by_role("button", name="Switch off").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Somebody changed this account meanwhile.")
        self.row("mirren").get_by_role("button", name="Switch off").click()
        expect(self.row("mirren")).to_contain_text("switched off")
        expect(self.page.get_by_role("alert")).to_have_count(0)
        theirs.get_by_role("link", name="Catalogue").click()
        expect(theirs.get_by_role("dialog")).to_contain_text("You are signed out")
        log = self.page.get_by_role("list", name="Acts")
        expect(log.get_by_role("listitem").first).to_contain_text("Mirren Oxley switched off, by Odile")

    def test_the_last_manager_stays_and_a_name_is_changed(self) -> None:
        self.sign_in("odile")
        self.people()
        self.row("odile").get_by_role("button", name="Switch off").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Odile is the last manager who can sign in.")
        name = self.page.get_by_label("Name as shown of bram")
        name.fill("Bram of the bay")
        name.press("Enter")
        acts = self.page.get_by_role("list", name="Acts")
        expect(acts.get_by_role("listitem").first).to_contain_text(
            "Bram of the bay name changed: Bram → Bram of the bay, by Odile"
        )

    def test_too_many_wrong_passwords_and_then_the_right_one(self) -> None:
        self.page.goto(self.live_server_url)
        self.page.get_by_label("Name").fill("thea")
        button, said = self.page.get_by_role("button", name="Sign in"), self.page.get_by_role("alert")
        for number in range(5):
            self.page.get_by_label("Password").fill(f"guess {number}")
            with self.page.expect_response("**/api/session/"):
                button.click()
        self.page.get_by_label("Password").fill(loading.PASSWORD)
        button.click()
        expect(said).to_contain_text(re.compile("Too many wrong passwords. Try again in [12] second"))
        self.page.wait_for_timeout(2000)
        button.click()
        expect(self.page.get_by_role("heading", name="The floor")).to_be_visible()

    def test_signing_out_everywhere_and_a_new_password_for_oneself(self) -> None:
        self.sign_in("thea")
        elsewhere = self.signed_in_elsewhere("thea", loading.PASSWORD)
        expect(elsewhere.get_by_role("heading", name="The floor")).to_be_visible()
        self.page.get_by_role("link", name="Thea, towing advisor").click()
        self.page.get_by_label("The password you have").fill(loading.PASSWORD)
        self.page.get_by_label("A new one").fill(OWN)
        self.page.get_by_label("The new one again").fill(OWN)
        self.page.get_by_role("button", name="Choose it").click()
        expect(self.page.get_by_role("status").filter(has_text="Chosen.")).to_be_visible()
        elsewhere.get_by_role("link", name="Catalogue").click()
        expect(elsewhere.get_by_role("dialog")).to_contain_text("You are signed out")
        self.page.get_by_role("button", name="Sign out everywhere").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()


class SharedTablet(Portrait):
    def kept_here(self) -> list[str]:
        """What of anybody's rigs lies on the device: answers kept by the worker, and by the page."""
        return self.page.evaluate(
            """async () => {
                const found = Object.keys(localStorage).filter((name) => name.startsWith("stathmos-read-"));
                for (const name of await caches.keys())
                    for (const one of await (await caches.open(name)).keys())
                        if (new URL(one.url).pathname.startsWith("/api/")) found.push(name + one.url);
                return found;
            }"""
        )

    def open_and_ready(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        self.page.reload()
        self.asked("Front left wheel arch, uncoupled")

    def expect_nobody(self) -> None:
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        expect(self.page.get_by_text("Sunniva Askerow")).to_have_count(0)

    def test_signed_out_out_of_reach_nothing_opens_and_what_was_typed_waits(self) -> None:
        self.open_and_ready()
        self.assertGreaterEqual(len(self.kept_here()), 3)
        before = Rig.objects.get(pk=self.rig.pk).version
        self.page.context.set_offline(True)
        self.tape("37 3/4")
        expect(self.page.get_by_role("status", name="Not yet sent")).to_contain_text("1 reading not yet sent.")
        self.page.get_by_role("button", name="Sign out").click()
        self.expect_nobody()
        self.assertEqual(self.kept_here(), [])
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/a")
        self.expect_nobody()
        self.page.context.set_offline(False)
        self.page.reload()
        self.expect_nobody()
        # somebody else on the same tablet: the parcel waits, marked as Bram's
        self.page.get_by_label("Name").fill("odile")
        self.page.get_by_label("Password").fill(loading.PASSWORD)
        self.page.get_by_role("button", name="Sign in").click()
        waiting = self.page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("Some were typed by Bram, and go off when Bram signs in here again.")
        self.page.wait_for_timeout(3500)
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).version, before, "nobody sends another's")
        self.page.get_by_role("button", name="Sign out").click()
        self.page.get_by_label("Name").fill("bram")
        self.page.get_by_label("Password").fill(loading.PASSWORD)
        self.page.get_by_role("button", name="Sign in").click()
        self.sent()
        reading = Rig.objects.get(pk=self.rig.pk).current()["bay.front_left_a"]
        self.assertEqual((reading.typed, reading.written_by.username), ("37 3/4 in", "bram"))

    def test_left_alone_too_long_it_opens_for_nobody_though_it_is_out_of_reach(self) -> None:
        self.open_and_ready()
        self.page.context.set_offline(True)
        self.page.evaluate("localStorage.setItem('stathmos-used', String(Date.now() - 11 * 3600 * 1000))")
        self.page.reload()
        self.expect_nobody()
        self.assertEqual(self.kept_here(), [])

    def test_switched_off_the_kept_answers_go(self) -> None:
        self.open_and_ready()
        self.page.context.clear_cookies(name="sessionid")
        self.page.reload()
        self.expect_nobody()
        self.assertEqual(self.kept_here(), [])

    def test_a_draft_is_its_writers(self) -> None:
        self.sign_in("thea")
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("755 lb")
        self.page.get_by_role("button", name="Sign out").click()
        for who, value in (("odile", "720 lb"), ("thea", "755 lb")):
            self.page.get_by_label("Name").fill(who)
            self.page.get_by_label("Password").fill(loading.PASSWORD)
            self.page.get_by_role("button", name="Sign in").click()
            expect(self.page.get_by_role("navigation", name="Stations")).to_be_visible()
            if who == "odile":
                expect(self.field("Tongue scale reading")).not_to_have_value("755 lb")
                self.page.get_by_role("button", name="Sign out").click()
            else:
                expect(self.field("Tongue scale reading")).to_have_value(value)
