"""Where on the A-frame a kit's brackets can stand: within the maker's range, clear of jack, propane and batteries."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Figure, Given, Missing, Provenance, Rule, Working
from stathmos.core.phrases import Phrase, joined
from stathmos.core.rig import Rig
from stathmos.core.stock import Kit
from stathmos.core.tolerances import PAST_BRACKET
from stathmos.core.units import LENGTH, MM_PER_IN

HALF_BRACKET = 1.25 * MM_PER_IN  # a bracket is about 2½ in wide: from memory, to be verified
HALF_JACK = 1.5 * MM_PER_IN  # jack tube with its flange: from memory, to be verified
TOUCHING = 1e-6  # mm: what only touches is clear, a matter of floating point
USUAL_TRAY = 12 * MM_PER_IN  # where nobody taped it: from memory, to be verified


def furthest(kit: Kit, most: float) -> float:
    """How far behind the ball its brackets may go, mm: its bars reach past them where its family wants that, else to them."""
    if kit.bar_length is None:
        return most
    past = PAST_BRACKET.value if kit.held.reaches_past else 0.0
    return min(most, kit.bar_length.value - past)


_RULE = Rule(
    "As near the maker's preferred place as jack, propane tray and batteries leave free; three inches of bar past it.",
    "hitch handbook; common practice",
)


@dataclass(frozen=True)
class Obstacle:
    """What stands in the way, from and to behind the ball, mm. ``moves``: it can be shifted, as a tray can and a jack cannot."""

    name: str
    front: float
    rear: float
    moves: bool = False


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
                found.append(Obstacle(name, at.value - half, at.value + half, moves=True))
    return tuple(found)


def bracket_place(kit: Kit, rig: Rig) -> Given | Figure | Missing | Phrase:
    """Ball to bracket, mm; a sentence where no place is left, `Missing` where the maker's figure is not in the catalogue."""
    preferred = kit.bracket_distance
    if preferred is None:
        return Missing(("stock.kit.bracket_distance",))
    least = kit.bracket_least.value if kit.bracket_least else preferred.value
    most = kit.bracket_most.value if kit.bracket_most else preferred.value
    most = furthest(kit, most)
    told = {"least": (least, LENGTH, "nearest"), "most": (most, LENGTH, "nearest")}
    if most < least:
        past = "three inches past its brackets" if kit.held.reaches_past else "its brackets"
        return Phrase(f"Its bars do not reach {past}.", told)
    met = obstacles(rig, kit)
    place = _nearest_free(preferred.value, least, most, met)
    if place is None:
        names = " and ".join(dict.fromkeys(one.name for one in met))
        says = Phrase(f"Its brackets want {{least}} to {{most}} behind the ball, and the {names} stand there.", told)
        return joined(says, _make_room(least, most, met))
    if place == preferred.value:
        return preferred
    moved = Working(f"preferred place {preferred.typed or ''} moved clear", {}, _RULE, "Tape it on the trailer.")
    return Figure(place, LENGTH, Provenance.ASSUMED, moved)


def _make_room(least: float, most: float, met: tuple[Obstacle, ...]) -> Phrase:
    """The tray that moved the least makes room for a bracket, and how far; without a word where no single one does."""
    found = []
    for tray in (one for one in met if one.moves):
        others = tuple(one for one in met if one is not tray)
        places = [
            place
            for place in (least, most, *(edge for one in others for edge in _clear_of(one)))
            if _is_free(place, least, most, others)
        ]
        for place in places:
            front, rear = _clear_of(tray)
            # its front edge behind the bracket, or its rear edge before it
            found += [(abs(by), by, tray) for by in (place - front, place - rear)]
    if not found:
        return Phrase("")
    far, by, tray = min(found, key=lambda one: one[0])
    way = "rearward" if by > 0 else "forward"
    return Phrase(f"Moved {{by}} {way} the {tray.name} leaves room.", {"by": (far, LENGTH, "up")})


def _clear_of(one: Obstacle) -> tuple[float, float]:
    """From where to where a bracket's middle may not stand, mm."""
    return one.front - HALF_BRACKET, one.rear + HALF_BRACKET


def _is_free(place: float, least: float, most: float, met: tuple[Obstacle, ...]) -> bool:
    clear = (_clear_of(one) for one in met)
    return least <= place <= most and all(not front + TOUCHING < place < rear - TOUCHING for front, rear in clear)


def _nearest_free(preferred: float, least: float, most: float, met: tuple[Obstacle, ...]) -> float | None:
    """The place nearest the preferred one within a range at which a bracket meets nothing."""
    if _is_free(preferred, least, most, met):
        return preferred
    kept_clear = [_clear_of(one) for one in met]
    edges = [edge for pair in kept_clear for edge in pair]
    free = [
        place for place in (min(max(preferred, least), most), least, most, *edges) if _is_free(place, least, most, met)
    ]
    return min(free, key=lambda place: (abs(place - preferred), place), default=None)
