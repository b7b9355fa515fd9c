"""The first answer: its ranges hold whatever the truth inside them is, as `assess` itself judges that truth when it is read."""

import random
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from stathmos.core import desk, lot, report, rigfile
from stathmos.core.assess import assess
from stathmos.core.desk.open_figures import (
    ALL_OF_IT,
    BEHIND,
    FRONT_SEATS,
    ON_TONGUE,
    REACH,
    SPLIT,
    TYPICAL,
    UNLADEN,
    WHEEL,
    front_share_range,
    of_the_hitch,
    unladen_range,
)
from stathmos.core.desk.rows import rows
from stathmos.core.figures import Given, Provenance
from stathmos.core.ratings import State
from stathmos.core.rig import Load, Rig
from stathmos.core.rules import Rules
from stathmos.core.units import LENGTH, WEIGHT
from tests.core.how_many import tried
from tests.core.rigs import label, rig, shank

#: what the axles and the receiver carry: the links of the vehicle, which no choice of parts changes but by its weight
LOADS = ("payload", "rear_gawr", "front_gawr", "gvwr", "receiver_tongue", "receiver_gross", "tow_rating", "gcwr")
OF_THE_VEHICLE = (UNLADEN, SPLIT, WHEEL, BEHIND, FRONT_SEATS)
LABELS = ("gvwr", "payload", "front_gawr", "rear_gawr")


def at_the_desk(seed: int) -> tuple[Rig, rigfile.RigFile]:
    """A random vehicle and trailer of which only labels, and perhaps a brochure, are read."""
    chance = random.Random(seed)
    gvwr = chance.uniform(5500, 11000)
    payload = gvwr * chance.uniform(0.15, 0.35)
    van = chance.uniform(2500, 11000)
    document = {
        "stathmos_rig_file": rigfile.VERSION,
        "vehicle": {
            "vehicle_class": {"is": chance.choice(list(TYPICAL)), "from": "assumed"},
            "gvwr": label(f"{gvwr:.0f} lb"),
            "payload": label(f"{payload:.0f} lb"),
            "front_gawr": label(f"{gvwr * chance.uniform(0.5, 0.62):.0f} lb"),
            "rear_gawr": label(f"{gvwr * chance.uniform(0.52, 0.65):.0f} lb"),
            "receiver_wd_tongue": label(f"{chance.choice([800, 1000, 1200, 1500])} lb"),
            "receiver_wd_gross": label(f"{chance.choice([8000, 10000, 12000])} lb"),
            "receiver_wc_tongue": label(f"{chance.choice([350, 500, 800])} lb"),
            "receiver_wc_gross": label(f"{chance.choice([3500, 5000, 8000])} lb"),
        },
        "trailer": {"gvwr": label(f"{van:.0f} lb")},
        "loads": {"front_seats": {"weight": f"{chance.uniform(150, 400):.0f} lb"}},
    }
    if chance.random() < 0.5:
        document["trailer"]["unladen_weight"] = {"is": f"{van * chance.uniform(0.65, 0.9):.0f} lb", "from": "brochure"}
        document["trailer"]["brochure_tongue"] = {
            "is": f"{van * chance.uniform(0.06, 0.12):.0f} lb",
            "from": "brochure",
        }
    if chance.random() < 0.5:
        document["vehicle"]["wheelbase"] = label(f"{chance.uniform(118, 160):.0f} in")
    read = rigfile.read({**document, "stock": rigfile_stock()})
    return read.rig, read


def rigfile_stock() -> dict:
    return rig()["stock"]


def first_answer(asked: Rig, read: rigfile.RigFile) -> desk.Desk:
    judged = assess(asked, stock=read.stock)
    return desk.desk(asked, judged.rules, read.stock, judged.weights)


