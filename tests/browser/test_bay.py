"""The bay on a tablet in portrait: a whole fit by the keypad, the network dropped and back, roles, the hand-over and its card."""

from __future__ import annotations

import io
import re

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from stathmos.bay.models import Received
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, write_rig
from stathmos.rigs.models import Rig
from tests.browser.in_the_bay import COUNTING, Portrait
from tests.browser.page import BrowserTest
from tests.web import a_fit


class WholeFit(Portrait):
    def test_from_the_floor_to_the_last_trial_with_its_figures(self) -> None:
        self.open_bay("floor")
        self.tick("Where will you measure?", "the wheel arches")
        self.all_so()
        for ask, text in (
            ("Rail front, trailer level", "20 1/2"), ("Rail rear, trailer level", "20 1/2"), ("Level coupler height", "22 3/4"),
            ("Receiver height, ground to the inside top of the tube", "21 1/2"),
        ):  # fmt: skip
            self.asked(ask)
            self.tape(text)
        self.press("Next")
        # the plan tells how it is mounted: its hole is counted, and one press says that it is so
        expect(self.line("Shank turned")).to_have_count(1)
        expect(self.line("Head in this hole of the shank").locator("[data-counted]")).to_have_text("2")
        expect(self.line("Which kit is on the vehicle?")).to_contain_text("as planned: Anvilroot 1200")
        self.all_so()
        self.asked("Ball height, ground to the top of the ball")
        self.tape("24 5/8")
        self.asked("Ball to the middle of the brackets, as bolted")
        expect(self.page.get_by_role("main")).to_contain_text("Its maker wants 28 in, between 25 in and 32 in.")
        self.tape("27")
        self.press("Next")
        expect(self.page.get_by_role("region", name="Ball nut")).to_be_visible()
        self.press("On to: A, uncoupled")
        self.marks("37 3/4", "39 1/2", "uncoupled")
        self.press("Next")
        expect(self.line("Is the jack clear of the ground, coupled, no bars?")).to_contain_text("yes")
        self.all_so()
        self.marks("38 5/16", "38 1/16", "coupled, no bars")
        self.press("Next")
        expect(self.page.get_by_role("list", name="Setting the bars")).to_contain_text("snap-up lever")
        self.press("On to: Coach")
        self.sent()
        coach = self.page.get_by_role("region", name="Next")
        expect(coach).to_contain_text("on both sides, load the hitch, and measure C.")
        self.press("Set so: first trial")
        self.sent()
        # the hole is the one that was counted when the head was mounted
        expect(self.line("Shank hole of the head").locator("[data-counted]")).to_have_text("2")
        self.bars_on()
        self.trial_taped("38 1/8", "38 1/4", "20 1/4")
        expect(coach).to_contain_text(re.compile(r"Add \d washers?: \d instead of \d\."))
        expect(coach).to_contain_text("its window is then 37\u00a03/4\u00a0in to 38\u00a0in")
        expect(self.page.get_by_role("table")).to_contain_text("33.3 %")
        expect(self.page.get_by_role("note")).to_contain_text("The schools disagree on the same measurements.")
        self.press("Changed so: next trial")
        self.sent()
        self.bars_on()
        self.trial_taped("37 7/8", "38 1/2", "20 3/8")
        expect(coach).to_contain_text("The hitch is set. Leave it.")
        expect(self.page.get_by_role("table")).to_contain_text("77.8 %")
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).current()["trials.trial_2.front_left"].typed, "37 7/8 in")

    def test_what_one_trial_costs_in_screens_and_presses(self) -> None:
        """Rigid bars, one trial, from the floor to the signature; then a further trial, and a count that was set otherwise."""
        self.page.add_init_script(COUNTING)
        self.open_bay("floor")
        self.tick("Where will you measure?", "the wheel arches")
        self.all_so()
        for text in ("20 1/2", "20 1/2", "22 3/4", "21 1/2"):
            self.tape(text)
        self.press("Next")
        self.all_so()
        self.tape("24 5/8")
        self.tape("27")
        self.press("Next")
        self.bolts()
        self.press("On to: A, uncoupled")
        self.marks("37 3/4", "39 1/2", "uncoupled")
        self.press("Next")
        self.all_so()
        self.marks("38 5/16", "38 1/16", "coupled, no bars")
        self.press("Next")
        self.press("On to: Coach")
        self.sent()
        self.press("Set so: first trial")
        self.sent()
        self.bars_on()
        self.trial_taped("37 7/8", "38 1/2", "20 3/8")
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("The hitch is set. Leave it.")
        self.press("On to: Clearances")
        self.all_so()
        for text in ("4 1/2", "4 1/2", "9", "9", "1/16", "22 5/8"):
            self.tape(text)
        self.press("Next")
        self.still_tight()
        self.press("On to: Result")
        self.press("Sign the bay off")
        expect(self.page.locator("footer")).to_have_attribute("data-signature", "signed")
        screens, presses = self.counted()
        self.assertLessEqual(screens, 30)
        self.assertLessEqual(presses, 80)
        self.section("Coach")
        before = self.counted()
        self.press("Begin trial 2 by hand")
        # "I set 4, not 5": what is counted begins with what was set before, and one press is one more or less
        washers = self.line("Head washers, as set").locator("[data-counted]")
        was = int(washers.inner_text())
        self.line("Head washers, as set").get_by_role("button", name="one less").click()
        expect(washers).to_have_text(str(was - 1))
        self.bars_on()
        self.trial_taped("38", "38 3/8", "20 3/8")
        after = self.counted()
        self.assertLessEqual(after[0] - before[0], 6)
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).current()["trials.trial_2.washers"].typed, str(was - 1))

    def test_torque_sheet_extension_and_signature(self) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        self.open_bay("torque_first")
        nut = self.page.get_by_role("region", name="Ball nut")
        expect(nut).to_contain_text("430 ft·lb to 460 ft·lb")
        expect(nut).to_contain_text("583 N·m to 624 N·m")
        extension = self.page.get_by_role("region", name="Extension")
        expect(extension).to_contain_text("“Long-arm 250” needs an extension")
        # 445 · 22 / (22 + 18) = 244.75, by hand
        extension.get_by_label("Joint").select_option("ball_nut")
        extension.get_by_label("Torque wrench").select_option("Long-arm 250")
        extension.get_by_label("Extension, in").fill("18")
        extension.get_by_role("button", name="Reckon").click()
        expect(extension.get_by_role("status")).to_have_text(
            "With 18\u00a0in set it to 245\u00a0ft·lb: the nut gets 445\u00a0ft·lb."
        )
        extension.get_by_label("Extension, in").fill("half")
        extension.get_by_role("button", name="Reckon").click()
        expect(extension.get_by_role("alert")).to_contain_text("Cannot read “half”")
        self.tighten(10)
        self.sent()
        self.section("Torque, looked at again")
        self.still_tight()
        self.section("Result")
        expect(self.page.get_by_role("main")).to_contain_text("Nothing is over and nothing is unknown in the bay.")
        expect(self.page.get_by_role("main")).to_contain_text("493 lb/in")
        self.press("Sign the bay off")
        expect(self.page.locator("footer")).to_have_attribute("data-signature", "signed")

    def test_what_is_wrong_is_said_and_kept(self) -> None:
        self.open_bay("a")
        self.press("Write it down")
        expect(self.page.get_by_role("alert")).to_have_text("Nothing is written here.")
        self.key_in("3")
        expect(self.page.get_by_role("alert")).to_have_text("Too small to believe: at least 6\u00a0in.")
        expect(self.page.locator("[data-height='bay.front_left_a'] [data-stands]")).to_have_text("3 in")
        self.sent()
        self.assertNotIn("bay.front_left_a", Rig.objects.get(pk=self.rig.pk).current())


