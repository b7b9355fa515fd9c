"""The rig: tow vehicle, trailer, load, weighing and hitch build, as written down.

Every field carries its own description (`Entry`): what it measures, how it is
called, where to read it, and between what limits a figure can be believed. The
rig file, its schema, the check of what is typed, and the names on the screen all
come from these descriptions. A field that nobody filled is None: unknown.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import Field, dataclass, field, fields

from stathmos.core.figures import Given, Missing
from stathmos.core.units import ALTITUDE, AREA, COUNT, KG_PER_LB, LENGTH, MM_PER_IN, RATE, SHARE, WEIGHT

CHOICE, FLAG, TEXT = "choice", "flag", "text"

TOP, SEAT = "top", "seat"
INSIDE_TOP, PIN_CENTRE = "inside_top", "pin_centre"
DATUMS = {
    TOP: "to the top",
    SEAT: "to the seat",
    INSIDE_TOP: "to the inside top of the tube",
    PIN_CENTRE: "to the pin-hole centre",
}

_LB, _IN = KG_PER_LB, MM_PER_IN


@dataclass(frozen=True)
class Entry:
    """What one field of the rig means.

    ``low``/``high``: outside them a figure cannot be believed (core units).
    ``usual``: the provenance that a figure in this field mostly has.
    ``choices``: value -> word, for a choice. ``datums``: the first is the usual one.
    """

    label: str
    dimension: str
    read_at: str = ""
    low: float = 0.0
    high: float = float("inf")
    usual: str = "label"
    choices: tuple[tuple[str, str], ...] = ()
    datums: tuple[str, ...] = ()


def described(
    label: str, dimension: str, read_at: str = "", low: float = 0.0, high: float = float("inf"), **more
) -> Field:
    return field(default=None, metadata={"entry": Entry(label, dimension, read_at, low, high, **more)})


def weight(label: str, read_at: str, low_lb: float, high_lb: float, **more) -> Field:
    return described(label, WEIGHT, read_at, low_lb * _LB, high_lb * _LB, **more)


def length(label: str, read_at: str, low_in: float, high_in: float, **more) -> Field:
    return described(label, LENGTH, read_at, low_in * _IN, high_in * _IN, **more)


def rate(label: str, read_at: str) -> Field:
    return described(label, RATE, read_at, 50 * _LB / _IN, 20000 * _LB / _IN, usual="measured")


def choice(label: str, read_at: str, *choices: tuple[str, str], usual: str = "label") -> Field:
    return described(label, CHOICE, read_at, choices=choices, usual=usual)


def flag(label: str, read_at: str) -> Field:
    return described(label, FLAG, read_at, choices=(("yes", "yes"), ("no", "no")), usual="measured")


VEHICLE_CLASSES = (
    ("midsize_suv", "mid-size SUV"),
    ("large_suv", "large SUV"),
    ("van", "van"),
    ("half_ton", "half-ton pickup"),
    ("three_quarter_ton", "three-quarter-ton pickup"),
    ("one_ton", "one-ton pickup"),
)

COUPLINGS = (
    ("ball", "bumper-pull, on a ball"),
    ("fifth_wheel", "fifth wheel, on a kingpin"),
    ("gooseneck", "gooseneck, on a ball in the bed"),
)

PLACARD = "certification label in the driver's door jamb"
HANDBOOK = "tow-vehicle handbook, towing pages"
RECEIVER_LABEL = "label on the receiver"
TRAILER_PLATE = "certification plate, front left of the trailer"


@dataclass(frozen=True)
class Vehicle:
    """The tow vehicle: its labels, its handbook's limits, its dimensions."""

    vehicle_class: Given | None = choice("Class", "the advisor's eye", *VEHICLE_CLASSES)
    gvwr: Given | None = weight("GVWR", PLACARD, 2000, 40000)
    front_gawr: Given | None = weight("Front GAWR", PLACARD, 1000, 20000)
    rear_gawr: Given | None = weight("Rear GAWR", PLACARD, 1000, 30000)
    payload: Given | None = weight("Placard payload", "tyre and loading placard, driver's door jamb", 100, 15000)
    gcwr: Given | None = weight("GCWR", HANDBOOK, 3000, 80000)
    tow_rating: Given | None = weight("Tow rating", HANDBOOK, 500, 60000)
    tongue_limit: Given | None = weight("Tongue limit", HANDBOOK, 50, 6000)
    unladen_front: Given | None = weight(
        "Unladen front axle", "weighbridge, empty with full tank", 500, 15000, usual="brochure"
    )
    unladen_rear: Given | None = weight(
        "Unladen rear axle", "weighbridge, empty with full tank", 500, 15000, usual="brochure"
    )
    receiver_size: Given | None = length("Receiver tube", RECEIVER_LABEL, 1.25, 3)
    receiver_wc_gross: Given | None = weight("Receiver WC gross rating", RECEIVER_LABEL, 500, 40000)
    receiver_wc_tongue: Given | None = weight("Receiver WC tongue rating", RECEIVER_LABEL, 50, 6000)
    receiver_wd_gross: Given | None = weight("Receiver WD gross rating", RECEIVER_LABEL, 500, 40000)
    receiver_wd_tongue: Given | None = weight("Receiver WD tongue rating", RECEIVER_LABEL, 50, 6000)
    receiver_height: Given | None = length(
        "Receiver height",
        "tape, ground to the tube, loaded to travel",
        6,
        48,
        usual="measured",
        datums=(INSIDE_TOP, PIN_CENTRE),
    )
    wheelbase: Given | None = length("Wheelbase", HANDBOOK, 70, 260)
    overhang: Given | None = length(
        "Overhang, rear axle to ball", "tape, hub centre to ball centre", 15, 110, usual="measured"
    )
    front_rate: Given | None = rate("Front spring rate", "an earlier visit's readings")
    rear_rate: Given | None = rate("Rear spring rate", "an earlier visit's readings")
    frontal_area_limit: Given | None = described("Frontal area limit", AREA, HANDBOOK, 1e6, 2e7)
    brake_controller: Given | None = flag("Brake controller", "under the dash")
    seven_way: Given | None = flag("7-way socket", "at the receiver")


