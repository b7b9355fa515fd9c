"""A sheet to draw a hitch on: its outlines, the spots that are pointed at, and what is said beside them. mm, x rearward, y up."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.outlines import LINE, MOVED, PART, Stroke, box, stroke
from stathmos.core.phrases import Phrase


@dataclass(frozen=True)
class Spot:
    """A place of the hitch; ``to_x``, ``to_y``: the tape's other end, where it is taped."""

    x: float
    y: float
    to_x: float | None = None
    to_y: float | None = None


@dataclass(frozen=True)
class Label:
    """What is said of a place: a name, and how it is set."""

    x: float
    y: float
    name: str
    says: Phrase


@dataclass(frozen=True)
class HitchDrawing:
    """A hitch as it is set."""

    strokes: tuple[Stroke, ...]
    spots: Mapping[str, Spot]
    labels: tuple[Label, ...]
    frame: Frame


@dataclass(frozen=True)
class Frame:
    """What of a drawing is shown where all of the hitch is: the ground may lie below it."""

    left: float
    right: float
    low: float
    top: float


def circle(kind: str, x: float, y: float, r: float, flat: float = 1.0) -> Stroke:
    """A round as a polygon of 24 corners; ``flat``: its height to its width.

    >>> circle(PART, 0, 0, 100).x[0], max(circle(PART, 0, 0, 100, 0.5).y)
    (100, 50)
    """
    corners = [2 * math.pi * corner / 24 for corner in range(24)]
    return stroke(kind, *(each for at in corners for each in (x + r * math.cos(at), y + r * flat * math.sin(at))))


@dataclass
class Sheet:
    """What is drawn, piece by piece."""

    strokes: list[Stroke] = field(default_factory=list)
    spots: dict[str, Spot] = field(default_factory=dict)
    labels: list[Label] = field(default_factory=list)

    def put(self, *strokes: Stroke) -> None:
        """Draw outlines over what is there."""
        self.strokes += strokes

    def spot(self, name: str, x: float, y: float) -> None:
        """Name a place."""
        self.spots[name] = Spot(x, y)

    def tape(self, name: str, x: float, y: float, to_x: float, to_y: float) -> None:
        """Name a place where the tape is held, from here to there."""
        self.spots[name] = Spot(x, y, to_x, to_y)

    def say(self, x: float, y: float, name: str, says: Phrase) -> None:
        """Write beside a place."""
        self.labels.append(Label(x, y, name, says))

    def line(self, *points: float, kind: str = LINE) -> None:
        """A line through points, x and y by turns."""
        self.put(stroke(kind, *points, closed=False))

    def bolt(self, name: str, x: float, y: float, r: float = 9.0) -> None:
        """A bolt's head from the front, and its place."""
        self.put(circle(PART, x, y, r), circle(LINE, x, y, 0.5 * r))
        self.spot(name, x, y)

    def threads(self, x: float, y: float, number: float, pitch: float = 5.0, tall: float = 9.0) -> None:
        """So many threads showing along a bolt to the right, each a line. Half of one is a short line."""
        whole = int(number)
        end = x + number * pitch
        self.put(box(LINE, x, end + 3, y - 0.6 * tall, y + 0.6 * tall))
        for thread in range(whole):
            at = x + (thread + 0.5) * pitch
            self.line(at - 1, y - tall, at + 1, y + tall)
        if number > whole:
            self.line(end - 1, y - 0.5 * tall, end, y + 0.5 * tall)

    def done(self, frame: Frame) -> HitchDrawing:
        """The drawing; its labels from the right to the left, so that no line to a label's row runs through another label."""
        labels = tuple(sorted(self.labels, key=lambda one: -one.x))
        return HitchDrawing(tuple(self.strokes), dict(self.spots), labels, frame)


def dashed_box(left: float, right: float, low: float, high: float) -> Stroke:
    """A box that is there only to be kept clear of."""
    return box(MOVED, left, right, low, high)
