"""A file that was written out, read again: its rows, each with its line, and everything about them that can be looked at alone."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from stathmos.catalogue.cells import as_it_was
from stathmos.record.whole import HEADER, LABELS, fields_of, is_text


class NotReadable(Exception):
    """A file that is not what was written out; ``says`` where and why."""

    def __init__(self, says: str) -> None:
        super().__init__(says)
        self.says = says


@dataclass(frozen=True)
class Row:
    """One row of the database as it was written out, and the line of the file that it stands in."""

    line: int
    label: str
    fields: dict[str, Any]

    def wrong(self, says: str) -> NotReadable:
        """The refusal of the whole file for this row's sake."""
        return NotReadable(f"Line {self.line}: {says}")


#: what files of before do not have, and what it then is
ADDED: dict[str, dict[str, Any]] = {"rigs.reading": {"moment": 0}}


def read(text: str, form: str) -> list[Row]:
    """The rows of a file; raises `NotReadable` with the line that is wrong."""
    found = _read_csv(text) if form == "csv" else _read_lines(text)
    return [_checked(line, row) for line, row in found]


def _read_lines(text: str) -> Iterator[tuple[int, object]]:
    begun = False
    for number, line in enumerate(text.split("\n"), 1):
        if not line.strip():
            continue
        try:
            row = json.loads(line, parse_constant=_no_constant)
        except (ValueError, RecursionError) as error:
            raise NotReadable(f"Line {number} is no JSON.") from error
        if begun:
            yield number, row
        elif row != HEADER:
            break
        begun = True
    if not begun:
        raise NotReadable("The first line says what it is: this is no record of Stathmos, or of another version.")


def _no_constant(text: str) -> float:
    raise ValueError(text)


def _read_csv(text: str) -> Iterator[tuple[int, object]]:
    table = csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline=""), strict=True)
    names: list[str] | None = None
    try:
        for cells in table:
            if names is None:
                if cells[:1] != ["model"]:
                    break
                names = cells[1:]
                continue
            yield table.line_num, _from_cells(table.line_num, names, [as_it_was(cell) for cell in cells])
    except csv.Error as error:
        raise NotReadable(f"This is no table: {error}, at line {table.line_num}.") from error
    if names is None:
        raise NotReadable("The first column of the header is “model”: this is no record of Stathmos.")


def _from_cells(line: int, names: list[str], cells: list[str]) -> dict:
    label = cells[0] if cells else ""
    if label not in LABELS or len(cells) != len(names) + 1:
        raise NotReadable(f"Line {line}: “{label[:40]}” is nothing that travels, or a cell is wanting.")
    known = dict(zip(names, cells[1:], strict=True))
    fields = {name: _value(line, label, name, known[name]) for name in fields_of(LABELS[label]) if name in known}
    return {"model": label, "fields": fields}


def _value(line: int, label: str, name: str, cell: str) -> Any:
    if is_text(label, name):
        return cell
    if not cell and name in ADDED.get(label, {}):
        return ADDED[label][name]
    try:
        return json.loads(cell, parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        raise NotReadable(f"Line {line}, column {name}: “{cell[:40]}” cannot be read.") from error


def _checked(line: int, row: object) -> Row:
    """Only what travels, with just its own fields: a file cannot make a manager's password or reach another table."""
    if not isinstance(row, dict) or set(row) != {"model", "fields"} or not isinstance(row["fields"], dict):
        raise NotReadable(f"Line {line}: every line has a model and its fields.")
    label = row["model"]
    if not isinstance(label, str) or label not in LABELS:
        raise NotReadable(f"Line {line}: “{str(label)[:40]}” is nothing that travels.")
    fields = {**ADDED.get(label, {}), **row["fields"]}
    wrong = set(fields) ^ set(fields_of(LABELS[label]))
    if wrong:
        raise NotReadable(f"Line {line}: the field “{sorted(wrong)[0][:40]}” is wanting, or is none.")
    return Row(line, label, fields)
