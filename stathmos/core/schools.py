"""Schools of practice, each once: of tongue share, restoration, ball offset, what the bay sets to, what is adjusted first.

Each has its key, its name, what it means in one plain sentence, its source, and its window or rule. The choices of a
rig's and of the house's rules, of handbooks and of the bay come from here.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from typing import Protocol

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Authority, Rule
from stathmos.core.settings import ENDS, HEAD
from stathmos.core.units import KG_PER_LB, MM_PER_IN


class Named(Protocol):
    """What every school has."""

    @property
    def key(self) -> str:
        """By what it is called in a record."""

    @property
    def name(self) -> str:
        """What a person calls it."""


def choices(schools: Iterable[Named]) -> tuple[tuple[str, str], ...]:
    """Schools as the choices of a field: key and name."""
    return tuple((one.key, one.name) for one in schools)


@dataclass(frozen=True)
class ShareSchool:
    """The band that tongue weight over gross trailer weight should lie in.

    ``s_limited``: the coupling's static limit caps it as well. ``authority``: whose choice it is. ``needs``: what is
    weighed for it.
    """

    key: str
    name: str
    low: float
    high: float
    source: str
    means: str = ""
    s_limited: bool = False
    authority: Authority = Authority.DEFAULT
    needs: tuple[str, ...] = ("tongue weight", "gross trailer weight")

    def rule(self) -> Rule:
        """What the school demands, and whose choice it is."""
        return Rule(f"Tongue weight is to be {self.name} of gross trailer weight.", self.source, self.authority)


@dataclass(frozen=True)
class RestorationSchool:
    """How much of the front axle's lost load the spring bars should give back."""

    key: str
    name: str
    low: float
    aim: float
    high: float
    source: str
    means: str = ""
    authority: Authority = Authority.DEFAULT
    needs: tuple[str, ...] = ("front axle alone, coupled, and with the bars on: weighed or taped",)


@dataclass(frozen=True)
class OffsetSchool:
    """How much higher than the level coupler the uncoupled ball stands; less than nothing is lower.

    ``fixed`` mm, up to ``most`` where it is a range, and ``per_tongue`` mm per kg of tongue weight besides; or all None:
    the settle that the statics predict, or where ``as_before`` the height at which the old mount's ball stood. Within a
    range the ball stands where the trailer comes out most nearly level.
    """

    key: str
    name: str
    source: str
    means: str = ""
    choice: str = ""
    fixed: float | None = None
    per_tongue: float | None = None
    most: float | None = None
    as_before: bool = False
    authority: Authority = Authority.DEFAULT

    @property
    def needs(self) -> tuple[str, ...]:
        """What is measured for it beside the level coupler's height."""
        if self.as_before:
            return ("the old mount's ball height",)
        if self.fixed is not None and self.most is None and self.per_tongue is None:
            return ()
        return ("tongue weight",) if self.per_tongue is not None else ("tongue weight", "spring rates", "lengths")


SHARE_SCHOOLS: dict[str, ShareSchool] = {
    school.key: school
    for school in (
        ShareSchool(
            "ten_to_fifteen", "10–15 %", 0.10, 0.15, COMMON_PRACTICE,
            "Between a tenth and three twentieths of the trailer on the ball; the low side is the dangerous one.",
        ),
        # "About" is read as one point either side; the band is ours, the figure is the trade's.
        ShareSchool(
            "about_ten", "about 10 %", 0.09, 0.11, COMMON_PRACTICE, "A tenth of the trailer, a hundredth either way."
        ),
        ShareSchool(
            "four_to_seven", "4–7 % with the S-limit", 0.04, 0.07, FROM_MEMORY,
            "A light tongue, and never more than the coupling's static limit.", s_limited=True,
        ),
    )
}  # fmt: skip
#: what somebody chooses who writes a band of their own
OWN_BAND = "own"
SHARE_CHOICES = (*choices(SHARE_SCHOOLS.values()), (OWN_BAND, "own band"))

RESTORATION_SCHOOLS: dict[str, RestorationSchool] = {
    school.key: school
    for school in (
        RestorationSchool(
            "half_to_full", "at least half, not past full", 0.5, 0.75, 1.0, FROM_MEMORY + " (SAE J2807)",
            "The front comes down at least half of what coupling lifted it, and no lower than it stood.",
        ),
        RestorationSchool(
            "half", "half and no further", 0.5, 0.5, 0.5, COMMON_PRACTICE,
            "The front comes down by half of what coupling lifted it.",
        ),
        RestorationSchool(
            "full", "full, same height as uncoupled", 1.0, 1.0, 1.0, COMMON_PRACTICE,
            "The front comes back to where it stood uncoupled.",
        ),
    )
}  # fmt: skip

