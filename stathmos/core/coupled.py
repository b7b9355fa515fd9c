"""The coupled rig before the parts meet: three states, with the spring bars as springs where their geometry is known.

The bars' couple is solved with the vehicle's and the trailer's equations in one linear
step (`statics.equilibrium_with_bars`). Where a family's geometry is not in the catalogue
the bars are taken to be set to the school's aim, and the handbook's settings stand.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from stathmos.core import heights, statics
from stathmos.core.figures import STATICS, Anything, Figure, Given, Missing, Phrase, Rule, constant, wanting, work
from stathmos.core.heights import Geometry
from stathmos.core.ratings import demands
from stathmos.core.rules import RestorationSchool
from stathmos.core.stock import CHAIN, Kit
from stathmos.core.units import ANGLE, COUNT, COUPLE, LENGTH, SHARE, SLOPE, WEIGHT

_SPRING = Rule("M = K·max(0, φ), φ = φ₀ + vehicle pitch − trailer pitch; one linear solve.", STATICS)


def bar_stiffness(k_bar: float, d: float) -> float:
    """Rotary rate of two spring bars at the ball, kg·mm a radian.  K = 2·k_bar·d²

    >>> bar_stiffness(k_bar=350, d=27)
    510300
    """
    return 2 * k_bar * d**2


def set_wind(tilt: float, washers: float, lift: float, steps: float, d: float) -> float:
    """Wind that the settings put into the bars, radians.  φ₀ = tilt·washers + lift·steps / d

    ``washers`` and ``steps`` beyond those at which the bars just touch.

    >>> round(set_wind(tilt=0.012, washers=3, lift=31.75, steps=1, d=700.0), 4)
    0.0814
    """
    return tilt * washers + lift * steps / d


@dataclass(frozen=True)
class Settings:
    """What the fitter begins with. ``source``: ``model``, or ``handbook`` where the geometry is not known. ``wind`` radians."""

    washers: int | None
    steps: int | None
    step_word: str
    source: str
    wind: Figure | Missing


@dataclass(frozen=True)
class State:
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

    states: tuple[State, ...]
    settings: Settings | None
    couple: Anything


@dataclass(frozen=True)
class Rest:
    """What the states are worked out from: the loads and lengths of this rig on this hitch."""

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


def _steps_sign(kit: Kit) -> float:
    """A bracket hole more winds the bars; a working link more slackens them."""
    return -1.0 if kit.step_word is not None and kit.step_word.typed == "link" else 1.0


def _number(given: Given | None) -> int | None:
    return None if given is None else int(given.value)


def wind_of(kit: Kit, washers: int | None, steps: int | None, bracket: Anything) -> Figure | Missing:
    """φ₀ of some settings, radians; `Missing` where the family's geometry is not in the catalogue."""
    pairs = {"tilt": kit.washer_tilt, "washers_slack": kit.washers_slack} if washers is not None else {}
    pairs |= {"lift": kit.step_lift, "steps_slack": kit.steps_slack} if steps is not None else {}
    needs = tuple(f"stock.kit.{name}" for name, given in pairs.items() if given is None)
    if needs or not pairs:
        return Missing(needs or ("stock.kit.washer_tilt",))
    sign = _steps_sign(kit)
    terms: dict[str, Anything] = {**pairs, "d": bracket}
    for name, number in (("washers", washers), ("steps", steps)):
        if number is not None:
            terms[name] = constant(float(number), COUNT)

    def phi(d: float, **set_to: float) -> float:
        more = set_to.get("washers", 0.0) - set_to.get("washers_slack", 0.0)
        up = sign * (set_to.get("steps", 0.0) - set_to.get("steps_slack", 0.0))
        return set_wind(set_to.get("tilt", 0.0), more, set_to.get("lift", 0.0), up, d)

    return work("φ₀ = tilt · (washers − slack) + lift · (steps − slack) / d", ANGLE, phi, None, **terms)


