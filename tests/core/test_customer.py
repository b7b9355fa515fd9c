"""What a customer is told: room that is really there, plain words that pass nothing, money to the cent."""

from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.optimize import linprog

from stathmos.core import quote
from stathmos.core.assess import assess
from stathmos.core.customer import KEPT, MAY_BE_OVER, NOTHING_MORE, PLAIN, sheet
from stathmos.core.figures import sure
from stathmos.core.finding import ORDER, REFUSED, UNKNOWN
from stathmos.core.limits import guard
from stathmos.core.limits.constraints import excesses
from stathmos.core.load_changes import put
from stathmos.core.ratings import State
from tests.core.how_many import tried
from tests.core.random_rigs import a_rig
from tests.core.rigs import KG, assessed, label, measured, rig

MONEY = st.decimals(min_value=Decimal("-5000"), max_value=Decimal("90000"), places=2)


def over(assessment) -> set[str]:
    return {link.key for link in assessment.planned if link.state is State.OVER or link.may_be_over}


def _just_over(assessment) -> int:
    """A payload of a pound more than is carried."""
    return int(next(link.demand.value for link in assessment.planned if link.key == "payload") / KG) + 1


def room(assessment, key: str):
    return next(one for one in assessment.capacity() if one.place.key == key)


#: a GCWR that leaves little for vehicle and trailer together, and the tow rating that goes with it
TIGHT = {"vehicle__gcwr": label("12950 lb"), "vehicle__tow_rating": label("7300 lb")}


