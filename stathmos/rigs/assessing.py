"""From a rig's entries to its assessment as plain data: the short way that every screen takes."""

from __future__ import annotations

from functools import lru_cache

from django.utils import timezone

from stathmos.catalogue.models import KINDS
from stathmos.catalogue.shelf import Kept, Shelf
from stathmos.core import finding, findings, stamps, units
from stathmos.core.answer import Assessment
from stathmos.core.bay import Fit, fit
from stathmos.core.figures import Given
from stathmos.core.judging import judged
from stathmos.core.ratings import Waiver
from stathmos.core.rig import DATUMS, ENTRIES, LIST_ENTRIES, LISTS, SECTIONS, Rig, entries
from stathmos.core.rig import KINDS as LOAD_KINDS
from stathmos.core.rigfile import WORDS, RigFile, read_entries
from stathmos.core.rules import Rules
from stathmos.house.models import House
from stathmos.people.models import Person
from stathmos.rigs.models import Rig as SavedRig
from stathmos.rigs.theirs import may_write


def assessed(
    rig_file: RigFile,
    rules: Rules = Rules(),
    waivers: tuple[Waiver, ...] = (),
    asides: tuple[finding.Finding, ...] = (),
) -> Assessment:
    """A rig that was read, judged by the house's rules, with what the bay found over; what could not be read keeps it from being fit."""
    return judged(rig_file.rig, rules, rig_file.stock, unread(rig_file), waivers, asides)


def unread(rig_file: RigFile) -> tuple[str, ...]:
    """The places where something is written that cannot be read."""
    return tuple(problem.place for problem in rig_file.problems)


def _read(rig: SavedRig, now: House) -> tuple[RigFile, tuple[finding.Finding, ...]]:
    """A saved rig as the core reads it, its own parts over those on offer; and what the catalogue says otherwise of them."""
    kept, parts = rig.kept, rig.kept_parts()
    if kept.read_with is None or kept.read_with[0] is not now.shelf or kept.read_with[1] is not now.counts:
        kept.read_with = (
            now.shelf,
            now.counts,
            read_entries(rig.entries(), now.stock(parts, str(rig.mark), kept.answers)),
        )
    return kept.read_with[2], beside(kept.read_with[2].rig, parts, now.shelf)


def assess_rig(rig: SavedRig, now: House) -> Assessment:
    """A saved rig as it stands: the house's rules, its waivers."""
    rig_file, asides = _read(rig, now)
    return assessed(rig_file, now.rules, rig.waivers(), asides)


def fit_rig(rig: SavedRig, now: House) -> tuple[Rig, Fit]:
    """A saved rig as the bay left it, with the rig as it was read."""
    rig_file, asides = _read(rig, now)
    return rig_file.rig, fit(rig_file.rig, now.rules, rig_file.stock, unread(rig_file), rig.waivers(), asides)


def beside(rig: Rig, parts: Kept, shelf: Shelf) -> tuple[finding.Finding, ...]:
    """What is known besides of a rig: what the catalogue says otherwise of its parts, and how old its tyres are today."""
    answers = {one.as_read.typed for one in rig.answers if one.as_read is not None}
    return (
        *differing_parts(parts, shelf),
        *_lowered(parts, shelf, answers),
        *findings.age_of_tyres(rig, timezone.localdate()),
    )


def differing_parts(kept: Kept, shelf: Shelf) -> tuple[finding.Finding, ...]:
    """A caution for each part that the catalogue describes otherwise than the rig took it over."""
    told = []
    for kind, parts in kept.items():
        for name, then in parts.items():
            now = shelf.part(kind, name)
            if now is None or now == then:
                continue
            described = dict(entries(KINDS[kind].core))
            changed = [
                f"{described[field].label.lower()} {_word(then.get(field))} → {_word(now.get(field))}"
                for field in described
                if then.get(field) != now.get(field) and field != "price"
            ]
            if changed:
                told.append(findings.part_differs(kind, name, tuple(changed)))
    return tuple(told)


def _lowered(kept: Kept, shelf: Shelf, answers: set[str]) -> tuple[finding.Finding, ...]:
    """What is asked of each part of which the catalogue lowered a rating, until its stamp was read."""
    return tuple(
        stamps.rating_lowered(kind.removesuffix("s"), KINDS[kind].core, one)
        for kind, one in shelf.lowered(kept)
        if one.answer not in answers
    )


def _word(entry: dict | None) -> str:
    return entry["is"] if entry else "blank"


def quantities(rig: Rig) -> dict[str, Given]:
    """Each known quantity of a rig by path, words left out."""
    told = {}
    for section, kind in SECTIONS.items():
        told |= _quantities(getattr(rig, section), kind, section)
    for section, kind in LISTS.items():
        for item in getattr(rig, section):
            told |= _quantities(item, kind, f"{section}.{item.key}")
    return told


def _quantities(holder: object, kind: type, place: str) -> dict[str, Given]:
    written = {
        f"{place}.{name}": getattr(holder, name) for name, entry in entries(kind) if entry.dimension not in WORDS
    }
    return {path: given for path, given in written.items() if given is not None}


def as_read(rig: Rig, system: str) -> dict[str, str]:
    """Each known quantity of a rig as a text, by path: how the core read what was typed."""
    return {path: units.write(given.value, given.dimension, system) for path, given in quantities(rig).items()}


def lengths(rig: Rig) -> dict[str, float]:
    """Each known length in mm, by path, for what is drawn to scale."""
    return {path: given.value for path, given in quantities(rig).items() if given.dimension == units.LENGTH}


@lru_cache(maxsize=1)
def _fields() -> tuple[dict, ...]:
    return tuple(
        {
            "path": path,
            "label": entry.label,
            "dimension": entry.dimension,
            "read_at": entry.read_at,
            "usual": entry.usual,
            "choices": [{"value": value, "word": word} for value, word in entry.choices],
            "datums": [{"value": value, "word": DATUMS[value]} for value in entry.datums],
            "parts": entry.parts,
            "none": entry.none,
        }
        for path, entry in {**ENTRIES, **LIST_ENTRIES}.items()
    )


def fields(person: Person) -> list[dict]:
    """What every field of a rig is called, where to read it, what it may be, and whether this person writes it."""
    return [{**field, "may_write": may_write(person, field["path"])} for field in _fields()]


def stepped(text: str, dimension: str, system: str, steps: int) -> str:
    """A typed figure moved by arrow keys; raises `units.UnreadableError` where it cannot be read."""
    if dimension not in units.STEP:
        raise units.UnreadableError("This field has no steps.")
    return units.step(text, dimension, system, steps)


def kinds() -> list[dict]:
    """The common loads that are at hand."""
    return [
        {"key": key, "word": kind.word, "on": kind.on, "poured": kind.density is not None, "named": kind.movable}
        for key, kind in LOAD_KINDS.items()
    ]
