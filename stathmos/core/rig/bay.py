"""What the bay writes down: the floor, the arches in three states, the trials, the clearances, the bolts."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import looks, mounts, settings
from stathmos.core.entry import (
    INSIDE_TOP,
    PIN_CENTRE,
    SEAT,
    TOP,
    choice,
    described,
    flag,
    length,
    named,
    pressure,
    read_of,
    weight,
)
from stathmos.core.figures import Given
from stathmos.core.joints import METHODS
from stathmos.core.subjects import (
    COUPLED,
    FITTED,
    FLOOR,
    HEAD,
    JOINT,
    KNOWN_GOOD,
    ON_ITS_SPRINGS,
    STATE_A,
    STATE_B,
    STATE_C,
    TRAILER,
    VEHICLE,
    Subject,
    Under,
)
from stathmos.core.units import COUNT, COUPLE

FRONT_LEFT, FRONT_RIGHT, REAR_LEFT, REAR_RIGHT = "front_left", "front_right", "rear_left", "rear_right"
CORNERS = {
    FRONT_LEFT: "front left",
    FRONT_RIGHT: "front right",
    REAR_LEFT: "rear left",
    REAR_RIGHT: "rear right",
}
SIDES = settings.SIDES
STATES = {"a": "uncoupled", "b": "coupled, no bars"}
ARCH, BUMPER, BUMPER_MIDDLE = "arch", "bumper", "bumper_middle"
#: taped at the bumpers; in the middle of each there is one reading, written as the left one
AT_BUMPERS = (BUMPER, BUMPER_MIDDLE)
FLAT, NOT_FLAT = "flat", "not_flat"
BY_TAPE, BY_BUBBLE = "tape", "bubble"
LEVEL, FRONT_HIGH, REAR_HIGH = "level", "front", "rear"
BUBBLE_WAYS = ((LEVEL, "the bubble is centered"), (FRONT_HIGH, "front is high"), (REAR_HIGH, "rear is high"))
COUPLE_MOST = 2.0e6  # kg·mm: above it no bars are made
MARK_WHOLE, MARK_MOVED = "whole", "moved"
#: behind the name of a mark: read once more, with a rock between
AGAIN = "_again"
NOT_ON = "not_on"
WENT_ON = (
    ("lifted", "with the rig lifted about 3 in"),
    ("by_hand", "by hand, without lifting"),
    ("forced", "only with force, lifted"),
    (NOT_ON, "they would not go on"),
)


#: taped with the trailer levelled by its jack
_LEVELLED = (Under.TRAILER_RIDE, Under.FLOOR)
#: coupled, as it travels, and with the trailer empty, whatever rides in it otherwise
_COUPLED_UP = (
    Under.VEHICLE_LOADS,
    Under.TRAILER_LOADS,
    Under.PRESSURE,
    Under.LEVELLING,
    Under.FLOOR,
    Under.BALL_HEIGHT,
)
_COUPLED_EMPTY = (Under.VEHICLE_LOADS, Under.PRESSURE, Under.LEVELLING, Under.FLOOR, Under.BALL_HEIGHT)
_AIR = "gauge at the valve, as it is taped"


def _tape(
    label: str,
    read_at: str,
    low: float,
    high: float,
    datums: tuple[str, ...] = (),
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
) -> Given | None:
    return length(label, read_at, low, high, usual="measured", datums=datums, of=of, under=under)


def _mark(corner: str, state: str, of: Subject, under: tuple[Under, ...]) -> Given | None:
    return _tape(f"Mark {CORNERS[corner]}, {state}", "tape, ground to the marked point", 6, 80, of=of, under=under)


def _again(of: Subject, under: tuple[Under, ...], state: str, ends: str = "") -> dict[str, Given | None]:
    """The marks of a state read once more, by field."""
    return {
        f"{corner}{ends}{AGAIN}": _tape(
            f"Mark {words}, {state}, read again", "tape, after another rock", 6, 80, of=of, under=under
        )
        for corner, words in CORNERS.items()
    }


def _rocked(state: str, of: Subject) -> Given | None:
    return _seen(f"Rolled a length and rocked, {state}", "roll it a length, rock it, then read", of=of)


def _seen(label: str, read_at: str, of: Subject | None = None, under: tuple[Under, ...] = ()) -> Given | None:
    return flag(label, read_at, of=of, under=under)


def _ball(state: str, of: Subject, under: tuple[Under, ...]) -> Given | None:
    return _tape(
        f"Ball height, coupled, {state}", "tape, ground to the ball", 6, 48, datums=(TOP, SEAT), of=of, under=under
    )


def _air(state: str) -> Given | None:
    return pressure(f"Air-spring pressure, {state}", _AIR, 1000, of=VEHICLE)


#: the beginnings of the fields in which a setting that was good comes along
START = "start_"
_STARTS = settings.trial_fields(START, "to begin with", KNOWN_GOOD)
_LOOKS = looks.fields()
_MOUNTS = mounts.fields()
_AGAIN_B = _again(COUPLED, STATE_B, STATES["b"], "_b")


@dataclass(frozen=True)
@read_of(COUPLED)
class Bay:
    """The rig on the bay's floor: what must be so before measuring, the marks in states A and B, and what is proved."""

    floor: Given | None = choice(
        "Floor", "look", (FLAT, "flat and hard"), (NOT_FLAT, "not flat, or soft"), usual="measured", of=FLOOR
    )
    loaded: Given | None = _seen(
        "Both loaded as they will travel", "look and ask", under=(Under.VEHICLE_LOADS, Under.TRAILER_LOADS)
    )
    in_line: Given | None = _seen("Straight in line", "look along the rig")
    # a hitch that was used before, as it was found
    hitch_is_new: Given | None = _seen("Hitch is new", "look and ask", of=FITTED)
    found_torque: Given | None = _seen("Bolts at their torque, as found", "torque wrench", of=FITTED)
    found_bars: Given | None = _seen("Bars straight, as found", "lay a straightedge along each", of=FITTED)
    found_holes: Given | None = _seen("Holes round and pins snug, as found", "look at each hole and pin", of=FITTED)
    air_set: Given | None = choice(
        "Air springs are", "gauge at the valve", ("pump_up", "pumped to towing pressure"), ("let_down", "let down to the minimum"),
        usual="measured", of=VEHICLE,
    )  # fmt: skip
    # on a floor that is not flat: what is level is told by a bubble, and only differences on one spot count
    levelled_by: Given | None = choice(
        "Trailer levelled by", "what it was levelled by", (BY_TAPE, "the tape, rail front and rear alike"), (BY_BUBBLE, "a level laid on the frame"),
        usual="measured", of=TRAILER, under=_LEVELLED,
    )  # fmt: skip
    stayed: Given | None = _seen("The rig stood on the same spot in every state", "the fitter")
    rail_front_level: Given | None = _tape(
        "Rail front, trailer levelled", "tape, ground to the rail", 4, 60, of=TRAILER, under=_LEVELLED
    )
    rail_rear_level: Given | None = _tape(
        "Rail rear, trailer levelled", "tape, ground to the rail", 4, 60, of=TRAILER, under=_LEVELLED
    )
    coupler_height: Given | None = _tape(
        "Level coupler height, in the bay",
        "tape, trailer level",
        8,
        48,
        datums=(TOP, SEAT),
        of=TRAILER,
        under=_LEVELLED,
    )
    receiver_height: Given | None = _tape(
        "Receiver height, in the bay", "tape, ground to the tube, loaded to travel", 6, 48, datums=(INSIDE_TOP, PIN_CENTRE),
        of=VEHICLE, under=(*ON_ITS_SPRINGS, Under.FLOOR),
    )  # fmt: skip
    marks: Given | None = choice(
        "Measured at",
        "choose one and keep to it",
        (ARCH, "the wheel arches"),
        (BUMPER, "the bumpers, both sides"),
        (BUMPER_MIDDLE, "the bumpers, in the middle"),
        usual="measured",
        of=VEHICLE,
    )
    front_mark: Given | None = _tape(
        "Front axle to the front mark", "tape, forward of the hub, bumpers only", 0, 90, of=VEHICLE
    )
    rear_mark: Given | None = _tape(
        "Rear axle to the rear mark", "tape, rearward of the hub, bumpers only", 0, 120, of=VEHICLE
    )
    # coupled, without bars to set: the rail as it travels, and empty
    rail_front_coupled: Given | None = _tape(
        "Rail front, coupled and loaded", "tape, ground to the rail", 4, 60, of=FITTED, under=_COUPLED_UP
    )
    rail_rear_coupled: Given | None = _tape(
        "Rail rear, coupled and loaded", "tape, ground to the rail", 4, 60, of=FITTED, under=_COUPLED_UP
    )
    rail_front_empty: Given | None = _tape(
        "Rail front, coupled and empty", "tape, ground to the rail", 4, 60, of=FITTED, under=_COUPLED_EMPTY
    )
    rail_rear_empty: Given | None = _tape(
        "Rail rear, coupled and empty", "tape, ground to the rail", 4, 60, of=FITTED, under=_COUPLED_EMPTY
    )
    arches_wanted: Given | None = _seen("The arches are taped too", "as the advisor wants it")
    air_pressure_a: Given | None = _air(STATES["a"])
    front_left_a: Given | None = _mark(FRONT_LEFT, STATES["a"], VEHICLE, STATE_A)
    front_right_a: Given | None = _mark(FRONT_RIGHT, STATES["a"], VEHICLE, STATE_A)
    rear_left_a: Given | None = _mark(REAR_LEFT, STATES["a"], VEHICLE, STATE_A)
    rear_right_a: Given | None = _mark(REAR_RIGHT, STATES["a"], VEHICLE, STATE_A)
    air_pressure_b: Given | None = _air(STATES["b"])
    jack_clear: Given | None = _seen("Jack clear of the ground, no bars", "look under the jack")
    front_left_b: Given | None = _mark(FRONT_LEFT, STATES["b"], COUPLED, STATE_B)
    front_right_b: Given | None = _mark(FRONT_RIGHT, STATES["b"], COUPLED, STATE_B)
    rear_left_b: Given | None = _mark(REAR_LEFT, STATES["b"], COUPLED, STATE_B)
    rear_right_b: Given | None = _mark(REAR_RIGHT, STATES["b"], COUPLED, STATE_B)
    rocked_b: Given | None = _rocked("before B", COUPLED)
    # each mark of B, read once more
    __annotations__.update(dict.fromkeys(_AGAIN_B, "Given | None"))
    locals().update(_AGAIN_B)
    ball_coupled_b: Given | None = _ball("no bars", COUPLED, STATE_B)
    ball_gauge_b: Given | None = weight("Gauge under the ball, no bars", "the gauge", 0, 6000, usual="measured")
    # its fender heights are the vehicle's own: on another vehicle they are no target
    good_front: Given | None = _tape("Front mark of the known-good rig", "tape or its record", 6, 80, of=VEHICLE)
    good_rear: Given | None = _tape("Rear mark of the known-good rig", "tape or its record", 6, 80, of=VEHICLE)
    good_from: Given | None = named("Known good from", "the earlier hitch or visit", of=KNOWN_GOOD)
    good_vehicle: Given | None = named("Known good with", "the vehicle it was measured with", of=KNOWN_GOOD)
    good_rail_front: Given | None = _tape(
        "Rail front of the known-good rig", "tape or its record", 4, 60, of=KNOWN_GOOD
    )
    good_rail_rear: Given | None = _tape("Rail rear of the known-good rig", "tape or its record", 4, 60, of=KNOWN_GOOD)
    good_tongue: Given | None = _tape(
        "Tongue height of the known-good rig, bars on", "tape or its record", 8, 48, of=KNOWN_GOOD
    )
    #: what carries from one tow vehicle to another, besides the trailer's own heights
    good_couple: Given | None = described(
        "What the bars made when it was good", COUPLE, "worked out from the earlier visit's marks", 0, COUPLE_MOST, usual="measured", of=TRAILER,
    )  # fmt: skip
    # how the bars and the head were set when it was good: where to begin
    __annotations__.update(dict.fromkeys(_STARTS, "Given | None"))
    locals().update(_STARTS)
    start_hole: Given | None = described(
        "Shank hole of the head, to begin with", COUNT, "its record", 1, 20, usual="measured", of=KNOWN_GOOD
    )
    good_same_spot: Given | None = _seen("Same spot, same marks, trailer not moved", "the fitter")
    # all that is looked at, as the family wants it
    __annotations__.update(dict.fromkeys(_LOOKS, "Given | None"))
    locals().update(_LOOKS)
    # as it was mounted
    __annotations__.update(dict.fromkeys(_MOUNTS, "Given | None"))
    locals().update(_MOUNTS)
    bracket_place: Given | None = _tape(
        "Ball to the middle of the brackets, as bolted", "tape along the A-frame", 4, 80, of=FITTED
    )


