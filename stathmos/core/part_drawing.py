"""A thing of the catalogue drawn with its dimensions, to scale where they are written; what nobody wrote is left out.

All mm, x to the right, y up; nothing here enters any judgement. What is not a dimension (the head's housing, a nut) is drawn
from memory, of no maker's make.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core import outlines
from stathmos.core.elevation import TYPICAL, TYPICAL_KINDS
from stathmos.core.figures import Given
from stathmos.core.heights import positions
from stathmos.core.hitch_drawing import draw
from stathmos.core.hitch_drawing.as_set import of_kit
from stathmos.core.hitch_drawing.parts import SEAT, rail
from stathmos.core.hitch_drawing.sheet import circle
from stathmos.core.outlines import BODY, GLASS, LINE, MOVED, PART, Stroke, box, stroke
from stathmos.core.rig import Trailer, Vehicle
from stathmos.core.stock import Ball, Kit, Shank, Sleeve, Wrench

TUBE = 50.8  # a shank's tube, where its size is not written
_WHEEL = 370.0
_ROW = 62.0  # from one dimension below a hitch to the next


@dataclass(frozen=True)
class Dimension:
    """A length between two points, mm. ``name``: what it is called; its amount is `long`."""

    name: str
    x1: float
    y1: float
    x2: float
    y2: float
    long: float


@dataclass(frozen=True)
class Drawing:
    """Outlines and the dimensions that stand beside them."""

    strokes: tuple[Stroke, ...]
    dimensions: tuple[Dimension, ...]


def across(name: str, left: float, right: float, y: float) -> Dimension:
    """A dimension along."""
    return Dimension(name, left, y, right, y, abs(right - left))


def upright(name: str, x: float, low: float, high: float) -> Dimension:
    """A dimension up."""
    return Dimension(name, x, low, x, high, abs(high - low))


def _value(given: Given | None) -> float | None:
    return None if given is None else given.value


def vehicle(part: Vehicle) -> Drawing:
    """A tow vehicle from its left side."""
    wheelbase, overhang = _value(part.wheelbase), _value(part.overhang)
    w, o = wheelbase or TYPICAL["vehicle.wheelbase"], overhang or TYPICAL["vehicle.overhang"]
    kind = part.vehicle_class.typed if part.vehicle_class is not None else TYPICAL_KINDS["vehicle.vehicle_class"]
    dimensions = []
    if wheelbase is not None:
        dimensions.append(across("wheelbase", 0, w, -260))
    if overhang is not None:
        dimensions.append(across("overhang", w, w + o, -260))
    if (high := _value(part.receiver_height)) is not None:
        dimensions.append(upright("receiver", w + o + 250, 0, high))
    wheels = (circle(PART, 0, _WHEEL, _WHEEL), circle(PART, w, _WHEEL, _WHEEL))
    return Drawing((*outlines.vehicle(kind, w, w + o), *wheels), tuple(dimensions))


def trailer(part: Trailer) -> Drawing:
    """A trailer from its left side, the ball at nought."""
    axle, rear, frame = _value(part.ball_to_axle), _value(part.ball_to_rear), _value(part.frame_length)
    L = axle or TYPICAL["trailer.ball_to_axle"]
    long = frame or TYPICAL["trailer.frame_length"]
    end = rear or L + 0.45 * long
    rail = _value(part.coupler_height) or TYPICAL["trailer.coupler_height"]
    on = outlines.Rail(max(0.0, end - long), end, L, rail)
    body = part.body.typed if part.body is not None else TYPICAL_KINDS["trailer.body"]
    count = int(part.axle_count.value) if part.axle_count is not None else 2
    wheels = [circle(PART, L + (number - (count - 1) / 2) * 860, 350, 350) for number in range(count)]
    frame_drawn = stroke(LINE, 0, rail, on.front + 400, rail, on.front + 400, rail - 110, 100, rail - 80)
    dimensions = []
    if axle is not None:
        dimensions.append(across("ball to axles", 0, L, -260))
    if rear is not None:
        dimensions.append(across("ball to rear", 0, end, -620))
    if part.coupler_height is not None:
        dimensions.append(upright("coupler", -300, 0, rail))
    return Drawing(
        (frame_drawn, *outlines.trailer(body, on), *wheels, circle(BODY, 0, rail - 30, 45)), tuple(dimensions)
    )


def kit(part: Kit) -> Drawing:
    """A hitch as its maker has one begin, with the bar's length, and where its brackets may stand."""
    hitch = of_kit(part)
    drawn = draw(hitch)
    strokes = [*drawn.strokes]
    low, high = drawn.frame.low, rail(hitch).high
    dimensions = []
    if part.bar_length is not None:
        dimensions.append(across("bar", 0, part.bar_length.value, low - _ROW))
    least, most, best = _value(part.bracket_least), _value(part.bracket_most), _value(part.bracket_distance)
    if least is not None and most is not None:
        strokes.append(stroke(MOVED, least, high + 60, least, low + 60, most, low + 60, most, high + 60))
        dimensions += [across("brackets from", 0, least, low - 2 * _ROW), across("to", 0, most, low - 3 * _ROW)]
    if best is not None:
        dimensions.append(across("best at", 0, best, high + 110))
    if (seat := _value(part.seat_above_shank)) is not None:
        dimensions.append(upright("seat above shank", -880, SEAT - seat, SEAT))
    if (adds := _value(part.adds_overhang)) is not None:
        dimensions.append(across("adds", -adds, 0, low - _ROW if part.bar_length is None else low - 4 * _ROW))
    return Drawing(tuple(strokes), tuple(dimensions))


