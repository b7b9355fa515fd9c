"""One thing that must be so in the bay: whether it is, and why it matters."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Anything, Missing, Phrase, Rule
from stathmos.core.findings.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.rig import Rig
from stathmos.core.units import LENGTH


@dataclass(frozen=True)
class Check:
    """``state``: good, caution, refused, or unknown where nobody has looked. ``paths``: where it is written down."""

    key: str
    name: str
    state: str
    says: Phrase
    why: str
    paths: tuple[str, ...]
    rule: Rule | None = None


def seen(
    rig: Rig, path: str, key: str, name: str, good: str, bad: str, why: str, wanted: str = "yes", refuses: bool = True
) -> Check:
    """Something that is looked at: good where it is as wanted, refused (or flagged) where it is not, unknown where nobody looked."""
    found = rig.choice(path)
    if not found:
        return Check(key, name, UNKNOWN, Phrase("Nobody has written down whether it is so."), why, (path,))
    state = GOOD if found == wanted else REFUSED if refuses else CAUTION
    return Check(key, name, state, Phrase(good if found == wanted else bad), why, (path,))


def at_least(rig: Rig, paths: tuple[str, ...], key: str, name: str, limit: float, rule: Rule, why: str) -> Check:
    """Lengths that must each be no less than a limit; the smallest one speaks."""
    figures: list[Anything] = [rig.figure(path) for path in paths]
    needs = tuple(path for path, figure in zip(paths, figures, strict=True) if isinstance(figure, Missing))
    if needs:
        return Check(key, name, UNKNOWN, Phrase("Not measured on both sides."), why, paths, rule)
    least = min(figure.value for figure in figures if not isinstance(figure, Missing))
    said = {"least": (least, LENGTH, "down"), "limit": (limit, LENGTH, "up")}
    if least + 1e-6 < limit:
        return Check(key, name, REFUSED, Phrase("{least}, and {limit} is the least.", said), why, paths, rule)
    return Check(key, name, GOOD, Phrase("{least}, and {limit} is the least.", said), why, paths, rule)


def at_most(rig: Rig, path: str, key: str, name: str, limit: float, rule: Rule, why: str) -> Check:
    """A length that must be no more than a limit."""
    figure = rig.figure(path)
    if isinstance(figure, Missing):
        return Check(key, name, UNKNOWN, Phrase("Not measured."), why, (path,), rule)
    said = {"is": (figure.value, LENGTH, "up"), "limit": (limit, LENGTH, "down")}
    state = GOOD if figure.value <= limit + 1e-6 else REFUSED
    return Check(key, name, state, Phrase("{is}, and {limit} is the most.", said), why, (path,), rule)
