"""What each school says of the marks as they were taped, with the figures; and where the front mark is to come to rest.

The verdict is the school's own predicate on the marks (`bay_schools`). The window in restoration, f = (B − C) / (B − A) of the
front mark, is for aiming only: a school that looks at the rear too is put into it by the side-view statics (`scale`).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.bay.measure.arches import StateMarks, States
from stathmos.core.bay.measure.frames import (
    Frame,
    Reach,
    at_bumpers,
    at_marks,
    good_marks,
    of_axles,
    of_marks,
    over_axles,
)
from stathmos.core.bay.measure.learn import Believed
from stathmos.core.bay.measure.likelihood import Draws, Expected, ExpectedFront, draws
from stathmos.core.bay.measure.scale import Scale, begins_at, moved, restored_at, value_of
from stathmos.core.bay_schools import (
    BAY_SCHOOLS,
    CANNOT_TELL,
    FRONT,
    INSIDE,
    NEVER,
    OPEN,
    REAR,
    TOO_LITTLE,
    TOO_MUCH,
    Band,
    BaySchool,
    Judgement,
    Marks,
    Stand,
)
from stathmos.core.figures import Authority, Known, Lazily, Rule, there
from stathmos.core.phrases import Beside, Phrase, as_text, joined
from stathmos.core.rules import Rules
from stathmos.core.tolerances import SAME
from stathmos.core.uncertainty import chance_between
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE

__all__ = ["CANNOT_TELL", "INSIDE", "NEVER", "OPEN", "TOO_LITTLE", "TOO_MUCH"]


@dataclass(frozen=True, kw_only=True)
class Window:
    """One school's window on this rig, and what it says of the last trial.

    ``low``, ``aim``, ``high`` in restoration, for aiming; the ``_height``s are the same of the front mark, ``rear_`` of the rear one,
    mm. ``verdict`` on the last trial; ``says`` it with the figures, and ``rear_says`` what is wanted at the rear; ``missing`` the marks
    it waits for. None where it cannot be worked out yet.
    """

    key: str
    name: str
    rule: Rule
    in_force: bool
    authority: str
    low: float | None = None
    aim: float | None = None
    high: float | None = None
    low_height: float | None = None
    aim_height: float | None = None
    high_height: float | None = None
    rear_low_height: float | None = None
    rear_high_height: float | None = None
    verdict: str = OPEN
    says: Phrase = Phrase("Not measured yet.")
    rear_says: Phrase | None = None
    likely: float | None = None
    missing: tuple[str, ...] = ()
    school: BaySchool = field(default=BAY_SCHOOLS["half_to_full"], repr=False)


@dataclass(frozen=True, kw_only=True)
class Taped:
    """What a verdict is given on: A, B and C of the last trial whose C holds, and the reference of a known-good rig.

    ``good``: its marks. ``weighed``: the restoration by the scales, where pass 3 was read with this setting; ``together`` with the
    tape's, where both tell; ``scales`` what it was weighed by. ``learned``: the restoration that the model and the other trials make
    one expect of this setting. ``scale``: how far all of a restoration moves the body over the axles, for aiming. ``is_at_bumpers``:
    where the marks are; ``reach``: how far those stand from the axles, None where that is not known.
    """

    states: States
    good: StateMarks | None = None
    scale: Scale | None = None
    weighed: Known | None = None
    together: Known | None = None
    scales: str = "the weighbridge"
    learned: Believed | None = None
    is_at_bumpers: bool = False
    reach: Reach | None = None

    def frame(self, school: BaySchool) -> Frame:
        """The heights that a school judges: the marks; at the bumpers the front axle's, of a school that speaks of a restoration."""
        return self._over_the_axles if self.is_at_bumpers and school.share is not None else self._at_the_marks

    def needs(self, school: BaySchool) -> tuple[str, ...]:
        """The marks that a school cannot do without, by name: over an axle the body stands between both bumpers."""
        if not self.is_at_bumpers or school.share is None:
            return school.needs
        both = (f"{end}_{name.partition('_')[2]}" for name in school.needs for end in (FRONT, REAR))
        return tuple(dict.fromkeys(both))

    @Lazily
    def _at_the_marks(self) -> Frame:
        figures = {**at_marks(self.states), **good_marks(self.good)}
        scale = self.scale
        if self.is_at_bumpers and scale is not None:
            scale = None if self.reach is None else at_bumpers(scale, self.states, self.reach)
        found = of_marks(figures, scale)
        return found if self.is_at_bumpers else self._with_the_bridge(found)

    @Lazily
    def _over_the_axles(self) -> Frame:
        found = of_axles(self._at_the_marks, over_axles(self.states), self.scale, self.reach)
        return self._with_the_bridge(found)

    def _with_the_bridge(self, frame: Frame) -> Frame:
        """In front what tape and scale say together, where both do."""
        figures, together = frame.figures, self.together
        if together is None or not {"front_a", "front_b", "front_c"} <= figures.keys():
            return frame
        a, b = figures["front_a"].value, figures["front_b"].value
        return replace(frame, marks=replace(frame.marks, front_c=b - together.value * (b - a)), is_counted_in=True)

    @property
    def expected(self) -> tuple[Expected, ...]:
        """What scales say of the restoration, where pass 3 was read with this setting."""
        return () if self.weighed is None else (Expected(self.weighed.value, self.weighed.u),)

    @property
    def expected_front(self) -> ExpectedFront | None:
        """Where the model and the other trials make one expect the front of this setting over its axle; None where that is not known."""
        scale = self.scale
        if self.learned is None or scale is None:
            return None
        before = Marks(front_a=value_of(self.states.a.front), front_b=value_of(self.states.b.front))
        zero = begins_at(before, scale)
        return (
            None if zero is None else ExpectedFront(zero - self.learned.mean * scale.rise, self.learned.u * scale.rise)
        )

    def miss(self, school: BaySchool) -> float | None:
        """How far outside of its window the rig truly stands, on the average, mm; nothing of it where it is inside."""
        return self._draws.miss(school, self.frame(school).figures)

    def likelihood(self, school: BaySchool) -> float | None:
        """How likely the rig truly stands as a school wants, drawn once for all schools."""
        return self._draws.likelihood(school, self.frame(school).figures)

    @Lazily
    def _draws(self) -> Draws:
        taped, over = self._at_the_marks.figures, over_axles(self.states)
        return draws((taped, over) if self.is_at_bumpers else (taped,), over, self.expected, self.expected_front)


