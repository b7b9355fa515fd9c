"""A figure that was read a second time, without looking at what is written."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import ClassVar

from stathmos.core.entry import named, read_of, second
from stathmos.core.figures import Given
from stathmos.core.subjects import DECISION


@dataclass(frozen=True)
@read_of(DECISION)
class SecondReading:
    """One figure, by its path with `BETWEEN` for each point. ``beside``: what was written of it then; it holds while that stays."""

    KEY: ClassVar[re.Pattern[str]] = re.compile(r"[a-z][a-z0-9_]{0,39}")

    key: str = ""
    reading: Given | None = second("Read a second time", "where it is read, without looking at what is written")
    beside: Given | None = named("Written, when it was read a second time", "the record")


BETWEEN = "__"


def key_of(path: str) -> str:
    """What the second reading of a figure is called.

    >>> key_of("loads.bed.weight"), path_of("loads__bed__weight")
    ('loads__bed__weight', 'loads.bed.weight')
    """
    return path.replace(".", BETWEEN)


def path_of(key: str) -> str:
    """Which figure a second reading is of."""
    return key.replace(BETWEEN, ".")
