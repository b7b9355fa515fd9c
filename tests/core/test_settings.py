"""Kinds of setting and schools as data: every family is asked, coached, printed and learned of by its own settings alone."""

from __future__ import annotations

import json
import unittest

from hypothesis import given
from hypothesis import strategies as st

from stathmos.core import bay_schools, handover, report, rigfile, schools
from stathmos.core.bay import fit
from stathmos.core.coupled import wound
from stathmos.core.figures import Given, Provenance
from stathmos.core.report import bay as report_bay
from stathmos.core.report import handover as report_handover
from stathmos.core.report import written
from stathmos.core.rig import Trial
from stathmos.core.settings import KINDS, PLACES, TABLE, Allowed, counted_in, settings_of, written_at
from stathmos.core.stock import Kit
from stathmos.core.units import ANGLE, COUNT, LENGTH, MM_PER_IN
from tests.core import demo

READY = "Oriel Penhallick, 3"  # both states measured, nothing set yet


def count(number: float) -> Given:
    return Given(float(number), COUNT, Provenance.LABEL, f"{number:g}")


def entries_of(name: str) -> dict[str, dict[str, str]]:
    """What is written of a demo rig at one of its steps."""
    row = next(one for one in demo.listed("bay") if one["customer"] == name.split(",")[0])
    begun = demo.begun(row["like"])
    for step in row["steps"][: int(name.split(",")[1]) + 1]:
        begun = demo.written_over(begun, step.get("entries", {}))
    return begun


def with_kit(kit: dict[str, str]) -> rigfile.RigFile:
    """The ready demo rig with this kit on the vehicle and in the stock."""
    parts = {**{kind: demo.listed(kind) for kind in ("shanks", "balls", "sleeves", "wrenches")}, "kits": [kit]}
    stock = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": parts}).stock
    entries = demo.written_over(entries_of(READY), {"hitch.kit": {"is": kit["name"], "from": "measured"}})
    return rigfile.read_entries(entries, stock)


def row(name: str) -> dict[str, str]:
    return dict(next(one for one in demo.listed("kits") if one["name"] == name))


def by_turns() -> dict[str, str]:
    """A family whose bars are tightened by nuts alone: no washers, no holes."""
    kit = {name: text for name, text in row("Anvilroot 1200").items() if not name.startswith(("washer", "steps"))}
    return {
        **kit, "name": "Turned 1200", "step_word": "turn", "steps_least": "0", "steps_most": "20",
        "steps_start": "8", "steps_slack": "2", "step_lift": "1/4 in",
    }  # fmt: skip


def everything_said(read: rigfile.RigFile) -> str:
    """All that every screen, the report, the drill and the card say of a rig."""
    found = fit(read.rig, stock=read.stock)
    told = [
        report.plain(found.now),
        written(report_bay.tree(found)),
        written(report_handover.tree(handover.hand_over(read.rig, found))),
    ]
    return json.dumps(told, ensure_ascii=False).lower()


class OneFamily(unittest.TestCase):
    def test_a_family_of_turns_is_asked_for_turns_everywhere(self) -> None:
        read = with_kit(by_turns())
        found = fit(read.rig, stock=read.stock)
        self.assertEqual(found.adjusted.next.verdict, "begin")
        self.assertEqual(found.adjusted.next.says.text("us").count("turns"), 1)
        begun = rigfile.read_entries(
            demo.written_over(
                entries_of(READY) | {"hitch.kit": {"is": "Turned 1200", "from": "measured"}},
                {path: {"is": number, "from": "measured"} for path, number in found.adjusted.next.entries.items()},
            ),
            read.stock,
        )
        sections = fit(begun.rig, stock=begun.stock).sections
        asked = [one.ask for section in sections for one in section.questions]
        self.assertIn("Left tension nut, turns as set", asked)
        said = everything_said(begun)
        self.assertIn("turns of the tension nut", said)
        for other in ("bracket hole", "washer", "working link", "tilt position"):
            self.assertNotIn(other, said.replace("head washers or", ""), other)

    def test_a_family_of_tilt_positions_is_coached_by_its_table(self) -> None:
        """Begins at the handbook's third; a front short of its window is told to tilt on, by the heights of the table."""
        read = with_kit(row("Tarnbrace 1200"))
        first = fit(read.rig, stock=read.stock).adjusted.next
        written_down = {path.split(".")[2]: number for path, number in first.entries.items()}
        self.assertEqual(set(written_down) - {"hole"}, {"positions"})
        self.assertIn("tilt position", first.says.text("us"))
        entries = entries_of(READY) | {"hitch.kit": {"is": "Tarnbrace 1200", "from": "measured"}}
        entries |= {path: {"is": number, "from": "measured"} for path, number in first.entries.items()}
        b = {side: float(_inches(entries[f"bay.front_{side}_b"]["is"])) for side in ("left", "right")}
        for side in ("left", "right"):  # the front came down by an eighth of an inch: too little
            entries[f"trials.trial_1.front_{side}"] = {"is": f"{b[side] - 0.125} in", "from": "measured"}
            entries[f"trials.trial_1.rear_{side}"] = entries[f"bay.rear_{side}_b"]
        again = fit(rigfile.read_entries(entries, read.stock).rig, stock=read.stock)
        counted = again.measured.trials[0].counted
        self.assertEqual(
            [(one.kind.key, one.both) for one in counted], [("position", float(written_down["positions"]))]
        )
        self.assertEqual(again.adjusted.next.verdict, "change")
        self.assertGreater(
            float(again.adjusted.next.entries["trials.trial_2.positions"]), float(written_down["positions"])
        )
        self.assertEqual([one.kind for one in again.adjusted.effects], ["position"])

    def test_as_many_columns_as_the_family_has_settings(self) -> None:
        for kit, kinds in (
            (row("Anvilroot 1200"), ["washer", "hole"]), (row("Cordwain 1200"), ["washer", "link"]),
            (by_turns(), ["turn"]), (row("Tarnbrace 1200"), ["position"]),
        ):  # fmt: skip
            read = with_kit(kit)
            self.assertEqual([one.kind.key for one in settings_of(read.stock.kits[0])], kinds, kit["name"])
            settings = fit(read.rig, stock=read.stock).now.coupled.settings
            self.assertEqual(list(settings.counts), kinds, kit["name"])


