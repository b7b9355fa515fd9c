"""When a rig that went out is wanted again: by the day on its card, and after its first run. Common practice, no source."""

from __future__ import annotations

from datetime import date, timedelta

#: an inspection is proposed so long before its day
INSPECT_AHEAD = timedelta(days=30)
#: bolts and witness marks are looked at again so soon after the hand-over, and no more after so long: from memory, to be verified
RECHECK_WITHIN, RECHECK_SINCE = timedelta(days=14), timedelta(days=60)


def inspection_due(inspect_by: date, today: date) -> date | None:
    """The day by which an inspection is wanted, today where its day is past; None while it is far off.

    >>> inspection_due(date(2026, 12, 20), date(2026, 12, 1)), inspection_due(date(2026, 11, 1), date(2026, 12, 1))
    (datetime.date(2026, 12, 20), datetime.date(2026, 12, 1))
    >>> inspection_due(date(2027, 2, 1), date(2026, 12, 1)) is None
    True
    """
    return max(inspect_by, today) if inspect_by <= today + INSPECT_AHEAD else None


def recheck_due(handed_over: date, today: date) -> date | None:
    """The day by which bolts are looked at after the first run; None where that was long ago.

    >>> recheck_due(date(2026, 12, 1), date(2026, 12, 2)), recheck_due(date(2026, 1, 1), date(2026, 12, 2))
    (datetime.date(2026, 12, 15), None)
    """
    return max(handed_over + RECHECK_WITHIN, today) if today - handed_over <= RECHECK_SINCE else None
