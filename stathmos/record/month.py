"""Figures of the house for the manager's plots: verdicts on the floor, whose turn it is, how long rigs lie open, and the month."""

from __future__ import annotations

import datetime
from collections import Counter, defaultdict
from collections.abc import Iterable

from django.db.models import Count
from django.utils import timezone

from stathmos.core import finding
from stathmos.handover.models import Card
from stathmos.rigs.floor.drawn import BAY, IN_THE_BAY
from stathmos.rigs.models import Reading, ReserveWaiver, Rig, Strip

#: a rig's age is told by these: up to so many days; the last has no end
AGES = ((2, "up to 2 days"), (7, "3 to 7"), (14, "8 to 14"), (30, "15 to 30"), (None, "more than 30"))
MONTH = datetime.timedelta(days=30)
WEEKS = 8
#: the last column of the trials takes so many and more
MOST_TRIALS = 6


def figures() -> dict:
    """Everything that is plotted, each a list of words with their counts."""
    today = timezone.localdate()
    return {
        "verdicts": _verdicts(),
        "waits_for": _waits_for(),
        "ages": _ages(today),
        "fitted": _by_week(Card.objects.values_list("handed_over_at", flat=True), today),
        "trials": _trials(),
        "overrides": _by_week(ReserveWaiver.objects.filter(withdrawn=False).values_list("waived_at", flat=True), today),
    }


def _bars(counts: Iterable[tuple[str, int]]) -> list[dict]:
    return [{"word": word, "count": count} for word, count in counts]


def _verdicts() -> list[dict]:
    found = dict(Strip.objects.filter(archived=False).values_list("state").annotate(many=Count("pk")))
    return _bars((state, found.get(place, 0)) for place, state in enumerate(finding.ORDER))


def _waits_for() -> list[dict]:
    """Whose turn it is: parts that are on their way, the technician once a rig is in the bay, else its advisor by name."""
    waiting: Counter[str] = Counter()
    for strip in Strip.objects.filter(archived=False).defer("content").select_related("rig__advisor"):
        if strip.waits:
            waiting["parts"] += 1
        elif strip.reached == IN_THE_BAY:
            waiting["the bay"] += 1
        elif strip.reached == BAY:
            waiting["hand-over"] += 1
        else:
            waiting[strip.rig.advisor.called] += 1
    return _bars(waiting.most_common(8))


def _ages(today: datetime.date) -> list[dict]:
    counts = [0] * len(AGES)
    for opened in Rig.objects.filter(cards__isnull=True).values_list("opened_at", flat=True):
        days = (today - timezone.localdate(opened)).days
        place = next(place for place, (most, _) in enumerate(AGES) if most is None or days <= most)
        counts[place] += 1
    return _bars((word, count) for (_, word), count in zip(AGES, counts, strict=True))


def _by_week(moments: Iterable[datetime.datetime], today: datetime.date) -> list[dict]:
    """So many in each of the last weeks, the oldest first, each by the Monday it began with."""
    monday = today - datetime.timedelta(days=today.weekday())
    weeks = [monday - datetime.timedelta(weeks=back) for back in range(WEEKS - 1, -1, -1)]
    counts: Counter[datetime.date] = Counter()
    for at in moments:
        day = timezone.localdate(at)
        counts[day - datetime.timedelta(days=day.weekday())] += 1
    return _bars((f"{week:%b} {week.day}", counts[week]) for week in weeks)


def _trials() -> list[dict]:
    """How many trials the fits took that were handed over within a month."""
    since = timezone.now() - MONTH
    rigs = set(Card.objects.filter(handed_over_at__gte=since).values_list("rig", flat=True))
    tried: defaultdict[int, set[str]] = defaultdict(set)
    for rig, path in Reading.objects.filter(rig__in=rigs, path__startswith="trials.").values_list("rig", "path"):
        tried[rig].add(path.split(".")[1])
    counts = Counter(min(len(tried[rig]), MOST_TRIALS) for rig in rigs)
    return _bars(
        (f"{many}{' and more' if many == MOST_TRIALS else ''}", counts[many]) for many in range(MOST_TRIALS + 1)
    )
