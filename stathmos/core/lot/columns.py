"""Rows of things as columns of numbers: what is unknown is NaN, a word is a text, empty where nobody chose."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Any, TypeVar, cast

import numpy as np

from stathmos.core.figures import Anything, Given, Missing
from stathmos.core.selection import doubtful
from stathmos.core.stock import AnyPart, Kit, Shank

Column = np.ndarray[Any, Any]


class Columns:
    """What is made of columns, all as long as one another (or of one row, which stands for all)."""


Some = TypeVar("Some", bound=Columns)


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


def joined(one: Some, other: Some) -> Some:
    """The rows of two things of the same columns, those of the first before those of the other.

    A column of a dictionary that only one of them has is nought in the rows of the other.
    """

    def rows(thing: Columns) -> int:
        return next(len(value) for value in vars(thing).values() if isinstance(value, np.ndarray))

    counts = rows(one), rows(other)

    def both(first: Any, second: Any) -> Any:
        if isinstance(first, np.ndarray):
            return np.concatenate((first, second))
        if isinstance(first, dict):
            left_out = [np.zeros(count, bool) for count in counts]
            names = dict.fromkeys((*first, *second))
            return {name: both(first.get(name, left_out[0]), second.get(name, left_out[1])) for name in names}
        return tuple(both(*pair) for pair in zip(first, second, strict=True)) if isinstance(first, tuple) else first

    rows_of_both = {name: both(value, getattr(other, name)) for name, value in vars(one).items()}
    return cast(Some, replace(cast(Any, one), **rows_of_both))


def at_rows(column: Column, rows: Column) -> Column:
    """Some rows of a column, by their places; one that says the same in every row is not written out."""
    return np.broadcast_to(column[:1], len(rows)) if column.strides == (0,) else column[rows]


def each_column(whole: Some, change: Callable[[Column], Column]) -> Some:
    """A thing of columns with ``change`` made to each of them, however deep it stands; what is no column stays."""

    def changed(value: Any) -> Any:
        if isinstance(value, np.ndarray):
            return change(value)
        if isinstance(value, dict):
            return {name: changed(column) for name, column in value.items()}
        if isinstance(value, tuple):
            return tuple(changed(one) for one in value)
        if isinstance(value, Columns):
            return each_column(value, change)
        return value

    made = {name: changed(value) for name, value in vars(whole).items()}
    return cast(Some, replace(cast(Any, whole), **made))
