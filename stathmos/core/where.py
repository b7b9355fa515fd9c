"""Where something is asked for: a path, and the words that decide when they stand there."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True)
class Where:
    """A path, and the words that decide when they stand there."""

    path: str
    words: tuple[str, ...]

    def stands(self, written: Callable[[str], str]) -> bool:
        """Whether one of the words stands there. ``written``: the words at a path.

        >>> Where("trailer.brakes", ("none",)).stands(lambda _: "none")
        True
        """
        return written(self.path) in self.words
