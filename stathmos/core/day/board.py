"""The board: jobs on bays over hours, who and what there is, and what is in conflict with what.

Moments are aware and in UTC (`hours`). Nothing here moves a job. Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from stathmos.core.day.hours import Stretch, told
from stathmos.core.day.kinds import BEFORE, KINDS, PLACES, JobKind

#: what can be in the way of a job as it is placed, in the order in which it is said
PAST, TOO_LONG, OUTSIDE, PLACE_TAKEN, PLACE_SHUT, WRONG_PLACE, PERSON_TAKEN, PERSON_AWAY, WRONG_PERSON = (
    "past", "too_long", "outside", "place_taken", "place_shut", "wrong_place", "person_taken", "person_away", "wrong_person",
)  # fmt: skip
TOOL_OUT, NO_TOOL, PARTS_LATE, PARTS_UNKNOWN, RIG_TAKEN, TOO_EARLY, NOT_BEFORE, LATE = (
    "tool_out", "no_tool", "parts_late", "parts_unknown", "rig_taken", "too_early", "not_before", "late",
)  # fmt: skip
ORDER = (
    PAST, TOO_LONG, OUTSIDE, PLACE_TAKEN, PLACE_SHUT, WRONG_PLACE, PERSON_TAKEN, PERSON_AWAY, WRONG_PERSON, TOOL_OUT, NO_TOOL,
    PARTS_LATE, PARTS_UNKNOWN, RIG_TAKEN, TOO_EARLY, NOT_BEFORE, LATE,
)  # fmt: skip


@dataclass(frozen=True)
class Place:
    """A bay or a floor. ``shut``: when it cannot be used, whatever the house's hours."""

    key: int
    kind: str
    name: str
    shut: tuple[Stretch, ...] = ()


@dataclass(frozen=True)
class Worker:
    """Somebody who does jobs. ``away``: absences."""

    key: int
    name: str
    role: str
    away: tuple[Stretch, ...] = ()


@dataclass(frozen=True)
class Tool:
    """A tool that jobs want one of for as long as they last; ``many`` of them in the house. ``out``: when none is there."""

    key: str
    name: str
    many: int = 1
    out: tuple[Stretch, ...] = ()


@dataclass(frozen=True)
class Parts:
    """What a job still waits for. ``waits_for``: in words, empty where all of it is there; ``at``: when it is expected, None where nobody knows."""

    waits_for: str = ""
    at: datetime | None = None


@dataclass(frozen=True)
class Placed:
    """Where a job stands on the board: from when, in which place, with whom (None: nobody yet)."""

    begins: datetime
    place: int
    person: int | None = None


@dataclass(frozen=True, kw_only=True)
class Job:
    """One job. ``name`` as it is said; ``minutes`` set aside; ``tools``: keys of those it wants; ``before``: keys of what must be so
    first and is not; ``due``: until when it is wanted; ``begun``: it stays where it is; ``ends``: when it truly ended, of one done.
    """

    key: int
    rig: int
    kind: str
    name: str
    minutes: int
    placed: Placed | None = None
    tools: tuple[str, ...] = ()
    parts: Parts = Parts()
    before: tuple[str, ...] = ()
    due: datetime | None = None
    begun: bool = False
    ends: datetime | None = None

    @property
    def of(self) -> JobKind:
        """Its kind."""
        return KINDS[self.kind]

    @property
    def stretch(self) -> Stretch | None:
        """From when until when it stands on the board; None while it stands nowhere."""
        if self.placed is None:
            return None
        begins = self.placed.begins
        return Stretch(begins, max(begins, self.ends) if self.ends else begins + timedelta(minutes=self.minutes))


@dataclass(frozen=True, kw_only=True)
class Board:
    """What there is to plan with. ``open``: every stretch in which the house is open, in order; ``zone``: its time zone."""

    now: datetime
    zone: str
    open: tuple[Stretch, ...]
    places: tuple[Place, ...]
    workers: tuple[Worker, ...]
    tools: tuple[Tool, ...] = ()
    jobs: tuple[Job, ...] = ()

    def with_job(self, job: Job) -> Board:
        """The same board with one job otherwise, or besides."""
        return replace(self, jobs=(*(one for one in self.jobs if one.key != job.key), job))

    def job(self, key: int) -> Job:
        """A job by its key. Raises KeyError."""
        return {one.key: one for one in self.jobs}[key]

    def goes_before(self, job: Job) -> tuple[Job, ...]:
        """The jobs of the same rig that must be done before it, and are not."""
        return tuple(
            one for one in self.jobs if one.rig == job.rig and one.key != job.key and one.kind in job.of.after and one.ends is None
        )  # fmt: skip


@dataclass(frozen=True)
class Conflict:
    """What is in the way of a job as it is placed. ``other``: the job that it collides with."""

    key: str
    says: str
    other: int | None = None


def conflicts(board: Board, job: Job) -> tuple[Conflict, ...]:
    """All that is in the way of a job as it is placed, in the order of `ORDER`; nothing of one that is done or stands nowhere."""
    if job.placed is None or job.ends is not None:
        return ()
    return tuple(sorted(_found(board, job), key=lambda one: ORDER.index(one.key)))


def _found(board: Board, job: Job) -> Iterator[Conflict]:
    yield from _in_time(board, job)
    yield from _in_place(board, job)
    yield from _by_whom(board, job)
    yield from _with_what(board, job)
    yield from _in_order(board, job)


