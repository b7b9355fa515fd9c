"""What every address of the day does alike: how a refusal is told, and moments of the house's wall clock read."""

from __future__ import annotations

import re
from collections.abc import Callable
from datetime import date, datetime, time, timedelta
from functools import wraps
from typing import Any

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from stathmos.core.day.hours import moment
from stathmos.day.actions.jobs import NotPlaced, StaleJob
from stathmos.day.actions.take_calendar import PlanChanged
from stathmos.stockroom.actions.move import MovedMeanwhile, NotMoved

STALE = (
    "Somebody did something to this meanwhile. Nothing of yours is written: look at it as it stands, then do it again."
)


def refusals(answer: Callable[..., Response]) -> Callable[..., Response]:
    """What a verb refuses as an answer: 400 with what is wrong by field, 409 where somebody came between."""

    @wraps(answer)
    def told(self: APIView, request: Request, *args: Any, **named: Any) -> Response:
        try:
            return answer(self, request, *args, **named)
        except (NotPlaced, NotMoved) as error:
            return Response({"detail": " ".join(error.problems.values()), "problems": error.problems}, status=400)
        except (StaleJob, MovedMeanwhile, PlanChanged):
            return Response({"detail": STALE, "problems": {"version": STALE}}, status=409)

    return told


def wall(day: date, minute: int, zone: str) -> datetime:
    """A minute of a day by the clock on the wall; the day's last is the next one's first."""
    if minute >= 24 * 60:
        return moment(day + timedelta(days=1), time(), zone)
    return moment(day, time(minute // 60, minute % 60), zone)


def clock(text: str) -> time:
    """A time of the wall clock as typed. Raises ValueError with words.

    >>> clock("8:30"), clock(" 17:05 ")
    (datetime.time(8, 30), datetime.time(17, 5))
    """
    found = re.fullmatch(r"\s*(\d{1,2}):(\d{2})\s*", text)
    if found is None or int(found[1]) > 23 or int(found[2]) > 59:
        raise ValueError(f"“{text[:12]}” is no time: write one such as 08:00.")
    return time(int(found[1]), int(found[2]))
