"""The core's tests alone: no framework, no database. `python -m tests.core [LABEL…]`, a label as unittest names it.

`many` alone: the modules that try rigs by the thousand, and measure nothing of the code that others do not; `few`: all the rest.
"""

import sys
import unittest
from pathlib import Path

#: what they reach the others reach too, so that they are run without counting lines, in half the time
MANY = ("followed", "go_and_read", "guesses", "same_hitch")

chosen, loader = sys.argv[1:], unittest.defaultTestLoader
many = [f"tests.core.test_{name}" for name in MANY]
if chosen == ["many"]:
    chosen = many
elif chosen == ["few"]:
    found = sorted(f"tests.core.{path.stem}" for path in Path(__file__).parent.glob("test_*.py"))
    chosen = [name for name in found if name not in many]
suite = loader.loadTestsFromNames(chosen) if chosen else loader.discover("tests/core", top_level_dir=".")
result = unittest.TextTestRunner().run(suite)
failed = len(result.failures) + len(result.errors)
print(f"{result.testsRun - failed - len(result.skipped)} passed, {failed} failed")  # noqa: T201
sys.exit(failed > 0 or result.testsRun == 0)
