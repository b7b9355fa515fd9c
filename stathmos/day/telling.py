"""The board as a screen is told it: days in the house's own time, jobs with what is in their way, parts, tools, rigs drawn small."""

from __future__ import annotations

import json
from collections.abc import Iterable
from datetime import date, datetime, timedelta
from zoneinfo import ZoneInfo

from stathmos.core.day import board as core
from stathmos.core.day.hours import WEEKDAYS, Stretch, day_of, told
from stathmos.core.day.kinds import BEFORE, KINDS, PLACES
from stathmos.core.day.length import Length
from stathmos.core.day.plan import Plan
from stathmos.core.day.slots import Slot, able, suited
from stathmos.core.stockroom import Wanted
from stathmos.day import opening
from stathmos.day.actions.jobs import BEGUN, DOINGS, DROPPED
from stathmos.day.boards import Day, headed
from stathmos.day.models import Away, Job, Place
from stathmos.people.models import Person
from stathmos.people.roles import all_that, may
from stathmos.rigs.models import Rig

MINUTES = 24 * 60


def minute_of(at: datetime, zone: str) -> int:
    """The minute of the house's day, by the clock on its wall."""
    here = at.astimezone(ZoneInfo(zone))
    return here.hour * 60 + here.minute


def word_of(day: date) -> str:
    """A day as it is said."""
    return f"{WEEKDAYS[day.weekday()]}, {day:%b} {day.day}"


def on_days(stretch: Stretch, first: date, many: int, zone: str) -> list[dict]:
    """A stretch day by day, by the clock on the wall."""
    found = []
    for day in (first + timedelta(days=number) for number in range(many)):
        of_day = opening.days(opening.Week((), zone), day, 1)
        begins, ends = max(stretch.begins, of_day.begins), min(stretch.ends, of_day.ends)
        if begins < ends:
            until = MINUTES if ends == of_day.ends else minute_of(ends, zone)
            found.append({"day": day, "from": minute_of(begins, zone), "until": until})
    return found


def board(day: Day, first: date, many: int, person: Person) -> dict:
    """So many days from the first, and every job that stands on them or nowhere."""
    within = opening.days(day.week, first, many)
    shown = [one for one in day.jobs.values() if _is_shown(one, day, within)]
    return {
        "zone": day.week.zone,
        "first": first,
        "days": [_day(day, first + timedelta(days=number)) for number in range(many)],
        "places": [place(one) for one in day.places.values() if not one.retired],
        "people": people(day.people.values()),
        "tools": [one.key for one in day.board.tools],
        "away": [away(one, day.week.zone, first, many) for one in day.away if opening.stretch_of(one).overlaps(within)],
        "jobs": [job(one, day, person) for one in shown],
        "rigs": rigs(shown),
        "may": all_that(person),
    }


def _is_shown(one: Job, day: Day, within: Stretch) -> bool:
    stretch = day.board.job(one.pk).stretch
    return one.begins is None or (stretch is not None and stretch.overlaps(within))


def _day(day: Day, at: date) -> dict:
    of_day, zone = opening.days(day.week, at, 1), day.week.zone
    stretches = [found for one in day.board.open if one.overlaps(of_day) for found in on_days(one, at, 1, zone)]
    shut = [
        one.why or "shut"
        for one in day.away
        if opening.is_of_the_house(one) and opening.stretch_of(one).overlaps(of_day)
    ]
    today = at == day.week.today()
    return {
        "day": at,
        "word": word_of(at),
        "open": [{"from": one["from"], "until": one["until"]} for one in stretches],
        "shut": "; ".join(shut),
        "today": today,
        "now": minute_of(day.board.now, zone) if today else None,
    }


def place(one: Place) -> dict:
    return {"id": one.pk, "name": one.name, "kind": one.kind, "word": PLACES[one.kind], "retired": one.retired}


def people(some: Iterable[Person]) -> list[dict]:
    return [{"id": one.pk, "name": one.called, "role": one.get_role_display()} for one in some]


