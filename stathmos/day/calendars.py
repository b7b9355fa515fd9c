"""iCalendar (RFC 5545): what goes out, and what comes in. Times go out in UTC, so that no change of the clocks moves them."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable, Iterator
from dataclasses import asdict, dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from dateutil.rrule import rrulestr
from icalendar import Calendar, Event
from icalendar.cal import Component

from stathmos.core.day.hours import WEEKDAYS, Opening, Stretch, moment, told
from stathmos.core.day.kinds import KINDS
from stathmos.day.actions.hours import Wish
from stathmos.day.boards import headed
from stathmos.day.models import Job

PRODUCT = "-//Stathmos//day//EN"
MOST_EVENTS, MOST_OF_ONE = 2000, 400
#: repeated events are taken in so far ahead
REPEATED = timedelta(days=366)
DAYS = {"MO": 0, "TU": 1, "WE": 2, "TH": 3, "FR": 4, "SA": 5, "SU": 6}


def written(name: str, jobs: Iterable[Job], ends: dict[int, datetime], now: datetime) -> bytes:
    """A calendar of jobs; those that stand nowhere have no place in it. ``ends``: when each ends, by its key."""
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    for job in jobs:
        if job.begins is not None and job.place is not None:
            calendar.add_component(_event(job, ends[job.pk], now))
    return calendar.to_ical()


def _event(job: Job, ends: datetime, now: datetime) -> Event:
    event = Event()
    event.add("uid", f"job-{job.rig.mark}-{job.pk}@stathmos")
    event.add("dtstamp", now)
    event.add("sequence", job.version)
    event.add("dtstart", job.begins.astimezone(UTC))
    event.add("dtend", ends.astimezone(UTC))
    event.add("summary", headed(job))
    event.add("location", job.place.name)
    whom = f"{KINDS[job.kind].word}, {job.person.called}" if job.person else f"{KINDS[job.kind].word}, nobody named"
    event.add(
        "description", "\n".join(filter(None, (whom, f"{job.rig.vehicle_name} with {job.rig.trailer_name}", job.why)))
    )
    event.add("status", "CONFIRMED" if job.person else "TENTATIVE")
    return event


@dataclass(frozen=True)
class Read:
    """What was read of a calendar: absences, or hours; and what could not be read, by event."""

    wishes: tuple[Wish, ...] = ()
    openings: tuple[Opening, ...] = ()
    problems: tuple[str, ...] = ()

    @property
    def seal(self) -> str:
        """What a plan stands on: the same for the same reading."""
        told_of = [[asdict(one) for one in some] for some in (self.wishes, self.openings)]
        return hashlib.sha256(json.dumps(told_of, default=str, sort_keys=True).encode()).hexdigest()


class Unreadable(Exception):
    """No calendar at all; the message says why."""


def _events(text: str) -> list[Component]:
    try:
        calendars = Calendar.from_ical(text, multiple=True)
        events = [event for one in calendars if one.name == "VCALENDAR" for event in one.walk("VEVENT")]
    except (ValueError, IndexError, KeyError, TypeError, AttributeError, RecursionError) as error:
        raise Unreadable("This is no iCalendar file (RFC 5545): it begins with BEGIN:VCALENDAR.") from error
    if not events:
        raise Unreadable("There is no event in it.")
    if len(events) > MOST_EVENTS:
        raise Unreadable(f"It has {len(events)} events; {MOST_EVENTS} at once are taken in.")
    return events


def read_absences(text: str, zone: str, now: datetime, person: int | None) -> Read:
    """Each event as an absence of a person, or of the house; repeated ones for a year ahead, what is past left out.

    Raises `Unreadable`. A time without a zone is the house's own; a whole day is a day of the house's.
    """
    wishes, problems = [], []
    for event in _events(text):
        name = _name(event)
        try:
            uid, stretches = f"{event.get('uid', '')}"[:255], list(_stretches(event, zone, now))
            wishes += [Wish(begins=one.begins, ends=one.ends, person=person, why=name, uid=uid) for one in stretches]
        except (ValueError, TypeError, KeyError, AttributeError, OverflowError) as error:
            problems.append(f"{name}: {str(error)[:120] or 'it cannot be read'}")
    return Read(wishes=tuple(wishes), problems=tuple(problems))


def _name(event: Component) -> str:
    return str(event.get("summary") or "no name")[:120]


def _stretches(event: Component, zone: str, now: datetime) -> Iterator[Stretch]:
    """Each time that an event takes place, none that is past."""
    if event.get("recurrence-id") is not None:
        raise ValueError("a single one of a series that is otherwise: put it in by hand")
    first, length, whole = _when(event, zone)
    for begins in _times(event, first, now):
        if whole:
            stretch = Stretch(moment(begins.date(), time(), zone), moment(begins.date() + length, time(), zone))
        else:
            stretch = Stretch(begins.astimezone(UTC), begins.astimezone(UTC) + length)
        if stretch.ends > now:
            yield stretch


def _when(event: Component, zone: str) -> tuple[datetime, timedelta, bool]:
    """When an event begins first, by a clock that keeps its wall time; how long it lasts; and whether it takes whole days."""
    if event.get("dtstart") is None:
        raise ValueError("it has no beginning")
    begins = event["dtstart"].dt
    ends = event["dtend"].dt if event.get("dtend") is not None else None
    length = event["duration"].dt if event.get("duration") is not None else None
    whole = isinstance(begins, date) and not isinstance(begins, datetime)
    first = datetime.combine(begins, time(), ZoneInfo(zone)) if whole else _aware(begins, zone)
    if ends is not None:
        if whole != (isinstance(ends, date) and not isinstance(ends, datetime)):
            raise ValueError("it begins with a day and ends with a time, or the other way round")
        length = ends - begins if whole else _aware(ends, zone).astimezone(UTC) - first.astimezone(UTC)
    if length is None:
        length = timedelta(days=1) if whole else timedelta()
    if length <= timedelta():
        raise ValueError("it ends before it begins")
    return first, length, whole


def _aware(at: datetime, zone: str) -> datetime:
    return at.replace(tzinfo=ZoneInfo(zone)) if at.tzinfo is None else at


def _times(event: Component, first: datetime, now: datetime) -> Iterator[datetime]:
    """When it begins each time, within a year from now; by the clock on the wall, so that ten o'clock stays ten o'clock."""
    rule = event.get("rrule")
    if rule is None:
        yield first
        return
    if isinstance(rule, list):
        raise ValueError("it has more than one rule of repetition")
    naive, zone = first.replace(tzinfo=None), first.tzinfo
    text = rule.to_ical().decode()
    if "UNTIL=" in text:
        until = rule["until"][0]
        local = until.astimezone(zone).replace(tzinfo=None) if isinstance(until, datetime) and until.tzinfo else until
        last = local if isinstance(local, datetime) else datetime.combine(local, time(23, 59))
        text = (
            ";".join(part for part in text.split(";") if not part.startswith("UNTIL=")) + f";UNTIL={last:%Y%m%dT%H%M%S}"
        )
    left_out = {
        _aware(one.dt, str(zone)).astimezone(UTC) if isinstance(one.dt, datetime) else one.dt
        for one in _exceptions(event)
    }
    begins, ends = (now - timedelta(days=400)).replace(tzinfo=None), (now + REPEATED).replace(tzinfo=None)
    for number, at in enumerate(rrulestr(text, dtstart=naive).between(begins, ends, inc=True)):
        if number >= MOST_OF_ONE:
            raise ValueError(f"it is repeated more than {MOST_OF_ONE} times in a year")
        here = at.replace(tzinfo=zone)
        if here.astimezone(UTC) not in left_out and here.date() not in left_out:
            yield here


def _exceptions(event: Component) -> list:
    found = event.get("exdate") or []
    return [one for some in (found if isinstance(found, list) else [found]) for one in some.dts]


def read_hours(text: str, zone: str) -> Read:
    """Weekly events as the house's hours. Raises `Unreadable`."""
    openings, problems = set(), []
    for event in _events(text):
        name = _name(event)
        try:
            first, length, whole = _when(event, zone)
            rule = event.get("rrule")
            if rule is None or rule.get("freq") != ["WEEKLY"] or whole or rule.get("interval", [1]) != [1]:
                raise ValueError("hours are weekly events with a time")
            here = first.astimezone(ZoneInfo(zone))
            closes = (here.replace(tzinfo=None) + length).time()
            if length >= timedelta(days=1) or closes <= here.time():
                raise ValueError("it lasts past midnight")
            for day in rule.get("byday", [list(DAYS)[here.weekday()]]):
                openings.add(Opening(DAYS[str(day)], here.time(), closes))
        except (ValueError, TypeError, KeyError, AttributeError, OverflowError) as error:
            problems.append(f"{name}: {str(error)[:120] or 'it cannot be read'}")
    found = tuple(sorted(openings, key=lambda one: (one.weekday, one.opens)))
    return Read(openings=found, problems=tuple(problems))


def said(read: Read, zone: str) -> list[str]:
    """What would be taken in, in words."""
    hours = [f"{WEEKDAYS[one.weekday]} {one.opens:%H:%M} to {one.closes:%H:%M}" for one in read.openings]
    return hours + [f"{told(one.begins, zone)} until {told(one.ends, zone)}: {one.why}" for one in read.wishes]


def hours_out(openings: Iterable[Opening], zone: str, today: date, now: datetime) -> bytes:
    """The week's hours as weekly events, in the house's own zone: by the clock on the wall."""
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    names = {number: name for name, number in DAYS.items()}
    for number, one in enumerate(openings):
        event, day = Event(), today + timedelta(days=(one.weekday - today.weekday()) % 7)
        event.add("uid", f"hours-{number}@stathmos")
        event.add("dtstamp", now)
        event.add("summary", "Open")
        event.add("dtstart", datetime.combine(day, one.opens, ZoneInfo(zone)))
        event.add("dtend", datetime.combine(day, one.closes, ZoneInfo(zone)))
        event.add("rrule", {"freq": "weekly", "byday": names[one.weekday]})
        calendar.add_component(event)
    calendar.add_missing_timezones()
    return calendar.to_ical()
