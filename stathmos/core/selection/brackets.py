"""Where on the A-frame a kit's brackets can stand: within the maker's range, clear of jack, propane and batteries."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Figure, Given, Missing, Provenance, Rule, Working
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.stock import Kit
from stathmos.core.tolerances import PAST_BRACKET
from stathmos.core.units import LENGTH, MM_PER_IN

HALF_BRACKET = 1.25 * MM_PER_IN  # a bracket is about 2½ in wide: from memory, to be verified
HALF_JACK = 1.5 * MM_PER_IN  # jack tube with its flange: from memory, to be verified
TOUCHING = 1e-6  # mm: what only touches is clear, a matter of floating point
USUAL_TRAY = 12 * MM_PER_IN  # where nobody taped it: from memory, to be verified

_RULE = Rule(
    "As near the maker's preferred place as jack, propane tray and batteries leave free; three inches of bar past it.",
    "hitch handbook; common practice",
)


@dataclass(frozen=True)
class Obstacle:
    """What stands in the way, from and to behind the ball, mm."""

    name: str
    front: float
    rear: float


def obstacles(rig: Rig, kit: Kit) -> tuple[Obstacle, ...]:
    """What the brackets of a kit could meet, as far as it was taped."""
    trailer, found = rig.trailer, []
    if trailer.jack_position is not None:
        jack = trailer.jack_position.value
        found.append(Obstacle("jack", jack - HALF_JACK, jack + HALF_JACK))
    if kit.clears_trays is None or kit.clears_trays.typed != "yes":
        trays = (
            ("propane tray", trailer.propane_position, trailer.propane_tray),
            ("batteries", trailer.battery_position, trailer.battery_tray),
        )
        for name, at, tray in trays:
            if at is not None:
                half = (tray.value if tray is not None else USUAL_TRAY) / 2
                found.append(Obstacle(name, at.value - half, at.value + half))
    return tuple(found)


def bracket_place(kit: Kit, rig: Rig) -> Given | Figure | Missing | Phrase:
    """Ball to bracket, mm; a sentence where no place is left, `Missing` where the maker's figure is not in the catalogue."""
    preferred = kit.bracket_distance
    if preferred is None:
        return Missing(("stock.kit.bracket_distance",))
    least = kit.bracket_least.value if kit.bracket_least else preferred.value
    most = kit.bracket_most.value if kit.bracket_most else preferred.value
    if kit.bar_length is not None:
        most = min(most, kit.bar_length.value - PAST_BRACKET.value)
    told = {"least": (least, LENGTH, "nearest"), "most": (most, LENGTH, "nearest")}
    if most < least:
        return Phrase("Its bars do not reach three inches past its brackets.", told)
    met = obstacles(rig, kit)
    place = _nearest_free(preferred.value, least, most, met)
    if place is None:
        names = " and ".join(dict.fromkeys(one.name for one in met))
        return Phrase(f"Its brackets want {{least}} to {{most}} behind the ball, and the {names} stand there.", told)
    if place == preferred.value:
        return preferred
    moved = Working(f"preferred place {preferred.typed or ''} moved clear", {}, _RULE, "Tape it on the trailer.")
    return Figure(place, LENGTH, Provenance.ASSUMED, moved)


def _nearest_free(preferred: float, least: float, most: float, met: tuple[Obstacle, ...]) -> float | None:
    """The place nearest the preferred one within a range at which a bracket meets nothing."""
    kept_clear = [(one.front - HALF_BRACKET, one.rear + HALF_BRACKET) for one in met]

    def is_free(place: float) -> bool:
        return least <= place <= most and all(
            not front + TOUCHING < place < rear - TOUCHING for front, rear in kept_clear
        )

    if is_free(preferred):
        return preferred
    edges = [edge for pair in kept_clear for edge in pair]
    free = [place for place in (min(max(preferred, least), most), least, most, *edges) if is_free(place)]
    return min(free, key=lambda place: (abs(place - preferred), place), default=None)
