"""What is to be said of how level the trailer will stand."""

from __future__ import annotations

from stathmos.core.choice import Choice
from stathmos.core.figures import Missing, sure, wanting
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.heights import Heights
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase) -> Finding:
    return Finding(key=key, state=state, station="height", subject=subject, says=says, remedy=remedy)


def tailgate(rig: Rig, heights: Heights) -> list[Finding]:
    """The open tailgate against the trailer's jack, coupled."""
    reach, edge = rig.vehicle.tailgate_reach, rig.vehicle.tailgate_height
    jack, top, overhang = rig.trailer.jack_position, rig.trailer.jack_height, rig.vehicle.overhang
    if None in (reach, edge, jack, top, overhang):
        return []
    room = sure(overhang).value + sure(jack).value - sure(reach).value
    if room > 0 or sure(top).value < sure(edge).value:
        return []
    put = {
        "over": (-room, LENGTH, "up"),
        "top": (sure(top).value, LENGTH, "up"),
        "edge": (sure(edge).value, LENGTH, "down"),
    }
    says = Phrase(
        "The open tailgate meets the jack: it reaches {over} past it, its edge at {edge}, the jack's top at {top}.", put
    )
    fold = Phrase("Lower or fold the jack before the tailgate is opened; tell the customer.")
    return [_finding("tailgate", CAUTION, "tailgate", says, fold)]


def height(heights: Heights, choice: Choice) -> list[Finding]:
    """A ball so high or low that the trailer would not stand level."""
    residual, rail = heights.attitude.residual, heights.attitude.rail
    if isinstance(residual, Missing) or isinstance(rail, Missing):
        needs = residual.needs if isinstance(residual, Missing) else wanting(rail)
        says = Phrase("How level the trailer will stand cannot be told.")
        return [_finding("height_unknown", UNKNOWN, "ball", says, Phrase(f"Go and read: {needs_in_words(needs)}."))]
    if ATTITUDE.within(rail.value):
        return []
    high = rail.value > 0
    put = {
        "off": (abs(residual.value), LENGTH, "up"),
        "rail": (abs(rail.value), LENGTH, "up"),
        "ball": (sure(heights.ball_standing).value, LENGTH, "nearest"),
        "wanted": (sure(heights.ball_wanted).value, LENGTH, "nearest"),
        "tolerance": (ATTITUDE.value, LENGTH, "nearest"),
    }
    says = Phrase(
        f"The ball is too {'high' if high else 'low'}: its top stands at {{ball}}, {{wanted}} wanted. "
        f"The trailer's {'front' if high else 'rear'} would stand {{rail}} high over the frame; {{tolerance}} is the most.",
        put,
    )
    if high:
        says = says.after("Do not tow. ").then(" Nose high invites sway.")
    hole = ""
    if choice.position and choice.in_force.shank:
        hole = f" {choice.in_force.shank.name} {choice.position.words}, comes nearest."
    move = Phrase(f"{'Lower' if high else 'Raise'} the ball by {{off}}.{hole}", put)
    return [_finding("ball_off", REFUSED, "ball", says, move)]
