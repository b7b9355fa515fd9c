"""Instruments: lines read or refused in a word, never a wrong figure; what is steady, and what may be taken down."""

import math
import random
import re
import unittest
from datetime import date
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core.instruments import (
    PRESETS,
    STATES,
    Indicator,
    Instrument,
    PatternError,
    compiled,
    past_due,
    read_line,
    refusal,
)
from stathmos.core.instruments.line import BELOW, FAULT, GARBLED, OVER, READ, WRONG_UNIT, check_number
from tests.core.rigs import KG, assessed, label, measured, rig

WORDED, WITH_UNIT, BARE = (PRESETS[key][1] for key in ("worded", "figure_and_unit", "figure"))


def worded(weight: str, unit: str = "lb", word: str = "steady", mode: str = "gross") -> str:
    """A line of Stathmos's own stand-in, with its check number."""
    text = f"yard {mode} {weight} {unit} {word} "
    return f"{text}*{check_number(text)}"


def indicator(**more: object) -> Indicator:
    known = {"name": "Yard", "kind": "tongue_scale", "mark": 1 * KG, "capacity": 2000 * KG, **more}
    return Indicator(Instrument(**known))


class Lines(unittest.TestCase):
    def test_presets_read_the_line_beside_them(self) -> None:
        for key, (line, pattern) in PRESETS.items():
            with self.subTest(key):
                unit, shows = {
                    "torque": ("ft·lb", 445 * 1.355817948 / 9.80665 * 1000),
                    "angle": ("°", 0.35 * math.pi / 180),
                }.get(key, ("lb", 1150 * KG))
                found = read_line(line, pattern, unit)
                self.assertEqual(found.kind, READ)
                self.assertAlmostEqual(found.value / shows, 1.0, 6)  # NIST SP 811 for the foot-pound
                other = {"ft·lb": "n·m", "lb": "kg"}.get(unit, "lb")
                self.assertNotEqual(read_line(line, pattern, other).kind, READ if "unit" in pattern else "")

    def test_what_a_line_says_besides(self) -> None:
        for line, kind in (
            (worded("1150", word="moving"), READ), (worded("0", word="over"), OVER), (worded("0", word="below"), BELOW),
            (worded("0", word="fault"), FAULT), (worded("500", "kg"), WRONG_UNIT), ("", GARBLED), ("hello", GARBLED),
            (worded("1150").replace("1150", "1160"), GARBLED), (worded("1150")[:-1], GARBLED), ("yard\x00gross", GARBLED),
            ("9" * 300, GARBLED), ("１１５０ lb", GARBLED),
        ):  # fmt: skip
            self.assertEqual(read_line(line, WORDED, "lb").kind, kind, line)
        self.assertIs(read_line(worded("1", word="moving"), WORDED, "lb").steady, False)
        self.assertIsNone(read_line("1150 lb", WITH_UNIT, "lb").steady)
        net = read_line(worded("12", word="tare 50 steady", mode="net"), WORDED, "lb")
        self.assertTrue(net.net)
        self.assertAlmostEqual(net.tare / KG, 50)
        self.assertIsNone(read_line(worded("12", mode="net"), WORDED, "lb").tare)
        self.assertAlmostEqual(read_line("-12.5", BARE, "kg").value, -12.5)

    @given(st.integers(0, 999_999), st.integers(0, 999), st.sampled_from(("lb", "kg")), st.booleans())
    def test_a_figure_comes_back_as_it_was_sent(self, whole: int, part: int, unit: str, minus: bool) -> None:
        text = f"{'-' if minus else ''}{whole}.{part:03d}"
        found = read_line(worded(text, unit), WORDED, unit)
        self.assertEqual(found.kind, READ)
        self.assertAlmostEqual(found.value, float(text) * (KG if unit == "lb" else 1.0), places=9)

    def test_ten_thousand_broken_lines_give_no_wrong_figure(self) -> None:
        """Cut, doubled, struck, shuffled: a line gives the figure that was sent, or a word."""
        dice, read = random.Random(7), 0
        for _ in range(10_000):
            sent = f"{dice.randrange(0, 12_000)}"
            line = list(worded(sent, word=dice.choice(("steady", "moving"))))
            for _ in range(dice.randrange(0, 4)):
                at = dice.randrange(len(line))
                how = dice.randrange(5)
                if how == 0:
                    del line[at:]
                elif how == 1:
                    line[at] = chr(dice.randrange(1, 256))
                elif how == 2:
                    line.insert(at, dice.choice("0123456789 .-*"))
                elif how == 3:
                    line[at:at] = line
                else:
                    del line[at]
                if not line:
                    break
            found = read_line("".join(line), WORDED, "lb")
            if found.kind == READ:
                read += 1
                self.assertAlmostEqual(found.value / KG, float(sent), places=6, msg="".join(line))
        self.assertGreater(read, 2000)

    @settings(max_examples=500)
    @given(st.text(max_size=140), st.sampled_from((WORDED, WITH_UNIT, BARE)))
    def test_anything_at_all_is_read_or_refused(self, line: str, pattern: str) -> None:
        self.assertIn(read_line(line, pattern, "lb").kind, {READ, OVER, BELOW, FAULT, WRONG_UNIT, GARBLED})


