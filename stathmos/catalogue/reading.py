"""Reading a catalogue item from texts, by the core's own descriptions."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.catalogue.item import CatalogueItem
from stathmos.core.rigfile import WORDS, read_entry
from stathmos.core.settings import PLACES
from stathmos.core.stock import Kit
from stathmos.core.units import SYSTEMS, UnreadableError

LONGEST_NAME = 120
#: pairs of a kit's figures whose least may not be more than their most
_ENDS = (
    ("frame_depth_least", "frame_depth_most"),
    ("frame_depth_most", "special_depth_most"),
    ("bracket_least", "bracket_most"),
    ("bracket_least", "bracket_distance"),
    ("bracket_distance", "bracket_most"),
    ("tongue_minimum", "tongue_rating"),
    ("tongue_rating", "gross_rating"),
    *((f"{place}_least", f"{place}_most") for place in PLACES),
)


@dataclass(frozen=True)
class Read:
    """What the texts make: columns by name, and what is wrong, by field."""

    columns: dict[str, object]
    problems: dict[str, str]


def read_item(kind: type[CatalogueItem], name: str, family: str, system: str, texts: Mapping[str, object]) -> Read:
    """One item from its texts. A field left out or blank is unknown."""
    problems: dict[str, str] = {}
    described = kind.described()
    absent: list[str] = []
    columns: dict[str, object] = {"name": name.strip(), "system": system}
    if not name.strip():
        problems["name"] = "It needs a name."
    if any(len(text) > LONGEST_NAME for text in (name, family)):
        problems["name"] = f"Longer than {LONGEST_NAME} characters."
    if system not in SYSTEMS:
        problems["system"] = f"Write {' or '.join(SYSTEMS)}."
    if "family" in kind.core.__dataclass_fields__:
        columns["family"] = family.strip()
    for field in texts:
        if field not in described:
            problems[str(field)[:64]] = "There is no such field."
    for field, entry in described.items():
        try:
            text = texts.get(field) or ""
            if not isinstance(text, str):
                raise UnreadableError("Write a text.")
            given = read_entry(
                {"is": text, "from": entry.usual, "system": system if system in SYSTEMS else "us"}, entry
            )
        except UnreadableError as error:
            problems[field] = str(error)
            continue
        if entry.dimension in WORDS:
            columns[field] = given.typed if given else ""
        else:
            columns[field] = given.value if given and not given.absent else None
        if given and given.absent:
            absent.append(field)
    columns["absent"] = absent
    if kind.core is Kit:
        problems |= {high: says for high, says in _contradicted(columns).items() if high not in problems}
    return Read(columns, problems)


def _contradicted(columns: dict[str, object]) -> dict[str, str]:
    found = {}
    for low, high in _ENDS:
        least, most = columns.get(low), columns.get(high)
        if isinstance(least, float) and isinstance(most, float) and least > most:
            found[high] = f"This is less than its {low.replace('_', ' ')}: one of the two is wrong."
    return found
