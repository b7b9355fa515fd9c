"""Override the house reserve on one link, with a reason. Only a manager does; a rating is never overridden by anybody."""

from __future__ import annotations

from django.db import transaction

from stathmos.core import ratings
from stathmos.database.retrying import tried_again
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs import assessing
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.models import ReserveWaiver, Rig
from stathmos.rigs.practising import require_real

LEAST_REASON = 10


@tried_again
def waive_reserve(
    rig_id: int, person: Person, version: int, link: str, reason: str, system: str = "us"
) -> ReserveWaiver:
    """The waiver with the figures it holds for; raises `Stale`, or `NotWritten` with what hinders it."""
    require(person, "waive_reserve")
    reason = reason.strip()
    if len(reason) < LEAST_REASON:
        raise NotWritten({"reason": "Say why, in a sentence: it stays on record."})
    if len(reason) > 300:
        raise NotWritten({"reason": "Longer than 300 characters."})
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        require_real(rig)
        if rig.version != version:
            raise Stale(rig)
        found = next(
            (one for one in assessing.assess_rig(rig, the_house()).planned if one.key == link),
            None,
        )
        refused = ratings.refusal(found)
        if refused is not None:
            raise NotWritten({"link": refused.text(system)})
        return ReserveWaiver.objects.create(
            rig=rig, link=link, demand=found.demand.value, rating=found.rating.value, reason=reason,
            version=version, waived_by=person,
        )  # fmt: skip
