"""Let a practice rig go, or hold it back: the verdict, and the debrief as it is told from now on."""

from __future__ import annotations

from django.db import transaction

from stathmos.core.practice.debrief import GO, HOLD, debriefed
from stathmos.core.report import practice as report
from stathmos.core.report import written
from stathmos.core.rigfile import read_entries
from stathmos.database.retrying import tried_again
from stathmos.people.models import Person
from stathmos.people.roles import NotAllowed
from stathmos.practice import keeping
from stathmos.practice.models import HINT, End, Practice
from stathmos.rigs.actions.write_rig import NotWritten
from stathmos.rigs.models import Rig


@tried_again
def let_go(practice_id: int, person: Person, verdict: str) -> End:
    """The end of a practice; the same again where it was let go already. Raises `NotWritten`, `NotAllowed`."""
    if verdict not in (GO, HOLD):
        raise NotWritten({"verdict": "Say whether it may go."})
    with transaction.atomic():
        practice = Practice.objects.select_related("rig").get(pk=practice_id)
        if practice.person_id != person.pk:
            raise NotAllowed("This is somebody else's practice rig: only they work on it.")
        Rig.every.select_for_update().get(pk=practice.rig_id)
        there = End.objects.filter(practice=practice).first()
        if there is not None:
            return there
        stock = keeping.stock_in_the_yard()
        begun = keeping.begun_of(practice.begun, stock)
        rig = read_entries(practice.rig.entries(), stock).rig
        hints = practice.acts.filter(act=HINT).count()
        told = debriefed(begun, keeping.events_of(practice, begun), rig, verdict, hints)
        return End.objects.create(
            practice=practice, verdict=verdict, passed=told.passed, mistakes=[one.key for one in told.mistakes if not one.mended], hints=hints,
            trials=told.trials, debrief=written(report.debrief(told, begun.goals)),
        )  # fmt: skip
