"""Bodies read as JSON, strictly: what cannot be shown as it was written is refused, and said where."""

from __future__ import annotations

import unicodedata
from typing import IO, Any

import orjson
from rest_framework.parsers import JSONParser

from stathmos.people.strict import Unfit

DEEPEST = 20
#: marks that turn the direction of what follows: a figure would read otherwise than it is
_TURNING = frozenset("\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069")
_LAYOUT = frozenset("\t\n\r")


class Json(JSONParser):
    """JSON in UTF-8, of no great depth, without characters that nobody sees."""

    def parse(self, stream: IO[bytes], media_type: str | None = None, parser_context: Any = None) -> Any:
        """What was sent; raises `Unfit`."""
        try:
            sent = orjson.loads(stream.read())
        except orjson.JSONDecodeError as error:
            said = f"This cannot be read as JSON: {error.msg}, at line {error.lineno}, column {error.colno}."
            raise Unfit(said, {"(body)": said}) from error
        _look_through(sent)
        return sent


def _look_through(sent: Any) -> None:
    waiting: list[tuple[tuple[str, ...], Any]] = [((), sent)]
    while waiting:
        path, one = waiting.pop()
        if len(path) > DEEPEST:
            raise Unfit("This is nested too deeply.", {_place(path): "This is nested too deeply."})
        if isinstance(one, str):
            _read(one, path)
        elif isinstance(one, dict):
            for key, value in one.items():
                _read(key, path)
                waiting.append(((*path, key), value))
        elif isinstance(one, list):
            waiting += [((*path, str(number)), value) for number, value in enumerate(one)]


def _read(text: str, path: tuple[str, ...]) -> None:
    if text.isascii() and text.isprintable():
        return
    for character in text:
        if character in _LAYOUT:
            continue
        if unicodedata.category(character) in ("Cc", "Cs") or character in _TURNING:
            said = f"It holds a character that cannot be seen, U+{ord(character):04X}. Type it anew."
            raise Unfit(f"Nothing was done. {said}", {_place(path): said})


def _place(path: tuple[str, ...]) -> str:
    """The field of a rig where one was written; else the way to it."""
    if path[:1] == ("entries",) and len(path) > 1:
        return path[1][:64]
    return ".".join(path)[:120] or "(body)"
