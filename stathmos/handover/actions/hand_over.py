"""Hand a rig over: the advisor signs, and the card is made of what stands then."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.utils import timezone

from stathmos.core import handover
from stathmos.core.report import handover as report
from stathmos.core.report import written
from stathmos.database.retrying import tried_again
from stathmos.handover.models import Card
from stathmos.house.models import the_house
from stathmos.people.models import Person
from stathmos.rigs.actions.sign_station import sign_station
from stathmos.rigs.assessing import fit_rig
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import require_real


@tried_again
def hand_over(rig_id: int, person: Person, version: int) -> Card:
    """The card; raises `NotAllowed`, `Stale`, or `NotWritten` with what is over or unknown."""
    with transaction.atomic():
        require_real(Rig.every.get(pk=rig_id))
        signed = sign_station(rig_id, person, version, "handover")
        rig = Rig.objects.get(pk=rig_id)
        read, fitted = fit_rig(rig, the_house())
        technician = rig.sign_offs.filter(station="bay").select_related("signed_by").order_by("revision").last()
        names = {
            "customer": rig.customer,
            "vehicle": " ".join(filter(None, (rig.vehicle_name, rig.vehicle_plate))),
            "trailer": " ".join(filter(None, (rig.trailer_name, rig.trailer_plate))),
            "technician": technician.signed_by.called,
            "advisor": person.called,
        }
        today = timezone.localdate()
        return Card.objects.create(
            rig=rig,
            number=rig.cards.count() + 1,
            version=signed.version,
            content=written(report.card(read, fitted, names, today.isoformat())),
            inspect_by=today + datetime.timedelta(days=handover.inspection_in_days(read)),
            handed_over_by=person,
        )
