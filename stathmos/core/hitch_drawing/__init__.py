"""A hitch from its left side as it is set: every family from its own parts, with a place for all that is looked at or tightened.

The way of the data: a hitch as it is set (`as_set`) → its parts and its settings drawn (`parts`) on a sheet (`sheet`). The catalog,
the bay, the drill and the card share it; nothing here enters any judgement.
"""

from __future__ import annotations

from stathmos.core.hitch_drawing import parts
from stathmos.core.hitch_drawing.as_set import AsSet, Count
from stathmos.core.hitch_drawing.sheet import Frame, HitchDrawing, Label, Sheet, Spot
from stathmos.core.settings import KINDS

__all__ = ["AsSet", "Count", "Frame", "HitchDrawing", "Label", "Spot", "draw"]


def draw(hitch: AsSet) -> HitchDrawing:
    """A hitch as it is set.

    >>> from stathmos.core.families import PLAIN
    >>> sorted(draw(AsSet(family=PLAIN)).spots)[:3]
    ['ball', 'ball_height', 'ball_nut']
    """
    sheet = Sheet()
    for piece in (parts.coupler, parts.head, parts.receiver, parts.head_bolts, parts.ball):
        piece(sheet, hitch)
    for part, draw_part in parts.PARTS.items():
        if part in hitch.parts:
            draw_part(sheet, hitch)
    for count in _counts(hitch):
        parts.SETTINGS[count.kind.hold](sheet, hitch, count)
    if hitch.family.gauged:
        parts.gauge(sheet, hitch)
    return sheet.done(parts.frame(hitch))


def _counts(hitch: AsSet) -> list[Count]:
    """What it is set by; of a part that is drawn with its setting, that setting also where no count is known."""
    counts = list(hitch.counts.values())
    for part, hold in parts.DRAWN_WITH.items():
        if part in hitch.parts and all(one.kind.hold != hold for one in counts):
            kind = next(one for one in KINDS.values() if one.hold == hold)
            counts.append(Count(kind=kind, number=None, least=0, most=6))
    return counts
