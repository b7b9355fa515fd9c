"""Each trailer axle by itself: the formulas against an energy minimum, what is judged of them, what is said."""

import random
import unittest
from dataclasses import replace
from datetime import date

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize

from stathmos.core import axles, rigfile
from stathmos.core.assess import assess
from stathmos.core.axles.sides import heavier_side, leans_by
from stathmos.core.axles.springs import axle_load_at_pitch, pitch_on_springs
from stathmos.core.bay import fit
from stathmos.core.complaints import SPEAKS, likely_causes
from stathmos.core.figures import Missing, sure
from stathmos.core.finding import REFUSED
from stathmos.core.findings import age_of_tyres
from stathmos.core.ratings import AXLES, TYRES, State
from stathmos.core.rig import entry_at
from tests.core.how_many import tried
from tests.core.random_rigs import a_document, a_rig, a_stock, put
from tests.core.rigs import KG, MM, assessed, label, link, measured, rig

#: the rig of docs/method.md: 7 000 lb with 12 % on the tongue, two torsion axles of 1 800 lb/in, 36 in apart
W, T, L, S, K = 7000.0, 840.0, 216.0, 36.0, 1800.0
TORSION = {
    "trailer__suspension": measured("independent"),
    "trailer__axle_spacing": measured("36 in"),
    "trailer__axle_rate": label("1800 lb/in"),
}

_SUSPENSION = entry_at("trailer.suspension")

trailers = st.fixed_dictionaries(
    {
        "k": st.floats(500, 5000), "y": st.floats(-4, 4), "L": st.floats(120, 330), "s": st.floats(26, 48),
        "n": st.integers(2, 3), "M": st.floats(0, 60000), "F0": st.floats(4000, 9000),
    }
)  # fmt: skip


class Springs(unittest.TestCase):
    def test_the_worked_example(self) -> None:
        """Derived by hand: th = −2·2·216/(198² + 234²), F = 3 080 ∓ …; 25 lb an inch off the tongue."""
        loads = [axles.axle_load(3080, K, -2, L, S, 2, 0, one) for one in (1, 2)]
        self.assertEqual([round(one) for one in loads], [3403, 2807])
        self.assertAlmostEqual(axles.tongue_change(K, -1, L, S, 2), -24.8, delta=0.05)
        # 3 403 lb of 3 500 is 97 %, where the group, 6 160 of 7 000, shows 88 %
        self.assertEqual([round(100 * loads[0] / 3500), round(100 * 6160 / 7000)], [97, 88])

    @settings(max_examples=300)
    @given(trailers)
    def test_the_frame_rests_where_its_energy_is_least(self, one: dict) -> None:
        """scipy turns a stiff frame about the ball until springs, weight and the bars' couple hold the least energy."""
        places = [axles.axle_place(one["L"], one["s"], one["n"], at) for at in range(1, one["n"] + 1)]

        def energy(slope: float) -> float:
            th = slope * 1e-3
            stored = 0.0
            for x in places:
                down = one["F0"] / one["k"] - (one["y"] - th * x)  # how far this spring is pressed
                stored += one["k"] * down**2 / 2
            # the frame's weight sinks with it (its moment about the ball is what the axles bear level), and the bars turn it
            lifted = one["F0"] * sum(one["y"] - th * x for x in places)
            return stored + lifted - one["M"] * th

        found = minimize(lambda v: energy(v[0]) / 1e4, [0.0], method="BFGS", options={"gtol": 1e-9}).x[0] * 1e-3
        slope = pitch_on_springs(one["M"], one["k"], one["y"], one["L"], one["s"], one["n"])
        self.assertAlmostEqual(found, slope, delta=1e-6 + 1e-4 * abs(slope))

    @settings(max_examples=500)
    @given(trailers)
    def test_moments_and_forces_balance(self, one: dict) -> None:
        k, y, L_, s, n, M, F0 = (one[name] for name in ("k", "y", "L", "s", "n", "M", "F0"))
        loads = [axles.axle_load(F0, k, y, L_, s, n, M, at) for at in range(1, n + 1)]
        if min(loads) <= 0:
            return  # one is off the ground, and the springs no longer hold
        places = [axles.axle_place(L_, s, n, at) for at in range(1, n + 1)]
        gained = sum((load - F0) * x for load, x in zip(loads, places, strict=True))
        self.assertAlmostEqual(gained, M, delta=1e-6 * max(1.0, F0 * L_ * n))
        still = [axles.axle_load(F0, k, y, L_, s, n, 0.0, at) for at in range(1, n + 1)]
        if min(still) > 0:
            self.assertAlmostEqual(axles.tongue_change(k, y, L_, s, n), n * F0 - sum(still), delta=1e-6 * F0)
        # and by the slope that such a frame has, taped, each carries the same
        th = pitch_on_springs(M, k, y, L_, s, n)
        for at, load in enumerate(loads, 1):
            self.assertAlmostEqual(axle_load_at_pitch(sum(loads) / n, k, th, s, n, at), load, delta=1e-6 * F0)

    @given(trailers, st.floats(0.1, 2))
    def test_a_lower_nose_loads_the_foremost_axle_and_lightens_the_tongue(self, one: dict, by: float) -> None:
        where = (one["L"], one["s"], one["n"])
        front = [axles.axle_load(1e5, one["k"], y, *where, one["M"], 1) for y in (one["y"], one["y"] - by)]
        rear = [axles.axle_load(1e5, one["k"], y, *where, one["M"], one["n"]) for y in (one["y"], one["y"] - by)]
        tongue = [axles.tongue_change(one["k"], y, *where) for y in (one["y"], one["y"] - by)]
        self.assertGreater(front[1], front[0])
        self.assertLess(rear[1], rear[0])
        self.assertLess(tongue[1], tongue[0])

    def test_axles_in_one_place_leave_the_tongue_alone(self) -> None:
        self.assertAlmostEqual(axles.tongue_change(K, -2, L, 0.0, 2), 0.0)


