"""The bay's one door: what was measured, what it says, and the next thing to do.

The way of the data: marks → spring rates → the rig assessed again as measured → trials →
restoration, reconciled with the weighbridge → windows, school by school → axle loads →
the coach → proofs, torque sheet, tools → findings.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from stathmos.core.assess import Assessment, assess
from stathmos.core.bay import calibrate, findings, learn, proof
from stathmos.core.bay.advice import Effect, Next
from stathmos.core.bay.arches import Arches, State, arches, corner, over_the_axles
from stathmos.core.bay.calibrate import Loads, Rates, Reconciled
from stathmos.core.bay.check import Check
from stathmos.core.bay.measured import Beside, as_measured, beside_the_plan
from stathmos.core.bay.next_step import Bench, next_step
from stathmos.core.bay.preconditions import preconditions
from stathmos.core.bay.questions import Section, sections
from stathmos.core.bay.tools import Served, Tool, served, tools
from stathmos.core.bay.torque import Fastener, sheet
from stathmos.core.bay.trials import Tried, learned_from, model_of, tried
from stathmos.core.bay.windows import Measured, Window, opposite, windows
from stathmos.core.figures import Anything, Missing, Phrase, wanting
from stathmos.core.findings.finding import Finding
from stathmos.core.heights import hole_pitch
from stathmos.core.ratings import Waiver
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import BUMPER
from stathmos.core.rules import Rules
from stathmos.core.stock import Kit, Stock


@dataclass(frozen=True)
class Fit:
    """All that can be said of a rig in the bay. ``planned`` and ``now``: as planned, and as the bay measured it."""

    planned: Assessment
    now: Assessment
    kit: Kit | None
    checks: tuple[Check, ...]
    beside: tuple[Beside, ...]
    refit: Phrase | None
    arches: Arches
    rates: Rates
    tried: tuple[Tried, ...]
    restoration: Reconciled
    windows: tuple[Window, ...]
    opposite: Phrase | None
    loads: Loads | None
    attitude: Anything
    next: Next | None
    effects: tuple[Effect, ...]
    proofs: tuple[Check, ...]
    torque: tuple[Fastener, ...]
    served: tuple[Served, ...]
    tools: tuple[Tool, ...]
    sections: tuple[Section, ...]
    findings: tuple[Finding, ...]


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
        return assess(one, rules, stock, unread, False, waivers, asides)

    planned = again(rig)
    found = arches(rig)
    # heights move neither the tongue nor the lengths: one assessment of the rig as measured is enough
    told = calibrate.rates(found, planned.rest.tongue, planned.rest.geometry)
    now = _as_measured(rig, told, planned, again)
    if now.rest.geometry.o != planned.rest.geometry.o:
        # … unless what was measured chose another head, and with it another overhang
        told = calibrate.rates(found, now.rest.tongue, now.rest.geometry)
        now = _as_measured(rig, told, planned, again)
    kit = now.choice.in_force.kit if now.choice.weight_distributing else None

    trials = tried(rig, kit, found) if kit is not None else ()
    current = next((one for one in reversed(trials) if not isinstance(one.state.front, Missing)), None)
    c: State | None = current.state if current is not None and not current.void else None
    by_tape: Anything = current.restoration if c is not None else Missing(("trials.trial_1.front_left",))
    # pass 3 says how the bars stood when they were weighed: it goes with the setting that was weighed, and no other
    weighed = c is not None and current.trial.weighed is not None and current.trial.weighed.typed == "yes"
    bridge = now.weights.bridge.restoration if weighed else Missing(("weighing.bridge_front_bars",))
    restored = calibrate.reconciled(by_tape, bridge)
    judged_by = restored.together if c is not None else by_tape

    def likely(low: float, high: float) -> float | None:
        return None if isinstance(judged_by, Missing) else learn.chance_between(low, high, judged_by.value, judged_by.u)

    measured = Measured(found, now.rest.geometry, _good(rig), c, judged_by, rig.choice("bay.marks") == BUMPER)
    seen = windows(measured, now.rules, likely) if kit is not None else ()
    rest = now.rest
    loads = None
    if kit is not None:
        loads = calibrate.loads(judged_by, rest.tongue, rest.gross, rest.front, rest.rear, rest.geometry, rest.bracket)
    u_of_one = 0.0
    if current is not None and not wanting(found.rise, current.state.front) and found.rise.value > 0:
        u_of_one = max(current.state.front.u / found.rise.value, 0.005)
    line = learned_from(rest, trials, u_of_one, _shift(now)) if u_of_one else None
    apart = proof.attitude(rig, current.trial if current else None)
    proofs = proof.proofs(rig, kit, trials[-1].trial if trials else None, apart)
    bolts = sheet(rig, kit, now.choice.in_force.ball)
    by_joint = served(bolts, stock.wrenches)
    checks = preconditions(rig, kit, now.rules.bay_school == "known_good")
    following, effects = (None, ())
    if kit is not None and seen:
        bench = Bench(
            rig,
            now,
            kit,
            found,
            trials,
            seen[0],
            judged_by,
            line,
            u_of_one,
            apart,
            _next_kits(stock, kit),
            not wanting(told.front, told.rear),
        )
        following, effects = next_step(bench)
    beside, refit = beside_the_plan(planned, now, rig, found), _refit(planned, now)
    return Fit(
        planned=planned,
        now=now,
        kit=kit,
        checks=checks,
        beside=beside,
        refit=refit,
        arches=found,
        rates=told,
        tried=trials,
        restoration=restored,
        windows=seen,
        opposite=opposite(seen),
        loads=loads,
        attitude=apart,
        next=following,
        effects=effects,
        proofs=proofs,
        torque=bolts,
        served=by_joint,
        tools=tools(kit, bolts, by_joint),
        sections=sections(rig, now, kit, checks, trials, following, proofs, bolts),
        findings=findings.collect(
            rig, now, kit, checks, seen, restored, told, loads, proofs, bolts, following, trials, refit
        ),
    )


def _as_measured(rig: Rig, told: Rates, planned: Assessment, again: Callable[[Rig], Assessment]) -> Assessment:
    """The rig assessed with what the bay measured; the plan itself where it measured nothing."""
    measured = as_measured(rig, told)
    return planned if measured == rig else again(measured)


def _good(rig: Rig) -> State:
    """The reference of a known-good rig, as good as its own tape."""
    return over_the_axles(rig, corner(rig, "bay.good_front"), corner(rig, "bay.good_rear"))


def _refit(planned: Assessment, now: Assessment) -> Phrase | None:
    """What the model chooses otherwise now that it goes by what was measured."""
    before, after = planned.choice.position, now.choice.position
    if before is None or after is None or (before.orientation, before.hole) == (after.orientation, after.hole):
        return None
    return Phrase(f"With what was measured the shank goes {after.words}, where the plan had it {before.words}.")


def _shift(now: Assessment) -> Callable[[int], float]:
    """What so many holes up do to the restoration, by the model; nothing where the bars' geometry is not known."""
    pitch = hole_pitch(now.choice.in_force.shank)
    settings, model = now.coupled.settings, model_of(now.rest)

    def by(holes: int) -> float:
        if model is None or settings is None:
            return 0.0
        at = replace(now.rest, ball=replace(now.rest.ball, value=now.rest.ball.value + holes * pitch))
        moved = model_of(at)
        return moved(settings.washers, settings.steps) - model(settings.washers, settings.steps) if moved else 0.0

    return by


def _next_kits(stock: Stock, kit: Kit) -> tuple[Kit | None, Kit | None]:
    """The next kit down and the next up of the same family, by tongue rating."""
    alike = [one for one in stock.kits if one.family == kit.family and one.tongue_rating is not None]
    if kit.tongue_rating is None:
        return None, None
    below = [one for one in alike if one.tongue_rating.value < kit.tongue_rating.value]
    above = [one for one in alike if one.tongue_rating.value > kit.tongue_rating.value]
    by_rating = lambda one: one.tongue_rating.value  # noqa: E731
    return max(below, key=by_rating, default=None), min(above, key=by_rating, default=None)