OFFSET_SCHOOLS: dict[str, OffsetSchool] = {
    school.key: school
    for school in (
        OffsetSchool(
            "settle", "predicted settle", "side-view statics",
            "The ball stands higher by what this vehicle will settle.",
        ),
        OffsetSchool(
            "none", "no offset", COMMON_PRACTICE, "The ball stands as high as the level coupler.", "none", fixed=0.0
        ),
        OffsetSchool(
            "up_to_one", "0–1 in up, taken as ½ in", COMMON_PRACTICE, "Half an inch higher than the level coupler.",
            "0–1 in up", fixed=0.5 * MM_PER_IN,
        ),
        OffsetSchool(
            "one_to_two", "1–2 in up, taken as 1½ in", COMMON_PRACTICE, "An inch and a half higher.",
            "1–2 in up", fixed=1.5 * MM_PER_IN,
        ),
        OffsetSchool(
            "eighth_per_hundred", "⅛ in up per 100 lb of tongue", COMMON_PRACTICE, "Higher by the weight on the tongue.",
            "⅛ in per 100 lb of tongue", per_tongue=MM_PER_IN / 8 / (100 * KG_PER_LB),
        ),
        OffsetSchool(
            "as_before", "as the old mount stood", COMMON_PRACTICE,
            "The ball stands as high as the old mount's, with which the rig was known to be good.", as_before=True,
        ),
    )
}  # fmt: skip
OFFSET_CHOICES = tuple((one.key, one.choice or one.name) for one in OFFSET_SCHOOLS.values())


# What the bay sets the front mark to.


@dataclass(frozen=True, kw_only=True)
class Marks:
    """What a school reckons with, mm: the front's rise and the rear's drop on coupling, the front mark in state B,
    the front of a known-good rig; ``follows``: share of the rear's drop that is left at full restoration."""

    rise: float
    drop: float | None = None
    follows: float | None = None
    front_b: float | None = None
    good_front: float | None = None


@dataclass(frozen=True)
class Band:
    """A window in restoration, the share of the front's rise that the bars took back."""

    low: float
    aim: float
    high: float


@dataclass(frozen=True, kw_only=True)
class Ends:
    """Where front and rear stand uncoupled (A) and with the bars on (C), and a known-good rig's rear, mm."""

    front_a: float | None
    front_c: float | None
    rear_a: float | None
    rear_c: float | None
    good_rear: float | None


@dataclass(frozen=True, kw_only=True)
class BaySchool:
    """One way of saying where the marks are to be with the bars on.

    ``needs``: what is measured for it. ``band``: its window, None where a figure is wanting. ``rear_off``: how far
    the rear as measured is off, mm, more than nothing where too little is given back, None where a mark is wanting;
    ``rear_within`` how much is allowed, and ``rear_wanted`` whether it cannot be judged without. ``reference``: it is
    matched to the heights of another rig, within ``front_within``.
    """

    key: str
    name: str
    means: str
    source: str
    needs: tuple[str, ...]
    band: Callable[[Marks], Band | None]
    rear_off: Callable[[Ends], float | None] | None = None
    rear_within: float = 0.0
    rear_wanted: bool = False
    reference: bool = False
    front_within: float = 0.0

    @property
    def rule(self) -> Rule:
        """What the school wants, as a rule of the trade."""
        return Rule(self.means, self.source)


NEAR = MM_PER_IN / 8  # how near a school of one height wants it: from memory, to be verified
EQUAL_WITHIN = 12.0  # mm, common practice
ALL_WITHIN = 0.5 * MM_PER_IN  # common practice
KNOWN_GOOD_WITHIN = 0.25 * MM_PER_IN  # common practice


def equal_drop_restoration(rise: float, drop: float, r: float) -> float:
    """The restoration at which front and rear have sunk alike.  f = (drop + rise) / (rise + drop · (1 − r))

    ``rise`` and ``drop`` on coupling, mm; ``r`` share of the drop left at full restoration.

    >>> round(equal_drop_restoration(rise=14.0, drop=39.0, r=0.604), 2)
    1.8
    """
    return (drop + rise) / (rise + drop * (1 - r))


def _equal_drop(marks: Marks) -> Band | None:
    if marks.drop is None or marks.follows is None or marks.drop <= 0:
        return None
    aim = equal_drop_restoration(marks.rise, marks.drop, marks.follows)
    within = EQUAL_WITHIN / (marks.rise + marks.drop * (1 - marks.follows))
    return Band(aim - within, aim, aim + within)


def _unequal(ends: Ends) -> float | None:
    if ends.front_a is None or ends.front_c is None or ends.rear_a is None or ends.rear_c is None:
        return None
    return (ends.rear_a - ends.rear_c) - (ends.front_a - ends.front_c)


