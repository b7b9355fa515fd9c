"""What to go and read, the most decisive first: what holds the verdict because it was guessed, what is missing, what could
tip a verdict, what would bear out a figure that decides, what is weaker than it need be."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import NamedTuple

from stathmos.core.figures import COVERAGE, Anything, Known, Missing, Provenance, there
from stathmos.core.ratings import Link, State
from stathmos.core.relations import Witnessed
from stathmos.core.rig import Rig, entry_at, name_at
from stathmos.core.stock import part_entry

GUESSED, MISSING, TIPS, BEARS_OUT, WEAK = "guessed", "missing", "could tip it", "bears out", "weak"
ORDER = (GUESSED, MISSING, TIPS, BEARS_OUT, WEAK)

#: parts are chosen, not read
_CHOSEN = ("hitch.kit", "hitch.shank", "hitch.ball")
#: what stands on the hitch, and so is there to be read once one is on the vehicle
_ON_THE_HITCH = ("hitch.ball_height",)


def there_now(rig: Rig, needs: Iterable[str]) -> tuple[str, ...]:
    """Those of some figures, by path, that a person standing beside the rig can read as it is, each once, in order.

    >>> there_now(Rig(), ("hitch.shank", "hitch.ball_height", "vehicle.receiver_height"))
    ('vehicle.receiver_height',)
    """
    fitted = any(rig.choice(path) for path in _CHOSEN)
    return tuple(
        path for path in dict.fromkeys(needs)
        if entry_at(path) is not None and path not in _CHOSEN and (fitted or path not in _ON_THE_HITCH)
    )  # fmt: skip


@dataclass(frozen=True)
class Tolerated:
    """A figure that must lie within something, by name: by how much it does, less than nothing where it does not, its own unit."""

    name: str
    figure: Known
    margin: float


@dataclass(frozen=True)
class ToRead:
    """One figure to go and read. ``decides``: the names of what waits on it or could be tipped by it, the worst first."""

    path: str
    name: str
    read_at: str
    why: str
    now: str
    decides: tuple[str, ...]
    weight: float


def stands_on(figure: Anything | None) -> dict[str, float]:
    """The inputs of a figure by path, each with what it may move the figure by (k = 2, core unit)."""
    if figure is None or isinstance(figure, Missing):
        return {}
    return {path: COVERAGE * abs(share) for path, share in figure.spread.items() if entry_at(path) is not None}


def reading_list(
    rig: Rig,
    links: tuple[Link, ...],
    others: Iterable[tuple[str, tuple[str, ...]]],
    guessed: tuple[str, ...] = (),
    tolerated: tuple[Tolerated, ...] = (),
) -> tuple[ToRead, ...]:
    """Every figure worth a walk to the rig that is there to be read. ``others``: what else waits for figures, by name, and for
    which, by path; ``guessed``: what holds the verdict because it was guessed, by path; ``tolerated``: what else weak figures could tip.
    """
    waiting: dict[str, list[str]] = {}
    for name, needs in [*((link.name, () if link.guessed else link.needs) for link in links), *others]:
        for need in there_now(rig, needs):
            waiting.setdefault(need, []).append(name)
    # What is written and is waited for all the same is too weak: it comes behind what nobody wrote.
    found = [
        _item(rig, path, MISSING if isinstance(rig.figure(path), Missing) else TIPS, names, len(names))
        for path, names in waiting.items() if path not in guessed
    ]  # fmt: skip
    for path in guessed:
        held = [link.name for link in links if path in link.guessed]
        found.append(_item(rig, path, GUESSED, held or ["the verdict"], len(held)))
    found += _weak(rig, links, tolerated, {*waiting, *guessed})
    return in_order(found)


def bearing_out(rig: Rig, witnesses: Iterable[Witnessed]) -> tuple[ToRead, ...]:
    """What would bear out figures that decide and that nothing bears out yet: one for each, named by what it bears out."""
    wanted: dict[str, list[str]] = {}
    for one in witnesses:
        for path in one.could[:1]:
            wanted.setdefault(path, []).append(name_at(one.path))
    return tuple(_item(rig, path, BEARS_OUT, names, len(names)) for path, names in wanted.items())


def in_order(found: Iterable[ToRead]) -> tuple[ToRead, ...]:
    """The most decisive first."""
    return tuple(sorted(found, key=lambda one: (ORDER.index(one.why), -one.weight, one.path)))


def _weak(rig: Rig, links: tuple[Link, ...], tolerated: tuple[Tolerated, ...], done: set[str]) -> list[ToRead]:
    tips: dict[str, list[tuple[float, str]]] = {}
    weak: dict[str, list[tuple[float, str]]] = {}
    for name, margin, share, stands in _judged(links, tolerated):
        for path, moves in stands.items():
            if path in done:
                continue
            given, entry = rig.figure(path), entry_at(path)
            origin = Provenance.ASSUMED if isinstance(given, Missing) else given.provenance
            if origin.strength >= Provenance.LABEL.strength:
                continue
            if moves > 0 and moves >= margin:
                tips.setdefault(path, []).append((moves / max(margin, 1e-9), name))
            elif not path.startswith("loads.") and origin.strength < Provenance(there(entry).usual).strength:
                weak.setdefault(path, []).append((share, name))
    found = []
    for why, group in ((TIPS, tips), (WEAK, weak)):
        for path, decided in group.items():
            if why == WEAK and path in tips:
                continue
            decided.sort(reverse=True)
            found.append(_item(rig, path, why, [name for _, name in decided], decided[0][0]))
    return found


class _Judged(NamedTuple):
    """What is judged, by name: how far it is from tipping, how much of it is used, and what each of its figures may move it by."""

    name: str
    margin: float
    share: float
    stands: dict[str, float]


def _judged(links: tuple[Link, ...], tolerated: tuple[Tolerated, ...]) -> Iterator[_Judged]:
    for link in links:
        if link.kind == "load" and link.state is not State.UNKNOWN:
            stands = {**stands_on(link.demand), **stands_on(link.rating)}
            yield _Judged(link.name, abs(link.margin or 0.0), link.share or 0.0, stands)
    for one in tolerated:
        yield _Judged(one.name, abs(one.margin), 0.0, stands_on(one.figure))


def _item(rig: Rig, path: str, why: str, names: list[str], weight: float) -> ToRead:
    of_part = part_entry(path)
    if of_part is not None:
        name = f"The {path.split('.')[1]}'s {of_part.label.lower()}"
        return ToRead(path, name, of_part.read_at, why, "", tuple(dict.fromkeys(names)), float(weight))
    entry, given = entry_at(path), rig.figure(path)
    now = "" if isinstance(given, Missing) else given.provenance.value
    return ToRead(path, name_at(path), there(entry).read_at, why, now, tuple(dict.fromkeys(names)), float(weight))
