"""Where the front mark is to come to rest, school by school, and what each says of the same measurements.

Everything is reckoned in the restoration f = (B − C) / (B − A) of the front mark: 0 where
coupling left it, 1 where it stood uncoupled. A school that looks at the rear too is put
into the same terms by the side-view statics, with which the rear follows the front:

rear drop at f = drop · (1 − f · (1 − r)),  r = (L / (L + o)) · (w / (w + o))
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from stathmos.core.bay.arches import Arches, State
from stathmos.core.figures import (
    COMMON_PRACTICE,
    FROM_MEMORY,
    STATICS,
    Anything,
    Authority,
    Missing,
    Phrase,
    Rule,
    expanded,
    wanting,
    work,
)
from stathmos.core.heights import Geometry
from stathmos.core.rules import Rules
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE

INSIDE, TOO_LITTLE, TOO_MUCH, CANNOT_TELL, OPEN, NEVER = (
    "inside", "too little", "too much", "cannot tell", "not measured", "cannot be met",
)  # fmt: skip

NEAR = MM_PER_IN / 8  # how near a school of one height wants it: from memory, to be verified
EQUAL_WITHIN = 12.0  # mm, common practice
ALL_WITHIN = 0.5 * MM_PER_IN  # common practice
KNOWN_GOOD_WITHIN = 0.25 * MM_PER_IN  # common practice


def restoration_from_marks(A: float, B: float, C: float) -> float:
    """Share of the front's rise that the bars took back.  f = (B − C) / (B − A)

    Raises ZeroDivisionError where coupling did not lift the front at all.

    >>> restoration_from_marks(A=37.75, B=38.0, C=37.75), restoration_from_marks(A=37.75, B=38.0, C=37.25)
    (1.0, 3.0)
    """
    return (B - C) / (B - A)


def rear_follows(w: float, o: float, L: float) -> float:
    """Share of the rear's drop that is left at full restoration.  r = (L / (L + o)) · (w / (w + o))

    The example of docs/method.md: 650 lb of 1 076 lb stay on the rear axle.

    >>> round(rear_follows(w=145, o=50, L=216), 3), round(650 / 1076, 3)
    (0.604, 0.604)
    """
    return (L / (L + o)) * (w / (w + o))


def equal_drop_restoration(rise: float, drop: float, r: float) -> float:
    """The restoration at which front and rear have sunk alike.  f = (drop + rise) / (rise + drop · (1 − r))

    >>> round(equal_drop_restoration(rise=14.0, drop=39.0, r=0.604), 2)
    1.8
    """
    return (drop + rise) / (rise + drop * (1 - r))


@dataclass(frozen=True)
class School:
    """One way of saying where the front mark is to be. ``key`` as in the rig's choice."""

    key: str
    name: str
    rule: Rule


SCHOOLS: dict[str, School] = {
    school.key: school
    for school in (
        School("half_to_full", "at least half, not past full", Rule("From A to the middle of A and B.", FROM_MEMORY + " (SAE J2807)")),
        School("half", "half and no further", Rule("The middle of A and B, or up to ⅛ in above it.", COMMON_PRACTICE + "; ⅛ in " + FROM_MEMORY)),
        School("full", "full, same height as uncoupled", Rule("A, within ⅛ in.", COMMON_PRACTICE + "; ⅛ in " + FROM_MEMORY)),
        School("equal_drop", "front and rear drop alike", Rule("Front and rear drop within 12 mm of each other.", COMMON_PRACTICE)),
        School("all_within", "all marks within ½ in", Rule("Every mark within ½ in of where it stood uncoupled.", COMMON_PRACTICE)),
        School("known_good", "as a known-good rig", Rule("Within ¼ in of a rig known to be good, front and rear.", COMMON_PRACTICE)),
    )
}  # fmt: skip


@dataclass(frozen=True)
class Window:
    """One school's window: restoration from ``low`` to ``high``, aimed at ``aim``; the same as front-mark heights, mm.

    ``verdict`` on the last trial; ``says`` it with the figures. None where it cannot be worked out yet.
    """

    key: str
    name: str
    rule: Rule
    in_force: bool
    authority: str
    low: float | None
    high: float | None
    aim: float | None
    low_height: float | None
    high_height: float | None
    aim_height: float | None
    verdict: str
    says: Phrase
    likely: float | None = None


@dataclass(frozen=True)
class Measured:
    """What a verdict is given on: the marks, the geometry, the reference of a known-good rig, the restoration; and where the marks are."""

    arches: Arches
    geometry: Geometry
    good: State
    c: State | None
    restoration: Anything
    at_bumpers: bool = False


