"""What may be off, and by how much: each limit once, with whose rule it is. Lengths mm."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Rule
from stathmos.core.units import KG_PER_LB, MM_PER_IN

SAME = 1e-6  # under this a figure stands at the limit itself, a matter of floating point only


@dataclass(frozen=True)
class Tolerance:
    """A limit and the rule it stands on; a figure exactly at it holds."""

    value: float
    rule: Rule

    def within(self, off: float) -> bool:
        """Whether a difference of either sign is no more than this.

        ``off`` in the core's unit of the tolerance.

        >>> ATTITUDE.within(-31.75), ATTITUDE.within(31.76)
        (True, False)
        """
        return abs(off) <= self.value + SAME

    def least(self, length: float) -> bool:
        """Whether a length is no less than this.

        ``length`` in the core's unit of the tolerance.
        """
        return length >= self.value - SAME

    def most(self, length: float) -> bool:
        """Whether a length is no more than this.

        ``length`` in the core's unit of the tolerance.
        """
        return length <= self.value + SAME


ATTITUDE = Tolerance(
    1.25 * MM_PER_IN, Rule("Rail front against rail rear within 1¼ in, coupled and set.", COMMON_PRACTICE)
)
TRAILER_LEVEL = Tolerance(
    MM_PER_IN / 8,
    Rule("Level is rail front the same as rail rear, within ⅛ in.", COMMON_PRACTICE + "; ⅛ in " + FROM_MEMORY),
)
LEAN = Tolerance(
    MM_PER_IN / 2,
    Rule(
        "Left and right standing apart, or answering differently, is the floor or the vehicle's lean, not the hitch.",
        COMMON_PRACTICE + "; ½ in " + FROM_MEMORY,
    ),
)
ARCH_MARK = Tolerance(MM_PER_IN / 16, Rule("A mark is taped to a sixteenth of an inch.", COMMON_PRACTICE))
STOOD_STILL = Tolerance(MM_PER_IN / 8, Rule("Within two marks of the tape nothing has moved.", FROM_MEMORY))
HEAVY_TONGUE = Tolerance(200 * KG_PER_LB, Rule("Hundreds of pounds move an arch.", FROM_MEMORY))
PAST_BRACKET = Tolerance(3 * MM_PER_IN, Rule("at least", COMMON_PRACTICE))
BAR_TO_GROUND = Tolerance(125.0, Rule("at least", COMMON_PRACTICE))
BRACKET_AT_END = Tolerance(
    MM_PER_IN,
    Rule("Brackets where the bars end, so that the chains hang square.", COMMON_PRACTICE + "; 1 in " + FROM_MEMORY),
)
HEAD_BELOW = Tolerance(MM_PER_IN / 2, Rule("The head as its manual sets it, within half an inch.", FROM_MEMORY))
JAW_PLAY = Tolerance(3 / 16 * MM_PER_IN, Rule("at most", COMMON_PRACTICE))


@dataclass(frozen=True)
class Between:
    """Two limits and the rule they stand on; a figure exactly at either holds."""

    low: float
    high: float
    rule: Rule

    def holds(self, value: float) -> bool:
        """Whether a figure lies between them.

        ``value`` in the core's unit of the limits.

        >>> SET_SCREWS.holds(1.5), SET_SCREWS.holds(2.1)
        (True, False)
        """
        return self.low - SAME <= value <= self.high + SAME


RAISED = Between(1 * MM_PER_IN, 2 * MM_PER_IN, Rule("1 to 2 in above where it stands uncoupled.", COMMON_PRACTICE))
BRACKET_MARK = Between(
    3.5 * MM_PER_IN,
    4.5 * MM_PER_IN,
    Rule("Brackets at the mark, 4 in in from the bars' ends.", COMMON_PRACTICE + "; ½ in either way " + FROM_MEMORY),
)
SET_SCREWS = Between(1.5, 2.0, Rule("1½ to 2 turns past touch.", COMMON_PRACTICE))
TRAY_CLEAR = Tolerance(2 * MM_PER_IN, Rule("at least", COMMON_PRACTICE))
COVER_CLEAR = Tolerance(4 * MM_PER_IN, Rule("at least", COMMON_PRACTICE))
JACK_TUBE = Tolerance(2 * MM_PER_IN, Rule("at most", COMMON_PRACTICE))
