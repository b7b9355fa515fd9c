"""The answers over HTTP on loopback, as the screen asks for them: a saved rig, each station in turn."""

from __future__ import annotations

import json
import statistics
import threading
import time
import urllib.request
from collections.abc import Callable
from http.cookiejar import CookieJar
from urllib.parse import quote

from bench.timing import line, once, timed
from stathmos.core import report

WANTED = ("is", "from", "system", "datum")
AT_THE_DESK, IN_THE_BAY = "Haldis Okonjo", "Sunniva Askerow"


def _strips(floor: dict | list) -> list:
    """Of this tree, or of one from before the floor had pages."""
    return floor if isinstance(floor, list) else floor["strips"]


class Desk:
    """Somebody signed in, with a rig of the demo open."""

    def __init__(self, base: str, username: str = "thea") -> None:
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self._wait()
        self.ask("/api/session/")
        self.ask("/api/session/", {"username": username, "password": "hollow-oxbow-6"})
        self.strips = _strips(json.loads(self.ask("/api/rigs/")))
        self.rig, self.bay = self._found(AT_THE_DESK), self._found(IN_THE_BAY)
        written = json.loads(self.ask(f"/api/rigs/{self.rig}/"))["entries"]
        self.entries = {path: {key: one[key] for key in WANTED if key in one} for path, one in written.items()}

    def _found(self, customer: str) -> int:
        told = _strips(json.loads(self.ask(f"/api/rigs/?q={quote(customer)}")))
        return next(one["id"] for one in told if one["customer"] == customer)

    def ask(self, path: str, body: dict | None = None) -> bytes:
        token = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "")
        data = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": token, "Referer": self.base}
        with self.opener.open(urllib.request.Request(self.base + path, data, headers), timeout=60) as answer:
            return answer.read()

    def live(self, station: str) -> bytes:
        """The live answer of one station, of the rig as it is saved."""
        body = {"entries": self.entries, "rig": self.rig, "what_if": None, "station": station, "system": "us"}
        return self.ask("/api/assess/", body)

    def _wait(self) -> None:
        for _ in range(100):
            try:
                self.ask("/health/")
                return
            except OSError:
                time.sleep(0.1)


def throughput(base: str, askers: int = 6, seconds: float = 8.0) -> float:
    """Live answers a second with so many asking at once, station after station."""
    desks, counts = [Desk(base) for _ in range(askers)], [0] * askers
    stations, until = list(report.STATIONS), time.perf_counter() + seconds

    def go(index: int) -> None:
        while time.perf_counter() < until:
            desks[index].live(stations[counts[index] % len(stations)])
            counts[index] += 1

    threads = [threading.Thread(target=go, args=(index,)) for index in range(askers)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    return sum(counts) / seconds


#: what changes on a rig that is worked on for weeks: loads, weighings, heights
CHANGED = (
    "loads.bed.weight",
    "loads.gear.weight",
    "weighing.tongue_scale",
    "trailer.gross_weight",
    "loads.front_seats.weight",
)


def at_the_desk(entries: dict[str, dict]) -> dict[str, dict]:
    """What an advisor writes of a rig."""
    theirs = ("vehicle.", "trailer.", "journey.", "loads.", "weighing.", "hitch.")
    return {path: entry for path, entry in entries.items() if path.startswith(theirs)}


def long_history(desk: Desk, changes: int) -> Desk:
    """The same rig opened anew, with so many changes behind it, as it stood before them: every figure was otherwise, and is put back."""
    record = json.loads(desk.ask(f"/api/rigs/{desk.rig}/"))
    names = {key: record[key] for key in ("customer", "vehicle_name", "trailer_name")}
    made = json.loads(desk.ask("/api/rigs/", {**names, "entries": at_the_desk(desk.entries)}))
    old, version = Desk(desk.base), made["version"]
    old.rig = made["id"]
    moments = changes // len(CHANGED)
    for moment in range(moments):
        weigh = 0 if moment == moments - 1 else 1 + moment % 40
        entries = {path: desk.entries[path] for path in CHANGED if path in desk.entries}
        if weigh:
            entries = {path: {**entry, "is": f"{600 + 5 * weigh} lb"} for path, entry in entries.items()}
        body = {"version": version, "entries": entries, **names}
        version = json.loads(desk.ask(f"/api/rigs/{old.rig}/", body))["version"]
    old.entries = at_the_desk(desk.entries)
    return old


def histories(desk: Desk) -> None:
    """A rig with a thousand changes behind it against the same rig with none, in turns."""
    old = long_history(desk, 1000)
    assert json.loads(desk.ask(f"/api/rigs/{old.rig}/history/"))["found"] > 900
    _in_turns("live answer", lambda one: one.live("weigh"), desk, old)
    _in_turns("page", lambda one: one.ask(f"/api/rigs/{one.rig}/"), desk, old)


def _in_turns(name: str, ask: Callable[[Desk], bytes], desk: Desk, old: Desk) -> None:
    for one in (desk, old, desk, old):
        ask(one)
    pairs = [(once(lambda: ask(desk)), once(lambda: ask(old))) for _ in range(40)]
    short, long = (statistics.median(taken) for taken in zip(*pairs, strict=True))
    told = f"{short:.1f} -> {long:.1f} ms   ratio {long / short:.2f}"
    print(f"{'a history of a thousand changes, its ' + name:<52} {told}   goal: about 1")  # noqa: T201


def all_of(base: str) -> None:
    """Every answer that somebody waits for."""
    desk = Desk(base)
    for station in report.ROOMS:
        size = len(desk.live(station)) / 1000
        taken = timed(lambda at=station: desk.live(at), 100)
        line(f"live answer at {station}, {size:.1f} kB", taken, "p95 under 40 ms, 45 kB")
    line("the rig's page over HTTP", timed(lambda: desk.ask(f"/api/rigs/{desk.rig}/"), 50), "median under 40 ms")
    line("the bay's answer over HTTP", timed(lambda: desk.ask(f"/api/rigs/{desk.bay}/bay/"), 50), "none")
    line(f"the floor, {len(desk.strips)} rigs, over HTTP", timed(lambda: desk.ask("/api/rigs/"), 30), "none")
    histories(desk)
    print(f"{'live answers a second, six asking':<52} {throughput(base):.0f}{'':>24}goal: at least 28")  # noqa: T201
