"""Lists to go and fetch by: the parts and tools of one job, and what is to be ordered, as comma-separated values."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from stathmos.catalogue.cells import harmless
from stathmos.day import telling
from stathmos.day.boards import Day, called
from stathmos.day.models import Job


def _table(header: Iterable[str], rows: Iterable[Iterable[object]]) -> str:
    out = io.StringIO(newline="")
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(header)
    for row in rows:
        table.writerow([harmless(cell) if isinstance(cell, str) else cell for cell in row])
    return out.getvalue()


def picking_list(job: Job, day: Day) -> str:
    """Parts, then tools, for one job."""
    parts = [
        (one.need.quantity, one.need.item.name, one.need.item.kind, telling.part(one)["says"])
        for one in day.parts.get(job.pk, ())
    ]
    tools = [(1, name, "tool", "to be fetched") for name in (day.board.job(job.pk).tools if job.pk in day.jobs else ())]
    return _table(("quantity", "part or tool", "kind", called(job)), [*parts, *tools])


def order_list(rows: Iterable[dict]) -> str:
    """What is ordered and has not come, and what is wanted and not ordered."""
    header = ("quantity", "part", "kind", "supplier", "expected", "for", "state")
    return _table(
        header,
        [[one[name] for name in ("quantity", "name", "kind", "supplier", "day", "customer", "state")] for one in rows],
    )
