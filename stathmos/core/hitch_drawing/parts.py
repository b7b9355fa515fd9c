"""The parts of a hitch as they are drawn, each once: a family has those that it is made of.

All that is no dimension of the kit is drawn from memory, of no maker's make. The middle of the ball stands at zero; the trailer is
to the right.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.families import BARS, CYLINDER, LEVERS, ON_BRACKETS, ON_CHAINS, SCREW, TENSION, TILT
from stathmos.core.hitch_drawing.as_set import AsSet, Count
from stathmos.core.hitch_drawing.sheet import Frame, Sheet, circle, dashed_box
from stathmos.core.outlines import BODY, GLASS, LINE, MOVED, PART, box, stroke
from stathmos.core.phrases import Phrase
from stathmos.core.units import LENGTH

BALL = 25.0  # radius
SEAT = -34.0  # the head's top, under the ball
HEAD_FRONT, HEAD_BACK, HEAD_LOW = -105.0, 48.0, -235.0
BARS_AT = -205.0  # where bars leave the head
HEAD_HOLE = -168.0  # where the head's lower bolt goes through the shank
PITCH = 31.75  # of the shank's holes, 1¼ in


@dataclass(frozen=True)
class Rail:
    """The A-frame's rail, its underside and its top."""

    low: float
    high: float


def rail(hitch: AsSet) -> Rail:
    """Where the A-frame's rail runs: under a coupler that sits on it, above one that is underslung."""
    low = 42.0 if hitch.underslung else 4.0 - hitch.depth
    return Rail(low, low + hitch.depth)


def ground(hitch: AsSet) -> float:
    """Where the ground is."""
    return BALL - hitch.ball


def bars_at(hitch: AsSet) -> float:
    """The height of the bars where they lie: parallel with the frame."""
    return min(BARS_AT, rail(hitch).low - 66.0)


# -- what every hitch has -----------------------------------------------------------------------------------------------


@dataclass(frozen=True)
class Upright:
    """The shank's upright: its ends, the hole that the head sits in, and the middle of the tube in the receiver."""

    low: float
    high: float
    hole: float
    tube: float


def upright(hitch: AsSet) -> Upright:
    """Where the shank's upright stands: the head sits where the ball wants it, and the shank above or below by its hole."""
    hole = HEAD_HOLE if hitch.parts else SEAT - 17
    low = hole - 22 - ((hitch.hole or 1) - 1) * PITCH
    high = low + 44 + (max(hitch.holes, 2) - 1) * PITCH
    return Upright(low, high, hole, low + 34 if hitch.up else high - 34)


def receiver(sheet: Sheet, hitch: AsSet) -> None:
    """The vehicle's receiver with the shank in it, its pin, and the shank's upright with its holes."""
    shank = upright(hitch)
    holed = bool(hitch.parts) or hitch.holes > 1
    tube = shank.tube if holed else SEAT - 17
    sheet.put(box(PART, -470, -300, tube - 36, tube + 36), box(BODY, -440, -150, tube - 25, tube + 25))
    sheet.line(-470, tube + 36, -470, tube + 90, -560, tube + 90)
    sheet.put(circle(PART, -360, tube, 9))
    sheet.line(-360, tube + 48, -360, tube - 54, -345, tube - 48, -352, tube - 40)
    sheet.spot("hitch_pin", -360, tube - 20)
    sheet.spot("shank", -230, tube)
    sheet.spot("receiver", -400, tube)
    if holed:
        sheet.put(box(BODY, -168, -118, shank.low, shank.high))
        for number in range(max(hitch.holes, 2)):
            sheet.put(circle(GLASS, -143, shank.low + 22 + number * PITCH, 7))
    if not hitch.parts:  # a mount of one piece, to the seat under the ball
        sheet.put(box(BODY, -160, 42, SEAT - 34, SEAT))
    sheet.spot("shank_hole", -143, shank.hole)
    if hitch.hole is not None and hitch.holes > 1:
        sheet.say(-143, shank.hole, "Shank hole", Phrase(f"{hitch.hole} from the bottom"))


