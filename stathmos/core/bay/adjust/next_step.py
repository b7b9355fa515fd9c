"""From what is measured so far to the next thing to do: begin, measure, move the head, change one setting, or stop."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from math import hypot

from stathmos.core import statics
from stathmos.core.bay.adjust.case import Case, advised, as_the_couple_was, start
from stathmos.core.bay.adjust.coach import AGAIN, CHANGE, COARSE, HOPEFUL, USED_UP, Advice, best_elsewhere, free_kinds
from stathmos.core.bay.adjust.words import (
    BEGIN,
    EQUALISE,
    HEAD,
    MEASURE,
    TOO_TIGHT,
    Effect,
    Front,
    Next,
    effects,
    in_words,
)
from stathmos.core.bay.measure import Measured
from stathmos.core.bay.measure.arches import B, of_trial, read_twice
from stathmos.core.bay.measure.frames import at_marks, good_marks
from stathmos.core.bay.measure.learn import Believed
from stathmos.core.bay.measure.lines import HEAD_MOVED_U, HEAD_SHARE_U, hole_effect
from stathmos.core.bay.measure.trials import HEAD_MOVED, Setting, new_key, whose_rails_stand
from stathmos.core.bay.measure.windows import named_mark
from stathmos.core.bay_schools import INSIDE, OPEN
from stathmos.core.coupled import MODEL, Rest
from stathmos.core.figures import Given, Missing, sure, there, wanting
from stathmos.core.heights import Position, hole_pitch, level_slack
from stathmos.core.mounts import HOLE
from stathmos.core.phrases import Phrase, Quantity, as_text, joined
from stathmos.core.rig.bay import AGAIN as AGAIN_MARK
from stathmos.core.rig.bay import START
from stathmos.core.settings import KINDS, settings_of, written_at
from stathmos.core.stock import Kit
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.uncertainty import chance_between
from stathmos.core.units import COUPLE, LENGTH, SHARE

MOST_HOLES = 6  # that the head is moved at once


@dataclass(frozen=True, kw_only=True)
class Bench:
    """What the next step is chosen from. ``lighter``/``stiffer``: the kits next to this one."""

    measured: Measured
    case: Case
    lighter: Kit | None
    stiffer: Kit | None

    @property
    def kit(self) -> Kit:
        """The kit on the vehicle."""
        return self.case.kit


def next_step(bench: Bench) -> tuple[Next, tuple[Effect, ...]]:
    """The next step, and what has been learned of this rig's own."""
    rise, line = bench.case.frame.rise, bench.case.line
    learned = () if line is None or rise is None else effects(line, bench.kit, rise)
    return _step(bench, learned), learned