def read_now(asked: Rig, values: dict[str, float]) -> Rig:
    """The rig when somebody has read everything that was open, and found these."""

    def found(value: float, dimension: str, path: str) -> Given:
        return Given(value, dimension, Provenance.MEASURED, path=path)

    vehicle, trailer, weighing, loads = asked.vehicle, asked.trailer, asked.weighing, asked.loads
    for key, field in ((WHEEL, "wheelbase"), (BEHIND, "overhang")):
        if key in values:
            vehicle = replace(vehicle, **{field: found(values[key], LENGTH, f"vehicle.{field}")})
    if UNLADEN in values:
        ends = {"front": values[SPLIT], "rear": 1 - values[SPLIT]}
        axles = {
            f"unladen_{end}": found(share * values[UNLADEN], WEIGHT, f"vehicle.unladen_{end}")
            for end, share in ends.items()
        }
        vehicle = replace(vehicle, **axles)
    if FRONT_SEATS in values:
        loads = (*loads, Load(key="front_seats", weight=found(values[FRONT_SEATS], WEIGHT, "loads.front_seats.weight")))
    if REACH in values:
        trailer = replace(trailer, ball_to_axle=found(values[REACH], LENGTH, "trailer.ball_to_axle"))
    if ALL_OF_IT in values:
        trailer = replace(trailer, gross_weight=found(values[ALL_OF_IT], WEIGHT, "trailer.gross_weight"))
    if ON_TONGUE in values:
        weighing = replace(weighing, tongue_scale=found(values[ON_TONGUE], WEIGHT, "weighing.tongue_scale"))
    return replace(asked, vehicle=vehicle, trailer=trailer, weighing=weighing, loads=loads)


def styled(asked: Rig, distributing: bool) -> Rig:
    style = Given(0.0, "choice", Provenance.MEASURED, "weight_distributing" if distributing else "weight_carrying")
    return replace(asked, hitch=replace(asked.hitch, style=style))


class Ranges(unittest.TestCase):
    @settings(max_examples=tried(90), deadline=None)
    @given(st.integers(0, 10**9), st.integers(0, 10**9))
    def test_whatever_is_read_lies_within_what_the_desk_said(self, seed: int, inside: int) -> None:
        """A truth anywhere inside the ranges, judged by `assess`: every load within its span, and the answer not belied."""
        asked, read = at_the_desk(seed)
        said = first_answer(asked, read)
        chance = random.Random(inside)
        values = {one.key: chance.uniform(one.low, one.high) for one in said.opened}
        told = assess(styled(read_now(asked, values), said.weight_distributing), stock=read.stock)
        build = told.choice.in_force
        if build.shank is None or (said.weight_distributing and build.kit is None):
            return  # nothing is bolted on, and its weight is in no load
        links = {link.key: link for link in told.planned}
        for span in said.spans:
            link = links[span.key]
            if span.key in LOADS and link.share is not None:
                self.assertGreaterEqual(link.share, span.low - 1e-6, span)
                self.assertLessEqual(link.share, span.high + 1e-6, span)
        over = {key for key in LOADS if key in links and links[key].state is State.OVER}
        if said.state == desk.FITS:
            self.assertEqual(over, set())
        if said.state == desk.CANNOT and not said.lacking:
            self.assertTrue([link.key for link in told.planned if link.state is State.OVER])

    @settings(max_examples=tried(40), deadline=None)
    @given(st.integers(0, 10**9))
    def test_no_place_between_is_worse_than_the_worst_corner(self, seed: int) -> None:
        asked, read = at_the_desk(seed)
        judged = assess(asked, stock=read.stock)
        for distributing in (True, False):
            hitch = of_the_hitch(asked, judged.rules, read.stock, distributing)
            opened = (*desk.open_figures(asked, judged.rules, judged.weights), *hitch)
            made = rows(asked, opened, judged.rules, judged.weights, between=200)
            shares = lot.without_parts(made.cars, made.trailers, distributing, made.carried, made.hitch).share
            for key in LOADS:
                column = shares.get(key)
                if column is None or np.isnan(column).all():
                    continue
                corners, between = column[: made.corners], column[made.corners :]
                self.assertLessEqual(np.nanmax(between), np.nanmax(corners) + 1e-6, key)
                self.assertGreaterEqual(np.nanmin(between), np.nanmin(corners) - 1e-6, key)

    @settings(max_examples=tried(40), deadline=None)
    @given(st.integers(0, 10**9), st.floats(0.0, 1.0))
    def test_what_is_read_narrows_and_never_widens(self, seed: int, where: float) -> None:
        asked, read = at_the_desk(seed)
        before = first_answer(asked, read)
        tongue = next(one for one in before.opened if one.key == ON_TONGUE)
        scale = Given(tongue.low + where * (tongue.high - tongue.low), WEIGHT, Provenance.MEASURED, path=tongue.closes)
        after = first_answer(replace(asked, weighing=replace(asked.weighing, tongue_scale=scale)), read)
        self.assertNotIn(ON_TONGUE, [one.key for one in after.opened])
        if before.weight_distributing == after.weight_distributing:
            wide = {span.key: span for span in before.spans}
            for span in after.spans:
                if span.key in LOADS:
                    self.assertGreaterEqual(span.low, wide[span.key].low - 1e-6)
                    self.assertLessEqual(span.high, wide[span.key].high + 1e-6)

    @settings(max_examples=tried(60), deadline=None)
    @given(st.integers(0, 10**9))
    def test_it_is_a_range_and_the_same_question_has_the_same_answer(self, seed: int) -> None:
        asked, read = at_the_desk(seed)
        said = first_answer(asked, read)
        self.assertEqual(said, first_answer(asked, read))
        for span in said.spans:
            self.assertLessEqual(span.low, span.high)
            self.assertTrue(0 <= span.over <= 1)
        if said.fits is not None:
            self.assertTrue(0 <= said.fits <= 1)
        if said.state == desk.FITS:
            self.assertEqual((said.fits, said.hangs_on, said.unread), (1.0, (), ()))
        for hangs in said.hangs_on:
            self.assertTrue(0 <= hangs.settles <= 1)
            self.assertTrue(set(hangs.closes) <= {one.closes for one in said.opened})


