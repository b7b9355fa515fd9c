"""Findings and the standing verdict, for a report."""

from __future__ import annotations

from dataclasses import asdict

from stathmos.core.answer import Assessment
from stathmos.core.elevation import Elevation
from stathmos.core.finding import Finding
from stathmos.core.outlines import Stroke
from stathmos.core.report.writing import Tree
from stathmos.core.rig import entry_at
from stathmos.core.stock import part_entry


def finding(one: Finding) -> Tree:
    """One thing to say, and what to do about it."""
    return {
        "key": one.key,
        "state": one.state,
        "station": one.station,
        "subject": one.subject,
        "says": one.says,
        "remedy": one.remedy,
        "reads": _to_write(one.reads),
    }


def _to_write(paths: tuple[str, ...]) -> list[str]:
    """Of the figures that would end it those that are written on the rig, and not stamped on a part of the shelf."""
    return [path for path in paths if entry_at(path) is not None and part_entry(path) is None]


def strokes(found: tuple[Stroke, ...]) -> Tree:
    """Outlines, as they are drawn."""
    return [{"kind": one.kind, "x": list(one.x), "y": list(one.y), "closed": one.closed} for one in found]


def elevation(drawn: Elevation) -> Tree:
    """Where everything stands, for the drawing."""

    bodies = {name: strokes(getattr(drawn, name)) for name in ("vehicle_body", "trailer_body", "fittings")}
    return {**asdict(drawn), **bodies, "assumed": list(drawn.assumed)}


def at_a_glance(assessment: Assessment) -> Tree:
    """What one strip on the floor shows: the standing verdict, and the rig to draw."""
    verdict = assessment.verdict
    return {
        "verdict": {
            "state": verdict.state,
            "says": verdict.says,
            "remedy": verdict.remedy,
            "station": verdict.station,
            "more": verdict.more,
            "reads": _to_write(verdict.reads),
            "stages": [{"key": one.key, "name": one.name, "state": one.state} for one in assessment.stages],
        },
        "elevation": elevation(assessment.elevation),
    }
