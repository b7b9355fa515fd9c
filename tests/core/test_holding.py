"""Which readings hold: worked by hand, and by rules over thousands of random histories. Common practice, no source."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core.figures import Missing
from stathmos.core.holding import NOW, Drafted, History, Standing, key_of
from stathmos.core.holding.conditions import CONDITIONS, JOINT_HELD_BY, conditions_at
from stathmos.core.joints import JOINTS
from stathmos.core.rig import ENTRIES, LIST_ENTRIES, entry_at
from stathmos.core.rigfile import read_entries, read_entry
from stathmos.core.stock import Stock
from stathmos.core.subjects import Under


def drafted(path: str, text: str, moment: float = NOW) -> Drafted:
    entry = entry_at(path)
    assert entry is not None, path
    read = read_entry({"is": text, "from": "measured", "system": "us"}, entry, path)
    return Drafted(path, text, None if read is None else read.value, moment)


class Record:
    """A rig's record as it grows, save by save."""

    def __init__(self) -> None:
        self.writings: list[Drafted] = []
        self.moment = 0

    def save(self, entries: dict[str, str]) -> Record:
        self.moment += 1
        self.writings += [drafted(path, text, self.moment) for path, text in entries.items()]
        return self

    def standing(self, typed: dict[str, str] | None = None) -> Standing:
        return Standing(History(self.writings), [drafted(path, text) for path, text in (typed or {}).items()])

    def held(self, typed: dict[str, str] | None = None) -> dict[str, str]:
        return {path: one.typed for path, one in self.standing(typed).held().items()}

    def aside(self, typed: dict[str, str] | None = None) -> dict[str, str]:
        found = self.standing(typed).set_aside()
        return {path: one.why.text("us").replace("\u00a0", " ") for path, one in found.items()}


TRAILER_1 = {"which.called_trailer": "Wrenfold 24", "trailer.gvwr": "7000 lb", "trailer.coupler_height": "18 in"}
TRAILER_2 = {"which.trailer": "2", "which.called_trailer": "Larkmere 28", "trailer.gvwr": "9000 lb"}
WEIGHED = {"weighing.tongue_scale": "800 lb", "trailer.gross_weight": "6400 lb"}
TRIAL_1 = {"trials.trial_1.washers": "5", "trials.trial_1.hole": "4", "trials.trial_1.front_left": "37 in"}
PROVED = {
    "bay.bars_flat": "yes",
    "bay.bars_parallel": "yes",
    "bay.past_left": "4 in",
    "bay.chains_reach": "yes",
    "torque.head_bolts_1.reached": "200 ft·lb",
    "torque.head_bolts_1.marked": "yes",
    "torque.ball_nut.reached": "440 ft·lb",
    "torque.frame_bolts_1.reached": "50 ft·lb",
}


class EveryEntry(unittest.TestCase):
    """The table of all fields."""

    def test_every_field_says_what_it_is_of_and_is_taken_under_what_is_known(self) -> None:
        for path, entry in {**ENTRIES, **LIST_ENTRIES}.items():
            with self.subTest(path=path):
                self.assertIsNotNone(entry.of, "it says what it is read of")
                for under in conditions_at(path.replace("*", "one")):
                    condition = CONDITIONS[under]
                    self.assertTrue(condition.tells or condition.loads_on or condition.then)
                    for chain in (*condition.then, *condition.stands):
                        for place in chain:
                            place = place.replace("<own>", "trial_1").replace("<last>", "trial_1")
                            self.assertIsNotNone(entry_at(place), f"{place} is no field")

    def test_every_joint_is_held_by_something(self) -> None:
        self.assertEqual(set(JOINT_HELD_BY), set(JOINTS))

    def test_no_condition_stands_on_what_it_voids(self) -> None:
        """What tells how a condition stands is itself read of things, never under the very condition."""
        for under, condition in CONDITIONS.items():
            for chain in condition.then:
                for place in chain:
                    path = place.replace("<own>", "trial_1").replace("<last>", "trial_1")
                    self.assertNotIn(under, conditions_at(path))

    def test_what_a_thing_is_said_to_be_done(self) -> None:
        for path, word in (
            ("weighing.tongue_scale", "weighed"), ("bay.front_left_a", "taped"), ("bay.bars_flat", "looked at"),
            ("trailer.gvwr", "read"), ("torque.ball_nut.reached", "tightened"), ("trials.trial_1.washers", "counted"),
        ):  # fmt: skip
            entry = entry_at(path)
            assert entry is not None
            self.assertEqual(entry.done, word)