def head_bolts(sheet: Sheet, hitch: AsSet) -> None:
    """What clamps the head to the shank: one bolt in the hole that is counted, one above it."""
    if hitch.parts:
        sheet.bolt("head_bolts_above", -143, HEAD_HOLE + 2 * PITCH)
        sheet.bolt("head_bolts", -143, HEAD_HOLE)


def ball(sheet: Sheet, hitch: AsSet) -> None:
    """The ball on its neck, its nut, and the coupler over it with its latch."""
    sheet.put(box(PART, -11, 11, SEAT, -BALL + 6), circle(BODY, 0, 0, BALL))
    nut = SEAT - 34 if not hitch.parts else SEAT - 46
    sheet.put(box(PART, -24, 24, nut - 24, nut), box(PART, -11, 11, nut - 38, nut - 24))
    sheet.spot("ball_nut", 0, nut - 12)
    sheet.spot("ball", 0, 0)
    sheet.tape("ball_height", 0, ground(hitch), 0, BALL)


def coupler(sheet: Sheet, hitch: AsSet) -> None:
    """The coupler over the ball and the A-frame behind it, with its jack, its chains, its lead and its plug."""
    low, high = rail(hitch).low, rail(hitch).high
    sheet.put(
        stroke(LINE, -38, -10, -38, 26, -18, 42, 120, 42, 190, 30, 190, 4, 34, 4, 34, -14, closed=False),
        stroke(BODY, 150, high, 1250, high, 1250, low, 130, low, 110, (low + high) / 2),
        stroke(PART, 40, 42, 112, 42, 104, 62, 52, 58),
    )
    sheet.put(circle(PART, 96, 50, 4))
    sheet.spot("latch", 80, 50)
    sheet.tape("frame", 900, low, 900, high)
    sheet.spot("coupler", 20, 30)
    sheet.line(120, low, 60, low - 52, -60, HEAD_LOW - 30, -300, HEAD_LOW - 12, kind=MOVED)
    sheet.line(120, low, 20, low - 70, -100, HEAD_LOW - 46, -310, HEAD_LOW - 4, kind=MOVED)
    sheet.spot("safety_chains", -60, HEAD_LOW - 36)
    sheet.line(170, high, 60, high + 60, -240, high + 70, -420, high + 20, kind=MOVED)
    sheet.spot("lead", -200, high + 68)
    sheet.line(190, high, 80, high + 92, -260, high + 96, -460, high + 44, kind=MOVED)
    sheet.spot("plug", -450, high + 46)
    at = 430.0
    sheet.put(box(BODY, at - 24, at + 24, low - 30, high + 130), box(PART, at - 17, at + 17, low - 60, low - 30))
    sheet.line(at, high + 144, at + 70, high + 144)
    sheet.spot("jack", at, high + 70)
    sheet.tape("jack_tube", at - 24, high + 60, at + 24, high + 60)
    sheet.line(-560, ground(hitch), 1250, ground(hitch))


def head(sheet: Sheet, hitch: AsSet) -> None:
    """The head under the ball."""
    if not hitch.parts:
        return
    sheet.put(
        stroke(
            BODY, HEAD_FRONT - 74, -78, HEAD_FRONT - 74, -196, -70, HEAD_LOW, HEAD_BACK, HEAD_LOW, HEAD_BACK, SEAT - 46, 66,
            SEAT - 46, 66, SEAT, -66, SEAT, -66, SEAT - 46, -90, -70,
        )
    )  # fmt: skip
    sheet.bolt("angle_bolt", -52, -120, 8)
    sheet.spot("kit", -20, -140)


# -- what bars are held by ----------------------------------------------------------------------------------------------


