"""What is to be said of how level the trailer will stand."""

from __future__ import annotations

from typing import TYPE_CHECKING

from stathmos.core.figures import Missing, Phrase
from stathmos.core.findings.finding import REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.rules import ATTITUDE_TOLERANCE
from stathmos.core.units import LENGTH

if TYPE_CHECKING:
    from stathmos.core.assess import Choice, Heights


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
