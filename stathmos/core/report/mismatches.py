"""Figures that contradict each other, for a person to settle: what is written, what may have been misread, and the answer "as read"."""

from __future__ import annotations

from stathmos.core.figures import Given
from stathmos.core.relations import Mismatch, Slip
from stathmos.core.relations.slips import as_digits
from stathmos.core.report.writing import Tree
from stathmos.core.rig import name_at
from stathmos.core.units import write_exact


def mismatch(one: Mismatch) -> Tree:
    """One mismatch, with the entries that each answer to it writes."""
    return {
        "key": one.key,
        "says": one.says,
        "likelier": one.likelier,
        "figures": [{"path": path, "name": name_at(path)} for path in one.figures],
        "slips": [{"says": one.asks(slip), "writes": _writes(one, slip)} for slip in one.slips],
        "as_read": [
            {"path": f"answers.{key}.as_read", "is": text, "system": "us"} for key, text in one.answers.items()
        ],
    }


def _writes(one: Mismatch, slip: Slip) -> Tree:
    """Each figure as it would be typed, in the unit in which it was."""
    written = []
    for path, value in slip.writes.items():
        given = one.figures[path]
        system = _typed_in(given)
        written.append({"path": path, "is": write_exact(value, given.dimension, system), "system": system})
    return written


def _typed_in(given: Given) -> str:
    read = as_digits(given)
    return "metric" if read is not None and read.unit in (1.0, 10.0) else "us"


def at_their_places(asked: tuple[Mismatch, ...]) -> list[Tree]:
    """What is said where each of the figures is typed."""
    return [{"place": path, "says": one.beside(path)} for one in asked for path in one.figures]
