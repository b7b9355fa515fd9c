"""The simulated bay: what is stated is true as often as it is stated, what is called done is so, and how many trials it takes.

Springs that stay behind where they came from, alike in every state, or stick either way; bars 30 % off, slack a step, the tongue
10 %, marks to 1/16 in on a floor that leans. Goals are the house's own; what springs hold is common practice, no source.
"""

from __future__ import annotations

import unittest

import numpy as np

from stathmos.core.bay.simulate import Habits, Played, many
from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.families import FAMILIES
from stathmos.core.stock import Kit
from stathmos.core.units import MM_PER_IN
from tests.core.demo import stock
from tests.core.how_many import tried

SIXTEENTH = MM_PER_IN / 16
EACH = tried(390)  # rigs of each school in each set: of a school that is over 500
SCHOOLS = tuple(key for key, one in BAY_SCHOOLS.items() if not one.reference)
#: how a rig is and how it is read
SETS = {
    "either way": Habits(holds=MM_PER_IN / 8),
    "lag 1/8, rocked": Habits(lags=MM_PER_IN / 8),
    "lag 1/8, not rocked": Habits(lags=MM_PER_IN / 8, rocks=False),
    "lag 3/16, not rocked, springs 40 % off, rises from 0.1 in": Habits(
        lags=3 * MM_PER_IN / 16, rocks=False, springs=0.4, least_rise=0.1 * MM_PER_IN
    ),
}
BINS = (0.15, 0.3, 0.5, 0.65, 0.8, 0.9, 0.95, 1.01)
#: how far what is stated may lie from what is true in a bin, and what chance does besides: where it decides, and under that
WITHIN, WITHIN_LOW = 0.05, 0.15
DECIDES_FROM = 0.65


def misses(rigs: list[Played]) -> list[str]:
    """The bins in which what is stated lies further from what is true than it may, and chance besides."""
    stated = [one for rig in rigs for one in rig.stated]
    said, true = (np.array([getattr(one, name) for one in stated], float) for name in ("likely", "truly"))
    found = []
    for low, high in zip(BINS, BINS[1:], strict=False):
        of_bin = (said >= low) & (said < high)
        if of_bin.sum() < 20:
            continue
        by, chance = float(said[of_bin].mean() - true[of_bin].mean()), 2 * (0.25 / of_bin.sum()) ** 0.5
        if abs(by) > (WITHIN if low >= DECIDES_FROM else WITHIN_LOW) + chance:
            found.append(f"{low} to {high}: stated {said[of_bin].mean():.2f}, true {true[of_bin].mean():.2f}")
    return found


class StatedAndTrue(unittest.TestCase):
    rigs: dict[tuple[str, str], list[Played]]

    @classmethod
    def setUpClass(cls) -> None:
        cls.rigs = {
            (name, school): many(EACH, habits, seed=7 + at, school=school)
            for name, habits in SETS.items()
            for at, school in enumerate(SCHOOLS)
        }

    def of_set(self, name: str) -> list[Played]:
        return [rig for (of, _), rigs in self.rigs.items() if of == name for rig in rigs]

    def test_what_is_stated_is_true_as_often(self) -> None:
        """In every bin from 15 % up, and within five points over all."""
        for name in SETS:
            rigs = self.of_set(name)
            stated = [one for rig in rigs for one in rig.stated]
            by = np.mean([one.likely - one.truly for one in stated])
            with self.subTest(set=name, by=by):
                self.assertEqual(misses(rigs), [])
                self.assertLessEqual(abs(by), 0.05)

    def test_what_is_called_done_is_so(self) -> None:
        """Outside in 2 % at the most, and what chance does with so many rigs besides."""
        for name in SETS:
            done = [rig for rig in self.of_set(name) if rig.done]
            with self.subTest(set=name):
                self.assertGreater(len(done), EACH)
                by_chance = 2 * (0.02 / len(done)) ** 0.5
                self.assertLessEqual(np.mean([not rig.truly for rig in done]), 0.02 + by_chance)

    def test_trials_stay_few(self) -> None:
        for (name, school), rigs in self.rigs.items():
            with self.subTest(set=name, school=school):
                self.assertLessEqual(np.mean([rig.trials for rig in rigs]), 3.0)
                self.assertLessEqual(max(rig.trials for rig in rigs), 7)


class EveryFamily(unittest.TestCase):
    def test_its_kits_come_inside_and_what_is_done_is_so(self) -> None:
        families: dict[str, list[Kit]] = {key: [] for key, one in FAMILIES.items() if one.bars}
        for kit in stock().kits:
            families[kit.held.key].append(kit)
        for family, kits in families.items():
            rigs = many(tried(240), SETS["lag 1/8, not rocked"], seed=11, kits=kits)
            done = [rig for rig in rigs if rig.done]
            with self.subTest(family=family):
                self.assertGreater(len(done), len(rigs) / 2)
                self.assertLessEqual(sum(not rig.truly for rig in done), 0.02 * len(done) + 2)
                self.assertEqual(misses(rigs), [])


class FiveHundredRigs(unittest.TestCase):
    def test_done_in_at_most_three_trials(self) -> None:
        rigs = many(tried(500))
        settled = [rig for rig in rigs if rig.settled]
        # what stands outside all the same stands there by less than a tape can tell
        self.assertLessEqual(np.mean([rig.miss > SIXTEENTH for rig in settled]), 0.02)
        self.assertGreaterEqual(sum(rig.trials <= 3 for rig in settled) / len(rigs), 0.97)
        self.assertLessEqual(max(rig.trials for rig in rigs), 6)
        self.assertGreaterEqual(np.mean([0.45 <= rig.restored <= 1.05 for rig in settled]), 0.97)