@dataclass(frozen=True)
class Trailer:
    """The trailer: its plate, its brochure, its coupler and its dimensions."""

    coupling: Given | None = choice("Coupling", "look at the tongue", *COUPLINGS)
    gvwr: Given | None = weight("Trailer GVWR", TRAILER_PLATE, 500, 40000)
    axle_rating: Given | None = weight("GAWR, each axle", TRAILER_PLATE, 400, 16000)
    axle_count: Given | None = described("Axles", COUNT, "count them", 1, 3)
    tyre_rating: Given | None = weight("Tyre rating, each", "tyre sidewall, single load", 200, 8000)
    tyre_count: Given | None = described("Tyres on the ground", COUNT, "count them", 2, 12)
    unladen_weight: Given | None = weight("Brochure empty weight", "brochure", 200, 30000, usual="brochure")
    brochure_tongue: Given | None = weight("Brochure hitch weight", "brochure", 10, 5000, usual="brochure")
    gross_weight: Given | None = weight(
        "Gross trailer weight, as it stands", "weighbridge, tongue included", 300, 40000, usual="measured"
    )
    coupler_size: Given | None = length("Coupler, ball size", "stamp on the coupler", 1.875, 3)
    coupler_rating: Given | None = weight("Coupler rating", "stamp on the coupler", 500, 40000)
    chain_rating: Given | None = weight("Safety chain rating, each", "tag on the chain and its hook", 500, 40000)
    coupler_height: Given | None = length(
        "Level coupler height", "tape, rail level front and rear", 8, 48, usual="measured", datums=(TOP, SEAT)
    )
    ball_to_axle: Given | None = length(
        "Ball to axle centre", "tape, coupler to the middle of the axle group", 50, 480, usual="measured"
    )
    frame_length: Given | None = length("Frame rail length", "brochure or tape", 60, 600, usual="brochure")
    frame_depth: Given | None = length("A-frame rail depth", "tape, top to bottom of the tube", 2, 12, usual="measured")
    frontal_area: Given | None = described(
        "Frontal area", AREA, "width times height above the ground clearance", 1e5, 2e7, usual="brochure"
    )
    brakes: Given | None = choice(
        "Brakes", "look at the axles", ("electric", "electric"), ("surge", "surge"), ("none", "none")
    )
    breakaway: Given | None = flag("Breakaway switch", "on the A-frame; pull test")


