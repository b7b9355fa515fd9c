"""This tree against another commit's, in turns, so that a busy machine is busy for both.

`python -m bench.against BEFORE_ROOT BEFORE_ADDRESS NOW_ADDRESS`; run by `bin/bench against COMMIT`.
"""

from __future__ import annotations

import statistics
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

from bench.http import Desk, throughput
from bench.timing import once, p95
from stathmos.core import report

NOW = Path(__file__).resolve().parents[1]
ROUNDS = 12


def told(name: str, before: list[float], now: list[float], goal: str) -> None:
    """The ratio is the median of those of neighbours in time: a machine that changes its pace changes it for both."""
    was, then = statistics.median(before), statistics.median(now)
    ratio = statistics.median(after / first for first, after in zip(before, now, strict=True))
    ends = f"p95 {p95(sorted(now)):6.1f}"
    print(f"{name:<44} {was:7.2f} -> {then:7.2f} ms   ratio {ratio:.2f}   {ends}   goal: {goal}")  # noqa: T201


def of_assess(before: str) -> None:
    """The example assessed by each tree in a process of its own, in turns."""
    taken: dict[str, dict[str, list[float]]] = {"bare": {"before": [], "now": []}, "advice": {"before": [], "now": []}}
    for _ in range(ROUNDS):
        for name, root in (("before", before), ("now", str(NOW))):
            done = subprocess.run(
                [sys.executable, str(NOW / "bench" / "one_tree.py"), root], capture_output=True, text=True, check=True
            )
            for kind, text in zip(taken, done.stdout.split(), strict=True):
                taken[kind][name].append(float(text))
    told("assess on the example, without advice", **taken["bare"], goal="0.4")
    told("assess on the example, with advice", **taken["advice"], goal="0.5")


def in_turns(name: str, before: Callable[[], bytes], now: Callable[[], bytes], goal: str, times: int = 60) -> None:
    for one in (before, now, before, now):
        one()
    pairs = [(once(before), once(now)) for _ in range(times)]
    told(
        f"{name}, {len(before()) / 1000:.0f} -> {len(now()) / 1000:.1f} kB", *map(list, zip(*pairs, strict=True)), goal
    )


def main(before_root: str, before_address: str, now_address: str) -> None:
    of_assess(before_root)
    was, now = Desk(before_address), Desk(now_address)
    for station in report.STATIONS:
        in_turns(
            f"live answer, {station}",
            lambda at=station: was.live(at),
            lambda at=station: now.live(at),
            "p95 40 ms, 45 kB",
        )
    in_turns(
        "the rig's page", lambda: was.ask(f"/api/rigs/{was.rig}/"), lambda: now.ask(f"/api/rigs/{now.rig}/"), "40 ms"
    )
    bay = "/api/rigs/{}/bay/".format
    in_turns("the bay's answer", lambda: was.ask(bay(was.bay)), lambda: now.ask(bay(now.bay)), "0.4")
    rates = throughput(before_address), throughput(now_address)
    print(f"{'live answers a second, six asking':<44} {rates[0]:.0f} -> {rates[1]:.0f}{'':>24}goal: 28")  # noqa: T201


if __name__ == "__main__":
    main(*sys.argv[1:])
