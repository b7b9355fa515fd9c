"""A worked rig for the tests, invented, in round figures that a hand can check."""

from __future__ import annotations

import copy

from stathmos.core import rigfile
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.ratings import Link

KG = 0.45359237
MM = 25.4


def measured(text: str, **more: str) -> dict:
    return {"is": text, "from": "measured", **more}


def label(text: str) -> dict:
    return {"is": text, "from": "label"}


def kit(name: str, tongue: int, least: int, **more: dict) -> dict:
    return {
        "name": name,
        "family": "Test",
        "gross_rating": label(f"{tongue * 10} lb"),
        "tongue_rating": label(f"{tongue} lb"),
        "tongue_minimum": label(f"{least} lb"),
        "seat_above_shank": label("3 in"),
        "adds_overhang": label("0 in"),
        "own_weight": label("80 lb"),
        "ball_hole": label("1 1/4 in"),
        "ball_thread_limit": label("2 3/8 in"),
        "bracket_distance": label("27 in"),
        "surge_brakes": label("no"),
        **more,
    }


def shank(name: str, size: str = "2 in", drop: str = "8 1/2 in", **more: dict) -> dict:
    return {
        "name": name,
        "style": label("adjustable"),
        "size": label(size),
        "most_drop": label(drop),
        "most_rise": label("9 3/4 in"),
        "pitch": label("1 1/4 in"),
        "holes": label("8"),
        "gross_rating": label("15000 lb"),
        "tongue_rating": label("1500 lb"),
        "own_weight": label("20 lb"),
        **more,
    }


def sleeve(name: str, **more: dict) -> dict:
    return {
        "name": name,
        "outer": label("2 1/2 in"),
        "inner": label("2 in"),
        "gross_rating": label("15000 lb"),
        "tongue_rating": label("1500 lb"),
        "slop": measured("1/16 in"),
        **more,
    }


BALL = {
    "name": "Ball",
    "diameter": label("2 5/16 in"),
    "rating": label("14000 lb"),
    "stack_height": label("3 in"),
    "shank_diameter": label("1 1/4 in"),
    "thread_length": label("2 1/4 in"),
}

RIG: dict = {
    "stathmos_rig_file": 4,
    "customer": "Worked example",
    "vehicle": {
        "vehicle_class": label("half_ton"),
        "gvwr": label("8400 lb"),
        "front_gawr": label("4200 lb"),
        "rear_gawr": label("5000 lb"),
        "payload": label("2800 lb"),
        "gcwr": label("18000 lb"),
        "tow_rating": label("11000 lb"),
        "tongue_limit": label("1250 lb"),
        "unladen_front": label("3200 lb"),
        "unladen_rear": label("2400 lb"),
        "receiver_size": label("2 in"),
        "receiver_wc_gross": label("5000 lb"),
        "receiver_wc_tongue": label("500 lb"),
        "receiver_wd_gross": label("12000 lb"),
        "receiver_wd_tongue": label("1250 lb"),
        "receiver_height": measured("21 in", datum="inside_top"),
        "wheelbase": label("145 in"),
        "overhang": measured("50 in"),
        "front_rate": measured("500 lb/in"),
        "rear_rate": measured("700 lb/in"),
        "brake_controller": measured("yes"),
        "seven_way": measured("yes"),
        "tyres_as_placard": label("yes"),
        "receiver_d_value": label("none"),
        "handbook_wd": label("allowed"),
        "frontal_area_limit": label("none"),
    },
    "trailer": {
        "gvwr": label("7000 lb"),
        "axle_rating": label("3700 lb"),
        "axle_count": label("2"),
        "tyre_rating": label("2150 lb"),
        "tyre_count": label("4"),
        "brochure_tongue": {"is": "560 lb", "from": "brochure"},
        "gross_weight": measured("6200 lb"),
        "coupler_size": label("2 5/16 in"),
        "coupler_rating": label("10000 lb"),
        "chain_rating": label("12600 lb"),
        "coupler_height": measured("23 in", datum="top"),
        "ball_to_axle": measured("216 in"),
        "frame_length": measured("288 in"),
        "brakes": label("electric"),
        "breakaway": measured("yes"),
        "coupling": label("ball"),
        "tyre_rated_pressure": label("65 psi"),
        "tyre_pressure": measured("65 psi"),
        "wheel_rating": label("none"),
        "coupler_tongue_limit": label("none"),
        "coupler_d_value": label("none"),
        "coupler_v_value": label("none"),
        "maker_wd": label("allowed"),
        "coupler_wd": label("allowed"),
        "coupler_mount": measured("top"),
        "jack_position": measured("18 in"),
        "propane_position": measured("none"),
        "battery_position": measured("none"),
    },
    "loads": {"front_seats": {"weight": measured("300 lb")}, "bed": {"weight": measured("200 lb")}},
    "weighing": {"tongue_scale": measured("800 lb")},
    "stock": {
        "kits": [
            kit("Kit 600", 600, 300),
            kit("Kit 1000", 1000, 500),
            kit("Kit 1200", 1200, 650),
            kit("Kit 1500", 1500, 900),
        ],
        "shanks": [shank("Shank 2"), shank("Shank 2½", "2 1/2 in")],
        "balls": [BALL, {**BALL, "name": "Ball 2", "diameter": label("2 in")}],
    },
}


def rig(**changes: object) -> dict:
    """The worked rig with changes by path, written with two underscores: ``trailer__gvwr=label("1 lb")``; None takes a figure away."""
    document = copy.deepcopy(RIG)
    for path, value in changes.items():
        *sections, name = path.split("__")
        place = document
        for section in sections:
            place = place.setdefault(section, {})
        if value is None:
            place.pop(name, None)
        else:
            place[name] = value
    return document


def assessed(document: dict) -> Assessment:
    read = rigfile.read(document)
    assert not read.problems, read.problems
    return assess(read.rig, stock=read.stock)


def link(assessment: Assessment, key: str, case: str = "planned") -> Link:
    return next(one for one in getattr(assessment, case) if one.key == key)
