"""What goes with a kit: its ball, its height, its shank and hole. Kits of one head share the work."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache

from stathmos.core import axles, cases, heights, loading, selection
from stathmos.core.figures import Anything, Authority, Figure, Given, Missing, Rule, assumed, sure, there, work
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, with_hitch_handbook
from stathmos.core.selection import CHOSEN, Demand, Failed, Part, Verdict, Wanted, sag
from stathmos.core.selection import UNKNOWN as PART_UNKNOWN
from stathmos.core.stock import Ball, Kit, Shank, Sleeve, Stock
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH
from stathmos.core.weighing import Weights


@dataclass(frozen=True)
class Fitted:
    """One head on this rig: the rules with its handbook's, the geometry with it on, the couples, the heights, what goes with it.

    ``balls_of``: the balls as judged for one shank; a plain mount's by its own hole, a head's by the head's.
    """

    rules: Rules
    geometry: heights.Geometry
    couples: cases.Couples
    heights: heights.Heights
    balls: tuple[Verdict[Ball], ...]
    shanks: tuple[Verdict[Shank], ...]
    ball: Ball | None
    balls_of: Callable[[Shank], tuple[Verdict[Ball], ...]]


@dataclass(frozen=True)
class _InHole:
    """What goes into one ball hole: the balls as judged for it, the one in force, and the heights with that."""

    balls: tuple[Verdict[Ball], ...]
    ball: Ball | None
    heights: heights.Heights

    @property
    def wanted(self) -> Wanted:
        """What a shank is to reach with it."""
        found = self.heights
        return Wanted(found.ball_wanted, found.receiver, found.settled.ball, found.band)


def in_force(verdicts: tuple[Verdict[Part], ...], name: str) -> Verdict[Part] | None:
    """What sits on the vehicle, else what is chosen. A named part that nobody knows is nothing to go by: not the choice."""
    if name:
        return next((one for one in verdicts if one.part.name == name), None)
    return next((one for one in verdicts if one.state == CHOSEN), None)


#: what kits of one head have alike
Head = tuple[float | str | None, ...]


class Fitting:
    """Fits heads to one rig, each kind of head once."""

    def __init__(self, rig: Rig, rules: Rules, stock: Stock, demand: Demand, weights: Weights, distributing: bool):
        self.rig, self.rules, self.stock = rig, rules, stock
        self.demand, self.weights, self.distributing = demand, weights, distributing
        on_it = rig.choice("hitch.kit")
        self._head_taped = next((one for one in stock.kits if one.name == on_it), None) if on_it else None
        self._done: dict[Head, Fitted] = {}
        self._lacking: dict[Head, Failed | None] = {}

    def of(self, kit: Kit | None) -> Fitted:
        """What goes with a kit; with none, a plain mount, or a head that is still to be chosen."""
        head: Head = kit.head if kit is not None else ()
        if head not in self._done:
            self._done[head] = self._fit(kit)
        return self._done[head]

    def builds(self, kits: tuple[Verdict[Kit], ...]) -> selection.Builds:
        """Whole builds of every kit that serves, or of plain mounts; ``kits`` as judged."""
        heads: list[tuple[Verdict[Kit] | None, Fitted]] = [(None, self.of(None))]
        if self.distributing:
            heads = [(one, self.of(one.part)) for one in kits if one.state in selection.USABLE]
        stock = self.stock
        tried = max(1, len(stock.kits) if self.distributing else 1) * len(stock.shanks) * len(stock.balls)
        return selection.whole_builds([(one, fitted.shanks, fitted.balls_of) for one, fitted in heads], tried)

    def lacks(self, kit: Kit) -> Failed | None:
        """Why no whole build can be made with a kit: no ball fits its head, or no shank brings that to its height; or
        whether that waits for something."""
        if kit.head not in self._lacking:
            self._lacking[kit.head] = self._what_lacks(self.of(kit))
        return self._lacking[kit.head]

    def _what_lacks(self, found: Fitted) -> Failed | None:
        waits: Failed | None = None
        for what, verdicts, says in (
            ("ball", found.balls, "No ball in the stock fits its head and the coupler."),
            ("shank", found.shanks, "No shank in the stock brings its ball to the height wanted."),
        ):
            states = {one.state for one in verdicts}
            if not verdicts or self.rig.part_named(what) or CHOSEN in states:
                continue
            if PART_UNKNOWN not in states:
                return Failed(what, Phrase(says), False)
            waits = waits or Failed(
                what, Phrase(f"Which {what} goes with it waits for figures that are not known."), True
            )
        return waits

    def _fit(self, kit: Kit | None) -> Fitted:
        rig, tongue = self.rig, self.weights.tongue
        rules = with_hitch_handbook(self.rules, kit)
        geometry = heights.Geometry.of(rig, loading.total_overhang(rig, kit, self._head_taped))
        couples = cases.couples(rules.restoration, tongue, geometry, self.distributing)
        sinks = axles.still_to_sink(rig, self.weights)

        @cache
        def in_hole(mm: float | None) -> _InHole:
            hole = None if mm is None else Given(mm, LENGTH)
            thread = kit.ball_thread_limit if kit else None
            balls = selection.choose_ball(self.stock, rig, self.demand, hole, thread)
            chosen = in_force(balls, _loose(rig, balls))
            ball: Ball | None = chosen.part if chosen else None
            stack = ball.stack_height if ball and ball.stack_height else Missing(("hitch.ball",))
            return _InHole(balls, ball, _heights(rig, rules, tongue, geometry, couples, self._head(kit), stack, sinks))

        def on(shank: Shank) -> _InHole:
            # A head has the hole, or a plain mount its own; a mount's own ball wants none.
            hole = kit.ball_hole if kit else None if shank.own_balls else shank.ball_hole
            return in_hole(hole.value if hole else None)

        def mounting(shank: Shank) -> selection.Mounting:
            found = on(shank)
            lacks = (
                None if kit or shank.own_balls else _no_ball_for(shank, found, in_hole(None), rig.part_named("ball"))
            )
            return selection.Mounting(found.ball, found.wanted, lacks)

        ready = kit is not None or not self.distributing
        shanks = selection.choose_shank(self.stock, rig, self.demand, kit, mounting) if ready else ()
        chosen = in_force(shanks, rig.part_named("shank"))
        goes = (
            on(chosen.part) if chosen is not None else in_hole(kit.ball_hole.value if kit and kit.ball_hole else None)
        )

        def balls_of(shank: Shank) -> tuple[Verdict[Ball], ...]:
            return selection.judge_own(shank.own_balls, rig, self.demand) if shank.own_balls else on(shank).balls

        return Fitted(rules, geometry, couples, goes.heights, goes.balls, shanks, goes.ball, balls_of)

    def _head(self, kit: Kit | None) -> Anything:
        """The ball's seat above the shank's reference, mm; a plain mount has none."""
        if kit is not None:
            return kit.seat_above_shank or Missing(("stock.kit.seat_above_shank",))
        return Missing(("hitch.kit",)) if self.distributing else Given(0.0, LENGTH)


def _loose(rig: Rig, balls: tuple[Verdict[Ball], ...]) -> str:
    """The ball on the vehicle, else the selected one where it is none of a mount's own."""
    selected = rig.part_named("ball")
    return selected if rig.choice("hitch.ball") or any(one.part.name == selected for one in balls) else ""


