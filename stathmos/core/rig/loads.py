"""What travels in the rig: people, cargo, fluids, each at its place.

A load's place is a length: behind the front axle for what rides in the vehicle,
behind the ball for what rides in the trailer.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.entry import choice, length, named, read_of, volume, weight
from stathmos.core.figures import Given
from stathmos.core.subjects import LOAD, RIDING
from stathmos.core.units import KG_PER_LB, L_PER_GAL

VEHICLE, TRAILER = "vehicle", "trailer"

WATER = 8.34 * KG_PER_LB / L_PER_GAL  # kg/L, 8.34 lb/gal at 60 °F: handbook density
PROPANE = 4.2 * KG_PER_LB / L_PER_GAL  # kg/L, 4.2 lb/gal at 60 °F: handbook density


@dataclass(frozen=True)
class Kind:
    """A common load.

    ``place``: where it sits when nobody wrote a place: the path of a trailer's figure, or
    empty. ``wheelbases``: the same for the vehicle, as a share of the wheelbase.
    ``tank``: path of the volume that holds it. ``density`` in kg/L for what is poured.
    ``movable``: whether it can be moved along; ``parts``: whether some of it can be. ``rack``: it hangs behind the rear end.
    """

    word: str
    on: str
    place: str = ""
    wheelbases: float | None = None
    density: float | None = None
    tank: str = ""
    movable: bool = False
    parts: bool = False
    rack: bool = False
    people: bool = False


#: seats and bed as shares of the wheelbase: from memory, to be verified
KINDS: dict[str, Kind] = {
    "front_seats": Kind("People in front", VEHICLE, wheelbases=0.42, people=True),
    "rear_seats": Kind("People behind", VEHICLE, wheelbases=0.70, people=True),
    "bed": Kind("Bed or boot", VEHICLE, wheelbases=0.95, movable=True, parts=True),
    "roof": Kind("Roof load", VEHICLE, wheelbases=0.55, movable=True),
    "behind_axle": Kind("Behind the rear axle", VEHICLE, movable=True),
    "fresh_water": Kind(
        "Fresh water", TRAILER, "trailer.fresh_tank_position", density=WATER, tank="trailer.fresh_tank"
    ),
    "grey_water": Kind("Grey water", TRAILER, "trailer.grey_tank_position", density=WATER, tank="trailer.grey_tank"),
    "black_water": Kind(
        "Black water", TRAILER, "trailer.black_tank_position", density=WATER, tank="trailer.black_tank"
    ),
    "propane": Kind("Propane", TRAILER, "trailer.propane_position", density=PROPANE, tank="trailer.propane_capacity"),
    "battery": Kind("Batteries", TRAILER, "trailer.battery_position"),
    "galley": Kind("Food and galley", TRAILER, movable=True, parts=True),
    "gear": Kind("Gear", TRAILER, movable=True, parts=True),
    "machine": Kind("Machine", TRAILER, movable=True),
    "bicycles": Kind("Bicycles, rear rack", TRAILER, movable=True, rack=True),
}


def kind_key(key: str, kind: str = "") -> str:
    """The kind of a load, by its key and by what is written of its kind; plain gear where neither says.

    >>> kind_key("bed"), kind_key("second", "machine"), kind_key("second")
    ('bed', 'machine', 'gear')
    """
    return kind if kind in KINDS else key if key in KINDS else "gear"


LEFT, MIDDLE, RIGHT = "left", "middle", "right"
SIDES = ((MIDDLE, "in the middle"), (LEFT, "left"), (RIGHT, "right"))
ABOARD, TO_COME, TO_COME_OUT = "aboard", "to_come", "to_come_out"


@dataclass(frozen=True)
@read_of(LOAD)
class Load:
    """One load. ``key`` names it on the rig; where it is the name of a kind, the load is of that kind."""

    key: str = ""
    kind: Given | None = choice("Kind", "the advisor's eye", *((key, one.word) for key, one in KINDS.items()))
    what: Given | None = named("What it is")
    weight: Given | None = weight("Weight", "weigh it, or ask", 0, 20000, usual="assumed")
    volume: Given | None = volume("Volume", "gauge or cylinder", 300, usual="assumed", of=RIDING)
    at: Given | None = length(
        "Place", "tape, behind the ball; in the vehicle behind the front axle", 0, 760, usual="measured", of=RIDING
    )
    moved_to: Given | None = length(
        "Place as planned", "where it is to be moved before the trip", 0, 760, usual="assumed", of=RIDING
    )
    side: Given | None = choice("Side", "look which side it stands on", *SIDES, usual="measured", of=RIDING, guess=True)
    across: Given | None = length(
        "From the centre line",
        "tape, from the middle of the rig to the middle of the load",
        0,
        60,
        usual="measured",
        of=RIDING,
        guess=True,
    )
    when: Given | None = choice(
        "When",
        "ask",
        (ABOARD, "aboard now"),
        (TO_COME, "still to come"),
        (TO_COME_OUT, "comes out before the trip"),
        usual="assumed",
    )

    @property
    def kind_key(self) -> str:
        """The kind's key; plain gear where neither the kind nor the key says."""
        return kind_key(self.key, "" if self.kind is None else self.kind.typed)

    @property
    def when_key(self) -> str:
        """Whether it is aboard, still to come, or to come out; aboard where nobody said."""
        return self.when.typed if self.when is not None else ABOARD

    @property
    def side_key(self) -> str:
        """Which side it stands on; in the middle where nobody said."""
        return self.side.typed if self.side is not None else MIDDLE

    @property
    def word(self) -> str:
        """How it is called: its own name, else its kind's."""
        return self.what.typed if self.what is not None else KINDS[self.kind_key].word