class Judged(unittest.TestCase):
    """The chain of the worked rig, 6 200 lb with 800 on the tongue: 5 400 lb on two axles."""

    def share(self, **changes: object) -> dict[str, float]:
        found = assessed(rig(**changes))
        return {one.key: (one.share, one.state) for one in found.planned if one.key.startswith("axle_")}

    def test_an_equaliser_shares_alike_whatever_the_ball(self) -> None:
        for ball in ("22 in", "26 in"):
            found = assessed(
                rig(trailer__suspension=measured("equalised"), hitch__ball_height=measured(ball, datum="top"))
            )
            group = link(found, "trailer_axles").share
            for key in ("axle_1", "axle_2"):
                self.assertAlmostEqual(link(found, key).share, group)
            self.assertAlmostEqual(link(found, "axle_1_tyres").share, link(found, "trailer_tyres").share)

    def test_a_low_ball_puts_the_foremost_axle_over_and_standing_level_mends_it(self) -> None:
        low = rig(
            **TORSION, hitch__ball_height=measured("21 1/2 in", datum="top"), trailer__axle_rating=label("2900 lb")
        )
        found = assessed(low)
        foremost = link(found, "axle_1")
        self.assertEqual(foremost.state, State.OVER)
        self.assertEqual(link(found, "trailer_axles").state, State.RESERVE)
        self.assertEqual(link(found, "axle_2").state, State.WITHIN)
        over = next(one for one in found.findings if one.key == "over" and one.subject == "axle_1")
        self.assertEqual(over.state, REFUSED)
        self.assertIn("Stand the trailer level", over.remedy.template)
        # by the formula: y from the ball, the springs of the vehicle and the bars' couple at the end that is worse
        rest = found.bench.on_hitch
        worst = max(
            axles.axle_load(
                2700, K, sure(rest.above(found.weights.tongue, M)).value / MM, L, S, 2, sure(M).value / KG / MM, 1
            )
            for M in (rest.couples(found.weights.tongue).low, rest.couples(found.weights.tongue).high)
        )
        self.assertAlmostEqual(sure(foremost.demand).value / KG, worst, places=4)
        then = assessed(
            {**low, "hitch": {"ball_height": measured(f"{over.remedy.quantities['ball'][0]:.3f} mm", datum="top")}}
        )
        self.assertNotEqual(link(then, "axle_1").state, State.OVER)

    def test_with_the_suspension_unread_the_worse_is_judged_and_the_label_named(self) -> None:
        low = rig(hitch__ball_height=measured("21 1/2 in", datum="top"), trailer__axle_rating=label("2900 lb"))
        foremost = link(assessed(low), "axle_1")
        self.assertEqual((foremost.state, foremost.needs), (State.UNKNOWN, ("trailer.suspension",)))
        self.assertGreater(sure(foremost.demand).value, sure(foremost.rating).value)
        for kind, state in (("equalised", State.RESERVE), ("independent", State.OVER)):
            read = {**low, "trailer": {**low["trailer"], "suspension": measured(kind)}}
            self.assertEqual(link(assessed(read), "axle_1").state, state)
        guessed = {**low, "trailer": {**low["trailer"], "suspension": {"is": "equalised", "from": "assumed"}}}
        self.assertEqual(link(assessed(guessed), "axle_1").state, State.UNKNOWN)

        # the sheet of each axle says no more of it than the chain does
        found = assessed(low)
        sheet = {one.key: one for one in found.axles.under}
        self.assertEqual(
            (sheet["planned"].axles[0].link.state, sheet["planned"].axles[0].link.share), (State.UNKNOWN, None)
        )

    def test_the_sheet_judges_each_axle_as_the_chain_does(self) -> None:
        seen = dict.fromkeys(State, 0)
        for seed in range(tried(300)):
            one, stock, rules = a_rig(seed)
            rated = one.trailer.axle_rating
            if rated is not None:  # tight, so that every state is met
                tight = replace(rated, value=rated.value * random.Random(seed).uniform(0.4, 0.9))
                one = put(one, "trailer.axle_rating", tight)
            if seed % 3 == 0:
                one = replace(one, trailer=replace(one.trailer, suspension=None))
            found = assess(one, stock=stock, rules=rules)
            chains = {case.key: {link.key: link for link in case.links} for case in found.cases}
            for under in found.axles.under if found.axles is not None else ():
                for axle, told in zip(AXLES, under.axles, strict=False):
                    judged = chains.get(under.key, {}).get(axle.key)
                    if judged is not None:
                        self.assertEqual((told.link.state, told.link.share), (judged.state, judged.share))
                        seen[judged.state] += 1
        self.assertTrue(seen[State.OVER] and seen[State.UNKNOWN] and seen[State.WITHIN], seen)

    def test_over_either_way_is_over(self) -> None:
        self.assertEqual(self.share(trailer__axle_rating=label("2600 lb"))["axle_1"][1], State.OVER)

    def test_one_axle_has_no_link_twice(self) -> None:
        self.assertEqual(self.share(trailer__axle_count=label("1"), trailer__tyre_count=label("2")), {})

    def test_wheels_where_they_are_stamped(self) -> None:
        found = assessed(rig(trailer__suspension=measured("equalised"), trailer__wheel_rating=label("1300 lb")))
        wheel = link(found, "axle_2_wheels")
        # 5 400 lb and what the bars add, M/L, on four wheels
        self.assertEqual(wheel.state, State.OVER)
        self.assertAlmostEqual(sure(wheel.rating).value / KG, 1300)

    def test_the_scale_goes_before_the_springs(self) -> None:
        read = {f"weighing__bridge_axle_{one}_bars": measured(f"{load} lb") for one, load in ((1, 2950), (2, 2500))}
        found = assessed(rig(**read))
        group = sure(link(found, "trailer_axles").demand).value / KG
        # the difference as it was read, 225 lb either side of the mean, on what the group carries at the window's worse end
        self.assertAlmostEqual(sure(link(found, "axle_1").demand).value / KG, group / 2 + 225, places=5)
        self.assertAlmostEqual(sure(link(found, "axle_2").demand).value / KG, group / 2 - 225, places=5)
        wrong = assessed(rig(**read, weighing__bridge_trailer_bars=measured("5900 lb")))
        self.assertIn("weighing.bridge_axle_1_bars", [one.place for one in wrong.contradictions])

    def test_a_load_at_the_left_wall(self) -> None:
        """600 lb 30 in left of the middle on a 72 in track: 250 lb more on the left wheels, 125 on each axle's."""
        beside = {
            "weight": measured("600 lb"),
            "at": measured("216 in"),
            "side": measured("left"),
            "across": measured("30 in"),
        }
        found = assessed(
            rig(trailer__suspension=measured("equalised"), trailer__track=measured("72 in"), loads__gear=beside)
        )
        axle = sure(link(found, "axle_1").demand).value / KG
        self.assertAlmostEqual(sure(link(found, "axle_1_tyres").demand).value / KG, axle / 2 + 125, places=5)
        self.assertAlmostEqual(sure(found.bench.lean).value / KG, -250, places=5)
        middle = {**beside, "side": measured("middle")}
        self.assertEqual(sure(assessed(rig(loads__gear=middle)).bench.lean).value, 0)

    def test_the_vehicles_tyres_and_a_load_on_one_side(self) -> None:
        """A bed load of 200 lb at 120 in of 145, 30 in right of the middle, track 60 in: 200·0.5·(120/145) more there."""
        bed = {
            "weight": measured("200 lb"),
            "at": measured("120 in"),
            "side": measured("right"),
            "across": measured("30 in"),
        }
        found = assessed(
            rig(
                vehicle__track=measured("60 in"), vehicle__rear_tyre_rating=label("2400 lb"), vehicle__rear_tyre_count=label("2"),
                loads__bed=bed,
            )
        )  # fmt: skip
        rear = sure(link(found, "rear_gawr").demand).value / KG
        tyre = link(found, "rear_tyres")
        self.assertAlmostEqual(sure(tyre.demand).value / KG, rear / 2 + 200 * 30 / 60 * 120 / 145, places=5)
        self.assertAlmostEqual(sure(tyre.rating).value / KG, 2400)
        self.assertNotIn("front_tyres", [one.key for one in found.planned])
        other = assessed(rig(vehicle__tyres_as_placard=measured("no")))
        self.assertEqual(link(other, "front_tyres").state, State.UNKNOWN)

    def test_soft_tyres_carry_less(self) -> None:
        """40 psi of 50: (40/50)^0.8 = 0.8365 of 2 150 lb."""
        soft = rig(trailer__tyre_pressure=measured("40 psi"), trailer__tyre_rated_pressure=label("50 psi"))
        found = assessed(soft)
        self.assertAlmostEqual(sure(link(found, "trailer_tyres").rating).value / KG, 4 * 2150 * 0.8**0.8, places=4)
        self.assertIn("tyres_soft", [one.key for one in found.findings])
        unread = assessed(rig(trailer__tyre_pressure=measured("40 psi"), trailer__tyre_rated_pressure=None))
        self.assertEqual(link(unread, "trailer_tyres").needs, ("trailer.tyre_rated_pressure",))
        hard = assessed(rig(trailer__tyre_pressure=measured("60 psi"), trailer__tyre_rated_pressure=label("50 psi")))
        self.assertAlmostEqual(sure(link(hard, "trailer_tyres").rating).value / KG, 4 * 2150)
        self.assertIn("tyres_too_hard", [one.key for one in hard.findings])

    def test_a_flat_tyre_is_refused_and_carries_nothing_that_can_be_told(self) -> None:
        for air in ("0 psi", "1 psi"):
            for rated in ({}, {"trailer__tyre_rated_pressure": label("50 psi")}):
                found = assessed(rig(trailer__tyre_pressure=measured(air), **rated))
                self.assertEqual(found.verdict.state, REFUSED)
                self.assertIn("tyres_flat", [one.key for one in found.findings])
                for key in ("trailer_tyres", "axle_1_tyres"):
                    flat = link(found, key)
                    self.assertEqual(flat.state, State.UNKNOWN)
                    self.assertIn("trailer.tyre_pressure", flat.needs)
        little = assessed(rig(trailer__tyre_pressure=measured("2 psi"), trailer__tyre_rated_pressure=label("50 psi")))
        self.assertEqual(link(little, "trailer_tyres").state, State.OVER)

    def test_no_more_than_load_tables_give(self) -> None:
        """A trailer tyre's table, 205/75 R15 C: 1 820 lb at 50 psi, 1 610 at 40, 1 430 at 35 (from memory, to be verified)."""
        for pressure, table in ((40, 1610), (35, 1430)):
            self.assertLessEqual(axles.load_at_pressure(1820, pressure, 50), table)


