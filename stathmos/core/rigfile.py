"""The rig file: an open JSON format for one rig, its rules and the parts on the shelf.

A figure is written ``{"is": "22 3/4 in", "from": "measured"}``, or as a bare text,
which is then *assumed*, the weakest provenance. ``system`` says what bare numbers
mean (us or metric) in that figure; ``datum`` to what a height was measured.
`schema` is the JSON Schema of the format, made from the same descriptions as the
reader; docs/rig-file.schema.json is a copy of it.
"""

from __future__ import annotations

import difflib
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, fields
from functools import lru_cache
from typing import Any, cast

from jsonschema import Draft202012Validator
from jsonschema.exceptions import ValidationError

from stathmos.core import units
from stathmos.core.entry import BETWEEN_NAMES, NONE
from stathmos.core.figures import Given, Provenance
from stathmos.core.holding.conditions import conditions_at
from stathmos.core.rig import (
    CHOICE,
    DATUMS,
    FLAG,
    LISTS,
    NAMES,
    SECTIONS,
    TEXT,
    Entry,
    Rig,
    entries,
    entry_at,
    key_of_items,
)
from stathmos.core.stock import PARTS, Stock, every_ball
from stathmos.core.subjects import Under
from stathmos.core.uncertainty import as_written
from stathmos.core.units import UnreadableError

VERSION = 4
WORDS = (CHOICE, FLAG, TEXT, NAMES)
LONGEST_NAME, LONGEST_NAMES = 120, 400
MOST_PARTS = 2000
MOST_LOADS = 60


@dataclass(frozen=True)
class Problem:
    """Something wrong in a rig file: its place (such as ``trailer.gvwr``) and what is wrong."""

    place: str
    says: str


@dataclass(frozen=True)
class RigFile:
    """A rig file read: the rig, the stock, and every problem found. A figure with a problem is left unknown.

    A file has no history: what it says holds as it is written, but where a figure says ``of`` what it is.
    """

    rig: Rig = Rig()
    stock: Stock = Stock()
    customer: str = ""
    names: dict[str, str] = field(default_factory=dict)
    problems: tuple[Problem, ...] = ()
    #: figures that say they are of another vehicle or trailer than the file's: left unknown, with why
    aside: tuple[Problem, ...] = ()


def read(document: Any, shelf: Stock | None = None) -> RigFile:
    """Read a rig file already parsed from JSON. Never raises: whatever is wrong is listed with its place.

    ``shelf`` takes the place of the file's own stock, for a caller that has one.
    """
    document = modernised(document)
    problems = [_problem(error) for error in _validator().iter_errors(document)]
    if not isinstance(document, dict):
        return RigFile(problems=(Problem("(file)", "A rig file is a JSON object."),))
    document, aside = _of_another(document)
    sections: dict[str, Any] = {}
    for name, kind in SECTIONS.items():
        given = document.get(name)
        sections[name] = section_of(kind, _figures(kind, given if isinstance(given, dict) else {}, name, problems))
    for name, kind in LISTS.items():
        given = document.get(name)
        sections[name] = _listed(name, kind, given if isinstance(given, dict) else {}, problems)
    parts = shelf if shelf is not None else _stock(document.get("stock"), problems)
    problems += _unknown_parts(sections["hitch"], parts)
    names = {
        key: str(document.get(key, "")) for key in ("vehicle_name", "trailer_name", "vehicle_plate", "trailer_plate")
    }
    unique = tuple(dict.fromkeys(problems))
    return RigFile(Rig(**sections), parts, str(document.get("customer", "")), names, unique, aside)


#: where a file names what a figure can be of
_NAMED = {Under.VEHICLE: "vehicle_name", Under.TRAILER: "trailer_name"}