class AnotherTrailer(unittest.TestCase):
    """Swap, and swap back."""

    def setUp(self) -> None:
        self.record = Record().save({**TRAILER_1, "vehicle.gvwr": "7050 lb"}).save(WEIGHED)

    def test_what_was_weighed_of_the_old_one_is_set_aside_and_says_why(self) -> None:
        self.record.save(TRAILER_2)
        self.assertEqual(self.record.held(), {**TRAILER_2, "vehicle.gvwr": "7050 lb"})
        self.assertEqual(
            self.record.aside(),
            {
                "weighing.tongue_scale": "weighed with Wrenfold 24 on the hook",
                "trailer.gross_weight": "weighed with Wrenfold 24 on the hook",
                "trailer.coupler_height": "taped with Wrenfold 24 on the hook",
            },
        )

    def test_a_draft_sets_aside_as_a_save_does(self) -> None:
        drafted_aside, drafted_held = self.record.aside(TRAILER_2), self.record.held(TRAILER_2)
        self.record.save(TRAILER_2)
        self.assertEqual((drafted_held, drafted_aside), (self.record.held(), self.record.aside()))

    def test_it_comes_back_with_all_that_was_read_of_it(self) -> None:
        before = self.record.held()
        self.record.save(TRAILER_2).save({"weighing.tongue_scale": "1000 lb"}).save({"which.trailer": "1"})
        self.assertEqual(self.record.held(), {**before, "which.trailer": "1"})
        self.record.save({"which.trailer": "2"})
        self.assertEqual(self.record.held()["weighing.tongue_scale"], "1000 lb", "and so does the other")

    def test_loads_ride_along_and_their_places_stay(self) -> None:
        self.record.save(
            {"loads.gear.weight": "300 lb", "loads.gear.at": "200 in", "loads.fresh_water.volume": "20 gal"}
        )
        self.record.save({"loads.bed.weight": "150 lb", "loads.bed.at": "140 in"}).save(TRAILER_2)
        held = self.record.held()
        self.assertEqual(
            [held.get(f"loads.{one}") for one in ("gear.weight", "bed.weight", "bed.at")],
            ["300 lb", "150 lb", "140 in"],
        )
        self.assertEqual({"loads.gear.at", "loads.fresh_water.volume"} & set(held), set())

    def test_the_key_of_one_that_was_there_before_is_its_own(self) -> None:
        self.record.save(TRAILER_2)
        history = History(self.record.writings)
        self.assertEqual(key_of(history, Under.TRAILER, "wrenfold 24 ", ""), "1")
        self.assertEqual(key_of(history, Under.TRAILER, "Larkmere 28", "AB 12"), "2")
        self.assertEqual(key_of(history, Under.TRAILER, "Saltgrass 20", ""), "3")
        self.record.save({"which.plate_trailer": "AB 12"})
        history = History(self.record.writings)
        self.assertEqual(key_of(history, Under.TRAILER, "Larkmere 28", "AB 12"), "2")
        self.assertEqual(key_of(history, Under.TRAILER, "Larkmere 28", "ZZ 99"), "3", "two of one model are two")

    def test_another_vehicle_takes_its_own_along(self) -> None:
        self.record.save({
            "vehicle.receiver_height": "20 in", "bay.front_left_a": "37 in", "weighing.bridge_front_alone": "3000 lb",
            "vehicle.front_rate": "500 lb/in", "vehicle.air_pressure": "40 psi", "hitch.kit": "Anvilroot 1000",
        }).save({"which.vehicle": "2"})  # fmt: skip
        held = self.record.held()
        self.assertEqual(
            sorted(path for path in self.record.aside() if not path.startswith("which")),
            ["bay.front_left_a", "vehicle.air_pressure", "vehicle.front_rate", "vehicle.gvwr", "vehicle.receiver_height",
             "weighing.bridge_front_alone"],
        )  # fmt: skip
        self.assertEqual(held["weighing.tongue_scale"], "800 lb", "the trailer's own tongue stays with the trailer")
        self.assertEqual(held["hitch.kit"], "Anvilroot 1000")


