"""Whose a field is to write, and whose a station is to sign: asked by the verbs, told with each field and signature."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from stathmos.people.models import Person
from stathmos.people.roles import may, require

#: beginnings of paths that not everybody writes -> what one must be allowed to
WRITES: Mapping[str, str] = {
    "bay.": "fit",
    "trials.": "fit",
    "torque.": "fit",
    "which.": "open_rig",
    "ways.": "decide",
    "hitch.style": "decide",
    "hitch.selected_": "decide",
    "hitch.rule_exception": "waive_reserve",
}
#: what one must be allowed to, to sign a station
SIGNS: Mapping[str, str] = {
    "meet": "sign_desk",
    "load": "sign_desk",
    "weigh": "sign_measured",
    "ratings": "sign_desk",
    "height": "sign_measured",
    "hitch": "sign_desk",
    "bay": "sign_bay",
    "handover": "hand_over",
}


def _wanted(path: str) -> Iterable[str]:
    return (what for beginning, what in WRITES.items() if path.startswith(beginning))


def may_write(person: Person, path: str) -> bool:
    """Whether somebody writes a field."""
    return all(may(person, what) for what in _wanted(path))


def require_writes(person: Person, paths: Iterable[str]) -> None:
    """Refuse, in words, what this person does not write."""
    for path in paths:
        for what in _wanted(path):
            require(person, what)


def may_sign(person: Person, station: str) -> bool:
    """Whether somebody signs a station."""
    return may(person, SIGNS[station])


def require_sign(person: Person, station: str) -> None:
    """Refuse, in words, a station that is not this person's to sign."""
    require(person, SIGNS[station])
