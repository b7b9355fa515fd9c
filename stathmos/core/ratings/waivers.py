"""Waiving the house reserve on a link: with a reason, by somebody who may, for the figures of that day. A rating is never waived."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import sure
from stathmos.core.phrases import Phrase
from stathmos.core.ratings.link import Link, State

GROWS = 1.0  # kg, mm or kN/1: what the demand may grow by before the waiver no longer covers it


@dataclass(frozen=True)
class Waiver:
    """``demand`` and ``rating`` as they stood when the reserve on the link was waived, in the core's unit."""

    link: str
    demand: float
    rating: float
    by: str
    reason: str


def refusal(link: Link | None) -> Phrase | None:
    """Why the reserve on a link cannot be waived; None where it can."""
    if link is None or link.kind != "load":
        return Phrase("There is no such rating on this rig.")
    if link.state is State.OVER:
        return Phrase(f"{link.name} is over its rating. A rating cannot be overridden by anybody.")
    if link.state is State.UNKNOWN:
        return Phrase(f"{link.name} is not known. What is not known cannot be overridden.")
    if link.state is State.WITHIN:
        return Phrase(f"{link.name} is within the reserve: there is nothing to override.")
    return None


def waived(link: Link, waivers: tuple[Waiver, ...]) -> Waiver | None:
    """The waiver that covers a link as it stands now: the same rating, and a demand that has not grown."""
    if refusal(link) is not None:
        return None
    for one in reversed(waivers):
        if (
            one.link == link.key
            and abs(one.rating - sure(link.rating).value) < 1e-6
            and sure(link.demand).value <= one.demand + GROWS
        ):
            return one
    return None
