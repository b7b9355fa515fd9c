"""Reading and writing quantities the way people in a fitting bay do.

Everything typed becomes kg or mm (see the package docstring); everything shown
is written in the US or the metric manner. Conversion factors: NIST SP 811.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import pairwise

KG_PER_LB = 0.45359237  # exact, NIST SP 811
MM_PER_IN = 25.4  # exact, NIST SP 811
MM_PER_FT = 304.8  # exact
MM_PER_KM = 1_000_000.0
MM_PER_MI = 1_609_344.0  # exact, international mile
MPH = 0.44704  # m/s, exact, international mile
KM_H = 1 / 3.6  # m/s, exact
NEWTON_PER_KG = 9.80665  # exact, standard gravity, NIST SP 811
NM_PER_FT_LB = 1.355817948  # NIST SP 811
L_PER_GAL = 3.785411784  # exact, US gallon, NIST SP 811
KPA_PER_PSI = 6.894757  # NIST SP 811

SYSTEMS = ("us", "metric")

WEIGHT, LENGTH, ALTITUDE, RATE, COUPLE, AREA = "weight", "length", "altitude", "rate", "couple", "area"
SHARE, SLOPE, ANGLE, COUNT = "share", "slope", "angle", "count"
VOLUME, PRESSURE, FORCE, MONEY, DISTANCE = "volume", "pressure", "force", "money", "distance"
SPEED = "speed"
DIMENSIONS = (
    *(WEIGHT, LENGTH, ALTITUDE, RATE, COUPLE, AREA, SHARE, SLOPE, ANGLE, COUNT),
    *(VOLUME, PRESSURE, FORCE, MONEY, DISTANCE, SPEED),
)

#: dimension -> unit as typed (lower case) -> factor to the core's own unit
UNITS: dict[str, dict[str, float]] = {
    WEIGHT: {
        **dict.fromkeys(("lb", "lbs", "pound", "pounds", "#"), KG_PER_LB),
        **dict.fromkeys(("kg", "kgs", "kilogram", "kilograms"), 1.0),
        **dict.fromkeys(("t", "tonne", "tonnes"), 1000.0),
    },
    LENGTH: {
        **dict.fromkeys(("in", "inch", "inches", '"'), MM_PER_IN),
        **dict.fromkeys(("ft", "foot", "feet", "'"), MM_PER_FT),
        "mm": 1.0,
        "cm": 10.0,
        **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), 1000.0),
    },
    ALTITUDE: {
        **dict.fromkeys(("ft", "foot", "feet"), MM_PER_FT),
        **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), 1000.0),
    },
    RATE: {
        "lb/in": KG_PER_LB / MM_PER_IN,
        "kg/mm": 1.0,
        "n/mm": 1.0 / NEWTON_PER_KG,
    },
    COUPLE: {
        **dict.fromkeys(("ft lb", "ft·lb", "lb ft", "lb·ft"), MM_PER_FT * KG_PER_LB),
        **dict.fromkeys(("n m", "n·m", "nm"), 1000.0 / NEWTON_PER_KG),
    },
    AREA: {
        **dict.fromkeys(("sq ft", "ft2", "ft²"), MM_PER_FT**2),
        **dict.fromkeys(("m2", "m²", "sq m"), 1e6),
    },
    SHARE: {"%": 0.01},
    VOLUME: {
        **dict.fromkeys(("gal", "gallon", "gallons"), L_PER_GAL),
        **dict.fromkeys(("l", "litre", "litres", "liter", "liters"), 1.0),
    },
    PRESSURE: {"psi": KPA_PER_PSI, "kpa": 1.0, "bar": 100.0},
    SLOPE: {},
    ANGLE: dict.fromkeys(("°", "deg", "degrees"), math.pi / 180),
    COUNT: {},
    FORCE: {"kn": 1.0, "n": 0.001},
    MONEY: {"$": 1.0},
    DISTANCE: {
        **dict.fromkeys(("mi", "mile", "miles"), MM_PER_MI),
        **dict.fromkeys(("km", "kilometre", "kilometres", "kilometer", "kilometers"), MM_PER_KM),
    },
    SPEED: {"mph": MPH, "km/h": KM_H, "m/s": 1.0},
}

#: what a bare number means, by dimension and system
BARE_UNIT: dict[str, dict[str, str]] = {
    WEIGHT: {"us": "lb", "metric": "kg"},
    LENGTH: {"us": "in", "metric": "mm"},
    ALTITUDE: {"us": "ft", "metric": "m"},
    RATE: {"us": "lb/in", "metric": "kg/mm"},
    COUPLE: {"us": "ft·lb", "metric": "n·m"},
    AREA: {"us": "sq ft", "metric": "m²"},
    SHARE: {"us": "%", "metric": "%"},
    VOLUME: {"us": "gal", "metric": "l"},
    PRESSURE: {"us": "psi", "metric": "kpa"},
    ANGLE: {"us": "°", "metric": "°"},
    FORCE: {"us": "kn", "metric": "kn"},
    MONEY: {"us": "$", "metric": "$"},
    DISTANCE: {"us": "mi", "metric": "km"},
    SPEED: {"us": "mph", "metric": "km/h"},
}

#: one press of an arrow key, in the core's unit; a held shift takes ten
STEP: dict[str, dict[str, float]] = {
    LENGTH: {"us": MM_PER_IN / 16, "metric": 1.0},
    WEIGHT: {"us": KG_PER_LB, "metric": 1.0},
    ALTITUDE: {"us": 100 * MM_PER_FT, "metric": 50_000.0},
    RATE: {"us": 10 * KG_PER_LB / MM_PER_IN, "metric": 0.1},
    AREA: {"us": MM_PER_FT**2, "metric": 1e5},
    SHARE: {"us": 0.01, "metric": 0.01},
    COUNT: {"us": 1.0, "metric": 1.0},
    VOLUME: {"us": L_PER_GAL, "metric": 1.0},
    PRESSURE: {"us": KPA_PER_PSI, "metric": 5.0},
    ANGLE: {"us": math.pi / 1800, "metric": math.pi / 1800},
    FORCE: {"us": 0.1, "metric": 0.1},
    MONEY: {"us": 1.0, "metric": 1.0},
    COUPLE: {"us": MM_PER_FT * KG_PER_LB, "metric": 1000.0 / NEWTON_PER_KG},
    DISTANCE: {"us": 100 * MM_PER_MI, "metric": 100 * MM_PER_KM},
    SPEED: {"us": MPH, "metric": KM_H},
}

LONGEST_TEXT = 40
_TAPE_DENOMINATORS = (2, 4, 8, 16, 32, 64)
_LOOKALIKES = str.maketrans({"″": '"', "”": '"', "“": '"', "′": "'", "’": "'", "‘": "'", "−": "-", "–": "-", "⁄": "/"})
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}

_NUMBER = re.compile(
    r"""
    (?P<fraction>\d+/\d+)                                       # 3/4
    | (?P<decimal>(?:\d{1,3}(?:,\d{3})+|\d+)(?:\.\d+)?|\.\d+)   # 1,150  22  22.75  .5
      (?:(?:\s*-\s*|\s+)(?P<tail>\d+/\d+))?                    # 22 3/4  22-3/4
    """,
    re.VERBOSE,
)

_UNIT_WORDS = sorted({unit for units in UNITS.values() for unit in units}, key=len, reverse=True)
_UNIT = re.compile(r"\s*(" + "|".join(re.escape(word) for word in _UNIT_WORDS) + r")(?![a-z²])\s*")


class UnreadableError(ValueError):
    """The text could not be read as a quantity; the message names what could not be read."""


@dataclass(frozen=True)
class _Piece:
    amount: float
    unit: str


def parse(
    text: str, dimension: str, system: str = "us", believed: Callable[[float], bool] | None = None, signed: bool = False
) -> float:
    """Read a typed quantity into the core's unit.

    ``text`` as typed; ``dimension`` one of `DIMENSIONS`; ``system`` says what a
    bare number means. Returns kg, mm, kg/mm, kg·mm, mm², L, kPa, m/s or a plain share.
    ``believed``: whether a value can be believed where it is written, which tells what a point or a comma means;
    ``signed``: less than nothing has a meaning. So many of one weight may be written “3 x 150 lb”.
    Raises `UnreadableError` with a message fit to stand beside the field.

    >>> parse("22 3/4", "length")
    577.85
    >>> parse("22-3/4", "length") == parse("22.75", "length") == parse("1' 10 3/4\\"", "length")
    True
    >>> parse("578mm", "length")
    578.0
    >>> round(parse("1,150", "weight"), 4)
    521.6312
    >>> parse("57,8 cm", "length"), parse("1.150,5 kg", "weight"), parse("3 x 150 kg", "weight"), parse("-10 mm", "length", signed=True)
    (578.0, 1150.5, 450.0, -10.0)
    >>> parse("1.150 kg", "weight")
    Traceback (most recent call last):
    ...
    stathmos.core.units.UnreadableError: “1.150 kg”: a thousand and more, or one and a bit? Write 1150 or 1.15.
    >>> parse("522 kg", "weight")
    522.0
    >>> parse("22 3/", "length")
    Traceback (most recent call last):
    ...
    stathmos.core.units.UnreadableError: Cannot read “3/” in “22 3/”: a fraction needs a number on both sides of the stroke.
    """
    shown = text.strip()
    if not shown:
        raise UnreadableError("Nothing is written here.")
    if len(shown) > LONGEST_TEXT:
        raise UnreadableError(f"Cannot read “{shown[:20]}…”: longer than {LONGEST_TEXT} characters.")
    clean = shown.lower().translate(_LOOKALIKES)
    for sign, fraction in _VULGAR.items():
        clean = clean.replace(sign, f" {fraction}")
    clean = re.sub(r"\s+", " ", clean).strip()
    if clean.startswith("-"):
        if not signed:
            raise UnreadableError(f"Cannot use “{shown}”: a negative figure has no meaning here.")
        return -parse(clean[1:], dimension, system, believed and (lambda value: believed(-value)))
    if dimension == MONEY:
        clean = clean.removeprefix("$").strip()
    times = _TIMES.fullmatch(clean) if dimension in _COUNTABLE else None
    if times:
        many, one = (times["many"], times["one"]) if times["many"] else (times["after"], times["before"])
        return int(many) * parse(one, dimension, system)
    clean = _DECIMAL_COMMA.sub(_with_a_point, clean)
    value = _value(clean, shown, dimension, system)
    asked = _ASKED.match(clean)
    if asked and (dimension == WEIGHT if believed is None else believed(1000 * value)):
        grouped = asked.group()
        raise UnreadableError(
            f"“{shown}”: a thousand and more, or one and a bit? Write {grouped.replace('.', '')} or {float(grouped):g}."
        )
    return value


#: so many of one: “3 x 150 lb”, “150 lb x 3”
_TIMES = re.compile(r"(?P<many>\d{1,3})\s*[x×*]\s*(?P<one>\d.*)|(?P<before>\d.*?)\s*[x×*]\s*(?P<after>\d{1,3})")
_COUNTABLE = (WEIGHT, VOLUME)
#: a comma that can part nothing but decimals: not three digits behind it, a nought or more than three before it, points before it
_DECIMAL_COMMA = re.compile(
    r"(?<![\d.,])(?:\d{1,3}(?:\.\d{3})+,\d+|\d{1,3}(?:\.\d{3}){2,}|\d+,(?:\d{1,2}|\d{4,})|(?:0|\d{4,}),\d{3})(?![\d,.])"
)
#: a point that may part thousands as well as decimals
_ASKED = re.compile(r"[1-9]\d{0,2}\.\d{3}(?![\d.,])")


def _with_a_point(found: re.Match[str]) -> str:
    """A number as somebody writes it who parts decimals by a comma, written with a point."""
    return found.group().replace(".", "").replace(",", ".")


def _value(clean: str, shown: str, dimension: str, system: str) -> float:
    """What is written, in the core's unit."""
    pieces = _pieces(clean, shown, dimension)
    units = UNITS[dimension]
    if len(pieces) > 1:
        return _feet_and_inches(pieces, shown, dimension)
    piece = pieces[0]
    unit = piece.unit or BARE_UNIT.get(dimension, {}).get(system, "")
    return piece.amount * units[unit] if unit else piece.amount


def _pieces(clean: str, shown: str, dimension: str) -> list[_Piece]:
    """Split “1' 10 3/4"” into amounts, each with the unit written behind it."""
    pieces: list[_Piece] = []
    rest = clean
    while rest:
        number = _NUMBER.match(rest)
        if number is None:
            raise UnreadableError(_why_unreadable(rest, shown))
        rest = rest[number.end() :]
        if rest[:1] in ("/", "."):
            raise UnreadableError(_why_unreadable(number.group() + rest, shown))
        unit_match = _UNIT.match(rest)
        unit = unit_match.group(1) if unit_match else ""
        if unit_match:
            rest = rest[unit_match.end() :]
        if unit and unit not in UNITS[dimension]:
            raise UnreadableError(_wrong_unit(unit, shown, dimension))
        if not unit and rest.strip():
            raise UnreadableError(_why_unreadable(rest.strip(), shown))
        pieces.append(_Piece(_amount(number, shown), unit))
    return pieces


def _amount(number: re.Match[str], shown: str) -> float:
    whole = number["decimal"]
    fraction = number["tail"] or number["fraction"]
    if fraction is None:
        return float(whole.replace(",", ""))
    above, below = (int(part) for part in fraction.split("/"))
    if below not in _TAPE_DENOMINATORS:
        raise UnreadableError(
            f"Cannot read “{fraction}” in “{shown}”: a tape has halves, quarters, 8ths, 16ths, 32nds and 64ths."
        )
    if whole is not None and (above >= below or "." in whole):
        raise UnreadableError(
            f"Cannot read “{fraction}” in “{shown}”: the fraction must be less than one and follow a whole number."
        )
    exact = Fraction(above, below) + (Fraction(whole.replace(",", "")) if whole else 0)
    return float(exact)


def _feet_and_inches(pieces: list[_Piece], shown: str, dimension: str) -> float:
    feet, inch = UNITS[LENGTH]["ft"], UNITS[LENGTH]["in"]
    if dimension != LENGTH or len(pieces) != 2 or UNITS[LENGTH].get(pieces[0].unit) != feet:
        raise UnreadableError(f"Cannot read “{shown}”: write one figure with one unit.")
    if pieces[1].unit and UNITS[LENGTH][pieces[1].unit] != inch:
        raise UnreadableError(f"Cannot read “{shown}”: after feet only inches can follow.")
    if pieces[1].amount >= 12:
        raise UnreadableError(f"Cannot read “{shown}”: after feet the inches must be less than 12.")
    return (pieces[0].amount * 12 + pieces[1].amount) * inch


def _why_unreadable(rest: str, shown: str) -> str:
    stroke = re.search(r"\d*/\d*", rest)
    if stroke and re.fullmatch(r"\d*/\d*", stroke.group()) and not re.fullmatch(r"\d+/\d+", stroke.group()):
        return f"Cannot read “{stroke.group()}” in “{shown}”: a fraction needs a number on both sides of the stroke."
    if re.match(r"[\d,.]*,", rest):
        return f"Cannot read “{rest}” in “{shown}”: is the comma for decimals or for thousands? Write a point, or none."
    return f"Cannot read “{rest}” in “{shown}”: write a number, then its unit."


def _wrong_unit(unit: str, shown: str, dimension: str) -> str:
    for other, units in UNITS.items():
        if unit in units:
            return f"Cannot use “{unit}” in “{shown}”: that is a unit of {other}, and a {dimension} is wanted."
    known = ", ".join(dict.fromkeys(BARE_UNIT.get(dimension, {}).values())) or "a bare number"
    return f"Cannot read “{unit}” in “{shown}” as a unit of {dimension}: write {known}."


def _rounded(amount: float, rounding: str) -> int:
    """Whole number next to ``amount``; a hair under a whole number (1e-6) counts as that number. ``about``: no more than its first digit.

    >>> _rounded(6213.7, "about"), _rounded(80.5, "about"), _rounded(7.9, "about")
    (6000, 80, 7)
    """
    if rounding == "up":
        return math.ceil(amount - 1e-6)
    if rounding == "down":
        return math.floor(amount + 1e-6)
    if rounding == "about":
        whole = math.floor(amount + 1e-6)
        return whole if whole < 10 else int(str(whole)[0]) * 10 ** (len(str(whole)) - 1)
    return math.floor(amount + 0.5)


WRENCH_WHOLE = 20  # ft·lb or N·m: from there on a torque wrench is marked in whole ones

#: into how many parts an inch or a millimeter is read, by system, the usual first
PARTS: dict[str, tuple[int, ...]] = {"us": (16, 32, 64), "metric": (1, 2, 10)}
_WHOLE = {"us": MM_PER_IN, "metric": 1.0}


def in_parts(mm: float, system: str, parts: int, rounding: str = "nearest") -> int:
    """A length as a number of parts of an inch or of a millimeter.

    >>> in_parts(25.4, "us", 16), in_parts(12.5, "metric", 10)
    (16, 125)
    """
    return _rounded(mm / _WHOLE[system] * parts, rounding)


def parts_to_tell(lengths: Iterable[float], system: str) -> int:
    """How finely some lengths (mm) are written, that any two of them that differ are written otherwise; the finest at the most.

    >>> parts_to_tell((38.1, 39.6875), "us"), parts_to_tell((38.1, 38.4), "us"), parts_to_tell((38.1, 38.4), "metric")
    (16, 64, 2)
    """
    apart = sorted(lengths)
    pairs = [(low, high) for low, high in pairwise(apart) if high - low > 1e-6]
    for parts in PARTS[system]:
        if all(in_parts(low, system, parts) < in_parts(high, system, parts) for low, high in pairs):
            return parts
    return PARTS[system][-1]


def write_parts(count: int, system: str, parts: int) -> str:
    """So many parts of an inch or of a millimeter, for reading.

    >>> write_parts(364, "us", 16), write_parts(23, "us", 64), write_parts(11945, "metric", 10)
    ('22 3/4 in', '23/64 in', '1,194.5 mm')
    """
    sign, (whole, part) = "−" if count < 0 else "", divmod(abs(count), parts)
    if system == "metric":
        return f"{sign}{whole:,}{f'{part / parts:.1f}'[1:] if part else ''} mm"
    fraction = Fraction(part, parts)
    if not part:
        return f"{sign}{whole} in"
    return f"{sign}{f'{whole} ' if whole else ''}{fraction.numerator}/{fraction.denominator} in"


def write_length(mm: float, system: str, rounding: str = "nearest") -> str:
    """A length for reading, to 1/16 in or 1 mm.

    >>> write_length(577.85, "us"), write_length(577.85, "metric")
    ('22 3/4 in', '578 mm')
    """
    parts = PARTS[system][0]
    return write_parts(in_parts(mm, system, parts, rounding), system, parts)


def write_feet(mm: float, system: str) -> str:
    """A long length as the trade says it: feet and whole inches, or metres to the centimetre; rounded up, against the user.

    >>> write_feet(7416.8, "us"), write_feet(7416.8, "metric"), write_feet(7315.2, "us"), write_feet(7310.0, "us")
    ('24 ft 4 in', '7.42 m', '24 ft', '24 ft')
    """
    if system == "metric":
        return f"{_rounded(mm / 10, 'up') / 100:.2f} m"
    feet, inches = divmod(_rounded(mm / MM_PER_IN, "up"), 12)
    return f"{feet} ft" + (f" {inches} in" if inches else "")


def write_weight(kg: float, system: str, rounding: str = "nearest") -> str:
    """A weight for reading, to the whole pound or kilogram.

    >>> write_weight(521.6312255, "us"), write_weight(521.6312255, "metric")
    ('1,150 lb', '522 kg')
    """
    amount, unit = (kg, "kg") if system == "metric" else (kg / KG_PER_LB, "lb")
    return f"{_rounded(amount, rounding):,} {unit}".replace("-", "−")


@lru_cache(maxsize=16384)  # while somebody types, most figures stay as they are
def write(value: float, dimension: str, system: str, rounding: str = "nearest") -> str:
    """Any figure for reading, with its unit. ``rounding``: nearest, up or down (against the user).

    >>> write(0.1234, "share", "us"), write(0.00579, "slope", "us")
    ('12.3 %', '0.33°')
    """
    if dimension == WEIGHT:
        return write_weight(value, system, rounding)
    if dimension == LENGTH:
        return write_length(value, system, rounding)
    if dimension == SHARE:
        return f"{_rounded(value * 1000, rounding) / 10:,.1f} %".replace("-", "−")
    if dimension == SLOPE:
        return f"{math.degrees(math.atan(value)):.2f}°".replace("-", "−")
    if dimension == ANGLE:
        return f"{math.degrees(value):.2f}°".replace("-", "−")
    if dimension == COUNT:
        return f"{value:g}"
    if dimension == MONEY:
        return f"${value:,.2f}"
    if dimension == FORCE:
        return f"{_rounded(value * 10, rounding) / 10:,.1f} kN"
    unit = BARE_UNIT[dimension][system]
    amount = value / UNITS[dimension][unit]
    whole = dimension == COUPLE and abs(amount) >= WRENCH_WHOLE  # no wrench is set to a part of one
    if dimension in (ALTITUDE, DISTANCE, SPEED):
        return f"{_rounded(amount, rounding):,} {unit}"
    places = 0 if abs(amount) >= 100 or whole else 1 if abs(amount) >= 10 else 2
    written = {"n·m": "N·m", "sq ft": "ft²", "l": "L", "kpa": "kPa"}.get(unit, unit)
    shown = float(_rounded(amount, "nearest")) if whole else amount
    return f"{shown:,.{places}f} {written}".replace("-", "−")


def write_exact(value: float, dimension: str, system: str) -> str:
    """A figure as a text that `parse` reads back as the same figure (to a millionth of the unit).

    >>> write_exact(577.85, "length", "us"), write_exact(parse("7200", "weight"), "weight", "us"), write_exact(-3.175, "length", "us")
    ('22 3/4 in', '7200 lb', '−1/8 in')
    """
    unit = BARE_UNIT.get(dimension, {}).get(system, "")
    amount = value / UNITS[dimension][unit] if unit else value
    on_the_tape = write_length(value, system)
    if dimension == LENGTH and system == "us" and abs(parse(on_the_tape, LENGTH, signed=True) - value) < 1e-9:
        return on_the_tape
    exact = f"{amount:.6f}".rstrip("0").rstrip(".")
    if _ASKED.fullmatch(exact):
        exact += "0"  # so that nobody takes the point for one between thousands
    return f"${exact}" if dimension == MONEY else exact + (f" {unit}" if unit else "")


def step(text: str, dimension: str, system: str, steps: int) -> str:
    """The typed figure moved by arrow keys: whole steps of `STEP`, never below one step.

    >>> step("22 3/4", "length", "us", 1), step("22.7", "length", "us", -1), step("578mm", "length", "us", 1)
    ('22 13/16', '22 11/16', '579 mm')
    """
    own = _system_of(text, dimension) or system
    size = STEP[dimension][own]
    at = parse(text, dimension, system) / size
    base = round(at)
    if abs(at - base) > 1e-6 and steps < 0:
        base = math.ceil(at)
    elif abs(at - base) > 1e-6:
        base = math.floor(at)
    moved = max(1, base + steps) * size
    if dimension == LENGTH:
        written = write_length(moved, own)
    elif dimension == WEIGHT:
        written = write_weight(moved, own)
    else:
        unit = BARE_UNIT.get(dimension, {}).get(own, "")
        amount = moved / UNITS[dimension][unit] if unit else moved
        written = f"{round(amount, 4):g} {unit}".strip()
    return written if _system_of(text, dimension) else written.rsplit(" ", 1)[0] if " " in written else written


def place_text(mm: float, system: str) -> str:
    """A place that was pointed at, as somebody would type it: to the inch or the centimetre, never less than nothing.

    >>> place_text(3051.0, "us"), place_text(3051.0, "metric"), place_text(-5.0, "us")
    ('120 in', '3050 mm', '0 in')
    """
    size, unit = (10.0, "mm") if system == "metric" else (MM_PER_IN, "in")
    steps = max(0, round(mm / size))
    return f"{steps * (10 if system == 'metric' else 1)} {unit}"


def _system_of(text: str, dimension: str) -> str | None:
    """us or metric where the text names a unit, else None."""
    clean = text.lower().translate(_LOOKALIKES)
    metric = {
        WEIGHT: r"kg|\d\s*t",
        LENGTH: r"mm|cm|\dm|\d m",
        RATE: "kg|n/",
        AREA: "m2|m²|sq m",
        VOLUME: r"\d\s*l",
        PRESSURE: "kpa|bar",
        ALTITUDE: r"\dm|\d m",
    }.get(dimension)
    if metric and re.search(metric, clean):
        return "metric"
    return "us" if re.search(r"[a-z\"'%]", clean) else None
