"""What to go and read, the most decisive first: what holds the verdict because it was guessed, what is missing, what could
tip a verdict, what is weaker than it need be."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import COVERAGE, Anything, Missing, Provenance, there
from stathmos.core.ratings import Link, State
from stathmos.core.rig import Rig, entry_at, name_at
from stathmos.core.stock import part_entry

GUESSED, MISSING, TIPS, WEAK = "guessed", "missing", "could tip it", "weak"
ORDER = (GUESSED, MISSING, TIPS, WEAK)


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
    rig: Rig, links: tuple[Link, ...], others: dict[str, Anything], guessed: tuple[str, ...] = ()
) -> tuple[ToRead, ...]:
    """Every figure worth a walk to the rig. ``others``: figures besides the chain that something is chosen by, by name;
    ``guessed``: what holds the verdict because it was guessed, by path."""
    waiting: dict[str, list[str]] = {}
    for name, needs in [(link.name, () if link.guessed else link.needs) for link in links] + [
        (name, figure.needs) for name, figure in others.items() if isinstance(figure, Missing)
    ]:
        for need in needs:
            if entry_at(need) is not None:
                waiting.setdefault(need, []).append(name)
    found = [_item(rig, path, MISSING, names, len(names)) for path, names in waiting.items()]
    for path in guessed:
        held = [link.name for link in links if path in link.guessed]
        found.append(_item(rig, path, GUESSED, held or ["the verdict"], len(held)))
    found += _weak(rig, links, {*waiting, *guessed})
    return tuple(sorted(found, key=lambda one: (ORDER.index(one.why), -one.weight, one.path)))


def _weak(rig: Rig, links: tuple[Link, ...], done: set[str]) -> list[ToRead]:
    tips: dict[str, list[tuple[float, str]]] = {}
    weak: dict[str, list[tuple[float, str]]] = {}
    for link in links:
        if link.kind != "load" or link.state is State.UNKNOWN:
            continue
        for path, moves in {**stands_on(link.demand), **stands_on(link.rating)}.items():
            if path in done:
                continue
            given, entry = rig.figure(path), entry_at(path)
            origin = Provenance.ASSUMED if isinstance(given, Missing) else given.provenance
            if origin.strength >= Provenance.LABEL.strength:
                continue
            if moves > 0 and moves >= abs(link.margin or 0.0):
                tips.setdefault(path, []).append((moves / max(abs(link.margin or 0.0), 1e-9), link.name))
            elif not path.startswith("loads.") and origin.strength < Provenance(there(entry).usual).strength:
                weak.setdefault(path, []).append((link.share or 0.0, link.name))
    found = []
    for why, group in ((TIPS, tips), (WEAK, weak)):
        for path, decided in group.items():
            if why == WEAK and path in tips:
                continue
            decided.sort(reverse=True)
            found.append(_item(rig, path, why, [name for _, name in decided], decided[0][0]))
    return found


def _item(rig: Rig, path: str, why: str, names: list[str], weight: float) -> ToRead:
    of_part = part_entry(path)
    if of_part is not None:
        name = f"The {path.split('.')[1]}'s {of_part.label.lower()}"
        return ToRead(path, name, of_part.read_at, why, "", tuple(dict.fromkeys(names)), float(weight))
    entry, given = entry_at(path), rig.figure(path)
    now = "" if isinstance(given, Missing) else given.provenance.value
    return ToRead(path, name_at(path), there(entry).read_at, why, now, tuple(dict.fromkeys(names)), float(weight))
