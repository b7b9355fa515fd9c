"""Holds the figures of a record against each other: which contradict, which of them is likelier wrong, what stands on them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from typing import NamedTuple

from stathmos.core.figures import Anything, Given, Missing, Provenance, sure, work
from stathmos.core.ratings import Link, State
from stathmos.core.relations.loaded import of_loads
from stathmos.core.relations.relation import Mismatch, Relation, Slip
from stathmos.core.relations.second_reading import of_second_readings
from stathmos.core.relations.slips import MISREAD, slips
from stathmos.core.relations.squat import of_squat
from stathmos.core.relations.table import RELATIONS
from stathmos.core.rig import Rig

#: so many standard uncertainties of what is left between two figures: a sound record is asked about once in a thousand
SURELY = 3.0

#: the figures of a relation by their paths, where all of them are written
Figures = Mapping[str, Given]


def mismatches(rig: Rig, is_record: bool = True) -> tuple[Mismatch, ...]:
    """Every relation that the record contradicts and that is not answered for.

    A guess contradicts nothing, and is not held against anything. ``is_record``: False of a rig that is only tried with other
    loads: what a scale read then is of the loads that are there now.
    """
    of_rig = (*of_loads(rig), *of_squat(rig), *of_second_readings(rig)) if is_record else ()
    looked_at = (*RELATIONS, *of_rig)
    judged = {one.key: (one, figures) for one in looked_at if (figures := _written(rig, one)) is not None}
    broken = [one for one, figures in judged.values() if not agrees(one, figures) and not _answered(rig, one, figures)]
    whole = [one for one, _ in judged.values()]
    found = []
    for group in _together(broken):
        figures = {path: given for one in group.relations for path, given in judged[one.key][1].items()}
        # Where one relation alone is broken, too many slips would mend it for any of them to be likely.
        offered = slips(rig, figures, whole, group.relations, agrees_with) if len(group.relations) > 1 else ()
        edited = {path for slip in offered for path in slip.writes}
        likelier = group.by or (edited.pop() if len(edited) == 1 else _weakest(figures))
        # Of two readings of one figure nothing tells which is wrong.
        offered = offered or _the_second(group.relations, figures)
        found.append(Mismatch(group.relations, figures, likelier, offered))
    return tuple(found)


def _the_second(broken: tuple[Relation, ...], figures: Figures) -> tuple[Slip, ...]:
    """The second reading of a figure offered in place of the first, where nothing else is broken."""
    if len(broken) > 1 or not broken[0].is_second_reading:
        return ()
    first, second = (broken[0].figures[name] for name in ("first", "second"))
    return (Slip(MISREAD, {first: figures[second].value}),)


class _Group(NamedTuple):
    """Relations that are broken by one figure, its path; by itself a relation of which nothing tells."""

    by: str
    relations: tuple[Relation, ...]


def _together(broken: list[Relation]) -> Iterator[_Group]:
    """The broken relations, those together that agree once one figure is left out: the one that most of them have."""
    left = list(broken)
    while left:
        counted = Counter(path for one in left for path in one.paths)
        path, times = max(counted.items(), key=lambda item: item[1])
        shared = [other for other, count in counted.items() if count == times]
        if times == 1 or len(shared) > 1:
            # Nothing tells them apart: what hangs together is asked about together.
            path = ""
            group = _hanging_together(left, left[0])
        else:
            group = tuple(one for one in left if path in one.paths)
        yield _Group(path, group)
        left = [one for one in left if one not in group]


def _hanging_together(among: list[Relation], first: Relation) -> tuple[Relation, ...]:
    """The relations that have a figure in common with one, or with one that has."""
    group, paths = [first], set(first.paths)
    while more := [one for one in among if one not in group and paths & set(one.paths)]:
        group += more
        paths |= {path for one in more for path in one.paths}
    return tuple(group)


def _answered(rig: Rig, relation: Relation, figures: Figures) -> bool:
    answer = rig.one("answers", relation.key)
    return answer is not None and answer.as_read is not None and answer.as_read.typed == relation.answer(figures)


def _written(rig: Rig, relation: Relation) -> Figures | None:
    """Its figures; None where one is not written, or a guess."""
    figures = {}
    for path in relation.paths:
        given = rig.figure(path)
        if isinstance(given, Missing) or _is_open(given):
            return None
        figures[path] = given
    return figures


def agrees(relation: Relation, figures: Figures) -> bool:
    """Whether figures agree, each within its own spread."""
    written = {name: figures[path] for name, path in relation.figures.items()}
    if relation.room(**{name: given.value for name, given in written.items()}) >= 0:
        return True
    room = sure(work("what is left", "weight", relation.room, **written))
    return room.value + SURELY * room.u >= 0


def broken_by(rig: Rig, given: Given) -> Iterator[Relation]:
    """The relations of the record that one figure would contradict, were it written so."""
    for one in (*RELATIONS, *of_loads(rig), *of_squat(rig)):
        if given.path in one.paths:
            figures = _written(rig, one)
            if figures is not None and not agrees(one, {**figures, given.path: given}):
                yield one


def could_bear_out(rig: Rig, path: str) -> Iterator[str]:
    """The figures not read yet, each by its path, for which alone a relation of one figure waits."""
    seen: set[str] = set()
    for one in (*RELATIONS, *of_squat(rig)):
        if path not in one.paths:
            continue
        wanting = [other for other in one.paths if _is_open(rig.figure(other))]
        if len(wanting) == 1 and wanting[0] != path and wanting[0] not in seen and rig.is_blank(wanting[0]):
            seen.add(wanting[0])
            yield wanting[0]


def _is_open(figure: Given | Missing) -> bool:
    return isinstance(figure, Missing) or figure.provenance is Provenance.ASSUMED or figure.bound


def agrees_with(relation: Relation, rig: Rig, writes: Mapping[str, float]) -> bool:
    """Whether a relation would hold with some figures written otherwise, to the letter: an edit that only just will do is none."""
    values = {}
    for name, path in relation.figures.items():
        figure = rig.figure(path)
        value = writes.get(path, None if isinstance(figure, Missing) else figure.value)
        if value is None:
            return True
        values[name] = value
    return relation.room(**values) >= 0


def _weakest(figures: Figures) -> str:
    """The one figure that is out of a brochure, where the others were read or weighed; empty where there is no one."""
    weak = [path for path, given in figures.items() if given.provenance.strength < Provenance.LABEL.strength]
    return weak[0] if len(weak) == 1 else ""


def standing_on(figure: Anything | None) -> frozenset[str]:
    """The places of all that a figure was worked out from."""
    if figure is None or isinstance(figure, Missing):
        return frozenset()
    return frozenset(figure.spread)


def held_back(links: Iterable[Link], asked: Iterable[Mismatch]) -> tuple[Link, ...]:
    """The links with those not known that would pass on a contradicted figure; what is over stays over."""
    doubted = {path for mismatch in asked for path in mismatch.figures}
    return tuple(_held_back(link, doubted) for link in links)


def _held_back(link: Link, doubted: set[str]) -> Link:
    if not doubted or link.state in (State.OVER, State.UNKNOWN):
        return link
    needs = tuple(sorted((standing_on(link.demand) | standing_on(link.rating)) & doubted))
    if not needs:
        return link
    return link._replace(state=State.UNKNOWN, share=None, margin=None, needs=needs)
