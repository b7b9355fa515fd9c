"""What is to be said of a rig, worst first, each with its remedy; and the standing verdict.

A finding is a sentence a person can act on. The verdict is the first finding, or
the good news with the build when there is none.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from stathmos.core.contradictions import Contradiction
from stathmos.core.figures import Phrase
from stathmos.core.findings.chain import close_links, may_be_over, overloads, unknown_links, when_full
from stathmos.core.findings.finding import CAUTION, GOOD, ORDER, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.findings.height import height, tailgate
from stathmos.core.findings.hitch import hitch, style, sway
from stathmos.core.findings.measuring import measuring
from stathmos.core.findings.tongue import tongue
from stathmos.core.findings.written import contradicted, out_of_scope, part_differs, unread
from stathmos.core.ratings import Link, Waiver
from stathmos.core.rig import Rig
from stathmos.core.selection import REJECTED
from stathmos.core.units import LENGTH
from stathmos.core.weighing import Weights

if TYPE_CHECKING:
    from stathmos.core.assess import Choice, Decisions, Heights

__all__ = [
    "CAUTION",
    "GOOD",
    "ORDER",
    "REFUSED",
    "UNKNOWN",
    "Finding",
    "Phrase",
    "Verdict",
    "collect",
    "needs_in_words",
    "out_of_scope",
    "part_differs",
    "verdict",
]


@dataclass(frozen=True)
class Verdict:
    """The standing verdict: one sentence, its remedy, and how many more findings stand behind it."""

    state: str
    says: Phrase
    remedy: Phrase
    station: str
    more: int


def collect(
    rig: Rig,
    weights: Weights,
    choice: Choice,
    heights: Heights,
    planned: tuple[Link, ...],
    full: tuple[Link, ...],
    decided: Decisions,
    waived: tuple[Waiver, ...] = (),
    wrong: tuple[Contradiction, ...] = (),
    unreadable: tuple[str, ...] = (),
    asides: tuple[Finding, ...] = (),
) -> tuple[Finding, ...]:
    """Every finding on a rig, worst first. ``unreadable``: the places where something is written that
    cannot be read; ``asides``: what the caller knows besides."""
    refused_kit = choice.fitted_kit is not None and choice.fitted_kit.state == REJECTED
    found = [
        *asides,
        *unread(unreadable),
        *contradicted(wrong),
        *overloads(rig, planned, refused_kit),
        *tongue(weights),
        *measuring(rig, weights.bridge),
        *style(rig, choice, decided),
        *hitch(rig, weights, choice),
        *sway(choice, decided),
        *height(heights, choice),
        *tailgate(rig, heights),
        *unknown_links(planned),
        *when_full(planned, full),
        *close_links(planned, waived),
        *may_be_over(planned),
    ]
    return tuple(sorted(found, key=lambda finding: (ORDER.index(finding.state), finding.rank)))


def verdict(found: tuple[Finding, ...], choice: Choice, heights: Heights) -> Verdict:
    """The first finding as the standing verdict; or that all is within, with the build."""
    if found:
        first = found[0]
        return Verdict(first.state, first.says, first.remedy, first.station, len(found) - 1)
    parts = ", ".join(part.name for part in (choice.in_force.kit, choice.in_force.shank, choice.in_force.ball) if part)
    hole = f"shank {choice.position.words}" if choice.position else "shank as fitted"
    return Verdict(
        GOOD,
        Phrase("Within every rating that Stathmos checks, as planned and with the trailer full."),
        Phrase(
            f"{parts}; {hole}; top of ball at {{ball}} uncoupled.",
            {"ball": (heights.ball_standing.value, LENGTH, "nearest")},
        ),
        "hitch",
        0,
    )
