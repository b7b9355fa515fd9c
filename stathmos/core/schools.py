"""Schools of practice, each once: of tongue share, restoration, ball offset, what is adjusted first. The bay's own are in `bay_schools`.

Each has its key, its name, what it means in one plain sentence, its source, and its window or rule. The choices of a
rig's and of the house's rules, of handbooks and of the bay come from here.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Protocol

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Authority, Rule
from stathmos.core.settings import ENDS, HEAD
from stathmos.core.tolerances import ATTITUDE, SAME, TRAILER_LEVEL
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
    """How much of the front axle's lost load the spring bars should give back.

    ``reached_from``: where a single figure is aimed at, what is near enough to it from below.
    """

    key: str
    name: str
    low: float
    aim: float
    high: float
    source: str
    means: str = ""
    reached_from: float | None = None
    authority: Authority = Authority.DEFAULT
    needs: tuple[str, ...] = ("front axle alone, coupled, and with the bars on: weighed or taped",)


@dataclass(frozen=True)
class OffsetSchool:
    """How much higher than the level coupler the uncoupled ball stands; less than nothing is lower.

    ``fixed`` mm, up to ``most`` where it is a range, and ``per_tongue`` mm per kg of tongue weight besides; or all None:
    the settle that the statics predict, or where ``as_before`` the height at which the old mount's ball stood. Within a
    range the ball stands where the trailer comes out most nearly level. ``lifted``: the head lifts the ball once it is loaded, so
    that what stands there uncoupled comes out level, whatever the vehicle settles.
    """

    key: str
    name: str
    source: str
    means: str = ""
    choice: str = ""
    lifted: bool = False
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
            "The front comes down by half of what coupling lifted it.", reached_from=1 / 3,
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


@dataclass(frozen=True, kw_only=True)
class LevelSchool:
    """How level the coupled trailer should stand: its rail in front above its rear, mm, from ``low`` to ``high``; ``aim`` in between."""

    key: str
    name: str
    means: str
    low: float
    high: float
    aim: float = 0.0
    source: str = f"{COMMON_PRACTICE}; the bands {FROM_MEMORY}"
    authority: Authority = Authority.DEFAULT
    needs: tuple[str, ...] = ("the rail's height in front and at the rear, bars on",)

    @property
    def rule(self) -> Rule:
        """What the school wants, and whose choice it is."""
        return Rule(self.means, self.source, self.authority)

    def holds(self, rail: float) -> bool:
        """Whether a rail that stands so many mm higher in front is as this school wants it.

        >>> LEVEL_SCHOOLS["nose_down"].holds(-25.4), LEVEL_SCHOOLS["nose_down"].holds(12.7)
        (True, False)
        """
        return self.low - SAME <= rail <= self.high + SAME


LEVEL_SCHOOLS: dict[str, LevelSchool] = {
    school.key: school
    for school in (
        LevelSchool(
            key="level", name="level", means="As near level as the holes allow, 1¼ in either way at the most.",
            low=-ATTITUDE.value, high=ATTITUDE.value,
        ),
        LevelSchool(
            key="nose_down", name="a little nose-down", means="Level, or lower in front, by 1¼ in at the most.",
            low=-ATTITUDE.value, high=TRAILER_LEVEL.value, aim=-MM_PER_IN / 2,
        ),
        LevelSchool(
            key="nose_up", name="a little nose-up", means="Level, or higher in front, by 1¼ in at the most.",
            low=-TRAILER_LEVEL.value, high=ATTITUDE.value, aim=MM_PER_IN / 2,
        ),
    )
}  # fmt: skip

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
