"""The bay's questions gathered on screens: what is ticked off stands on one, the heights that are taped together on another."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import groupby

from stathmos.core.bay.measure import Measured
from stathmos.core.bay.say.question import PART, Question
from stathmos.core.entry import CHOICE
from stathmos.core.figures import Missing
from stathmos.core.rig import entry_at
from stathmos.core.rig.bay import AGAIN, corner_path
from stathmos.core.units import COUNT, LENGTH

#: how a question is answered, and with which it may share a screen
TICKED, TAPED = "ticked", "taped"
#: where the same height may stand already
_OF_ONE = {
    "bay.coupler_height": ("trailer.coupler_height",),
    "bay.receiver_height": ("vehicle.receiver_height",),
    "bay.rail_front_level": ("bay.rail_rear_level",),
    "bay.rail_rear_level": ("bay.rail_front_level",),
}
_SHARES = {CHOICE: TICKED, PART: TICKED, COUNT: TICKED, LENGTH: TAPED}


def paged(asked: Sequence[Question]) -> tuple[Question, ...]:
    """The questions with the screen of each: those that follow each other and are answered alike share one.

    A screen goes by the field of its first question, so that it stays the same one while others come and go. What is told apart by
    a picture has a screen of its own, and one that was given a screen keeps it.
    """
    found: list[Question] = []
    for _, run in groupby(asked, lambda one: (one.page, _shares(one))):
        together = list(run)
        page = together[0].page or together[0].path.rpartition(".")[2]
        found += [replace(one, page=page) for one in together]
    return tuple(found)


def ticked_first(asked: Sequence[Question]) -> list[Question]:
    """What stands alone, then what is looked at, then what is taped, each in its order: not a screen for each turn of the list."""
    return sorted(asked, key=lambda one: (_shares(one) == TAPED, _shares(one) == TICKED))


def _shares(one: Question) -> str:
    return "" if one.balls else _SHARES.get(one.kind, one.path)


def with_near(measured: Measured, asked: Sequence[Question]) -> Iterator[Question]:
    """The questions with about what is expected of each height, mm: the whole inches near it are offered to the thumb."""
    for one in asked:
        near = _near(measured, one.path) if one.kind == LENGTH else None
        yield one if near is None else replace(one, near=near)


def _near(measured: Measured, path: str) -> float | None:
    """What was taped of it before, or what it is planned to be; None where nothing tells."""
    place, _, field = path.rpartition(".")
    mark = field.removesuffix(AGAIN)
    name = mark.removesuffix("_a").removesuffix("_b")
    last = measured.trials[-1].trial.key if measured.trials else ""
    before = [f"{place}.{mark}", *_OF_ONE.get(path, ()), f"trials.{last}.{mark}", f"bay.{mark}_level"]
    before += [corner_path(name, state) for state in ("b", "a")]
    for other in before:
        if other == path or entry_at(other) is None:
            continue
        known = measured.rig.figure(other)
        if not isinstance(known, Missing):
            return known.value
    return _planned(measured, path)


def _planned(measured: Measured, path: str) -> float | None:
    """What the plan has at a height that is not taped yet."""
    heights, kit = measured.now.heights, measured.kit
    known = {
        "hitch.ball_height": heights.ball_wanted,
        "bay.bracket_place": None if kit is None else kit.bracket_distance,
    }.get(path)
    if path.endswith((".ball_coupled", ".ball_coupled_b", ".tongue")):
        known = heights.level
    return None if known is None or isinstance(known, Missing) else float(known.value)
