"""A rating that the catalog lowered after a rig took the part over: the lower one rules until the part's stamp is read."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from stathmos.core.figures import Given
from stathmos.core.finding import UNKNOWN, Finding
from stathmos.core.phrases import Phrase, joined
from stathmos.core.rig import entries
from stathmos.core.stock import OWN_BALLS, SAME, AnyPart, Ball, Kit, Shank, Sleeve
from stathmos.core.units import WEIGHT

P = TypeVar("P", bound=AnyPart)

#: what a part is rated for, by field
RATINGS: Mapping[type, tuple[str, ...]] = {
    Kit: ("gross_rating", "tongue_rating"),
    Shank: ("gross_rating", "tongue_rating", *(f"own_ball_{number}_rating" for number in range(1, OWN_BALLS + 1))),
    Sleeve: ("gross_rating", "tongue_rating"),
    Ball: ("rating",),
}
LONGEST_NAME = 80


@dataclass(frozen=True)
class Lowered:
    """One part with its ratings as taken over, and as the catalog now has them, where those are lower; by field, kg."""

    name: str
    then: Mapping[str, Given]
    now: Mapping[str, Given]

    @property
    def answer(self) -> str:
        """What is kept once the stamp was read and says what was taken over: it holds for these figures alone."""
        told = ";".join(
            f"{field} {self.then[field].value:.3f} {self.now[field].value:.3f}" for field in sorted(self.then)
        )
        return f"{self.name[:LONGEST_NAME]}, stamp as taken over ({hashlib.sha256(told.encode()).hexdigest()[:12]})"


def lowered(then: AnyPart, now: AnyPart) -> Lowered | None:
    """The ratings that the catalog has lower than the rig took over; None where it has none."""
    fields = {}
    for field in RATINGS.get(type(then), ()):
        was, is_now = getattr(then, field), getattr(now, field)
        if was is not None and is_now is not None and is_now.value < was.value - SAME:
            fields[field] = (was, is_now)
    if not fields:
        return None
    return Lowered(
        then.name, {name: pair[0] for name, pair in fields.items()}, {name: pair[1] for name, pair in fields.items()}
    )


def at_the_lower(part: P, found: Lowered) -> P:
    """The part as the rig took it over, with the lower ratings."""
    changed: dict[str, Any] = dict(found.now)
    return replace(part, **changed)  # type: ignore[type-var]


def rating_lowered(what: str, kind: type, found: Lowered) -> Finding:
    """Say which rating the catalog lowered; nothing passes on it until the stamp was read."""
    labels = dict(entries(kind))
    told = joined(*(
        Phrase(f"{labels[field].label.lower()} {{then}} before, {{now}} now.", {"then": (was.value, WEIGHT, "down"), "now": (found.now[field].value, WEIGHT, "down")})
        for field, was in found.then.items()
    ))  # fmt: skip
    return Finding(
        key="rating_lowered", state=UNKNOWN, station="hitch", subject=what,
        says=told.after(f"The catalog lowered a rating of {found.name} after this job took it over: "),
        remedy=Phrase(f"Read the stamp on the {what}. Until then the lower rating is used."),
    )  # fmt: skip
