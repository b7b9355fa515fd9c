"""Do something in the practice yard, or ask for a hint: one act more, on the act that was seen last."""

from __future__ import annotations

from django.db import transaction

from stathmos.core.practice.acts import ACTS, Args, Refused, Yard, done
from stathmos.core.practice.scenarios import hint
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import NotAllowed
from stathmos.practice import keeping
from stathmos.practice.models import HINT, Done, End, Practice
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Rig

MOST_ACTS = 2000


class StaleYard(Exception):
    """Something was done meanwhile, in another tab perhaps."""


@tried_again
def do_in_yard(practice_id: int, person: Person, seen: int, act: str, args: Args) -> Done:
    """The act, done; ``seen``: the number of the last act that was seen. Raises `NotWritten` with the word why not, `StaleYard`, `NotAllowed`."""
    with transaction.atomic():
        practice = Practice.objects.select_related("rig").get(pk=practice_id)
        if practice.person_id != person.pk:
            raise NotAllowed("This is somebody else's practice rig: only they work on it.")
        version = Rig.every.select_for_update().get(pk=practice.rig_id).version
        if End.objects.filter(practice=practice).exists():
            raise NotWritten({"act": "This practice was let go: begin another."})
        begun, yard, last = keeping.yard_now(practice)
        number = last.number if last is not None else 0
        if number != seen:
            raise StaleYard
        if number >= MOST_ACTS:
            raise NotWritten({"act": "So much was done here that it is no practice any more: let it go."})
        scene = yard.scene
        if act == HINT:
            if not hint(practice.scenario, practice.acts.filter(act=HINT).count()):
                raise NotWritten({"act": "There are no more hints."})
        else:
            scene = _done(yard, act, args)
        kept = keeping.scene_as_json(scene)
        return Done.objects.create(
            practice=practice, number=number + 1, act=act, args=dict(args), scene=kept, version=version
        )


def _done(yard: Yard, act: str, args: Args):
    if act not in ACTS:
        raise NotWritten({"act": "There is no such thing to do."})
    try:
        return done(yard, act, args)
    except Refused as refused:
        raise NotWritten(refused.problems or {"act": str(refused)}) from refused
