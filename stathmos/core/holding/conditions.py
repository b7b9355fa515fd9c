"""How each condition stands, and what is said of it when it stands otherwise than it did."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from stathmos.core import settings
from stathmos.core.rig import entry_at
from stathmos.core.rig.loads import KINDS, TRAILER, VEHICLE, kind_key
from stathmos.core.subjects import JOINT, RIDING, Under
from stathmos.core.units import KG_PER_LB

VEHICLE_SLACK = 60 * KG_PER_LB  # about ⅛ in at a usual rear axle's rate: common practice, no source
TRAILER_SLACK = 200 * KG_PER_LB  # the same of a trailer's springs: from memory, to be verified

#: in a path: the trial of the reading itself, and the trial that was begun last
OWN, LAST = "<own>", "<last>"

#: how one thing stands: the first path that somebody wrote
Chain = tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Condition:
    """One condition. ``then``: how it stood for the reading, part by part; ``now``: how it stands, where that is told elsewhere.

    ``says``: behind what was done ("taped "), with ``{then}`` and ``{now}``; ``otherwise``: the same where several parts
    make it, before what differs. ``tells``: it is another thing altogether, under the key there; ``named`` and ``plate``:
    where its name and its plate are. ``loads_on``: what rides there makes it,
    and ``slack``: that much of it (kg, in all) may be otherwise. ``newest``: of the places that tell how it stands now, the one
    written last does.
    """

    then: tuple[Chain, ...] = ()
    now: tuple[Chain, ...] = ()
    says: str = ""
    otherwise: str = ""
    tells: str = ""
    named: str = ""
    plate: str = ""
    loads_on: str = ""
    slack: float = 0.0
    newest: bool = False

    @property
    def stands(self) -> tuple[Chain, ...]:
        """How it stands now, part by part."""
        return self.now or self.then


_A, _B, _C = "bay.air_pressure_a", "bay.air_pressure_b", "trials.{}.air_pressure"
_PUMPED = "vehicle.air_pressure"
_PRESSURE_NOW = ((_C.format(LAST), _B, _A, _PUMPED),)
_AT_PRESSURE = "with the air springs at {then}; they stand at {now}"


def _pressure(*own: str) -> Condition:
    return Condition(then=(own,), now=_PRESSURE_NOW, newest=True, says=_AT_PRESSURE)


def _one(path: str, says: str) -> Condition:
    return Condition(then=((path,),), says=says)


CONDITIONS: Mapping[Under, Condition] = {
    Under.VEHICLE: Condition(
        tells="which.vehicle", named="which.called_vehicle", plate="which.plate_vehicle", says="with {then} as the tow vehicle"
    ),
    Under.TRAILER: Condition(tells="which.trailer", named="which.called_trailer", plate="which.plate_trailer", says="with {then} on the hook"),
    Under.KIT: Condition(
        then=(("hitch.kit",), ("hitch.bars",)), says="with {then} fitted; it is {now} now", otherwise="with another hitch: "
    ),
    Under.SHANK: _one("hitch.shank", "with the shank {then}; it is {now} now"),
    Under.BALL: _one("hitch.ball", "with the ball {then}; it is {now} now"),
    Under.VEHICLE_LOADS: Condition(loads_on=VEHICLE, otherwise="with the vehicle loaded otherwise: "),
    Under.TRAILER_LOADS: Condition(loads_on=TRAILER, otherwise="with the trailer loaded otherwise: "),
    Under.VEHICLE_RIDE: Condition(loads_on=VEHICLE, slack=VEHICLE_SLACK, otherwise="with the vehicle loaded otherwise: "),
    Under.TRAILER_RIDE: Condition(loads_on=TRAILER, slack=TRAILER_SLACK, otherwise="with the trailer loaded otherwise: "),
    Under.PRESSURE: _pressure(_PUMPED, _A, _B, _C.format(LAST)),
    Under.PRESSURE_A: _pressure(_A, _PUMPED, _B, _C.format(LAST)),
    Under.PRESSURE_B: _pressure(_B, _A, _PUMPED, _C.format(LAST)),
    Under.PRESSURE_C: _pressure(_C.format(OWN), _B, _A, _PUMPED),
    Under.LEVELLING: _one("vehicle.auto_levelling", "with auto-levelling: {then}; now: {now}"),
    Under.FLOOR: _one("bay.floor", "on a floor that was {then}; now it is {now}"),
    Under.MARKS: Condition(
        then=(("bay.marks",), ("bay.front_mark",), ("bay.rear_mark",)),
        says="at {then}; now it is {now}", otherwise="at other points: ",
    ),
    Under.SETTING: Condition(
        then=tuple((f"trials.{LAST}.{name}",) for name in settings.trial_fields()), otherwise="with the bars set otherwise: "
    ),
    Under.HOLE: _one(f"trials.{LAST}.hole", "with the head at hole {then}; it stands at {now}"),
    Under.BALL_HEIGHT: _one("hitch.ball_height", "with the ball at {then}; it stands at {now}"),
    Under.BRACKETS: _one("bay.bracket_place", "with the brackets {then} behind the ball; they stand at {now}"),
}  # fmt: skip

#: what holds each joint of the torque sheet: undo that, and its torque is none
JOINT_HELD_BY: Mapping[str, tuple[Under, ...]] = {
    "ball_nut": (Under.KIT, Under.BALL),
    "head_bolts": (Under.KIT, Under.SHANK, Under.HOLE),
    "frame_bolts": (Under.TRAILER, Under.KIT, Under.BRACKETS),
    "bracket_bolts": (Under.TRAILER, Under.KIT, Under.BRACKETS),
    "angle_bolt": (Under.KIT, Under.SHANK, Under.HOLE),
    "pump_bolts": (Under.TRAILER, Under.KIT, Under.BRACKETS),
    "holder_bolts": (Under.TRAILER, Under.KIT),
    "extension_bolt": (Under.TRAILER, Under.KIT, Under.BRACKETS),
}


def carrier(key: str, kind: str) -> Under:
    """What a load rides in, by its key and the kind written of it."""
    return Under(KINDS[kind_key(key, kind)].on)


def _tells_itself(key: str, kind: str) -> bool:
    """Whether a load is part of what it rides in: poured into its tank, or standing in its own place."""
    found = KINDS[kind_key(key, kind)]
    return found.density is not None or bool(found.place)


@lru_cache(maxsize=8192)
def conditions_at(path: str, kind: str = "") -> tuple[Under, ...]:
    """All that the reading at a path is taken under, what it is of before the rest. ``kind``: of a load, where it is written.

    >>> [one.value for one in conditions_at("weighing.tongue_scale")]
    ['trailer', 'trailer loads']
    >>> [one.value for one in conditions_at("torque.head_bolts_2.reached")], conditions_at("loads.bed.weight")
    (['kit', 'shank', 'hole of the head'], ())
    """
    entry = entry_at(path)
    if entry is None or entry.of is None:
        return ()
    key = path.split(".")[1]
    which = entry.of.which
    if entry.of is JOINT:
        which = next((held for joint, held in JOINT_HELD_BY.items() if key.startswith(joint)), (Under.KIT,))
    elif entry.of is RIDING or (
        path.startswith("loads.") and path.endswith((".weight", ".at")) and _tells_itself(key, kind)
    ):
        which = (carrier(key, kind),)
    return tuple(dict.fromkeys((*which, *entry.under)))
