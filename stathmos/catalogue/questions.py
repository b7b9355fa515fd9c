"""What of a vehicle, a trailer or a kit of the catalogue contradicts itself: asked about when it is written, and refused never."""

from __future__ import annotations

from stathmos.catalogue.item import CatalogueItem
from stathmos.core.kit_questions import kit_questions
from stathmos.core.relations import mismatches
from stathmos.core.rig import SECTIONS, Rig
from stathmos.core.stock import Kit


def questions(item: CatalogueItem) -> dict[str, str]:
    """By field, which other figures of the item it does not agree with."""
    if item.core is Kit:
        return kit_questions(item.without_texts())
    section = next((name for name, kind in SECTIONS.items() if kind is item.core), None)
    if section is None:
        return {}
    found = mismatches(Rig(**{section: item.without_texts()}))
    return {path.partition(".")[2]: one.beside(path).text(item.system) for one in found for path in one.figures}