class LeftForPeopleAndCargo(unittest.TestCase):
    @settings(max_examples=tried(60), deadline=None)
    @given(st.integers(0, 10**9), st.integers(0, 10**9))
    def test_what_is_left_may_be_put_anywhere_ahead_of_the_rear_axle(self, seed: int, inside: int) -> None:
        """People in front, behind, cargo in the bed, in any mix up to what is left at least: `assess` finds nothing of the vehicle over."""
        asked, read = at_the_desk(seed)
        chance = random.Random(inside)
        if chance.random() < 0.7:
            asked = replace(asked, loads=())
        said = first_answer(asked, read)
        if said.state != desk.FITS or said.left is None or said.left.least <= 0:
            return
        values = {one.key: chance.uniform(one.low, one.high) for one in said.opened}
        if said.left.driver:
            # one of them drives; the rest is anywhere
            values[FRONT_SEATS] = chance.uniform(min(150 * 0.45359237, said.left.least), said.left.least)
        rest = said.left.least - values.get(FRONT_SEATS, 0.0)
        behind = chance.uniform(0.0, rest)
        truth = read_now(replace(asked, loads=tuple(one for one in asked.loads if not said.left.driver)), values)
        more = tuple(
            Load(key=key, weight=Given(kg, WEIGHT, Provenance.MEASURED, path=f"loads.{key}.weight"))
            for key, kg in (("rear_seats", behind), ("bed", rest - behind))
        )
        told = assess(styled(replace(truth, loads=(*truth.loads, *more)), said.weight_distributing), stock=read.stock)
        build = told.choice.in_force
        if build.shank is None or (said.weight_distributing and build.kit is None):
            return
        over = [
            one.key
            for one in told.planned
            if one.key in ("payload", "gvwr", "front_gawr", "rear_gawr") and one.state is State.OVER
        ]
        self.assertEqual(over, [], (said.left, values))

    def test_by_hand(self) -> None:
        """A payload of 1 600 lb less the hardware and the greatest tongue, and the 100 lb that options may have added under the GVWR;
        the driver is in what is left."""
        asked, read = at_the_desk(3)
        vehicle = replace(
            asked.vehicle, payload=Given(1600 * 0.45359237, WEIGHT, Provenance.LABEL, path="vehicle.payload")
        )
        wide = {
            name: Given(9e3, WEIGHT, Provenance.LABEL, path=f"vehicle.{name}")
            for name in ("gvwr", "front_gawr", "rear_gawr")
        }
        asked = replace(
            asked,
            vehicle=replace(vehicle, **wide),
            loads=(),
            trailer=rigfile.read(rig(trailer__gvwr=label("4000 lb"))).rig.trailer,
        )
        said = first_answer(asked, read)
        tongue = next(one for one in said.opened if one.key == ON_TONGUE)
        hardware = next(one for one in said.opened if one.key == "hardware")
        self.assertAlmostEqual(
            said.left.least, vehicle.payload.value - tongue.high - hardware.high - 100 * 0.45359237, places=3
        )
        self.assertAlmostEqual(said.left.most, vehicle.payload.value - tongue.low - hardware.low, delta=300)
        self.assertTrue(said.left.driver)


