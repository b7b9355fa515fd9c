"""Decisions with their reasons: weight distribution, and apart from it sway control."""

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
from stathmos.core.decisions.reason import Decision, Reason
from stathmos.core.decisions.sway import WANTED, bars_off, provided, sway

__all__ = [
    "CHOICE",
    "FORBIDDEN",
    "NEEDED",
    "NOT_NEEDED",
    "OPEN",
    "WANTED",
    "Decision",
    "OnCoupling",
    "Reason",
    "bars_off",
    "distribution",
    "forbidden_by",
    "front_share_lost",
    "provided",
    "sway",
]
