"""The catalogue as CSV (docs/catalogue-csv.md): written out, and read in as a plan that changes nothing yet."""

from __future__ import annotations

import copy
import csv
import difflib
import hashlib
import io
from dataclasses import dataclass, field

from stathmos.catalogue.cells import as_it_was, harmless
from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS
from stathmos.catalogue.questions import questions
from stathmos.catalogue.reading import read_item

MOST_ROWS = 5000
LONGEST_CELL = 400
MOST_COLUMNS = 200
#: of a column's name so much is looked at
LOOKED_AT = 60


def columns(kind: type[CatalogueItem]) -> list[str]:
    """The header: name, family where the kind has one, units, whether retired, then every figure."""
    family = ["family"] if "family" in kind.core.__dataclass_fields__ else []
    return ["name", *family, "system", "retired", *kind.described()]


def as_row(item: CatalogueItem) -> dict[str, str]:
    """One item by column; an unknown figure is an empty cell."""
    written = {name: entry["is"] for name, entry in item.all_entries().items()}
    own = {"name": item.name, "family": getattr(item, "family", ""), "system": item.system}
    own["retired"] = "yes" if item.retired else "no"
    return {column: own.get(column, written.get(column, "")) for column in columns(type(item))}


def written_out(kind: str) -> str:
    """Every item of a kind, retired ones too, by name."""
    model = KINDS[kind]
    out = io.StringIO(newline="")
    table = csv.DictWriter(out, columns(model), lineterminator="\r\n")
    table.writeheader()
    for item in model.objects.order_by("name"):
        table.writerow({column: harmless(cell) for column, cell in as_row(item).items()})
    return out.getvalue()


@dataclass(frozen=True)
class Cell:
    """One figure that would change."""

    column: str
    before: str
    after: str


@dataclass(frozen=True)
class RowProblem:
    """What cannot be read, with its row as a spreadsheet counts them (the header is 1) and its column."""

    row: int
    column: str
    says: str


@dataclass
class Plan:
    """What a table would do. Nothing is changed by making one."""

    added: list[dict] = field(default_factory=list)
    changed: list[tuple[CatalogueItem, dict, list[Cell]]] = field(default_factory=list)
    same: int = 0
    problems: list[RowProblem] = field(default_factory=list)
    #: figures of one row that do not agree: read again, they may still be so
    questions: list[RowProblem] = field(default_factory=list)
    seal: str = ""


def plan(kind: str, text: str) -> Plan:
    """Read a table against the catalogue as it stands; every bad row and cell is listed."""
    model, made = KINDS[kind], Plan()
    made.seal = hashlib.sha256((written_out(kind) + "\0" + text).encode()).hexdigest()
    rows = _rows(model, text, made.problems)
    there = {item.name: item for item in model.objects.all()}
    seen: dict[str, int] = {}
    for number, row in rows:
        if len(made.problems) > 500:
            made.problems.append(RowProblem(number, "", "More is wrong than can be listed; mend these first."))
            break
        read = _read(model, number, row, made.problems, seen)
        if read is None:
            continue
        item = there.get(read["name"])
        if item is None:
            made.added.append(read)
            made.questions += _questions(number, model(**read))
            continue
        changes, cells = _differences(item, read, row)
        if cells:
            made.changed.append((item, changes, cells))
            made.questions += _questions(number, _with(item, changes))
        else:
            made.same += 1
    return made


def _with(item: CatalogueItem, changes: dict) -> CatalogueItem:
    """A copy of an item as it would be."""
    after = copy.copy(item)
    for name, value in changes.items():
        setattr(after, name, value)
    return after


def _questions(number: int, item: CatalogueItem) -> list[RowProblem]:
    """What of a row contradicts itself, at each of the figures."""
    return [RowProblem(number, column, says) for column, says in questions(item).items()]


