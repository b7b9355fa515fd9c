"""What a rig is offered for: the trailer, what is to be bought of its hitch, the fitting by the house's times; or why there is no total.

A hitch that is not chosen has no price, and what must not be towed is not sold as it stands.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from stathmos.core import quote
from stathmos.core.answer import Assessment
from stathmos.core.finding import REFUSED
from stathmos.core.parts_list import BUY, HAVE
from stathmos.core.ratings import Build

NO_HITCH, NOT_TO_BE_TOWED = "the hitch is not chosen yet", "it must not be towed as it stands"
FITTING = "Fitting, setting and hand-over"


@dataclass(frozen=True)
class Fitting:
    """The work on a rig. ``trials`` of its bars as the house reckons with; ``joints`` to be tightened; ``taxed``: tax is due on it."""

    times: quote.Times
    trials: int
    joints: int
    taxed: bool

    def line(self, build: Build) -> quote.Line:
        """What it costs; a hitch without bars is set in no trials."""
        trials = self.trials if build.kit is not None else 0
        minutes = quote.labour_minutes(self.times, trials, self.joints)
        name = f"{FITTING}: {trials} trials, {self.joints} joints, {minutes} min"
        return quote.Line(name, 1, quote.labour(self.times, trials, self.joints), self.taxed)


def hitch(assessment: Assessment, mounted_too: bool = False) -> tuple[quote.Line, ...]:
    """What is to be bought of the hitch and follows from it; ``mounted_too``: also the parts that are judged as mounted."""
    states = (BUY, HAVE) if mounted_too else (BUY,)
    return tuple(
        quote.Line(line.name, line.quantity, None if line.price is None else quote.price(line.price.value))
        for line in assessment.parts.lines
        if line.state in states
    )


def offer(
    assessment: Assessment,
    fitting: Fitting,
    percent: Decimal,
    before: Iterable[quote.Line] = (),
    after: Iterable[quote.Line] = (),
) -> quote.Quote:
    """The whole quote. ``before``: the trailer; ``after``: what the advisor adds, or gives off."""
    build = assessment.choice.in_force
    withheld = [] if build.complete else [NO_HITCH]
    if assessment.verdict.state == REFUSED:
        withheld.append(NOT_TO_BE_TOWED)
    lines = (*before, *hitch(assessment), fitting.line(build), *after)
    return quote.quote(lines, percent, tuple(withheld))
