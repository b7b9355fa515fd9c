"""Sign a station off: somebody puts their name to it, at the version they read."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction
from django.dispatch import Signal

from stathmos.core import finding, handover, signing
from stathmos.core.answer import Assessment
from stathmos.core.finding import needs_in_words
from stathmos.core.ratings import Build
from stathmos.core.rig import name_at
from stathmos.core.rig.hitch import SELECTED
from stathmos.core.stock import Ball
from stathmos.database.retrying import tried_again
from stathmos.house.models import House, the_house
from stathmos.people.models import Person
from stathmos.rigs.actions.write_rig import NotWritten, Stale, select_parts
from stathmos.rigs.assessing import assess_rig, fit_rig
from stathmos.rigs.models import Rig, SignOff
from stathmos.rigs.practising import as_on
from stathmos.rigs.signatures import bay_signature, entries_now
from stathmos.rigs.theirs import require_sign

MOST_NAMED = 3
#: a station of a rig was signed, in the same transaction: ``rig``, ``station``, ``person``, the ``build`` in force then
station_signed = Signal()


@tried_again
def sign_station(rig_id: int, person: Person, version: int, station: str) -> SignOff:
    """The sign-off with the fingerprint of all it stands on; raises `Stale`, or `NotWritten` with what hinders it."""
    if station not in signing.STATIONS:
        raise NotWritten({"station": "There is no such station."})
    with transaction.atomic():
        rig = Rig.every.select_for_update().get(pk=rig_id)
        person = as_on(rig, person)
        require_sign(person, station)
        if rig.version != version:
            raise Stale(rig)
        now_here = the_house()
        judged = _judged(rig, station, now_here)
        if judged.hindered or judged.void or judged.to_read_again:
            raise NotWritten({"station": _refusal(rig, station, judged)})
        assessment = judged.assessment
        build = assessment.choice.in_force
        if signing.stands_on_the_build(station):
            select_parts(rig, person, _to_select(build))
        names = {what: part.name for what in signing.BUILT if (part := getattr(build, what)) is not None}
        now = {
            **entries_now(rig.current(), now_here.chosen),
            **signing.built(names, now_here.shelf.with_kept(rig.kept_parts(), rig.kept.answers)),
        }
        stands_on = signing.basis(station, now)
        before = rig.sign_offs.filter(station=station).count()
        signed = SignOff.objects.create(
            rig=rig,
            station=station,
            revision=before + 1,
            version=version,
            fingerprint=signing.fingerprint(stands_on),
            basis=stands_on,
            signed_by=person,
        )
        station_signed.send(SignOff, rig=rig, station=station, person=person, build=assessment.choice.in_force)
        return signed


def _to_select(build: Build) -> dict[str, str]:
    """The parts of a build that are fixed with a signature, by what they are; a ball of one piece with its mount goes with that."""
    parts = {what: getattr(build, what) for what in SELECTED}
    return {
        what: part.name
        for what, part in parts.items()
        if part is not None and not (isinstance(part, Ball) and part.own)
    }


@dataclass(frozen=True)
class _Judged:
    """The rig assessed, what stands in the way of a signature, what is asked there and holds no longer, and what decides
    and was read only once, by path.
    """

    assessment: Assessment
    hindered: tuple[finding.Finding, ...]
    void: tuple[str, ...] = ()
    to_read_again: tuple[str, ...] = ()


def _judged(rig: Rig, station: str, now: House) -> _Judged:
    """What a signature of this station would stand on."""
    if station not in ("bay", "handover"):
        assessment = assess_rig(rig, now)
        to_read_again = assessment.to_read_again if station == signing.READ_TWICE_AT else ()
        return _Judged(assessment, signing.hinders(station, assessment.findings), to_read_again=to_read_again)
    read, fitted = fit_rig(rig, now)
    asked = {one.path for section in fitted.sections for one in section.questions}
    asked |= {f"torque.{bolt.key}.{field}" for bolt in fitted.proved.torque for field in ("reached", "marked")}
    void = tuple(path for path in rig.kept.aside if path in asked)
    if station == "bay":
        return _Judged(fitted.now, signing.hinders(station, fitted.findings), void)
    signature = bay_signature(rig, now)
    return _Judged(fitted.now, handover.hand_over(read, fitted, signature).hindrances, void)


def _refusal(rig: Rig, station: str, judged: _Judged) -> str:
    """Why it is not signed: the first that hinders, how many more, and what is to be looked at again since it holds no longer."""
    said = []
    if judged.hindered:
        first, more = judged.hindered[0], len(judged.hindered) - 1
        said.append(f"{first.says.text('us')} {first.remedy.text('us')}")
        if more:
            said.append(f"And {more} more.")
    if not judged.hindered and judged.to_read_again:
        said.append(f"Read a second time first: {needs_in_words(judged.to_read_again)}.")
    kept = rig.kept.aside
    paths = judged.void or tuple(path for path in kept if path.startswith(signing.STANDS_ON[station]))
    if paths:
        named = "; ".join(f"{name_at(path)}, {kept[path].why.text('us')}" for path in paths[:MOST_NAMED])
        rest = f"; and {len(paths) - MOST_NAMED} more" if len(paths) > MOST_NAMED else ""
        said.append(f"Look again at: {named}{rest}.")
    return " ".join(said)
