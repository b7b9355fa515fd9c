"""Whose choice holds: the house's rules, what a rig's own record chose instead, and over both the handbooks.

The schools themselves are in `schools`; the same measurements can be judged under another one.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from stathmos.core import units
from stathmos.core.figures import Authority, Given, sure
from stathmos.core.rig import Ways
from stathmos.core.schools import (
    LEVEL_SCHOOLS,
    OFFSET_SCHOOLS,
    ORDER_SCHOOLS,
    OWN_BAND,
    RESTORATION_SCHOOLS,
    SHARE_SCHOOLS,
    TILT_FIRST,
    LevelSchool,
    OffsetSchool,
    OrderSchool,
    RestorationSchool,
    ShareSchool,
)
from stathmos.core.stock import Kit

DEFAULT_RESERVE = 0.10
DEFAULT_FRONT_LOSS = 0.10  # share of the front axle's load that may be lost without bars: from memory, to be verified


@dataclass(frozen=True)
class Rules:
    """What the house judges by. ``bay_school``: to what the bay sets the front mark, where that is not the restoration school."""

    share: ShareSchool = SHARE_SCHOOLS["ten_to_fifteen"]
    restoration: RestorationSchool = RESTORATION_SCHOOLS["half_to_full"]
    offset: OffsetSchool = OFFSET_SCHOOLS["settle"]
    reserve: float = DEFAULT_RESERVE
    front_loss: float = DEFAULT_FRONT_LOSS
    bay_school: str = ""
    bay_authority: Authority = Authority.DEFAULT
    adjust_first: OrderSchool = TILT_FIRST
    level: LevelSchool = LEVEL_SCHOOLS["level"]


def own_band(low: float, high: float, authority: Authority, source: str = "chosen, no source") -> ShareSchool:
    """A band that somebody chose for themselves, as shares.

    >>> own_band(0.11, 0.14, Authority.HOUSE).name
    '11–14 %'
    """
    return ShareSchool(OWN_BAND, f"{100 * low:g}–{100 * high:g} %", low, high, source, authority=authority)


def chosen(ways: Ways, before: Rules, authority: Authority) -> Rules:
    """Some rules with what somebody chose instead, signed with whose choice it is."""
    new: dict[str, Any] = {}
    school = ways.share_school.typed if ways.share_school else ""
    if school in SHARE_SCHOOLS:
        new["share"] = replace(SHARE_SCHOOLS[school], authority=authority)
    elif school == OWN_BAND and band_stands(ways.share_low, ways.share_high):
        new["share"] = own_band(sure(ways.share_low).value, sure(ways.share_high).value, authority)
    for name, schools in (("restoration", RESTORATION_SCHOOLS), ("offset", OFFSET_SCHOOLS)):
        written = getattr(ways, f"{name}_school")
        if written is not None:
            new[name] = replace(schools[written.typed], authority=authority)
    if ways.bay_school is not None:
        new |= {"bay_school": ways.bay_school.typed, "bay_authority": authority}
    if ways.adjust_first is not None:
        new["adjust_first"] = ORDER_SCHOOLS[ways.adjust_first.typed]
    if ways.level_school is not None:
        new["level"] = replace(LEVEL_SCHOOLS[ways.level_school.typed], authority=authority)
    for name in ("reserve", "front_loss"):
        if getattr(ways, name) is not None:
            new[name] = getattr(ways, name).value
    return replace(before, **new)


def with_hitch_handbook(rules: Rules, kit: Kit | None) -> Rules:
    """The rules with what the handbook of the hitch demands; the tow-vehicle handbook goes before it."""
    if kit is None:
        return rules
    demanded: dict[str, Any] = {}
    theirs, source = Authority.HITCH_HANDBOOK, "hitch handbook"
    offset = handbook_offset(kit)
    if offset is not None:
        demanded["offset"] = offset
    school = RESTORATION_SCHOOLS.get(kit.handbook_restoration.typed if kit.handbook_restoration else "")
    if school is not None and rules.restoration.authority is not Authority.VEHICLE_HANDBOOK:
        demanded["restoration"] = replace(school, authority=theirs, source=source)
    if kit.handbook_bay_school is not None and rules.restoration.authority is not Authority.VEHICLE_HANDBOOK:
        demanded |= {"bay_school": kit.handbook_bay_school.typed, "bay_authority": theirs}
    return replace(rules, **demanded)


def handbook_offset(kit: Kit) -> OffsetSchool | None:
    """The ball offset that a hitch's handbook wants: up or below, from so much to so much, per 100 lb; None where it says nothing."""
    least, most, per = kit.handbook_offset, kit.handbook_offset_most, kit.handbook_offset_per_hundred
    if least is None and per is None:
        return None
    words = []
    if least is not None:
        to = "" if most is None else f" to {_up_or_below(most.value)}"
        words.append(_up_or_below(least.value) + to)
    if per is not None:
        words.append(f"{_up_or_below(per.value)} per 100 lb of tongue")
    return OffsetSchool(
        "handbook", " and ".join(words), "hitch handbook", authority=Authority.HITCH_HANDBOOK, lifted=kit.held.lifts,
        fixed=None if least is None else least.value, most=None if most is None else most.value,
        per_tongue=None if per is None else per.value / (100 * units.KG_PER_LB),
    )  # fmt: skip


def _up_or_below(mm: float) -> str:
    return f"{units.write_length(abs(mm), 'us')} {'below' if mm < 0 else 'up'}"


def band_stands(low: Given | None, high: Given | None) -> bool:
    """Whether two ends make a band."""
    return low is not None and high is not None and low.value < high.value
