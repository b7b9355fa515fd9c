"""The trailers on offer as columns, ready to be judged by the thousand; kept in memory, and only what was written since is read anew."""

from __future__ import annotations

import threading
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from stathmos.catalogue.models import Trailer
from stathmos.catalogue.models.edition import CATALOGUE, editions
from stathmos.core import lot
from stathmos.core.lot.columns import Column
from stathmos.core.stock import Offer

AT_A_TIME = 2000


@dataclass(frozen=True)
class Yard:
    """One edition of the trailers on offer. ``keys`` and the columns go together, row by row; what is not known is NaN."""

    mark: uuid.UUID | None
    stamps: Mapping[int, uuid.UUID]
    keys: Column
    trailers: lot.Trailers
    #: what customers ask of one, and the length, by column
    asked: Mapping[str, Column]

    def of(self, rows: Column) -> Yard:
        """Some of the rows, by their places."""
        trailers = lot.each_column(self.trailers, lambda column: column[rows])
        asked = {name: column[rows] for name, column in self.asked.items()}
        return Yard(self.mark, self.stamps, self.keys[rows], trailers, asked)


ASKED = (*Offer.__dataclass_fields__, "ball_to_rear")
_last: Yard | None = None
_one_at_a_time = threading.Lock()


def yard() -> Yard:
    """The edition in force."""
    global _last
    mark = editions().get(CATALOGUE)
    with _one_at_a_time:
        if _last is None or mark is None or _last.mark != mark:
            _last = _brought_up_to(mark, _last)
        return _last


def _brought_up_to(mark: uuid.UUID | None, before: Yard | None) -> Yard:
    """What stands in the catalogue now; of ``before`` what has not been written to since."""
    stamps = dict(Trailer.objects.filter(retired=False).values_list("pk", "stamp"))
    held = before.stamps if before is not None else {}
    new = [key for key, stamp in stamps.items() if held.get(key) != stamp]
    parts = [_read(new[at : at + AT_A_TIME]) for at in range(0, max(1, len(new)), AT_A_TIME)]
    if before is not None:
        same = [place for place, key in enumerate(before.keys) if held[int(key)] == stamps.get(int(key))]
        parts.insert(0, before.of(np.array(same, int)))
    keys = np.concatenate([part.keys for part in parts])
    trailers = parts[0].trailers
    for part in parts[1:]:
        trailers = lot.joined(trailers, part.trailers)
    asked = {name: np.concatenate([part.asked[name] for part in parts]) for name in ASKED}
    # one that was retired meanwhile has no row
    whole = Yard(mark, {key: stamps[key] for key in keys.tolist()}, keys, trailers, asked)
    return whole.of(np.argsort(keys, kind="stable"))


def _read(keys: Sequence[int]) -> Yard:
    items = list(Trailer.objects.filter(pk__in=keys))
    asked = {
        name: np.array([np.nan if (value := getattr(item, name)) is None else value for item in items], float)
        for name in ASKED
    }
    things = [item.without_texts() for item in items]
    return Yard(None, {}, np.array([item.pk for item in items], int), lot.trailers(things), asked)
