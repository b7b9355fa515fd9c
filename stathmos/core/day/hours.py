"""When the house is open: hours of the wall clock, holidays, and what that is in real time over a change of the clocks.

Moments are aware and in UTC; a day is a day of the house's own time zone. Sources: common practice, no source; the zones are
those of the IANA time zone database.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


@dataclass(frozen=True, order=True)
class Stretch:
    """From one moment until before another; both aware, in UTC."""

    begins: datetime
    ends: datetime

    @property
    def minutes(self) -> float:
        """How long it is in real time."""
        return (self.ends - self.begins).total_seconds() / 60

    def overlaps(self, other: Stretch) -> bool:
        """Whether they share any time; one that begins as the other ends shares none."""
        return self.begins < other.ends and other.begins < self.ends


@dataclass(frozen=True)
class Opening:
    """Open on a weekday (Monday is 0) from one time of the wall clock until another."""

    weekday: int
    opens: time
    closes: time


def moment(day: date, at: time, zone: str, late: bool = False) -> datetime:
    """A time of the wall clock as a moment in UTC.

    Where the clocks are put back and a time comes twice, the earlier one; with ``late`` the later. Where they are put forward and
    a time never comes, the moment that as many minutes after the last one is.

    >>> moment(date(2026, 10, 31), time(8), "America/Chicago").isoformat(), moment(date(2026, 11, 2), time(8), "America/Chicago").isoformat()
    ('2026-10-31T13:00:00+00:00', '2026-11-02T14:00:00+00:00')
    >>> moment(date(2026, 11, 1), time(1, 30), "America/Chicago", late=True) - moment(date(2026, 11, 1), time(1, 30), "America/Chicago")
    datetime.timedelta(seconds=3600)
    """
    return datetime.combine(day, at, ZoneInfo(zone)).replace(fold=int(late)).astimezone(UTC)


def day_of(at: datetime, zone: str) -> date:
    """The house's day that a moment falls on."""
    return at.astimezone(ZoneInfo(zone)).date()


def told(at: datetime, zone: str) -> str:
    """A moment as it is said in the house.

    >>> told(datetime(2026, 11, 26, 16, 30, tzinfo=UTC), "America/Chicago")
    'Thursday Nov 26, 10:30'
    """
    here = at.astimezone(ZoneInfo(zone))
    return f"{WEEKDAYS[here.weekday()]} {here:%b} {here.day}, {here:%H:%M}"


def open_stretches(
    openings: Iterable[Opening], closed: Iterable[Stretch], zone: str, first: date, days: int
) -> tuple[Stretch, ...]:
    """Every stretch in which the house is open, in order, on so many days from the first; holidays cut out.

    A time that comes twice opens at the later and closes at the earlier of the two: never open when it may be shut.

    >>> [f"{one.minutes:.0f}" for one in open_stretches([Opening(6, time(0), time(6))], [], "America/Chicago", date(2026, 11, 1), 1)]
    ['420']
    """
    by_day: dict[int, list[Opening]] = {}
    for one in openings:
        by_day.setdefault(one.weekday, []).append(one)
    found = []
    for day in (first + timedelta(days=number) for number in range(days)):
        for one in by_day.get(day.weekday(), ()):
            begins, ends = moment(day, one.opens, zone, late=True), moment(day, one.closes, zone)
            if begins < ends:
                found.append(Stretch(begins, ends))
    return without(joined(found), closed)


def joined(stretches: Iterable[Stretch]) -> tuple[Stretch, ...]:
    """Stretches in order, those that touch or overlap made one."""
    found: list[Stretch] = []
    for one in sorted(stretches):
        if found and one.begins <= found[-1].ends:
            found[-1] = Stretch(found[-1].begins, max(found[-1].ends, one.ends))
        else:
            found.append(one)
    return tuple(found)


def without(stretches: Iterable[Stretch], taken: Iterable[Stretch]) -> tuple[Stretch, ...]:
    """What is left of stretches where others are cut out of them.

    >>> at = lambda hour: datetime(2026, 1, 1, hour, tzinfo=UTC)
    >>> [(one.begins.hour, one.ends.hour) for one in without([Stretch(at(8), at(17))], [Stretch(at(12), at(13)), Stretch(at(16), at(20))])]
    [(8, 12), (13, 16)]
    """
    left = list(stretches)
    for cut in taken:
        kept = []
        for one in left:
            if not one.overlaps(cut):
                kept.append(one)
                continue
            if one.begins < cut.begins:
                kept.append(Stretch(one.begins, cut.begins))
            if cut.ends < one.ends:
                kept.append(Stretch(cut.ends, one.ends))
        left = kept
    return tuple(left)
