"""The parts on the shelf: hitch kits, shanks, balls.

Described in the same manner as the rig (`rig.Entry`), so that the rig file can
carry them and the catalogue is checked by the same limits.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Given
from stathmos.core.rig import choice, described, flag, length, weight
from stathmos.core.units import COUNT, LENGTH

STAMP = "stamp on the part"
DRAWING = "maker's drawing"


@dataclass(frozen=True)
class Kit:
    """A weight-distributing hitch kit: head, spring bars, frame brackets.

    ``seat_above_shank``: from the shank's hole reference up to the head's ball
    seat. ``adds_overhang``: how far it moves the ball rearward of a plain mount.
    ``bracket_distance``: ball to frame bracket, for the bar force.
    """

    name: str = ""
    family: str = ""
    gross_rating: Given | None = weight("Gross rating", STAMP, 500, 40000)
    tongue_rating: Given | None = weight("Tongue rating", STAMP, 50, 6000)
    tongue_minimum: Given | None = weight("Least tongue weight", "hitch handbook", 0, 6000)
    seat_above_shank: Given | None = described("Ball seat above the shank's reference", LENGTH, DRAWING, 0, 400)
    adds_overhang: Given | None = described("Adds to overhang", LENGTH, DRAWING, 0, 400)
    own_weight: Given | None = weight("Own weight", "brochure", 0, 400, usual="brochure")
    ball_hole: Given | None = length("Ball hole", DRAWING, 0.5, 3)
    ball_thread_limit: Given | None = length("Longest ball thread", "hitch handbook", 0.5, 6)
    frame_depth_least: Given | None = length("Least frame depth", "hitch handbook", 1, 14)
    frame_depth_most: Given | None = length("Greatest frame depth", "hitch handbook", 1, 14)
    bracket_distance: Given | None = length("Ball to bracket", "hitch handbook", 10, 60)
    surge_brakes: Given | None = flag("Allows surge brakes", "hitch handbook")
    sway_control: Given | None = flag("Sway control built in", "hitch handbook")


SHANK_STYLES = (("adjustable", "adjustable, for a WD head"), ("fixed", "fixed ball mount, weight-carrying"))


@dataclass(frozen=True)
class Shank:
    """A shank or a ball mount.

    An adjustable shank has ``holes`` positions, ``pitch`` apart; pointing down the
    lowest is ``most_drop`` under the receiver tube's inside top, turned over the
    highest is ``most_rise`` above it. A fixed one has one position each way.
    """

    name: str = ""
    style: Given | None = choice("Style", DRAWING, *SHANK_STYLES)
    size: Given | None = length("Shank size", STAMP, 1.25, 3)
    most_drop: Given | None = length("Most drop", DRAWING, 0, 20)
    most_rise: Given | None = length("Most rise", DRAWING, 0, 20)
    pitch: Given | None = length("Hole pitch", DRAWING, 0, 4)
    holes: Given | None = described("Positions", COUNT, "count them", 1, 20)
    gross_rating: Given | None = weight("Gross rating", STAMP, 500, 40000)
    tongue_rating: Given | None = weight("Tongue rating", STAMP, 50, 6000)
    ball_hole: Given | None = length("Ball hole", DRAWING, 0.5, 3)
    own_weight: Given | None = weight("Own weight", "brochure", 0, 200, usual="brochure")


@dataclass(frozen=True)
class Ball:
    """A ball: ``stack_height`` from its seat to its top."""

    name: str = ""
    diameter: Given | None = length("Diameter", "stamp on the ball", 1.5, 4)
    rating: Given | None = weight("Rating", "stamp on the ball", 500, 60000)
    stack_height: Given | None = length("Seat to top", DRAWING, 1, 8)
    shank_diameter: Given | None = length("Shank diameter", DRAWING, 0.5, 3)
    thread_length: Given | None = length("Thread length", DRAWING, 0.5, 6)


@dataclass(frozen=True)
class Stock:
    """All the parts that a build may be chosen from."""

    kits: tuple[Kit, ...] = ()
    shanks: tuple[Shank, ...] = ()
    balls: tuple[Ball, ...] = ()


PARTS: dict[str, type] = {"kits": Kit, "shanks": Shank, "balls": Ball}
