"""One line of an instrument, read by a pattern with named groups: a figure, or a word why it is none; never a wrong figure.

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

from stathmos.core.units import ANGLE, COUPLE, UNITS, WEIGHT

#: every group that a pattern may have, and what it tells
GROUPS: Mapping[str, str] = {
    "weight": "the figure of a scale",
    "torque": "the figure of a wrench",
    "angle": "the figure of a level",
    "sign": "a minus where it is less than nothing",
    "unit": "the unit beside the figure",
    "steady": "there where the figure stands still",
    "moving": "there where it does not",
    "over": "there where it is beyond the instrument's range",
    "below": "there where it is below nothing",
    "fault": "there where the instrument says that something is wrong with it",
    "gross": "there where the figure is gross",
    "net": "there where a tare is taken off it",
    "tare": "the tare that is taken off it",
    "check": "four hexadecimal digits: the check number of all that stands before the star",
}

#: patterns of Stathmos's own, by key: its words, and the pattern
PRESETS: Mapping[str, tuple[str, str]] = {
    "worded": (
        "yard gross 1150 lb steady *1F32",
        r"yard (?:(?P<gross>gross)|(?P<net>net)) (?P<sign>-?)(?P<weight>\d{1,6}(?:\.\d{1,3})?) (?P<unit>lb|kg) "
        r"(?:tare (?P<tare>\d{1,6}(?:\.\d{1,3})?) )?"
        r"(?:(?P<steady>steady)|(?P<moving>moving)|(?P<over>over)|(?P<below>below)|(?P<fault>fault)) \*(?P<check>[0-9A-F]{4})",
    ),
    "torque": (
        "wrench 445 ft.lb steady *CBC0",
        r"wrench (?P<torque>\d{1,5}(?:\.\d{1,2})?) (?P<unit>ft\.lb|N\.m) "
        r"(?:(?P<steady>steady)|(?P<moving>moving)|(?P<over>over)|(?P<fault>fault)) \*(?P<check>[0-9A-F]{4})",
    ),
    "angle": ("0.35 deg", r"(?P<sign>-?)(?P<angle>\d{1,2}(?:\.\d{1,2})?) ?(?P<unit>deg)"),
    "figure_and_unit": ("1150 lb", r"(?P<sign>-?)\s*(?P<weight>\d{1,6}(?:\.\d{1,3})?)\s*(?P<unit>lb|kg)"),
    "figure": ("1150", r"(?P<sign>-?)\s*(?P<weight>\d{1,6}(?:\.\d{1,3})?)"),
}

#: the groups that are a figure, and what each measures
FIGURES: Mapping[str, str] = {"weight": WEIGHT, "torque": COUPLE, "angle": ANGLE}
#: how instruments write units that have no letters of their own in ASCII
_AS_WRITTEN = {"ft.lb": "ft·lb", "ft-lb": "ft·lb", "ftlb": "ft·lb", "n.m": "n·m", "n-m": "n·m", "deg": "°"}

LONGEST_PATTERN, LONGEST_LINE = 400, 120
#: seconds that a pattern may look at a line: one that takes longer says nothing
PATIENCE = 0.05

READ, OVER, BELOW, FAULT, WRONG_UNIT, GARBLED = "read", "over", "below", "fault", "wrong_unit", "garbled"


class PatternError(ValueError):
    """A pattern that cannot be used; the message stands beside its field."""


@dataclass(frozen=True, kw_only=True)
class Line:
    """What one line says. ``kind`` one of `READ`, `OVER`, `BELOW`, `FAULT`, `WRONG_UNIT`, `GARBLED`; the rest of `READ` only.

    ``value`` in the core's unit of what it measures (kg, kg·mm, radians); ``steady`` None where the line does not say; ``net`` where a
    ``tare`` is taken off, None where the line does not say how much; ``unit`` as it stands there.
    """

    kind: str
    value: float = 0.0
    unit: str = ""
    steady: bool | None = None
    net: bool = False
    tare: float | None = None


@lru_cache(maxsize=256)
def compiled(pattern: str) -> regex.Pattern[str]:
    """A pattern ready for use.

    Raises `PatternError`: where it is none, reads no weight, or has a group that means nothing.

    >>> compiled("(?P<weigth>[0-9]+)")
    Traceback (most recent call last):
    ...
    stathmos.core.instruments.line.PatternError: It reads no figure: name one group (?P<weight>…), (?P<torque>…) or (?P<angle>…).
    """
    if len(pattern) > LONGEST_PATTERN:
        raise PatternError(f"Longer than {LONGEST_PATTERN} characters.")
    try:
        found = regex.compile(pattern)
    except regex.error as error:
        raise PatternError(f"This is no pattern: {error}.") from error
    if sum(name in found.groupindex for name in FIGURES) != 1:
        raise PatternError("It reads no figure: name one group (?P<weight>…), (?P<torque>…) or (?P<angle>…).")
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
    """What a line says. ``unit``: what the instrument is set to (lb, kg, ft·lb, n·m, °); a line in another is no figure of it.

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


def unit_of(text: str) -> str:
    """A unit as the core writes it, however an instrument does.

    >>> unit_of("FT.LB"), unit_of("kg"), unit_of("deg")
    ('ft·lb', 'kg', '°')
    """
    shown = text.strip().lower()
    return _AS_WRITTEN.get(shown, shown)


def _digits(text: str | None) -> float | None:
    """Digits and one point, or it is no figure."""
    digits = (text or "").strip()
    whole, point, part = digits.partition(".")
    return None if not whole.isdecimal() or (point and not part.isdecimal()) else float(digits)


def _figure(groups: Mapping[str, str | None], unit: str) -> Line:
    """The figure of a line that matched."""
    name = next(name for name in FIGURES if name in groups)
    known, kept = UNITS[FIGURES[name]], unit_of(unit)
    shown = unit_of(groups.get("unit") or unit)
    if shown not in known:
        return Line(kind=GARBLED)
    if kept not in known or abs(known[shown] - known[kept]) > 1e-9 * known[kept]:
        return Line(kind=WRONG_UNIT)
    figure, tare = _digits(groups.get(name)), _digits(groups.get("tare"))
    if figure is None or (groups.get("tare") and tare is None):
        return Line(kind=GARBLED)
    value = figure * known[shown] * (-1.0 if (groups.get("sign") or "").strip() in ("-", "−") else 1.0)
    steady = True if groups.get("steady") else False if groups.get("moving") else None
    net = bool(groups.get("net"))
    return Line(
        kind=READ,
        value=value,
        unit=shown,
        steady=steady,
        net=net,
        tare=tare * known[shown] if net and tare is not None else None,
    )
