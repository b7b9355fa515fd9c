"""Figures: worked out when asked for, kept, followed down to what was typed; and the same for four threads as for one."""

from __future__ import annotations

import sys
import threading
import unittest

from stathmos.core.figures import Figure, Given, Missing, Provenance, constant, work
from stathmos.core.units import WEIGHT


def chain_of(depth: int, calls: list[int]) -> Figure:
    """A figure that stands on a figure, and so on, ``depth`` deep."""

    def twice(x: float) -> float:
        calls.append(1)
        return 2 * x

    known: Given | Figure = Given(1.0, WEIGHT, Provenance.MEASURED, "1 kg", path="weighing.tongue_scale", u=0.01)
    for _ in range(depth):
        found = work("2 · x", WEIGHT, twice, x=known)
        assert isinstance(found, Figure)
        known = found
    assert isinstance(known, Figure)
    return known


class Lazy(unittest.TestCase):
    def test_the_spread_is_worked_out_when_asked_for_and_once(self) -> None:
        calls: list[int] = []
        figure = chain_of(5, calls)
        self.assertEqual(len(calls), 5, "the values alone")
        self.assertAlmostEqual(figure.u, 2**5 * 0.01)
        self.assertEqual(len(calls), 5 + 2 * 5, "a slope is two evaluations, once for each input")
        self.assertAlmostEqual(figure.spread["weighing.tongue_scale"], 0.32)
        self.assertEqual(len(calls), 15, "kept")

    def test_four_threads_find_the_same_and_none_waits_for_ever(self) -> None:
        before = sys.getswitchinterval()
        sys.setswitchinterval(1e-6)
        try:
            for _ in range(30):
                figure, found = chain_of(40, []), []
                threads = [
                    threading.Thread(target=lambda f=figure, o=found: o.append(f.u), daemon=True) for _ in range(4)
                ]
                for one in threads:
                    one.start()
                for one in threads:
                    one.join(timeout=20)
                    self.assertFalse(one.is_alive(), "a thread waits for another")
                self.assertEqual(len(set(found)), 1)
                self.assertEqual(len(found), 4)
        finally:
            sys.setswitchinterval(before)

    def test_a_working_is_followed_down_to_what_was_typed(self) -> None:
        at: Given | Figure = chain_of(3, [])
        depth = 0
        while isinstance(at, Figure):
            at, depth = at.working.terms["x"], depth + 1
        self.assertEqual((depth, at.typed), (3, "1 kg"))

    def test_what_is_missing_is_named_once_and_nothing_is_worked_out(self) -> None:
        def never(a: float, b: float) -> float:
            raise AssertionError("worked out without its figures")

        found = work("a + b", WEIGHT, never, a=Missing(("trailer.gvwr",)), b=Missing(("trailer.gvwr", "vehicle.gvwr")))
        self.assertEqual(found, Missing(("trailer.gvwr", "vehicle.gvwr")))

    def test_more_doubt_stands_beside_what_there_was(self) -> None:
        figure = chain_of(1, []).doubted({"~disagreement": 0.05})
        self.assertAlmostEqual(figure.u, (0.02**2 + 0.05**2) ** 0.5)
        self.assertEqual(set(figure.spread), {"weighing.tongue_scale", "~disagreement"})

    def test_a_constant_has_no_doubt(self) -> None:
        found = work("x", WEIGHT, lambda x: x, x=constant(3.0, WEIGHT))
        assert isinstance(found, Figure)
        self.assertEqual((found.u, dict(found.spread)), (0.0, {}))
