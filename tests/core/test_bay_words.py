"""What is said of the marks, at the arches and at the bumpers: judged where it was taped, and no sentence contradicts itself."""

from __future__ import annotations

import random
import re
import unittest
from dataclasses import replace
from fractions import Fraction

from stathmos.core.bay.measure import windows
from stathmos.core.bay.measure.arches import StateMarks, States
from stathmos.core.bay.measure.frames import Reach
from stathmos.core.bay.measure.scale import Scale
from stathmos.core.bay_schools import BAY_SCHOOLS, INSIDE, TOO_LITTLE, TOO_MUCH
from stathmos.core.bumpers import over_front_axle, over_rear_axle
from stathmos.core.figures import Given, Missing, Provenance
from stathmos.core.units import LENGTH, MM_PER_IN

NUMBER = re.compile(r"(less than )?(?:(\d[\d,]*)(?:\s(?=\d+/))?)?((?<![\d.])\d+/\d+|\.\d)? (in|mm)\b")
SYSTEMS = ("us", "metric")


def given(height: float, name: str) -> Given:
    return Given(height, LENGTH, Provenance.MEASURED, path=name, u=0.5)


def at_arches(front: float, rear: float, state: str) -> StateMarks:
    marks = given(front, f"front_{state}"), given(rear, f"rear_{state}")
    return StateMarks(*marks, *marks)


def at_bumpers(front: float, rear: float, state: str, reach: Reach) -> StateMarks:
    over = (one(front, rear, reach.ahead, reach.w, reach.behind) for one in (over_front_axle, over_rear_axle))
    return StateMarks(
        *(given(one, f"over_{state}") for one in over), given(front, f"front_{state}"), given(rear, f"rear_{state}")
    )


def said(school: str, taped: windows.Taped) -> tuple[str, dict[str, str]]:
    """The verdict, and what is said in either system."""
    one = BAY_SCHOOLS[school]
    frame = taped.frame(one)
    judged = one.judge(frame.marks)
    phrase = windows.says_of(
        one, judged, taped, windows.edges_of(one, frame, windows.band(one, frame.marks, frame.scale))
    )
    return judged.verdict, {system: phrase.text(system) for system in SYSTEMS}


def lengths(text: str) -> list[float]:
    """The lengths of a sentence in its own unit, in order; “less than” as nothing."""
    found = []
    for less, whole, part, _ in NUMBER.findall(text.replace("\u00a0", " ")):
        fraction = Fraction(part) if "/" in part else Fraction("0" + part) if part else Fraction(0)
        found.append(0.0 if less else float(int(whole.replace(",", "") or 0) + fraction) if whole else float(fraction))
    return found


def inches(*heights: float) -> list[float]:
    return [one * MM_PER_IN for one in heights]


BEHIND = Reach(ahead=38 * MM_PER_IN, w=145 * MM_PER_IN, behind=52 * MM_PER_IN)


def bumpers(a: list[float], b: list[float] | None, c: list[float], reach: Reach = BEHIND) -> windows.Taped:
    states = {name: at_bumpers(*one, name, reach) for name, one in (("a", a), ("b", b), ("c", c)) if one is not None}
    missing = StateMarks(*(Missing(("bay.front_left_b",)),) * 4)
    scale = Scale(rise=12.0, lift=8.0, supposed=b is None, drop=20.0)
    return windows.Taped(
        states=States(states["a"], states.get("b", missing), states["c"]), scale=scale, is_at_bumpers=True, reach=reach
    )


