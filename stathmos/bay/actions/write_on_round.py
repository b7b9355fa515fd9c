"""Write one parcel of a phone's readings on the label round."""

from __future__ import annotations

from stathmos.bay.actions.write_parcel import Parcel, write_parcel
from stathmos.core.places import place_of
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Rig


@tried_again
def write_on_round(rig_id: int, person: Person, parcel: Parcel) -> Rig:
    """The rig with the parcel's readings. Raises as `write_parcel` does."""
    for path in parcel.entries:
        place = place_of(path)
        if place is None or not place.walked:
            raise NotWritten({path[:64]: "This is not read on the label round."})
    return write_parcel(rig_id, person, parcel)