def away(one: Away, zone: str, first: date, many: int) -> dict:
    """An absence, and where it lies on the days shown."""
    who = one.person.called if one.person else one.place.name if one.place else one.tool or "the house"
    return {
        "id": one.pk,
        "person": one.person_id,
        "place": one.place_id,
        "tool": one.tool,
        "who": who,
        "why": one.why,
        "begins": told(one.begins, zone),
        "ends": told(one.ends, zone),
        "on": on_days(opening.stretch_of(one), first, many, zone),
    }


def at(stretch: Stretch, zone: str) -> dict:
    """Where a job stands: the day, from and until which minute of it, and in words."""
    day, ends = day_of(stretch.begins, zone), stretch.ends
    until = minute_of(ends, zone) if day_of(ends, zone) == day else MINUTES
    return {"day": day, "minute": minute_of(stretch.begins, zone), "until": until, "text": told(stretch.begins, zone)}


def job(one: Job, day: Day, person: Person) -> dict:
    """One job."""
    known, kind = day.board.job(one.pk), KINDS[one.kind]
    facts = day.facts.get(one.rig_id)
    stretch = known.stretch
    return {
        "id": one.pk,
        "rig": one.rig_id,
        "kind": one.kind,
        "word": kind.word,
        "customer": one.rig.customer,
        "why": one.why,
        "due": one.due,
        "state": one.state,
        "version": one.version,
        "place": one.place_id,
        "person": one.person_id,
        "person_name": one.person.called if one.person else "",
        "at": None if stretch is None else at(stretch, day.week.zone),
        "planned": one.planned,
        "worked": round(one.worked, 1),
        "conflicts": [vars(found) for found in core.conflicts(day.board, known)],
        "parts": [part(found) for found in day.parts.get(one.pk, ())],
        "tools": list(known.tools),
        "needs": needs(one.kind),
        "not_yet": [BEFORE[key] for key in kind.before if facts is not None and key in facts.not_yet],
        "may_do": [act for act in DOINGS if _may_do(person, one, act)],
        "places": [found.key for found in suited(day.board.places, known)],
        "people": [found.key for found in able(day.board.workers, known)],
    }


def _may_do(person: Person, one: Job, act: str) -> bool:
    if one.state not in DOINGS[act][0]:
        return False
    if act == BEGUN and one.begins is None:
        return False
    return may(person, "plan_day") if act == DROPPED else person.role in KINDS[one.kind].roles


def needs(kind: str) -> list[str]:
    """What a kind of job wants there besides its place and somebody to do it."""
    of = KINDS[kind]
    said = (
        (of.tools, "the kit's tools and its torque wrench"), (of.parts, "the build's parts"),
        (of.loaded, "the trailer loaded as it travels"), (of.customer, "the customer"),
    )  # fmt: skip
    return [words for is_so, words in said if is_so]


def part(one: Wanted) -> dict:
    """How a part that is wanted stands, and in words."""
    need, lacking = one.need, one.need.quantity - one.aside
    if lacking <= 0:
        says = "set aside"
    elif one.there:
        says = "on the shelf, not set aside yet"
    elif one.coming and not one.short:
        says = f"ordered, expected {one.day:%Y-%m-%d}" if one.day else "ordered, nobody knows when it comes"
    elif one.others:
        says = "the last of it is set aside for another rig: order it"
    else:
        says = "not on the shelf: order it" if one.free is not None else "nobody has counted it"
    return {
        "kind": need.item.kind,
        "name": need.item.name,
        "quantity": need.quantity,
        "aside": one.aside,
        "free": one.free,
        "coming": one.coming,
        "day": one.day,
        "short": one.short,
        "there": one.there,
        "says": says,
    }


def rigs(jobs: Iterable[Job]) -> list[dict]:
    """Each rig once, drawn as the floor drew it last."""
    return [
        {"id": one.pk, "vehicle_name": one.vehicle_name, "trailer_name": one.trailer_name, "elevation": drawing(one)}
        for one in {one.rig_id: one.rig for one in jobs}.values()
    ]


