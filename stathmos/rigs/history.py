"""What was ever written of a rig, read once and kept: nothing of it ever changes, so only what is new makes it another."""

from __future__ import annotations

import uuid
from functools import lru_cache
from typing import TYPE_CHECKING

from django.apps import apps

from stathmos.core.holding import History, Standing
from stathmos.core.rig import entry_at
from stathmos.core.rigfile import RigFile

if TYPE_CHECKING:
    from stathmos.rigs.models import Reading

KEPT = 128  # rigs in memory


class Kept:
    """A rig's readings up to one of them, in the order of writing; and what of them holds."""

    def __init__(self, readings: tuple[Reading, ...]) -> None:
        self.readings = tuple(one for one in readings if entry_at(one.path) is not None)
        self.history = History(self.readings)
        self.standing = Standing(self.history)
        self.held: dict[str, Reading] = self.standing.held()
        self.aside = self.standing.set_aside()
        self.last: dict[str, Reading] = {one.path: one for one in self.readings}
        #: what holds, as the core reads it with the parts of a shelf and their counts: the last ones that it was read with
        self.read_with: tuple[object, object, RigFile] | None = None

    @property
    def answers(self) -> frozenset[str]:
        """The answers given of the rig that hold, as they are kept."""
        return frozenset(one.typed for path, one in self.held.items() if path.startswith("answers."))

    def named_parts(self, paths: dict[str, str]) -> dict[str, dict[str, dict]]:
        """The parts that the rig took over, by kind and name, with their figures of that day. ``paths``: to their kind."""
        found: dict[str, dict[str, dict]] = {}
        for path, kind in paths.items():
            reading = self.held.get(path)
            if reading is not None and reading.part:
                found.setdefault(kind, {})[reading.typed] = reading.part
        return found


NOTHING = Kept(())


@lru_cache(maxsize=KEPT)
def kept_history(mark: uuid.UUID, last: int | None) -> Kept:
    """The history of the rig of a mark up to its reading ``last``: who writes to a rig locks it, so that its readings come in
    their order. By its mark, and not by its number, which another database gives to another rig.
    """
    if last is None:
        return NOTHING
    readings = apps.get_model("rigs", "Reading").objects.filter(rig__mark=mark, pk__lte=last).order_by("pk")
    return Kept(tuple(readings))
