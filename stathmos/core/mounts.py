"""How a hitch is mounted, each step once: told from the build, and ticked off before anything is coupled.

A family names its steps (`families`); the bay's fields and its mounting page come from here. From memory, to be verified.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.entry import described, flag
from stathmos.core.extras import EXTRAS, Extra
from stathmos.core.figures import Given
from stathmos.core.settings import HEAD as AT_HEAD
from stathmos.core.settings import MOST, PLACES, kinds_at
from stathmos.core.subjects import FITTED, HEAD, Under
from stathmos.core.units import COUNT

#: before the name of what is counted in a trial: the same as it was mounted
MOUNTED = "mounted_"
HOLE = MOUNTED + "hole"
MOST_HOLES = 20


@dataclass(frozen=True, kw_only=True)
class Build:
    """What is mounted: the shank turned ``way_up``, the head in its ``hole`` of ``holes``, counted from the bottom; None where it is not known.

    ``counts``: how many of each thing the head is set by, to begin with, by its place; ``coupler``: where the coupler sits;
    ``extras``: what it wants besides its kit.
    """

    way_up: str = ""
    hole: int | None = None
    holes: int = 0
    counts: dict[str, int]
    coupler: str = ""
    extras: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Mount:
    """One step. ``tells``: what is done, in this build; empty where there is nothing to tell. ``why``: what goes wrong otherwise;
    ``hold``: its place in the drawing.

    ``counts``: what is counted there and should be found, None where it is not told; without it the step is ticked.
    """

    key: str
    field: str
    name: str
    tells: Callable[[Build], str]
    why: str
    hold: str
    counts: Callable[[Build], int | None] | None = None


_STUDS = {
    "top": "Bracket studs up: the coupler sits on top of the A-frame.",
    "underslung": "Bracket studs down: the coupler sits under the A-frame.",
}


def _shank(build: Build) -> str:
    turned = f"turned {build.way_up}, " if build.way_up else ""
    return f"Shank {turned}in the receiver."


def _hole(build: Build) -> str:
    return "" if build.holes == 1 else "Head in this hole of the shank, counted from the bottom"


def _counted(place: str) -> Mount:
    what = PLACES[place].counted
    return Mount(
        key=place, field=MOUNTED + place, name=f"{what}, as mounted",
        tells=lambda build: f"{what}, as mounted" if place in build.counts else "",
        why="Where its maker has one begin. The coach changes it once the marks are taped.", hold=kinds_at(place)[0].hold,
        counts=lambda build: build.counts.get(place),
    )  # fmt: skip


def _extra(extra: Extra) -> Mount:
    return Mount(
        key=extra.key, field=MOUNTED + extra.key, name=extra.words[0].upper() + extra.words[1:],
        tells=lambda build: extra.tells if extra.key in build.extras else "", why=extra.wrong, hold=extra.hold,
    )  # fmt: skip


MOUNTS: dict[str, Mount] = {
    mount.key: mount
    for mount in (
        Mount(key="shank", field="mounted_shank", name="Shank mounted", tells=_shank, why="The other way up the ball stands at another height.", hold="shank"),
        Mount(
            key="hole", field=HOLE, name="Shank hole of the head, as mounted", tells=_hole,
            why="The plan's hole. Count it: the coach's advice starts from what is counted.", hold="shank_hole", counts=lambda build: build.hole,
        ),
        *(_counted(place.key) for place in PLACES.values() if place.at == AT_HEAD),
        Mount(
            key="studs", field="mounted_studs", name="Bracket studs", tells=lambda build: _STUDS.get(build.coupler, ""),
            why="The other way round they foul the coupler or the bars.", hold="studs",
        ),
        Mount(
            key="plate", field="mounted_plate", name="Plate bolts", tells=lambda _: "Plate bolts in the holes nearest the frame, without a gap.",
            why="With a gap the plate bends, and its bolts work loose.", hold="plate_bolts",
        ),
        Mount(
            key="pads", field="mounted_pads", name="Spacers, shims and pads",
            tells=lambda _: "Spacers, shims and pads as the manual has them, the same on both sides.",
            why="A pad lifts a bar ¼ to ⅜ in, and winds it by as much.", hold="pad",
        ),
        Mount(
            key="teeth", field="mounted_teeth", name="Bracket's teeth", tells=lambda _: "Bracket's teeth turned to the slotted plate.",
            why="Turned away they hold nothing, and the bracket creeps.", hold="teeth",
        ),
        *(_extra(extra) for extra in EXTRAS.values() if extra.tells),
    )
}  # fmt: skip

#: the places at which the head is set, each a step of its own
AT_THE_HEAD = tuple(place.key for place in PLACES.values() if place.at == AT_HEAD)


def fields() -> dict[str, Given | None]:
    """What the bay writes down of the mounting, by field."""
    made: dict[str, Given | None] = {}
    for mount in MOUNTS.values():
        if mount.counts is None:
            under = (Under.SHANK,) if mount.key == "shank" else (Under.BRACKETS,)
            made[mount.field] = flag(mount.name, "as it is mounted", of=FITTED, under=under)
        else:
            halves = any(kind.halved_by for kind in kinds_at(mount.key))
            least, most = (1, MOST_HOLES) if mount.field == HOLE else (0, MOST)
            made[mount.field] = described(
                mount.name, COUNT, "count them", least, most, usual="measured", parts=2 if halves else 1, of=HEAD
            )
    return made
