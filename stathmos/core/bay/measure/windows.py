"""Where the front mark is to come to rest, school by school, and what each says of the same measurements.

Everything is reckoned in the restoration f = (B − C) / (B − A) of the front mark: 0 where
coupling left it, 1 where it stood uncoupled. A school that looks at the rear too is put
into the same terms by the side-view statics, with which the rear follows the front:

rear drop at f = drop · (1 − f · (1 − r)),  r = (L / (L + o)) · (w / (w + o))

The schools themselves are in `schools`.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from stathmos.core.bay.measure.arches import Arches, StateMarks
from stathmos.core.figures import Anything, Authority, Missing, Rule, expanded, sure, there, wanting
from stathmos.core.heights import Geometry
from stathmos.core.phrases import Phrase
from stathmos.core.rules import Rules
from stathmos.core.schools import BAY_SCHOOLS, Band, BaySchool, Ends, Marks
from stathmos.core.units import LENGTH

INSIDE, TOO_LITTLE, TOO_MUCH, CANNOT_TELL, OPEN, NEVER = (
    "inside", "too little", "too much", "cannot tell", "not measured", "cannot be met",
)  # fmt: skip

#: how likely the restoration lies between two; None where it is not known
Likely = Callable[[float, float], float | None]


def rear_follows(w: float, o: float, L: float) -> float:
    """Share of the rear's drop that is left at full restoration.  r = (L / (L + o)) · (w / (w + o))

    Wheelbase ``w``, overhang ``o``, ball to trailer axles ``L``, all mm. The example of docs/method.md:
    650 lb of 1 076 lb stay on the rear axle.

    >>> round(rear_follows(w=145, o=50, L=216), 3), round(650 / 1076, 3)
    (0.604, 0.604)
    """
    return (L / (L + o)) * (w / (w + o))


@dataclass(frozen=True, kw_only=True)
class Window:
    """One school's window: restoration from ``low`` to ``high``, aimed at ``aim``; the same as front-mark heights, mm.

    ``verdict`` on the last trial; ``says`` it with the figures. None where it cannot be worked out yet.
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
    verdict: str = OPEN
    says: Phrase = Phrase("Not measured yet.")
    likely: float | None = None


@dataclass(frozen=True, kw_only=True)
class Taped:
    """What a verdict is given on: the marks, the geometry, the reference of a known-good rig, state C of the last
    trial, the restoration; and whether the marks are at the bumpers."""

    arches: Arches
    geometry: Geometry
    good: StateMarks
    c: StateMarks | None
    restoration: Anything
    at_bumpers: bool = False


def in_force(rules: Rules) -> tuple[str, Authority]:
    """The bay's school and whose choice it is: a handbook's before anybody's, else the restoration school.

    >>> in_force(Rules(bay_school="equal_drop"))[0], in_force(Rules())[0]
    ('equal_drop', 'half_to_full')
    """
    handbook = rules.restoration.authority in (Authority.VEHICLE_HANDBOOK, Authority.HITCH_HANDBOOK)
    if rules.bay_school in BAY_SCHOOLS and not handbook:
        return rules.bay_school, rules.bay_authority
    return rules.restoration.key, rules.restoration.authority


def _value(figure: Anything) -> float | None:
    return None if isinstance(figure, Missing) else figure.value


def band(school: BaySchool, taped: Taped) -> Band | None:
    """A school's window in restoration; None where a figure is wanting, or coupling did not lift the front."""
    rise, g = _value(taped.arches.rise), taped.geometry
    if rise is None or rise <= 0:
        return None
    lengths = [_value(one) for one in (g.w, g.o, g.L)]
    follows = None if None in lengths else rear_follows(*(one for one in lengths if one is not None))
    return school.band(
        Marks(
            rise=rise, drop=_value(taped.arches.drop), follows=follows,
            front_b=_value(taped.arches.b.front), good_front=_value(taped.good.front),
        )
    )  # fmt: skip


def verdict(school: BaySchool, within: Band, taped: Taped) -> str:
    """What a school says of the last trial; an edge nearer than the uncertainty cannot be told from outside.

    Inside as measured passes: the likelihood says how surely.
    """
    f = taped.restoration
    if taped.c is None or isinstance(f, Missing):
        return OPEN
    if within.low > within.high:
        return NEVER
    if within.low <= f.value <= within.high:
        return _rear_says(school, taped)
    beyond = within.low - f.value if f.value < within.low else f.value - within.high
    if beyond <= expanded(f):
        return CANNOT_TELL
    return TOO_LITTLE if f.value < within.low else TOO_MUCH


def _rear_says(school: BaySchool, taped: Taped) -> str:
    """A school that looks at the rear too judges it as it was measured, not as it should have followed."""
    if school.rear_off is None or taped.c is None:
        return INSIDE
    a, c = taped.arches.a, taped.c
    off = school.rear_off(
        Ends(
            front_a=_value(a.front), front_c=_value(c.front), rear_a=_value(a.rear), rear_c=_value(c.rear),
            good_rear=_value(taped.good.rear),
        )
    )  # fmt: skip
    if off is None:
        return CANNOT_TELL if school.rear_wanted else INSIDE
    return INSIDE if abs(off) <= school.rear_within else TOO_LITTLE if off > 0 else TOO_MUCH


