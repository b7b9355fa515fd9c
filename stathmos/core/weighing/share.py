"""The tongue's share of the trailer against a school's band, with what is not known about it."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Anything, Figure, Known, Missing, expanded, sure, wanting
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.schools import SHARE_SCHOOLS, ShareSchool

LIGHT, INSIDE, HEAVY, CANNOT_TELL, UNKNOWN = "light", "inside", "heavy", "cannot tell", "unknown"
LOW_SIDE, HIGH_SIDE = "low", "high"
_SAME = 1e-9


def tongue_share(TW: float, GTW: float) -> float:
    """Tongue weight as a share of gross trailer weight.  TW / GTW

    >>> tongue_share(TW=1000, GTW=10000)
    0.1
    """
    return TW / GTW


@dataclass(frozen=True)
class ShareJudgement:
    """Where the share lies against a school's band.

    ``state``: light, inside or heavy where the whole spread (k = 2) lies there, *cannot
    tell* where it straddles an edge (``sides`` says which), unknown without a figure.
    ``low``/``high`` the band in force, the S-limit counted; ``correction``: kg of tongue
    weight to add (positive) or take off for the figure itself to stand at the nearer edge.
    """

    state: str
    school: ShareSchool
    low: float
    high: float
    correction: float | None = None
    sides: tuple[str, ...] = ()
    needs: tuple[str, ...] = ()


def against_the_user(share: float, low: float, high: float) -> str:
    """Which way a share is rounded for reading: down in the band's lower half and under it, up above.

    >>> against_the_user(0.0996, 0.10, 0.15), against_the_user(0.1504, 0.10, 0.15)
    ('down', 'up')
    """
    return "down" if share < (low + high) / 2 else "up"


@dataclass(frozen=True)
class Within:
    """The least and the most that a share may be whatever its spread says, as a needle between two marks tells."""

    least: float = 0.0
    most: float = float("inf")


def place_in_band(
    share: float, spread: float, low: float, high: float, within: Within = Within()
) -> tuple[str, tuple[str, ...]]:
    """State of a share known to ± ``spread`` against a band; either edge itself is inside. ``within``: what it cannot be beyond.

    >>> place_in_band(0.12, 0.01, 0.10, 0.15), place_in_band(0.10, 0.0, 0.10, 0.15)[0]
    (('inside', ()), 'inside')
    >>> place_in_band(0.105, 0.01, 0.10, 0.15), place_in_band(0.08, 0.01, 0.10, 0.15)[0]
    (('cannot tell', ('low',)), 'light')
    """
    least, most = max(share - spread, min(share, within.least)), min(share + spread, max(share, within.most))
    if most < low - _SAME:
        return LIGHT, ()
    if least > high + _SAME:
        return HEAVY, ()
    sides = tuple(
        side for side, straddles in ((LOW_SIDE, least < low - _SAME), (HIGH_SIDE, most > high + _SAME)) if straddles
    )
    return (CANNOT_TELL if sides else INSIDE), sides


def s_limit(rig: Rig) -> Anything:
    """The static limit on the ball, kg: the lesser of the coupler's and the vehicle's; unknown where neither is."""
    known = [limit for limit in (rig.trailer.coupler_tongue_limit, rig.vehicle.tongue_limit) if limit is not None]
    return min(known, key=lambda limit: limit.value) if known else Missing(("trailer.coupler_tongue_limit",))


def judge_share(
    share: Figure | Missing, gross: Anything, school: ShareSchool, limit: Anything, within: Within = Within()
) -> ShareJudgement:
    """The share against one school's band; ``limit`` (kg) caps the band of a school that goes by the S-limit."""
    needs = wanting(share, gross, *((limit,) if school.s_limited else ()))
    if needs:
        return ShareJudgement(UNKNOWN, school, school.low, school.high, needs=needs)
    high = min(school.high, sure(limit).value / sure(gross).value) if school.s_limited else school.high
    low = school.low  # a limit below it leaves no band at all: whatever is not over the limit is too light
    state, sides = place_in_band(sure(share).value, expanded(sure(share)), low, high, within)
    correction = None
    if sure(share).value < low - _SAME:
        correction = (low - sure(share).value) * sure(gross).value
    elif sure(share).value > high + _SAME:
        correction = (high - sure(share).value) * sure(gross).value
    return ShareJudgement(state, school, low, high, correction, sides)


def under_each_school(
    share: Figure | Missing, gross: Known | Missing, rules: Rules, limit: Anything, within: Within = Within()
) -> tuple[ShareJudgement, ...]:
    """The same reading under the school in force and under every other, side by side; the one in force first."""
    others = [school for school in SHARE_SCHOOLS.values() if school.key != rules.share.key]
    return tuple(judge_share(share, gross, school, limit, within) for school in (rules.share, *others))
