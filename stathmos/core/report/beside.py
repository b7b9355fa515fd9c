"""Rigs side by side, as they are shown."""

from __future__ import annotations

from collections.abc import Sequence

from stathmos.core.beside import Side, rows
from stathmos.core.report.findings import at_a_glance
from stathmos.core.report.writing import Tree


def beside(sides: Sequence[Side]) -> Tree:
    """Each with its verdict and drawing, and everything compared."""
    return {
        "sides": [{"key": one.key, "name": one.name, **at_a_glance(one.assessment)} for one in sides],
        "rows": [
            {
                "key": row.key,
                "name": row.name,
                "differs": row.differs,
                "cells": [{"says": cell.says, "state": cell.state, "share": cell.share} for cell in row.cells],
            }
            for row in rows(sides)
        ],
    }
