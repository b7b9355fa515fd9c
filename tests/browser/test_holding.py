"""What holds and what is set aside, how old an answer is, and the bay out of reach: as a person meets them."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from stathmos.people.models import Person
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.actions.write_rig import Change, write_rig
from stathmos.rigs.models import Rig
from tests.browser.in_the_bay import Portrait
from tests.browser.page import BrowserTest
from tests.web import a_fit


class AtTheDesk(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.rig = Rig.objects.get(customer="Haldis Okonjo")

    def aside(self, path: str):
        return self.page.locator(f"[data-aside='{path}']")

    def put(self, name: str) -> None:
        self.field("Trailer").fill(name[:9])
        self.page.get_by_role("option", name=name).click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("Another trailer.")
        dialog.get_by_role("button", name=f"Put {name} there").click()
        expect(dialog).to_have_count(0)

    def save(self, version: int) -> None:
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_text(f"Saved, version {version}")).to_be_visible()

    def test_another_trailer_and_back(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.expect_verdict("good", "Within every rating")
        self.put("Larkmere 28")
        # before anything is saved the verdict goes by what holds
        self.expect_verdict("unknown")
        expect(self.field("Tongue scale reading")).to_have_value("")
        expect(self.aside("weighing.tongue_scale")).to_contain_text("745 lb")
        expect(self.aside("weighing.tongue_scale")).to_contain_text(
            "set aside: weighed with Wrenfold 24 Rear Bath on the hook"
        )
        self.save(2)
        current = Rig.objects.get(pk=self.rig.pk).current()
        self.assertNotIn("weighing.tongue_scale", current)
        self.assertNotIn("trailer.gross_weight", current)
        self.assertEqual(current["trailer.gvwr"].typed, "9400 lb")
        self.page.reload()
        self.expect_verdict("unknown")
        self.put("Wrenfold 24 Rear Bath")
        expect(self.field("Tongue scale reading")).to_have_value("745 lb")
        self.expect_verdict("good", "Within every rating")
        self.save(3)
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).current()["weighing.tongue_scale"].revision, 1)
        self.page.reload()
        self.expect_verdict("good", "Within every rating")
        expect(self.page.locator("[data-aside]")).to_have_count(0)

    def test_a_height_that_a_load_set_aside_is_offered_as_predicted(self) -> None:
        self.open_rig("Haldis Okonjo", "Load")
        self.field("Gear: weight").fill("2240 lb")
        self.field("Gear: weight").press("Enter")
        self.page.get_by_role("navigation", name="Stations").get_by_role("button", name="Height").click()
        offered = self.aside("trailer.coupler_height").locator("[data-predicted]")
        expect(offered).to_contain_text("Predicted as it is loaded now: 22 1/2 in.")
        offered.get_by_role("button", name="Use until taped").click()
        expect(self.field("Level coupler height")).to_have_value("22 1/2 in")
        expect(self.page.get_by_text("level coupler 22 1/2 in")).to_be_visible()

    def test_there_and_back_before_anything_is_saved_and_the_step_taken_back(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.put("Larkmere 28")
        self.expect_verdict("unknown")
        self.put("Wrenfold 24 Rear Bath")
        self.expect_verdict("good", "Within every rating")
        expect(self.field("Tongue scale reading")).to_have_value("745 lb")
        expect(self.page.locator("[data-aside]")).to_have_count(0)
        undo = self.page.get_by_role("button", name=re.compile("^Undo"))
        expect(undo).to_contain_text("Wrenfold 24 Rear Bath as the trailer")
        undo.click()
        self.expect_verdict("unknown")
        expect(self.aside("weighing.tongue_scale")).to_contain_text("745 lb")
        self.page.get_by_role("button", name="Take back changes").click()
        self.expect_verdict("good", "Within every rating")
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).version, 1)

    def test_a_new_name_is_asked_about_once_and_is_no_step_of_the_catalogue(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Trailer").fill("Wrenfold 24 RB")
        self.page.get_by_role("textbox", name="Customer").click()
        dialog = self.page.get_by_role("dialog")
        dialog.get_by_role("radio").last.check()
        dialog.get_by_role("button", name="Go on with these").click()
        expect(dialog).to_have_count(0)
        undo = self.page.get_by_role("button", name=re.compile("^Undo"))
        expect(undo).to_have_text("Undo: trailer back to Wrenfold 24 Rear Bath")
        self.field("Trailer").click()
        self.page.get_by_role("textbox", name="Customer").click()
        expect(dialog).to_have_count(0)
        expect(self.page.locator("[data-aside]")).to_have_count(0)
        self.expect_verdict("good", "Within every rating")

    def test_loaded_otherwise_and_looked_at_again(self) -> None:
        self.open_rig("Haldis Okonjo", "Load")
        self.field("Gear: weight").fill("500 lb")
        expect(self.verdict()).to_contain_text("Set aside, to be looked at again: ")
        expect(self.verdict()).to_contain_text("Tongue scale reading")
        self.station("Weigh")
        note = self.aside("weighing.tongue_scale")
        expect(note).to_contain_text(re.compile(r"weighed with the trailer loaded otherwise: gear .* now 500.lb"))
        note.get_by_role("button", name="Look").click()
        expect(note).to_contain_text("written by Thea")
        note.get_by_role("button", name="Looked at again: it is so now").click()
        expect(note).to_have_count(0)
        expect(self.field("Tongue scale reading")).to_have_value("745 lb")
        self.save(2)
        reading = Rig.objects.get(pk=self.rig.pk).current()["weighing.tongue_scale"]
        self.assertEqual((reading.typed, reading.revision), ("745 lb", 2))
        expect(self.page.get_by_text("Saved, version 2")).to_be_visible()

    def test_the_last_steps_are_taken_back(self) -> None:
        self.open_rig("Haldis Okonjo", "Meet")
        gvwr = self.field("GVWR")
        before = gvwr.input_value()
        gvwr.fill("7,300 lb")
        self.field("GCWR").fill("15,000 lb")
        undo = self.page.get_by_role("button", name=re.compile("^Undo"))
        expect(undo).to_contain_text("GCWR back to")
        undo.click()
        expect(undo).to_contain_text(f"Undo: GVWR back to {before}")
        self.page.get_by_role("region", name="Verdict").click()
        self.page.keyboard.press("Control+z")
        expect(gvwr).to_have_value(before)
        expect(undo).to_have_count(0)
        expect(self.page.get_by_text("Saved, version 1")).to_be_visible()

    def test_picking_over_typed_labels_asks_and_keeps_what_was_typed(self) -> None:
        self.page.goto(f"{self.live_server_url}/rigs/new/meet")
        self.field("Tow vehicle").fill("Orrinvale")
        self.page.get_by_role("option", name="Orrinvale Causeway").first.click()
        self.field("GVWR").fill("6,001 lb")
        self.field("Tow vehicle").fill("Brindlow")
        self.page.get_by_role("option", name="Brindlow Haulm half-ton crew").click()
        dialog = self.page.get_by_role("dialog")
        row = dialog.get_by_role("row").filter(has_text="GVWR").first
        expect(row).to_contain_text("6,001 lb (label)")
        expect(row.get_by_role("radio").first).to_be_checked()
        dialog.get_by_role("button", name="Go on with these").click()
        expect(self.field("GVWR")).to_have_value("6,001 lb")

    def test_out_of_reach_the_verdict_says_how_old_it_is_and_heals(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.expect_verdict("good")
        self.page.context.set_offline(True)
        self.field("Tongue scale reading").fill("300 lb")
        self.expect_verdict("old", "1 figure typed since", "The server does not answer")
        expect(self.verdict()).to_contain_text(re.compile(r"Not worked out since \d\d:\d\d"))
        expect(self.page.locator("[data-old]")).to_have_count(1)
        self.field("Gross trailer weight, as it stands").fill("6,000 lb")
        self.expect_verdict("old", "2 figures typed since")
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_role("alert").filter(has_text="Not saved")).to_contain_text("kept on this device")
        self.page.context.set_offline(False)
        self.expect_verdict("refused", "tongue is too light")
        expect(self.page.locator("[data-old]")).to_have_count(0)
        self.save(2)

    def test_an_answer_that_does_not_come_is_called_old_after_three_seconds(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.expect_verdict("good")
        held = []
        self.page.route("**/api/assess/", lambda route: held.append(route))
        self.field("Tongue scale reading").fill("300 lb")
        self.expect_verdict("old", "The server has not answered for three seconds.")
        self.page.unroute("**/api/assess/")
        # given up after a while, the question is asked again by itself
        self.expect_verdict("refused", "tongue is too light")

    def test_signed_out_while_typing_one_signs_in_over_the_page(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.expect_verdict("good")
        self.page.context.clear_cookies(name="sessionid")
        self.field("Tongue scale reading").fill("300 lb")
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("You are signed out")
        dialog.get_by_label("Name").fill("bram")
        dialog.get_by_label("Password").fill("hollow-oxbow-6")
        dialog.get_by_role("button", name="Sign in").click()
        expect(dialog.get_by_role("alert")).to_contain_text("This page is Thea's")
        dialog.get_by_label("Name").fill("thea")
        dialog.get_by_label("Password").fill("hollow-oxbow-6")
        dialog.get_by_role("button", name="Sign in").click()
        expect(dialog).to_have_count(0)
        expect(self.field("Tongue scale reading")).to_have_value("300 lb")
        self.expect_verdict("refused", "tongue is too light")

    def test_saved_in_another_tab_it_says_you(self) -> None:
        self.open_rig("Haldis Okonjo", "Weigh")
        self.field("Tongue scale reading").fill("750 lb")
        entry = {"is": "760 lb", "from": "measured", "system": "us"}
        write_rig(self.rig.pk, Person.objects.get(username="thea"), 1, Change({}, {"weighing.tongue_scale": entry}))
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_role("dialog")).to_contain_text("You saved this rig in another tab meanwhile")


class InTheBay(Portrait):
    def trial(self, front: str) -> None:
        """A whole trial by hand, from its setting to its rail."""
        for ask, count in (
            ("Head washers, as set", 4),
            ("Left bracket hole, as set", 3),
            ("Right bracket hole, as set", 3),
            ("Shank hole of the head", 2),
        ):
            self.count(ask, count)
        self.bars_on()
        self.marks(front, "38 1/4", "bars on")
        for text in ("20 1/4", "20 1/2"):
            self.tape(text)
        self.press("Next")

    def count(self, ask: str, number: int) -> None:
        """A count, one more or one less by a press."""
        line = self.line(ask)
        counted = line.locator("[data-counted]")
        for _ in range(20):
            said = counted.inner_text()
            if said == str(number):
                return
            line.get_by_role("button", name="one less" if said.isdigit() and int(said) > number else "one more").click()
            expect(counted).not_to_have_text(said)
        raise AssertionError(f"{ask}: never {number}")

    def test_trials_out_of_reach_with_a_refused_mark_in_the_middle(self) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B)
        self.open_bay("coach")
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        self.page.reload()
        heading = self.page.locator("[data-trial]")
        expect(self.page.get_by_role("region", name="Next")).to_be_visible()
        self.page.context.set_offline(True)
        # what the coach said last is known here: its setting is written with the trial, and its questions are there
        self.press("Set so: first trial")
        expect(heading).to_have_text("Trial 1")
        self.count("Shank hole of the head", 2)
        self.bars_on()
        self.marks("38 1/8", "38 1/4", "bars on")
        for text in ("20 1/4", "20 1/2"):
            self.tape(text)
        self.press("Next")
        expect(self.page.get_by_role("button", name="Begin trial 2 by hand")).to_be_visible()
        # the page is closed between: what was typed is there, and the next trial begins empty
        self.page.goto("about:blank")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/coach")
        self.press("Begin trial 2 by hand")
        expect(heading).to_have_text("Trial 2")
        # what is counted begins with what the server last knew: nothing, for it has seen no trial yet
        for ask, count in (
            ("Head washers", 6),
            ("Left bracket hole", 3),
            ("Right bracket hole", 3),
            ("Shank hole of the head", 2),
        ):
            self.count(ask, count)
        self.bars_on()
        self.asked("Front left wheel arch, bars on")
        # 3 for 37 is refused under the numeral, out of reach as in it
        self.key_in("3")
        refused = self.page.get_by_role("main").get_by_role("alert")
        expect(refused).to_have_text(re.compile("Too small to believe: at least 6.in"))
        self.press("Write it down")
        expect(refused).to_have_text(re.compile("Too small to believe"))
        self.press("Clear")
        self.tape("37 7/8")
        self.asked("Front right wheel arch, bars on")
        self.key_in("39")
        expect(refused).to_have_text("1 1/8 in from the other side: sure?")
        self.press("No, type it again")
        self.tape("37 7/8")
        for text in ("38 1/2", "38 1/2", "20 3/8", "20 1/2"):
            self.tape(text)
        self.press("Next")
        self.press("Begin trial 3 by hand")
        expect(heading).to_have_text("Trial 3")
        self.trial("37 3/4")
        # trial 1 has marks: it is corrected, and says what it was
        self.press("Begin trial 4 by hand")
        self.press("Trial 1")
        expect(heading).to_have_text("Trial 1")
        expect(self.page.get_by_role("main")).to_contain_text("Trial 1 has its marks.")
        self.press("Correct trial 1")
        expect(self.page.get_by_role("main")).to_contain_text("Correcting trial 1: only what was misread or miscounted")
        self.page.context.set_offline(False)
        self.sent()
        current = Rig.objects.get(pk=self.rig.pk).current()
        self.assertEqual(
            [current[f"trials.trial_{one}.front_left"].typed for one in (1, 2, 3)],
            ["38 1/8 in", "37 7/8 in", "37 3/4 in"],
        )
        self.assertEqual([current[f"trials.trial_{one}.washers"].typed for one in (2, 3)], ["6", "4"])

    def test_a_refused_parcel_holds_up_no_other_and_typing_again_takes_its_place(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        refused = []

        def refuse_the_first(route) -> None:
            if route.request.method == "POST" and not refused:
                refused.append(1)
                route.fulfill(
                    status=400, json={"detail": "Not written.", "problems": {"bay.front_left_a": "It cannot be so."}}
                )
            else:
                route.continue_()

        self.page.route("**/bay/", refuse_the_first)
        self.key_in("37 3/4")
        waiting = self.page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("It cannot be so.")
        self.page.locator("[data-height='bay.front_right_a']").click()
        self.tape("37 13/16")
        self.tape("39 1/2")
        expect(waiting).to_contain_text("1 reading not yet sent.")
        self.assertIn("bay.rear_left_a", Rig.objects.get(pk=self.rig.pk).current())
        self.press("Type it again")
        self.asked("Front left wheel arch, uncoupled")
        self.tape("37 7/8")
        self.sent()
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).current()["bay.front_left_a"].typed, "37 7/8 in")

    def test_the_head_moved_after_signing(self) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        self.open_bay("torque_first")
        self.tighten(10)
        self.sent()
        rig = Rig.objects.get(pk=self.rig.pk)
        sign_station(rig.pk, Person.objects.get(username="bram"), rig.version, "bay")
        moved = {path.replace("trial_2", "trial_3"): entry for path, entry in a_fit.TRIAL_2.items()}
        self.write({**moved, "trials.trial_3.hole": a_fit.measured("3")})
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/proof")
        aside = self.page.locator("[data-aside='bay.bars_parallel']")
        expect(aside).to_contain_text("set aside, looked at with the head at hole 2; it stands at 3. Look at it again.")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/torque_first")
        expect(self.page.get_by_role("region", name="Ball nut")).to_have_attribute("data-state", "good")
        self.section("Torque, looked at again")
        expect(self.page.locator("section[data-state=unknown]")).to_have_count(
            3
        )  # head to shank, and the angle between them
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/result")
        expect(self.page.locator("footer")).to_have_attribute("data-signature", "stale")
        expect(self.page.locator("footer")).to_contain_text("looked at with the head at hole 2; it stands at 3")
        self.press("Sign the bay again")
        alert = self.page.locator("footer").get_by_role("alert")
        expect(alert).to_contain_text("Not signed.")
        expect(alert).to_contain_text("looked at with the head at hole 2; it stands at 3")
        self.page.get_by_role("button", name="Sign out").click()
        self.sign_in("thea")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/handover")
        hand = self.page.get_by_role("region", name="Hand over")
        hand.get_by_role("button", name="Sign, hand over and make the card").click()
        expect(hand.get_by_role("alert")).to_contain_text("Not handed over.")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/record")
        self.page.get_by_label("What is wrong").select_option("sway")
        causes = self.page.get_by_role("list", name="Likely causes")
        expect(causes).to_contain_text("Bars not flat, so no friction, not known.")