class AtTheBumpers(unittest.TestCase):
    def test_the_bumpers_own_inches_are_judged(self) -> None:
        # 22 to 22 11/16 in front, 24 to 23 5/16 behind: both are 11/16 out, whatever stands over the axles
        verdict, says = said("all_within", bumpers(inches(22, 24), None, inches(22.6875, 23.3125)))
        self.assertEqual(verdict, TOO_LITTLE)
        self.assertEqual(lengths(says["us"]), [22.6875, 0.1875, 21.5, 22.5, 23.3125, 0.1875, 23.5, 24.5])
        # 3/4 down in front against 1/4 behind is 1/2 in apart, and 12 mm is the most
        verdict, says = said("equal_drop", bumpers(inches(20, 24), None, inches(19.25, 23.75)))
        self.assertEqual(verdict, TOO_MUCH)
        self.assertIn("The front stands 3/4\u00a0in lower and the rear 1/4\u00a0in lower", says["us"])

    def test_front_alone_is_enough_for_a_school_that_needs_no_more(self) -> None:
        taped = bumpers(inches(22, 24), None, inches(22.0625, 23))
        nobody = Missing(("bay.rear_left_a",))
        alone = [
            None if one is None else StateMarks(nobody, nobody, one.front_mark, nobody)
            for one in (taped.states.a, taped.states.b, taped.states.c)
        ]
        only = replace(taped, states=States(*alone))
        self.assertEqual(said("full", only)[0], INSIDE)
        # what the bars give back is the front axle's: with one bumper it cannot be told
        verdict, says = said("half_to_full", only)
        self.assertEqual(verdict, "not measured")
        self.assertIn("rear, uncoupled (A)", says["us"])

    def test_a_window_of_restoration_is_carried_to_the_mark(self) -> None:
        """Against the axle's own heights, worked out here: the same verdict, and the mark where it was taped."""
        dice = random.Random(20261202)
        verdicts = set()
        for _ in range(2000):
            reach = Reach(ahead=dice.uniform(600, 1100), w=dice.uniform(2800, 4200), behind=dice.uniform(900, 1500))
            a = [dice.uniform(450, 600), dice.uniform(500, 700)]
            b = [a[0] + dice.uniform(10, 40), a[1] - dice.uniform(20, 60)]
            f = dice.uniform(-0.2, 1.6)
            c = [b[0] - f * dice.uniform(10, 45), b[1] + f * dice.uniform(5, 30)]
            taped = bumpers(a, b, c, reach)
            over = [over_front_axle(*one, reach.ahead, reach.w, reach.behind) for one in (a, b, c)]
            if over[1] - over[0] < 1:
                continue
            verdict, says = said("half_to_full", taped)
            half, expected = (over[0] + over[1]) / 2, INSIDE
            if over[2] < over[0] - 1e-6:
                expected = TOO_MUCH
            elif over[2] > half + 1e-6:
                expected = TOO_LITTLE
            self.assertEqual(verdict, expected)
            verdicts.add(verdict)
            # the front mark at which the axle would stand at an edge, the rear mark as it was taped
            span = reach.ahead + reach.w + reach.behind
            low, high = ((edge - c[1] * reach.ahead / span) / (1 - reach.ahead / span) for edge in (over[0], half))
            told = lengths(says["metric"])
            self.assertLessEqual(abs(told[0] - c[0]), 0.51, says)
            if "uncoupled" not in says["metric"] and "coupling" not in says["metric"]:
                self.assertLessEqual(max(abs(told[-2] - low), abs(told[-1] - high)), 1.01, says)  # rounded inward
        self.assertEqual(verdicts, {INSIDE, TOO_LITTLE, TOO_MUCH})


class NothingContradictsItself(unittest.TestCase):
    def test_marks_and_edges_read_as_they_are_judged(self) -> None:
        """20,000 standings under every school, taped in sixteenths or in millimeters, said in both."""
        dice = random.Random(1202)
        for number in range(20_000):
            taped = self.taped(dice)
            key = dice.choice(tuple(BAY_SCHOOLS))
            verdict, says = said(key, taped)
            for system, text in says.items():
                with self.subTest(number=number, school=key, system=system):
                    self.check(verdict, text)

    @staticmethod
    def taped(dice: random.Random) -> windows.Taped:
        step = dice.choice((MM_PER_IN / 32, 0.5))

        def near(height: float, by: float) -> float:
            return round((height + dice.gauss(0, by)) / step) * step

        rise = dice.choice((6.0, 15.0, 30.0))
        a = [near(940, 30), near(980, 30)]
        b = [near(a[0] + rise, 4), near(a[1] - 2 * rise, 6)]
        f = dice.choice((0.0, 0.5, 0.75, 1.0, dice.uniform(-0.3, 1.5)))
        c = [near(b[0] - f * rise, 1.5), near(b[1] + f * rise / 2, 1.5)]
        good = [near(c[0], 6), near(c[1], 6)]
        scale = Scale(rise=max(1.0, b[0] - a[0]), lift=rise / 2, supposed=False, drop=2 * rise)
        if dice.random() < 0.5:
            states = States(*(at_arches(*one, name) for one, name in ((a, "a"), (b, "b"), (c, "c"))))
            return windows.Taped(states=states, good=at_arches(*good, "good"), scale=scale)
        states = States(*(at_bumpers(*one, name, BEHIND) for one, name in ((a, "a"), (b, "b"), (c, "c"))))
        return windows.Taped(
            states=states, good=at_bumpers(*good, "good", BEHIND), scale=scale, is_at_bumpers=True, reach=BEHIND
        )

    def check(self, verdict: str, text: str) -> None:
        self.assertNotIn("−", text)
        for sentence in text.replace("; ", ". ").split(". "):
            told = lengths(sentence)
            if " lies in its window" in sentence:
                low, high = (told[1], told[-1]) if len(told) > 2 else (told[1], told[1])
                self.assertTrue(low <= told[0] <= high, text)
            elif " its window" in sentence:
                c, by, *edges = told
                edge = edges[-1] if " above its window" in sentence else edges[0]
                self.assertEqual(c > edge or by == 0, " above its window" in sentence or by == 0, text)
                self.assertAlmostEqual(abs(c - edge), by, 6, text)
        if " apart; " in text:
            front, rear, apart, most = lengths(text)[:4]
            if verdict == INSIDE:
                self.assertLessEqual(apart, most, text)
            else:
                self.assertGreater(apart, most, text)