class Loads(unittest.TestCase):
    """A weighing belongs to the trailer as it was loaded."""

    def setUp(self) -> None:
        self.record = (
            Record().save({**TRAILER_1, "loads.gear.weight": "300 lb", "loads.gear.at": "200 in"}).save(WEIGHED)
        )

    def test_more_aboard_and_it_is_no_longer_so(self) -> None:
        self.assertEqual(
            self.record.aside({"loads.gear.weight": "450 lb"})["weighing.tongue_scale"],
            "weighed with the trailer loaded otherwise: gear 300 lb, now 450 lb",
        )
        self.assertIn("gear elsewhere", self.record.aside({"loads.gear.at": "260 in"})["weighing.tongue_scale"])
        self.assertIn("gear none, now 60 lb", self.record.aside({"loads.gear_2.weight": "60 lb", "loads.gear.weight": ""})["weighing.tongue_scale"]
                      .replace("gear 300 lb", "gear none"))  # fmt: skip
        self.assertEqual(
            self.record.aside({"loads.bed.weight": "450 lb"}), {}, "what rides in the vehicle does not matter to it"
        )

    def test_what_is_still_to_come_or_to_be_moved_changes_nothing_yet(self) -> None:
        for typed in (
            {"loads.galley.weight": "90 lb", "loads.galley.when": "to_come"},
            {"loads.gear.moved_to": "150 in"},
            {"loads.gear.when": "to_come_out"},
            {"loads.gear.weight": "300.2 lb"},
            {"loads.gear.weight": "136.08 kg"},
            # one load parted in two, of which one comes out before the trip
            {
                "loads.gear.weight": "100 lb",
                "loads.out.weight": "200 lb",
                "loads.out.at": "200 in",
                "loads.out.when": "to_come_out",
            },
        ):
            with self.subTest(typed=typed):
                self.assertEqual(self.record.aside(typed), {})

    def test_once_it_has_come_aboard_the_weighing_is_of_before(self) -> None:
        self.record.save({"loads.galley.weight": "90 lb", "loads.galley.when": "to_come"})
        self.assertIn(
            "galley none, now 90 lb", self.record.aside({"loads.galley.when": "aboard"})["weighing.tongue_scale"]
        )

    def test_weighed_again_it_holds(self) -> None:
        self.record.save({"loads.gear.weight": "450 lb"}).save({"weighing.tongue_scale": "830 lb"})
        self.assertEqual(self.record.held()["weighing.tongue_scale"], "830 lb")
        self.record.save({"loads.gear.weight": "300 lb"})
        self.assertEqual(
            self.record.held()["weighing.tongue_scale"], "800 lb", "unloaded again, the old figure is true again"
        )


class WeighedFirst(unittest.TestCase):
    """Weighed, and only then written down what was aboard."""

    def test_the_plan_first_written_is_what_was_aboard_and_the_next_is_a_change(self) -> None:
        record = Record().save({**TRAILER_1, "vehicle.receiver_height": "21 in"}).save(WEIGHED)
        plan = {"loads.gear.weight": "300 lb", "loads.bed.weight": "200 lb"}
        self.assertEqual(record.aside(plan), {})
        record.save(plan)
        self.assertEqual(record.aside(), {})
        self.assertEqual(
            record.aside({"loads.galley.weight": "90 lb"})["weighing.tongue_scale"],
            "weighed with the trailer loaded otherwise: food and galley none, now 90 lb",
        )


