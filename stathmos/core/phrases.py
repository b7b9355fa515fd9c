"""Sentences for a person, with quantities in them, writable in either unit system.

Nothing reads a sentence: what anything goes by is the key of the thing that says it.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import partial

from stathmos.core import units

_SLOT = re.compile(r"\{(\w+)\}")
_NO_BREAK = "\u00a0"  # a figure is not parted from its unit at the end of a line


#: value in the core's unit, dimension, rounding
Quantity = tuple[float, str, str]


@dataclass(frozen=True)
class Phrase:
    """A sentence with quantities in it, writable in either unit system.

    ``quantities`` maps a name in the template to its (value, dimension, rounding).
    """

    template: str
    quantities: Mapping[str, Quantity] = field(default_factory=dict)

    def text(self, system: str) -> str:
        """The sentence, in ``us`` or ``metric``.

        >>> Phrase("It weighs {w}.", {"w": (100.0, "weight", "up")}).text("us")
        'It weighs 221\xa0lb.'
        """
        written = {
            name: units.write(value, dimension, system, way)
            for name, (value, dimension, way) in self.quantities.items()
        }
        return _SLOT.sub(lambda slot: written.get(slot[1], slot[0]).replace(" ", _NO_BREAK), self.template)

    def after(self, beginning: str) -> Phrase:
        """The same behind a plain beginning."""
        return Phrase(as_text(beginning) + self.template, self.quantities)

    def then(self, end: str) -> Phrase:
        """The same with a plain end."""
        return Phrase(self.template + as_text(end), self.quantities)


@dataclass(frozen=True)
class Notice:
    """A sentence that something goes by, and the key by which it does."""

    key: str
    says: Phrase


def as_text(plain: str) -> str:
    """A text that stands in a template as it is, whatever braces somebody typed into it.

    >>> Phrase("Signed: " + as_text("{gain} 6.5") + ".").text("us")
    'Signed: (gain) 6.5.'
    """
    return plain.replace("{", "(").replace("}", ")")


def _renamed(names: Mapping[str, str], slot: re.Match[str]) -> str:
    return "{" + names.get(slot[1], slot[1]) + "}"


def joined(*phrases: Phrase, by: str = " ") -> Phrase:
    """Several sentences as one; each keeps its own quantities, however they are called.

    >>> joined(Phrase("{w} out.", {"w": (1.0, "weight", "up")}), Phrase("{w} in.", {"w": (2.0, "weight", "up")})).text("metric")
    '1\xa0kg out. 2\xa0kg in.'
    """
    quantities: dict[str, Quantity] = {}
    templates = []
    for index, one in enumerate(phrases):
        renamed = {name: f"{name}_{index}" for name in one.quantities}
        templates.append(_SLOT.sub(partial(_renamed, renamed), one.template))
        quantities |= {renamed[name]: quantity for name, quantity in one.quantities.items()}
    return Phrase(by.join(templates), quantities)
