"""Measures and prints; run by bin/bench with the address of a server on the demo data."""

from __future__ import annotations

import gzip
import json
import re
import statistics
import sys
import time
import tracemalloc
from collections import Counter
from pathlib import Path

import numpy as np

from bench import day, http
from bench.timing import line, timed
from stathmos.catalogue import invented
from stathmos.core import lot, report, rigfile, sway
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.bay import simulate
from stathmos.core.figures import Lazily
from stathmos.core.practice import scenarios
from stathmos.core.practice.acts import done
from stathmos.core.practice.picture import picture
from stathmos.core.report import practice as practice_report
from stathmos.core.rig import entries
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock

ROOT = Path(__file__).resolve().parents[1]
DATA = ROOT / "stathmos" / "demo" / "data"


#: a tongue too light and loads that could be moved, for the advice
LIGHT = {
    "weighing": {"tongue_scale": {"is": "520 lb", "from": "measured"}},
    "loads": {
        "front_seats": {"weight": "300 lb"},
        **{f"gear_{i}": {"weight": "400 lb", "at": f"{240 + 15 * i} in"} for i in range(5)},
    },
}


def big_stock() -> Stock:
    """40 kits and 10 shanks: the demo's own, each several times under other names."""
    listed = {name: json.loads((DATA / f"{name}.json").read_text("utf-8")) for name in ("kits", "shanks", "balls")}
    many = {
        "kits": [{**listed["kits"][i % 12], "name": f"kit {i}"} for i in range(40)],
        "shanks": [{**listed["shanks"][i % 5], "name": f"shank {i}"} for i in range(10)],
        "balls": listed["balls"],
    }
    return rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": many}).stock


def with_advice(found: Assessment) -> None:
    """All that is worked out only when somebody looks at it."""
    for name, one in vars(Assessment).items():
        if isinstance(one, Lazily):
            getattr(found, name)


def in_process() -> None:
    document = json.loads((ROOT / "docs" / "rig-file.example.json").read_text("utf-8"))
    document.pop("stock")
    stock = big_stock()
    rig = rigfile.read(document, stock).rig
    assessment = assess(rig, stock=stock)
    line("assess, 40 kits x 10 shanks, in process", timed(lambda: assess(rig, stock=stock), 200), "median under 10 ms")
    line("  with all that only some stations show", timed(lambda: with_advice(assess(rig, stock=stock)), 100), "none")
    light = rigfile.read({**document, **LIGHT}, stock).rig
    assert assess(light, stock=stock).moves, "the light rig is there to have its moves tried"
    line("  with a light tongue, every move tried", timed(lambda: with_advice(assess(light, stock=stock)), 100), "none")
    line("  reading the rig file", timed(lambda: rigfile.read(document, stock), 100), "none")
    line("  writing the report in both unit systems", timed(lambda: report.plain(assessment), 100), "none")


def the_swing() -> None:
    """One live plot of the Load station: as planned and three offered moves, each curve with its band."""
    document = json.loads((ROOT / "docs" / "rig-file.example.json").read_text("utf-8"))
    document.pop("stock")
    found = assess(rigfile.read({**document, **LIGHT}, big_stock()).rig, stock=big_stock())
    moves = [one.writes for one in found.moves[:3]]
    taken = timed(lambda: sway.study(found.bench, moves), 40)
    line(f"damping over speed, {1 + len(moves)} curves with their bands", taken, "one live plot under 50 ms")
    known = sway.known(found.bench)
    assert isinstance(known, sway.Known), "the light rig is known well enough to swing"
    line("  one curve of it", timed(lambda: sway.curve(known), 60), "none")
    line("  whether it swings at all, as every answer asks", timed(lambda: sway.swings(found.bench), 60), "none")


def the_yard() -> None:
    """The practice yard: drawing a rig by its seed, the dearest act (a jack that bears), and the yard as it is told."""
    shelf = invented.bodies()
    begun = scenarios.begin(shelf, "jack_bears")
    yard = begun.yard
    line("a practice rig drawn by its seed", timed(lambda: scenarios.endless(shelf, 7, 3), 10), "none")
    line(
        "  an act in its yard, the jack bearing",
        timed(lambda: yard.now(done(yard, "jack_up")).stands, 100),
        "under 20 ms",
    )
    drawn = picture(begun, yard, "half_ton", "travel", (2, 860.0))
    line(
        "  the yard as it is told in both unit systems",
        timed(lambda: report.written(practice_report.yard(yard, drawn)), 60),
        "under 50 ms",
    )


