"""A sound rig with some figures dropped, and *go and read* followed until it is quiet."""

from __future__ import annotations

import random
from dataclasses import dataclass

from stathmos.core.assess import assess
from stathmos.core.reading_list import GUESSED, MISSING
from tests.core import random_rigs
from tests.core.random_rigs import put, written

#: what a rig is, and not what is read of it
NOT_READ = ("vehicle.vehicle_class", "hitch.style")
SCALE = "weighing.tongue_scale"


@dataclass(frozen=True)
class Walk:
    """What was dropped, what was read again in turn, the verdict's state at the end and of the whole rig; what is asked for that
    nobody who has the whole rig before them could read."""

    dropped: tuple[str, ...]
    asked: tuple[str, ...]
    now: str
    was: str
    dead_ends: tuple[str, ...]


def walked(seed: int) -> Walk:
    """One rig of a seed."""
    dice = random.Random(seed)
    rig, stock, rules = random_rigs.a_rig(seed)
    whole = assess(rig, rules, stock)
    at_home = {one.path for one in whole.to_read}
    figures = {path: given for path, given in written(rig).items() if path not in NOT_READ}
    dropped = dice.sample(sorted(figures), dice.choice((1, 2, 3)))
    for path in dropped:
        rig = put(rig, path, None)
    asked: list[str] = []
    while True:
        now, left = assess(rig, rules, stock), [path for path in dropped if path not in asked]
        # Whichever way the tongue was weighed is the way it is weighed again.
        weighed = next((path for path in left if path.startswith("weighing.")), SCALE)
        listed = [weighed if one.path == SCALE else one.path for one in now.to_read]
        there = next((path for path in listed if path in left), None)
        if there is None:
            waits = [one.path for one in now.to_read if one.why in (MISSING, GUESSED)]
            dead = tuple(path for path in waits if path not in figures and path not in at_home)
            return Walk(tuple(dropped), tuple(asked), now.verdict.state, whole.verdict.state, dead)
        asked.append(there)
        rig = put(rig, there, figures[there])
