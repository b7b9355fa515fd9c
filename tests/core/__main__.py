"""The core's tests alone: no framework, no database. `python -m tests.core [LABEL…]`, a label as unittest names it."""

import sys
import unittest

labels, loader = sys.argv[1:], unittest.defaultTestLoader
suite = loader.loadTestsFromNames(labels) if labels else loader.discover("tests/core", top_level_dir=".")
result = unittest.TextTestRunner().run(suite)
failed = len(result.failures) + len(result.errors)
print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed")  # noqa: T201
sys.exit(failed > 0 or result.testsRun == 0)
