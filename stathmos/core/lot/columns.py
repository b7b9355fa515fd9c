"""Rows of things as columns of numbers: what is unknown is NaN, a word is a text, empty where nobody chose."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, cast

import numpy as np

from stathmos.core.figures import Anything, Given, Missing
from stathmos.core.selection import doubtful
from stathmos.core.stock import AnyPart, Kit, Shank

Column = np.ndarray[Any, Any]


def numbers(things: Sequence[object], name: str) -> Column:
    """One figure of each thing, in the core's unit."""
    given: list[Given | None] = [getattr(one, name) for one in things]
    return np.array([np.nan if one is None else one.value for one in given])


def words(things: Sequence[object], name: str) -> Column:
    """One choice of each thing."""
    given: list[Given | None] = [getattr(one, name) for one in things]
    return np.array(["" if one is None else one.typed for one in given], dtype=object)


def over(formula: Callable[..., float]) -> Callable[..., Column]:
    """A formula of the core, for columns: it reckons with nothing that an array does not do alike.

    ``formula`` takes and returns numbers in the core's units; so does what is returned, a column of them.
    """
    return cast(Callable[..., Column], formula)


def guessed_of(parts: Sequence[AnyPart]) -> Column:
    """Whether a rating, size or fitting of each part was guessed."""
    return np.array([bool(one.guessed) for one in parts], dtype=bool)


def doubted(parts: Sequence[Kit] | Sequence[Shank]) -> Column:
    """Whether what is written of each part is a guess, or cannot be."""
    return np.array([doubtful(one) is not None for one in parts], dtype=bool)


def value_of(figure: Anything) -> float:
    """A figure's value, NaN where it is missing."""
    return np.nan if isinstance(figure, Missing) else figure.value


def order_of(rows: Sequence[tuple[Any, ...]]) -> Column:
    """The rank of each row among them, from nought, by Python's own order."""
    ranks = np.empty(len(rows), dtype=int)
    ranks[sorted(range(len(rows)), key=lambda index: rows[index])] = np.arange(len(rows))
    return ranks
