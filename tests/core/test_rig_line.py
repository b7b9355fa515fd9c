"""This rig's line: where a school says that front and rear share no place, a walk along the line finds none that holds."""

from __future__ import annotations

import unittest

import numpy as np

from stathmos.core.bay.measure.rig_line import rig_line
from stathmos.core.bay.measure.scale import moved
from tests.core.rigs import measured
from tests.core.test_bay_steps import AB, STOCKED, fitted, marks, trial


class TheLine(unittest.TestCase):
    def test_the_stops_are_the_marks_as_taped(self) -> None:
        found = fitted(**STOCKED, **AB, **trial(1, "37 1/4"))
        line = rig_line(found.measured.taped, found.measured.windows)
        stops = {one.key: one for one in line.stops}
        states = found.measured.taped.states
        self.assertAlmostEqual(stops["b"].front, states.b.front_mark.value)
        self.assertAlmostEqual(stops["a"].front, states.a.front_mark.value)
        self.assertAlmostEqual(stops["c"].front, states.c.front_mark.value)
        self.assertAlmostEqual(stops["c"].rear, states.c.rear_mark.value)

    def test_what_shares_no_place_holds_nowhere_on_the_line(self) -> None:
        """By walking along it, in steps of 0.005, judged by the school's own predicate; random tapes."""
        rng = np.random.default_rng(5)
        said = {True: 0, False: 0}
        for number in range(60):
            front_b, front_c = (37 + int(rng.integers(2, 20)) / 16, 37 + int(rng.integers(-8, 16)) / 16)
            rear_b, rear_c = (40 - int(rng.integers(8, 56)) / 16, 40 - int(rng.integers(0, 40)) / 16)
            written = {
                **marks("bay", "_a", "37", "40"),
                **marks("bay", "_b", str(front_b), str(rear_b)),
                **trial(1, ""),
                **marks("trials__trial_1", "", str(front_c), str(rear_c)),
            }
            found = fitted(**STOCKED, **written, ways__bay_school=measured("all_within")).measured
            line = rig_line(found.taped, found.windows)
            if line is None:
                continue
            for one in (one for one in line.schools if one.meets is not None):
                window = next(each for each in found.windows if each.key == one.key)
                frame = found.taped.frame(window.school)
                walked = (moved(frame.marks, frame.scale, by) for by in np.linspace(-8, 8, 3201))
                holds = any(bool(window.school.holds(at)) for at in walked)
                said[one.meets] += 1
                with self.subTest(number=number, school=one.key):
                    if not one.meets:
                        self.assertFalse(holds)
                    elif min(span.high for span in one.spans) - max(span.low for span in one.spans) > 0.02:
                        self.assertTrue(holds)
        self.assertGreater(min(said.values()), 10, said)
