"""What each school says of the marks as they were taped, with the figures; and where the front mark is to come to rest.

The verdict is the school's own predicate on the marks (`bay_schools`). The window in restoration, f = (B − C) / (B − A) of the
front mark, is for aiming only: a school that looks at the rear too is put into it by the side-view statics (`scale`).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.bay.measure.arches import States
from stathmos.core.bay.measure.learn import Believed
from stathmos.core.bay.measure.likelihood import Draws, Expected, draws
from stathmos.core.bay.measure.scale import Scale, begins_at, moved, restored_at
from stathmos.core.bay_schools import (
    BAY_SCHOOLS,
    CANNOT_TELL,
    FRONT,
    INSIDE,
    NEVER,
    OPEN,
    TOO_LITTLE,
    TOO_MUCH,
    Band,
    BaySchool,
    Judgement,
    Marks,
    Stand,
)
from stathmos.core.figures import Anything, Authority, Known, Lazily, Missing, Rule
from stathmos.core.phrases import Phrase, joined
from stathmos.core.rules import Rules
from stathmos.core.uncertainty import chance_between
from stathmos.core.units import LENGTH, SHARE

__all__ = ["CANNOT_TELL", "INSIDE", "NEVER", "OPEN", "TOO_LITTLE", "TOO_MUCH"]


@dataclass(frozen=True, kw_only=True)
class Window:
    """One school's window on this rig, and what it says of the last trial.

    ``low``, ``aim``, ``high`` in restoration, for aiming; the ``_height``s are the same of the front mark, ``rear_`` of the rear one,
    mm. ``verdict`` on the last trial; ``says`` it with the figures; ``missing`` the marks it waits for. None where it cannot be worked
    out yet.
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
    likely: float | None = None
    missing: tuple[str, ...] = ()
    school: BaySchool = field(default=BAY_SCHOOLS["half_to_full"], repr=False)


@dataclass(frozen=True, kw_only=True)
class Taped:
    """What a verdict is given on: A, B and C of the last trial whose C holds, and the reference of a known-good rig.

    ``good``: its marks by their names in `Marks`. ``weighed``: the restoration by the weighbridge, where pass 3 was read with this setting; ``together`` with the tape's, where
    both tell; ``scales`` what it was weighed by. ``learned``: the restoration that the model and the other trials make one expect of this setting. ``scale``: for aiming. ``at_bumpers``: where the marks are.
    """

    states: States
    good: Mapping[str, Anything] = field(default_factory=dict)
    scale: Scale | None = None
    weighed: Known | None = None
    together: Known | None = None
    scales: str = "the weighbridge"
    learned: Believed | None = None
    at_bumpers: bool = False

    @property
    def figures(self) -> dict[str, Known]:
        """Every mark by its name in `Marks`, as a figure."""
        found: dict[str, Anything] = dict(self.good)
        for state, marks in (("a", self.states.a), ("b", self.states.b), ("c", self.states.c)):
            if marks is not None:
                found |= {f"front_{state}": marks.front, f"rear_{state}": marks.rear}
        return {name: one for name, one in found.items() if not isinstance(one, Missing)}

    @property
    def marks(self) -> Marks:
        """Every mark's height, mm; in front what tape and weighbridge say together, where both do."""
        values = {name: one.value for name, one in self.figures.items()}
        if self.counted_in:
            values["front_c"] = self.with_the_bridge
        return Marks(**values)

    @property
    def expected(self) -> tuple[Expected, ...]:
        """What else speaks of the restoration than this trial's own marks: the weighbridge, and what was learned."""
        found = [] if self.weighed is None else [Expected(self.weighed.value, self.weighed.u, None)]
        if self.learned is not None and self.scale is not None:
            found.append(Expected(self.learned.mean, self.learned.u, self.scale.rise if self.scale.supposed else None))
        return tuple(found)

    @Lazily
    def draws(self) -> Draws:
        """The marks as they may truly be, drawn once for all schools."""
        return draws(self.figures, self.expected)

    @property
    def counted_in(self) -> bool:
        """Whether the weighbridge's say is counted in with the tape's."""
        figures = self.figures
        return self.together is not None and {"front_a", "front_b", "front_c"} <= figures.keys()

    @property
    def with_the_bridge(self) -> float:
        """The height of the front mark that tape and weighbridge say together, mm."""
        figures, together = self.figures, self.together
        assert together is not None
        return figures["front_b"].value - together.value * (figures["front_b"].value - figures["front_a"].value)


