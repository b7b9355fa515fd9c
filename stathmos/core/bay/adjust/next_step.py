"""From what is measured so far to the next thing to do: begin, measure, change one setting, move the head, or stop."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import hypot

from stathmos.core import statics
from stathmos.core.bay.adjust import coach
from stathmos.core.bay.adjust.coach import CHANGE, DONE, USED_UP, Advice
from stathmos.core.bay.adjust.learn import Believed, LearnedLine
from stathmos.core.bay.adjust.words import BEGIN, EQUALISE, HEAD, MEASURE, Effect, Front, Next, effects, in_words
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.measure.trials import HEAD_MOVED, Setting, new_key
from stathmos.core.bay.measure.windows import Window, front_words
from stathmos.core.coupled import MODEL
from stathmos.core.figures import Missing, sure, there, wanting
from stathmos.core.heights import hole_pitch, holes_to_level, level_slack
from stathmos.core.phrases import Phrase
from stathmos.core.rig.bay import BUMPER, START
from stathmos.core.schools import Band
from stathmos.core.settings import KINDS, settings_of, written_at
from stathmos.core.stock import Kit
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH, SHARE


@dataclass(frozen=True, kw_only=True)
class Bench:
    """What the next step is chosen from: what was measured, on a kit, in a window; what its trials taught.

    ``u_of_one``: uncertainty of one more trial's restoration; ``lighter``/``stiffer``: the kits next to this one.
    """

    measured: Measured
    kit: Kit
    window: Window
    line: LearnedLine | None
    u_of_one: float
    lighter: Kit | None
    stiffer: Kit | None


def next_step(bench: Bench) -> tuple[Next, tuple[Effect, ...]]:
    """The next step, and what has been learned of this rig's own."""
    rise = bench.measured.arches.rise
    learned = () if bench.line is None or isinstance(rise, Missing) else effects(bench.line, bench.kit, rise.value)
    return _step(bench, learned), learned