class Heights(unittest.TestCase):
    """A height on its springs holds while what rides there would not show on the tape."""

    def test_forty_pounds_more_do_not_show_and_a_hundred_do(self) -> None:
        record = Record().save(
            {
                "loads.bed.weight": "150 lb",
                "loads.gear.weight": "50 lb",
                "vehicle.receiver_height": "21 in",
                "trailer.coupler_height": "18 in",
            }
        )
        self.assertEqual(record.aside({"loads.bed.weight": "190 lb"}), {})
        self.assertEqual(
            record.aside({"loads.bed.weight": "250 lb"}),
            {"vehicle.receiver_height": "taped with the vehicle loaded otherwise: bed or boot 150 lb, now 250 lb"},
        )
        # in two bags of forty, or forty taken from one place to another, it is eighty
        self.assertEqual(
            set(record.aside({"loads.bed.weight": "110 lb", "loads.roof.weight": "40 lb"})), {"vehicle.receiver_height"}
        )
        self.assertEqual(record.aside({"loads.gear.weight": "200 lb"}), {})
        self.assertEqual(set(record.aside({"loads.gear.weight": "300 lb"})), {"trailer.coupler_height"})


class Bay(unittest.TestCase):
    """A proof belongs to the setting and the hole at which it was looked at."""

    def setUp(self) -> None:
        aboard = {"loads.bed.weight": "150 lb", "loads.gear.weight": "300 lb"}
        built = {"hitch.ball": "Ball A", "hitch.kit": "Kit A"}
        self.record = Record().save({**TRAILER_1, **aboard, **built}).save(TRIAL_1).save(PROVED)

    def test_the_head_moved(self) -> None:
        self.record.save({"trials.trial_2.washers": "5", "trials.trial_2.hole": "3"})
        aside = self.record.aside()
        self.assertEqual(
            set(aside),
            {"bay.bars_flat", "bay.bars_parallel", "bay.past_left", "bay.chains_reach", "torque.head_bolts_1.reached",
             "torque.head_bolts_1.marked"},
        )  # fmt: skip
        self.assertEqual(aside["bay.bars_flat"], "looked at with the head at hole 4; it stands at 3")
        self.assertEqual(aside["torque.head_bolts_1.reached"], "tightened with the head at hole 4; it stands at 3")
        self.assertEqual(self.record.held()["torque.ball_nut.reached"], "440 ft·lb", "the ball nut survives it")
        self.record.save({"trials.trial_3.washers": "5", "trials.trial_3.hole": "4"})
        self.assertEqual(self.record.aside(), {}, "put back as it was, it holds again")

    def test_the_bars_set_otherwise(self) -> None:
        self.record.save({"trials.trial_2.washers": "6", "trials.trial_2.hole": "4"})
        aside = self.record.aside()
        self.assertEqual(aside["bay.bars_flat"], "looked at with the bars set otherwise: head washers 5, now 6")
        self.assertNotIn("torque.head_bolts_1.reached", aside, "the head was not moved")

    def test_another_ball_and_the_brackets_moved(self) -> None:
        aside = self.record.aside({"hitch.ball": "Ball B"})
        self.assertEqual(aside, {"torque.ball_nut.reached": "tightened with the ball Ball A; it is Ball B now"})
        self.record.save({"bay.bracket_place": "27 in"})
        aside = self.record.aside({"bay.bracket_place": "24 in"})
        self.assertEqual(
            aside["torque.frame_bolts_1.reached"],
            "tightened with the brackets 27 in behind the ball; they stand at 24 in",
        )
        self.assertEqual(set(aside), {"torque.frame_bolts_1.reached", "bay.past_left"})

    def test_marks_belong_to_loads_pressure_and_levelling(self) -> None:
        self.record.save({"bay.front_left_a": "37 in", "bay.front_left_b": "38 in", "bay.air_pressure_a": "40 psi"})
        self.assertEqual(self.record.aside(), {}, "a pressure first written down is that at which it stood all along")
        self.assertEqual(
            set(self.record.aside({"bay.air_pressure_b": "60 psi"})),
            {"bay.front_left_a"},
            "B says for itself how it was",
        )
        self.record.save({"bay.air_pressure_b": "40 psi"})
        self.assertEqual(self.record.aside(), {})
        aside = self.record.aside({"bay.air_pressure_b": "60 psi"})
        self.assertEqual(aside["bay.front_left_a"], "taped with the air springs at 40.0 psi; they stand at 60.0 psi")
        self.assertEqual(set(aside), {"bay.front_left_a", "bay.front_left_b", "trials.trial_1.front_left"})
        self.assertEqual(
            set(self.record.save({"vehicle.auto_levelling": "off"}).aside({"vehicle.auto_levelling": "on"})),
            {"bay.front_left_a", "bay.front_left_b", "trials.trial_1.front_left"},
        )
        self.assertEqual(
            set(self.record.aside({"loads.bed.weight": "90 lb"})),
            {"bay.front_left_a", "bay.front_left_b", "trials.trial_1.front_left"},
        )
        self.assertEqual(
            set(self.record.aside({"loads.gear.weight": "200 lb"})),
            {"bay.front_left_b", "trials.trial_1.front_left"},
        )

    def test_the_pressure_written_last_is_how_it_stands_wherever_it_was_written(self) -> None:
        self.record.save({"bay.front_left_a": "37 in", "bay.air_pressure_a": "40 psi"}).save(
            {"vehicle.air_pressure": "60 psi"}
        )
        self.assertEqual(
            self.record.aside()["bay.front_left_a"], "taped with the air springs at 40.0 psi; they stand at 60.0 psi"
        )
        self.record.save({"vehicle.air_pressure": "40 psi"})
        self.assertEqual(self.record.aside(), {})

    def test_the_ball_at_another_height(self) -> None:
        self.record.save({"hitch.ball_height": "21 in"})
        self.assertEqual(self.record.aside(), {})
        aside = self.record.aside({"hitch.ball_height": "20 in"})
        self.assertEqual(aside["bay.bars_flat"], "looked at with the ball at 21 in; it stands at 20 in")
        self.assertIn("trials.trial_1.front_left", aside)
        self.assertEqual(self.record.aside({"hitch.ball_height": "533 mm"}), {}, "the same in another unit")

    def test_a_mark_taped_again_at_another_pressure_stands_and_the_rest_does_not(self) -> None:
        self.record.save({"bay.front_left_a": "37 in", "bay.rear_left_a": "38 in", "bay.air_pressure_a": "40 psi"})
        self.record.save({"bay.front_left_a": "36 in", "bay.air_pressure_a": "50 psi"})
        self.assertEqual(set(self.record.aside()), {"bay.rear_left_a", "trials.trial_1.front_left"})
        self.assertEqual(self.record.held()["bay.front_left_a"], "36 in")


