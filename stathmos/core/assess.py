"""The one door: `assess` puts a rig through the whole job and returns plain data (see `answer`).

The way of the data: what contradicts itself → loading plan → weigh → hitch load →
kit, with the ball, settle, height, shank and hole that go with it → vehicle loads →
ratings chain, as planned and full → the coupled rig → decisions → findings → verdict →
parts list → moves, remedies and reading list. Nothing here computes; it calls the rooms
in order and hands figures on.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

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
    statics,
    weighing,
)
from stathmos.core.answer import Assessment, Axles
from stathmos.core.choice import Choice
from stathmos.core.contradictions import contradictions
from stathmos.core.decisions import Decisions
from stathmos.core.figures import Anything, Figure, Missing, assumed, work
from stathmos.core.finding import Finding
from stathmos.core.offsets import offsets_compared
from stathmos.core.phrases import Phrase
from stathmos.core.reading_list import reading_list
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, rules_for
from stathmos.core.stock import Kit, Shank, Stock, with_mixed_bars
from stathmos.core.trial import Bench
from stathmos.core.units import COUPLE, SHARE, WEIGHT


def assess(
    rig: Rig,
    rules: Rules = Rules(),
    stock: Stock = Stock(),
    unread: tuple[str, ...] = (),
    advice: bool = True,
    waivers: tuple[ratings.Waiver, ...] = (),
    asides: tuple[Finding, ...] = (),
) -> Assessment:
    """Judge a rig by some rules, choosing parts from a stock.

    Works with whatever is known: what is missing makes the figures that need it
    `Missing` and the links that need it unknown; nothing raises. ``unread``: places
    where something is written that could not be read; with any, no rig is fit.
    Without ``advice`` no moves and remedies are tried, for a caller that does not show
    them. ``waivers``: where the house reserve was overridden, for these figures;
    ``asides``: findings that the caller knows of.
    """
    if rig.choice("trailer.coupling") in ("fifth_wheel", "gooseneck"):
        # Out of scope: declined whole, with nothing worked out that somebody could lean on.
        declined = assess(Rig(), rules)
        said = (findings.out_of_scope(),)
        verdict = findings.verdict(said, declined.choice, declined.heights)
        return replace(declined, findings=said, verdict=verdict, to_read=())
    rules = rules_for(rig, rules)
    stock = with_mixed_bars(stock, rig.choice("hitch.kit"), rig.choice("hitch.bars"))
    placed = cargo.plan(rig)
    wrong = contradictions(rig, placed)
    if wrong:
        rig = rig.without(path for one in wrong for path in one.spoils)
        placed = cargo.plan(rig)
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
    rules, geometry = fitted.rules, fitted.geometry
    shank_verdict = fitting.in_force(fitted.shanks, rig.choice("hitch.shank"))
    shank: Shank | None = shank_verdict.part if shank_verdict else None
    found = fitting.standing(fitted, rig, shank_verdict, kit)

    sleeve = shank_verdict.sleeve if shank_verdict else None
    build = ratings.Build(distributing, kit, shank, fitted.ball, sleeve)
    on_hitch = cases.OnHitch(
        rules=rules, geometry=geometry, build=build, hardware=fitting.hardware(kit, shank, sleeve),
        links=ratings.Chained(rig=rig, build=build, reserve=rules.reserve, s_limited=rules.share.s_limited),
    )  # fmt: skip
    loads = on_hitch.loads(rig, placed)
    stands, planned, full = on_hitch.three(rig, placed, weights, tongue_full, loads, fitted.couples)
    bracket = _bracket(kit, rig)

    rest = coupled.Rest(
        weights.tongue, weights.gross, loads.front, loads.rear, geometry, found.ball_standing, found.coupler,
        rig.figure("trailer.frame_length"), bracket, kit, rules.restoration, fitted.couples.aim,
    )  # fmt: skip
    at_rest = coupled.coupled(rest)
    choice = Choice(
        kits=kits,
        balls=fitted.balls,
        shanks=fitted.shanks,
        in_force=build,
        fitted_kit=fitted_kit,
        weight_distributing=distributing,
        hitch_load=hitch_load,
        hitch_load_full=demand.full,
        position=shank_verdict.position if shank_verdict else None,
        bracket=bracket,
        builds=_builds(kits, fits, stock, distributing),
    )
    axles = _axles(weights.tongue, fitted.couples.aim, geometry, bracket, distributing)
    decided = _decide(rig, rules, weights, hitch_load, found.bare, axles.front_bare, loads, kit)
    waived = tuple(one for one in (ratings.waived(link, waivers) for link in planned.links) if one is not None)
    said = findings.collect(
        findings.Judged(
            rig=rig, weights=weights, choice=choice, heights=found, planned=planned.links, full=full.links,
            decided=decided, waived=waived, contradictions=wrong, unreadable=unread, asides=asides,
        )
    )  # fmt: skip
    chosen_by = {"Tongue share": weights.share, "Ball height": found.ball_wanted, "Attitude": found.attitude.rail}
    bench = Bench(rig=rig, placed=placed, weights=weights, planned=planned, on_hitch=on_hitch)
    return Assessment(
        rules=rules,
        weights=weights,
        choice=choice,
        heights=found,
        offsets=offsets_compared(rules, weights.tongue, found, fitted.shanks, rig),
        axles=axles,
        loads=loads,
        planned=planned.links,
        full=full.links,
        waived=waived,
        decisions=decided,
        coupled=at_rest,
        rest=rest,
        parts=parts_list.parts_list(rig, build, stock, decided),
        findings=said,
        verdict=findings.verdict(said, choice, found),
        elevation=elevation.elevation(rig, found, geometry.o, bracket, at_rest),
        placed=placed,
        cases=(stands, planned, full),
        moves=moves.advise(bench) if advice else (),
        remedies=remedies.advise(bench, choice) if advice else (),
        to_read=reading_list(rig, planned.links, chosen_by),
        contradictions=wrong,
    )


def is_distributing(rig: Rig) -> bool:
    """Weight-distributing unless the advisor chose otherwise, or a maker forbids it."""
    style = rig.choice("hitch.style")
    return style == "weight_distributing" or (style == "" and not decisions.forbidden_by(rig))


def _builds(
    kits: tuple[selection.Verdict, ...], fits: fitting.Fitting, stock: Stock, distributing: bool
) -> selection.Builds:
    """Whole builds of every kit that serves, or of plain mounts."""
    heads = [(one, fits.of(one.part)) for one in kits] if distributing else [(None, fits.of(None))]
    usable = [(one, with_it) for one, with_it in heads if one is None or one.state in selection.USABLE]
    combinations = max(1, len(stock.kits) if distributing else 1) * len(stock.shanks) * len(stock.balls)
    return selection.whole_builds([(one, with_it.shanks, with_it.balls) for one, with_it in usable], combinations)


def _decide(
    rig: Rig,
    rules: Rules,
    weights: weighing.Weights,
    hitch_load: Anything,
    bare: heights.Settled,
    change: Anything,
    loads: loading.VehicleLoads,
    kit: Kit | None,
) -> Decisions:
    """Both decisions. ``bare`` and ``change``: settle, and change of the front axle's load, coupled without bars."""
    lost = work("lost = −dF / front", SHARE, decisions.front_share_lost, None, change=change, front=loads.front)
    on_coupling = decisions.OnCoupling(weights.gross, hitch_load, bare, lost)
    brings, says = decisions.provided(kit)
    return Decisions(
        distribution=decisions.distribution(rig, rules, on_coupling),
        sway=decisions.sway(rig, weights.share, weights.weighed),
        sway_provided=brings,
        sway_says=says,
        bars_off=decisions.bars_off(kit),
    )