class Settles(unittest.TestCase):
    def drawn(self, asked: Rig, read: rigfile.RigFile, said: desk.Desk, path: str, chance: random.Random) -> bool:
        """The reading drawn, written on the rig, and the first answer asked again: whether of the ratings nothing is open."""
        values = {one.key: chance.uniform(one.low, one.high) for one in said.opened if one.closes == path}
        again = first_answer(styled(read_now(asked, values), said.weight_distributing), read)
        hanging = {span.key for span in said.spans if span.state == "open"}
        now = {span.key: span.state for span in again.spans if span.key in hanging}
        return "over" in now.values() or "open" not in now.values()

    def test_it_settles_as_often_as_it_says(self) -> None:
        """Readings drawn and written, rig by rig: within five points of what was said, the doubt of the draws allowed for."""
        compared = 0
        for seed in range(tried(36)):
            asked, read = at_the_desk(seed)
            said = first_answer(asked, read)
            singles = [one for one in said.hangs_on if len(one.closes) == 1 and not one.closes[0].startswith("hitch.")]
            chance = random.Random(seed)
            for hangs in singles[:1]:
                if not 0.05 < hangs.settles < 0.95:
                    continue
                true = sum(self.drawn(asked, read, said, hangs.closes[0], chance) for _ in range(DRAWS)) / DRAWS
                self.assertLess(abs(true - hangs.settles), 0.05 + 2 * (true * (1 - true) / DRAWS) ** 0.5, (seed, hangs))
                compared += 1
        self.assertGreater(compared, tried(8))


#: how often a reading is drawn for each
DRAWS = 40


class AgainstTheHandbook(unittest.TestCase):
    def test_a_style_that_the_handbook_rules_out_is_never_told_to_hold(self) -> None:
        asked, read = ByHand.asked(
            ByHand(), trailer={"gvwr": label("3000 lb")}, vehicle={"handbook_wd": label("forbidden")}
        )
        said = first_answer(asked, read)
        self.assertEqual((said.state, said.ruled_out), (desk.CANNOT, lot.FORBIDDEN))
        told = report.station(assess(asked, stock=read.stock), "desk", "us")["desk"]
        self.assertIn("forbids weight distribution", told["says"])
        free = first_answer(replace(asked, hitch=type(asked.hitch)()), read)
        self.assertEqual((free.weight_distributing, free.ruled_out), (False, ""))

    def test_bars_required_above_a_weight_make_carrying_hang_on_the_trailer(self) -> None:
        required = {"handbook_wd": label("required"), "handbook_wd_above": label("2500 lb")}
        mount = shank("Mount", style=label("fixed"), ball_hole=label("1 1/4 in"), drop="8 in", most_rise=label("8 in"))
        for gvwr, state in (("3000 lb", desk.HANGS), ("2400 lb", desk.FITS), ("9000 lb", desk.CANNOT)):
            asked, _ = ByHand.asked(ByHand(), trailer={"gvwr": label(gvwr)}, vehicle=required)
            stock = rig()["stock"]
            read = rigfile.read(
                {"stathmos_rig_file": rigfile.VERSION, "stock": {**stock, "shanks": [*stock["shanks"], mount]}}
            )
            said = first_answer(styled(asked, False), read)
            self.assertEqual((said.state, bool(said.ruled_out)), (state, state != desk.FITS), gvwr)


