"""What vehicles and trailers look like from the left side, for drawing them to scale; nothing here enters any judgement.

Places are mm: x rearward, y up from the ground. Shapes are proportions of the measured lengths, from memory, of no maker's make.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

BODY, GLASS, LINE, PART, LOAD, MOVED = "body", "glass", "line", "part", "load", "moved"
KINDS = (BODY, GLASS, LINE, PART, LOAD, MOVED)
ROOF = 2780.0
DECK = 90.0  # of a flat bed above its rail


@dataclass(frozen=True)
class Stroke:
    """One outline. ``kind``: what it shows (see `KINDS`); ``x`` and ``y``: its points in their order, mm."""

    kind: str
    x: tuple[float, ...]
    y: tuple[float, ...]
    closed: bool = True


def stroke(kind: str, *points: float, closed: bool = True) -> Stroke:
    """An outline of x and y by turns, to the millimetre.

    >>> stroke(LINE, 0, 900, 4000.4, 900, closed=False)
    Stroke(kind='line', x=(0, 4000), y=(900, 900), closed=False)
    """
    if kind not in KINDS or len(points) % 2:
        raise ValueError("an outline has a kind of KINDS and as many heights as places")
    return Stroke(kind, tuple(round(x) for x in points[0::2]), tuple(round(y) for y in points[1::2]), closed)


def box(kind: str, left: float, right: float, low: float, high: float) -> Stroke:
    """An upright rectangle.

    >>> box(PART, 0, 10, 5, 8).y
    (5, 5, 8, 8)
    """
    return stroke(kind, left, low, right, low, right, high, left, high)


# -- tow vehicles -------------------------------------------------------------------------------------------------------


def _pickup(w: float, end: float, tall: float) -> tuple[Stroke, ...]:
    """A crew cab before an open bed."""
    bed = 1330 + tall
    return (
        stroke(
            BODY, -960, 470 + tall, -985, 800 + tall, -900, 1090 + tall, 0.17 * w, 1200 + tall, 0.33 * w, 1880 + tall, 0.44 * w,
            1920 + tall, 0.66 * w, 1900 + tall, 0.705 * w, 1340 + tall, end, bed, end, 640 + tall, end - 90, 480 + tall, -880,
            450 + tall,
        ),
        stroke(GLASS, 0.24 * w, 1250 + tall, 0.36 * w, 1800 + tall, 0.48 * w, 1830 + tall, 0.48 * w, 1250 + tall),
        stroke(GLASS, 0.505 * w, 1250 + tall, 0.505 * w, 1830 + tall, 0.635 * w, 1815 + tall, 0.665 * w, 1250 + tall),
        stroke(LINE, 0.705 * w, 1340 + tall, 0.71 * w, 560 + tall, closed=False),
        stroke(LINE, 0.74 * w, bed - 90, end - 40, bed - 90, closed=False),
        stroke(LINE, 0.26 * w, 1150 + tall, 0.66 * w, 1150 + tall, closed=False),
    )  # fmt: skip


def _wagon(w: float, end: float, roof: float) -> tuple[Stroke, ...]:
    """A body closed to its tail, with three panes."""
    return (
        stroke(
            BODY, -960, 470, -985, 800, -900, 1090, 0.17 * w, 1190, 0.37 * w, roof - 40, 0.5 * w, roof, end - 330, roof - 30,
            end - 60, 1230, end, 1120, end, 600, end - 90, 430, -880, 430,
        ),
        stroke(GLASS, 0.26 * w, 1230, 0.4 * w, roof - 110, 0.57 * w, roof - 90, 0.57 * w, 1230),
        stroke(GLASS, 0.6 * w, 1230, 0.6 * w, roof - 90, 0.86 * w, roof - 100, 0.88 * w, 1230),
        stroke(GLASS, 0.91 * w, 1230, 0.89 * w, roof - 100, end - 370, roof - 120, end - 150, 1230),
        stroke(LINE, -960, 900, end, 900, closed=False),
        stroke(LINE, 0.585 * w, roof - 60, 0.585 * w, 520, closed=False),
    )  # fmt: skip


def _van(w: float, end: float) -> tuple[Stroke, ...]:
    """A tall box behind a short nose, with a sliding door."""
    return (
        stroke(
            BODY, -900, 450, -930, 900, -760, 1200, -0.02 * w, 1420, 0.13 * w, 2330, 0.2 * w, 2480, end - 60, 2500, end, 2300,
            end, 520, end - 120, 450,
        ),
        stroke(GLASS, 0.03 * w, 1480, 0.15 * w, 2220, 0.3 * w, 2240, 0.3 * w, 1480),
        stroke(LINE, -930, 900, end, 900, closed=False),
        stroke(LINE, 0.36 * w, 560, 0.36 * w, 2380, 0.7 * w, 2380, 0.7 * w, 560, closed=False),
        stroke(LINE, 0.7 * w, 1420, end - 120, 1420, closed=False),
    )  # fmt: skip


VEHICLES: dict[str, Callable[[float, float], tuple[Stroke, ...]]] = {
    "midsize_suv": lambda w, end: _wagon(w, end, 1760),
    "large_suv": lambda w, end: _wagon(w, end, 1900),
    "van": _van,
    "half_ton": lambda w, end: _pickup(w, end, 0),
    "three_quarter_ton": lambda w, end: _pickup(w, end, 70),
    "one_ton": lambda w, end: _pickup(w, end, 90),
}


def vehicle(vehicle_class: str, wheelbase: float, ball_x: float) -> tuple[Stroke, ...]:
    """A tow vehicle of a class, its front axle at nought; it ends ahead of the ball.

    >>> min(min(one.x) for one in vehicle("van", 3500, 4700)), max(max(one.x) for one in vehicle("van", 3500, 4700))
    (-930, 4470)
    """
    end = wheelbase + min(1080.0, ball_x - wheelbase - 230)
    return VEHICLES[vehicle_class](wheelbase, end)


# -- trailers -----------------------------------------------------------------------------------------------------------


@dataclass(frozen=True)
class Rail:
    """What a trailer's body stands on: where its box begins and ends, where its axles are, how high its rail is, mm."""

    front: float
    rear: float
    axle: float
    height: float

    @property
    def long(self) -> float:
        """From end to end."""
        return self.rear - self.front

    def at(self, share: float) -> float:
        """A place along it."""
        return self.front + share * self.long


