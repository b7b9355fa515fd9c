"""What one field of the rig means: the description from which the reader, the schema, the checks and the names come."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import Field, dataclass, field, fields, replace
from types import MappingProxyType
from typing import TypeVar

from stathmos.core.figures import Given, Provenance, weakest
from stathmos.core.subjects import Subject, Under
from stathmos.core.units import COUNT, COUPLE, KG_PER_LB, L_PER_GAL, LENGTH, MM_PER_IN, PRESSURE, RATE, VOLUME, WEIGHT

CHOICE, FLAG, TEXT, NAMES = "choice", "flag", "text", "names"
BETWEEN_NAMES = "; "

TOP, SEAT = "top", "seat"
INSIDE_TOP, PIN_CENTRE = "inside_top", "pin_centre"
DATUMS = {
    TOP: "to the top",
    SEAT: "to the seat",
    INSIDE_TOP: "to the inside top of the tube",
    PIN_CENTRE: "to the pin-hole centre",
}

_LB, _IN = KG_PER_LB, MM_PER_IN


@dataclass(frozen=True)
class Answered:
    """What is written at a path, or in a field of the kit in force (``kit.clears_trays``); ``by``: the words that answer, any where none."""

    path: str
    by: tuple[str, ...] = ()


@dataclass(frozen=True)
class Blank:
    """What a blank does to the verdict, and on which rigs the field matters at all.

    ``asked``: no rating misses the figure by itself, so it is asked for and nothing passes before; otherwise what needs it is not
    known. ``bars``: it matters only with spring bars on (True), or only without (False). ``only``: it matters only where that is
    written. ``kit``: only where the kit in force gives one of these fields. ``tips``: only where the most that it can be puts a
    load over. ``unless``: what answers it as well; any one is enough.
    """

    asked: bool = False
    bars: bool | None = None
    only: Answered | None = None
    kit: tuple[str, ...] = ()
    tips: bool = False
    unless: tuple[Answered, ...] = ()


JUDGED = Blank()
ASKED = Blank(asked=True)
#: what is typed where a thing has no such stamp, label or part
NONE = "none"


@dataclass(frozen=True)
class Entry:
    """What one field of the rig means.

    ``low``/``high``: outside them a figure cannot be believed (core units).
    ``usual``: the provenance that a figure in this field mostly has.
    ``choices``: value -> word, for a choice. ``datums``: the first is the usual one.
    ``parts``: into how many parts one of a count may be divided: two for half a chain link, four for a quarter turn.
    ``of``: what it is read of; none for what a maker's figure says of a part. ``under``: what it is taken under besides.
    ``second``: it is read a second time what the key of its item names, and means what that means.
    ``bounds``: it may be written as “< 100”. ``guess``: a guess of it decides nothing, and may stand: a typical rate, a price.
    ``blank``: what a blank does to the verdict. ``none``: how it is said that there is none; empty where there always is one.
    """

    label: str
    dimension: str
    read_at: str = ""
    low: float = 0.0
    high: float = float("inf")
    usual: str = "label"
    choices: tuple[tuple[str, str], ...] = ()
    datums: tuple[str, ...] = ()
    parts: int = 1
    of: Subject | None = None
    under: tuple[Under, ...] = ()
    guess: bool = False
    bounds: bool = False
    second: bool = False
    blank: Blank = JUDGED
    none: str = ""

    @property
    def passes_from(self) -> Provenance:
        """The weakest provenance on which something may pass: what a figure in this field usually has, or a label.

        >>> Entry("Rear GAWR", WEIGHT).passes_from, Entry("Frame", LENGTH, usual="brochure").passes_from
        (<Provenance.LABEL: 'label'>, <Provenance.BROCHURE: 'brochure'>)
        """
        return Provenance.ASSUMED if self.guess else weakest([Provenance(self.usual), Provenance.LABEL])

    @property
    def done(self) -> str:
        """What somebody did to know it, in a word: weighed, taped, looked at."""
        return "read" if self.usual == "label" else _DONE.get(self.dimension, "written down")


_DONE = {
    CHOICE: "looked at",
    FLAG: "looked at",
    WEIGHT: "weighed",
    LENGTH: "taped",
    COUNT: "counted",
    COUPLE: "tightened",
    PRESSURE: "read",
    RATE: "worked out",
}


def described(
    label: str,
    dimension: str,
    read_at: str = "",
    low: float = 0.0,
    high: float = float("inf"),
    *,
    usual: str = "label",
    choices: tuple[tuple[str, str], ...] = (),
    datums: tuple[str, ...] = (),
    parts: int = 1,
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
    guess: bool = False,
    bounds: bool = False,
    blank: Blank = JUDGED,
    none: str = "",
) -> Given | None:
    """A field that holds a figure or a word, or nothing while it is not known; its `Entry` goes with it.

    As `dataclasses.field` does, it says the type of what the field holds, and not that of a `Field`.
    """
    entry = Entry(
        label, dimension, read_at, low, high, usual, choices, datums, parts, of, under, guess, bounds, blank=blank, none=none
    )  # fmt: skip
    return field(default=None, metadata={"entry": entry})


Section = TypeVar("Section")


def read_of(of: Subject, *under: Under) -> Callable[[type[Section]], type[Section]]:
    """What the fields of a section are read of and taken under, where a field says nothing else of itself."""

    def told(section: type[Section]) -> type[Section]:
        for one in vars(section).values():
            if isinstance(one, Field) and "entry" in one.metadata:
                entry: Entry = one.metadata["entry"]
                if entry.of is None:
                    one.metadata = MappingProxyType({"entry": replace(entry, of=of, under=entry.under or under)})
        return section

    return told


def weight(
    label: str,
    read_at: str,
    low_lb: float,
    high_lb: float,
    usual: str = "label",
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
    guess: bool = False,
    bounds: bool = False,
    blank: Blank = JUDGED,
    none: str = "",
) -> Given | None:
    """A weight, believed between two limits in pounds."""
    return described(
        label, WEIGHT, read_at, low_lb * _LB, high_lb * _LB, usual=usual, of=of, under=under, guess=guess, bounds=bounds,
        blank=blank, none=none,
    )  # fmt: skip


def length(
    label: str,
    read_at: str,
    low_in: float,
    high_in: float,
    usual: str = "label",
    datums: tuple[str, ...] = (),
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
    guess: bool = False,
    blank: Blank = JUDGED,
    none: str = "",
) -> Given | None:
    """A length, believed between two limits in inches."""
    return described(
        label, LENGTH, read_at, low_in * _IN, high_in * _IN, usual=usual, datums=datums, of=of, under=under, guess=guess,
        blank=blank, none=none,
    )  # fmt: skip


def volume(label: str, read_at: str, high_gal: float, usual: str = "label", of: Subject | None = None) -> Given | None:
    """A volume, believed up to a limit in US gallons."""
    return described(label, VOLUME, read_at, 0.0, high_gal * L_PER_GAL, usual=usual, of=of)


def pressure(label: str, read_at: str, high_kpa: float, of: Subject | None = None) -> Given | None:
    """A pressure, believed up to a limit in kPa."""
    return described(label, PRESSURE, read_at, 0.0, high_kpa, usual="measured", of=of)


def rate(label: str, read_at: str, usual: str = "measured") -> Given | None:
    """A spring's rate. A guess of it carries its spread, and is never a rating that something passes on."""
    return described(label, RATE, read_at, 50 * _LB / _IN, 20000 * _LB / _IN, usual=usual, guess=True)


