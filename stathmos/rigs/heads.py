"""What a live answer needs of the saved rig behind a draft, read once for each state of it."""

from __future__ import annotations

import uuid
from functools import lru_cache
from typing import NamedTuple

from django.db.models import OuterRef, Subquery, Sum

from stathmos.core.ratings import Waiver
from stathmos.rigs.history import NOTHING, Kept, kept_history
from stathmos.rigs.models import Reading, Rig


class Head(NamedTuple):
    """What was ever written of a rig, where its house reserve was overridden, and its mark; empty of one that is not saved."""

    kept: Kept
    waivers: tuple[Waiver, ...]
    mark: str = ""


#: summed over a rig's waivers it grows with each, for none is ever taken away, and when somebody who gave one is renamed
WAIVED_OF = "waived_by__version"
_LAST = Reading.objects.filter(rig=OuterRef("pk")).order_by("-pk").values("pk")[:1]


def head_of(pk: object) -> Head:
    """One query while the rig stands as it did; nothing of a rig that there is not."""
    if not isinstance(pk, int) or isinstance(pk, bool) or not 0 < pk < 2**31:
        return Head(NOTHING, ())
    rig = Rig.every.annotate(waived=Sum(f"reserve_waivers__{WAIVED_OF}"), last=Subquery(_LAST)).filter(pk=pk)
    state = rig.values_list("mark", "last", "waived").first()
    if state is None:
        return Head(NOTHING, ())
    mark, last, waived = state
    return Head(kept_history(mark, last), kept_waivers(mark, waived or 0), str(mark))


@lru_cache(maxsize=256)
def kept_waivers(mark: uuid.UUID, state: int) -> tuple[Waiver, ...]:
    """The waivers of a rig in a state of theirs."""
    return Rig.every.get(mark=mark).waivers() if state else ()
