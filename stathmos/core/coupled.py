"""The coupled rig before the parts meet: three states, with the spring bars as springs where their geometry is known.

The bars' couple is solved with the vehicle's and the trailer's equations in one linear
step (`statics.equilibrium_with_bars`). Where a family's geometry is not in the catalogue
the bars are taken to be set to the school's aim, and the handbook's settings stand.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from itertools import product
from typing import Protocol

from stathmos.core import heights, statics
from stathmos.core.families import USUAL
from stathmos.core.figures import STATICS, Anything, Figure, Given, Missing, Rule, constant, sure, there, wanting, work
from stathmos.core.heights import Geometry
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import demands
from stathmos.core.schools import TILT_FIRST, OrderSchool, RestorationSchool
from stathmos.core.settings import LIFTS, PLACES, TABLE, TILTS, Allowed, settings_of
from stathmos.core.stock import Kit
from stathmos.core.uncertainty import rectangular
from stathmos.core.units import ANGLE, COUNT, COUPLE, LENGTH, SHARE, SLOPE, WEIGHT

_SPRING = Rule("M = K·max(0, φ), φ = φ₀ + vehicle pitch − trailer pitch; one linear solve.", STATICS)


def bar_stiffness(k_bar: float, d: float) -> float:
    """Rotary rate of two spring bars at the ball, kg·mm a radian.  K = 2·k_bar·d²

    >>> bar_stiffness(k_bar=350, d=27)
    510300
    """
    return 2 * k_bar * d**2


def bar_rate_at(k: float, stated: float, d: float) -> float:
    """Vertical rate of one bar at another distance from the ball than it is stated at.  k · (stated / d)³

    A bar rooted near the ball is a cantilever: its rate falls with the cube of the distance, so that K = 2·k·d² falls
    as 1/d when the bracket moves out. ``k`` kg/mm at ``stated`` mm, for ``d`` mm.

    Sources: [1] a cantilever's end deflection F·l³/(3·E·I), any textbook of the strength of materials.

    >>> bar_rate_at(k=350.0, stated=27.0, d=27.0), round(bar_rate_at(350.0, 27.0, 24.0), 3)
    (350.0, 498.34)
    """
    return k * (stated / d) ** 3


#: how far a bar's rate, the tilt or lift of a step and the count at which bars just touch are known, half-widths: from memory
RATE_WITHIN, EFFECT_WITHIN, SLACK_WITHIN = 0.20, 0.15, 1.0


def _known_to(given: Given, name: str, half_width: float) -> Given:
    """A kit's figure with how far it is known."""
    return replace(given, path=f"stock.kit.{name}", u=max(given.u, rectangular(half_width)))


def rate_stated_at(kit: Kit, bracket: Anything) -> Anything:
    """The distance from the ball at which a bar's rate is stated, mm: as its maker says, else where he prefers the bracket."""
    return kit.bar_rate_at or kit.bracket_distance or bracket


def set_wind(tilt: float, washers: float, lift: float, steps: float, d: float) -> float:
    """Wind that the settings put into the bars, radians.  φ₀ = tilt·washers + lift·steps / d

    ``washers`` and ``steps`` beyond those at which the bars just touch.

    >>> round(set_wind(tilt=0.012, washers=3, lift=31.75, steps=1, d=700.0), 4)
    0.0814
    """
    return tilt * washers + lift * steps / d


@dataclass(frozen=True, kw_only=True)
class Settings:
    """What the fitter begins with: how many of each kind, by the kind's key, in the order of the family.

    ``source``: ``model``, or ``handbook`` where the geometry is not known. ``wind`` radians.
    """

    counts: Mapping[str, float]
    source: str
    wind: Figure | Missing


MODEL, BY_HANDBOOK = "model", "handbook"


@dataclass(frozen=True)
class CoupledState:
    """The rig in one state. Drops and heights mm, down positive; axle loads, bar and ball forces kg.

    ``trailer_axles`` and ``restoration`` are None uncoupled: some of the trailer stands on its jack.
    """

    key: str
    name: str
    front_drop: Anything
    rear_drop: Anything
    ball_height: Anything
    rail: Anything
    front: Anything
    rear: Anything
    trailer_axles: Anything | None
    bar_each: Anything
    on_ball: Anything
    restoration: Anything | None


@dataclass(frozen=True)
class Coupled:
    """Uncoupled, coupled without bars, bars on; and what was asked for besides."""

    states: tuple[CoupledState, ...]
    settings: Settings | None
    couple: Anything