def _others(board: Board, job: Job) -> Iterator[Job]:
    """Jobs that stand on the board at the same time."""
    stretch = job.stretch
    for one in board.jobs:
        theirs = one.stretch
        if one.key != job.key and stretch is not None and theirs is not None and stretch.overlaps(theirs):
            yield one


def _in_time(board: Board, job: Job) -> Iterator[Conflict]:
    stretch = job.stretch
    assert stretch is not None
    if stretch.begins < board.now and not job.begun:
        yield Conflict(PAST, f"It would have begun {told(stretch.begins, board.zone)}, and has not.")
    if board.open and job.minutes > max(one.minutes for one in board.open):
        yield Conflict(TOO_LONG, f"It takes {job.minutes} min: longer than the house is open in one stretch.")
    elif not any(one.begins <= stretch.begins and stretch.ends <= one.ends for one in board.open):
        yield Conflict(OUTSIDE, f"Outside opening hours: it lasts until {told(stretch.ends, board.zone)}.")
    if job.due is not None and stretch.ends > job.due:
        yield Conflict(LATE, f"It is wanted by {told(job.due, board.zone)}.")


def _in_place(board: Board, job: Job) -> Iterator[Conflict]:
    assert job.placed is not None and job.stretch is not None
    place = next((one for one in board.places if one.key == job.placed.place), None)
    if place is None or place.kind not in job.of.places:
        wanted = " or a ".join(PLACES[kind] for kind in job.of.places)
        yield Conflict(WRONG_PLACE, f"It wants a {wanted}.")
        return
    if any(one.overlaps(job.stretch) for one in place.shut):
        yield Conflict(PLACE_SHUT, f"{place.name} cannot be used then.")
    for one in _others(board, job):
        if one.placed is not None and one.placed.place == place.key:
            yield Conflict(PLACE_TAKEN, f"{place.name} is taken by {one.name}.", one.key)


def _by_whom(board: Board, job: Job) -> Iterator[Conflict]:
    assert job.placed is not None and job.stretch is not None
    if job.placed.person is None:
        yield Conflict(WRONG_PERSON, "Nobody is named to do it.")
        return
    worker = next((one for one in board.workers if one.key == job.placed.person), None)
    if worker is None or worker.role not in job.of.roles:
        yield Conflict(WRONG_PERSON, f"It is for a {' or a '.join(job.of.roles)} to do.")
        return
    if any(one.overlaps(job.stretch) for one in worker.away):
        yield Conflict(PERSON_AWAY, f"{worker.name} is away then.")
    for one in _others(board, job):
        if one.placed is not None and one.placed.person == worker.key:
            yield Conflict(PERSON_TAKEN, f"{worker.name} is at {one.name}.", one.key)


def _with_what(board: Board, job: Job) -> Iterator[Conflict]:
    assert job.stretch is not None
    known = {one.key: one for one in board.tools}
    for key in job.tools:
        tool = known.get(key)
        if tool is None or tool.many == 0:
            yield Conflict(NO_TOOL, f"The house has no {tool.name if tool else key}.")
            continue
        if any(one.overlaps(job.stretch) for one in tool.out):
            yield Conflict(TOOL_OUT, f"{tool.name} is out then.")
        sharing = [one for one in _others(board, job) if key in one.tools]
        if most_at_once([job, *sharing]) > tool.many:
            yield Conflict(TOOL_OUT, f"{tool.name} is with {sharing[0].name}.", sharing[0].key)
    if job.parts.waits_for and job.parts.at is None:
        yield Conflict(PARTS_UNKNOWN, f"{job.parts.waits_for}: not on the shelf, and nobody knows when it comes.")
    elif job.parts.waits_for and job.parts.at is not None and job.parts.at > job.stretch.begins:
        yield Conflict(PARTS_LATE, f"{job.parts.waits_for}: expected {told(job.parts.at, board.zone)}.")


def most_at_once(jobs: list[Job]) -> int:
    """How many of some jobs go on at the same moment, at the most."""
    edges = sorted(
        edge for one in jobs if (stretch := one.stretch) for edge in ((stretch.begins, 1), (stretch.ends, -1))
    )
    most = level = 0
    for _, change in edges:
        level += change
        most = max(most, level)
    return most


def _in_order(board: Board, job: Job) -> Iterator[Conflict]:
    assert job.stretch is not None
    for one in _others(board, job):
        if one.rig == job.rig:
            yield Conflict(RIG_TAKEN, f"The rig itself is at {one.name}.", one.key)
    coming = board.goes_before(job)
    for one in coming:
        theirs = one.stretch
        if theirs is None:
            yield Conflict(TOO_EARLY, f"{one.name} goes before it, and stands nowhere yet.", one.key)
        elif theirs.ends > job.stretch.begins:
            yield Conflict(TOO_EARLY, f"{one.name} goes before it.", one.key)
    for key in before_of(job, coming):
        yield Conflict(NOT_BEFORE, f"Not yet so: {BEFORE[key]}.")


def before_of(job: Job, coming: tuple[Job, ...]) -> tuple[str, ...]:
    """What must be so first and is not, without what the jobs that come before it are there to bring about.

    A weighing on the board will weigh; a fit on the board will be signed.
    """
    brought = {what for one in coming for what in BRINGS.get(one.kind, ())}
    return tuple(key for key in job.before if key not in brought)


#: what a job is there to bring about
BRINGS: dict[str, tuple[str, ...]] = {
    "weighing": ("weighed", "signed"),
    "fit": ("bay_signed",),
    "refit": ("bay_signed",),
}
