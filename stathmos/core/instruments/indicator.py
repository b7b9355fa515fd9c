"""What an instrument shows, line by line, and whether that may be taken down: only what stands still, in range, in its unit.

A figure is steady when the last lines of a stretch agree within half a mark and none of them says that it moves. One
garbled line between sound ones is passed over; it never becomes a figure, and it breaks no silence.
"""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, field

from stathmos.core.instruments.instrument import Instrument
from stathmos.core.instruments.line import BELOW, FAULT, GARBLED, OVER, READ, WRONG_UNIT, Line, read_line

STEADY, MOVING, SILENT = "steady", "moving", "silent"
#: how an instrument can stand; only the first may be taken down
STATES = (STEADY, MOVING, OVER, BELOW, WRONG_UNIT, GARBLED, FAULT, SILENT)

#: seconds over which a figure must agree to be steady, and lines at the least; seconds without a line that are silence
STRETCH, AT_LEAST, SILENCE = 0.8, 3, 2.0

_WHY = {
    MOVING: "It is in motion: wait until it stands still.",
    OVER: "It is over its range: nothing is taken down.",
    BELOW: "It is below nothing: set it to zero, empty.",
    WRONG_UNIT: "It shows another unit than it is kept with: set one or the other.",
    GARBLED: "What it sends cannot be read: look at the cable, and at its pattern.",
    FAULT: "It says that something is wrong with it.",
    SILENT: "It says nothing: is it on, and plugged in?",
}


@dataclass(frozen=True, kw_only=True)
class Shown:
    """What it shows now. ``value`` in the core's unit of what it measures, None where it shows no figure; ``net``: a ``tare`` is taken
    off, None where it does not say how much."""

    state: str
    value: float | None = None
    net: bool = False
    tare: float | None = None


def refusal(state: str) -> str:
    """Why nothing is taken down in a state; empty where something may be.

    >>> refusal(STEADY), refusal(MOVING)
    ('', 'It is in motion: wait until it stands still.')
    """
    return _WHY.get(state, "")


@dataclass
class Indicator:
    """Follows one instrument. Times are seconds of any clock that only goes on."""

    instrument: Instrument
    heard: deque[tuple[float, Line]] = field(default_factory=deque)
    last_at: float | None = None

    def hear(self, text: str, at: float) -> None:
        """One line more."""
        line = read_line(text, self.instrument.pattern, self.instrument.unit)
        if line.kind == READ and abs(line.value) > self.instrument.capacity:
            line = Line(kind=OVER)
        if line.kind == READ and line.value < -self.instrument.mark / 2 and not self.instrument.of.signed:
            line = Line(kind=BELOW)
        self.last_at = at
        self.heard.append((at, line))
        while self.heard and self.heard[0][0] < at - 2 * STRETCH:
            self.heard.popleft()

    def shown(self, now: float) -> Shown:
        """What it shows at a moment."""
        if self.last_at is None or now - self.last_at > SILENCE:
            return Shown(state=SILENT)
        sound = [(at, line) for at, line in self.heard if line.kind != GARBLED]
        if not sound:
            return Shown(state=GARBLED)
        last_at, last = sound[-1]
        # More broken lines than sound ones, or only broken ones of late: nobody knows what it shows.
        if self.last_at - last_at > STRETCH / 2 or 2 * len(sound) < len(self.heard):
            return Shown(state=GARBLED)
        if last.kind != READ:
            return Shown(state=last.kind)
        stretch = [(at, line) for at, line in sound if at >= last_at - STRETCH - 1e-9]
        agree = all(
            line.kind == READ
            and line.net == last.net
            and abs(line.value - last.value) <= self.instrument.mark / 2 + 1e-9
            for _, line in stretch
        )
        long_enough = len(stretch) >= AT_LEAST and last_at - stretch[0][0] >= STRETCH * 0.75
        still = agree and long_enough and all(line.steady is not False for _, line in stretch)
        return Shown(state=STEADY if still else MOVING, value=last.value, net=last.net, tare=last.tare)
