"""The tow vehicle."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.entry import (
    ASKED,
    INSIDE_TOP,
    PIN_CENTRE,
    Answered,
    Blank,
    choice,
    described,
    flag,
    length,
    pressure,
    rate,
    read_of,
    weight,
)
from stathmos.core.figures import Given
from stathmos.core.schools import RESTORATION_SCHOOLS, choices
from stathmos.core.subjects import ON_ITS_SPRINGS, VEHICLE
from stathmos.core.units import AREA, COUNT, FORCE, SHARE

VEHICLE_CLASSES = (
    ("midsize_suv", "mid-size SUV"),
    ("large_suv", "large SUV"),
    ("van", "van"),
    ("half_ton", "half-ton pickup"),
    ("three_quarter_ton", "three-quarter-ton pickup"),
    ("one_ton", "one-ton pickup"),
)

WITH_BARS, WITHOUT_BARS = Blank(bars=True), Blank(bars=False)
SEVEN = "seven"
PLACARD = "certification label in the driver's door jamb"
HANDBOOK = "tow-vehicle handbook, towing pages"
RECEIVER_LABEL = "label on the receiver"


@dataclass(frozen=True)
@read_of(VEHICLE)
class Vehicle:
    """The tow vehicle: its labels, its handbook's limits, its dimensions.

    ``absent``: what was looked for and is not there (“none stamped”), by field: no figure, and no blank either.
    """

    absent: Mapping[str, Given] = field(default_factory=dict)

    vehicle_class: Given | None = choice("Class", "the advisor's eye", *VEHICLE_CLASSES, guess=True)
    gvwr: Given | None = weight("GVWR", PLACARD, 2000, 40000)
    front_gawr: Given | None = weight("Front GAWR", PLACARD, 1000, 20000)
    rear_gawr: Given | None = weight("Rear GAWR", PLACARD, 1000, 30000)
    payload: Given | None = weight("Placard payload", "tyre and loading placard, driver's door jamb", 100, 15000)
    gcwr: Given | None = weight("GCWR", HANDBOOK, 3000, 80000)
    tow_rating: Given | None = weight("Tow rating", HANDBOOK, 500, 60000)
    tongue_limit: Given | None = weight("Tongue limit", HANDBOOK, 50, 6000)
    tyres_as_placard: Given | None = flag(
        "Tyres of the placard's size and load index", "tyre and loading placard, against each sidewall", blank=ASKED
    )
    front_tyre_rating: Given | None = weight("Front tyre rating, each", "tyre sidewall, single load", 400, 8000)
    rear_tyre_rating: Given | None = weight(
        "Rear tyre rating, each", "tyre sidewall: single load, or dual load on a dual axle", 400, 8000
    )
    rear_tyre_count: Given | None = described("Tyres on the rear axle", COUNT, "count them", 2, 4)
    track: Given | None = length(
        "Track, vehicle", "tape, middle of the left tyres to middle of the right", 45, 90, usual="measured", guess=True
    )
    unladen_front: Given | None = weight(
        "Unladen front axle", "weighbridge, empty with full tank", 500, 15000, usual="brochure"
    )
    unladen_rear: Given | None = weight(
        "Unladen rear axle", "weighbridge, empty with full tank", 500, 15000, usual="brochure"
    )
    receiver_size: Given | None = length("Receiver tube", RECEIVER_LABEL, 1.25, 3)
    receiver_wc_gross: Given | None = weight("Receiver WC gross rating", RECEIVER_LABEL, 500, 40000, blank=WITHOUT_BARS)
    receiver_wc_tongue: Given | None = weight("Receiver WC tongue rating", RECEIVER_LABEL, 50, 6000, blank=WITHOUT_BARS)
    receiver_wd_gross: Given | None = weight("Receiver WD gross rating", RECEIVER_LABEL, 500, 40000, blank=WITH_BARS)
    receiver_wd_tongue: Given | None = weight("Receiver WD tongue rating", RECEIVER_LABEL, 50, 6000, blank=WITH_BARS)
    receiver_d_value: Given | None = described(
        "Receiver D-value", FORCE, "plate on the towbar, where it is rated so", 1, 400, blank=ASKED, none="none stamped"
    )
    receiver_height: Given | None = length(
        "Receiver height",
        "tape, ground to the tube, loaded to travel",
        6,
        48,
        usual="measured",
        datums=(INSIDE_TOP, PIN_CENTRE),
        under=ON_ITS_SPRINGS,
    )
    wheelbase: Given | None = length("Wheelbase", HANDBOOK, 70, 260)
    overhang: Given | None = length(
        "Overhang, rear axle to ball", "tape, hub centre to ball centre", 15, 110, usual="measured"
    )
    overhang_with: Given | None = choice(
        "Overhang taped to the ball of", "look at what was taped",
        ("plain", "a plain mount"), ("wd_head", "a weight-distributing head"), usual="measured",
    )  # fmt: skip
    tailgate_reach: Given | None = length(
        "Rear axle to the edge of the open tailgate", "tape, tailgate down", 20, 150, usual="measured"
    )
    tailgate_height: Given | None = length(
        "Ground to the open tailgate's edge", "tape, tailgate down, loaded to travel", 15, 60, usual="measured",
        under=ON_ITS_SPRINGS,
    )  # fmt: skip
    front_rate: Given | None = rate("Front spring rate", "an earlier visit's readings")
    rear_rate: Given | None = rate("Rear spring rate", "an earlier visit's readings")
    air_springs: Given | None = choice(
        "Air springs", "look at the rear axle", ("none", "none"), ("fitted", "fitted"), usual="measured"
    )
    helper_springs: Given | None = choice(
        "Helper springs", "look at the rear axle: overload leaves, coils, rubber stops", ("none", "none"), ("fitted", "fitted"),
        usual="measured",
    )  # fmt: skip
    air_pressure: Given | None = pressure("Air-spring pressure, as measured with", "gauge at the valve", 1000)
    auto_levelling: Given | None = choice(
        "Auto-levelling",
        HANDBOOK,
        ("none", "none"),
        ("off", "off while measuring"),
        ("on", "on while measuring"),
        usual="measured",
    )
    handbook_wd: Given | None = choice(
        "Handbook on weight distribution",
        HANDBOOK,
        ("allowed", "allowed"),
        ("required", "required above a weight"),
        ("forbidden", "forbidden"),
        ("silent", "says nothing"),
        blank=ASKED,
    )
    handbook_wd_above: Given | None = weight("Weight distribution required above", HANDBOOK, 200, 40000)
    handbook_restoration: Given | None = choice(
        "Handbook on restoration", HANDBOOK, *choices(RESTORATION_SCHOOLS.values())
    )
    handbook_share_low: Given | None = described("Handbook's least tongue share", SHARE, HANDBOOK, 0.01, 0.4)
    handbook_share_high: Given | None = described("Handbook's greatest tongue share", SHARE, HANDBOOK, 0.01, 0.4)
    handbook_air: Given | None = choice(
        "Handbook on air springs",
        HANDBOOK,
        ("pump_up", "pumped to towing pressure before measuring"),
        ("let_down", "let down to the minimum before measuring"),
    )
    frontal_area_limit: Given | None = described(
        "Frontal area limit", AREA, HANDBOOK, 1e6, 2e7, blank=ASKED, none="none in the owner's manual"
    )
    cooler: Given | None = choice(
        "Transmission cooler",
        HANDBOOK,
        ("fitted", "fitted"),
        ("wanted", "wanted by the handbook, not fitted"),
        ("not_wanted", "not wanted"),
    )
    brake_controller: Given | None = flag(
        "Brake controller", "under the dash", blank=Blank(only=Answered("trailer.brakes", ("electric",)))
    )
    seven_way: Given | None = flag("7-way socket", "at the receiver", blank=Blank(unless=(Answered("vehicle.socket"),)))
    socket: Given | None = choice(
        "Socket at the receiver",
        "count its contacts",
        ("four", "4-way"),
        ("five", "5-way"),
        (SEVEN, "7-way"),
        usual="measured",
    )
