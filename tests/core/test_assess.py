"""The one door: whatever is known or not, it answers; and less knowledge never makes a better answer."""

import copy
import json
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import finding, report, rigfile
from stathmos.core.assess import assess
from stathmos.core.figures import Authority, Figure, Given, Missing, Provenance
from stathmos.core.ratings import State
from stathmos.core.rig import ENTRIES, LIST_ENTRIES, Entry
from stathmos.core.rig_rules import rules_for
from stathmos.core.rules import Rules
from stathmos.core.schools import RESTORATION_SCHOOLS, SHARE_SCHOOLS
from tests.core.how_many import tried
from tests.core.random_rigs import a_rig, put, written
from tests.core.rigs import KG, RIG, assessed, label, link, measured, rig

WRITTEN = [(section, name) for section in ("vehicle", "trailer", "loads", "weighing") for name in RIG[section]]
#: a rig is judged without these: the empty load is assumed, the brochure is only compared, and the class stands in for springs
SPARED = {("vehicle", "vehicle_class"), ("vehicle", "receiver_wc_gross"), ("vehicle", "receiver_wc_tongue"), ("trailer", "brochure_tongue"),
          ("loads", "bed"), ("vehicle", "front_rate"), ("vehicle", "rear_rate"), ("trailer", "coupling")}  # fmt: skip


def without(taken: list[tuple[str, str]]) -> dict:
    document = copy.deepcopy(RIG)
    for section, name in taken:
        document[section].pop(name, None)
    return document


def at(path: str, entry: Entry, value: float) -> Given:
    return Given(float(value), entry.dimension, Provenance.MEASURED, path=path, u=1.0)


class WhateverIsKnown(unittest.TestCase):
    @settings(max_examples=tried(120), deadline=None)
    @given(st.lists(st.sampled_from(WRITTEN), unique=True))
    def test_it_always_answers(self, taken: list[tuple[str, str]]) -> None:
        plain = report.plain(assessed(without(taken)))
        self.assertIn(plain["verdict"]["state"], finding.ORDER)
        self.assertTrue(plain["verdict"]["says"]["us"] and plain["verdict"]["remedy"]["metric"])

    @settings(max_examples=tried(120), deadline=None)
    @given(st.lists(st.sampled_from(WRITTEN), unique=True, min_size=1))
    def test_it_is_never_good_while_something_is_wanting(self, taken: list[tuple[str, str]]) -> None:
        state = assessed(without(taken)).verdict.state
        if set(taken) - SPARED:
            self.assertNotEqual(state, "good", taken)

    @settings(max_examples=80, deadline=None)
    @given(
        st.lists(st.sampled_from(sorted({**ENTRIES, **LIST_ENTRIES})), unique=True, max_size=12),
        st.sampled_from(["", "0", "1", "7 lb", "1e5", "yes", "{}", "½", "999 in"]),
    )
    def test_any_text_in_any_field_answers(self, paths: list[str], text: str) -> None:
        document = copy.deepcopy(RIG)
        for path in paths:
            *sections, name = path.replace("*", "gear").split(".")
            place = document
            for section in sections:
                place = place.setdefault(section, {})
            place[name] = text
        read = rigfile.read(document)
        report.plain(assess(read.rig, stock=read.stock))

    def test_every_figure_at_either_end_of_what_is_believed_answers(self) -> None:
        """A flat tyre, a rate as stiff as rates go, nothing in the bed: no figure that is taken brings the answer down, nor a share that no paper can show."""
        there, stock, rules = a_rig(2)
        whole, load = ("vehicle", "trailer", "hitch"), there.loads[0].key
        places = [(path, one) for path, one in ENTRIES.items() if path.split(".")[0] in whole]
        places += [(path.replace("*", load), one) for path, one in LIST_ENTRIES.items() if path.startswith("loads.")]
        known = written(there)
        for path, one in places:  # what nobody wrote is put halfway, so that everything is worked out
            if path not in known and one.low is not None and one.high is not None:
                there = put(there, path, at(path, one, (one.low + one.high) / 2))
        tried = 0
        for path, entry in places:
            for end in {entry.low, entry.high} - {None}:
                found = assess(put(there, path, at(path, entry, end)), stock=stock, rules=rules)
                json.dumps(report.plain(found), allow_nan=False)
                tried += 1
        self.assertGreater(tried, 100)

    def test_unknown_links_name_what_to_read_in_words(self) -> None:
        plain = report.plain(assessed(without([("vehicle", "rear_gawr")])))
        rear = next(one for one in plain["ratings"]["planned"]["links"] if one["key"] == "rear_gawr")
        self.assertEqual(rear["ask"], "Rear GAWR (certification label in the driver's door jamb)")


class Provenances(unittest.TestCase):
    def test_a_result_is_no_better_than_its_weakest_input(self) -> None:
        document = rig(
            loads__bed__weight={"is": "200 lb", "from": "brochure"},
            loads__rear_seats__weight=measured("0 lb"),
            loads__behind_axle__weight=measured("0 lb"),
        )
        self.assertIs(link(assessed(document), "payload").demand.provenance, Provenance.BROCHURE)
        document["loads"]["bed"]["weight"] = "200 lb"
        self.assertIs(link(assessed(document), "payload").demand.provenance, Provenance.ASSUMED)

    def test_every_worked_demand_is_the_weakest_of_its_terms(self) -> None:
        for one in assessed(rig()).planned:
            if isinstance(one.demand, Figure):
                self.assertEqual(
                    one.demand.provenance,
                    min((term.provenance for term in one.demand.working.terms.values()), key=lambda p: p.strength),
                )


