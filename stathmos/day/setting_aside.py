"""When the hitch is signed its build is chosen: what is there of it is set aside for the rig, in the same transaction."""

from __future__ import annotations

from typing import Any

from django.dispatch import receiver

from stathmos.day.reckoning import facts
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.rigs.actions.sign_station import station_signed
from stathmos.rigs.models import Rig
from stathmos.stockroom.actions.move import set_aside

WHY = "Hitch signed"


@receiver(station_signed)
def on_signing(rig: Rig, station: str, person: Person, **_: Any) -> None:
    """Set aside what the build wants."""
    if station == "hitch" and not rig.practice:
        set_aside(person, str(rig.mark), facts([rig], the_house())[rig.pk].needs, WHY)
