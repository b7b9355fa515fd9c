"""Schools of the bay: where the marks are to stand with the bars on, each a predicate on what was taped.

State A is uncoupled, B coupled without bars, C with the bars on. A school says between which two heights the mark of an
end is to stand, each height reckoned from other marks. A mark at a height itself holds. Heights mm above the ground.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Rule
from stathmos.core.tolerances import SAME
from stathmos.core.units import MM_PER_IN

FRONT, REAR = "front", "rear"
INSIDE, TOO_LITTLE, TOO_MUCH, CANNOT_TELL, OPEN, NEVER = (
    "inside", "too little", "too much", "cannot tell", "not measured", "cannot be met",
)  # fmt: skip

#: one height, or many at once; None where nobody taped it
Height = Any


@dataclass(frozen=True)
class Band:
    """A window in restoration, the share of the front's rise that the bars took back."""

    low: float
    aim: float
    high: float


@dataclass(frozen=True, kw_only=True)
class Marks:
    """The marks of one trial, mm, each end the mean of what was taped; ``good`` of a rig that is known to be good."""

    front_a: Height = None
    front_b: Height = None
    front_c: Height = None
    rear_a: Height = None
    rear_b: Height = None
    rear_c: Height = None
    front_good: Height = None
    rear_good: Height = None


@dataclass(frozen=True)
class Edge:
    """One edge of a window: a height reckoned by ``at`` from the marks that it ``needs``, in their order there."""

    needs: tuple[str, ...]
    at: Callable[..., Height]

    def of(self, marks: Marks) -> Height:
        """The height, mm; None where a mark is wanting."""
        heights = [getattr(marks, name) for name in self.needs]
        return None if any(one is None for one in heights) else self.at(*heights)


@dataclass(frozen=True, kw_only=True)
class Stand:
    """Where the mark of one end is to stand: no lower than ``low``, no higher than ``high``.

    ``says``: how it is told where the mark alone does not tell it, by `INSIDE`, `TOO_LITTLE` and `TOO_MUCH`.
    """

    end: str
    low: Edge
    high: Edge
    says: Mapping[str, str] | None = None

    @property
    def mark(self) -> str:
        """The mark that is to stand so."""
        return f"{self.end}_c"

    @property
    def above(self) -> str:
        """What it says that a mark stands above: the front is not down yet, the rear is up already."""
        return TOO_LITTLE if self.end == FRONT else TOO_MUCH

    @property
    def below(self) -> str:
        """What it says that a mark stands below."""
        return TOO_MUCH if self.end == FRONT else TOO_LITTLE


@dataclass(frozen=True, kw_only=True)
class Out:
    """A mark that stands out: ``by`` so much (mm) on the side that ``says`` too little or too much."""

    stand: Stand
    says: str
    by: float


@dataclass(frozen=True, kw_only=True)
class Judgement:
    """What a school says of a trial's marks. ``missing``: the marks that it waits for; ``idle``: the bars do nothing; ``by_weight``:
    the marks cannot tell, and what was weighed does."""

    verdict: str
    out: tuple[Out, ...] = ()
    missing: tuple[str, ...] = ()
    idle: bool = False
    by_weight: bool = False