def _inches(text: str) -> float:
    from stathmos.core.units import parse

    return parse(text, LENGTH, "us") / MM_PER_IN


def table(heights: list[float], slack: int) -> Allowed:
    """A head whose bar hangs so many mm high at each position."""
    given_heights = tuple(Given(one, LENGTH, Provenance.LABEL) for one in heights)
    return Allowed(
        kind=KINDS["position"], least=count(1), most=count(len(heights)), start=count(1), slack=count(slack),
        heights=given_heights,
    )  # fmt: skip


class Wound(unittest.TestCase):
    """What one more does, by its kind."""

    @given(
        st.sampled_from([one for one in KINDS.values() if one.works != TABLE]),
        st.integers(0, 10), st.integers(0, 10), st.floats(1e-4, 0.05), st.floats(400, 900),
    )  # fmt: skip
    def test_more_of_what_winds_winds_more(self, kind, slack, number, effect, d) -> None:
        one = Allowed(
            kind=kind, least=count(0), most=count(12), start=count(0), slack=count(slack),
            effect=Given(effect * (1 if kind.works == "tilts" else d), ANGLE, Provenance.LABEL),
        )  # fmt: skip
        self.assertAlmostEqual(wound(one, number, d), kind.winds * effect * (number - slack), places=9)
        self.assertEqual(wound(one, slack, d), 0.0)

    @given(st.lists(st.floats(1, 40), min_size=5, max_size=5, unique=True), st.integers(1, 5), st.floats(400, 900))
    def test_a_table_winds_by_its_own_heights(self, drops, slack, d) -> None:
        heights = [300.0 - sum(drops[: index + 1]) for index in range(5)]
        one = table(heights, slack)
        wind = [wound(one, number, d) for number in range(1, 6)]
        self.assertEqual(wind[slack - 1], 0.0)
        self.assertEqual(wind, sorted(wind))
        for number in range(1, 6):
            self.assertAlmostEqual(wind[number - 1] * d, heights[slack - 1] - heights[number - 1], places=6)

    def test_a_row_that_is_not_in_the_catalogue_is_asked_for(self) -> None:
        read = with_kit({name: text for name, text in row("Tarnbrace 1200").items() if name != "position_height_4"})
        (one,) = settings_of(read.stock.kits[0])
        self.assertEqual(one.needs, ("stock.kit.position_height_4",))
        self.assertEqual(wound(one, 3, 700.0), 0.0)
        settings = fit(read.rig, stock=read.stock).now.coupled.settings
        self.assertEqual((settings.source, settings.counts), ("handbook", {"position": 3}))

    @given(st.sampled_from(list(KINDS.values())), st.integers(0, 12), st.integers(0, 12))
    def test_what_a_trial_writes_is_counted_again(self, kind, left, right) -> None:
        names = written_at(kind)
        numbers = dict(zip(names, (left, right), strict=False))
        word = {f"{PLACES[kind.place].one}_word": Given(0.0, "choice", Provenance.LABEL, kind.key)}
        kit = Kit(
            "Any",
            **{f"{kind.place}_most": count(12)},
            **{key: one for key, one in word.items() if key in Kit.__dataclass_fields__},
        )
        trial = Trial("trial_1", **{name: count(number) for name, number in numbers.items()})
        (found,) = counted_in(trial, kit)
        self.assertEqual((found.kind.key, dict(found.by_side)), (kind.key, numbers))
        self.assertEqual(found.unequal, kind.sided and left != right)


class Schools(unittest.TestCase):
    TABLES = (
        schools.SHARE_SCHOOLS, schools.RESTORATION_SCHOOLS, schools.OFFSET_SCHOOLS, bay_schools.BAY_SCHOOLS, schools.ORDER_SCHOOLS,
    )  # fmt: skip

    def test_each_says_what_it_means_and_where_it_comes_from(self) -> None:
        for table_of in self.TABLES:
            for key, school in table_of.items():
                self.assertEqual(key, school.key)
                self.assertTrue(school.name and school.source, key)
                self.assertRegex(school.means, r"^[A-Z0-9].*\.$", key)

    @given(st.floats(-20, 20), st.floats(-20, 20))
    def test_a_quarter_inch_is_narrower_than_half_an_inch(self, front, rear) -> None:
        marks = bay_schools.Marks(front_a=900.0, front_c=900.0 + front, rear_a=950.0, rear_c=950.0 + rear)
        half, quarter = (
            bay_schools.BAY_SCHOOLS[key].judge(marks).verdict for key in ("all_within", "all_within_quarter")
        )
        self.assertEqual(quarter == "inside", max(abs(front), abs(rear)) <= MM_PER_IN / 4)
        if quarter == "inside":
            self.assertEqual(half, "inside")

    def test_both_are_judged_on_a_rig(self) -> None:
        read = with_kit(row("Anvilroot 1200"))
        found = {one.key: one for one in fit(read.rig, stock=read.stock).measured.windows}
        self.assertEqual(set(found), set(bay_schools.BAY_SCHOOLS))
        self.assertIn("¼ in", found["all_within_quarter"].rule.says)
