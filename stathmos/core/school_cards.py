"""Each school on a card: what it is called, what it means in a sentence, whose it is, and what a small sketch of it shows."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.schools import LEVEL_SCHOOLS, OFFSET_SCHOOLS, ORDER_SCHOOLS, RESTORATION_SCHOOLS, SHARE_SCHOOLS
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE

#: what each question's sketch is drawn on: from, to, and the dimension
SCALES = {
    "share_school": (0.0, 0.2, SHARE),
    "restoration_school": (0.0, 1.2, SHARE),
    "bay_school": (0.0, 1.2, SHARE),
    "offset_school": (-40.0, 100.0, LENGTH),
    "adjust_first": (0.0, 1.0, SHARE),
    "level_school": (-1.5 * MM_PER_IN, 1.5 * MM_PER_IN, LENGTH),
}


@dataclass(frozen=True)
class Card:
    """One school. ``low`` to ``high`` as shares of its scale, none where it is no band; ``stages``: what is changed after what."""

    field: str
    key: str
    name: str
    means: str
    source: str
    low: float | None = None
    high: float | None = None
    stages: tuple[str, ...] = ()


def _on(field: str, value: float) -> float:
    low, high, _ = SCALES[field]
    return min(1.0, max(0.0, (value - low) / (high - low)))


def _card(field: str, school: object, low: float | None, high: float | None, stages: tuple[str, ...] = ()) -> Card:
    told = {name: getattr(school, name) for name in ("key", "name", "means", "source")}
    return Card(
        field, **told, stages=stages,
        low=None if low is None else _on(field, low), high=None if high is None else _on(field, high),
    )  # fmt: skip


def cards() -> tuple[Card, ...]:
    """Every school of every question of the house.

    >>> found = {card.key: card for card in cards()}
    >>> found["ten_to_fifteen"].low, found["ten_to_fifteen"].high
    (0.5, 0.7499999999999999)
    """
    found = [_card("share_school", one, one.low, one.high) for one in SHARE_SCHOOLS.values()]
    found += [_card("restoration_school", one, one.low, one.high) for one in RESTORATION_SCHOOLS.values()]
    for bay in BAY_SCHOOLS.values():
        share = bay.share
        found.append(
            _card("bay_school", bay, None if share is None else share.low, None if share is None else share.high)
        )
    for order in ORDER_SCHOOLS.values():
        found.append(_card("adjust_first", order, None, None, tuple(" and ".join(stage) for stage in order.stages)))
    found += [_card("level_school", one, one.low, one.high) for one in LEVEL_SCHOOLS.values()]
    for offset in OFFSET_SCHOOLS.values():
        most = offset.most if offset.most is not None else offset.fixed
        found.append(_card("offset_school", offset, offset.fixed, most))
    return tuple(found)
