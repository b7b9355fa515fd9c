"""At most so many passwords are hashed at once on one machine, and one in a web process: hashing takes a core and a thread."""

from __future__ import annotations

import fcntl
import os
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import IO

from django.conf import settings

#: never more than two, and one core is left to everybody else
AT_ONCE = max(1, min(2, (os.cpu_count() or 1) - 1))
_here = threading.Lock()


class AllTaken(Exception):
    """As many passwords are hashed as may be."""


def _taken(slot: IO[str]) -> bool:
    try:
        fcntl.flock(slot, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        return True
    return False


@contextmanager
def a_slot() -> Iterator[None]:
    """One of the slots while a password is hashed; raises `AllTaken` at once, for a thread that waits answers nobody."""
    folder = settings.VAR / "run"
    folder.mkdir(parents=True, exist_ok=True)
    if not _here.acquire(blocking=False):
        raise AllTaken
    try:
        for number in range(AT_ONCE):
            with (folder / f"hashing-{number}").open("w") as slot:
                if not _taken(slot):
                    yield
                    return
        raise AllTaken
    finally:
        _here.release()
