"""Both decisions of a rig side by side, and what follows from them."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.decisions.reason import Decision
from stathmos.core.phrases import Phrase


@dataclass(frozen=True, kw_only=True)
class Decisions:
    """Weight distribution, and apart from it sway control; what the hitch brings of it; when the bars come off."""

    distribution: Decision
    sway: Decision
    sway_provided: str
    sway_says: Phrase
    bars_off: tuple[Phrase, ...]