@dataclass(frozen=True, kw_only=True)
class BaySchool:
    """One way of saying where the marks are to be with the bars on.

    ``least_rise``: coupling must lift the front by more than this, mm, before the tape can show what the school wants.
    ``aims``: where in the front's window one aims, as a share of it from its upper edge down. ``share``: the same window
    as a restoration, for a weighbridge.
    """

    key: str
    name: str
    means: str
    source: str
    stands: tuple[Stand, ...]
    least_rise: float | None = None
    aims: float = 0.5
    share: Band | None = None

    @property
    def rule(self) -> Rule:
        """What the school wants, as a rule of the trade."""
        return Rule(self.means, self.source)

    @property
    def needs(self) -> tuple[str, ...]:
        """The marks that it cannot do without, by name."""
        found = [name for one in self.stands for name in (*one.low.needs, *one.high.needs, one.mark)]
        return tuple(dict.fromkeys(found))

    @property
    def reference(self) -> bool:
        """Whether it is matched to the heights of another rig."""
        return any(name.endswith("_good") for name in self.needs)

    def judge(self, marks: Marks) -> Judgement:
        """What it says of some marks: mark by mark, and nothing but them.

        A mark at an edge holds (within 1e-6 mm). What stands out says so whatever else is wanting.

        >>> inch = 25.4
        >>> BAY_SCHOOLS["half_to_full"].judge(Marks(front_a=37.75 * inch, front_b=38 * inch, front_c=37.875 * inch)).verdict
        'inside'
        """
        missing = tuple(name for name in self.needs if getattr(marks, name) is None)
        if marks.front_c is not None and self._shows_nothing(marks):
            return Judgement(verdict=_beyond_doubt(marks), missing=missing)
        out = tuple(one for stand in self.stands for one in _out(stand, marks))
        ways = {one.says for one in out}
        if ways:
            return Judgement(verdict=NEVER if len(ways) > 1 else ways.pop(), out=out, missing=missing)
        if _idle(marks):
            return Judgement(verdict=TOO_LITTLE, missing=missing, idle=True)
        return Judgement(verdict=OPEN if missing else INSIDE, missing=missing)

    def _shows_nothing(self, marks: Marks) -> bool:
        """Whether coupling lifted the front too little for its marks to show what this school wants."""
        if self.least_rise is None or marks.front_a is None or marks.front_b is None:
            return False
        return bool(marks.front_b - marks.front_a < max(self.least_rise, 2 * SAME) - SAME)

    def miss(self, marks: Marks) -> np.ndarray:
        """How far many rigs stand outside of what it wants, mm, the mark that is furthest; their marks given as for `holds`."""
        found = [_beyond(getattr(marks, one.mark), one.low.of(marks), one.high.of(marks)) for one in self.stands]
        return np.asarray(np.max(np.broadcast_arrays(*found), axis=0))

    def holds(self, marks: Marks) -> np.ndarray:
        """Whether many rigs stand as it wants, their marks given as arrays of one length; all of them must be given."""
        inside = np.asarray(True)
        for one in self.stands:
            height = getattr(marks, one.mark)
            inside = inside & (height >= one.low.of(marks) - SAME) & (height <= one.high.of(marks) + SAME)
        return inside


def _beyond(height: Height, low: Height, high: Height) -> np.ndarray:
    return np.asarray(np.maximum(np.maximum(low - height, height - high), 0.0))


def _out(stand: Stand, marks: Marks) -> tuple[Out, ...]:
    height, low, high = getattr(marks, stand.mark), stand.low.of(marks), stand.high.of(marks)
    if height is None:
        return ()
    if low is not None and height < low - SAME:
        return (Out(stand=stand, says=stand.below, by=low - height),)
    if high is not None and height > high + SAME:
        return (Out(stand=stand, says=stand.above, by=height - high),)
    return ()


def _idle(marks: Marks) -> bool:
    """Whether the bars do nothing: the front stands where coupling left it, or above."""
    return marks.front_b is not None and marks.front_c is not None and bool(marks.front_c >= marks.front_b - SAME)


def _beyond_doubt(marks: Marks) -> str:
    """What can be said all the same: an eighth of an inch under A is too much whatever the rise, and at B over A nothing is done."""
    if marks.front_c <= min(marks.front_a, marks.front_b) - NEAR + SAME:
        return TOO_MUCH
    return TOO_LITTLE if _idle(marks) and marks.front_b > marks.front_a + SAME else CANNOT_TELL


NEAR = MM_PER_IN / 8  # how near a school of one height wants it
EQUAL_WITHIN = 12.0  # mm, common practice
ALL_WITHIN = 0.5 * MM_PER_IN  # common practice
KNOWN_GOOD_WITHIN = 0.25 * MM_PER_IN  # common practice
HALF_SHOWS_FROM = 0.25 * MM_PER_IN  # under this rise half of it cannot be told by a tape: common practice, no source


def half_of(a: float, b: float) -> float:
    """The middle of A and B: half of what coupling lifted the front.  (A + B) / 2

    >>> half_of(a=37.75, b=38.0)
    37.875
    """
    return (a + b) / 2


