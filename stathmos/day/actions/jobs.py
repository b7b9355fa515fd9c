"""What is done to jobs: made, placed, begun, paused, done, dropped. Each is one verb, on record, and nothing moves without somebody."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from stathmos.core.day.hours import told
from stathmos.core.day.kinds import KINDS
from stathmos.database.retrying import tried_again
from stathmos.day import opening
from stathmos.day.models import Job, JobChange, Place
from stathmos.day.reckoning import experience, facts
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import NotAllowed, require
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import require_real
from stathmos.stockroom.actions.move import use_aside

LONGEST = 720  # minutes: a job that takes longer is two
#: how far ahead a job may be placed, days
FARTHEST = 400
#: a device's clock may be off by so much
CLOCK = timedelta(minutes=5)

MADE, PLACED, TAKEN_OFF, BEGUN, PAUSED, GONE_ON, DONE, DROPPED = (
    "made", "placed", "taken_off", "begin", "pause", "go_on", "done", "drop",
)  # fmt: skip
#: what can be done to the work itself: from which states, to which
DOINGS = {
    BEGUN: ((Job.State.OPEN,), Job.State.BEGUN, "begun"),
    PAUSED: ((Job.State.BEGUN,), Job.State.PAUSED, "paused"),
    GONE_ON: ((Job.State.PAUSED,), Job.State.BEGUN, "gone on with"),
    DONE: ((Job.State.BEGUN, Job.State.PAUSED), Job.State.DONE, "done"),
    DROPPED: ((Job.State.OPEN, Job.State.PAUSED), Job.State.DROPPED, "not wanted any more"),
}


class NotPlaced(Exception):
    """Nothing was written; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not placed")
        self.problems = problems


class StaleJob(Exception):
    """Somebody did something to the job after it was looked at."""

    def __init__(self, job: Job) -> None:
        super().__init__("stale")
        self.job = job


@dataclass(frozen=True, kw_only=True)
class To:
    """Where a job is to stand: from when, where, with whom; ``begins`` None takes it off the board."""

    job: int
    version: int
    begins: datetime | None
    place: int | None = None
    person: int | None = None
    minutes: int | None = None


def _change(job: Job, act: str, person: Person, says: str, at: datetime | None = None, key: UUID | None = None) -> None:
    job.version += 1
    job.save()
    JobChange.objects.create(job=job, act=act, says=says[:250], by=person, at=at or timezone.now(), key=key)


def _locked(pk: int, version: int | None = None) -> Job:
    job = Job.objects.select_for_update().select_related("rig").filter(pk=pk).first()
    if job is None:
        raise NotPlaced({"job": "There is no such job."})
    if version is not None and job.version != version:
        raise StaleJob(job)
    return job


@tried_again
def make_job(person: Person, rig_id: int, kind: str, reason: str = "", why: str = "", due: date | None = None) -> Job:
    """A job of a rig, its time worked out. Raises `NotAllowed`, `NotPlaced`."""
    require(person, "plan_day")
    with transaction.atomic():
        rig = Rig.every.select_for_update().filter(pk=rig_id).first()
        if rig is None:
            raise NotPlaced({"rig": "There is no such rig."})
        require_real(rig)
        if due is not None and due < opening.the_week().today():
            raise NotPlaced({"due": "This day is past."})
        if rig.jobs.filter(kind=kind, reason=reason).exclude(state__in=(Job.State.DONE, Job.State.DROPPED)).exists():
            raise NotPlaced({"kind": f"There is such a job of this rig already: {KINDS[kind].word.lower()}."})
        found = experience().length(kind, facts([rig], the_house())[rig.pk])
        job = Job(
            rig=rig, kind=kind, reason=reason, why=why.strip(), due=due, planned=min(LONGEST, found.planned),
            reckoned=found.reckoned, made_by=person, version=0,
        )  # fmt: skip
        says = f"{KINDS[kind].word} wanted{f': {job.why}' if job.why else ''}"
        _change(job, MADE, person, says)
        return job


@tried_again
def place_job(person: Person, to: To) -> Job:
    """A job placed, placed otherwise, or taken off the board. Conflicts refuse nothing: they are drawn. Raises `NotAllowed`,
    `NotPlaced`, `StaleJob`.
    """
    require(person, "plan_day")
    with transaction.atomic():
        return _placed(person, to)


@tried_again
def take_plan(person: Person, moves: Iterable[To]) -> list[Job]:
    """A whole proposal, or nothing of it. Raises as `place_job` does."""
    require(person, "plan_day")
    with transaction.atomic():
        return [_placed(person, one) for one in sorted(moves, key=lambda one: one.job)]


