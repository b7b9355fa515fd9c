"""A blank that decides is not known: every field is walked, with every kind of value that it may have."""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from dataclasses import replace

from stathmos.core.assess import assess
from stathmos.core.entry import CHOICE, FLAG, NONE, Entry
from stathmos.core.figures import Given, Provenance
from stathmos.core.finding import ORDER, REFUSED, UNKNOWN
from stathmos.core.rig import ENTRIES, Rig
from stathmos.core.rigfile import WORDS, RigFile, read
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock
from stathmos.core.uncertainty import as_written
from tests.core.how_many import tried
from tests.core.random_rigs import a_rig
from tests.core.rigs import BALL, kit, label, measured, rig, shank

#: what is read off the rig; what is measured in the bay has its own steps, and what the house chooses its own rule
WALKED = ("vehicle.", "trailer.", "journey.")
STEPS = 7


def values(path: str, entry: Entry) -> Iterator[Given]:
    """Every word of a choice; of a figure some from its least to its greatest believed value."""
    origin = Provenance(entry.usual)
    if entry.dimension in (CHOICE, FLAG):
        for word, _ in entry.choices:
            yield Given(0.0, entry.dimension, origin, word, path=path)
    elif entry.dimension not in WORDS:
        low = max(entry.low, entry.high / 1000)
        for step in range(STEPS):
            value = low * (entry.high / low) ** (step / (STEPS - 1))
            yield Given(value, entry.dimension, origin, path=path, u=as_written(value, entry, origin))


def with_given(one: Rig, path: str, given: Given | None) -> Rig:
    """The rig with one field so; blank where ``given`` is None, not even said to be absent."""
    section, name = path.split(".")
    held = replace(getattr(one, section), **{name: given})
    if name in getattr(held, "absent", {}):
        held = replace(held, absent={field: there for field, there in held.absent.items() if field != name})
    return replace(one, **{section: held})


def state(one: Rig, stock: Stock, rules: Rules = Rules()) -> str:
    return assess(one, rules, stock).verdict.state


def sound() -> Iterator[tuple[str, RigFile]]:
    """Rigs that pass, each with something that the others have not."""
    ranged = kit(
        "Ranged", 1000, 500, frame_depth_least=label("3 in"), frame_depth_most=label("5 in"),
        bracket_least=label("24 in"), bracket_most=label("30 in"), mounts=label("top"),
    )  # fmt: skip
    plain = shank("Mount", drop="2 in", style=label("fixed"), most_rise=label("2 in"), holes=label("1"), pitch=label("0 in"),
                  ball_hole=label("1 1/4 in"))  # fmt: skip
    trays = {
        f"trailer__{what}_{field}": measured(text)
        for what, at in (("propane", "40 in"), ("battery", "52 in"))
        for field, text in (("position", at), ("tray", "10 in"))
    }
    for name, document in (
        ("bars", rig()),
        ("brackets", rig(stock__kits=[ranged], trailer__frame_depth=measured("4 in"), **trays)),
        ("surge brakes", rig(
            trailer__brakes=label("surge"), vehicle__socket=measured("five"), vehicle__seven_way=measured("no"),
            stock__kits=[kit("Surge", 1000, 500, surge_brakes=label("yes"))],
        )),
        ("carried", rig(
            hitch__style=label("weight_carrying"), vehicle__receiver_wc_gross=label("9000 lb"),
            vehicle__receiver_wc_tongue=label("1000 lb"), stock__shanks=[plain], stock__balls=[BALL],
        )),
        ("stamped", rig(
            trailer__coupler_d_value=label("60 kN"), trailer__coupler_tongue_limit=label("1000 lb"), trailer__wheel_rating=label("2300 lb"),
            vehicle__receiver_d_value=label("60 kN"), vehicle__frontal_area_limit=label("70 sq ft"), trailer__frontal_area=label("60 sq ft"),
        )),
    ):  # fmt: skip
        yield name, read(document)


