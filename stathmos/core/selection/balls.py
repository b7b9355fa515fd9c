"""Choosing the ball: the coupler's own size, rated for the trailer's GVWR, fitting its hole."""

from __future__ import annotations

from stathmos.core.figures import Given, sure
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.selection.verdicts import (
    CHOSEN,
    REJECTED,
    SERVES,
    SERVES_BEST,
    UNKNOWN,
    Demand,
    Failed,
    Verdict,
    at_least,
    at_most,
    equal,
    guessed,
    with_choice,
)
from stathmos.core.stock import Ball, Stock
from stathmos.core.units import WEIGHT

#: the rule by which a ball's shank must have its hole's diameter
SHANK_DIAMETER = "shank diameter"


def choose_ball(
    stock: Stock, rig: Rig, demand: Demand, hole: Given | None, thread_limit: Given | None
) -> tuple[Verdict[Ball], ...]:
    """All balls judged by diameter, rating against trailer GVWR, shank diameter and thread; the smallest rating that serves is chosen."""
    size = rig.figure("trailer.coupler_size")

    def judged(ball: Ball) -> Verdict[Ball]:
        failed = (
            equal("diameter", "diameter", ball.diameter, size, "the coupler takes")
            or at_least("rating", "rating", ball.rating, demand.trailer_gvwr, "the trailer's GVWR")
            or (equal(SHANK_DIAMETER, "shank diameter", ball.shank_diameter, hole, "the hole has") if hole else None)
            or _short_enough(ball, thread_limit)
            or guessed(ball)
        )
        if failed:
            return Verdict(ball, UNKNOWN if failed.unknown else REJECTED, failed.rule, failed.reason)
        return Verdict(
            ball,
            SERVES,
            SERVES_BEST,
            Phrase(
                "Matches the coupler and carries the trailer's GVWR on {rating}.",
                {"rating": (sure(ball.rating).value, WEIGHT, "down")},
            ),
        )

    verdicts = [judged(ball) for ball in stock.balls]
    return with_choice(
        verdicts, lambda verdict: (sure(verdict.part.rating).value, verdict.part.shelf_rank, verdict.part.name)
    )


def judge_own(balls: tuple[Ball, ...], rig: Rig, demand: Demand) -> tuple[Verdict[Ball], ...]:
    """The balls of a mount's own, judged as loose ones are; the one that goes up is chosen, the one that is up where it is written."""
    named = rig.choice("hitch.ball")
    judged = choose_ball(Stock(balls=balls), rig, demand, None, None)
    own = Phrase("Of one piece with its mount.")
    return tuple(
        one._replace(reason=own) if one.state in (CHOSEN, SERVES) else one
        for one in judged
        if named not in {ball.name for ball in balls} or one.part.name == named
    )


def _short_enough(ball: Ball, limit: Given | None) -> Failed | None:
    if limit is None:
        return None
    return at_most(
        "thread",
        "thread length",
        ball.thread_length,
        limit,
        "Its thread of {own} is longer than the head's limit of {limit}.",
    )