@dataclass(frozen=True)
class Rest:
    """What the states are worked out from: the loads and lengths of this rig on this hitch. ``lifts``: what the head lowers the ball by
    before it is loaded, and lifts it by again; None where it lifts nothing."""

    tongue: Anything
    gross: Anything
    front: Anything
    rear: Anything
    geometry: Geometry
    ball: Anything
    coupler: Anything
    frame: Anything
    bracket: Anything
    kit: Kit | None
    school: RestorationSchool
    aim: Anything
    lifts: Anything | None = None


def wound(one: Allowed, count: float, d: float) -> float:
    """Wind that so many of one kind put into the bars, radians; nothing at the count where they just touch.

    A step that tilts the head by t counts t·n, one that lifts a bar's end by l counts l·n/d, and where a table has the
    bar's height the wind is what it hangs lower than where it touches, over d. Zero where the catalogue lacks it.
    """
    if one.needs:
        return 0.0
    assert one.slack is not None
    if one.kind.works == TABLE:
        touching, here = one.height(one.slack.value), one.height(count)
        return 0.0 if touching is None or here is None else (touching.value - here.value) / d
    assert one.effect is not None
    tilt, lift = (one.effect.value, 0.0) if one.kind.works == TILTS else (0.0, one.effect.value)
    per_step = one.kind.winds * set_wind(tilt, 1.0, lift, 1.0, d)
    return per_step * (count - one.slack.value)


def wind_of(kit: Kit, counts: Mapping[str, float], bracket: Anything) -> Figure | Missing:
    """φ₀ of some settings, radians; `Missing` where the family's geometry is not in the catalogue."""
    set_so = [one for one in settings_of(kit) if one.kind.key in counts]
    needs = tuple(need for one in set_so for need in one.needs)
    if needs or not set_so:
        return Missing(needs or ("stock.kit.settings",))
    terms: dict[str, Anything] = {"d": bracket}
    formula = []
    for one in set_so:
        name = PLACES[one.kind.place].key
        terms[name] = constant(float(counts[one.kind.key]), COUNT)
        if one.kind.works == TABLE:
            touching, here = one.height(sure(one.slack).value), one.height(counts[one.kind.key])
            if touching is None or here is None:
                return Missing((f"stock.kit.{PLACES[one.kind.place].one}_height_{counts[one.kind.key]:g}",))
            terms |= {f"{name}_touching": touching, f"{name}_here": here}
            formula.append(f"(height touching − height at {name}) / d")
            continue
        effect = PLACES[one.kind.place].effect
        by, slack = there(one.effect), there(one.slack)
        terms |= {
            effect: _known_to(by, effect, EFFECT_WITHIN * by.value),
            f"{name}_slack": _known_to(slack, f"{name}_slack", SLACK_WITHIN),
        }
        formula.append(f"{effect.replace('_', ' ')} · ({name} − slack)" + (" / d" if one.kind.works == LIFTS else ""))

    def phi(d: float, **put: float) -> float:
        total = 0.0
        for one in set_so:
            name = PLACES[one.kind.place].key
            if one.kind.works == TABLE:
                total += (put[f"{name}_touching"] - put[f"{name}_here"]) / d
                continue
            effect, steps = put[PLACES[one.kind.place].effect], one.kind.winds * (put[name] - put[f"{name}_slack"])
            total += effect * steps if one.kind.works == TILTS else effect * steps / d
        return total

    return work("φ₀ = " + " + ".join(formula), ANGLE, phi, None, **terms)


def _solve(rest: Rest, wind: Anything) -> Figure | Missing:
    """The couple of the bars in equilibrium, kg·mm."""
    geometry = rest.geometry
    k_bar: Anything = Missing(("stock.kit.bar_rate",))
    stated: Anything = rest.bracket
    if rest.kit is not None and rest.kit.bar_rate is not None:
        k_bar = _known_to(rest.kit.bar_rate, "bar_rate", RATE_WITHIN * rest.kit.bar_rate.value)
        stated = rate_stated_at(rest.kit, rest.bracket)

    def couple(
        T: float, w: float, o: float, L: float, k_f: float, k_r: float,
        k_bar: float, stated: float, d: float, wind: float, ball: float, coupler: float,
    ) -> float:  # fmt: skip
        K = bar_stiffness(bar_rate_at(k_bar, stated, d), d)
        return statics.equilibrium_with_bars(T, w, o, L, k_f, k_r, K, wind, ball - coupler).M

    return work(
        "M = K · max(0, φ₀ + vehicle pitch − trailer pitch),  K = 2 · k_bar · (stated / d)³ · d²", COUPLE, couple, _SPRING,
        T=rest.tongue, w=geometry.w, o=geometry.o, L=geometry.L, k_f=geometry.k_f, k_r=geometry.k_r,
        k_bar=k_bar, stated=stated, d=rest.bracket, wind=wind, ball=rest.ball, coupler=rest.coupler,
    )  # fmt: skip


