"""What stands on a customer's sheet of a rig as it is now: the rig's part of it, and the quote."""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

import orjson

from stathmos.catalogue.models import Trailer
from stathmos.core import offer, quote, report
from stathmos.core.report.customer import customer
from stathmos.core.report.findings import elevation
from stathmos.house.models import Dealer, House
from stathmos.rigs import assessing
from stathmos.rigs.models import Rig

TRAILER = "The trailer"


@dataclass(frozen=True)
class Extra:
    """A line that the advisor adds: a fee, something given off (less than nothing)."""

    name: str
    amount: Decimal
    taxed: bool


def of_the_rig(rig: Rig, house: House) -> dict[str, Any]:
    """What follows from the rig, the rules and the catalogue, as it is shown."""
    judged = assessing.assess_rig(rig, house)
    return report.written({**customer(judged), "elevation": elevation(judged.elevation)})


def fingerprint(told: dict[str, Any]) -> str:
    """What a sheet stands on, in 64 letters: the same while nothing of it is otherwise."""
    return hashlib.sha256(orjson.dumps(told, option=orjson.OPT_SORT_KEYS)).hexdigest()


def trailer_price(rig: Rig) -> Decimal | None:
    """What the catalogue asks for the trailer of this name; none where it has none of it, or no price."""
    listed = Trailer.objects.filter(name=rig.trailer_name, retired=False).values_list("price", flat=True).first()
    return None if listed is None else quote.price(listed)


def quoted(
    rig: Rig, house: House, dealer: Dealer, trailer: Decimal | None, with_trailer: bool, extras: Sequence[Extra]
) -> quote.Quote:
    """The quote of a rig as it stands, by the house's times."""
    _, fitted = assessing.fit_rig(rig, house)
    fitting = offer.Fitting(dealer.times(), dealer.trials, len(fitted.proved.torque), dealer.tax_on_labour)
    named = f"{TRAILER}: {rig.trailer_name}" if rig.trailer_name else TRAILER
    before = [quote.Line(named, 1, trailer)] if with_trailer else []
    after = [quote.Line(one.name, 1, quote.cents(one.amount), one.taxed) for one in extras]
    return offer.offer(fitted.now, fitting, dealer.tax_percent, before, after)


def shown_quote(found: quote.Quote, dealer: Dealer) -> dict[str, Any]:
    """The quote as it is read on the screen."""
    return {
        "lines": [
            {"name": line.name, "quantity": line.quantity, "amount": quote.money(line.amount)} for line in found.lines
        ],
        "subtotal": quote.money(found.subtotal),
        "tax_percent": _percent(dealer),
        "tax": quote.money(found.tax),
        "total": None if found.total is None else quote.money(found.total),
        "no_total": found.no_total,
    }


def _percent(dealer: Dealer) -> str:
    return f"{dealer.tax_percent:f}".rstrip("0").rstrip(".") if dealer.tax_percent else "0"


def written_quote(found: quote.Quote, dealer: Dealer) -> dict[str, Any]:
    """The quote as it is kept: amounts as texts, no digit lost."""
    return {
        "lines": [
            {
                "name": line.name,
                "quantity": line.quantity,
                "each": None if line.each is None else str(line.each),
                "amount": None if line.amount is None else str(line.amount),
                "taxed": line.taxed,
            }
            for line in found.lines
        ],
        "subtotal": str(found.subtotal),
        "tax_percent": _percent(dealer),
        "tax": str(found.tax),
        "total": None if found.total is None else str(found.total),
        "no_total": found.no_total,
    }


def kept_total(content: dict[str, Any]) -> str:
    """The total of a sheet as it was made, as it is read."""
    kept = content["quote"]["total"]
    return "no total" if kept is None else quote.money(Decimal(kept))
