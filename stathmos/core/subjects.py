"""What a reading is of, and what it was taken under. Each is named once; a field says its own beside its label.

How a condition stands, and its words, are in `holding.conditions`.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


class Under(Enum):
    """What a reading can be taken under: when it is otherwise, the reading holds no longer."""

    VEHICLE = "vehicle"
    TRAILER = "trailer"
    KIT = "kit"
    SHANK = "shank"
    BALL = "ball"
    VEHICLE_LOADS = "vehicle loads"
    TRAILER_LOADS = "trailer loads"
    VEHICLE_RIDE = "vehicle loads, as far as its height shows them"
    TRAILER_RIDE = "trailer loads, as far as its height shows them"
    PRESSURE = "air pressure"
    PRESSURE_A = "air pressure in state A"
    PRESSURE_B = "air pressure in state B"
    PRESSURE_C = "air pressure in the trial"
    LEVELLING = "auto-levelling"
    FLOOR = "floor"
    MARKS = "marked points"
    SETTING = "setting of the bars"
    HOLE = "hole of the head"
    BALL_HEIGHT = "ball height"
    BRACKETS = "place of the brackets"

    # each is one object: Enum's own way, by its name, is Python and takes ten times as long
    __hash__ = object.__hash__


@dataclass(frozen=True)
class Subject:
    """What a reading is of. ``which``: what tells one such thing from another; another one is there, and the reading is not of it.

    ``by_key``: what it is hangs on the key of the thing in its list (a load rides in the vehicle or in the trailer; each
    joint is held by something else).
    """

    word: str
    which: tuple[Under, ...] = ()
    by_key: bool = False


VEHICLE = Subject("this tow vehicle", (Under.VEHICLE,))
TRAILER = Subject("this trailer", (Under.TRAILER,))
COUPLED = Subject("the coupled rig", (Under.VEHICLE, Under.TRAILER))
FITTED = Subject("the coupled rig on this hitch", (Under.VEHICLE, Under.TRAILER, Under.KIT))
HITCH = Subject("this hitch")
BALL_ON_VEHICLE = Subject("this hitch on this tow vehicle", (Under.VEHICLE, Under.KIT, Under.SHANK, Under.BALL))
HEAD = Subject("this head on this shank", (Under.KIT, Under.SHANK))
COUPLING = Subject("this ball in this trailer's coupler", (Under.TRAILER, Under.BALL))
JOINT = Subject("this joint", by_key=True)
RIDING = Subject("what it rides in", by_key=True)
LOAD = Subject("the customer's own load")
INSTRUMENT = Subject("this instrument")
FLOOR = Subject("the bay's floor")
KNOWN_GOOD = Subject("the rig that is known to be good")
CUSTOMER = Subject("the customer")
DECISION = Subject("what was decided for this rig")

#: taped as the vehicle stood on its springs
ON_ITS_SPRINGS = (Under.VEHICLE_RIDE, Under.PRESSURE, Under.LEVELLING)
#: taped in the bay at the marked points: what every state has in common
AT_THE_MARKS = (Under.VEHICLE_LOADS, Under.LEVELLING, Under.FLOOR, Under.MARKS)
STATE_A = (*AT_THE_MARKS, Under.PRESSURE_A)
STATE_B = (*AT_THE_MARKS, Under.TRAILER_LOADS, Under.PRESSURE_B)
STATE_C = (*AT_THE_MARKS, Under.TRAILER_LOADS, Under.PRESSURE_C, Under.BALL_HEIGHT)
#: looked at with the bars as they were set, the head in its hole and the ball at its height
AS_SET = (Under.SETTING, Under.HOLE, Under.BALL_HEIGHT)