class Towed(unittest.TestCase):
    def test_weighed_level_and_towed_low(self) -> None:
        """Each inch low takes 24.8 lb off the tongue of the method's rig; the share follows."""
        low = assessed(
            rig(**TORSION, hitch__ball_height=measured("22 in", datum="top"), weighing__tongue_scale=measured("640 lb"))
        )
        said = next(one for one in low.findings if one.key in ("tongue_as_towed", "tongue_light_towed"))
        above = (
            sure(low.bench.on_hitch.above(low.weights.tongue, low.bench.on_hitch.couples(low.weights.tongue).aim)).value
            / MM
        )
        self.assertLess(above, -2)
        self.assertAlmostEqual(
            next(one[0] for name, one in said.says.quantities.items() if name.startswith("towed")) / KG,
            640 + 24.844 * above,
            delta=0.2,
        )
        self.assertEqual(
            sure(low.cases[1].tongue).value, low.weights.tongue.value
        )  # and the hitch is judged by the greater

    def test_light_only_as_towed_is_not_passed(self) -> None:
        near = rig(
            **TORSION, hitch__ball_height=measured("21 in", datum="top"), weighing__tongue_scale=measured("680 lb")
        )
        found = assessed(near)
        self.assertEqual(found.weights.judgement.state, "inside")
        self.assertIn("tongue_light_towed", [one.key for one in found.findings])

    def test_nose_high_loads_the_hitch(self) -> None:
        high = assessed(rig(**TORSION, hitch__ball_height=measured("28 in", datum="top")))
        self.assertGreater(sure(link(high, "hitch_tongue").demand).value, high.weights.tongue.value)
        shared = assessed(
            rig(trailer__suspension=measured("equalised"), hitch__ball_height=measured("28 in", datum="top"))
        )
        self.assertEqual(sure(link(shared, "hitch_tongue").demand).value, shared.weights.tongue.value)

    def test_an_inch_of_nose(self) -> None:
        inch = assessed(rig(**TORSION)).axles.inch
        self.assertEqual([round(sure(one).value / KG) for one in inch.on_axles], [161, -137])
        self.assertAlmostEqual(sure(inch.on_tongue).value / KG, -24.83, delta=0.01)
        self.assertTrue(assessed(rig(trailer__suspension=measured("equalised"))).axles.inch.shares)