class OtherWays(Portrait):
    def test_in_millimetres_with_figures_a_person_reads(self) -> None:
        self.open_bay("a")
        self.page.get_by_role("button", name="Units").click()
        for _, text in zip(range(4), ("959", "959", "1003", "1003"), strict=True):
            here = self.page.locator("[data-height][aria-current]").get_attribute("data-height")
            for digit in text:
                self.page.get_by_role("group", name="Digits").get_by_role("button", name=digit, exact=True).click()
            self.press("The next height")
            expect(self.page.locator(f"[data-height='{here}'] [data-stands]")).to_have_text(f"{text} mm ✓")
        self.sent()
        current = Rig.objects.get(pk=self.rig.pk).current()
        self.assertEqual(current["bay.rear_right_a"].typed, "1003 mm")
        self.assertAlmostEqual(current["bay.front_left_a"].amount, 959.0)
        self.write(a_fit.B)
        self.page.reload()
        self.page.get_by_role("navigation", name="The bay's work").get_by_role("button", name="Result").click()
        # B is 38 5/16 in, 973 mm: 14 mm above 959
        expect(self.page.get_by_role("region", name="From tape to loads")).to_contain_text(
            "Front rises on coupling14 mm"
        )

    def test_by_keys_alone(self) -> None:
        self.open_bay("a")
        self.page.get_by_role("button", name="1", exact=True).focus()
        for key in ("3", "7", "Tab"):
            self.page.keyboard.press(key)
        self.page.get_by_role("group", name="Sixteenths").get_by_role("button", name="3/4", exact=True).press("Space")
        expect(self.page.locator("[data-height='bay.front_left_a'] [data-stands]")).to_have_text("37 3/4 in ✓")
        self.asked("Front right wheel arch, uncoupled")
        self.sent()

    def test_tools_and_another_torque(self) -> None:
        self.open_bay("tools")
        tools = self.page.get_by_role("list", name="Tools to lay out")
        expect(tools).to_contain_text("Thin-wall deep socket, 1\u00a07/8\u00a0in")
        expect(tools).to_contain_text("Torque wrench “Bench 600”")
        self.section("Torque, as mounted")
        nut = self.page.get_by_role("region", name="Ball nut")
        nut.get_by_role("button", name="Another torque or wrench").click()
        nut.get_by_label("Ball nut, tightened to").fill("400 ft·lb")
        nut.get_by_role("button", name="Write it down").click()
        self.sent()
        expect(nut).to_contain_text("400\u00a0ft·lb is less than the handbook's least, 430\u00a0ft·lb.")
        expect(nut).to_have_attribute("data-state", "refused")
        # and what the wrench that is named cannot have given is refused with why: 250 · 3 = 750, and 40 · 3 = 120
        for torque, method, says in (
            ("445 ft·lb", "wrench", "“Long-arm 250” ends at 250\u00a0ft·lb: it cannot have given 445\u00a0ft·lb."),
            ("583 N·m", "multiplier", "583\u00a0N·m; the witness mark is not painted yet."),
        ):
            nut.get_by_role("button", name="Another torque or wrench").click()
            nut.get_by_label("Ball nut, tightened to").fill(torque)
            nut.get_by_label("Ball nut, put in by").select_option(method)
            nut.get_by_label("Ball nut, which wrench").select_option("Long-arm 250")
            if method == "multiplier":
                nut.get_by_label("Multiplier, times").fill("3")
            nut.get_by_role("button", name="Write it down").click()
            self.sent()
            expect(nut).to_contain_text(says if method == "wrench" else "the witness mark is not painted yet.")

    def test_matching_a_known_good_rig(self) -> None:
        self.write({"ways.bay_school": a_fit.measured("known_good")}, by="odile")
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B)
        self.open_bay("floor")
        self.tick("Same spot, same marks, and the trailer not moved?", "yes")
        self.press("Next")
        self.asked("Front mark of the known-good rig")
        self.tape("37 7/8")
        self.asked("Rear mark of the known-good rig")
        self.tape("38 1/2")
        self.sent()
        self.write(a_fit.TRIAL_2)
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/coach")
        expect(self.page.get_by_role("main")).to_contain_text("as a known-good rig: inside")
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("The hitch is set. Leave it.")