def _travel(on: Rail) -> tuple[Stroke, ...]:
    sill, door = on.height - 90, on.at(0.36)
    return (
        stroke(
            BODY, on.front + 60, sill, on.front - 20, sill + 330, on.front - 10, sill + 1150, on.front + 280, ROOF - 90,
            on.front + 520, ROOF, on.rear - 180, ROOF, on.rear, ROOF - 160, on.rear, sill + 240, on.rear - 120, sill,
        ),
        box(GLASS, on.at(0.12), on.at(0.27), 1650, 2150),
        box(GLASS, on.at(0.72), on.at(0.9), 1650, 2150),
        stroke(LINE, door, sill + 40, door, 2280, door + 620, 2280, door + 620, sill + 40, closed=False),
    )  # fmt: skip


def _folding(on: Rail) -> tuple[Stroke, ...]:
    """A camper folded down to travel: a low box, its lid, and the bed ends within."""
    sill, lid = on.height - 90, on.height + 640
    return (
        stroke(BODY, on.front, sill, on.front, lid, on.rear, lid, on.rear, sill),
        stroke(BODY, on.front - 30, lid, on.front + 60, lid + 190, on.rear - 60, lid + 190, on.rear + 30, lid),
        stroke(LINE, on.at(0.06), sill + 90, on.at(0.06), lid - 60, closed=False),
        stroke(LINE, on.at(0.94), sill + 90, on.at(0.94), lid - 60, closed=False),
        box(LINE, on.at(0.42), on.at(0.42) + 560, sill + 60, lid - 70),
    )


def _toy_hauler(on: Rail) -> tuple[Stroke, ...]:
    """A tall box whose rear wall is a ramp; let down, it would reach the ground."""
    sill, door, ramp = on.height - 90, on.at(0.3), 1900.0
    return (
        stroke(
            BODY, on.front + 60, sill, on.front - 20, sill + 330, on.front, sill + 1250, on.front + 260, ROOF, on.rear, ROOF,
            on.rear, sill,
        ),
        box(GLASS, on.at(0.1), on.at(0.22), 1650, 2150),
        stroke(LINE, door, sill + 40, door, 2280, door + 620, 2280, door + 620, sill + 40, closed=False),
        box(PART, on.rear - 90, on.rear, sill + 40, sill + 40 + ramp),
        stroke(MOVED, on.rear, sill + 40, on.rear + ramp * 0.93, 40, closed=False),
        box(LINE, on.at(0.6), on.at(0.6) + 420, 1500, 1740),
    )  # fmt: skip


def _cargo(on: Rail) -> tuple[Stroke, ...]:
    """A plain box with a wedge before it and doors behind."""
    sill, roof = on.height - 60, on.height + 1750
    return (
        stroke(BODY, on.front - 260, sill, on.front - 260, roof - 250, on.front, roof, on.rear, roof, on.rear, sill),
        stroke(LINE, on.front, sill, on.front, roof, closed=False),
        stroke(LINE, on.rear - 60, sill + 80, on.rear - 60, roof - 90, closed=False),
        stroke(LINE, on.at(0.16), sill + 40, on.at(0.16), roof - 160, on.at(0.16) + 700, roof - 160, on.at(0.16) + 700,
               sill + 40, closed=False),
    )  # fmt: skip


