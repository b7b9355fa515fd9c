"""Fifty advisors at work on this very machine, by loopback alone: a live answer each two seconds, a save each twenty, the
floor each thirty. `python -m bench.load ADDRESS SERVER_PID [MINUTES [ADVISORS]]`; run by `bin/bench load`.
"""

from __future__ import annotations

import json
import os
import random
import statistics
import sys
import threading
import time
import urllib.error
from collections import defaultdict
from pathlib import Path

from bench.http import Desk, at_the_desk
from bench.timing import p95
from stathmos.core import report

LIVE_EVERY, SAVE_EVERY, FLOOR_EVERY = 2.0, 20.0, 30.0
LOOPBACK = "http://127.0.0.1:"


class Advisor:
    """One person with a rig of their own, typing."""

    def __init__(self, base: str, number: int) -> None:
        self.chance = random.Random(number)
        self.desk = _patient(lambda: Desk(base))
        entries = at_the_desk(self.desk.entries)
        made = json.loads(self.desk.ask("/api/rigs/", {"customer": f"Advisor {number}", "entries": entries}))
        self.desk.entries = entries
        self.desk.rig, self.version = made["id"], made["version"]
        self.taken: dict[str, list[float]] = defaultdict(list)
        self.errors: list[str] = []

    def work(self, until: float) -> None:
        now = time.perf_counter()
        due = {
            name: now + self.chance.uniform(0, every)
            for name, every in (("live", LIVE_EVERY), ("save", SAVE_EVERY), ("floor", FLOOR_EVERY))
        }
        every = {"live": LIVE_EVERY, "save": SAVE_EVERY, "floor": FLOOR_EVERY}
        while (now := time.perf_counter()) < until:
            name = min(due, key=lambda one: due[one])
            if due[name] > now:
                time.sleep(min(due[name] - now, max(0.0, until - now)))
                continue
            due[name] += every[name]
            begun = time.perf_counter()
            try:
                getattr(self, name)()
                self.taken[name].append((time.perf_counter() - begun) * 1000)
            except (OSError, urllib.error.URLError) as error:
                self.errors.append(f"{name}: {error}")

    def _type(self) -> None:
        weight = f"{self.chance.randrange(600, 900)} lb"
        self.desk.entries["weighing.tongue_scale"] = {"is": weight, "from": "measured", "system": "us"}

    def live(self) -> None:
        self._type()
        self.desk.live(self.chance.choice(list(report.STATIONS)))

    def save(self) -> None:
        entries = {"weighing.tongue_scale": self.desk.entries["weighing.tongue_scale"]}
        told = json.loads(self.desk.ask(f"/api/rigs/{self.desk.rig}/", {"version": self.version, "entries": entries}))
        self.version = told["version"]

    def floor(self) -> None:
        self.desk.ask("/api/rigs/")


def _patient(begin):
    for _ in range(60):
        try:
            return begin()
        except urllib.error.HTTPError as error:
            if error.code != 429:
                raise
            time.sleep(0.5)
    raise SystemExit("nobody could sign in")


def memory(master: int) -> float:
    """Of the server and all its workers, without what they share, MB."""
    children = Path(f"/proc/{master}/task/{master}/children").read_text().split()
    total = 0
    for pid in (str(master), *children):
        for line in Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines():
            if line.startswith("Pss:"):
                total += int(line.split()[1])
    return total / 1000


def busy() -> tuple[float, float]:
    """Seconds that all cores worked, and waited for work, since the machine began."""
    fields = [int(number) for number in Path("/proc/stat").read_text().splitlines()[0].split()[1:9]]
    tick = os.sysconf("SC_CLK_TCK")
    idle = fields[3] + fields[4]
    return (sum(fields) - idle) / tick, idle / tick


def main(base: str, master: int, minutes: float, advisors: int) -> int:
    if not base.startswith(LOOPBACK):
        raise SystemExit("only against this machine's own loopback")
    people = [Advisor(base, number) for number in range(advisors)]
    for one in people[:5]:
        one.live()
    first, before = memory(master), busy()
    half: list[float] = []
    until = time.perf_counter() + minutes * 60
    threads = [threading.Thread(target=one.work, args=(until,)) for one in people]
    for thread in threads:
        thread.start()
    time.sleep(minutes * 30)
    half.append(memory(master))
    for thread in threads:
        thread.join()
    after = busy()
    worked, idle = (now - then for now, then in zip(after, before, strict=True))
    for name, goal in (("live", "p95 under 300 ms"), ("save", "none"), ("floor", "none")):
        taken = sorted(ms for one in people for ms in one.taken[name])
        if taken:
            told = f"{len(taken)} times, median {statistics.median(taken):.0f}, p95 {p95(taken):.0f}, most {taken[-1]:.0f} ms"
            print(f"{f'{advisors} advisors, {minutes:g} min: {name}':<40} {told}   goal: {goal}")  # noqa: T201
    errors = [said for one in people for said in one.errors]
    print(f"{'  errors':<40} {len(errors)}   goal: 0  {errors[:3] if errors else ''}")  # noqa: T201
    held = f"{first:.0f}, {half[0]:.0f}, {memory(master):.0f} MB"
    print(f"{'  memory of the server: first, half, end':<40} {held}   goal: flat")  # noqa: T201
    share = f"{worked / (worked + idle):.0%} of {os.cpu_count()}"
    print(f"{'  the cores at work':<40} {share}, the askers' own work with it")  # noqa: T201
    return 1 if errors else 0


if __name__ == "__main__":
    words = sys.argv[1:]
    sys.exit(
        main(
            words[0],
            int(words[1]),
            float(words[2]) if len(words) > 2 else 10.0,
            int(words[3]) if len(words) > 3 else 50,
        )
    )
