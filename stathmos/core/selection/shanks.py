"""Choosing the shank, its orientation and its hole: of those that stand the trailer level the nearest to the height wanted."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, NamedTuple

from stathmos.core.figures import Anything, Given, Missing, sure, there
from stathmos.core.heights import LevelBand, Position, nearest_position, position_in, rise_wanted, tenths
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.ratings import SAME, wants_sleeve
from stathmos.core.ratings.link import FIT
from stathmos.core.rig import Rig
from stathmos.core.selection.verdicts import (
    REJECTED,
    SERVES,
    UNKNOWN,
    Demand,
    Failed,
    Verdict,
    at_least,
    at_most,
    doubtful,
    equal,
    flagged,
    need,
    soft_rules,
    with_choice,
)
from stathmos.core.stock import ADJUSTABLE, FIXED, Ball, Kit, Shank, Sleeve, Stock
from stathmos.core.units import LENGTH

REACH = 15.875  # ⅝ in: half of a common hole pitch, common practice
CLEARANCE = 125.0  # mm from the lowest part of the hitch to the ground: common practice, no source
SAG = 2.0  # of a sleeve's play, at the ball: a mount reaches about as far out as in (assumed)


@dataclass(frozen=True)
class Wanted:
    """What a shank is to reach: uncoupled ball height to the top, receiver to its inside top, mm; how far the ball sinks
    coupled; and the ball heights that stand the trailer level, None where nobody can tell."""

    ball: Anything
    receiver: Anything
    settle: Anything
    band: LevelBand | None


@dataclass(frozen=True)
class Mounting:
    """What stands on one shank: the ball in its hole, what the two are to reach, and why no ball goes there."""

    ball: Ball | None
    wanted: Wanted
    lacks: Failed | None = None


def sag(sleeve: Sleeve | None) -> float:
    """How far the ball hangs lower for a sleeve's play, mm; a play that nobody measured is none.

    >>> from stathmos.core.figures import assumed
    >>> sag(Sleeve("Sleeve", slop=assumed(2.0, LENGTH))), sag(None)
    (4.0, 0.0)
    """
    return SAG * sleeve.slop.value if sleeve is not None and sleeve.slop is not None else 0.0


def choose_shank(
    stock: Stock, rig: Rig, demand: Demand, kit: Kit | None, mounting: Callable[[Shank], Mounting]
) -> tuple[Verdict[Shank], ...]:
    """All shanks judged, each at its nearest hole and orientation, with the ball that goes on it; the smallest residual is chosen."""
    style = ADJUSTABLE if kit else FIXED
    head = kit.seat_above_shank if kit else Given(0.0, LENGTH)
    verdicts = [
        _judge_shank(shank, style, stock, rig, demand, head, kit.family if kit else "", mounting(shank))
        for shank in stock.shanks
    ]
    return with_choice(verdicts, shank_rank)


def shank_rank(verdict: Verdict[Shank]) -> tuple[Any, ...]:
    """Of those that serve one without a sleeve before one with its play; the one that comes nearest; what is on the shelf; the lightest."""
    return (
        verdict.state != SERVES,
        verdict.sleeve is not None,
        tenths(abs(there(verdict.residual))),
        verdict.part.shelf_rank,
        verdict.part.own_weight.value if verdict.part.own_weight else 0.0,
        verdict.part.name,
    )


def own_ball(shank: Shank | None, rig: Rig) -> Ball | None:
    """The ball of its own that a mount offers this coupler, or the one that is up on it, whether that fits or not.

    None where it has none of the coupler's size, none at all, or where a loose ball is written down beside it.
    """
    size, named = rig.figure("trailer.coupler_size"), rig.choice("hitch.ball")
    if shank is None:
        return None
    if named and _is_on_the_vehicle(shank, rig):
        return next((one for one in shank.own_balls if one.name == named), None)
    if isinstance(size, Missing):
        return None
    return next((one for one in shank.own_balls if abs(sure(one.diameter).value - size.value) <= FIT), None)


def _is_on_the_vehicle(shank: Shank, rig: Rig) -> bool:
    return rig.choice("hitch.shank") == shank.name


def _own_ball_fails(shank: Shank, ball: Ball | None, rig: Rig, demand: Demand) -> Failed | None:
    """Whether one of a mount's own balls is the coupler's size and carries the trailer's GVWR."""
    if not shank.own_balls:
        return None
    size = rig.figure("trailer.coupler_size")
    if isinstance(size, Missing):
        return need("ball", "ball size", size)
    if ball is None and rig.choice("hitch.ball") and _is_on_the_vehicle(shank, rig):
        return Failed(
            "ball", Phrase("Its balls are part of it, and another ball is entered: enter which of its own is up."), True
        )
    if ball is None:
        return Failed(
            "ball", Phrase("None of its own balls is {size}.", {"size": (size.value, LENGTH, "nearest")}), False
        )
    return equal("ball", "ball", ball.diameter, size, "the coupler takes") or at_least(
        "ball", "ball's rating", ball.rating, demand.trailer_gvwr, "the trailer's GVWR"
    )


