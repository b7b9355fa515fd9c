"""`one_tree.py ROOT`: median milliseconds of `assess` on that tree's example, without and with the advice for single stations."""

import json
import statistics
import sys
import time
from inspect import signature
from pathlib import Path

ROOT = Path(sys.argv[1])
sys.path.insert(0, str(ROOT))

from stathmos.core import rigfile  # noqa: E402
from stathmos.core.assess import assess  # noqa: E402

DATA = Path(__file__).resolve().parents[1] / "stathmos" / "demo" / "data"
ADVICE = ("moves", "remedies", "builds", "offsets", "parts", "to_read", "elevation")


def median(action, times: int = 40) -> float:
    for _ in range(4):
        action()
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        action()
        taken.append((time.perf_counter() - start) * 1000)
    return statistics.median(taken)


listed = {name: json.loads((DATA / f"{name}.json").read_text("utf-8")) for name in ("kits", "shanks", "balls")}
many = {
    "kits": [{**listed["kits"][i % 12], "name": f"kit {i}"} for i in range(40)],
    "shanks": [{**listed["shanks"][i % 5], "name": f"shank {i}"} for i in range(10)],
    "balls": listed["balls"],
}
stock = rigfile.read({"stathmos_rig_file": rigfile.VERSION, "stock": many}).stock
document = json.loads((ROOT / "docs" / "rig-file.example.json").read_text("utf-8"))
document.pop("stock")
rig = rigfile.read(document, stock).rig
# a tree in which the advice was worked out with the rest had an argument to leave it out
bare = {"advice": False} if "advice" in signature(assess).parameters else {}


def whole() -> None:
    found = assess(rig, stock=stock)
    for name in ADVICE:
        getattr(found, name, None)


print(median(lambda: assess(rig, stock=stock, **bare)), median(whole))  # noqa: T201
