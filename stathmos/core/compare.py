"""The same rig under another school, or with another vehicle or trailer: assessed again, to be read side by side."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, fields, replace

from stathmos.core import lot
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.entry import TEXT
from stathmos.core.figures import Authority, Given, Provenance
from stathmos.core.rig import CHOICE, Hitch, Rig, Trailer, Vehicle, Weighing
from stathmos.core.rules import Rules
from stathmos.core.schools import LEVEL_SCHOOLS, OFFSET_SCHOOLS, RESTORATION_SCHOOLS, SHARE_SCHOOLS
from stathmos.core.stock import Stock
from stathmos.core.units import SHARE

RESERVES = (0.0, 0.1, 0.2)


@dataclass(frozen=True)
class Compared:
    """One other way of judging or building: its name, what it asks, and the assessment. ``overruled``: a handbook decides, and nothing changes."""

    key: str
    question: str
    name: str
    overruled: str
    assessment: Assessment


_QUESTIONS = (
    ("share", "share_school", "Tongue share", SHARE_SCHOOLS),
    ("restoration", "restoration_school", "Restoration", RESTORATION_SCHOOLS),
    ("offset", "offset_school", "Ball offset", OFFSET_SCHOOLS),
    ("level", "level_school", "Trailer stands", LEVEL_SCHOOLS),
)


def under_other_schools(rig: Rig, rules: Rules, stock: Stock, unread: tuple[str, ...] = ()) -> Iterator[Compared]:
    """The rig under every other school, one question at a time, and with other reserves."""
    now = assess(rig, rules, stock, unread).rules
    for name, field, question, schools in _QUESTIONS:
        in_force = getattr(now, name)
        for key, school in schools.items():
            if key == in_force.key:
                continue
            changed = replace(rig, ways=replace(rig.ways, **{field: _word(key)}))
            overruled = (
                in_force.authority
                if in_force.authority in (Authority.VEHICLE_HANDBOOK, Authority.HITCH_HANDBOOK)
                else None
            )
            judged = assess(changed, rules, stock, unread)
            yield Compared(f"{name}.{key}", question, school.name, overruled.value if overruled else "", judged)
    for reserve in RESERVES:
        if abs(reserve - now.reserve) < 1e-9:
            continue
        changed = replace(
            rig, ways=replace(rig.ways, reserve=Given(reserve, SHARE, Provenance.ASSUMED, f"{100 * reserve:g} %"))
        )
        judged = assess(changed, rules, stock, unread)
        yield Compared(f"reserve.{reserve:g}", "House reserve", f"{100 * reserve:g} %", "", judged)


def with_another_vehicle(rig: Rig, vehicle: Vehicle, rules: Rules, stock: Stock) -> Iterator[Compared]:
    """The same trailer behind another vehicle: with the hitch there is, and with one chosen anew."""
    # What was read on the old vehicle is not the new one's.
    weighing = replace(rig.weighing, **_blank(Weighing, ("bridge_", "squat_")))
    yield from _swapped(rig, replace(rig, vehicle=vehicle, weighing=weighing), rules, stock)


def with_another_trailer(rig: Rig, trailer: Trailer, rules: Rules, stock: Stock) -> Iterator[Compared]:
    """Another trailer, filled to its GVWR since it is not weighed yet: with the hitch there is, and with one chosen anew."""
    filled = lot.filled(rig, trailer, rules, rig.choice("hitch.style"))
    yield from _swapped(rig, replace(filled, ways=rig.ways, journey=rig.journey), rules, stock)


def _blank(kind: type, beginnings: tuple[str, ...]) -> dict[str, None]:
    return {one.name: None for one in fields(kind) if one.name.startswith(beginnings)}


def _swapped(rig: Rig, other: Rig, rules: Rules, stock: Stock) -> Iterator[Compared]:
    there = assess(rig, rules, stock).choice.in_force
    style = rig.hitch.style
    named = {
        what: Given(0.0, TEXT, Provenance.MEASURED, getattr(there, what).name)
        for what in ("kit", "shank", "ball")
        if getattr(there, what) is not None
    }
    for key, name, hitch in (
        ("kept", "with the hitch there is", Hitch(style=style, **named)),
        ("anew", "hitch chosen anew", Hitch(style=style)),
    ):
        judged = assess(replace(other, hitch=hitch), rules, stock)
        yield Compared(key, "Swap", name, "", judged)


def _word(key: str) -> Given:
    return Given(0.0, CHOICE, Provenance.ASSUMED, key)
