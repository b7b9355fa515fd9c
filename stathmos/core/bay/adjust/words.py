"""What the coach says, in words and figures: the change, what it will do, and what has been learned of this rig."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from stathmos.core.bay.adjust.coach import (
    AGAIN,
    CANNOT,
    CHANGE,
    COARSE,
    DONE,
    LEAVE,
    NOISE,
    SURE_ENOUGH,
    Advice,
)
from stathmos.core.bay.measure.frames import Frame
from stathmos.core.bay.measure.learn import LearnedLine
from stathmos.core.bay.measure.windows import edges_of, window_told
from stathmos.core.bay_schools import BaySchool
from stathmos.core.figures import there
from stathmos.core.phrases import Beside, Phrase, Quantity, joined
from stathmos.core.settings import KINDS, settings_of
from stathmos.core.stock import Kit
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE, WEIGHT

SIXTEENTH = MM_PER_IN / 16
BEGIN, MEASURE, HEAD, EQUALISE, TOO_TIGHT = "begin", "measure", "move the head", "set both sides alike", "too tight"
#: nothing more to change
DONE_VERDICTS = (DONE, LEAVE)


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
    """What to do next. ``entries``: what a new trial of it would write (path -> text); ``asks``: the path of what is read once more,
    where that is next; heights mm.

    ``front``/``front_u``: the front mark predicted; ``rail``: rail front less rear predicted; ``front_u`` and ``rail_u`` expanded.
    """

    verdict: str
    says: Phrase
    why: Phrase
    entries: Mapping[str, str] = field(default_factory=dict)
    asks: str = ""
    front: float | None = None
    front_u: float | None = None
    rail: float | None = None
    rail_u: float | None = None
    likely: float | None = None
    effects: tuple[Effect, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Front:
    """The front mark while it is spoken of: what the school in force says of it, its heights, the restoration at which it stands.

    ``rocked``: whether the rig was rolled and rocked before its last marks were read; ``lost``: what coupling took off the front
    axle, kg; ``halves``: whether a link may be halved.
    """

    school: BaySchool
    says: Phrase
    frame: Frame
    f: float
    rocked: bool
    lost: float | None = None
    halves: bool = False

    def sixteenth(self) -> Phrase:
        """What a sixteenth of an inch of the front mark is worth."""
        rise = self.frame.rise
        if rise is None or rise <= 0 or self.lost is None:
            return Phrase("")
        share = SIXTEENTH / rise
        put: dict[str, Quantity | Beside] = {
            "mark": (SIXTEENTH, LENGTH, "nearest"), "load": (share * self.lost, WEIGHT, "nearest"), "share": (share, SHARE, "nearest")
        }  # fmt: skip
        return Phrase("{mark} of it is {load} on the front axle, {share} of what coupling took.", put)

    def height(self, f: float) -> float | None:
        """Where it is predicted to stand at another restoration, mm."""
        then = self.frame.after(f - self.f)
        return then.told(then.marks.front_c)

    def spread(self, u: float) -> float:
        """A restoration's standard uncertainty as an expanded one of the mark, mm."""
        return 2 * u * (self.frame.rise or 0.0)

    def window(self, f: float) -> dict[str, float | None]:
        """The edges of its window at another restoration, ``low`` and ``high``, mm: the rear has moved then too."""
        then = edges_of(self.school, self.frame.after(f - self.f), None)
        return {"low": then.get("low_height"), "high": then.get("high_height")}


