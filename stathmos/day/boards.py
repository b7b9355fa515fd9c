"""The board as it stands, in the core's form: made of jobs, people, places, hours, absences, tools and parts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from django.utils import timezone

from stathmos.catalogue.models import Wrench
from stathmos.core.day import board as core
from stathmos.core.day.hours import Stretch, moment, open_stretches
from stathmos.core.day.kinds import KINDS
from stathmos.core.stockroom import Item, Standing, Wanted, wanted
from stathmos.day import opening
from stathmos.day.models import Away, Job, Place
from stathmos.day.reckoning import Facts, facts
from stathmos.house.models import House, the_house
from stathmos.people.models import Person
from stathmos.stockroom.shelves import standings

#: so far ahead slots are looked for, days
AHEAD = 28
GOING_ON = (Job.State.BEGUN, Job.State.PAUSED)


@dataclass(frozen=True)
class Day:
    """The board with all that it was made of: rows by their keys, and the facts of each rig."""

    board: core.Board
    week: opening.Week
    house: House
    jobs: Mapping[int, Job]
    places: Mapping[int, Place]
    people: Mapping[int, Person]
    away: tuple[Away, ...]
    facts: Mapping[int, Facts]
    parts: Mapping[int, tuple[Wanted, ...]]


def the_day(first: date | None = None, many: int = AHEAD) -> Day:
    """The board from the first of the days shown, or from now, until as far ahead as slots are looked for."""
    week, house, now = opening.the_week(), the_house(), timezone.now()
    begins = min(first or week.today(), week.today())
    within = opening.days(week, begins, (week.today() - begins).days + max(AHEAD, many))
    if first is not None and first > week.today():
        within = Stretch(within.begins, max(within.ends, opening.days(week, first, many).ends))
    away = opening.absences(within)
    rows = Job.objects.exclude(state=Job.State.DROPPED).select_related("rig", "rig__strip", "place", "person")
    jobs = [one for one in rows if one.state != Job.State.DONE or (one.begins and one.begins >= within.begins)]
    known = facts({one.rig_id: one.rig for one in jobs if one.state != Job.State.DONE}.values(), house)
    days = round((within.ends - within.begins).total_seconds() / 86400)
    shut = [opening.stretch_of(one) for one in away if opening.is_of_the_house(one)]
    open_then = open_stretches(week.openings, shut, week.zone, begins, days)
    counted = standings()
    parts = {one.pk: _parts(one, known[one.rig_id], counted) for one in jobs if one.rig_id in known}
    people = {one.pk: one for one in Person.objects.filter(is_active=True).order_by("first_name", "username")}
    places = {one.pk: one for one in Place.objects.all()}
    board = core.Board(
        now=now, zone=week.zone, open=open_then,
        places=tuple(
            core.Place(one.pk, one.kind, one.name, tuple(opening.stretch_of(row) for row in away if row.place_id == one.pk))
            for one in places.values() if not one.retired
        ),
        workers=tuple(
            core.Worker(one.pk, one.called, one.role, tuple(opening.stretch_of(row) for row in away if row.person_id == one.pk))
            for one in people.values()
        ),
        tools=tuple(
            core.Tool(name, name, 1, tuple(opening.stretch_of(row) for row in away if row.tool == name))
            for name in Wrench.objects.filter(retired=False).values_list("name", flat=True)
        ),
        jobs=tuple(_job(one, known.get(one.rig_id), parts.get(one.pk, ()), week, open_then, now) for one in jobs),
    )  # fmt: skip
    return Day(board, week, house, {one.pk: one for one in jobs}, places, people, tuple(away), known, parts)


def called(job: Job) -> str:
    """A job as it is said within a sentence."""
    return f"{KINDS[job.kind].word.lower()} of {job.rig.customer}"


def headed(job: Job) -> str:
    """A job as it heads a line."""
    return f"{KINDS[job.kind].word} of {job.rig.customer}"


def _parts(job: Job, of: Facts, counted: Mapping[Item, Standing]) -> tuple[Wanted, ...]:
    """How the parts stand that a job wants."""
    if not KINDS[job.kind].parts:
        return ()
    mark = str(job.rig.mark)
    return tuple(wanted(counted.get(need.item, Standing()), need, mark) for need in of.needs)


def _job(
    job: Job,
    of: Facts | None,
    parts: tuple[Wanted, ...],
    week: opening.Week,
    open_then: tuple[Stretch, ...],
    now: datetime,
) -> core.Job:
    kind = KINDS[job.kind]
    placed = (
        None if job.begins is None or job.place_id is None else core.Placed(job.begins, job.place_id, job.person_id)
    )
    minutes = job.planned
    if job.state in GOING_ON and job.begins is not None:
        minutes = max(minutes, round((now - job.begins).total_seconds() / 60))
    return core.Job(
        key=job.pk, rig=job.rig_id, kind=job.kind, name=called(job), minutes=minutes, placed=placed,
        tools=_tools(of) if of is not None and kind.tools else (),
        parts=waits(parts, week, open_then),
        before=tuple(key for key in kind.before if of is not None and key in of.not_yet),
        due=None if job.due is None else moment(job.due + timedelta(days=1), time(), week.zone),
        begun=job.state in GOING_ON, ends=job.ended_at if job.state == Job.State.DONE else None,
    )  # fmt: skip


def _tools(of: Facts) -> tuple[str, ...]:
    """The wrenches that a rig's bolts want, by name; and what no wrench of the house reaches, as something that it has none of."""
    return (*of.wrenches.names, *(f"torque wrench for the {name.lower()}" for name in of.wrenches.unreached))


def waits(parts: tuple[Wanted, ...], week: opening.Week, open_then: tuple[Stretch, ...]) -> core.Parts:
    """What of some parts is not there, and from when it is: when the house opens on the day it is expected, or next after it."""
    lacking = [one for one in parts if not one.there]
    if not lacking:
        return core.Parts()
    names = " and ".join(one.need.item.name for one in lacking)
    if any(one.short or one.day is None for one in lacking):
        return core.Parts(names)
    day = moment(max(one.day for one in lacking if one.day), time(), week.zone)
    at = next((one.begins for one in open_then if one.begins >= day), None)
    return core.Parts(names, at)
