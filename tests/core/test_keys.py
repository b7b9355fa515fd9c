"""Nothing goes by a sentence: with every sentence reworded the program answers the same."""

from __future__ import annotations

import re
import unittest
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from dataclasses import fields, is_dataclass
from unittest import mock

from stathmos.core import handover, report
from stathmos.core.assess import assess
from stathmos.core.bay import Fit, fit
from stathmos.core.figures import Rule
from stathmos.core.phrases import Phrase
from stathmos.core.report import bay as report_bay
from stathmos.core.report import handover as report_handover
from tests.core import demo

_WORD = re.compile(r"(\{\w+\})")


def reworded(text: str) -> str:
    """No word of it is left; its quantities are, the last one first."""
    slots = _WORD.findall(text)
    return "Zq " + " vx ".join(reversed(slots)) + " wj."


def _otherwise(name: str) -> property:
    """A field that is read otherwise than it was written."""

    def read(self: object) -> str:
        return reworded(self.__dict__[name])

    def write(self: object, text: str) -> None:
        self.__dict__[name] = text

    return property(read, write)


@contextmanager
def all_reworded() -> Iterator[None]:
    """Every template, and what every rule says and where it is from, in other words."""
    with ExitStack() as stack:
        for kind, name in ((Phrase, "template"), (Rule, "says"), (Rule, "source")):
            stack.enter_context(mock.patch.object(kind, name, _otherwise(name), create=True))
        yield


#: what is words wherever it stands in a report
WORDS = ("says", "source", "why", "reason", "name", "means")


def _gone_by(thing: object) -> object:
    """What is left of an answer without its sentences."""
    if isinstance(thing, Phrase | Rule):
        return None
    if isinstance(thing, dict):
        return {name: _gone_by(one) for name, one in thing.items() if name not in WORDS}
    if isinstance(thing, list | tuple):
        return [_gone_by(one) for one in thing]
    if is_dataclass(thing) and not isinstance(thing, type):
        if "known" in thing.__dataclass_fields__:
            return getattr(thing.known, "value", None)
        return {one.name: _gone_by(getattr(thing, one.name)) for one in fields(thing) if one.name != "made"}
    return thing


def answered() -> dict[str, object]:
    """The whole report of every demo rig, its bay and its hand-over, without the words."""
    told: dict[str, object] = {}
    for name, read in demo.rigs():
        assessment = assess(read.rig, stock=read.stock)
        stations = {key: _gone_by(shown(assessment)) for key, shown in report.STATIONS.items()}
        found: Fit = fit(read.rig, stock=read.stock)
        told[name] = {
            "stations": stations,
            "findings": [(one.key, one.state, one.station, one.subject) for one in assessment.findings],
            "verdict": (assessment.verdict.state, assessment.verdict.station, assessment.verdict.more),
            "notices": [one.key for one in assessment.weights.warnings],
            "bay": _gone_by(report_bay.tree(found)),
            "handover": _gone_by(report_handover.tree(handover.hand_over(read.rig, found))),
        }
    return told


class Reworded(unittest.TestCase):
    def test_every_sentence_is_read_by_people_alone(self) -> None:
        as_it_is = answered()
        with all_reworded():
            self.assertTrue(Phrase("It weighs {w}.", {"w": (1.0, "weight", "up")}).text("us").startswith("Zq"))
            otherwise = answered()
            # and each is written, in both systems, with nothing raised
            for name, read in demo.rigs():
                told = str(report.plain(assess(read.rig, stock=read.stock)))
                self.assertIn("Zq", told, name)
        for name, told in as_it_is.items():
            self.assertEqual(told, otherwise[name], name)