class InTheBay(unittest.TestCase):
    def test_the_rail_as_taped_and_the_complaint(self) -> None:
        """1¼ in nose-down over 288 in of frame: 1 800 · 1.25/288 · 18 = 140.6 lb from one axle to the other."""
        taped = {
            **rig(**TORSION, trailer__axle_rating=label("2950 lb")),
            "bay": {"floor": measured("flat")},
            "trials": {"trial_1": {"rail_front": measured("20 in"), "rail_rear": measured("21 1/4 in")}},
        }
        read = rigfile.read(taped)
        self.assertEqual(read.problems, ())
        found = fit(read.rig, stock=read.stock)
        on = found.measured.on_axles
        apart = (sure(on[0].load).value - sure(on[1].load).value) / KG
        self.assertAlmostEqual(apart, 2 * K * 1.25 / 288 * 18, places=4)
        cause = likely_causes("tyres", read.rig, found)[0]
        self.assertEqual((cause.name, cause.standing), ("One axle carries more than the other", SPEAKS))

    def test_unread_it_asks_to_look(self) -> None:
        read = rigfile.read(rig())
        cause = next(
            one for one in likely_causes("tyres", read.rig, fit(read.rig, stock=read.stock)) if "One axle" in one.name
        )
        self.assertEqual(cause.path, "trailer.suspension")


