"""Take a figure from an instrument onto a rig: read by the server, only where it stands still, with what it came from for ever."""

from __future__ import annotations

import uuid
from datetime import date, datetime

from django.db import transaction
from django.utils import timezone

from stathmos.core.instruments import KINDS, Shown, past_due
from stathmos.core.instruments.indicator import STEADY
from stathmos.core.instruments.places import mark_of, takes
from stathmos.core.rig.readings import instrument_path, late_path
from stathmos.core.units import WEIGHT, write, write_exact
from stathmos.database.retrying import tried_again
from stathmos.instruments.models import Heard, InstrumentRevision, Taken
from stathmos.instruments.showing import shown_now
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Rig


@tried_again
def take_reading(
    rig_id: int,
    person: Person,
    version: int,
    path: str,
    one: InstrumentRevision,
    today: date,
    heard: uuid.UUID | None = None,
) -> Rig:
    """What the instrument shows, or what was ``heard`` of it before, as the reading at a path. Raises `NotWritten` with the word why
    nothing is taken, `Stale`, `NotAllowed`."""
    if one.retired:
        raise NotWritten({path: f"{one.name} is out of use."})
    if not takes(one.kind, path):
        raise NotWritten({path: f"{one.name} does not read this."})
    if heard is None:
        shown, hinders = shown_now(one)
        if shown.state != STEADY or shown.value is None:
            raise NotWritten({path: hinders})
        return write_rig(rig_id, person, version, _change(path, one, shown, today))
    with transaction.atomic():
        before = Heard.objects.select_for_update().filter(key=heard, number=one.number).first()
        if before is None:
            raise NotWritten({path: "Nothing of that was heard."})
        if Taken.objects.filter(heard=before).exists():
            raise NotWritten({path: "That was taken already: nothing is read twice."})
        shown = Shown(state=STEADY, value=before.value, net=before.net, tare=before.tare)
        rig = write_rig(rig_id, person, version, _change(path, one, shown, today, timezone.localtime(before.read_at)))
        Taken.objects.create(heard=before, rig=rig, path=path, taken_by=person)
    return rig


def _change(path: str, one: InstrumentRevision, shown: Shown, today: date, read_at: datetime | None = None) -> Change:
    """What is written of a figure that stood still: the figure, its instrument, its smallest mark, whether that is past its day."""
    assert shown.value is not None
    if shown.value <= 0:
        raise NotWritten({path: "It stands at nothing: there is nothing on it."})
    measures = KINDS[one.kind].measures
    taken = {
        "is": write_exact(shown.value, measures, one.system),
        "from": "measured",
        "system": one.system,
        "again": True,
    }
    entries: dict[str, dict | None] = {path: taken}
    said = said_of(one, shown, today, read_at)
    named, mark, late = instrument_path(path), mark_of(path), late_path(path)
    if late:
        past = "yes" if past_due(one.known, today) else "no"
        entries[late] = {"is": past, "from": "measured", "system": one.system}
    if named:
        entries[named] = {"is": said, "from": "measured", "system": one.system}
    if mark:
        entries[mark] = {"is": write_exact(one.mark, measures, one.system), "from": "label", "system": one.system}
    return Change({}, entries, taken_with={path: said})


def said_of(one: InstrumentRevision, shown: Shown, today: date, read_at: datetime | None = None) -> str:
    """What a figure came from, in the words that stay with it."""
    number = f" no. {one.serial}" if one.serial else ""
    late = (
        f", past due since {one.due.isoformat()}"
        if one.due and past_due(one.known, today)
        else ", never checked"
        if one.due is None
        else ""
    )
    how = ""
    if KINDS[one.kind].measures == WEIGHT:
        tare = f" of a tare of {write(shown.tare, WEIGHT, one.system)}" if shown.tare is not None else ""
        how = f" net{tare}" if shown.net else " gross"
    then = f", as read {read_at:%Y-%m-%d %H:%M}" if read_at is not None else ""
    return f"{one.name}{number}, taken{how}{then}{late}"[:120]
