"""Keep a photograph with the reading that it shows, once, however often it is sent."""

from __future__ import annotations

import uuid

from django.db import transaction

from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Photograph, Rig
from stathmos.rigs.photographs import NoPhotograph, as_kept, decoded
from stathmos.rigs.practising import as_on
from stathmos.rigs.theirs import require_writes

MOST_OF_A_READING, MOST_OF_A_RIG = 3, 80


@tried_again
def keep_photograph(rig_id: int, person: Person, key: uuid.UUID, path: str, sent: str) -> Rig:
    """The rig with the photograph. Raises `NotWritten` where it is none, or where nothing is written that it could show."""
    try:
        picture = as_kept(decoded(sent))
    except NoPhotograph as refused:
        raise NotWritten({"image": str(refused)}) from refused
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        person = as_on(rig, person)
        require_writes(person, [path])
        before = Photograph.objects.filter(key=key).select_related("reading").first()
        if before is not None:
            if before.reading.rig_id != rig.pk:
                raise NotWritten({"key": "This photograph was sent for another rig."})
            return rig
        reading = rig.readings.filter(path=path).order_by("-revision").first()
        if reading is None or not reading.typed:
            raise NotWritten({path[:64]: "Nothing is written here that the photograph could show."})
        if reading.photographs.count() >= MOST_OF_A_READING:
            raise NotWritten({path[:64]: f"This reading has {MOST_OF_A_READING} photographs already."})
        if Photograph.objects.filter(reading__rig=rig).count() >= MOST_OF_A_RIG:
            raise NotWritten({"image": f"This rig has {MOST_OF_A_RIG} photographs already."})
        Photograph.objects.create(reading=reading, key=key, picture=picture, taken_by=person)
    return rig
