"""The hitch, the journey, and the schools the rig is judged by."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.entry import SEAT, TEXT, TOP, Blank, choice, described, length, named, read_of
from stathmos.core.figures import Given
from stathmos.core.schools import (
    LEVEL_SCHOOLS,
    OFFSET_CHOICES,
    ORDER_SCHOOLS,
    RESTORATION_SCHOOLS,
    SHARE_CHOICES,
    choices,
)
from stathmos.core.subjects import BALL_ON_VEHICLE, COUPLED, DECISION, HITCH, KNOWN_GOOD, ON_ITS_SPRINGS, Under
from stathmos.core.units import ALTITUDE, SHARE

SELECTED_AT = "the hitch setup when it was signed"
#: the parts of a hitch that are fixed once a station is signed on them
SELECTED = ("kit", "shank", "ball", "sleeve")
HIGHEST_ROAD = 4_500_000  # mm: the highest paved roads of North America end near 4,300 m; from memory
CARRYING, DISTRIBUTING = "weight_carrying", "weight_distributing"
STYLES = ((DISTRIBUTING, "weight-distributing"), (CARRYING, "weight-carrying"))


@dataclass(frozen=True)
@read_of(HITCH)
class Hitch:
    """The hitch as decided, or as it already sits on the vehicle."""

    style: Given | None = choice("Style", "the advisor decides", *STYLES, usual="assumed")
    style_reason: Given | None = named("Why this style", "the advisor's reason, kept on record")
    rule_exception: Given | None = named("Exception from the shop's rule", "the manager's reason, kept on record")
    kit: Given | None = described("Kit on the vehicle", TEXT, "stamp on the head", usual="measured")
    bars: Given | None = described(
        "Bars on it, where of another kit", TEXT, "stamp on the spring bars", usual="measured"
    )
    shank: Given | None = described("Shank on the vehicle", TEXT, "stamp on the shank", usual="measured")
    ball: Given | None = described("Ball on the vehicle", TEXT, "stamp on the ball", usual="measured")
    selected_kit: Given | None = described("Selected kit", TEXT, SELECTED_AT, usual="measured", of=COUPLED)
    selected_shank: Given | None = described("Selected shank or mount", TEXT, SELECTED_AT, usual="measured", of=COUPLED)
    selected_ball: Given | None = described("Selected ball", TEXT, SELECTED_AT, usual="measured", of=COUPLED)
    selected_sleeve: Given | None = described("Selected sleeve", TEXT, SELECTED_AT, usual="measured", of=COUPLED)
    ball_height: Given | None = length(
        "Ball height as it stands", "tape, uncoupled, loaded to travel", 6, 48, usual="measured", datums=(TOP, SEAT),
        of=BALL_ON_VEHICLE, under=(*ON_ITS_SPRINGS, Under.HOLE),
    )  # fmt: skip
    old_ball_height: Given | None = length(
        "Ball height of the old mount, as it stood", "tape, on the same spot, uncoupled", 6, 48, usual="measured", of=KNOWN_GOOD,
        datums=(TOP,),
    )  # fmt: skip


@dataclass(frozen=True)
@read_of(DECISION)
class Journey:
    """Where it is to go."""

    altitude: Given | None = described(
        "Highest pass on the way", ALTITUDE, "map", 0, HIGHEST_ROAD, usual="assumed", blank=Blank(asked=True, tips=True)
    )


@dataclass(frozen=True)
@read_of(DECISION)
class Ways:
    """The schools and the reserve this rig is judged by."""

    share_school: Given | None = choice(
        "Tongue share",
        "house rule",
        *SHARE_CHOICES,
    )
    share_low: Given | None = described("Own band, least", SHARE, "this rig's own reason", 0.01, 0.4)
    share_high: Given | None = described("Own band, most", SHARE, "this rig's own reason", 0.01, 0.4)
    restoration_school: Given | None = choice(
        "Restoration",
        "house rule",
        *choices(RESTORATION_SCHOOLS.values()),
    )
    bay_school: Given | None = choice("Set in the bay to", "house rule", *choices(BAY_SCHOOLS.values()))
    adjust_first: Given | None = choice("Adjust first", "house rule", *choices(ORDER_SCHOOLS.values()))
    level_school: Given | None = choice("Trailer stands", "house rule", *choices(LEVEL_SCHOOLS.values()))
    offset_school: Given | None = choice(
        "Ball offset",
        "house rule",
        *OFFSET_CHOICES,
    )
    front_loss: Given | None = described("Front-axle load lost without bars, most", SHARE, "house rule", 0.01, 0.5)
    reserve: Given | None = described("House reserve", SHARE, "house rule", 0.0, 0.5)