def in_force(rules: Rules) -> tuple[str, Authority]:
    """The bay's school and whose choice it is: a handbook's before anybody's, else the restoration school.

    >>> in_force(Rules(bay_school="equal_drop"))[0], in_force(Rules())[0]
    ('equal_drop', 'half_to_full')
    """
    handbook = rules.restoration.authority in (Authority.VEHICLE_HANDBOOK, Authority.HITCH_HANDBOOK)
    if rules.bay_school in BAY_SCHOOLS and not handbook:
        return rules.bay_school, rules.bay_authority
    return rules.restoration.key, rules.restoration.authority


def band(school: BaySchool, marks: Marks, scale: Scale | None) -> Band | None:
    """Between which restorations the marks are predicted to stand as a school wants; None where that is not known.

    Reckoned from C as taped, else from B. Marks that nobody taped are left out of it.
    """
    if scale is None:
        return None
    start = marks if marks.front_c is not None else replace(marks, front_c=marks.front_b, rear_c=marks.rear_b)
    here = restored_at(school, start, scale)
    if here is None:
        return None
    then = moved(start, scale, 1.0)
    low, high = -1e9, 1e9
    for one in school.stands:
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
    if low <= -1e8 or high >= 1e8:
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
    marks, scale = taped.marks, taped.scale
    judged = school.judge(marks)
    if taped.weighed is not None:
        judged = _by_weight(school, taped.weighed.value, judged)
    likely = None
    if judged.by_weight and taped.weighed is not None and school.share is not None:
        likely = chance_between(school.share.low, school.share.high, taped.weighed.value, taped.weighed.u)
    elif judged.verdict != CANNOT_TELL and not judged.missing:
        likely = taped.draws.likelihood(school)
    within = band(school, marks, scale)
    zero = None if scale is None else begins_at(marks, scale)
    edges = _edges(school, marks, within, zero, scale)
    aim = None
    if within is not None and zero is not None and scale is not None:
        aim = zero - within.aim * scale.rise
    elif (low := edges.get("low_height")) is not None and (high := edges.get("high_height")) is not None:
        aim = high - school.aims * (high - low)
    return Window(
        key=school.key, name=school.name, rule=school.rule, in_force=holds, authority=authority.value if holds else "",
        low=within.low if within else None, aim=within.aim if within else None, high=within.high if within else None,
        aim_height=aim, verdict=judged.verdict, says=_says(school, judged, taped, edges), likely=likely, missing=judged.missing,
        school=school, **edges,
    )  # fmt: skip


def _by_weight(school: BaySchool, f: float, judged: Judgement) -> Judgement:
    """Where the marks cannot tell, what a restoration that was weighed says; as it was where the school has no window for one."""
    if school.share is None or judged.verdict not in (CANNOT_TELL, OPEN):
        return judged
    low, high = school.share.low, school.share.high
    verdict = INSIDE if low - 1e-9 <= f <= high + 1e-9 else TOO_LITTLE if f < low else TOO_MUCH
    return Judgement(verdict=verdict, by_weight=True)


def _edges(
    school: BaySchool, marks: Marks, within: Band | None, zero: float | None, scale: Scale | None
) -> dict[str, float | None]:
    """The heights of the window at each end, mm: as reckoned from the marks, else as the model lets the front come to them."""
    found: dict[str, float | None] = {}
    for one in school.stands:
        low, high = one.low.of(marks), one.high.of(marks)
        if (
            one.end == FRONT
            and (low is None or high is None)
            and within is not None
            and zero is not None
            and scale is not None
        ):
            low, high = zero - within.high * scale.rise, zero - within.low * scale.rise
        begin = "" if one.end == FRONT else "rear_"
        found |= {
            f"{begin}low_height": None if low is None else float(low),
            f"{begin}high_height": None if high is None else float(high),
        }
    return found


def front_words(at_bumpers: bool) -> str:
    """What the heights in front are called: at the bumpers no mark stands at them, they are the body's, over the axle.

    >>> front_words(False), front_words(True)
    ('the front mark', 'the body over the front axle')
    """
    return end_words(FRONT, at_bumpers)


def end_words(end: str, at_bumpers: bool) -> str:
    """The same of either end."""
    return f"the body over the {end} axle" if at_bumpers else f"the {end} mark"