PATHS = (
    "weighing.tongue_scale", "trailer.gross_weight", "trailer.gvwr", "loads.gear.weight", "loads.gear.at", "loads.bed.weight",
    "vehicle.receiver_height", "vehicle.gvwr", "vehicle.air_pressure", "bay.air_pressure_a", "bay.front_left_a", "bay.front_left_b",
    "trials.trial_1.washers", "trials.trial_1.hole", "trials.trial_1.front_left", "trials.trial_2.washers", "trials.trial_2.hole",
    "trials.trial_2.front_left", "bay.past_left", "hitch.ball_height", "torque.head_bolts_1.reached", "torque.ball_nut.reached",
    "weighing.bridge_front_bars", "bay.bracket_place",
)  # fmt: skip
_TEXTS = {
    "lb": ("2000 lb", "2400 lb"),
    "in": ("20 in", "22 in"),
    "psi": ("40 psi", "60 psi"),
    "": ("3", "4"),
    "ft·lb": ("200 ft·lb", "440 ft·lb"),
}
_UNIT = {"weight": "lb", "length": "in", "pressure": "psi", "count": "", "couple": "ft·lb"}


def _texts(path: str) -> tuple[str, ...]:
    entry = entry_at(path)
    assert entry is not None
    return (*_TEXTS[_UNIT[entry.dimension]], "")


