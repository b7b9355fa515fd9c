"""What is to be said of how level the trailer will stand."""

from __future__ import annotations

from typing import TYPE_CHECKING

from stathmos.core.figures import Missing, Phrase
from stathmos.core.findings.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.rig import Rig
from stathmos.core.rules import ATTITUDE_TOLERANCE
from stathmos.core.units import LENGTH

if TYPE_CHECKING:
    from stathmos.core.assess import Choice, Heights


def tailgate(rig: Rig, heights: Heights) -> list[Finding]:
    """The open tailgate against the trailer's jack, coupled."""
    reach, edge = rig.vehicle.tailgate_reach, rig.vehicle.tailgate_height
    jack, top, overhang = rig.trailer.jack_position, rig.trailer.jack_height, rig.vehicle.overhang
    if None in (reach, edge, jack, top, overhang):
        return []
    room = overhang.value + jack.value - reach.value
    if room > 0 or top.value < edge.value:
        return []
    put = {"over": (-room, LENGTH, "up"), "top": (top.value, LENGTH, "up"), "edge": (edge.value, LENGTH, "down")}
    says = Phrase(
        "The open tailgate meets the jack: it reaches {over} past it, its edge at {edge}, the jack's top at {top}.", put
    )
    return [
        Finding(
            CAUTION,
            4,
            "height",
            "tailgate",
            says,
            Phrase("Lower or fold the jack before the tailgate is opened; tell the customer."),
        )
    ]


def height(heights: Heights, choice: Choice) -> list[Finding]:
    residual, rail = heights.attitude.residual, heights.attitude.rail
    if isinstance(residual, Missing) or isinstance(rail, Missing):
        needs = residual.needs if isinstance(residual, Missing) else rail.needs
        return [
            Finding(
                UNKNOWN,
                2,
                "height",
                "ball",
                Phrase("How level the trailer will stand cannot be told."),
                Phrase(f"Go and read: {needs_in_words(needs)}."),
            )
        ]
    if abs(rail.value) <= ATTITUDE_TOLERANCE:
        return []
    high = rail.value > 0
    put = {
        "off": (abs(residual.value), LENGTH, "up"),
        "rail": (abs(rail.value), LENGTH, "up"),
        "ball": (heights.ball_standing.value, LENGTH, "nearest"),
        "wanted": (heights.ball_wanted.value, LENGTH, "nearest"),
        "tolerance": (ATTITUDE_TOLERANCE, LENGTH, "nearest"),
    }
    end = "front" if high else "rear"
    says = Phrase(
        f"The ball is too {'high' if high else 'low'}: its top stands at {{ball}}, {{wanted}} wanted. "
        f"The trailer's {end} would stand {{rail}} high over the frame; {{tolerance}} is the most.",
        put,
    )
    if high:
        says = Phrase("Do not tow. " + says.template + " Nose high invites sway.", put)
    hole = ""
    if choice.position and choice.in_force.shank:
        hole = f" {choice.in_force.shank.name} {choice.position.words}, comes nearest."
    move = Phrase(f"{'Lower' if high else 'Raise'} the ball by {{off}}.{hole}", put)
    return [Finding(REFUSED, -100, "height", "ball", says, move)]