@dataclass(frozen=True)
class Load:
    """What travels in the rig: people, cargo by place, and the trailer's own load."""

    front_seats: Given | None = weight("Front seats", "ask, with coats on; somebody drives", 80, 2000, usual="assumed")
    rear_seats: Given | None = weight("Rear seats", "ask", 0, 2500, usual="assumed")
    bed: Given | None = weight("Bed or boot", "ask, or weigh", 0, 10000, usual="assumed")
    behind_axle: Given | None = weight("Behind the rear axle", "ask, or weigh", 0, 3000, usual="assumed")
    trailer_cargo: Given | None = weight(
        "Trailer load", "water, propane, batteries, food, gear", 0, 20000, usual="assumed"
    )
    altitude: Given | None = described("Highest pass on the way", ALTITUDE, "map", 0, 6_000_000, usual="assumed")


@dataclass(frozen=True)
class Weighing:
    """Readings for the tongue weight."""

    tongue_scale: Given | None = weight(
        "Tongue scale reading", "scale under the coupler, trailer level", 1, 6000, usual="measured"
    )
    beam_reading: Given | None = weight("Scale reading under the beam", "bathroom scale", 1, 1000, usual="measured")
    beam_tare: Given | None = weight(
        "Scale reading, beam alone", "bathroom scale, before the tongue is lowered", 0, 500, usual="measured"
    )
    beam_pivot_to_scale: Given | None = length("Pivot to scale", "tape", 6, 240, usual="measured")
    beam_pivot_to_coupler: Given | None = length("Pivot to coupler", "tape", 2, 240, usual="measured")


STYLES = (("weight_distributing", "weight-distributing"), ("weight_carrying", "weight-carrying"))


@dataclass(frozen=True)
class Hitch:
    """The hitch as decided, or as it already sits on the vehicle."""

    style: Given | None = choice("Style", "the advisor decides", *STYLES, usual="assumed")
    kit: Given | None = described("Kit on the vehicle", TEXT, "stamp on the head", usual="measured")
    shank: Given | None = described("Shank on the vehicle", TEXT, "stamp on the shank", usual="measured")
    ball: Given | None = described("Ball on the vehicle", TEXT, "stamp on the ball", usual="measured")
    ball_height: Given | None = length(
        "Ball height as it stands", "tape, uncoupled, loaded to travel", 6, 48, usual="measured", datums=(TOP, SEAT)
    )


@dataclass(frozen=True)
class Ways:
    """The schools and the reserve this rig is judged by."""

    share_school: Given | None = choice(
        "Tongue share",
        "house rule",
        ("ten_to_fifteen", "10–15 %"),
        ("about_ten", "about 10 %"),
        ("four_to_seven", "4–7 % with the S-limit"),
    )
    restoration_school: Given | None = choice(
        "Restoration",
        "house rule",
        ("half_to_full", "at least half, not past full"),
        ("half", "half and no further"),
        ("full", "full"),
    )
    offset_school: Given | None = choice(
        "Ball offset",
        "house rule",
        ("settle", "predicted settle"),
        ("none", "none"),
        ("up_to_one", "0–1 in up"),
        ("one_to_two", "1–2 in up"),
        ("eighth_per_hundred", "⅛ in per 100 lb of tongue"),
    )
    reserve: Given | None = described("House reserve", SHARE, "house rule", 0.0, 0.5)


@dataclass(frozen=True)
class Rig:
    """One tow vehicle, one trailer, one hitch build, for one customer."""

    vehicle: Vehicle = Vehicle()
    trailer: Trailer = Trailer()
    load: Load = Load()
    weighing: Weighing = Weighing()
    hitch: Hitch = Hitch()
    ways: Ways = Ways()

    def figure(self, path: str) -> Given | Missing:
        """The figure at a path such as ``trailer.gvwr``, or `Missing` naming that path.

        >>> Rig().figure("trailer.gvwr")
        Missing(needs=('trailer.gvwr',))
        """
        section, name = path.split(".")
        given = getattr(getattr(self, section), name)
        return Missing((path,)) if given is None else given

    def choice(self, path: str) -> str:
        """The choice, flag or name written at a path; empty where nobody chose."""
        section, name = path.split(".")
        given = getattr(getattr(self, section), name)
        return "" if given is None else given.typed


SECTIONS: dict[str, type] = {
    "vehicle": Vehicle,
    "trailer": Trailer,
    "load": Load,
    "weighing": Weighing,
    "hitch": Hitch,
    "ways": Ways,
}


def entries(kind: type) -> Iterator[tuple[str, Entry]]:
    """Name and description of each field of a section or a stock part."""
    for one in fields(kind):
        if "entry" in one.metadata:
            yield one.name, one.metadata["entry"]


ENTRIES: dict[str, Entry] = {
    f"{section}.{name}": entry for section, kind in SECTIONS.items() for name, entry in entries(kind)
}