#: the restoration of so many of each kind, in plain numbers
Model = Callable[[Mapping[str, float]], float]


def begun_with(kit: Kit | None) -> dict[str, int]:
    """What the handbook begins with, by kind; a kind of which it says nothing is left out."""
    return {one.kind.key: one.begins_with for one in settings_of(kit) if one.begins_with is not None}


def model_of(rest: Rest) -> Model | None:
    """The restoration of a setting in plain numbers; None where the geometry of rig or bars is not known."""
    kit = rest.kit
    if kit is None or kit.bar_rate is None:
        return None
    wind = wind_of(kit, begun_with(kit), rest.bracket)
    g = rest.geometry
    if wanting(wind, rest.tongue, rest.bracket, rest.ball, rest.coupler, g.w, g.o, g.L, g.k_f, g.k_r):
        return None
    T, w, o, L, k_f, k_r = (sure(one).value for one in (rest.tongue, g.w, g.o, g.L, g.k_f, g.k_r))
    d, offset = sure(rest.bracket).value, sure(rest.ball).value - sure(rest.coupler).value
    k_bar = bar_rate_at(kit.bar_rate.value, sure(rate_stated_at(kit, rest.bracket)).value, d)
    K, kinds = bar_stiffness(k_bar, d), {one.kind.key: one for one in settings_of(kit)}

    def restored(counts: Mapping[str, float]) -> float:
        wind = sum(wound(kinds[kind], number, d) for kind, number in counts.items() if kind in kinds)
        return statics.restoration(statics.equilibrium_with_bars(T, w, o, L, k_f, k_r, K, wind, offset).M, T, o, L)

    return restored


class Aimed(Protocol):
    """A window in restoration, and where in it one aims."""

    @property
    def low(self) -> float:
        """No less than this."""

    @property
    def aim(self) -> float:
        """As near to this as can be."""

    @property
    def high(self) -> float:
        """No more than this."""


def starting_settings(rest: Rest, to: Aimed | None = None, order: OrderSchool = TILT_FIRST) -> Settings | None:
    """What to begin with: the model's where the family's geometry is known, else the handbook's.

    Stage by stage of the order: what a later stage changes is left as the handbook has it where the earlier ones reach the window.
    ``to``: the window; the rig's own restoration school's where none is given.
    """
    kit = rest.kit
    if kit is None:
        return None
    start, model, school = begun_with(kit), model_of(rest), to or rest.school
    if model is None:
        return Settings(counts=start, source=BY_HANDBOOK, wind=wind_of(kit, start, rest.bracket))

    def every(wheres: tuple[str, ...]) -> list[dict[str, float]]:
        """Every setting in which only the kinds at some places differ from the handbook's; halves where the kit has them."""
        ranges = {
            one.kind.key: _counts(one) if one.kind.where in wheres else [start[one.kind.key]]
            for one in settings_of(kit) if one.kind.key in start
        }  # fmt: skip
        return [dict(zip(ranges, counts, strict=True)) for counts in product(*ranges.values())]

    least = school.low if to is not None or rest.school.reached_from is None else rest.school.reached_from

    def rank(one: Mapping[str, float]) -> tuple[bool, float, int, tuple[float, ...]]:
        """What reaches the window first, then what comes nearest the aim; of two as near the one without a half."""
        found = model(one)
        halves = sum(count != int(count) for count in one.values())
        return not least <= found <= school.high, round(abs(found - school.aim), 4), halves, tuple(one.values())

    best: dict[str, float] = dict(start)
    wheres: tuple[str, ...] = ()
    for stage in order.stages:
        wheres = (*wheres, *stage)
        best = min(every(wheres), key=rank)
        if school.low <= model(best) <= school.high:
            break
    return Settings(counts=best, source=MODEL, wind=wind_of(kit, best, rest.bracket))


def _counts(one: Allowed) -> list[float]:
    """Every count that the kit allows; the one to begin with where its ends are not in the catalogue."""
    if one.least is not None and one.most is not None and one.least.value == one.most.value:
        return [int(one.least.value)]
    return [_plain(count) for count in one.counts()] or ([] if one.begins_with is None else [one.begins_with])


def _plain(count: float) -> float:
    """A whole count as a whole number."""
    return int(count) if count == int(count) else count


