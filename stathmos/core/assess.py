"""The one door: `assess` puts a rig through the whole job and returns plain data.

The way of the data: what contradicts itself → loading plan → weigh → hitch load →
kit, with the ball, settle, height, shank and hole that go with it → vehicle loads →
ratings chain, as planned and full → the coupled rig → decisions → findings → verdict →
parts list → moves, remedies and reading list. Nothing here computes; it calls the rooms
in order and hands figures on.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import (
    cargo,
    cases,
    coupled,
    decisions,
    elevation,
    findings,
    fitting,
    heights,
    loading,
    moves,
    parts_list,
    ratings,
    remedies,
    selection,
    weighing,
)
from stathmos.core.contradictions import Contradiction, contradictions
from stathmos.core.figures import Anything, Figure, Given, Missing, work
from stathmos.core.heights import Heights
from stathmos.core.offsets import OffsetCompared, offsets_compared
from stathmos.core.reading_list import ToRead, reading_list
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, rules_for
from stathmos.core.stock import Kit, Shank, Stock, with_mixed_bars
from stathmos.core.units import SHARE, WEIGHT


@dataclass(frozen=True)
class Choice:
    """The parts: what the program would choose, and what is in force (what sits on the vehicle, where that is named).

    ``bracket``: ball to frame bracket, mm, where this trailer leaves room for it.
    """

    kits: tuple[selection.Verdict, ...]
    balls: tuple[selection.Verdict, ...]
    shanks: tuple[selection.Verdict, ...]
    in_force: ratings.Build
    fitted_kit: selection.Verdict | None
    weight_distributing: bool
    hitch_load: Figure | Missing
    hitch_load_full: Figure | Missing
    position: heights.Position | None
    bracket: Anything
    builds: selection.Builds


@dataclass(frozen=True)
class Axles:
    """Change of load on each axle when coupled, without bars and at the restoration aimed at. kg."""

    front_bare: Figure | Missing
    rear_bare: Figure | Missing
    front_aim: Figure | Missing
    rear_aim: Figure | Missing
    trailer_aim: Figure | Missing
    bar_force_each: Figure | Missing
    ball_force: Figure | Missing


@dataclass(frozen=True)
class Decisions:
    """Weight distribution, and apart from it sway control; what the hitch brings of it; when the bars come off."""

    distribution: decisions.Decision
    sway: decisions.Decision
    sway_provided: str
    sway_says: findings.Phrase
    bars_off: tuple[findings.Phrase, ...]


@dataclass(frozen=True)
class Assessment:
    """All that can be said of a rig."""

    rules: Rules
    weights: weighing.Weights
    choice: Choice
    heights: Heights
    offsets: tuple[OffsetCompared, ...]
    axles: Axles
    loads: loading.VehicleLoads
    planned: tuple[ratings.Link, ...]
    full: tuple[ratings.Link, ...]
    waived: tuple[ratings.Waiver, ...]
    decisions: Decisions
    coupled: coupled.Coupled
    rest: coupled.Rest
    parts: parts_list.PartsList
    findings: tuple[findings.Finding, ...]
    verdict: findings.Verdict
    elevation: elevation.Elevation
    placed: tuple[cargo.Placed, ...]
    cases: tuple[cases.Standing, ...]
    moves: tuple[moves.Move, ...]
    remedies: tuple[remedies.Remedy, ...]
    to_read: tuple[ToRead, ...]
    contradictions: tuple[Contradiction, ...]


def assess(
    rig: Rig,
    rules: Rules = Rules(),
    stock: Stock = Stock(),
    unread: tuple[str, ...] = (),
    advice: bool = True,
    waivers: tuple[ratings.Waiver, ...] = (),
    asides: tuple[findings.Finding, ...] = (),
) -> Assessment:
    """Judge a rig by some rules, choosing parts from a stock.

    Works with whatever is known: what is missing makes the figures that need it
    `Missing` and the links that need it unknown; nothing raises. ``unread``: places
    where something is written that could not be read; with any, no rig is fit.
    Without ``advice`` no moves and remedies are tried, for a caller that shows the
    verdict only. ``waivers``: where the house reserve was overridden, for these figures; ``asides``: findings that the
    caller knows of.
    """
    if rig.choice("trailer.coupling") in ("fifth_wheel", "gooseneck"):
        # Out of scope: declined whole, with nothing worked out that somebody could lean on.
        declined = assess(Rig(), rules)
        said = (findings.out_of_scope(),)
        verdict = findings.verdict(said, declined.choice, declined.heights)
        return replace(declined, findings=said, verdict=verdict, to_read=())
    rules = rules_for(rig, rules)
    stock = with_mixed_bars(stock, rig.choice("hitch.kit"), rig.choice("hitch.bars"))
    plain_overhang = rig.figure("vehicle.overhang")
    placed = cargo.plan(rig, plain_overhang)
    wrong = contradictions(rig, placed)
    if wrong:
        rig = rig.without(path for one in wrong for path in one.spoils)
        placed = cargo.plan(rig, plain_overhang)
    weights = weighing.weigh(rig, rules, placed)
    trailer_gvwr = rig.figure("trailer.gvwr")
    tongue_full = ratings.full_tongue(weights.share, trailer_gvwr, rules.share.high)
    distributing = is_distributing(rig)

    behind_axle = cargo.behind_rear_axle(rig, placed)
    hitch_load = ratings.hitch_load(weights.tongue, behind_axle)
    demand = selection.Demand(
        hitch_load, ratings.hitch_load(tongue_full, behind_axle), weights.gross, trailer_gvwr, rules.reserve
    )

    fits = fitting.Fitting(rig, rules, stock, demand, weights, distributing)
    kits = selection.choose_kit(stock, rig, demand, fits.lacks) if distributing else ()
    fitted_kit = fitting.in_force(kits, rig.choice("hitch.kit")) if rig.choice("hitch.kit") else None
    kit_verdict = fitting.in_force(kits, rig.choice("hitch.kit"))
    kit: Kit | None = kit_verdict.part if kit_verdict else None
    fitted = fits.of(kit)
    rules, geometry, couples = fitted.rules, fitted.geometry, fitted.couples
    shank_verdict = fitting.in_force(fitted.shanks, rig.choice("hitch.shank"))
    shank: Shank | None = shank_verdict.part if shank_verdict else None
    found = fitting.standing(fitted, rig, shank_verdict, kit)

    sleeve = shank_verdict.sleeve if shank_verdict else None
    build = ratings.Build(distributing, kit, shank, fitted.ball, sleeve)
    on_hitch = cases.OnHitch(rules, geometry, build, fitting.hardware(kit, shank, sleeve))
    stands, planned, full = on_hitch.three(rig, placed, weights, tongue_full)
    bracket = _bracket(kit, rig)
    loads = on_hitch.loads(rig, placed)

    def weigh_again(changed: Rig) -> weighing.Weights:
        return weighing.replanned(weights, changed, rules, cargo.plan(changed, plain_overhang))

    def judge_again(changed: Rig, weighed: weighing.Weights) -> cases.Standing:
        return on_hitch.planned(changed, cargo.plan(changed, plain_overhang), weighed)

    rest = coupled.Rest(
        weights.tongue, weights.gross, loads.front, loads.rear, geometry, found.ball_standing, found.coupler,
        rig.figure("trailer.frame_length"), bracket, kit, rules.restoration, couples["aim"],
    )  # fmt: skip
    at_rest = coupled.coupled(rest)
    choice = Choice(
        kits, fitted.balls, fitted.shanks, build, fitted_kit, distributing, hitch_load, demand.full,
        shank_verdict.position if shank_verdict else None, bracket, _builds(kits, fits, stock, distributing),
    )  # fmt: skip
    decided = _decide(rig, rules, weights, hitch_load, found, geometry, loads, kit)
    waived = tuple(one for one in (ratings.waived(link, waivers) for link in planned.links) if one is not None)
    said = findings.collect(
        rig, weights, choice, found, planned.links, full.links, decided, waived, wrong, unread, asides
    )
    chosen_by = {"Tongue share": weights.share, "Ball height": found.ball_wanted, "Attitude": found.attitude.rail}
    tried = (rig, placed, weights, planned, weigh_again, judge_again)
    sway = decided.sway.verdict == decisions.WANTED
    return Assessment(
        rules=rules,
        weights=weights,
        choice=choice,
        heights=found,
        offsets=offsets_compared(rules, weights.tongue, found, fitted.shanks, rig),
        axles=_axles(weights.tongue, couples, geometry, bracket, distributing),
        loads=loads,
        planned=planned.links,
        full=full.links,
        waived=waived,
        decisions=decided,
        coupled=at_rest,
        rest=rest,
        parts=parts_list.parts_list(rig, build, stock, sway, decided.sway_provided == "built in"),
        findings=said,
        verdict=findings.verdict(said, choice, found),
        elevation=elevation.elevation(rig, found, geometry.o, bracket, at_rest),
        placed=placed,
        cases=(stands, planned, full),
        moves=moves.advise(*tried) if advice else (),
        remedies=remedies.advise(*tried, choice) if advice else (),
        to_read=reading_list(rig, planned.links, chosen_by),
        contradictions=wrong,
    )


def is_distributing(rig: Rig) -> bool:
    """Weight-distributing unless the advisor chose otherwise, or a maker forbids it."""
    style = rig.choice("hitch.style")
    return style == "weight_distributing" or (style == "" and not decisions.forbidden_by(rig))


def _builds(kits, fits: fitting.Fitting, stock: Stock, distributing: bool) -> selection.Builds:
    """Whole builds of every kit that serves, or of plain mounts."""
    heads = [(one, fits.of(one.part)) for one in kits] if distributing else [(None, fits.of(None))]
    usable = [(one, with_it) for one, with_it in heads if one is None or one.state in selection.USABLE]
    combinations = max(1, len(stock.kits) if distributing else 1) * len(stock.shanks) * len(stock.balls)
    return selection.whole_builds([(one, with_it.shanks, with_it.balls) for one, with_it in usable], combinations)


def _decide(
    rig: Rig, rules: Rules, weights: weighing.Weights, hitch_load: Anything, found: Heights, geometry, loads, kit
) -> Decisions:
    statics = heights.statics
    none = Given(0.0, "couple")
    change = work(
        "dF = −T · o / w", WEIGHT, statics.front_axle_change, None,
        T=weights.tongue, M=none, w=geometry.w, o=geometry.o, L=geometry.L,
    )  # fmt: skip
    lost = work("lost = −dF / front", SHARE, decisions.front_share_lost, None, change=change, front=loads.front)
    on_coupling = decisions.OnCoupling(weights.gross, hitch_load, found.bare, lost)
    brings, says = decisions.provided(kit)
    return Decisions(
        decisions.distribution(rig, rules, on_coupling),
        decisions.sway(rig, weights.share, weights.weighed),
        brings,
        says,
        decisions.bars_off(kit),
    )


def _bracket(kit: Kit | None, rig: Rig) -> Anything:
    """Ball to bracket on this trailer, mm; the maker's preferred place where none is free (the kit says so itself)."""
    if kit is None:
        return Missing(("hitch.kit",))
    place = selection.bracket_place(kit, rig)
    return kit.bracket_distance if isinstance(place, findings.Phrase) else place


