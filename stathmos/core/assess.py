"""The one door: `assess` puts a rig through the whole job and returns plain data (see `answer`).

The way of the data: what contradicts itself → loading plan → weigh → hitch load →
kit, with the ball, settle, height, shank and hole that go with it → vehicle loads →
ratings chain, as planned and full → the coupled rig → decisions → findings → verdict →
parts list → moves, remedies and reading list. Nothing here computes; it calls the rooms
in order and hands figures on.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cache

from stathmos.core import (
    blanks,
    cargo,
    cases,
    coupled,
    decisions,
    findings,
    fitting,
    guesses,
    heights,
    levelling,
    limits,
    loading,
    on_coupling,
    ratings,
    relations,
    remedies,
    same_hitch,
    selection,
    statics,
    sway,
    weighing,
)
from stathmos.core.answer import Assessment
from stathmos.core.choice import Choice
from stathmos.core.contradictions import contradictions
from stathmos.core.decisions import Decisions
from stathmos.core.figures import Anything, Given, Missing, assumed, there, work
from stathmos.core.finding import Finding
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.hitch import CARRYING, DISTRIBUTING
from stathmos.core.rig_rules import rules_for
from stathmos.core.rules import Rules
from stathmos.core.stock import Kit, Shank, Stock, with_mixed_bars
from stathmos.core.trial import Bench
from stathmos.core.tryout import Stood, Tryout, with_choices
from stathmos.core.units import COUPLE, SHARE, WEIGHT


def assess(
    rig: Rig,
    rules: Rules = Rules(),
    stock: Stock = Stock(),
    unread: tuple[str, ...] = (),
    waivers: tuple[ratings.Waiver, ...] = (),
    asides: tuple[Finding, ...] = (),
    trial: bool = False,
) -> Assessment:
    """Judge a rig by some rules, choosing parts from a stock.

    Works with whatever is known: what is missing makes the figures that need it
    `Missing` and the links that need it unknown; nothing raises. ``unread``: places
    where something is written that could not be read; with any, no rig is fit.
    ``waivers``: where the house reserve was overridden, for these figures; ``asides``:
    findings that the caller knows of. ``trial``: a remedy is being tried on it, so none is tried in turn; it is judged as planned
    alone, and of the kits only the one is looked for that is chosen.
    """
    if rig.choice("trailer.coupling") in ("fifth_wheel", "gooseneck"):
        # Out of scope: declined whole, with nothing worked out that somebody could lean on.
        declined = assess(Rig(), rules)
        aside = (findings.out_of_scope(),)
        verdict = findings.verdict(aside, declined.choice, declined.heights)
        return replace(declined, findings=aside, verdict=verdict, declined=True)
    as_written, house, as_sold = rig, rules, stock
    rules = rules_for(rig, rules)
    stock = with_mixed_bars(stock, rig.choice("hitch.kit"), rig.choice("hitch.bars"))
    placed = cargo.plan(rig)
    wrong, asked = contradictions(rig, placed), relations.mismatches(rig, not trial)
    if wrong:
        rig = rig.without(path for one in wrong for path in one.spoils)
        placed = cargo.plan(rig)
    weights = weighing.weigh(rig, rules, placed, asking=not trial)
    trailer_gvwr = rig.figure("trailer.gvwr")
    tongue_full = ratings.full_tongue(weights.share, trailer_gvwr, rules.share.high, weights.never_over)
    behind_axle = cargo.behind_rear_axle(rig, placed)
    hitch_load = ratings.hitch_load(weights.tongue, behind_axle)
    demand = selection.Demand(
        hitch_load, ratings.hitch_load(tongue_full, behind_axle), weights.gross, trailer_gvwr, rules.reserve
    )

    needed = _needed(rig, rules, weights, tongue_full, demand, placed)
    distributing = needed.style == DISTRIBUTING

    fits = fitting.Fitting(rig, rules, stock, demand, weights, distributing)
    choose = selection.choose_kit_alone if trial else selection.choose_kit
    kits = choose(stock, rig, demand, fits.lacks) if distributing else ()
    fitted_kit = fitting.in_force(kits, rig.choice("hitch.kit")) if rig.choice("hitch.kit") else None
    kit_verdict = fitting.in_force(kits, rig.part_named("kit"))
    kit: Kit | None = kit_verdict.part if kit_verdict else None
    fitted = fits.of(kit)
    rules, geometry = fitted.rules, fitted.geometry
    shank_verdict = fitting.in_force(fitted.shanks, rig.part_named("shank"))
    shank: Shank | None = shank_verdict.part if shank_verdict else None
    own_ball = selection.own_ball(shank, rig)
    if own_ball is not None:
        fitted = replace(fitted, ball=own_ball)
    found = fitting.with_the_ball(fitted, rig, shank_verdict, kit)

    sleeve = shank_verdict.sleeve if shank_verdict else None
    build = ratings.Build(distributing, kit, shank, fitted.ball, sleeve)
    on_hitch = cases.OnHitch(
        rules=rules, geometry=geometry, build=build, hardware=fitting.hardware(kit, shank, sleeve),
        links=ratings.Chained(rig=rig, build=build, reserve=rules.reserve, s_limited=rules.share.s_limited), heights=found,
    )  # fmt: skip
    loads = on_hitch.loads(rig, placed)
    planned = on_hitch.planned(rig, placed, weights, loads, fitted.couples)
    beside = () if trial else on_hitch.beside(rig, placed, weights, tongue_full, loads, planned)
    if (
        asked and not trial
    ):  # a remedy is tried on the figures as they are written: what agrees with what is asked beside it
        planned, *rest_of = (replace(one, links=relations.held_back(one.links, asked)) for one in (planned, *beside))
        beside = tuple(rest_of)
    full = next((case.links for case in beside if case.key == cases.FULL), ())
    bracket = _bracket(kit, rig)

    rest = coupled.Rest(
        weights.tongue, weights.gross, loads.front, loads.rear, geometry, found.ball_standing, found.coupler,
        rig.figure("trailer.frame_length"), bracket, kit, rules.restoration, fitted.couples.aim,
        lifts=found.offset if rules.offset.lifted else None,
    )  # fmt: skip
    choice = Choice(
        kits=kits,
        balls=fitted.balls,
        shanks=fitted.shanks,
        in_force=build,
        fitted_kit=fitted_kit,
        selected_kit=kit_verdict if fitted_kit is None and rig.part_named("kit") else None,
        own_bars=_with_its_own_bars(fitted_kit, as_sold, rig, demand, fits),
        weight_distributing=distributing,
        may_carry=needed.may_carry,
        hitch_load=hitch_load,
        hitch_load_full=demand.full,
        position=shank_verdict.position if shank_verdict else None,
        bracket=bracket,
        level_hole=levelling.level_hole(found, fitted, shank_verdict, kit),
    )
    taped = on_coupling.settled_as_taped(rig, geometry.o)
    still = on_coupling.did_not_move(rig, taped, weights.tongue_standing)
    guessed = tuple(
        path for path in guesses.of_rig(rig) if blanks.matters(rig, path, kit, distributing)
    ) + guesses.of_parts(kit=kit, shank=shank, ball=fitted.ball, sleeve=sleeve)
    waived = tuple(
        one
        for one in (ratings.waived(link, waivers, ratings.stands_on(link.key, build, rig)) for link in planned.links)
        if one is not None
    )
    bench = Bench(rig=rig, placed=placed, weights=weights, planned=planned, loads=loads, on_hitch=on_hitch)
    swings = None if trial else sway.swings(bench)
    decided = _decide(rig, rules, weights, hitch_load, taped or found.bare, geometry, loads, kit, swings)

    judged = findings.Judged(
        rig=rig, weights=weights, choice=choice, heights=found, planned=planned.links, full=full, decided=decided,
        waived=waived, contradictions=wrong, mismatches=asked, guesses=guessed, unreadable=unread, asides=asides, did_not_move=still, on_hitch=on_hitch, swings=swings,
        cure=lambda link: remedies.remedy(bench, link, None, tuple), advise=lambda forward: None, tryout=None,
        house=house, rules=rules, tips=lambda path: _tips(rig, path, on_hitch, planned),
    )  # fmt: skip
    said = findings.collect(judged)
    stood = Stood(said, planned.links, choice, found)
    # what is tried on it is judged in the style that it is judged in itself
    style = DISTRIBUTING if distributing else CARRYING
    in_style = as_written if as_written.choice("hitch.style") else with_choices(as_written, (("hitch.style", style),))
    tryout = Tryout(
        in_style,
        lambda changed: assess(changed, house, as_sold, unread, waivers, asides, trial=True),
        stood,
        lambda writes: same_hitch.on_the_same_hitch(bench, choice, stood, writes),
    )

    @cache
    def others() -> tuple[remedies.Remedy, ...]:
        return () if trial else remedies.advise(bench, choice, tryout)

    if not trial and any(one.key in findings.REMEDY_TRIED for one in said):
        cured = replace(
            judged, cure=lambda link: remedies.remedy(bench, link, tryout, others),
            advise=lambda forward: limits.tongue_advice(bench, tryout, forward), tryout=tryout,
        )  # fmt: skip
        said = findings.collect(cured)
    return Assessment(
        rules=rules,
        weights=weights,
        choice=choice,
        heights=found,
        loads=loads,
        planned=planned.links,
        full=full,
        waived=waived,
        decisions=decided,
        rest=rest,
        findings=said,
        verdict=findings.verdict(said, choice, found),
        placed=placed,
        cases=cases.in_order(planned, beside),
        contradictions=wrong,
        mismatches=asked,
        guesses=guessed,
        fits=fits,
        bench=bench,
        tryout=tryout,
        tried=others,
        stock=stock,
    )


def _tips(rig: Rig, path: str, on_hitch: cases.OnHitch, planned: cases.CaseLoads) -> bool:
    """Whether one figure, as great as it can be, puts a load of the planned rig over that is within now."""
    section, name = path.split(".")
    entry = there(entry_at(path))
    most = Given(entry.high, entry.dimension, path=path)
    rig = replace(rig, **{section: replace(getattr(rig, section), **{name: most})})
    over = {link.key for link in planned.links if link.state is ratings.State.OVER}
    then = replace(on_hitch.links, rig=rig).under(planned.carried)
    return any(link.state is ratings.State.OVER and link.key not in over for link in then)


@dataclass(frozen=True)
class _Needed:
    """The style that a rig is judged in; ``may_carry``: with bars for the trailer full alone, and as planned nothing asks for them."""

    style: str
    may_carry: bool = False


def _needed(
    rig: Rig,
    rules: Rules,
    weights: weighing.Weights,
    tongue_full: Anything,
    demand: selection.Demand,
    placed: tuple[cargo.Placed, ...],
) -> _Needed:
    """The style as it is chosen; else what is on the vehicle tells, and whether bars are needed or spoken for, planned and full."""
    style = rig.choice("hitch.style")
    if style or decisions.forbidden_by(rig):
        return _Needed(style or CARRYING)
    if rig.part_named("kit"):
        return _Needed(DISTRIBUTING)
    if rig.part_named("shank") and rig.choice("hitch.selected_shank"):
        return _Needed(CARRYING)  # selected without a kit
    geometry = heights.Geometry.of(rig, loading.total_overhang(rig, None, None))
    front = loading.vehicle_loads(rig, placed, assumed(0.0, WEIGHT), geometry.o).front

    def asked_for(tongue: Anything, gross: Anything, hitch_load: Anything) -> bool:
        bare = heights.settled(tongue, assumed(0.0, COUPLE), geometry)
        found = decisions.OnCoupling(gross, hitch_load, bare, _front_lost(tongue, geometry, front))
        return decisions.distribution(rig, rules, found).verdict != decisions.NOT_NEEDED

    # As heavy as the tongue may come to be on this trailer: what puts a light one right makes no other style of it.
    heaviest = ratings.full_tongue(weights.share, weights.gross, rules.share.high, weights.never_over)
    behind = cargo.behind_rear_axle(rig, placed)
    if asked_for(heaviest, weights.gross, ratings.hitch_load(heaviest, behind)):
        return _Needed(DISTRIBUTING)
    full = asked_for(tongue_full, demand.trailer_gvwr, demand.full)
    return _Needed(DISTRIBUTING, may_carry=True) if full else _Needed(CARRYING)


def _with_its_own_bars(
    fitted: selection.Verdict[Kit] | None, as_sold: Stock, rig: Rig, demand: selection.Demand, fits: fitting.Fitting
) -> selection.Verdict[Kit] | None:
    """The head on the vehicle as it is sold, judged with its own bars; None where they are on it."""
    if fitted is None or not fitted.part.bars:
        return None
    kit = next((one for one in as_sold.kits if one.name == fitted.part.name), None)
    return None if kit is None else selection.judge_kit(kit, rig, demand, fits.lacks)


def _decide(
    rig: Rig,
    rules: Rules,
    weights: weighing.Weights,
    hitch_load: Anything,
    bare: heights.Settled,
    geometry: heights.Geometry,
    loads: loading.VehicleLoads,
    kit: Kit | None,
    swings: sway.Swings | None,
) -> Decisions:
    """Both decisions. ``bare``: the settle coupled without bars; ``swings``: whether it may swing by itself, where that was asked."""
    lost = _front_lost(weights.tongue, geometry, loads.front)
    on_coupling = decisions.OnCoupling(weights.gross, hitch_load, bare, lost)
    brings, says = decisions.provided(kit)
    # A tongue that nobody weighed makes no reason, neither way.
    by_itself = swings if swings is not None and not swings.needs and weights.weighed else None
    return Decisions(
        distribution=decisions.distribution(rig, rules, on_coupling),
        sway=decisions.sway(rig, weights.share, weights.weighed, by_itself),
        sway_provided=brings,
        sway_says=says,
        bars_off=decisions.bars_off(kit),
    )


def _front_lost(tongue: Anything, geometry: heights.Geometry, front: Anything) -> Anything:
    """Share of the front axle's load that coupling without bars takes off."""
    change = work(
        "dF = −T · o / w", WEIGHT, statics.front_axle_change, None,
        T=tongue, M=assumed(0.0, COUPLE), w=geometry.w, o=geometry.o, L=geometry.L,
    )  # fmt: skip
    return work("lost = −dF / front", SHARE, decisions.front_share_lost, None, change=change, front=front)


def _bracket(kit: Kit | None, rig: Rig) -> Anything:
    """Ball to bracket on this trailer, mm: as bolted; else where it is free, or as the maker prefers it (the kit says so itself)."""
    if kit is None:
        return Missing(("hitch.kit",))
    if rig.bay.bracket_place is not None:
        return rig.figure("bay.bracket_place")  # where they really went goes before where they were to go
    place = selection.bracket_place(kit, rig)
    return (kit.bracket_distance or Missing(("stock.kit.bracket_distance",))) if isinstance(place, Phrase) else place