def bars(sheet: Sheet, hitch: AsSet) -> None:
    """A spring bar from the head to its end, parallel with the frame, with the mark 4 in from its end."""
    lie = bars_at(hitch)
    sheet.put(
        circle(PART, 22, BARS_AT, 20),
        stroke(
            BODY,
            22,
            BARS_AT + 13,
            120,
            lie + 13,
            hitch.bar_end,
            lie + 8,
            hitch.bar_end,
            lie - 8,
            120,
            lie - 13,
            22,
            BARS_AT - 13,
        ),
    )
    sheet.line(hitch.bar_end - 101.6, lie - 16, hitch.bar_end - 101.6, lie + 16)
    sheet.spot("bar", (120 + hitch.bracket) / 2, lie)
    sheet.spot("pivot", 22, BARS_AT)
    sheet.tape("bar_ground", hitch.bar_end, ground(hitch), hitch.bar_end, lie - 8)
    sheet.tape("bar_end", hitch.bracket, lie - 34, hitch.bar_end, lie - 34)
    sheet.tape("bracket", 0, rail(hitch).low - 10, hitch.bracket, rail(hitch).low - 10)


def brackets(sheet: Sheet, hitch: AsSet) -> None:
    """An L-bracket on the rail: plate, studs, toothed washers, its upright with its holes, the shelf that the bar lies on."""
    low, high = rail(hitch).low, rail(hitch).high
    x, lie = hitch.bracket, bars_at(hitch)
    sheet.put(box(BODY, x - 58, x + 58, low - 14, high + 14))
    for side in (-40, 40):
        sheet.put(box(PART, x + side - 6, x + side + 6, low - 26, high + 26))
    studs = low - 40 if hitch.underslung else high + 40
    for side in (-24, 24):
        sheet.put(box(PART, x + side - 5, x + side + 5, min(studs, high), max(studs, low)))
    sheet.spot("studs", x + 24, studs)
    sheet.spot("plate_bolts", x - 40, high + 26)
    sheet.spot("frame_plate", x, (low + high) / 2)
    upright = box(GLASS, x - 15, x + 15, lie - 24, low - 2)
    sheet.put(upright, box(PART, x - 15, x + 52, lie - 24, lie - 12))
    sheet.put(box(LINE, x + 4, x + 50, lie - 12, lie - 8))
    sheet.spot("pad", x + 34, lie - 10)
    sheet.spot("shelf", x + 20, lie - 12)
    sheet.put(
        stroke(
            LINE, x - 15, low - 6, x - 9, low - 12, x - 15, low - 18, x - 9, low - 24, x - 15, low - 30, closed=False
        )
    )
    sheet.spot("teeth", x - 12, low - 18)
    sheet.bolt("bracket_bolts", x, low - 20, 7)
    sheet.line(x + 44, lie + 26, x + 44, lie - 30)
    sheet.spot("bar_pin", x + 44, lie + 16)