def _all_within(within: float) -> Callable[[Marks], Band | None]:
    """Every mark within so much of where it stood: the front from above and from below, the rear only from below."""

    def band(marks: Marks) -> Band | None:
        if marks.drop is None or marks.follows is None or marks.drop <= 0:
            return None
        low = max(1 - within / marks.rise, (1 - within / marks.drop) / (1 - marks.follows))
        high = 1 + within / marks.rise
        return Band(low, (low + high) / 2, high)

    return band


def _rear_drop(ends: Ends) -> float | None:
    return None if ends.rear_a is None or ends.rear_c is None else ends.rear_a - ends.rear_c


def _known_good(marks: Marks) -> Band | None:
    if marks.good_front is None or marks.front_b is None:
        return None
    aim, within = (marks.front_b - marks.good_front) / marks.rise, KNOWN_GOOD_WITHIN / marks.rise
    return Band(aim - within, aim, aim + within)


def _under_good(ends: Ends) -> float | None:
    return None if ends.good_rear is None or ends.rear_c is None else ends.good_rear - ends.rear_c


def every_mark_within(key: str, name: str, within: float, means: str) -> BaySchool:
    """A school by which every mark stands within so many mm of where it stood uncoupled (common practice)."""
    return BaySchool(
        key=key, name=name, means=means, source=COMMON_PRACTICE, needs=("A", "C", "both ends"),
        band=_all_within(within), rear_off=_rear_drop, rear_within=within,
    )  # fmt: skip


BAY_SCHOOLS: dict[str, BaySchool] = {
    school.key: school
    for school in (
        BaySchool(
            key="half_to_full", name="at least half, not past full", means="From A to the middle of A and B.",
            source=FROM_MEMORY + " (SAE J2807)", needs=("A", "B", "C", "front"), band=lambda marks: Band(0.5, 0.75, 1.0),
        ),
        BaySchool(
            key="half", name="half and no further", means="The middle of A and B, or up to ⅛ in above it.",
            source=COMMON_PRACTICE + "; ⅛ in " + FROM_MEMORY, needs=("A", "B", "C", "front"),
            band=lambda marks: Band(0.5 - NEAR / marks.rise, 0.5 - NEAR / marks.rise / 2, 0.5),
        ),
        BaySchool(
            key="full", name="full, same height as uncoupled", means="A, within ⅛ in.",
            source=COMMON_PRACTICE + "; ⅛ in " + FROM_MEMORY, needs=("A", "B", "C", "front"),
            band=lambda marks: Band(1.0 - NEAR / marks.rise, 1.0, 1.0 + NEAR / marks.rise),
        ),
        BaySchool(
            key="equal_drop", name="front and rear drop alike", means="Front and rear drop within 12 mm of each other.",
            source=COMMON_PRACTICE, needs=("A", "C", "both ends"), band=_equal_drop, rear_off=_unequal, rear_within=EQUAL_WITHIN,
        ),
        every_mark_within(
            "all_within", "all marks within ½ in", ALL_WITHIN, "Every mark within ½ in of where it stood uncoupled."
        ),
        every_mark_within(
            "all_within_quarter", "all marks within ¼ in", ALL_WITHIN / 2, "Every mark within ¼ in of where it stood uncoupled."
        ),
        BaySchool(
            key="known_good", name="as a known-good rig", means="Within ¼ in of a rig known to be good, front and rear.",
            source=COMMON_PRACTICE, needs=("reference", "C", "both ends"), band=_known_good,
            rear_off=_under_good, rear_within=KNOWN_GOOD_WITHIN, rear_wanted=True, reference=True, front_within=KNOWN_GOOD_WITHIN,
        ),
    )
}  # fmt: skip


# What is adjusted first.


@dataclass(frozen=True, kw_only=True)
class OrderSchool:
    """Which settings are changed before which: stages, each the places that may be changed in it."""

    key: str
    name: str
    means: str
    source: str = COMMON_PRACTICE
    needs: tuple[str, ...] = ("a trial of the setting before",)
    stages: tuple[tuple[str, ...], ...] = field(default=())


TILT_FIRST = OrderSchool(
    key="tilt_first", name="head tilt until used up, then the bar ends",
    means="The head is tilted as far as it serves, and only then are brackets, links or nuts changed.",
    stages=((HEAD,), (ENDS,)),
)  # fmt: skip
ORDER_SCHOOLS: dict[str, OrderSchool] = {
    school.key: school
    for school in (
        TILT_FIRST,
        OrderSchool(
            key="either", name="head tilt or bar ends, whichever serves", means="Whichever change comes nearest.",
            stages=((HEAD, ENDS),),
        ),
        OrderSchool(
            key="tilt_only", name="head tilt only, bars kept parallel",
            means="The bar ends stay as they are, so that the bars stay parallel.", stages=((HEAD,),),
        ),
    )
}  # fmt: skip
