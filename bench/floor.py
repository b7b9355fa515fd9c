"""The floor over HTTP at 10, 500 and 2 000 rigs: new, warm, after a change of house rules; and everything taken out.

`python -m bench.floor ADDRESS`, with the database of that server in the environment; run by `bin/bench floor`.
"""

from __future__ import annotations

import json
import os
import sys
import time

import django

from bench.http import Desk, at_the_desk
from bench.timing import line, once, timed

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "stathmos.web.settings")
SIZES = (10, 500, 2000)


def fill(desk: Desk, many: int) -> None:
    """So many rigs on the floor, like those of the demo, as an advisor opens them."""
    from django.db import transaction

    from stathmos.people.models import Person
    from stathmos.rigs.actions.write_rig import Change, open_rig
    from stathmos.rigs.models import Rig

    like = [(rig, at_the_desk(rig.entries())) for rig in Rig.objects.order_by("pk")[:9]]
    thea, there = Person.objects.get(username="thea"), Rig.objects.count()
    with transaction.atomic():
        for number in range(there, many):
            rig, entries = like[number % len(like)]
            open_rig(thea, Change({"customer": f"{rig.customer} {number}"}, entries))


def caught_up(desk: Desk) -> float:
    """Seconds until nothing is behind any more, with one who asks again and again."""
    begun = time.perf_counter()
    while json.loads(desk.ask("/api/rigs/"))["behind"]:
        pass
    return time.perf_counter() - begun


def main(base: str) -> None:
    django.setup()
    desk, odile = Desk(base), Desk(base, "odile")
    for many in SIZES:
        fill(desk, many)
        line(
            f"the floor of {many} rigs: the first page, new",
            [once(lambda: desk.ask("/api/rigs/"))] * 2,
            "20 rigs under 1 s",
        )
        print(f"{'  all of it looked over':<52} {caught_up(desk):.1f} s")  # noqa: T201
        line("  warm", timed(lambda: desk.ask("/api/rigs/"), 40), "under 150 ms")
        reserve = {"reserve": {"is": f"{9 + SIZES.index(many)} %", "from": "label", "system": "us"}}
        odile.ask("/api/house/", {"entries": reserve})
        line("  after a change of house rules", [once(lambda: desk.ask("/api/rigs/"))] * 2, "under 1 s")
        print(f"{'  all of it looked over again':<52} {caught_up(desk):.1f} s")  # noqa: T201
        for form in ("jsonl", "csv"):
            begun = time.perf_counter()
            size = len(odile.ask(f"/api/everything.{form}")) / 1e6
            print(f"{f'  everything taken out, {form}, {size:.0f} MB':<52} {time.perf_counter() - begun:.1f} s")  # noqa: T201


if __name__ == "__main__":
    main(sys.argv[1])
