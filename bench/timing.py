"""Timing one thing, and a line about it."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def timed(action: Callable[[], object], times: int) -> list[float]:
    """Milliseconds of each call, sorted; three calls to warm up are left out."""
    for _ in range(3):
        action()
    return sorted(once(action) for _ in range(times))


def once(action: Callable[[], object]) -> float:
    """Milliseconds of one call."""
    start = time.perf_counter()
    action()
    return (time.perf_counter() - start) * 1000


def p95(taken: list[float]) -> float:
    """What 95 of 100 stay within; ``taken`` sorted."""
    return taken[int(len(taken) * 0.95)]


def line(name: str, taken: list[float], goal: str) -> None:
    median = statistics.median(taken)
    print(f"{name:<52} median {median:7.2f} ms   p95 {p95(taken):7.2f} ms   goal: {goal}")  # noqa: T201