def _no_ball_for(shank: Shank, found: _InHole, whatever: _InHole, named: str) -> Failed | None:
    """Why no ball goes into a plain mount's hole, where one of the stock would serve if the hole were another."""
    if shank.ball_hole is None or whatever.ball is None:
        return None
    put = {"hole": (shank.ball_hole.value, LENGTH, "nearest")}
    if named:
        judged = in_force(found.balls, named)
        wrong = judged is not None and judged.rule == selection.SHANK_DIAMETER
        return (
            Failed("ball hole", Phrase("The ball on the vehicle does not fit its hole of {hole}.", put), False)
            if wrong
            else None
        )
    if any(one.state in (*selection.USABLE, PART_UNKNOWN) for one in found.balls):
        return None
    return Failed("ball hole", Phrase("No ball in the stock fits its hole of {hole} and the coupler.", put), False)


def _heights(
    rig: Rig,
    rules: Rules,
    tongue: Anything,
    geometry: heights.Geometry,
    couples: cases.Couples,
    head: Anything,
    stack: Anything,
    sinks: Anything | None,
) -> heights.Heights:
    """The height station up to the rise that a shank must make. ``sinks``: how far what is still to come sinks the trailer."""
    coupler = heights.coupler_to_top(rig, stack)
    if sinks is not None:
        coupler = work(
            "as taped − what is still to come sinks it",
            LENGTH,
            lambda taped, sinks: taped - sinks,
            None,
            taped=coupler,
            sinks=sinks,
        )
    receiver = heights.receiver_to_inside_top(rig)
    bare = heights.settled(tongue, assumed(0.0, "couple"), geometry)
    settled = heights.settled(tongue, couples.aim, geometry)
    offset = heights.ball_offset(rules, tongue, settled.ball, coupler, rig.figure("hitch.old_ball_height"))
    wanted = _leaning(
        work(
            "ball height = level coupler height + offset",
            LENGTH,
            heights.ball_height_uncoupled,
            Rule(f"Ball offset: {rules.offset.name}.", rules.offset.source, rules.offset.authority),
            coupler=coupler,
            offset=offset,
        ),
        rules,
        geometry.L,
        rig.figure("trailer.frame_length"),
    )
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
    level = heights.level_height(coupler, offset if rules.offset.lifted else settled.ball)
    slack = work(
        "slack = 1¼ in · L / frame length", LENGTH, lambda L, frame: heights.level_slack(ATTITUDE.value, L, frame),
        ATTITUDE.rule, L=geometry.L, frame=rig.figure("trailer.frame_length"),
    )  # fmt: skip
    none = Missing(("hitch.shank",))
    return heights.Heights(
        coupler=coupler, receiver=receiver, bare=bare, settled=settled, offset=offset, ball_wanted=wanted, level=level,
        slack=slack, rise_wanted=rise, ball_standing=none, ball_is_measured=False, attitude=heights.Attitude(none, none, none),
    )  # fmt: skip


