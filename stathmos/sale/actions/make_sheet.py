"""Make a customer's sheet of a rig as it stands: numbered, and kept as it was made."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from decimal import Decimal

from django.db import transaction
from django.utils import timezone

from stathmos.database.retrying import tried_again
from stathmos.house.models import the_dealer, the_house
from stathmos.people.models import Person
from stathmos.people.roles import require
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.models import Rig
from stathmos.rigs.practising import require_real
from stathmos.sale import sheets
from stathmos.sale.models import Sheet

LONGEST = datetime.timedelta(days=366)


@tried_again
def make_sheet(
    rig_id: int,
    person: Person,
    version: int,
    valid_until: datetime.date,
    trailer: Decimal | None,
    with_trailer: bool,
    extras: Sequence[sheets.Extra],
) -> Sheet:
    """The sheet; raises `NotAllowed`, `Stale` where somebody saved the rig since ``version``, `NotWritten` for a day that cannot be."""
    require(person, "decide")
    today = timezone.localdate()
    if not today <= valid_until <= today + LONGEST:
        raise NotWritten({"valid_until": "Choose a day from today to a year from now."})
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        require_real(rig)
        if rig.version != version:
            raise Stale(rig)
        rig.hold()
        house, dealer = the_house(), the_dealer()
        told = sheets.of_the_rig(rig, house)
        found = sheets.quoted(rig, house, dealer, trailer, with_trailer, extras)
        names = {
            "customer": rig.customer,
            "vehicle": " ".join(filter(None, (rig.vehicle_name, rig.vehicle_plate))),
            "trailer": " ".join(filter(None, (rig.trailer_name, rig.trailer_plate))),
            "advisor": person.called,
        }
        number = rig.sheets.count() + 1
        return Sheet.objects.create(
            rig=rig,
            number=number,
            version=rig.version,
            content={
                **told,
                "called": f"{rig.pk}-{number}",
                "names": names,
                "dealer": {"name": dealer.name, "address": dealer.address},
                "day": today.isoformat(),
                "valid_until": valid_until.isoformat(),
                "quote": sheets.written_quote(found, dealer),
            },
            stands_on=sheets.fingerprint(told),
            valid_until=valid_until,
            made_by=person,
        )
