"""What a customer asks of a trailer: how many it sleeps, how long, how much; as typed, read, and the trailers that are so."""

from __future__ import annotations

import numpy as np

from stathmos.catalogue.yard import Yard
from stathmos.core import units
from stathmos.core.ratings import SAME
from stathmos.core.units import COUNT, LENGTH, MONEY, UnreadableError, parse
from stathmos.rigs.actions.write_rig import NotWritten

#: what may be asked: the field of the item, its dimension, and whether it is a least
ASKS = {
    "sleeps_least": ("sleeps", COUNT, True),
    "length_most": ("ball_to_rear", LENGTH, False),
    "price_most": ("price", MONEY, False),
}


def system_of(data: dict) -> str:
    """The system of units of the page that asks. Raises `NotWritten`."""
    system = data.get("system", "us")
    if system not in units.SYSTEMS:
        raise NotWritten({"system": f"One of: {', '.join(units.SYSTEMS)}."})
    return str(system)


def limits(data: dict) -> dict[str, float]:
    """The limits as typed, read. Raises `NotWritten`."""
    system = system_of(data)
    found, problems = {}, {}
    for name, (_, dimension, _) in ASKS.items():
        text = data.get(name, "")
        if not isinstance(text, str):
            problems[name] = "Write it as a text."
            continue
        text = text.strip()
        if not text:
            continue
        try:
            found[name] = parse(text, dimension, system)
        except UnreadableError as error:
            problems[name] = str(error)
    if problems:
        raise NotWritten(problems)
    return found


def within(yard: Yard, asked: dict[str, float]) -> Yard:
    """The trailers that are what the customer asked for; what is not known does not pass."""
    passes = np.ones(len(yard.keys), bool)
    for name, limit in asked.items():
        field, _, least = ASKS[name]
        column = yard.asked[field]
        with np.errstate(invalid="ignore"):
            passes &= column >= limit - SAME if least else column <= limit + SAME
    return yard.of(np.flatnonzero(passes))
