"""Write one parcel of readings that were typed some time ago, perhaps out of reach of the server: once."""

from __future__ import annotations

import uuid
from dataclasses import dataclass

from django.db import transaction

from stathmos.bay.models import Received
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import Change, NotWritten, write_rig
from stathmos.rigs.models import Rig


class WrittenBetween(Exception):
    """Somebody else wrote one of these figures after the device last read it; ``theirs`` by path, as entries."""

    def __init__(self, rig: Rig, theirs: dict[str, dict]) -> None:
        super().__init__("written between")
        self.rig, self.theirs = rig, theirs


@dataclass(frozen=True)
class Parcel:
    """Readings typed together. ``seen``: the revision of each path that the device knew then, 0 for none."""

    key: uuid.UUID
    entries: dict[str, dict | None]
    seen: dict[str, int]


def write_parcel(rig_id: int, person: Person, parcel: Parcel) -> Rig:
    """The rig with the parcel's readings; as it is where they were written before.

    Raises `WrittenBetween` where somebody else's figure would be gone over unseen, and
    `NotWritten` where a figure cannot be read. Nothing of the parcel is written then.
    """
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
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
