"""Do something to a part of the shelf: count, order, take in, set aside, use. One at a time for all the house, and nothing is overwritten."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from django.db import transaction
from django.utils import timezone

from stathmos.catalogue.models import KINDS as CATALOGUE
from stathmos.catalogue.models.edition import COUNTS, Edition, raise_edition
from stathmos.core.stockroom import (
    ARRIVED,
    ASIDE,
    CANCELLED,
    COUNTED,
    EXPECTED,
    ORDERED,
    RELEASED,
    USED,
    Item,
    Need,
    NotSo,
    Standing,
    after,
    judge,
    stand,
    wanted,
)
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.stockroom.models import KINDS, Movement
from stathmos.stockroom.shelves import standings

#: who may do what: the name of it in the table of roles
NEEDS = {
    COUNTED: "keep_stock", ARRIVED: "keep_stock", USED: "keep_stock", ASIDE: "set_aside", RELEASED: "set_aside",
    ORDERED: "order_parts", EXPECTED: "order_parts", CANCELLED: "order_parts",
}  # fmt: skip


class NotMoved(Exception):
    """Nothing was written; ``problems`` says why, by field."""

    def __init__(self, problems: dict[str, str]) -> None:
        super().__init__("not moved")
        self.problems = problems


class MovedMeanwhile(Exception):
    """Somebody did something to the part after it was looked at."""


@dataclass(frozen=True, kw_only=True)
class Wish:
    """What is to be done to a part. ``seen``: the last movement of it that its writer knew, None where they need know none."""

    item: Item
    what: str
    quantity: int = 0
    rig: str = ""
    order: int | None = None
    day: date | None = None
    supplier: str = ""
    why: str = ""
    seen: int | None = None


@tried_again
def move(person: Person, wish: Wish) -> Movement:
    """Write one movement. Raises `NotMoved`, `MovedMeanwhile`, `NotAllowed`."""
    require(person, NEEDS[wish.what])
    with transaction.atomic():
        rows = _locked(wish.item)
        if wish.seen is not None and wish.seen != (rows[-1].pk if rows else 0):
            raise MovedMeanwhile
        return _written(person, wish, rows)


@tried_again
def set_aside(person: Person, rig: str, needs: Iterable[Need], why: str) -> list[Movement]:
    """Set aside for a rig what is free of all that it needs; what is not there stays wanted. Whoever chose the build is asked before."""
    found = []
    with transaction.atomic():
        for need in needs:
            rows = _locked(need.item)
            standing = _stands(rows, need.item)
            lacking = need.quantity - wanted(standing, need, rig).aside
            many = min(lacking, standing.free or 0)
            if many > 0:
                wish = Wish(item=need.item, what=ASIDE, quantity=many, rig=rig, why=why)
                found.append(_written(person, wish, rows))
    return found


@tried_again
def release_others(person: Person, rig: str, kept: Iterable[Item], why: str) -> list[Movement]:
    """What is set aside for a rig and is no longer wanted for it is anybody's again. Whoever chose the build is asked before."""
    kept, found = set(kept), []
    with transaction.atomic():
        for item in sorted(item for item, one in standings().items() if one.aside.get(rig) and item not in kept):
            rows = _locked(item)
            many = _stands(rows, item).aside.get(rig, 0)
            if many:
                found.append(_written(person, Wish(item=item, what=RELEASED, quantity=many, rig=rig, why=why), rows))
    return found


@tried_again
def use_aside(person: Person, rig: str, why: str) -> list[Movement]:
    """Whatever is set aside for a rig is used: it was mounted. Whoever did the work is asked before."""
    found = []
    with transaction.atomic():
        aside = [item for item, one in standings().items() if one.aside.get(rig)]
        for item in sorted(aside):
            rows = _locked(item)
            many = _stands(rows, item).aside.get(rig, 0)
            if many:
                found.append(_written(person, Wish(item=item, what=USED, quantity=many, rig=rig, why=why), rows))
    return found


def _locked(item: Item) -> list[Movement]:
    """A part's movements, while nobody else writes any."""
    Edition.objects.get_or_create(subject=COUNTS)
    Edition.objects.select_for_update().get(subject=COUNTS)
    return list(Movement.objects.filter(kind=item.kind, name=item.name).order_by("pk"))


def _stands(rows: list[Movement], item: Item) -> Standing:
    return stand(row.in_the_core() for row in rows).get(item, Standing())


def _written(person: Person, wish: Wish, rows: list[Movement]) -> Movement:
    item = wish.item
    if item.kind not in KINDS or not CATALOGUE[item.kind].objects.filter(name=item.name).exists():
        raise NotMoved({"name": "The catalogue has no such part."})
    if wish.what in (ASIDE, RELEASED) and not wish.rig:
        raise NotMoved({"rig": "For which rig?"})
    if wish.what == ORDERED and not wish.supplier.strip():
        raise NotMoved({"supplier": "Of whom is it ordered?"})
    if wish.what in (ORDERED, EXPECTED) and wish.day is not None and wish.day < timezone.localdate():
        raise NotMoved({"day": "This day is past."})
    if wish.what == COUNTED and rows and not wish.why.strip():
        raise NotMoved({"why": "Say why it is counted anew: what was found."})
    row = Movement(
        kind=item.kind, name=item.name, what=wish.what, quantity=wish.quantity, rig=wish.rig or None, order_id=wish.order,
        day=wish.day, supplier=wish.supplier.strip(), why=wish.why.strip(), by=person,
    )  # fmt: skip
    before = _stands(rows, item)
    written = replace(row.in_the_core(), number=(rows[-1].pk if rows else 0) + 1)
    try:
        judge(before, written)
    except NotSo as error:
        raise NotMoved({"order" if wish.order is not None else "quantity": str(error)}) from error
    row.save()
    if _rank(before) != _rank(after(before, written)):
        raise_edition(COUNTS)
    return row


def _rank(standing: Standing) -> Any:
    """What builds go by: whether one may be had by anybody, by whom besides, and whether some is to come for them."""
    orders = {one.rig for one in standing.orders}
    return (
        None if standing.free is None else standing.free > 0,
        {who for who, many in standing.aside.items() if many},
        orders,
    )