writes = st.sampled_from(PATHS).flatmap(lambda path: st.tuples(st.just(path), st.sampled_from(_texts(path))))
whiches = st.tuples(st.sampled_from(("which.trailer", "which.vehicle")), st.sampled_from(("1", "2")))
saves = st.lists(
    st.dictionaries(st.sampled_from(("a", "b", "c", "d")), st.one_of(writes, writes, writes, whiches), min_size=1),
    max_size=12,
)


def recorded(found: list[dict[str, tuple[str, str]]]) -> Record:
    record = Record()
    for save in found:
        record.save(dict(save.values()))
    return record


class Properties(unittest.TestCase):
    """Rules over random histories: 24 fields, two vehicles, two trailers, taken back and written again."""

    @given(saves)
    @settings(max_examples=400, deadline=None)
    def test_nothing_read_of_one_trailer_or_vehicle_holds_for_another(self, found: list) -> None:
        record = recorded(found)
        history, standing = History(record.writings), record.standing()
        for path, one in standing.held().items():
            then, now = history.units(one.moment), standing.units
            for under, was, stands in (
                (Under.VEHICLE, then.vehicle, now.vehicle),
                (Under.TRAILER, then.trailer, now.trailer),
            ):
                if under in conditions_at(path):
                    self.assertEqual(was, stands, path)

    @given(saves, st.lists(writes, max_size=4), whiches)
    @settings(max_examples=400, deadline=None)
    def test_what_is_put_back_holds_exactly_as_before(
        self, found: list, meanwhile: list, which: tuple[str, str]
    ) -> None:
        """Another vehicle or trailer, whatever is read of it, and back: the same readings hold, and no others."""
        record = recorded(found)
        before, was = record.held(), record.standing().units
        path, key = which
        old = was.trailer if path == "which.trailer" else was.vehicle
        if key == old:
            return
        other = {where: text for where, text in meanwhile if Under(path.removeprefix("which.")) in conditions_at(where)}
        record.save({path: key, **other}).save({path: old})
        after = {where: text for where, text in record.held().items() if where != path}
        self.assertEqual(after, {where: text for where, text in before.items() if where != path})

    @given(saves, st.lists(writes, min_size=1, max_size=3))
    @settings(max_examples=400, deadline=None)
    def test_a_draft_stands_as_it_would_once_saved(self, found: list, typed: list) -> None:
        record, draft = recorded(found), dict(typed)
        held, aside = record.held(draft), record.aside(draft)
        record.save(draft)
        self.assertEqual(held, record.held())
        self.assertEqual(aside, record.aside())

    @given(saves)
    @settings(max_examples=300, deadline=None)
    def test_each_path_holds_or_is_aside_or_was_taken_back_and_what_is_aside_says_why(self, found: list) -> None:
        record = recorded(found)
        held, aside = record.held(), record.aside()
        self.assertEqual(set(held) & set(aside), set())
        last = {one.path: one for one in record.writings}
        for path, one in last.items():
            if path not in held and path not in aside:
                self.assertEqual(one.typed, "", path)
        self.assertTrue(all(why.count(" ") > 2 for why in aside.values()))

    @given(saves)
    @settings(max_examples=200, deadline=None)
    def test_what_is_aside_is_unknown_to_whoever_reads_the_rig(self, found: list) -> None:
        standing = recorded(found).standing()
        entries = {path: {"is": one.typed, "from": "measured"} for path, one in standing.held().items()}
        rig = read_entries(entries, Stock()).rig
        for path in standing.set_aside():
            self.assertIsInstance(rig.figure(path), Missing, path)

    @given(saves)
    @settings(max_examples=200, deadline=None)
    def test_written_all_at_once_everything_holds(self, found: list) -> None:
        """A record without a past: a rig file, a new rig. What is of another pressure by its own state alone is told apart."""
        flat = {path: text for save in found for path, text in save.values() if "air_pressure" not in path}
        record = Record().save(flat)
        self.assertEqual(record.held(), {path: text for path, text in flat.items() if text})


if __name__ == "__main__":
    unittest.main()
