"""The agent: reads instruments where they are, and sends what they show to the server. Outbound only; what stood still waits on disk until it is taken in.

It knows nothing but the server's address and its own key: which instruments it reads, and how, the server answers it.
"""

from __future__ import annotations

import json
import sqlite3
import threading
import time
import urllib.error
import urllib.request
import uuid
from collections.abc import Callable, Mapping
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from stathmos.core.instruments import Instrument, Shown
from stathmos.core.instruments.indicator import STEADY
from stathmos.instruments.link import AddressError, address_of, look

EVERY = 0.5  # seconds between two messages
PATIENCE = 5.0  # seconds that the server may take
MOST_AT_ONCE = 100
Post = Callable[[dict[str, Any]], dict[str, Any]]


class Queue:
    """What stood still and was not taken in yet, in a file: it outlives the program and the power."""

    def __init__(self, path: Path) -> None:
        self._file = sqlite3.connect(path, check_same_thread=False, isolation_level=None)
        self._file.execute("PRAGMA synchronous=FULL")
        self._file.execute("CREATE TABLE IF NOT EXISTS waiting (key TEXT PRIMARY KEY, body TEXT NOT NULL)")
        self._lock = threading.Lock()

    def add(self, reading: dict[str, Any]) -> None:
        """One reading more; the same key is kept once."""
        with self._lock:
            self._file.execute("INSERT OR IGNORE INTO waiting VALUES (?, ?)", (reading["key"], json.dumps(reading)))

    def waiting(self) -> list[dict[str, Any]]:
        """The oldest that wait."""
        with self._lock:
            rows = self._file.execute("SELECT body FROM waiting ORDER BY rowid LIMIT ?", (MOST_AT_ONCE,)).fetchall()
        return [json.loads(body) for (body,) in rows]

    def gone(self, keys: list[str]) -> None:
        """Taken in by the server."""
        with self._lock:
            self._file.executemany("DELETE FROM waiting WHERE key = ?", [(key,) for key in keys])

    def close(self) -> None:
        """No more."""
        self._file.close()


class Listener(threading.Thread):
    """Looks at one instrument over and over; each time that something has come to stand still on it is one reading."""

    def __init__(self, told: Mapping[str, Any], queue: Queue) -> None:
        super().__init__(daemon=True)
        self.told, self.queue = dict(told), queue
        self.shown: Shown | None = None
        self._closing = threading.Event()
        self._standing = False

    def run(self) -> None:
        """Until it is closed."""
        told = self.told
        instrument = Instrument(
            name=told["name"],
            kind=told["kind"],
            unit=told["unit"],
            mark=told["mark"],
            capacity=told["capacity"],
            pattern=told["pattern"],
        )
        try:
            address = address_of(told["address"])
        except AddressError:
            return
        while not self._closing.is_set():
            begun = time.monotonic()
            self._heard(look(instrument, address), instrument)
            self._closing.wait(max(0.05, 0.25 - (time.monotonic() - begun)))

    def _heard(self, shown: Shown, instrument: Instrument) -> None:
        self.shown = shown
        standing = shown.state == STEADY and shown.value is not None and abs(shown.value) > instrument.mark / 2
        if standing and not self._standing:
            self.queue.add(
                {
                    "key": str(uuid.uuid4()), "instrument": self.told["number"], "value": shown.value, "net": shown.net, "tare": shown.tare,
                    "at": datetime.now(UTC).isoformat(),
                }
            )  # fmt: skip
        self._standing = standing

    def close(self) -> None:
        """Look no more."""
        self._closing.set()


class Agent:
    """All of it: what the server names is listened to, what is shown and what waits is sent."""

    def __init__(self, post: Post, queue: Queue) -> None:
        self._post, self._queue = post, queue
        self._listening: dict[int, Listener] = {}
        self.last_error = ""

    def once(self) -> bool:
        """One message; whether the server took it."""
        shown = [
            {
                "instrument": number,
                "state": one.shown.state,
                "value": one.shown.value,
                "net": one.shown.net,
                "tare": one.shown.tare,
            }
            for number, one in self._listening.items()
            if one.shown is not None
        ]
        waiting = self._queue.waiting()
        try:
            answer = self._post({"shown": shown, "readings": waiting})
        except (OSError, ValueError) as error:
            self.last_error = str(error)
            return False
        self._queue.gone([str(key) for key in answer.get("written", [])])
        self._listen_to(answer.get("instruments", []))
        self.last_error = ""
        return True

    def _listen_to(self, instruments: list[dict[str, Any]]) -> None:
        """Exactly these, each as it is written now."""
        wanted = {one["number"]: one for one in instruments}
        for number in [number for number, one in self._listening.items() if wanted.get(number) != one.told]:
            self._listening.pop(number).close()
        for number, told in wanted.items():
            if number not in self._listening:
                self._listening[number] = Listener(told, self._queue)
                self._listening[number].start()

    def close(self) -> None:
        """Listen to nothing any more."""
        for one in self._listening.values():
            one.close()
        self._listening = {}


def posting(server: str, key: str) -> Post:
    """Messages to a server, as JSON over HTTP. Raises ValueError for what is no address of one."""
    if not server.startswith(("http://", "https://")):
        raise ValueError(f"“{server[:60]}” is no address of a server: http://… or https://….")
    address = f"{server.rstrip('/')}/api/agent/"

    def post(body: dict[str, Any]) -> dict[str, Any]:
        clean = json.dumps(body, allow_nan=False).encode()
        headers = {"Authorization": f"Agent {key}", "Content-Type": "application/json"}
        asked = urllib.request.Request(address, clean, headers)
        try:
            with urllib.request.urlopen(asked, timeout=PATIENCE) as answer:
                told = json.loads(answer.read())
        except urllib.error.HTTPError as refused:
            said = (
                json.loads(refused.read() or b"{}") if refused.headers.get_content_type() == "application/json" else {}
            )
            raise OSError(f"{refused.code}: {said.get('detail', refused.reason)}") from refused
        if not isinstance(told, dict):
            raise ValueError("The server's answer cannot be read.")
        return told

    return post