def in_force(rules: Rules) -> tuple[str, str]:
    """The bay's school and whose choice it is: a handbook's before anybody's, else the restoration school.

    >>> in_force(Rules(bay_school="equal_drop")), in_force(Rules())
    (('equal_drop', 'Stathmos default'), ('half_to_full', 'Stathmos default'))
    """
    handbook = rules.restoration.authority in (Authority.VEHICLE_HANDBOOK, Authority.HITCH_HANDBOOK)
    if rules.bay_school in SCHOOLS and not handbook:
        return rules.bay_school, rules.bay_authority.value
    return rules.restoration.key, rules.restoration.authority.value


def _limits(key: str, measured: Measured) -> tuple[float, float, float] | None:
    """Least, most and aim in terms of restoration; None where a figure is wanting."""
    rise, drop = measured.arches.rise, measured.arches.drop
    if isinstance(rise, Missing) or rise.value <= 0:
        return None
    near = NEAR / rise.value
    fixed = {
        "half_to_full": (0.5, 1.0, 0.75),
        "half": (0.5 - near, 0.5, 0.5 - near / 2),
        "full": (1.0 - near, 1.0 + near, 1.0),
    }
    if key in fixed:
        return fixed[key]
    if key == "known_good":
        if isinstance(measured.good.front, Missing) or isinstance(measured.arches.b.front, Missing):
            return None
        aim = (measured.arches.b.front.value - measured.good.front.value) / rise.value
        within = KNOWN_GOOD_WITHIN / rise.value
        return aim - within, aim + within, aim
    geometry = (measured.geometry.w, measured.geometry.o, measured.geometry.L)
    if wanting(drop, *geometry) or drop.value <= 0:
        return None
    r = rear_follows(*(one.value for one in geometry))
    slope = rise.value + drop.value * (1 - r)
    if key == "equal_drop":
        aim, within = equal_drop_restoration(rise.value, drop.value, r), EQUAL_WITHIN / slope
        return aim - within, aim + within, aim
    # every mark within ½ in: the front from above and from below, the rear only from below
    low = max(1 - ALL_WITHIN / rise.value, (1 - ALL_WITHIN / drop.value) / (1 - r))
    high = 1 + ALL_WITHIN / rise.value
    return low, high, (low + high) / 2


def verdict(key: str, limits: tuple[float, float, float], measured: Measured) -> str:
    """What a school says of the last trial; an edge nearer than the uncertainty cannot be told from outside.

    Inside as measured passes: `likelihood` says how surely.
    """
    f = measured.restoration
    if measured.c is None or isinstance(f, Missing):
        return OPEN
    low, high, _ = limits
    if low > high:
        return NEVER
    if low <= f.value <= high:
        return _rear_says(key, measured)
    beyond = low - f.value if f.value < low else f.value - high
    if beyond <= expanded(f):
        return CANNOT_TELL
    return TOO_LITTLE if f.value < low else TOO_MUCH


def _rear_says(key: str, measured: Measured) -> str:
    """Schools that look at the rear too judge it as it was measured, not as it should have followed."""
    a, c = measured.arches.a, measured.c
    if key == "equal_drop" and not wanting(a.front, a.rear, c.front, c.rear):
        apart = (a.rear.value - c.rear.value) - (a.front.value - c.front.value)
        return INSIDE if abs(apart) <= EQUAL_WITHIN else TOO_LITTLE if apart > 0 else TOO_MUCH
    if key == "all_within" and not wanting(a.rear, c.rear):
        drop = a.rear.value - c.rear.value
        return INSIDE if abs(drop) <= ALL_WITHIN else TOO_LITTLE if drop > 0 else TOO_MUCH
    if key == "known_good":
        if wanting(measured.good.rear, c.rear):
            return CANNOT_TELL
        off = c.rear.value - measured.good.rear.value
        return INSIDE if abs(off) <= KNOWN_GOOD_WITHIN else TOO_LITTLE if off < 0 else TOO_MUCH
    return INSIDE


def windows(measured: Measured, rules: Rules, likely: Callable[[float, float], float | None]) -> tuple[Window, ...]:
    """Every school's window and verdict, the one in force first. ``likely``: how likely the restoration lies between two."""
    key_in_force, authority = in_force(rules)
    found = [_window(school, measured, key_in_force, authority, likely) for school in SCHOOLS.values()]
    return tuple(sorted(found, key=lambda one: not one.in_force))


def _window(school: School, measured: Measured, key_in_force: str, authority: str, likely) -> Window:
    b, rise = measured.arches.b.front, measured.arches.rise
    limits = _limits(school.key, measured)
    blank = Window(
        school.key, school.name, school.rule, school.key == key_in_force, authority if school.key == key_in_force else "",
        None, None, None, None, None, None, OPEN, Phrase("Not measured yet."),
    )  # fmt: skip
    if school.key == "known_good" and limits is None and not isinstance(measured.good.front, Missing):
        return _as_known_good(blank, measured)
    if limits is None:
        if not isinstance(rise, Missing) and rise.value <= 0:
            return replace(
                blank,
                verdict=CANNOT_TELL,
                says=Phrase("Coupling did not lift the front mark: there is nothing for the bars to give back."),
            )
        if school.key == "known_good" and not isinstance(rise, Missing):
            return replace(blank, says=Phrase("No known-good heights are written down."))
        return blank

    def height(f: float) -> float:
        return b.value - f * rise.value

    low, high, aim = limits
    says = verdict(school.key, limits, measured)
    return replace(
        blank, low=low, high=high, aim=aim, low_height=height(high), high_height=height(low), aim_height=height(aim),
        verdict=says, says=_in_words(says, measured, height(high), height(low)), likely=likely(low, high),
    )  # fmt: skip


