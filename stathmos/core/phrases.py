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
class Beside:
    """A length among others of its sentence, mm: all of them are written as finely as it takes to tell apart those that differ.

    ``less``: the one of them that is taken from it, as both are written. ``way``: rounding, up or down for what one must stay
    above or below; ``less_way``: that of the other.
    """

    value: float
    among: tuple[float, ...]
    less: float | None = None
    way: str = "nearest"
    less_way: str = "nearest"

    def text(self, system: str) -> str:
        """The length as written in ``us`` or ``metric``.

        >>> among = (920.75, 922.3)  # 36 1/4 in, and 36 5/16 in to the nearest sixteenth
        >>> Beside(922.3, among).text("us"), Beside(922.3, among, less=920.75).text("us")
        ('36 5/16 in', '1/16 in')
        """
        parts = units.parts_to_tell(self.among, system)
        count = units.in_parts(self.value, system, parts, self.way)
        if self.less is None:
            return units.write_parts(count, system, parts)
        apart = abs(count - units.in_parts(self.less, system, parts, self.less_way))
        return units.write_parts(apart, system, parts) if apart else f"less than {units.write_parts(1, system, parts)}"


@dataclass(frozen=True)
class Phrase:
    """A sentence with quantities in it, writable in either unit system.

    ``quantities`` maps a name in the template to its (value, dimension, rounding), or to a length beside others.
    """

    template: str
    quantities: Mapping[str, Quantity | Beside] = field(default_factory=dict)

    def text(self, system: str) -> str:
        """The sentence, in ``us`` or ``metric``.

        >>> Phrase("It weighs {w}.", {"w": (100.0, "weight", "up")}).text("us")
        'It weighs 221\xa0lb.'
        """
        written = {
            name: one.text(system) if isinstance(one, Beside) else units.write(one[0], one[1], system, one[2])
            for name, one in self.quantities.items()
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
    quantities: dict[str, Quantity | Beside] = {}
    templates = []
    for index, one in enumerate(phrases):
        renamed = {name: f"{name}_{index}" for name in one.quantities}
        templates.append(_SLOT.sub(partial(_renamed, renamed), one.template))
        quantities |= {renamed[name]: quantity for name, quantity in one.quantities.items()}
    return Phrase(by.join(templates), quantities)
