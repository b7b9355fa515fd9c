"""Loads as they would be written after a change: moved, partly taken out, added. Nothing is judged here."""

from __future__ import annotations

import math
from dataclasses import replace

from stathmos.core.cargo import Placed
from stathmos.core.figures import Given, Provenance, sure, there
from stathmos.core.ratings import SAME, Link
from stathmos.core.rig import CHOICE, Rig, entry_at
from stathmos.core.rig.loads import ABOARD, TO_COME, TO_COME_OUT, Load
from stathmos.core.uncertainty import as_written
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, WEIGHT

LEAST_MOVE = 3 * MM_PER_IN  # nobody moves a load by less


def with_loads(rig: Rig, writes: tuple[Load, ...]) -> Rig:
    """The rig with some loads instead of those of their keys, or added."""
    for load in writes:
        rig = rig.with_load(load) if rig.load(load.key) else replace(rig, loads=(*rig.loads, load))
    return rig


def free_key(rig: Rig, key: str) -> str:
    """A key near this one that no load has."""
    return next(name for name in (f"{key[:20]}_{number}" for number in range(2, 100)) if rig.load(name) is None)


def place(key: str, name: str, mm: float) -> Given:
    """A place as it would be written, with the uncertainty that it would be read with."""
    path = f"loads.{key}.{name}"
    return Given(mm, LENGTH, Provenance.ASSUMED, path=path, u=as_written(mm, there(entry_at(path)), Provenance.ASSUMED))


def weight(key: str, kg: float, origin: Provenance) -> Given:
    """A weight as it would be written, with the uncertainty that it would be read with."""
    path = f"loads.{key}.weight"
    return Given(kg, WEIGHT, origin, path=path, u=as_written(kg, there(entry_at(path)), origin))


def word(text: str) -> Given:
    """What the load is called in a sentence."""
    return Given(0.0, CHOICE, Provenance.ASSUMED, text)


def to_the_pound(kg: float) -> float:
    """Up to the next whole pound, kg."""
    return math.ceil(kg / KG_PER_LB - 1e-9) * KG_PER_LB


def told_up(out: float, whole: float) -> str:
    """Which way an amount out is rounded for reading: up, so that it is enough; but never to more than there is, in either unit.

    >>> told_up(90.3, 90.3), told_up(40.2, 90.3)  # kg: 91 of 90.3 nobody can take out
    ('down', 'up')
    """
    more = out > whole - SAME or math.ceil(out) > whole or to_the_pound(out) > whole
    return "down" if more else "up"


def moved(one: Placed, to: float) -> tuple[Load, ...]:
    """A load at another place, mm: what is aboard keeps where it was, for it was weighed there."""
    if one.when == ABOARD:
        return (replace(one.load, moved_to=place(one.key, "moved_to", to)),)
    return (replace(one.load, at=place(one.key, "at", to), moved_to=None),)


def taken_out(rig: Rig, one: Placed, out: float) -> tuple[Load, ...]:
    """A load with so many kg of it out before the trip."""
    origin = sure(one.weight).provenance
    left = replace(one.load, weight=weight(one.key, max(0.0, sure(one.weight).value - out), origin), volume=None)
    if one.when == TO_COME:
        return (left,)
    key = free_key(rig, one.key)
    gone = replace(left, key=key, weight=weight(key, out, origin), when=word(TO_COME_OUT), kind=word(one.load.kind_key))
    return (left, gone)


def binding(rig: Rig, link: Link) -> bool:
    """Whether a link binds a change of load: a part that is neither on the vehicle nor selected is chosen anew for the new load."""
    for prefix, what in (("hitch_", "kit"), ("shank_", "shank"), ("sleeve_", "shank")):
        if link.key.startswith(prefix):
            return bool(rig.part_named(what))
    return True


def put(rig: Rig, kind: str, kg: float, at: float) -> tuple[Load, ...]:
    """Something more of a kind, weighed, kg, put just there before the trip, mm."""
    return (_exactly_at(rig, kind, kg, at, TO_COME),)


def gone(rig: Rig, kg: float, at: float) -> tuple[Load, ...]:
    """So many kg out of the trailer at a place behind the ball, mm, whatever it is that stands there."""
    return (_exactly_at(rig, "gear", kg, at, TO_COME_OUT),)


def _exactly_at(rig: Rig, kind: str, kg: float, at: float, when: str, number: str = "") -> Load:
    """A load that is only thought of, so that its place is known."""
    key = free_key(rig, kind + number)
    weighed = weight(key, kg, Provenance.MEASURED)
    return Load(key, word(kind), weight=weighed, at=replace(place(key, "at", at), u=0.0), when=word(when))


def shifted(rig: Rig, L: float, tongue: float) -> tuple[Load, ...]:
    """Load moved along the trailer so that so many kg more (less than nothing: fewer) come on the tongue, its weight the same.

    ``L`` ball to axles, mm. What is moved goes a fifth of that: out over the axles, and in ahead of them or behind.
    """
    moved = max(abs(tongue) * 5, 1e-3)
    out = _exactly_at(rig, "gear", moved, L, TO_COME_OUT)
    back = _exactly_at(rig, "gear", moved, L - tongue * L / moved, TO_COME, "_moved")
    # One thing that is carried from one place to the other weighs the same in both.
    return tuple(replace(one, weight=replace(sure(one.weight), u=0.0)) for one in (out, back))  # type: ignore[arg-type]
