"""Rigs at random of which many pass: loads and heights of all sizes, labels near what they must bear, every school, kits of all kinds."""

from __future__ import annotations

import copy
import math
import random
from dataclasses import fields, replace
from functools import cache

from stathmos.core import rigfile
from stathmos.core.figures import Given, Provenance
from stathmos.core.rig import LISTS, Rig, entry_at
from stathmos.core.rules import Rules
from stathmos.core.schools import OFFSET_SCHOOLS, RESTORATION_SCHOOLS
from stathmos.core.stock import Stock
from stathmos.core.uncertainty import as_written
from tests.core.rigs import RIG, kit, label, measured, shank

#: a kit of a given tongue rating of each kind that is set: by washers and holes, by links, by turns
_SET_BY = (
    {"bar_style": label("l_bracket"), "washers_least": label("0"), "washers_most": label("7"), "washers_start": label("4"),
     "washers_slack": label("1"), "washer_tilt": label("0.7 deg"), "bar_rate": label("330 lb/in")},
    {"step_word": label("link"), "steps_least": label("3"), "steps_most": label("9"), "steps_start": label("6"),
     "steps_slack": label("7"), "step_lift": label("1 1/4 in"), "bar_rate": label("300 lb/in")},
    {"step_word": label("turn"), "steps_least": label("0"), "steps_most": label("8"), "steps_start": label("4"), "steps_slack": label("1"),
     "step_lift": label("1/4 in")},
)  # fmt: skip
CAPACITIES = (600, 800, 1000, 1200, 1400, 1500)


SHELVES = 8


@cache
def a_stock(number: int) -> Stock:
    """One of a few shelves of ladders of kits, shanks and balls."""
    dice = random.Random(number)
    kits = [kit(f"Kit {at}", at, int(at * 0.45), **_SET_BY[dice.randrange(3)]) for at in CAPACITIES]
    for one in kits:
        one["adds_overhang"] = label(f"{dice.choice((0, 2, 4))} in")
        one["seat_above_shank"] = label(f"{dice.choice((0, 2, 3))} in")
    fixed = [shank(f"Mount {drop}", "2 in", f"{drop} in", style=label("fixed"), most_rise=label(f"{drop} in"), holes=label("1"),
                   pitch=label("0 in"), ball_hole=label("1 1/4 in")) for drop in (0, 2, 4, 6)]  # fmt: skip
    adjustable = [shank("Shank 2"), shank("Shank 2 long", drop="12 in"), shank("Shank 2½", "2 1/2 in")]
    parts = {"kits": kits, "shanks": [*adjustable, *fixed], "balls": RIG["stock"]["balls"]}
    return rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": parts}).stock


def a_document(seed: int) -> dict:
    """A rig file of a rig that may well pass, without a stock."""
    dice = random.Random(seed)
    document = copy.deepcopy(RIG)
    gvwr = dice.uniform(4000, 9000)
    gross = gvwr * dice.uniform(0.75, 0.99)
    tongue = gross * dice.uniform(0.095, 0.155)

    def near(least: float) -> dict:
        """A label that bears so many pounds, often with much to spare and now and then not."""
        return label(f"{least * dice.choice((0.98, 1.02, 1.2, 1.2, 1.5, 2.0)):.0f} lb")

    document["trailer"] |= {
        "gvwr": label(f"{gvwr:.0f} lb"), "gross_weight": measured(f"{gross:.0f} lb"), "axle_rating": near(gvwr / 1.9), "tyre_rating": near(gvwr / 3.6),
        "coupler_rating": near(gvwr * 1.1), "chain_rating": near(gvwr * 1.15), "coupler_height": measured(f"{dice.uniform(17, 27):.2f} in", datum="top"),
        "ball_to_axle": measured(f"{dice.uniform(150, 260):.0f} in"), "brochure_tongue": {"is": f"{0.75 * tongue:.0f} lb", "from": "brochure"},
    }  # fmt: skip
    kind, front, rear = dice.choice((("half_ton", 500, 700), ("three_quarter_ton", 750, 1300), ("large_suv", 420, 520)))
    document["vehicle"] |= {
        "vehicle_class": label(kind), "front_rate": measured(f"{front} lb/in"), "rear_rate": measured(f"{rear} lb/in"),
        "receiver_height": measured(f"{dice.uniform(16, 27):.2f} in", datum="inside_top"), "receiver_wd_gross": near(gvwr * 1.1),
        "receiver_wd_tongue": near(gvwr * 0.165), "receiver_wc_gross": near(gvwr), "receiver_wc_tongue": near(gvwr * 0.16), "tongue_limit": near(gvwr * 0.165),
        "tow_rating": near(gvwr * 1.1), "gcwr": label(f"{max(gvwr * 2.4, gvwr + 7000 * dice.choice((0.95, 1.1, 1.5))):.0f} lb"), "rear_gawr": near(2900 + 1.2 * tongue),
        "front_gawr": near(3900), "payload": near(700 + tongue), "overhang": measured(f"{dice.uniform(42, 56):.1f} in"),
    }  # fmt: skip
    document["journey"] = {"altitude": measured("0 ft")}
    document["weighing"] = {dice.choice(("tongue_scale", "gauge")): measured(f"{tongue:.0f} lb")}
    if dice.random() < 0.3:
        document["trailer"] |= {"jack_position": measured("22 in")}
    if dice.random() < 0.6:
        document["trailer"] |= {
            "suspension": measured(dice.choice(("equalised", "independent"))), "axle_spacing": measured(f"{dice.uniform(30, 40):.1f} in"),
        }  # fmt: skip
    if dice.random() < 0.2:
        document["trailer"] |= {"wheel_rating": near(gvwr / 3.6)}
    if dice.random() < 0.2:
        document["loads"]["gear"] = {
            "weight": measured("200 lb"), "at": measured("120 in"), "side": measured(dice.choice(("left", "right", "middle"))),
        }  # fmt: skip
    del document["stock"]
    if dice.random() < 0.3:
        document["hitch"] = {"style": label("weight_carrying")}
    _agreed(document, dice)
    return document