class WhatMayBeLoaded(TestCase):
    def test_each_state_has_its_plain_words(self) -> None:
        self.assertEqual(PLAIN.keys(), set(ORDER))

    @given(st.integers(200, 2600), st.integers(0, 500), st.integers(4800, 7000))
    @settings(max_examples=35, deadline=None)
    def test_what_may_be_loaded_into_the_vehicle_is_borne(self, people: int, bed: int, gross: int) -> None:
        """Put behind the front seats or over the rear axle, all of it: nothing is over that was not, and nothing may be."""
        known = {
            "loads__rear_seats__weight": measured("0"), "loads__bed__weight": measured(f"{bed}"),
            "loads__front_seats__weight": measured(f"{people}"), "trailer__gross_weight": measured(f"{gross}"),
        }  # fmt: skip
        before = assessed(rig(**known))
        found = room(before, "vehicle").alone
        assume(found is not None and not over(before))
        for at in (0.42 * 145, 145):
            more = {
                "loads__box__weight": measured(f"{int(found / KG)}"),
                "loads__box__at": measured(f"{at} in"),
                "loads__box__kind": measured("bed"),
            }
            self.assertEqual(over(assessed(rig(**known, **more))), set())

    @given(st.integers(4500, 7600), st.integers(9, 15))
    @settings(max_examples=35, deadline=None)
    def test_what_may_be_loaded_into_the_trailer_is_borne(self, gross: int, share: int) -> None:
        """Over its axles it adds nothing to the tongue: the same tongue, a heavier trailer, and still enough of it on the ball."""
        tongue = measured(f"{gross * share // 100}")
        before = assessed(rig(trailer__gross_weight=measured(f"{gross}"), weighing__tongue_scale=tongue))
        found = room(before, "trailer").alone
        assume(found is not None and not over(before))
        heavier = gross + int(found / KG)
        after = assessed(rig(trailer__gross_weight=measured(f"{heavier}"), weighing__tongue_scale=tongue))
        self.assertEqual(over(after), set())
        if before.weights.judgement.state == "inside":
            self.assertEqual(after.weights.judgement.state, "inside")

    def test_against_a_linear_program(self) -> None:
        """The same rooms by scipy's linear program, its rows taken from the chain by finite differences."""
        compared = 0
        for seed in range(tried(45)):
            made, stock, rules = a_rig(seed)
            before = assess(made, rules, stock)
            bench, w = before.bench, sure(made.figure("vehicle.wheelbase")).value
            places = {
                "trailer": [("gear", made.trailer.ball_to_axle.value)],
                "vehicle": [("bed", 0.42 * w), ("bed", w)],
            }
            if any(room(before, key).alone is None for key in places):
                continue
            now = excesses(bench.tried(()), guard)
            for key, ends in places.items():
                best = []
                for kind, at in ends:
                    step = 30.0
                    then = excesses(bench.tried(put(made, kind, step, at)), guard)
                    rows = {name: (then[name] - now[name]) / step for name in then if then[name] - now[name] > 0.01}
                    if any(now[name] > 0 for name in rows):
                        best.append(0.0)
                        continue
                    solved = linprog(
                        [-1.0],
                        A_ub=[[row] for row in rows.values()],
                        b_ub=[-now[name] for name in rows],
                        bounds=[(0, None)],
                    )
                    best.append(solved.x[0])
                found = room(before, key).alone
                if found < min(best) * 0.95 and min(best) > 5:
                    continue  # the whole rig said no to something no link has
                self.assertLess(abs(found - min(best)), 0.5 + 0.02 * min(best), (seed, key))
                compared += 1
        self.assertGreater(compared, tried(45))

    def test_both_at_once_are_borne(self) -> None:
        """A GCWR that both share: 12 950 lb leaves less than the two alone, and what is told of both holds, whatever part is put."""
        tight = assessed(rig(**TIGHT))
        trailer, vehicle = room(tight, "trailer"), room(tight, "vehicle")
        self.assertLess(trailer.together, trailer.alone)
        self.assertLess(vehicle.together, vehicle.alone)
        for one, other in ((1, 1), (1, 0.5), (0.5, 1)):
            more = {
                "loads__box__weight": measured(f"{one * vehicle.together / KG:.0f}"), "loads__box__at": measured("145 in"), "loads__box__kind": measured("bed"),
                "trailer__gross_weight": measured(f"{6200 + other * trailer.together / KG:.0f}"),
            }  # fmt: skip
            self.assertEqual(over(assessed(rig(**TIGHT, **more))), set())

    def test_what_is_not_known_leaves_no_room(self) -> None:
        without = assessed(rig(trailer__gvwr=None))
        self.assertIsNone(room(without, "trailer").alone)
        self.assertIn("not checked yet: Trailer GVWR", sheet(without).may_load[0].text("us"))
        self.assertIsNone(room(assessed(rig(weighing__tongue_scale=None)), "vehicle").alone)

    def test_nothing_more_goes_into_what_is_over(self) -> None:
        told = sheet(assessed(rig(vehicle__rear_gawr=measured("3000 lb"))))
        self.assertEqual(told.state, REFUSED)
        self.assertIs(told.may_load[0], NOTHING_MORE)
        self.assertIn("must not be towed", told.plain)

    def test_what_is_unknown_is_named_and_nothing_passed(self) -> None:
        told = sheet(assessed(rig(vehicle__payload=None)))
        self.assertEqual(told.state, UNKNOWN)
        self.assertIn("Placard payload", told.to_read)
        self.assertNotIn("go together", told.plain)

    def test_what_may_be_over_is_not_called_kept(self) -> None:
        """A rating that is kept by less than is known of its load."""
        judged = assessed(rig(vehicle__payload=measured("1310 lb"), vehicle__gvwr=label("7000 lb")))
        words = {one.name: one.word for one in sheet(judged).borne}
        for link in judged.planned:
            if link.kind == "load":
                self.assertEqual(
                    words[link.name] == KEPT, link.state not in (State.OVER, State.UNKNOWN) and not link.may_be_over
                )
        self.assertIn(
            MAY_BE_OVER,
            {
                one.word
                for one in sheet(
                    assessed(rig(vehicle__payload=measured(f"{_just_over(judged)} lb"), vehicle__gvwr=label("7000 lb")))
                ).borne
            },
        )

    def test_by_hand(self) -> None:
        """Trailer GVWR 7 000 less 6 200 leaves 800; less twice what is not known of it and what the scale reads otherwise next time."""
        judged = assessed(rig())
        found = room(judged, "trailer")
        self.assertEqual(found.by, ("Trailer GVWR",))
        self.assertAlmostEqual(found.alone / KG, 800 - guard(judged.weights.gross) / KG, delta=6)

    def test_the_tongue_range_is_inside_every_rating(self) -> None:
        """10 % of 6 200 and 800 lb of a limit: either end read on the scale is judged well, and a little further out is not."""
        limited = {"vehicle__tongue_limit": label("800 lb"), "weighing__tongue_scale": measured("700 lb")}
        band = assessed(rig(**limited)).tongue_range()
        self.assertLess(band.most.at / KG, 800)
        self.assertEqual(band.most.by, "tongue_limit")
        for at, well in (
            (band.least.at, True),
            (band.most.at, True),
            (band.least.at - 5, False),
            (band.most.at + 5, False),
        ):
            judged = assessed(rig(**{**limited, "weighing__tongue_scale": measured(f"{at / KG} lb")}))
            self.assertEqual(judged.weights.judgement.state == "inside" and not over(judged), well, at / KG)

    def test_what_the_tongue_does_not_change_hides_no_range(self) -> None:
        """7 200 lb on a GVWR of 7 000 is over at any tongue: 10 to 15 % of 7 200, 720 to 1 080, less what is not known of either end."""
        heavy = assessed(rig(trailer__gross_weight=measured("7200 lb"), weighing__tongue_scale=measured("650 lb")))
        self.assertIn("trailer_gvwr", over(heavy))
        band = heavy.tongue_range()
        self.assertTrue(720 < band.least.at / KG < 740 and 1050 < band.most.at / KG < 1080)
        self.assertIn(
            "until the tongue weighs at least",
            " ".join(one.remedy.text("us").replace("\u00a0", " ") for one in heavy.findings),
        )


