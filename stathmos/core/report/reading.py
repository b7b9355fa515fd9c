"""What to go and read, as plain data."""

from __future__ import annotations

from stathmos.core.answer import Assessment
from stathmos.core.report.writing import Tree

MOST = 12


def to_read(assessment: Assessment) -> list[Tree]:
    """The most decisive figures to go and read, first things first."""
    return [
        {
            "path": one.path,
            "name": one.name,
            "read_at": one.read_at,
            "why": one.why,
            "now": one.now,
            "decides": list(one.decides),
        }
        for one in assessment.walk[:MOST]
    ]
