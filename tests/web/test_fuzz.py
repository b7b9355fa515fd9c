"""Some three hundred questions that the API's schema knows, and what breaks it, as each role (`bin/fuzz` asks thousands)."""

from __future__ import annotations

import re

from django.test import LiveServerTestCase

from stathmos.demo import loading
from tests import demo_yard
from tests.fuzz.run import PEOPLE, ask
from tests.truncating import Truncating


class Fuzz(Truncating, LiveServerTestCase):
    def test_nothing_but_what_the_schema_declares(self) -> None:
        demo_yard.put()
        code, said = ask(
            self.live_server_url, 2, PEOPLE, loading.PASSWORD, "--phases", "examples,fuzzing", "--generation-deterministic", "--mode", "all"
        )  # fmt: skip
        self.assertEqual(code, 0, said[-6000:])
        cases = [int(number) for number in re.findall(r"(\d+) generated", said)]
        self.assertEqual(len(cases), len(PEOPLE))
        self.assertGreaterEqual(sum(cases), 250)
