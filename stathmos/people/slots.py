"""What takes a core and a thread is done by so many at once on one machine, and by one in a web process: passwords are hashed, days are planned."""

from __future__ import annotations

import fcntl
import os
import threading
from collections import defaultdict
from collections.abc import Iterator
from contextlib import contextmanager
from typing import IO

from django.conf import settings

#: never more than two, and one core is left to everybody else
AT_ONCE = max(1, min(2, (os.cpu_count() or 1) - 1))
_here: defaultdict[str, threading.Lock] = defaultdict(threading.Lock)
HASHING, PLANNING = "hashing", "planning"


class AllTaken(Exception):
    """As many are at it as may be."""


def _taken(slot: IO[str]) -> bool:
    try:
        fcntl.flock(slot, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return True
    return False


@contextmanager
def a_slot(what: str = HASHING) -> Iterator[None]:
    """One of the slots while something is done; raises `AllTaken` at once, for a thread that waits answers nobody."""
    folder = settings.VAR / "run"
    folder.mkdir(parents=True, exist_ok=True)
    if not _here[what].acquire(blocking=False):
        raise AllTaken
    try:
        for number in range(AT_ONCE):
            with (folder / f"{what}-{number}").open("w") as slot:
                if not _taken(slot):
                    yield
                    return
        raise AllTaken
    finally:
        _here[what].release()