def big_lot() -> tuple[lot.Vehicles, lot.Trailers, Stock]:
    """One vehicle, 2 000 trailers, 60 kits of ten families, 10 shanks: the demo's own, varied."""
    listed = {
        name: json.loads((DATA / f"{name}.json").read_text("utf-8"))
        for name in ("kits", "shanks", "balls", "vehicles", "trailers")
    }
    kits = [
        {
            **listed["kits"][i % 12],
            "name": f"kit {i}",
            "seat_above_shank": {"is": f"{2 + (i // 6) / 8} in", "from": "label"},
        }
        for i in range(60)
    ]
    shanks = [{**listed["shanks"][i % 5], "name": f"shank {i}"} for i in range(10)]
    stock = rigfile.read(
        {"stathmos_rig_file": rigfile.VERSION, "stock": {"kits": kits, "shanks": shanks, "balls": listed["balls"]}}
    ).stock

    def section(kind: str, row: dict) -> dict:
        known = {name for name, _ in entries(rigfile.SECTIONS[kind])}
        return {kind: {name: text for name, text in row.items() if name in known}, "stathmos_rig_file": rigfile.VERSION}

    vans = []
    for i in range(2000):
        row = listed["trailers"][i % len(listed["trailers"])]
        pounds = int(row["gvwr"]["is"].split()[0]) * (0.8 + 0.4 * (i % 97) / 97)
        vans.append(
            rigfile.read(section("trailer", {**row, "gvwr": {"is": f"{pounds:.0f} lb", "from": "label"}})).rig.trailer
        )
    car = rigfile.read(
        {**section("vehicle", listed["vehicles"][0]), "loads": {"front_seats": {"weight": "340 lb"}}}
    ).rig
    return lot.vehicles([car], Rules()), lot.trailers(vans), stock


def the_lot() -> None:
    cars, vans, stock = big_lot()
    taken = timed(lambda: lot.best(cars, vans, stock), 10)
    line("the lot, 2 000 trailers x 60 kits x 10 shanks", taken, "under 500 ms")
    borne = vans.figures["gvwr"][:, None, None] * 0.15
    kits = np.array([kit.tongue_rating.value for kit in stock.kits])[None, :, None]
    shanks = np.array([shank.tongue_rating.value for shank in stock.shanks])[None, None, :]

    def bare() -> None:
        ((borne <= kits) & (borne <= shanks) & (borne >= kits * 0.5)).any(axis=(1, 2))

    once = statistics.median(timed(bare, 10))
    times = f"{statistics.median(taken) / once:.0f} times ({once:.1f} ms)"
    print(f"{'  against a bare NumPy pass over the same arrays':<52} {times}")  # noqa: T201
    tracemalloc.start()
    lot.best(cars, vans, stock)
    most = tracemalloc.get_traced_memory()[1] / 1e6
    tracemalloc.stop()
    print(f"{'  memory at its most':<52} {most:.0f} MB{'':>24}goal: under 500 MB")  # noqa: T201


def the_coach() -> None:
    """Trials until the coach says done, on rigs that it does not know; how often what it states is true. See `core/bay/simulate`."""
    start = time.perf_counter()
    found = simulate.many(500)
    taken = time.perf_counter() - start
    counts = Counter(one.trials for one in found)
    told = ", ".join(f"{number}: {counts[number]}" for number in sorted(counts))
    ended = dict(Counter(one.verdict for one in found))
    print(f"{'the coach on 500 simulated rigs, trials: rigs':<52} {told}; {ended}")  # noqa: T201
    within = sum(one.trials <= 3 for one in found if one.done) / len(found)
    each = f"{taken / len(found) * 1000:.0f} ms a rig"
    print(f"{'  done in at most 3 trials':<52} {within:.1%}{'':>24}goal: 97 %; {each}")  # noqa: T201
    for rocks in (True, False):
        for holds in (0.25, 0.125, 0.0625, 0.0):
            rigs = simulate.many(200, simulate.Habits(holds=holds * 25.4, rocks=rocks))
            stated = [one for rig in rigs for one in rig.stated]
            done = [one for one in rigs if one.done]
            said, true = (
                statistics.mean(one) for one in ([each.likely for each in stated], [each.truly for each in stated])
            )
            name = f"  springs hold {holds:g} in, {'rocked' if rocks else 'not rocked'}"
            outside = 1 - statistics.mean(one.truly for one in done)
            mean = statistics.mean(one.trials for one in rigs)
            print(f"{name:<52} stated {said:.1%}, true {true:.1%}; done and outside {outside:.1%}; {mean:.2f} trials")  # noqa: T201


def first_load() -> None:
    page = (ROOT / "frontend" / "dist" / "index.html").read_text("utf-8")
    scripts = re.findall(r'(?:src|href)="/static/([^"]+\.js)"', page)
    size = sum(len(gzip.compress((ROOT / "frontend" / "dist" / name).read_bytes(), 9)) for name in scripts)
    print(f"{'script of the first load, gzipped':<52} {size / 1000:.0f} kB{'':>24}goal: under 300 kB")  # noqa: T201


if __name__ == "__main__":
    in_process()
    the_swing()
    the_yard()
    day.measure()
    the_lot()
    the_coach()
    http.all_of(sys.argv[1])
    first_load()
