"""Jobs that follow from the rigs, and are not on the board: each with its reason. Nothing is made here."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date

from django.db.models import OuterRef, Subquery

from stathmos.core.day.due import inspection_due, recheck_due
from stathmos.core.day.hours import day_of
from stathmos.core.handover.card import inspection_by_distance
from stathmos.core.rig.handover import SYMPTOMS
from stathmos.day.models import Job, Recall
from stathmos.day.opening import the_week
from stathmos.handover.models import Card
from stathmos.house.models import House, the_house
from stathmos.rigs.models import PART_KINDS, Reading, Rig, SignOff
from stathmos.rigs.signatures import STALE, last_sign_offs

MOST = 200


@dataclass(frozen=True)
class Proposal:
    """A job that is due. ``reason`` a key, so that it is not proposed again; ``why`` in words; ``due`` the day."""

    rig: Rig
    kind: str
    reason: str
    why: str
    due: date | None


def proposals() -> list[Proposal]:
    """All that is due, the soonest first; what has a day before what has none."""
    rows = Job.objects.exclude(state=Job.State.DROPPED).values_list("rig", "kind", "reason", "state", "made_at")
    jobs = list(rows)
    known = {(rig, kind, reason) for rig, kind, reason, _, _ in jobs}
    open_kinds = {(rig, kind) for rig, kind, _, state, _ in jobs if state != Job.State.DONE}
    done_kinds = {(rig, kind) for rig, kind, _, state, _ in jobs if state == Job.State.DONE}
    found = [
        one for one in (*_next_steps(done_kinds), *_inspections(), *_rechecks(), *_complaints(), *_recalls())
        if (one.rig.pk, one.kind, one.reason) not in known and (one.rig.pk, one.kind) not in open_kinds
    ]  # fmt: skip
    return sorted(found, key=lambda one: (one.due is None, one.due or date.min, one.rig.pk, one.kind))[:MOST]


def _next_steps(done: set[tuple[int, str]]) -> Iterator[Proposal]:
    """What a rig that was not handed over wants next, by how far it has come."""
    signed, house = defaultdict[int, set[str]](set), the_house()
    for rig, station in SignOff.objects.values_list("rig", "station"):
        signed[rig].add(station)
    weighed = set(Reading.objects.filter(path__startswith="weighing.").values_list("rig", flat=True).distinct())
    in_bay = set(Reading.objects.filter(path__startswith="bay.").values_list("rig", flat=True).distinct())
    for rig in Rig.objects.filter(cards__isnull=True).order_by("pk"):
        came_back = rig.previous_id is not None
        kind = "refit" if came_back else "fit"
        if "bay" in signed[rig.pk] and _is_stale(rig, "bay", house):
            yield Proposal(rig, "refit", "stale", "Something that the bay was signed on is otherwise now.", None)
        elif "bay" in signed[rig.pk]:
            yield Proposal(rig, "handover", "fitted", "The bay is signed.", None)
        elif "hitch" in signed[rig.pk] and rig.pk not in in_bay and (rig.pk, kind) not in done:
            why = (
                "It came back, and the hitch is signed anew." if came_back else "The hitch is signed: it can be fitted."
            )
            yield Proposal(rig, kind, "chosen", why, None)
        elif rig.pk not in weighed and rig.pk not in in_bay and (rig.pk, "weighing") not in done:
            yield Proposal(rig, "weighing", "not_weighed", "Nothing of it was weighed yet.", None)


def _is_stale(rig: Rig, station: str, house: House) -> bool:
    """Whether a station's last signature no longer stands."""
    return any(one["station"] == station and one["state"] == STALE for one in last_sign_offs(rig, house))


def _cards() -> list[Card]:
    """The last card of each rig that did not come back as another."""
    last = Card.objects.filter(rig=OuterRef("rig")).order_by("-number").values("pk")[:1]
    rows = Card.objects.filter(pk=Subquery(last), rig__later__isnull=True, rig__practice=False)
    return list(rows.select_related("rig").defer("content"))


def _inspections() -> Iterator[Proposal]:
    """Rigs whose inspection is due, by date: the day on the card is a year off, or sooner where more is towed in one."""
    today = the_week().today()
    for card in _cards():
        due = inspection_due(card.inspect_by, today)
        if due is not None:
            was = "was" if card.inspect_by < today else "is"
            why = f"Its inspection {was} due on {card.inspect_by:%Y-%m-%d}, by card {card.number}: after a year, or 10 000 km."
            yield Proposal(card.rig, "inspection", f"card_{card.number}", why, due)
        elif (towed := towed_too_far(card.rig)) is not None:
            why = f"Towed {towed} since it was handed over: an inspection is due after 10 000 km."
            yield Proposal(card.rig, "inspection", f"card_{card.number}", why, today)


def towed_too_far(rig: Rig) -> str | None:
    """How far a rig was towed since it was handed over, as it was written; None where that is not known, or not far."""
    reading = rig.current().get("handover.towed")
    return (
        reading.typed
        if reading is not None and reading.amount is not None and inspection_by_distance(reading.amount)
        else None
    )


def _rechecks() -> Iterator[Proposal]:
    """Rigs that went out lately: bolts and witness marks are looked at after the first run."""
    week = the_week()
    for card in _cards():
        due = recheck_due(day_of(card.handed_over_at, week.zone), week.today())
        if due is not None:
            why = f"Handed over on {card.handed_over_at:%Y-%m-%d}: bolts and witness marks are looked at after the first run."
            yield Proposal(card.rig, "recheck", f"card_{card.number}", why, due)


def _complaints() -> Iterator[Proposal]:
    """Rigs with a complaint on record that nobody has closed."""
    for rig in Rig.objects.filter(readings__path__startswith="complaints.").distinct().order_by("pk"):
        held = rig.current()
        symptoms = {
            path.split(".")[1]: one
            for path, one in held.items()
            if path.startswith("complaints.") and path.endswith(".symptom")
        }
        for key, one in symptoms.items():
            if f"complaints.{key}.closed" not in held:
                why = f"Complaint of {one.written_at:%Y-%m-%d}: {dict(SYMPTOMS).get(one.typed, one.typed)}."
                yield Proposal(rig, "complaint", f"complaint_{one.pk}", why, None)


def _recalls() -> Iterator[Proposal]:
    """Every rig with a part that was called back."""
    for recall in Recall.objects.all():
        for rig in recalled(recall):
            yield Proposal(rig, "recall", f"recall_{recall.pk}", f"Recall of {recall.name}: {recall.why}", None)


def recalled(recall: Recall) -> list[Rig]:
    """The rigs that have the part now."""
    paths = [path for path, kind in PART_KINDS.items() if kind == recall.kind]
    rigs = Rig.objects.filter(readings__path__in=paths, readings__typed=recall.name).distinct().order_by("pk")
    return [
        rig
        for rig in rigs
        if any((one := rig.current().get(path)) is not None and one.typed == recall.name for path in paths)
    ]
