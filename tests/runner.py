"""Django's test runner with one closing line that says what was run."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from django.conf import settings
from django.test.runner import DiscoverRunner


def closing_line(result: unittest.TestResult) -> str:
    """“12 passed, 0 failed, 1 skipped”."""
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    line = f"{max(0, result.testsRun - failed - skipped)} passed, {failed} failed"
    return f"{line}, {skipped} skipped" if skipped else line


class Runner(DiscoverRunner):
    def setup_test_environment(self, **kwargs: object) -> None:
        super().setup_test_environment(**kwargs)
        settings.PASSWORD_HASHERS = [
            "django.contrib.auth.hashers.MD5PasswordHasher"
        ]  # quick; nobody's real password is here
        # What web processes leave for one another lies in a folder of this run's own: another may be at work beside it.
        self.var = tempfile.TemporaryDirectory(prefix="stathmos-tests-")
        settings.VAR = Path(self.var.name)
        (settings.VAR / "run").mkdir()

    def teardown_test_environment(self, **kwargs: object) -> None:
        super().teardown_test_environment(**kwargs)
        self.var.cleanup()

    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object) -> int:
        print(closing_line(result))  # noqa: T201
        return super().suite_result(suite, result, **kwargs)
