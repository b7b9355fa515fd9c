"""A simulated yard on loopback, until Ctrl-C: a stand-in for every kind of instrument, with the demo's rig or the practice in work on it."""

from __future__ import annotations

import contextlib
import threading
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import DatabaseError, close_old_connections

from stathmos.instruments.standin import FAULTS, OnLoopback, StandIn
from stathmos.instruments.yard import FIRST_PORT, SHIPPED, stands_on_them

EVERY = 0.5  # seconds


class Command(BaseCommand):
    help = "Serves a stand-in for every kind of instrument on loopback, until Ctrl-C. What stands on them is the demo's rig, or the practice in work."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--fault", choices=FAULTS, default="", help="what is wrong with all of them to begin with")

    def handle(self, *_: Any, **options: Any) -> None:
        standins = {one.instrument.kind: StandIn(one.instrument, fault=options["fault"]) for one in SHIPPED}
        with contextlib.ExitStack() as open_:
            for one in SHIPPED:
                try:
                    open_.enter_context(OnLoopback(standins[one.instrument.kind], FIRST_PORT + one.place))
                except OSError as error:
                    self.stderr.write(f"{one.instrument.name}: {error}. Another program has its port.")
            self.stdout.write(
                "; ".join(f"{one.instrument.name} at {one.address}" for one in SHIPPED) + ". Ctrl-C stops them."
            )
            was: dict[str, float] = {}
            while True:
                was = self._put(standins, was)
                try:
                    if threading.Event().wait(EVERY):
                        return
                except KeyboardInterrupt:
                    return

    def _put(self, standins: dict[str, StandIn], was: dict[str, float]) -> dict[str, float]:
        """What changed since it was looked last goes on, and settles."""
        try:
            now = dict(stands_on_them())
        except DatabaseError as error:  # it may be away for a while, and comes back
            self.stderr.write(f"The database does not answer: {error}")
            return was
        finally:
            close_old_connections()
        for kind, value in now.items():
            if was.get(kind) != value:
                standins[kind].put(value)
        return now