def _agreed(document: dict, dice: random.Random) -> None:
    """Labels that agree as a maker's do: a payload is the GVWR less the empty vehicle, tires bear their axle, and so on."""
    vehicle, trailer = document["vehicle"], document["trailer"]

    def pounds(section: dict, name: str) -> float:
        return float(section[name]["is"].removesuffix(" lb"))

    def between(section: dict, name: str, least: float, most: float) -> float:
        section[name] = label(f"{min(max(pounds(section, name), math.ceil(least)), math.floor(most)):.0f} lb")
        return pounds(section, name)

    front, rear = pounds(vehicle, "unladen_front"), pounds(vehicle, "unladen_rear")
    empty = front + rear
    gvwr = round(empty + pounds(vehicle, "payload") * dice.uniform(0.97, 1.03))
    vehicle["gvwr"] = label(f"{gvwr} lb")
    behind = between(vehicle, "rear_gawr", max(0.51 * gvwr, 1.02 * rear), min(0.66 * gvwr, 3.0 * rear))
    between(
        vehicle,
        "front_gawr",
        max(gvwr - behind, 1.02 * front),
        min(0.55 * gvwr, 1.42 * gvwr - behind, 2.1 * front, behind),
    )
    tows = between(vehicle, "tow_rating", 500, 2.8 * gvwr)
    between(vehicle, "gcwr", max(tows + empty, 1.07 * gvwr), min(1.23 * (tows + gvwr), 3.9 * gvwr))
    on_ball = between(vehicle, "tongue_limit", 0.035 * tows, 0.19 * tows)
    gross = between(vehicle, "receiver_wd_gross", 0.55 * tows, 2.0 * tows)
    tongue = between(vehicle, "receiver_wd_tongue", 0.55 * on_ball, min(2.0 * on_ball, 0.19 * gross))
    carried = between(vehicle, "receiver_wc_gross", gross / 3.3, gross)
    between(vehicle, "receiver_wc_tongue", max(tongue / 3.3, 0.035 * carried), min(tongue, 0.19 * carried))
    plate, axles = pounds(trailer, "gvwr"), 2
    axle = between(trailer, "axle_rating", 0.8 * plate / axles, 1.7 * plate / axles)
    tire = between(trailer, "tyre_rating", 0.5 * axle, 0.95 * axle)
    if trailer["wheel_rating"]["is"] != "none":
        between(trailer, "wheel_rating", 0.75 * tire, 1.8 * tire)


def some_rules(seed: int) -> Rules:
    """Schools and a reserve at random."""
    dice = random.Random(-1 - seed)
    return Rules(
        restoration=RESTORATION_SCHOOLS[dice.choice(list(RESTORATION_SCHOOLS))],
        offset=OFFSET_SCHOOLS[dice.choice(list(OFFSET_SCHOOLS))],
        reserve=dice.choice((0.0, 0.1)),
    )


def a_rig(seed: int) -> tuple[Rig, Stock, Rules]:
    """The rig, the stock and the rules of a seed."""
    read = rigfile.read(a_document(seed), a_stock(seed % SHELVES))
    assert not read.problems, read.problems
    return read.rig, read.stock, some_rules(seed)


def written(rig: Rig) -> dict[str, Given]:
    """Every figure that is written of the rig, by path."""
    found = {}
    for section in ("vehicle", "trailer", "weighing", "hitch"):
        for one in fields(getattr(rig, section)):
            given = getattr(getattr(rig, section), one.name)
            if isinstance(given, Given):
                found[f"{section}.{one.name}"] = given
    for load in rig.loads:
        found |= {
            f"loads.{load.key}.{one.name}": given
            for one in fields(load)
            if isinstance(given := getattr(load, one.name), Given)
        }
    return found


def put(rig: Rig, path: str, given: Given | None) -> Rig:
    """The rig with one figure instead of what is written there."""
    section, *rest = path.split(".")
    if section in LISTS:
        items = tuple(replace(one, **{rest[1]: given}) if one.key == rest[0] else one for one in getattr(rig, section))
        return replace(rig, **{section: items})
    return replace(rig, **{section: replace(getattr(rig, section), **{rest[0]: given})})


def from_(given: Given, provenance: Provenance) -> Given:
    """The same figure as it would be read from elsewhere."""
    return replace(given, provenance=provenance, u=as_written(given.value, entry_at(given.path), provenance))
