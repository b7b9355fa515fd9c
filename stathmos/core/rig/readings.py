"""What was read when the rig was weighed, way by way."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import length, named, weight
from stathmos.core.figures import Given


def _mark(of: str, high_lb: float) -> Given | None:
    return weight(f"{of}, smallest mark", "the scale's face or plate", 0.05, high_lb, usual="label")


def _axle(label: str, read_at: str) -> Given | None:
    return weight(label, read_at, 200, 60000, usual="measured")


_ALONE = "weighbridge, vehicle alone, loaded to travel, hitch in the receiver"
_BARE = "weighbridge, coupled, no bars"
_BARS = "weighbridge, coupled, bars on"


@dataclass(frozen=True)
class Weighing:
    """Readings for tongue weight and gross trailer weight. A way with a reading wanting is left out."""

    tongue_scale: Given | None = weight(
        "Tongue scale reading", "scale under the coupler, trailer level", 1, 6000, usual="measured"
    )
    tongue_scale_mark: Given | None = _mark("Tongue scale", 500)
    tongue_scale_with: Given | None = named("Tongue scale used", "its own number or name")
    gauge: Given | None = weight(
        "Gauge ball mount reading", "gauge on the ball mount, trailer level", 1, 6000, usual="measured"
    )
    gauge_mark: Given | None = _mark("Gauge", 500)
    gauge_with: Given | None = named("Gauge used", "its own number or name")
    beam_reading: Given | None = weight("Scale reading under the beam", "bathroom scale", 1, 1000, usual="measured")
    beam_tare: Given | None = weight(
        "Scale reading, beam alone", "bathroom scale, before the tongue is lowered", 0, 500, usual="measured"
    )
    beam_pivot_to_scale: Given | None = length("Pivot to scale", "tape", 6, 240, usual="measured")
    beam_pivot_to_coupler: Given | None = length("Pivot to coupler", "tape", 2, 240, usual="measured")
    beam_mark: Given | None = _mark("Bathroom scale", 50)
    beam_with: Given | None = named("Bathroom scale used", "its own number or name")
    jack_reading: Given | None = weight(
        "Scale reading under the jack", "scale under the jack, coupler free, trailer level", 1, 6000, usual="measured"
    )
    jack_mark: Given | None = _mark("Scale under the jack", 500)
    jack_with: Given | None = named("Scale under the jack used", "its own number or name")
    bridge_front_alone: Given | None = _axle("Front axle, alone", _ALONE)
    bridge_rear_alone: Given | None = _axle("Rear axle, alone", _ALONE)
    bridge_front_bare: Given | None = _axle("Front axle, coupled, no bars", _BARE)
    bridge_rear_bare: Given | None = _axle("Rear axle, coupled, no bars", _BARE)
    bridge_trailer_bare: Given | None = _axle("Trailer axles, coupled, no bars", _BARE)
    bridge_front_bars: Given | None = _axle("Front axle, bars on", _BARS)
    bridge_rear_bars: Given | None = _axle("Rear axle, bars on", _BARS)
    bridge_trailer_bars: Given | None = _axle("Trailer axles, bars on", _BARS)
    bridge_mark: Given | None = weight("Weighbridge division", "the ticket or the plate", 1, 500, usual="label")
    bridge_with: Given | None = named("Weighbridge used", "the ticket")
    squat_before: Given | None = length(
        "Rear arch, uncoupled", "tape, ground to the marked point", 10, 70, usual="measured"
    )
    squat_after: Given | None = length(
        "Rear arch, coupled, no bars", "tape, the same point, jack clear", 10, 70, usual="measured"
    )
    squat_with: Given | None = named("Tape used", "its own number or name")


#: the readings of a way share the beginning of their names, and its instrument
WAYS = ("tongue_scale", "gauge", "beam", "jack", "bridge", "squat")


def instrument_path(path: str) -> str:
    """Where the instrument of a reading stands; empty for what is not read with one.

    >>> instrument_path("weighing.beam_tare"), instrument_path("trailer.gross_weight"), instrument_path("vehicle.gvwr")
    ('weighing.beam_with', 'weighing.bridge_with', '')
    """
    if path == "trailer.gross_weight":
        return "weighing.bridge_with"
    section, _, name = path.partition(".")
    way = next((way for way in WAYS if name == way or name.startswith(way + "_")), "")
    return f"weighing.{way}_with" if section == "weighing" and way else ""