def _axles(
    tongue: Anything, couples: dict[str, Anything], geometry: heights.Geometry, bracket: Anything, distributing: bool
) -> Axles:
    statics = heights.statics
    where = {"w": geometry.w, "o": geometry.o, "L": geometry.L}

    def change(formula: str, function, couple: Anything) -> Figure | Missing:
        return work(formula, WEIGHT, function, None, T=tongue, M=couple, **where)

    none = Given(0.0, "couple")
    front, rear = "dF = (M − (T − M/L) · o) / w", "dR = (T − M/L) − dF"
    couple = couples["aim"]
    return Axles(
        change(front, statics.front_axle_change, none),
        change(rear, statics.rear_axle_change, none),
        change(front, statics.front_axle_change, couple),
        change(rear, statics.rear_axle_change, couple),
        work("dX = M / L", WEIGHT, statics.trailer_axles_change, None, M=couple, L=geometry.L),
        work("P / 2 = M / (2 · d)", WEIGHT, lambda M, d: statics.bar_force(M, d) / 2, None, M=couple, d=bracket)
        if distributing
        else Missing(("hitch.style",)),
        work("B = T + P · (1 − d / L)", WEIGHT, statics.ball_force, None, T=tongue, M=couple, d=bracket, L=geometry.L)
        if distributing
        else Missing(("hitch.style",)),
    )
