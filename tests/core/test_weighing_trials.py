"""Weighing by simulated trials: false alarms of sound ways, coverage of the stated spread, and whether the next reading is the best."""

import random
import unittest

from stathmos.core import cargo, rigfile
from stathmos.core.assess import assess
from stathmos.core.figures import Given, Missing, Provenance, expanded
from stathmos.core.rules import Rules
from stathmos.core.units import WEIGHT
from stathmos.core.weighing import CANNOT_TELL, DISAGREE, weigh
from stathmos.core.weighing.next_reading import TONGUE_WAYS, expected
from stathmos.core.weighing.reconcile import MOST_CHI_SQUARE, chi_square, consistent, reconcile
from tests.core.rigs import KG, assessed, label, measured, rig


class OneTestForAll(unittest.TestCase):
    def test_its_limits_are_those_of_chi_square(self) -> None:
        """Independent: scipy's quantile at 95.45 %, which for two readings is k = 2."""
        from scipy.stats import chi2

        for degrees, most in MOST_CHI_SQUARE.items():
            self.assertAlmostEqual(most, chi2.ppf(0.9545, degrees), delta=0.005)

    def test_sound_ways_are_called_no_more_than_one_time_in_twenty(self) -> None:
        """Two, three and four sound ways of any spreads; pair by pair four of them were called one time in ten."""
        draw = random.Random(17)
        for number in (2, 3, 4):
            for spread in ("normal", "rectangular"):
                called = 0
                for _ in range(6000):
                    readings = {}
                    for way in range(number):
                        u = draw.choice((3.0, 8.0, 20.0))
                        error = draw.gauss(0, u) if spread == "normal" else draw.uniform(-1, 1) * u * 3**0.5
                        readings[f"w{way}"] = Given(800 + error, WEIGHT, Provenance.MEASURED, path=f"w{way}", u=u)
                    called += not reconcile(readings).settled or bool(reconcile(readings).odd)
                self.assertLessEqual(called / 6000, 0.05 + 2 * (0.05 * 0.95 / 6000) ** 0.5, (number, spread))

    def test_against_least_squares_by_hand(self) -> None:
        """Σ (x − mean)² / u² about the weighted mean: 800 ± 5, 806 ± 5, 820 ± 10."""
        known = {
            name: Given(x, WEIGHT, Provenance.MEASURED, path=name, u=u)
            for name, x, u in (("a", 800, 5), ("b", 806, 5), ("c", 820, 10))
        }
        mean = (800 / 25 + 806 / 25 + 820 / 100) / (1 / 25 + 1 / 25 + 1 / 100)
        by_hand = (800 - mean) ** 2 / 25 + (806 - mean) ** 2 / 25 + (820 - mean) ** 2 / 100
        self.assertAlmostEqual(chi_square(known), by_hand, delta=0.01)

    def test_together_they_may_be_too_far_apart_where_no_pair_is(self) -> None:
        spread = {
            f"w{way}": Given(786.0 if way < 3 else 814.0, WEIGHT, Provenance.MEASURED, path=f"w{way}", u=10)
            for way in range(6)
        }
        self.assertFalse(consistent(spread))
        found = reconcile(spread)
        self.assertFalse(found.settled)
        self.assertLess(found.disagreements[0].apart, found.disagreements[0].allowed)
        self.assertAlmostEqual(found.birge, (6 * 1.4**2 / 5) ** 0.5, places=3)

    def test_a_weak_reading_that_does_not_agree_is_called_and_not_counted(self) -> None:
        odd = rig(weighing={"tongue_scale": measured("800 lb"), "gauge": {"is": "300 lb", "from": "assumed"}})
        weights = assessed(odd).weights
        self.assertEqual(weights.reconciled.used, ("tongue_scale",))
        self.assertFalse(weights.reconciled.settled)
        self.assertIn(DISAGREE, [one.key for one in weights.warnings])


class Bounds(unittest.TestCase):
    def told(self, gross: str, reading: str = "< 100"):
        return assessed(
            rig(
                weighing={"gauge": measured(reading)},
                trailer__gvwr=label("3000 lb"),
                trailer__gross_weight=measured(gross),
            )
        )

    def test_under_a_hundred_is_anything_from_nothing_to_a_hundred(self) -> None:
        for text in ("< 100", "<100 lb", " < 100 lb"):
            tongue = self.told("1300 lb", text).weights.tongue
            self.assertAlmostEqual((tongue.value + expanded(tongue)) / KG, 100)
            self.assertAlmostEqual(tongue.value - expanded(tongue), 0)

    def test_it_is_judged_as_that(self) -> None:
        """1 300 lb wants 130: under 100 is too light, all of it. Of 800 lb 100 would do, and nobody can tell."""
        light, open_yet = self.told("1300 lb"), self.told("800 lb")
        self.assertEqual((light.weights.judgement.state, light.verdict.state), ("light", "refused"))
        self.assertIn("under 7.7\u00a0%", light.verdict.says.text("us"))
        self.assertEqual((open_yet.weights.judgement.state, open_yet.verdict.state), ("cannot tell", "unknown"))

    def test_it_is_told_as_it_was_read(self) -> None:
        from stathmos.core import report

        plain = report.plain(self.told("1300 lb"))
        self.assertEqual(plain["weights"]["ways"][0]["figure"]["text"]["us"], "under 100 lb")

    def test_only_where_it_has_a_meaning(self) -> None:
        read = rigfile.read(rig(vehicle__gvwr=label("< 8000 lb")))
        self.assertEqual([one.place for one in read.problems], ["vehicle.gvwr"])
        self.assertTrue(rigfile.read(rig(weighing={"gauge": measured("< ")})).problems)