class Tyres(unittest.TestCase):
    def test_age_by_code(self) -> None:
        today = date(2026, 11, 26)
        for code, keys in (("2319", ["tyres_old"]), ("2324", []), ("9919", []), ("019", []),
                           ("5226", ["tyre_code_unread"]), ("DOT 7X2B 4020", ["tyres_old"]), ("5020", [])):  # fmt: skip
            read = rigfile.read(rig(trailer__tyre_code=measured(code)))
            self.assertEqual([one.key for one in age_of_tyres(read.rig, today)], keys, code)

    def test_what_is_no_code_is_said_at_its_place(self) -> None:
        for code, said in (("1 2 3", True), ("9919", True), ("2319", False)):
            places = [one.place for one in assessed(rig(trailer__tyre_code=measured(code))).contradictions]
            self.assertEqual("trailer.tyre_code" in places, said, code)

    @given(st.floats(50, 4000), st.floats(0, 1200), st.floats(100, 1000))
    def test_never_more_than_the_rating_and_less_with_less_air(self, rating: float, found: float, rated: float) -> None:
        carried = axles.load_at_pressure(rating, found, rated)
        self.assertTrue(0 <= carried <= rating * (1 + 1e-12))
        self.assertLessEqual(axles.load_at_pressure(rating, found * 0.9, rated), carried + 1e-9)