class Money(TestCase):
    @given(st.lists(st.tuples(st.integers(1, 9), MONEY, st.booleans()), max_size=12), st.decimals(0, 40, places=3))
    @settings(max_examples=1000, deadline=None)
    def test_the_total_against_fractions(self, lines: list, percent: Decimal) -> None:
        """Reckoned again in exact fractions: lines to the cent, tax once on the taxed sum, half a cent up."""
        found = quote.quote((quote.Line("x", count, each, taxed) for count, each, taxed in lines), percent)
        subtotal = sum((Fraction(count) * Fraction(each) for count, each, _ in lines), Fraction(0))
        due = (
            sum((Fraction(count) * Fraction(each) for count, each, taxed in lines if taxed), Fraction(0))
            * Fraction(percent)
            / 100
        )
        exact = (Decimal(due.numerator) / Decimal(due.denominator)).quantize(Decimal("0.01"), ROUND_HALF_UP)
        self.assertEqual(Fraction(found.subtotal), subtotal)
        self.assertEqual(found.tax, exact)
        self.assertEqual(found.total, found.subtotal + found.tax)
        self.assertEqual(found.total, found.total.quantize(quote.CENT))

    def test_what_has_no_price_makes_no_total(self) -> None:
        found = quote.quote((quote.Line("Kit", 1, Decimal("700")), quote.Line("Shank", 1, None)), Decimal("8"))
        self.assertIsNone(found.total)
        self.assertEqual(found.unpriced, ("Shank",))
        self.assertEqual(found.subtotal, Decimal("700.00"))

    @given(st.integers(0, 10_000_000))
    @settings(max_examples=1000)
    def test_a_listed_price_keeps_its_cents(self, amount: int) -> None:
        self.assertEqual(quote.price(amount / 100), Decimal(amount).scaleb(-2))

    @given(st.integers(0, 20), st.integers(0, 40), st.integers(0, 20), st.integers(0, 40))
    def test_more_trials_and_joints_never_cost_less(self, trials: int, joints: int, more: int, also: int) -> None:
        times = quote.Times(Decimal(75), Decimal(20), Decimal(5), Decimal("140.00"))
        self.assertGreaterEqual(quote.labour(times, trials + more, joints + also), quote.labour(times, trials, joints))
