"""What is said of a rig, in what order, and the words of the statement."""

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import finding, report, rigfile
from stathmos.core.assess import assess
from stathmos.core.figures import Missing
from stathmos.core.limits import guard
from stathmos.core.ratings import State
from stathmos.core.statement import statement
from tests.core.rigs import KG, assessed, kit, label, link, measured, rig

GOOD = {"loads__rear_seats__weight": measured("0 lb")}


class Good(unittest.TestCase):
    def test_the_worked_rig_is_good_and_names_its_build(self) -> None:
        verdict = assessed(rig(**GOOD)).verdict
        self.assertEqual(verdict.state, "good")
        for words in ("Kit 1200", "Shank 2", "Ball", "hole", "uncoupled"):
            self.assertIn(words, verdict.remedy.text("us"))

    def test_good_means_no_link_over_and_none_unknown(self) -> None:
        assessment = assessed(rig(**GOOD))
        self.assertFalse({State.OVER, State.UNKNOWN} & {one.state for one in (*assessment.planned, *assessment.full)})


class WhereToRead(unittest.TestCase):
    def test_what_is_not_read_is_the_very_figure_that_the_verdict_names(self) -> None:
        """Each label left out alone: the verdict waits for it, by its path."""
        for path in (
            "vehicle.rear_gawr",
            "vehicle.payload",
            "vehicle.tow_rating",
            "trailer.chain_rating",
            "weighing.tongue_scale",
        ):
            verdict = assessed(rig(**GOOD, **{path.replace(".", "__"): None})).verdict
            self.assertEqual(verdict.state, finding.UNKNOWN, path)
            self.assertIn(path, verdict.reads)

    def test_a_guess_names_what_was_guessed_and_what_cannot_be_where_it_stands(self) -> None:
        guess = assessed(rig(**GOOD, vehicle__payload={"is": "2800 lb", "from": "assumed"})).verdict
        self.assertEqual(guess.reads, ("vehicle.payload",))
        wrong = assessed(rig(**GOOD, vehicle__payload=label("9000 lb"))).verdict
        self.assertIn("vehicle.payload", wrong.reads)

    def test_good_news_waits_for_nothing(self) -> None:
        self.assertEqual(assessed(rig(**GOOD)).verdict.reads, ())


class Order(unittest.TestCase):
    def test_worst_first(self) -> None:
        assessment = assessed(
            rig(vehicle__rear_gawr=label("3700 lb"), trailer__chain_rating=None, vehicle__gvwr=label("6900 lb"))
        )
        states = [finding.ORDER.index(one.state) for one in assessment.findings]
        self.assertEqual(states, sorted(states))
        self.assertEqual(assessment.verdict.more, len(assessment.findings) - 1)

    def test_a_light_tongue_comes_before_an_overload(self) -> None:
        assessment = assessed(rig(weighing__tongue_scale=measured("400 lb"), vehicle__front_gawr=label("3000 lb")))
        self.assertIn("too light", assessment.verdict.says.text("us"))

    def test_a_heavy_tongue_is_trouble_not_danger(self) -> None:
        assessment = assessed(rig(weighing__tongue_scale=measured("950 lb")))
        self.assertEqual(assessment.verdict.state, "caution")
        self.assertIn("heavy", assessment.verdict.says.text("us"))

    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(["gvwr", "rear_gawr", "front_gawr", "payload", "gcwr", "tow_rating", "tongue_limit"]),
        st.integers(30, 100),
    )
    def test_a_lower_rating_never_makes_a_better_verdict(self, name: str, part: int) -> None:
        document = rig(**GOOD)
        before = float(document["vehicle"][name]["is"].split()[0])
        lower = max(
            before * part / 100, {"payload": 101, "tongue_limit": 51, "gcwr": 3001, "gvwr": 2001}.get(name, 1001)
        )
        document["vehicle"][name] = label(f"{lower:.3f} lb")
        self.assertGreaterEqual(finding.ORDER.index("good"), finding.ORDER.index(assessed(document).verdict.state))
        is_over = link(assessed(document), name).state is State.OVER
        self.assertEqual(is_over, assessed(document).verdict.state == "refused")


class Scope(unittest.TestCase):
    def test_fifth_wheel_and_gooseneck_are_declined_and_never_half_computed(self) -> None:
        for coupling in ("fifth_wheel", "gooseneck"):
            with self.subTest(coupling=coupling):
                assessment = assessed(rig(trailer__coupling=label(coupling)))
                self.assertEqual(assessment.verdict.state, "refused")
                self.assertIn("does not judge fifth-wheel or gooseneck", assessment.verdict.says.text("us"))
                self.assertEqual({one.state for one in assessment.planned}, {State.UNKNOWN})
                self.assertIsInstance(assessment.weights.share, Missing)
                self.assertEqual(assessment.choice.kits, ())


class Window(unittest.TestCase):
    def test_a_fitted_kit_with_bars_too_heavy(self) -> None:
        document = rig(hitch__kit=measured("Kit 1500"))
        document["stock"]["kits"][3] = kit("Kit 1500", 1500, 900)
        assessment = assessed(document)
        self.assertIs(link(assessment, "hitch_window").state, State.OVER)
        self.assertIn("bars are too heavy", assessment.verdict.says.text("us"))
        self.assertIn("Fit Kit 1200 instead", assessment.verdict.remedy.text("us"))


