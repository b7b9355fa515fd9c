"""Choosing the kit, the ball, the shank and its hole, and saying why not the others.

Each part is put to an ordered list of rules; the first rule it fails is the
reason it is not chosen. Among those that serve, the smallest that serves is best.
"""

from stathmos.core.selection.balls import choose_ball
from stathmos.core.selection.kits import choose_kit, judge_kit
from stathmos.core.selection.shanks import choose_shank
from stathmos.core.selection.verdicts import CHOSEN, REJECTED, RESERVE, SERVES, UNKNOWN, Demand, Verdict

__all__ = [
    "CHOSEN",
    "REJECTED",
    "RESERVE",
    "SERVES",
    "UNKNOWN",
    "Demand",
    "Verdict",
    "choose_ball",
    "choose_kit",
    "choose_shank",
    "judge_kit",
]
