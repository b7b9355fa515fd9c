"""What is to be said of how level the trailer will stand."""

from __future__ import annotations

import math

from stathmos.core.choice import Choice
from stathmos.core.figures import Authority, Missing, sure, wanting
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words
from stathmos.core.heights import Heights, positions
from stathmos.core.phrases import Phrase, as_text, joined
from stathmos.core.reading_list import there_now
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.schools import LevelSchool
from stathmos.core.selection import sag
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.units import LENGTH, MM_PER_IN

#: what is predicted of how level the trailer will stand
HOW_LEVEL = ("height_unknown", "ball_off", "school_off_level", "off_preference")


def _finding(key: str, state: str, subject: str, says: Phrase, remedy: Phrase, reads: tuple[str, ...] = ()) -> Finding:
    return Finding(key=key, state=state, station="height", subject=subject, says=says, remedy=remedy, reads=reads)


#: what a worn hole, a bent shank or a rounded drawing may be out by, mm: an eighth of an inch, from memory
DRAWN_WITHIN = MM_PER_IN / 8
#: so many standard uncertainties of tape and tape
SURELY = 3.0


def drawing(rig: Rig, heights: Heights, choice: Choice) -> list[Finding]:
    """The ball as it was taped against every hole of the shank's drawing: one of the two is wrong, and the tape rules."""
    build = choice.in_force
    shank, ball, kit = build.shank, build.ball, build.kit
    if not heights.ball_is_measured or shank is None or ball is None or ball.stack_height is None:
        return []
    holes, taped, receiver = positions(shank), heights.ball_standing, heights.receiver
    if rig.choice("hitch.shank") != shank.name or wanting(taped, receiver) or isinstance(holes, Missing):
        return []
    head = 0.0 if kit is None or kit.seat_above_shank is None else kit.seat_above_shank.value
    over_shank = sure(receiver).value + head + ball.stack_height.value - sag(build.sleeve)
    stands = sure(taped).value
    drawn = min((over_shank + one.rise for one in holes), key=lambda height: abs(height - stands))
    room = DRAWN_WITHIN + SURELY * math.hypot(sure(taped).u, sure(receiver).u)
    if abs(drawn - stands) <= room:
        return []
    put = {
        "drawn": (drawn, LENGTH, "nearest"),
        "taped": (stands, LENGTH, "nearest"),
        "by": (abs(drawn - stands), LENGTH, "nearest"),
    }
    says = Phrase(
        as_text(f"By the drawing of {shank.name} the ball stands at ")
        + "{drawn}; it was taped at {taped}, {by} apart.",
        put,
    )
    remedy = Phrase(
        "Tape the ball and the receiver again, or correct the drawing in the catalog. Until then the tape is used."
    )
    return [
        _finding("drawing_differs", CAUTION, "shank", says, remedy, ("hitch.ball_height", "vehicle.receiver_height"))
    ]


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


def height(rig: Rig, heights: Heights, choice: Choice, rules: Rules) -> list[Finding]:
    """A ball so high or low that the trailer would not stand level; or a school whose height would not stand it so."""
    rail = heights.attitude.rail
    if isinstance(rail, Missing):
        return [_unknown(rig, heights, choice, rail)]
    if not ATTITUDE.within(rail.value):
        return [_off_level(heights, choice, rules, rail.value > 0)]
    if not rules.level.holds(rail.value):
        return [_off_preference(rules.level, rail.value)]
    if heights.ball_is_measured or heights.school_stands_level:
        return []
    says = _school_cannot(heights, rules)
    put = {"ball": (sure(heights.ball_standing).value, LENGTH, "nearest")}
    taken = Phrase("The hole is the nearest that does: top of ball at {ball} uncoupled. Measure it in the bay.", put)
    return [_finding("school_off_level", CAUTION, "ball", says, taken)]


def _off_preference(school: LevelSchool, rail: float) -> Finding:
    """The trailer level enough to tow, and not to the side that the shop prefers."""
    put = {"rail": (abs(rail), LENGTH, "nearest")}
    says = Phrase(
        f"The trailer would stand {{rail}} {'high' if rail > 0 else 'low'} in front; the shop's method is “{as_text(school.name)}”.",
        put,
    )
    remedy = Phrase("No nearer hole does. Another shank may, or choose another method for this job.")
    return _finding("off_preference", CAUTION, "ball", says, remedy)


def _unknown(rig: Rig, heights: Heights, choice: Choice, rail: Missing) -> Finding:
    """How level the trailer will stand waits for figures: of those that can be read as the rig is, first what a ball is chosen by."""
    chosen_by = () if heights.ball_is_measured else wanting(
        heights.ball_wanted, heights.receiver, rig.figure("vehicle.receiver_size"), rig.figure("trailer.coupler_size"),
        rig.figure("trailer.gvwr"), choice.hitch_load,
    )  # fmt: skip
    needs = there_now(rig, (*chosen_by, *rail.needs))
    says = Phrase("How level the trailer will stand cannot be told.")
    act = Phrase(
        f"Go and read: {needs_in_words(needs)}." if needs else "Choose a hitch that is rated for this rig first."
    )
    return _finding("height_unknown", UNKNOWN, "ball", says, act, needs)


def _school_cannot(heights: Heights, rules: Rules) -> Phrase:
    """Why the school in force cannot stand this rig level, in figures."""
    put = {
        "offset": (sure(heights.offset).value, LENGTH, "nearest"),
        "settle": (sure(heights.settled.ball).value, LENGTH, "nearest"),
    }
    whose = "The hitch's manual" if rules.offset.authority is Authority.HITCH_HANDBOOK else "This method"
    return Phrase(f"{whose} cannot stand this rig level: its offset is {{offset}}, the rig settles {{settle}}.", put)


def _off_level(heights: Heights, choice: Choice, rules: Rules, high: bool) -> Finding:
    """The ball too high or too low to stand the trailer level; by the height that does, and the hole that makes it."""
    rail, ball, level = sure(heights.attitude.rail).value, sure(heights.ball_standing).value, sure(heights.level).value
    to = choice.level_hole.ball if choice.level_hole else level
    put = {
        "rail": (abs(rail), LENGTH, "up"),
        "ball": (ball, LENGTH, "nearest"),
        "level": (level, LENGTH, "nearest"),
        "tolerance": (ATTITUDE.value, LENGTH, "nearest"),
        "by": (abs(to - ball), LENGTH, "nearest"),
        "to": (to, LENGTH, "nearest"),
    }
    says = Phrase(
        f"The ball is too {'high' if high else 'low'}: its top stands at {{ball}}, and {{level}} stands the trailer level. "
        f"Its {'front' if high else 'rear'} would stand {{rail}} high over the frame; {{tolerance}} is the most.",
        put,
    )
    if high:
        says = says.after("Do not tow. ").then(" Nose high invites sway.")
    if not heights.school_stands_level:
        says = joined(says, _school_cannot(heights, rules))
    way, hole = "Lower" if high else "Raise", choice.level_hole
    if hole is None:
        move = Phrase(f"{way} the ball by {{by}}, to {{to}}: a shank that reaches it is wanted.", put)
    else:
        move = Phrase(as_text(f"{way} the ball by ") + "{by}, to {to}: " + as_text(f"{hole.words}."), put)
    return _finding("ball_off", REFUSED, "ball", says, move)