def choice(
    label: str,
    read_at: str,
    *choices: tuple[str, str],
    usual: str = "label",
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
    guess: bool = False,
    blank: Blank = JUDGED,
) -> Given | None:
    """One of several, each a key and its word."""
    return described(label, CHOICE, read_at, choices=choices, usual=usual, of=of, under=under, guess=guess, blank=blank)


def flag(
    label: str,
    read_at: str,
    usual: str = "measured",
    of: Subject | None = None,
    under: tuple[Under, ...] = (),
    blank: Blank = JUDGED,
) -> Given | None:
    """Yes or no."""
    yes_or_no = (("yes", "yes"), ("no", "no"))
    return described(label, FLAG, read_at, choices=yes_or_no, usual=usual, of=of, under=under, blank=blank)


def named(label: str, read_at: str = "", of: Subject | None = None) -> Given | None:
    """Free words."""
    return described(label, TEXT, read_at, usual="measured", of=of)


def second(label: str, read_at: str) -> Given | None:
    """A second reading of the figure that its item's key names: with that figure's dimension, unit and limits."""
    entry = Entry(label, TEXT, read_at, usual="measured", second=True)
    return field(default=None, metadata={"entry": entry})


def entries(kind: type) -> Iterator[tuple[str, Entry]]:
    """Name and description of each field of a section, a load or a stock part."""
    for one in fields(kind):
        if "entry" in one.metadata:
            yield one.name, one.metadata["entry"]
