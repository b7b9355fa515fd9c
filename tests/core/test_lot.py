"""The lot: for many pairs at once what `assess` says of each, link by link and part by part."""

import random
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from stathmos.core import lot, rigfile
from stathmos.core.assess import assess
from stathmos.core.figures import Missing
from stathmos.core.lot.chain import ABSENT, STATES
from stathmos.core.rig import CHOICE, FLAG, Rig, Trailer, entries
from stathmos.core.rules import Rules
from stathmos.core.schools import OFFSET_SCHOOLS, RESTORATION_SCHOOLS
from stathmos.core.stock import Stock, every_ball
from stathmos.core.stockroom import Item
from tests.core.how_many import tried
from tests.core.rigs import KG, RIG, kit, label, measured, rig, shank, sleeve

#: what each figure may become: near what it is, far off, or unknown
_SPREAD = (0.55, 0.8, 0.95, 1.0, 1.0, 1.05, 1.3, 1.9)


def varied(dice: random.Random, written: dict, kind: type, more: dict[str, tuple[str, ...]] | None = None) -> dict:
    """A thing with its figures made larger, smaller or unknown, and some written that were not."""
    made = dict(written)
    for name, entry in entries(kind):
        if entry.dimension in (CHOICE, FLAG):
            if entry.choices and dice.random() < 0.12:
                made[name] = label(dice.choice([key for key, _ in entry.choices]))
            elif dice.random() < 0.02:
                made.pop(name, None)
        elif name in (more or {}) and dice.random() < 0.3:
            made[name] = label(dice.choice(more[name]))
        elif name in made and dice.random() < 0.08:
            made[name] = scaled(made[name], dice.choice(_SPREAD), entry)
        elif name in made and dice.random() < 0.015:
            del made[name]
        if name in made and dice.random() < 0.01:
            made[name] = {**made[name], "from": dice.choice(("assumed", "brochure"))}
    made["coupling"] = label("ball") if kind is Trailer else made.get("coupling")
    return {name: value for name, value in made.items() if value is not None}


def scaled(entry: dict, by: float, described) -> dict:
    given_ = rigfile.read_entry(entry, described)
    if given_.absent:
        return entry
    value = min(max(given_.value * by, described.low), described.high)
    if described.dimension == "count":
        value = round(value)
    datum = {"datum": entry["datum"]} if "datum" in entry else {}
    unit = {"weight": " kg", "length": " mm", "rate": " kg/mm", "count": "", "money": "", "pressure": " kPa"}[
        described.dimension
    ]
    return {"is": f"{value:.3f}".rstrip("0").rstrip(".") + unit, "from": entry["from"], **datum}


_TRAILER_MORE = {
    "jack_position": ("20 in", "24 in", "30 in"),
    "propane_position": ("32 in", "36 in"),
    "battery_position": ("40 in", "44 in"),
    "frame_depth": ("4 in", "4 3/8 in", "6 in", "7 in"),
    "coupler_d_value": ("10 kN", "40 kN"),
    "coupler_v_value": ("3 kN", "30 kN"),
    "coupler_tongue_limit": ("400 lb", "1200 lb"),
    "frontal_area": ("60 sq ft",),
    "axle_spacing": ("30 in", "36 in", "110 in"),
    "axle_rate": ("900 lb/in", "2600 lb/in"),
    "wheel_rating": ("1700 lb", "2600 lb"),
    "tyre_pressure": ("45 psi", "80 psi"),
    "tyre_rated_pressure": ("65 psi", "80 psi"),
}
_VEHICLE_MORE = {
    "receiver_d_value": ("9 kN", "60 kN"),
    "frontal_area_limit": ("50 sq ft", "70 sq ft"),
    "handbook_share_high": ("12 %",),
    "overhang": ("48 in", "54 in"),
    "front_tyre_rating": ("2100 lb", "3000 lb"),
    "rear_tyre_rating": ("2100 lb", "3000 lb"),
    "rear_tyre_count": ("2", "4"),
}
_KIT_MORE = {
    "bracket_least": ("24 in",),
    "bracket_most": ("32 in",),
    "bar_length": ("31 in", "36 in"),
    "frame_depth_least": ("3 in",),
    "frame_depth_most": ("5 in",),
    "special_depth_most": ("7 in",),
    "frame_height_1": ("4 in", "3 in"),
    "frame_height_2": ("5 in", "6 in"),
    "special_height": ("4 3/8 in",),
    "handbook_offset": ("1 in", "-1/2 in"),
    "handbook_offset_most": ("2 in",),
    "handbook_offset_per_hundred": ("1/8 in", "-1/8 in"),
}


