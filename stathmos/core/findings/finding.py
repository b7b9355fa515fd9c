"""One thing to say of a rig: how bad, where it belongs, and what to do."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Phrase
from stathmos.core.rig import entry_at, name_at

REFUSED, UNKNOWN, CAUTION, GOOD = "refused", "unknown", "caution", "good"
ORDER = (REFUSED, UNKNOWN, CAUTION, GOOD)


@dataclass(frozen=True)
class Finding:
    """One thing to say. ``rank``: lower is worse. ``station`` and ``subject`` say where on the page it belongs."""

    state: str
    rank: int
    station: str
    subject: str
    says: Phrase
    remedy: Phrase


def needs_in_words(needs: tuple[str, ...]) -> str:
    """What to go and read first, and where: “Rear GAWR (certification label …)”; three at most, then how many more."""
    told = []
    for need in needs[:3]:
        entry = entry_at(need)
        if entry is None:
            told.append("the part's stamp or drawing: " + need.split(".")[-1].replace("_", " "))
        elif need in ("hitch.kit", "hitch.shank", "hitch.ball"):
            told.append(f"a {need.split('.')[1]} that serves")
        else:
            told.append(f"{name_at(need)} ({entry.read_at})" if entry.read_at else name_at(need))
    more = len(needs) - len(told)
    return "; ".join(told) + (f"; and {more} more" if more else "")
