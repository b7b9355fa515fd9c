"""Write one parcel of a tablet's readings in the bay."""

from __future__ import annotations

from stathmos.bay.actions.write_parcel import Parcel, write_parcel
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import as_on

#: what is written in the bay and at the hand-over, by the beginnings of its paths
WRITTEN_HERE = (
    "bay.", "trials.", "torque.", "handover.", "drill.", "complaints.", "hitch.kit", "hitch.shank", "hitch.ball",
    "vehicle.auto_levelling", "vehicle.air_springs", "weighing.bridge_",
)  # fmt: skip
TOGETHER = ("handover.", "drill.", "complaints.")


@tried_again
def write_in_bay(rig_id: int, person: Person, parcel: Parcel) -> Rig:
    """The rig with the parcel's readings. Raises as `write_parcel` does."""
    if not all(path.startswith(TOGETHER) for path in parcel.entries):
        require(as_on(Rig.every.get(pk=rig_id), person), "fit")
    strange = [path for path in parcel.entries if not path.startswith(WRITTEN_HERE)]
    if strange:
        raise NotWritten({strange[0][:64]: "This is not written in the bay."})
    return write_parcel(rig_id, person, parcel)
