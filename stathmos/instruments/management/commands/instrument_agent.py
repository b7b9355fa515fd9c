"""The agent at the instruments' machine, until Ctrl-C: it needs no database, only the server's address and its key."""

from __future__ import annotations

import os
import time
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from stathmos.instruments.agent import EVERY, Agent, Queue, posting


class Command(BaseCommand):
    help = "Reads the instruments that the server names for this agent, and sends what they show. The key stands in STATHMOS_AGENT_KEY, or in a file."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--server", required=True, help="the server's address, as https://stathmos.example")
        parser.add_argument("--key-file", type=Path, help="a file with the agent's key and nothing else")
        parser.add_argument(
            "--queue", type=Path, default=Path("agent-queue.sqlite"), help="where what is not sent yet is kept"
        )

    def handle(self, *_: Any, **options: Any) -> None:
        key = (
            options["key_file"].read_text("utf-8").strip()
            if options["key_file"]
            else os.environ.get("STATHMOS_AGENT_KEY", "")
        )
        if not key:
            raise CommandError("Give the agent's key: in STATHMOS_AGENT_KEY, or by --key-file.")
        try:
            post = posting(options["server"], key)
        except ValueError as error:
            raise CommandError(str(error)) from error
        queue = Queue(options["queue"])
        agent, said = Agent(post, queue), None
        try:
            while True:
                agent.once()
                if agent.last_error != said:
                    said = agent.last_error
                    self.stdout.write(
                        f"The server does not take it: {said}. What stood still is kept."
                        if said
                        else "The server takes what is sent."
                    )
                    self.stdout.flush()
                time.sleep(EVERY)
        except KeyboardInterrupt:
            self.stdout.write("Stopped. What was not sent is kept for the next time.")
        finally:
            agent.close()
            queue.close()
