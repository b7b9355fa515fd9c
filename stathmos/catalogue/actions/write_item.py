"""Add an item to the catalogue, edit one, retire one or offer it again. Only a manager does."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from django.db import transaction

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS, ItemChange
from stathmos.catalogue.reading import read_item
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import require

ADDED, EDITED, RETIRED, OFFERED = "added", "edited", "retired", "offered"


class NotKept(Exception):
    """Nothing was written; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not kept")
        self.problems = problems


class StaleItem(Exception):
    """Somebody else edited the item in between; ``item`` is how it stands now."""

    def __init__(self, item: CatalogueItem) -> None:
        super().__init__("stale")
        self.item = item


@dataclass(frozen=True)
class Written:
    """An item as somebody wrote it."""

    name: str
    family: str
    system: str
    texts: Mapping[str, object]


@tried_again
def add_item(person: Person, kind: str, written: Written) -> CatalogueItem:
    """A new item."""
    require(person, "keep_catalogue")
    with transaction.atomic():
        columns = _columns(kind, written, None)
        item = KINDS[kind].objects.create(**columns)
        log(person, kind, item, ADDED)
    return item


@tried_again
def edit_item(person: Person, kind: str, pk: int, version: int, written: Written) -> CatalogueItem:
    """An item written anew, if it still stands at ``version``. Rigs keep the figures they were built on."""
    require(person, "keep_catalogue")
    with transaction.atomic():
        item = _locked(kind, pk, version)
        for name, value in _columns(kind, written, item).items():
            setattr(item, name, value)
        item.version += 1
        item.save()
        log(person, kind, item, EDITED)
    return item


@tried_again
def retire_item(person: Person, kind: str, pk: int, version: int, retired: bool) -> CatalogueItem:
    """An item no longer offered, or offered again."""
    require(person, "keep_catalogue")
    with transaction.atomic():
        item = _locked(kind, pk, version)
        item.retired = retired
        item.version += 1
        item.save()
        log(person, kind, item, RETIRED if retired else OFFERED)
    return item


def log(person: Person, kind: str, item: CatalogueItem, what: str) -> None:
    """One line in the catalogue's history."""
    entries = {name: entry["is"] for name, entry in item.all_entries().items()}
    ItemChange.objects.create(kind=kind, item=item.pk, name=item.name, what=what, entries=entries, changed_by=person)


def _locked(kind: str, pk: int, version: int) -> CatalogueItem:
    item = KINDS[kind].objects.select_for_update().get(pk=pk)
    if item.version != version:
        raise StaleItem(item)
    return item


def _columns(kind: str, written: Written, item: CatalogueItem | None) -> dict[str, object]:
    read = read_item(KINDS[kind], written.name, written.family, written.system, written.texts)
    problems = dict(read.problems)
    others = KINDS[kind].objects.filter(name=read.columns["name"])
    if item is not None:
        others = others.exclude(pk=item.pk)
    if others.exists():
        problems["name"] = "Another one has this name."
    if item is not None and not problems:
        _keep_exact(item, read.columns, written)
    if problems:
        raise NotKept(problems)
    return read.columns


def _keep_exact(item: CatalogueItem, columns: dict[str, object], written: Written) -> None:
    """A figure written as it already reads stays the very same: texts show a millionth of a unit and no more."""
    for name, entry in item.all_entries().items():
        if written.texts.get(name) == entry["is"] and written.system == item.system:
            columns[name] = getattr(item, name)
