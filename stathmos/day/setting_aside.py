"""When the hitch is signed its build is chosen: what is there of it is set aside for the rig, in the same transaction; what was set
aside for another build is anybody's again.
"""

from __future__ import annotations

from typing import Any

from django.dispatch import receiver

from stathmos.core.stockroom import Item
from stathmos.day.reckoning import facts
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.rigs.actions.sign_station import station_signed
from stathmos.rigs.models import PART_KINDS, Rig
from stathmos.stockroom.actions.move import release_others, set_aside

WHY, ANOTHER = "Hitch signed", "Another build was signed"


@receiver(station_signed)
def on_signing(rig: Rig, station: str, person: Person, **_: Any) -> None:
    """Set aside what the build wants; what is on the vehicle already stays until the fit is done."""
    if station != "hitch" or rig.practice:
        return
    needs, held = facts([rig], the_house())[rig.pk].needs, rig.current()
    mounted = [Item(kind, held[path].typed) for path, kind in PART_KINDS.items() if path in held]
    release_others(person, str(rig.mark), [*(one.item for one in needs), *mounted], ANOTHER)
    set_aside(person, str(rig.mark), needs, WHY)
