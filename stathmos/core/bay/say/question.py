"""One question of the bay, and how a field is asked for."""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core.bay.say.believe import Believed, believed
from stathmos.core.entry import CHOICE, FLAG
from stathmos.core.rig import Rig, entry_at

#: how a part is asked for: whether it is the planned one
PART = "part"


@dataclass(frozen=True)
class BallUp:
    """One of a mount's own balls, to be drawn: its name, and its diameter in mm."""

    name: str
    diameter: float


@dataclass(frozen=True)
class Question:
    """One question. ``kind``: how it is answered (choice, length, count, part); ``hold``: the spot on the drawing; ``optional``: a
    check more, without which the work is whole.

    ``offers``: what may be chosen, value and word; for a part the one planned. ``believed``: of a figure, what can be.
    ``balls``: of a mount with several balls of its own all of them, for the picture. ``page``: the screen that it shares with its
    neighbors. ``so``: the answer that one press for the whole screen writes unless the line is answered otherwise, empty where the
    fitter must say. ``ends``: the answers after which nothing further is asked there. ``near``: about what a height is expected to be, mm.
    """

    path: str
    ask: str
    why: str
    kind: str
    hold: str
    side: str
    answered: bool
    offers: tuple[tuple[str, str], ...] = ()
    believed: Believed | None = None
    optional: bool = False
    balls: tuple[BallUp, ...] = ()
    page: str = ""
    so: str = ""
    ends: tuple[str, ...] = ()
    near: float | None = None


def question(rig: Rig, path: str, ask: str, why: str, hold: str = "", side: str = "", so: str = "") -> Question:
    """A question about one field, answered the way its field is."""
    entry = entry_at(path)
    assert entry is not None, path
    words = entry.dimension in (CHOICE, FLAG)
    # that there is none of it is an answer too
    answered = bool(rig.choice(path)) or rig.is_absent(path)
    kind, offers = (CHOICE, entry.choices) if words else (entry.dimension, ())
    return Question(path, ask, why, kind, hold, side, answered, offers, believed(rig, path), so=so)


def optional(asked: Question) -> Question:
    """The same as a check more."""
    return replace(asked, optional=True)
