"""bin/backup and bin/restore as a person runs them: one moment kept, nothing gone over untold, triggers put back."""

from __future__ import annotations

import gzip
import shutil
import subprocess
import tempfile
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path

from tests.install.test_start import ROOT, Installation
from tests.visitor import Visitor


class BackupAndRestore(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = tempfile.mkdtemp(prefix="stathmos-backup-")
        self.addCleanup(shutil.rmtree, self.folder, ignore_errors=True)
        self.copy = Installation(self.folder)
        self.file = str(Path(self.folder, "kept", "monday.sql.gz"))

    def run_command(self, *words: str) -> tuple[int, str]:
        done = subprocess.run(
            [f"bin/{words[0]}", *words[1:]],
            cwd=ROOT,
            env=self.copy.environment,
            capture_output=True,
            text=True,
            timeout=120,
        )
        return done.returncode, done.stdout + done.stderr

    def sql(self, statement: str) -> tuple[int, str]:
        password = Path(self.folder, "mariadb", "password").read_text().strip()
        command = [
            "mariadb",
            "--no-defaults",
            "--protocol=tcp",
            "-h127.0.0.1",
            f"-P{self.copy.database_port}",
            "-ustathmos",
            f"-p{password}",
            "-N",
            "stathmos",
            "-e",
            statement,
        ]
        done = subprocess.run(command, capture_output=True, text=True, timeout=30)
        return done.returncode, done.stdout + done.stderr

    def test_round(self) -> None:
        code, said = self.run_command("backup", self.file)
        self.assertEqual(code, 1)
        self.assertIn("no database yet", said)
        running = self.copy.start()
        thea = Visitor(self.copy.port)
        made = thea.ask(
            "rigs/",
            {
                "customer": "Kept Monday",
                "entries": {"trailer.gvwr": {"is": "7,000 lb", "from": "label", "system": "us"}},
            },
        )
        self.assertEqual(self.run_command("backup", self.file)[0], 0)
        code, said = self.run_command("backup", self.file)
        self.assertEqual(code, 1)
        self.assertIn("nothing is written over", said)

        thea.ask(f"rigs/{made['id']}/", {"version": 1, "customer": "Changed Tuesday"})
        thea.ask("rigs/", {"customer": "Opened Tuesday", "entries": {}})
        code, said = self.run_command("restore", self.file)
        self.assertEqual(code, 1)
        self.assertIn("the database holds 12 rigs. Nothing was changed.", said)
        self.assertIn("Changed Tuesday", [rig["customer"] for rig in thea.ask("rigs/")["strips"]])

        broken = Path(self.folder, "broken.sql.gz")
        broken.write_bytes(Path(self.file).read_bytes()[:4000])
        other = Path(self.folder, "other.sql.gz")
        other.write_bytes(gzip.compress(b"SELECT 1;\n"))
        for bad in (broken, other):
            code, said = self.run_command("restore", str(bad), "--over")
            self.assertEqual(code, 1)
            self.assertIn("is no whole backup. Nothing was changed.", said)
        self.assertIn("Changed Tuesday", [rig["customer"] for rig in thea.ask("rigs/")["strips"]])

        answers = self.while_it_runs("restore", self.file, "--over")
        self.assertEqual(set(answers) - {200, 503}, set(), "nothing but answers and words all the while")
        self.assertEqual(self.sql("SHOW DATABASES LIKE 'stathmos\\_%'")[1].strip(), "", "nothing is left beside it")
        again = Visitor(self.copy.port)
        customers = [rig["customer"] for rig in again.ask("rigs/")["strips"]]
        self.assertIn("Kept Monday", customers)
        self.assertNotIn("Opened Tuesday", customers)
        self.assertEqual(again.ask(f"rigs/{made['id']}/")["entries"]["trailer.gvwr"]["is"], "7,000 lb")
        code, said = self.sql("UPDATE rigs_reading SET typed = '1 lb'")
        self.assertNotEqual(code, 0)
        self.assertIn("append-only", said)
        self.assertEqual(self.run_command("restore", self.file, "--over")[0], 0, "and once more")
        self.copy.stop(running)

    def while_it_runs(self, *words: str) -> list[int]:
        """What the application answers while a command is at work."""
        answers: list[int] = []
        running = subprocess.Popen(
            [f"bin/{words[0]}", *words[1:]],
            cwd=ROOT,
            env=self.copy.environment,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
        )
        while running.poll() is None:
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.copy.port}/api/session/", timeout=20) as answer:
                    answers.append(answer.status)
            except urllib.error.HTTPError as error:
                answers.append(error.code)
                self.assertIn("A backup is being put back", error.read().decode())
            time.sleep(0.02)
        said = running.stdout.read()
        running.stdout.close()
        self.assertEqual(running.returncode, 0, said)
        self.assertIn("rigs.", said)
        return answers

    def test_every_night_and_no_more_than_are_wanted(self) -> None:
        running = self.copy.start()
        kept = Path(self.folder, "nights")
        kept.mkdir()
        for night in ("2026-01-01", "2026-01-02", "2026-01-03"):
            (kept / f"stathmos-{night}.sql.gz").write_bytes(b"old")
        (kept / "notes.txt").write_text("of somebody's own")
        odile = Visitor(self.copy.port, "odile")
        told = odile.ask("overview/")
        self.assertEqual((told["backup"], told["backup_is_old"]), (None, True))
        code, said = self.run_command("backup", "--daily", str(kept), "--keep", "2")
        self.assertEqual(code, 0, said)
        names = sorted(one.name for one in kept.iterdir())
        self.assertEqual(len(names), 3, names)
        self.assertIn("stathmos-2026-01-03.sql.gz", names)
        self.assertIn("notes.txt", names)
        told = odile.ask("overview/")
        made = max(kept.glob("stathmos-*"))
        self.assertEqual((told["backup"]["bytes"], told["backup_is_old"]), (made.stat().st_size, False))
        code, said = self.run_command("backup", "--daily", str(kept), "--keep", "2")
        self.assertEqual((code, "made already" in said), (0, True))
        for words in (
            ("--daily", str(kept)),
            ("--daily", str(kept), "--keep", "0"),
            ("--daily", str(kept), "--keep", "x"),
        ):
            self.assertEqual(self.run_command("backup", *words)[0], 1)
        self.copy.stop(running)
