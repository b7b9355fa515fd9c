"""What a person answered where two figures of the record contradict each other."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import named, read_of
from stathmos.core.figures import Given
from stathmos.core.subjects import DECISION


@dataclass(frozen=True)
@read_of(DECISION)
class Answer:
    """One relation, by its key: the figures that were read again and are so; it holds while they stay."""

    key: str = ""
    as_read: Given | None = named("Read again, and so", "the figures that were asked about")