def _step(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    measured = bench.measured
    if not measured.trials:
        return (
            _measure_before_the_bars(bench)
            or _head_before_the_bars(bench)
            or _rock_before_the_bars(bench)
            or _begin(bench)
        )
    last = measured.trials[-1]
    unequal = next((one for one in last.counted if one.unequal), None)
    if unequal is not None:
        left, right = (number for number in unequal.by_side.values() if number is not None)
        return Next(
            verdict=EQUALISE,
            says=Phrase("Set both sides the same, then measure C."),
            why=Phrase(f"{left:g} on the left and {right:g} on the right twist both frames."),
        )
    if last.setting is None:
        why = Phrase("Without its setting a trial teaches nothing.")
        return Next(verdict=MEASURE, says=Phrase("Count how the hitch is set."), why=why)
    if last.would_not_go_on:
        return _too_tight(bench, last.setting)
    if not last.measured:
        says = (
            "The head has moved: every C before it is void. Measure C again."
            if last.void or HEAD_MOVED in last.changed
            else "Measure C: the marks with the hitch loaded."
        )
        return Next(verdict=MEASURE, says=Phrase(says), why=Phrase("A setting is judged by its own marks."))
    if isinstance(measured.attitude, Missing):
        ball_first = _head_before_the_bars(bench)
        if ball_first is not None:
            return replace(ball_first, effects=learned)
    return _move_the_head(bench, last.setting, learned) or _coached(bench, learned)


def _measure_before_the_bars(bench: Bench) -> Next | None:
    """What the school in force cannot do without before any bar goes on."""
    measured, school = bench.measured, bench.case.window.school
    if school.reference:
        return None
    known = {**at_marks(measured.taped.states), **good_marks(measured.taped.good)}
    missing = [name for name in measured.taped.needs(school) if not name.endswith("_c") and name not in known]
    if not missing:
        return None
    states = "states A and B" if {name[-1] for name in missing} >= {"a", "b"} else f"state {missing[0][-1].upper()}"
    return Next(
        verdict=MEASURE,
        says=Phrase(f"Measure {states} first."),
        why=Phrase(
            f"What the hitch gives back is judged by it. Wanting: {'; '.join(named_mark(name) for name in missing)}."
        ),
    )


def _head_before_the_bars(bench: Bench) -> Next | None:
    """The ball out of level before any bar is on: the head first, for moving it later voids every C."""
    heights, choice = bench.measured.now.heights, bench.measured.now.choice
    if not heights.ball_is_measured or heights.band is None or isinstance(heights.ball_standing, Missing):
        return None
    ball = heights.ball_standing.value
    if heights.band.holds(ball):
        return None
    high, hole = ball > heights.band.high, choice.level_hole
    put = {"ball": (ball, LENGTH, "nearest"), "level": (heights.band.level, LENGTH, "nearest")}
    why = Phrase(
        f"The ball stands {{ball}} to its top, too {'high' if high else 'low'}: {{level}} stands the trailer level once coupled. "
        "Height first: moving the head later makes every C void.",
        put,
    )
    if hole is None:
        return Next(verdict=USED_UP, says=Phrase("The shank is used up: another one is wanted."), why=why)
    return Next(
        verdict=HEAD, says=Phrase("Move the head before any bar is touched: " + as_text(f"{hole.words}.")), why=why
    )


def _rock_before_the_bars(bench: Bench) -> Next | None:
    """B that was read of a rig which nobody rocked: every trial is judged by it, so it is read once more first."""
    rig = bench.measured.rig
    if rig.choice(B.rocked) != "no" or "front_b" not in bench.case.window.school.needs or read_twice(rig, B, "front"):
        return None
    return Next(
        verdict=AGAIN,
        says=Phrase("Rock the rig, and read the marks of B once more before any bar goes on."),
        why=Phrase(
            "Every trial is judged by B, and a spring that nobody rocked can stand ⅛ in and more from where it belongs."
        ),
        asks=f"{B.paths['front_left']}{AGAIN_MARK}",
    )


def _begin(bench: Bench) -> Next:
    """The first setting: as on an earlier visit, the model's with this rig's own springs, or the handbook's."""
    earlier = _as_the_couple_was(bench) or _as_on_the_earlier_visit(bench)
    if earlier is not None:
        return earlier
    settings = start(bench.case)
    if settings is None or not settings.counts:
        return Next(
            verdict=BEGIN,
            says=Phrase("Set the hitch as its handbook begins, and write down how."),
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
        f"The model's setting for “{bench.case.window.name}”, {springs}."
        if settings.source == MODEL
        else "The hitch handbook's setting to begin with."
    )
    setting = Setting(settings.counts, _as_mounted(bench))
    return Next(
        verdict=BEGIN,
        says=Phrase(f"Set {' and '.join(parts)}, load the hitch, and measure C."),
        why=Phrase(why),
        entries=new_trial(bench, setting),
    )


def _as_mounted(bench: Bench) -> int | None:
    """The hole of the head as it was counted when it was mounted; a plan's is none that anybody counted."""
    counted: Given | None = getattr(bench.measured.rig.bay, HOLE)
    return None if counted is None else int(counted.value)


def _as_the_couple_was(bench: Bench) -> Next | None:
    """On another vehicle: the setting with which the same bars make what they made on the one before."""
    couple = bench.measured.rig.bay.good_couple
    carried = None if couple is None else as_the_couple_was(bench.case, couple.value)
    if couple is None or carried is None:
        return None
    parts = [set_to(kind, number) for kind, number in carried.settings.counts.items()]
    put: dict[str, Quantity] = {"couple": (couple.value, COUPLE, "nearest"), "f": (carried.f, SHARE, "nearest")}
    why = "On the earlier vehicle the hitch made {couple}. Here about as much gives back {f}; that vehicle's fender heights are no target."
    if carried.front is not None:
        put["front"] = (carried.front, LENGTH, "nearest")
        why += " Predicted: the front mark at {front}."
    return Next(
        verdict=BEGIN,
        says=Phrase(f"Set {' and '.join(parts)}, load the hitch, and measure C."),
        why=Phrase(why, put),
        entries=new_trial(bench, Setting(carried.settings.counts, _as_mounted(bench))),
        front=carried.front,
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
        says=Phrase(f"Set {' and '.join(parts)}, load the hitch, and measure C."),
        why=Phrase("The setting that was good on the earlier visit: a start, and no more."),
        entries=new_trial(bench, setting),
    )


def set_to(kind: str, number: float) -> str:
    """“4 washers”, “bracket hole 3 on both sides”."""
    return KINDS[kind].stands(number) + (" on both sides" if KINDS[kind].sided else "")


def new_trial(bench: Bench, setting: Setting) -> Mapping[str, str]:
    """What a new trial of a setting writes down, by path."""
    place = f"trials.{new_key(bench.measured.trials)}"
    written = {
        f"{place}.{name}": f"{setting.of(one.kind.key):g}"
        for one in settings_of(bench.kit)
        for name in written_at(one.kind)
    }
    return written if setting.hole is None else {**written, f"{place}.hole": f"{setting.hole:g}"}


def _too_tight(bench: Bench, setting: Setting) -> Next:
    """Bars that would not go on: a bound on the setting, and two steps back."""
    advice = advised(bench.case)
    why = Phrase(
        "The bars would not go on at this setting: it is too tight, and so is every tighter one. Lift the rig about 3 in and stand clear of the lever."
    )
    if advice is None or advice.to is None:
        lighter = bench.lighter
        more = f" In the stock: “{lighter.name}”." if lighter is not None else ""
        return Next(
            verdict=USED_UP,
            says=Phrase("The hardware is used up."),
            why=why.then(" Softer bars, or the head a hole higher." + more),
        )
    says = Phrase(KINDS[advice.kind].change(advice.by, advice.to.of(advice.kind)))
    return Next(verdict=TOO_TIGHT, says=says, why=why, entries=new_trial(bench, advice.to))


def _coached(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    measured, case = bench.measured, bench.case
    if case.window.verdict == OPEN and case.window.missing and _measure_before_the_bars(bench) is None:
        return _measure_the_rest(bench, learned)
    advice = advised(case)
    if advice is None:
        return _nothing_to_go_by(bench, learned)
    frame, stands = case.frame, there(case.stands)
    front = Front(
        school=case.window.school, says=case.window.says, frame=frame, f=stands.f, rocked=case.rocked, lost=_lost(case.rest),
        halves=any(one.kind.halved_by and not one.halves for one in settings_of(case.kit)),
    )  # fmt: skip
    says, why = in_words(advice, front)
    if advice.verdict in (USED_UP, COARSE):
        elsewhere = _another_hole(bench, learned)
        if elsewhere is not None:
            return elsewhere
    if advice.verdict == USED_UP:
        why = _used_up(bench, advice, why)
    if advice.verdict == AGAIN:
        again = f"{of_trial(measured.trials[-1].trial.key).paths['front_left']}{AGAIN_MARK}"
        return Next(verdict=AGAIN, says=says, why=why, asks=again, likely=advice.now_likely, effects=learned)
    if advice.verdict != CHANGE or advice.to is None:
        return Next(verdict=advice.verdict, says=says, why=why, likely=advice.now_likely, effects=learned)
    entries = new_trial(bench, advice.to)
    if advice.blind:
        return Next(verdict=CHANGE, says=says, why=why, entries=entries, effects=learned)
    rail = _rail_then(measured, advice.mean - stands.f, advice.u)
    return Next(
        verdict=CHANGE, says=says, why=why, entries=entries,
        front=front.height(advice.mean), front_u=front.spread(advice.u),
        rail=rail.mean if rail else None, rail_u=rail.u if rail else None, likely=advice.likely, effects=learned,
    )  # fmt: skip


def _another_hole(bench: Bench, learned: tuple[Effect, ...]) -> Next | None:
    """The head in another hole that is left, where the rail stays within its tolerance and some setting there may well bring it inside."""
    measured, case = bench.measured, bench.case
    position, setting, line, target = measured.now.choice.position, case.trials[-1].setting, case.line, case.target
    if position is None or setting is None or line is None or target is None or isinstance(measured.attitude, Missing):
        return None
    # C of another hole is void, and so is not among what was tried: a hole that the head left is not gone back to
    left = {one.setting.hole for one in case.trials if one.setting is not None}
    free = free_kinds(settings_of(case.kit), case.order)
    best: tuple[float, int] | None = None
    for holes in range(
        -min(_holes_left(position, setting, True), MOST_HOLES),
        min(_holes_left(position, setting, False), MOST_HOLES) + 1,
    ):
        gone_back = setting.hole is not None and setting.hole + holes in left
        if not holes or gone_back or not _stays_level(bench, holes):
            continue
        by = hole_effect(case.rest, setting.counts, case.pitch)(holes)
        u = hypot(HEAD_SHARE_U * by, HEAD_MOVED_U)
        likely = best_elsewhere(line, setting, target, free, by, u)
        if likely > HOPEFUL and (best is None or (round(likely, 3), -abs(holes)) > (round(best[0], 3), -abs(best[1]))):
            best = likely, holes
    return None if best is None else _hole_words(bench, setting, *best, learned)


def _stays_level(bench: Bench, holes: int) -> bool:
    rail = _rail_then(bench.measured, 0.0, 0.0, holes * bench.case.pitch)
    return rail is not None and ATTITUDE.within(rail.mean)


def _hole_words(bench: Bench, setting: Setting, likely: float, holes: int, learned: tuple[Effect, ...]) -> Next:
    why = Phrase(
        "At this hole every setting was looked at, and none comes inside. There one may stand inside with {likely} likelihood, and the trailer "
        "within its tolerance. Every C measured before is void; A and B stand.",
        {"likely": (likely, SHARE, "down")},
    )
    hole = None if setting.hole is None else setting.hole + holes
    return Next(
        verdict=HEAD, says=_move_it(setting, holes), why=joined(bench.case.window.says, why),
        entries=new_trial(bench, replace(setting, hole=hole)), likely=likely, effects=learned,
    )  # fmt: skip


def _lost(rest: Rest) -> float | None:
    """What coupling without bars takes off the front axle, kg."""
    g = rest.geometry
    if wanting(rest.tongue, g.w, g.o):
        return None
    T, w, o = (sure(one).value for one in (rest.tongue, g.w, g.o))
    return -statics.front_axle_change(T, 0.0, w, o, 1.0)


def _measure_the_rest(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    """What was measured is inside so far, and the school looks at more: nothing is changed for a mark that was not taped."""
    window = bench.case.window
    wanting = "; ".join(named_mark(name) for name in window.missing)
    return Next(verdict=MEASURE, says=Phrase(f"Measure what is wanting: {wanting}."), why=window.says, effects=learned)


def _nothing_to_go_by(bench: Bench, learned: tuple[Effect, ...]) -> Next:
    """Marks that no restoration can be told from: what the school says of them all the same."""
    window = bench.case.window
    if window.verdict == INSIDE:
        return Next(
            verdict="leave",
            says=Phrase("Leave the setting as it is: it is inside as taped."),
            why=window.says,
            likely=window.likely,
            effects=learned,
        )
    before = _measure_before_the_bars(bench)
    if before is not None:
        return replace(before, why=joined(window.says, before.why), effects=learned)
    return Next(
        verdict="noise", says=Phrase("Stop here: the tape cannot tell what is needed."),
        why=joined(window.says, Phrase("On a stiff vehicle the tape cannot say what the hitch gives back: weigh passes 1 to 3 on a truck scale.")),
        effects=learned,
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


def _rail_then(measured: Measured, more: float, u: float, up: float = 0.0) -> Believed | None:
    """Rail front less rear predicted for so much more restoration and the head so many mm up, and its expanded uncertainty, mm.

    The ball comes up, and the rail's front with it. ``u``: standard uncertainty of the restoration predicted.
    """
    rest, lifts, apart = measured.now.rest, _ball_per_restoration(measured), measured.attitude
    if isinstance(apart, Missing) or wanting(rest.geometry.L, rest.frame) or lifts is None:
        return None
    leans = sure(rest.frame).value / sure(rest.geometry.L).value
    return Believed(apart.value + (up + more * lifts) * leans, 2 * hypot(apart.u, u * lifts * leans))


def _move_the_head(bench: Bench, setting: Setting, learned: tuple[Effect, ...]) -> Next | None:
    """The rail beyond 1¼ in: the head down where it is high in front, up where it is low, before any bar is touched; C is void then.

    Of the moves that level the rail, the one that serves the window best.
    """
    measured = bench.measured
    now, rails = measured.now, whose_rails_stand(measured.trials)
    if isinstance(measured.attitude, Missing) or rails is None:
        return None
    apart, rest = measured.attitude.value, now.rest
    if ATTITUDE.within(apart) or wanting(rest.geometry.L, rest.frame):
        return None
    position, pitch = now.choice.position, hole_pitch(now.choice.in_force.shank)
    lower = apart > 0
    way, high = ("down", "high") if lower else ("up", "low")
    left = None if position is None else _holes_left(position, setting, lower)
    put = {"apart": (abs(apart), LENGTH, "up"), "pitch": (pitch, LENGTH, "nearest")}
    levels = _levelling_moves(bench, apart, pitch, lower)
    if not levels:
        says = f"The rail stands {{apart}} {high} in front, and a hole, {{pitch}}, is further than it may be off either way: a shank with holes closer together."
        return Next(verdict=USED_UP, says=Phrase("The shank is used up."), why=Phrase(says, put), effects=learned)
    reach = [holes for holes in levels if left is None or holes <= left]
    if not reach:
        says = f"The rail stands {{apart}} {high} in front, and the head has {left} holes left {way}: a shank with more {'drop' if lower else 'rise'}."
        return Next(verdict=USED_UP, says=Phrase("The shank is used up."), why=Phrase(says, put), effects=learned)
    moves = [_head_move(bench, setting, -holes if lower else holes, pitch) for holes in reach]
    best = max(moves, key=lambda one: (round(one.likely, 3), -abs(one.holes)))
    return _head_words(bench, setting, best, high, put, learned)


def _move_it(setting: Setting, holes: int) -> Phrase:
    """The head so many holes up (less than nothing: down), from the hole that was counted."""
    number, way = abs(holes), "up" if holes > 0 else "down"
    words = "a hole" if number == 1 else f"{number} holes"
    if setting.hole is None:
        return Phrase(f"Move the head {way} {words}, then measure C again.")
    return Phrase(
        f"Move the head {way} {words}: {setting.hole} → {setting.hole + holes}, counted from the bottom. Then measure C again."
    )


def _holes_left(position: Position, setting: Setting, lower: bool) -> int:
    """How many holes the head has left one way, from where it was counted, else from where it was planned."""
    count = position.holes_up + position.holes_down + 1
    hole = position.hole if setting.hole is None else min(setting.hole, count)
    return hole - 1 if lower else count - hole


def _levelling_moves(bench: Bench, apart: float, pitch: float, lower: bool) -> list[int]:
    """How many holes bring the rail within its tolerance, each a move; by the ball alone."""
    rest = bench.measured.now.rest
    L, frame = sure(rest.geometry.L).value, sure(rest.frame).value
    off, slack = abs(apart) * L / frame, level_slack(ATTITUDE.value, L, frame)
    return [holes for holes in range(1, MOST_HOLES + 1) if abs(off - holes * pitch) <= slack + 1e-6]


@dataclass(frozen=True, kw_only=True)
class _HeadMove:
    """So many holes up (less than nothing: down), and what is predicted of it."""

    holes: int
    by: float
    more: float
    likely: float


def _head_move(bench: Bench, setting: Setting, holes: int, pitch: float) -> _HeadMove:
    case, stands, target = bench.case, bench.case.stands, bench.case.target
    more = hole_effect(case.rest, setting.counts, pitch)(holes)
    likely = 0.0
    if stands is not None and target is not None:
        u = hypot(stands.u, 0.5 * more, 0.1)
        likely = chance_between(target.low, target.high, stands.f + more, u)
    return _HeadMove(holes=holes, by=holes * pitch, more=more, likely=likely)


def _head_words(
    bench: Bench,
    setting: Setting,
    best: _HeadMove,
    high: str,
    put: dict[str, tuple[float, str, str]],
    learned: tuple[Effect, ...],
) -> Next:
    case, frame = bench.case, bench.case.frame
    lower = best.holes < 0
    way = "down" if lower else "up"
    turn = "winds the bars: they will carry more" if lower else "unwinds the bars: they will carry less"
    put |= {"ball": (abs(best.by), LENGTH, "nearest")}
    hole = None if setting.hole is None else setting.hole + best.holes
    rail = _rail_then(bench.measured, best.more, 0.5 * abs(best.more), best.by)
    why = f"The rail stands {{apart}} {high} in front. {{ball}} {way} {turn}. Every C measured before is void; A and B stand."
    front = front_u = None
    if case.stands is not None and frame.rise is not None:
        then = frame.after(best.more)
        front, front_u = then.told(then.marks.front_c), 2 * hypot(0.5 * best.more, 0.1) * frame.rise
    if front is not None and front_u is not None:
        put |= {"front": (front, LENGTH, "nearest"), "u": (front_u, LENGTH, "up")}
        why += " Predicted: the front mark at {front}, give or take {u}."
    if rail is not None:
        put |= {"rail": (abs(rail.mean), LENGTH, "up")}
        why += f" The rail then {{rail}} {'higher' if rail.mean > 0 else 'lower'} in front."
    return Next(
        verdict=HEAD, says=_move_it(setting, best.holes), why=Phrase(why, put),
        entries=new_trial(bench, replace(setting, hole=hole)), front=front, front_u=front_u,
        rail=rail.mean if rail else None, rail_u=rail.u if rail else None, likely=best.likely or None, effects=learned,
    )  # fmt: skip
