"""The one door: `assess` puts a rig through the whole job and returns plain data.

The way of the data: what contradicts itself → loading plan → weigh → hitch load →
kit → ball → settle → ball height → shank and hole → vehicle loads → ratings chain,
as planned and full → findings → verdict → moves and reading list. Nothing here
computes; it calls the rooms in order and hands figures on.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import cargo, cases, elevation, findings, heights, loading, moves, ratings, selection, weighing
from stathmos.core.contradictions import Contradiction, contradictions
from stathmos.core.figures import Anything, Figure, Given, Missing, Rule, assumed, work
from stathmos.core.reading_list import ToRead, reading_list
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, rules_for
from stathmos.core.stock import Ball, Kit, Shank, Stock
from stathmos.core.units import LENGTH, WEIGHT


@dataclass(frozen=True)
class Choice:
    """The parts: what the program would choose, and what is in force (what sits on the vehicle, where that is named)."""

    kits: tuple[selection.Verdict, ...]
    balls: tuple[selection.Verdict, ...]
    shanks: tuple[selection.Verdict, ...]
    in_force: ratings.Build
    fitted_kit: selection.Verdict | None
    weight_distributing: bool
    hitch_load: Figure | Missing
    hitch_load_full: Figure | Missing
    position: heights.Position | None


@dataclass(frozen=True)
class Heights:
    """Everything of the height station. All mm, down positive for settle."""

    coupler: Anything
    receiver: Anything
    bare: heights.Settled
    settled: heights.Settled
    offset: Anything
    ball_wanted: Figure | Missing
    rise_wanted: Figure | Missing
    ball_standing: Anything
    ball_is_measured: bool
    attitude: heights.Attitude


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
class Assessment:
    """All that can be said of a rig."""

    rules: Rules
    weights: weighing.Weights
    choice: Choice
    heights: Heights
    axles: Axles
    loads: loading.VehicleLoads
    planned: tuple[ratings.Link, ...]
    full: tuple[ratings.Link, ...]
    findings: tuple[findings.Finding, ...]
    verdict: findings.Verdict
    elevation: elevation.Elevation
    placed: tuple[cargo.Placed, ...]
    cases: tuple[cases.Standing, ...]
    moves: tuple[moves.Move, ...]
    to_read: tuple[ToRead, ...]
    contradictions: tuple[Contradiction, ...]


def assess(
    rig: Rig, rules: Rules = Rules(), stock: Stock = Stock(), unread: tuple[str, ...] = (), advice: bool = True
) -> Assessment:
    """Judge a rig by some rules, choosing parts from a stock.

    Works with whatever is known: what is missing makes the figures that need it
    `Missing` and the links that need it unknown; nothing raises. ``unread``: places
    where something is written that could not be read; with any, no rig is fit.
    Without ``advice`` no moves are tried, for a caller that shows the verdict only.
    """
    if rig.choice("trailer.coupling") in ("fifth_wheel", "gooseneck"):
        # Out of scope: declined whole, with nothing worked out that somebody could lean on.
        declined = assess(Rig(), rules)
        said = (findings.out_of_scope(),)
        verdict = findings.verdict(said, declined.choice, declined.heights)
        return replace(declined, findings=said, verdict=verdict, to_read=())
    rules = rules_for(rig, rules)
    plain_overhang = rig.figure("vehicle.overhang")
    placed = cargo.plan(rig, plain_overhang)
    wrong = contradictions(rig, placed)
    if wrong:
        rig = rig.without(path for one in wrong for path in one.spoils)
        placed = cargo.plan(rig, plain_overhang)
    weights = weighing.weigh(rig, rules, placed)
    trailer_gvwr = rig.figure("trailer.gvwr")
    tongue_full = ratings.full_tongue(weights.share, trailer_gvwr, rules.share.high)
    distributing = rig.choice("hitch.style") != "weight_carrying"

    behind_axle = cargo.behind_rear_axle(rig, placed)
    hitch_load = ratings.hitch_load(weights.tongue, behind_axle)
    demand = selection.Demand(
        hitch_load, ratings.hitch_load(tongue_full, behind_axle), weights.gross, trailer_gvwr, rules.reserve
    )

    kits = selection.choose_kit(stock, rig, demand) if distributing else ()
    fitted_kit = _named(kits, rig.choice("hitch.kit"))
    kit_verdict = _in_force(kits, rig.choice("hitch.kit"))
    kit: Kit | None = kit_verdict.part if kit_verdict else None
    balls = selection.choose_ball(
        stock, rig, demand, kit.ball_hole if kit else None, kit.ball_thread_limit if kit else None
    )
    ball_verdict = _in_force(balls, rig.choice("hitch.ball"))
    ball: Ball | None = ball_verdict.part if ball_verdict else None
    stack = ball.stack_height if ball and ball.stack_height else Missing(("hitch.ball",))

    geometry = heights.Geometry.of(rig, loading.total_overhang(rig, kit.adds_overhang if kit else None))
    couples = cases.couples(rules, weights.tongue, geometry, distributing)
    found, shanks = _heights(rig, rules, stock, demand, weights, geometry, couples, kit, ball, stack, distributing)
    shank_verdict = _in_force(shanks, rig.choice("hitch.shank"))
    shank: Shank | None = shank_verdict.part if shank_verdict else None
    position = shank_verdict.position if shank_verdict else None
    found = _standing(found, rig, position, kit, ball, stack)

    build = ratings.Build(distributing, kit, shank, ball)
    on_hitch = cases.OnHitch(rules, geometry, build, _hardware(kit, shank))
    stands, planned, full = on_hitch.three(rig, placed, weights, tongue_full)

    def weigh_again(changed: Rig) -> weighing.Weights:
        return weighing.replanned(weights, changed, rules, cargo.plan(changed, plain_overhang))

    def judge_again(changed: Rig, weighed: weighing.Weights) -> cases.Standing:
        return on_hitch.planned(changed, cargo.plan(changed, plain_overhang), weighed)

    choice = Choice(kits, balls, shanks, build, fitted_kit, distributing, hitch_load, demand.full, position)
    said = findings.collect(rig, weights, choice, found, planned.links, full.links, wrong, unread)
    chosen_by = {"Tongue share": weights.share, "Ball height": found.ball_wanted, "Attitude": found.attitude.rail}
    return Assessment(
        rules,
        weights,
        choice,
        found,
        _axles(weights.tongue, couples, geometry, kit, distributing),
        on_hitch.loads(rig, placed),
        planned.links,
        full.links,
        said,
        findings.verdict(said, choice, found),
        elevation.elevation(rig, found, geometry.o, _bracket(kit)),
        placed,
        (stands, planned, full),
        moves.advise(rig, placed, weights, planned, weigh_again, judge_again) if advice else (),
        reading_list(rig, planned.links, chosen_by),
        wrong,
    )


def _chosen(verdicts: tuple[selection.Verdict, ...]) -> selection.Verdict | None:
    return next((verdict for verdict in verdicts if verdict.state == selection.CHOSEN), None)


def _named(verdicts: tuple[selection.Verdict, ...], name: str) -> selection.Verdict | None:
    return next((verdict for verdict in verdicts if name and verdict.part.name == name), None)


def _in_force(verdicts: tuple[selection.Verdict, ...], name: str) -> selection.Verdict | None:
    """What sits on the vehicle, else what is chosen. A named part that nobody knows is nothing to go by: not the choice."""
    return _named(verdicts, name) if name else _chosen(verdicts)


def _hardware(kit: Kit | None, shank: Shank | None) -> Figure | Given:
    """Weight of the hitch itself; a part whose weight is not known weighs an assumed nothing."""
    parts = {name: part.own_weight for name, part in (("kit", kit), ("shank", shank)) if part and part.own_weight}
    if not parts:
        return assumed(0.0, WEIGHT)
    found = work("hardware = kit + shank", WEIGHT, lambda **parts: sum(parts.values()), None, **parts)
    assert isinstance(found, Figure)
    return found


def _heights(rig, rules, stock, demand, weights, geometry, couples, kit, ball, stack, distributing):
    """The height station up to the shank, and the shanks judged for it."""
    coupler = heights.coupler_to_top(rig, stack)
    receiver = heights.receiver_to_inside_top(rig)
    bare = heights.settled(weights.tongue, assumed(0.0, "couple"), geometry)
    settled = heights.settled(weights.tongue, couples["aim"], geometry)
    offset = heights.ball_offset(rules, weights.tongue, settled.ball)
    wanted = work(
        "ball height = level coupler height + offset",
        LENGTH,
        heights.ball_height_uncoupled,
        Rule(f"Ball offset: {rules.offset.name}.", rules.offset.source, rules.offset.authority),
        coupler=coupler,
        offset=offset,
    )
    head = (kit.seat_above_shank or Missing(("stock.kit.seat_above_shank",))) if kit else Given(0.0, LENGTH)
    if distributing and kit is None:
        head = Missing(("hitch.kit",))
    rise = work(
        "rise = ball height − receiver height − head − ball stack",
        LENGTH,
        heights.rise_wanted,
        None,
        "Negative is a drop.",
        ball=wanted,
        receiver=receiver,
        head=head,
        stack=stack,
    )
    shanks = selection.choose_shank(stock, rig, demand, kit, ball, wanted, receiver) if kit or not distributing else ()
    none = Missing(("hitch.shank",))
    return Heights(
        coupler, receiver, bare, settled, offset, wanted, rise, none, False, heights.Attitude(none, none, none)
    ), shanks


def _standing(found: Heights, rig: Rig, position, kit: Kit | None, ball: Ball | None, stack: Anything) -> Heights:
    """The heights with the ball where it stands: as measured on the vehicle, else where the chosen hole puts it."""
    standing = heights.standing_ball_to_top(rig, stack)
    measured = not isinstance(standing, Missing)
    if not measured and rig.hitch.ball_height is None and position and ball:
        standing = work(
            "ball = receiver + rise + head + stack",
            LENGTH,
            lambda receiver, rise, head, stack: receiver + rise + head + stack,
            None,
            receiver=found.receiver,
            rise=Given(position.rise, LENGTH, found.receiver.provenance),
            head=kit.seat_above_shank if kit else Given(0.0, LENGTH, found.receiver.provenance),
            stack=stack,
        )
    return replace(
        found,
        ball_standing=standing,
        ball_is_measured=measured,
        attitude=heights.attitude(standing, found.ball_wanted, found.offset, found.settled.ball, rig),
    )


def _bracket(kit: Kit | None) -> Given | Missing:
    return kit.bracket_distance if kit and kit.bracket_distance else Missing(("hitch.kit",))


def _axles(
    tongue: Anything, couples: dict[str, Anything], geometry: heights.Geometry, kit: Kit | None, distributing: bool
) -> Axles:
    statics = heights.statics
    where = {"w": geometry.w, "o": geometry.o, "L": geometry.L}

    def change(formula: str, function, couple: Anything) -> Figure | Missing:
        return work(formula, WEIGHT, function, None, T=tongue, M=couple, **where)

    none = Given(0.0, "couple")
    front, rear = "dF = (M − (T − M/L) · o) / w", "dR = (T − M/L) − dF"
    bracket = _bracket(kit)
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