#: what is said behind the mark of an end and its height
_STANDS: Mapping[str, str] = {
    INSIDE: " lies in its window, {low} to {high}.",
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


def _says(school: BaySchool, judged: Judgement, taped: Taped, edges: Mapping[str, float | None]) -> Phrase:
    """What a school says, with the figures: the mark that is out is named, and none that is not."""
    marks = taped.marks
    if judged.by_weight and taped.weighed is not None:
        told_so = ": inside." if judged.verdict == INSIDE else _STANDS[judged.verdict]
        return Phrase(f"{{f}} is restored by {taped.scales}{told_so}", {"f": (taped.weighed.value, SHARE, "nearest")})
    if judged.verdict == CANNOT_TELL:
        return _too_small_a_rise(marks)
    if not judged.out and judged.verdict in (TOO_LITTLE, TOO_MUCH):
        return _whatever_the_rise(judged, marks, taped)
    if judged.out:
        told = [_of_mark(one.stand, one.says, taped, one.by) for one in judged.out]
        if judged.verdict == NEVER:
            told.append(
                Phrase("What the bars mend at one end they worsen at the other: with its bars this rig cannot meet it.")
            )
    elif judged.verdict == INSIDE:
        told = [_of_mark(one, INSIDE, taped, 0.0) for one in school.stands]
    else:
        told = [_not_yet(judged, edges)]
    return joined(*told)


def _of_mark(stand: Stand, says: str, taped: Taped, by: float) -> Phrase:
    """One mark against its window."""
    marks = taped.marks
    low, high, height = stand.low.of(marks), stand.high.of(marks), getattr(marks, stand.mark)
    put = {"c": (float(height), LENGTH, "nearest"), "by": (by, LENGTH, "up")}
    put |= {
        name: (float(edge), LENGTH, way)
        for name, edge, way in (("low", low, "up"), ("high", high, "down"))
        if edge is not None
    }
    if stand.says is not None:
        front, rear = float(marks.front_a - marks.front_c), float(marks.rear_a - marks.rear_c)
        put |= {
            "front_drop": (front, LENGTH, "nearest"), "rear_drop": (rear, LENGTH, "nearest"),
            "apart": (abs(rear - front), LENGTH, "up"), "within": (float(high - low) / 2, LENGTH, "down"),
        }  # fmt: skip
        return Phrase(stand.says[says], put)
    mark = end_words(stand.end, taped.at_bumpers).capitalize()
    mark += f", at {{c}} with {taped.scales} counted in," if taped.counted_in and stand.end == FRONT else " at {c}"
    if says == INSIDE:
        return Phrase(mark + _STANDS[INSIDE], put)
    way = "above" if says == stand.above else "below"
    window = (
        "{low} to {high}"
        if low is not None and high is not None
        else "{low} at the lowest"
        if low is not None
        else "{high} at the highest"
    )
    return Phrase(f"{mark} stands {{by}} {way} its window, {window}{_STANDS[says]}", put)


def _too_small_a_rise(marks: Marks) -> Phrase:
    rise = float(marks.front_b - marks.front_a)
    if rise <= 0:
        return Phrase(
            "Coupling did not lift the front mark: the tape cannot show what the bars give back. Weigh passes 1 to 3 on a weighbridge."
        )
    return Phrase(
        "Coupling lifted the front by {rise}: too little for a tape to show what this school wants. Weigh passes 1 to 3 on a weighbridge.",
        {"rise": (rise, LENGTH, "nearest")},
    )


def _whatever_the_rise(judged: Judgement, marks: Marks, taped: Taped) -> Phrase:
    """A direction that stands whatever the rise: where coupling left it, or far under A."""
    mark = end_words(FRONT, taped.at_bumpers).capitalize() + " at {c}"
    put = {"c": (float(marks.front_c), LENGTH, "nearest")}
    if judged.verdict == TOO_LITTLE:
        return Phrase(mark + " stands where coupling left it: the bars do nothing, too little is given back.", put)
    under = float(min(marks.front_a, marks.front_b) - marks.front_c)
    return Phrase(
        mark + " stands {by} under where it stood uncoupled: too much is taken, whatever the rise.",
        {**put, "by": (under, LENGTH, "down")},
    )


def _not_yet(judged: Judgement, edges: Mapping[str, float | None]) -> Phrase:
    """The marks that are wanting, and the window as far as it is known."""
    wanting = "; ".join(named_mark(name) for name in judged.missing)
    says = f"Wanting: {wanting}." if wanting else "Not measured yet."
    low, high = edges.get("low_height"), edges.get("high_height")
    if low is None or high is None:
        return Phrase(says)
    return Phrase(
        says + " Its window in front is {low} to {high}.", {"low": (low, LENGTH, "up"), "high": (high, LENGTH, "down")}
    )


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
