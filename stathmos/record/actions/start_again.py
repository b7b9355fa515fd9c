"""A returning customer: a new rig that starts from the old, with what carries over; the old one stays as it was."""

from __future__ import annotations

from django.db import transaction

from stathmos.catalogue.models import KINDS
from stathmos.core import carry_over
from stathmos.database.retrying import tried_again
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs.actions.write_rig import NAMES, Change, NotWritten, open_rig
from stathmos.rigs.assessing import fit_rig
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import require_real

#: what is new -> the kind of the catalogue that it is picked from
_PICKED = {carry_over.NEW_VEHICLE: "vehicles", carry_over.NEW_TRAILER: "trailers"}


@tried_again
def start_again(rig_id: int, person: Person, new: str, name: str = "") -> Rig:
    """The new rig. ``name``: of the vehicle or trailer in the catalogue; empty where it is not there, and is read anew."""
    require(person, "open_rig")
    if new not in dict(carry_over.KINDS_OF_VISIT):
        raise NotWritten({"new": "There is no such kind of visit."})
    with transaction.atomic():
        old = Rig.every.select_for_update().get(pk=rig_id)
        require_real(old)
        written = old.entries()
        carried = [one.path for one in carry_over.carried_over(written, new) if not one.why]
        entries = {path: written[path] for path in carried}
        names = {each: getattr(old, each) for each in NAMES}
        picked = _PICKED.get(new)
        if picked is not None:
            section = picked.removesuffix("s")
            names |= {f"{section}_name": "", f"{section}_plate": ""}
            if name:
                item = KINDS[picked].objects.filter(name=name).first()
                if item is None:
                    raise NotWritten({"name": "There is none of this name in the catalogue."})
                names[f"{section}_name"] = item.name
                entries |= {f"{section}.{field}": entry for field, entry in item.as_entries().items()}
        _, fitted = fit_rig(old, the_house())
        rated = carry_over.rates(fitted, new)
        begun = open_rig(
            person, Change(names, {**entries, **rated}), carry_over.references(fitted, new, old.vehicle_name)
        )
        begun.previous, begun.visit = old, new
        begun.save(update_fields=["previous", "visit"])
    return begun