def _of_another(document: dict[str, Any]) -> tuple[dict[str, Any], tuple[Problem, ...]]:
    """The file without the figures that say they are of another vehicle or trailer, and why each is left out."""
    aside: list[Problem] = []

    def kept(place: str, given: Any) -> Any:
        if not isinstance(given, dict):
            return given
        of, entry = given.get("of"), entry_at(place)
        if not isinstance(of, str) or entry is None:
            return {name: kept(f"{place}.{name}", one) for name, one in given.items()} if entry is None else given
        which = conditions_at(place)
        names = [str(document.get(named, "")) for under, named in _NAMED.items() if under in which]
        if of.strip() and any(names) and of.strip().casefold() not in {name.strip().casefold() for name in names}:
            aside.append(
                Problem(
                    place, f"{entry.done} of {of.strip()[:LONGEST_NAME]}, and not of {' or '.join(filter(None, names))}"
                )
            )
            return {}
        return given

    sections = {name: kept(name, document[name]) for name in (*SECTIONS, *LISTS) if name in document}
    return {**document, **sections}, tuple(aside)


def read_entries(written: Mapping[str, Any], stock: Stock) -> RigFile:
    """A rig from entries by path (``trailer.gvwr``, ``loads.bed.weight``), as a form or a record holds them. Never raises."""
    problems: list[Problem] = []
    known: dict[str, dict[str, Given | None]] = {}
    for path, raw in written.items():
        entry = entry_at(path)
        if entry is None:
            problems.append(Problem(path[:64], "There is no such field."))
            continue
        try:
            given = read_entry(raw, entry, path)
        except UnreadableError as error:
            problems.append(Problem(path, str(error)))
            given = None
        place, _, name = path.rpartition(".")
        known.setdefault(place, {})[name] = given
    sections: dict[str, Any] = {name: section_of(kind, known.get(name, {})) for name, kind in SECTIONS.items()}
    for name, kind in LISTS.items():
        keyed = {place.split(".")[1]: fields for place, fields in known.items() if place.startswith(f"{name}.")}
        if len(keyed) > MOST_LOADS:
            problems.append(Problem(name, f"More than {MOST_LOADS}: only the first are reckoned with."))
        sections[name] = tuple(kind(key=key, **fields) for key, fields in list(keyed.items())[:MOST_LOADS])
    problems += _unknown_parts(sections["hitch"], stock)
    return RigFile(Rig(**sections), stock, problems=tuple(problems))


def section_of(kind: type, figures: Mapping[str, Given | None], **words: str) -> Any:
    """A section or a part from its figures by name; what was looked for and is not there is told apart from what is blank."""
    absent = {name: given for name, given in figures.items() if given is not None and given.absent}
    if not absent:
        return kind(**words, **figures)
    present = {name: given for name, given in figures.items() if name not in absent}
    return kind(**words, **present, absent=absent)


def modernised(document: Any) -> Any:
    """A file of an earlier version as this one writes it. Version 1 had fixed places instead of loads, and the
    altitude among them; version 2 had no bay, hand-over and complaints; version 3 knew no axle by itself, and of no load its side.

    >>> old = {"stathmos_rig_file": 1, "load": {"bed": "200 lb", "trailer_cargo": "900 lb", "altitude": "5000 ft"}}
    >>> modernised(old)["loads"], modernised(old)["journey"]
    ({'bed': {'weight': '200 lb'}, 'gear': {'weight': '900 lb'}}, {'altitude': '5000 ft'})
    """
    if not isinstance(document, dict) or document.get("stathmos_rig_file") not in (1, 2, 3):
        return document
    if document["stathmos_rig_file"] in (2, 3):
        return {**document, "stathmos_rig_file": VERSION}
    made = {**document, "stathmos_rig_file": VERSION}
    placed = made.pop("load", {})
    if not isinstance(placed, dict):
        return {**made, "load": placed}
    for name, entry in placed.items():
        path = version_2_path(f"load.{name}")
        section, key, *rest = path.split(".")
        group = made[section] = dict(made.get(section) or {})
        if rest:
            group[key] = {**group.get(key, {}), rest[0]: entry}
        else:
            group[key] = entry
    return made