class Sides(unittest.TestCase):
    @given(st.floats(0, 5000), st.floats(-3000, 3000))
    def test_heavier_side(self, load: float, lean: float) -> None:
        side = heavier_side(load, lean)
        self.assertTrue(load / 2 - 1e-9 <= side <= load + 1e-9)
        self.assertAlmostEqual(side, min(load, load / 2 + abs(lean)), places=6)

    def test_a_load_and_its_mirror_take_each_other_away(self) -> None:
        self.assertEqual(leans_by(100, 700, 1800), -leans_by(100, -700, 1800))


class Properties(unittest.TestCase):
    def test_thousands_of_random_rigs(self) -> None:
        """On every rig: the axles of one that shares carry the group alike; the worse is never less than what is shared by
        the suspension that was read; a rig with no suspension read is never better off than with either."""
        seen = {"independent": 0, "equalised": 0}
        for seed in range(250):
            document = a_document(seed)
            document["trailer"] = {key: one for key, one in document["trailer"].items() if key != "suspension"}
            stock = a_stock(seed % 8)
            dice = random.Random(seed)
            kind = dice.choice(list(seen))
            read = rigfile.read(document, stock).rig
            known = replace(
                read, trailer=replace(read.trailer, suspension=rigfile.read_entry(measured(kind), _SUSPENSION))
            )
            unread, told = (assess(one, stock=stock, trial=True) for one in (read, known))
            for axle in AXLES[: axles.count_of(read) or 0]:
                for key in (axle.key, axle.key + TYRES):
                    links = [next((one for one in found.planned if one.key == key), None) for found in (unread, told)]
                    if links[0] is None or links[1] is None or wanting_any(links):
                        continue
                    seen[kind] += 1
                    self.assertGreaterEqual(
                        sure(links[0].demand).value, sure(links[1].demand).value - 1e-6, (seed, key)
                    )
                    order = list(State)
                    better = order.index(links[0].state) > order.index(links[1].state)
                    self.assertFalse(
                        better and links[1].state is not State.UNKNOWN and links[1].state is not State.OVER, (seed, key)
                    )
                    if links[1].state is State.OVER:
                        self.assertIn(links[0].state, (State.OVER, State.UNKNOWN))
            group = told.bench.planned.trailer_axles
            if kind == "equalised" and not isinstance(group, Missing):
                for one in told.bench.planned.each:
                    self.assertAlmostEqual(sure(one.load).value * len(told.bench.planned.each), group.value, places=6)
        self.assertGreater(min(seen.values()), 60)


def wanting_any(links: list) -> bool:
    return any(one.demand is None or isinstance(one.demand, Missing) for one in links)
