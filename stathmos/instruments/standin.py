"""Stand-ins for the instruments of a yard: they speak the worded line of `core.instruments`, on loopback or into anything that is written to.

What stands on one settles as a plate does, with noise and a motion flag; faults come on demand. Weights kg.
"""

from __future__ import annotations

import math
import random
import socket
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field

from stathmos.core.instruments import Instrument
from stathmos.core.instruments.line import check_number
from stathmos.core.units import UNITS, WEIGHT

LINES_A_SECOND = 10.0
#: seconds in which what comes on settles to a third; how far it swings meanwhile, and how far it trembles always, as shares
SETTLES, SWINGS, TREMBLES = 0.35, 0.05, 0.00005
#: what can be wrong with it, on demand
FAULTS = ("silent", "garbled", "wrong_unit", "fault", "unplugged")


@dataclass
class StandIn:
    """One instrument with something on it. ``put`` changes what stands there; ``fault`` one of `FAULTS`, or empty."""

    instrument: Instrument
    clock: Callable[[], float] = time.monotonic
    dice: random.Random = field(default_factory=lambda: random.Random(1))
    fault: str = ""
    tare: float = 0.0
    _on: float = 0.0
    _was: float = 0.0
    _since: float = -1e9

    def put(self, weight: float, at_rest: bool = False) -> None:
        """Something comes onto it, or off it: so many kg stand there from now on; ``at_rest``: it has come to rest already."""
        self._was, self._on, self._since = self._now(), weight, self.clock() - (60.0 if at_rest else 0.0)

    def _now(self) -> float:
        gone = self.clock() - self._since
        left = math.exp(-gone / SETTLES) if gone < 60 else 0.0
        swing = SWINGS * (self._on - self._was) * left * math.cos(9 * gone)
        return self._on + (self._was - self._on) * left + swing

    def line(self) -> str:
        """What it says now."""
        one, weight = self.instrument, self._now() + self.dice.gauss(0, TREMBLES * abs(self._on)) - self.tare
        still = abs(self._now() - self._on) < one.mark / 2
        unit = ("kg" if one.unit == "lb" else "lb") if self.fault == "wrong_unit" else one.unit
        per = UNITS[WEIGHT][unit]
        marks = round(weight / one.mark) * one.mark / per
        word = "steady" if still else "moving"
        if weight > one.capacity:
            word = "over"
        elif weight < -one.mark / 2:
            word = "below"
        if self.fault == "fault":
            word = "fault"
        text = f"yard {'net' if self.tare else 'gross'} {'-' if marks < -1e-9 else ''}{abs(marks):.{_places(one)}f} {unit} {word} "
        said = f"{text}*{check_number(text)}"
        if self.fault == "garbled":
            said = "".join(self.dice.sample(said, len(said)))
        return said


def _places(instrument: Instrument) -> int:
    """Decimals that its mark wants, three at the most."""
    mark = instrument.mark / UNITS[WEIGHT][instrument.unit]
    return next((places for places in range(3) if abs(round(mark, places) - mark) < 1e-6), 3)


class OnLoopback:
    """A stand-in that speaks to whoever connects, on a port of its own."""

    def __init__(self, standin: StandIn, port: int = 0) -> None:
        self.standin = standin
        self._server = socket.create_server(("127.0.0.1", port))
        self._server.settimeout(0.2)
        self._closing = threading.Event()
        self._heard: list[threading.Thread] = []
        self._thread = threading.Thread(target=self._serve, daemon=True)

    @property
    def address(self) -> str:
        """Where it is, as an instrument's address is written."""
        return f"socket://127.0.0.1:{self._server.getsockname()[1]}"

    def __enter__(self) -> OnLoopback:
        self._thread.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._closing.set()
        self._thread.join()
        for one in self._heard:
            one.join()
        self._server.close()

    def _serve(self) -> None:
        while not self._closing.is_set():
            try:
                heard, _ = self._server.accept()
            except TimeoutError:
                continue
            told = threading.Thread(target=self._tell, args=(heard,), daemon=True)
            self._heard = [*(one for one in self._heard if one.is_alive()), told]
            told.start()

    def _tell(self, heard: socket.socket) -> None:
        with heard:
            heard.settimeout(1.0)
            while not self._closing.is_set() and self.standin.fault != "unplugged":
                if self.standin.fault != "silent":
                    try:
                        heard.sendall(f"{self.standin.line()}\r\n".encode("ascii", "replace"))
                    except OSError:
                        return
                self._closing.wait(1 / LINES_A_SECOND)