def in_words(advice: Advice, front: Front) -> tuple[Phrase, Phrase]:
    """What to do, and why, for a verdict of the coach. What stands out is told by the school's own words."""
    put: dict[str, Quantity | Beside] = {
        "likely": (advice.now_likely or 0.0, SHARE, "down"),
        "then": (advice.likely, SHARE, "down"),
        "u": (front.spread(advice.u), LENGTH, "up"),
    }
    says = front.says
    if advice.verdict == CHANGE and advice.blind:
        change = KINDS[advice.kind].change(advice.by, there(advice.to).of(advice.kind))
        one_step = Phrase("How far one step goes is not known on this rig: one, then measure C again.")
        return Phrase(change), joined(says, one_step)
    if advice.verdict == CHANGE and advice.besides:
        changes = [KINDS[advice.kind].change(advice.by, there(advice.to).of(advice.kind))]
        changes += [KINDS[step.kind].change(step.by, step.to) for step in advice.besides]
        at_once = "Both at once: each alone was tried, or is too tight. Every mark stands in its window then with {then} likelihood. Then measure C again."
        return Phrase(" ".join(changes)), joined(says, Phrase(at_once, put))
    if advice.verdict == CHANGE and advice.then is not None:
        change = KINDS[advice.kind].change(advice.by, there(advice.to).of(advice.kind))
        two = "The first of two changes: with both, every mark stands in its window with {then} likelihood. Measure C in between."
        return Phrase(change), joined(says, Phrase(two, put))
    if advice.verdict == CHANGE:
        change = KINDS[advice.kind].change(advice.by, there(advice.to).of(advice.kind))
        height, (low, high) = front.height(advice.mean), front.window(advice.mean).values()
        if height is not None:
            put["now"] = (height, LENGTH, "nearest")
        if low is not None and high is not None:
            put |= window_told(low, high)
        at = (
            "the front mark at {now}, give or take {u}"
            if height is not None
            else "the front mark moves with the setting"
        )
        its_window = "; its window is then {low} to {high}" if "low" in put else ""
        return Phrase(change), Phrase(
            f"Predicted: {at}{its_window}. Every mark stands in its window then with {{then}} likelihood. One change, then measure C again.",
            put,
        )
    if advice.verdict == DONE:
        sure = (advice.now_likely or 0.0) >= SURE_ENOUGH
        set_so = "The hitch is set. Leave it." if sure else "The hitch is set as far as a tape can tell. Leave it."
        weigh = "" if sure else " Weigh pass 3 on a weighbridge to be sure."
        return Phrase(set_so), joined(says, Phrase("It stands so with {likely} likelihood." + weigh, put))
    if advice.verdict == LEAVE:
        # at an edge: what it would cost, were it past it
        unsure = Phrase(
            "Another trial is not worth that. It stands so with {likely} likelihood: weigh pass 3 on a truck scale to be sure.",
            put,
        )
        return Phrase("The hitch is set, inside as taped. Leave it."), joined(says, front.sixteenth(), unsure)
    if advice.verdict == AGAIN:
        first = "" if front.rocked else "roll the rig a length, "
        rock = Phrase(
            f"Rock it, and read the marks of C once more: {first}rock it at both ends, and hold the tape to the same points."
        )
        why = Phrase(
            "Springs lag, and a mark that was read twice is known better. As it was read it stands inside with {likely} likelihood.",
            put,
        )
        return rock, joined(says, why)
    if advice.verdict == NOISE:
        return Phrase("Stop here: the tape cannot tell what is needed."), says
    if advice.verdict == COARSE:
        halves = "Half links where the handbook allows them, or move" if front.halves else "Move"
        return Phrase("One step is too much and the next too little."), joined(
            says, Phrase(f"The settings step over the window. {halves} the head a hole and begin again.")
        )
    if advice.verdict == CANNOT:
        both = "Front and rear windows share no place on this rig: what is mended at one end is worsened at the other."
        return Phrase("No setting of these bars meets what this school wants."), joined(
            says, Phrase(both + " Another load, another ball height or another school.")
        )
    return Phrase("The hardware is used up."), joined(says, Phrase(_USED_UP[advice.wants_more]))


_USED_UP = {
    True: "Everything that may be tried is as tight as it goes. Stiffer bars, the next kit up, or the head a hole lower.",
    False: "Everything that may be tried is as loose as it goes. Softer bars, the next kit down, or the head a hole higher.",
    None: "Another kit, another ball height, or another load.",
}


def effects(line: LearnedLine, kit: Kit, rise: float) -> tuple[Effect, ...]:
    """What one step of each kind that can be changed does, in mm at the front mark."""
    found = []
    for one in settings_of(kit):
        if one.counts():
            share, u = line.effect(one.kind.key)
            found.append(Effect(kind=one.kind.key, name=one.kind.count(1), moves=share * rise, u=u * rise, share=share))
    return tuple(found)
