"""The bay's one door: what was measured, what it says, and the next thing to do.

The way of the data: measure (marks → spring rates → the rig assessed again as measured → trials →
restoration, reconciled with the weighbridge → windows, school by school → axle loads) → adjust (the
coach) → prove (proofs, torque sheet, tools) → say (findings, questions).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.bay.adjust import Adjusted, adjust
from stathmos.core.bay.measure import Measured, measure
from stathmos.core.bay.measure.windows import opposite
from stathmos.core.bay.prove import Proved, prove
from stathmos.core.bay.say.findings import collect
from stathmos.core.bay.say.hitch import as_set
from stathmos.core.bay.say.questions import Section, Trials, next_trials, sections
from stathmos.core.finding import GOOD, Finding, worst_first
from stathmos.core.findings import verdict
from stathmos.core.findings.height import HOW_LEVEL
from stathmos.core.hitch_drawing import AsSet
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import Waiver
from stathmos.core.rig import Bay, Rig
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock


@dataclass(frozen=True, kw_only=True)
class Fit:
    """All that can be said of a rig in the bay, room by room."""

    measured: Measured
    adjusted: Adjusted
    proved: Proved
    opposite: Phrase | None
    sections: tuple[Section, ...]
    next_trials: Trials | None
    findings: tuple[Finding, ...]
    hitch: AsSet

    @property
    def now(self) -> Assessment:
        """The rig as the bay measured it."""
        return self.measured.now

    @property
    def of_the_rig(self) -> tuple[Finding, ...]:
        """What is to be said of the rig: how level it would stand is silent once its rail was measured with the bars on."""
        if self.measured.rails_measured:
            return tuple(one for one in self.now.findings if one.key not in HOW_LEVEL)
        return self.now.findings

    @property
    def whole(self) -> Assessment:
        """The rig as the bay measured it, with what the bay finds among its findings, and so in its verdict."""
        said = worst_first((*self.of_the_rig, *self.findings))
        return replace(self.now, findings=said, verdict=verdict(said, self.now.choice, self.now.heights))

    @property
    def state(self) -> str:
        """The bay's own state: the worst that it found, and good where it found nothing."""
        return self.findings[0].state if self.findings else GOOD


def begun(rig: Rig) -> bool:
    """Whether anything was written down in the bay."""
    return bool(rig.trials or rig.torque) or rig.bay != Bay()


def fit(
    rig: Rig,
    rules: Rules = Rules(),
    stock: Stock = Stock(),
    unread: tuple[str, ...] = (),
    waivers: tuple[Waiver, ...] = (),
    asides: tuple[Finding, ...] = (),
) -> Fit:
    """Judge what the bay wrote down. Works with whatever is there; nothing raises."""

    def again(one: Rig) -> Assessment:
        return assess(one, rules, stock, unread, waivers, asides)

    return fitted(again(rig), again, rig, stock)


def fitted(planned: Assessment, again: Callable[[Rig], Assessment], rig: Rig, stock: Stock) -> Fit:
    """The bay of a rig as it was planned; ``again``: how the same rig is assessed as it was measured."""
    measured = measure(rig, planned, again)
    adjusted = adjust(measured, stock)
    proved = prove(measured, stock)
    return Fit(
        measured=measured,
        adjusted=adjusted,
        proved=proved,
        opposite=opposite(measured.windows),
        sections=sections(measured, adjusted, proved),
        next_trials=next_trials(measured),
        findings=collect(measured, adjusted, proved),
        hitch=as_set(rig, measured),
    )
