"""Everything, or one rig with all its history, as JSON lines or CSV, in pieces as it is read from the database.

Each line is one row of the database, by natural keys instead of numbers: people by name, rigs
by their mark. Passwords and sign-ins stay here. A CSV holds the same rows, a column for each
field, texts as they are and all else as JSON. `record.arriving` reads both again.
"""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator
from functools import cache
from typing import Any

from django.db import connection, models, transaction

from stathmos.catalogue.cells import harmless
from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.handover.models import Card
from stathmos.house.models import HouseRules
from stathmos.people.models import Person
from stathmos.rigs.models import Arrival, Reading, ReserveWaiver, Rig, SignOff
from stathmos.sale.models import Sheet

FORMATS = ("jsonl", "csv")
VERSION = 1
#: of a person only this leaves the house
PERSON_FIELDS = ("username", "first_name", "last_name", "role")
OF_A_RIG: tuple[type[models.Model], ...] = (Reading, SignOff, ReserveWaiver, Card, Sheet, Arrival)
#: every model that travels, in the order in which they can be put in; catalogue changes name their item by kind and name
MODELS: tuple[type[models.Model], ...] = (Person, *KINDS.values(), ItemChange, HouseRules, Rig, *OF_A_RIG)
LABELS = {model._meta.label_lower: model for model in MODELS}
HEADER = {"stathmos_record": VERSION}
#: rows read from the database at a time
AT_A_TIME = 1000


def fields_of(model: type[models.Model]) -> list[str]:
    """What of a row travels."""
    if model is Person:
        return list(PERSON_FIELDS)
    left_out = {"id", "item"} if model is ItemChange else {"id", "sought", "stamp", "practice"}
    return [field.name for field in model._meta.concrete_fields if field.name not in left_out]


class _Keys:
    """Natural keys of people and rigs by their numbers, read once."""

    def __init__(self) -> None:
        self._people = dict(Person.objects.values_list("pk", "username"))
        self._rigs = dict(Rig.objects.values_list("pk", "mark"))

    def of(self, field: models.ForeignKey, number: int | None) -> list[str] | None:
        if number is None:
            return None
        known = self._people if field.related_model is Person else self._rigs
        return [str(known[number])]


def _rows_of(query: models.QuerySet, keys: _Keys) -> Iterator[dict]:
    """The rows of a query, a thousand at a time and by key: none is held longer than it takes to write it."""
    model = query.model
    fields = [model._meta.get_field(name) for name in fields_of(model)]
    last = 0
    while rows := list(query.filter(pk__gt=last).order_by("pk")[:AT_A_TIME]):
        for row in rows:
            yield {
                "model": model._meta.label_lower,
                "fields": {
                    field.name: keys.of(field, getattr(row, field.attname))
                    if isinstance(field, models.ForeignKey)
                    else _plain(getattr(row, field.attname))
                    for field in fields
                },
            }
        last = rows[-1].pk


def _plain(value: Any) -> Any:
    """As JSON holds it: times to the microsecond in ISO form."""
    if hasattr(value, "isoformat"):
        return value.isoformat()
    return value if isinstance(value, (str, int, float, bool, list, dict, type(None))) else str(value)


def everything() -> Iterator[dict]:
    """Every row of the house as it stands at one moment, while others go on writing."""
    if not connection.in_atomic_block:
        with connection.cursor() as cursor:
            cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
    with transaction.atomic():
        keys = _Keys()
        for model in MODELS:
            yield from _rows_of(real(model), keys)


def real(model: type[models.Model]) -> models.QuerySet:
    """The rows of a model that are of the house's real work."""
    rows = model._default_manager.all()
    return rows.filter(rig__practice=False) if model in OF_A_RIG else rows


def one_rig(rig: Rig) -> Iterator[dict]:
    """A rig, its earlier visits, all their history, and the people who wrote it."""
    visits: dict[int, Rig] = {}
    one: Rig | None = rig
    while one is not None and one.pk not in visits:
        visits[one.pk] = one
        one = one.previous
    rigs, keys = Rig.objects.filter(pk__in=visits), _Keys()
    parts = [model._default_manager.filter(rig__in=list(visits)) for model in OF_A_RIG]
    people = {one.advisor_id for one in visits.values()}
    for query in parts:
        by = next(field.attname for field in query.model._meta.concrete_fields if field.related_model is Person)
        people |= set(query.values_list(by, flat=True))
    for query in (Person.objects.filter(pk__in=people), rigs, *parts):
        yield from _rows_of(query, keys)


def written(rows: Iterable[dict], form: str) -> Iterator[str]:
    """The rows as a file, line after line."""
    return _csv(rows) if form == "csv" else _lines(rows)


def _lines(rows: Iterable[dict]) -> Iterator[str]:
    yield json.dumps(HEADER) + "\n"
    for row in rows:
        yield json.dumps(row, ensure_ascii=False, sort_keys=True) + "\n"


def _csv(rows: Iterable[dict]) -> Iterator[str]:
    names = sorted({name for model in MODELS for name in fields_of(model)})
    out = io.StringIO(newline="")
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(["model", *names])
    place = {name: number for number, name in enumerate(names, 1)}
    for row in rows:
        cells = [row["model"]] + [""] * len(names)
        for name, value in row["fields"].items():
            cells[place[name]] = harmless(_cell(row["model"], name, value))
        table.writerow(cells)
        yield out.getvalue()
        out.seek(0)
        out.truncate()
    yield out.getvalue()


@cache
def is_text(label: str, name: str) -> bool:
    """Whether a field is written into its cell as it is."""
    field = LABELS[label]._meta.get_field(name)
    return (
        isinstance(field, (models.CharField, models.TextField, models.DateField, models.UUIDField)) and not field.null
    )


def _cell(label: str, name: str, value: Any) -> str:
    return value if is_text(label, name) else json.dumps(value, ensure_ascii=False, sort_keys=True)
