"""How the parts on the shelf stand now, kept in memory from one movement to the next."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from functools import lru_cache

from stathmos.core.stockroom import Item, Movement, Standing, stand
from stathmos.stockroom import models


@lru_cache(maxsize=2)
def _stood(last: int, at: datetime) -> Mapping[Item, Standing]:
    """``at``: when the last movement was written, which no other one of that number has in another database."""
    rows = models.Movement.objects.filter(pk__lte=last).order_by("pk")
    return stand(_of(row) for row in rows)


def _of(row: models.Movement) -> Movement:
    return row.in_the_core()


def standings() -> Mapping[Item, Standing]:
    """How each part stands that anything was ever done to; one query, unless something was done since."""
    last = models.Movement.objects.order_by("-pk").values_list("pk", "at").first()
    return {} if last is None else _stood(*last)
