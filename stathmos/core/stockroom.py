"""The parts on the shelf: what is there, what is set aside for whom, what is ordered, all from the movements as they were written.

Nothing is overwritten: a stock is what its movements come to. Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date

#: what can be done to a part of the shelf, and how it is told
COUNTED, ARRIVED, USED, ASIDE, RELEASED, ORDERED, EXPECTED, CANCELLED = (
    "counted", "arrived", "used", "aside", "released", "ordered", "expected", "cancelled",
)  # fmt: skip
WHAT = {
    COUNTED: "counted on the shelf", ARRIVED: "arrived", USED: "used", ASIDE: "set aside", RELEASED: "no longer set aside",
    ORDERED: "ordered", EXPECTED: "expected another day", CANCELLED: "order cancelled",
}  # fmt: skip


@dataclass(frozen=True, order=True)
class Item:
    """A part of the catalogue: its kind there, and its name."""

    kind: str
    name: str


@dataclass(frozen=True, kw_only=True)
class Movement:
    """One thing done to one part. ``number``: its place in the order in which all were written; ``quantity`` pieces: counted, moved
    or ordered; ``rig``: for which, empty for none; ``order``: the number of the movement that ordered; ``day``: expected then.
    """

    number: int
    item: Item
    what: str
    quantity: int
    rig: str = ""
    order: int | None = None
    day: date | None = None
    supplier: str = ""


@dataclass(frozen=True)
class Order:
    """What of an order has not come yet."""

    number: int
    item: Item
    left: int
    supplier: str
    day: date | None
    rig: str


@dataclass(frozen=True)
class Standing:
    """How one part stands. ``there``: on the shelf, set aside ones too; None while nobody has counted and none came.

    ``aside``: how many for each rig; ``orders``: what is still to come, the soonest first.
    """

    there: int | None = None
    aside: Mapping[str, int] = field(default_factory=dict)
    orders: tuple[Order, ...] = ()

    @property
    def set_aside(self) -> int:
        """How many are set aside for anybody."""
        return sum(self.aside.values())

    @property
    def free(self) -> int | None:
        """How many are nobody's; None while nobody has counted."""
        return None if self.there is None else max(0, self.there - self.set_aside)

    def free_for(self, rig: str) -> int | None:
        """How many a rig may have: those that are nobody's, and its own, of what is there by the last count."""
        if self.there is None or self.free is None:
            return None
        return min(self.there, self.free + self.aside.get(rig, 0))

    def to_be_had(self, rig: str) -> int | None:
        """The same as a build is chosen by: None too where there is none now and some is to come, for it or for nobody."""
        now = self.free_for(rig)
        return None if now == 0 and any(one.rig in (rig, "") for one in self.orders) else now


class NotSo(ValueError):
    """A movement that cannot be: what is not there is not moved."""


def stand(movements: Iterable[Movement]) -> dict[Item, Standing]:
    """How each part stands after some movements, in the order of their numbers. Never raises: what was written was judged then.

    >>> shank = Item("shanks", "Short")
    >>> found = stand([Movement(number=1, item=shank, what=COUNTED, quantity=2), Movement(number=2, item=shank, what=ASIDE, quantity=1, rig="a")])
    >>> found[shank].there, found[shank].free, found[shank].free_for("a")
    (2, 1, 2)
    """
    found: dict[Item, Standing] = {}
    for one in sorted(movements, key=lambda one: one.number):
        found[one.item] = after(found.get(one.item, Standing()), one)
    return found


def after(standing: Standing, one: Movement) -> Standing:
    """How a part stands after one movement more. What arrives for a rig is set aside for it."""
    there = standing.there or 0
    if one.what == COUNTED:
        return replace(standing, there=one.quantity)
    if one.what == ARRIVED:
        order = next((known for known in standing.orders if known.number == one.order), None)
        orders = _without(standing.orders, one.order, one.quantity)
        rig = order.rig if order is not None else one.rig
        aside = _more(standing.aside, rig, one.quantity) if rig else standing.aside
        return Standing(there + one.quantity, aside, orders)
    if one.what == USED:
        return replace(
            standing, there=max(0, there - one.quantity), aside=_more(standing.aside, one.rig, -one.quantity)
        )
    if one.what in (ASIDE, RELEASED):
        return replace(
            standing, aside=_more(standing.aside, one.rig, one.quantity if one.what == ASIDE else -one.quantity)
        )
    if one.what == ORDERED:
        order = Order(one.number, one.item, one.quantity, one.supplier, one.day, one.rig)
        return replace(standing, orders=_sorted((*standing.orders, order)))
    if one.what == EXPECTED:
        moved = tuple(replace(known, day=one.day) if known.number == one.order else known for known in standing.orders)
        return replace(standing, orders=_sorted(moved))
    assert one.what == CANCELLED, one.what
    return replace(standing, orders=_without(standing.orders, one.order, one.quantity))


