"""What of a vehicle or a trailer of the catalogue contradicts itself: asked about when it is written, and refused never."""

from __future__ import annotations

from stathmos.catalogue.item import CatalogueItem
from stathmos.core.relations import mismatches
from stathmos.core.rig import SECTIONS, Rig


def questions(item: CatalogueItem) -> dict[str, str]:
    """By field, which other figures of the item it does not agree with."""
    section = next((name for name, kind in SECTIONS.items() if kind is item.core), None)
    if section is None:
        return {}
    found = mismatches(Rig(**{section: item.without_texts()}))
    return {path.partition(".")[2]: one.beside(path).text(item.system) for one in found for path in one.figures}
