"""A hitch as it is drawn, as plain data."""

from __future__ import annotations

from dataclasses import asdict

from stathmos.core.hitch_drawing import HitchDrawing
from stathmos.core.report.findings import strokes
from stathmos.core.report.writing import Tree


def hitch_drawing(drawn: HitchDrawing) -> Tree:
    """Outlines, the places that are pointed at, and how it is set beside them; mm."""
    return {
        "strokes": strokes(drawn.strokes),
        "spots": {name: asdict(spot) for name, spot in drawn.spots.items()},
        "labels": [{"x": one.x, "y": one.y, "name": one.name, "says": one.says} for one in drawn.labels],
        "frame": asdict(drawn.frame),
    }