def _more(aside: Mapping[str, int], rig: str, by: int) -> dict[str, int]:
    found = {**aside, rig: max(0, aside.get(rig, 0) + by)} if rig else dict(aside)
    return {who: many for who, many in found.items() if many}


def _without(orders: tuple[Order, ...], number: int | None, many: int) -> tuple[Order, ...]:
    left = (replace(one, left=one.left - many) if one.number == number else one for one in orders)
    return tuple(one for one in left if one.left > 0)


def _sorted(orders: tuple[Order, ...]) -> tuple[Order, ...]:
    """The soonest first, and those of which nobody knows the day last."""
    return tuple(sorted(orders, key=lambda one: (one.day is None, one.day or date.min, one.number)))


def judge(standing: Standing, one: Movement) -> None:
    """Whether a movement can be. Raises `NotSo` with words that name what is in the way."""
    least = 0 if one.what == COUNTED else 1
    if one.what != EXPECTED and not least <= one.quantity <= 10_000:
        raise NotSo(f"Write a number from {least} to 10000.")
    if one.what == ASIDE and (standing.free or 0) < one.quantity:
        raise NotSo(_none_free(standing))
    if one.what == RELEASED and standing.aside.get(one.rig, 0) < one.quantity:
        raise NotSo("Not so many are set aside for this rig.")
    if one.what == USED and (standing.free_for(one.rig) or 0) < one.quantity:
        raise NotSo(_none_free(standing))
    if one.what in (EXPECTED, CANCELLED) or (one.what == ARRIVED and one.order is not None):
        order = next((known for known in standing.orders if known.number == one.order), None)
        if order is None:
            raise NotSo("There is no such order, or all of it has come.")
        if one.what != EXPECTED and order.left < one.quantity:
            raise NotSo(f"Only {order.left} of it are still to come.")


def _none_free(standing: Standing) -> str:
    if standing.there is None:
        return "Nobody has counted it: count the shelf first."
    if standing.set_aside:
        return f"None is free: {standing.there} on the shelf, {standing.set_aside} of them set aside."
    return f"There are {standing.there} on the shelf."


@dataclass(frozen=True)
class Need:
    """So many of a part that a rig's build wants."""

    item: Item
    quantity: int


@dataclass(frozen=True)
class Wanted:
    """How a rig's need of one part stands. ``aside`` for it, ``free`` besides (None: nobody counted), ``coming``: of the orders for
    it, or for nobody, so many as are short; ``day`` when the last of those is expected, None where one of them nobody knows;
    ``short``: neither there nor ordered. ``others``: so many that other rigs have.
    """

    need: Need
    aside: int
    free: int | None
    coming: int
    day: date | None
    short: int
    others: int

    @property
    def there(self) -> bool:
        """Whether all of it is set aside for this rig, or free to be."""
        return self.aside + (self.free or 0) >= self.need.quantity


def wanted(standing: Standing, need: Need, rig: str) -> Wanted:
    """How a rig's need of a part stands. What is ordered for another rig, or set aside for it, is not counted on.

    >>> found = wanted(Standing(1, {"a": 1}), Need(Item("shanks", "Short"), 1), "b")
    >>> found.there, found.short, found.others
    (False, 1, 1)
    """
    aside = min(need.quantity, standing.aside.get(rig, 0))
    lacking = need.quantity - aside - min(need.quantity - aside, standing.free or 0)
    coming, day, known = 0, None, True
    for order in sorted(standing.orders, key=lambda one: (one.rig != rig, one.day is None, one.day or date.min)):
        if order.rig in (rig, "") and coming < lacking:
            coming += min(order.left, lacking - coming)
            known = known and order.day is not None
            day = order.day if day is None or (order.day is not None and order.day > day) else day
    others = standing.set_aside - standing.aside.get(rig, 0)
    return Wanted(need, aside, standing.free, coming, day if known else None, lacking - coming, others)
