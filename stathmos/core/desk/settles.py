"""Which reading would settle the first answer, and how likely: each figure that it reads as likely anywhere in its range.

The chain was worked out at every corner of what is open. Between the corners a share is taken to be linear in each figure by
itself, which moments about axles very nearly are. A reading is drawn; what it leaves open stands at its worst and at its best.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from stathmos.core.desk.open_figures import AXLES, FRONT_SEATS, Narrowed, Open
from stathmos.core.desk.rows import Rows
from stathmos.core.lot.columns import Column

#: so many readings are drawn of each kind
DRAWN = 512
#: a set of readings is told as what it depends on when it settles the question so often
SETTLES = 0.9
#: pairs are tried among so many readings, the likeliest by themselves
PAIRED = 6
_NOTHING = 1e-9
#: people are on the axles when those are weighed, and still in the payload, which is no weighing
_NOT_BY_AXLES = ("payload",)


@dataclass(frozen=True)
class Hangs:
    """A reading, or two, by their paths; ``links``: which it decides. ``settles``: how likely it is that of the ratings nothing is
    open then, each open figure being as likely anywhere in its range."""

    closes: tuple[str, ...]
    settles: float
    links: tuple[str, ...]


@dataclass(frozen=True)
class _Link:
    """One rating's share at every corner: an axis for each figure that it depends on, by ``keys``."""

    key: str
    keys: tuple[str, ...]
    table: Column


def hangs_on(
    made: Rows, opened: Sequence[Open], hanging: Mapping[str, Column], narrowed: Callable[[str, Column], Narrowed]
) -> tuple[Hangs, ...]:
    """The readings that would settle what is open, the likeliest first: one where one does, else before them the best two together.

    ``hanging``: the shares that may be over and may not. ``narrowed``: how far other figures may still be once a reading's
    figures are drawn.
    """
    keys = tuple(made.at)
    links = [_link(key, keys, column[: made.corners]) for key, column in hanging.items()]
    by_reading: dict[str, list[Open]] = {}
    for one in opened:
        if one.key in made.at:
            by_reading.setdefault(one.closes, []).append(one)

    def settled(closes: tuple[str, ...]) -> Hangs:
        figures = [one for path in closes for one in by_reading[path]]
        read = dict(zip([one.key for one in figures], _drawn(len(figures)), strict=True))
        narrow: dict[str, tuple[Column, Column]] = {}
        for one in figures:
            values = one.low + read[one.key] * (one.high - one.low)
            narrow |= {key: ends for key, ends in narrowed(one.key, values).items() if key not in read}
        decides = tuple(link.key for link in links if any(key in link.keys for key in _read_by(closes, read, link.key)))
        return Hangs(closes, _likely(links, closes, read, narrow), decides)

    alone = [one for one in (settled((path,)) for path in by_reading) if one.links]
    alone.sort(key=lambda one: (-one.settles, -len(one.links)))
    told = [one for one in alone if one.settles] or alone[:2]
    if len(alone) < 2 or alone[0].settles >= SETTLES:
        return tuple(told)
    pairs = [settled((*one.closes, *other.closes)) for one, other in itertools.combinations(alone[:PAIRED], 2)]
    return (max(pairs, key=lambda one: one.settles), *told)


def _link(key: str, keys: tuple[str, ...], corners: Column) -> _Link:
    """A link's table, without the figures that change nothing in it."""
    table = corners.reshape((2,) * len(keys))
    kept = []
    for name in reversed(keys):
        axis = keys.index(name)
        if np.abs(np.diff(table, axis=axis)).max() > _NOTHING:
            kept.append(name)
        else:
            table = table.take([0], axis=axis)
    found = tuple(name for name in keys if name in kept)
    return _Link(key, found, table.reshape((2,) * len(found)))


def _drawn(count: int) -> list[Column]:
    """So many figures drawn together, each from zero to one, spread evenly: an additive recurrence by the generalized golden ratio.

    Sources: [1] Kronecker sequences, any textbook on quasi-random numbers; this choice of the ratio from memory.
    """
    ratio = 2.0
    for _ in range(30):
        ratio = (1 + ratio) ** (1 / (count + 1))
    numbers = np.arange(DRAWN)
    return [(0.5 + numbers * (1 / ratio) ** (place + 1)) % 1.0 for place in range(count)]


def _read_by(closes: tuple[str, ...], read: Mapping[str, Column], link: str) -> Iterator[str]:
    """The figures that some readings close for one link."""
    yield from read
    if AXLES in closes and link not in _NOT_BY_AXLES:
        yield FRONT_SEATS


def _likely(
    links: Sequence[_Link],
    closes: tuple[str, ...],
    read: Mapping[str, Column],
    narrow: Mapping[str, tuple[Column, Column]],
) -> float:
    """How likely everything is decided once some figures are read: every link within its rating, or any of them over."""
    within, over = [], []
    for link in links:
        weighed_in = {key: _drawn(len(read) + 1)[-1] for key in _read_by(closes, read, link.key) if key not in read}
        most, least = _ends(link, {**read, **weighed_in}, narrow)
        within.append(most <= 1)
        over.append(least > 1)
    return float((np.all(within, axis=0) | np.any(over, axis=0)).mean())


def _ends(
    link: _Link, read: Mapping[str, Column], narrow: Mapping[str, tuple[Column, Column]]
) -> tuple[Column, Column]:
    """The greatest and the least share that a link may still have, for each reading drawn."""
    rest = tuple(axis for axis, key in enumerate(link.keys) if key not in read and key not in narrow)
    kept = [key for key in link.keys if key in read or key in narrow]
    found = []
    for worst in (True, False):
        table = link.table.max(axis=rest) if worst else link.table.min(axis=rest)
        values = np.broadcast_to(table, (DRAWN, *table.shape))
        for key in kept:  # the first axis behind the draws goes at each step
            low, high = values[:, 0], values[:, 1]

            def at(place: Column, low: Column = low, high: Column = high) -> Column:
                by = place.reshape(-1, *(1,) * (low.ndim - 1))
                between: Column = low * (1 - by) + high * by
                return between

            if key in read:
                values = at(read[key])
            else:
                ends = [at(place) for place in narrow[key]]
                values = np.maximum(*ends) if worst else np.minimum(*ends)
        found.append(values)
    return found[0], found[1]