def choose_sleeve(
    stock: Stock, shank: Shank, receiver: Anything, demand: Demand, selected: str = ""
) -> Sleeve | Failed:
    """The smallest sleeve that takes the shank and carries the load, the ``selected`` one before any; else why there is none."""
    fitting = [
        one
        for one in stock.sleeves
        if (not selected or one.name == selected) and one.outer and one.inner and abs(one.outer.value - sure(receiver).value) <= FIT and abs(one.inner.value - sure(shank.size).value) <= FIT
    ]  # fmt: skip
    failures = []
    for sleeve in sorted(fitting, key=lambda one: (one.tongue_rating.value if one.tongue_rating else 0.0, one.name)):
        failed = (
            at_least("sleeve", "sleeve's gross rating", sleeve.gross_rating, demand.trailer_gvwr, "the trailer's GVWR")
            or at_least("sleeve", "sleeve's tongue rating", sleeve.tongue_rating, demand.planned, "the hitch load")
            or doubtful(sleeve)
        )
        if failed is None:
            return sleeve
        failures.append(failed)
    if failures:
        return Failed("sleeve", failures[-1].reason, all(failed.unknown for failed in failures))
    return Failed("sleeve", Phrase("It wants a reducer sleeve, and none in the stock takes it."), False)


def _judge_shank(
    shank: Shank,
    style: str,
    stock: Stock,
    rig: Rig,
    demand: Demand,
    head: Given | None,
    family: str,
    mounting: Mounting,
) -> Verdict[Shank]:
    size, wanted = rig.figure("vehicle.receiver_size"), mounting.wanted
    ball = own_ball(shank, rig) if shank.own_balls else mounting.ball
    stack = ball.stack_height if ball else None
    failed = (
        _style(shank, style)
        or at_most("size", "size", shank.size, size, "It is {own} and the receiver {limit}: it does not enter.")
        or at_least("gross rating", "gross rating", shank.gross_rating, demand.trailer_gvwr, "the trailer's GVWR")
        or at_least("tongue rating", "tongue rating", shank.tongue_rating, demand.planned, "the hitch load")
        or _own_ball_fails(shank, ball, rig, demand)
    )
    sleeved = (
        None
        if failed or not wants_sleeve(sure(shank.size), size)
        else choose_sleeve(
            stock, shank, size, demand, rig.part_named("sleeve") if rig.part_named("shank") == shank.name else ""
        )
    )
    failed = (
        failed
        or (sleeved if isinstance(sleeved, Failed) else None)
        or mounting.lacks
        or need("height", "ball height wanted", wanted.ball, wanted.receiver, head, stack)
    )
    if failed:
        return Verdict(shank, UNKNOWN if failed.unknown else REJECTED, failed.rule, failed.reason)
    sleeve = sleeved if isinstance(sleeved, Sleeve) else None
    rise = rise_wanted(sure(wanted.ball).value, sure(wanted.receiver).value, sure(head).value, sure(stack).value)
    clear = _clearance(shank, wanted)
    low = clear is not None and clear < CLEARANCE - SAME
    ways_up = ("up",) if low else ("down", "up")
    reached = _reached(shank, rise + sag(sleeve), wanted, rise - sure(wanted.ball).value + sag(sleeve), ways_up)
    position = reached.position
    if isinstance(position, Missing):
        return Verdict(
            shank, UNKNOWN, "drawing", Phrase("Its drop, rise, pitch or positions are not in the catalogue.")
        )
    residual = position.rise - sag(sleeve) - rise
    told = {
        "rise": (abs(rise), LENGTH, "nearest"),
        "short": (abs(residual), LENGTH, "nearest"),
        "clear": (clear or 0.0, LENGTH, "down"),
        "least": (CLEARANCE, LENGTH, "up"),
    }
    way = "rise" if rise >= 0 else "drop"
    # Where the ball was taped on this very shank the tape tells its height, and not the drawing.
    is_taped = _is_on_the_vehicle(shank, rig) and rig.hitch.ball_height is not None
    if not reached.serves and not is_taped:
        if low:
            too_low = "Pointing down its end would stand {clear} from the ground, {least} wanted; turned up it is {short} off."
            return Verdict(shank, REJECTED, "ground clearance", Phrase(too_low, told), position, residual, sleeve)
        says = Phrase(f"A {way} of {{rise}} is wanted; its nearest hole is {{short}} off.", told)
        return Verdict(shank, REJECTED, "reach", says, position, residual, sleeve)
    weak = _made_for(shank, family) or doubtful(shank)
    if weak:
        return Verdict(shank, UNKNOWN, weak.rule, weak.reason, position, residual, sleeve)
    state, rule, reason = soft_rules(there(shank.tongue_rating), demand)
    if state != SERVES:
        return Verdict(shank, state, rule, reason, position, residual, sleeve)
    with_sleeve = f" It wants a reducer sleeve: {sleeve.name}." if sleeve else ""
    says = Phrase(f"A {way} of {{rise}} is wanted; {position.words}, it is {{short}} off.{with_sleeve}", told)
    return Verdict(shank, state, rule, says, position, residual, sleeve)


