"""Choosing the kit, the ball, the shank and its hole, and saying why not the others.

Each part is put to an ordered list of rules; the first rule it fails is the
reason it is not chosen. Among those that serve, the smallest that serves is best:
bars too heavy stay rigid and hammer both frames.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.figures import Anything, Given, Missing, Phrase, wanting
from stathmos.core.heights import Position, nearest_position, rise_wanted
from stathmos.core.ratings import SAME
from stathmos.core.rig import Rig
from stathmos.core.stock import Ball, Kit, Shank, Stock
from stathmos.core.units import LENGTH, WEIGHT

REACH = 15.875  # ⅝ in: half of a common hole pitch, common practice

CHOSEN, SERVES, RESERVE, REJECTED, UNKNOWN = "chosen", "serves", "inside the reserve", "rejected", "unknown"


@dataclass(frozen=True)
class Verdict:
    """What became of one part: its state, the first rule that decided it, and why."""

    part: Kit | Shank | Ball
    state: str
    rule: str
    reason: Phrase
    position: Position | None = None
    residual: float | None = None


@dataclass(frozen=True)
class Demand:
    """What the parts must serve. Loads kg; ``planned`` and ``full`` are hitch loads; ``rise`` is worked out per kit and ball."""

    planned: Anything
    full: Anything
    gross: Anything
    trailer_gvwr: Anything
    reserve: float


#: A check returns None where the part passes, else (rule, reason, is it unknown).
Check = Callable[[], tuple[str, Phrase, bool] | None]


def _first_failure(checks: list[Check]) -> tuple[str, Phrase, bool] | None:
    for check in checks:
        failed = check()
        if failed:
            return failed
    return None


def _need(rule: str, what: str, *terms: Anything | None) -> tuple[str, Phrase, bool] | None:
    if any(term is None for term in terms):
        return rule, Phrase(f"Its {what} is not in the catalogue."), True
    if wanting(*terms):
        return rule, Phrase(f"Cannot be judged: {what} is not known for this rig."), True
    return None


def _at_least(rule: str, what: str, rating: Given | None, demand: Anything, because: str) -> Check:
    def check() -> tuple[str, Phrase, bool] | None:
        lacking = _need(rule, what, rating, demand)
        if lacking:
            return lacking
        if rating.value < demand.value - SAME:
            return (
                rule,
                Phrase(
                    f"Its {what} of {{rating}} is under {because} of {{demand}}.",
                    {"rating": (rating.value, WEIGHT, "down"), "demand": (demand.value, WEIGHT, "up")},
                ),
                False,
            )
        return None

    return check


def _flagged(given: Given | None, value: str) -> bool:
    return given is not None and given.typed == value


def judge_kit(kit: Kit, rig: Rig, demand: Demand) -> Verdict:
    """One kit against its rules, in order: surge brakes, gross, tongue, window, full trailer, frame, reserve."""

    def surge() -> tuple[str, Phrase, bool] | None:
        if rig.choice("trailer.brakes") == "surge" and not _flagged(kit.surge_brakes, "yes"):
            known = kit.surge_brakes is not None
            return "surge brakes", Phrase("It does not allow a surge-brake coupler."), not known
        return None

    def window() -> tuple[str, Phrase, bool] | None:
        lacking = _need("capacity window", "least tongue weight", kit.tongue_minimum, demand.planned)
        if lacking:
            return lacking
        if demand.planned.value < kit.tongue_minimum.value - SAME:
            return (
                "capacity window",
                Phrase(
                    "Its bars are too heavy: the hitch load of {load} is under its least of {least}; they would stay rigid and hammer both frames.",
                    {"load": (demand.planned.value, WEIGHT, "down"), "least": (kit.tongue_minimum.value, WEIGHT, "up")},
                ),
                False,
            )
        return None

    def frame() -> tuple[str, Phrase, bool] | None:
        depth = rig.figure("trailer.frame_depth")
        if isinstance(depth, Missing) or kit.frame_depth_least is None or kit.frame_depth_most is None:
            return None  # not a rating: an unmeasured frame is asked for in the bay, and special brackets exist
        if not kit.frame_depth_least.value - SAME <= depth.value <= kit.frame_depth_most.value + SAME:
            return (
                "frame",
                Phrase(
                    "Its brackets take a rail of {least} to {most}; this one is {depth}.",
                    {
                        "least": (kit.frame_depth_least.value, LENGTH, "nearest"),
                        "most": (kit.frame_depth_most.value, LENGTH, "nearest"),
                        "depth": (depth.value, LENGTH, "nearest"),
                    },
                ),
                False,
            )
        return None

    failed = _first_failure(
        [
            surge,
            _at_least("gross rating", "gross rating", kit.gross_rating, demand.trailer_gvwr, "the trailer's GVWR"),
            _at_least("tongue rating", "tongue rating", kit.tongue_rating, demand.planned, "the hitch load"),
            window,
            _at_least(
                "full trailer",
                "tongue rating",
                kit.tongue_rating,
                demand.full,
                "the hitch load with the trailer at its GVWR",
            ),
            frame,
        ]
    )
    if failed:
        rule, reason, unknown = failed
        return Verdict(kit, UNKNOWN if unknown else REJECTED, rule, reason)
    return _within_reserve(kit, kit.tongue_rating, demand)


def _within_reserve(part: Kit, rating: Given, demand: Demand) -> Verdict:
    used = {"load": (demand.planned.value, WEIGHT, "up"), "rating": (rating.value, WEIGHT, "down")}
    if demand.planned.value > (1 - demand.reserve) * rating.value + SAME:
        return Verdict(
            part,
            RESERVE,
            "house reserve",
            Phrase(
                "The hitch load of {load} is inside the house reserve of its {rating}: take the next size up.", used
            ),
        )
    return Verdict(part, SERVES, "serves", Phrase("Carries the hitch load of {load} on a rating of {rating}.", used))


def choose_kit(stock: Stock, rig: Rig, demand: Demand) -> tuple[Verdict, ...]:
    """All kits judged, the chosen one first: the smallest that serves, else the smallest inside the reserve."""
    judged = [judge_kit(kit, rig, demand) for kit in stock.kits]

    def rank(verdict: Verdict) -> tuple:
        kit: Kit = verdict.part
        return (
            verdict.state != SERVES,
            kit.tongue_rating.value,
            not _flagged(kit.sway_control, "yes"),
            kit.own_weight.value if kit.own_weight else 0.0,
            kit.name,
        )

    return _with_choice(judged, rank)


def _with_choice(judged: list[Verdict], rank: Callable[[Verdict], tuple]) -> tuple[Verdict, ...]:
    """Mark the best of those that serve as chosen; the rest keep their reason, or are larger than need be."""
    serving = sorted((verdict for verdict in judged if verdict.state in (SERVES, RESERVE)), key=rank)
    if not serving:
        return tuple(judged)
    best = serving[0]
    chosen = Verdict(best.part, CHOSEN, best.rule, best.reason, best.position, best.residual)
    others = [
        verdict
        if verdict.state != SERVES
        else Verdict(
            verdict.part,
            SERVES,
            "a better one serves",
            Phrase(f"Serves, but {best.part.name} serves better."),
            verdict.position,
            verdict.residual,
        )
        for verdict in judged
        if verdict is not best
    ]
    order = [SERVES, RESERVE, REJECTED, UNKNOWN]
    return (chosen, *sorted(others, key=lambda verdict: order.index(verdict.state)))


def choose_ball(
    stock: Stock, rig: Rig, demand: Demand, hole: Given | None, thread_limit: Given | None
) -> tuple[Verdict, ...]:
    """All balls judged by diameter, rating against trailer GVWR, shank diameter and thread; the smallest rating that serves is chosen."""
    size = rig.figure("trailer.coupler_size")

    def judged(ball: Ball) -> Verdict:
        failed = _first_failure(
            [
                lambda: _equal("diameter", "diameter", ball.diameter, size, "the coupler takes"),
                _at_least("rating", "rating", ball.rating, demand.trailer_gvwr, "the trailer's GVWR"),
                lambda: (
                    _equal("shank diameter", "shank diameter", ball.shank_diameter, hole, "the hole has")
                    if hole
                    else None
                ),
                lambda: _short_enough(ball, thread_limit),
            ]
        )
        if failed:
            return Verdict(ball, UNKNOWN if failed[2] else REJECTED, failed[0], failed[1])
        return Verdict(
            ball,
            SERVES,
            "serves",
            Phrase(
                "Matches the coupler and carries the trailer's GVWR on {rating}.",
                {"rating": (ball.rating.value, WEIGHT, "down")},
            ),
        )

    verdicts = [judged(ball) for ball in stock.balls]
    return _with_choice(verdicts, lambda verdict: (verdict.part.rating.value, verdict.part.name))


def _equal(rule: str, what: str, own: Given | None, wanted: Anything, whose: str) -> tuple[str, Phrase, bool] | None:
    lacking = _need(rule, what, own, wanted)
    if lacking:
        return lacking
    if abs(own.value - wanted.value) > 0.05:
        return (
            rule,
            Phrase(
                f"Its {what} is {{own}}; {whose} {{wanted}}.",
                {"own": (own.value, LENGTH, "nearest"), "wanted": (wanted.value, LENGTH, "nearest")},
            ),
            False,
        )
    return None


def _short_enough(ball: Ball, limit: Given | None) -> tuple[str, Phrase, bool] | None:
    if limit is None:
        return None
    lacking = _need("thread", "thread length", ball.thread_length)
    if lacking:
        return lacking
    if ball.thread_length.value > limit.value + 0.05:
        return (
            "thread",
            Phrase(
                "Its thread of {own} is longer than the head's limit of {limit}.",
                {"own": (ball.thread_length.value, LENGTH, "nearest"), "limit": (limit.value, LENGTH, "nearest")},
            ),
            False,
        )
    return None


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

    return _with_choice(verdicts, rank)


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
        if not _flagged(shank.style, style):
            return (
                "style",
                Phrase("It carries no WD head." if style == "adjustable" else "It is for a WD head, not a ball."),
                shank.style is None,
            )
        return None

    def goes_in() -> tuple[str, Phrase, bool] | None:
        lacking = _need("size", "size", shank.size, size)
        if lacking:
            return lacking
        if shank.size.value > size.value + 0.05:
            return (
                "size",
                Phrase(
                    "It is {own} and the receiver {wanted}: it does not enter.",
                    {"own": (shank.size.value, LENGTH, "nearest"), "wanted": (size.value, LENGTH, "nearest")},
                ),
                False,
            )
        return None

    failed = _first_failure(
        [
            right_style,
            goes_in,
            _at_least("gross rating", "gross rating", shank.gross_rating, demand.trailer_gvwr, "the trailer's GVWR"),
            _at_least("tongue rating", "tongue rating", shank.tongue_rating, demand.planned, "the hitch load"),
            _at_least(
                "full trailer",
                "tongue rating",
                shank.tongue_rating,
                demand.full,
                "the hitch load with the trailer at its GVWR",
            ),
            lambda: _need(
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
    return Verdict(
        shank,
        SERVES,
        "serves",
        Phrase(
            f"A {way} of {{rise}} is wanted; hole {position.hole}, shank turned {position.orientation}, is {{short}} off.",
            told,
        ),
        position,
        residual,
    )


def ball_height_at(position: Position, receiver: Anything, kit: Kit | None, ball: Ball) -> float | None:
    """Uncoupled ball height to the top at a position, mm; None where a height is missing. Inverse of `rise_wanted`."""
    head = kit.seat_above_shank if kit else Given(0.0, LENGTH)
    if isinstance(receiver, Missing) or head is None or ball.stack_height is None:
        return None
    return receiver.value + position.rise + head.value + ball.stack_height.value
