"""What a tyre carries at the pressure that was found in it, and how old it is by its code."""

from __future__ import annotations

import re
from datetime import date
from typing import NamedTuple

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Anything, Missing, Rule, work
from stathmos.core.rig import Rig
from stathmos.core.units import KPA_PER_PSI, WEIGHT

EXPONENT = 0.8  # of pressure over rated pressure: from memory; load tables of trailer tyres lie between 0.55 and 0.8
FLAT = KPA_PER_PSI  # a gauge tells no more: at so little there is no air in it, and no table says what it carries
OLD = 6.0  # years: common practice, no source; some makers say five

TYRE_PRESSURE = "trailer.tyre_pressure"

_AT_PRESSURE = Rule(
    "A tyre carries its rating at the pressure beside it, and less at less.", "tyre sidewall; " + FROM_MEMORY
)
_TOO_OLD = Rule("A trailer's tyres are replaced at six years, whatever tread is left.", COMMON_PRACTICE)


def load_at_pressure(rating: float, found: float, rated: float) -> float:
    """What a tyre carries at a pressure, kg; at more than its rated one no more than its rating.  rating·(found / rated)^0.8

    ``found`` and ``rated`` kPa, cold.

    Sources: [1] the load tables' own formula has such a power; from memory, to be verified. 0.8 gives the least.

    >>> round(load_at_pressure(1000.0, 280.0, 350.0)), load_at_pressure(1000.0, 400.0, 350.0)
    (837, 1000.0)
    """
    filled = found / rated
    # the lesser of it and one, so written that a column goes through it too
    carried: float = rating * ((1 + filled - abs(1 - filled)) / 2) ** EXPONENT
    return carried


def carried_by_tyre(rig: Rig) -> Anything:
    """What each of the trailer's tyres may carry, kg: its rating; less where less air was found in it than that rating is for.

    `Missing` where a pressure was read and nobody knows which one the rating is for, and of a flat tyre.
    """
    rating, found = rig.figure("trailer.tyre_rating"), rig.figure(TYRE_PRESSURE)
    if isinstance(found, Missing):
        return rating
    if found.value <= FLAT:
        return Missing((TYRE_PRESSURE,))
    return work(
        "rating · (pressure / rated pressure)^0.8, no more than the rating", WEIGHT, load_at_pressure, _AT_PRESSURE,
        rating=rating, found=found, rated=rig.figure("trailer.tyre_rated_pressure"),
    )  # fmt: skip


class Made(NamedTuple):
    """When a tyre was made."""

    year: int
    week: int


_CODE = re.compile(r"(?:.*[^0-9])?(?P<week>0[1-9]|[1-4]\d|5[0-3])(?P<year>\d\d)")


def is_code(code: str) -> bool:
    """Whether a text can be a tyre's code, whole or its last four digits: a week, and a year since 2000.

    >>> is_code("2319"), is_code("DOT 2319"), is_code("6019"), is_code("1 2 3")
    (True, True, False, False)
    """
    return _CODE.fullmatch(code.strip()) is not None


def made_in(code: str, today: date) -> Made | None:
    """Week and year of a tyre's code, whole or its last four digits; None where it is no such code, or still to come.

    Since 2000 the code ends in four digits, week and year (49 CFR 574.5); three digits are older than that.

    >>> made_in("2319", date(2026, 6, 1)), made_in("DOT XB4T 0B26 2319", date(2026, 6, 1)), made_in("6019", date(2026, 6, 1))
    (Made(year=2019, week=23), Made(year=2019, week=23), None)
    """
    read = _CODE.fullmatch(code.strip())
    if read is None:
        return None
    made = Made(2000 + int(read["year"]), int(read["week"]))
    return None if (made.year, made.week) > today.isocalendar()[:2] else made


def aged(made: Made, today: date) -> float:
    """Age of a tyre, years, from the Monday of its week.

    >>> round(aged(Made(2019, 23), date(2026, 6, 1)), 1)
    7.0
    """
    week = min(made.week, date(made.year, 12, 28).isocalendar().week)
    return (today - date.fromisocalendar(made.year, week, 1)).days / 365.25
