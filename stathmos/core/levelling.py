"""Which other hole stands the trailer level, where the ball on the vehicle does not."""

from __future__ import annotations

from stathmos.core.choice import LevelHole
from stathmos.core.figures import Missing, sure, wanting
from stathmos.core.fitting import Fitted
from stathmos.core.heights import Heights, LevelBand, Position, positions, tenths
from stathmos.core.selection import CHOSEN, Verdict, sag
from stathmos.core.stock import Kit, Shank
from stathmos.core.tolerances import ARCH_MARK


def level_hole(found: Heights, fitted: Fitted, shank: Verdict[Shank] | None, kit: Kit | None) -> LevelHole | None:
    """A hole of the shank in force that stands the trailer level, else of one that would be chosen; None where none does.

    Counted from where the ball was measured, not from the drawing, where the two differ: so the hole in use is never
    proposed.
    """
    band = found.band
    if band is None or wanting(found.ball_standing) or band.holds(sure(found.ball_standing).value):
        return None
    others = [
        one for one in fitted.shanks if one.state == CHOSEN and (shank is None or one.part.name != shank.part.name)
    ]
    ours = _of_shank(shank, found, fitted, kit, band, in_use=True) if shank is not None else None
    if ours is not None:
        return ours
    return next((hole for one in others if (hole := _of_shank(one, found, fitted, kit, band, in_use=False))), None)


def _of_shank(
    verdict: Verdict[Shank], found: Heights, fitted: Fitted, kit: Kit | None, band: LevelBand, in_use: bool
) -> LevelHole | None:
    """A shank's hole nearest level. ``in_use``: the ball stands on this shank, in the hole nearest to where it was measured."""
    listed = positions(verdict.part)
    head = kit.seat_above_shank if kit is not None else None
    stack = fitted.ball.stack_height if fitted.ball is not None else None
    if isinstance(listed, Missing) or isinstance(found.receiver, Missing) or stack is None or (kit and head is None):
        return None
    above = found.receiver.value + (head.value if head else 0.0) + stack.value - sag(verdict.sleeve)

    def ball(one: Position) -> float:
        return above + one.rise

    standing, off = sure(found.ball_standing).value, 0.0
    here: Position | None = None
    if in_use:
        here = min(listed, key=lambda one: abs(ball(one) - standing))
        off = standing - ball(here)  # a tape and a drawing differ by so much, wherever the head is bolted
        if abs(off) > _PLAY:
            here, off = None, 0.0  # it stands in no hole of this shank, so the drawing tells nothing of it
    # Level as it will be read: to the nearest mark of the tape, which may lie half a mark further out.
    sure_of = LevelBand(band.low + HALF_A_MARK, band.level, band.high - HALF_A_MARK)
    level = [one for one in listed if one is not here and sure_of.holds(ball(one) + off)]
    best = min(level, key=lambda one: (tenths(abs(ball(one) + off - band.level)), one.rise), default=None)
    if best is None:
        return None
    return LevelHole(words=f"{verdict.part.name} {best.words}", ball=ball(best) + off)


HALF_A_MARK = ARCH_MARK.value / 2
_PLAY = 19.0  # mm: three quarters of an inch, more than tape and drawing differ by: from memory