class Reached(NamedTuple):
    """The position of a shank that comes nearest, and whether it serves."""

    position: Position | Missing
    serves: bool


def _reached(shank: Shank, rise: float, wanted: Wanted, datum: float, ways_up: tuple[str, ...]) -> Reached:
    """The position nearest a rise of those that stand the trailer level; where nobody can tell, near the rise serves.

    ``datum``: from a ball height to the rise that makes it, mm.
    """
    if wanted.band is not None:
        level = position_in(shank, rise, wanted.band.lower(-datum), ways_up)
        if level is not None:
            return Reached(level, True)
    nearest = nearest_position(shank, rise, ways_up)
    if isinstance(nearest, Missing) or wanted.band is not None:
        return Reached(nearest, False)
    return Reached(nearest, abs(nearest.rise - rise) <= max(sure(shank.pitch).value / 2, REACH) + SAME)


def _made_for(shank: Shank, family: str) -> Failed | None:
    """Whether a shank was made for heads of this family; one that says nothing takes any."""
    if not family or not shank.family or shank.family == family:
        return None
    says = f"It was made for {shank.family}, and nobody says that it takes a head of {family}."
    return Failed("family", Phrase(as_text(says)), True)


def _style(shank: Shank, style: str) -> Failed | None:
    if flagged(shank.style, style):
        return None
    says = "It carries no WD head." if style == ADJUSTABLE else "It is for a WD head, not a ball."
    return Failed("style", Phrase(says), shank.style is None)


def _clearance(shank: Shank, wanted: Wanted) -> float | None:
    """From the ground to the end of a shank pointing down, coupled, mm; None where its drawing or the settle does not tell."""
    if shank.end_below is None or shank.most_drop is None or isinstance(wanted.settle, Missing):
        return None
    return sure(wanted.receiver).value - shank.most_drop.value - shank.end_below.value - wanted.settle.value
