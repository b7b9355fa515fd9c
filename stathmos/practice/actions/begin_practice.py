"""Begin a practice: its truth drawn and kept, its rig opened with what is written on it already."""

from __future__ import annotations

from django.db import transaction

from stathmos.core.practice import scenarios
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.practice import keeping
from stathmos.practice.models import Practice
from stathmos.rigs.actions.write_rig import Change, NotWritten, open_rig

MOST_SEED = 999_999


@tried_again
def begin_practice(person: Person, scenario: str, seed: int = 0, level: int = 1) -> Practice:
    """A scenario's rig, or where ``scenario`` is empty the endless one of a seed and a level. Anybody may. Raises `NotWritten`."""
    if scenario and scenario not in scenarios.SCENARIOS:
        raise NotWritten({"scenario": "There is no such scenario."})
    if not scenario and not 0 <= seed <= MOST_SEED:
        raise NotWritten({"seed": f"A whole number up to {MOST_SEED}."})
    shelf = keeping.bodies()
    begun = scenarios.begin(shelf, scenario) if scenario else scenarios.endless(shelf, seed, level)
    entries = {path: dict(entry) for path, entry in begun.entries.items()}
    names = {"customer": begun.customer, "vehicle_name": begun.vehicle, "trailer_name": begun.trailer}
    with transaction.atomic():
        rig = open_rig(person, Change(names, entries), practice=True)
        return Practice.objects.create(
            rig=rig, person=person, scenario=scenario, seed=begun.seed, level=begun.level, begun=keeping.as_json(begun)
        )