def in_force(rules: Rules) -> tuple[str, Authority]:
    """The bay's school and whose choice it is: a handbook's before all others', else the restoration school.

    What a hitch's handbook says of the bay goes before what it says of the restoration.

    >>> in_force(Rules(bay_school="equal_drop"))[0], in_force(Rules())[0]
    ('equal_drop', 'half_to_full')
    """
    handbook = rules.restoration.authority in (Authority.VEHICLE_HANDBOOK, Authority.HITCH_HANDBOOK)
    if rules.bay_school in BAY_SCHOOLS and (not handbook or rules.bay_authority is Authority.HITCH_HANDBOOK):
        return rules.bay_school, rules.bay_authority
    return rules.restoration.key, rules.restoration.authority


@dataclass(frozen=True, kw_only=True)
class EndSpan:
    """Between which restorations one end's mark stands in a school's window; infinite where it has no edge on that side."""

    end: str
    low: float
    high: float


def end_spans(school: BaySchool, marks: Marks, scale: Scale | None) -> tuple[EndSpan, ...]:
    """Each end's window of a school, in restoration; none where that is not known.

    Reckoned from C as taped, else from B. Marks that are not taped are left out of it.
    """
    if scale is None:
        return ()
    start = marks if marks.front_c is not None else replace(marks, front_c=marks.front_b, rear_c=marks.rear_b)
    here = restored_at(school, start, scale)
    if here is None:
        return ()
    then = moved(start, scale, 1.0)
    found = []
    for one in school.stands:
        low, high = -math.inf, math.inf
        for edge, sign in ((one.low, 1.0), (one.high, -1.0)):
            at, after = edge.of(start), edge.of(then)
            mark, mark_then = getattr(start, one.mark), getattr(then, one.mark)
            if at is None or after is None or mark is None or mark_then is None:
                continue
            room = sign * (float(mark) - float(at))
            slope = sign * (float(mark_then) - float(after)) - room
            if abs(slope) > 1e-12:
                crossing = here - room / slope
                low, high = (max(low, crossing), high) if slope > 0 else (low, min(high, crossing))
        found.append(EndSpan(end=one.end, low=low, high=high))
    return tuple(found)