def _as_known_good(blank: Window, measured: Measured) -> Window:
    """A known-good rig's heights need no state A or B: they are the target themselves."""
    good, c = measured.good.front.value, measured.c
    low, high = good - KNOWN_GOOD_WITHIN, good + KNOWN_GOOD_WITHIN
    says = OPEN
    if c is not None and not isinstance(c.front, Missing):
        beyond = TOO_LITTLE if c.front.value > high else TOO_MUCH
        says = _rear_says("known_good", measured) if low <= c.front.value <= high else beyond
    return replace(
        blank,
        low_height=low,
        high_height=high,
        aim_height=good,
        verdict=says,
        says=_in_words(says, measured, low, high),
    )


def front_words(at_bumpers: bool) -> str:
    """What the heights in front are called.

    >>> front_words(False), front_words(True)
    ('the front mark', 'the body over the front axle')
    """
    return "the body over the front axle" if at_bumpers else "the front mark"


_WORDS = {
    INSIDE: "The front mark at {c} lies in its window, {low} to {high}.",
    TOO_LITTLE: "The front mark at {c} stands above its window, {low} to {high}: too little is given back.",
    TOO_MUCH: "The front mark at {c} stands below its window, {low} to {high}: too much is taken.",
    CANNOT_TELL: "The front mark at {c} is nearer to the edge of its window, {low} to {high}, than the tape can tell: it is not a pass.",
    OPEN: "Its window is {low} to {high}.",
    NEVER: "This rig cannot meet it: the rear settles too far before the front comes down.",
}


def _in_words(says: str, measured: Measured, low: float, high: float) -> Phrase:
    quantities = {"low": (low, LENGTH, "up"), "high": (high, LENGTH, "down")}
    # at the bumpers no mark stands at these heights: they are the body's, over the axle
    what = front_words(measured.at_bumpers).capitalize()
    template = _WORDS[says].replace("The front mark", what)
    if measured.c is not None and not isinstance(measured.c.front, Missing):
        at, b, rise, f = measured.c.front.value, measured.arches.b.front, measured.arches.rise, measured.restoration
        if not wanting(b, rise, f) and abs(b.value - f.value * rise.value - at) > 0.1:
            # judged with the weighbridge: its height goes with the words, not the tape's alone
            at = b.value - f.value * rise.value
            template = template.replace(f"{what} at {{c}}", f"{what}, at {{c}} with the weighbridge counted in,")
        quantities["c"] = (at, LENGTH, "nearest")
    return Phrase(template, quantities)


def opposite(found: tuple[Window, ...]) -> Phrase | None:
    """Where two schools say opposite things of the same measurements, plainly and with the figures."""
    little = [one for one in found if one.verdict == TOO_LITTLE]
    much = [one for one in found if one.verdict == TOO_MUCH]
    good = [one for one in found if one.verdict == INSIDE]
    for ours, theirs in ((little, much), (good, much), (little, good)):
        if ours and theirs:
            one, other = ours[0], theirs[0]
            return Phrase(
                f"The schools disagree on the same measurements. “{one.name}”: {one.verdict}, its window {{one_low}} to {{one_high}}. "
                f"“{other.name}”: {other.verdict}, its window {{other_low}} to {{other_high}}.",
                {
                    "one_low": (one.low_height, LENGTH, "up"), "one_high": (one.high_height, LENGTH, "down"),
                    "other_low": (other.low_height, LENGTH, "up"), "other_high": (other.high_height, LENGTH, "down"),
                },
            )  # fmt: skip
    return None


def restoration(arches: Arches, c: State | None) -> Anything:
    """Restoration of a trial from the marks; `Missing` where coupling did not lift the front beyond the tape's doubt."""
    if c is None:
        return Missing(("trials.trial_1.front_left",))
    if not isinstance(arches.rise, Missing) and arches.rise.value <= max(expanded(arches.rise), 1e-9):
        return Missing(("weighing.bridge_front_bars",))
    return work(
        "f = (B − C) / (B − A)", SHARE, restoration_from_marks, Rule("Share of the front's rise that the bars took back.", STATICS),
        A=arches.a.front, B=arches.b.front, C=c.front,
    )  # fmt: skip
