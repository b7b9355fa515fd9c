"""What a live answer needs of the saved rig behind a draft, read once for each state of it."""

from __future__ import annotations

import uuid
from datetime import date
from functools import lru_cache
from typing import NamedTuple

from django.db.models import BigIntegerField, Case, F, OuterRef, Subquery, Sum, When
from django.utils import timezone

from stathmos.core.ratings import Waiver
from stathmos.rigs.history import NOTHING, Kept, kept_history
from stathmos.rigs.models import Reading, Rig


class Head(NamedTuple):
    """What was ever written of a rig, where its house reserve was overridden, and its mark; empty of one that is not saved."""

    kept: Kept
    waivers: tuple[Waiver, ...]
    mark: str = ""


def state_of_waivers(today: date, of: str = "") -> Sum:
    """A number that is another after each waiver, when one of them comes to its end, and when the person who gave one is renamed.

    ``of``: how the waivers are reached from the rows that are summed, with its two underscores.
    """
    given = F(f"{of}waived_by__version")
    return Sum(Case(When(**{f"{of}until__lt": today}, then=given + 1), default=given, output_field=BigIntegerField()))


_LAST = Reading.objects.filter(rig=OuterRef("pk")).order_by("-pk").values("pk")[:1]


def head_of(pk: object) -> Head:
    """One query while the rig stands as it did; nothing of a rig that there is not."""
    if not isinstance(pk, int) or isinstance(pk, bool) or not 0 < pk < 2**31:
        return Head(NOTHING, ())
    rig = Rig.every.annotate(
        waived=state_of_waivers(timezone.localdate(), "reserve_waivers__"), last=Subquery(_LAST)
    ).filter(pk=pk)
    state = rig.values_list("mark", "last", "waived").first()
    if state is None:
        return Head(NOTHING, ())
    mark, last, waived = state
    return Head(kept_history(mark, last), kept_waivers(mark, waived or 0), str(mark))


@lru_cache(maxsize=256)
def kept_waivers(mark: uuid.UUID, state: int) -> tuple[Waiver, ...]:
    """The waivers of a rig in a state of theirs."""
    return Rig.every.get(mark=mark).waivers() if state else ()