def couple_on(rest: Rest, settings: Settings | None) -> Anything:
    """The couple with the bars on: solved where their geometry is known, else as the school aims; none without bars."""
    if settings is None:
        return constant(0.0, COUPLE)
    solved = _solve(rest, settings.wind)
    return rest.aim if isinstance(solved, Missing) else solved


def _state(key: str, name: str, rest: Rest, M: Anything) -> CoupledState:
    """One coupled state under a couple of the bars."""
    geometry, T = rest.geometry, rest.tongue
    sunk = heights.settled(T, M, geometry)
    where = {"w": geometry.w, "o": geometry.o, "L": geometry.L}
    ball = work(
        "coupled = uncoupled − settle",
        LENGTH,
        lambda ball, settle: ball - settle,
        None,
        ball=rest.ball,
        settle=rest.lifts if rest.lifts is not None and key == "bars" else sunk.ball,
    )
    pitch = work(
        "pitch = (coupled ball − level ball) / L", SLOPE, statics.trailer_pitch, None,
        ball_coupled=ball, ball_level=rest.coupler, L=geometry.L,
    )  # fmt: skip
    bare = key == "bare"
    none = constant(0.0, WEIGHT)
    return CoupledState(
        key, name, sunk.front, sunk.rear, ball,
        work("rail = pitch · frame length", LENGTH, lambda pitch, frame: pitch * frame, None, pitch=pitch, frame=rest.frame),
        work("front = uncoupled + dF", WEIGHT, demands.front_axle_load, None, uncoupled=rest.front, T=T, M=M, **where),
        work("rear = uncoupled + dR", WEIGHT, demands.rear_axle_load, None, uncoupled=rest.rear, T=T, M=M, **where),
        work("GTW − TW + M / L", WEIGHT, demands.trailer_axle_load, None, GTW=rest.gross, TW=T, M=M, L=geometry.L),
        none if bare else work("P / 2 = M / (2 · d)", WEIGHT, lambda M, d: statics.bar_force(M, d) / 2, None, M=M, d=rest.bracket),
        T if bare else work("B = T + P · (1 − d / L)", WEIGHT, statics.ball_force, None, T=T, M=M, d=rest.bracket, L=geometry.L),
        constant(0.0, SHARE) if bare else work(
            "f = M · (L + o) / (T · o · L)", SHARE, statics.restoration, None, M=M, T=T, o=geometry.o, L=geometry.L
        ),
    )  # fmt: skip


