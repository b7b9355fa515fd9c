"""The rig file: every problem named with its place, nothing believed that cannot be, and the shipped schema true."""

import json
import unittest
from pathlib import Path

import jsonschema
from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import report, rigfile
from stathmos.core.assess import assess
from tests.core.rigs import RIG, assessed, measured, rig

DOCS = Path(__file__).resolve().parents[2] / "docs"

json_values = st.recursive(
    st.none() | st.booleans() | st.floats(allow_nan=False) | st.text(max_size=12),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)


def problems(document: object) -> dict[str, str]:
    return {problem.place: problem.says for problem in rigfile.read(document).problems}


class Problems(unittest.TestCase):
    def test_a_good_file_has_none(self) -> None:
        self.assertEqual(problems(RIG), {})

    def test_all_are_listed_at_once_each_with_its_place(self) -> None:
        document = rig(
            trailer__gvwr="seven",
            vehicle__gvwr={"is": "8400 lb", "from": "hearsay"},
            vehicle__gvrw="1 lb",
            loads__bed__weight="-5 lb",
        )
        document["stock"]["kits"][1]["gross_rating"] = "10 in"
        document["extra"] = 1
        found = problems(document)
        self.assertIn("“seven”", found["trailer.gvwr"])
        self.assertIn("vehicle.gvwr", found)
        self.assertIn("is “gvwr” meant?", found["vehicle"])
        self.assertIn("negative", found["loads.bed.weight"])
        self.assertIn("a unit of length", found["stock.kits.1.gross_rating"])
        self.assertIn("“extra”", found["(file)"])

    def test_what_cannot_be_believed(self) -> None:
        for path, text, said in (
            ("trailer__gvwr", "0 lb", "too small"),
            ("trailer__gvwr", "400000 lb", "too large"),
            ("vehicle__wheelbase", "145 mm", "too small"),
            ("trailer__axle_count", "1.5", "whole number"),
            ("trailer__axle_count", "9", "too large"),
            ("ways__reserve", "80 %", "too large"),
            ("journey__altitude", "90000 ft", "too large"),
        ):
            with self.subTest(path=path, text=text):
                self.assertIn(said, problems(rig(**{path: text}))[path.replace("__", ".")])

    def test_datum_must_belong_to_the_height(self) -> None:
        found = problems(rig(vehicle__receiver_height={"is": "20 in", "from": "measured", "datum": "seat"}))
        self.assertIn("no datum of this height", found["vehicle.receiver_height"])

    def test_a_part_not_in_the_stock(self) -> None:
        self.assertIn("not in the stock", problems(rig(hitch__kit="Kit 9000"))["hitch.kit"])

    def test_version(self) -> None:
        self.assertIn("versions 1 to 4", problems({"stathmos_rig_file": 5})["stathmos_rig_file"])

    def test_a_figure_with_a_problem_is_left_unknown(self) -> None:
        read = rigfile.read(rig(trailer__gvwr="seven"))
        self.assertIsNone(read.rig.trailer.gvwr)
        self.assertNotEqual(assess(read.rig, stock=read.stock).verdict.state, "good")

    @given(json_values)
    def test_any_json_is_read_or_refused_and_never_raises(self, document: object) -> None:
        read = rigfile.read(document)
        if not isinstance(document, dict) or document.get("stathmos_rig_file") != rigfile.VERSION:
            self.assertTrue(read.problems)

    @given(
        st.sampled_from(["vehicle", "trailer", "loads", "journey", "weighing", "hitch", "ways", "stock"]), json_values
    )
    def test_any_section_likewise(self, section: str, value: object) -> None:
        rigfile.read({"stathmos_rig_file": 4, section: value})


class BareTexts(unittest.TestCase):
    def test_a_bare_text_is_assumed(self) -> None:
        self.assertEqual(
            rigfile.read(rig(loads__bed__weight="200 lb")).rig.load("bed").weight.provenance.value, "assumed"
        )

    def test_system_says_what_a_bare_number_means(self) -> None:
        read = rigfile.read(rig(loads__bed__weight={"is": "100", "from": "measured", "system": "metric"}))
        self.assertEqual(read.rig.load("bed").weight.value, 100)