def version_2_path(path: str) -> str:
    """Where version 2 has what version 1 had at a path.

    >>> version_2_path("load.bed"), version_2_path("load.altitude"), version_2_path("trailer.gvwr")
    ('loads.bed.weight', 'journey.altitude', 'trailer.gvwr')
    """
    section, name = path.split(".", 1)
    if section != "load":
        return path
    if name == "altitude":
        return "journey.altitude"
    return f"loads.{'gear' if name == 'trailer_cargo' else name}.weight"


def _listed(name: str, kind: type, raw: dict[str, Any], problems: list[Problem]) -> tuple[Any, ...]:
    return tuple(
        kind(key=key, **_figures(kind, item, f"{name}.{key}", problems))
        for key, item in raw.items()
        if key_of_items(name).fullmatch(key) and isinstance(item, dict)
    )


def read_entry(raw: Any, entry: Entry, path: str = "") -> Given | None:
    """One figure as typed into one field, at ``path`` on the rig. None where it is blank.

    Raises `UnreadableError` with a message fit to stand beside the field.
    """
    typed, system, origin, datum = _taken_apart(raw)
    return _read(entry, path, typed, system, origin, datum) if typed.strip() else None


@lru_cache(maxsize=16384)
def _read(entry: Entry, path: str, typed: str, system: str, origin: str, datum: str) -> Given:
    """The same from its parts; what was read once is not read again."""
    if origin not in {one.value for one in Provenance}:
        raise UnreadableError(f"“{origin}” is no provenance: write assumed, brochure, label or measured.")
    provenance = Provenance(origin)
    if entry.dimension in WORDS:
        return _read_word(typed.strip(), entry, provenance, path)
    if entry.none and typed.strip().lower() in (NONE, entry.none.lower()):
        return Given(0.0, entry.dimension, provenance, NONE, path=path, absent=True)
    if datum and datum not in entry.datums:
        known = ", ".join(entry.datums) or "none"
        raise UnreadableError(f"“{datum}” is no datum of this height; it has: {known}.")
    if entry.bounds and typed.lstrip().startswith("<"):
        most = units.parse(typed.lstrip()[1:], entry.dimension, system)
        _believable(most, typed, entry, system)
        # Its spread, k = 2, is from nothing to the bound and no further.
        return Given(most / 2, entry.dimension, provenance, typed, "", path, most / 4, bound=True)
    value = units.parse(typed, entry.dimension, system, lambda one: entry.low <= one <= entry.high, entry.low < 0)
    _believable(value, typed, entry, system)
    datum = datum or (entry.datums[0] if entry.datums else "")
    return Given(value, entry.dimension, provenance, typed, datum, path, as_written(value, entry, provenance))


def _taken_apart(raw: Any) -> tuple[str, str, str, str]:
    """A figure's text, system, provenance and datum, whichever of the two ways it is written in."""
    if isinstance(raw, list) and all(isinstance(one, str) for one in raw):
        raw = BETWEEN_NAMES.join(raw)
    if raw is None or isinstance(raw, str):
        return raw or "", "us", Provenance.ASSUMED.value, ""
    if not isinstance(raw, dict):
        raise UnreadableError("Write a figure as a text, or as an object with “is” and “from”.")
    parts = (
        raw.get("is", ""),
        raw.get("system", "us"),
        raw.get("from", Provenance.ASSUMED.value),
        raw.get("datum", ""),
    )
    if not all(isinstance(part, str) for part in parts):
        raise UnreadableError("“is”, “from”, “system” and “datum” are texts.")
    typed, system, origin, datum = parts
    if system not in units.SYSTEMS:
        raise UnreadableError(f"“{system[:20]}” is no system of units: write us or metric.")
    return typed, system, origin, datum


def _read_word(typed: str, entry: Entry, provenance: Provenance, path: str) -> Given:
    if entry.dimension == NAMES:
        if len(typed) > LONGEST_NAMES:
            raise UnreadableError(f"Longer than {LONGEST_NAMES} characters.")
        names = [name.strip() for name in re.split("[;,]", typed)]
        return Given(0.0, NAMES, provenance, BETWEEN_NAMES.join(filter(None, names)), path=path)
    if entry.dimension == TEXT:
        if len(typed) > LONGEST_NAME:
            raise UnreadableError(f"Longer than {LONGEST_NAME} characters.")
        return Given(0.0, TEXT, provenance, typed, path=path)
    known = [key for key, _ in entry.choices]
    if typed not in known:
        raise UnreadableError(f"“{typed[:40]}” is not one of: {', '.join(known)}.")
    return Given(0.0, entry.dimension, provenance, typed, path=path)


