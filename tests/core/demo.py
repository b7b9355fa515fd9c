"""The demo's rigs as the core reads them, without a database: picked from the catalogue's data, at every stage they went through."""

from __future__ import annotations

import json
from collections.abc import Iterator
from functools import cache
from pathlib import Path

from stathmos.core import rigfile
from stathmos.core.rig import SECTIONS, entries
from stathmos.core.rigfile import RigFile
from stathmos.core.stock import PARTS, Stock

DATA = Path(__file__).resolve().parents[2] / "stathmos" / "demo" / "data"


@cache
def listed(name: str) -> list[dict]:
    return json.loads((DATA / f"{name}.json").read_text("utf-8"))


@cache
def stock() -> Stock:
    """The demo's whole shelf."""
    parts = {kind: listed(kind) for kind in PARTS}
    found = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": parts})
    assert not found.problems, found.problems
    return found.stock


def _picked(section: str, name: str) -> dict[str, dict[str, str]]:
    known = dict(entries(SECTIONS[section]))
    row = next(one for one in listed(f"{section}s") if one["name"] == name)
    return {f"{section}.{field}": figure for field, figure in row.items() if field in known}


def begun(customer: str) -> dict[str, dict[str, str]]:
    """What the advisor wrote first."""
    row = next(one for one in listed("rigs") if one["customer"] == customer)
    written = {**_picked("vehicle", row["vehicle"]), **_picked("trailer", row["trailer"]), **row["entries"]}
    return {path: entry for path, entry in written.items() if path not in row.get("without", [])}


def rigs() -> Iterator[tuple[str, RigFile]]:
    """Each rig by name, and anew after each time that somebody wrote to it."""
    for row in listed("rigs"):
        written = begun(row["customer"])
        yield row["customer"], rigfile.read_entries(written, stock())
        for number, (_, then) in enumerate(row.get("then", []), 1):
            written = written_over(written, then)
            yield f"{row['customer']}, {number}", rigfile.read_entries(written, stock())
    for row in listed("bay"):
        written = begun(row["like"])
        for number, step in enumerate(row["steps"]):
            if "entries" in step:
                written = written_over(written, step["entries"])
                yield f"{row['customer']}, {number}", rigfile.read_entries(written, stock())


def written_over(
    written: dict[str, dict[str, str]], more: dict[str, dict[str, str] | None]
) -> dict[str, dict[str, str]]:
    """The same with more written; nothing takes a figure back."""
    return {path: entry for path, entry in {**written, **more}.items() if entry}
