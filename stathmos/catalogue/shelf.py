"""The catalogue's parts in the core's form."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from stathmos.catalogue.item import CatalogueItem
from stathmos.catalogue.models import KINDS
from stathmos.core.rigfile import Problem, read_part
from stathmos.core.stock import PARTS, Stock

#: a part as a rig took it over: its name and its figures as written
Kept = Mapping[str, Mapping[str, dict]]


def in_the_cores_form(item: CatalogueItem):
    """One item as the core's own class."""
    words = {key: getattr(item, key) for key in ("name", "family") if key in item.core.__dataclass_fields__}
    return item.core(**words, **item.figures())


def parts_on_the_shelf(kept: Kept | None = None) -> Stock:
    """Every part not retired; and the parts that a rig took over, by kind and name, with the figures of that day."""
    offered = Stock(
        **{kind: tuple(map(in_the_cores_form, KINDS[kind].objects.filter(retired=False))) for kind in PARTS}
    )
    return with_kept(offered, kept or {})


def with_kept(offered: Stock, kept: Kept) -> Stock:
    """The parts on offer, with those that a rig took over instead of what the catalogue now has of their name."""
    problems: list[Problem] = []
    listed = {}
    for kind, parts in kept.items():
        taken_over = [read_part(PARTS[kind], entries, kind, problems) for entries in parts.values()]
        listed[kind] = (*(part for part in getattr(offered, kind) if part.name not in parts), *taken_over)
    return replace(offered, **listed)


def as_rig_file_stock(kept: Kept | None = None) -> dict[str, list[dict]]:
    """The same parts as a rig file carries them."""
    return {
        kind: [
            *(
                as_rig_file_part(item)
                for item in KINDS[kind].objects.filter(retired=False)
                if item.name not in (kept or {}).get(kind, {})
            ),
            *(dict(part) for part in (kept or {}).get(kind, {}).values()),
        ]
        for kind in PARTS
    }


def as_rig_file_part(item: CatalogueItem) -> dict:
    """One part as a rig file carries it."""
    words = {"family": item.family} if "family" in item.core.__dataclass_fields__ else {}
    figures = {
        name: {key: text for key, text in entry.items() if key != "system"} for name, entry in item.as_entries().items()
    }
    return {"name": item.name, **words, **figures}
