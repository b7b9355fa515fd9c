"""What a customer is told: room that is really there, plain words that pass nothing, money to the cent."""

from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from stathmos.core import quote
from stathmos.core.customer import INTO_TRAILER, INTO_VEHICLE, KEPT, MAY_BE_OVER, NOTHING_MORE, PLAIN, room, sheet
from stathmos.core.finding import ORDER, REFUSED, UNKNOWN
from stathmos.core.ratings import LINKS, State
from tests.core.rigs import KG, assessed, measured, rig

MONEY = st.decimals(min_value=Decimal("-5000"), max_value=Decimal("90000"), places=2)


def over(assessment) -> set[str]:
    return {link.key for link in assessment.planned if link.state is State.OVER}


def _just_over(assessment) -> int:
    """A payload of a pound more than is carried."""
    return int(next(link.demand.value for link in assessment.planned if link.key == "payload") / KG) + 1


class Room(TestCase):
    def test_only_links_that_there_are(self) -> None:
        self.assertLessEqual(INTO_TRAILER | INTO_VEHICLE, LINKS.keys())
        self.assertEqual(PLAIN.keys(), set(ORDER))

    @given(st.integers(200, 2600), st.integers(0, 500), st.integers(4800, 7000))
    @settings(max_examples=150, deadline=None)
    def test_what_may_be_loaded_into_the_vehicle_is_borne(self, people: int, bed: int, gross: int) -> None:
        """Put ahead of the rear axle, all of it: no rating that was kept is passed by it."""
        known = {"loads__rear_seats__weight": measured("0"), "loads__bed__weight": measured(f"{bed}")}
        before = assessed(
            rig(**known, loads__front_seats__weight=measured(f"{people}"), trailer__gross_weight=measured(f"{gross}"))
        )
        found = room("vehicle", before.planned, INTO_VEHICLE)
        assume(found.least is not None and not over(before))
        more = people + int(found.least / KG)
        after = assessed(
            rig(**known, loads__front_seats__weight=measured(f"{more}"), trailer__gross_weight=measured(f"{gross}"))
        )
        self.assertEqual(over(after) & INTO_VEHICLE, set())

    @given(st.integers(4500, 7600), st.integers(9, 15))
    @settings(max_examples=150, deadline=None)
    def test_what_may_be_loaded_into_the_trailer_is_borne(self, gross: int, share: int) -> None:
        """Over its axles it adds nothing to the tongue: the same tongue, a heavier trailer."""
        tongue = measured(f"{gross * share // 100}")
        before = assessed(rig(trailer__gross_weight=measured(f"{gross}"), weighing__tongue_scale=tongue))
        found = room("trailer", before.planned, INTO_TRAILER)
        assume(found.least is not None and not over(before))
        heavier = gross + int(found.least / KG)
        after = assessed(rig(trailer__gross_weight=measured(f"{heavier}"), weighing__tongue_scale=tongue))
        self.assertEqual(over(after) & INTO_TRAILER, set())

    def test_what_is_not_known_leaves_no_room(self) -> None:
        without = assessed(rig(trailer__gvwr=None))
        found = room("trailer", without.planned, INTO_TRAILER)
        self.assertEqual((found.least, found.by[0]), (None, "Trailer GVWR"))
        self.assertIn("not known yet, for Trailer GVWR", sheet(without).may_load[0].text("us"))
        self.assertEqual(room("trailer", (), INTO_TRAILER).least, None)
        # of D-values alone no room in weight can be told
        by_force = [link for link in assessed(rig()).planned if link.key in ("coupler_d", "receiver_d")]
        self.assertEqual(room("trailer", by_force, INTO_TRAILER).least, None)

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
        judged = assessed(rig(vehicle__payload=measured("1310 lb")))
        words = {one.name: one.word for one in sheet(judged).borne}
        for link in judged.planned:
            if link.kind == "load":
                self.assertEqual(
                    words[link.name] == KEPT, link.state not in (State.OVER, State.UNKNOWN) and not link.may_be_over
                )
        self.assertIn(
            MAY_BE_OVER,
            {one.word for one in sheet(assessed(rig(vehicle__payload=measured(f"{_just_over(judged)} lb")))).borne},
        )

    def test_by_hand(self) -> None:
        """Trailer GVWR 7 000 less 6 150 leaves 850; less the weighbridge's own doubt, rounded down."""
        found = room("trailer", assessed(rig()).planned, INTO_TRAILER)
        self.assertEqual(found.by, ("Trailer GVWR",))
        self.assertLess(found.least / KG, 850)
        self.assertGreater(found.least / KG, 700)


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
