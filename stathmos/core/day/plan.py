"""All open jobs at once: least lateness, then fewest moves, then soonest. First fit is the floor; a constraint solver does better
where it can in its time (Google OR-Tools, CP-SAT). Nothing is moved here: a plan is a proposal.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from stathmos.core.day.board import Board, Job, Placed
from stathmos.core.day.slots import Reason, first_fit, first_slot, grid_of, movable

#: the solver looks for so long, s
LOOKS = 5.0


@dataclass(frozen=True, order=True)
class Cost:
    """What a plan costs, the weightiest first: jobs that stand nowhere, minutes late together, jobs moved, cells until the new begin."""

    unplaced: int
    late: float
    moved: int
    waiting: int


@dataclass(frozen=True)
class Move:
    """One job placed, or placed otherwise, and why there."""

    job: int
    to: Placed
    why: tuple[Reason, ...]


@dataclass(frozen=True)
class Plan:
    """A proposal. ``moves``: what would be placed otherwise than now; ``unplaced``: jobs without a slot, with why; ``floor``: what
    first fit costs; ``solved``: whether the solver did better than first fit, ``proved`` whether it is known that nothing does.
    """

    moves: tuple[Move, ...]
    unplaced: Mapping[int, tuple[Reason, ...]]
    cost: Cost
    floor: Cost
    solved: bool
    proved: bool


def late_by(job: Job) -> float:
    """Minutes by which a job ends after it is wanted; nought where it is in time, or wanted at no time."""
    stretch = job.stretch
    return 0.0 if stretch is None or job.due is None else max(0.0, (stretch.ends - job.due).total_seconds() / 60)


def cost(before: Board, after: Board) -> Cost:
    """What it costs to go from one board to another."""
    grid, was = grid_of(before), {one.key: one.placed for one in before.jobs}
    jobs = movable(after)
    return Cost(
        unplaced=sum(one.placed is None for one in jobs),
        late=sum(late_by(one) for one in jobs),
        moved=sum(was[one.key] is not None and one.placed != was[one.key] for one in jobs),
        waiting=sum(grid.cell(one.placed.begins) for one in jobs if one.placed and was[one.key] is None),
    )


def plan(board: Board, looks: float = LOOKS) -> Plan:
    """A proposal for all open jobs, found in about so many seconds; with none left to look in, first fit."""
    fitted = first_fit(board)
    floor = cost(board, fitted.board)
    best, spent, proved = fitted.board, floor, False
    if looks > 0 and movable(board):
        from stathmos.core.day import optimal  # with all that solves: 80 MB that no other answer wants

        found = optimal.solved(board, fitted.board, looks)
        if found is not None:
            solved, proved = found
            if cost(board, solved) < floor:
                best, spent = solved, cost(board, solved)
    was = {one.key: one.placed for one in board.jobs}
    moves = tuple(
        Move(one.key, one.placed, first_slot(best, replace(one, placed=None)).why)
        for one in sorted(movable(best), key=lambda one: (one.placed.begins if one.placed else board.now, one.key))
        if one.placed is not None and one.placed != was[one.key]
    )
    unplaced = {key: why for key, why in fitted.unplaced.items() if best.job(key).placed is None}
    return Plan(moves, unplaced, spent, floor, spent < floor, proved)