def band(school: BaySchool, marks: Marks, scale: Scale | None) -> Band | None:
    """Between which restorations the marks are predicted to stand as a school wants; None where that is not known."""
    spans = end_spans(school, marks, scale)
    low, high = max((one.low for one in spans), default=-math.inf), min((one.high for one in spans), default=math.inf)
    if not math.isfinite(low) or not math.isfinite(high):
        return None
    if low > high:  # no restoration does: one aims between what the one end wants and what the other does
        low = high = (low + high) / 2
    return Band(low, low + school.aims * (high - low), high)


def under_each_school(taped: Taped, rules: Rules) -> tuple[Window, ...]:
    """Every school's window and verdict, the one in force first."""
    key_in_force, authority = in_force(rules)
    found = [window(school, taped, school.key == key_in_force, authority) for school in BAY_SCHOOLS.values()]
    return tuple(sorted(found, key=lambda one: not one.in_force))


def window(school: BaySchool, taped: Taped, holds: bool, authority: Authority) -> Window:
    """One school's window and verdict. ``holds``: whether it is in force, and by whose ``authority``."""
    frame = taped.frame(school)
    judged = school.judge(frame.marks)
    if taped.weighed is not None:
        judged = _by_weight(school, taped.weighed.value, judged)
    likely = None
    if judged.by_weight and taped.weighed is not None and school.share is not None:
        likely = chance_between(school.share.low, school.share.high, taped.weighed.value, taped.weighed.u)
    elif judged.verdict != CANNOT_TELL and not judged.missing:
        likely = taped.likelihood(school)
    within = band(school, frame.marks, frame.scale)
    edges = edges_of(school, frame, within)
    aim = None
    if within is not None and frame.scale is not None and (zero := begins_at(frame.marks, frame.scale)) is not None:
        aim = frame.told(zero - within.aim * frame.scale.rise)
    elif (low := edges.get("low_height")) is not None and (high := edges.get("high_height")) is not None:
        aim = high - school.aims * (high - low)
    return Window(
        key=school.key, name=school.name, rule=school.rule, in_force=holds, authority=authority.value if holds else "",
        low=within.low if within else None, aim=within.aim if within else None, high=within.high if within else None,
        aim_height=aim, verdict=judged.verdict, says=says_of(school, judged, taped, edges), likely=likely,
        missing=_missing(school, judged, taped), school=school, rear_says=_rear_says(school, frame, edges), **edges,
    )  # fmt: skip


def window_told(low: float, high: float) -> dict[str, Beside]:
    """The edges of a window, ``low`` and ``high``, as they are told to one who aims at it."""
    ways, among = edge_ways(low, high), (low, high)
    return {name: Beside(edge, among, way=ways.get(name, "nearest")) for name, edge in (("low", low), ("high", high))}


def _rear_says(school: BaySchool, frame: Frame, edges: Mapping[str, float | None]) -> Phrase | None:
    """Where the rear mark is wanted, and where it stands; None of a school that does not look at it."""
    low, high, c = edges.get("rear_low_height"), edges.get("rear_high_height"), frame.marks.rear_c
    if low is None or high is None:
        return None
    stands = "is not measured" if c is None else "stands at {c}"
    says = f"At the rear “{as_text(school.name)}” wants {{low}} to {{high}}; the rear mark {stands}."
    if c is not None and low - SAME <= c <= high + SAME:
        among = (low, high, float(c))
        return Phrase(says, {name: Beside(at, among) for name, at in zip(("low", "high", "c"), among, strict=True)})
    told = window_told(low, high)
    return Phrase(says, told if c is None else {**told, "c": Beside(float(c), (low, high, float(c)))})


def _missing(school: BaySchool, judged: Judgement, taped: Taped) -> tuple[str, ...]:
    """The marks that a school waits for, as they are taped: at the bumpers a height over an axle waits for both of them."""
    known = {**at_marks(taped.states), **good_marks(taped.good)}
    found = tuple(name for name in taped.needs(school) if name not in known)
    return found if judged.missing and found else judged.missing


def _by_weight(school: BaySchool, f: float, judged: Judgement) -> Judgement:
    """Where the marks cannot tell, what a restoration that was weighed says; as it was where the school has no window for one."""
    if school.share is None or judged.verdict not in (CANNOT_TELL, OPEN):
        return judged
    low, high = school.share.low, school.share.high
    verdict = INSIDE if low - 1e-9 <= f <= high + 1e-9 else TOO_LITTLE if f < low else TOO_MUCH
    return Judgement(verdict=verdict, by_weight=True)