class Coverage(unittest.TestCase):
    """The true weight lies within the stated spread (k = 2) at least 94 times in a hundred, in twelve layouts."""

    def hits(self, simulate, true: float, draws: int = 400) -> float:
        found = 0
        for _ in range(draws):
            tongue = weigh_alone(simulate()).tongue
            found += abs(tongue.value / KG - true) <= expanded(tongue) / KG + 1e-9
        return found / draws

    def test_beams_with_a_scale_three_per_cent_out(self) -> None:
        """Taped to a quarter of an inch, the scale's spot to a half, its reading to the pound; three per cent out either way."""
        dice = random.Random(23)
        for D, d, true in ((36, 12, 600), (48, 12, 900), (24, 8, 500), (30, 10, 700), (60, 20, 450), (40, 8, 800)):
            for out in (-0.03, 0.03):

                def simulate(D=D, d=d, out=out, true=true):
                    spot, coupler = D + dice.uniform(-0.5, 0.5), d + dice.uniform(-0.25, 0.25)
                    reading, tare = (round(weight * (1 + out)) for weight in (true * coupler / spot + 8, 8))
                    return {
                        "beam_reading": f"{reading} lb",
                        "beam_tare": f"{tare} lb",
                        "beam_pivot_to_scale": f"{D} in",
                        "beam_pivot_to_coupler": f"{d} in",
                    }

                self.assertGreaterEqual(self.hits(simulate, true, 250), 0.94, (D, d, out))

    def test_scales_and_jacks(self) -> None:
        """A tongue scale read to ten pounds, a dial to a hundred, a jack's to ten with its lengths taped."""
        dice = random.Random(29)
        for name, mark, accuracy in (("tongue_scale", 10, 0.01), ("gauge", 100, 0.03)):
            for true in (430, 815):

                def simulate(name=name, mark=mark, accuracy=accuracy, true=true):
                    return {
                        name: f"{max(mark, round(true * (1 + dice.uniform(-accuracy, accuracy)) / mark) * mark)} lb"
                    }

                self.assertGreaterEqual(self.hits(simulate, true), 0.94, name)
        for true in (500, 900):

            def jacked(true=true):
                L, j = 216 + dice.uniform(-0.25, 0.25), 24 + dice.uniform(-0.25, 0.25)
                return {"jack_reading": f"{round(true * L / (L - j) * (1 + dice.uniform(-0.01, 0.01)) / 10) * 10} lb"}

            self.assertGreaterEqual(self.hits(jacked, true), 0.94)


def weigh_alone(weighing: dict):
    written = {f"weighing.{name}": measured(text) for name, text in weighing.items()}
    lengths = {
        "trailer.ball_to_axle": measured("216 in"),
        "trailer.jack_position": measured("24 in"),
        "trailer.gross_weight": measured("6200 lb"),
    }
    read = rigfile.read_entries({**lengths, **written}, rigfile.RigFile().stock)
    assert not read.problems, read.problems
    return weigh(read.rig, Rules(), cargo.plan(read.rig), asking=False)


class TheNextReading(unittest.TestCase):
    def test_it_is_the_truly_best_within_five_points(self) -> None:
        """Each way simulated: a true weight within what is known, its reading, the rig weighed again, and whether it then is told."""
        dice, good, seen = random.Random(31), 0, 0
        for _ in range(40):
            gross = dice.randrange(4000, 7000)
            share = dice.choice((0.10, 0.15)) + dice.uniform(-0.012, 0.012)
            weighing = {
                "gauge": measured(f"{gross * share:.0f} lb"),
                "gauge_mark": label(f"{dice.choice((20, 50, 100))} lb"),
            }
            more = {"trailer__gross_weight": measured(f"{gross} lb")}
            if dice.random() < 0.5:
                more = {
                    "trailer__gross_weight": None,
                    "trailer__unladen_weight": {"is": f"{gross - 500} lb", "from": "brochure"},
                    "loads__gear__weight": "500 lb",
                }
            made = rigfile.read(rig(weighing=weighing, trailer__jack_position=measured("24 in"), **more)).rig
            weights = assess(made).weights
            if weights.judgement.state != CANNOT_TELL:
                continue
            seen += 1
            truth = {
                one.key: self.settled(made, weights, one.key, dice)
                for one in weights.next_readings
                if one.key in TONGUE_WAYS
            }
            if not truth:
                continue
            told = next(one.key for one in weights.next_readings if one.key in TONGUE_WAYS)
            good += truth[told] >= max(truth.values()) - 0.05 - 0.04  # and what so many trials can tell
        self.assertGreater(seen, 15)
        self.assertGreaterEqual(good / seen, 0.95)

    def settled(self, made, weights, key: str, dice: random.Random, trials: int = 150) -> float:
        placed, rules, told = cargo.plan(made), Rules(), 0
        tongue, gross = weights.tongue_standing, weights.gross_standing
        plain = weigh(expected(made, key, tongue.value, gross.value), rules, placed, asking=False)
        alone = next(way.tongue for way in plain.ways if way.key == key).u
        for _ in range(trials):
            true_tongue, true_gross = dice.gauss(tongue.value, tongue.u), dice.gauss(gross.value, gross.u)
            reading = max(5.0, dice.gauss(true_tongue, alone))
            after = weigh(expected(made, key, reading, max(true_gross, 2 * reading)), rules, placed, asking=False)
            told += not isinstance(after.share, Missing) and after.judgement.state != CANNOT_TELL
        return told / trials
