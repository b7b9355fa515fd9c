"""Every worked example in the core's docstrings runs as a test."""

import doctest
import importlib
import pkgutil
import unittest

import stathmos.core


def load_tests(loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None) -> unittest.TestSuite:
    for module in pkgutil.walk_packages(stathmos.core.__path__, "stathmos.core."):
        found = doctest.DocTestSuite(importlib.import_module(module.name))
        tests.addTests(found)
    return tests


class EveryFormulaHasAnExample(unittest.TestCase):
    def test_public_functions_of_the_statics_have_one(self) -> None:
        statics = importlib.import_module("stathmos.core.statics")
        wanting = [
            name for name, thing in vars(statics).items()
            if callable(thing) and getattr(thing, "__module__", "") == statics.__name__ and name[0].islower() and ">>>" not in (thing.__doc__ or "")
        ]  # fmt: skip
        self.assertEqual(wanting, [])
