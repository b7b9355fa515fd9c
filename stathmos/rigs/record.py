"""One rig's record as data: what every screen about a rig begins with."""

from __future__ import annotations

from django.http import Http404
from rest_framework.response import Response

from stathmos.core import report
from stathmos.core.ratings import LINKS
from stathmos.house.models import House, the_house
from stathmos.people.models import Person, names_of
from stathmos.rigs.actions.write_rig import Stale
from stathmos.rigs.models import Photograph, Rig
from stathmos.rigs.practising import seen_as
from stathmos.rigs.signatures import signatures


def rig_or_404(pk: int) -> Rig:
    """The rig of an address."""
    try:
        return Rig.every.select_related("advisor", "previous").get(pk=pk)
    except Rig.DoesNotExist as absent:
        raise Http404 from absent


def record_of(rig: Rig, person: Person, now: House | None = None) -> dict:
    """Names, entries in force with who wrote them, signatures and which of them this person may give, waivers."""
    if not rig.held:
        rig.hold()
    called = names_of(reading.written_by_id for reading in rig.latest().values())
    return {
        "id": rig.pk,
        "version": rig.version,
        "customer": rig.customer,
        "vehicle_name": rig.vehicle_name,
        "trailer_name": rig.trailer_name,
        "vehicle_plate": rig.vehicle_plate,
        "trailer_plate": rig.trailer_plate,
        "previous": rig.previous_id,
        "visit": rig.visit,
        "advisor": rig.advisor.called,
        "practice": rig.practice,
        "changed_at": rig.changed_at,
        "entries": {
            path: {
                **reading.as_entry(),
                "by": called[reading.written_by_id],
                "at": reading.written_at,
                "revision": reading.revision,
            }
            for path, reading in rig.current().items()
        },
        "aside": {
            path: {
                **aside.written.as_entry(),
                "by": called[aside.written.written_by_id],
                "at": aside.written.written_at,
                "why": report.written(aside.why),
            }
            for path, aside in rig.kept.aside.items()
        },
        "photographs": photographs_of(rig),
        "signatures": signatures(rig, now or the_house(), seen_as(rig, person)),
        "lowered": [
            {"what": kind.removesuffix("s"), "name": one.name, "answer": one.answer}
            for kind, one in (now or the_house()).shelf.lowered(rig.kept_parts())
            if one.answer not in rig.kept.answers
        ],
        "waivers": [
            {
                "link": row.link,
                "name": LINKS[row.link][0].format(style="").replace("  ", " "),
                "by": row.waived_by.called,
                "at": row.waived_at,
                "reason": row.reason,
                "part": row.part,
                "until": row.until,
                "withdrawn": row.withdrawn,
            }
            for row in reversed(rig.waived())
        ],
    }


def photographs_of(rig: Rig) -> dict[str, list[dict]]:
    """The photographs of a rig's readings by path, the newest first; of a figure that was taken back or corrected those too."""
    rows = (
        Photograph.objects.filter(reading__rig=rig)
        .defer("picture")
        .select_related("reading", "taken_by")
        .order_by("-pk")
    )
    told: dict[str, list[dict]] = {}
    for row in rows:
        shown = {"id": row.pk, "revision": row.reading.revision, "by": row.taken_by.called, "at": row.taken_at}
        told.setdefault(row.reading.path, []).append(shown)
    return told


def stale_answer(stale: Stale, person: Person, says: str) -> Response:
    """Somebody came between, perhaps this person in another tab; ``says`` with {who} or {Who}."""
    last = stale.rig.readings.order_by("-pk").first()
    yours = last is not None and last.written_by_id == person.pk
    who = "you, in another tab or on another device," if yours else "somebody else"
    detail = says.format(who=who, Who=who[0].upper() + who[1:])
    return Response({"detail": detail, "theirs": record_of(stale.rig, person), "yours": yours}, status=409)
