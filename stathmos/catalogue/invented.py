"""The invented yard as its files have it: bodies and parts for the demo, and for practice, which needs them in every house."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path
from typing import Any

from stathmos.core import rigfile
from stathmos.core.practice.begin import Bodies
from stathmos.core.rig import SECTIONS, entries
from stathmos.core.stock import PARTS, Stock

DATA = Path(__file__).resolve().parents[1] / "demo" / "data"


def listed(name: str) -> list[dict]:
    """One file's rows."""
    return json.loads((DATA / f"{name}.json").read_text("utf-8"))


@cache
def part(kind: str, name: str) -> dict[str, Any] | None:
    """A part as a rig file carries it; None where the yard has none of that name."""
    return next((row for row in listed(kind) if row["name"] == name), None)


@cache
def bodies() -> Bodies:
    """Vehicles and trailers as they would be written down, and the parts of the yard."""
    return Bodies(vehicles=_written("vehicle"), trailers=_written("trailer"), stock=_stock())


def _written(section: str) -> dict[str, dict[str, dict[str, str]]]:
    known = dict(entries(SECTIONS[section]))
    return {
        row["name"]: {f"{section}.{field}": figure for field, figure in row.items() if field in known}
        for row in listed(f"{section}s")
    }


def _stock() -> Stock:
    found = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": {kind: listed(kind) for kind in PARTS}})
    assert not found.problems, found.problems
    return found.stock
