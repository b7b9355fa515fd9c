"""One reason for or against something, with whose rule it is."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Rule
from stathmos.core.phrases import Phrase

FORBIDS, DEMANDS, SPEAKS_FOR, SPEAKS_AGAINST, SILENT, UNKNOWN = (
    *("forbids it", "demands it", "speaks for it", "speaks against it"),
    *("does not ask for it", "not known"),
)
WEIGHTS = (FORBIDS, DEMANDS, SPEAKS_FOR, SPEAKS_AGAINST, SILENT, UNKNOWN)


@dataclass(frozen=True)
class Reason:
    """What one rule says of the rig. ``needs``: what it waits for where it is not known."""

    says: Phrase
    weight: str
    rule: Rule
    needs: tuple[str, ...] = ()


@dataclass(frozen=True)
class Decision:
    """``verdict`` in a word, the sentence, and every reason, the deciding ones first."""

    verdict: str
    says: Phrase
    reasons: tuple[Reason, ...]


def ordered(reasons: list[Reason]) -> tuple[Reason, ...]:
    """Reasons by their weight, the weightiest first."""
    return tuple(sorted(reasons, key=lambda one: WEIGHTS.index(one.weight)))