def _step(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    measured = bench.measured
    if isinstance(measured.arches.rise, Missing) and bench.window.low_height is None:
        return _measure_first()
    if not measured.trials:
        return _begin(bench)
    last = measured.trials[-1]
    unequal = next((one for one in last.counted if one.unequal), None)
    if unequal is not None:
        left, right = (number for number in unequal.by_side.values() if number is not None)
        return Next(
            verdict=EQUALISE,
            says=Phrase("Set both sides the same, then measure C."),
            why=Phrase(f"{left:g} on the left and {right:g} on the right twist both frames."),
        )
    if not last.measured:
        says = (
            "The head has moved: every C before it is void. Measure C again."
            if last.void or HEAD_MOVED in last.changed
            else "Measure C: the marks with the bars on."
        )
        return Next(verdict=MEASURE, says=Phrase(says), why=Phrase("A setting is judged by its own marks."))
    if last.setting is None:
        why = Phrase("Without its setting a trial teaches nothing.")
        return Next(verdict=MEASURE, says=Phrase("Count how the bars are set."), why=why)
    restored = measured.restored
    if bench.line is None or bench.window.low is None or isinstance(restored, Missing):
        return _nothing_to_go_by(bench)
    return _coached(bench, last.setting, Believed(restored.value, restored.u), learned)


def _begin(bench: Bench) -> Next:
    """The first setting: the model's with this rig's own springs, or the handbook's."""
    earlier = _as_on_the_earlier_visit(bench)
    if earlier is not None:
        return earlier
    settings, position = bench.measured.now.coupled.settings, bench.measured.now.choice.position
    if settings is None or not settings.counts:
        return Next(
            verdict=BEGIN,
            says=Phrase("Set the bars as the hitch handbook begins, and write down how."),
            why=Phrase("The kit's settings are not in the catalogue."),
        )
    parts = [set_to(kind, number) for kind, number in settings.counts.items()]
    rates = bench.measured.rates
    springs = (
        "with typical springs: the tape could not tell this rig's own"
        if wanting(rates.front, rates.rear)
        else "with the springs this rig's own marks told"
    )
    why = (
        f"The model's setting, {springs}."
        if settings.source == MODEL
        else "The hitch handbook's setting to begin with."
    )
    setting = Setting(settings.counts, position.hole if position else None)
    return Next(
        verdict=BEGIN,
        says=Phrase(f"Set {' and '.join(parts)}, put the bars on, and measure C."),
        why=Phrase(why),
        entries=new_trial(bench, setting),
    )


def _as_on_the_earlier_visit(bench: Bench) -> Next | None:
    """The setting that was good on an earlier visit, where it came along whole."""
    bay, found = bench.measured.rig.bay, {}
    for one in settings_of(bench.kit):
        counts = [getattr(bay, START + name) for name in written_at(one.kind)]
        if any(count is None or count.value != counts[0].value for count in counts):
            return None
        found[one.kind.key] = counts[0].value
    if not found:
        return None
    setting = Setting(found, None if bay.start_hole is None else int(bay.start_hole.value))
    parts = [set_to(kind, number) for kind, number in found.items()]
    return Next(
        verdict=BEGIN,
        says=Phrase(f"Set {' and '.join(parts)}, put the bars on, and measure C."),
        why=Phrase("The setting that was good on the earlier visit: a start, and no more."),
        entries=new_trial(bench, setting),
    )


def set_to(kind: str, number: float) -> str:
    """“4 washers”, “3 bracket holes on both sides”."""
    return KINDS[kind].count(number) + (" on both sides" if KINDS[kind].sided else "")


def new_trial(bench: Bench, setting: Setting) -> Mapping[str, str]:
    """What a new trial of a setting writes down, by path."""
    place = f"trials.{new_key(bench.measured.trials)}"
    written = {
        f"{place}.{name}": f"{setting.of(one.kind.key):g}"
        for one in settings_of(bench.kit)
        for name in written_at(one.kind)
    }
    return written if setting.hole is None else {**written, f"{place}.hole": f"{setting.hole:g}"}


def _measure_first() -> Next:
    return Next(
        verdict=MEASURE,
        says=Phrase("Measure states A and B first."),
        why=Phrase("What the bars give back is reckoned from what coupling took."),
    )


def _nothing_to_go_by(bench: Bench) -> Next:
    rise = bench.measured.arches.rise
    if isinstance(rise, Missing):
        return _measure_first()
    if bench.window.low is None and bench.window.low_height is not None:
        why = "Matched by its heights alone; without a rise in front the tape cannot say how far one step goes."
        return Next(verdict=MEASURE, says=bench.window.says, why=Phrase(why))
    return Next(
        verdict=coach.NOISE,
        says=Phrase("Stop here: coupling moved the front mark less than the tape can tell."),
        why=Phrase(
            "It rose {rise}, give or take {u}. On a stiff vehicle the tape cannot say what the bars give back: weigh passes 1 to 3 on a weighbridge.",
            {"rise": (rise.value, LENGTH, "nearest"), "u": (2 * rise.u, LENGTH, "up")},
        ),
    )


def _coached(bench: Bench, setting: Setting, restored: Believed, learned: tuple[Effect, ...]) -> Next:
    measured, window = bench.measured, bench.window
    rise, b = sure(measured.arches.rise).value, sure(measured.arches.b.front).value
    target = Band(there(window.low), there(window.aim), there(window.high))
    allowed, order = settings_of(bench.kit), measured.now.rules.adjust_first
    advice = coach.advise(there(bench.line), setting, restored, target, allowed, order, bench.u_of_one)
    if advice.verdict in (DONE, USED_UP) and not isinstance(measured.attitude, Missing):
        moved = _move_the_head(bench, setting, advice, learned)
        if moved is not None:
            return moved
    called = front_words(measured.rig.choice("bay.marks") == BUMPER)
    says, why = in_words(advice, Front(name=called, window=window, b=b, rise=rise))
    if advice.verdict == USED_UP:
        why = _used_up(bench, advice, why)
    if advice.verdict != CHANGE:
        return Next(verdict=advice.verdict, says=says, why=why, likely=advice.now_likely, effects=learned)
    rail = _rail_then(measured, advice.mean - restored.mean, advice.u)
    return Next(
        verdict=CHANGE, says=says, why=why, entries=new_trial(bench, there(advice.to)),
        front=b - advice.mean * rise, front_u=2 * advice.u * rise,
        rail=rail.mean if rail else None, rail_u=rail.u if rail else None, likely=advice.likely, effects=learned,
    )  # fmt: skip


def _used_up(bench: Bench, advice: Advice, why: Phrase) -> Phrase:
    other = bench.stiffer if advice.wants_more else bench.lighter
    return why.then(f" In the stock: “{other.name}”." if other is not None else " The stock has none of this family.")


def _ball_per_restoration(measured: Measured) -> float | None:
    """How far the ball rises for all of the restoration, mm."""
    g, T = measured.now.rest.geometry, measured.now.rest.tongue
    if wanting(g.w, g.o, g.L, g.k_f, g.k_r, T):
        return None
    at = [sure(one).value for one in (T, g.w, g.o, g.L, g.k_f, g.k_r)]
    full = statics.couple_for_restoration(1.0, at[0], at[2], at[3])
    return statics.settle(at[0], 0.0, *at[1:]) - statics.settle(at[0], full, *at[1:])


def _rail_then(measured: Measured, more: float, u: float) -> Believed | None:
    """Rail front less rear predicted for so much more restoration, and its expanded uncertainty, mm.

    The ball comes up, and the rail's front with it. ``u``: standard uncertainty of the restoration predicted.
    """
    rest, lifts, apart = measured.now.rest, _ball_per_restoration(measured), measured.attitude
    if isinstance(apart, Missing) or wanting(rest.geometry.L, rest.frame) or lifts is None:
        return None
    per = lifts / sure(rest.geometry.L).value * sure(rest.frame).value
    return Believed(apart.value + more * per, 2 * hypot(apart.u, u * per))


def _move_the_head(bench: Bench, setting: Setting, advice: Advice, learned: tuple[Effect, ...]) -> Next | None:
    """The rail beyond 1¼ in: the head down a hole where it is high in front, up where it is low; C is void then."""
    now = bench.measured.now
    apart, rest = sure(bench.measured.attitude).value, now.rest
    if ATTITUDE.within(apart) or wanting(rest.geometry.L, rest.frame):
        return None
    position, pitch = now.choice.position, hole_pitch(now.choice.in_force.shank)
    ball = apart * sure(rest.geometry.L).value / sure(rest.frame).value
    slack = level_slack(ATTITUDE.value, sure(rest.geometry.L).value, sure(rest.frame).value)
    counted = holes_to_level(ball, pitch, slack)
    holes, lower = abs(counted or 1), apart > 0
    way, high = ("down", "high") if lower else ("up", "low")
    left = None if position is None else position.holes_down if lower else position.holes_up
    put = {
        "apart": (abs(apart), LENGTH, "up"),
        "ball": (holes * pitch, LENGTH, "nearest"),
        "likely": (advice.now_likely, SHARE, "down"),
    }
    if counted is None:
        says = f"The rail stands {{apart}} {high} in front, and a hole, {{ball}}, is further than it may be off either way: a shank with holes closer together."
        return Next(verdict=USED_UP, says=Phrase("The shank is used up."), why=Phrase(says, put), effects=learned)
    if left is not None and left < holes:
        says = f"The rail stands {{apart}} {high} in front, and the head has {left} holes left {way}: a shank with more {'drop' if lower else 'rise'}."
        return Next(
            verdict=USED_UP, says=Phrase("The shank is used up."), why=Phrase(says, put), effects=learned
        )  # fmt: skip
    hole = None if setting.hole is None else setting.hole + (-holes if lower else holes)
    words = "a hole" if holes == 1 else f"{holes} holes"
    turn = "winds the bars: they will carry more" if lower else "unwinds the bars: they will carry less"
    return Next(
        verdict=HEAD,
        says=Phrase(f"Move the head {way} {words}, then measure C again."),
        why=Phrase(
            f"The rail stands {{apart}} {high} in front. {{ball}} {way} {turn}. Every C measured before is void; A and B stand.",
            put,
        ),
        entries=new_trial(bench, replace(setting, hole=hole)),
        effects=learned,
    )
