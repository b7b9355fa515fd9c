"""Sign a station off: somebody puts their name to it, at the version they read."""

from __future__ import annotations

from django.db import transaction

from stathmos.core import finding, handover, signing
from stathmos.core.answer import Assessment
from stathmos.core.rig import name_at
from stathmos.house.models import House, the_house
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import NotWritten, Stale
from stathmos.rigs.assessing import assess_rig, fit_rig
from stathmos.rigs.models import Rig, SignOff
from stathmos.rigs.signatures import bay_signature, entries_now
from stathmos.rigs.theirs import require_sign

MOST_NAMED = 3


def sign_station(rig_id: int, person: Person, version: int, station: str) -> SignOff:
    """The sign-off with the fingerprint of all it stands on; raises `Stale`, or `NotWritten` with what hinders it."""
    if station not in signing.STATIONS:
        raise NotWritten({"station": "There is no such station."})
    require_sign(person, station)
    with transaction.atomic():
        rig = Rig.objects.select_for_update().get(pk=rig_id)
        if rig.version != version:
            raise Stale(rig)
        now_here = the_house()
        assessment, hindered = _judged(rig, station, now_here)
        if hindered:
            first, more = hindered[0], len(hindered) - 1
            rest = f" And {more} more." if more else ""
            again = _again(rig, station)
            raise NotWritten({"station": f"{first.says.text('us')} {first.remedy.text('us')}{rest}{again}"})
        build = assessment.choice.in_force
        names = {what: part.name for what in signing.BUILT if (part := getattr(build, what)) is not None}
        now = {
            **entries_now(rig.current(), now_here.chosen),
            **signing.built(names, now_here.shelf.with_kept(rig.kept_parts())),
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


def _again(rig: Rig, station: str) -> str:
    """What is to be looked at again, of what the station stands on: it holds no longer, and why."""
    aside = [
        f"{name_at(path)}, {one.why.text('us')}"
        for path, one in rig.kept.aside.items()
        if path.startswith(signing.STANDS_ON[station])
    ]
    more = f"; and {len(aside) - MOST_NAMED} more" if len(aside) > MOST_NAMED else ""
    return f" Look again at: {'; '.join(aside[:MOST_NAMED])}{more}." if aside else ""


def _judged(rig: Rig, station: str, now: House) -> tuple[Assessment, tuple[finding.Finding, ...]]:
    """The rig assessed, and what stands in the way of this station's signature."""
    if station not in ("bay", "handover"):
        assessment = assess_rig(rig, now)
        return assessment, signing.hinders(station, assessment.findings)
    read, fitted = fit_rig(rig, now)
    if station == "bay":
        return fitted.now, signing.hinders(station, fitted.findings)
    signature = bay_signature(rig, now)
    return fitted.now, handover.hand_over(read, fitted, signature).hindrances
