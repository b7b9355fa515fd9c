"""Take in a calendar that was looked at: hours, holidays or absences. What overlaps what is there already is left out and said."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction
from django.utils import timezone

from stathmos.database.retrying import tried_again
from stathmos.day import calendars, opening
from stathmos.day.actions.hours import away_problems, keep_hours, written_away
from stathmos.day.actions.jobs import NotPlaced
from stathmos.day.models import Away
from stathmos.people.models import Person
from stathmos.people.roles import require

HOURS, HOLIDAYS, ABSENCES = "hours", "holidays", "absences"


@dataclass(frozen=True)
class Taken:
    """What a calendar comes to: what would be, or was, taken in; how much of it is there already; and what cannot be."""

    added: tuple[str, ...]
    same: int
    problems: tuple[str, ...]
    seal: str


class PlanChanged(Exception):
    """What it would do is no longer what was looked at."""


@tried_again
def take_calendar(person: Person, text: str, what: str, whom: int | None, seal: str) -> Taken:
    """A plan without a seal; with that plan's seal, taken in. Raises `NotAllowed`, `NotPlaced`, `PlanChanged`."""
    require(person, "keep_hours")
    if (what == ABSENCES) != (whom is not None):
        raise NotPlaced({"person": "Whose absences are they?"})
    week, now = opening.the_week(), timezone.now()
    try:
        if what == HOURS:
            read = calendars.read_hours(text, week.zone)
        else:
            read = calendars.read_absences(text, week.zone, now, whom)
    except calendars.Unreadable as error:
        raise NotPlaced({"text": str(error)}) from error
    if seal and seal != read.seal:
        raise PlanChanged
    if what == HOURS:
        if seal:
            keep_hours(person, read.openings, week.zone)
        return Taken(tuple(calendars.said(read, week.zone)), 0, read.problems, read.seal)
    with transaction.atomic():
        return _absences(person, read, week.zone, bool(seal))


def _absences(person: Person, read: calendars.Read, zone: str, write: bool) -> Taken:
    added, problems, same = [], list(read.problems), 0
    for wish in read.wishes:
        there = Away.objects.filter(
            person=wish.person, place=None, tool="", withdrawn_at=None, begins__lt=wish.ends, ends__gt=wish.begins
        )
        if there.filter(begins=wish.begins, ends=wish.ends).exists():
            same += 1
            continue
        said = calendars.said(calendars.Read(wishes=(wish,)), zone)[0]
        wrong = away_problems(wish)
        if wrong or there.exists():
            problems.append(f"{said}: {' '.join(wrong.values()) or 'it overlaps an absence that is there'}")
            continue
        added.append(said)
        if write:
            written_away(person, wish)
    return Taken(tuple(added), same, tuple(problems), read.seal)
