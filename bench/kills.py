"""Killed again and again in the middle of writing: what was acknowledged is there at the end.

`python -m bench.kills [KILLS]`, run by `bin/bench kills`: an installation of its own is started as a person starts it;
three people save without a pause, while its web workers, its web server, its database and the start itself are killed
outright in turn.
"""

from __future__ import annotations

import contextlib
import os
import random
import shutil
import signal
import subprocess
import sys
import tempfile
import threading
import time
from pathlib import Path

from tests.install.test_start import Installation
from tests.visitor import Visitor

WRITERS = 3
PATH = "weighing.tongue_scale"


class Writer:
    """One person who saves the same figure of one rig, each time another, and notes what was acknowledged."""

    def __init__(self, copy: Installation, number: int) -> None:
        self.copy, self.visitor = copy, Visitor(copy.port)
        made = self.visitor.ask("rigs/", {"customer": f"Writer {number}", "entries": {}})
        self.rig, self.version = made["id"], made["version"]
        self.acknowledged: list[str] = []
        self.sent = 0

    def write(self, stop: threading.Event) -> None:
        while not stop.is_set():
            self.sent += 1
            entry = {"is": f"{500 + self.sent % 900}.{self.sent} lb", "from": "measured", "system": "us"}
            body = {"version": self.version, "entries": {PATH: entry}}
            status, told = self.visitor.tried(f"rigs/{self.rig}/", body)
            if status != 200:
                if status == 409 and "theirs" in told:  # written, and its answer lost
                    self.version = told["theirs"]["version"]
                time.sleep(0.05)
                continue
            self.version = told["version"]
            self.acknowledged.append(entry["is"])


def _pids(copy: Installation) -> dict[str, list[int]]:
    """What can be killed: workers, the web server, the database."""
    master = int(Path(copy.folder, "run", "web.pid").read_text())
    workers = [int(pid) for pid in Path(f"/proc/{master}/task/{master}/children").read_text().split()]
    return {"a web worker": workers[:1], "the web server": [master], "the database": [copy.database_pid()]}


def written(reader: Visitor, rig: int) -> set[str]:
    """Every text that stands in the history of the figure."""
    texts: list[str] = []
    while True:
        told = reader.ask(f"rigs/{rig}/history/?path={PATH}&first={len(texts)}")
        texts += [past["typed"] for past in told["readings"]]
        if not told["readings"] or len(texts) >= told["found"]:
            return set(texts)


def main(kills: int) -> int:
    chance, folder = random.Random(7), tempfile.mkdtemp(prefix="stathmos-kills-")
    copy = Installation(folder)
    running = copy.start()
    writers = [Writer(copy, number) for number in range(WRITERS)]
    stop = threading.Event()
    threads = [threading.Thread(target=one.write, args=(stop,)) for one in writers]
    for one in threads:
        one.start()
    counts: dict[str, int] = {}
    for number in range(kills):
        time.sleep(chance.uniform(0.3, 1.5))
        what = ("a web worker", "the database", "the web server", "all of it")[number % 4]
        counts[what] = counts.get(what, 0) + 1
        victims = [running.pid] if what == "all of it" else _pids(copy)[what]
        for pid in victims:
            os.kill(pid, signal.SIGKILL)
        if what != "a web worker":
            with contextlib.suppress(subprocess.TimeoutExpired):
                running.wait(timeout=40)
            running.stdout.close()
            running = copy.start()
    time.sleep(2)
    stop.set()
    for one in threads:
        one.join()
    lost = 0
    reader = Visitor(copy.port)
    for one in writers:
        there = written(reader, one.rig)
        lost += sum(text not in there for text in one.acknowledged)
    acknowledged, sent = sum(len(one.acknowledged) for one in writers), sum(one.sent for one in writers)
    told = ", ".join(f"{what} {many}" for what, many in counts.items())
    print(f"{kills} kills ({told}): {sent} saves sent, {acknowledged} acknowledged, {lost} of them lost   goal: 0")  # noqa: T201
    running.terminate()  # and not Ctrl-C, which is not heard by what was begun in the background
    running.wait(timeout=40)
    running.stdout.close()
    shutil.rmtree(folder, ignore_errors=True)
    return 1 if lost else 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 60))