class VersionOne(unittest.TestCase):
    """Files written before loads had places of their own are still read, and say the same."""

    def test_the_same_rig_in_either_version(self) -> None:
        old = {
            **RIG,
            "stathmos_rig_file": 1,
            "load": {"front_seats": measured("300 lb"), "bed": measured("200 lb"), "altitude": "3000 ft"},
        }
        del old["loads"]
        new = rig(journey__altitude="3000 ft")
        self.assertEqual(problems(old), {})
        self.assertEqual(rigfile.read(old).rig, rigfile.read(new).rig)

    def test_its_problems_are_told_at_the_new_places(self) -> None:
        old = {"stathmos_rig_file": 1, "load": {"bed": "-5 lb", "trailer_cargo": "much"}}
        self.assertEqual(set(problems(old)), {"loads.bed.weight", "loads.gear.weight"})

    def test_a_load_of_the_wrong_shape_is_refused(self) -> None:
        for loads in (
            {"Bed": {"weight": "1 lb"}},
            {"bed": "1 lb"},
            {"bed": {"wait": "1 lb"}},
            [],
            {f"gear_{i}": {} for i in range(80)},
        ):
            with self.subTest(loads=str(loads)[:40]):
                self.assertTrue(problems({"stathmos_rig_file": 4, "loads": loads}))


class Shipped(unittest.TestCase):
    def test_schema_in_the_docs_is_the_readers_own(self) -> None:
        self.assertEqual(json.loads((DOCS / "rig-file.schema.json").read_text("utf-8")), rigfile.schema())

    def test_schema_is_valid_and_takes_the_example(self) -> None:
        jsonschema.Draft202012Validator.check_schema(rigfile.schema())
        example = json.loads((DOCS / "rig-file.example.json").read_text("utf-8"))
        jsonschema.validate(example, rigfile.schema())
        self.assertEqual(rigfile.read(example).problems, ())

    def test_the_examples_verdict_is_as_the_docs_say(self) -> None:
        example = json.loads((DOCS / "rig-file.example.json").read_text("utf-8"))
        verdict = assessed(example).verdict
        told = (DOCS / "rig-file.md").read_text("utf-8")
        self.assertIn(verdict.says.text("us").replace("\u00a0", " "), told)


class Report(unittest.TestCase):
    def setUp(self) -> None:
        self.plain = report.plain(assessed(rig()))

    def test_it_is_json(self) -> None:
        self.assertEqual(json.loads(json.dumps(self.plain)), self.plain)

    def test_every_worked_figure_shows_its_working(self) -> None:
        """Value, unit, provenance, both texts; formula, numbers put in."""
        seen = 0
        pending: list = [self.plain]
        while pending:
            thing = pending.pop()
            if isinstance(thing, dict):
                pending.extend(thing.values())
                if "working" in thing:
                    seen += 1
                    self.assertTrue(thing["working"]["formula"])
                    self.assertTrue(thing["working"]["terms"])
                    self.assertTrue(thing["text"]["us"] and thing["text"]["metric"])
                    self.assertIn(thing["from"], ("assumed", "brochure", "label", "measured"))
            elif isinstance(thing, list):
                pending.extend(thing)
        self.assertGreater(seen, 40)

    def test_rounding_goes_against_the_user(self) -> None:
        """800.4 lb of demand reads 801; 1 199.9 lb of rating reads 1,199; what is left reads less."""
        plain = report.plain(
            assessed(
                rig(
                    weighing__tongue_scale={"is": "800.4 lb", "from": "measured"},
                    vehicle__tongue_limit={"is": "1199.9 lb", "from": "label"},
                )
            )
        )
        link = next(one for one in plain["ratings"]["planned"]["links"] if one["key"] == "tongue_limit")
        self.assertEqual(
            (link["demand"]["text"]["us"], link["rating"]["text"]["us"], link["margin_text"]["us"]),
            ("801 lb", "1,199 lb", "399 lb"),
        )

    def test_rules_say_whose_they_are(self) -> None:
        self.assertEqual(self.plain["ratings"]["rules"]["share_authority"], "Stathmos default")
        own = report.plain(assessed(rig(ways__share_school="about_ten")))
        self.assertEqual(own["ratings"]["rules"]["share_authority"], "chosen for this rig")
        self.assertEqual(own["weights"]["share"]["working"]["rule"]["authority"], "chosen for this rig")
