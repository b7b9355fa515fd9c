"""Choosing the kit, the ball, the shank and its hole, and saying why not the others.

Each part is put to an ordered list of rules; the first rule it fails is the
reason it is not chosen. Among those that serve, the smallest that serves is best.
"""

from stathmos.core.selection.balls import SHANK_DIAMETER, choose_ball, judge_own
from stathmos.core.selection.brackets import bracket_place
from stathmos.core.selection.builds import USABLE, Builds, WholeBuild, whole_builds
from stathmos.core.selection.kits import choose_kit, choose_kit_alone, extras_of, judge_kit, wants_special_bracket
from stathmos.core.selection.shanks import Mounting, Wanted, choose_shank, own_ball, sag
from stathmos.core.selection.verdicts import (
    CAPACITY_WINDOW,
    CHOSEN,
    REJECTED,
    RESERVE,
    SERVES,
    SERVES_BEST,
    SOFT_RULES,
    UNKNOWN,
    AnyVerdict,
    Demand,
    Failed,
    Part,
    Verdict,
    contradicts,
    doubtful,
)

__all__ = [
    "CAPACITY_WINDOW",
    "CHOSEN",
    "REJECTED",
    "RESERVE",
    "SERVES",
    "SERVES_BEST",
    "SHANK_DIAMETER",
    "SOFT_RULES",
    "UNKNOWN",
    "USABLE",
    "Builds",
    "Demand",
    "Failed",
    "Mounting",
    "AnyVerdict",
    "Part",
    "Verdict",
    "Wanted",
    "WholeBuild",
    "bracket_place",
    "choose_ball",
    "contradicts",
    "doubtful",
    "choose_kit",
    "choose_kit_alone",
    "choose_shank",
    "judge_kit",
    "judge_own",
    "own_ball",
    "sag",
    "extras_of",
    "wants_special_bracket",
    "whole_builds",
]
