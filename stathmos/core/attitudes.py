"""How level the trailer stands empty, as planned and full, on one ball height: a light tongue sinks the ball less."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from stathmos.core import axles, heights
from stathmos.core.cases import OnHitch
from stathmos.core.figures import Anything, Known, Missing, work
from stathmos.core.finding import needs_in_words
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.tolerances import ATTITUDE, TRAILER_LEVEL
from stathmos.core.units import LENGTH, SLOPE, WEIGHT

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


def _coupler(rig: Rig, coupler: Anything, planned: Weighs, load: Weighs) -> Anything:
    """The level coupler height with another load than the planned one, mm."""
    more = work(
        "axles then − axles as planned", WEIGHT, lambda then, planned: then - planned, None,
        then=load.on_the_axles, planned=planned.on_the_axles,
    )  # fmt: skip
    return work(
        "level − sinks", LENGTH, lambda level, sinks: level - sinks, None, level=coupler, sinks=axles.sinks(rig, more)
    )


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


@dataclass(frozen=True, kw_only=True)
class Weighs:
    """The trailer with one load: all of it, and what of it is on the ball, kg."""

    gross: Anything
    tongue: Anything

    @property
    def on_the_axles(self) -> Anything:
        """What its axles carry without bars, kg."""
        return axles.on_the_axles(self.gross, self.tongue)


def attitudes(
    rig: Rig, on_hitch: OnHitch, found: heights.Heights, planned: Weighs, loads: Mapping[str, Weighs]
) -> tuple[Stands, ...]:
    """How level it stands with each of some loads, by key; the coupler's height is of the ``planned`` one.

    The bars are taken to be set so for each, to the school's aim. Another load sinks the trailer on its own springs too.
    """
    told = []
    for key, load in loads.items():
        tongue = load.tongue
        settled = heights.settled(tongue, on_hitch.couples(tongue).aim, on_hitch.geometry).ball
        coupler = found.coupler if load is planned else _coupler(rig, found.coupler, planned, load)
        rules = on_hitch.rules
        offset = (
            heights.ball_offset(rules, tongue, settled, coupler, Missing(("hitch.old_ball_height",)))
            if rules.offset.lifted
            else settled
        )
        level = heights.level_height(coupler, offset)
        stands = heights.attitude(found.ball_standing, found.ball_wanted, level, rig)
        told.append(
            Stands(key=key, name=_NAMES[key], tongue=tongue, settle=settled, rail=stands.rail, pitch=stands.pitch)
        )
    return tuple(told)
