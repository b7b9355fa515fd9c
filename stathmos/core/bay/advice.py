"""What the coach says, in words and figures: the change, what it will do, and what has been learned of this rig."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay import coach
from stathmos.core.bay.coach import CHANGE, COARSE, DONE, NOISE, Advice
from stathmos.core.bay.learn import STEPS, WASHERS, Line
from stathmos.core.bay.windows import Window
from stathmos.core.figures import Phrase
from stathmos.core.stock import Kit
from stathmos.core.units import LENGTH, SHARE

BEGIN, MEASURE, HEAD, EQUALISE = "begin", "measure", "move the head", "set both sides alike"
#: nothing more to change
DONE_VERDICTS = (DONE,)


@dataclass(frozen=True)
class Effect:
    """What one more of a kind does on this rig: on the front mark, mm (down positive), and how surely."""

    kind: str
    name: str
    moves: float
    u: float
    share: float


@dataclass(frozen=True)
class Next:
    """What to do next. ``entries``: what a new trial of it would write (path -> text); heights mm.

    ``front``/``front_u``: the front mark predicted; ``rail``: rail front less rear predicted; ``front_u`` and ``rail_u`` expanded.
    """

    verdict: str
    says: Phrase
    why: Phrase
    entries: dict[str, str]
    front: float | None = None
    front_u: float | None = None
    rail: float | None = None
    rail_u: float | None = None
    likely: float | None = None
    effects: tuple[Effect, ...] = ()


def kind_words(kit: Kit, kind: str, number: float) -> str:
    """“2 washers”, “1 bracket hole”, “½ link”."""
    step = kit.step_word.typed if kit.step_word is not None else "hole"
    words = {
        "washer": ("washer", "washers"),
        "hole": ("bracket hole", "bracket holes"),
        "link": ("working link", "working links"),
        "turn": ("turn", "turns"),
    }
    one, many = words["washer" if kind == WASHERS else step]
    whole = {0.5: "½"}.get(number, f"{number:g}")
    return f"{whole} {one if number <= 1 else many}"


def change_in_words(kit: Kit, advice: Advice) -> str:
    """“Add 2 washers: 6 instead of 4”; both sides where it is the bar ends."""
    now = advice.to.of(advice.kind) - advice.by
    verb = "Add" if advice.by > 0 else "Take out"
    if advice.kind == STEPS:
        link = kit.step_word is not None and kit.step_word.typed == "link"
        turn = kit.step_word is not None and kit.step_word.typed == "turn"
        verb = (
            ("Let out" if advice.by > 0 else "Take up")
            if link
            else ("Tighten" if advice.by > 0 else "Slacken")
            if turn
            else ("Raise the brackets by" if advice.by > 0 else "Lower the brackets by")
        )
    sides = ", the same on both sides" if advice.kind == STEPS else ""
    return f"{verb} {kind_words(kit, advice.kind, abs(advice.by))}: {advice.to.of(advice.kind):g} instead of {now:g}{sides}."


def in_words(advice: Advice, kit: Kit, window: Window, rise: float, b: float, front: str) -> tuple[Phrase, Phrase]:
    """What to do, and why, for a verdict of the coach. ``front``: what the heights in front are called."""
    put = {
        "now": (b - advice.mean * rise, LENGTH, "nearest"),
        "low": (window.low_height, LENGTH, "up"),
        "high": (window.high_height, LENGTH, "down"),
        "likely": (advice.now_likely, SHARE, "down"),
        "then": (advice.likely, SHARE, "down"),
        "u": (2 * advice.u * rise, LENGTH, "up"),
    }
    if advice.verdict == CHANGE:
        return Phrase(change_in_words(kit, advice)), Phrase(
            f"Predicted: {front} at {{now}}, give or take {{u}}; its window is {{low}} to {{high}}, and it lies there with {{then}} likelihood. One change, then measure C again.",
            put,
        )
    if advice.verdict == DONE:
        sure = Phrase(f"{front.capitalize()} lies in its window, {{low}} to {{high}}, with {{likely}} likelihood.", put)
        return Phrase("The bars are set. Leave them."), sure
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
    more = advice.wants_more
    return Phrase("The hardware is used up."), Phrase(
        "With everything set as "
        + ("tight" if more else "loose")
        + f" as it goes {front} stays "
        + ("above" if more else "below")
        + " its window, {low} to {high}. "
        + (
            "Stiffer bars, the next kit up, or the head a hole lower."
            if more
            else "Softer bars, the next kit down, or the head a hole higher."
        ),
        put,
    )


def effects(line: Line, kit: Kit, rise: float) -> tuple[Effect, ...]:
    """What one step of each kind does, in mm at the front mark."""
    found = []
    for kind in coach_kinds(kit):
        share, u = line.effect(kind)
        found.append(Effect(kind, kind_words(kit, kind, 1), share * rise, u * rise, share))
    return tuple(found)


def coach_kinds(kit: Kit) -> tuple[str, ...]:
    """The kinds of setting that this kit has."""
    kinds = []
    if (
        kit.washers_least is not None
        and kit.washers_most is not None
        and kit.washers_least.value < kit.washers_most.value
    ):
        kinds.append(WASHERS)
    if kit.steps_least is not None and kit.steps_most is not None and kit.steps_least.value < kit.steps_most.value:
        kinds.append(STEPS)
    return tuple(kinds)


__all__ = ["BEGIN", "EQUALISE", "HEAD", "MEASURE", "Effect", "Next", "coach", "effects", "in_words"]
