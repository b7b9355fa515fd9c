"""Schools of practice and the house rules that choose among them.

Schools disagree; each is kept whole, with its limits and its source, so that the
same measurements can be judged under another one.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Authority, Rule
from stathmos.core.units import KG_PER_LB, MM_PER_IN


@dataclass(frozen=True)
class ShareSchool:
    """The band that tongue weight over gross trailer weight should lie in."""

    key: str
    name: str
    low: float
    high: float
    source: str


@dataclass(frozen=True)
class RestorationSchool:
    """How much of the front axle's lost load the spring bars should give back."""

    key: str
    name: str
    low: float
    aim: float
    high: float
    source: str


@dataclass(frozen=True)
class OffsetSchool:
    """How much higher than the level coupler the uncoupled ball stands.

    ``fixed`` mm, or ``per_tongue`` mm per kg of tongue weight, or both None:
    the settle that the statics predict.
    """

    key: str
    name: str
    source: str
    fixed: float | None = None
    per_tongue: float | None = None


SHARE_SCHOOLS = {
    school.key: school
    for school in (
        ShareSchool("ten_to_fifteen", "10–15 %", 0.10, 0.15, COMMON_PRACTICE),
        # "About" is read as one point either side; the band is ours, the figure is the trade's.
        ShareSchool("about_ten", "about 10 %", 0.09, 0.11, COMMON_PRACTICE),
        ShareSchool("four_to_seven", "4–7 % with the S-limit", 0.04, 0.07, FROM_MEMORY),
    )
}

RESTORATION_SCHOOLS = {
    school.key: school
    for school in (
        RestorationSchool("half_to_full", "at least half, not past full", 0.5, 0.75, 1.0, FROM_MEMORY + " (SAE J2807)"),
        RestorationSchool("half", "half and no further", 0.5, 0.5, 0.5, COMMON_PRACTICE),
        RestorationSchool("full", "full, same height as uncoupled", 1.0, 1.0, 1.0, COMMON_PRACTICE),
    )
}

OFFSET_SCHOOLS = {
    school.key: school
    for school in (
        OffsetSchool("settle", "predicted settle", "side-view statics"),
        OffsetSchool("none", "no offset", COMMON_PRACTICE, fixed=0.0),
        OffsetSchool("up_to_one", "0–1 in up, taken as ½ in", COMMON_PRACTICE, fixed=0.5 * MM_PER_IN),
        OffsetSchool("one_to_two", "1–2 in up, taken as 1½ in", COMMON_PRACTICE, fixed=1.5 * MM_PER_IN),
        OffsetSchool(
            "eighth_per_hundred",
            "⅛ in up per 100 lb of tongue",
            COMMON_PRACTICE,
            per_tongue=MM_PER_IN / 8 / (100 * KG_PER_LB),
        ),
    )
}

DEFAULT_RESERVE = 0.10
ATTITUDE_TOLERANCE = 1.25 * MM_PER_IN  # rail front against rail rear, common practice


@dataclass(frozen=True)
class Rules:
    """What the house judges by."""

    share: ShareSchool = SHARE_SCHOOLS["ten_to_fifteen"]
    restoration: RestorationSchool = RESTORATION_SCHOOLS["half_to_full"]
    offset: OffsetSchool = OFFSET_SCHOOLS["settle"]
    reserve: float = DEFAULT_RESERVE
    authority: Authority = Authority.DEFAULT

    def rule(self, says: str, source: str) -> Rule:
        """A rule that these house rules chose, signed with whose choice it was."""
        return Rule(says, source, self.authority)
