"""Where one stands to read what is written of a rig: each place once, in the order of a walk round it.

What is printed on a label is told as labels usually have it; where no source is named, that is common practice.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.rig import ENTRIES

STICKER, STAMP, TAG, PAGE, SIDEWALL, TAPE, LOOK = "sticker", "stamp", "tag", "page", "sidewall", "tape", "look"
#: how what is read there looks: a printed label, a stamp in steel, a tag on a chain, a page, a tyre's side, a tape, the thing itself
FORMS = (STICKER, STAMP, TAG, PAGE, SIDEWALL, TAPE, LOOK)


@dataclass(frozen=True)
class Spot:
    """One figure at its place. ``prints``: how it is printed there, the figure itself as ``#``; blank where nothing is.

    ``optional``: it may well stay blank: most rigs have no such thing, or nothing hangs on it.
    """

    path: str
    prints: str = ""
    optional: bool = False


@dataclass(frozen=True)
class Place:
    """Where one stands. ``look``: where to look there. ``walked``: it is at the rig, and not at a desk or on a scale."""

    key: str
    name: str
    look: str
    form: str
    spots: tuple[Spot, ...]
    walked: bool = True


def _of(section: str, *spots: tuple[str, str] | str, optional: bool = False) -> tuple[Spot, ...]:
    """Spots of one section, by the names of their fields and what is printed there."""
    named = [(f"{section}.{one}", "") if isinstance(one, str) else (f"{section}.{one[0]}", one[1]) for one in spots]
    return tuple(Spot(path, prints, optional and not _is_asked(path)) for path, prints in named)


def _is_asked(path: str) -> bool:
    """Whether its blank is asked for on every rig, or on every one with spring bars."""
    blank = ENTRIES[path].blank
    return blank.asked and not (blank.only or blank.kit or blank.tips)


#: the certification label and the placard as 49 CFR 567.4 and 571.110 have them printed
PLACES = (
    Place(
        "door_jamb", "Driver's door jamb", "Open the driver's door: the labels are on the pillar or on the door's edge.", STICKER,
        _of(
            "vehicle", "vehicle_class", ("gvwr", "GVWR # LB"), ("front_gawr", "GAWR FRT # LB"), ("rear_gawr", "GAWR RR # LB"),
            ("payload", "The combined weight of occupants and cargo should never exceed # lbs"),
        ),
    ),
    Place(
        "vehicle_tyres", "Tow vehicle's tyres", "On the side of each tyre, against the placard's size and load index.", SIDEWALL,
        _of(
            "vehicle", "tyres_as_placard", ("front_tyre_rating", "MAX LOAD SINGLE # LBS"), ("rear_tyre_rating", "MAX LOAD # LBS"),
            "rear_tyre_count", "track", optional=True,
        ),
    ),
    Place(
        "dash", "At the wheel", "Under the dash, and among the switches.", LOOK,
        _of("vehicle", "brake_controller") + _of("vehicle", "auto_levelling", optional=True),
    ),
    Place(
        "handbook", "Tow vehicle's handbook", "In the glove box: the pages on towing, by engine, axle ratio and wheelbase.", PAGE,
        _of(
            "vehicle", ("gcwr", "Max. combined weight (GCWR) # lb"), ("tow_rating", "Max. loaded trailer weight # lb"),
            ("tongue_limit", "Max. tongue weight # lb"), ("wheelbase", "Wheelbase # in"),
        )
        + _of(
            "vehicle", "handbook_wd", "handbook_wd_above", "handbook_restoration", "handbook_share_low", "handbook_share_high",
            "handbook_air", "frontal_area_limit", "cooler", optional=True,
        ),
    ),
    Place(
        "receiver", "Receiver", "Kneel behind the bumper: the label is on the receiver's crossbar, the socket beside it.", STICKER,
        _of(
            "vehicle", ("receiver_size", "Receiver tube # in"), ("receiver_wd_gross", "WD: gross trailer weight # LB"),
            ("receiver_wd_tongue", "WD: tongue weight # LB"), ("receiver_wc_gross", "WC: gross trailer weight # LB"),
            ("receiver_wc_tongue", "WC: tongue weight # LB"), "seven_way",
        )
        + _of("vehicle", "socket", ("receiver_d_value", "D # kN"), optional=True),
    ),
    Place(
        "behind", "Behind the vehicle, with a tape", "On level ground, loaded as it travels.", TAPE,
        _of("vehicle", "overhang", "receiver_height") + _of("vehicle", "overhang_with", "tailgate_reach", "tailgate_height", optional=True),
    ),
    Place(
        "rear_axle", "The vehicle's springs", "Look past the rear wheel: bags, overload leaves, rubber stops.", LOOK,
        _of("vehicle", "helper_springs", "air_springs", "air_pressure", "front_rate", "rear_rate", optional=True),
    ),
    Place(
        "vehicle_scale", "On the weighbridge, vehicle alone", "Empty, full tank, nobody in it; or as the brochure has it.", PAGE,
        _of("vehicle", ("unladen_front", "Front axle # lb"), ("unladen_rear", "Rear axle # lb")), walked=False,
    ),
    Place(
        "plate", "Trailer's plate", "Front left of the trailer, on its outer wall at about knee height.", STICKER,
        _of("trailer", "coupling", "body", ("gvwr", "GVWR # LB"), ("axle_rating", "GAWR EACH AXLE # LB")),
    ),
    Place(
        "cargo_label", "Trailer's cargo label", "Inside the trailer's door, a yellow sticker: what cargo and water may weigh together.", STICKER,
        _of("trailer", ("cargo_capacity", "NEVER OVER # LB"), optional=True),
    ),
    Place(
        "tongue", "Trailer's tongue", "Stand at the coupler: stamps on its top and side, tags at the chains' hooks.", STAMP,
        _of(
            "trailer", ("coupler_size", "USE # IN BALL"), ("coupler_rating", "MAX GTW # LB"), ("chain_rating", "# LB"), "breakaway",
        )
        + _of(
            "trailer", ("coupler_tongue_limit", "S # "), ("coupler_d_value", "D # kN"), ("coupler_v_value", "V # kN"),
            "reverse_lockout", "coupler_mount", ("coupler_wd", "Weight distribution"), optional=True,
        ),
    ),
    Place(
        "a_frame", "A-frame, with a tape", "Trailer level, the tape from the middle of the ball's seat rearward.", TAPE,
        _of("trailer", "coupler_height")
        + _of(
            "trailer", "frame_depth", "jack_position", "jack_height", "propane_position", "propane_tray", "propane_capacity",
            "battery_position", "battery_tray", optional=True,
        ),
    ),
    Place(
        "left_side", "Trailer's left side", "Along the wheels: count them, look for brakes, tape back from the ball.", TAPE,
        _of("trailer", "axle_count", "suspension", "brakes", "ball_to_axle")
        + _of("trailer", "axle_spacing", "axle_rate", "track", optional=True),
    ),
    Place(
        "tyres", "Trailer's tyres", "On the side of any tyre, small, near the bead.", SIDEWALL,
        _of("trailer", "tyre_count", ("tyre_rating", "MAX LOAD SINGLE # LBS"))
        + _of(
            "trailer", ("tyre_rated_pressure", "AT # PSI COLD"), "tyre_pressure", ("tyre_code", "DOT …  #"), ("wheel_rating", "MAX LOAD # LB"),
            optional=True,
        ),
    ),
    Place(
        "brochure", "Trailer's brochure", "The table of weights and lengths for this floor plan; tape what it does not say.", PAGE,
        _of(
            "trailer", ("unladen_weight", "Dry weight # lb"), ("brochure_tongue", "Hitch weight # lb"), ("ball_to_rear", "Length # in"),
            ("frame_length", "Frame # in"),
        )
        + _of(
            "trailer", ("fresh_tank", "Fresh water # gal"), "fresh_tank_position", ("grey_tank", "Grey water # gal"),
            "grey_tank_position", ("black_tank", "Black water # gal"), "black_tank_position", "frontal_area", "side_area",
            ("maker_wd", "Weight distribution"), optional=True,
        ),
        walked=False,
    ),
)  # fmt: skip

#: written at a station of its own, and not read off a label
ELSEWHERE = frozenset({"trailer.gross_weight"})


def place_of(path: str) -> Place | None:
    """Where a figure is read; none for what is no label's.

    >>> place_of("vehicle.payload").name, place_of("weighing.tongue_scale")
    ("Driver's door jamb", None)
    """
    return _BY_PATH.get(path)


_BY_PATH = {spot.path: place for place in PLACES for spot in place.spots}
