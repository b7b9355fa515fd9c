"""The label round as its screen shows it."""

from __future__ import annotations

from collections.abc import Sequence

from stathmos.core.entry import DATUMS
from stathmos.core.label_round import Stop
from stathmos.core.relations import Mismatch
from stathmos.core.report.bay import question
from stathmos.core.report.writing import Tree


def label_round(stops: Sequence[Stop], asked: Sequence[Mismatch]) -> Tree:
    """Each place with its figures; beside a figure that contradicts others, which ones."""
    mismatched = {path: one.beside(path) for one in asked for path in one.figures}
    return [
        {
            "key": stop.place.key,
            "name": stop.place.name,
            "look": stop.place.look,
            "form": stop.place.form,
            "open": stop.open,
            "asks": [
                {
                    "question": question(ask.question),
                    "prints": ask.spot.prints,
                    "decides": list(ask.decides),
                    "usual": ask.usual,
                    "mismatch": mismatched.get(ask.question.path),
                    "datums": [{"value": one, "word": DATUMS[one]} for one in ask.datums],
                }
                for ask in stop.asks
            ],
        }
        for stop in stops
    ]
