"""One line of an instrument, read by a pattern with named groups: a weight, or a word why it is none; never a wrong figure.

What a group is called says what it is (`GROUPS`); a pattern of one's own is tried on pasted lines before it is kept. The
patterns that come with Stathmos are its own (`PRESETS`). A figure is made of digits that matched whole; a line with a check
number is believed only if that is right.
"""

from __future__ import annotations

import binascii
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

import regex

from stathmos.core.units import UNITS, WEIGHT

#: every group that a pattern may have, and what it tells
GROUPS: Mapping[str, str] = {
    "weight": "the figure",
    "sign": "a minus where it is less than nothing",
    "unit": "the unit beside the figure",
    "steady": "there where the figure stands still",
    "moving": "there where it does not",
    "over": "there where it is beyond the instrument's range",
    "below": "there where it is below nothing",
    "fault": "there where the instrument says that something is wrong with it",
    "gross": "there where the figure is gross",
    "net": "there where a tare is taken off it",
    "check": "four hexadecimal digits: the check number of all that stands before the star",
}

#: patterns of Stathmos's own, by key: its words, and the pattern
PRESETS: Mapping[str, tuple[str, str]] = {
    "worded": (
        "yard gross 1150 lb steady *1F32",
        r"yard (?:(?P<gross>gross)|(?P<net>net)) (?P<sign>-?)(?P<weight>\d{1,6}(?:\.\d{1,3})?) (?P<unit>lb|kg) "
        r"(?:(?P<steady>steady)|(?P<moving>moving)|(?P<over>over)|(?P<below>below)|(?P<fault>fault)) \*(?P<check>[0-9A-F]{4})",
    ),
    "figure_and_unit": ("1150 lb", r"(?P<sign>-?)\s*(?P<weight>\d{1,6}(?:\.\d{1,3})?)\s*(?P<unit>lb|kg)"),
    "figure": ("1150", r"(?P<sign>-?)\s*(?P<weight>\d{1,6}(?:\.\d{1,3})?)"),
}

LONGEST_PATTERN, LONGEST_LINE = 400, 120
#: seconds that a pattern may look at a line: one that takes longer says nothing
PATIENCE = 0.05

READ, OVER, BELOW, FAULT, WRONG_UNIT, GARBLED = "read", "over", "below", "fault", "wrong_unit", "garbled"


class PatternError(ValueError):
    """A pattern that cannot be used; the message stands beside its field."""


@dataclass(frozen=True, kw_only=True)
class Line:
    """What one line says. ``kind`` one of `READ`, `OVER`, `BELOW`, `FAULT`, `WRONG_UNIT`, `GARBLED`; the rest of `READ` only.

    ``weight`` kg; ``steady`` None where the line does not say; ``net`` where a tare is taken off; ``unit`` as it stands there.
    """

    kind: str
    weight: float = 0.0
    unit: str = ""
    steady: bool | None = None
    net: bool = False


@lru_cache(maxsize=256)
def compiled(pattern: str) -> regex.Pattern[str]:
    """A pattern ready for use.

    Raises `PatternError`: where it is none, reads no weight, or has a group that means nothing.

    >>> compiled("(?P<weigth>[0-9]+)")
    Traceback (most recent call last):
    ...
    stathmos.core.instruments.line.PatternError: It reads no weight: name a group (?P<weight>…).
    """
    if len(pattern) > LONGEST_PATTERN:
        raise PatternError(f"Longer than {LONGEST_PATTERN} characters.")
    try:
        found = regex.compile(pattern)
    except regex.error as error:
        raise PatternError(f"This is no pattern: {error}.") from error
    if "weight" not in found.groupindex:
        raise PatternError("It reads no weight: name a group (?P<weight>…).")
    unknown = [name for name in found.groupindex if name not in GROUPS]
    if unknown:
        raise PatternError(f"“{unknown[0]}” means nothing; groups are {', '.join(GROUPS)}.")
    return found


def check_number(text: str) -> str:
    """The check number of all that stands before the star: CRC-16 of its bytes, polynomial 0x1021 from nought, in hexadecimal.

    Sources: [1] ITU-T V.41, as `binascii.crc_hqx` reckons it.

    >>> check_number("yard gross 1150 lb steady ")
    '1F32'
    """
    return f"{binascii.crc_hqx(text.encode('ascii', 'replace'), 0):04X}"


def read_line(line: str, pattern: str, unit: str) -> Line:
    """What a line says. ``unit`` lb or kg: what the instrument is set to; a line in another is no figure of it.

    >>> read_line("yard gross 1150 lb steady *1F32", PRESETS["worded"][1], "lb").kind
    'read'
    >>> read_line("yard gross 1150 lb steady *0000", PRESETS["worded"][1], "lb").kind, read_line("1150 kg", PRESETS["figure_and_unit"][1], "lb").kind
    ('garbled', 'wrong_unit')
    """
    text = line.strip()
    if not text or len(text) > LONGEST_LINE or not text.isprintable() or not text.isascii():
        return Line(kind=GARBLED)
    try:
        found = compiled(pattern).fullmatch(text, timeout=PATIENCE)
    except TimeoutError:
        return Line(kind=GARBLED)
    if found is None:
        return Line(kind=GARBLED)
    groups: Mapping[str, str | None] = found.groupdict()
    star = text.rfind("*")
    if groups.get("check") is not None and groups["check"] != check_number(text[: max(0, star)]):
        return Line(kind=GARBLED)
    for word in (FAULT, OVER, BELOW):
        if groups.get(word):
            return Line(kind=word)
    return _figure(groups, unit)


def _figure(groups: Mapping[str, str | None], unit: str) -> Line:
    """The figure of a line that matched; digits and one point, or it is none."""
    shown = (groups.get("unit") or unit).strip().lower()
    if shown not in UNITS[WEIGHT]:
        return Line(kind=GARBLED)
    factor = UNITS[WEIGHT][shown]
    if abs(factor - UNITS[WEIGHT][unit]) > 1e-12:
        return Line(kind=WRONG_UNIT)
    digits = (groups.get("weight") or "").strip()
    whole, point, part = digits.partition(".")
    if not whole.isdecimal() or (point and not part.isdecimal()):
        return Line(kind=GARBLED)
    value = float(digits) * factor * (-1.0 if (groups.get("sign") or "").strip() in ("-", "−") else 1.0)
    steady = True if groups.get("steady") else False if groups.get("moving") else None
    return Line(kind=READ, weight=value, unit=shown, steady=steady, net=bool(groups.get("net")))
