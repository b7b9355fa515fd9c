"""The hitch, the journey, and the schools the rig is judged by."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Given
from stathmos.core.rig.entry import SEAT, TEXT, TOP, choice, described, length, named
from stathmos.core.units import ALTITUDE, SHARE

RESTORATIONS = (
    ("half_to_full", "at least half, not past full"),
    ("half", "half and no further"),
    ("full", "full"),
)

BAY_SCHOOLS = (
    *RESTORATIONS,
    ("equal_drop", "front and rear drop alike"),
    ("all_within", "all marks within ½ in"),
    ("known_good", "as a known-good rig"),
)

TILT_FIRST, EITHER, TILT_ONLY = "tilt_first", "either", "tilt_only"
ORDERS = (
    (TILT_FIRST, "head tilt until used up, then the bar ends"),
    (EITHER, "head tilt or bar ends, whichever serves"),
    (TILT_ONLY, "head tilt only, bars kept parallel"),
)

STYLES = (("weight_distributing", "weight-distributing"), ("weight_carrying", "weight-carrying"))


@dataclass(frozen=True)
class Hitch:
    """The hitch as decided, or as it already sits on the vehicle."""

    style: Given | None = choice("Style", "the advisor decides", *STYLES, usual="assumed")
    style_reason: Given | None = named("Why this style", "the advisor's reason, kept on record")
    kit: Given | None = described("Kit on the vehicle", TEXT, "stamp on the head", usual="measured")
    bars: Given | None = described(
        "Bars on it, where of another kit", TEXT, "stamp on the spring bars", usual="measured"
    )
    shank: Given | None = described("Shank on the vehicle", TEXT, "stamp on the shank", usual="measured")
    ball: Given | None = described("Ball on the vehicle", TEXT, "stamp on the ball", usual="measured")
    ball_height: Given | None = length(
        "Ball height as it stands", "tape, uncoupled, loaded to travel", 6, 48, usual="measured", datums=(TOP, SEAT)
    )


@dataclass(frozen=True)
class Journey:
    """Where it is to go."""

    altitude: Given | None = described("Highest pass on the way", ALTITUDE, "map", 0, 6_000_000, usual="assumed")


@dataclass(frozen=True)
class Ways:
    """The schools and the reserve this rig is judged by."""

    share_school: Given | None = choice(
        "Tongue share",
        "house rule",
        ("ten_to_fifteen", "10–15 %"),
        ("about_ten", "about 10 %"),
        ("four_to_seven", "4–7 % with the S-limit"),
        ("own", "own band"),
    )
    share_low: Given | None = described("Own band, least", SHARE, "this rig's own reason", 0.01, 0.4)
    share_high: Given | None = described("Own band, most", SHARE, "this rig's own reason", 0.01, 0.4)
    restoration_school: Given | None = choice(
        "Restoration",
        "house rule",
        *RESTORATIONS,
    )
    bay_school: Given | None = choice("Set in the bay to", "house rule", *BAY_SCHOOLS)
    adjust_first: Given | None = choice("Adjust first", "house rule", *ORDERS)
    offset_school: Given | None = choice(
        "Ball offset",
        "house rule",
        ("settle", "predicted settle"),
        ("none", "none"),
        ("up_to_one", "0–1 in up"),
        ("one_to_two", "1–2 in up"),
        ("eighth_per_hundred", "⅛ in per 100 lb of tongue"),
    )
    front_loss: Given | None = described("Front-axle load lost without bars, most", SHARE, "house rule", 0.01, 0.5)
    reserve: Given | None = described("House reserve", SHARE, "house rule", 0.0, 0.5)