def bracket_holes(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The bracket's holes beside it, counted from the bottom: the one in use is filled."""
    lie = bars_at(hitch)
    x = hitch.bracket - 92
    number = max(int(count.most), int(count.number or 0), 2)
    pitch = min(20.0, 130.0 / number)
    for hole in range(1, number + 1):
        y = lie - 20 + (hole - 1) * pitch
        sheet.put(circle(PART if hole == count.number else GLASS, x, y, 0.36 * pitch))
    at = lie - 20 + ((count.number or 1) - 1) * pitch
    sheet.put(box(LINE, x - 12, x + 12, lie - 20 - 0.6 * pitch, lie - 20 + (number - 0.4) * pitch))
    sheet.line(x + 12, at, hitch.bracket - 15, lie + 20)
    sheet.spot(count.kind.hold, x, at)
    _tell(sheet, count)


def chains(sheet: Sheet, hitch: AsSet) -> None:
    """A snap-up bracket on the rail, with its lever and its pin."""
    low, high = rail(hitch).low, rail(hitch).high
    x = hitch.bracket
    sheet.put(
        stroke(
            BODY,
            x - 42,
            low - 8,
            x - 42,
            high + 18,
            x + 46,
            high + 18,
            x + 46,
            low - 8,
            x + 20,
            low - 30,
            x - 20,
            low - 30,
        )
    )
    sheet.bolt("frame_plate", x - 24, high - 8, 7)
    sheet.bolt("plate_bolts", x + 28, high - 8, 7)
    sheet.bolt("bracket_bolts", x + 28, low + 16, 7)
    sheet.spot("frame_plate", x, (low + high) / 2)


def levers(sheet: Sheet, hitch: AsSet) -> None:
    """The lever that draws a chain up, snapped home, and its safety pin."""
    low, high = rail(hitch).low, rail(hitch).high
    x = hitch.bracket
    sheet.put(stroke(PART, x - 8, low + 6, x + 6, low - 12, x + 22, low + 4, x + 14, high + 66, x + 2, high + 66))
    sheet.put(circle(PART, x + 4, low - 2, 8), circle(BODY, x + 8, high + 2, 6))
    sheet.spot("lever", x + 8, high + 40)
    sheet.spot("lever_pin", x + 8, high + 2)
    sheet.spot("bar_pin", x + 8, high + 2)


def chain_links(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The chain from the lever's hook to the bar's end: its working links in ink, the others hanging loose."""
    low = rail(hitch).low
    lie = bars_at(hitch)
    x, top = hitch.bracket, low - 14
    number = count.number if count.number else count.least or 1.0
    working = max(1, math.ceil(number))
    pitch = (top - lie - 8) / working
    for link in range(working):
        y = lie + 8 + (link + 0.5) * pitch
        half = link == working - 1 and number < working
        sheet.put(circle(GLASS if half else LINE, x, y, 8 if link % 2 else 4, (0.62 * pitch) / (8 if link % 2 else 4)))
    for link in range(max(0, math.floor(count.most - number))):
        sheet.put(circle(MOVED, x + 24, top - 8 - link * 15, 6 if link % 2 else 3.5, 9 / (6 if link % 2 else 3.5)))
    sheet.put(stroke(PART, x - 14, lie + 10, x + 14, lie + 10, x + 14, lie - 12, x - 14, lie - 12))
    sheet.spot(count.kind.hold, x, (top + lie) / 2)
    _tell(sheet, count)


# -- tension chains -----------------------------------------------------------------------------------------------------


def tension(sheet: Sheet, hitch: AsSet) -> None:
    """A tension chain from the head to its plate, with its shackle, spring, set screw and bracket on the frame."""
    low, high = rail(hitch).low, rail(hitch).high
    x, y = hitch.bracket, low - 46
    sheet.put(stroke(PART, HEAD_BACK - 6, -118, HEAD_BACK + 46, -112, HEAD_BACK + 46, -142, HEAD_BACK - 6, -150))
    sheet.bolt("shackle", HEAD_BACK + 34, -127, 8)
    start = HEAD_BACK + 60.0
    links = max(6, int((x - 40 - start) / 30))
    for link in range(links):
        along = (link + 0.5) / links
        at = start + along * (x - 40 - start)
        sheet.put(circle(LINE, at, -127 + along * (y + 127), 19, 0.5 if link % 2 else 0.22))
    sheet.spot("chain", (start + x) / 2, (y - 127) / 2)
    sheet.put(box(BODY, x - 52, x + 52, low - 12, high + 12), box(PART, x - 8, x + 8, y - 40, low - 4))
    sheet.spot("tension_plate", x, y - 28)
    sheet.spot("frame_plate", x - 20, (low + high) / 2)
    sheet.bolt("plate_bolts", x - 36, high + 2, 7)
    sheet.bolt("bracket_bolts", x + 34, low - 2, 7)
    sheet.put(box(PART, x + 12, x + 24, high - 14, high + 44), box(PART, x + 6, x + 30, high + 44, high + 56))
    sheet.spot("set_screw", x + 18, high + 40)
    for coil in range(4):
        sheet.put(
            stroke(
                GLASS,
                x + 9 + coil * 9,
                y - 17,
                x + 17 + coil * 9,
                y - 17,
                x + 17 + coil * 9,
                y + 17,
                x + 9 + coil * 9,
                y + 17,
            )
        )
    sheet.spot("spring", x + 27, y)
    sheet.line(x - 40, y, x + 46, y)
    sheet.tape("bracket", 0, high + 26, x, high + 26)


def tension_nut(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The tension nut and its lock nut, with the threads that show past them."""
    x, y = hitch.bracket + 46, rail(hitch).low - 46
    sheet.put(box(PART, x, x + 18, y - 15, y + 15), box(PART, x + 20, x + 29, y - 15, y + 15))
    sheet.threads(x + 29, y, count.number or 0)
    sheet.spot(count.kind.hold, x + 29, y)
    sheet.spot("lock_nut", x + 24, y)
    sheet.spot("bar_pin", x + 24, y)
    _tell(sheet, count)


# -- hydraulic bar ------------------------------------------------------------------------------------------------------

_LOAD_BAR_END = 60.0  # how far the load bar reaches past the cylinder


def cylinder(sheet: Sheet, hitch: AsSet) -> None:
    """The load bar from the head to the cylinder's eye; the pump on its bracket, its handle, valve and vent; tray and cover above."""
    low, high = rail(hitch).low, rail(hitch).high
    x = hitch.bracket
    sheet.put(box(BODY, x - 66, x + 30, low - 12, high + 16))
    for side in (-48, 12):
        sheet.put(box(PART, x + side - 6, x + side + 6, low - 22, high + 26))
    sheet.spot("pump_bracket", x - 48, high + 20)
    sheet.spot("frame_plate", x - 20, (low + high) / 2)
    sheet.put(box(PART, x + 44, x + 150, high + 16, high + 66))
    sheet.put(circle(PART, x + 60, high + 30, 8))
    sheet.spot("valve", x + 60, high + 30)
    sheet.line(x + 140, high + 66, x + 140, high + 92, x + 152, high + 98)
    sheet.spot("vent", x + 142, high + 84)
    sheet.line(x + 100, high + 66, x + 210, high + 92)
    sheet.put(circle(LINE, x + 100, high + 66, 5))
    sheet.spot("handle", x + 200, high + 90)
    sheet.line(x + 44, high + 40, x + 20, high + 56, x + 8, high + 46, kind=MOVED)
    sheet.spot("hose", x + 24, high + 56)
    tray = high + 16 + 66 + 52
    sheet.put(dashed_box(x - 40, x + 420, tray, tray + 22), dashed_box(x - 60, x + 430, tray + 22, tray + 190))
    sheet.tape("tray", x + 48, high + 66, x + 48, tray)
    sheet.tape("cover", x + 150, high + 40, x + 252, high + 40)
    sheet.put(dashed_box(x + 252, x + 262, high + 16, tray))
    sheet.put(box(PART, 300, 360, low - 34, low - 12), box(LINE, 316, 344, low - 50, low - 34))
    sheet.spot("holder", 330, low - 30)
    if hitch.underslung:
        sheet.put(box(PART, x - 12, x + 12, low - 60, low - 12))
    sheet.bolt("extension", x - 30, low - 2, 8)
    sheet.tape("bracket", 0, low - 14, x, low - 14)


def chrome(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The cylinder beside the rail with as much chrome as shows, its eye pinned to the load bar, and the bar's rear end with it."""
    high = rail(hitch).high
    x = hitch.bracket
    shows = (count.number or 0.0) * count.kind.each if count.kind.dimension == LENGTH else 28.0
    body = high + 40 - 150
    eye = min(body, rail(hitch).low) - shows - 16
    sheet.put(
        box(PART, x - 16, x + 16, min(body, rail(hitch).low), high + 46),
        box(GLASS, x - 7, x + 7, eye, min(body, rail(hitch).low)),
    )
    end = x + _LOAD_BAR_END
    along = (end - 22) / (x - 22)
    at_end = BARS_AT + (eye - BARS_AT) * along
    sheet.put(
        circle(PART, 22, BARS_AT, 20),
        stroke(BODY, 22, BARS_AT + 16, end, at_end + 16, end, at_end - 16, 22, BARS_AT - 16),
        circle(PART, x, eye, 12), circle(GLASS, x, eye + 9, 3), circle(GLASS, x, eye - 9, 3), circle(LINE, x, eye, 6),
    )  # fmt: skip
    sheet.spot("eye", x, eye)
    sheet.spot("bar", (22 + x) / 2, (BARS_AT + eye) / 2)
    sheet.spot("pivot", 22, BARS_AT)
    sheet.spot("bar_latch", 30, BARS_AT)
    sheet.tape("bar_ground", x, ground(hitch), x, eye - 16)
    sheet.spot(count.kind.hold, x, eye + 16 + shows / 2)
    _tell(sheet, count)


# -- heads --------------------------------------------------------------------------------------------------------------


def screw(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The lead screw behind the head with the turns that it is in, and its lock."""
    sheet.put(box(PART, HEAD_BACK, HEAD_BACK + 22, -186, -166))
    sheet.threads(HEAD_BACK + 22, -176, min(count.number or 0, 24), pitch=4.0, tall=10)
    sheet.put(box(PART, HEAD_BACK - 20, HEAD_BACK, -190, -162))
    sheet.spot(count.kind.hold, HEAD_BACK + 30, -176)
    sheet.spot("screw_lock", HEAD_BACK - 10, -176)
    _tell(sheet, count)


def gauge(sheet: Sheet, hitch: AsSet) -> None:
    """The gauge under the ball."""
    sheet.put(circle(GLASS, -2, SEAT - 118, 22))
    sheet.line(-2, SEAT - 118, 10, SEAT - 104)
    sheet.spot("gauge", -2, SEAT - 118)


def washers(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The washers between shank and head: each drawn, and as many empty places as the rod still takes."""
    number = int(count.number or 0)
    top = -212.0
    for washer in range(max(int(count.most), number)):
        at = HEAD_FRONT + 6 + washer * 8
        sheet.put(box(PART if washer < number else MOVED, at, at + 6, top - 13, top + 13))
    sheet.spot(count.kind.hold, HEAD_FRONT + 30, top)
    _tell(sheet, count)


def positions(sheet: Sheet, hitch: AsSet, count: Count) -> None:
    """The head's tilt positions on an arc: the one in use is filled."""
    number = max(int(count.most), int(count.number or 0), 2)
    spread = math.radians(13)
    for position in range(1, number + 1):
        at = math.pi + spread * (position - (number + 1) / 2)
        sheet.put(
            circle(PART if position == count.number else GLASS, 30 + 84 * math.cos(at), -150 + 84 * math.sin(at), 7)
        )
    at = math.pi + spread * ((count.number or 1) - (number + 1) / 2)
    sheet.spot(count.kind.hold, 30 + 84 * math.cos(at), -150 + 84 * math.sin(at))
    _tell(sheet, count)


def _tell(sheet: Sheet, count: Count) -> None:
    """How it is set, at the place that it was drawn at."""
    if count.number is not None:
        spot = sheet.spots[count.kind.hold]
        sheet.say(spot.x, spot.y, count.kind.label, count.kind.reads(count.number))


def frame(hitch: AsSet) -> Frame:
    """All of the hitch, from the receiver to behind its brackets."""
    top = rail(hitch).high + (350 if CYLINDER in hitch.parts else 170)
    shank = upright(hitch)
    low = min(bars_at(hitch) - 75, shank.low - 12, shank.tube - 60)
    return Frame(left=-570, right=max(hitch.bracket, hitch.bar_end) + 240, low=low, top=max(top, shank.tube + 110))


#: how each part is drawn, in the order in which they lie over one another
PARTS: dict[str, Callable[[Sheet, AsSet], None]] = {
    BARS: bars,
    ON_BRACKETS: brackets,
    ON_CHAINS: chains,
    LEVERS: levers,
    TENSION: tension,
    CYLINDER: cylinder,
}

#: how each setting is drawn, by its place in the drawing
SETTINGS: dict[str, Callable[[Sheet, AsSet, Count], None]] = {
    "washers": washers,
    "tilt": positions,
    "bracket_hole": bracket_holes,
    "links": chain_links,
    "threads": tension_nut,
    "screw": screw,
    "chrome": chrome,
}

#: the setting that a part is drawn with, also where its kit does not say how it is set
DRAWN_WITH = {ON_CHAINS: "links", TENSION: "threads", CYLINDER: "chrome", SCREW: "screw", TILT: "tilt"}
