"""What a rig costs together: parts, labour by the house's times, tax, in whole cents.

Money is `Decimal` throughout; what has no price makes no total. Sources: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal

CENT = Decimal("0.01")
MINUTES_PER_HOUR = 60


def cents(amount: Decimal) -> Decimal:
    """An amount in whole cents, half a cent up.

    >>> cents(Decimal("10.005")), cents(Decimal("3"))
    (Decimal('10.01'), Decimal('3.00'))
    """
    return amount.quantize(CENT, ROUND_HALF_UP)


def price(listed: float) -> Decimal:
    """A price of a list as money: the float that was read says the same cents again.

    >>> price(1095.95), price(0.1) + price(0.2)
    (Decimal('1095.95'), Decimal('0.30'))
    """
    return cents(Decimal(repr(listed)))


@dataclass(frozen=True)
class Times:
    """How long a fit takes in this house, minutes; and what an hour costs.

    ``fixed``: mounting, measuring, handing over. ``per_trial``: setting the bars and taking the marks once.
    ``per_joint``: one joint tightened and marked.
    """

    fixed: Decimal
    per_trial: Decimal
    per_joint: Decimal
    hour: Decimal


def labour_minutes(times: Times, trials: int, joints: int) -> Decimal:
    """Minutes of work.  fixed + trials · per_trial + joints · per_joint

    >>> labour_minutes(Times(Decimal(60), Decimal(15), Decimal(4), Decimal(140)), trials=3, joints=6)
    Decimal('129')
    """
    return times.fixed + trials * times.per_trial + joints * times.per_joint


def labour(times: Times, trials: int, joints: int) -> Decimal:
    """What that work costs.  minutes / 60 · hour

    >>> labour(Times(Decimal(60), Decimal(15), Decimal(4), Decimal(140)), trials=3, joints=6)
    Decimal('301.00')
    """
    return cents(labour_minutes(times, trials, joints) * times.hour / MINUTES_PER_HOUR)


def tax(amount: Decimal, percent: Decimal) -> Decimal:
    """Tax on a sum: reckoned once on all of it, not line by line.

    >>> tax(Decimal("1234.56"), Decimal("8.25"))
    Decimal('101.85')
    """
    return cents(amount * percent / 100)


@dataclass(frozen=True)
class Line:
    """One line. ``each``: none where no list has a price; less than nothing is given off. ``taxed``: tax is due on it."""

    name: str
    quantity: int
    each: Decimal | None
    taxed: bool = True

    @property
    def amount(self) -> Decimal | None:
        """What the line comes to."""
        return None if self.each is None else cents(self.quantity * self.each)


@dataclass(frozen=True)
class Quote:
    """The whole. ``total``: none while something is not priced (``unpriced`` names it), or is withheld (``withheld`` says why)."""

    lines: tuple[Line, ...]
    subtotal: Decimal
    tax: Decimal
    total: Decimal | None
    unpriced: tuple[str, ...]
    withheld: tuple[str, ...] = ()

    @property
    def no_total(self) -> str:
        """Why there is no total; blank where there is one."""
        unpriced = [f"not priced yet: {', '.join(self.unpriced)}"] if self.unpriced else []
        return "; ".join((*self.withheld, *unpriced))


def money(amount: Decimal | None) -> str:
    """An amount as it is read.

    >>> money(Decimal("1234.5")), money(Decimal("-50")), money(None)
    ('$1,234.50', '−$50.00', 'not priced')
    """
    if amount is None:
        return "not priced"
    return f"{'−' if amount < 0 else ''}${abs(amount):,.2f}"


def quote(lines: Iterable[Line], percent: Decimal, withheld: tuple[str, ...] = ()) -> Quote:
    """Lines summed, with tax on those that are taxed.

    >>> found = quote((Line("Kit", 1, Decimal("700.00")), Line("Labour", 1, Decimal("301.00"), taxed=False)), Decimal("8.25"))
    >>> found.subtotal, found.tax, found.total
    (Decimal('1001.00'), Decimal('57.75'), Decimal('1058.75'))
    """
    lines = tuple(lines)
    priced = [(line, line.amount) for line in lines if line.amount is not None]
    subtotal = sum((amount for _, amount in priced), Decimal("0.00"))
    due = tax(sum((amount for line, amount in priced if line.taxed), Decimal("0.00")), percent)
    unpriced = tuple(line.name for line in lines if line.amount is None)
    return Quote(lines, subtotal, due, None if unpriced or withheld else subtotal + due, unpriced, withheld)