def drawing(rig: Rig) -> dict | None:
    """A rig's drawing as the floor keeps it; None while it keeps none."""
    strip = getattr(rig, "strip", None)
    return json.loads(strip.content).get("elevation") if strip is not None and strip.content else None


def length(found: Length) -> dict:
    """How long a job takes, with its working."""
    learned = f" {found.done} jobs of its kind took {found.factor:.2f} of what was reckoned." if found.done else ""
    return {
        "pieces": [
            {"word": one.word, "many": round(one.many, 2), "each": one.each, "minutes": round(one.minutes, 1), "u": round(one.u, 1)}
            for one in found.pieces
        ],
        "reckoned": round(found.reckoned, 1),
        "factor": round(found.factor, 3),
        "mean": round(found.mean, 1),
        "u": round(found.u, 1),
        "planned": found.planned,
        "done": found.done,
        "says": f"{found.mean:.0f} ± {found.u:.0f} min; set aside {found.planned} min, in which four of five are done.{learned}",
    }  # fmt: skip


def slot(found: Slot, day: Day) -> dict:
    """The first slot of a job and why no sooner."""
    why = [{"key": one.key, "says": one.says} for one in found.why]
    provided = [BEFORE[key] for key in found.provided]
    if found.placed is None:
        said = "; ".join(one.says for one in found.why) or "there is neither a place nor anybody for it"
        return {
            "to": None,
            "says": f"No slot in the next four weeks: {said}.",
            "why": why,
            "provided": list(found.provided),
        }
    to = placed(found.placed, day)
    reasons = f", {'; '.join(one.says for one in found.why)}" if found.why else ""
    if_so = f", provided that {' and '.join(provided)}" if provided else ""
    return {"to": to, "says": f"{to['text']}{reasons}{if_so}.", "why": why, "provided": list(found.provided)}


def placed(to: core.Placed, day: Day) -> dict:
    """Where a job would stand."""
    zone = day.week.zone
    whom = f", {day.people[to.person].called}" if to.person in day.people else ""
    text = f"{told(to.begins, zone)}, {day.places[to.place].name}{whom}"
    return {
        "day": day_of(to.begins, zone),
        "minute": minute_of(to.begins, zone),
        "place": to.place,
        "person": to.person,
        "text": text,
    }


def plan(found: Plan, day: Day, note: str = "") -> dict:
    """A proposal for all open jobs; nothing of it is so before somebody takes it. ``note``: why it was not looked for longer."""
    cost = found.cost
    late = f"{cost.late / 60:.0f} h late together" if cost.late else "none late"
    moved = sum(day.board.job(one.job).placed is not None for one in found.moves)
    said = [f"{len(found.moves) - moved} to be placed, {moved} to be moved from where they stand, {late}"]
    if found.solved:
        better = found.floor.late - cost.late
        said.append(f"first fit would be {better / 60:.0f} h later" if better > 0 else "better than first fit")
    said.append(note or ("proved the best" if found.proved else "the best that was found in its time"))
    return {
        "moves": [
            {
                "job": one.job,
                "version": day.jobs[one.job].version,
                "name": headed(day.jobs[one.job]),
                "was": _was(day, one.job),
                "to": placed(one.to, day),
                "why": [reason.says for reason in one.why],
            }
            for one in found.moves
        ],
        "unplaced": [
            {
                "job": key,
                "version": day.jobs[key].version,
                "name": headed(day.jobs[key]),
                "was": _was(day, key),
                "stands": day.board.job(key).placed is not None,
                "why": [one.says for one in why],
            }
            for key, why in found.unplaced.items()
        ],
        "says": f"{'; '.join(said).capitalize()}.",
        "proved": found.proved,
    }


def _was(day: Day, key: int) -> str:
    was = day.board.job(key).placed
    return "not on the board" if was is None else placed(was, day)["text"]
