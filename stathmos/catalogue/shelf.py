"""The catalogue's parts in the core's form, kept in memory from one edition to the next."""

from __future__ import annotations

import uuid
from collections.abc import Collection, Mapping
from dataclasses import replace
from functools import lru_cache
from typing import Any

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS
from stathmos.catalogue.models.edition import CATALOGUE, editions
from stathmos.core import stamps
from stathmos.core.rigfile import Problem, read_part
from stathmos.core.stock import PARTS, Stock

#: a part as a rig took it over: its name and its figures as written
Kept = Mapping[str, Mapping[str, dict]]


class Shelf:
    """One edition of the parts: those on offer as the core has them, and each, retired or not, as a rig file carries it."""

    def __init__(self) -> None:
        self.items = {kind: {item.name: item for item in KINDS[kind].objects.all()} for kind in PARTS}
        self._written: dict[tuple[str, str], dict[str, Any]] = {}
        self.stock = Stock(
            **{
                kind: tuple(one.in_core() for one in items.values() if not one.retired)
                for kind, items in self.items.items()
            }
        )

    def part(self, kind: str, name: str) -> dict[str, Any] | None:
        """A part as a rig file carries it; None where the catalogue has none of that name."""
        item = self.items.get(kind, {}).get(name)
        if item is None:
            return None
        if (kind, name) not in self._written:
            self._written[kind, name] = as_rig_file_part(item)
        return self._written[kind, name]

    def with_kept(self, kept: Kept, answers: Collection[str] = ()) -> Stock:
        """The parts on offer, with those that a rig took over instead of what the catalogue now has of their name.

        Of a rating that the catalogue lowered since then the lower one rules, unless ``answers`` has that the stamp was read.
        """
        problems: list[Problem] = []
        listed = {}
        for kind, parts in kept.items():
            taken_over = [read_part(PARTS[kind], entries, kind, problems) for entries in parts.values()]
            found = ((part, self._lowered(kind, part)) for part in taken_over)
            taken_over = [
                part if less is None or less.answer in answers else stamps.at_the_lower(part, less)
                for part, less in found
            ]
            listed[kind] = (*(part for part in getattr(self.stock, kind) if part.name not in parts), *taken_over)
        return replace(self.stock, **listed)

    def lowered(self, kept: Kept) -> list[tuple[str, stamps.Lowered]]:
        """The parts that a rig took over and of which the catalogue lowered a rating since, each with its kind."""
        parts = ((kind, read_part(PARTS[kind], one, kind, [])) for kind, many in kept.items() for one in many.values())
        return [(kind, found) for kind, part in parts if (found := self._lowered(kind, part)) is not None]

    def _lowered(self, kind: str, part: Any) -> stamps.Lowered | None:
        item = self.items.get(kind, {}).get(part.name)
        return None if item is None else stamps.lowered(part, item.in_core())

    def as_rig_file_stock(self, kept: Kept) -> dict[str, list[dict]]:
        """The same parts as a rig file carries them."""
        return {
            kind: [
                *(self.part(kind, one.name) for one in items.values() if not one.retired and one.name not in kept.get(kind, {})),
                *(dict(part) for part in kept.get(kind, {}).values()),
            ]
            for kind, items in self.items.items()
        }  # fmt: skip


@lru_cache(maxsize=2)
def _shelf_of(mark: uuid.UUID) -> Shelf:
    return Shelf()


def shelf(marks: Mapping[str, uuid.UUID] | None = None) -> Shelf:
    """The edition in force. ``marks``: those of `editions`, where the caller has read them.

    A catalogue that no verb has written to yet has no edition, and is read each time.
    """
    mark = (editions() if marks is None else marks).get(CATALOGUE)
    return Shelf() if mark is None else _shelf_of(mark)


def as_rig_file_part(item: CatalogueItem) -> dict[str, Any]:
    """One part as a rig file carries it."""
    words = {"family": item.family} if "family" in item.core.__dataclass_fields__ else {}
    figures = {
        name: {key: text for key, text in entry.items() if key != "system"} for name, entry in item.as_entries().items()
    }
    return {"name": item.name, **words, **figures}
