"""Reading and writing quantities; conversions against pint, an independent library of units."""

import unittest

import pint
from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import units
from stathmos.core.entry import entries
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import read_entry
from stathmos.core.stock import PARTS
from stathmos.core.units import UnreadableError, parse, step, write, write_exact, write_length

REGISTRY = pint.UnitRegistry()


class AgainstPint(unittest.TestCase):
    """Source: NIST SP 811, as pint carries it."""

    def test_factors(self) -> None:
        for dimension, unit, pint_unit, ours in (
            ("weight", "lb", "pound", "kilogram"),
            ("length", "in", "inch", "millimeter"),
            ("length", "ft", "foot", "millimeter"),
            ("length", "cm", "centimeter", "millimeter"),
            ("rate", "lb/in", "pound/inch", "kilogram/millimeter"),
            ("couple", "ft·lb", "foot*pound", "kilogram*millimeter"),
            ("area", "sq ft", "foot**2", "millimeter**2"),
            ("altitude", "ft", "foot", "millimeter"),
        ):
            with self.subTest(unit=unit, dimension=dimension):
                expected = REGISTRY.Quantity(1, pint_unit).to(ours).magnitude
                self.assertAlmostEqual(units.UNITS[dimension][unit] / expected, 1, places=12)

    def test_force_units(self) -> None:
        newton_metre = REGISTRY.Quantity(1, "newton*meter").to("kilogram_force*millimeter").magnitude
        self.assertAlmostEqual(units.UNITS["couple"]["n·m"] / newton_metre, 1, places=9)
        foot_pound = REGISTRY.Quantity(1, "foot*pound_force").to("newton*meter").magnitude
        self.assertAlmostEqual(units.NM_PER_FT_LB, foot_pound, places=8)

    @given(st.integers(1, 999), st.integers(0, 15))
    def test_any_tape_reading(self, whole: int, sixteenths: int) -> None:
        expected = REGISTRY.Quantity(whole + sixteenths / 16, "inch").to("millimeter").magnitude
        self.assertAlmostEqual(
            parse(f"{whole} {sixteenths}/16" if sixteenths else f"{whole}", "length"), expected, places=9
        )


