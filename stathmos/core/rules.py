"""Schools of practice and the house rules that choose among them.

Schools disagree; each is kept whole, with its limits and its source, so that the
same measurements can be judged under another one.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import units
from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Authority, Given, Rule
from stathmos.core.rig import Rig, Ways
from stathmos.core.rig.hitch import TILT_FIRST
from stathmos.core.stock import Kit
from stathmos.core.units import KG_PER_LB, MM_PER_IN


@dataclass(frozen=True)
class ShareSchool:
    """The band that tongue weight over gross trailer weight should lie in.

    ``s_limited``: the coupling's static limit caps it as well. ``authority``: whose choice it is.
    """

    key: str
    name: str
    low: float
    high: float
    source: str
    s_limited: bool = False
    authority: Authority = Authority.DEFAULT

    def rule(self) -> Rule:
        return Rule(f"Tongue weight is to be {self.name} of gross trailer weight.", self.source, self.authority)


@dataclass(frozen=True)
class RestorationSchool:
    """How much of the front axle's lost load the spring bars should give back."""

    key: str
    name: str
    low: float
    aim: float
    high: float
    source: str
    authority: Authority = Authority.DEFAULT


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
    authority: Authority = Authority.DEFAULT


SHARE_SCHOOLS = {
    school.key: school
    for school in (
        ShareSchool("ten_to_fifteen", "10–15 %", 0.10, 0.15, COMMON_PRACTICE),
        # "About" is read as one point either side; the band is ours, the figure is the trade's.
        ShareSchool("about_ten", "about 10 %", 0.09, 0.11, COMMON_PRACTICE),
        ShareSchool("four_to_seven", "4–7 % with the S-limit", 0.04, 0.07, FROM_MEMORY, s_limited=True),
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
DEFAULT_FRONT_LOSS = 0.10  # share of the front axle's load that may be lost without bars: from memory, to be verified
ATTITUDE_TOLERANCE = 1.25 * MM_PER_IN  # rail front against rail rear, common practice


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
    adjust_first: str = TILT_FIRST


def own_band(low: float, high: float, authority: Authority, source: str = "chosen, no source") -> ShareSchool:
    """A band that somebody chose for themselves, as shares.

    >>> own_band(0.11, 0.14, Authority.HOUSE).name
    '11–14 %'
    """
    return ShareSchool("own", f"{100 * low:g}–{100 * high:g} %", low, high, source, authority=authority)


def chosen(ways: Ways, before: Rules, authority: Authority) -> Rules:
    """Some rules with what somebody chose instead, signed with whose choice it is."""
    new: dict = {}
    school = ways.share_school.typed if ways.share_school else ""
    if school in SHARE_SCHOOLS:
        new["share"] = replace(SHARE_SCHOOLS[school], authority=authority)
    elif school == "own" and band_stands(ways.share_low, ways.share_high):
        new["share"] = own_band(ways.share_low.value, ways.share_high.value, authority)
    for name, schools in (("restoration", RESTORATION_SCHOOLS), ("offset", OFFSET_SCHOOLS)):
        written = getattr(ways, f"{name}_school")
        if written is not None:
            new[name] = replace(schools[written.typed], authority=authority)
    if ways.bay_school is not None:
        new |= {"bay_school": ways.bay_school.typed, "bay_authority": authority}
    if ways.adjust_first is not None:
        new["adjust_first"] = ways.adjust_first.typed
    for name in ("reserve", "front_loss"):
        if getattr(ways, name) is not None:
            new[name] = getattr(ways, name).value
    return replace(before, **new)


def rules_for(rig: Rig, house: Rules = Rules()) -> Rules:
    """The house's rules, with what this rig's own record chose instead, and over both the vehicle's handbook.

    Order of authority: tow-vehicle handbook, then what was chosen for this rig, then
    the house, then the default.
    """
    rules, vehicle = chosen(rig.ways, house, Authority.RIG), rig.vehicle
    demanded: dict = {}
    if band_stands(vehicle.handbook_share_low, vehicle.handbook_share_high):
        demanded["share"] = own_band(
            vehicle.handbook_share_low.value,
            vehicle.handbook_share_high.value,
            Authority.VEHICLE_HANDBOOK,
            "tow-vehicle handbook",
        )
    school = RESTORATION_SCHOOLS.get(rig.choice("vehicle.handbook_restoration"))
    if school is not None:
        demanded["restoration"] = replace(school, authority=Authority.VEHICLE_HANDBOOK, source="tow-vehicle handbook")
    return replace(rules, **demanded)


def with_hitch_handbook(rules: Rules, kit: Kit | None) -> Rules:
    """The rules with what the handbook of the hitch demands; the tow-vehicle handbook goes before it."""
    if kit is None:
        return rules
    demanded: dict = {}
    theirs, source = Authority.HITCH_HANDBOOK, "hitch handbook"
    if kit.handbook_offset is not None:
        name = f"{units.write_length(kit.handbook_offset.value, 'us')} up"
        demanded["offset"] = OffsetSchool("handbook", name, source, fixed=kit.handbook_offset.value, authority=theirs)
    school = RESTORATION_SCHOOLS.get(kit.handbook_restoration.typed if kit.handbook_restoration else "")
    if school is not None and rules.restoration.authority is not Authority.VEHICLE_HANDBOOK:
        demanded["restoration"] = replace(school, authority=theirs, source=source)
    return replace(rules, **demanded)


def band_stands(low: Given | None, high: Given | None) -> bool:
    """Whether two ends make a band."""
    return low is not None and high is not None and low.value < high.value
