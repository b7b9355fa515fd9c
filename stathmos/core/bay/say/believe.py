"""What can be believed of a figure while it is typed: told with its question, so that a tablet out of reach knows it too."""

from __future__ import annotations

import math
from dataclasses import dataclass

from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Missing, Rule
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.bay import CORNERS
from stathmos.core.tolerances import Tolerance
from stathmos.core.units import MM_PER_IN

_UNLIKELY = f"{COMMON_PRACTICE}; {FROM_MEMORY}"
SIDES_APART = Tolerance(0.75 * MM_PER_IN, Rule("Left and right of one vehicle stand about alike.", _UNLIKELY))
STATES_APART = Tolerance(4 * MM_PER_IN, Rule("Coupling and bars move a mark by inches at most.", _UNLIKELY))
RAIL_APART = Tolerance(6 * MM_PER_IN, Rule("Rail front and rear of one trailer stand about alike.", _UNLIKELY))


@dataclass(frozen=True)
class Beside:
    """Another figure that this one is compared with, where it stands, and how far off it may be unasked, mm.

    ``value`` mm, None while nobody has written it. ``what``: what it is, behind "from".
    """

    path: str
    value: float | None
    most: float
    what: str


@dataclass(frozen=True)
class Believed:
    """Between what limits a figure is believed, in the core's unit, and what it is compared with."""

    least: float
    most: float
    dimension: str
    beside: tuple[Beside, ...]


def believed(rig: Rig, path: str) -> Believed | None:
    """What can be believed at a path; None where words are written."""
    entry = entry_at(path)
    if entry is None or entry.choices or not math.isfinite(entry.high):
        return None
    return Believed(entry.low, entry.high, entry.dimension, tuple(_beside(rig, path)))


def _beside(rig: Rig, path: str) -> list[Beside]:
    section, _, name = path.rpartition(".")
    found = []
    corner = next((corner for corner in CORNERS if name == corner or name.startswith(f"{corner}_")), None)
    if corner is not None:
        end, _, side = corner.partition("_")
        other = f"{end}_{'right' if side == 'left' else 'left'}"
        state = name[len(corner) :]
        found.append(_of(rig, f"{section}.{other}{state}", SIDES_APART, "the other side"))
        before = {"_a": "_b", "_b": "_a"}.get(state, "_b")
        word = {"_a": "B, coupled", "_b": "A, uncoupled"}.get(state, "B, coupled")
        found.append(_of(rig, f"bay.{corner}{before}", STATES_APART, word))
    elif name.startswith("rail_"):
        other = name.replace("front", "rear") if "front" in name else name.replace("rear", "front")
        found.append(_of(rig, f"{section}.{other}", RAIL_APART, "the rail's other end"))
    return found


def _of(rig: Rig, path: str, most: Tolerance, what: str) -> Beside:
    known = rig.figure(path)
    return Beside(path, None if isinstance(known, Missing) else known.value, most.value, what)
