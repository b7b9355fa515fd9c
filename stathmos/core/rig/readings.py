"""What was read when the rig was weighed, way by way."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import flag, length, named, read_of, weight
from stathmos.core.figures import Given
from stathmos.core.subjects import COUPLED, FITTED, INSTRUMENT, TRAILER, VEHICLE, Subject, Under


def _mark(of: str, high_lb: float) -> Given | None:
    return weight(f"{of}, smallest mark", "the scale's face or plate", 0.05, high_lb, usual="label", of=INSTRUMENT)


def _late(of: str) -> Given | None:
    return flag(f"{of} past the day of its check", "the sticker of its check", of=INSTRUMENT)


def _with(label: str, read_at: str) -> Given | None:
    return named(label, read_at, of=INSTRUMENT)


def _axle(label: str, read_at: str, of: Subject, *under: Under) -> Given | None:
    return weight(label, read_at, 200, 60000, usual="measured", of=of, under=under)


#: what each way of weighing is weighed with
SCALES = {
    "tongue_scale": "Tongue scale",
    "gauge": "Gauge",
    "beam": "Bathroom scale",
    "jack": "Scale under the jack",
    "bridge": "Weighbridge",
}

_ALONE = "weighbridge, vehicle alone, loaded to travel, hitch in the receiver"
_BARE = "weighbridge, coupled, no bars"
_BARS = "weighbridge, coupled, bars on"
_LOADED = (Under.VEHICLE_LOADS, Under.TRAILER_LOADS)
#: how a trailer's axles share hangs on how it stands behind the vehicle
_AS_COUPLED = (*_LOADED, Under.BALL_HEIGHT)
_AS_BARRED = (Under.SETTING, Under.HOLE)


@dataclass(frozen=True)
@read_of(TRAILER, Under.TRAILER_LOADS)
class Weighing:
    """Readings for tongue weight and gross trailer weight. A way with a reading wanting is left out."""

    tongue_scale: Given | None = weight(
        "Tongue scale reading", "scale under the coupler, trailer level", 1, 6000, usual="measured", bounds=True
    )
    tongue_scale_mark: Given | None = _mark("Tongue scale", 500)
    tongue_scale_with: Given | None = _with("Tongue scale used", "its own number or name")
    tongue_scale_late: Given | None = _late(SCALES["tongue_scale"])
    gauge: Given | None = weight(
        "Gauge ball mount reading", "gauge on the ball mount, trailer level", 1, 6000, usual="measured", bounds=True
    )
    gauge_mark: Given | None = _mark("Gauge", 500)
    gauge_with: Given | None = _with("Gauge used", "its own number or name")
    gauge_late: Given | None = _late(SCALES["gauge"])
    beam_reading: Given | None = weight("Scale reading under the beam", "bathroom scale", 1, 1000, usual="measured")
    beam_tare: Given | None = weight(
        "Scale reading, beam alone", "bathroom scale, before the tongue is lowered", 0, 500, usual="measured"
    )
    beam_pivot_to_scale: Given | None = length("Pivot to scale", "tape", 6, 240, usual="measured")
    beam_pivot_to_coupler: Given | None = length("Pivot to coupler", "tape", 2, 240, usual="measured")
    beam_mark: Given | None = _mark("Bathroom scale", 50)
    beam_with: Given | None = _with("Bathroom scale used", "its own number or name")
    beam_late: Given | None = _late(SCALES["beam"])
    jack_reading: Given | None = weight(
        "Scale reading under the jack", "scale under the jack, coupler free, trailer level", 1, 6000, usual="measured"
    )
    jack_mark: Given | None = _mark("Scale under the jack", 500)
    jack_with: Given | None = _with("Scale under the jack used", "its own number or name")
    jack_late: Given | None = _late(SCALES["jack"])
    bridge_front_alone: Given | None = _axle("Front axle, alone", _ALONE, VEHICLE, Under.VEHICLE_LOADS, Under.KIT)
    bridge_rear_alone: Given | None = _axle("Rear axle, alone", _ALONE, VEHICLE, Under.VEHICLE_LOADS, Under.KIT)
    bridge_front_bare: Given | None = _axle("Front axle, coupled, no bars", _BARE, FITTED, *_LOADED)
    bridge_rear_bare: Given | None = _axle("Rear axle, coupled, no bars", _BARE, FITTED, *_LOADED)
    bridge_trailer_bare: Given | None = _axle("Trailer axles, coupled, no bars", _BARE, FITTED, *_LOADED)
    bridge_front_bars: Given | None = _axle("Front axle, bars on", _BARS, FITTED, *_LOADED, Under.SETTING, Under.HOLE)
    bridge_rear_bars: Given | None = _axle("Rear axle, bars on", _BARS, FITTED, *_LOADED, Under.SETTING, Under.HOLE)
    bridge_trailer_bars: Given | None = _axle(
        "Trailer axles, bars on", _BARS, FITTED, *_LOADED, Under.SETTING, Under.HOLE
    )
    bridge_axle_1_bare: Given | None = _axle("Trailer's foremost axle, no bars", _BARE, FITTED, *_AS_COUPLED)
    bridge_axle_2_bare: Given | None = _axle("Trailer's second axle, no bars", _BARE, FITTED, *_AS_COUPLED)
    bridge_axle_3_bare: Given | None = _axle("Trailer's third axle, no bars", _BARE, FITTED, *_AS_COUPLED)
    bridge_axle_1_bars: Given | None = _axle(
        "Trailer's foremost axle, bars on", _BARS, FITTED, *_AS_COUPLED, *_AS_BARRED
    )
    bridge_axle_2_bars: Given | None = _axle("Trailer's second axle, bars on", _BARS, FITTED, *_AS_COUPLED, *_AS_BARRED)
    bridge_axle_3_bars: Given | None = _axle("Trailer's third axle, bars on", _BARS, FITTED, *_AS_COUPLED, *_AS_BARRED)
    bridge_mark: Given | None = weight(
        "Weighbridge division", "the ticket or the plate", 1, 500, usual="label", of=INSTRUMENT
    )
    bridge_with: Given | None = _with("Weighbridge used", "the ticket")
    bridge_late: Given | None = _late(SCALES["bridge"])
    squat_before: Given | None = length(
        "Rear arch, uncoupled", "tape, ground to the marked point", 10, 70, usual="measured",
        of=VEHICLE, under=(Under.VEHICLE_LOADS, Under.PRESSURE, Under.LEVELLING),
    )  # fmt: skip
    squat_after: Given | None = length(
        "Rear arch, coupled, no bars", "tape, the same point, jack clear", 10, 70, usual="measured",
        of=COUPLED, under=(Under.VEHICLE_LOADS, Under.TRAILER_LOADS, Under.PRESSURE, Under.LEVELLING),
    )  # fmt: skip
    squat_with: Given | None = _with("Tape used", "its own number or name")


#: what the gauge reads in the bay, with bars and without
GAUGED = ("ball_gauge", "ball_gauge_b")
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


def late_path(path: str) -> str:
    """Where it stands that the instrument of a reading was past the day of its check; empty for what is not read with one.

    >>> late_path("weighing.tongue_scale"), late_path("weighing.bridge_front_bars"), late_path("vehicle.gvwr")
    ('weighing.tongue_scale_late', 'weighing.bridge_late', '')
    >>> late_path("trials.trial_2.ball_gauge"), late_path("torque.ball_nut.reached")
    ('weighing.gauge_late', 'torque.ball_nut.late')
    """
    place, _, name = path.rpartition(".")
    if name in GAUGED:
        return "weighing.gauge_late"
    if path.startswith("torque.") and name == "reached":
        return f"{place}.late"
    named = instrument_path(path)
    return f"{named.removesuffix('_with')}_late" if named and not named.startswith("weighing.squat") else ""