def _solve(rest: Rest, wind: Anything) -> Figure | Missing:
    """The couple of the bars in equilibrium, kg·mm."""
    geometry = rest.geometry
    k_bar = rest.kit.bar_rate if rest.kit and rest.kit.bar_rate else Missing(("stock.kit.bar_rate",))

    def couple(T, w, o, L, k_f, k_r, k_bar, d, wind, ball, coupler) -> float:  # noqa: PLR0913
        K = bar_stiffness(k_bar, d)
        return statics.equilibrium_with_bars(T, w, o, L, k_f, k_r, K, wind, ball - coupler).M

    return work(
        "M = K · max(0, φ₀ + vehicle pitch − trailer pitch),  K = 2 · k_bar · d²", COUPLE, couple, _SPRING,
        T=rest.tongue, w=geometry.w, o=geometry.o, L=geometry.L, k_f=geometry.k_f, k_r=geometry.k_r,
        k_bar=k_bar, d=rest.bracket, wind=wind, ball=rest.ball, coupler=rest.coupler,
    )  # fmt: skip


def _per_setting(kit: Kit, d: float) -> tuple[tuple[float, float], tuple[float, float]]:
    """Wind of one washer and of one step, radians, each with the number at which the bars just touch."""

    def value(given: Given | None) -> float:
        return 0.0 if given is None else given.value

    lift = _steps_sign(kit) * value(kit.step_lift)
    return (value(kit.washer_tilt), value(kit.washers_slack)), (
        set_wind(0.0, 0.0, lift, 1.0, d),
        value(kit.steps_slack),
    )


def restoration_by_settings(rest: Rest) -> Callable[[float | None, float | None], float] | None:
    """The restoration of washers and steps in plain numbers; None where the geometry of rig or bars is not known."""
    kit = rest.kit
    if kit is None or kit.bar_rate is None:
        return None
    wind = wind_of(kit, _number(kit.washers_start), _number(kit.steps_start), rest.bracket)
    lengths = (getattr(rest.geometry, name) for name in ("w", "o", "L", "k_f", "k_r"))
    if wanting(wind, rest.tongue, rest.bracket, rest.ball, rest.coupler, *lengths):
        return None
    return _tried(rest, kit)


def _tried(rest: Rest, kit: Kit) -> Callable[[float | None, float | None], float]:
    """The restoration of some settings, in plain numbers, for the search."""
    geometry, K = rest.geometry, bar_stiffness(kit.bar_rate.value, rest.bracket.value)
    at = [one.value for one in (rest.tongue, geometry.w, geometry.o, geometry.L, geometry.k_f, geometry.k_r)]
    offset = rest.ball.value - rest.coupler.value

    per_washer, per_step = _per_setting(kit, rest.bracket.value)

    def tried(washers: float | None, steps: float | None) -> float:
        wind = sum(
            per * (number - slack)
            for (per, slack), number in ((per_washer, washers), (per_step, steps))
            if number is not None
        )
        M = statics.equilibrium_with_bars(*at, K, wind, offset).M
        return statics.restoration(M, at[0], at[2], at[3])

    return tried


def starting_settings(rest: Rest) -> Settings | None:
    """Washers and holes to begin with: the model's where the family's geometry is known, else the handbook's.

    Head tilt first; brackets or links only where tilt alone does not reach the school's window.
    """
    kit = rest.kit
    if kit is None:
        return None
    washers, steps = _number(kit.washers_start), _number(kit.steps_start)
    word = kit.step_word.typed if kit.step_word else ""
    tried, school = restoration_by_settings(rest), rest.school
    if tried is None:
        return Settings(washers, steps, word, "handbook", wind_of(kit, washers, steps, rest.bracket))
    by_washers = [(number, steps) for number in _range(kit.washers_least, kit.washers_most, washers)]
    by_steps = [(number, step) for number, _ in by_washers for step in _range(kit.steps_least, kit.steps_most, steps)]
    for group in (by_washers, by_steps):
        best = min(group, key=lambda pair: (round(abs(tried(*pair) - school.aim), 4), pair))
        if school.low <= tried(*best) <= school.high:
            break
    return Settings(*best, word, "model", wind_of(kit, *best, rest.bracket))


def _range(least: Given | None, most: Given | None, start: int | None) -> list[int | None]:
    if start is None or least is None or most is None or least.value > most.value:
        return [start]
    return list(range(int(least.value), int(most.value) + 1))


