"""The core's tests alone: no framework, no database. `python -m tests.core [LABEL…]`, a label as unittest names it.

`many` alone: those that try rigs by the thousand, and reach no line that others do not reach; `few`: all the rest.
"""

import sys
import unittest
from collections.abc import Iterator

#: modules, classes and tests that are run without counting lines, in half the time
MANY = (
    "test_axles.Judged", "test_axles.Properties", "test_bay_habits.VerdictAndCoach",
    "test_bay_schools.Properties", "test_bay_simulated", "test_blanks.Blanks.test_a_blank_is_no_pass_where_any_value_would_refuse",
    "test_blanks.Blanks.test_of_random_rigs",
    "test_customer.WhatMayBeLoaded.test_what_may_be_loaded_into_the_trailer_is_borne",
    "test_customer.WhatMayBeLoaded.test_what_may_be_loaded_into_the_vehicle_is_borne",
    "test_day.Plans.test_never_worse_than_first_fit_and_nothing_badly_placed",
    "test_day.Slots.test_the_first_slot_is_the_first_by_trying_all_of_them", "test_desk.LeftForPeopleAndCargo",
    "test_desk.Ranges", "test_desk.Settles", "test_desk.WhichTrailers", "test_followed", "test_go_and_read", "test_guesses",
    "test_holding.Properties", "test_keys", "test_level", "test_practice.RightHands.test_pass_two_hundred_seeds", "test_relations.Properties",
    "test_assess.WhateverIsKnown.test_every_figure_at_either_end_of_what_is_believed_answers", "test_bay_words", "test_lot.EqualsOneByOne",
    "test_lot.Monotone", "test_practice.AnythingAtAll", "test_practice.CarelessHands", "test_relations.RelationByRelation",
    "test_relations.SwappedAxles",
    "test_relations.ReadTwice.test_what_decides_does_so_by_a_slip_of_its_own", "test_remedies.TriedOnTheRig",
    "test_same_hitch", "test_selection.Kits", "test_sway.AgainstAnIntegration", "test_weighing_trials",
)  # fmt: skip


def tests_in(suite: unittest.TestSuite) -> Iterator[unittest.TestCase]:
    """Every test of a suite of suites."""
    for one in suite:
        if isinstance(one, unittest.TestSuite):
            yield from tests_in(one)
        else:
            yield one


def is_of_many(test: unittest.TestCase) -> bool:
    """Whether a test is one of `MANY`."""
    return any(f"{test.id()}.".startswith(f"tests.core.{label}.") for label in MANY)


chosen, loader = sys.argv[1:], unittest.defaultTestLoader
if chosen in (["few"], ["many"]):
    wanted = chosen == ["many"]
    found = loader.discover("tests/core", top_level_dir=".")
    suite = unittest.TestSuite(one for one in tests_in(found) if is_of_many(one) == wanted)
else:
    suite = loader.loadTestsFromNames(chosen) if chosen else loader.discover("tests/core", top_level_dir=".")
result = unittest.TextTestRunner().run(suite)
failed = len(result.failures) + len(result.errors)
print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed")  # noqa: T201
sys.exit(failed > 0 or result.testsRun == 0)
