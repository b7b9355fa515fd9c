"""From what is measured so far to the next thing to do: begin, measure, change one setting, move the head, or stop."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import hypot

from stathmos.core import statics
from stathmos.core.assess import Assessment
from stathmos.core.bay import coach
from stathmos.core.bay.advice import BEGIN, EQUALISE, HEAD, MEASURE, Effect, Next, effects, in_words, kind_words
from stathmos.core.bay.arches import Arches
from stathmos.core.bay.coach import CHANGE, DONE, USED_UP, Advice
from stathmos.core.bay.learn import STEPS, WASHERS, Line, Setting
from stathmos.core.bay.trials import Tried, ranges
from stathmos.core.bay.windows import Window, front_words
from stathmos.core.figures import Anything, Missing, Phrase, wanting
from stathmos.core.heights import hole_pitch
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import BUMPER
from stathmos.core.rules import ATTITUDE_TOLERANCE
from stathmos.core.stock import Kit
from stathmos.core.units import LENGTH, SHARE


@dataclass(frozen=True)
class Bench:
    """All that the next step is chosen from. ``next_kits``: the next down and the next up;
    ``own_springs``: the marks told both axles' rates."""

    rig: Rig
    now: Assessment
    kit: Kit
    arches: Arches
    trials: tuple[Tried, ...]
    window: Window
    restoration: Anything
    line: Line | None
    u_of_one: float
    attitude: Anything
    next_kits: tuple[Kit | None, Kit | None]
    own_springs: bool


def next_step(bench: Bench) -> tuple[Next, tuple[Effect, ...]]:
    """The next step, and what has been learned of this rig's own."""
    rise = bench.arches.rise
    learned = () if bench.line is None or isinstance(rise, Missing) else effects(bench.line, bench.kit, rise.value)
    return _step(bench, learned), learned