#: by the parts into which one of a count may be divided
_OR_PARTS = {1: "", 2: " or a half", 4: " or quarters"}


def _believable(value: float, typed: str, entry: Entry, system: str) -> None:
    if entry.dimension == units.COUNT and value * entry.parts != int(value * entry.parts):
        raise UnreadableError(f"“{typed}” is not a whole number{_OR_PARTS[entry.parts]}.")
    said = entry.label
    if value < entry.low - 1e-6:
        least = units.write(entry.low, entry.dimension, system, "up")
        raise UnreadableError(
            f"“{typed}” is too small to believe for {said}: at least {least}. Leave it blank if it is not known."
        )
    if value > entry.high + 1e-6:
        most = units.write(entry.high, entry.dimension, system)
        raise UnreadableError(f"“{typed}” is too large to believe for {said}: at most {most}. Check the unit.")


def _figures(kind: type, raw: dict[str, Any], place: str, problems: list[Problem]) -> dict[str, Given | None]:
    read_figures = {}
    for name, entry in entries(kind):
        if name not in raw:
            continue
        try:
            read_figures[name] = read_entry(raw[name], entry_at(f"{place}.{name}") or entry, f"{place}.{name}")
        except UnreadableError as error:
            if not any(problem.place == f"{place}.{name}" for problem in problems):
                problems.append(Problem(f"{place}.{name}", str(error)))
    return read_figures


def _stock(raw: Any, problems: list[Problem]) -> Stock:
    listed = raw if isinstance(raw, dict) else {}
    return Stock(
        **{
            name: tuple(
                read_part(kind, part, f"stock.{name}.{index}", problems)
                for index, part in enumerate(listed[name] if isinstance(listed.get(name), list) else [])
                if isinstance(part, dict)
            )
            for name, kind in PARTS.items()
        }
    )


def read_part(kind: type, raw: dict[str, Any], place: str, problems: list[Problem]) -> Any:
    """One kit, shank or ball from its object in a file; problems are added to the list."""
    words = {key: str(raw.get(key, "")) for key in ("name", "family") if key in {one.name for one in fields(kind)}}
    return kind(**words, **_figures(kind, raw, place, problems))


def _unknown_parts(hitch: Any, stock: Stock) -> list[Problem]:
    found = []
    for what, parts in (
        ("kit", stock.kits),
        ("bars", stock.kits),
        ("shank", stock.shanks),
        ("ball", every_ball(stock)),
        ("selected_kit", stock.kits),
        ("selected_shank", stock.shanks),
        ("selected_ball", every_ball(stock)),
        ("selected_sleeve", stock.sleeves),
    ):
        named = getattr(hitch, what)
        if named is not None and named.typed not in {part.name for part in parts}:
            found.append(Problem(f"hitch.{what}", f"“{named.typed[:60]}” is not in the stock, so it cannot be judged."))
    return found


def _problem(error: ValidationError) -> Problem:
    place = ".".join(str(step) for step in error.absolute_path) or "(file)"
    if error.validator == "additionalProperties" and isinstance(error.instance, dict):
        known = dict(error.schema).get("properties", {}) if isinstance(error.schema, Mapping) else {}
        strangers = [key for key in error.instance if key not in known]
        told = []
        for key in strangers[:20]:
            near = difflib.get_close_matches(key, known, 1)
            told.append(f"“{key[:60]}”" + (f" (is “{near[0]}” meant?)" if near else ""))
        return Problem(place, "Unknown key: " + ", ".join(told) + ".")
    if error.validator == "required":
        return Problem(place, "A key is wanting: " + error.message.split("'")[1] + ".")
    if error.validator == "const":
        return Problem(place, f"This Stathmos reads rig files of versions 1 to {VERSION}.")
    if error.validator == "enum":
        return Problem(
            place, f"Must be one of: {', '.join(str(one) for one in cast(Iterable[Any], error.validator_value))}."
        )
    if error.validator in ("type", "anyOf", "oneOf"):
        return Problem(
            place, "Write a figure as a text with its unit, or as an object with “is” and “from”; see docs/rig-file.md."
        )
    return Problem(place, "Cannot be read: " + error.message[:160])


