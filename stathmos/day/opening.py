"""The house's hours and its time zone as they hold; what nobody chose stands at the program's default, from memory."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from django.conf import settings
from django.utils import timezone

from stathmos.core.day.hours import Opening, Stretch, day_of, moment
from stathmos.day.models import Away, Hours

#: from memory: Monday to Friday from eight until half past five, Saturday from nine until one
USUAL = tuple(Opening(day, time(8), time(17, 30)) for day in range(5)) + (Opening(5, time(9), time(13)),)


@dataclass(frozen=True)
class Week:
    """When the house is open, in its own time zone. ``chosen``: the row that says it, None for the default."""

    openings: tuple[Opening, ...]
    zone: str
    chosen: Hours | None = None

    def today(self) -> date:
        """The house's day now."""
        return day_of(timezone.now(), self.zone)


def the_week() -> Week:
    """The hours that hold."""
    chosen = Hours.objects.select_related("chosen_by").first()
    if chosen is None:
        return Week(USUAL, settings.TIME_ZONE)
    openings = tuple(
        Opening(one["weekday"], time.fromisoformat(one["opens"]), time.fromisoformat(one["closes"]))
        for one in chosen.week
    )
    return Week(openings, chosen.zone, chosen)


def days(week: Week, first: date, many: int) -> Stretch:
    """So many whole days of the house, as real time."""
    return Stretch(moment(first, time(), week.zone), moment(first + timedelta(days=many), time(), week.zone))


def absences(within: Stretch) -> list[Away]:
    """Who and what is not there at some time of a stretch, holidays too."""
    rows = Away.objects.filter(withdrawn_at=None, begins__lt=within.ends, ends__gt=within.begins)
    return list(rows.select_related("person", "place", "written_by"))


def stretch_of(away: Away) -> Stretch:
    """When it is."""
    return Stretch(away.begins, away.ends)


def is_of_the_house(away: Away) -> bool:
    """Whether all the house is shut."""
    return away.person_id is None and away.place_id is None and not away.tool


def quarter(at: datetime) -> bool:
    """Whether a moment is a whole quarter of an hour."""
    return at.minute % 15 == 0 and at.second == 0 and at.microsecond == 0