def least_of_half(a: Height, b: Height) -> Height:
    """The highest at which the front counts as brought down by about half.  B − max((B − A) / 3, (B − A) / 2 − ⅛ in)

    mm; ⅓ of the rise, or half of it less an eighth of an inch, whichever is more.

    >>> round(float(least_of_half(a=0.0, b=25.4)), 4), round(float(least_of_half(a=0.0, b=12.7)), 4)  # an inch: 3/8 down; half an inch: a third
    (15.875, 8.4667)
    """
    return b - np.maximum((b - a) / 3, (b - a) / 2 - NEAR)


def _near(end: str, mark: str, within: float) -> Stand:
    """A window of so much either way about another mark of the same end."""
    name = f"{end}_{mark}"
    return Stand(end=end, low=Edge((name,), lambda at: at - within), high=Edge((name,), lambda at: at + within))


def _every_mark_within(key: str, name: str, within: float, means: str) -> BaySchool:
    """A school by which every mark stands within so many mm of where it stood uncoupled (common practice)."""
    stands = tuple(_near(end, "a", within) for end in (FRONT, REAR))
    return BaySchool(key=key, name=name, means=means, source=COMMON_PRACTICE, stands=stands)


def _alike(more: float) -> Edge:
    """The height of the front that has sunk as much as the rear, and ``more`` mm."""
    return Edge(("front_a", "rear_a", "rear_c"), lambda front_a, rear_a, rear_c: front_a - (rear_a - rear_c) + more)


_DROPS = "The front stands {front_drop} {front_way} and the rear {rear_drop} {rear_way} than uncoupled, {apart} apart; {within} is the most"
#: by each school's key. Windows as shares of the front's rise are the same windows, for a weighbridge
BAY_SCHOOLS: dict[str, BaySchool] = {
    school.key: school
    for school in (
        BaySchool(
            key="half_to_full", name="at least half, not past full", means="From A to the middle of A and B.",
            source=FROM_MEMORY + " (SAE J2807)", least_rise=0.0, share=Band(0.5, 0.75, 1.0),
            stands=(Stand(end=FRONT, low=Edge(("front_a",), lambda a: a), high=Edge(("front_a", "front_b"), half_of)),),
        ),
        BaySchool(
            key="half", name="half and no further", means="The middle of A and B, or up to ⅛ in above it, and at least a third of the way.",
            source=COMMON_PRACTICE, least_rise=HALF_SHOWS_FROM, aims=0.75, share=Band(1 / 3, 0.5, 0.5),
            stands=(Stand(end=FRONT, low=Edge(("front_a", "front_b"), half_of), high=Edge(("front_a", "front_b"), least_of_half)),),
        ),
        BaySchool(
            key="full", name="full, same height as uncoupled", means="A, within ⅛ in.", source=COMMON_PRACTICE,
            stands=(_near(FRONT, "a", NEAR),),
        ),
        BaySchool(
            key="equal_drop", name="front and rear drop alike", means="Front and rear drop within 12 mm of each other.",
            source=COMMON_PRACTICE,
            stands=(
                Stand(
                    end=FRONT, low=_alike(-EQUAL_WITHIN), high=_alike(EQUAL_WITHIN),
                    says={INSIDE: _DROPS + ".", TOO_LITTLE: _DROPS + ": the rear has sunk more, too little is given back.",
                          TOO_MUCH: _DROPS + ": the front has sunk more, too much is taken."},
                ),
            ),
        ),
        _every_mark_within(
            "all_within", "all marks within ½ in", ALL_WITHIN, "Every mark within ½ in of where it stood uncoupled."
        ),
        _every_mark_within(
            "all_within_quarter", "all marks within ¼ in", ALL_WITHIN / 2, "Every mark within ¼ in of where it stood uncoupled."
        ),
        BaySchool(
            key="known_good", name="as a known-good rig", means="Within ¼ in of a rig known to be good, front and rear.",
            source=COMMON_PRACTICE,
            stands=tuple(_near(end, "good", KNOWN_GOOD_WITHIN) for end in (FRONT, REAR)),
        ),
    )
}  # fmt: skip