def _step(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    if isinstance(bench.arches.rise, Missing) and bench.window.low_height is None:
        return _measure_first()
    if not bench.trials:
        return _begin(bench)
    last = bench.trials[-1]
    trial = last.trial
    if (
        trial.steps_left is not None
        and trial.steps_right is not None
        and trial.steps_left.value != trial.steps_right.value
    ):
        return Next(
            EQUALISE, Phrase("Set both sides the same, then measure C."),
            Phrase(f"{trial.steps_left.value:g} on the left and {trial.steps_right.value:g} on the right twist both frames."), {},
        )  # fmt: skip
    if isinstance(last.state.front, Missing):
        says = (
            "The head has moved: every C before it is void. Measure C again."
            if last.void or "hole" in last.changed
            else "Measure C: the marks with the bars on."
        )
        return Next(MEASURE, Phrase(says), Phrase("A setting is judged by its own marks."), {})
    if last.setting is None:
        return Next(
            MEASURE, Phrase("Count how the bars are set."), Phrase("Without its setting a trial teaches nothing."), {}
        )
    if bench.line is None or bench.window.low is None or isinstance(bench.restoration, Missing):
        return _nothing_to_go_by(bench)
    return _coached(bench, last.setting, learned)


def _begin(bench: Bench) -> Next:
    """The first setting: the model's with this rig's own springs, or the handbook's."""
    settings = bench.now.coupled.settings
    if settings is None or (settings.washers is None and settings.steps is None):
        return Next(
            BEGIN,
            Phrase("Set the bars as the hitch handbook begins, and write down how."),
            Phrase("The kit's settings are not in the catalogue."),
            {},
        )
    parts = []
    if settings.washers is not None:
        parts.append(kind_words(bench.kit, WASHERS, settings.washers))
    if settings.steps is not None:
        parts.append(kind_words(bench.kit, STEPS, settings.steps) + " on both sides")
    position = bench.now.choice.position
    setting = Setting(settings.washers or 0.0, settings.steps or 0.0, position.hole if position else None)
    springs = (
        "with the springs this rig's own marks told"
        if bench.own_springs
        else "with typical springs: the tape could not tell this rig's own"
    )
    model = settings.source == "model"
    why = f"The model's setting, {springs}." if model else "The hitch handbook's setting to begin with."
    return Next(
        BEGIN,
        Phrase(f"Set {' and '.join(parts)}, put the bars on, and measure C."),
        Phrase(why),
        new_trial(bench, setting),
    )


def new_trial(bench: Bench, setting: Setting) -> dict[str, str]:
    """What a new trial of a setting writes down, by path."""
    key = f"trial_{len(bench.trials) + 1}"
    kit, written = bench.kit, {}
    if kit.washers_start is not None or kit.washers_most is not None:
        written["washers"] = f"{setting.washers:g}"
    if kit.steps_start is not None or kit.steps_most is not None:
        written |= {"steps_left": f"{setting.steps:g}", "steps_right": f"{setting.steps:g}"}
    if setting.hole is not None:
        written["hole"] = f"{setting.hole:g}"
    return {f"trials.{key}.{name}": text for name, text in written.items()}


def _measure_first() -> Next:
    return Next(
        MEASURE,
        Phrase("Measure states A and B first."),
        Phrase("What the bars give back is reckoned from what coupling took."),
        {},
    )


def _nothing_to_go_by(bench: Bench) -> Next:
    rise = bench.arches.rise
    if isinstance(rise, Missing):
        return _measure_first()
    if bench.window.low is None and bench.window.low_height is not None:
        return Next(
            MEASURE,
            bench.window.says,
            Phrase("Matched by its heights alone; without a rise in front the tape cannot say how far one step goes."),
            {},
        )
    return Next(
        coach.NOISE, Phrase("Stop here: coupling moved the front mark less than the tape can tell."),
        Phrase(
            "It rose {rise}, give or take {u}. On a stiff vehicle the tape cannot say what the bars give back: weigh passes 1 to 3 on a weighbridge.",
            {"rise": (rise.value, LENGTH, "nearest"), "u": (2 * rise.u, LENGTH, "up")},
        ), {},
    )  # fmt: skip


def _coached(bench: Bench, setting: Setting, learned: tuple[Effect, ...]) -> Next:
    window, rise, b = bench.window, bench.arches.rise.value, bench.arches.b.front.value
    target = coach.Target(window.low, window.high, window.aim)
    measured = (bench.restoration.value, bench.restoration.u)
    advice = coach.advise(
        bench.line, setting, measured, target, ranges(bench.kit), bench.now.rules.adjust_first, bench.u_of_one
    )
    if advice.verdict in (DONE, USED_UP) and not isinstance(bench.attitude, Missing):
        moved = _move_the_head(bench, setting, advice, learned)
        if moved is not None:
            return moved
    front = front_words(bench.rig.choice("bay.marks") == BUMPER)
    says, why = in_words(advice, bench.kit, window, rise, b, front)
    if advice.verdict == USED_UP:
        why = _used_up(bench, advice, why)
    if advice.verdict != CHANGE:
        return Next(advice.verdict, says, why, {}, likely=advice.now_likely, effects=learned)
    rail = _rail_then(bench, advice.mean - measured[0], advice.u)
    return Next(
        CHANGE, says, why, new_trial(bench, advice.to), b - advice.mean * rise, 2 * advice.u * rise,
        rail[0] if rail else None, rail[1] if rail else None, advice.likely, learned,
    )  # fmt: skip


def _used_up(bench: Bench, advice: Advice, why: Phrase) -> Phrase:
    other = bench.next_kits[1] if advice.wants_more else bench.next_kits[0]
    named = f" In the stock: “{other.name}”." if other is not None else " The stock has none of this family."
    return Phrase(why.template + named, why.quantities)


def _ball_per_restoration(bench: Bench) -> float | None:
    """How far the ball rises for all of the restoration, mm."""
    g, T = bench.now.rest.geometry, bench.now.rest.tongue
    if wanting(g.w, g.o, g.L, g.k_f, g.k_r, T):
        return None
    at = [one.value for one in (T, g.w, g.o, g.L, g.k_f, g.k_r)]
    full = statics.couple_for_restoration(1.0, at[0], at[2], at[3])
    return statics.settle(at[0], 0.0, *at[1:]) - statics.settle(at[0], full, *at[1:])


def _rail_then(bench: Bench, more: float, u: float) -> tuple[float, float] | None:
    """Rail front less rear predicted for so much more restoration, and its expanded uncertainty, mm.

    The ball comes up, and the rail's front with it. ``u``: standard uncertainty of the restoration predicted.
    """
    rest, lifts = bench.now.rest, _ball_per_restoration(bench)
    if isinstance(bench.attitude, Missing) or wanting(rest.geometry.L, rest.frame) or lifts is None:
        return None
    per = lifts / rest.geometry.L.value * rest.frame.value
    return bench.attitude.value + more * per, 2 * hypot(bench.attitude.u, u * per)


def _move_the_head(bench: Bench, setting: Setting, advice: Advice, learned: tuple[Effect, ...]) -> Next | None:
    """The rail beyond 1¼ in: the head down a hole where it is high in front, up where it is low; C is void then."""
    apart, rest = bench.attitude.value, bench.now.rest
    if abs(apart) <= ATTITUDE_TOLERANCE or wanting(rest.geometry.L, rest.frame):
        return None
    position, pitch = bench.now.choice.position, hole_pitch(bench.now.choice.in_force.shank)
    ball = apart * rest.geometry.L.value / rest.frame.value
    holes = max(1, round(abs(ball) / pitch))
    way = "down" if apart > 0 else "up"
    left = (position.holes_down if way == "down" else position.holes_up) if position else None
    put = {
        "apart": (abs(apart), LENGTH, "up"),
        "ball": (holes * pitch, LENGTH, "nearest"),
        "likely": (advice.now_likely, SHARE, "down"),
    }
    high = "high" if apart > 0 else "low"
    if left is not None and left < holes:
        more = "drop" if way == "down" else "rise"
        return Next(
            USED_UP,
            Phrase("The shank is used up."),
            Phrase(
                f"The rail stands {{apart}} {high} in front, and the head has {left} holes left {way}: a shank with more {more}.",
                put,
            ),
            {},
            effects=learned,
        )
    hole = None if setting.hole is None else setting.hole + (holes if way == "up" else -holes)
    words = "a hole" if holes == 1 else f"{holes} holes"
    turn = "winds the bars: they will carry more" if way == "down" else "unwinds the bars: they will carry less"
    return Next(
        HEAD, Phrase(f"Move the head {way} {words}, then measure C again."),
        Phrase(f"The rail stands {{apart}} {high} in front. {{ball}} {way} {turn}. Every C measured before is void; A and B stand.", put),
        new_trial(bench, replace(setting, hole=hole)), effects=learned,
    )  # fmt: skip
