"""Write down what changed on a rig: names, and new readings. The only way a rig changes."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from stathmos.catalogue.models import KINDS
from stathmos.catalogue.shelf import as_rig_file_part
from stathmos.core.figures import Given, Provenance
from stathmos.core.rig import entry_at
from stathmos.core.rig.readings import instrument_path
from stathmos.core.rigfile import read_entry
from stathmos.core.units import UnreadableError
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs.models import PART_KINDS, Reading, Rig
from stathmos.rigs.theirs import require_writes

NAMES = ("customer", "vehicle_name", "trailer_name", "vehicle_plate", "trailer_plate")
LONGEST = {"vehicle_plate": 20, "trailer_plate": 20}


class NotWritten(Exception):
    """Nothing was written; ``problems`` says why, by place."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not written")
        self.problems = problems


class Stale(Exception):
    """Somebody else wrote in between; ``rig`` is how it stands now."""

    def __init__(self, rig: Rig) -> None:
        super().__init__("stale")
        self.rig = rig


@dataclass(frozen=True)
class Change:
    """What is to be written: names that changed, and entries by path (None or blank takes a figure back)."""

    names: dict[str, str]
    entries: dict[str, dict | None]


def open_rig(person: Person, change: Change, brought: dict[str, dict] | None = None) -> Rig:
    """A new rig with its first readings. ``brought``: known-good heights from an earlier visit, which nobody typed here."""
    require(person, "open_rig")
    require_writes(person, change.entries)
    change = Change(change.names, {**change.entries, **(brought or {})})
    figures = _check(change, dict.fromkeys(NAMES, ""))
    with transaction.atomic():
        rig = Rig.objects.create(advisor=person, **{name: change.names.get(name, "").strip() for name in NAMES})
        _write_readings(rig, person, change, figures)
    return rig


def write_rig(rig_id: int, person: Person, version: int, change: Change) -> Rig:
    """New readings on a rig, if it still stands at ``version``; raises `Stale` if not, `NotWritten` if a figure cannot be read."""
    require_writes(person, change.entries)
    with transaction.atomic():
        rig = Rig.objects.select_for_update().get(pk=rig_id)
        figures = _check(change, {name: getattr(rig, name) for name in NAMES})
        if rig.version != version:
            raise Stale(rig)
        for name, text in change.names.items():
            setattr(rig, name, text.strip())
        rig.version += 1
        rig.save()
        _write_readings(rig, person, change, figures)
    return rig


def _check(change: Change, names: dict[str, str]) -> dict[str, Given | None]:
    """Every entry read by the core; all that is wrong is said at once."""
    problems = {}
    names = {**names, **change.names}
    if not names["customer"].strip():
        problems["customer"] = "A rig needs a customer's name."
    for name, text in names.items():
        if len(text) > LONGEST.get(name, 120):
            problems[name] = f"Longer than {LONGEST.get(name, 120)} characters."
    figures: dict[str, Given | None] = {}
    for path, raw in change.entries.items():
        entry = entry_at(path)
        if entry is None:
            problems[path[:64]] = "There is no such field."
            continue
        try:
            figures[path] = read_entry(raw, entry, path)
        except UnreadableError as error:
            problems[path] = str(error)
    if problems:
        raise NotWritten(problems)
    return figures


def _write_readings(rig: Rig, person: Person, change: Change, figures: dict[str, Given | None]) -> None:
    latest = rig.latest()
    in_force = {path: reading for path, reading in latest.items() if reading.typed}
    new = []
    for path, figure in figures.items():
        raw = change.entries[path] or {}
        raw = raw if isinstance(raw, dict) else {"is": raw}
        standing = in_force.get(path)
        if figure is None and standing is None:
            continue
        reading = Reading(
            rig=rig,
            path=path,
            revision=latest[path].revision + 1 if path in latest else 1,
            typed=figure.typed if figure else "",
            system=raw.get("system", "us"),
            provenance=figure.provenance.value if figure else standing.provenance,
            datum=figure.datum if figure else "",
            amount=figure.value if figure else None,
            dimension=entry_at(path).dimension,
            instrument=_instrument(path, figure, figures, in_force),
            part=part_now(path, figure.typed if figure else ""),
            written_by=person,
        )
        if standing is not None and standing.as_entry() == reading.as_entry():
            continue  # written as it already stands
        new.append(reading)
    written = {reading.path for reading in new}
    for path, standing in in_force.items():
        # Another instrument named for a reading that stands: the reading is written again with it.
        named = instrument_path(path)
        if path not in written and path != named and named in written:
            new.append(_again(standing, person, _word(figures[named])))
    Reading.objects.bulk_create(new)


def part_now(path: str, name: str) -> dict | None:
    """A named part of the hitch as the catalogue describes it today, retired or not; None where it has none of that name."""
    if path not in PART_KINDS or not name:
        return None
    item = KINDS[PART_KINDS[path]].objects.filter(name=name).first()
    return None if item is None else as_rig_file_part(item)


def take_over_again(rig_id: int, person: Person, version: int, path: str) -> Rig:
    """A named part with the catalogue's figures of today instead of those it was taken over with."""
    with transaction.atomic():
        rig = Rig.objects.select_for_update().get(pk=rig_id)
        if rig.version != version:
            raise Stale(rig)
        standing = rig.current().get(path)
        part = part_now(path, standing.typed if standing else "")
        if standing is None or part is None:
            raise NotWritten({path[:64]: "The catalogue has no such part."})
        rig.version += 1
        rig.save()
        again = _again(standing, person, standing.instrument)
        again.part = part
        again.save()
    return rig


def _again(standing: Reading, person: Person, instrument: str) -> Reading:
    kept = ("rig_id", "path", "typed", "system", "provenance", "datum", "amount", "dimension", "part")
    same = {name: getattr(standing, name) for name in kept}
    return Reading(**same, revision=standing.revision + 1, instrument=instrument, written_by=person)


def _word(figure: Given | None) -> str:
    return figure.typed if figure is not None else ""


def _instrument(path: str, figure: Given | None, figures: dict[str, Given | None], in_force: dict[str, Reading]) -> str:
    """What a measured figure was measured with: the instrument named for its way, else what its field is read with."""
    if figure is None or figure.provenance is not Provenance.MEASURED:
        return ""
    named = instrument_path(path)
    if named in figures and figures[named] is not None:
        return _word(figures[named])
    if named in in_force and named not in figures:
        return in_force[named].typed
    return entry_at(path).read_at
