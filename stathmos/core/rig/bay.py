"""What the bay writes down: the floor, the arches in three states, the trials, the clearances, the bolts."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import settings
from stathmos.core.entry import INSIDE_TOP, PIN_CENTRE, SEAT, TOP, choice, described, flag, length, named
from stathmos.core.figures import Given
from stathmos.core.units import COUNT, COUPLE

FRONT_LEFT, FRONT_RIGHT, REAR_LEFT, REAR_RIGHT = "front_left", "front_right", "rear_left", "rear_right"
CORNERS = {
    FRONT_LEFT: "front left",
    FRONT_RIGHT: "front right",
    REAR_LEFT: "rear left",
    REAR_RIGHT: "rear right",
}
STATES = {"a": "uncoupled", "b": "coupled, no bars"}
ARCH, BUMPER = "arch", "bumper"
NOT_FLAT = "not_flat"
WENT_ON = (
    ("lifted", "with the rig lifted about 3 in"),
    ("by_hand", "by hand, without lifting"),
    ("forced", "only with force, lifted"),
)


def _tape(label: str, read_at: str, low: float, high: float, datums: tuple[str, ...] = ()) -> Given | None:
    return length(label, read_at, low, high, usual="measured", datums=datums)


def _mark(corner: str, state: str) -> Given | None:
    return _tape(f"Mark {CORNERS[corner]}, {state}", "tape, ground to the marked point", 6, 80)


def _seen(label: str, read_at: str) -> Given | None:
    return flag(label, read_at)


@dataclass(frozen=True)
class Bay:
    """The rig on the bay's floor: what must be so before measuring, the marks in states A and B, and what is proved."""

    floor: Given | None = choice(
        "Floor", "look", ("flat", "flat and hard"), (NOT_FLAT, "not flat, or soft"), usual="measured"
    )
    loaded: Given | None = _seen("Both loaded as they will travel", "look and ask")
    in_line: Given | None = _seen("Straight in line", "look along the rig")
    air_set: Given | None = choice(
        "Air springs are", "gauge at the valve", ("pump_up", "pumped to towing pressure"), ("let_down", "let down to the minimum"),
        usual="measured",
    )  # fmt: skip
    rail_front_level: Given | None = _tape("Rail front, trailer levelled", "tape, ground to the rail", 4, 60)
    rail_rear_level: Given | None = _tape("Rail rear, trailer levelled", "tape, ground to the rail", 4, 60)
    coupler_height: Given | None = _tape(
        "Level coupler height, in the bay", "tape, trailer level", 8, 48, datums=(TOP, SEAT)
    )
    receiver_height: Given | None = _tape(
        "Receiver height, in the bay", "tape, ground to the tube, loaded to travel", 6, 48, datums=(INSIDE_TOP, PIN_CENTRE)
    )  # fmt: skip
    marks: Given | None = choice(
        "Measured at",
        "choose one and keep to it",
        (ARCH, "the wheel arches"),
        (BUMPER, "the bumpers"),
        usual="measured",
    )
    front_mark: Given | None = _tape("Front axle to the front mark", "tape, forward of the hub, bumpers only", 0, 90)
    rear_mark: Given | None = _tape("Rear axle to the rear mark", "tape, rearward of the hub, bumpers only", 0, 120)
    front_left_a: Given | None = _mark(FRONT_LEFT, STATES["a"])
    front_right_a: Given | None = _mark(FRONT_RIGHT, STATES["a"])
    rear_left_a: Given | None = _mark(REAR_LEFT, STATES["a"])
    rear_right_a: Given | None = _mark(REAR_RIGHT, STATES["a"])
    jack_clear: Given | None = _seen("Jack clear of the ground, no bars", "look under the jack")
    front_left_b: Given | None = _mark(FRONT_LEFT, STATES["b"])
    front_right_b: Given | None = _mark(FRONT_RIGHT, STATES["b"])
    rear_left_b: Given | None = _mark(REAR_LEFT, STATES["b"])
    rear_right_b: Given | None = _mark(REAR_RIGHT, STATES["b"])
    good_front: Given | None = _tape("Front mark of the known-good rig", "tape or its record", 6, 80)
    good_rear: Given | None = _tape("Rear mark of the known-good rig", "tape or its record", 6, 80)
    good_from: Given | None = named("Known good from", "the earlier hitch or visit")
    good_same_spot: Given | None = _seen("Same spot, same marks, trailer not moved", "the fitter")
    bars_parallel: Given | None = _seen("Bars parallel with the frame", "look from the side")
    bars_flat: Given | None = _seen("Bars flat on their brackets", "look for full contact")
    past_left: Given | None = _tape("Left bar past its bracket", "tape, bracket centre to bar end", 0, 30)
    past_right: Given | None = _tape("Right bar past its bracket", "tape, bracket centre to bar end", 0, 30)
    ground_left: Given | None = _tape("Left bar end to ground", "tape", 0, 40)
    ground_right: Given | None = _tape("Right bar end to ground", "tape", 0, 40)
    chains_reach: Given | None = _seen(
        "Safety chains reach in a full turn, clear of the ground", "steer to full lock and look"
    )
    breakaway_reach: Given | None = _seen(
        "Breakaway lead reaches the vehicle in a full turn", "steer to full lock and look"
    )
    wiring_reach: Given | None = _seen(
        "7-way lead reaches in a full turn, clear of the ground", "steer to full lock and look"
    )
    jaw_play: Given | None = _tape("Play of the ball in the coupler's jaw", "tape, lift the tongue and look", 0, 2)


_SETTINGS = settings.trial_fields()


@dataclass(frozen=True)
class Trial:
    """One setting of the bars and what was measured with it: state C."""

    key: str = ""
    # how the bars were set: a field, or one for each side, of every kind of setting
    __annotations__.update(dict.fromkeys(_SETTINGS, "Given | None"))
    locals().update(_SETTINGS)
    hole: Given | None = described(
        "Shank hole of the head, from the bottom", COUNT, "count them", 1, 20, usual="measured"
    )
    front_left: Given | None = _mark(FRONT_LEFT, "bars on")
    front_right: Given | None = _mark(FRONT_RIGHT, "bars on")
    rear_left: Given | None = _mark(REAR_LEFT, "bars on")
    rear_right: Given | None = _mark(REAR_RIGHT, "bars on")
    rail_front: Given | None = _tape("Rail front, bars on", "tape, ground to the rail", 4, 60)
    rail_rear: Given | None = _tape("Rail rear, bars on", "tape, ground to the rail", 4, 60)
    went_on: Given | None = choice("The bars went on", "the fitter", *WENT_ON, usual="measured")
    weighed: Given | None = _seen("Weighbridge pass 3 was read with this setting", "the ticket")


@dataclass(frozen=True)
class Bolt:
    """One nut or bolt of the torque sheet."""

    key: str = ""
    reached: Given | None = described("Tightened to", COUPLE, "torque wrench", 0, 2e6, usual="measured")
    wrench: Given | None = named("With", "the torque wrench")
    extension: Given | None = _tape("In-line extension", "tape, drive to drive", 0, 60)
    turned: Given | None = _seen("Then a quarter turn", "the fitter")
    marked: Given | None = _seen("Witness mark painted", "look")


def corner_path(corner: str, state: str) -> str:
    """Where a mark is written: ``bay.front_left_a``.

    >>> corner_path("front_left", "b")
    'bay.front_left_b'
    """
    return f"bay.{corner}_{state}"
