"""Which figures decide a rig that passes: had one been misread by a common slip, and truly be the other, the rig would be refused."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import NamedTuple

from stathmos.core.figures import Anything, Given, Known, Lazily, Missing, Provenance, sure
from stathmos.core.ratings import Link
from stathmos.core.ratings.demands import SAME
from stathmos.core.ratings.link import LOAD
from stathmos.core.relations.held import broken_by, could_bear_out
from stathmos.core.relations.second_reading import is_missing, is_typed
from stathmos.core.relations.slips import as_digits, common_slips
from stathmos.core.rig import Rig, entry_at
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.weighing import Weights


class Deciding(NamedTuple):
    """A figure by its path. ``links``: what would be over, by key; ``slips``: by how many of its common slips."""

    path: str
    links: tuple[str, ...]
    slips: int


#: the keys of the tongue's share, and of how level the trailer stands, among what would be over
SHARE, LEVEL = "share", "level"


@dataclass(frozen=True)
class JudgedBy:
    """What a rig that passes is judged by: its ``links``, its weighing, and ``rail``: front against rear of the trailer, mm."""

    links: tuple[Link, ...]
    weights: Weights
    rail: Anything

    @Lazily
    def loads(self) -> list[Link]:
        """The links of which load and rating are known."""
        return [
            one
            for one in self.links
            if one.kind == LOAD and not _is_missing(one.demand) and not _is_missing(one.rating)
        ]


def deciding(rig: Rig, judged: JudgedBy) -> tuple[Deciding, ...]:
    """The figures that decide and have no witness, the one first that most slips would turn.

    A slip counts where neither the figure as it is written nor the other one contradicts the record. What the other would do is
    followed to first order, by what the figure's own uncertainty does to each demand and rating (JCGM 100, 5.1.2).
    """
    found = []
    for path, given in _read(rig, judged):
        turned = [over for value in _others(rig, given) if (over := tuple(_over(judged, given, value)))]
        if turned:
            keys = dict.fromkeys(key for over in turned for key in over)
            found.append(Deciding(path, tuple(keys), len(turned)))
    return tuple(sorted(found, key=lambda one: -one.slips))


@dataclass(frozen=True)
class Witnessed:
    """A figure that decides, by its path, and what bears it out: the paths of the figures that a misread one would contradict.

    ``is_read_twice``: it was read a second time, and the same. ``is_open``: some slip of it would contradict nothing,
    and would turn the verdict. ``could``: what would bear it out once it is read, by path; a relation of it waits for that alone.
    """

    path: str
    by: tuple[str, ...]
    is_read_twice: bool
    is_open: bool
    could: tuple[str, ...] = ()


def witnesses(rig: Rig, judged: JudgedBy) -> tuple[Witnessed, ...]:
    """Every figure that decides, with what bears it out; those that are open first."""
    found = []
    for path, given in _read(rig, judged):
        slips = [replace(given, value=value) for value in _may_be(given)]
        turning = [slip for slip in slips if any(_over(judged, given, slip.value))]
        if not turning:
            continue
        borne_out = {slip.value: tuple(broken_by(rig, slip)) for slip in slips}
        others = [other for rows in borne_out.values() for row in rows for other in row.paths if other != path]
        twice = is_typed(rig, path) and not is_missing(rig, path)
        alone = not twice and any(not borne_out[slip.value] for slip in turning)
        could = tuple(could_bear_out(rig, path)) if alone else ()
        found.append(Witnessed(path, tuple(dict.fromkeys(others)), twice, alone, could))
    return tuple(sorted(found, key=lambda one: (not one.is_open, one.path)))


def _read(rig: Rig, judged: JudgedBy) -> Iterator[tuple[str, Given]]:
    """The figures that were read and on which a load, a rating or the tongue's share stands."""
    paths = {path for one in judged.loads for path in (*sure(one.demand).spread, *_read_for(sure(one.rating)))}
    if not isinstance(judged.weights.share, Missing):
        paths |= set(judged.weights.share.spread)
    if not isinstance(judged.rail, Missing):
        paths |= {path for path in judged.rail.spread if _is_read_once(path)}
    for path in sorted(path for path in paths if entry_at(path) is not None):
        given = rig.figure(path)
        # a guess was never read, and cannot be read again
        if (
            not isinstance(given, Missing)
            and given.provenance is not Provenance.ASSUMED
            and as_digits(given) is not None
        ):
            yield path, given


def _is_read_once(path: str) -> bool:
    """Whether a figure is read off a label or a page: what is taped is taped again in the bay."""
    entry = entry_at(path)
    return entry is not None and entry.usual == "label"


def _may_be(given: Given) -> Iterator[float]:
    """The common slips of a figure that may stand in its field."""
    entry = entry_at(given.path)
    return (value for value in common_slips(given) if entry is not None and entry.low <= value <= entry.high)


def _is_missing(term: Anything | None) -> bool:
    return term is None or isinstance(term, Missing)


def _others(rig: Rig, given: Given) -> Iterator[float]:
    """What the figure may truly be: each of its common slips that may stand in its field and in this record."""
    return (value for value in _may_be(given) if not any(broken_by(rig, replace(given, value=value))))


def _over(judged: JudgedBy, given: Given, value: float) -> Iterator[str]:
    """What would be over, too light or off level, were the figure another."""
    for one in judged.loads:
        rating = sure(one.rating)
        # A rating is what is read off a label, or in proportion to it.
        rated = rating.value * value / given.value if given.path in _read_for(rating) else rating.value
        if _moved(sure(one.demand), given, value) > rated + SAME:
            yield one.key
    share, band = judged.weights.share, judged.weights.judgement
    if not isinstance(share, Missing) and _moved(share, given, value) < band.low:
        yield SHARE
    rail = judged.rail
    if not isinstance(rail, Missing) and _is_read_once(given.path) and not ATTITUDE.within(_moved(rail, given, value)):
        yield LEVEL


def _moved(known: Known, given: Given, value: float) -> float:
    """A figure worked out, were one that it stands on another: to first order."""
    if not given.u:
        return known.value
    return known.value + known.spread.get(given.path, 0.0) / given.u * (value - given.value)


def _read_for(rating: Known) -> frozenset[str]:
    """The figures that a rating was read as, or worked out from."""
    if isinstance(rating, Given):
        return frozenset({rating.path}) if rating.path else frozenset()
    return frozenset().union(*(_read_for(term) for term in rating.working.terms.values()))
