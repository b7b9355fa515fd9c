"""The link to an instrument: opened by its address, listened to for a moment, and closed again.

An address is `serial:/dev/…` (9 600 baud unless `?baud=` says otherwise) or `socket://host:port`, as pyserial has them. Whatever goes wrong
with the line is a state of the instrument and no exception.
"""

from __future__ import annotations

import re
import time
from collections.abc import Callable
from dataclasses import dataclass

import serial

from stathmos.core.instruments import Indicator, Instrument, Shown, refusal
from stathmos.core.instruments.indicator import SILENT, STEADY

UNPLUGGED = "unplugged"
WHY_UNPLUGGED = "Nothing is there: is it on, and its cable plugged in at both ends?"
#: seconds that a look may take, and that one read waits
PATIENCE, BREATH = 1.6, 0.1
LONGEST_ADDRESS = 120

_SERIAL = re.compile(r"serial:(?P<port>/dev/[A-Za-z0-9_./-]+|COM\d{1,3})(?:\?baud=(?P<baud>\d{3,6}))?")
_SOCKET = re.compile(r"socket://(?P<host>[A-Za-z0-9.-]+|\[[0-9a-fA-F:]+\]):(?P<port>\d{1,5})")
USUAL_BAUD = 9600


class AddressError(ValueError):
    """An address that is none; the message stands beside its field."""


@dataclass(frozen=True)
class Address:
    """Where an instrument is, as pyserial opens it."""

    url: str
    baud: int = USUAL_BAUD


def address_of(text: str) -> Address:
    """An address as somebody wrote it; raises `AddressError`.

    >>> address_of("serial:/dev/ttyUSB0?baud=4800"), address_of("socket://127.0.0.1:7801")
    (Address(url='/dev/ttyUSB0', baud=4800), Address(url='socket://127.0.0.1:7801', baud=9600))
    """
    written = text.strip()
    if len(written) > LONGEST_ADDRESS:
        raise AddressError(f"Longer than {LONGEST_ADDRESS} characters.")
    wired = _SERIAL.fullmatch(written)
    if wired is not None:
        return Address(wired["port"], int(wired["baud"] or USUAL_BAUD))
    reached = _SOCKET.fullmatch(written)
    if reached is not None and 0 < int(reached["port"]) < 65536:
        return Address(written)
    raise AddressError(f"“{written[:40]}” is no address: serial:/dev/… or socket://host:port.")


def look(instrument: Instrument, address: Address, clock: Callable[[], float] = time.monotonic) -> Shown:
    """What an instrument shows: listened to until it stands still, or for as long as a look may take."""
    indicator, begun = Indicator(instrument), clock()
    shown = Shown(state=SILENT)
    try:
        with serial.serial_for_url(address.url, baudrate=address.baud, timeout=BREATH) as line:
            kept, whole = b"", False
            while clock() - begun < PATIENCE:
                # All that is there, or one byte and no more than a breath's wait.
                kept += line.read(max(1, line.in_waiting))
                *lines, kept = kept.replace(b"\r", b"\n").split(b"\n")
                for one in lines:
                    # The first may have begun before anybody listened: it is no line.
                    if whole and one.strip():
                        indicator.hear(one.decode("ascii", "replace"), clock())
                    whole = True
                kept = kept[-400:]
                shown = indicator.shown(clock())
                if shown.state == STEADY:
                    break
    except (OSError, serial.SerialException):
        return Shown(state=UNPLUGGED)
    return shown


def why(state: str) -> str:
    """Why nothing may be taken down in a state; empty where something may be."""
    return WHY_UNPLUGGED if state == UNPLUGGED else refusal(state)
