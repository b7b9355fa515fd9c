"""Who signed which station, and whether that still stands."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from stathmos.core import report, signing
from stathmos.core.finding import Finding
from stathmos.core.handover import unsigned
from stathmos.core.holding import FIRST, TELL_WHICH, called
from stathmos.house.models import House, HouseRules
from stathmos.people.models import Person, names_of
from stathmos.rigs.history import Kept
from stathmos.rigs.models import Reading, Rig
from stathmos.rigs.theirs import may_sign

SIGNED, STALE, OPEN = "signed", "stale", "open"


def entries_now(held: dict[str, Reading], house: HouseRules | None) -> dict[str, dict[str, str]]:
    """Everything a station can stand on: the rig's entries that hold, and the house's rules."""
    written = {path: reading.as_entry() for path, reading in held.items()}
    chosen = {} if house is None else {f"house.{name}": entry for name, entry in house.as_entries().items()}
    return {**written, **chosen}


def signatures(rig: Rig, now: House, person: Person) -> list[dict]:
    """Each station's last sign-off: signed, stale with what changed and by whom, or open; and whether this person may sign."""
    signed = last_sign_offs(rig, now)
    return shown_to(person, signed, names_of(signers(signed)))


def signers(signed: Iterable[dict]) -> set[int]:
    """The keys of the people whose names stand under signatures and changes."""
    return {one["by"] for each in signed for one in (each, *each["changes"]) if one["by"] is not None}


def shown_to(person: Person, signed: Iterable[dict], called: dict[int, str]) -> list[dict]:
    """Signatures as somebody sees them: people by what they are called now, and whether this person may sign."""

    def named(one: dict) -> dict:
        return {**one, "by": called.get(one["by"])}

    return [
        {
            **named(one),
            "changes": [named(each) for each in one["changes"]],
            "may_sign": may_sign(person, one["station"]),
        }
        for one in signed
    ]


def last_sign_offs(rig: Rig, house: House) -> list[dict]:
    """Each station's last sign-off: signed, stale with what changed and by whom, or open; people by their keys."""
    last = {sign_off.station: sign_off for sign_off in rig.signed()}
    if not last:
        return [_open(station) for station in signing.STATIONS]
    now = entries_now(rig.current(), house.chosen)
    stock = house.shelf.with_kept(rig.kept_parts(), rig.kept.answers)
    told = []
    for station in signing.STATIONS:
        if station not in last:
            told.append(_open(station))
            continue
        sign_off = last[station]
        parts = signing.built(signing.built_in(sign_off.basis), stock)
        stands_on = signing.basis(station, {**now, **parts})
        stale = signing.fingerprint(stands_on) != sign_off.fingerprint
        told.append(
            {
                "station": station,
                "state": STALE if stale else SIGNED,
                "by": sign_off.signed_by_id,
                "at": sign_off.signed_at,
                "brought_from": rig.brought_from(sign_off.signed_at),
                "changes": [_change(one, rig.kept, house.chosen) for one in signing.changes(sign_off.basis, stands_on)]
                if stale
                else [],
            }
        )
    return told


def _open(station: str) -> dict:
    return {"station": station, "state": OPEN, "by": None, "at": None, "brought_from": None, "changes": []}


def _change(one: signing.Changed, kept: Kept, house: HouseRules | None) -> dict:
    """What changed, from what to what, by whom and when."""
    aside = kept.aside.get(one.path) if not one.after else None
    why = None if aside is None else report.written(aside.why)
    if one.path.startswith("build."):
        by = at = None  # the catalogue's own history says who
    elif one.path.startswith("house."):
        by, at = (house.chosen_by_id, house.chosen_at) if house else (None, None)
    else:
        reading = kept.last.get(one.path)
        by, at = (reading.written_by_id, reading.written_at) if reading else (None, None)
    if one.path in TELL_WHICH:
        one = replace(one, before=_called(kept, one.path, one.before), after=_called(kept, one.path, one.after))
    return {
        "path": one.path,
        "name": one.name,
        "before": one.before,
        "after": one.after,
        "why": why,
        "by": by,
        "at": at,
    }


def _called(kept: Kept, path: str, text: str) -> str:
    """The vehicle or trailer of a change by its name; before any was told apart it was the first."""
    return called(kept.history, path, text.split(" ")[0] or FIRST)


def bay_signature(rig: Rig, now: House) -> tuple[Finding, ...]:
    """What the hand-over lacks of the technician's signature; nothing where it stands."""
    found = next(one for one in last_sign_offs(rig, now) if one["station"] == "bay")
    return unsigned(found["state"], tuple(change["name"] for change in found["changes"]))