def edges_of(school: BaySchool, frame: Frame, within: Band | None) -> dict[str, float | None]:
    """The heights of the window at each end, mm: as reckoned from the marks, else as the model lets the front come to them."""
    found: dict[str, float | None] = {}
    marks, scale = frame.marks, frame.scale
    zero = None if scale is None else begins_at(marks, scale)
    for one in school.stands:
        low, high = one.low.of(marks), one.high.of(marks)
        is_front = one.end == FRONT
        if is_front and (low is None or high is None) and within is not None and zero is not None and scale is not None:
            low, high = zero - within.high * scale.rise, zero - within.low * scale.rise
        begin = "" if is_front else "rear_"
        for edge, height in (("low", low), ("high", high)):
            at = None if height is None else float(height)
            found[f"{begin}{edge}_height"] = frame.told(at) if is_front else at
    return found


#: what is said behind the mark of an end and its height
_STANDS: Mapping[str, str] = {
    INSIDE: " lies in its window",
    TOO_LITTLE: ": too little is given back.",
    TOO_MUCH: ": too much is taken.",
}
_WHICH = {
    "a": "uncoupled (A)", "b": "coupled, no bars (B)", "c": "bars on (C)", "good": "of the known-good rig",
}  # fmt: skip


def named_mark(name: str) -> str:
    """A mark in words.

    >>> named_mark("rear_c"), named_mark("front_good")
    ('rear, bars on (C)', 'front, of the known-good rig')
    """
    end, _, state = name.partition("_")
    return f"{end}, {_WHICH[state]}"


def says_of(school: BaySchool, judged: Judgement, taped: Taped, edges: Mapping[str, float | None]) -> Phrase:
    """What a school says, with the figures: the mark that is out is named, and none that is not."""
    frame = taped.frame(school)
    if judged.by_weight and taped.weighed is not None:
        told_so = ": inside." if judged.verdict == INSIDE else _STANDS[judged.verdict]
        return Phrase(f"{{f}} is restored by {taped.scales}{told_so}", {"f": (taped.weighed.value, SHARE, "nearest")})
    if judged.verdict == CANNOT_TELL:
        return _too_small_a_rise(at_marks(taped.states))
    if not judged.out and judged.verdict in (TOO_LITTLE, TOO_MUCH):
        return _whatever_the_rise(judged, frame)
    if judged.out:
        told = [_of_mark(one.stand, one.says, taped, frame) for one in judged.out]
        if judged.verdict == NEVER:
            told.append(
                Phrase("What the bars mend at one end they worsen at the other: with its bars this rig cannot meet it.")
            )
    elif judged.verdict == INSIDE:
        told = [_of_mark(one, INSIDE, taped, frame) for one in school.stands]
    else:
        told = [_not_yet(school, judged, taped, edges)]
    return joined(*told)


def _of_mark(stand: Stand, says: str, taped: Taped, frame: Frame) -> Phrase:
    """One mark against its window. All its heights are written alike, so that what lies inside reads so."""
    marks = frame.marks
    if stand.says is not None:
        return _alike(stand, says, frame)
    heights: dict[str, float] = {}
    for name, height in (
        ("low", stand.low.of(marks)),
        ("high", stand.high.of(marks)),
        ("c", getattr(marks, stand.mark)),
    ):
        at = None if height is None else float(height)
        told = frame.told(at) if stand.end == FRONT else at
        if told is not None:
            heights[name] = told
    if says == INSIDE:  # what stands at an edge, to a hair, is written as the edge is
        heights["c"] = min(max(heights["c"], heights.get("low", -math.inf)), heights.get("high", math.inf))
    among = tuple(heights.values())
    ways = {} if says == INSIDE else edge_ways(heights.get("low"), heights.get("high"))
    put = {name: Beside(height, among, way=ways.get(name, "nearest")) for name, height in heights.items()}
    mark = f"The {stand.end} mark"
    mark += f", at {{c}} with {taped.scales} counted in," if frame.is_counted_in and stand.end == FRONT else " at {c}"
    span = (
        "{low} at the lowest" if "high" not in heights
        else "{high} at the highest" if "low" not in heights
        else "{low} to {high}" if heights["high"] - heights["low"] > SAME
        else "{low}"
    )  # fmt: skip
    if says == INSIDE:
        return Phrase(f"{mark}{_STANDS[INSIDE]}, {span}.", put)
    is_above = says == stand.above
    edge = "high" if is_above else "low"
    by = Beside(heights["c"], among, less=heights[edge], less_way=ways.get(edge, "nearest"))
    way = "above" if is_above else "below"
    return Phrase(f"{mark} stands {{by}} {way} its window, {span}{_STANDS[says]}", {**put, "by": by})


