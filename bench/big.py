"""Every screen with a catalogue of 20 000 trailers, and with a rig of 2 000 revisions.

`python -m bench.big ADDRESS`, with the database of that server in the environment; run by `bin/bench big`.
"""

from __future__ import annotations

import json
import os
import sys
from urllib.parse import quote

import django

from bench.http import Desk
from bench.timing import line, once, timed
from stathmos.core import report

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "stathmos.web.settings")
TRAILERS, REVISIONS = 20_000, 2_000
GOAL = "under 500 ms"


def fill_catalogue(many: int) -> None:
    """So many trailers, each like one of the demo's with a GVWR of its own."""
    from stathmos.catalogue.models import Trailer

    like = list(Trailer.objects.order_by("pk"))
    made = []
    for number in range(many - len(like)):
        kind = like[number % len(like)]
        copy = Trailer(**{field.attname: getattr(kind, field.attname) for field in Trailer._meta.concrete_fields})
        copy.pk, copy.name = None, f"{kind.name} {number}"
        copy.gvwr = kind.gvwr * (0.7 + 0.5 * (number % 997) / 997) if kind.gvwr else None
        made.append(copy)
    Trailer.objects.bulk_create(made, batch_size=1000)


def fill_rig(many: int) -> int:
    """A rig written to so many times; its address."""
    from stathmos.people.models import Person
    from stathmos.rigs.actions.write_rig import Change, write_rig
    from stathmos.rigs.models import Rig

    thea, rig = Person.objects.get(username="thea"), Rig.objects.order_by("pk").first()
    for number in range(many):
        weight = {"is": f"{600 + number % 300} lb", "from": "measured", "system": "us"}
        rig = write_rig(rig.pk, thea, rig.version, Change({}, {"weighing.tongue_scale": weight}))
    return rig.pk


def main(base: str) -> None:
    django.setup()
    fill_catalogue(TRAILERS)
    pk = fill_rig(REVISIONS)
    desk, odile = Desk(base), Desk(base, "odile")
    everybody = {"desk": desk, "manager": odile}
    rig = json.loads(desk.ask(f"/api/rigs/{pk}/"))
    entries = {
        path: {key: one[key] for key in ("is", "from", "system", "datum") if key in one}
        for path, one in rig["entries"].items()
    }
    lot = {
        "entries": entries,
        "rig": pk,
        "side": "trailers",
        "system": "us",
        "sleeps_least": "",
        "length_most": "",
        "price_most": "",
    }
    vehicle = {path: one for path, one in entries.items() if path.startswith("vehicle.")}

    screens: list[tuple[str, str, str, dict | None]] = [
        ("the floor", "desk", "/api/rigs/", None),
        ("the catalogue: kinds", "desk", "/api/catalogue/kinds/", None),
        ("the catalogue: its first trailers", "desk", "/api/catalogue/trailers/", None),
        ("the catalogue: searched", "desk", f"/api/catalogue/trailers/?q={quote('wren 99')}", None),
        ("a picker opened", "desk", "/api/catalogue/trailers/picks/", None),
        ("a picker searched", "desk", f"/api/catalogue/trailers/picks/?q={quote('larkmere 12')}", None),
        ("the lot for the rig", "desk", "/api/lot/", lot),
        ("the lot for a vehicle", "desk", "/api/lot/", {**lot, "entries": vehicle, "rig": None}),
        ("a rig of 2 000 revisions", "desk", f"/api/rigs/{pk}/", None),
        ("its timeline", "desk", f"/api/rigs/{pk}/timeline/", None),
        ("its bay", "desk", f"/api/rigs/{pk}/bay/", None),
        ("its hand-over", "desk", f"/api/rigs/{pk}/handover/", None),
        ("what was read and loaded", "desk", f"/api/rigs/{pk}/history/?weighed=true", None),
        ("its causes", "desk", f"/api/rigs/{pk}/causes/sway/", None),
        ("its next visit", "desk", f"/api/rigs/{pk}/again/?new=trailer", None),
        *(
            (
                f"its station: {station}",
                "desk",
                "/api/assess/",
                {"entries": entries, "rig": pk, "what_if": None, "station": station, "system": "us"},
            )
            for station in report.ROOMS
        ),
        ("the overview", "manager", "/api/overview/", None),
        ("its record.jsonl", "desk", f"/api/rigs/{pk}/record.jsonl", None),
    ]
    for name, who, path, body in screens:

        def ask(who: str = who, path: str = path, body: dict | None = body) -> bytes:
            return everybody[who].ask(path, body)

        first = once(ask)
        taken = timed(ask, 8)
        line(f"{name} (first {first:.0f} ms, {len(ask()) / 1000:.0f} kB)", taken, GOAL)


if __name__ == "__main__":
    main(sys.argv[1])
