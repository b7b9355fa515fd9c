"""bin/backup and bin/restore as a person runs them: one moment kept, nothing gone over untold, triggers put back."""

from __future__ import annotations

import gzip
import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path

from tests.install.test_start import ROOT, Installation, Visitor


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

        code, said = self.run_command("restore", self.file, "--over")
        self.assertEqual(code, 0, said)
        again = Visitor(self.copy.port)
        customers = [rig["customer"] for rig in again.ask("rigs/")["strips"]]
        self.assertIn("Kept Monday", customers)
        self.assertNotIn("Opened Tuesday", customers)
        self.assertEqual(again.ask(f"rigs/{made['id']}/")["entries"]["trailer.gvwr"]["is"], "7,000 lb")
        code, said = self.sql("UPDATE rigs_reading SET typed = '1 lb'")
        self.assertNotEqual(code, 0)
        self.assertIn("append-only", said)
        self.copy.stop(running)
