"""What the shop notes of a rig, which no verdict hangs on."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import named, read_of
from stathmos.core.figures import Given
from stathmos.core.subjects import DECISION


@dataclass(frozen=True)
@read_of(DECISION)
class Shop:
    """Parts that the work waits for: which, from whom, until when; blank when all are there."""

    waits_for: Given | None = named("Waits for parts", "which part, ordered where, expected when")
