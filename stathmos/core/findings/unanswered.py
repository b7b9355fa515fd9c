"""Blanks that decide: no rating misses them, and one of them may be the very figure that refuses the rig."""

from __future__ import annotations

from collections.abc import Callable

from stathmos.core.blanks import ASKED, matters
from stathmos.core.choice import Choice
from stathmos.core.entry import NONE
from stathmos.core.finding import UNKNOWN, Finding, needs_in_words, needs_named
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import ENTRIES, Rig

#: the key of what says so
UNANSWERED = "unanswered"
#: whether the figure at a path, as great as it can be, puts a load over that is within now
Tips = Callable[[str], bool]


def unanswered(rig: Rig, choice: Choice, tips: Tips) -> list[Finding]:
    """Say which blanks must be answered before anything passes: with a figure, a word, or that there is none."""
    kit, bars = choice.in_force.kit, choice.weight_distributing
    open_yet = tuple(
        path
        for path, blank in ASKED.items()
        if rig.is_blank(path) and matters(rig, path, kit, bars) and (not blank.tips or tips(path))
    )
    if not open_yet:
        return []
    says = Phrase(as_text(f"Not checked yet: {needs_named(open_yet)}."))
    may_be_none = any(ENTRIES[path].none for path in open_yet)
    none = f" Where there is none, enter “{NONE}”." if may_be_none else ""
    remedy = Phrase(as_text(f"Read and enter: {needs_in_words(open_yet)}.{none}"))
    return [
        Finding(key=UNANSWERED, state=UNKNOWN, station="ratings", subject="blanks", says=says, remedy=remedy, reads=open_yet)
    ]  # fmt: skip