class WhichTrailers(unittest.TestCase):
    @settings(max_examples=tried(60), deadline=None)
    @given(st.integers(0, 10**9), st.integers(0, 10**9))
    def test_what_is_said_of_each_trailer_holds_for_any_vehicle_inside_the_ranges(self, seed: int, inside: int) -> None:
        """A vehicle read to be anything inside, with each trailer filled, judged by `assess`: nothing belies what was said."""
        asked, read = at_the_desk(seed)
        vans = [at_the_desk(seed + 1 + number)[0].trailer for number in range(6)]
        said = desk.which(asked, Rules(), read.stock, lot.trailers(vans))
        chance = random.Random(inside)
        opened = desk.open_figures(asked, Rules(), assess(asked, stock=read.stock).weights)
        truth = read_now(
            asked, {one.key: chance.uniform(one.low, one.high) for one in opened if one.key in OF_THE_VEHICLE}
        )
        for place, van in enumerate(vans):
            style = "weight_distributing" if said.distributing[place] else "weight_carrying"
            reach = Given(chance.uniform(4000, 7000), LENGTH, Provenance.MEASURED, path="trailer.ball_to_axle")
            told = assess(lot.filled(truth, replace(van, ball_to_axle=reach), Rules(), style), stock=read.stock)
            build = told.choice.in_force
            if build.shank is None or (said.distributing[place] and build.kit is None):
                continue
            over = [link.key for link in told.planned if link.key in LOADS and link.state is State.OVER]
            state = said.told(place)
            if state == desk.FITS:
                self.assertEqual(over, [], (place, said.used[place]))
            if state == desk.CANNOT and said.weakest[place] != "Trailer GVWR":
                self.assertTrue(over, place)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10**9), st.integers(0, 10**9))
    def test_what_cannot_be_the_lot_refuses_too(self, seed: int, inside: int) -> None:
        """Each trailer in its own best style: for a vehicle read to be anything inside, none that cannot be fits on the lot."""
        asked, read = at_the_desk(seed)
        chance = random.Random(inside)
        words = {"handbook_wd": chance.choice(("", "forbidden", "required", "allowed"))}
        vehicle = replace(
            asked.vehicle,
            **{name: Given(0.0, "choice", Provenance.LABEL, text) for name, text in words.items() if text},
        )
        if chance.random() < 0.3:
            vehicle = replace(vehicle, **{chance.choice(("receiver_wc_tongue", "receiver_wd_gross")): None})
        asked = replace(asked, vehicle=vehicle)
        vans = lot.trailers([at_the_desk(seed + 1 + number)[0].trailer for number in range(8)])
        said = desk.which(asked, Rules(), read.stock, vans)
        opened = desk.open_figures(asked, Rules(), assess(asked, stock=read.stock).weights)
        truth = read_now(
            asked, {one.key: chance.uniform(one.low, one.high) for one in opened if one.key in OF_THE_VEHICLE}
        )
        fits = {one.index: one for one in lot.best(lot.vehicles([truth], Rules()), vans, read.stock)}
        for place in range(8):
            if said.told(place) == desk.CANNOT:
                self.assertNotEqual(fits[place].fits, "fits", (place, said.weakest[place], fits[place]))

    def test_reading_one_more_label_never_takes_an_answer_away(self) -> None:
        """Both styles count: a label of the one that is read later turns no trailer that fits in the other into one that does not."""
        asked, read = at_the_desk(5)
        vans = lot.trailers([at_the_desk(100 + number)[0].trailer for number in range(30)])
        without = replace(asked, vehicle=replace(asked.vehicle, receiver_wc_tongue=None, receiver_wc_gross=None))
        before, after = (desk.which(one, Rules(), read.stock, vans) for one in (without, asked))
        for place in range(30):
            if before.told(place) in (desk.FITS, desk.CANNOT):
                self.assertEqual(after.told(place), before.told(place))

    def test_those_that_hold_come_first_the_heaviest_of_them_first(self) -> None:
        asked, read = at_the_desk(5)
        vans = [at_the_desk(100 + number)[0].trailer for number in range(30)]
        said = desk.which(asked, Rules(), read.stock, lot.trailers(vans))
        listed = [(int(said.state[place]), -vans[place].gvwr.value) for place in said.order]
        self.assertEqual(listed, sorted(listed))
        self.assertEqual(sum(said.counted().values()), 30)

    def test_with_a_label_unread_none_holds(self) -> None:
        asked, read = at_the_desk(5)
        vans = lot.trailers([at_the_desk(100 + number)[0].trailer for number in range(10)])
        for name in LABELS:
            said = desk.which(replace(asked, vehicle=replace(asked.vehicle, **{name: None})), Rules(), read.stock, vans)
            self.assertEqual((said.counted()[desk.FITS], said.unread), (0, (f"vehicle.{name}",)))


