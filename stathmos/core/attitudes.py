"""How level the trailer stands empty, as planned and full, on one ball height: a light tongue sinks the ball less."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import heights
from stathmos.core.cases import OnHitch
from stathmos.core.figures import Anything, Figure, Missing
from stathmos.core.finding import needs_in_words
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.tolerances import ATTITUDE, TRAILER_LEVEL
from stathmos.core.units import LENGTH

EMPTY, PLANNED, FULL = "empty", "planned", "full"
_NAMES = {EMPTY: "Empty", PLANNED: "As planned", FULL: "Full"}


@dataclass(frozen=True, kw_only=True)
class Stands:
    """The coupled trailer with one load. ``tongue`` kg; ``settle`` of the ball, ``rail`` front above rear over the frame, mm;
    ``within`` the tolerance, None where nobody can tell."""

    key: str
    name: str
    tongue: Anything
    settle: Anything
    rail: Figure | Missing
    pitch: Figure | Missing

    @property
    def within(self) -> bool | None:
        """Whether the rail holds its tolerance."""
        return None if isinstance(self.rail, Missing) else ATTITUDE.within(self.rail.value)

    @property
    def says(self) -> Phrase:
        """Which end stands how much higher."""
        if isinstance(self.rail, Missing):
            return Phrase(f"not known: {needs_in_words(self.rail.needs)}")
        if TRAILER_LEVEL.within(self.rail.value):
            return Phrase("level")
        put = {"by": (abs(self.rail.value), LENGTH, "up")}
        end = "front" if self.rail.value > 0 else "rear"
        return Phrase(f"{end} {{by}} high over the frame" + ("" if self.within else ", more than may be"), put)


def attitudes(rig: Rig, on_hitch: OnHitch, found: heights.Heights, tongues: dict[str, Anything]) -> tuple[Stands, ...]:
    """Empty, as planned and full; ``tongues`` kg by key. The bars are taken to be set so for each, to the school's aim."""
    told = []
    for key, tongue in tongues.items():
        settled = heights.settled(tongue, on_hitch.couples(tongue).aim, on_hitch.geometry).ball
        level = heights.level_height(found.coupler, settled)
        stands = heights.attitude(found.ball_standing, found.ball_wanted, level, rig)
        told.append(
            Stands(key=key, name=_NAMES[key], tongue=tongue, settle=settled, rail=stands.rail, pitch=stands.pitch)
        )
    return tuple(told)
