"""A guess is not a rating: nothing passes on one, nobody waives it, and a weaker figure never makes a better verdict."""

import random
import unittest

from stathmos.core import finding, lot, rigfile
from stathmos.core.assess import assess
from stathmos.core.entry import entries
from stathmos.core.figures import Provenance
from stathmos.core.ratings import State, Waiver
from stathmos.core.ratings.waivers import refusal
from stathmos.core.rig import entry_at
from stathmos.core.stock import PARTS
from tests.core.demo import rigs as demo_rigs
from tests.core.how_many import tried
from tests.core.random_rigs import a_rig, from_, put, written
from tests.core.rigs import KG, RIG, assessed, kit, label, link, measured, rig

PASSING = {**RIG["vehicle"], **RIG["trailer"]}
#: what decides nothing here: it stands in for springs, is compared only, or rates the receiver without bars
FREE = ("vehicle_class", "front_rate", "rear_rate", "brochure_tongue", "receiver_wc_gross", "receiver_wc_tongue")
WEAK = ("assumed", "brochure")


def guess(section: str, name: str, origin: str) -> dict:
    return rig(**{f"{section}__{name}": {**RIG[section][name], "from": origin}})


class OnALabel(unittest.TestCase):
    def test_every_rating_size_and_fitting_that_is_guessed_holds_the_verdict(self) -> None:
        self.assertEqual(assessed(rig()).verdict.state, "good")
        for section in ("vehicle", "trailer"):
            for name in RIG[section]:
                usual = entry_at(f"{section}.{name}").usual
                for origin in WEAK:
                    if name in FREE or origin == usual:
                        continue
                    with self.subTest(f"{section}.{name}", origin=origin):
                        found = assessed(guess(section, name, origin))
                        self.assertEqual(found.verdict.state, "unknown")
                        if name != "coupling":
                            self.assertIn(f"{section}.{name}", found.guesses)
                            self.assertEqual(found.to_read[0].path, f"{section}.{name}")
                            self.assertEqual(found.to_read[0].why, "guessed")
                            said = next(one for one in found.findings if one.key == "guessed")
                            self.assertIn(entry_at(f"{section}.{name}").label, said.says.text("us"))
                            self.assertIn(entry_at(f"{section}.{name}").read_at, said.remedy.text("us"))

    def test_a_guess_holds_nothing_where_the_field_does_not_matter(self) -> None:
        for name in ("receiver_wc_gross", "receiver_wc_tongue"):
            self.assertEqual(assessed(guess("vehicle", name, "assumed")).verdict.state, "good")
        without = {
            "hitch__style": label("weight_carrying"),
            "vehicle__receiver_wc_gross": {"is": "9000 lb", "from": "assumed"},
        }
        self.assertIn("vehicle.receiver_wc_gross", assessed(rig(**without)).guesses)

    def test_the_link_that_stands_on_it_is_unknown_and_shows_its_figures(self) -> None:
        held = link(assessed(guess("vehicle", "tow_rating", "brochure")), "tow_rating")
        self.assertEqual((held.state, held.guessed), (State.UNKNOWN, ("vehicle.tow_rating",)))
        self.assertAlmostEqual(held.share, 6200 / 11000)

    def test_what_is_over_on_a_guess_is_over(self) -> None:
        found = assessed(rig(vehicle__tow_rating={"is": "6000 lb", "from": "assumed"}))
        self.assertEqual(link(found, "tow_rating").state, State.OVER)
        self.assertEqual(found.verdict.state, "refused")

    def test_of_two_that_make_one_rating_either_holds_it(self) -> None:
        for name in ("axle_rating", "axle_count"):
            self.assertEqual(link(assessed(guess("trailer", name, "assumed")), "trailer_axles").state, State.UNKNOWN)

    def test_nobody_waives_it(self) -> None:
        document = guess("vehicle", "tongue_limit", "assumed")
        document["vehicle"]["tongue_limit"]["is"] = "850 lb"  # inside the reserve, had it been read
        read = rigfile.read(document)
        waiver = Waiver(
            link="tongue_limit",
            part="which.vehicle 1",
            demand=800 * KG,
            rating=850 * KG,
            by="odile",
            reason="known customer",
        )
        found = assess(read.rig, stock=read.stock, waivers=(waiver,))
        self.assertEqual((found.verdict.state, found.waived), ("unknown", ()))
        self.assertIn("no exception from what is not known", refusal(link(found, "tongue_limit")).text("us"))

    def test_a_rate_that_was_guessed_carries_its_spread_and_passes(self) -> None:
        found = assessed(rig(vehicle__front_rate="500 lb/in", vehicle__rear_rate="700 lb/in"))
        self.assertEqual((found.guesses, found.verdict.state), ((), "good"))


