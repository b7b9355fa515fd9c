"""A change of load judged on the hitch in force, against the whole judgement of the same rig: alike in all that is told of it."""

import random
import unittest

from stathmos.core.assess import assess
from stathmos.core.finding import FINE
from stathmos.core.load_changes import put, shifted, with_loads
from tests.core.followed import a_rig
from tests.core.rigs import KG


class SameHitch(unittest.TestCase):
    def test_it_tells_what_the_whole_judgement_tells(self) -> None:
        """Loads put in, taken along the trailer, and every move and remedy advised: each link and the share stand alike."""
        quick = 0
        for seed in range(120):
            rig, stock, rules = a_rig(seed)
            told, dice = assess(rig, rules, stock), random.Random(seed)
            L = rig.trailer.ball_to_axle.value
            tried = [shifted(rig, L, dice.uniform(-150, 150) * KG) for _ in range(2)]
            tried += [put(rig, "bed", dice.uniform(20, 300) * KG, dice.uniform(1000, 4500))]
            tried += [put(rig, "gear", dice.uniform(20, 500) * KG, dice.uniform(0.4, 1.3) * L)]
            tried += [one.writes for one in (*told.moves, *told.remedies) if one.writes]
            for writes in tried:
                found = told.tryout.quick(writes)
                if found is None:
                    continue
                whole = told.tryout.of(with_loads(rig, writes))
                quick += 1
                with self.subTest(seed=seed, writes=[one.key for one in writes]):
                    self.assertEqual(found.over, whole.over)
                    self.assertEqual(well(found.severity), well(whole.severity))
                    self.assertEqual(found.worse, whole.worse)
        self.assertGreater(quick, 100)


def well(severity: dict[str, int]) -> dict[str, int]:
    """What does not stand well."""
    return {name: badly for name, badly in severity.items() if badly != FINE}


if __name__ == "__main__":
    unittest.main()