_SETTINGS = settings.trial_fields()
_AGAIN_C = _again(FITTED, STATE_C, "bars on")


@dataclass(frozen=True)
@read_of(FITTED)
class Trial:
    """One setting of the bars and what was measured with it: state C."""

    key: str = ""
    # how the bars were set: a field, or one for each side, of every kind of setting
    __annotations__.update(dict.fromkeys(_SETTINGS, "Given | None"))
    locals().update(_SETTINGS)
    hole: Given | None = described(
        "Shank hole of the head, from the bottom", COUNT, "count them", 1, 20, usual="measured", of=HEAD
    )
    air_pressure: Given | None = _air("bars on")
    jack_clear: Given | None = _seen("Jack clear of the ground, bars on", "look under the jack")
    rocked: Given | None = _rocked("bars on", FITTED)
    front_left: Given | None = _mark(FRONT_LEFT, "bars on", FITTED, STATE_C)
    front_right: Given | None = _mark(FRONT_RIGHT, "bars on", FITTED, STATE_C)
    rear_left: Given | None = _mark(REAR_LEFT, "bars on", FITTED, STATE_C)
    rear_right: Given | None = _mark(REAR_RIGHT, "bars on", FITTED, STATE_C)
    # each mark read once more
    __annotations__.update(dict.fromkeys(_AGAIN_C, "Given | None"))
    locals().update(_AGAIN_C)
    ball_coupled: Given | None = _ball("bars on", FITTED, STATE_C)
    ball_gauge: Given | None = weight("Gauge under the ball, bars on", "the gauge", 0, 12000, usual="measured")
    rail_front: Given | None = _tape("Rail front, bars on", "tape, ground to the rail", 4, 60, of=FITTED, under=STATE_C)
    rail_rear: Given | None = _tape("Rail rear, bars on", "tape, ground to the rail", 4, 60, of=FITTED, under=STATE_C)
    tongue: Given | None = _tape(
        "Tongue height, bars on", "tape, ground to the top of the coupler", 8, 48, of=FITTED, under=STATE_C
    )
    bubble_way: Given | None = choice(
        "By a level on the frame, bars on", "a 4 ft level along the rail", *BUBBLE_WAYS, usual="measured", of=FITTED, under=STATE_C
    )  # fmt: skip
    bubble: Given | None = _tape(
        "The level's low end lifted until the bubble centers",
        "shim or tape under the 4 ft level",
        0,
        6,
        of=FITTED,
        under=STATE_C,
    )
    went_on: Given | None = choice("The bars went on", "the fitter", *WENT_ON, usual="measured")
    weighed: Given | None = _seen("Weighbridge pass 3 was read with this setting", "the ticket")


