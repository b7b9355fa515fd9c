"""Sign a station off: somebody puts their name to it, at the version they read."""

from __future__ import annotations

from django.db import transaction

from stathmos.catalogue.shelf import parts_on_the_shelf, with_kept
from stathmos.core import signing
from stathmos.house import models as house
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.assessing import assess_rig
from stathmos.rigs.models import Rig, SignOff
from stathmos.rigs.signatures import entries_now


def sign_station(rig_id: int, person: Person, version: int, station: str) -> SignOff:
    """The sign-off with the fingerprint of all it stands on; raises `Stale`, or `NotWritten` with what hinders it."""
    if station not in signing.STATIONS:
        raise NotWritten({"station": "There is no such station."})
    with transaction.atomic():
        rig = Rig.objects.select_for_update().get(pk=rig_id)
        if rig.version != version:
            raise Stale(rig)
        offered = parts_on_the_shelf()
        assessment = assess_rig(rig, house.rules(), offered)
        hindered = signing.hinders(station, assessment.findings)
        if hindered:
            first = hindered[0]
            raise NotWritten({"station": f"{first.says.text('us')} {first.remedy.text('us')}"})
        build = assessment.choice.in_force
        names = {what: part.name for what in signing.BUILT if (part := getattr(build, what)) is not None}
        now = {
            **entries_now(rig.latest(), house.in_force()),
            **signing.built(names, with_kept(offered, rig.kept_parts())),
        }
        stands_on = signing.basis(station, now)
        before = rig.sign_offs.filter(station=station).count()
        return SignOff.objects.create(
            rig=rig,
            station=station,
            revision=before + 1,
            version=version,
            fingerprint=signing.fingerprint(stands_on),
            basis=stands_on,
            signed_by=person,
        )