class Blanks(unittest.TestCase):
    def test_a_blank_is_no_pass_where_any_value_would_refuse(self) -> None:
        # Against the verdict itself: every value of every field is put on a rig that passes.
        for name, made in sound():
            self.assertEqual(made.problems, ())
            self.assertNotIn(state(made.rig, made.stock), (REFUSED, UNKNOWN), name)
            self._walk(name, made.rig, made.stock, Rules())

    def test_of_random_rigs(self) -> None:
        walked = 0
        for seed in range(400):
            one, stock, rules = a_rig(seed)
            if state(one, stock, rules) in (REFUSED, UNKNOWN):
                continue
            self._walk(f"seed {seed}", one, stock, rules)
            walked += 1
            if walked == tried(6):
                return
        self.fail("no random rig passes")

    def _walk(self, name: str, one: Rig, stock: Stock, rules: Rules) -> None:
        for path, entry in ENTRIES.items():
            if not path.startswith(WALKED) or entry.guess:
                continue  # where a guess may stand, a typical value does, with its spread
            blank = with_given(one, path, None)
            if state(blank, stock, rules) in (REFUSED, UNKNOWN):
                continue
            for given in values(path, entry):
                with_it = assess(with_given(blank, path, given), rules, stock)
                if with_it.mismatches or with_it.contradictions:
                    continue  # another figure says that it cannot be
                with self.subTest(rig=name, path=path, value=given.typed or given.value):
                    self.assertNotEqual(with_it.verdict.state, REFUSED, with_it.verdict.says.template)

    def test_a_guess_is_never_worse_than_a_blank(self) -> None:
        for name, made in sound():
            for path, entry in ENTRIES.items():
                section, field = path.split(".")
                held = getattr(made.rig, section)
                given = getattr(held, field) or getattr(held, "absent", {}).get(field)
                if not path.startswith(WALKED) or given is None or entry.dimension in WORDS[2:]:
                    continue
                guess = replace(given, provenance=Provenance.ASSUMED)
                guessed = with_given(made.rig, path, None if guess.absent else guess)
                if guess.absent:
                    there = getattr(guessed, section)
                    guessed = replace(guessed, **{section: replace(there, absent={**there.absent, field: guess})})
                with self.subTest(rig=name, path=path):
                    worse, blank = state(guessed, made.stock), state(with_given(made.rig, path, None), made.stock)
                    self.assertGreaterEqual(ORDER.index(worse), ORDER.index(blank))

    def test_what_is_asked_says_so_itself_and_none_answers_it(self) -> None:
        for path, entry in ENTRIES.items():
            if entry.none:
                section, field = path.split(".")
                answered = read(rig(**{f"{section}__{field}": label(NONE)})).rig
                self.assertTrue(entry.blank.asked, path)
                self.assertFalse(answered.is_blank(path), path)
                self.assertEqual(answered.choice(path), "", path)
                self.assertTrue(read(rig(**{f"{section}__{field}": None})).rig.is_blank(path), path)

    def test_the_blank_is_named_with_where_to_read_it(self) -> None:
        found = read(rig(trailer__wheel_rating=None, vehicle__handbook_wd=None))
        (finding,) = assess(found.rig, stock=found.stock).findings
        self.assertEqual((finding.key, finding.state), ("unanswered", UNKNOWN))
        self.assertEqual(set(finding.reads), {"vehicle.handbook_wd", "trailer.wheel_rating"})
        self.assertIn("Wheel rating, each", finding.says.template)
        self.assertIn("enter “none”", finding.remedy.template)
        pressure = read(rig(trailer__tyre_pressure=None))  # there always is one
        (finding,) = assess(pressure.rig, stock=pressure.stock).findings
        self.assertNotIn("none", finding.remedy.template)

    def test_the_highest_pass_is_asked_for_where_it_could_tip(self) -> None:
        # By hand: 6,150 lb and 6,200 lb together are 12,350; 2 % less for each 1,000 ft, 15 of them at 14,764 ft: 70 % of the GCWR.
        ample, tight = (read(rig(vehicle__gcwr=label(f"{pounds} lb"))) for pounds in (18000, 17000))
        self.assertEqual(state(ample.rig, ample.stock), "good")
        asked = assess(tight.rig, stock=tight.stock)
        self.assertEqual(asked.verdict.reads, ("journey.altitude",))
        told = read(rig(vehicle__gcwr=label("17000 lb"), journey__altitude=measured("3000 ft")))
        self.assertEqual(state(told.rig, told.stock), "good")
