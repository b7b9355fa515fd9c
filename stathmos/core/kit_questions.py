"""What of a hitch kit contradicts itself: asked about when it is written, and refused never.

One row for each thing that must hold among its figures; those of its settings are made for every kind of setting.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import pairwise

from stathmos.core.settings import KINDS, PLACES, TABLE, Kind, Place, kinds_at
from stathmos.core.stock import Kit
from stathmos.core.tolerances import PAST_BRACKET

SAME = 1e-6


@dataclass(frozen=True)
class KitRelation:
    """One row. ``room``: of the figures in the order of ``fields``, core units, less than nothing where they contradict each other."""

    fields: tuple[str, ...]
    room: Callable[[tuple[float, ...]], float]
    says: str


def _falls(heights: tuple[float, ...]) -> float:
    """The least by which one height lies under the one before it."""
    return min((before - after - SAME for before, after in pairwise(heights)), default=0.0)


def _reaching(kit: Kit) -> Iterator[KitRelation]:
    """Bars that reach their brackets, and past them where their family wants that."""
    past, words = (PAST_BRACKET.value, "three inches past ") if kit.held.reaches_past else (-SAME, "")
    for field, place in (("bracket_least", "nearest"), ("bracket_distance", "preferred")):
        says = f"the bars do not reach {words}the {place} bracket place"
        yield KitRelation(("bar_length", field), lambda of: of[0] - past - of[1], says)


_RANGES = (
    KitRelation(
        ("bar_length", "bar_rate_at"), lambda of: of[0] - of[1] + SAME, "the bar's rate is stated past its end",
    ),
    KitRelation(
        ("tongue_rating", "gross_rating"), lambda of: of[0] / of[1] - 0.05, "the tongue rating is less than 5 % of the gross rating",
    ),
    KitRelation(
        ("tongue_rating", "gross_rating"), lambda of: 0.25 - of[0] / of[1], "the tongue rating is more than 25 % of the gross rating",
    ),
    KitRelation(
        ("handbook_offset", "handbook_offset_most"), lambda of: of[1] - of[0] + SAME, "the range of the ball offset ends below its start",
    ),
)  # fmt: skip


def relations_of(kit: Kit) -> Iterator[KitRelation]:
    """Every row that has to do with a kit."""
    yield from _RANGES
    yield from _reaching(kit)
    for place in PLACES.values():
        kind = _kind_at(place, kit)
        if kind is not None:
            yield from _of_setting(place, kind)


def _kind_at(place: Place, kit: Kit) -> Kind | None:
    sharing = kinds_at(place.key)
    if len(sharing) == 1:
        return sharing[0]
    word = getattr(kit, f"{place.one}_word", None)
    return None if word is None else KINDS[word.typed]


def _of_setting(place: Place, kind: Kind) -> Iterator[KitRelation]:
    least, most, start, slack = (f"{place.key}_{end}" for end in ("least", "most", "start", "slack"))
    yield KitRelation(
        (start, least), lambda of: of[0] - of[1] + SAME, f"it begins with fewer {kind.many} than its least"
    )
    yield KitRelation((start, most), lambda of: of[1] - of[0] + SAME, f"it begins with more {kind.many} than its most")
    never = f"with every count of {kind.many} the bars stay slack: they can never be loaded"
    if kind.winds > 0:
        yield KitRelation((slack, most), lambda of: of[1] - of[0] - SAME, never)
    else:
        yield KitRelation((slack, least), lambda of: of[0] - of[1] - SAME, never)
    if place.effect:
        yield KitRelation((place.effect,), lambda of: of[0] - SAME, f"one {kind.one} more does nothing")
    if kind.works == TABLE:
        rows = tuple(f"{place.one}_height_{row}" for row in range(1, place.rows + 1))
        yield KitRelation(
            rows, _falls, "the bar's height must fall from each position to the next: tilting further lowers the bar"
        )


def kit_questions(kit: Kit) -> dict[str, str]:
    """By field, what it contradicts."""
    found: dict[str, str] = {}
    for row in relations_of(kit):
        written = {name: given for name in row.fields if (given := getattr(kit, name)) is not None}
        whole = len(written) == len(row.fields) or (len(row.fields) > 2 and len(written) > 1)
        if whole and row.room(tuple(given.value for given in written.values())) < 0:
            for name in written:
                found.setdefault(name, f"This does not agree: {row.says}. Read it again.")
    return found
