"""What was guessed and must be read: a guess is no rating, and nothing passes on one.

Each field says from which provenance it passes (`Entry.passes_from`): a label or a handbook where one usually reads it
there or measures it, a brochure where nothing better is printed. What is weaker than that is a guess. The figures are
worked out with it all the same; what would pass on it is *not known*. What is over is over on a guess too.
"""

from __future__ import annotations

from functools import lru_cache

from stathmos.core.entry import TEXT, entries
from stathmos.core.figures import Anything, Given, Missing, Provenance
from stathmos.core.rig import SECTIONS, Rig, entry_at
from stathmos.core.stock import AnyPart

#: the sections that are read of things; what is chosen, planned or done is no guess
_READ = ("vehicle", "trailer", "hitch")


@lru_cache(maxsize=1)
def _fields() -> tuple[tuple[str, str, int], ...]:
    """Section, name, and how strong it must be to pass."""
    return tuple(
        (section, name, entry.passes_from.strength)
        for section in _READ
        for name, entry in entries(SECTIONS[section])
        if entry.dimension != TEXT and entry.passes_from is not Provenance.ASSUMED
    )


def of_rig(rig: Rig) -> tuple[str, ...]:
    """Every rating, size and fitting of the rig that somebody guessed, by path."""
    held = {name: getattr(rig, name) for name in _READ}
    return tuple(
        f"{section}.{name}"
        for section, name, least in _fields()
        if (given := getattr(held[section], name) or getattr(held[section], "absent", {}).get(name)) is not None
        and given.provenance.strength < least
    )


def behind(figure: Anything | None) -> tuple[str, ...]:
    """The guesses that a rating or a size stands on, by path; of a part, its field (``stock.kit.gross_rating``).

    >>> from stathmos.core.units import WEIGHT
    >>> behind(Given(2000.0, WEIGHT, Provenance.BROCHURE, path="vehicle.rear_gawr"))
    ('vehicle.rear_gawr',)
    >>> behind(Given(2000.0, WEIGHT, Provenance.LABEL, path="vehicle.rear_gawr"))
    ()
    """
    if figure is None or isinstance(figure, Missing) or figure.provenance.strength >= Provenance.LABEL.strength:
        return ()  # no term of it is weaker than the figure itself
    if not isinstance(figure, Given):
        return tuple(dict.fromkeys(path for term in figure.working.terms.values() for path in behind(term)))
    entry = entry_at(figure.path)
    passes_from = Provenance.LABEL if entry is None else entry.passes_from
    return (figure.path,) if figure.path and figure.provenance.strength < passes_from.strength else ()


def of_parts(**parts: AnyPart | None) -> tuple[str, ...]:
    """What was guessed of the parts in force, each by what it is (``kit``, ``shank``…): ``stock.kit.gross_rating``."""
    return tuple(f"stock.{what}.{name}" for what, part in parts.items() if part is not None for name in part.guessed)
