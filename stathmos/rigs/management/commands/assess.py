"""``manage.py assess FILE``: a rig file in, its assessment out, the bay's with it. Needs no database.

Its exit code is the verdict, the same that every screen shows: 0 fit or with care, 3 not known, 4 not fit; 2 for a file that cannot
be read. The bay has a state of its own beside it: what is over there counts at once, what is open there when the rig is handed over.
"""

from __future__ import annotations

import json
import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from stathmos.core import bay, report, rigfile
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.statement import statement
from stathmos.rigs.assessing import assessed

LARGEST = 5_000_000  # characters
EXITS = {GOOD: 0, CAUTION: 0, UNKNOWN: 3, REFUSED: 4}


class Command(BaseCommand):
    help = (
        "Assess a rig file, and what its bay found. Exits 0 where it is fit or with care, 3 where it is not known, 4 where "
        "it is not fit, 2 with every problem of the file."
    )
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", help="a rig file (docs/rig-file.md); - reads standard input")
        parser.add_argument("--format", choices=["text", "json"], default="text")
        parser.add_argument("--units", choices=["us", "metric"], default="us", help="units of the text (JSON has both)")
        parser.add_argument(
            "--exit-zero", action="store_true", help="exit 0 whatever the verdict, as long as the file can be read"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        document = self._document(options["file"])
        rig_file = rigfile.read(document)
        if rig_file.problems:
            self._refuse([f"{problem.place}: {problem.says}" for problem in rig_file.problems])
        for aside in rig_file.aside:
            self.stderr.write(f"set aside: {aside.place}: {aside.says}")
        judged = assessed(rig_file)
        told: dict[str, Any] = {}
        if bay.begun(rig_file.rig) and not judged.declined:
            fitted = bay.fit(rig_file.rig, stock=rig_file.stock)
            told = {"bay": report.in_the_bay(fitted)}
        told = {**report.plain(judged), **told}
        if options["format"] == "json":
            self.stdout.write(json.dumps(told, ensure_ascii=False, indent=2))
        else:
            self.stdout.write(statement(told, rig_file.customer, options["units"]))
        if not options["exit_zero"] and EXITS[judged.verdict.state]:
            raise SystemExit(EXITS[judged.verdict.state])

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
