"""The errors of a database server by their numbers: which of them is whose, and what to tell the person who waits."""

from __future__ import annotations

import json
import time
from dataclasses import dataclass

from django.conf import settings
from django.db import DatabaseError

KEPT = "What you typed is still on your screen"
#: how long after an error the health address still tells of it, s
TOLD_FOR = 60


@dataclass(frozen=True)
class Trouble:
    """``again``: the same may well succeed if it is done once more, with nothing of it done yet."""

    key: str
    says: str
    again: bool = False


CONFLICT = Trouble(
    "conflict", f"Several people wrote at the same moment, and yours was not saved. {KEPT}; save again.", again=True
)
LOCKED = Trouble(
    "locked",
    f"Somebody else's save has held this up for too long. Nothing of yours was saved. {KEPT}; try again in a moment.",
)
FULL = Trouble(
    "full",
    f"The disk of the database is full: nothing can be saved until there is room. {KEPT}. Tell whoever looks after the server.",
)
LOST = Trouble("lost", f"The database does not answer. {KEPT}; try again in a moment.")
RESTORING = Trouble("restoring", f"A backup is being put back. {KEPT}; try again in a few minutes.")
READ_ONLY = Trouble("read only", f"The database takes no writes just now. {KEPT}. Tell whoever looks after the server.")

#: by the server's number of the error; whatever is not here is a server that does not answer
BY_NUMBER: dict[int, Trouble] = {
    1213: CONFLICT,  # a deadlock, or another node of the cluster was first
    1020: CONFLICT,  # the record has changed since it was read
    1180: CONFLICT,  # the commit was refused, as a cluster does
    1205: LOCKED,
    1114: FULL,
    1021: FULL,
    1030: FULL,
    3: FULL,
    28: FULL,
    1146: RESTORING,
    1049: RESTORING,
    1290: READ_ONLY,
    1836: READ_ONLY,
}


def number_of(error: DatabaseError) -> int:
    """The server's number of an error; 0 where it has none."""
    first = error.args[0] if error.args else 0
    return first if isinstance(first, int) else 0


def of(error: DatabaseError) -> Trouble:
    """What an error is."""
    return BY_NUMBER.get(number_of(error), LOST)


def remember(trouble: Trouble) -> None:
    """For the health address, whichever web process answers it."""
    try:
        (settings.VAR / "run" / "trouble").write_text(json.dumps({"key": trouble.key, "at": time.time()}))
    except OSError:
        return  # where nothing can be written, it is told to whoever asked, and in the log


def remembered() -> str:
    """The key of what last went wrong, within the last minute; empty where nothing did."""
    try:
        told = json.loads((settings.VAR / "run" / "trouble").read_text())
        return str(told["key"]) if 0 <= time.time() - told["at"] < TOLD_FOR else ""
    except (OSError, ValueError, KeyError, TypeError):
        return ""


def is_restoring() -> bool:
    """Whether `bin/restore` says that it is at work on this machine."""
    return (settings.VAR / "run" / "restoring").exists()