def _leaning(level: Figure | Missing, rules: Rules, L: Anything, frame: Anything) -> Figure | Missing:
    """The ball's height for a trailer that should stand a little off level.

    As it was where that cannot be told, and where a hitch's own manual says how high the ball goes.
    """
    school = rules.level
    by_its_manual = rules.offset.authority is Authority.HITCH_HANDBOOK
    if not school.aim or by_its_manual or isinstance(L, Missing) or isinstance(frame, Missing):
        return level
    return work(
        "ball height = level ball + aim · L / frame", LENGTH,
        lambda level, L, frame: level + heights.level_slack(school.aim, L, frame),
        Rule(school.means, school.source, school.authority), level=level, L=L, frame=frame,
    )  # fmt: skip


def with_the_ball(fitted: Fitted, rig: Rig, shank: Verdict[Shank] | None, kit: Kit | None) -> heights.Heights:
    """The heights with the ball where it stands: as measured on the vehicle, else where the chosen hole puts it."""
    found, ball = fitted.heights, fitted.ball
    stack = ball.stack_height if ball and ball.stack_height else Missing(("hitch.ball",))
    at = heights.standing_ball_to_top(rig, stack)
    measured = not isinstance(at, Missing)
    if not measured and rig.hitch.ball_height is None and shank and shank.position and ball:
        at = work(
            "ball = receiver + rise + head + stack",
            LENGTH,
            lambda receiver, rise, head, stack: receiver + rise + head + stack,
            None,
            "Less the play of the reducer sleeve." if shank.sleeve else "",
            receiver=found.receiver,
            rise=Given(shank.position.rise - sag(shank.sleeve), LENGTH, sure(found.receiver).provenance),
            head=there(kit.seat_above_shank) if kit else Given(0.0, LENGTH, sure(found.receiver).provenance),
            stack=stack,
        )
    return replace(
        found,
        ball_standing=at,
        ball_is_measured=measured,
        attitude=heights.attitude(at, found.ball_wanted, found.level, rig),
    )


def hardware(*parts: Kit | Shank | Sleeve | None) -> Figure | Given:
    """Weight of the hitch itself, kg; a part whose weight is not known weighs an assumed nothing."""
    known = {
        type(part).__name__.lower(): part.own_weight
        for part in parts
        if part is not None and part.own_weight is not None
    }
    if not known:
        return assumed(0.0, "weight")
    found = work("hardware = " + " + ".join(known), "weight", lambda **all: sum(all.values()), None, **known)
    assert isinstance(found, Figure)
    return found