def _placed(person: Person, to: To) -> Job:
    job, week = _locked(to.job, to.version), opening.the_week()
    name = KINDS[job.kind].word
    if job.state != Job.State.OPEN:
        raise NotPlaced({"job": f"It is {job.get_state_display()}: only open jobs are moved."})
    if to.begins is None:
        job.begins = job.place = job.person = None
        _change(job, TAKEN_OFF, person, f"{name} taken off the board")
        return job
    job.begins, job.place, job.person = to.begins, *_where(job, to)
    if to.minutes is not None:
        if not 5 <= to.minutes <= LONGEST:
            raise NotPlaced({"minutes": f"Between 5 and {LONGEST} minutes; a job that takes longer is two."})
        job.planned = to.minutes
    whom = f", {job.person.called}" if job.person is not None else ""
    _change(job, PLACED, person, f"{name} on {told(to.begins, week.zone)}, {job.place.name}{whom}, {job.planned} min")
    return job


def _where(job: Job, to: To) -> tuple[Place, Person | None]:
    """The place and the person, and that the time can be."""
    problems: dict[str, str] = {}
    assert to.begins is not None
    now = timezone.now()
    if not opening.quarter(to.begins):
        problems["begins"] = "Jobs begin at whole quarters of an hour."
    elif to.begins < now - timedelta(minutes=15):
        problems["begins"] = "This time is past."
    elif to.begins > now + timedelta(days=FARTHEST):
        problems["begins"] = "That is more than a year ahead."
    place = Place.objects.filter(pk=to.place, retired=False).first()
    if place is None:
        problems["place"] = "There is no such place."
    person = None if to.person is None else Person.objects.filter(pk=to.person, is_active=True).first()
    if to.person is not None and person is None:
        problems["person"] = "There is nobody of that name."
    elif person is not None and person.role not in KINDS[job.kind].roles:
        problems["person"] = f"It is for a {' or a '.join(KINDS[job.kind].roles)} to do."
    if problems:
        raise NotPlaced(problems)
    assert place is not None
    return place, person


@tried_again
def do_job(person: Person, pk: int, act: str, at: datetime | None = None, key: UUID | None = None) -> Job:
    """The work begun, paused, gone on with, done, or dropped. ``at``: when, by the device that sends it late; ``key``: its own, so
    that it is done once. Raises `NotAllowed`, `NotPlaced`, and `StaleJob` where the job is no longer in a state for it.
    """
    with transaction.atomic():
        job = _locked(pk)
        known = None if key is None else JobChange.objects.filter(key=key).first()
        if known is not None and known.job_id == job.pk:
            return job
        if known is not None:
            raise NotPlaced({"key": "This key was used for another job."})
        _may_do(person, job, act)
        before, after, word = DOINGS[act]
        if job.state not in before:
            raise StaleJob(job)
        when = _when(job, at)
        if job.state == Job.State.BEGUN and job.since is not None:
            job.worked += max(0.0, (when - job.since).total_seconds() / 60)
        job.since = when if after == Job.State.BEGUN else None
        if act == BEGUN:
            job.begins = when
            job.person = job.person if job.person_id else person
            job.place = job.place or Place.objects.filter(retired=False, kind__in=KINDS[job.kind].places).first()
            if job.place is None:
                raise NotPlaced({"place": "The house has no place for it."})
            _reckon(job)
        if after == Job.State.DONE:
            job.ended_at = when
            if KINDS[job.kind].parts:
                use_aside(person, str(job.rig.mark), f"{KINDS[job.kind].word} done")
        job.state = after
        took = f", {round(job.worked)} min of work" if after == Job.State.DONE else ""
        _change(job, act, person, f"{KINDS[job.kind].word} {word}{took}", when, key)
        return job


def _reckon(job: Job) -> None:
    """What its work comes to as it begins: what the house learns from it is compared with that."""
    found = experience().length(job.kind, facts([job.rig], the_house())[job.rig_id])
    job.reckoned = found.reckoned


def _may_do(person: Person, job: Job, act: str) -> None:
    if act == DROPPED:
        require(person, "plan_day")
    elif person.role not in KINDS[job.kind].roles:
        raise NotAllowed(f"{KINDS[job.kind].word} is for a {' or a '.join(KINDS[job.kind].roles)} to do.")


def _when(job: Job, at: datetime | None) -> datetime:
    """When it was done: by a device that was out of reach, never to come and never before what was done to the job last."""
    now = timezone.now()
    last = job.changes.filter(act__in=DOINGS).order_by("-at").first()
    if at is None:
        return now
    if at > now + CLOCK:
        raise NotPlaced({"at": "This time is still to come: set the device's clock."})
    least = last.at if last is not None else job.made_at
    return min(now, max(at, least))
