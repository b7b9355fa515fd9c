"""Whole builds, kit x shank x hole x ball: those that serve in their order, and what decides between one and the best."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from stathmos.core.figures import sure
from stathmos.core.phrases import Phrase
from stathmos.core.selection.kits import kit_rank
from stathmos.core.selection.shanks import shank_rank
from stathmos.core.selection.verdicts import (
    CHOSEN,
    RESERVE,
    SERVES,
    SERVES_BEST,
    AnyVerdict,
    Part,
    Verdict,
    flagged,
)
from stathmos.core.stock import Ball, Kit, Shank, Sleeve
from stathmos.core.units import LENGTH, WEIGHT

SHOWN = 8
USABLE = (CHOSEN, SERVES, RESERVE)


@dataclass(frozen=True)
class WholeBuild:
    """One kit (none where the weight is carried) with one shank at one hole and one ball. ``why``: what parts it from the best."""

    kit: Verdict[Kit] | None
    shank: Verdict[Shank]
    ball: Verdict[Ball]
    why: Phrase

    @property
    def price(self) -> float | None:
        """What its parts come to; None where one has no price."""
        kit = None if self.kit is None else self.kit.part
        parts: tuple[Kit | Shank | Ball | Sleeve | None, ...] = (
            kit,
            self.shank.part,
            self.ball.part,
            self.shank.sleeve,
        )
        # a ball of one piece with its mount is paid with it
        prices = [part.price for part in parts if part is not None and not (isinstance(part, Ball) and part.own)]
        return None if any(price is None for price in prices) else sum(sure(price).value for price in prices)


@dataclass(frozen=True)
class Builds:
    """The best few in order, how many serve in all, and of how many."""

    best: tuple[WholeBuild, ...]
    serving: int
    tried: int


#: a kit, none where the weight is carried, with the shanks judged for its head, and the balls that go on each
Judged = tuple[Verdict[Kit] | None, tuple[Verdict[Shank], ...], Callable[[Shank], tuple[Verdict[Ball], ...]]]


def whole_builds(kits: Sequence[Judged], tried: int) -> Builds:
    """Each kit that serves with its shanks and its balls (given as verdicts), the best first."""
    found = []
    ranked: dict[int, list[tuple[bool, tuple[Any, ...], Verdict[Shank]]]] = {}
    for kit, shanks, balls_of in kits:
        if kit is not None and kit.state not in USABLE:
            continue
        kit_care, kit_place = (False, ()) if kit is None else (_with_care(kit), kit_rank(_as_serving(kit)))
        if id(shanks) not in ranked:  # kits of one head have the same shanks, judged once
            ranked[id(shanks)] = [
                (_with_care(one), shank_rank(_as_serving(one)), one) for one in shanks if one.state in USABLE
            ]
        able = ranked[id(shanks)]
        for shank_care, shank_place, shank in able:
            # The best ball for a hole stays the one that was chosen for it; others only vary it.
            fitting = [
                ((one.state != CHOSEN, one.part.name), one) for one in balls_of(shank.part) if one.state in USABLE
            ]
            for ball_place, ball in fitting:
                found.append(((kit_care or shank_care, kit_place, shank_place, ball_place), kit, shank, ball))
    found.sort(key=lambda one: one[0])
    best = [WholeBuild(kit, shank, ball, Phrase("")) for _, kit, shank, ball in found[:SHOWN]]
    told = tuple(WholeBuild(one.kit, one.shank, one.ball, _why(one, best[0], index)) for index, one in enumerate(best))
    return Builds(told, len(found), tried)


def _before_chosen(state: str, rule: str) -> str:
    """A chosen part is ranked by what it was before it was chosen."""
    if state != CHOSEN:
        return state
    return SERVES if rule == SERVES_BEST else RESERVE


def _with_care(verdict: AnyVerdict) -> bool:
    return _before_chosen(verdict.state, verdict.rule) == RESERVE


def _as_serving(verdict: Verdict[Part]) -> Verdict[Part]:
    return verdict._replace(state=_before_chosen(verdict.state, verdict.rule))


def _why(one: WholeBuild, best: WholeBuild, index: int) -> Phrase:
    """What parts a build from the best, by the first rule of the order that tells them apart."""
    if index == 0:
        return Phrase(f"Best: the smallest kit that serves, its ball nearest the height wanted{_on_the_shelf(one)}.")
    for verdict in (one.kit, one.shank):
        if (
            verdict is not None
            and verdict.state == RESERVE
            and (best.kit is None or RESERVE not in (best.kit.state, best.shank.state))
        ):
            return verdict.reason.after(f"{verdict.part.name}: ")
    if one.kit is not None and best.kit is not None and one.kit.part.name != best.kit.part.name:
        ours, theirs = one.kit.part, best.kit.part
        put = {"more": (sure(ours.tongue_rating).value - sure(theirs.tongue_rating).value, WEIGHT, "nearest")}
        if sure(ours.tongue_rating).value > sure(theirs.tongue_rating).value:
            return Phrase("A larger kit than need be: {more} more of tongue rating.", put)
        if sure(ours.tongue_rating).value < sure(theirs.tongue_rating).value:
            return Phrase("A smaller kit, which serves with care only.")
        if ours.shelf_rank > theirs.shelf_rank and _sways(ours) == _sways(theirs):
            return Phrase(f"The same capacity; {theirs.name} is on the shelf, this one is {_missing(ours)}.")
        return Phrase(f"The same capacity; {theirs.name} has sway control built in, or is lighter.")
    off, least = abs(one.shank.residual or 0.0), abs(best.shank.residual or 0.0)
    if one.shank.part.name != best.shank.part.name:
        if one.shank.sleeve and not best.shank.sleeve:
            return Phrase("It wants a reducer sleeve, with its play.")
        if round(off, 1) > round(least, 1):
            return Phrase("Its nearest hole is {more} further off.", {"more": (off - least, LENGTH, "nearest")})
        if one.shank.part.shelf_rank > best.shank.part.shelf_rank:
            return Phrase(f"As near; {best.shank.part.name} is on the shelf, this one is {_missing(one.shank.part)}.")
        return Phrase("As near; the other shank is lighter.")
    return Phrase("The same kit and shank; the other ball's rating is nearer the trailer's.")


def _on_the_shelf(build: WholeBuild) -> str:
    """What is said of the best build's parts where they were counted."""
    parts = [part for part in (build.kit and build.kit.part, build.shank.part, build.ball.part) if part is not None]
    out = [part.name for part in parts if part.on_shelf == 0]
    if out:
        return f"; not on the shelf: {', '.join(out)}"
    return "; all of it is on the shelf" if all(part.on_shelf for part in parts) else ""


def _missing(part: Kit | Shank) -> str:
    return "not" if part.on_shelf == 0 else "not counted"


def _sways(kit: Kit) -> bool:
    """Whether a kit has sway control of its own."""
    return flagged(kit.sway_control, "yes")
