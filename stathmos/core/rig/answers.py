"""What a person answered where two figures of the record contradict each other."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import ClassVar

from stathmos.core.entry import named, read_of
from stathmos.core.figures import Given
from stathmos.core.subjects import DECISION


@dataclass(frozen=True)
@read_of(DECISION)
class Answer:
    """One relation, by its key: the figures that were read again and are so; it holds while they stay."""

    KEY: ClassVar[re.Pattern[str]] = re.compile(r"[a-z][a-z0-9_]{0,47}")

    key: str = ""
    as_read: Given | None = named("Read again, and so", "the figures that were asked about")
