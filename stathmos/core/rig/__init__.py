"""The rig: tow vehicle, trailer, load, weighing and hitch build, as written down.

Every field carries its own description (`Entry`): what it measures, how it is
called, where to read it, and between what limits a figure can be believed. The
rig file, its schema, the check of what is typed, and the names on the screen all
come from these descriptions. A field that nobody filled is None: unknown.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

from stathmos.core.entry import (
    CHOICE,
    DATUMS,
    FLAG,
    INSIDE_TOP,
    NAMES,
    PIN_CENTRE,
    SEAT,
    TEXT,
    TOP,
    Entry,
    choice,
    described,
    entries,
    flag,
    length,
    weight,
)
from stathmos.core.figures import Given, Lazily, Missing
from stathmos.core.rig.answers import Answer
from stathmos.core.rig.bay import Bay, Bolt, Trial
from stathmos.core.rig.handover import Complaint, Handover, Step
from stathmos.core.rig.hitch import Hitch, Journey, Ways
from stathmos.core.rig.loads import KINDS, Load
from stathmos.core.rig.readings import Weighing
from stathmos.core.rig.second_readings import BETWEEN, SecondReading, path_of
from stathmos.core.rig.shop import Shop
from stathmos.core.rig.trailer import Trailer
from stathmos.core.rig.vehicle import Vehicle
from stathmos.core.rig.which import Which

__all__ = [
    "CHOICE",
    "DATUMS",
    "ENTRIES",
    "FLAG",
    "INSIDE_TOP",
    "KEY",
    "KINDS",
    "LISTS",
    "LIST_ENTRIES",
    "NAMES",
    "PIN_CENTRE",
    "SEAT",
    "SECTIONS",
    "TEXT",
    "TOP",
    "Answer",
    "Bay",
    "Bolt",
    "Complaint",
    "Entry",
    "Handover",
    "Hitch",
    "Journey",
    "Load",
    "Rig",
    "SecondReading",
    "Shop",
    "Step",
    "Trailer",
    "Trial",
    "Vehicle",
    "Ways",
    "Weighing",
    "Which",
    "choice",
    "described",
    "entries",
    "entry_at",
    "flag",
    "length",
    "name_at",
    "weight",
]


@dataclass(frozen=True)
class Rig:
    """One tow vehicle, one trailer, one hitch build, for one customer."""

    vehicle: Vehicle = Vehicle()
    trailer: Trailer = Trailer()
    loads: tuple[Load, ...] = ()
    journey: Journey = Journey()
    weighing: Weighing = Weighing()
    hitch: Hitch = Hitch()
    bay: Bay = Bay()
    trials: tuple[Trial, ...] = ()
    torque: tuple[Bolt, ...] = ()
    handover: Handover = Handover()
    drill: tuple[Step, ...] = ()
    complaints: tuple[Complaint, ...] = ()
    ways: Ways = Ways()
    which: Which = Which()
    shop: Shop = Shop()
    answers: tuple[Answer, ...] = ()
    second_readings: tuple[SecondReading, ...] = ()

    def is_blank(self, path: str) -> bool:
        """Whether nothing is written in a section's field, not even that there is none."""
        return self._at(path) is None and not self.is_absent(path)

    def is_absent(self, path: str) -> bool:
        """Whether it is written in a section's field that there is none."""
        section, _, name = path.partition(".")
        return name in getattr(getattr(self, section), "absent", ())

    def figure(self, path: str) -> Given | Missing:
        """The figure at a path such as ``trailer.gvwr`` or ``loads.bed.weight``, or `Missing` naming that path.

        >>> Rig().figure("trailer.gvwr")
        Missing(needs=('trailer.gvwr',))
        """
        given = self._at(path)
        return Missing((path,)) if given is None else given

    def choice(self, path: str) -> str:
        """The choice, flag or name written at a path; empty where nobody chose."""
        given = self._at(path)
        return "" if given is None else given.typed

    def part_named(self, what: str) -> str:
        """The name of the ``kit``, ``shank``, ``ball`` or ``sleeve``: the one on the vehicle, else the selected one; empty for none."""
        return (self.choice(f"hitch.{what}") if what != "sleeve" else "") or self.choice(f"hitch.selected_{what}")

    def load(self, key: str) -> Load | None:
        """One load by its key; None where there is none."""
        return next((load for load in self.loads if load.key == key), None)

    def one(self, section: str, key: str) -> Any:
        """One thing of a list by its key; None where there is none."""
        return next((item for item in getattr(self, section) if item.key == key), None)

    def without(self, paths: Iterable[str]) -> Rig:
        """The same rig with some figures unknown."""
        rig = self
        for path in paths:
            section, *rest = path.split(".")
            if section in LISTS:
                items = getattr(rig, section)
                changed: Any = tuple(
                    replace(item, **{rest[1]: None}) if item.key == rest[0] else item for item in items
                )
                rig = replace(rig, **{section: changed})
            else:
                rig = replace(rig, **{section: replace(getattr(rig, section), **{rest[0]: None})})
        return rig

    def with_load(self, load: Load) -> Rig:
        """The same rig with one load instead of the one of its key."""
        return replace(self, loads=tuple(load if one.key == load.key else one for one in self.loads))

    @Lazily
    def _found(self) -> dict[str, Given | None]:
        """What was looked up before, by path."""
        return {}

    def _at(self, path: str) -> Given | None:
        found = self._found
        if path in found:
            return found[path]
        section, *rest = path.split(".")
        holder = self.one(section, rest[0]) if section in LISTS else getattr(self, section)
        given: Given | None = getattr(holder, rest[-1], None) if section in LISTS else getattr(holder, rest[0])
        found[path] = None if given is None or given.absent else given
        return found[path]