class Loads(unittest.TestCase):
    """Where people and cargo come to lie: moments by hand."""

    @given(st.integers(80, 900), st.integers(0, 900), st.integers(0, 900), st.integers(0, 400))
    @settings(max_examples=60, deadline=None)
    def test_nothing_is_lost_between_the_axles(self, front: int, rear: int, bed: int, behind: int) -> None:
        seats = {
            "loads__front_seats__weight": measured(f"{front} lb"),
            "loads__rear_seats__weight": measured(f"{rear} lb"),
        }
        cargo = {"loads__bed__weight": measured(f"{bed} lb"), "loads__behind_axle__weight": measured(f"{behind} lb")}
        loads = assessed(rig(**seats, **cargo)).loads
        total = (loads.front.value + loads.rear.value) / KG
        self.assertAlmostEqual(total, 5600 + front + rear + bed + behind + loads.hardware.value / KG, places=6)
        self.assertAlmostEqual(
            loads.aboard.value / KG, front + rear + bed + behind + loads.hardware.value / KG, places=6
        )

    def test_cargo_behind_the_axle_lightens_the_front(self) -> None:
        fronts = [
            assessed(rig(loads__behind_axle__weight=measured(f"{weight} lb"))).loads.front.value for weight in (0, 100)
        ]
        self.assertAlmostEqual((fronts[1] - fronts[0]) / KG, -100 * 25 / 145, places=6)  # half of the 50 in overhang

    def test_a_rig_with_nobody_in_front_is_unknown(self) -> None:
        self.assertIsInstance(assessed(rig(loads__front_seats__weight=None)).loads.rear, Missing)


class Schools(unittest.TestCase):
    def test_what_the_rig_chose_is_the_houses_and_the_rest_stays(self) -> None:
        read = rigfile.read(rig(ways__share_school="about_ten", ways__reserve=label("15 %"))).rig
        rules = rules_for(read, Rules(restoration=RESTORATION_SCHOOLS["full"]))
        self.assertEqual((rules.share.key, rules.share.authority), ("about_ten", Authority.RIG))
        self.assertEqual((rules.reserve, rules.restoration.key), (0.15, "full"))
        self.assertIs(rules_for(rigfile.read(rig()).rig).share.authority, Authority.DEFAULT)

    def test_the_vehicles_handbook_overrules_rig_and_house(self) -> None:
        document = rig(
            ways__share_school="about_ten",
            vehicle__handbook_share_low=label("12 %"),
            vehicle__handbook_share_high=label("15 %"),
            vehicle__handbook_restoration=label("half"),
        )
        rules = rules_for(rigfile.read(document).rig, Rules(share=SHARE_SCHOOLS["four_to_seven"]))
        self.assertEqual((rules.share.low, rules.share.high), (0.12, 0.15))
        self.assertIs(rules.share.authority, Authority.VEHICLE_HANDBOOK)
        self.assertEqual((rules.restoration.key, rules.restoration.authority), ("half", Authority.VEHICLE_HANDBOOK))
        told = report.plain(assessed(document))["weights"]
        self.assertEqual(told["band"]["authority"], "tow-vehicle handbook")
        self.assertEqual(told["share"]["working"]["rule"]["authority"], "tow-vehicle handbook")

    def test_an_own_band_wants_two_ends_the_right_way_round(self) -> None:
        own = {"ways__share_school": "own", "ways__share_low": "11 %", "ways__share_high": "14 %"}
        self.assertEqual(rules_for(rigfile.read(rig(**own)).rig).share.name, "11–14 %")
        for wrong, place in (
            ({**own, "ways__share_high": None}, "ways.share_high"),
            ({**own, "ways__share_high": "10 %"}, "ways.share_high"),
        ):
            assessment = assessed(rig(**wrong))
            self.assertEqual(assessment.rules.share.key, "ten_to_fifteen")
            self.assertIn(place, [one.place for one in assessment.contradictions])
            self.assertNotEqual(assessment.verdict.state, "good")

    def test_the_window_moves_the_axle_demands(self) -> None:
        rear = {
            school: link(assessed(rig(ways__restoration_school=label(school))), "rear_gawr").demand.value
            for school in RESTORATION_SCHOOLS
        }
        self.assertAlmostEqual(rear["half"], rear["half_to_full"], places=9, msg="both have half as their least")
        self.assertLess(rear["full"], rear["half"], "the more is given back, the less on the rear axle")

    def test_a_larger_reserve_never_calls_a_link_better(self) -> None:
        order = [State.OVER, State.LIMIT, State.RESERVE, State.WITHIN]
        for small, large in (("0 %", "10 %"), ("10 %", "30 %")):
            one, other = (assessed(rig(ways__reserve=label(text))).planned for text in (small, large))
            for less, more in zip(one, other, strict=True):
                if less.state in order and more.state in order:
                    self.assertGreaterEqual(order.index(less.state), order.index(more.state), less.key)
