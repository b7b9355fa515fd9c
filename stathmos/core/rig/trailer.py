"""The trailer."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.entry import (
    ASKED,
    SEAT,
    TOP,
    Answered,
    Blank,
    choice,
    described,
    flag,
    length,
    named,
    rate,
    read_of,
    volume,
    weight,
)
from stathmos.core.figures import Given
from stathmos.core.subjects import TRAILER, Under
from stathmos.core.units import AREA, COUNT, FORCE, PRESSURE

COUPLINGS = (
    ("ball", "bumper-pull, on a ball"),
    ("fifth_wheel", "fifth wheel, on a kingpin"),
    ("gooseneck", "gooseneck, on a ball in the bed"),
)

BODIES = (
    ("travel", "travel trailer"),
    ("folding", "folding camper"),
    ("toy_hauler", "toy hauler with a ramp"),
    ("cargo", "enclosed cargo"),
    ("flat", "flat bed"),
    ("tilt", "tilt bed"),
    ("boat", "boat on a trailer"),
)

EQUALISED, INDEPENDENT, SINGLE = "equalised", "independent", "single"
SUSPENSIONS = (
    (EQUALISED, "leaf springs with an equaliser"),
    (INDEPENDENT, "independent: torsion arms, or a spring to each axle"),
    (SINGLE, "one axle alone"),
)

MAKER_SAYS = (("allowed", "allowed"), ("forbidden", "forbidden"), ("silent", "says nothing"))
NONE_STAMPED, NONE_THERE = "none stamped", "none on the A-frame"

WITH_BARS = Blank(asked=True, bars=True)
UNDER_HEAD = Blank(asked=True, bars=True, unless=(Answered("kit.mounts", ("either",)),))
_BRACKET_ON = Answered("bay.bracket_place")
UNDER_BRACKETS = Blank(asked=True, bars=True, kit=("bracket_distance",), unless=(_BRACKET_ON,))
UNDER_TRAYS = Blank(
    asked=True, bars=True, kit=("bracket_distance",), unless=(_BRACKET_ON, Answered("kit.clears_trays", ("yes",)))
)
UNDER_PROPANE, UNDER_BATTERIES = (
    replace(UNDER_TRAYS, only=Answered(f"trailer.{what}_position")) for what in ("propane", "battery")
)
RAIL = Blank(asked=True, bars=True, kit=("frame_depth_least", "frame_depth_most", "frame_heights"))

TRAILER_PLATE = "certification plate, front left of the trailer"


@dataclass(frozen=True)
@read_of(TRAILER)
class Trailer:
    """The trailer: its plate, its brochure, its coupler and its dimensions.

    ``absent``: what was looked for and is not there (“none stamped”), by field: no figure, and no blank either.
    """

    absent: Mapping[str, Given] = field(default_factory=dict)

    coupling: Given | None = choice("Coupling", "look at the tongue", *COUPLINGS, blank=ASKED)
    body: Given | None = choice("Kind", "look at it", *BODIES, usual="measured", guess=True)
    gvwr: Given | None = weight("Trailer GVWR", TRAILER_PLATE, 500, 40000)
    axle_rating: Given | None = weight("GAWR, each axle", TRAILER_PLATE, 400, 16000)
    axle_count: Given | None = described("Axles", COUNT, "count them", 1, 3)
    suspension: Given | None = choice(
        "Suspension", "look between the wheels: an equaliser joins leaf springs, a torsion arm comes out of the axle's tube",
        *SUSPENSIONS, usual="measured",
    )  # fmt: skip
    axle_spacing: Given | None = length(
        "From axle to axle", "tape, hub to hub on one side", 24, 120, usual="measured", guess=True
    )
    axle_rate: Given | None = rate("Spring rate, each axle", "an earlier visit's readings, or its maker", usual="label")
    track: Given | None = length(
        "Track, trailer", "tape, middle of the left tyres to middle of the right", 36, 100, usual="measured", guess=True
    )
    tyre_rating: Given | None = weight("Tyre rating, each", "tyre sidewall, single load", 200, 8000)
    tyre_count: Given | None = described("Tyres on the ground", COUNT, "count them", 2, 12)
    tyre_rated_pressure: Given | None = described(
        "Pressure at the tyre's rating", PRESSURE, "tyre sidewall, beside its load: “at … psi cold”", 100, 1000
    )
    tyre_pressure: Given | None = described(
        "Tyre pressure as found, the lowest",
        PRESSURE,
        "gauge at each valve, cold",
        0,
        1200,
        usual="measured",
        blank=ASKED,
    )
    tyre_code: Given | None = named("Tyre age code, the oldest", "last four digits of the DOT code, week and year")
    wheel_rating: Given | None = weight(
        "Wheel rating, each", "stamp inside the wheel: “max load”", 200, 8000, blank=ASKED, none=NONE_STAMPED
    )
    unladen_weight: Given | None = weight("Brochure empty weight", "brochure", 200, 30000, usual="brochure")
    brochure_tongue: Given | None = weight("Brochure hitch weight", "brochure", 10, 5000, usual="brochure", guess=True)
    cargo_capacity: Given | None = weight("Cargo capacity", "cargo-capacity label, inside the door", 50, 20000)
    gross_weight: Given | None = weight(
        "Gross trailer weight, as it stands", "weighbridge, tongue included", 300, 40000, usual="measured",
        under=(Under.TRAILER_LOADS,),
    )  # fmt: skip
    coupler_size: Given | None = length("Coupler, ball size", "stamp on the coupler", 1.875, 3)
    coupler_rating: Given | None = weight("Coupler rating", "stamp on the coupler", 500, 40000)
    coupler_tongue_limit: Given | None = weight(
        "Coupler S-limit, most weight on the ball", "stamp on the coupler", 20, 6000, blank=ASKED, none=NONE_STAMPED
    )
    coupler_d_value: Given | None = described(
        "Coupler D-value", FORCE, "stamp on the coupler, where it is rated so", 1, 400, blank=ASKED, none=NONE_STAMPED
    )
    coupler_v_value: Given | None = described(
        "Coupler V-value", FORCE, "stamp on the coupler, where it is rated so", 1, 400, blank=ASKED, none=NONE_STAMPED
    )
    maker_wd: Given | None = choice(
        "Trailer maker on weight distribution",
        "trailer handbook",
        *MAKER_SAYS,
        blank=WITH_BARS,
    )
    coupler_wd: Given | None = choice(
        "Coupler maker on weight distribution",
        "coupler's leaflet",
        *MAKER_SAYS,
        blank=WITH_BARS,
    )
    coupler_mount: Given | None = choice(
        "Coupler mount",
        "look at the A-frame",
        ("top", "on top of the A-frame"),
        ("underslung", "under the A-frame"),
        usual="measured",
        blank=UNDER_HEAD,
    )
    chain_rating: Given | None = weight("Safety chain rating, each", "tag on the chain and its hook", 500, 40000)
    coupler_height: Given | None = length(
        "Level coupler height", "tape, rail level front and rear", 8, 48, usual="measured", datums=(TOP, SEAT),
        under=(Under.TRAILER_RIDE,),
    )  # fmt: skip
    ball_to_axle: Given | None = length(
        "Ball to axle centre", "tape, coupler to the middle of the axle group", 50, 480, usual="measured"
    )
    ball_to_rear: Given | None = length("Ball to rear end", "brochure or tape", 60, 720, usual="brochure")
    jack_position: Given | None = length(
        "Ball to jack", "tape", 2, 120, usual="measured", blank=UNDER_BRACKETS, none=NONE_THERE
    )
    jack_height: Given | None = length(
        "Ground to the top of the jack", "tape, trailer level, jack up", 10, 70, usual="measured"
    )
    propane_position: Given | None = length(
        "Ball to propane tray", "tape", 4, 480, usual="measured", blank=UNDER_TRAYS, none=NONE_THERE
    )
    propane_tray: Given | None = length(
        "Propane tray, front to back", "tape", 4, 60, usual="measured", blank=UNDER_PROPANE
    )
    propane_capacity: Given | None = volume("Propane, all cylinders full", "stamp on the cylinders", 60)
    battery_position: Given | None = length(
        "Ball to batteries", "tape", 4, 480, usual="measured", blank=UNDER_TRAYS, none=NONE_THERE
    )
    battery_tray: Given | None = length(
        "Battery tray, front to back", "tape", 4, 60, usual="measured", blank=UNDER_BATTERIES
    )
    fresh_tank: Given | None = volume("Fresh-water tank", "brochure", 300, usual="brochure")
    fresh_tank_position: Given | None = length(
        "Ball to fresh-water tank", "tape to its middle", 4, 600, usual="brochure"
    )
    grey_tank: Given | None = volume("Grey-water tank", "brochure", 300, usual="brochure")
    grey_tank_position: Given | None = length("Ball to grey-water tank", "tape to its middle", 4, 600, usual="brochure")
    black_tank: Given | None = volume("Black-water tank", "brochure", 300, usual="brochure")
    black_tank_position: Given | None = length(
        "Ball to black-water tank", "tape to its middle", 4, 600, usual="brochure"
    )
    frame_length: Given | None = length("Frame rail length", "brochure or tape", 60, 600, usual="brochure")
    frame_depth: Given | None = length(
        "A-frame rail depth", "tape, top to bottom of the tube", 2, 12, usual="measured", blank=RAIL
    )
    frontal_area: Given | None = described(
        "Frontal area", AREA, "width times height above the ground clearance", 1e5, 2e7, usual="brochure"
    )
    side_area: Given | None = described(
        "Side area", AREA, "length of the box times its height", 1e5, 6e7, usual="brochure"
    )
    brakes: Given | None = choice(
        "Brakes", "look at the axles", ("electric", "electric"), ("surge", "surge"), ("none", "none")
    )
    reverse_lockout: Given | None = choice(
        "Reverse lock-out of surge brakes", "look at the coupler", ("fifth_wire", "by a fifth wire"),
        ("free_backing", "free-backing, needs no wire"), usual="measured",
    )  # fmt: skip
    breakaway: Given | None = flag("Breakaway switch", "on the A-frame; pull test")
