"""A tree of figures, quantities and sentences written as plain data. Only this room knows units and systems.

The rooms of the report return trees: nested dicts and lists whose leaves are plain values, or
`Shown` figures, `Amount`s, phrases, and whatever else must be said in a system of units
(`InUnits`). `written` makes plain data of them: every text as it is said in one system, or in
each of several, by its name.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from stathmos.core import units
from stathmos.core.figures import Anything, Figure, Given, Missing, Rule, Working, expanded
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
    units.SPEED: "m/s",
}

Tree = Any
Plain = dict[str, Any]


@dataclass(frozen=True)
class Shown:
    """A figure to be shown, and which way its text is rounded."""

    known: Anything
    rounding: str = "nearest"


#: a share that may be off by so much, either way, tells nothing
SWALLOWED = 0.5


@dataclass(frozen=True)
class Amount:
    """A quantity to be said; ``signed``: with a plus where it is not less than nothing."""

    value: float
    dimension: str
    rounding: str = "nearest"
    signed: bool = False

    def text(self, system: str) -> str:
        """The quantity in ``us`` or ``metric``."""
        told = units.write(self.value, self.dimension, system, self.rounding)
        return f"+{told}" if self.signed and self.value >= 0 else told


@dataclass(frozen=True)
class InUnits:
    """Anything that is made for one system of units at a time."""

    made: Callable[[str], Any]


def figure(known: Anything | None, rounding: str = "nearest") -> Shown | None:
    """A figure to be shown; nothing where there is none."""
    return None if known is None else Shown(known, rounding)


def exact(value: float, dimension: str) -> InUnits:
    """A figure as somebody would type it.

    ``value`` in the core's unit of its dimension.
    """
    return InUnits(lambda system: units.write_exact(value, dimension, system))


def rule_of(rule: Rule | None) -> Plain | None:
    """A rule with its source and whose it is."""
    return None if rule is None else {"says": rule.says, "source": rule.source, "authority": rule.authority.value}


class _Writer:
    """Writes trees in some systems. Without ``workings`` a figure that has one says at what place of the tree it stands."""

    def __init__(self, systems: tuple[str, ...], workings: bool) -> None:
        self.systems, self.workings = systems, workings

    def write(self, tree: Tree, place: str = "") -> Any:
        kind = type(tree)
        if kind is dict:
            return {name: self.write(one, f"{place}.{name}") for name, one in tree.items()}
        if kind is list or kind is tuple:
            return [self.write(one, f"{place}.{index}") for index, one in enumerate(tree)]
        if kind is Shown:
            return self.figure(tree, place)
        if kind is Phrase or kind is Amount:
            return self.said(tree.text)
        if kind is InUnits:
            return self.said(tree.made)
        return tree

    def said(self, made: Callable[[str], Any]) -> Any:
        """One text in one system; by the systems' names in several."""
        if len(self.systems) == 1:
            return made(self.systems[0])
        return {system: made(system) for system in self.systems}

    def figure(self, shown: Shown, place: str) -> Plain:
        """A figure as data; a missing one says what it waits for, in paths and in words."""
        known = shown.known
        if isinstance(known, Missing):
            return {"missing": list(known.needs), "ask": needs_in_words(known.needs)}
        bounded = isinstance(known, Given) and known.bound

        def _under(system: str) -> str:
            return f"under {Amount(2 * known.value, known.dimension, 'up').text(system)}"

        plain: Plain = {
            "value": known.value,
            "unit": UNIT_NAMES[known.dimension],
            "from": known.provenance.value,
            "text": self.said(_under if bounded else Amount(known.value, known.dimension, shown.rounding).text),
        }
        if known.dimension == units.SHARE and expanded(known) > SWALLOWED:
            plain |= {"text": self.said(lambda _: "not known well enough"), "spread_value": expanded(known)}
        elif known.u > 0:
            plain["spread"] = self.said(Amount(expanded(known), known.dimension, "up").text)
            plain["spread_value"] = expanded(known)
        if isinstance(known, Figure):
            if self.workings:
                plain["working"] = self.working(known.working)
            else:
                plain["at"] = place[1:]
        elif known.typed:
            plain["typed"] = known.typed
        return plain

    def working(self, working: Working) -> Plain:
        """The formula, the figures put in, the rule. ``worked``: a figure put in that has a working itself."""
        return {
            "formula": working.formula,
            "terms": [
                {
                    "name": name,
                    "text": self.said(Amount(term.value, term.dimension).text),
                    "from": term.provenance.value,
                    "worked": isinstance(term, Figure),
                }
                for name, term in working.terms.items()
            ],
            "rule": rule_of(working.rule),
            "note": working.note,
        }


def written(tree: Tree, systems: tuple[str, ...] = units.SYSTEMS, workings: bool = False) -> Any:
    """A tree as plain data, its texts in one system or in several; with every figure's working, or where to ask for it.

    >>> written({"far": Amount(25.4, "length")}, ("us",)), written({"far": Amount(25.4, "length")})
    ({'far': '1 in'}, {'far': {'us': '1 in', 'metric': '25 mm'}})
    """
    return _Writer(systems, workings).write(tree)


def in_both(value: float, dimension: str, rounding: str = "nearest") -> Any:
    """A quantity in words, in both systems."""
    return written(Amount(value, dimension, rounding))


def found_at(tree: Tree, place: str) -> Shown | None:
    """The figure that stands at a place of a tree, as it is shown there; behind a slash, one that was put into it, and so on.

    >>> from stathmos.core.figures import assumed, work
    >>> half = work("x / 2", "weight", lambda x: x / 2, x=assumed(3.0, "weight"))
    >>> tree = {"halves": [Shown(half)]}
    >>> found_at(tree, "halves.0").known.value, found_at(tree, "halves.0/x").known.value, found_at(tree, "halves.7")
    (1.5, 3.0, None)
    """
    here, *terms = place.split("/")
    for step in here.split("."):
        if isinstance(tree, Mapping) and step in tree:
            tree = tree[step]
        elif isinstance(tree, list | tuple) and step.isdecimal() and int(step) < len(tree):
            tree = tree[int(step)]
        else:
            return None
    found = tree if isinstance(tree, Shown) else None
    for name in terms:
        above = None if found is None else found.known
        below = above.working.terms.get(name) if isinstance(above, Figure) else None
        found = None if below is None else Shown(below)
    return None if found is None or isinstance(found.known, Missing) else found


def opened(shown: Shown, system: str) -> Any:
    """One figure with its working, in one system."""
    return written(shown, (system,), workings=True)