class Patterns(unittest.TestCase):
    def test_the_one_in_the_docs_reads_the_line_beside_it(self) -> None:
        told = (Path(__file__).parents[2] / "docs" / "instruments.md").read_text("utf-8")
        line, pattern = re.search(r"`(mode=G [^`]+)` is read by\n`([^`]+)`", told).groups()
        found = read_line(line, pattern, "lb")
        self.assertEqual((found.kind, found.steady, found.net), (READ, True, False))
        self.assertAlmostEqual(found.value / KG, 1150)

    def test_what_cannot_be_used_is_said(self) -> None:
        for pattern, says in (
            ("(?P<weight>", "no pattern"), (r"\d+", "reads no figure"), (r"(?P<weight>\d+)(?P<colour>red)", "means nothing"), ("x" * 401, "Longer"),
        ):  # fmt: skip
            with self.assertRaises(PatternError) as told:
                compiled(pattern)
            self.assertIn(says, str(told.exception))

    def test_one_that_never_ends_says_nothing(self) -> None:
        self.assertEqual(read_line("1" * 60 + "!", r"(?P<weight>(?:\d+)+)$x", "lb").kind, GARBLED)

    def test_a_weight_that_is_no_figure(self) -> None:
        self.assertEqual(read_line("abc", "(?P<weight>.*)", "lb").kind, GARBLED)
        self.assertEqual(read_line("1.2.3", "(?P<weight>.*)", "lb").kind, GARBLED)


class Steady(unittest.TestCase):
    def told(self, *lines: tuple[str, float], now: float | None = None, **more: object) -> str:
        one = indicator(**more)
        for text, at in lines:
            one.hear(text, at)
        return one.shown(lines[-1][1] if now is None else now).state

    def test_only_what_stands_still_may_be_taken(self) -> None:
        still = [(worded("800"), at / 5) for at in range(6)]
        self.assertEqual(self.told(*still), "steady")
        self.assertEqual(self.told(*still[:2]), "moving")  # too short a stretch
        self.assertEqual(self.told(*still[:-1], (worded("805"), 1.0)), "moving")
        self.assertEqual(self.told(*still[:-1], (worded("800", word="moving"), 1.0)), "moving")
        self.assertEqual(self.told(*[("800 lb", at / 5) for at in range(6)], pattern=WITH_UNIT), "steady")
        for state in STATES:
            self.assertEqual(refusal(state) == "", state == "steady")

    def test_what_takes_nothing_says_so(self) -> None:
        for text, state in (
            (worded("2001"), "over"), (worded("-3"), "below"), (worded("100", "kg"), "wrong_unit"), ("??", "garbled"), (worded("0", word="fault"), "fault"),
        ):  # fmt: skip
            self.assertEqual(self.told(*[(text, at / 5) for at in range(6)]), state)
        self.assertEqual(self.told((worded("800"), 0.0), now=2.5), "silent")
        self.assertEqual(indicator().shown(0.0).state, "silent")

    def test_one_broken_line_is_passed_over_and_many_are_not(self) -> None:
        lines = [(worded("800"), at / 5) for at in range(7)]
        lines[3] = ("yard gro", 0.6)
        self.assertEqual(self.told(*lines), "steady")
        self.assertEqual(self.told(*lines[:4], *[("yard", 0.8 + at / 5) for at in range(4)]), "garbled")

    @settings(max_examples=200)
    @given(st.lists(st.tuples(st.integers(-50, 2100), st.floats(0.05, 0.6)), min_size=1, max_size=25))
    def test_steady_is_the_last_figure_and_nothing_else_near(self, heard: list[tuple[int, float]]) -> None:
        one, at = indicator(), 0.0
        told = []
        for weight, gap in heard:
            at += gap
            one.hear(worded(str(weight)), at)
            told.append((at, weight))
        shown = one.shown(at)
        if shown.state == "steady":
            near = [weight for when, weight in told if when >= at - 0.8]
            self.assertEqual(set(near), {told[-1][1]})
            self.assertAlmostEqual(shown.value / KG, told[-1][1])


class Due(unittest.TestCase):
    def test_one_that_nobody_looks_at_is_past_its_day(self) -> None:
        self.assertTrue(past_due(Instrument(name="Old", kind="gauge"), date(2026, 1, 1)))
        looked_at = Instrument(name="Yard", kind="weighbridge", due=date(2026, 11, 26))
        self.assertEqual([past_due(looked_at, day) for day in (date(2026, 11, 26), date(2026, 11, 27))], [False, True])

    def test_past_its_day_it_is_believed_less_and_that_is_said(self) -> None:
        """By hand: 745 lb on marks of 5 lb and 1 %: u = √((2.5/√3)² + (7.45/√3)²) = 4.54 lb; three times the share, 12.98 lb."""
        for late, u, says in (("no", 4.54, False), ("yes", 12.98, True)):
            found = assessed(
                rig(
                    weighing__tongue_scale=measured("745 lb"),
                    weighing__tongue_scale_mark=label("5 lb"),
                    weighing__tongue_scale_late=measured(late),
                )
            )
            (way,) = [one for one in found.weights.ways if one.key == "tongue_scale"]
            self.assertAlmostEqual(way.tongue.u / KG, u, 2)
            self.assertEqual(any(one.key == "instrument_late" for one in found.findings), says)
