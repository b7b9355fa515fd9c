"""The trailer's axles one by one: how they share a load (springs, split), what stands on which side (sides), what a tyre carries (tyres)."""

from stathmos.core.axles.sides import heavier_side, leans
from stathmos.core.axles.split import (
    Inch,
    OnAxle,
    Pressed,
    Split,
    above_level,
    by_pitch,
    count_of,
    each_axle,
    heaviest_as_towed,
    inch_of_nose,
    rate_of,
    read_one_by_one,
    shares_whatever,
    spacing_of,
    suspension_of,
    tongue_as_towed,
    words_for,
)
from stathmos.core.axles.springs import axle_load, axle_place, second_moment, tongue_change
from stathmos.core.axles.tyres import aged, carried_by_tyre, load_at_pressure, made_in

__all__ = [
    "Inch",
    "OnAxle",
    "Pressed",
    "Split",
    "above_level",
    "aged",
    "axle_load",
    "by_pitch",
    "axle_place",
    "carried_by_tyre",
    "count_of",
    "each_axle",
    "heaviest_as_towed",
    "heavier_side",
    "inch_of_nose",
    "leans",
    "load_at_pressure",
    "made_in",
    "rate_of",
    "read_one_by_one",
    "second_moment",
    "shares_whatever",
    "spacing_of",
    "suspension_of",
    "tongue_as_towed",
    "tongue_change",
    "words_for",
]