def couple_on(rest: Rest, settings: Settings | None) -> Anything:
    """The couple with the bars on: solved where their geometry is known, else as the school aims; none without bars."""
    if settings is None:
        return constant(0.0, COUPLE)
    solved = _solve(rest, settings.wind)
    return rest.aim if isinstance(solved, Missing) else solved


def _state(key: str, name: str, rest: Rest, M: Anything) -> State:
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
        settle=sunk.ball,
    )
    pitch = work(
        "pitch = (coupled ball − level ball) / L", SLOPE, statics.trailer_pitch, None,
        ball_coupled=ball, ball_level=rest.coupler, L=geometry.L,
    )  # fmt: skip
    bare = key == "bare"
    none = constant(0.0, WEIGHT)
    return State(
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
    uncoupled = State(
        "uncoupled", "Uncoupled", level, level, rest.ball, level, rest.front, rest.rear, None, none, none, None
    )
    states = [uncoupled, _state("bare", "Coupled, no bars" if rest.kit else "Coupled", rest, constant(0.0, COUPLE))]
    if rest.kit is not None:
        states.append(_state("bars", "Bars on", rest, M))
    return Coupled(tuple(states), settings, M)


@dataclass(frozen=True)
class Asked:
    """What if: head moved by ``holes`` of ``pitch`` mm, washers and steps more, kg more on the tongue, springs softer by a share."""

    holes: int = 0
    pitch: float = 0.0
    washers: int = 0
    steps: int = 0
    tongue: float = 0.0
    softer: float = 0.0

    @property
    def nothing(self) -> bool:
        return not (self.holes or self.washers or self.steps or self.tongue or self.softer)


@dataclass(frozen=True)
class Answer:
    """The rig as asked for, what changes against the last of its states, and why in words."""

    state: State
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
        washers = None if settings.washers is None else settings.washers + asked.washers
        steps = None if settings.steps is None else settings.steps + asked.steps
        settings = replace(settings, washers=washers, steps=steps, wind=wind_of(rest.kit, washers, steps, rest.bracket))
    before = now.states[-1]
    M = constant(0.0, COUPLE) if before.key == "bare" else couple_on(changed, settings)
    solved = settings is not None and not isinstance(_solve(rest, now.settings.wind), Missing)
    if before.key != "bare" and not solved and not (asked.washers or asked.steps):
        M = now.couple  # set as it was: without the bars' geometry nobody knows how they answer
    if before.key != "bare" and not solved and (asked.washers or asked.steps):
        return Missing(settings.wind.needs if isinstance(settings.wind, Missing) else ("stock.kit.bar_rate",))
    then = _state(before.key, "As asked", changed, M)
    if wanting(then.front, then.rear, then.ball_height, before.front, before.rear, before.ball_height):
        return Missing(wanting(then.front, then.rear, then.ball_height, before.front, before.rear, before.ball_height))
    changes = {
        name: getattr(then, name).value - getattr(before, name).value
        for name in _TOLD
        if not wanting(getattr(then, name), getattr(before, name))
    }
    return Answer(then, changes, _explained(rest, now, asked, before, then, solved))


def _explained(rest: Rest, now: Coupled, asked: Asked, before: State, then: State, solved: bool) -> tuple[Phrase, ...]:
    """Why it changes, in words."""
    says = []
    put = {
        "by": (abs(asked.holes) * asked.pitch, LENGTH, "nearest"),
        "tongue": (abs(asked.tongue), WEIGHT, "nearest"),
        "softer": (asked.softer, SHARE, "nearest"),
    }
    if then.restoration is not None and not wanting(before.restoration, then.restoration):
        put |= {
            "before": (before.restoration.value, SHARE, "nearest"),
            "then": (then.restoration.value, SHARE, "nearest"),
            "was": (getattr(before.bar_each, "value", 0.0), WEIGHT, "up"),
            "is": (getattr(then.bar_each, "value", 0.0), WEIGHT, "up"),
        }
    chain = rest.kit is not None and rest.kit.bar_style is not None and rest.kit.bar_style.typed == CHAIN
    hold = "chains" if chain else "brackets"
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
    if (asked.washers or asked.steps) and solved:
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
