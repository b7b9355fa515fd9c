"""Sign-offs: what a station stands on, its fingerprint, and what has changed since.

A sign-off keeps every entry that its station stood on. When one of them reads
otherwise, the sign-off is stale, and so is every later station's that stood on it.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core.entry import CHOICE, FLAG
from stathmos.core.finding import REFUSED, UNKNOWN, Finding
from stathmos.core.rig import ENTRIES, entries, entry_at, name_at
from stathmos.core.stock import Ball, Kit, Shank, Sleeve, Stock

STATIONS = ("meet", "load", "weigh", "ratings", "height", "hitch", "bay", "handover")

_WHICH = ("which.vehicle", "which.trailer")
_MEET = ("vehicle.", "trailer.", "journey.", *_WHICH)
_LOAD = (*_MEET, "loads.")
_WEIGH = (*_LOAD, "weighing.", "ways.share", "house.share")
_ALL = (*_LOAD, "weighing.", "hitch.", "ways.", "house.", "build.")
_BAY = (*_ALL, "bay.", "trials.", "torque.")
#: the beginnings of the paths that each station stands on
STANDS_ON: dict[str, tuple[str, ...]] = {
    "meet": _MEET,
    "load": _LOAD,
    "weigh": _WEIGH,
    "ratings": _ALL,
    "height": _ALL,
    "hitch": _ALL,
    "bay": _BAY,
    "handover": (*_BAY, "handover.", "drill."),
}
#: weighed, not read off a label: it belongs to the weighing
_WEIGHED = ("trailer.gross_weight",)

Written = Mapping[str, Mapping[str, str]]


@dataclass(frozen=True)
class Changed:
    """One entry that reads otherwise than when the station was signed. Texts as typed; empty is unknown."""

    path: str
    name: str
    before: str
    after: str


def basis(station: str, entries: Written) -> dict[str, dict[str, str]]:
    """The entries that a station stands on, in order of their paths.

    >>> sorted(basis("meet", {"trailer.gvwr": {"is": "1 lb"}, "loads.bed.weight": {"is": "2 lb"}}))
    ['trailer.gvwr']
    """
    before_weighing = station in ("meet", "load")
    return {
        path: dict(entry)
        for path, entry in sorted(entries.items())
        if path.startswith(STANDS_ON[station]) and not (before_weighing and path in _WEIGHED)
    }


def stands_on_the_build(station: str) -> bool:
    """Whether a station's signature stands on the parts of the hitch.

    >>> [one for one in STATIONS if not stands_on_the_build(one)]
    ['meet', 'load', 'weigh']
    """
    return "build." in STANDS_ON[station]


def built(names: Mapping[str, str], stock: Stock) -> dict[str, dict[str, str]]:
    """The parts of a build as entries (``build.kit.tongue_rating``), by what they are; a name nobody knows has no figures."""
    told: dict[str, dict[str, str]] = {}
    for what, name in names.items():
        told[f"build.{what}.name"] = {"is": name, "from": "measured"}
        part = next((one for one in getattr(stock, f"{what}s") if one.name == name), None)
        for field, _ in entries(BUILT[what]) if part is not None else ():
            given = getattr(part, field)
            if given is not None and field != "price":
                told[f"build.{what}.{field}"] = {"is": given.typed, "from": given.provenance.value}
    return told


def built_in(basis_then: Written) -> dict[str, str]:
    """The names of the parts that a sign-off stood on, by what they are."""
    return {what: basis_then[f"build.{what}.name"]["is"] for what in BUILT if f"build.{what}.name" in basis_then}


def fingerprint(of: Written) -> str:
    """SHA-256 of what a station stands on, the same whatever order it was written in.

    >>> fingerprint({"a": {"is": "1"}}) == fingerprint({"a": {"is": "1"}}) != fingerprint({"a": {"is": "2"}})
    True
    """
    told = json.dumps(of, sort_keys=True, ensure_ascii=False, separators=(",", ":"))
    return hashlib.sha256(told.encode()).hexdigest()


def changes(then: Written, now: Written) -> tuple[Changed, ...]:
    """What changed between two bases, from what to what."""
    return tuple(
        Changed(path, _name(path), _text(path, then.get(path)), _text(path, now.get(path)))
        for path in sorted({*then, *now})
        if then.get(path) != now.get(path)
    )


#: the parts of a build: the section of their entries, and what they are called
BUILT = {"kit": Kit, "shank": Shank, "ball": Ball, "sleeve": Sleeve}


def _name(path: str) -> str:
    if path.startswith("build."):
        _, what, field = path.split(".")
        label = "name" if field == "name" else dict(entries(BUILT[what]))[field].label.lower()
        return f"{what.capitalize()} of the build, {label}"
    if path.startswith("house."):
        entry = ENTRIES.get("ways." + path.split(".", 1)[1])
        return f"House rule, {entry.label.lower()}" if entry else path
    return name_at(path)


def _text(path: str, written: Mapping[str, str] | None) -> str:
    """As typed, with its provenance, a choice by its word; empty where nothing was written."""
    if written is None:
        return ""
    entry = entry_at(path.replace("house.", "ways.", 1))
    if path.startswith("build."):
        return written["is"]
    words = dict(entry.choices) if entry is not None and entry.dimension in (CHOICE, FLAG) else {}
    text = words.get(written["is"], written["is"])
    return text if words else f"{text} ({written['from']})"


#: the station whose signature stands on what decides and was read twice
READ_TWICE_AT = "ratings"


def hinders(station: str, findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    """What stands in the way of signing a station off: whatever is refused or unknown there."""
    return tuple(one for one in findings if one.station == station and one.state in (REFUSED, UNKNOWN))
