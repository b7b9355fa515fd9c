"""The rules that one rig is judged by. A rule made looser than the house's is an exception with a reason; tightening is free."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from stathmos.core.figures import Authority, sure
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules, band_stands, chosen, own_band
from stathmos.core.schools import RESTORATION_SCHOOLS
from stathmos.core.units import SHARE


@dataclass(frozen=True)
class _Limit:
    """A limit that a rig's own record may set otherwise: where it is written, what it is called, and which way is looser.

    ``of``: its figure in the rules. ``binds``: whether the house's own is a rule to keep.
    """

    path: str
    name: str
    of: Callable[[Rules], float]
    looser_when: float
    kept: Callable[[Rules, Rules], dict[str, Any]]
    binds: Callable[[Rules], bool] = lambda house: True


#: where the reason of an exception is written
EXCEPTION = "hitch.rule_exception"
MORE, LESS = 1.0, -1.0


def _chose_its_band(house: Rules) -> bool:
    return house.share.authority is Authority.HOUSE


_LIMITS = (
    _Limit("ways.reserve", "Safety margin", lambda rules: rules.reserve, LESS, lambda rules, house: {"reserve": house.reserve}),
    _Limit(
        "ways.front_loss", "Front-axle load lost without bars", lambda rules: rules.front_loss, MORE,
        lambda rules, house: {"front_loss": house.front_loss},
    ),
    _Limit(
        "ways.share_low", "Least tongue weight", lambda rules: rules.share.low, LESS, lambda rules, house: {"share": house.share},
        _chose_its_band,
    ),
)  # fmt: skip
#: where a rig's own record may set a limit of the house otherwise: the limits, and the school that sets one
LIMITED = frozenset({*(one.path for one in _LIMITS), "ways.share_school"})
SAME = 1e-9


@dataclass(frozen=True)
class Loosened:
    """One limit of the house that a rig's own record has looser; shares."""

    path: str
    name: str
    own: float
    house: float

    @property
    def says(self) -> Phrase:
        """Which, and by how much."""
        put = {"own": (self.own, SHARE, "nearest"), "house": (self.house, SHARE, "nearest")}
        return Phrase(f"{self.name} {{own}} is looser than the shop's {{house}}", put)


def loosened(rules: Rules, house: Rules) -> tuple[Loosened, ...]:
    """The limits that some rules have looser than the house.

    >>> [one.path for one in loosened(Rules(reserve=0.0), Rules())], loosened(Rules(reserve=0.2), Rules())
    (['ways.reserve'], ())
    """
    return tuple(
        Loosened(one.path, one.name, one.of(rules), one.of(house))
        for one in _LIMITS
        if one.binds(house) and one.looser_when * (one.of(rules) - one.of(house)) > SAME
    )


def as_strict_as(rules: Rules, house: Rules) -> Rules:
    """The rules with the house's own wherever they are looser."""
    paths = {one.path for one in loosened(rules, house)}
    for one in _LIMITS:
        if one.path in paths:
            rules = replace(rules, **one.kept(rules, house))
    return rules


def rules_for(rig: Rig, house: Rules = Rules()) -> Rules:
    """The house's rules, with what this rig's own record chose instead, and over both the vehicle's handbook.

    Order of authority: tow-vehicle handbook, then what was chosen for this rig, then
    the house, then the default. What is looser than the house's holds only with an exception.
    """
    vehicle = rig.vehicle
    rules = chosen(rig.ways, house, Authority.RIG)
    if not rig.choice(EXCEPTION):
        rules = as_strict_as(rules, house)
    demanded: dict[str, Any] = {}
    if band_stands(vehicle.handbook_share_low, vehicle.handbook_share_high):
        demanded["share"] = own_band(
            sure(vehicle.handbook_share_low).value,
            sure(vehicle.handbook_share_high).value,
            Authority.VEHICLE_HANDBOOK,
            "tow-vehicle handbook",
        )
    school = RESTORATION_SCHOOLS.get(rig.choice("vehicle.handbook_restoration"))
    if school is not None:
        demanded["restoration"] = replace(school, authority=Authority.VEHICLE_HANDBOOK, source="tow-vehicle handbook")
    return replace(rules, **demanded)


def loosened_for(rig: Rig, house: Rules) -> tuple[Loosened, ...]:
    """The limits that a rig's own record has looser than the house, whether that is in force or not."""
    return loosened(chosen(rig.ways, house, Authority.RIG), house)
