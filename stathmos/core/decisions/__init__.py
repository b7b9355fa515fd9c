"""Decisions with their reasons: weight distribution, and apart from it sway control."""

from stathmos.core.decisions.decided import Decisions
from stathmos.core.decisions.distribution import (
    CHOICE,
    FORBIDDEN,
    NEEDED,
    NOT_NEEDED,
    OPEN,
    OnCoupling,
    distribution,
    forbidden_by,
    front_share_lost,
)
from stathmos.core.decisions.reason import DEMANDS, SPEAKS_FOR, Decision, Reason
from stathmos.core.decisions.sway import BUILT_IN, WANTED, bars_off, provided, sway

__all__ = [
    "BUILT_IN",
    "CHOICE",
    "DEMANDS",
    "FORBIDDEN",
    "NEEDED",
    "NOT_NEEDED",
    "OPEN",
    "SPEAKS_FOR",
    "WANTED",
    "Decision",
    "Decisions",
    "OnCoupling",
    "Reason",
    "bars_off",
    "distribution",
    "forbidden_by",
    "front_share_lost",
    "provided",
    "sway",
]