SECTIONS: dict[str, type] = {
    "vehicle": Vehicle,
    "trailer": Trailer,
    "journey": Journey,
    "weighing": Weighing,
    "hitch": Hitch,
    "bay": Bay,
    "handover": Handover,
    "ways": Ways,
    "which": Which,
    "shop": Shop,
}


#: sections that hold any number of things, each under a key of its own: ``loads.bed.weight``
LISTS: dict[str, type] = {
    "loads": Load,
    "trials": Trial,
    "torque": Bolt,
    "drill": Step,
    "complaints": Complaint,
    "answers": Answer,
    "second_readings": SecondReading,
}

ENTRIES: dict[str, Entry] = {
    f"{section}.{name}": entry for section, kind in SECTIONS.items() for name, entry in entries(kind)
}
LIST_ENTRIES: dict[str, Entry] = {
    f"{section}.*.{name}": entry for section, kind in LISTS.items() for name, entry in entries(kind)
}
KEY = re.compile(r"[a-z][a-z0-9_]{0,23}")


def key_of_items(section: str) -> re.Pattern[str]:
    """What the key of an item of a list may be; one that names something else of the rig may be longer."""
    pattern: re.Pattern[str] = getattr(LISTS[section], "KEY", KEY)
    return pattern


@lru_cache(maxsize=4096)
def entry_at(path: str) -> Entry | None:
    """What the field at a path means; None where there is no such field.

    >>> entry_at("trailer.gvwr").label, entry_at("loads.bed.weight").label, entry_at("loads.BED.weight")
    ('Trailer GVWR', 'Weight', None)
    """
    section, _, rest = path.partition(".")
    if section not in LISTS:
        return ENTRIES.get(path)
    key, _, name = rest.partition(".")
    entry = LIST_ENTRIES.get(f"{section}.*.{name}") if key_of_items(section).fullmatch(key) else None
    if entry is None or not entry.second:
        return entry
    of = entry_at(path_of(key))
    return None if of is None or of.second else replace(of, label=entry.label, guess=True)


def name_at(path: str) -> str:
    """What the field at a path is called, with the load's kind where it is a load's; the path itself where it is none.

    >>> name_at("trailer.gvwr"), name_at("loads.front_seats.weight")
    ('Trailer GVWR', 'People in front, weight')
    """
    entry = entry_at(path)
    if entry is None:
        return path
    section, key, *_ = path.split(".")
    if section not in LISTS:
        return entry.label
    if BETWEEN in key:
        return f"{name_at(path_of(key))}, {entry.label.lower()}"
    word = KINDS[key].word if key in KINDS else key.replace("_", " ").capitalize()
    return f"{word}, {entry.label.lower()}"
