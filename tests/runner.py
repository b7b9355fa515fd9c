"""Django's test runner with one closing line that says what was run."""

from __future__ import annotations

import unittest

from django.test.runner import DiscoverRunner


def closing_line(result: unittest.TestResult) -> str:
    """“12 passed, 0 failed, 1 skipped”."""
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    line = f"{result.testsRun - failed - skipped} passed, {failed} failed"
    return f"{line}, {skipped} skipped" if skipped else line


class Runner(DiscoverRunner):
    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object) -> int:
        print(closing_line(result))  # noqa: T201
        return super().suite_result(suite, result, **kwargs)