def _flat(on: Rail) -> tuple[Stroke, ...]:
    """A deck with stake pockets, a rail before and a ramp folded up behind."""
    deck = on.height + DECK
    pockets = [on.at(0.08 + 0.14 * number) for number in range(7)]
    return (
        stroke(BODY, on.front, on.height - 60, on.front, deck, on.rear, deck, on.rear, on.height - 60),
        stroke(BODY, on.front, deck, on.front, deck + 480, on.front + 50, deck + 480, on.front + 50, deck),
        stroke(PART, on.rear - 40, deck, on.rear - 130, deck + 700, on.rear - 80, deck + 700, on.rear, deck),
        *(box(LINE, at, at + 70, on.height - 60, on.height + 40) for at in pockets),
    )


def _tilt(on: Rail) -> tuple[Stroke, ...]:
    """A deck that tips about its axles; tipped, its rear edge is on the ground."""
    deck, low = on.height + DECK, 60.0
    slope = (deck - low) / max(1.0, on.rear - on.axle)
    return (
        stroke(BODY, on.front, on.height - 40, on.front, deck, on.rear, deck, on.rear + 120, on.height - 40),
        stroke(BODY, on.front, deck, on.front, deck + 420, on.front + 50, deck + 420, on.front + 50, deck),
        stroke(PART, on.axle - 70, on.height - 60, on.axle, deck - 10, on.axle + 70, on.height - 60),
        stroke(MOVED, on.front, deck + slope * (on.axle - on.front), on.rear, low, closed=False),
        stroke(LINE, on.at(0.3), on.height - 40, on.at(0.42), on.height - 240, closed=False),
    )


def _boat(on: Rail) -> tuple[Stroke, ...]:
    """A hull on bunks, its bow against the winch post."""
    keel, gunwale = on.height + 190, on.height + 1120
    return (
        box(BODY, on.front, on.rear, on.height - 60, on.height + 40),
        stroke(
            LOAD, on.front + 140, gunwale + 90, on.front + 420, keel + 330, on.at(0.3), keel, on.rear - 40, keel, on.rear + 40,
            gunwale - 160, on.at(0.62), gunwale - 60,
        ),
        stroke(GLASS, on.at(0.4), gunwale - 5, on.at(0.47), gunwale + 330, on.at(0.5), gunwale + 330, on.at(0.5), gunwale - 40),
        stroke(LOAD, on.rear + 40, gunwale - 120, on.rear + 330, gunwale - 60, on.rear + 330, keel + 260, on.rear + 210, keel - 60,
               on.rear + 110, keel - 60, on.rear + 130, keel + 300),
        stroke(PART, on.front, on.height, on.front + 70, gunwale - 60, on.front + 160, gunwale - 60, on.front + 120, on.height),
        stroke(LINE, on.at(0.3), on.height + 40, on.at(0.3), keel, closed=False),
        stroke(LINE, on.at(0.88), on.height + 40, on.at(0.88), keel, closed=False),
    )  # fmt: skip


TRAILERS: dict[str, Callable[[Rail], tuple[Stroke, ...]]] = {
    "travel": _travel,
    "folding": _folding,
    "toy_hauler": _toy_hauler,
    "cargo": _cargo,
    "flat": _flat,
    "tilt": _tilt,
    "boat": _boat,
}


def trailer(body: str, on: Rail) -> tuple[Stroke, ...]:
    """A trailer of a kind on its rail, level.

    >>> [one.kind for one in trailer("flat", Rail(6000, 11000, 9000, 560))][:3]
    ['body', 'body', 'part']
    """
    return TRAILERS[body](on)


# -- what hangs on the frame --------------------------------------------------------------------------------------------


def jack(at: float, rail: float, high: float | None) -> Stroke:
    """The tongue jack: its tube from above the ground to its head; ``high`` ground to its top, mm.

    >>> jack(5500, 560, None).y
    (330, 330, 1310, 1310)
    """
    return box(PART, at - 30, at + 30, rail - 230, high or rail + 750)


def cylinders(at: float, rail: float, tray: float | None) -> tuple[Stroke, ...]:
    """Two propane cylinders on their tray; ``tray`` front to back, mm."""
    half = (tray or 500) / 2
    return (
        stroke(
            PART, at - half, rail, at - half, rail + 480, at - half + 90, rail + 560, at - 30, rail + 480, at - 30, rail
        ),
        stroke(
            PART, at + 30, rail, at + 30, rail + 480, at + half - 90, rail + 560, at + half, rail + 480, at + half, rail
        ),
    )


def battery(at: float, rail: float, tray: float | None) -> Stroke:
    """The batteries in their box; ``tray`` front to back, mm."""
    half = (tray or 330) / 2
    return box(PART, at - half, at + half, rail, rail + 240)


def tank(at: float, rail: float, litres: float | None) -> Stroke:
    """A tank hung beneath the floor: 1.2 m across and 250 mm deep, from memory, as long as its volume asks.

    >>> tank(9000, 600, 150).x
    (8750, 9250, 9250, 8750)
    """
    half = min(1200.0, max(250.0, (litres or 150) * 1e6 / (1200 * 250))) / 2
    return box(PART, at - half, at + half, rail - 380, rail - 130)
