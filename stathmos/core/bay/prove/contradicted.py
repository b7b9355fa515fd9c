"""What was looked at, held against what was taped: an answer that a figure contradicts is asked about."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.phrases import Phrase, Quantity
from stathmos.core.rig import Rig
from stathmos.core.stock import Kit
from stathmos.core.tolerances import BRACKET_AT_END, BRACKET_MARK, HEAD_BELOW
from stathmos.core.units import LENGTH


@dataclass(frozen=True)
class Taped:
    """What a figure says of a look: whether it is so, in words with its quantities, and where the figure is written."""

    so: bool
    says: Phrase
    paths: tuple[str, ...]


def _at_the_mark(rig: Rig, kit: Kit, _: Assessment) -> Taped | None:
    place, bar = rig.bay.bracket_place, kit.bar_length
    if place is None or bar is None:
        return None
    left = bar.value - place.value
    put: dict[str, Quantity] = {
        "left": (left, LENGTH, "nearest"), "low": (BRACKET_MARK.low, LENGTH, "up"), "high": (BRACKET_MARK.high, LENGTH, "down"),
    }  # fmt: skip
    says = Phrase("As bolted, the bars end {left} behind the brackets; {low} to {high} is wanted.", put)
    return Taped(BRACKET_MARK.holds(left), says, ("bay.bracket_place",))


def _square(rig: Rig, kit: Kit, _: Assessment) -> Taped | None:
    place, bar = rig.bay.bracket_place, kit.bar_length
    if place is None or bar is None:
        return None
    off = abs(bar.value - place.value)
    put: dict[str, Quantity] = {"off": (off, LENGTH, "nearest"), "most": (BRACKET_AT_END.value, LENGTH, "down")}
    says = Phrase("As bolted, the brackets are {off} off the bars' ends; {most} is the most.", put)
    return Taped(BRACKET_AT_END.within(off), says, ("bay.bracket_place",))


def _below(_: Rig, __: Kit, now: Assessment) -> Taped | None:
    heights = now.heights
    stands, wanted = heights.ball_standing, heights.ball_wanted
    if not heights.ball_is_measured or isinstance(stands, Missing) or isinstance(wanted, Missing):
        return None
    put: dict[str, Quantity] = {
        "stands": (stands.value, LENGTH, "nearest"),
        "wanted": (wanted.value, LENGTH, "nearest"),
    }
    says = Phrase("The ball was taped at {stands}; the hitch's manual wants {wanted} for this tongue.", put)
    return Taped(HEAD_BELOW.within(abs(stands.value - wanted.value)), says, ("hitch.ball_height",))


#: by the look that it bears on
_TAPED: dict[str, Callable[[Rig, Kit, Assessment], Taped | None]] = {
    "bracket_mark": _at_the_mark, "chains_square": _square, "head_below": _below,
}  # fmt: skip


def taped(look: str, rig: Rig, kit: Kit | None, now: Assessment) -> Taped | None:
    """What a figure says of one look; None where none was taped, or none bears on it."""
    tells = _TAPED.get(look)
    return None if tells is None or kit is None else tells(rig, kit, now)
