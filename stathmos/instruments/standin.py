"""Stand-ins for the instruments of a yard: they speak the worded line of `core.instruments`, on loopback or into anything that is written to.

What stands on one settles as a plate does, with noise and a motion flag; faults come on demand, also while it runs: whoever is connected may
send it a line (“fault garbled”, “fault none”, “put 745”, “tare 20”). Figures in the core's units; what a line sends is in its own.
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
from stathmos.core.instruments.line import check_number, unit_of
from stathmos.core.units import ANGLE, COUPLE, UNITS, WEIGHT

LINES_A_SECOND = 10.0
#: seconds in which what comes on settles to a third; how far it swings meanwhile, and how far it trembles always, as shares
SETTLES, SWINGS, TREMBLES = 0.35, 0.05, 0.00005
#: what can be wrong with it, on demand
FAULTS = ("silent", "garbled", "wrong_unit", "fault", "unplugged", "drops")
#: with drop-outs it says nothing for so long, every so often, seconds
DROPS_FOR, DROPS_EVERY = 1.0, 4.0


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
        one, value = self.instrument, self._now() + self.dice.gauss(0, TREMBLES * abs(self._on)) - self.tare
        others = [unit for unit in one.of.units if unit != one.unit]
        unit = others[0] if self.fault == "wrong_unit" and others else one.unit
        marks = round(value / one.mark) * one.mark / UNITS[one.of.measures][unit_of(unit)]
        word = "steady" if abs(self._now() - self._on) < one.mark / 2 else "moving"
        if abs(value) > one.capacity:
            word = "over"
        elif value < -one.mark / 2:
            word = "below"
        if self.fault == "fault":
            word = "fault"
        figure = f"{'-' if marks < -1e-9 else ''}{abs(marks):.{_places(one)}f}"
        said = SAYS[one.of.measures](self, figure, unit, word)
        if self.fault == "garbled":
            said = "".join(self.dice.sample(said, len(said)))
        return said

    @property
    def silent(self) -> bool:
        """Whether it says nothing just now."""
        return self.fault == "silent" or (self.fault == "drops" and self.clock() % DROPS_EVERY < DROPS_FOR)

    def told(self, line: str) -> None:
        """What somebody sent it: a fault, or something to stand on it, in its own unit. Anything else changes nothing."""
        what, _, how = line.strip().partition(" ")
        per = UNITS[self.instrument.of.measures][unit_of(self.instrument.unit)]
        if what == "fault":
            self.fault = how if how in FAULTS else ""
        elif what in ("put", "tare"):
            try:
                value = float(how) * per
            except ValueError:
                return
            if what == "put" and math.isfinite(value):
                self.put(value)
            elif math.isfinite(value):
                self.tare = value


def _checked(text: str) -> str:
    return f"{text}*{check_number(text)}"


def _of_a_scale(standin: StandIn, figure: str, unit: str, word: str) -> str:
    per = UNITS[WEIGHT][unit]
    tare = f"tare {standin.tare / per:.{_places(standin.instrument)}f} " if standin.tare else ""
    return _checked(f"yard {'net' if standin.tare else 'gross'} {figure} {unit} {tare}{word} ")


def _of_a_wrench(_: StandIn, figure: str, unit: str, word: str) -> str:
    return _checked(f"wrench {figure} {unit.replace('·', '.')} {word} ")


#: what a line looks like, by what is measured
SAYS: dict[str, Callable[[StandIn, str, str, str], str]] = {
    WEIGHT: _of_a_scale,
    COUPLE: _of_a_wrench,
    ANGLE: lambda standin, figure, unit, word: f"{figure} deg",
}


def _places(instrument: Instrument) -> int:
    """Decimals that its mark wants, three at the most."""
    mark = instrument.mark / UNITS[instrument.of.measures][unit_of(instrument.unit)]
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
            kept = b""
            while not self._closing.is_set() and self.standin.fault != "unplugged":
                try:
                    if not self.standin.silent:
                        heard.settimeout(1.0)
                        heard.sendall(f"{self.standin.line()}\r\n".encode("ascii", "replace"))
                    heard.settimeout(1 / LINES_A_SECOND)
                    sent = heard.recv(400)
                except TimeoutError:
                    continue
                except OSError:
                    return
                if not sent:
                    return
                *lines, kept = (kept + sent).split(b"\n")
                kept = kept[-200:]
                for line in lines:
                    self.standin.told(line.decode("ascii", "replace"))
