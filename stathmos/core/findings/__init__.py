"""What is to be said of a rig, worst first, each with its remedy; and the standing verdict.

A finding is a sentence a person can act on. The verdict is the first finding, or
the good news with the build when there is none.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.cases import OnHitch
from stathmos.core.choice import Choice
from stathmos.core.contradictions import Contradiction
from stathmos.core.decisions import Decisions
from stathmos.core.figures import sure
from stathmos.core.finding import GOOD, Finding, Verdict, worst_first
from stathmos.core.findings.axles import age_of_tyres, air_in_tyres, as_towed
from stathmos.core.findings.chain import close_links, may_be_over, overloads, unknown_links, when_full
from stathmos.core.findings.height import drawing, height, tailgate
from stathmos.core.findings.hitch import hitch, style, sway
from stathmos.core.findings.measuring import measuring, stood_still
from stathmos.core.findings.swing import swing
from stathmos.core.findings.tongue import Advise, tongue
from stathmos.core.findings.unanswered import Tips, unanswered
from stathmos.core.findings.written import contradicted, guessed, looser, mismatched, out_of_scope, part_differs, unread
from stathmos.core.heights import Heights
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import Link, Waiver
from stathmos.core.relations import Mismatch
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.selection import REJECTED
from stathmos.core.sway import Swings
from stathmos.core.tryout import Tryout
from stathmos.core.units import LENGTH
from stathmos.core.weighing import Weights

__all__ = ["REMEDY_TRIED", "Judged", "age_of_tyres", "collect", "out_of_scope", "part_differs", "verdict"]


#: what is said with a remedy that is put on the rig before it is told
REMEDY_TRIED = frozenset(
    {"over", "tongue_light", "tongue_heavy", "tongue_may_be_light", "tongue_may_be_heavy", "bars_forbidden", "bars_demanded", "no_kit_yet", "no_kit_serves", "kit_does_not_serve", "kit_not_known", "kit_with_care", "tongue_light_towed", "tongue_as_towed"}
)  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Judged:
    """All that is judged of a rig before anything is said of it.

    ``guesses``: ratings, sizes and fittings that were guessed; ``unreadable``: the places where something is written that cannot be read; ``asides``: what the caller knows besides.
    ``did_not_move``: what is asked where the arches stood still. ``cure``: what to do about a load that is over; ``advise``: about a
    tongue that is too light or too heavy; ``tryout``: where a remedy is put on the rig before it is told, None
    while one is being tried. ``tips``: whether a figure that is not written may put a load over. ``swings``: whether it may swing by itself, where that was asked.
    """

    rig: Rig
    weights: Weights
    choice: Choice
    heights: Heights
    planned: tuple[Link, ...]
    full: tuple[Link, ...]
    decided: Decisions
    waived: tuple[Waiver, ...]
    contradictions: tuple[Contradiction, ...]
    mismatches: tuple[Mismatch, ...]
    guesses: tuple[str, ...]
    unreadable: tuple[str, ...]
    asides: tuple[Finding, ...]
    did_not_move: Phrase | None
    on_hitch: OnHitch
    swings: Swings | None
    cure: Callable[[Link], Phrase]
    advise: Advise
    tryout: Tryout | None
    tips: Tips
    house: Rules
    rules: Rules


def collect(judged: Judged) -> tuple[Finding, ...]:
    """Every finding on a rig, worst first."""
    rig, choice, planned = judged.rig, judged.choice, judged.planned
    held_kit = choice.fitted_kit or choice.selected_kit
    refused_kit = held_kit is not None and held_kit.state == REJECTED
    return worst_first(
        [
            *judged.asides,
            *unread(judged.unreadable),
            *contradicted(judged.contradictions),
            *mismatched(judged.mismatches),
            *guessed(judged.guesses),
            *looser(rig, judged.house),
            *unanswered(rig, choice, judged.tips),
            *overloads(planned, refused_kit, judged.cure),
            *tongue(judged.weights, judged.advise),
            *as_towed(judged.weights, judged.on_hitch, judged.tryout),
            *air_in_tyres(rig),
            *measuring(rig, judged.weights.bridge),
            *stood_still(judged.did_not_move),
            *style(rig, choice, judged.decided, judged.tryout),
            *hitch(rig, judged.weights, choice, judged.tryout),
            *sway(choice, judged.decided),
            *swing(judged.swings),
            *height(rig, judged.heights, choice, judged.rules),
            *drawing(rig, judged.heights, choice),
            *tailgate(rig, judged.heights),
            *unknown_links(rig, planned),
            *when_full(planned, judged.full),
            *close_links(planned, judged.waived),
            *may_be_over(planned),
        ]
    )


def verdict(found: tuple[Finding, ...], choice: Choice, heights: Heights) -> Verdict:
    """The first finding as the standing verdict; or that all is within, with the build."""
    if found:
        first = found[0]
        return Verdict(first.state, first.says, first.remedy, first.station, len(found) - 1, first.reads)
    parts = ", ".join(part.name for part in (choice.in_force.kit, choice.in_force.shank, choice.in_force.ball) if part)
    hole = f"shank {choice.position.words}" if choice.position else "shank as fitted"
    return Verdict(
        GOOD,
        Phrase("Within every rating that Stathmos checks, as planned and with the trailer full."),
        Phrase(
            f"{parts}; {hole}; top of ball at {{ball}} uncoupled.",
            {"ball": (sure(heights.ball_standing).value, LENGTH, "nearest")},
        ),
        "hitch",
        0,
    )