@dataclass(frozen=True)
@read_of(JOINT)
class Bolt:
    """One nut or bolt of the torque sheet."""

    key: str = ""
    reached: Given | None = described("Tightened to", COUPLE, "torque wrench", 0, 2e6, usual="measured")
    wrench: Given | None = named("With", "the torque wrench")
    late: Given | None = _seen("Torque wrench past the day of its check", "the sticker of its check")
    extension: Given | None = _tape("In-line extension", "tape, drive to drive", 0, 60)
    method: Given | None = choice("Put in by", "the fitter", *METHODS, usual="measured")
    multiplier: Given | None = described(
        "Torque multiplier, times", COUNT, "stamp on it", 1, 30, usual="measured", parts=2
    )
    turned: Given | None = _seen("Then the turn of the handbook", "the fitter")
    turned_later: Given | None = _seen("Turned once more after it was coupled once", "the fitter")
    tight: Given | None = _seen("Tightened by feel, as the handbook says", "the fitter")
    marked: Given | None = _seen("Witness mark painted", "look")
    found: Given | None = described(
        "Tightened to on an earlier visit, as found", COUPLE, "its record", 0, 2e6, usual="measured"
    )
    witness: Given | None = choice(
        "Witness mark, as found", "look",
        (MARK_WHOLE, "in line, nothing has moved"), (MARK_MOVED, "broken, or it has moved"), usual="measured",
    )  # fmt: skip


def trial_number(key: str) -> int:
    """A trial's number, from its key; 0 where that has none.

    >>> trial_number("trial_10"), trial_number("first")
    (10, 0)
    """
    digits = key.rpartition("_")[2]
    return int(digits) if digits.isdigit() else 0


def corner_path(corner: str, state: str) -> str:
    """Where a mark is written: ``bay.front_left_a``.

    >>> corner_path("front_left", "b")
    'bay.front_left_b'
    """
    return f"bay.{corner}_{state}"


def corners_taped(marks: str) -> tuple[str, ...]:
    """The corners at which a state is taped; ``marks``: where it is, as chosen.

    >>> corners_taped(BUMPER_MIDDLE)
    ('front_left', 'rear_left')
    """
    return (FRONT_LEFT, REAR_LEFT) if marks == BUMPER_MIDDLE else tuple(CORNERS)
