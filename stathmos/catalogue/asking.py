"""What is looked for in the catalogue by figures: “under 7000, sleeps 4”, “length under 30 ft”; the rest of it is words."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from stathmos.core.entry import CHOICE, FLAG, NAMES, TEXT, Entry
from stathmos.core.units import UnreadableError, parse

MOST, LEAST = "lte", "gte"
#: words that say which way a figure is a limit
WAYS: Mapping[str, str] = {
    **dict.fromkeys(("under", "below", "most", "<", "<="), MOST),
    **dict.fromkeys(("over", "above", "least", "from", ">", ">="), LEAST),
}
#: what a limit is of where no figure is named: the first of these that the kind has
LEADING = ("gvwr", "gross_rating", "rating", "outer", "price")
#: what a customer calls a figure, where that is not its label
CALLED: Mapping[str, str] = {"length": "ball_to_rear", "costs": "price", "tongue": "tongue_rating", "weight": "gvwr"}
#: of these a bare number asks for so many at least
AT_LEAST = frozenset({"sleeps"})
_NUMBER = re.compile(r"\$?(\d[\d,.]*)")
_UNITS = frozenset({"lb", "lbs", "kg", "in", "ft", "mm", "m", "cm"})


@dataclass(frozen=True)
class Limit:
    """A figure that is at most, or at least, so much (core unit)."""

    field: str
    way: str
    value: float


def read(words: str, described: Mapping[str, Entry], system: str = "us") -> tuple[list[Limit], list[str]]:
    """The limits in a question, and the words that are left.

    >>> from stathmos.core.rig import Trailer, entries
    >>> read("saltgrass under 7000 lb, axles 2", dict(entries(Trailer)))[1]
    ['saltgrass', 'axles', '2']
    """
    tokens = (
        words.lower().replace(",", " ").split()
        if not re.search(r"\d,\d{3}", words)
        else re.split(r"[\s]+|,(?!\d{3})", words.lower())
    )
    tokens = [one for one in tokens if one]
    limits: list[Limit] = []
    left: list[str] = []
    place = 0
    while place < len(tokens):
        found = _limit(tokens, place, described, system)
        if found is None:
            left.append(tokens[place])
            place += 1
        else:
            limit, place = found
            limits.append(limit)
    return limits, left


def _limit(tokens: list[str], place: int, described: Mapping[str, Entry], system: str) -> tuple[Limit, int] | None:
    """A limit that begins here, and where what follows it begins."""
    field, at = _named(tokens, place, described)
    while at < len(tokens) and tokens[at] in ("at", "than", "with"):
        at += 1
    way = WAYS.get(tokens[at]) if at < len(tokens) else None
    if way is not None:
        at += 1
    elif field in AT_LEAST:
        way = LEAST
    if way is None or at >= len(tokens) or not _NUMBER.fullmatch(re.sub(r"(lb|lbs|kg|in|ft|mm|m)$", "", tokens[at])):
        return None
    field = field or next((name for name in LEADING if name in described), None)
    if field is None:
        return None
    text, at = tokens[at].replace("$", "").replace(",", ""), at + 1
    if at < len(tokens) and tokens[at] in _UNITS:
        text, at = f"{text} {tokens[at]}", at + 1
    try:
        return Limit(field, way, parse(text, described[field].dimension, system)), at
    except UnreadableError:
        return None


def _named(tokens: list[str], place: int, described: Mapping[str, Entry]) -> tuple[str | None, int]:
    word = tokens[place]
    name = CALLED.get(word, word)
    if name not in described:
        name = next((key for key, entry in described.items() if entry.label.lower() == word), "")
    if name and described[name].dimension not in (CHOICE, FLAG, TEXT, NAMES):
        return name, place + 1
    return None, place
