"""What the coach says, in words and figures: the change, what it will do, and what has been learned of this rig."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.bay.adjust.coach import CHANGE, COARSE, DONE, NOISE, Advice
from stathmos.core.bay.adjust.learn import LearnedLine
from stathmos.core.bay.measure.windows import Window
from stathmos.core.figures import there
from stathmos.core.phrases import Phrase
from stathmos.core.settings import KINDS, settings_of
from stathmos.core.stock import Kit
from stathmos.core.units import LENGTH, SHARE

BEGIN, MEASURE, HEAD, EQUALISE = "begin", "measure", "move the head", "set both sides alike"
#: nothing more to change
DONE_VERDICTS = (DONE,)


@dataclass(frozen=True, kw_only=True)
class Effect:
    """What one more of a kind does on this rig: on the front mark, mm (down positive), and how surely (u, mm)."""

    kind: str
    name: str
    moves: float
    u: float
    share: float


@dataclass(frozen=True, kw_only=True)
class Next:
    """What to do next. ``entries``: what a new trial of it would write (path -> text); heights mm.

    ``front``/``front_u``: the front mark predicted; ``rail``: rail front less rear predicted; ``front_u`` and ``rail_u`` expanded.
    """

    verdict: str
    says: Phrase
    why: Phrase
    entries: Mapping[str, str] = field(default_factory=dict)
    front: float | None = None
    front_u: float | None = None
    rail: float | None = None
    rail_u: float | None = None
    likely: float | None = None
    effects: tuple[Effect, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Front:
    """The front mark while it is spoken of: what it is called, its window, where coupling left it (B), its rise, mm."""

    name: str
    window: Window
    b: float
    rise: float


def in_words(advice: Advice, front: Front) -> tuple[Phrase, Phrase]:
    """What to do, and why, for a verdict of the coach."""
    put = {
        "now": (front.b - advice.mean * front.rise, LENGTH, "nearest"),
        "low": (there(front.window.low_height), LENGTH, "up"),
        "high": (there(front.window.high_height), LENGTH, "down"),
        "likely": (advice.now_likely, SHARE, "down"),
        "then": (advice.likely, SHARE, "down"),
        "u": (2 * advice.u * front.rise, LENGTH, "up"),
    }
    if advice.verdict == CHANGE:
        says = KINDS[advice.kind].change(advice.by, there(advice.to).of(advice.kind))
        return Phrase(says), Phrase(
            f"Predicted: {front.name} at {{now}}, give or take {{u}}; its window is {{low}} to {{high}}, and it lies there with {{then}} likelihood. One change, then measure C again.",
            put,
        )
    if advice.verdict == DONE:
        set_so = f"{front.name.capitalize()} lies in its window, {{low}} to {{high}}, with {{likely}} likelihood."
        return Phrase("The bars are set. Leave them."), Phrase(set_so, put)
    if advice.verdict == NOISE:
        return Phrase("Stop here: the tape cannot tell what is needed."), Phrase(
            "The window is narrower than what the marks can be told by. Measure at the bumpers, mean several readings, or weigh pass 3 on the weighbridge.",
            put,
        )
    if advice.verdict == COARSE:
        return Phrase("One step is too much and the next too little."), Phrase(
            "The settings step over the window, {low} to {high}. Half links where the handbook allows them, or move the head a hole and begin again.",
            put,
        )
    if advice.wants_more:
        why = (
            f"With everything set as tight as it goes {front.name} stays above its window, {{low}} to {{high}}. "
            "Stiffer bars, the next kit up, or the head a hole lower."
        )
    else:
        why = (
            f"With everything set as loose as it goes {front.name} stays below its window, {{low}} to {{high}}. "
            "Softer bars, the next kit down, or the head a hole higher."
        )
    return Phrase("The hardware is used up."), Phrase(why, put)


def effects(line: LearnedLine, kit: Kit, rise: float) -> tuple[Effect, ...]:
    """What one step of each kind that can be changed does, in mm at the front mark."""
    found = []
    for one in settings_of(kit):
        if one.counts():
            share, u = line.effect(one.kind.key)
            found.append(Effect(kind=one.kind.key, name=one.kind.count(1), moves=share * rise, u=u * rise, share=share))
    return tuple(found)
