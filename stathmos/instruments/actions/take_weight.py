"""Take a figure from an instrument onto a rig: read by the server, only where it stands still, with what it came from for ever."""

from __future__ import annotations

from datetime import date

from stathmos.core.instruments import Shown, past_due
from stathmos.core.instruments.indicator import STEADY
from stathmos.core.instruments.places import TAKES, mark_of
from stathmos.core.rig.readings import instrument_path, late_path
from stathmos.core.units import WEIGHT, write_exact
from stathmos.instruments.link import address_of, look, why
from stathmos.instruments.models import InstrumentRevision
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Rig


def take_weight(rig_id: int, person: Person, version: int, path: str, one: InstrumentRevision, today: date) -> Rig:
    """What the instrument shows, as the reading at a path. Raises `NotWritten` with the word why nothing is taken, `Stale`, `NotAllowed`."""
    if one.retired:
        raise NotWritten({path: f"{one.name} is out of use."})
    if path not in TAKES[one.kind]:
        raise NotWritten({path: f"{one.name} does not read this."})
    shown = look(one.known, address_of(one.address))
    if shown.state != STEADY or shown.weight is None:
        raise NotWritten({path: why(shown.state)})
    if shown.weight <= 0:
        raise NotWritten({path: "It stands at nothing: there is nothing on it."})
    entries = {
        path: {
            "is": write_exact(shown.weight, WEIGHT, one.system),
            "from": "measured",
            "system": one.system,
            "again": True,
        }
    }
    named, mark, late = instrument_path(path), mark_of(path), late_path(path)
    if late:
        past = "yes" if past_due(one.known, today) else "no"
        entries[late] = {"is": past, "from": "measured", "system": one.system}
    if named:
        entries[named] = {"is": said_of(one, shown, today), "from": "measured", "system": one.system}
    if mark:
        entries[mark] = {"is": write_exact(one.mark, WEIGHT, one.system), "from": "label", "system": one.system}
    return write_rig(rig_id, person, version, Change({}, entries))


def said_of(one: InstrumentRevision, shown: Shown, today: date) -> str:
    """What a figure came from, in the words that stay with it."""
    number = f" no. {one.serial}" if one.serial else ""
    late = (
        f", past due since {one.due.isoformat()}"
        if one.due and past_due(one.known, today)
        else ", never checked"
        if one.due is None
        else ""
    )
    return f"{one.name}{number}, taken {'net' if shown.net else 'gross'}{late}"[:120]
