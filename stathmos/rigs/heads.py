"""What a live answer needs of the saved rig behind a draft, read once for each state of it."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from django.db.models import Count

from stathmos.core.ratings import Waiver
from stathmos.rigs.models import Rig


@dataclass(frozen=True)
class Head:
    """The parts that a rig took over, by kind and name, and where its house reserve was overridden."""

    kept: dict[str, dict[str, Any]]
    waivers: tuple[Waiver, ...]


NOTHING = Head({}, ())


def head_of(pk: object) -> Head:
    """One query while the rig stands as it did; nothing of a rig that there is not."""
    if not isinstance(pk, int) or isinstance(pk, bool) or not 0 < pk < 2**31:
        return NOTHING
    rig = Rig.objects.annotate(waived=Count("reserve_waivers")).filter(pk=pk)
    state = rig.values_list("version", "changed_at", "waived").first()
    return NOTHING if state is None else _read(pk, *state)


@lru_cache(maxsize=256)
def _read(pk: int, version: int, changed_at: datetime.datetime, waived: int) -> Head:
    """A rig of one version, saved at one moment, with so many waivers, is always the same."""
    rig = Rig.objects.get(pk=pk)
    return Head(rig.parts_taken_over(), rig.waivers() if waived else ())
