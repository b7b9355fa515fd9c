"""The answers over HTTP on loopback, as the screen asks for them: a saved rig, each station in turn."""

from __future__ import annotations

import json
import threading
import time
import urllib.request
from http.cookiejar import CookieJar

from bench.timing import line, timed
from stathmos.core import report

WANTED = ("is", "from", "system", "datum")
IN_THE_BAY = "Sunniva Askerow"


class Desk:
    """Somebody signed in, with a rig of the demo open."""

    def __init__(self, base: str) -> None:
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self._wait()
        self.ask("/api/session/")
        self.ask("/api/session/", {"username": "thea", "password": "hollow-oxbow-6"})
        self.strips = json.loads(self.ask("/api/rigs/"))
        self.rig = self.strips[-1]["id"]
        self.bay = next(one["id"] for one in self.strips if one["customer"] == IN_THE_BAY)
        written = json.loads(self.ask(f"/api/rigs/{self.rig}/"))["entries"]
        self.entries = {path: {key: one[key] for key in WANTED if key in one} for path, one in written.items()}

    def ask(self, path: str, body: dict | None = None) -> bytes:
        token = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "")
        data = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": token, "Referer": self.base}
        with self.opener.open(urllib.request.Request(self.base + path, data, headers), timeout=20) as answer:
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


def all_of(base: str) -> None:
    """Every answer that somebody waits for."""
    desk = Desk(base)
    for station in report.STATIONS:
        size = len(desk.live(station)) / 1000
        taken = timed(lambda at=station: desk.live(at), 100)
        line(f"live answer at {station}, {size:.1f} kB", taken, "p95 under 40 ms, 45 kB")
    line("the rig's page over HTTP", timed(lambda: desk.ask(f"/api/rigs/{desk.rig}/"), 50), "median under 40 ms")
    line("the bay's answer over HTTP", timed(lambda: desk.ask(f"/api/rigs/{desk.bay}/bay/"), 50), "none")
    line(f"the floor, {len(desk.strips)} rigs, over HTTP", timed(lambda: desk.ask("/api/rigs/"), 30), "none")
    print(f"{'live answers a second, six asking':<52} {throughput(base):.0f}{'':>24}goal: at least 28")  # noqa: T201
