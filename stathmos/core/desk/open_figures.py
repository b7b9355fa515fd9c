"""What nobody read, and how far it may be: a range by labels, class and brochure, for every figure that the axles hang on."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, NO_LIMIT, Authority, Given, Missing, Rule
from stathmos.core.lot.columns import Column
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.schools import RESTORATION_SCHOOLS
from stathmos.core.stock import Stock
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, SHARE, WEIGHT
from stathmos.core.weighing import Weights, s_limit

#: the readings that close what is open, each with the path where it is written
AXLES, TONGUE, GROSS, WHEELBASE, OVERHANG, BALL_TO_AXLE, PEOPLE = (
    "weighing.bridge_front_alone",
    "weighing.tongue_scale",
    "trailer.gross_weight",
    "vehicle.wheelbase",
    "vehicle.overhang",
    "trailer.ball_to_axle",
    "loads.front_seats.weight",
)
KIT, MOUNT = "hitch.kit", "hitch.shank"  # and what closes what the hitch brings: that it is chosen


#: what one does to close each
DOES: Mapping[str, str] = {
    AXLES: "weigh the vehicle's axles, alone and loaded to travel",
    TONGUE: "weigh the tongue",
    GROSS: "weigh the trailer",
    WHEELBASE: "look up the wheelbase",
    OVERHANG: "tape the overhang, hub to ball",
    BALL_TO_AXLE: "tape the trailer, ball to axles",
    PEOPLE: "ask who rides in front",
    KIT: "choose the hitch",
    MOUNT: "choose the ball mount",
}


@dataclass(frozen=True)
class Typical:
    """What is usual of a class of vehicles: share of the unladen weight on the front axle; wheelbase and overhang, in."""

    front_share: tuple[float, float]
    wheelbase: tuple[float, float]
    overhang: tuple[float, float]


#: from memory, to be verified; wide on purpose
TYPICAL: Mapping[str, Typical] = {
    "midsize_suv": Typical((0.49, 0.58), (108, 124), (36, 52)),
    "large_suv": Typical((0.47, 0.56), (114, 136), (42, 58)),
    "van": Typical((0.48, 0.61), (116, 178), (42, 66)),
    "half_ton": Typical((0.54, 0.62), (118, 165), (42, 60)),
    "three_quarter_ton": Typical((0.54, 0.64), (132, 178), (44, 64)),
    "one_ton": Typical((0.53, 0.65), (132, 196), (44, 70)),
}
WITHIN_CLASS = 0.02  # where the wheelbase is known the share is known so much better, either end: from memory
LONGER = 0.01 / (20 * MM_PER_IN)  # a longer wheelbase of the same class has so much more in front, a mm: from memory

OPTIONS_MOST, OPTIONS_SHARE = 100 * KG_PER_LB, 0.015  # what may be added before the placard must be corrected
LIGHTER = 0.005  # of GVWR: the placard's payload is rounded down
DRIVER, FULL_FRONT = 150 * KG_PER_LB, 440 * KG_PER_LB  # somebody drives; two heavy people: common practice, no source

OUTFIT_LEAST = 60 * KG_PER_LB  # propane and a battery, of which a brochure counts none: common practice, no source
OUTFIT_ON_TONGUE = 0.8  # of which so much hangs on the tongue, both being on the A-frame: from memory
SHARE_LEAST = 0.08  # under this hardly anybody tows: common practice, no source
BOX_AHEAD = (0.50, 0.72)  # ball to axles as a share of ball to rear end: from memory
BALL_TO_AXLE_BY_GVWR = ((90.0, 0.010), (170.0, 0.022))  # in, and in for each lb of GVWR, least and most: from memory

_PLACARD = Rule(
    "GVWR less the placard's payload is what the vehicle weighs empty; options may add 100 lb or 1.5 % before it is corrected.",
    "49 CFR 571.110, and from memory for what may be added",
)
_SPLIT = Rule("How the empty weight lies on the axles, by class and wheelbase.", FROM_MEMORY)
_CLASS = Rule("Usual of its class.", FROM_MEMORY)
_OUTFIT = Rule(
    "A brochure counts no propane, battery, water or gear: from that much more, up to all that the plate allows.",
    COMMON_PRACTICE,
)
_SHARE = Rule(
    "From as little as is towed up to the upper share of the school, or what the brochure makes of it.", COMMON_PRACTICE
)
_SEATS = Rule("Somebody drives; perhaps two.", COMMON_PRACTICE)
_PARTS = Rule("The lightest to the heaviest on the shelf, until one is chosen.", COMMON_PRACTICE)
_WINDOW = Rule("By the school of restoration in force, and by those of the handbooks on the shelf.", COMMON_PRACTICE)
_LENGTHS = Rule("Usual of a trailer so long, or so heavy.", FROM_MEMORY)


@dataclass(frozen=True)
class Open:
    """One figure that nobody read: it lies between ``low`` and ``high`` (core's unit). ``closes``: the path of the reading that ends it."""

    key: str
    name: str
    dimension: str
    low: float
    high: float
    closes: str
    rule: Rule

    def __post_init__(self) -> None:
        if not self.low <= self.high:
            raise ValueError(f"{self.key}: {self.low} to {self.high} is no range")


UNLADEN, SPLIT, WHEEL, BEHIND, FRONT_SEATS = "unladen", "front_share", "wheelbase", "overhang", "people"
HARDWARE, HEAD, LEAST_BACK, MOST_BACK = "hardware", "head", "least_back", "most_back"
ON_TONGUE, ALL_OF_IT, REACH = "tongue", "gross", "ball_to_axle"


def unladen_range(gvwr: float, payload: float) -> tuple[float, float]:
    """What the vehicle weighs empty by its two labels, kg: least and most.

    Sources: [1] 49 CFR 571.110 for payload; what options may add, from memory.

    >>> [round(one, 1) for one in unladen_range(gvwr=3200.0, payload=800.0)]
    [2384.0, 2445.4]
    """
    empty = gvwr - payload
    return empty - LIGHTER * gvwr, empty + min(OPTIONS_MOST, OPTIONS_SHARE * gvwr)


def front_share_range(kinds: tuple[str, ...], wheelbase: float | None) -> tuple[float, float]:
    """Share of the empty weight on the front axle, by class; ``wheelbase`` in mm, where it is known.

    >>> front_share_range(("half_ton",), None), [round(one, 3) for one in front_share_range(("half_ton",), 3683.0)]
    ((0.54, 0.62), [0.562, 0.602])
    """
    low = min(TYPICAL[kind].front_share[0] for kind in kinds)
    high = max(TYPICAL[kind].front_share[1] for kind in kinds)
    if wheelbase is None or len(kinds) > 1:
        return low, high
    usual = TYPICAL[kinds[0]]
    middle = (low + high) / 2 + LONGER * (wheelbase - sum(usual.wheelbase) / 2 * MM_PER_IN)
    return max(low, middle - WITHIN_CLASS), min(high, middle + WITHIN_CLASS)


#: by the keys of other figures, how far each may still be, as shares of its range: least and most for each value read
Narrowed = Mapping[str, "tuple[Column, Column]"]


def narrowed(rig: Rig, rules: Rules, opened: Iterable[Open], key: str, values: Column) -> Narrowed:
    """What reading one figure tells of others, though it closes none: a wheelbase of the axles' shares, a gross weight of the tongue.

    ``values``: the figure as it may be read, in the core's unit.
    """
    there = {one.key: one for one in opened}
    kind = rig.choice("vehicle.vehicle_class")
    if key == WHEEL and SPLIT in there and kind in TYPICAL:
        ends = [front_share_range((kind,), float(value)) for value in values]
        return {SPLIT: _within(there[SPLIT], np.array([low for low, _ in ends]), np.array([high for _, high in ends]))}
    if key == ALL_OF_IT and ON_TONGUE in there:
        ends = [_tongue_range(rig, rules, float(value), float(value)) for value in values]
        return {
            ON_TONGUE: _within(
                there[ON_TONGUE], np.array([low for low, _ in ends]), np.array([high for _, high in ends])
            )
        }
    return {}


def _within(one: Open, low: Column, high: Column) -> tuple[Column, Column]:
    """Two ends as shares of a range, no further than the range goes."""
    width = max(one.high - one.low, 1e-9)
    return np.clip((low - one.low) / width, 0.0, 1.0), np.clip((high - one.low) / width, 0.0, 1.0)


def open_figures(rig: Rig, rules: Rules, weights: Weights) -> tuple[Open, ...]:
    """Every figure that the axles hang on and nobody read. What cannot be said how far it may be is not among them."""
    return (*of_the_vehicle(rig), *_of_the_trailer(rig, rules, weights))


def _value(rig: Rig, path: str) -> float | None:
    given = rig.figure(path)
    return None if isinstance(given, Missing) else given.value


def of_the_vehicle(rig: Rig) -> list[Open]:
    """What is open of the vehicle alone."""
    kind = rig.choice("vehicle.vehicle_class")
    kinds = (kind,) if kind in TYPICAL else tuple(TYPICAL)
    found = []
    wheelbase, overhang = _value(rig, "vehicle.wheelbase"), _value(rig, "vehicle.overhang")
    if wheelbase is None:
        low, high = _hull([TYPICAL[one].wheelbase for one in kinds])
        found.append(Open(WHEEL, "Wheelbase", LENGTH, low * MM_PER_IN, high * MM_PER_IN, WHEELBASE, _CLASS))
    if overhang is None:
        low, high = _hull([TYPICAL[one].overhang for one in kinds])
        found.append(
            Open(BEHIND, "Overhang, rear axle to ball", LENGTH, low * MM_PER_IN, high * MM_PER_IN, OVERHANG, _CLASS)
        )
    weighed = all(_value(rig, f"weighing.bridge_{end}_alone") is not None for end in ("front", "rear"))
    known = all(_value(rig, f"vehicle.unladen_{end}") is not None for end in ("front", "rear"))
    if not weighed and not known:
        found += _unladen(rig, kinds, wheelbase)
    if isinstance(
        rig.figure(PEOPLE), Missing
    ):  # on the axles where those were weighed, and in the payload all the same
        found.append(Open(FRONT_SEATS, "People in front", WEIGHT, DRIVER, FULL_FRONT, PEOPLE, _SEATS))
    return found


def _unladen(rig: Rig, kinds: tuple[str, ...], wheelbase: float | None) -> list[Open]:
    gvwr, payload = _value(rig, "vehicle.gvwr"), _value(rig, "vehicle.payload")
    if gvwr is None or payload is None or payload >= gvwr:
        return []
    least, most = unladen_range(gvwr, payload)
    low, high = front_share_range(kinds, wheelbase)
    # It left the works inside its own axle ratings.
    front, rear = _value(rig, "vehicle.front_gawr"), _value(rig, "vehicle.rear_gawr")
    if front is not None:
        high = max(low, min(high, front / most))
    if rear is not None:
        low = min(high, max(low, 1 - rear / most))
    return [
        Open(UNLADEN, "Empty weight of the vehicle", WEIGHT, least, most, AXLES, _PLACARD),
        Open(SPLIT, "Share of it on the front axle", SHARE, low, high, AXLES, _SPLIT),
    ]


def _hull(ranges: list[tuple[float, float]]) -> tuple[float, float]:
    return min(low for low, _ in ranges), max(high for _, high in ranges)


def _of_the_trailer(rig: Rig, rules: Rules, weights: Weights) -> list[Open]:
    gvwr = _value(rig, "trailer.gvwr")
    found = []
    empty = _value(rig, "trailer.unladen_weight")
    read_gross = isinstance(rig.trailer.gross_weight, Given)
    low = high = None
    if not isinstance(weights.gross, Missing) and read_gross:
        low = high = weights.gross.value
    elif gvwr is not None:
        low = min(gvwr, empty + OUTFIT_LEAST) if empty is not None else 0.6 * gvwr
        high = gvwr
        found.append(Open(ALL_OF_IT, "Gross trailer weight", WEIGHT, low, high, GROSS, _OUTFIT))
    if not weights.read and low is not None and high is not None:
        least, most = _tongue_range(rig, rules, low, high)
        found.append(Open(ON_TONGUE, "Tongue weight", WEIGHT, least, most, TONGUE, _SHARE))
    if _value(rig, "trailer.ball_to_axle") is None and gvwr is not None:
        found.append(_reach(rig, gvwr))
    return found


def _tongue_range(rig: Rig, rules: Rules, low: float, high: float) -> tuple[float, float]:
    """From where to where a tongue that nobody weighed may be, the trailer weighing from ``low`` to ``high``, kg."""
    brochure, empty = _value(rig, "trailer.brochure_tongue"), _value(rig, "trailer.unladen_weight")
    by_brochure = brochure / empty if brochure is not None and empty else 0.0
    upper = max(rules.share.high, min(by_brochure + 0.01, 0.25))
    limit = s_limit(rig) if rules.share.s_limited else NO_LIMIT
    never_over = NO_LIMIT.value if isinstance(limit, Missing) else limit.value
    least = min(rules.share.low, SHARE_LEAST) * low
    if brochure is not None:
        least = min(max(least, 0.8 * brochure), upper * high)
    most = min(max(upper * high, (brochure or 0.0) + OUTFIT_ON_TONGUE * OUTFIT_LEAST), never_over)
    return least, max(least, most)


def of_the_hitch(rig: Rig, rules: Rules, stock: Stock, distributing: bool) -> tuple[Open, ...]:
    """What the hitch brings, before one is chosen: as little and as much as any of the shelf that may be."""
    kits = [one for one in stock.kits if distributing and rig.choice("hitch.kit") in ("", one.name)]
    style = "adjustable" if distributing else "fixed"
    shanks = [
        one for one in stock.shanks
        if rig.choice("hitch.shank") in ("", one.name) and (one.style is None or one.style.typed == style)
    ]  # fmt: skip
    weights = [_between(one.own_weight.value if one.own_weight else 0.0 for one in parts) for parts in (kits, shanks)]
    sleeves = _between([0.0, *(one.own_weight.value if one.own_weight else 0.0 for one in stock.sleeves)])
    low, high = (sum(ends) for ends in zip(*weights, sleeves, strict=True))
    closes = KIT if distributing else MOUNT
    found = [Open(HARDWARE, "Hitch hardware", WEIGHT, low, high, closes, _PARTS)]
    if not distributing:
        return tuple(found)
    low, high = _between(one.adds_overhang.value if one.adds_overhang else 0.0 for one in kits)
    found.append(Open(HEAD, "How far the head puts the ball back", LENGTH, low, high, closes, _PARTS))
    window = rules.restoration
    schools = [
        RESTORATION_SCHOOLS.get(one.handbook_restoration.typed if one.handbook_restoration else "") for one in kits
    ]
    theirs = (
        [window] if window.authority is Authority.VEHICLE_HANDBOOK or not kits else [one or window for one in schools]
    )
    for key, name, ends in (
        (LEAST_BACK, "Least that the bars bring back", [one.low for one in theirs]),
        (MOST_BACK, "Most that the bars bring back", [one.high for one in theirs]),
    ):
        found.append(Open(key, name, SHARE, *_between(ends), closes, _WINDOW))
    return tuple(found)


def _between(values: Iterable[float]) -> tuple[float, float]:
    listed = list(values) or [0.0]
    return min(listed), max(listed)


def _reach(rig: Rig, gvwr: float) -> Open:
    rear = _value(rig, "trailer.ball_to_rear")
    if rear is not None:
        low, high = (share * rear for share in BOX_AHEAD)
    else:
        low, high = ((base + per * gvwr / KG_PER_LB) * MM_PER_IN for base, per in BALL_TO_AXLE_BY_GVWR)
    return Open(REACH, "Ball to axle centre", LENGTH, low, high, BALL_TO_AXLE, _LENGTHS)
