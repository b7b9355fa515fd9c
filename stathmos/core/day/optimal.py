"""The constraint model of a day: each job's begin, place and person, solved by Google OR-Tools' CP-SAT within a time.

Least lateness weighs more than any number of moves, and a move more than any waiting.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from ortools.sat.python import cp_model

from stathmos.core.day.board import Board, Job, Placed
from stathmos.core.day.slots import cells_of, free_for, grid_of, movable, room

WORKERS = 2


def runs(bits: int) -> list[list[int]]:
    """A set of cells as its stretches, each by its first and last cell.

    >>> runs(0b1101), runs(0)
    ([[0, 0], [2, 3]], [])
    """
    found, cell = [], 0
    while bits:
        skip = (bits & -bits).bit_length() - 1
        bits, cell = bits >> skip, cell + skip
        many = (~bits & -~bits).bit_length() - 1
        found.append([cell, cell + many - 1])
        bits, cell = bits >> many, cell + many
    return found


@dataclass(frozen=True)
class Chosen:
    """The variables of one job: the cell in which it begins, and for each place and person whether it is the one."""

    job: Job
    begins: Any
    need: int
    places: Mapping[int, Any]
    people: Mapping[int, Any]


class Model:
    """The jobs that may move on one board, as variables and rules. ``hint``: a board on which they are placed already."""

    def __init__(self, board: Board, hint: Board) -> None:
        self.board, self.hint, self.grid = board, hint, grid_of(board)
        self.model = cp_model.CpModel()
        todo = [one for one in movable(board) if hint.job(one.key).placed is not None]
        keys = {one.key for one in todo}
        self.fixed = replace(board, jobs=tuple(one for one in board.jobs if one.key not in keys))
        self.jobs = [self._chosen(one) for one in todo]
        self._apart()
        self._tools()
        self._in_order()
        self._aim()
        for one in self.jobs:
            self._hint(one)

    def _chosen(self, job: Job) -> Chosen:
        """One job: it begins where all that does not move leaves room, in one place, with one person."""
        need, free = cells_of(job), free_for(self.fixed, replace(job, placed=None), self.grid)
        begins = self._within(room(free.common, need), f"job {job.key}")
        return Chosen(
            job, begins, need, self._one_of(begins, need, free.places), self._one_of(begins, need, free.people)
        )

    def _within(self, cells: int, name: str) -> Any:
        return self.model.new_int_var_from_domain(cp_model.Domain.from_intervals(runs(cells)), name)

    def _one_of(self, begins: Any, need: int, there: Mapping[int, int]) -> dict[int, Any]:
        taken = {}
        for key, cells in there.items():
            taken[key] = self.model.new_bool_var("")
            may_begin = cp_model.Domain.from_intervals(runs(room(cells, need)))
            self.model.add_linear_expression_in_domain(begins, may_begin).only_enforce_if(taken[key])
        self.model.add_exactly_one(taken.values())
        return taken

    def _apart(self) -> None:
        """No place and nobody has two jobs at once, and no rig is in two."""
        of: dict[tuple[str, int], list[Any]] = {}
        for one in self.jobs:
            for what, taken in (("place", one.places), ("person", one.people)):
                for key, is_it in taken.items():
                    interval = self.model.new_optional_fixed_size_interval_var(one.begins, one.need, is_it, "")
                    of.setdefault((what, key), []).append(interval)
            of.setdefault(("rig", one.job.rig), []).append(
                self.model.new_fixed_size_interval_var(one.begins, one.need, "")
            )
        for intervals in of.values():
            self.model.add_no_overlap(intervals)

    def _tools(self) -> None:
        """No more jobs want a tool at once than there are of it; those that do not move count too."""
        for tool in self.board.tools:
            wanting = [
                self.model.new_fixed_size_interval_var(one.begins, one.need, "")
                for one in self.jobs
                if tool.key in one.job.tools
            ]
            for job in self.fixed.jobs:
                stretch = job.stretch
                if tool.key in job.tools and stretch is not None and stretch.ends > self.grid.begins:
                    first, end = self.grid.cell(stretch.begins), self.grid.cell(stretch.ends, up=True)
                    wanting.append(self.model.new_fixed_size_interval_var(first, end - first, ""))
            if wanting:
                self.model.add_cumulative(wanting, [1] * len(wanting), max(1, tool.many))

    def _in_order(self) -> None:
        """What goes before a job ends before it begins."""
        ends = {one.job.key: one.begins + one.need for one in self.jobs}
        for one in self.jobs:
            for first in self.board.goes_before(one.job):
                if first.key in ends:
                    self.model.add(one.begins >= ends[first.key])

    def _aim(self) -> None:
        cells, many = self.grid.cells, len(self.jobs)
        late, moved, waiting = [], [], []
        for one in self.jobs:
            if one.job.due is not None:
                over = self.model.new_int_var(0, cells, "")
                self.model.add(over >= one.begins + one.need - self.grid.cell(one.job.due))
                late.append(over)
            moved.append(self._moved(one)) if one.job.placed is not None else waiting.append(one.begins)
        a_move = cells * many + 1
        self.model.minimize(a_move * (many + 1) * sum(late) + a_move * sum(moved) + sum(waiting))

    def _moved(self, one: Chosen) -> Any:
        """Whether a job stands otherwise than it did."""
        moved, was = self.model.new_bool_var(""), one.job.placed
        assert was is not None
        cell = self.grid.cell(was.begins)
        if (
            was.person is None
            or was.person not in one.people
            or was.place not in one.places
            or self.grid.at(cell) != was.begins
        ):
            self.model.add(moved == 1)
            return moved
        self.model.add(one.begins == cell).only_enforce_if(~moved)
        self.model.add(one.places[was.place] == 1).only_enforce_if(~moved)
        self.model.add(one.people[was.person] == 1).only_enforce_if(~moved)
        return moved

    def _hint(self, one: Chosen) -> None:
        placed = self.hint.job(one.job.key).placed
        assert placed is not None
        self.model.add_hint(one.begins, self.grid.cell(placed.begins))
        for taken, now in ((one.places, placed.place), (one.people, placed.person)):
            for key, is_it in taken.items():
                self.model.add_hint(is_it, key == now)

    def solved(self, looks: float) -> tuple[Board, bool] | None:
        """The best board found in so many seconds, and whether nothing is better; None where none was found."""
        solver = cp_model.CpSolver()
        solver.parameters.max_time_in_seconds = looks
        solver.parameters.num_workers = WORKERS
        state = solver.solve(self.model)
        if state not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return None
        found = self.hint
        for one in self.jobs:
            place, person = (
                next(key for key, is_it in taken.items() if solver.boolean_value(is_it))
                for taken in (one.places, one.people)
            )
            placed = Placed(self.grid.at(solver.value(one.begins)), place, person)
            found = found.with_job(replace(one.job, placed=placed))
        return found, bool(state == cp_model.OPTIMAL)


def solved(board: Board, hint: Board, looks: float) -> tuple[Board, bool] | None:
    """The best board that is found in so many seconds, from one on which first fit placed what it could; and whether it is proved.

    What first fit could not place is left where it is: nothing places it.
    """
    return Model(board, hint).solved(looks)
