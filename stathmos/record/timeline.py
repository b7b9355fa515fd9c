"""What happened to a rig, newest first: readings by the batch, trials, overrides, sign-offs, cards, visits."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime, timedelta
from itertools import groupby

from stathmos.core.carry_over import KINDS_OF_VISIT
from stathmos.core.holding import TELL_WHICH, called
from stathmos.core.ratings import LINKS
from stathmos.core.rig import entry_at, name_at
from stathmos.day.models import JobChange
from stathmos.day.shelf_api import told
from stathmos.rigs.models import Reading, Rig
from stathmos.stockroom.models import Movement

READINGS, TRIAL, OVERRIDE, SIGNED, CARD, SHEET, VISIT, COMPLAINT, ARRIVAL, JOB, PARTS = (
    "readings", "trial", "override", "signed", "card", "sheet", "visit", "complaint", "arrival", "job", "parts",
)  # fmt: skip
KINDS = (READINGS, TRIAL, OVERRIDE, SIGNED, CARD, SHEET, VISIT, COMPLAINT, ARRIVAL, JOB, PARTS)
#: readings of one person closer together than this, about the same thing, are told as one
TOGETHER = timedelta(minutes=10)
MOST_NAMED = 4

STATION_NAMES = {"handover": "Hand-over"}


def timeline(rig: Rig) -> list[dict]:
    """Every event of a rig."""
    events = [
        *_readings(rig),
        *_signed(rig),
        *_overridden(rig),
        *_cards(rig),
        *_sheets(rig),
        *_visits(rig),
        *_arrivals(rig),
        *_jobs(rig),
        *_parts(rig),
    ]
    return sorted(events, key=lambda one: one["at"], reverse=True)


def _event(
    kind: str, at: datetime, by: str, says: str, details: list[str] | None = None, rig: int | None = None
) -> dict:
    return {"kind": kind, "at": at, "by": by, "says": says, "details": details or [], "rig": rig}


def _about(path: str) -> str:
    """What readings are told together: a trial, the bay, the complaints, or the desk's."""
    section, _, rest = path.partition(".")
    if section == "trials":
        return f"trials.{rest.partition('.')[0]}"
    return section if section in ("bay", "torque", "drill", "handover", "complaints") else "desk"


_SAYS = {
    "bay": "In the bay", "torque": "Torque sheet", "drill": "Drill with the customer", "handover": "Hand-over tests",
    "complaints": "A complaint", "desk": "Written down",
}  # fmt: skip


def _readings(rig: Rig) -> Iterator[dict]:
    ordered = sorted(
        (one for one in rig.readings.select_related("written_by") if entry_at(one.path) is not None),
        key=lambda one: (one.written_by_id, _about(one.path), one.written_at, one.pk),
    )
    for (_, about), found in groupby(ordered, key=lambda one: (one.written_by_id, _about(one.path))):
        for batch in _batches(list(found)):
            yield _told(rig, about, batch)


def _batches(readings: list[Reading]) -> Iterator[list[Reading]]:
    batch: list[Reading] = []
    for one in readings:
        if batch and one.written_at - batch[-1].written_at > TOGETHER:
            yield batch
            batch = []
        batch.append(one)
    if batch:
        yield batch


def _told(rig: Rig, about: str, batch: list[Reading]) -> dict:
    last = batch[-1]
    kind = TRIAL if about.startswith("trials.") else COMPLAINT if about == "complaints" else READINGS
    what = about.partition(".")[2].replace("_", " ").capitalize() if kind == TRIAL else _SAYS[about]
    number = f"{len(batch)} readings" if len(batch) > 1 else "1 reading"
    details = [_line(rig, one) for one in batch]
    more = [f"and {len(details) - MOST_NAMED} more"] if len(details) > MOST_NAMED + 1 else []
    shown = details[:MOST_NAMED] if more else details
    return _event(kind, last.written_at, last.written_by.called, f"{what}: {number}", [*shown, *more])


def _line(rig: Rig, one: Reading) -> str:
    if one.path in TELL_WHICH:
        return f"{name_at(one.path)}: {called(rig.kept.history, one.path, one.typed)}"
    words = dict(entry_at(one.path).choices)
    return f"{name_at(one.path)}: {words.get(one.typed, one.typed) or 'taken back'}"


def _signed(rig: Rig) -> Iterator[dict]:
    for one in rig.sign_offs.select_related("signed_by"):
        name = STATION_NAMES.get(one.station, one.station.capitalize())
        yield _event(
            SIGNED,
            one.signed_at,
            one.signed_by.called,
            f"{name} signed off, version {one.version}{_along(rig, one.signed_at)}",
        )


def _along(rig: Rig, at: datetime) -> str:
    """Said of what was signed elsewhere."""
    source = rig.brought_from(at)
    return "" if source is None else f", as brought in from {source}"


def _arrivals(rig: Rig) -> Iterator[dict]:
    for one in rig.arrivals.select_related("brought_by"):
        says = f"Brought in from {one.source}: what stands below was written and signed elsewhere"
        yield _event(ARRIVAL, one.brought_at, one.brought_by.called, says)


def _overridden(rig: Rig) -> Iterator[dict]:
    for one in rig.reserve_waivers.select_related("waived_by"):
        name = LINKS[one.link][0].format(style="").replace("  ", " ")
        says = f"Exception from the safety margin {'taken back' if one.withdrawn else 'given'}: {name}"
        until = [f"Until {one.until:%b} {one.until.day}, {one.until.year}"] if one.until else []
        yield _event(OVERRIDE, one.waived_at, one.waived_by.called, says, [one.reason, *until])


def _sheets(rig: Rig) -> Iterator[dict]:
    for one in rig.sheets.select_related("made_by"):
        says = f"Customer's sheet {one.called} of version {one.version}, valid until {one.valid_until:%Y-%m-%d}{_along(rig, one.made_at)}"
        yield _event(SHEET, one.made_at, one.made_by.called, says)


def _cards(rig: Rig) -> Iterator[dict]:
    for one in rig.cards.select_related("handed_over_by"):
        says = (
            f"Handed over, card {one.number}; inspection by {one.inspect_by:%Y-%m-%d}{_along(rig, one.handed_over_at)}"
        )
        yield _event(CARD, one.handed_over_at, one.handed_over_by.called, says)


def _jobs(rig: Rig) -> Iterator[dict]:
    for one in JobChange.objects.filter(job__rig=rig).select_related("by"):
        yield _event(JOB, one.at, one.by.called, one.says)


def _parts(rig: Rig) -> Iterator[dict]:
    for one in Movement.objects.filter(rig=rig.mark).select_related("by"):
        yield _event(PARTS, one.at, one.by.called, f"{one.name}: {told(one)}", [one.why] if one.why else [])


def _visits(rig: Rig) -> Iterator[dict]:
    yield _event(VISIT, rig.opened_at, rig.advisor.called, _opened(rig), rig=rig.previous_id)
    for later in rig.later.select_related("advisor"):
        yield _event(VISIT, later.opened_at, later.advisor.called, f"Came back: {_words(later.visit)}", rig=later.pk)


def _opened(rig: Rig) -> str:
    return "Opened" if rig.previous_id is None else f"Opened from an earlier visit: {_words(rig.visit)}"


def _words(visit: str) -> str:
    return dict(KINDS_OF_VISIT).get(visit, "another visit")
