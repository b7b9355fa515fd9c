"""The label round: the walk round the rig with a phone, place by place, one figure at a time."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay.say.question import Question, question
from stathmos.core.entry import CHOICE, FLAG
from stathmos.core.figures import there
from stathmos.core.places import PLACES, Place, Spot
from stathmos.core.reading_list import WEAK, ToRead
from stathmos.core.rig import Rig, entry_at, name_at
from stathmos.core.units import AREA, COUNT, FORCE, LENGTH, PRESSURE, WEIGHT

#: what is written on a phone's keypad, or chosen; all else is written at the desk
ASKED = frozenset({CHOICE, FLAG, WEIGHT, LENGTH, COUNT, PRESSURE, FORCE, AREA})


@dataclass(frozen=True)
class Ask:
    """One figure of the walk. ``decides``: the names of what waits on it, the worst first; none where nothing does now.

    ``usual``: where a figure there mostly comes from; ``datums``: to what it may be taped, the usual one first.
    """

    question: Question
    spot: Spot
    decides: tuple[str, ...]
    usual: str
    datums: tuple[str, ...]


@dataclass(frozen=True)
class Stop:
    """A place of the walk, and what is asked there."""

    place: Place
    asks: tuple[Ask, ...]

    @property
    def open(self) -> int:
        """How many of them nobody has answered."""
        return sum(not ask.question.answered for ask in self.asks)


def label_round(rig: Rig, to_read: tuple[ToRead, ...]) -> tuple[Stop, ...]:
    """The walk: at each place at the rig what every rig has, and whatever else the reading list wants there.

    ``to_read``: the reading list. Of it only what decides, or is missing, brings a figure into the walk that may stay blank.
    """
    wanted = {one.path: one for one in to_read if one.why != WEAK}
    stops = []
    for place in PLACES:
        if not place.walked:
            continue
        asks = tuple(
            _ask(rig, place, spot, wanted.get(spot.path))
            for spot in place.spots
            if there(entry_at(spot.path)).dimension in ASKED and (not spot.optional or spot.path in wanted)
        )
        if asks:
            stops.append(Stop(place, asks))
    return tuple(stops)


def _ask(rig: Rig, place: Place, spot: Spot, wanted: ToRead | None) -> Ask:
    entry = there(entry_at(spot.path))
    asked = question(rig, spot.path, name_at(spot.path), place.look)
    return Ask(asked, spot, () if wanted is None else wanted.decides, entry.usual, entry.datums)