@lru_cache(maxsize=1)
def _validator() -> Draft202012Validator:
    return Draft202012Validator(schema())


def schema() -> dict[str, Any]:
    """The JSON Schema of the rig file."""

    def properties(kind: type) -> dict[str, Any]:
        return {
            name: {
                "$ref": f"#/$defs/{_form_of(entry)}",
                "title": entry.label,
                "description": _described(entry),
            }
            for name, entry in entries(kind)
        }

    def closed(known: dict[str, Any], required: list[str] | None = None) -> dict[str, Any]:
        made: dict[str, Any] = {"type": "object", "properties": known, "additionalProperties": False}
        return {**made, "required": required} if required else made

    text = {"type": "string", "maxLength": LONGEST_NAME}
    figure = {
        "is": {"type": "string", "maxLength": LONGEST_NAME},
        "from": {"enum": [one.value for one in Provenance]},
        "system": {"enum": list(units.SYSTEMS)},
        "of": {**text, "description": "The vehicle or the trailer that it was read of, by name."},
    }
    named = {"name": {**text, "minLength": 1}}
    shelf = {
        listed: closed(
            {
                **named,
                **({"family": text} if "family" in {one.name for one in fields(kind)} else {}),
                **properties(kind),
            },
            ["name"],
        )
        for listed, kind in PARTS.items()
    }
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Stathmos rig file",
        "type": "object",
        "additionalProperties": False,
        "required": ["stathmos_rig_file"],
        "properties": {
            "stathmos_rig_file": {"const": VERSION},
            "customer": text,
            "vehicle_name": text,
            "trailer_name": text,
            "vehicle_plate": text,
            "trailer_plate": text,
            **{name: closed(properties(kind)) for name, kind in SECTIONS.items()},
            **{
                name: {
                    "type": "object",
                    "patternProperties": {f"^{key_of_items(name).pattern}$": closed(properties(kind))},
                    "additionalProperties": False,
                    "maxProperties": MOST_LOADS,
                }
                for name, kind in LISTS.items()
            },
            "stock": closed(
                {name: {"type": "array", "items": part, "maxItems": MOST_PARTS} for name, part in shelf.items()}
            ),
        },
        "$defs": {
            "names": {
                "anyOf": [
                    {"type": "string", "maxLength": LONGEST_NAMES},
                    {"type": "array", "items": text, "maxItems": 40},
                    closed({**figure, "is": {"type": "string", "maxLength": LONGEST_NAMES}}, ["is"]),
                ]
            },
            "figure": {"anyOf": [{"type": "string", "maxLength": LONGEST_NAME}, closed(figure, ["is"])]},
            "height": {
                "anyOf": [
                    {"type": "string", "maxLength": LONGEST_NAME},
                    closed({**figure, "datum": {"enum": list(DATUMS)}}, ["is"]),
                ],
            },
        },
    }


def _form_of(entry: Entry) -> str:
    """How a field is written: by its definition in the schema."""
    return "height" if entry.datums else "names" if entry.dimension == NAMES else "figure"


def _described(entry: Entry) -> str:
    if entry.dimension == NAMES:
        return f"Names, parted by semicolons, or a list of them. Read at: {entry.read_at}."
    if entry.choices:
        return "One of: " + ", ".join(key for key, _ in entry.choices) + "."
    kind = (
        "A text."
        if entry.dimension == TEXT
        else f"A {entry.dimension}, with its unit{f', or “{NONE}”' if entry.none else ''}."
    )
    return f"{kind} Read at: {entry.read_at}." if entry.read_at else kind
