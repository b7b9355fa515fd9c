"""Pages of the floor and of the archive: filtered, in order, by key; nothing on them is older than the question.

What moved by itself is drawn first. Where rules, catalogue or program changed, the strips that are seen are drawn anew
for the answer, as many more as its time allows, and the rest in later answers; so long, order and counts of what is
behind go by what it was, and the answer says how many those are.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime

import orjson
from django.db.models import Count, Q, QuerySet
from django.utils.dateparse import parse_datetime

from stathmos.core import finding
from stathmos.house.models import House
from stathmos.people.models import Person, names_of
from stathmos.rigs.floor import keeping
from stathmos.rigs.models import Rig, Strip
from stathmos.rigs.signatures import shown_to, signers

A_PAGE = 30
#: strips drawn at a time, and how long an answer may take over them, s: what moved, what is seen, and what catches up
AT_A_TIME = 6
#: however busy the machine is, a small house is shown whole
AT_LEAST = 20
FOR_MOVED, FOR_SEEN, FOR_THE_REST = 0.3, 0.65, 0.1
#: rigs without a strip that are looked through at a time for those that are finished
PUT_AWAY = 2000


@dataclass(frozen=True)
class Asked:
    """Which strips: ``after`` the key of the last one that was seen."""

    words: str = ""
    mine: bool = False
    state: str = ""
    reached: str = ""
    stale: bool = False
    waits: bool = False
    archived: bool = False
    after: str = ""


@dataclass(frozen=True)
class Page:
    """Strips as they are shown, the key to go on from, how many in each state, and how many are still behind."""

    strips: list[dict]
    next: str | None
    counts: dict[str, int]
    behind: int


@dataclass
class _Clock:
    """How much of the time of one answer is left."""

    began: float = field(default_factory=time.perf_counter)

    def within(self, seconds: float) -> bool:
        return time.perf_counter() - self.began < seconds


def page(asked: Asked, house: House, person: Person, searched: Callable[[QuerySet[Rig], str], QuerySet[Rig]]) -> Page:
    """One page. ``searched``: rigs by words of their names."""
    edition, clock, fresh = keeping.edition_of(house), _Clock(), {}
    left = _draw_moved(house, clock, fresh) or bool(fresh)
    wanted = _filtered(asked, person, searched)
    found = _seen(wanted, asked, house, edition, clock, fresh)
    _catch_up(house, edition, clock)
    counts = dict(wanted.order_by().values_list("state").annotate(many=Count("pk")))
    return Page(
        strips=_told([one for one in found[:A_PAGE] if _is_new(one, edition, fresh)], fresh, person),
        next=_key(found[A_PAGE - 1]) if len(found) > A_PAGE else None,
        counts={state: counts.get(number, 0) for number, state in enumerate(finding.ORDER)},
        behind=(keeping.moved().count() if left else 0) + keeping.behind(edition).count(),
    )


def _draw_moved(house: House, clock: _Clock, fresh: dict[int, Strip]) -> bool:
    """Strips of what was written or signed since, the newest first; whether some are left. Of a house that is new here those
    that are finished are put away.
    """
    if keeping.moved().filter(strip__isnull=True).exists():
        keeping.put_away(keeping.moved().filter(strip__isnull=True)[:PUT_AWAY])
    while rigs := list(keeping.moved().exclude(pk__in=fresh)[:AT_A_TIME]):
        if len(fresh) >= AT_LEAST and not clock.within(FOR_MOVED):
            return True
        fresh |= keeping.redraw(rigs, house)
    return False


def _filtered(asked: Asked, person: Person, searched: Callable) -> QuerySet[Strip]:
    strips = Strip.objects.all()
    if asked.words:
        strips = strips.filter(rig__in=searched(Rig.objects.all(), asked.words))
    else:
        strips = strips.filter(archived=asked.archived)
    if asked.mine:
        strips = strips.filter(rig__advisor=person)
    if asked.state:
        strips = strips.filter(state=finding.ORDER.index(asked.state))
    if asked.reached:
        strips = strips.filter(reached=asked.reached)
    if asked.stale:
        strips = strips.filter(stale=True)
    if asked.waits:
        strips = strips.filter(waits=True)
    return strips


def _in_order(strips: QuerySet[Strip], asked: Asked) -> QuerySet[Strip]:
    """The worst first and then the newest; in the archive the newest."""
    order = ("-changed_at", "-rig") if asked.archived else ("state", "-changed_at", "-rig")
    after = _read_key(asked.after)
    if after is not None:
        state, at, pk = after
        older = Q(changed_at__lt=at) | Q(changed_at=at, rig__lt=pk)
        strips = strips.filter(older if asked.archived else Q(state__gt=state) | (Q(state=state) & older))
    return strips.order_by(*order)


def _seen(
    wanted: QuerySet[Strip], asked: Asked, house: House, edition: str, clock: _Clock, fresh: dict[int, Strip]
) -> list[Strip]:
    """The strips of the page and one more, those that are old drawn anew; which may put others in their place."""
    while True:
        strips = keeping.with_state(_in_order(wanted, asked), "rig")
        found = list(strips.select_related("rig__advisor")[: A_PAGE + 1])
        old = [one.rig_id for one in found[:A_PAGE] if not _is_new(one, edition, fresh)]
        if not old or (len(fresh) >= AT_LEAST and not clock.within(FOR_SEEN)):
            return found
        fresh |= keeping.redraw(keeping.stood().filter(pk__in=old[:AT_A_TIME]), house)


def _is_new(strip: Strip, edition: str, fresh: dict[int, Strip]) -> bool:
    return strip.rig_id in fresh or keeping.stands(strip, edition)


def _catch_up(house: House, edition: str, clock: _Clock) -> None:
    """A few more of those that are behind."""
    until = time.perf_counter() + FOR_THE_REST
    while clock.within(FOR_SEEN + FOR_THE_REST) and time.perf_counter() < until:
        old = list(keeping.behind(edition).values_list("rig", flat=True)[:AT_A_TIME])
        if not old:
            return
        keeping.redraw(keeping.stood().filter(pk__in=old), house)


def _told(strips: list[Strip], fresh: dict[int, Strip], person: Person) -> list[dict]:
    """Strips as they are shown: names as they are now."""
    told = [(one.rig, orjson.loads(fresh.get(one.rig_id, one).content), one) for one in strips]
    called = names_of({key for _, shown, _ in told for key in signers(shown["signatures"])})
    return [
        {
            **shown,
            "id": rig.pk,
            "customer": rig.customer,
            "vehicle_name": rig.vehicle_name,
            "trailer_name": rig.trailer_name,
            "advisor": rig.advisor.called,
            "changed_at": rig.changed_at,
            "signatures": shown_to(person, shown["signatures"], called),
            "reached": fresh.get(rig.pk, strip).reached,
            "archived": fresh.get(rig.pk, strip).archived,
        }
        for rig, shown, strip in told
    ]


def _key(strip: Strip) -> str:
    return f"{strip.state}~{strip.changed_at.isoformat()}~{strip.rig_id}"


def _read_key(text: str) -> tuple[int, datetime, int] | None:
    """Where a page goes on; None where there is no such key."""
    state, _, rest = text.partition("~")
    at, _, pk = rest.partition("~")
    if not (state.isascii() and state.isdigit() and pk.isascii() and pk.isdigit() and len(state) < 4 and len(pk) < 19):
        return None
    try:
        moment = parse_datetime(at)
    except ValueError:
        return None
    return None if moment is None or moment.tzinfo is None else (int(state), moment, int(pk))
