"""The rig's one verdict, wherever it is asked for: list, page, sheet, file and command line."""

from __future__ import annotations

from dataclasses import replace

from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.bay import begun, fitted
from stathmos.core.finding import (
    DELIVERY,
    DESK,
    GOOD,
    IN_THE_BAY,
    REFUSED,
    STAGES,
    UNKNOWN,
    Finding,
    StageState,
    worst_first,
)
from stathmos.core.findings import verdict
from stathmos.core.handover import drill, tests
from stathmos.core.ratings import Waiver
from stathmos.core.rig import Rig
from stathmos.core.rig.handover import Handover
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock


def judged(
    rig: Rig,
    rules: Rules = Rules(),
    stock: Stock = Stock(),
    unread: tuple[str, ...] = (),
    waivers: tuple[Waiver, ...] = (),
    asides: tuple[Finding, ...] = (),
) -> Assessment:
    """Judge a rig as far as its work was begun: the desk's verdict, with what the bay and the delivery found over.

    What is over is due at once. What is open in the bay or at the delivery has that stage's own state, and is due when the rig is
    handed over.
    """

    def again(one: Rig) -> Assessment:
        return assess(one, rules, stock, unread, waivers, asides)

    found = again(rig)
    delivering = rig.handover != Handover()
    if found.declined:
        return found
    stages = [_stage(DESK, found.verdict.state)]
    if not begun(rig) and not delivering:
        return replace(found, stages=tuple(stages))
    fit = fitted(found, again, rig, stock)
    over = []
    if begun(rig):
        stages.append(_stage(IN_THE_BAY, fit.state))
        over += [one for one in fit.findings if one.state == REFUSED]
    if delivering:
        tested = worst_first(one for one in tests(rig, drill(rig, fit)) if one.state in (REFUSED, UNKNOWN))
        stages.append(_stage(DELIVERY, tested[0].state if tested else GOOD))
        over += [one for one in tested if one.state == REFUSED]
    if not over:
        return replace(found, stages=tuple(stages))
    said = worst_first((*found.findings, *over))
    return replace(
        found,
        findings=said,
        verdict=verdict(said, found.choice, found.heights),
        desk=found.verdict,
        stages=tuple(stages),
    )


def _stage(key: str, state: str) -> StageState:
    return StageState(key=key, name=STAGES[key], state=state)
