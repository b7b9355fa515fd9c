"""What the figures of one record must agree in: one row for each relation, and a mismatch where they do not."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, Given
from stathmos.core.phrases import Phrase, joined
from stathmos.core.rig import name_at
from stathmos.core.units import write_exact


@dataclass(frozen=True, kw_only=True)
class Relation:
    """One row.

    ``figures``: the paths by the names that ``room`` takes them by, in the core's unit. ``room``: how much is left before they
    contradict each other, physical slack and all, in the unit of the figures; less than nothing where they do. ``states``: what
    must hold, in a sentence. ``settled_by``: which reading settles it. ``source``: whose word it is. ``is_second_reading``: its figures are two readings of one, of which
    one is taken: nobody can say that both are so.
    """

    key: str
    figures: Mapping[str, str]
    room: Callable[..., float]
    states: str
    settled_by: str
    source: str = COMMON_PRACTICE
    is_second_reading: bool = False

    @property
    def paths(self) -> tuple[str, ...]:
        """Where its figures stand."""
        return tuple(self.figures.values())

    def answer(self, figures: Mapping[str, Given]) -> str:
        """What is written down where these figures were read again and are so; another figure makes it another text."""
        return " · ".join(write_exact(figures[path].value, figures[path].dimension, "us") for path in self.paths)


@dataclass(frozen=True)
class Slip:
    """What may have been misread or mistyped: the ``writes`` by path, in the core's unit, that make the record agree; ``kind``: how."""

    kind: str
    writes: Mapping[str, float]


@dataclass(frozen=True)
class Mismatch:
    """Figures of one record that contradict each other.

    ``relations``: what they break, the one that is told first; ``figures``: each by its path. ``likelier``: the path of the one
    that is likelier wrong, empty where nothing tells. ``slips``: what may have been misread.
    """

    relations: tuple[Relation, ...]
    figures: Mapping[str, Given]
    likelier: str = ""
    slips: tuple[Slip, ...] = ()

    @property
    def key(self) -> str:
        """What it is called by."""
        return self.relations[0].key

    @property
    def answers(self) -> Mapping[str, str]:
        """What is written down, by relation, where the figures were read again and are so."""
        return {one.key: one.answer(self.figures) for one in self.relations if not one.is_second_reading}

    @property
    def says(self) -> Phrase:
        """What must hold, the figures as they are written, and which of them is likelier wrong."""
        first, listed, put = self.relations[0], [], {}
        for number, path in enumerate(first.paths):
            given = self.figures[path]
            listed.append(f"{name_at(path)} {{figure_{number}}}")
            put[f"figure_{number}"] = (given.value, given.dimension, "nearest")
        wrong = "One of these is misread."
        if self.likelier:
            more = "" if len(self.relations) == 1 else ": it agrees with nothing else either"
            wrong = f"Likelier wrong: {name_at(self.likelier)}{more}."
        return Phrase(f"{first.states} Written: {', '.join(listed)}. {wrong}", put)

    def beside(self, path: str) -> Phrase:
        """What is said at the place of one of its figures."""
        others = [other for one in self.relations if path in one.paths for other in one.paths if other != path]
        listed = list(dict.fromkeys(others))
        put = {
            f"figure_{number}": (self.figures[other].value, self.figures[other].dimension, "nearest")
            for number, other in enumerate(listed)
        }
        named = ", ".join(f"{name_at(other)} {{figure_{number}}}" for number, other in enumerate(listed))
        return Phrase(f"This does not agree with {named}: read them again.", put)

    @property
    def remedy(self) -> Phrase:
        """Which reading settles it, and what may have been misread."""
        settle = Phrase(f"Read again: {self.relations[0].settled_by}.")
        return joined(settle, *(self.asks(slip) for slip in self.slips))

    def asks(self, slip: Slip) -> Phrase:
        """What may have been misread, as a mismatch."""
        parts, put = [], {}
        for number, (path, value) in enumerate(slip.writes.items()):
            dimension = self.figures[path].dimension
            put[f"was_{number}"] = (self.figures[path].value, dimension, "nearest")
            put[f"is_{number}"] = (value, dimension, "nearest")
            parts.append(f"{name_at(path)} {{was_{number}}} may be {{is_{number}}}")
        return Phrase(f"{' and '.join(parts)}: which is it?", put)