#: mm: a window no narrower than this is told rounded inward
WIDE_ENOUGH = MM_PER_IN / 8


def edge_ways(low: float | None, high: float | None) -> Mapping[str, str]:
    """How the edges of a window are rounded for one who aims at it: inward, so that what is told lies inside; a narrow one as it is."""
    if low is not None and high is not None and high - low < WIDE_ENOUGH:
        return {}
    return {"low": "up", "high": "down"}


def _alike(stand: Stand, says: str, frame: Frame) -> Phrase:
    """How far each end has sunk, where they are to sink alike."""
    marks = frame.marks
    low, high = stand.low.of(marks), stand.high.of(marks)
    front, rear = float(marks.front_a - marks.front_c), float(marks.rear_a - marks.rear_c)
    sunk = {"front_drop": abs(front), "rear_drop": abs(rear)}
    among = (*sunk.values(), abs(rear - front), float(high - low) / 2)
    put = {name: Beside(by, among) for name, by in sunk.items()}
    put |= {"apart": Beside(abs(rear - front), among), "within": Beside(float(high - low) / 2, among)}
    ways = {"front_way": _way(front), "rear_way": _way(rear)}
    template = there(stand.says)[says]
    for name, way in ways.items():
        template = template.replace(f"{{{name}}}", way)
    return Phrase(template, put)


def _way(sunk: float) -> str:
    return "higher" if sunk < -SAME else "lower"


def _too_small_a_rise(taped: Mapping[str, Known]) -> Phrase:
    rise = taped["front_b"].value - taped["front_a"].value
    if rise <= 0:
        return Phrase(
            "Coupling did not lift the front mark: the tape cannot show what the bars give back. Weigh passes 1 to 3 on a weighbridge."
        )
    return Phrase(
        "Coupling lifted the front by {rise}: too little for a tape to show what this school wants. Weigh passes 1 to 3 on a weighbridge.",
        {"rise": (rise, LENGTH, "nearest")},
    )


def _whatever_the_rise(judged: Judgement, frame: Frame) -> Phrase:
    """A direction that stands whatever the rise: where coupling left it, or far under A."""
    marks = frame.marks
    mark, c = "The front mark at {c}", there(frame.told(marks.front_c))
    if judged.verdict == TOO_LITTLE:
        left = mark + " stands where coupling left it: the bars do nothing, too little is given back."
        return Phrase(left, {"c": Beside(c, (c,))})
    stood = there(frame.told(min(marks.front_a, marks.front_b)))
    among = (c, stood)
    return Phrase(
        mark + " stands {by} under where it stood uncoupled: too much is taken, whatever the rise.",
        {"c": Beside(c, among), "by": Beside(stood, among, less=c)},
    )


def _not_yet(school: BaySchool, judged: Judgement, taped: Taped, edges: Mapping[str, float | None]) -> Phrase:
    """The marks that are wanting, and the window as far as it is known."""
    names = _missing(school, judged, taped)
    if taped.is_at_bumpers and taped.reach is None and not [one for one in names if one not in at_marks(taped.states)]:
        return Phrase("Wanting: how far the bumpers stand from the axles.")
    wanting = "; ".join(named_mark(name) for name in names)
    says = f"Wanting: {wanting}." if wanting else "Not measured yet."
    low, high = edges.get("low_height"), edges.get("high_height")
    if low is None or high is None:
        return Phrase(says)
    edges_told = window_told(low, high)
    return Phrase(says + " Its window in front is {low} to {high}.", edges_told)


def opposite(found: tuple[Window, ...]) -> Phrase | None:
    """Where two schools say opposite things of the same measurements, plainly and with the figures."""
    little = [one for one in found if one.verdict == TOO_LITTLE]
    much = [one for one in found if one.verdict == TOO_MUCH]
    good = [one for one in found if one.verdict == INSIDE]
    for ours, theirs in ((little, much), (good, much), (little, good)):
        if ours and theirs:
            one, other = ours[0], theirs[0]
            return joined(
                Phrase("The schools disagree on the same measurements."),
                one.says.after(f"“{one.name}”: {one.verdict}. "),
                other.says.after(f"“{other.name}”: {other.verdict}. "),
            )
    return None
