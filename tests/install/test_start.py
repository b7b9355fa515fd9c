"""bin/start as a person runs it: a second copy, a taken port, a killed database, a restart that loses nothing."""

from __future__ import annotations

import os
import shutil
import signal
import socket
import subprocess
import tempfile
import unittest
from pathlib import Path

from tests.visitor import Visitor

ROOT = Path(__file__).resolve().parents[2]


def free_port() -> int:
    with socket.socket() as tried:
        tried.bind(("127.0.0.1", 0))
        return tried.getsockname()[1]


class Installation:
    """One copy with a folder and ports of its own."""

    def __init__(self, folder: str) -> None:
        self.folder = folder
        self.port, self.database_port = free_port(), free_port()
        mine = {
            "STATHMOS_VAR": folder,
            "STATHMOS_PORT": str(self.port),
            "STATHMOS_DB_PORT": str(self.database_port),
            "STATHMOS_LEAST_MB": "50",
        }
        others = {"STATHMOS_DATABASE_URL", "STATHMOS_SECRET_KEY", "STATHMOS_PRODUCTION", "DJANGO_ALLOW_ASYNC_UNSAFE"}
        self.environment = {**{key: value for key, value in os.environ.items() if key not in others}, **mine}

    def start(self) -> subprocess.Popen[str]:
        running = subprocess.Popen(
            ["bin/start"],
            cwd=ROOT,
            env=self.environment,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            start_new_session=True,
        )
        assert running.stdout
        said = []
        for line in running.stdout:
            said.append(line)
            if "Stathmos is at" in line:
                return running
        raise AssertionError("".join(said))

    def refused(self, **environment: str) -> str:
        done = subprocess.run(
            ["bin/start"], cwd=ROOT, env={**self.environment, **environment}, capture_output=True, text=True, timeout=60
        )
        assert done.returncode != 0, done.stdout
        return done.stdout + done.stderr

    def stop(self, running: subprocess.Popen[str]) -> None:
        """Ctrl-C: the whole foreground group gets SIGINT."""
        os.killpg(running.pid, signal.SIGINT)
        running.wait(timeout=30)
        running.stdout.close()

    def database_pid(self) -> int:
        return int(Path(self.folder, "mariadb", "pid").read_text())

    def listening(self, port: int) -> bool:
        with socket.socket() as tried:
            return tried.connect_ex(("127.0.0.1", port)) == 0


class Start(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = tempfile.mkdtemp(prefix="stathmos-start-")
        self.addCleanup(shutil.rmtree, self.folder, ignore_errors=True)
        self.copy = Installation(self.folder)

    def test_nothing_is_lost_by_restarts_and_kills(self) -> None:
        running = self.copy.start()
        thea = Visitor(self.copy.port)
        made = thea.ask(
            "rigs/",
            {
                "customer": "Corin Amsel",
                "entries": {"trailer.gvwr": {"is": "7,000 lb", "from": "label", "system": "us"}},
            },
        )
        self.assertIn("another copy is running", self.copy.refused())
        other = {"STATHMOS_VAR": f"{self.folder}/second", "STATHMOS_DB_PORT": str(free_port())}
        self.assertIn(f"port {self.copy.port}, wanted for the web server, is taken", self.copy.refused(**other))

        self.copy.stop(running)
        self.assertFalse(self.copy.listening(self.copy.port), "Ctrl-C stops the web server")
        self.assertFalse(self.copy.listening(self.copy.database_port), "Ctrl-C stops the database")

        running = self.copy.start()
        thea = Visitor(self.copy.port)
        self.assertEqual(thea.ask(f"rigs/{made['id']}/")["entries"]["trailer.gvwr"]["is"], "7,000 lb")
        thea.ask(f"rigs/{made['id']}/", {"version": 1, "customer": "Corin Amsel the younger"})

        os.kill(self.copy.database_pid(), signal.SIGKILL)
        said, _ = running.communicate(timeout=30)
        self.assertIn("the database has stopped; start again", said)

        running = self.copy.start()
        os.killpg(running.pid, signal.SIGKILL)  # the start itself killed outright: its servers are left over
        running.wait()
        running.stdout.close()
        running = self.copy.start()
        rigs = Visitor(self.copy.port).ask("rigs/")["strips"]
        self.assertEqual(len(rigs), 10, "the demo is loaded once, nine rigs on the floor, and one was opened")
        self.assertIn("Corin Amsel the younger", [rig["customer"] for rig in rigs])
        self.copy.stop(running)

    def test_without_the_demo_it_leads_to_a_first_account_which_is_a_managers(self) -> None:
        self.copy.environment["STATHMOS_DEMO"] = "0"
        running = self.copy.start()
        assert running.stdout
        said = running.stdout.readline() + running.stdout.readline()
        self.assertIn("Nobody has an account here yet.", said)
        command = [".venv/bin/python", "manage.py", "person"]
        self.assertIn(f"STATHMOS_VAR={self.folder}", said)
        added = subprocess.run(
            [*command, "add", "ines"], cwd=ROOT, env=self.copy.environment, capture_output=True, text=True
        )
        self.assertEqual(added.returncode, 0, added.stderr)
        self.assertIn("ines, manager, signs in as ines with the password", added.stdout)
        password = added.stdout.splitlines()[1].strip()
        ines = Visitor(self.copy.port, "ines", password)
        self.assertTrue(ines.ask("session/")["must_choose"])
        ines.ask("session/password/", {"old": password, "new": "marsh-lantern-27-oak"})
        self.assertEqual([one["username"] for one in ines.ask("people/")["people"]], ["ines"])
        self.copy.stop(running)

    def test_production_has_no_demo(self) -> None:
        self.assertIn("the demo is not for production", self.copy.refused(STATHMOS_PRODUCTION="1", STATHMOS_DEMO="1"))

    def test_what_cannot_be_is_said_in_a_line(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = str(taken.getsockname()[1])
            for environment, words in (
                ({"STATHMOS_PORT": port}, f"port {port}, wanted for the web server, is taken"),
                ({"STATHMOS_DB_PORT": port}, f"port {port}, wanted for the database, is taken"),
                ({"STATHMOS_VAR": "/proc/nowhere"}, "cannot write to /proc/nowhere"),
                ({"STATHMOS_LEAST_MB": "999999999"}, "MB are free"),
                ({"STATHMOS_PYTHON": "/no/python"}, "Python 3.11 or newer is wanted"),
                ({"STATHMOS_DATABASE_URL": "mysql://nobody@127.0.0.1:1/none"}, "manage.py migrate failed"),
            ):
                with self.subTest(words):
                    said = self.copy.refused(**environment)
                    self.assertIn(words, said)
                    self.assertNotIn("Traceback", said)
