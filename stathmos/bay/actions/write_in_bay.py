"""Write one parcel of a tablet's readings, once. It was typed some time ago, perhaps out of reach of the server."""

from __future__ import annotations

import uuid
from dataclasses import dataclass

from django.db import transaction

from stathmos.bay.models import Received
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Rig

#: what is written in the bay and at the hand-over, by the beginnings of its paths
WRITTEN_HERE = (
    "bay.", "trials.", "torque.", "handover.", "drill.", "complaints.", "hitch.kit", "hitch.shank", "hitch.ball",
    "vehicle.auto_levelling", "vehicle.air_springs", "weighing.bridge_",
)  # fmt: skip
TOGETHER = ("handover.", "drill.", "complaints.")


class WrittenBetween(Exception):
    """Somebody else wrote one of these figures after the tablet last read it; ``theirs`` by path, as entries."""

    def __init__(self, rig: Rig, theirs: dict[str, dict]) -> None:
        super().__init__("written between")
        self.rig, self.theirs = rig, theirs


@dataclass(frozen=True)
class Parcel:
    """Readings typed together. ``seen``: the revision of each path that the tablet knew then, 0 for none."""

    key: uuid.UUID
    entries: dict[str, dict | None]
    seen: dict[str, int]


@tried_again
def write_in_bay(rig_id: int, person: Person, parcel: Parcel) -> Rig:
    """The rig with the parcel's readings; as it is where they were written before.

    Raises `WrittenBetween` where somebody else's figure would be gone over unseen, and
    `NotWritten` where a figure cannot be read. Nothing of the parcel is written then.
    """
    if not all(path.startswith(TOGETHER) for path in parcel.entries):
        require(person, "fit")
    strange = [path for path in parcel.entries if not path.startswith(WRITTEN_HERE)]
    if strange:
        raise NotWritten({strange[0][:64]: "This is not written in the bay."})
    with transaction.atomic():
        rig = Rig.objects.select_for_update().get(pk=rig_id)
        sent = Received.objects.filter(key=parcel.key).first()
        if sent is not None:
            if sent.rig_id != rig.pk:
                raise NotWritten({"key": "This parcel was sent for another rig."})
            return rig
        held = rig.current()
        theirs = {
            path: held[path].as_entry()
            for path, seen in parcel.seen.items()
            # a figure that was taken back, or holds no longer, is nobody's any more
            if path in held and held[path].revision > seen and _differs(held[path].typed, parcel.entries.get(path))
        }
        if theirs:
            raise WrittenBetween(rig, theirs)
        written = write_rig(rig_id, person, rig.version, Change({}, parcel.entries))
        Received.objects.create(rig=rig, key=parcel.key)
    return written


def _differs(typed: str, entry: dict | None) -> bool:
    return typed != str((entry or {}).get("is", "")).strip()
