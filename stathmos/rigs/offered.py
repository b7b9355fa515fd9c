"""What customers ask of a trailer on the lot, as it is told beside its name."""

from __future__ import annotations

from stathmos.catalogue.item import CatalogueItem
from stathmos.core import report, units


def told(item: CatalogueItem) -> dict:
    """How many it sleeps, what it costs, its GVWR and its length; empty where that is not known."""
    sleeps, price, gvwr, long = (getattr(item, name, None) for name in ("sleeps", "price", "gvwr", "ball_to_rear"))
    return {
        "sleeps": "" if sleeps is None else units.write_exact(sleeps, units.COUNT, item.system),
        "price": None if price is None else units.write(price, units.MONEY, "us"),
        "gvwr": None if gvwr is None else report.in_both(gvwr, units.WEIGHT),
        "length": None if long is None else {system: units.write_feet(long, system) for system in units.SYSTEMS},
    }