def coupled(rest: Rest) -> Coupled:
    """The three states of a build with its starting settings."""
    settings = starting_settings(rest)
    M = couple_on(rest, settings)
    level, none = constant(0.0, LENGTH), constant(0.0, WEIGHT)
    uncoupled = CoupledState(
        "uncoupled", "Uncoupled", level, level, rest.ball, level, rest.front, rest.rear, None, none, none, None
    )
    states = [uncoupled, _state("bare", "Coupled, no bars" if rest.kit else "Coupled", rest, constant(0.0, COUPLE))]
    if rest.kit is not None:
        states.append(_state("bars", "Bars on", rest, M))
    return Coupled(tuple(states), settings, M)


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What if: head moved by ``holes`` of ``pitch`` mm, so many more of each kind of setting, kg more on the tongue, springs softer by a share."""

    holes: int = 0
    pitch: float = 0.0
    settings: Mapping[str, int] = field(default_factory=dict)
    tongue: float = 0.0
    softer: float = 0.0

    @property
    def nothing(self) -> bool:
        """Whether nothing was asked for."""
        return not (self.holes or self.set_otherwise or self.tongue or self.softer)

    @property
    def set_otherwise(self) -> bool:
        """Whether the bars were asked to be set otherwise."""
        return any(self.settings.values())


@dataclass(frozen=True)
class Answer:
    """The rig as asked for, what changes against the last of its states, and why in words."""

    state: CoupledState
    changes: Mapping[str, float]
    says: tuple[Phrase, ...]


_TOLD = (
    "front_drop", "rear_drop", "ball_height", "rail", "front", "rear", "trailer_axles", "bar_each", "on_ball", "restoration",
)  # fmt: skip


def what_if(rest: Rest, now: Coupled, asked: Asked) -> Answer | Missing:
    """The rig with something changed, everything else left as it is set."""
    geometry = rest.geometry
    if not isinstance(rest.tongue, Missing):
        # No more comes off the tongue than is on it; of nothing at all no share could be given back.
        asked = replace(asked, tongue=max(asked.tongue, 1.0 - rest.tongue.value))

    def more(known: Anything, by: float, formula: str) -> Anything:
        return (
            work(formula, known.dimension, lambda now: now + by, None, now=known)
            if not isinstance(known, Missing)
            else known
        )

    def softened(rate: Anything) -> Anything:
        return (
            work("rate · (1 − softer)", rate.dimension, lambda k: k * (1 - asked.softer), None, k=rate)
            if not isinstance(rate, Missing)
            else rate
        )

    changed = replace(
        rest,
        tongue=more(rest.tongue, asked.tongue, "TW + asked"),
        gross=more(rest.gross, asked.tongue, "GTW + asked"),
        ball=more(rest.ball, asked.holes * asked.pitch, "ball + holes · pitch"),
        geometry=replace(geometry, k_f=softened(geometry.k_f), k_r=softened(geometry.k_r)),
    )
    settings = now.settings
    if settings is not None and rest.kit is not None:
        counts = {kind: number + asked.settings.get(kind, 0) for kind, number in settings.counts.items()}
        settings = replace(settings, counts=counts, wind=wind_of(rest.kit, counts, rest.bracket))
    before = now.states[-1]
    M = constant(0.0, COUPLE) if before.key == "bare" else couple_on(changed, settings)
    solved = now.settings is not None and not isinstance(_solve(rest, now.settings.wind), Missing)
    if before.key != "bare" and not solved and not asked.set_otherwise:
        M = now.couple  # set as it was: without the bars' geometry nobody knows how they answer
    if before.key != "bare" and not solved and asked.set_otherwise:
        return Missing(
            settings.wind.needs
            if settings is not None and isinstance(settings.wind, Missing)
            else ("stock.kit.bar_rate",)
        )
    then = _state(before.key, "As asked", changed, M)
    if wanting(then.front, then.rear, then.ball_height, before.front, before.rear, before.ball_height):
        return Missing(wanting(then.front, then.rear, then.ball_height, before.front, before.rear, before.ball_height))
    changes = {
        name: getattr(then, name).value - getattr(before, name).value
        for name in _TOLD
        if not wanting(getattr(then, name), getattr(before, name))
    }
    return Answer(then, changes, _explained(rest, now, asked, before, then, solved))


def _explained(
    rest: Rest, now: Coupled, asked: Asked, before: CoupledState, then: CoupledState, solved: bool
) -> tuple[Phrase, ...]:
    """Why it changes, in words."""
    says = []
    put = {
        "by": (abs(asked.holes) * asked.pitch, LENGTH, "nearest"),
        "tongue": (abs(asked.tongue), WEIGHT, "nearest"),
        "softer": (asked.softer, SHARE, "nearest"),
    }
    if then.restoration is not None and not wanting(
        *(one for one in (before.restoration, then.restoration) if one is not None)
    ):
        put |= {
            "before": (sure(before.restoration).value, SHARE, "nearest"),
            "then": (sure(then.restoration).value, SHARE, "nearest"),
            "was": (getattr(before.bar_each, "value", 0.0), WEIGHT, "up"),
            "is": (getattr(then.bar_each, "value", 0.0), WEIGHT, "up"),
        }
    hold = rest.kit.held.hold if rest.kit is not None else USUAL.hold
    if asked.holes and solved:
        up = asked.holes > 0
        says.append(
            Phrase(
                f"The head {'up' if up else 'down'} {{by}} {'lifts' if up else 'lowers'} the trailer's nose with the ball. The frame turns "
                f"{'up towards' if up else 'down away from'} the bars' head end, so the {hold} hold the bars {'less' if up else 'more'} bent: they "
                f"{'unwind' if up else 'wind up'}, from {{was}} to {{is}} each, and restoration goes from {{before}} to {{then}}. "
                "So head height and head tilt are not set independently: move the head, then set the bars again.",
                put,
            )
        )
    if asked.holes and not solved and before.key == "bars":
        says.append(
            Phrase("The family's bar geometry is not in the catalogue: the bars' answer to the head is not worked out.")
        )
    if asked.set_otherwise and solved:
        says.append(
            Phrase(
                "The settings change how far the bars are bent: from {was} to {is} each, restoration from {before} to {then}.",
                put,
            )
        )
    if asked.tongue:
        says.append(
            Phrase(
                "The tongue {tongue} "
                + ("heavier" if asked.tongue > 0 else "lighter")
                + ": the rear axle takes more than that, the front gives some up, and the bars answer to the pitch.",
                put,
            )
        )
    if asked.softer:
        says.append(
            Phrase(
                "Springs {softer} softer settle more; the nose rises further, and that winds the bars by itself.", put
            )
        )
    return tuple(says)