class ByHand(unittest.TestCase):
    def asked(self, **more: dict) -> tuple[Rig, rigfile.RigFile]:
        document = {
            "stathmos_rig_file": rigfile.VERSION,
            "stock": rigfile_stock(),
            "vehicle": {
                "vehicle_class": {"is": "half_ton", "from": "assumed"},
                "gvwr": label("7000 lb"), "payload": label("1600 lb"), "front_gawr": label("3900 lb"), "rear_gawr": label("4100 lb"),
                "receiver_wd_tongue": label("1200 lb"), "receiver_wd_gross": label("12000 lb"),
                "receiver_wc_tongue": label("500 lb"), "receiver_wc_gross": label("5000 lb"), **more.get("vehicle", {}),
            },
            "trailer": {"gvwr": label("11000 lb"), **more.get("trailer", {})},
            "loads": {"front_seats": {"weight": "400 lb"}},
            "hitch": {"style": {"is": "weight_distributing", "from": "measured"}},
        }  # fmt: skip
        for name in ("vehicle", "trailer"):
            document[name] = {field: entry for field, entry in document[name].items() if entry is not None}
        self.written = document
        read = rigfile.read(document)
        self.assertEqual(read.problems, ())
        return read.rig, read

    def test_the_payload_by_hand(self) -> None:
        """People and tongue out of the payload: from 400 + 8 % of 6 600, which is 528, to 400 + 15 % of 11 000, 1 650 lb; and
        the hitch hardware of up to 150 lb besides."""
        said = first_answer(*self.asked())
        payload = next(span for span in said.spans if span.key == "payload")
        self.assertGreaterEqual(payload.low, 928 / 1600 - 1e-6)
        self.assertLessEqual(payload.low, (928 + 150) / 1600)
        self.assertGreaterEqual(payload.high, 2050 / 1600 - 1e-6)
        self.assertLessEqual(payload.high, (2050 + 150) / 1600)
        self.assertEqual((payload.state, said.state), ("open", desk.HANGS))
        self.assertIn("weighing.tongue_scale", said.hangs_on[0].closes)

    def test_too_heavy_whatever_is_read(self) -> None:
        """8 % of 25 000 lb less than fills it is 1 200 lb and the two of them 400: over 1 500 of payload at the least."""
        said = first_answer(*self.asked(trailer={"gvwr": label("30000 lb")}, vehicle={"payload": label("1500 lb")}))
        self.assertEqual((said.state, said.hangs_on), (desk.CANNOT, ()))

    def test_what_no_rating_misses_is_named_as_not_checked(self) -> None:
        asked, read = self.asked(trailer={"gvwr": label("3000 lb")}, vehicle={"handbook_wd": None})
        told = report.station(assess(asked, stock=read.stock), "desk", "us")["desk"]
        self.assertEqual(told["state"], desk.FITS)
        self.assertIn("Not checked yet: ", told["says"])
        self.assertIn("vehicle.handbook_wd", {one["path"] for one in told["labels"]})
        allowed, read = self.asked(trailer={"gvwr": label("3000 lb")}, vehicle={"handbook_wd": label("allowed")})
        told = report.station(assess(allowed, stock=read.stock), "desk", "us")["desk"]
        self.assertNotIn("vehicle.handbook_wd", {one["path"] for one in told["labels"]})

    def test_with_a_label_unread_it_says_which_and_never_that_it_fits(self) -> None:
        for name in LABELS:
            said = first_answer(*self.asked(vehicle={name: None}, trailer={"gvwr": label("3000 lb")}))
            self.assertEqual((said.state, said.unread), (desk.NOT_ENOUGH, (f"vehicle.{name}",)))
            self.assertIsNone(said.fits)
        said = first_answer(*self.asked(trailer={"gvwr": None}))
        self.assertEqual((said.state, said.unread), (desk.NOT_ENOUGH, ("trailer.gvwr",)))

    def test_a_guess_is_no_label(self) -> None:
        """Written as assumed it is asked for all the same; and where it is over, it is over on a guess too."""
        self.asked()
        for name in LABELS:
            guess = {**self.written["vehicle"][name], "from": "assumed"}
            said = first_answer(*self.asked(vehicle={name: guess}, trailer={"gvwr": label("3000 lb")}))
            self.assertEqual((said.state, said.unread), (desk.NOT_ENOUGH, (f"vehicle.{name}",)))
        light = {"gvwr": label("4000 lb")}
        told = first_answer(*self.asked(vehicle={"tow_rating": label("9000 lb")}, trailer=light))
        held = first_answer(*self.asked(vehicle={"tow_rating": {"is": "9000 lb", "from": "brochure"}}, trailer=light))
        self.assertEqual(
            [next(span.state for span in one.spans if span.key == "tow_rating") for one in (told, held)],
            ["within", "open"],
        )
        self.assertEqual(held.state, desk.HANGS)

    def test_with_something_written_wrong_there_is_no_answer(self) -> None:
        """A payload over the GVWR, nobody at the wheel, a figure that cannot be read: none of them makes a light rig hold."""
        light = {"gvwr": label("3000 lb")}
        for loads, vehicle, path in (
            ({}, {"payload": label("7000 lb")}, "vehicle.payload"),
            ({"front_seats": {"weight": "0 lb"}}, {}, "loads.front_seats.weight"),
        ):
            asked, read = self.asked(vehicle=vehicle, trailer=light)
            if loads:
                seats = Load(key="front_seats", weight=Given(0.0, WEIGHT, Provenance.ASSUMED, path=path))
                asked = replace(asked, loads=(seats,))
            told = report.station(assess(asked, stock=read.stock), "desk", "us")["desk"]
            self.assertEqual(told["state"], desk.NOT_ENOUGH)
            self.assertIn(path, [one["path"] for one in told["unread"]])
            self.assertIsNone(told["fits"])
            vans = lot.trailers([asked.trailer])
            self.assertEqual(desk.which(asked, Rules(), read.stock, vans, (path,)).counted()[desk.FITS], 0)
        # and where nobody says that it is wrong, what cannot be worked out is no pass either
        asked, read = self.asked(vehicle={"payload": label("7000 lb")}, trailer=light)
        said = first_answer(asked, read)
        self.assertEqual((said.state, said.fits), (desk.NOT_ENOUGH, None))
        self.assertEqual(desk.which(asked, Rules(), read.stock, lot.trailers([asked.trailer])).counted()[desk.FITS], 0)

    def test_empty_and_split_by_hand(self) -> None:
        """7 000 less 1 600 is 5 400 lb; 35 lb less for rounding, 100 lb more for options."""
        low, high = unladen_range(7000, 1600)
        self.assertAlmostEqual(low, 5365)
        self.assertAlmostEqual(high, 5400 + 100 * 0.45359237)
        self.assertEqual(front_share_range(tuple(TYPICAL), None), (0.47, 0.65))
        for kind, usual in TYPICAL.items():
            for inches in (usual.wheelbase[0], sum(usual.wheelbase) / 2, usual.wheelbase[1]):
                low, high = front_share_range((kind,), inches * 25.4)
                self.assertTrue(usual.front_share[0] <= low < high <= usual.front_share[1], kind)