def _rows(model: type[CatalogueItem], text: str, problems: list[RowProblem]) -> list[tuple[int, dict[str, str]]]:
    """The rows under the header, empty ones left out."""
    known = columns(model)
    try:
        plain = text.removeprefix("\ufeff")
        table = list(csv.reader(io.StringIO(plain, newline=""), delimiter=_parted_by(plain), strict=True))
    except csv.Error as error:
        problems.append(RowProblem(1, "", f"This is no table of comma-separated values: {error}."))
        return []
    header = [cell.strip() for cell in table[0]] if table else []
    if len(header) > MOST_COLUMNS:
        problems.append(RowProblem(1, "", f"At most {MOST_COLUMNS} columns; this has {len(header)}."))
        return []
    if "name" not in header:
        problems.append(
            RowProblem(
                1,
                "name",
                "The first row must name the columns, “name” among them; cells are parted by commas, semicolons or tabs.",
            )
        )
        return []
    for column in header:
        if column not in known:
            near = difflib.get_close_matches(column[:LOOKED_AT], known, 1)
            problems.append(
                RowProblem(
                    1, column[:LOOKED_AT], "There is no such column." + (f" Is “{near[0]}” meant?" if near else "")
                )
            )
        elif header.count(column) > 1:
            problems.append(RowProblem(1, column, "This column stands twice."))
    if problems:
        return []
    if len(table) > MOST_ROWS + 1:
        problems.append(RowProblem(MOST_ROWS + 2, "", f"At most {MOST_ROWS} rows at a time."))
        return []
    found = []
    for number, cells in enumerate(table[1:], start=2):
        if not any(cell.strip() for cell in cells):
            continue
        if len(cells) != len(header):
            problems.append(RowProblem(number, "", f"It has {len(cells)} cells, and the header {len(header)}."))
            continue
        found.append((number, dict(zip(header, (as_it_was(cell.strip()) for cell in cells), strict=True))))
    return found


def _parted_by(text: str) -> str:
    """What parts the cells: a spreadsheet whose decimals have commas writes semicolons."""
    header = text.partition("\n")[0]
    return max((",", ";", "\t"), key=header.count)


def _read(model, number: int, row: dict[str, str], problems: list[RowProblem], seen: dict[str, int]) -> dict | None:
    """The columns of one row; None where something in it is wrong."""
    wrong = [
        RowProblem(number, column, "Longer than a figure can be.")
        for column, cell in row.items()
        if len(cell) > LONGEST_CELL
    ]
    retired = row.get("retired", "") or "no"
    if retired not in ("yes", "no"):
        wrong.append(RowProblem(number, "retired", "Write yes or no."))
    texts = {name: cell for name, cell in row.items() if name in model.described()}
    read = read_item(model, row.get("name", ""), row.get("family", ""), row.get("system", "") or "us", texts)
    wrong += [RowProblem(number, column, says) for column, says in read.problems.items()]
    name = read.columns["name"]
    if name in seen:
        wrong.append(RowProblem(number, "name", f"Row {seen[name]} has this name too."))
    seen.setdefault(name, number)
    problems += wrong
    if wrong:
        return None
    # A column that the table leaves out stays as it is.
    named = {column: value for column, value in read.columns.items() if column in ("name", "system", "absent", *row)}
    return {**named, "retired": retired == "yes"} if "retired" in row else named


def _differences(item: CatalogueItem, read: dict, row: dict[str, str]) -> tuple[dict, list[Cell]]:
    """The columns that a row would change, and how they read; a cell that says what the catalogue says is no change."""
    now, changes, cells = as_row(item), {}, []
    written = {name: value for name, value in read.items() if name != "absent"}
    for column, value in written.items():
        stood = getattr(item, column)
        as_it_reads = row.get(column, now[column]) == now[column] and column != "system"
        near = isinstance(value, float) and isinstance(stood, float) and abs(value - stood) < 1e-6
        if value == stood or near or as_it_reads:
            continue
        changes[column] = value
        cells.append(Cell(column, now[column], row[column]))
    absent = sorted({*read["absent"], *(name for name in item.absent if name not in row)})
    if absent != sorted(item.absent):
        changes["absent"] = absent
        told = {cell.column for cell in cells}
        cells += [Cell(name, now[name], row[name]) for name in sorted({*absent} ^ {*item.absent}) if name not in told]
    return changes, cells
