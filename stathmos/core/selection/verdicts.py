"""What becomes of a part: put to an ordered list of rules, it fails one first, or it serves."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, NamedTuple, TypeVar

from stathmos.core.entry import entries
from stathmos.core.figures import Anything, Given, Missing, sure
from stathmos.core.heights import Position
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import SAME
from stathmos.core.stock import AnyPart, Ball, Kit, Shank, Sleeve
from stathmos.core.units import LENGTH, WEIGHT

CHOSEN, SERVES, RESERVE, REJECTED, UNKNOWN = "chosen", "serves", "with care", "rejected", "unknown"


Part = TypeVar("Part", bound=Kit | Shank | Ball)


class Verdict(NamedTuple, Generic[Part]):
    """What became of one part: its state, the first rule that decided it, and why."""

    part: Part
    state: str
    rule: str
    reason: Phrase
    position: Position | None = None
    residual: float | None = None
    sleeve: Sleeve | None = None


AnyVerdict = Verdict[Kit] | Verdict[Shank] | Verdict[Ball]


@dataclass(frozen=True)
class Demand:
    """What the parts must serve. Loads kg; ``planned`` and ``full`` are hitch loads; ``rise`` is worked out per kit and ball."""

    planned: Anything
    full: Anything
    gross: Anything
    trailer_gvwr: Anything
    reserve: float


#: rules that something goes by, by the word that stands for them on the screen
CAPACITY_WINDOW, HOUSE_RESERVE, FULL_TRAILER, SERVES_BEST = "capacity window", "house reserve", "full trailer", "serves"
GUESSED, BARS = "guessed", "bars"
#: rules that a part may fail and be chosen all the same, with care
SOFT_RULES = (HOUSE_RESERVE, FULL_TRAILER)


class Failed(NamedTuple):
    """The rule that a part fails, why, and whether that is for want of a figure."""

    rule: str
    reason: Phrase
    unknown: bool


class Soft(NamedTuple):
    """What becomes of a part that fails no rule: its state, the rule that decided it, and why."""

    state: str
    rule: str
    reason: Phrase


def need(rule: str, what: str, *terms: Anything | None) -> Failed | None:
    """The rule fails for want of a figure where the catalogue or the rig has none; nothing where all are known."""
    missing = False
    for term in terms:
        if term is None:
            return Failed(rule, Phrase(f"Its {what} is not in the catalogue."), True)
        missing = missing or isinstance(term, Missing)
    return Failed(rule, Phrase(f"Cannot be judged: {what} is not known for this rig."), True) if missing else None


def at_least(rule: str, what: str, rating: Given | None, demand: Anything, because: str) -> Failed | None:
    """A rating that carries a demand, kg; ``because``: what the demand is called."""
    if rating is None or isinstance(demand, Missing):
        return need(rule, what, rating, demand)
    if rating.value < demand.value - SAME:
        put = {"rating": (rating.value, WEIGHT, "down"), "demand": (demand.value, WEIGHT, "up")}
        return Failed(rule, Phrase(f"Its {what} of {{rating}} is under {because} of {{demand}}.", put), False)
    return None


TONGUE_OF_GROSS = 0.30  # no hitch is rated to more than this share of its gross rating on the tongue: from memory


def contradicts(gross: Given | None, tongue: Given | None) -> bool:
    """Whether a tongue rating cannot stand beside a gross rating, kg: one of the two was misread.

    >>> from stathmos.core.figures import constant
    >>> [contradicts(constant(15000, WEIGHT), constant(tongue, WEIGHT)) for tongue in (1500, 5000)]
    [False, True]
    """
    return gross is not None and tongue is not None and tongue.value > TONGUE_OF_GROSS * gross.value + SAME


def doubtful(part: Kit | Shank | Sleeve) -> Failed | None:
    """A part that serves by what is written of it, and of which that is a guess or cannot be."""
    if contradicts(part.gross_rating, part.tongue_rating):
        put = {
            "tongue": (sure(part.tongue_rating).value, WEIGHT, "nearest"),
            "gross": (sure(part.gross_rating).value, WEIGHT, "nearest"),
        }
        says = (
            "A tongue rating of {tongue} on a gross rating of {gross}: one of the two is misread. Read the stamp again."
        )
        return Failed("ratings", Phrase(says, put), True)
    return guessed(part)


def guessed(part: AnyPart) -> Failed | None:
    """A part of which a rating, a size or a fitting was guessed may serve, and nobody knows."""
    if not part.guessed:
        return None
    named = dict(entries(type(part)))
    first = named[part.guessed[0]]
    more = f" and {len(part.guessed) - 1} more" if len(part.guessed) > 1 else ""
    says = f"A guess is not a rating: its {first.label.lower()}{more} was guessed. Read it: {first.read_at}."
    return Failed(GUESSED, Phrase(says), True)


def flagged(given: Given | None, value: str) -> bool:
    """Whether a choice of the catalogue says so; what nobody knows says nothing."""
    return given is not None and given.typed == value


def equal(rule: str, what: str, own: Given | None, wanted: Anything, whose: str) -> Failed | None:
    """A size that must be another, mm."""
    lacking = need(rule, what, own, wanted)
    if lacking:
        return lacking
    if abs(sure(own).value - sure(wanted).value) > 0.05:
        return Failed(
            rule,
            Phrase(
                f"Its {what} is {{own}}; {whose} {{wanted}}.",
                {"own": (sure(own).value, LENGTH, "nearest"), "wanted": (sure(wanted).value, LENGTH, "nearest")},
            ),
            False,
        )
    return None


def at_most(rule: str, what: str, own: Given | None, limit: Anything | None, says: str) -> Failed | None:
    """A size within a limit; ``says`` tells of the two as {own} and {limit}."""
    if own is None or limit is None or isinstance(limit, Missing):
        return need(rule, what, own, limit)
    if own.value > limit.value + 0.05:
        sizes = {"own": (own.value, LENGTH, "nearest"), "limit": (limit.value, LENGTH, "nearest")}
        return Failed(rule, Phrase(says, sizes), False)
    return None


def soft_rules(rating: Given, demand: Demand) -> Soft:
    """How a part carries the hitch load: with the house reserve and with the trailer full, or only as planned."""
    load, full = sure(demand.planned).value, demand.full
    used = {"load": (load, WEIGHT, "up"), "rating": (rating.value, WEIGHT, "down")}
    if load > (1 - demand.reserve) * rating.value + SAME:
        says = "The hitch load of {load} is inside the house reserve of its {rating}: take the next size up."
        return Soft(RESERVE, HOUSE_RESERVE, Phrase(says, used))
    if not isinstance(full, Missing) and full.value > rating.value + SAME:
        says = "Carries the load as planned; with the trailer at its GVWR the hitch load is {full}, over its {rating}."
        return Soft(RESERVE, FULL_TRAILER, Phrase(says, {**used, "full": (full.value, WEIGHT, "up")}))
    return Soft(SERVES, SERVES_BEST, Phrase("Carries the hitch load of {load} on a rating of {rating}.", used))


def with_choice(
    judged: list[Verdict[Part]], rank: Callable[[Verdict[Part]], tuple[Any, ...]]
) -> tuple[Verdict[Part], ...]:
    """Mark the best of those that serve as chosen; the rest keep their reason, or are larger than need be."""
    serving = sorted((verdict for verdict in judged if verdict.state in (SERVES, RESERVE)), key=rank)
    if not serving:
        return tuple(judged)
    best = serving[0]
    chosen = best._replace(state=CHOSEN)
    better = Phrase(f"Serves, but {best.part.name} serves better.")
    others: list[Verdict[Part]] = [
        Verdict(one.part, SERVES, "a better one serves", better, one.position, one.residual, one.sleeve)
        if one.state == SERVES
        else one
        for one in judged
        if one is not best
    ]
    order: list[str] = [SERVES, RESERVE, REJECTED, UNKNOWN]
    return (chosen, *sorted(others, key=lambda verdict: order.index(verdict.state)))
