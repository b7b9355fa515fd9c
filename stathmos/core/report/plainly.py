"""Quantities, sentences and figures as plain data, in both unit systems."""

from __future__ import annotations

from typing import Any

from stathmos.core import units
from stathmos.core.figures import Anything, Figure, Missing, Rule, Working, expanded
from stathmos.core.finding import needs_in_words
from stathmos.core.phrases import Phrase

UNIT_NAMES = {
    units.WEIGHT: "kg",
    units.LENGTH: "mm",
    units.ALTITUDE: "mm",
    units.RATE: "kg/mm",
    units.COUPLE: "kg·mm",
    units.AREA: "mm²",
    units.SHARE: "share",
    units.SLOPE: "slope",
    units.ANGLE: "rad",
    units.COUNT: "count",
    units.VOLUME: "L",
    units.PRESSURE: "kPa",
    units.FORCE: "kN",
    units.MONEY: "$",
    units.DISTANCE: "mm",
}

Plain = dict[str, Any]


def both(value: float, dimension: str, rounding: str = "nearest") -> Plain:
    """A quantity in words, in both systems."""
    return {system: units.write(value, dimension, system, rounding) for system in units.SYSTEMS}


def phrase(said: Phrase) -> Plain:
    """A sentence in both systems."""
    return {system: said.text(system) for system in units.SYSTEMS}


def rule_of(rule: Rule | None) -> Plain | None:
    return None if rule is None else {"says": rule.says, "source": rule.source, "authority": rule.authority.value}


def _working(working: Working) -> Plain:
    return {
        "formula": working.formula,
        "terms": [
            {"name": name, "text": both(term.value, term.dimension), "from": term.provenance.value}
            for name, term in working.terms.items()
        ],
        "rule": rule_of(working.rule),
        "note": working.note,
    }


def figure(known: Anything | None, rounding: str = "nearest") -> Plain | None:
    """A figure as data; a missing one says what it waits for, in paths and in words."""
    if known is None:
        return None
    if isinstance(known, Missing):
        return {"missing": list(known.needs), "ask": needs_in_words(known.needs)}
    plain: Plain = {
        "value": known.value,
        "unit": UNIT_NAMES[known.dimension],
        "from": known.provenance.value,
        "text": both(known.value, known.dimension, rounding),
    }
    if known.u > 0:
        plain["spread"] = both(expanded(known), known.dimension, "up")
        plain["spread_value"] = expanded(known)
    if isinstance(known, Figure):
        plain["working"] = _working(known.working)
    elif known.typed:
        plain["typed"] = known.typed
    return plain
