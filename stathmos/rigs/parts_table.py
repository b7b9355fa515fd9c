"""A parts list as comma-separated values."""

from __future__ import annotations

import csv
import io

from stathmos.catalogue.cells import harmless
from stathmos.core.parts_list import PartsList

HEADER = ("quantity", "part", "what", "state", "price each", "amount", "why")


def written_out(found: PartsList, system: str) -> str:
    """One row a line, then the total; a price that no list has is an empty cell. Reasons in one system of units."""
    out = io.StringIO(newline="")
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HEADER)
    for line in found.lines:
        price = "" if line.price is None else f"{line.price.value:.2f}"
        amount = "" if line.amount is None else f"{line.amount:.2f}"
        words = (harmless(text) for text in (line.name, line.what, line.state, price, amount, line.why.text(system)))
        table.writerow([line.quantity, *words])
    table.writerow(["", "total of what is to buy and has a price", "", "", "", f"{found.total:.2f}", ""])
    return out.getvalue()
