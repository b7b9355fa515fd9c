"""Opening hours, holidays and absences, places: kept by the manager, each on record."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo, available_timezones

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from stathmos.catalogue.models import Wrench
from stathmos.core.day.hours import WEEKDAYS, Opening, told
from stathmos.core.day.kinds import PLACES
from stathmos.database.retrying import tried_again
from stathmos.day import opening
from stathmos.day.actions.jobs import NotPlaced
from stathmos.day.models import Away, Hours, Job, Place
from stathmos.people.models import Person
from stathmos.people.roles import require

#: the longest that anybody is away in one piece, days
LONGEST_AWAY = 400


@tried_again
def keep_hours(person: Person, week: Iterable[Opening], zone: str) -> Hours:
    """The week's hours from now on. Raises `NotAllowed`, `NotPlaced`."""
    require(person, "keep_hours")
    found, problems = sorted(week, key=lambda one: (one.weekday, one.opens)), {}
    if zone not in available_timezones():
        problems["zone"] = "There is no such time zone; write one such as America/Chicago."
    for one in found:
        if one.opens >= one.closes:
            problems[f"week.{one.weekday}"] = f"{WEEKDAYS[one.weekday]}: it closes before it opens."
    for one, other in zip(found, found[1:], strict=False):
        if one.weekday == other.weekday and other.opens < one.closes:
            problems[f"week.{one.weekday}"] = f"{WEEKDAYS[one.weekday]}: two stretches overlap."
    if not found:
        problems["week"] = "A house that is never open does no jobs."
    if problems:
        raise NotPlaced(problems)
    written = [
        {"weekday": one.weekday, "opens": f"{one.opens:%H:%M}", "closes": f"{one.closes:%H:%M}"} for one in found
    ]
    return Hours.objects.create(week=written, zone=str(ZoneInfo(zone)), chosen_by=person)


@dataclass(frozen=True, kw_only=True)
class Wish:
    """Who or what is not there: a person, a place, a tool by its name, or with none of them the whole house."""

    begins: datetime
    ends: datetime
    person: int | None = None
    place: int | None = None
    tool: str = ""
    why: str = ""
    uid: str = ""


@tried_again
def keep_away(person: Person, wish: Wish) -> Away:
    """An absence. Raises `NotAllowed`, `NotPlaced`: one that overlaps another of the same is refused and named."""
    require(person, "keep_hours")
    with transaction.atomic():
        return written_away(person, wish)


def written_away(person: Person, wish: Wish) -> Away:
    """One absence written, within a transaction of the caller's."""
    problems, zone = away_problems(wish), opening.the_week().zone
    if problems:
        raise NotPlaced(problems)
    same = Away.objects.select_for_update().filter(
        Q(person=wish.person, place=wish.place, tool=wish.tool),
        withdrawn_at=None,
        begins__lt=wish.ends,
        ends__gt=wish.begins,
    )
    other = same.first()
    if other is not None:
        until = told(other.ends, zone)
        raise NotPlaced(
            {
                "begins": f"It overlaps an absence from {told(other.begins, zone)} until {until}. Take that one back first."
            }
        )
    return Away.objects.create(
        person_id=wish.person, place_id=wish.place, tool=wish.tool, begins=wish.begins, ends=wish.ends, why=wish.why.strip(),
        uid=wish.uid, written_by=person,
    )  # fmt: skip


def away_problems(wish: Wish) -> dict[str, str]:
    """What is wrong with an absence in itself."""
    problems = {}
    if wish.ends <= wish.begins:
        problems["ends"] = "It ends before it begins."
    elif wish.ends < timezone.now():
        problems["ends"] = "All of it is past."
    elif wish.ends - wish.begins > timedelta(days=LONGEST_AWAY):
        problems["ends"] = "That is more than a year."
    if sum((wish.person is not None, wish.place is not None, bool(wish.tool))) > 1:
        problems["person"] = "A person, a place or a tool: one of them."
    if wish.person is not None and not Person.objects.filter(pk=wish.person, is_active=True).exists():
        problems["person"] = "There is nobody of that name."
    if wish.place is not None and not Place.objects.filter(pk=wish.place).exists():
        problems["place"] = "There is no such place."
    if wish.tool and not Wrench.objects.filter(name=wish.tool).exists():
        problems["tool"] = "The catalogue has no such wrench."
    return problems


@tried_again
def take_back_away(person: Person, pk: int) -> None:
    """An absence that is not so. It stays on record."""
    require(person, "keep_hours")
    with transaction.atomic():
        row = Away.objects.select_for_update().filter(pk=pk).first()
        if row is None:
            raise NotPlaced({"away": "There is no such absence."})
        if row.withdrawn_at is None:
            row.withdrawn_at, row.withdrawn_by = timezone.now(), person
            row.save()


@tried_again
def keep_place(person: Person, pk: int | None, name: str, kind: str, retired: bool) -> Place:
    """A place added or written anew. One with open jobs on it is not given up."""
    require(person, "keep_hours")
    name, problems = name.strip(), {}
    with transaction.atomic():
        place = Place(kind=kind) if pk is None else Place.objects.select_for_update().filter(pk=pk).first()
        if place is None:
            raise NotPlaced({"name": "There is no such place."})
        if not name:
            problems["name"] = "What is it called?"
        elif Place.objects.filter(name=name).exclude(pk=place.pk).exists():
            problems["name"] = "There is one of that name already."
        if kind not in PLACES:
            problems["kind"] = "There is no such kind of place."
        open_jobs = 0 if place.pk is None else place.jobs.filter(state=Job.State.OPEN).count()
        if retired and open_jobs:
            problems["retired"] = f"{open_jobs} open jobs stand on it: move them first."
        if problems:
            raise NotPlaced(problems)
        place.name, place.kind, place.retired = name, kind, retired
        place.save()
        return place