def a_yard(seed: int) -> tuple[list[Rig], list[Trailer], Stock, Rules]:
    """Vehicles with loads, trailers and a stock, at random; what cannot be read is left unknown."""
    dice = random.Random(seed)
    kinds = rigfile.PARTS
    base_kits = [kit(f"Kit {i}", tongue, tongue // 2) for i, tongue in enumerate((600, 800, 1000, 1000, 1200, 1400))]
    base_shanks = [
        shank(f"Shank {i}", size, drop)
        for i, (size, drop) in enumerate(
            (("2 in", "4 in"), ("2 in", "8 1/2 in"), ("2 1/2 in", "8 in"), ("2 in", "3 in"))
        )
    ]
    base_shanks[3]["style"] = label("fixed")
    if dice.random() < 0.7:
        # A shelf of plain mounts has holes of several sizes, and each wants a ball of its own.
        base_shanks[3]["ball_hole"] = label(dice.choice(("1 1/4 in", "1 in")))
        base_shanks.append(
            {
                **base_shanks[3],
                "name": "Shank 4",
                "ball_hole": label(dice.choice(("1 1/4 in", "1 in"))),
                "most_drop": label("2 in"),
            }
        )
    base_shanks[1]["end_below"] = label("5 in")
    if dice.random() < 0.4:
        own = {
            "diameter": dice.choice(("2 5/16 in", "2 in")),
            "rating": dice.choice(("14000 lb", "6000 lb")),
            "top": "2 1/2 in",
        }
        base_shanks[3] |= {f"own_ball_1_{name}": label(text) for name, text in own.items()}
    stock = {
        "kits": [varied(dice, one, kinds["kits"], _KIT_MORE) for one in base_kits],
        "shanks": [varied(dice, one, kinds["shanks"]) for one in base_shanks],
        "balls": [
            varied(dice, one, kinds["balls"], {"shank_diameter": ("1 in",)}) for one in RIG["stock"]["balls"] * 2
        ],
        "sleeves": [varied(dice, sleeve(f"Sleeve {i}"), kinds["sleeves"]) for i in range(dice.randrange(3))],
    }
    for parts in stock.values():
        for index, part in enumerate(parts):
            part["name"] = f"part {index}"
    shelf = rigfile.read({"stathmos_rig_file": 4, "stock": stock}).stock
    if dice.random() < 0.5:  # counted: among equals what is there goes first, on the lot as on a rig
        shelf = shelf.counted(
            {
                Item(kind, one["name"]): dice.choice((None, 0, 2))
                for kind in ("kits", "shanks", "balls")
                for one in stock[kind]
            }
        )
    cars, vans = [], []
    for _ in range(2):
        document = rig(
            vehicle=varied(dice, RIG["vehicle"], type(Rig().vehicle), _VEHICLE_MORE),
            loads__behind_axle__weight=label(dice.choice(("0 lb", "120 lb"))),
        )
        document.pop("stock")
        if dice.random() < 0.2:
            document["weighing"] |= {
                "bridge_front_alone": measured("3300 lb"),
                "bridge_rear_alone": measured("2800 lb"),
            }
        cars.append(rigfile.read(document).rig)
    for _ in range(3):
        document = {"stathmos_rig_file": 4, "trailer": varied(dice, RIG["trailer"], Trailer, _TRAILER_MORE)}
        vans.append(rigfile.read(document).rig.trailer)
    rules = Rules(
        restoration=RESTORATION_SCHOOLS[dice.choice(list(RESTORATION_SCHOOLS))],
        offset=OFFSET_SCHOOLS[dice.choice(list(OFFSET_SCHOOLS))],
        reserve=dice.choice((0.0, 0.1, 0.2)),
    )
    return cars, vans, shelf, rules


class EqualsOneByOne(unittest.TestCase):
    def same(self, judged: lot.Judged, index: int, candidate: Rig, stock: Stock, rules: Rules) -> None:
        """One pair of the lot against `assess` of the same rig: every link's state and share, every part, the hole."""
        expected = assess(candidate, rules, stock)
        chain = judged.links
        # What is asked about holds the whole pair back in the lot, and its links one by one in the answer.
        planned = assess(candidate, rules, stock, trial=True).planned if expected.mismatches else expected.planned
        there = {key: int(state[index]) for key, state in chain.state.items() if state[index] != ABSENT}
        self.assertEqual(
            {key: STATES[state].value for key, state in there.items()},
            {link.key: link.state.value for link in planned},
        )
        for link in planned:
            if link.share is not None:
                self.assertAlmostEqual(chain.share[link.key][index], link.share, places=9, msg=link.key)
        chosen, build = judged.chosen, expected.choice.in_force
        for what, parts in (
            ("kit", stock.kits),
            ("shank", stock.shanks),
            ("ball", every_ball(stock)),
            ("sleeve", stock.sleeves),
        ):
            at = int(getattr(chosen, what)[index])
            self.assertEqual(
                parts[at].name if at != lot.NONE else None, getattr(getattr(build, what), "name", None), what
            )
        if expected.choice.position is not None:
            told = ("up" if chosen.turned_up[index] else "down", int(chosen.hole[index]))
            self.assertEqual(told, (expected.choice.position.orientation, expected.choice.position.hole))

    @settings(max_examples=tried(60), deadline=None)
    @given(st.integers(0, 10**9), st.booleans())
    @example(seed=7299126, distributing=True)  # a fixed mount's own ball has no thread to be too long
    def test_one_vehicle_against_the_trailers(self, seed: int, distributing: bool) -> None:
        cars, vans, stock, rules = a_yard(seed)
        style = "weight_distributing" if distributing else "weight_carrying"
        judged = lot.judge(lot.vehicles(cars[:1], rules), lot.trailers(vans), stock, distributing)
        for index, van in enumerate(vans):
            self.same(judged, index, lot.filled(cars[0], van, rules, style), stock, rules)

    @settings(max_examples=tried(30), deadline=None)
    @given(st.integers(0, 10**9), st.booleans())
    def test_one_trailer_against_the_vehicles(self, seed: int, distributing: bool) -> None:
        cars, vans, stock, rules = a_yard(seed)
        style = "weight_distributing" if distributing else "weight_carrying"
        judged = lot.judge(lot.vehicles(cars, rules), lot.trailers(vans[:1]), stock, distributing)
        for index, car in enumerate(cars):
            self.same(judged, index, lot.filled(car, vans[0], rules, style), stock, rules)


class ManyAtOnce(unittest.TestCase):
    @settings(max_examples=tried(40), deadline=None)
    @given(st.integers(0, 10**9), st.integers(0, 6), st.randoms(use_true_random=False))
    def test_each_pair_fares_as_it_does_alone_whatever_stands_beside_it(self, seed: int, cut: int, chance) -> None:
        """Some rows taken, the rest put behind them, and each by itself: columns are cut and joined, and no answer changes."""
        cars, vans, stock, rules = a_yard(seed)
        car, whole = lot.vehicles(cars[:1], rules), lot.trailers(vans)
        order = list(range(len(vans)))
        chance.shuffle(order)
        first, rest = np.array(order[:cut], int), np.array(order[cut:], int)
        parts = [lot.each_column(whole, lambda column, rows=rows: column[rows]) for rows in (first, rest)]
        together = {one.index: one for one in lot.best(car, lot.joined(*parts), stock)}
        self.assertEqual(len(together), len(vans))
        for place, index in enumerate(order):
            (alone,) = lot.best(car, lot.trailers([vans[index]]), stock)
            self.assertEqual(replace(together[place], index=0), alone)

    @settings(max_examples=20, deadline=None)
    @given(st.integers(0, 10**9))
    def test_the_ranking_counts_and_pages_what_it_lists(self, seed: int) -> None:
        cars, vans, stock, rules = a_yard(seed)
        ranked = lot.best(lot.vehicles(cars[:1], rules), lot.trailers(vans), stock)
        listed = list(ranked)
        self.assertEqual([*ranked[:2], *ranked[2:]], listed)
        self.assertEqual(sorted(one.index for one in listed), list(range(len(vans))))
        self.assertEqual(ranked.counted(), {word: sum(one.fits == word for one in listed) for word in ranked.counted()})

    def test_an_empty_lot_has_no_pairs(self) -> None:
        cars, vans, stock, rules = a_yard(1)
        nothing = lot.each_column(lot.trailers(vans), lambda column: column[:0])
        ranked = lot.best(lot.vehicles(cars[:1], rules), nothing, stock)
        self.assertEqual((len(ranked), ranked[:5], set(ranked.counted().values())), (0, (), {0}))


class ByHand(unittest.TestCase):
    def setUp(self) -> None:
        read = rigfile.read(rig())
        self.rig, self.stock = read.rig, read.stock

    def standings(self, *trailers: dict) -> list[lot.Pairing]:
        vans = [rigfile.read(rig(**changes)).rig.trailer for changes in trailers]
        return list(lot.best(lot.vehicles([self.rig], Rules()), lot.trailers(vans), self.stock))

    def test_a_filled_trailer_by_hand(self) -> None:
        """7 000 lb at 15 %: 1 050 lb on a kit of 1 200 within its 10 % (1 080); rear axle and payload by hand."""
        judged = lot.judge(lot.vehicles([self.rig], Rules()), lot.trailers([self.rig.trailer]), self.stock, True)
        shares = {key: float(column[0]) for key, column in judged.links.share.items()}
        self.assertAlmostEqual(shares["hitch_tongue"], 1050 / 1200)
        self.assertAlmostEqual(shares["payload"], (300 + 200 + 100 + 1050) / 2800)
        self.assertAlmostEqual(shares["tow_rating"], 7000 / 11000)

    def test_sorted_by_what_is_left_and_what_does_not_fit_last(self) -> None:
        found = self.standings(
            {"trailer__gvwr": label("12000 lb")}, {}, {"trailer__gvwr": label("5000 lb")}, {"trailer__gvwr": None}
        )
        self.assertEqual([one.index for one in found], [2, 1, 3, 0])
        self.assertEqual([one.fits for one in found], ["fits", "fits", "not known", "does not fit"])
        self.assertLess(found[0].used, found[1].used)
        self.assertIn("tow_rating", found[3].over)

    def test_a_light_trailer_is_carried_and_a_maker_who_forbids_bars_is_heard(self) -> None:
        light = {"trailer__gvwr": label("1800 lb"), "trailer__axle_rating": label("1100 lb")}
        mount = shank(
            "Mount",
            style=label("fixed"),
            ball_hole=label("1 1/4 in"),
            drop="0 in",
            most_rise=label("2 in"),
            holes=label("1"),
            pitch=label("0 in"),
        )
        self.stock = rigfile.read(
            {**rig(), "stock": {**RIG["stock"], "shanks": [*RIG["stock"]["shanks"], mount]}}
        ).stock
        (carried,) = self.standings(light)
        self.assertEqual((carried.style, carried.kit), ("weight_carrying", None))
        (forbidding,) = self.standings({"trailer__coupler_wd": label("forbidden")})
        self.assertEqual((forbidding.fits, forbidding.style, forbidding.kit), ("does not fit", "weight_carrying", None))
        self.assertAlmostEqual(forbidding.used, 1050 / 500, msg="7 000 lb at 15 % on a receiver of 500 lb carrying")

    def test_a_handbook_that_requires_bars_is_heard_above_its_weight(self) -> None:
        self.rig = rigfile.read(
            rig(vehicle__handbook_wd=label("required"), vehicle__handbook_wd_above=label("5000 lb"))
        ).rig
        car, vans = (
            lot.vehicles([self.rig], Rules()),
            [rigfile.read(rig(trailer__gvwr=label(f"{one} lb"))).rig.trailer for one in (4000, 6000)],
        )
        told = list(lot.best(car, lot.trailers(vans), self.stock, "weight_carrying"))
        self.assertEqual({one.index: one.weakest == lot.REQUIRED for one in told}, {0: False, 1: True})
        for one in lot.best(car, lot.trailers(vans), self.stock):
            self.assertNotEqual((one.index, one.style), (1, "weight_carrying"))

    def test_a_school_that_goes_by_the_s_limit_fills_no_tongue_over_it(self) -> None:
        """1 500 kg and 90 kg: 7 % would be 105; never more than the limit is 90, 6.0 %."""
        ways = {"ways__share_school": label("four_to_seven"), "vehicle__tongue_limit": label("100 kg")}
        van = rigfile.read(
            rig(trailer__gvwr=label("1500 kg"), trailer__coupler_tongue_limit=label("90 kg"))
        ).rig.trailer
        read = rigfile.read(rig(**ways))
        judged = lot.judge(lot.vehicles([read.rig], Rules()), lot.trailers([van]), read.stock, True)
        self.assertAlmostEqual(float(judged.links.share["coupler_tongue"][0]), 1.0)
        full = assess(lot.filled(read.rig, van, Rules()), Rules(), read.stock)
        self.assertAlmostEqual(full.weights.tongue.value, 90)
        self.assertNotIn("over", {one.state.value for one in full.full if one.key == "coupler_tongue"})

    def test_fifth_wheels_are_declined(self) -> None:
        (declined,) = self.standings({"trailer__coupling": label("fifth_wheel")})
        self.assertEqual(declined.fits, "does not fit")


class Monotone(unittest.TestCase):
    @settings(max_examples=tried(40), deadline=None)
    @given(st.lists(st.integers(1500, 9900), min_size=2, max_size=12))
    def test_a_heavier_trailer_uses_no_less_of_any_rating_of_the_vehicle(self, pounds: list[int]) -> None:
        read = rigfile.read(rig())
        vans = [rigfile.read(rig(trailer__gvwr=label(f"{one} lb"))).rig.trailer for one in sorted(pounds)]
        judged = lot.judge(lot.vehicles([read.rig], Rules()), lot.trailers(vans), read.stock, True)
        for key in ("tow_rating", "tongue_limit", "receiver_gross", "receiver_tongue", "gcwr"):
            used = judged.links.share[key]
            used = used[~np.isnan(used)]
            self.assertTrue((np.diff(used) >= -1e-3).all(), key)  # the hitch's own weight differs from kit to kit
        self.assertIsInstance(read.rig.figure("journey.altitude"), Missing)
        self.assertAlmostEqual(float(judged.links.share["tow_rating"][0]), min(pounds) * KG / (11000 * KG))