def shank(part: Shank) -> Drawing | None:
    """A shank both ways up: pointing down to the left, turned over to the right; the tube's inside top at nought."""
    found = positions(part)
    if not isinstance(found, tuple):
        return None
    tube = _value(part.size) or TUBE
    strokes, dimensions = [], []
    for place, way in ((0.0, "down"), (620.0, "up")):
        rises = [one.rise for one in found if one.orientation == way]
        low, high = min(rises), max(rises)
        strokes += [
            box(BODY, place, place + 260, -tube, 0),
            box(BODY, place + 240, place + 320, min(low, -tube) - 35, max(high, 0.0) + 35),
            *(circle(PART, place + 280, rise, 11) for rise in rises),
        ]
        if way == "down":
            dimensions.append(upright("most drop", place + 400, low, 0))
        else:
            dimensions.append(upright("most rise", place + 400, 0, high))
        if len(rises) > 1 and way == "down":
            dimensions.append(upright("pitch", place + 190, rises[0], rises[1]))
    return Drawing(tuple(strokes), tuple(dimensions))


def ball(part: Ball) -> Drawing | None:
    """A ball on its shank, the seat at nought."""
    if part.diameter is None:
        return None
    d, stack = part.diameter.value, _value(part.stack_height) or 1.25 * part.diameter.value
    thick, long = _value(part.shank_diameter) or 25.4, _value(part.thread_length) or 50.0
    nut = (_value(part.nut_across) or 1.5 * thick) / 2
    strokes = (
        box(PART, -thick / 2, thick / 2, -long, 0),
        stroke(BODY, -nut, 0, -0.6 * d, 8, -0.35 * d, stack - 0.8 * d, 0.35 * d, stack - 0.8 * d, 0.6 * d, 8, nut, 0),
        circle(BODY, 0, stack - d / 2, d / 2),
        box(BODY, -nut, nut, -long + 6, -long + 6 + 0.8 * thick),
    )
    dimensions = [across("ball", -d / 2, d / 2, stack + 14)]
    if part.stack_height is not None:
        dimensions.append(upright("seat to top", d, 0, stack))
    if part.shank_diameter is not None:
        dimensions.append(across("shank", -thick / 2, thick / 2, -long - 14))
    if part.thread_length is not None:
        dimensions.append(upright("thread", -d, -long, 0))
    return Drawing(strokes, tuple(dimensions))


def sleeve(part: Sleeve) -> Drawing | None:
    """A sleeve from its mouth."""
    if part.outer is None or part.inner is None:
        return None
    outer, inner = part.outer.value / 2, part.inner.value / 2
    strokes = (box(BODY, -outer, outer, -outer, outer), box(GLASS, -inner, inner, -inner, inner))
    return Drawing(
        strokes, (across("receiver", -outer, outer, -outer - 10), across("shank", -inner, inner, outer + 10))
    )


def wrench(part: Wrench) -> Drawing | None:
    """A torque wrench, its drive at nought."""
    if part.handle is None:
        return None
    A = part.handle.value
    strokes = (
        stroke(BODY, 0, -16, 0.8 * A, -11, 0.8 * A, 11, 0, 16),
        box(PART, 0.8 * A, 1.2 * A, -17, 17),
        circle(BODY, 0, 0, 30),
        box(PART, -10, 10, -10, 10),
    )
    return Drawing(strokes, (across("drive to grip", 0, A, -60),))


_DRAWN: dict[type, Callable[..., Drawing | None]] = {
    Vehicle: vehicle,
    Trailer: trailer,
    Kit: kit,
    Shank: shank,
    Ball: ball,
    Sleeve: sleeve,
    Wrench: wrench,
}


def part_drawing(part: object) -> Drawing | None:
    """A thing of the catalogue; none where too little of it is written, or there is nothing to draw."""
    draw = _DRAWN.get(type(part))
    return None if draw is None else draw(part)