def _bracket(kit: Kit | None, rig: Rig) -> Anything:
    """Ball to bracket on this trailer, mm; the maker's preferred place where none is free (the kit says so itself)."""
    if kit is None:
        return Missing(("hitch.kit",))
    place = selection.bracket_place(kit, rig)
    return kit.bracket_distance if isinstance(place, Phrase) else place


def _axles(
    tongue: Anything, couple: Anything, geometry: heights.Geometry, bracket: Anything, distributing: bool
) -> Axles:
    where = {"w": geometry.w, "o": geometry.o, "L": geometry.L}
    none, bars_wanting = assumed(0.0, COUPLE), Missing(("hitch.style",))

    def change(formula: str, function: Callable[..., float], couple: Anything) -> Figure | Missing:
        return work(formula, WEIGHT, function, None, T=tongue, M=couple, **where)

    front, rear = "dF = (M − (T − M/L) · o) / w", "dR = (T − M/L) − dF"
    return Axles(
        front_bare=change("dF = −T · o / w", statics.front_axle_change, none),
        rear_bare=change(rear, statics.rear_axle_change, none),
        front_aim=change(front, statics.front_axle_change, couple),
        rear_aim=change(rear, statics.rear_axle_change, couple),
        trailer_aim=work("dX = M / L", WEIGHT, statics.trailer_axles_change, None, M=couple, L=geometry.L),
        bar_force_each=work(
            "P / 2 = M / (2 · d)", WEIGHT, lambda M, d: statics.bar_force(M, d) / 2, None, M=couple, d=bracket
        ) if distributing else bars_wanting,
        ball_force=work(
            "B = T + P · (1 − d / L)", WEIGHT, statics.ball_force, None, T=tongue, M=couple, d=bracket, L=geometry.L
        ) if distributing else bars_wanting,
    )  # fmt: skip
