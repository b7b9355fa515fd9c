"""How level the trailer stands empty, as planned and full, on one ball height: a light tongue sinks the ball less."""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import heights
from stathmos.core.cases import OnHitch
from stathmos.core.figures import Anything, Known, Missing, work
from stathmos.core.finding import needs_in_words
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.tolerances import ATTITUDE, TRAILER_LEVEL
from stathmos.core.units import LENGTH, SLOPE

EMPTY, STANDING, PLANNED, FULL = "empty", "standing", "planned", "full"
_NAMES = {EMPTY: "Empty", STANDING: "As it stands", PLANNED: "As planned", FULL: "Full"}


@dataclass(frozen=True, kw_only=True)
class Stands:
    """The coupled trailer with one load. ``tongue`` kg; ``settle`` of the ball, ``rail`` front above rear over the frame, mm;
    ``within`` the tolerance, None where nobody can tell."""

    key: str
    name: str
    tongue: Anything
    settle: Anything
    rail: Anything
    pitch: Anything

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


def rail_in_words(rail: Known) -> Phrase:
    """A rail as taped, front above rear."""
    if rail.value == 0:
        return Phrase("level as taped")
    end = "front" if rail.value > 0 else "rear"
    return Phrase(f"{end} {{by}} high as taped", {"by": (abs(rail.value), LENGTH, "nearest")})


def from_the_tape(told: tuple[Stands, ...], standing: Stands, taped: Known, frame: Anything) -> tuple[Stands, ...]:
    """The same reckoned from the rail as it was taped, mm; ``standing``: as the model has the rig that was taped;
    ``frame`` the trailer frame's length.

    The tape says how the trailer stands, the model only what another load changes.
    """
    return tuple(_from_the_tape(one, standing, taped, frame) for one in told)


def _from_the_tape(one: Stands, standing: Stands, taped: Known, frame: Anything) -> Stands:
    rail = work(
        "rail = as taped + what the load changes", LENGTH, lambda taped, then, now: taped + then - now, ATTITUDE.rule,
        taped=taped, then=one.rail, now=standing.rail,
    )  # fmt: skip
    pitch = work("pitch = rail / frame length", SLOPE, lambda rail, frame: rail / frame, None, rail=rail, frame=frame)
    return replace(one, rail=rail, pitch=pitch)


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
