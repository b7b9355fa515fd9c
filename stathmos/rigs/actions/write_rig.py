"""Write down what changed on a rig: names, and new readings. The only way a rig changes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from django.db import transaction

from stathmos.catalogue import invented
from stathmos.catalogue.models import KINDS
from stathmos.catalogue.shelf import as_rig_file_part
from stathmos.core.figures import Given, Provenance
from stathmos.core.holding import Drafted, Standing
from stathmos.core.rig import entry_at
from stathmos.core.rig.readings import instrument_path
from stathmos.core.rig_rules import EXCEPTION, loosened_for
from stathmos.core.rigfile import read_entries, read_entry
from stathmos.core.stock import Stock
from stathmos.core.units import UnreadableError
from stathmos.database.retrying import tried_again
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import may, require
from stathmos.rigs.history import NOTHING, Kept
from stathmos.rigs.models import PART_KINDS, Reading, Rig
from stathmos.rigs.practising import as_on
from stathmos.rigs.theirs import require_writes

#: names of a rig, and where the history has them; those of a vehicle or a trailer go with what they name
GO_WITH = {
    "customer": "which.customer",
    "vehicle_name": "which.called_vehicle",
    "vehicle_plate": "which.plate_vehicle",
    "trailer_name": "which.called_trailer",
    "trailer_plate": "which.plate_trailer",
}
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
    """What is to be written: names that changed, and entries by path (None or blank takes a figure back). ``taken_with``: the instrument
    that a figure was taken from, by its path."""

    names: dict[str, str]
    entries: dict[str, dict | None]
    taken_with: Mapping[str, str] = field(default_factory=dict)


@tried_again
def open_rig(person: Person, change: Change, brought: dict[str, dict] | None = None, practice: bool = False) -> Rig:
    """A new rig with its first readings. ``brought``: known-good heights from an earlier visit, which nobody typed here; ``practice``:
    a rig of the practice bay, which anybody opens for themselves.
    """
    if not practice:
        require(person, "open_rig")
        require_writes(person, change.entries)
    change = _named_once(change, {})
    change = _with_names(NOTHING, Change(change.names, {**change.entries, **(brought or {})}))
    figures = _check(change, dict.fromkeys(NAMES, ""))
    if (
        not practice and brought is None
    ):  # what an earlier visit had looser comes without its exception, and is not in force
        _require_exception(NOTHING, person, figures)
    with transaction.atomic():
        rig = Rig.every.create(
            advisor=person, practice=practice, **{name: change.names.get(name, "").strip() for name in NAMES}
        )
        _write_readings(rig, person, change, figures)
    return rig


@tried_again
def write_rig(rig_id: int, person: Person, version: int, change: Change) -> Rig:
    """New readings on a rig, if it still stands at ``version``; raises `Stale` if not, `NotWritten` if a figure cannot be read."""
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        person = as_on(rig, person)
        require_writes(person, change.entries)
        change = _named_once(change, {name: getattr(rig, name) for name in NAMES})
        if any(getattr(rig, name) != text.strip() for name, text in change.names.items()):
            require(person, "open_rig")
        change = _with_names(rig.kept, change)
        figures = _check(change, {name: getattr(rig, name) for name in NAMES})
        if rig.version != version:
            if _stands(rig, change):
                return rig  # saved before, and the answer was lost on the way: pressing again changes nothing
            raise Stale(rig)
        _require_exception(rig.kept, person, figures)
        for name, text in change.names.items():
            setattr(rig, name, text.strip())
        rig.version += 1
        rig.save()
        _write_readings(rig, person, change, figures)
    return rig


#: the shortest reason of an exception, in characters
LEAST_REASON = 10


def _require_exception(kept: Kept, person: Person, figures: dict[str, Given | None]) -> None:
    """Refuse a rule made looser than the house's, unless a manager gives an exception, with a reason."""
    if not any(path.startswith("ways.") or path == EXCEPTION for path in figures):
        return
    after = {**{path: one.as_entry() for path, one in kept.held.items()}, **_as_entries(figures)}
    core = read_entries({path: entry for path, entry in after.items() if entry is not None}, Stock()).rig
    looser = {one.path: one for one in loosened_for(core, the_house().rules)}
    touched = {path: one for path, one in looser.items() if path in figures or _SCHOOL_OF.get(path) in figures}
    if touched and not may(person, "waive_reserve"):
        raise NotWritten(
            {
                _at(path, figures): f"{one.says.text('us')}: a manager can give an exception, with a reason."
                for path, one in touched.items()
            }
        )
    if looser and len(core.choice(EXCEPTION).strip()) < LEAST_REASON and (touched or EXCEPTION not in figures):
        raise NotWritten({EXCEPTION: "Say why this rule is looser than the shop's, in a sentence: it stays on record."})


#: a band's end that a chosen school sets, by where the school is written
_SCHOOL_OF = {"ways.share_low": "ways.share_school"}


def _at(path: str, figures: dict[str, Given | None]) -> str:
    return path if path in figures else _SCHOOL_OF[path]


def _as_entries(figures: dict[str, Given | None]) -> dict[str, dict[str, str] | None]:
    return {
        path: None if one is None else {"is": one.typed, "from": one.provenance.value} for path, one in figures.items()
    }


def _named_once(change: Change, names: dict[str, str]) -> Change:
    """Names are written as names, and come into the history from there: an entry may repeat one, and say no other."""
    for name, path in GO_WITH.items():
        told = change.names.get(name, names.get(name, "")).strip()
        if path in change.entries and text_of(change.entries[path]).strip() != told:
            raise NotWritten({path: "A name is written at the head of the rig."})
    kept = {path: entry for path, entry in change.entries.items() if path not in GO_WITH.values()}
    return Change(change.names, kept, change.taken_with)