def under_each_school(taped: Taped, rules: Rules, likely: Likely) -> tuple[Window, ...]:
    """Every school's window and verdict, the one in force first."""
    key_in_force, authority = in_force(rules)
    found = [_window(school, taped, school.key == key_in_force, authority, likely) for school in BAY_SCHOOLS.values()]
    return tuple(sorted(found, key=lambda one: not one.in_force))


def _window(school: BaySchool, taped: Taped, holds: bool, authority: Authority, likely: Likely) -> Window:
    b, rise = taped.arches.b.front, taped.arches.rise
    blank = Window(
        key=school.key, name=school.name, rule=school.rule, in_force=holds, authority=authority.value if holds else ""
    )  # fmt: skip
    within = band(school, taped)
    if within is not None and not isinstance(b, Missing) and not isinstance(rise, Missing):
        says = verdict(school, within, taped)
        low, aim, high = (b.value - f * rise.value for f in (within.high, within.aim, within.low))
        return replace(
            blank, low=within.low, aim=within.aim, high=within.high, low_height=low, aim_height=aim, high_height=high,
            verdict=says, says=_in_words(says, taped, low, high), likely=likely(within.low, within.high),
        )  # fmt: skip
    if school.reference and not isinstance(taped.good.front, Missing):
        return _as_reference(blank, school, taped, taped.good.front.value)
    if not isinstance(rise, Missing) and rise.value <= 0:
        nothing = Phrase("Coupling did not lift the front mark: there is nothing for the bars to give back.")
        return replace(blank, verdict=CANNOT_TELL, says=nothing)
    if school.reference and not isinstance(rise, Missing):
        return replace(blank, says=Phrase("No known-good heights are written down."))
    return blank


def _as_reference(blank: Window, school: BaySchool, taped: Taped, good: float) -> Window:
    """A reference's heights need no state A or B: they are the target themselves."""
    low, high = good - school.front_within, good + school.front_within
    says = OPEN
    if taped.c is not None and not isinstance(taped.c.front, Missing):
        c = taped.c.front.value
        says = _rear_says(school, taped) if low <= c <= high else TOO_LITTLE if c > high else TOO_MUCH
    words = _in_words(says, taped, low, high)
    return replace(blank, low_height=low, aim_height=good, high_height=high, verdict=says, says=words)


def front_words(at_bumpers: bool) -> str:
    """What the heights in front are called: at the bumpers no mark stands at them, they are the body's, over the axle.

    >>> front_words(False), front_words(True)
    ('the front mark', 'the body over the front axle')
    """
    return "the body over the front axle" if at_bumpers else "the front mark"


#: what each verdict says behind the front mark and its height
_SAYS: Mapping[str, str] = {
    INSIDE: " lies in its window, {low} to {high}.",
    TOO_LITTLE: " stands above its window, {low} to {high}: too little is given back.",
    TOO_MUCH: " stands below its window, {low} to {high}: too much is taken.",
    CANNOT_TELL: " is nearer to the edge of its window, {low} to {high}, than the tape can tell: it is not a pass.",
}
_SAYS_OF_NO_MARK: Mapping[str, str] = {
    OPEN: "Its window is {low} to {high}.",
    NEVER: "This rig cannot meet it: the rear settles too far before the front comes down.",
}


def _in_words(says: str, taped: Taped, low: float, high: float) -> Phrase:
    put = {"low": (low, LENGTH, "up"), "high": (high, LENGTH, "down")}
    if says in _SAYS_OF_NO_MARK or taped.c is None or isinstance(taped.c.front, Missing):
        return Phrase(_SAYS_OF_NO_MARK.get(says, _SAYS_OF_NO_MARK[OPEN]), put)
    at, b, rise, f = taped.c.front.value, taped.arches.b.front, taped.arches.rise, taped.restoration
    mark = f"{front_words(taped.at_bumpers).capitalize()} at {{c}}"
    if not wanting(b, rise, f) and abs(sure(b).value - sure(f).value * sure(rise).value - at) > 0.1:
        # judged with the weighbridge: its height goes with the words, not the tape's alone
        at = sure(b).value - sure(f).value * sure(rise).value
        mark = f"{front_words(taped.at_bumpers).capitalize()}, at {{c}} with the weighbridge counted in,"
    return Phrase(mark + _SAYS[says], {**put, "c": (at, LENGTH, "nearest")})


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
                    "one_low": (there(one.low_height), LENGTH, "up"), "one_high": (there(one.high_height), LENGTH, "down"),
                    "other_low": (there(other.low_height), LENGTH, "up"), "other_high": (there(other.high_height), LENGTH, "down"),
                },
            )  # fmt: skip
    return None
