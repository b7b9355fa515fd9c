"""Choosing the shank, its orientation and its hole: the smallest residual from the height wanted."""

from __future__ import annotations

from dataclasses import replace

from stathmos.core.figures import Anything, Given, Missing, Phrase
from stathmos.core.heights import nearest_position, rise_wanted
from stathmos.core.ratings import SAME
from stathmos.core.rig import Rig
from stathmos.core.selection.verdicts import (
    REJECTED,
    SERVES,
    UNKNOWN,
    Demand,
    Verdict,
    at_least,
    at_most,
    first_failure,
    flagged,
    need,
    soft_rules,
    with_choice,
)
from stathmos.core.stock import Ball, Kit, Shank, Stock
from stathmos.core.units import LENGTH

REACH = 15.875  # ⅝ in: half of a common hole pitch, common practice


def choose_shank(
    stock: Stock,
    rig: Rig,
    demand: Demand,
    kit: Kit | None,
    ball: Ball | None,
    ball_wanted: Anything,
    receiver: Anything,
) -> tuple[Verdict, ...]:
    """All shanks judged, each at its nearest hole and orientation; the smallest residual is chosen.

    ``ball_wanted``: uncoupled ball height to the top, mm; ``receiver``: inside top, mm.
    """
    style = "adjustable" if kit else "fixed"
    head = kit.seat_above_shank if kit else Given(0.0, LENGTH)
    verdicts = [_judge_shank(shank, style, rig, demand, head, ball, ball_wanted, receiver) for shank in stock.shanks]
    receiver_size = rig.figure("vehicle.receiver_size")

    def rank(verdict: Verdict) -> tuple:
        sleeve = not isinstance(receiver_size, Missing) and abs(verdict.part.size.value - receiver_size.value) > 0.05
        return (
            verdict.state != SERVES,
            round(abs(verdict.residual), 1),
            sleeve,
            verdict.part.own_weight.value if verdict.part.own_weight else 0.0,
            verdict.part.name,
        )

    return with_choice(verdicts, rank)


def _judge_shank(
    shank: Shank,
    style: str,
    rig: Rig,
    demand: Demand,
    head: Given | None,
    ball: Ball | None,
    ball_wanted: Anything,
    receiver: Anything,
) -> Verdict:
    size = rig.figure("vehicle.receiver_size")

    def right_style() -> tuple[str, Phrase, bool] | None:
        if not flagged(shank.style, style):
            return (
                "style",
                Phrase("It carries no WD head." if style == "adjustable" else "It is for a WD head, not a ball."),
                shank.style is None,
            )
        return None

    def goes_in() -> tuple[str, Phrase, bool] | None:
        return at_most("size", "size", shank.size, size, "It is {own} and the receiver {limit}: it does not enter.")

    failed = first_failure(
        [
            right_style,
            goes_in,
            at_least("gross rating", "gross rating", shank.gross_rating, demand.trailer_gvwr, "the trailer's GVWR"),
            at_least("tongue rating", "tongue rating", shank.tongue_rating, demand.planned, "the hitch load"),
            lambda: need(
                "height", "ball height wanted", ball_wanted, receiver, head, ball.stack_height if ball else None
            ),
        ]
    )
    if failed:
        return Verdict(shank, UNKNOWN if failed[2] else REJECTED, failed[0], failed[1])
    rise = rise_wanted(ball_wanted.value, receiver.value, head.value, ball.stack_height.value)
    position = nearest_position(shank, rise)
    if isinstance(position, Missing):
        return Verdict(
            shank, UNKNOWN, "drawing", Phrase("Its drop, rise, pitch or positions are not in the catalogue.")
        )
    residual = position.rise - rise
    told = {"rise": (abs(rise), LENGTH, "nearest"), "short": (abs(residual), LENGTH, "nearest")}
    way = "rise" if rise >= 0 else "drop"
    pitch = shank.pitch.value
    if abs(residual) > max(pitch / 2, REACH) + SAME:
        return Verdict(
            shank,
            REJECTED,
            "reach",
            Phrase(f"A {way} of {{rise}} is wanted; its nearest hole is {{short}} off.", told),
            position,
            residual,
        )
    soft = soft_rules(shank, shank.tongue_rating, demand)
    if soft.state != SERVES:
        return replace(soft, position=position, residual=residual)
    sleeve = " It wants a reducer sleeve." if shank.size.value < size.value - 0.05 else ""
    return replace(
        soft,
        reason=Phrase(f"A {way} of {{rise}} is wanted; {position.words}, it is {{short}} off.{sleeve}", told),
        position=position,
        residual=residual,
    )