class OnTheShelf(unittest.TestCase):
    def test_a_guess_on_any_part_in_force_holds_the_verdict(self) -> None:
        for listed, index in (("kits", 1), ("shanks", 0), ("balls", 0)):
            for name, entry in entries(PARTS[listed]):
                part = RIG["stock"][listed][index]
                if name not in part or entry.guess:
                    continue
                document = rig()
                document["stock"][listed] = [{**part, name: {**part[name], "from": "assumed"}}]
                with self.subTest(f"{listed}.{name}"):
                    found = assessed(document)
                    self.assertEqual(found.verdict.state, "unknown")

    def test_a_part_that_is_known_is_chosen_before_one_that_is_guessed(self) -> None:
        document = rig()
        better = {**kit("Guessed", 1100, 300), "tongue_rating": {"is": "1100 lb", "from": "brochure"}}
        document["stock"]["kits"].append(better)
        found = assessed(document)
        self.assertEqual(found.choice.in_force.kit.name, "Kit 1200")
        verdict = next(one for one in found.choice.kits if one.part.name == "Guessed")
        self.assertEqual(verdict.state, "unknown")
        self.assertIn("tongue rating was guessed", verdict.reason.text("us"))

    def test_a_guessed_part_on_the_vehicle_is_named(self) -> None:
        document = rig(hitch__ball=measured("Ball"))
        document["stock"]["balls"][0]["rating"] = {"is": "14000 lb", "from": "assumed"}
        found = assessed(document)
        self.assertEqual(found.verdict.state, "unknown")
        self.assertIn("stock.ball.rating", found.guesses)
        self.assertEqual((found.to_read[0].path, found.to_read[0].read_at), ("stock.ball.rating", "stamp on the ball"))

    def test_with_one_kit_unknown_none_is_refused(self) -> None:
        """A blank load leaves the hitch load unknown; the kits that are too small by their gross rating say nothing of the others."""
        document = rig(loads={"front_seats": {"weight": measured("300 lb")}, "behind_axle": {"when": label("aboard")}})
        found = assessed(document)
        states = {one.state for one in found.choice.kits}
        self.assertEqual(states, {"unknown", "rejected"})
        self.assertEqual(found.verdict.state, "unknown")

    def test_one_blank_load_refuses_no_rig_that_was_not_refused(self) -> None:
        dice = random.Random(3)
        seen = 0
        for seed in range(150):
            whole, stock, rules = a_rig(seed)
            before = assess(whole, rules, stock).verdict.state
            key = dice.choice([load.key for load in whole.loads])
            blank = assess(put(whole, f"loads.{key}.weight", None), rules, stock).verdict.state
            if before != "refused":
                seen += 1
                self.assertNotEqual(blank, "refused", seed)
        self.assertGreater(seen, 80)

    def test_a_complete_build_goes_before_one_that_waits(self) -> None:
        """Kit 1100 would be the smallest that serves; where its ball would sit nobody drew."""
        document = rig()
        undrawn = kit("Kit 1100", 1100, 300)
        del undrawn["seat_above_shank"]
        document["stock"]["kits"].append(undrawn)
        found = assessed(document)
        self.assertEqual(found.choice.in_force.kit.name, "Kit 1200")
        self.assertEqual(found.verdict.state, "good")
        waits = next(one for one in found.choice.kits if one.part.name == "Kit 1100")
        self.assertEqual((waits.state, waits.rule), ("unknown", "shank"))


class NeverBetter(unittest.TestCase):
    def test_a_weaker_figure_of_the_same_value(self) -> None:
        """A thousand rigs; of each any figure, and all of them, marked as come by more weakly."""
        passing = 0
        for seed in range(tried(1000)):
            strong, stock, rules = a_rig(seed)
            dice, place = random.Random(seed), finding.ORDER.index
            before = place(assess(strong, rules, stock).verdict.state)
            passing += before > 1
            path, figure = dice.choice(sorted(written(strong).items()))
            for origin in (dice.choice(list(Provenance)),):
                if origin.strength < figure.provenance.strength:
                    after = assess(put(strong, path, from_(figure, origin)), rules, stock).verdict
                    self.assertLessEqual(place(after.state), before, (seed, path, origin))
        self.assertGreater(passing, tried(300))

    def test_everything_weaker_at_once_passes_nothing(self) -> None:
        for seed in range(100):
            weak, stock, rules = a_rig(seed)
            for path, figure in written(weak).items():
                weak = put(weak, path, from_(figure, Provenance.ASSUMED))
            self.assertIn(assess(weak, rules, stock).verdict.state, ("refused", "unknown"))


class OnTheLot(unittest.TestCase):
    def test_a_pair_with_a_guess_does_not_fit_yet(self) -> None:
        read = rigfile.read(rig())
        for path in ("vehicle.payload", "trailer.chain_rating", "vehicle.wheelbase", "trailer.coupler_size"):
            with self.subTest(path):
                weak = put(read.rig, path, from_(read.rig.figure(path), Provenance.ASSUMED))
                for one, fits in ((read.rig, "fits"), (weak, "not known")):
                    cars, vans = lot.vehicles([one], assess(one).rules), lot.trailers([one.trailer])
                    (pair,) = lot.best(cars, vans, read.stock, "weight_distributing")
                    self.assertEqual(pair.fits, fits)


class TheDemo(unittest.TestCase):
    def test_the_demo_and_the_example_say_where_their_figures_come_from(self) -> None:
        for name, read in demo_rigs():
            self.assertEqual(assess(read.rig, stock=read.stock).guesses, (), name)