def _stands(rig: Rig, change: Change) -> bool:
    """Whether everything that is asked for stands on the rig as it is."""
    held = rig.current()

    def stands(path: str, raw: dict | None) -> bool:
        reading = held.get(path)
        return not text_of(raw) if reading is None else reading.is_said_by(raw)

    names = all(getattr(rig, name) == text.strip() for name, text in change.names.items())
    return names and all(stands(path, raw) for path, raw in change.entries.items())


def _with_names(kept: Kept, change: Change) -> Change:
    """The names of what stands there now as readings of it, where they are not known of it yet: they go with it."""
    which = [Drafted(path, text_of(entry)) for path, entry in change.entries.items() if path.startswith("which.")]
    held = Standing(kept.history, which)
    told = {}
    for name, path in GO_WITH.items():
        text, known = change.names.get(name, "").strip(), held.at(path)
        if text and (known is None or known.typed != text):
            told[path] = {"is": text, "from": "measured"}
    return Change(change.names, {**change.entries, **told}, change.taken_with)


def text_of(entry: object) -> str:
    """What an entry writes, in either of its forms."""
    return str(entry.get("is", "")) if isinstance(entry, dict) else str(entry or "")


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
    kept = rig.kept
    latest, held, after = kept.last, kept.held, _after(kept, figures)
    new = []
    for path, figure in figures.items():
        raw = change.entries[path] or {}
        raw = raw if isinstance(raw, dict) else {"is": raw}
        there = held.get(path)
        if figure is None and there is None:
            continue
        reading = Reading(
            rig=rig,
            path=path,
            revision=latest[path].revision + 1 if path in latest else 1,
            typed=figure.typed if figure else "",
            system=raw.get("system", "us"),
            provenance=figure.provenance.value if figure else there.provenance,
            datum=figure.datum if figure else "",
            amount=figure.value if figure and not figure.absent else None,
            dimension=entry_at(path).dimension,
            moment=rig.version,
            instrument=change.taken_with.get(path) or _instrument(path, figure, figures, held),
            part=part_now(path, figure.typed if figure else "", rig.practice),
            written_by=person,
        )
        equal = there is not None and there.as_entry() == reading.as_entry()
        if equal and raw.get("again") is not True and after.at(path) is not None:
            continue  # written as it already stands, and not taken again; typed with what sets it aside it is of the new state
        new.append(reading)
    written = {reading.path for reading in new}
    for path, there in held.items():
        # Another instrument named for a reading that stands: the reading is written again with it, as of when it was taken.
        named = instrument_path(path)
        if path not in written and path != named and named in written:
            new.append(_again(there, latest[path].revision + 1, person, _word(figures[named]), there.moment))
    Reading.objects.bulk_create(new)


def _after(kept: Kept, figures: dict[str, Given | None]) -> Standing:
    """What holds once the figures that read otherwise than now are written; the others are left as they stand."""
    held = kept.held
    others = (
        Drafted(path, _word(figure), figure.value if figure and not figure.absent else None)
        for path, figure in figures.items()
        if path not in held or held[path].typed != _word(figure)
    )
    return Standing(kept.history, others)


def select_parts(rig: Rig, person: Person, names: Mapping[str, str]) -> None:
    """Fix the parts of a build on a locked rig, by what they are, each with its figures as the rig has it now.

    What is selected so already stays as it is. Written with the version that is signed, which it does not raise.
    """
    kept = rig.kept
    known = rig.kept_parts()
    new = []
    for what, name in names.items():
        path = f"hitch.selected_{what}"
        there = kept.held.get(path)
        if there is not None and there.typed == name:
            continue
        part = known.get(PART_KINDS[path], {}).get(name) or part_now(path, name, rig.practice)
        revision = kept.last[path].revision + 1 if path in kept.last else 1
        new.append(
            Reading(
                rig=rig, path=path, revision=revision, typed=name, system="us", provenance=Provenance.MEASURED.value, amount=0.0,
                dimension=entry_at(path).dimension, moment=rig.version, part=part, written_by=person,
            )
        )  # fmt: skip
    Reading.objects.bulk_create(new)


def part_now(path: str, name: str, practice: bool = False) -> dict | None:
    """A named part of the hitch as the catalogue describes it today, retired or not; None where it has none of that name.

    ``practice``: the invented yard's, where the house has none.
    """
    if path not in PART_KINDS or not name:
        return None
    item = KINDS[PART_KINDS[path]].objects.filter(name=name).first()
    if item is None:
        return invented.part(PART_KINDS[path], name) if practice else None
    return as_rig_file_part(item)


@tried_again
def take_over_again(rig_id: int, person: Person, version: int, path: str) -> Rig:
    """A named part with the catalogue's figures of today instead of those it was taken over with."""
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        person = as_on(rig, person)
        if rig.version != version:
            raise Stale(rig)
        there = rig.current().get(path)
        part = part_now(path, there.typed if there else "", rig.practice)
        if there is None or part is None:
            raise NotWritten({path[:64]: "The catalogue has no such part."})
        rig.version += 1
        rig.save()
        again = _again(there, rig.latest()[path].revision + 1, person, there.instrument, rig.version)
        again.part = part
        again.save()
    return rig


def _again(there: Reading, revision: int, person: Person, instrument: str, moment: int) -> Reading:
    kept = ("rig_id", "path", "typed", "system", "provenance", "datum", "amount", "dimension", "part")
    same = {name: getattr(there, name) for name in kept}
    return Reading(**same, revision=revision, moment=moment, instrument=instrument, written_by=person)


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