class AsTyped(unittest.TestCase):
    def test_one_length_written_every_way(self) -> None:
        for text in (
            "22 3/4",
            "22-3/4",
            "22.75",
            "22¾",
            '22 3/4"',
            "22 3/4 in",
            "1' 10 3/4\"",
            "1 ft 10 3/4 in",
            "1’ 10 3/4”",
            "577.85 mm",
            "57.785cm",
        ):
            with self.subTest(text=text):
                self.assertAlmostEqual(parse(text, "length"), 577.85, places=9)

    def test_weights(self) -> None:
        for text, expected in (("1150", 521.6312255), ("1,150 lb", 521.6312255), ("522 kg", 522), ("0.522 t", 522)):
            with self.subTest(text=text):
                self.assertAlmostEqual(parse(text, "weight"), expected, places=9)
        self.assertEqual(parse("522", "weight", "metric"), 522)

    def test_decimal_commas_where_they_can_mean_nothing_else(self) -> None:
        for text, dimension, expected in (
            ("57,8 cm", "length", 578.0), ("57,85 cm", "length", 578.5), ("1.150,5 kg", "weight", 1150.5), ("0,522 t", "weight", 522.0),
            ("1.234.567 mm", "length", 1234567.0), ("1234,567 kg", "weight", 1234.567), ("1,150 kg", "weight", 1150.0), ("12,5", "share", 0.0),
        ):  # fmt: skip
            with self.subTest(text=text):
                if dimension != "share":
                    self.assertAlmostEqual(parse(text, dimension), expected)
        self.assertAlmostEqual(parse("12,5 %", "share"), 0.125)

    def test_pounds_by_their_sign_and_so_many_of_one(self) -> None:
        for text, pounds in (
            ("7,000#", 7000),
            ("7000 #", 7000),
            ("3 x 150", 450),
            ("3 × 150 lb", 450),
            ("150 lb x 3", 450),
            ("2*75,5 lb", 151),
        ):
            with self.subTest(text=text):
                self.assertAlmostEqual(parse(text, "weight"), pounds * units.KG_PER_LB)
        with self.assertRaises(UnreadableError):
            parse("3 x 150 mm", "length")

    def test_a_point_before_three_digits_is_asked_about_where_both_can_be_believed(self) -> None:
        for text in ("1.150 kg", "12.500 lb", "1.150"):
            with self.assertRaises(UnreadableError) as caught:
                parse(text, "weight")
            self.assertIn("a thousand", str(caught.exception))
        gvwr, stack = entry_at("trailer.gvwr"), dict(entries(PARTS["balls"]))["stack_height"]
        for text, entry, value in (
            ("412.769 kg", gvwr, 412.769),
            ("1.150 t", gvwr, 1150.0),
            ("2.125 in", stack, 53.975),
        ):
            self.assertAlmostEqual(read_entry({"is": text, "from": "label"}, entry).value, value)
        with self.assertRaises(UnreadableError):
            read_entry({"is": "1.150 kg", "from": "label"}, gvwr)

    @given(st.floats(0.01, 999_999), st.sampled_from(["us", "metric"]))
    def test_what_the_program_writes_is_never_asked_about(self, amount: float, system: str) -> None:
        self.assertAlmostEqual(parse(write_exact(amount, "weight", system), "weight", system), amount, places=5)

    def test_less_than_nothing_only_where_it_has_a_meaning(self) -> None:
        self.assertAlmostEqual(parse("-1/2 in", "length", signed=True), -12.7)
        self.assertAlmostEqual(parse("−0.5", "length", signed=True), -12.7)

    def test_what_cannot_be_read_is_named(self) -> None:
        for text, dimension, named in (
            ("22 3/", "length", "“3/”"),
            ("/4", "length", "“/4”"),
            ("22 3/5", "length", "“3/5”"),
            ("22 5/4", "length", "“5/4”"),
            ("abc", "length", "“abc”"),
            ("22 inchs", "length", "“inchs”"),
            ("22,75,5", "length", "comma"),
            ("22 lb", "length", "“lb”"),
            ("9e9", "weight", "“e9”"),
            ("-4", "weight", "negative"),
            ("−4", "weight", "negative"),
            ("   ", "weight", "Nothing"),
            ("1' 14", "length", "less than 12"),
            ("1150 lb 3", "weight", "one figure"),
            ("1" * 60, "weight", "longer"),
            ("1/0", "length", "“1/0”"),
        ):
            with self.subTest(text=text), self.assertRaises(UnreadableError) as caught:
                parse(text, dimension)
            self.assertIn(named, str(caught.exception))

    @given(st.text(max_size=45), st.sampled_from(units.DIMENSIONS))
    def test_any_text_reads_or_is_refused_in_words(self, text: str, dimension: str) -> None:
        try:
            value = parse(text, dimension)
        except UnreadableError as refusal:
            self.assertTrue(str(refusal))
        else:
            self.assertGreaterEqual(value, 0)


class AsWritten(unittest.TestCase):
    @given(st.integers(0, 16 * 600))
    def test_a_length_on_the_tape_comes_back_the_same(self, sixteenths: int) -> None:
        mm = sixteenths * 25.4 / 16
        self.assertAlmostEqual(parse(write_length(mm, "us"), "length"), mm, places=9)

    @given(st.floats(0.5, 50_000))
    def test_rounding_goes_against_the_user(self, kg: float) -> None:
        up, down = (parse(write(kg, "weight", "us", way), "weight") for way in ("up", "down"))
        self.assertGreaterEqual(up, kg - 1e-6)
        self.assertLessEqual(down, kg + 1e-6)
        self.assertLessEqual(up - down, units.KG_PER_LB + 1e-6)

    @given(st.integers(1, 60_000), st.sampled_from(["us", "metric"]))
    def test_exact_text_reads_back_as_the_same_figure(self, amount: int, system: str) -> None:
        value = parse(str(amount), "weight", system)
        self.assertEqual(parse(write_exact(value, "weight", system), "weight"), value)

    def test_negative_lengths_keep_their_fraction(self) -> None:
        self.assertEqual(write_length(-3.9375 * 25.4, "us"), "−3 15/16 in")


class Stepping(unittest.TestCase):
    def test_arrow_keys(self) -> None:
        for text, system, steps, expected in (
            ("22 3/4", "us", 1, "22 13/16"),
            ("22 15/16", "us", 1, "23"),
            ("22 3/4 in", "us", -1, "22 11/16 in"),
            ("578", "metric", 10, "588"),
            ("578 mm", "us", 1, "579 mm"),
        ):
            with self.subTest(text=text):
                self.assertEqual(step(text, "length", system, steps), expected)
        self.assertEqual(step("1150", "weight", "us", 10), "1,160")
        self.assertEqual(step("1/16", "length", "us", -5), "1/16", "a step never reaches nothing or less")
