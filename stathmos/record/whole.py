"""Everything, or one rig with all its history, as JSON lines or CSV; and back again, exactly.

Each line is one row of the database as Django's own serializer writes it, by natural keys
instead of numbers: people by name, rigs by their mark. Passwords and sign-ins stay here.
A CSV holds the same rows, a column for each field, texts as they are and all else as JSON.
"""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator
from typing import Any

from django.core import serializers
from django.db import models

from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.handover.models import Card
from stathmos.house.models import HouseRules
from stathmos.people.models import Person
from stathmos.rigs.models import Reading, ReserveWaiver, Rig, SignOff

FORMATS = ("jsonl", "csv")
VERSION = 1
#: of a person only this leaves the house
PERSON_FIELDS = ("username", "first_name", "last_name", "role")
OF_A_RIG: tuple[type[models.Model], ...] = (Reading, SignOff, ReserveWaiver, Card)
#: every model that travels, in the order in which they can be put in; catalogue changes name their item by kind and name
MODELS: tuple[type[models.Model], ...] = (Person, *KINDS.values(), ItemChange, HouseRules, Rig, *OF_A_RIG)
LABELS = {model._meta.label_lower: model for model in MODELS}
HEADER = {"stathmos_record": VERSION}


class NotReadable(Exception):
    """A file that is not what was written out; ``says`` where and why."""

    def __init__(self, says: str) -> None:
        super().__init__(says)
        self.says = says


def _fields(model: type[models.Model]) -> list[str]:
    if model is Person:
        return list(PERSON_FIELDS)
    left_out = {"id", "item"} if model is ItemChange else {"id"}
    return [field.name for field in model._meta.concrete_fields if field.name not in left_out]


def _rows_of(query: models.QuerySet) -> Iterator[dict]:
    model = query.model
    told = serializers.serialize(
        "python", query.order_by("pk").iterator(), fields=_fields(model),
        use_natural_foreign_keys=True, use_natural_primary_keys=True,
    )  # fmt: skip
    for row in told:
        yield {"model": row["model"], "fields": {name: _plain(value) for name, value in row["fields"].items()}}


def _plain(value: Any) -> Any:
    """As JSON holds it: times to the microsecond in ISO form, keys as lists."""
    if hasattr(value, "isoformat"):
        return value.isoformat()
    if isinstance(value, tuple):
        return list(value)
    return value if isinstance(value, (str, int, float, bool, list, dict, type(None))) else str(value)


def everything() -> Iterator[dict]:
    """Every row of the house."""
    for model in MODELS:
        yield from _rows_of(model._default_manager.all())


def one_rig(rig: Rig) -> Iterator[dict]:
    """A rig, its earlier visits, all their history, and the people who wrote it."""
    visits = [rig]
    while visits[-1].previous is not None:
        visits.append(visits[-1].previous)
    rigs = Rig.objects.filter(pk__in=[one.pk for one in visits])
    parts = [model._default_manager.filter(rig__in=rigs) for model in OF_A_RIG]
    people = {one.advisor_id for one in visits}
    for query in parts:
        by = next(field.name for field in query.model._meta.concrete_fields if field.related_model is Person)
        people |= set(query.values_list(f"{by}_id", flat=True))
    yield from _rows_of(Person.objects.filter(pk__in=people))
    for query in (rigs, *parts):
        yield from _rows_of(query)


def written(rows: Iterable[dict], form: str) -> str:
    """The rows as a file."""
    if form == "csv":
        return _csv(list(rows))
    return "".join(json.dumps(row, ensure_ascii=False, sort_keys=True) + "\n" for row in (HEADER, *rows))


def _csv(rows: list[dict]) -> str:
    names = sorted({name for row in rows for name in row["fields"]})
    out = io.StringIO(newline="")
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(["model", *names])
    for row in rows:
        table.writerow([row["model"], *(_cell(row["model"], name, row["fields"]) for name in names)])
    return out.getvalue()


def _is_text(label: str, name: str) -> bool:
    field = LABELS[label]._meta.get_field(name)
    return (
        isinstance(field, (models.CharField, models.TextField, models.DateField, models.UUIDField)) and not field.null
    )


def _cell(label: str, name: str, fields: dict) -> str:
    if name not in fields:
        return ""
    if _is_text(label, name):
        return fields[name]
    return json.dumps(fields[name], ensure_ascii=False, sort_keys=True)


#: what files of before do not have, and what it then is
ADDED: dict[str, dict[str, Any]] = {"rigs.reading": {"moment": 0}}


def read(text: str, form: str) -> list[dict]:
    """The rows of a file; raises `NotReadable` with the line that is wrong."""
    rows = _read_csv(text) if form == "csv" else _read_lines(text)
    for number, row in enumerate(rows, 2):
        _check(number, row)
    return rows


def _read_lines(text: str) -> list[dict]:
    rows = []
    for number, line in enumerate(text.split("\n"), 1):
        if not line.strip():
            continue
        try:
            rows.append(json.loads(line, parse_constant=_no_constant))
        except (ValueError, RecursionError) as error:
            raise NotReadable(f"Line {number} is no JSON.") from error
    if not rows or rows[0] != HEADER:
        raise NotReadable("The first line says what it is: this is no record of Stathmos, or of another version.")
    return rows[1:]


def _no_constant(text: str) -> float:
    raise ValueError(text)


def _read_csv(text: str) -> list[dict]:
    try:
        table = list(csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline=""), strict=True))
    except csv.Error as error:
        raise NotReadable(f"This is no table: {error}.") from error
    if not table or table[0][:1] != ["model"]:
        raise NotReadable("The first column of the header is “model”: this is no record of Stathmos.")
    names, rows = table[0][1:], []
    for number, cells in enumerate(table[1:], 2):
        label = cells[0] if cells else ""
        if label not in LABELS or len(cells) != len(names) + 1:
            raise NotReadable(f"Row {number}: “{label[:40]}” is nothing that travels, or a cell is wanting.")
        known = dict(zip(names, cells[1:], strict=True))
        rows.append(
            {
                "model": label,
                "fields": {
                    name: _value(number, label, name, known[name]) for name in _fields(LABELS[label]) if name in known
                },
            }
        )
    return rows


def _value(number: int, label: str, name: str, cell: str) -> Any:
    if _is_text(label, name):
        return cell
    try:
        return json.loads(cell, parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        raise NotReadable(f"Row {number}, column {name}: “{cell[:40]}” cannot be read.") from error


def _check(number: int, row: object) -> None:
    """Only what travels, with just its own fields: a file cannot make a manager's password or reach another table."""
    if not isinstance(row, dict) or set(row) != {"model", "fields"} or not isinstance(row["fields"], dict):
        raise NotReadable(f"Line {number}: every line has a model and its fields.")
    if row["model"] not in LABELS:
        raise NotReadable(f"Line {number}: “{str(row['model'])[:40]}” is nothing that travels.")
    for name, value in ADDED.get(row["model"], {}).items():
        row["fields"].setdefault(name, value)
    wrong = set(row["fields"]) ^ set(_fields(LABELS[row["model"]]))
    if wrong:
        raise NotReadable(f"Line {number}: the field “{sorted(wrong)[0][:40]}” is wanting, or is none.")