class Unread(unittest.TestCase):
    def test_no_rig_is_fit_while_something_written_cannot_be_read(self) -> None:
        """Typical springs would stand in for a front rate of “0”; what was written may still be what decides."""
        read = rigfile.read(rig(**GOOD, vehicle__front_rate=measured("0")))
        places = tuple(problem.place for problem in read.problems)
        self.assertEqual(places, ("vehicle.front_rate",))
        verdict = assess(read.rig, stock=read.stock, unread=places).verdict
        self.assertEqual(verdict.state, "unknown")
        self.assertIn("Front spring rate", verdict.says.text("us"))

    def test_nobody_in_the_front_seats_is_not_believed(self) -> None:
        assessment = assessed(rig(**GOOD, loads__front_seats__weight=measured("0 lb")))
        self.assertEqual([one.place for one in assessment.contradictions], ["loads.front_seats.weight"])
        self.assertEqual(assessment.verdict.state, "unknown")


class TooLight(unittest.TestCase):
    def test_bars_too_heavy_send_to_weight_carrying_where_the_receiver_allows_it(self) -> None:
        light = {
            "weighing__tongue_scale": measured("250 lb"),
            "trailer__gross_weight": measured("2000 lb"),
            "trailer__gvwr": label("2100 lb"),
        }
        verdict = assessed(rig(**light)).verdict
        self.assertEqual(verdict.state, "refused")
        self.assertIn("choose weight-carrying", verdict.remedy.text("us"))
        unable = assessed(rig(**light, vehicle__receiver_wc_tongue=label("240 lb"))).verdict
        self.assertNotIn("weight-carrying", unable.remedy.text("us"))

    def test_a_brochures_tongue_refuses_no_kit_for_being_too_heavy(self) -> None:
        document = rig(weighing__tongue_scale=None, trailer__brochure_tongue={"is": "250 lb", "from": "brochure"})
        self.assertEqual(assessed(document).verdict.state, "unknown")
        document["hitch"] = {"kit": measured("Kit 1000")}
        found = assessed(document).findings
        self.assertEqual([one.state for one in found if one.subject == "kit"], ["unknown"])


class Remedies(unittest.TestCase):
    def test_carrying_too_much_is_sent_to_distribution_where_the_receiver_allows_it(self) -> None:
        carrying = {"hitch__style": label("weight_carrying"), "vehicle__receiver_wc_gross": label("7500 lb")}
        self.assertIn("Use a weight-distributing hitch", assessed(rig(**carrying)).verdict.remedy.text("us"))
        unable = assessed(rig(**carrying, vehicle__receiver_wd_tongue=label("700 lb")))
        self.assertNotIn("weight-distributing", unable.verdict.remedy.text("us"))

    def test_nothing_in_the_bed_to_take_out_is_said(self) -> None:
        words = assessed(rig(vehicle__rear_gawr=label("3400 lb"))).verdict.remedy.text("us")
        self.assertIn("There is not", words)

    def test_trailer_side_names_the_excess(self) -> None:
        judged = assessed(rig(trailer__coupler_rating=label("6000 lb")))
        out = math.ceil(
            200 + guard(judged.weights.gross) / KG
        )  # 6 200 on 6 000, and what the scale may be out, twice over
        words = judged.verdict.remedy.text("us")
        self.assertTrue(
            words.startswith(
                f"Take {out}\u00a0lb out of the trailer, or choose one rated for it. 200\u00a0lb of that is the overload"
            ),
            words,
        )


class Full(unittest.TestCase):
    def test_fit_as_planned_but_not_full_is_a_caution(self) -> None:
        assessment = assessed(rig(vehicle__receiver_wd_tongue=label("1000 lb"), vehicle__tongue_limit=label("1000 lb")))
        self.assertEqual(assessment.verdict.state, "caution")
        self.assertIn("not with the trailer full", assessment.verdict.says.text("us"))
        self.assertIn("1,050\u00a0lb", assessment.verdict.says.text("us"))


class NoStock(unittest.TestCase):
    def test_without_parts_the_rig_is_not_known(self) -> None:
        document = rig()
        document.pop("stock")
        assessment = assessed(document)
        self.assertEqual(assessment.verdict.state, "unknown")
        self.assertIs(link(assessment, "hitch_tongue").state, State.UNKNOWN)


class Names(unittest.TestCase):
    def test_braces_in_a_parts_name_do_no_harm(self) -> None:
        document = rig(hitch__kit=measured("{rating} 1000"))
        document["stock"]["kits"][1]["name"] = "{rating} 1000"
        report.plain(assessed(document))
        document["stock"]["kits"][1]["name"] = document["hitch"]["kit"]["is"] = "{x!r} {0}"
        report.plain(assessed(document))


class InWords(unittest.TestCase):
    def test_statement_has_every_link_and_part(self) -> None:
        for system, unit in (("us", "lb"), ("metric", "kg")):
            plain = report.plain(assessed(rig(trailer__chain_rating=None)))
            text = statement(plain, "Somebody", system)
            for one in plain["ratings"]["planned"]["links"]:
                self.assertIn(one["name"], text)
            for part in (
                "Kit 600: rejected",
                "Kit 1200: chosen",
                "Shank 2½: rejected (size)",
                "Ball 2: rejected (diameter)",
            ):
                self.assertIn(part, text)
            self.assertIn(
                "Safety chains, each: unknown; go and read: Safety chain rating, each (tag on the chain and its hook)",
                text,
            )
            self.assertIn(unit, text)
            self.assertIn("Ratings and handbooks rule over this program", text)
