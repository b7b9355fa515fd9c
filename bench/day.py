"""The day: 60 jobs, 3 bays and a floor, 5 technicians and an advisor, two weeks; conflicts, a slot, first fit, the solver."""

from __future__ import annotations

from bench.timing import line, timed
from stathmos.core.day.board import conflicts
from stathmos.core.day.plan import plan
from stathmos.core.day.slots import first_fit, first_slot
from tests.core.random_days import board

JOBS = 60


def measure() -> None:
    """Print the figures."""
    day = board(JOBS, 60)
    line(
        f"{JOBS} jobs: what is in the way of each", timed(lambda: [conflicts(day, one) for one in day.jobs], 20), "none"
    )
    line("the first slot of one, and why", timed(lambda: first_slot(day, day.jobs[0]), 60), "none")
    line("first fit for all", timed(lambda: first_fit(day), 10), "under 1 s")
    for seconds in (1.0, 5.0):
        found = plan(day, looks=seconds)
        print(  # noqa: T201
            f"  the solver, {seconds:.0f} s: {found.cost.late / 60:.0f} h late and {found.cost.moved} moved, "
            f"first fit {found.floor.late / 60:.0f} h and {found.floor.moved}; {len(found.unplaced)} without a slot"
            f"{', proved the best' if found.proved else ''}"
        )
