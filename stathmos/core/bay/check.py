"""One thing that must be so in the bay: whether it is, and why it matters."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Anything, Missing, Rule
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.tolerances import Tolerance
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


def at_least(rig: Rig, paths: tuple[str, ...], key: str, name: str, limit: Tolerance, why: str) -> Check:
    """Lengths that must each be no less than a limit; the smallest one speaks."""
    figures: list[Anything] = [rig.figure(path) for path in paths]
    needs = tuple(path for path, figure in zip(paths, figures, strict=True) if isinstance(figure, Missing))
    if needs:
        return Check(key, name, UNKNOWN, Phrase("Not measured on both sides."), why, paths, limit.rule)
    least = min(figure.value for figure in figures if not isinstance(figure, Missing))
    said = {"least": (least, LENGTH, "down"), "limit": (limit.value, LENGTH, "up")}
    if not limit.least(least):
        return Check(key, name, REFUSED, Phrase("{least}, and {limit} is the least.", said), why, paths, limit.rule)
    return Check(key, name, GOOD, Phrase("{least}, and {limit} is the least.", said), why, paths, limit.rule)


def at_most(rig: Rig, path: str, key: str, name: str, limit: Tolerance, why: str) -> Check:
    """A length that must be no more than a limit."""
    figure = rig.figure(path)
    if isinstance(figure, Missing):
        return Check(key, name, UNKNOWN, Phrase("Not measured."), why, (path,), limit.rule)
    said = {"is": (figure.value, LENGTH, "up"), "limit": (limit.value, LENGTH, "down")}
    state = GOOD if limit.most(figure.value) else REFUSED
    return Check(key, name, state, Phrase("{is}, and {limit} is the most.", said), why, (path,), limit.rule)
