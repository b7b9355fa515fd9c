"""Write down an instrument, or write it anew. Only a manager does; nothing before is overwritten."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import Max

from stathmos.core.instruments import KINDS, PRESETS, UNITS, PatternError, compiled
from stathmos.core.units import SYSTEMS, UnreadableError, parse, write
from stathmos.database.retrying import tried_again
from stathmos.instruments.link import AddressError, address_of
from stathmos.instruments.models import Agent, InstrumentRevision, all_instruments, instrument
from stathmos.people.models import Person
from stathmos.people.roles import require


class NotKept(Exception):
    """Nothing was written; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not kept")
        self.problems = problems


class StaleInstrument(Exception):
    """Somebody wrote it anew meanwhile."""


@tried_again
def keep_instrument(person: Person, number: int | None, revision: int, written: dict[str, Any]) -> InstrumentRevision:
    """A new instrument (``number`` None), or one written anew on its ``revision``. Raises `NotAllowed`, `NotKept`, `StaleInstrument`."""
    require(person, "keep_catalogue")
    with transaction.atomic():
        there = None if number is None else instrument(number)
        if number is not None and (there is None or there.revision != revision):
            raise StaleInstrument
        read = _read(written, number)
        last = InstrumentRevision.objects.aggregate(last=Max("number"))["last"] or 0
        return InstrumentRevision.objects.create(
            number=number if number is not None else last + 1,
            revision=revision + 1 if there else 1,
            written_by=person,
            **read,
        )


def _read(written: dict[str, Any], number: int | None) -> dict[str, Any]:
    """What is kept, read; all that is wrong is said at once."""
    problems: dict[str, str] = {}
    name = written["name"].strip()
    if not name:
        problems["name"] = "It needs a name."
    if any(
        one.name.casefold() == name.casefold() and one.number != number and not one.retired for one in all_instruments()
    ):
        problems["name"] = f"There is another “{name}”."
    try:
        address_of(written["address"])
    except AddressError as error:
        problems["address"] = str(error)
    line, pattern = written["line"], written["pattern"].strip()
    if line not in PRESETS:
        line = ""
        try:
            compiled(pattern)
        except PatternError as error:
            problems["pattern"] = str(error)
    kind, system = KINDS[written["kind"]], UNITS[written["unit"]]
    if written["unit"] not in kind.units:
        problems["unit"] = f"A {kind.word} shows {' or '.join(kind.units)}."
    weights = {}
    for field in ("mark", "capacity"):
        try:
            weights[field] = parse(written[field], kind.measures, system)
        except UnreadableError as error:
            problems[field] = str(error)
    if len(weights) == 2 and not 0 < weights["mark"] < weights["capacity"]:
        problems["mark"] = "More than nothing, and less than the most it weighs."
    if len(weights) == 2 and weights["capacity"] > kind.most:
        most = " or ".join(write(kind.most, kind.measures, each) for each in SYSTEMS)
        problems["capacity"] = f"More than {most} is not believed."
    agent = written.get("agent", "")
    if agent and not Agent.objects.filter(name=agent, revoked_at=None).exists():
        problems["agent"] = "There is no such agent, or it was shut out."
    checked, due = written.get("checked"), written.get("due")
    if checked and due and due <= checked:
        problems["due"] = "It is due before it was checked."
    if problems:
        raise NotKept(problems)
    return {
        "name": name, "kind": written["kind"], "address": written["address"].strip(), "line": line, "pattern": "" if line else pattern,
        "unit": written["unit"], "serial": written["serial"].strip(), "checked": checked, "due": due,
        "retired": written.get("retired", False), "agent": agent, **weights,
    }  # fmt: skip