class Dropped(Portrait):
    def test_readings_wait_on_the_tablet_and_are_sent_once_in_order(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        self.page.reload()
        self.asked("Front left wheel arch, uncoupled")
        before = Rig.objects.get(pk=self.rig.pk).version
        self.page.context.set_offline(True)
        self.tape("37 3/4")
        self.tape("37 3/4")
        waiting = self.page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("2 readings not yet sent.")
        self.asked("Rear left wheel arch, uncoupled")
        # the page is closed and opened again, still out of reach: nothing is lost
        self.page.goto("about:blank")
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/bay/a")
        expect(waiting).to_contain_text("2 readings not yet sent.")
        self.asked("Rear left wheel arch, uncoupled")
        self.tape("39 1/2")
        expect(waiting).to_contain_text("3 readings not yet sent.")
        # (while the page is opened a new process may slip one parcel through and lose its answer: it counts once all the same)
        self.page.context.set_offline(False)
        self.sent()
        rig = Rig.objects.get(pk=self.rig.pk)
        self.assertEqual(rig.version, before + 3)
        written = [one.path for one in rig.readings.filter(path__startswith="bay.").order_by("pk")]
        self.assertEqual(written, ["bay.front_left_a", "bay.front_right_a", "bay.rear_left_a"])
        self.assertEqual(Received.objects.filter(rig=rig).count(), 3)

    def test_a_list_that_shrinks_meanwhile_skips_nothing(self) -> None:
        """Marks that were to be read again are not asked any more once the last answer is in: the rail is asked next."""
        open_yet = ("rear_right", "rail_front", "rail_rear")
        begun = {path: one for path, one in a_fit.TRIAL_1.items() if not path.endswith(open_yet)}
        self.write(a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, begun)
        away = [True]

        def read_again(route) -> None:
            if route.request.method == "POST":
                route.abort() if away else route.continue_()
                return
            answer = route.fetch()
            told = answer.json()
            asked = next(one for one in told["bay"]["sections"] if one["key"] == "c")["questions"]
            last = next(index for index, one in enumerate(asked) if one["path"].endswith(".rear_right"))
            asked[last + 1 : last + 1] = [
                {**one, "path": f"{one['path']}_again", "ask": f"{one['ask']}, again", "optional": True}
                for one in asked[last - 3 : last + 1]
            ]
            route.fulfill(response=answer, json=told)

        self.page = self.new_page(service_workers="block")  # what it fetches is out of a test's reach
        self.page.route("**/bay/", read_again)
        self.open_bay("c?path=trials.trial_1.rear_right")
        self.asked("Rear right wheel arch, bars on")
        self.tape("38 1/4")
        # the mark under the pad is asked no more once the answer is in: the next that is open takes its place
        self.page.locator("[data-height$=front_right_again]").click()
        self.asked("Front right wheel arch, bars on, again")
        away.clear()
        self.page.unroute("**/bay/")
        self.sent()
        self.asked("Rail front, bars on")

    def test_an_answer_lost_on_its_way_is_not_written_twice(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        lost = []

        def lose_the_answer(route) -> None:
            if route.request.method == "POST" and not lost:
                lost.append(route.fetch().status)  # it reached the server, and the answer is lost
                route.abort()
            else:
                route.continue_()

        self.page.route("**/bay/", lose_the_answer)
        self.tape("37 3/4")
        self.sent()
        self.assertEqual(lost, [200])
        self.assertEqual(Rig.objects.get(pk=self.rig.pk).readings.filter(path="bay.front_left_a").count(), 1)

    def test_two_tablets_on_one_figure(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        self.write({"bay.front_left_a": a_fit.measured("37 5/8")}, by="odile")
        self.tape("37 3/4")
        waiting = self.page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("Typed here: 37 3/4 in.")
        expect(waiting).to_contain_text("Written by somebody else: 37 5/8.")
        self.press("Write mine")
        self.sent()
        history = self.rig.readings.filter(path="bay.front_left_a").order_by("revision")
        self.assertEqual([one.typed for one in history], ["37 5/8", "37 3/4 in"])

    def test_what_one_person_typed_is_not_sent_in_anothers_name(self) -> None:
        self.open_bay("a")
        self.asked("Front left wheel arch, uncoupled")
        self.page.route("**/bay/", lambda route: route.abort() if route.request.method == "POST" else route.continue_())
        self.tape("37 3/4")
        waiting = self.page.get_by_role("status", name="Not yet sent")
        expect(waiting).to_contain_text("1 reading not yet sent.")
        self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.page.unroute("**/bay/")
        self.open_bay("a", "odile")
        expect(waiting).to_contain_text("Some were typed by Bram, and go off when Bram signs in here again.")
        self.asked("Front right wheel arch, uncoupled")
        self.tape("37 13/16")
        expect(waiting).to_contain_text("1 reading not yet sent.")
        self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.open_bay("a")
        self.sent()
        readings = self.rig.readings.filter(path__startswith="bay.").order_by("pk")
        self.assertEqual(
            [(one.path, one.typed, one.written_by.username) for one in readings],
            [("bay.front_right_a", "37 13/16 in", "odile"), ("bay.front_left_a", "37 3/4 in", "bram")],
        )


class WrongRole(Portrait):
    def test_an_advisor_reads_the_bay_and_is_offered_no_writing(self) -> None:
        self.open_bay("a", "thea")
        expect(self.page.get_by_role("main")).to_contain_text("The bay's readings are the technician's to write.")
        expect(self.page.get_by_role("button", name="Write it down")).to_have_count(0)
        self.page.get_by_role("navigation", name="The bay's work").get_by_role("button", name="Result").click()
        expect(self.page.locator("footer")).to_be_visible()
        expect(self.page.get_by_role("button", name="Sign the bay off")).to_have_count(0)
        refused = self.page.evaluate(
            """async (rig) => (await fetch(`/api/rigs/${rig}/bay/`, {method: "POST", headers: {"Content-Type": "application/json",
            "X-CSRFToken": document.cookie.match(/csrftoken=([^;]+)/)[1]}, body: JSON.stringify({key: "5b0d3a52-7a0e-4a7e-9d4e-2f6f0f4b2a10",
            entries: {"bay.floor": {is: "flat", from: "measured", system: "us"}}, seen: {}})})).status""",
            self.rig.pk,
        )
        self.assertEqual(refused, 403)

    def test_a_technician_is_offered_neither_rigs_nor_decisions(self) -> None:
        self.sign_in("bram")
        expect(self.page.get_by_role("link", name="New rig")).to_have_count(0)
        expect(self.page.get_by_role("link", name="Overview")).to_have_count(0)
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/hitch")
        expect(self.page.get_by_label("Style", exact=True)).to_be_disabled()
        expect(self.page.get_by_role("button", name="Sign off Hitch")).to_have_count(0)
        self.page.goto(f"{self.live_server_url}/rigs/{self.rig.pk}/handover")
        expect(self.page.get_by_role("heading", name="Hand over", exact=True)).to_be_visible()
        expect(self.page.get_by_role("button", name="Sign, hand over and make the card")).to_have_count(0)


class Habits(Portrait):
    """How fitters work, each on the tablet: one side, the front alone, the height first, bars that would not go on, B before A."""

    def begun(self, *parts: dict) -> None:
        self.write(a_fit.FLOOR, a_fit.COUPLING, *parts)

    def test_one_side_alone_is_judged_with_a_caution(self) -> None:
        left = [
            {path: entry for path, entry in one.items() if "_right" not in path or "steps" in path}
            for one in (a_fit.A, a_fit.B, a_fit.TRIAL_2)
        ]
        self.begun(*left)
        self.open_bay("coach")
        expect(self.page.get_by_role("main")).to_contain_text("at least half, not past full: inside")
        self.section("Result")
        expect(self.page.get_by_role("main")).to_contain_text("Taped on one side only, front and rear")

    def test_the_front_alone_is_enough_for_the_school_in_force(self) -> None:
        self.begun(
            *(
                {path: entry for path, entry in one.items() if "rear_" not in path or "rail" in path}
                for one in (a_fit.A, a_fit.B, a_fit.TRIAL_2)
            )
        )
        self.open_bay("coach")
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("The hitch is set. Leave it.")
        expect(self.page.get_by_role("main")).to_contain_text("all marks within ½ in: not measured")

    def test_the_height_first_where_the_rail_is_out(self) -> None:
        high = {**a_fit.TRIAL_1, "trials.trial_1.rail_front": a_fit.measured("22 1/4")}
        self.begun(a_fit.A, a_fit.B, high)
        self.open_bay("coach")
        coach = self.page.get_by_role("region", name="Next")
        expect(coach).to_contain_text(
            re.compile(r"Move the head down a hole: \d → \d, counted from the bottom\. Then measure C again\.")
        )
        expect(coach).to_contain_text("Every C measured before is void")
        expect(coach).to_contain_text("Rail then about")

    def test_a_used_hitch_with_a_bowed_bar_is_not_fit_on_the_floor_either(self) -> None:
        self.begun(a_fit.A, a_fit.B, a_fit.TRIAL_2)
        self.open_bay("floor")
        self.tick("Is the hitch new?", "no")
        self.tick("Are its bars straight?", "no")
        self.sent()
        self.section("Result")
        expect(self.page.get_by_role("main")).to_contain_text("A bar is bowed: it does not go back on.")
        self.page.goto(f"{self.live_server_url}/")
        strip = self.page.get_by_role("listitem").filter(has_text=a_fit.CUSTOMER)
        expect(strip.locator("[data-stage=desk]")).to_have_text("Desk: fit")
        expect(strip.locator("[data-stage=bay]")).to_have_text("Bay: not fit")

    def test_the_rigs_line_with_every_schools_windows_on_it(self) -> None:
        """A 37 3/4, B 38 5/16, C 38 1/8 is a third of the way; front and rear of “within 1/4 in” share no place."""
        self.begun(a_fit.A, a_fit.B, a_fit.TRIAL_1)
        self.open_bay("coach")
        self.page.get_by_text("This rig's line").click()
        line = self.page.get_by_role("img", name="This rig's line")
        for text in ("no bars (B)", "all of it", "now (C)", "38 5/16 in", "37 3/4 in", "front and rear share no place"):
            expect(line).to_contain_text(text)

    def test_bars_that_would_not_go_on_lead_two_holes_down(self) -> None:
        self.begun(a_fit.A, a_fit.B)
        self.open_bay("coach")
        self.press("Set so: first trial")
        self.tick("How did the bars go on?", "they would not go on")
        # nothing more is asked of it: there is nothing to tape
        expect(self.line("Is the jack clear of the ground, bars on?")).to_have_count(0)
        self.press("Onward")
        self.sent()
        expect(self.page.get_by_role("navigation", name="The bay's work").locator("[aria-current]")).to_have_text(
            "Coach"
        )
        expect(self.page.get_by_role("region", name="Next")).to_contain_text(
            "Lower the brackets by 2 bracket holes: 1 instead of 3"
        )

    def test_b_before_a_then_read_again_after_a_rock(self) -> None:
        self.begun(a_fit.B)
        self.open_bay("coach")
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("Measure state A first.")
        unrocked = {path: entry for path, entry in a_fit.TRIAL_2.items() if not path.endswith("rocked")}
        self.write(a_fit.A, unrocked, {"trials.trial_2.rocked": a_fit.measured("no")})
        self.page.reload()
        coach = self.page.get_by_role("region", name="Next")
        expect(coach).to_contain_text("Rock it, and read the marks of C once more")
        self.press("Rocked: read the marks once more")
        self.marks("37 7/8", "38 1/2", "bars on, read again after a rock")
        self.sent()
        self.section("Coach")
        expect(coach).to_contain_text("The hitch is set. Leave it.")


class AtTheDesk(BrowserTest):
    def card(self, page: Page, link) -> str:
        answer = page.request.get(f"{self.live_server_url}{link.get_attribute('href')}")
        self.assertEqual(answer.status, 200)
        pages = PdfReader(io.BytesIO(answer.body())).pages
        self.assertEqual(len(pages), 1)
        return " ".join(pages[0].extract_text().replace("\u00a0", " ").split())

    def test_the_hand_over_refused_then_done_and_the_card_read_back(self) -> None:
        rig = Rig.objects.get(customer=a_fit.CUSTOMER)
        bram = Person.objects.get(username="bram")
        parts = (a_fit.FLOOR, a_fit.COUPLING, a_fit.A, a_fit.B, a_fit.TRIAL_1, a_fit.TRIAL_2, a_fit.PROOFS)
        for entries in parts:
            rig = write_rig(rig.pk, bram, rig.version, Change({}, entries))
        self.sign_in("bram")
        self.page.goto(f"{self.live_server_url}/rigs/{rig.pk}/bay/torque_first")
        Portrait.tighten(self, 10)
        self.page.get_by_role("navigation", name="The bay's work").get_by_role("button", name="Result").click()
        self.page.get_by_role("button", name="Sign the bay off").click()
        expect(self.page.locator("footer")).to_have_attribute("data-signature", "signed")
        self.page.get_by_role("button", name="Sign out").click()
        self.sign_in("thea")
        self.page.goto(f"{self.live_server_url}/rigs/{rig.pk}/handover")
        hand = self.page.get_by_role("region", name="Hand over")
        expect(hand).to_contain_text("in the way")
        hand.get_by_role("button", name="Sign, hand over and make the card").click()
        expect(hand.get_by_role("alert")).to_contain_text("Not handed over.")
        for label, answer in (
            ("Brake controller squeeze test", "the trailer's brakes held"),
            ("Breakaway pull test", "the brakes held"),
            ("Short test drive done", "yes"),
            ("Torque and witness marks looked at after the drive", "yes"),
        ):
            self.page.get_by_role("group", name=label).get_by_role("button", name=answer, exact=True).click()
        boxes = self.page.get_by_role("checkbox")
        for index in range(boxes.count()):
            boxes.nth(index).click()
        expect(hand).to_contain_text("Nothing is over and nothing is unknown.")
        hand.get_by_role("button", name="Sign, hand over and make the card").click()
        link = hand.get_by_role("link", name="Card 1, PDF to print")
        expect(link).to_be_visible()
        text = self.card(self.page, link)
        for words in (
            "Haldis Okonjo",
            "37 7/8 in",
            "Head washers 6",
            "How to hook up again",
            "430 ft·lb to 460 ft·lb",
            "up to 791 lb more than planned",
            "Technician: Bram",
            "Advisor: Thea",
        ):
            self.assertIn(words, text)
        phone = self.card(self.page, hand.get_by_role("link", name="How to hook up, PDF for the phone"))
        for words in (
            "Bracket hole 3, both sides",
            "Front fender, bars on 37 7/8 in",
            "8 Bracket pins in",
            "this card is void",
        ):
            self.assertIn(words, phone)
        self.page.goto(f"{self.live_server_url}/rigs/{rig.pk}/record")
        timeline = self.page.get_by_role("list", name="Timeline")
        expect(timeline).to_contain_text("Handed over, card 1")
        expect(timeline).to_contain_text("Trial 2: 13 readings")

    def test_a_complaint_and_the_next_visit(self) -> None:
        self.sign_in("thea")
        self.page.get_by_label("Customer, plate, vehicle, trailer").fill("kv 204")
        expect(self.page.get_by_role("listitem")).to_have_count(1)
        expect(self.page.locator("[data-reached]")).to_have_text("handed over")
        rig = Rig.objects.get(customer="Oriel Penhallick")
        self.page.goto(f"{self.live_server_url}/rigs/{rig.pk}/record")
        self.page.get_by_label("What is wrong").select_option("light_steering")
        causes = self.page.get_by_role("list", name="Likely causes")
        expect(causes).to_contain_text("77.8\u00a0% of the front's rise was given back")
        expect(self.page.locator("[data-first]")).to_contain_text("Front arches against state A")
        self.page.get_by_label("In the customer's words").fill("headlights in the trees")
        self.page.get_by_role("button", name="Write it down").click()
        expect(self.page.get_by_role("list", name="Timeline")).to_contain_text("headlights in the trees")
        self.page.get_by_role("button", name="A new hitch").click()
        expect(self.page.get_by_role("main")).to_contain_text("Front mark of the known-good rig 37 7/8 in")
        self.page.get_by_role("button", name="Begin the next visit").click()
        expect(self.page.get_by_role("navigation", name="Stations")).to_be_visible()
        later = Rig.objects.get(previous=rig)
        self.assertEqual(later.current()["bay.good_front"].typed, "37 7/8 in")

    def test_the_managers_page_takes_everything_out_and_in(self) -> None:
        self.sign_in("odile")
        self.page.get_by_role("link", name="Overview").click()
        expect(self.page.get_by_role("list", name="Open")).to_contain_text("Haldis Okonjo")
        expect(self.page.get_by_role("list", name="Stale sign-offs")).to_contain_text("Ansel Trivedi-Holm")
        with self.page.expect_download() as started:
            self.page.get_by_role("link", name="Take out, JSON lines").click()
        path = started.value.path()
        self.page.get_by_label("A file that was taken out").set_input_files(
            {"name": "all.jsonl", "mimeType": "application/x-ndjson", "buffer": path.read_bytes()}
        )
        expect(self.page.get_by_role("status")).to_contain_text("Brought in 0 rigs with 0 readings")
        self.page.get_by_label("A file that was taken out").set_input_files(
            {"name": "all.jsonl", "mimeType": "application/x-ndjson", "buffer": b"not this"}
        )
        expect(self.page.get_by_role("alert")).to_contain_text("Line 1 is no JSON.")
