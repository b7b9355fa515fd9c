"""``manage.py assess FILE``: a rig file in, its assessment out. Needs no database."""

from __future__ import annotations

import json
import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from stathmos.core import report, rigfile
from stathmos.core.statement import statement
from stathmos.rigs.assessing import assessed

LARGEST = 5_000_000  # characters


class Command(BaseCommand):
    help = "Assess a rig file. Exits 0 with the assessment, 2 with every problem of the file."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", help="a rig file (docs/rig-file.md); - reads standard input")
        parser.add_argument("--format", choices=["text", "json"], default="text")
        parser.add_argument("--units", choices=["us", "metric"], default="us", help="units of the text (JSON has both)")

    def handle(self, *args: Any, **options: Any) -> None:
        document = self._document(options["file"])
        rig_file = rigfile.read(document)
        if rig_file.problems:
            self._refuse([f"{problem.place}: {problem.says}" for problem in rig_file.problems])
        for aside in rig_file.aside:
            self.stderr.write(f"set aside: {aside.place}: {aside.says}")
        told = report.plain(assessed(rig_file))
        if options["format"] == "json":
            self.stdout.write(json.dumps(told, ensure_ascii=False, indent=2))
        else:
            self.stdout.write(statement(told, rig_file.customer, options["units"]))

    def _document(self, name: str) -> Any:
        try:
            if name == "-":
                text = sys.stdin.read(LARGEST + 1)
            else:
                with open(name, encoding="utf-8") as file:
                    text = file.read(LARGEST + 1)
        except OSError as error:
            self._refuse([f"{name}: {error.strerror or error}"])
        except UnicodeDecodeError:
            self._refuse([f"{name}: not a UTF-8 text"])
        if len(text) > LARGEST:
            self._refuse([f"{name}: larger than {LARGEST:,} characters"])
        try:
            return json.loads(text)
        except json.JSONDecodeError as error:
            self._refuse([f"line {error.lineno}, column {error.colno}: not JSON: {error.msg}"])
        except RecursionError:
            self._refuse([f"{name}: nested too deep"])

    def _refuse(self, problems: list[str]) -> None:
        for problem in problems:
            self.stderr.write(problem)
        raise SystemExit(2)
