"""A thing of the catalogue as it is drawn."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.part_drawing import Drawing
from stathmos.core.report.findings import strokes
from stathmos.core.report.writing import Amount, Tree


def part_drawing(drawn: Drawing | None) -> Tree:
    """Outlines, and each dimension with its text."""
    if drawn is None:
        return {"strokes": [], "dimensions": []}
    return {
        "strokes": strokes(drawn.strokes),
        "dimensions": [
            {
                "name": one.name,
                "x1": one.x1,
                "y1": one.y1,
                "x2": one.x2,
                "y2": one.y2,
                "text": Amount(one.long, units.LENGTH),
            }
            for one in drawn.dimensions
        ],
    }
