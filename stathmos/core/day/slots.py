"""The first slot that has all of it: for one job, and for all open ones by first fit; and why not sooner.

Time is cut into cells of a quarter of an hour, a set of cells is a whole number with a bit for each, so that what is free for so
long is found by shifting. What is taken counts with every cell that it touches; what is open only with cells that lie wholly in it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from math import ceil

from stathmos.core.day.board import LATE, NOT_BEFORE, Board, Job, Place, Placed, Worker, before_of, conflicts
from stathmos.core.day.hours import Stretch, told
from stathmos.core.day.kinds import KINDS, PLACES

CELL = 15  # minutes

#: what can be why a slot is no sooner
PARTS, BEFORE, PLACE, PERSON, TOOL, RIG, HOURS = "parts", "before", "place", "person", "tool", "rig", "hours"
WHYS = (PARTS, BEFORE, PLACE, PERSON, TOOL, RIG, HOURS)


@dataclass(frozen=True)
class Grid:
    """Cells from a moment on. ``begins``: the first cell's; ``cells``: how many."""

    begins: datetime
    cells: int

    def at(self, cell: int) -> datetime:
        """When a cell begins."""
        return self.begins + timedelta(minutes=CELL * cell)

    def cell(self, at: datetime, up: bool = False) -> int:
        """The cell that a moment lies in; with ``up`` the first that does not begin before it. Within the grid."""
        minutes = (at - self.begins).total_seconds() / 60
        return min(self.cells, max(0, ceil(minutes / CELL) if up else int(minutes // CELL)))

    def within(self, stretches: Iterable[Stretch]) -> int:
        """The cells that lie wholly in one of some stretches."""
        found = 0
        for one in stretches:
            found |= _bits(self.cell(one.begins, up=True), self.cell(one.ends))
        return found

    def touched(self, stretches: Iterable[Stretch]) -> int:
        """The cells that share any time with one of some stretches."""
        found = 0
        for one in stretches:
            if one.begins < one.ends:
                found |= _bits(self.cell(one.begins), self.cell(one.ends, up=True))
        return found

    def since(self, at: datetime) -> int:
        """The cells that do not begin before a moment."""
        return _bits(self.cell(at, up=True), self.cells)


def _bits(first: int, end: int) -> int:
    """Cells from the first until before the end."""
    return (1 << end) - (1 << first) if end > first else 0


def room(free: int, cells: int) -> int:
    """Where so many free cells begin.

    >>> bin(room(0b1110111, 3)), room(0b1, 0)
    ('0b10001', 1)
    """
    have = 1
    while have < cells:
        step = min(have, cells - have)
        free &= free >> step
        have += step
    return free


def lowest(bits: int) -> int | None:
    """The first cell of a set; None of an empty one."""
    return (bits & -bits).bit_length() - 1 if bits else None


def grid_of(board: Board) -> Grid:
    """The board's time from now until it is last open, by cells that begin at whole quarters of an hour."""
    past = timedelta(minutes=board.now.minute % CELL, seconds=board.now.second, microseconds=board.now.microsecond)
    begins = board.now - past
    last = max((one.ends for one in board.open), default=begins)
    return Grid(begins, max(0, int((last - begins).total_seconds() // (60 * CELL))))


def cells_of(job: Job) -> int:
    """How many cells a job takes."""
    return ceil(job.minutes / CELL)


@dataclass(frozen=True)
class Reason:
    """Why a slot is no sooner. ``key``: of `WHYS`."""

    key: str
    says: str


@dataclass(frozen=True)
class Slot:
    """The first slot of a job, and why no sooner. ``placed``: None where there is none, and ``why`` says what stands in the way.
    ``provided``: what must be so first and nobody can say when it will be, by its key.
    """

    placed: Placed | None
    why: tuple[Reason, ...]
    provided: tuple[str, ...] = ()


@dataclass(frozen=True)
class Free:
    """What a job finds free, a set of cells each, from now on."""

    open: int
    parts: int
    before: int
    rig: int
    tools: int
    places: Mapping[int, int]
    people: Mapping[int, int]

    def without(self, why: str, every: int) -> Free:
        """The same as if one thing stood in nobody's way."""
        if why == PLACE:
            return replace(self, places=dict.fromkeys(self.places, every))
        if why == PERSON:
            return replace(self, people=dict.fromkeys(self.people, every))
        return {
            HOURS: replace(self, open=every), PARTS: replace(self, parts=every), BEFORE: replace(self, before=every),
            RIG: replace(self, rig=every), TOOL: replace(self, tools=every),
        }[why]  # fmt: skip

    @property
    def common(self) -> int:
        """What is free whoever does it and wherever."""
        return self.open & self.parts & self.before & self.rig & self.tools


def free_for(board: Board, job: Job, grid: Grid) -> Free:
    """What a job finds free on the board as it stands; the job itself takes nothing."""
    every, others = _bits(0, grid.cells), [one for one in board.jobs if one.key != job.key and one.stretch is not None]

    def taken(some: Iterable[Job]) -> int:
        return grid.touched(stretch for one in some if (stretch := one.stretch) is not None)

    parts = every if not job.parts.waits_for else 0 if job.parts.at is None else grid.since(job.parts.at)
    before = every
    for one in board.goes_before(job):
        before &= grid.since(one.stretch.ends) if one.stretch is not None else 0
    tools = every
    for key in job.tools:
        tools &= _tool(board, key, others, grid, every)
    return Free(
        open=grid.within(board.open) & grid.since(board.now), parts=parts, before=before,
        rig=every & ~taken(one for one in others if one.rig == job.rig), tools=tools,
        places={
            place.key: every & ~grid.touched(place.shut) & ~taken(one for one in others if one.placed and one.placed.place == place.key)
            for place in suited(board.places, job)
        },
        people={
            worker.key: every & ~grid.touched(worker.away) & ~taken(one for one in others if one.placed and one.placed.person == worker.key)
            for worker in able(board.workers, job)
        },
    )  # fmt: skip


def _tool(board: Board, key: str, others: list[Job], grid: Grid, every: int) -> int:
    """The cells at which one of a tool is there."""
    tool = next((one for one in board.tools if one.key == key), None)
    if tool is None or tool.many == 0:
        return 0
    levels = [0] * tool.many  # levels[n]: cells at which more than n are taken
    for one in others:
        if key in one.tools and one.stretch is not None:
            more = grid.touched([one.stretch])
            for number, level in enumerate(levels):
                levels[number], more = level | more, level & more
    return every & ~levels[-1] & ~grid.touched(tool.out)


def suited(places: Iterable[Place], job: Job) -> list[Place]:
    """The places where a job may be done, the best kind first."""
    return sorted(
        (one for one in places if one.kind in job.of.places), key=lambda one: (job.of.places.index(one.kind), one.key)
    )


def able(workers: Iterable[Worker], job: Job) -> list[Worker]:
    """The people who may do a job, those whose it is first."""
    return sorted(
        (one for one in workers if one.role in job.of.roles), key=lambda one: (job.of.roles.index(one.role), one.key)
    )


def _soonest(free: Free, job: Job, grid: Grid) -> tuple[int, int, int] | None:
    """Cell, place and person of the first slot; where several begin then, where and with whom it is already, then in order."""
    best: tuple[tuple[int, bool, bool, int, int], tuple[int, int, int]] | None = None
    now, need, common = job.placed, cells_of(job), free.common
    for number, (place, there) in enumerate(free.places.items()):
        for rank, (person, can) in enumerate(free.people.items()):
            cell = lowest(room(common & there & can, need))
            if cell is None or cell + need > grid.cells:
                continue
            rest = (now is None or place != now.place, now is None or person != now.person, rank, number)
            if best is None or (cell, *rest) < best[0]:
                best = ((cell, *rest), (cell, place, person))
    return None if best is None else best[1]


def first_slot(board: Board, job: Job) -> Slot:
    """The first slot from now on that has all that a job needs, and why no sooner."""
    grid = grid_of(board)
    free = free_for(board, job, grid)
    found = _soonest(free, job, grid)
    provided = before_of(job, board.goes_before(job))
    why = _why(board, job, grid, free, found[0] if found else None)
    if found is None:
        return Slot(None, why, provided)
    cell, place, person = found
    return Slot(Placed(grid.at(cell), place, person), why, provided)


def _why(board: Board, job: Job, grid: Grid, free: Free, cell: int | None) -> tuple[Reason, ...]:
    """What alone would bring it sooner, were it not in the way, most first; the hours only where nothing else does."""
    every, sooner = _bits(0, grid.cells), []
    for why in WHYS:
        found = _soonest(free.without(why, every), job, grid)
        if found is not None and (cell is None or found[0] < cell):
            sooner.append((found[0], WHYS.index(why), why))
    keys = [why for _, _, why in sorted(sooner)]
    told_of = [why for why in keys if why != HOURS] or keys
    if not told_of and cell is None:
        told_of = [why for why in WHYS if _alone_shuts(free, why, every)]
    return tuple(Reason(why, _says(board, job, why)) for why in told_of)


def _alone_shuts(free: Free, why: str, every: int) -> bool:
    """Whether one thing by itself leaves nothing free: of several that do, each is told."""
    anywhere, anybody = dict.fromkeys(free.places or (0,), every), dict.fromkeys(free.people or (0,), every)
    empty = Free(every, every, every, every, every, anywhere, anybody)
    only = {
        HOURS: replace(empty, open=free.open), PARTS: replace(empty, parts=free.parts), BEFORE: replace(empty, before=free.before),
        RIG: replace(empty, rig=free.rig), TOOL: replace(empty, tools=free.tools), PLACE: replace(empty, places=free.places),
        PERSON: replace(empty, people=free.people),
    }[why]  # fmt: skip
    return not any(only.common & there & can for there in only.places.values() for can in only.people.values())


def _says(board: Board, job: Job, why: str) -> str:
    if why == PARTS:
        at = job.parts.at
        waits = job.parts.waits_for
        return (
            f"{waits} is not ordered: nobody knows when it comes"
            if at is None
            else f"after {waits} arrives, {told(at, board.zone)}"
        )
    if why == BEFORE:
        return f"after {' and '.join(one.name for one in board.goes_before(job))}"
    if why == PLACE and not suited(board.places, job):
        return f"the house has no {' and no '.join(PLACES[kind] for kind in job.of.places)}"
    if why == PERSON and not able(board.workers, job):
        return f"the house has no {' and no '.join(job.of.roles)}"
    if why == HOURS and job.minutes > max((one.minutes for one in board.open), default=0):
        return f"it takes {job.minutes} min, longer than the house is open in one stretch"
    if why == PLACE:
        return f"when a {' or a '.join(PLACES[kind] for kind in job.of.places)} is free"
    if why == PERSON:
        return f"when a {' or a '.join(job.of.roles)} is there and free"
    if why == TOOL:
        names = {one.key: one.name for one in board.tools if one.many}
        none = [key for key in job.tools if key not in names]
        if none:
            return f"the house has no {' and no '.join(none)}"
        return f"when {' and '.join(names[key] for key in job.tools)} can be had"
    if why == RIG:
        return "when the rig itself is free"
    return "within opening hours"


def in_order(jobs: Iterable[Job]) -> list[Job]:
    """Jobs by what goes before what, then by when they are wanted, then by their number."""
    kinds = list(KINDS)
    return sorted(
        jobs, key=lambda one: (one.due is None, one.due.timestamp() if one.due else 0.0, one.rig, kinds.index(one.kind), one.key)
    )  # fmt: skip


@dataclass(frozen=True)
class FirstFit:
    """The board with jobs placed where they fit first; ``unplaced``: those for which there is no slot, with why."""

    board: Board
    unplaced: Mapping[int, tuple[Reason, ...]]


def movable(board: Board) -> list[Job]:
    """The jobs that may be placed anew: neither begun nor done."""
    return [one for one in board.jobs if not one.begun and one.ends is None]


def first_fit(board: Board) -> FirstFit:
    """Every open job placed: those that stand well stay, in the order of their time, each other in its turn at its first slot."""
    moving = movable(board)
    bare = replace(board, jobs=tuple(replace(one, placed=None) if one in moving else one for one in board.jobs))
    placed = [one for one in moving if one.placed is not None]
    for one in sorted(placed, key=lambda one: (one.placed.begins if one.placed else board.now, one.key)):
        tried = bare.with_job(one)
        if stands_well(tried, one):
            bare = tried
    unplaced: dict[int, tuple[Reason, ...]] = {}
    for one in _first_things_first(board, in_order(job for job in moving if bare.job(job.key).placed is None)):
        slot = first_slot(bare, one)
        if slot.placed is None:
            unplaced[one.key] = slot.why
        else:
            bare = bare.with_job(replace(one, placed=slot.placed))
    return FirstFit(bare, unplaced)


def _first_things_first(board: Board, jobs: list[Job]) -> list[Job]:
    """The same jobs, each after those of its rig that go before it, and otherwise as they were."""
    left, found = {one.key: one for one in jobs}, []

    def put(job: Job) -> None:
        if left.pop(job.key, None) is not None:
            for first in board.goes_before(job):
                if first.key in left:
                    put(left[first.key])
            found.append(job)

    for one in jobs:
        put(one)
    return found


def stands_well(board: Board, job: Job) -> bool:
    """Whether nothing is in a job's way that another slot would mend."""
    return all(one.key in (LATE, NOT_BEFORE) for one in conflicts(board, job))
