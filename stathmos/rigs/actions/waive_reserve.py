"""Give an exception from the safety margin on one link, with a reason and an end, or take it back. A rating has no exception."""

from __future__ import annotations

from datetime import date, timedelta

from django.db import transaction
from django.utils import timezone

from stathmos.core import ratings
from stathmos.database.retrying import tried_again
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs import assessing
from stathmos.rigs.actions.write_rig import LEAST_REASON, NotWritten, Stale
from stathmos.rigs.models import ReserveWaiver, Rig
from stathmos.rigs.practising import require_real

MOST_REASON = 300
LONGEST = timedelta(days=366)


@tried_again
def waive_reserve(
    rig_id: int, person: Person, version: int, link: str, reason: str, until: date, system: str = "us"
) -> ReserveWaiver:
    """The exception with the part and the figures it holds for; raises `Stale`, or `NotWritten` with what hinders it."""
    require(person, "waive_reserve")
    reason = _reason(reason)
    today = timezone.localdate()
    if not today <= until <= today + LONGEST:
        raise NotWritten({"until": "Choose a last day from today to a year ahead."})
    with transaction.atomic():
        rig = _locked(rig_id, version)
        assessment = assessing.assess_rig(rig, the_house())
        found = next((one for one in assessment.planned if one.key == link), None)
        refused = ratings.refusal(found)
        if found is None or refused is not None:
            raise NotWritten({"link": refused.text(system) if refused is not None else ""})
        part = ratings.stands_on(link, assessment.choice.in_force, assessment.bench.rig)
        return ReserveWaiver.objects.create(
            rig=rig, link=link, demand=found.demand.value, rating=found.rating.value, part=part, until=until, reason=reason,
            version=version, waived_by=person,
        )  # fmt: skip


@tried_again
def withdraw_waiver(rig_id: int, person: Person, version: int, link: str, reason: str) -> ReserveWaiver:
    """The exception on a link taken back; raises `Stale`, or `NotWritten` where there is none."""
    require(person, "waive_reserve")
    reason = _reason(reason)
    with transaction.atomic():
        rig = _locked(rig_id, version)
        last = next((one for one in reversed(rig.waived()) if one.link == link), None)
        if last is None or last.withdrawn:
            raise NotWritten({"link": "There is no exception on this rating to take back."})
        return ReserveWaiver.objects.create(
            rig=rig, link=link, demand=last.demand, rating=last.rating, part=last.part, withdrawn=True, reason=reason,
            version=version, waived_by=person,
        )  # fmt: skip


def _reason(reason: str) -> str:
    reason = reason.strip()
    if len(reason) < LEAST_REASON:
        raise NotWritten({"reason": "Say why, in a sentence: it stays on record."})
    if len(reason) > MOST_REASON:
        raise NotWritten({"reason": f"Longer than {MOST_REASON} characters."})
    return reason


def _locked(rig_id: int, version: int) -> Rig:
    rig = Rig.every.select_for_update().get(pk=rig_id)
    require_real(rig)
    if rig.version != version:
        raise Stale(rig)
    return rig
