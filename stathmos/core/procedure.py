"""A procedure: what is done to a hitch, in order, each step with its kind and what must be done before it.

A family is one (`families`), and so is the drill. The bay, the drill, the card and practice play its steps; `faults` tells
what would be dangerous in an order, whoever wrote it.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

#: kinds of step: something is mounted, looked at, tightened, coupled, lifted, put on, loaded, made sure, rolled, taken off
MOUNT, LOOK, TORQUE, COUPLE, LIFT, PUT_ON, LOAD, SECURE, ROLL, RELEASE = (
    "mount", "look", "torque", "couple", "lift", "put on", "load", "secure", "roll", "release",
)  # fmt: skip

#: when: as the hitch is mounted, with the rig coupled, as the brackets go on, while the bars are set, once they are, at the end
MOUNTING, COUPLED_UP, BRACKETS, SETTING, AFTER, TIGHT_AGAIN, UNHOOKING = (
    "mounting", "coupled", "brackets", "setting", "after", "tight again", "unhooking",
)  # fmt: skip
STAGES = (MOUNTING, COUPLED_UP, BRACKETS, SETTING, AFTER, TIGHT_AGAIN, UNHOOKING)
#: what carries the rig once it is coupled, and what does once it is loaded
HEAD, FRAME = "head", "frame"


@dataclass(frozen=True, kw_only=True)
class Step:
    """One step. ``does``, ``why``, ``caution``: its words; empty where what it is ``of`` (a mount, a look, a joint) has its own.

    ``puts``: what is on after it, ``takes``: what is off after it, ``secures``: what it makes sure; ``needs``: the keys of the steps
    that must be done before it, besides what its kind wants. ``carries``: of a joint, what it holds. ``as_set``: its words are
    followed by the setting as it stands. ``hold``: its place in the drawing; ``short``: its words on the strip for the customer,
    blank where it is no part of hooking up again.
    """

    key: str
    kind: str
    stage: str
    does: str = ""
    why: str = ""
    caution: str = ""
    of: str = ""
    puts: tuple[str, ...] = ()
    takes: tuple[str, ...] = ()
    secures: tuple[str, ...] = ()
    needs: tuple[str, ...] = ()
    carries: str = ""
    as_set: bool = False
    hold: str = ""
    short: str = ""

    @property
    def says(self) -> str:
        """What is done, as a sentence."""
        return f"{self.does}." if self.as_set else self.does


#: what is wrong with an order
LOOSE, UNSURE, TOO_EARLY, LEFT_ON, NEVER_ON, STILL_HELD = (
    "loaded before it is tight", "rolled before it is made sure", "before what it needs", "never taken off", "taken off and never put on",
    "taken off before what holds it",
)  # fmt: skip


@dataclass(frozen=True)
class Fault:
    """One thing wrong with an order: the step that comes too early, or not at all, and what it wanted."""

    what: str
    step: str
    wants: str


def in_order(steps: Iterable[Step]) -> tuple[Step, ...]:
    """Steps by their stages, each stage in the order in which it was written."""
    return tuple(sorted(steps, key=lambda one: STAGES.index(one.stage)))


def faults(steps: tuple[Step, ...]) -> tuple[Fault, ...]:
    """All that is dangerous in an order of steps; empty where it may be taught."""
    return (*_loose(steps), *_unsure(steps), *_too_early(steps), *_on_and_off(steps))


def _loose(steps: tuple[Step, ...]) -> list[Fault]:
    """Coupled before the head is tight, or loaded before head and frame are."""
    found = []
    for number, step in enumerate(steps):
        if step.kind not in (COUPLE, LOAD, ROLL):
            continue
        carries = (HEAD,) if step.kind == COUPLE else (HEAD, FRAME) if step.kind == LOAD else (HEAD,)
        first = {one.of for one in steps[:number] if one.kind == TORQUE}
        later = (one for one in steps[number:] if one.kind == TORQUE and one.carries in carries)
        found += [Fault(LOOSE, step.key, one.key) for one in later if one.of not in first]
    return found


def _unsure(steps: tuple[Step, ...]) -> list[Fault]:
    """Loaded or rolled before what is on is made sure; what a load puts on itself is made sure before the rig rolls."""
    found = []
    for number, step in enumerate(steps):
        if step.kind not in (LOAD, ROLL):
            continue
        before = steps[:number]
        sure = {thing for one in before for thing in one.secures}
        on = {thing: None for one in before if one.kind != SECURE for thing in one.puts}
        off = {thing for one in before for thing in one.takes}
        found += [Fault(UNSURE, step.key, thing) for thing in on if thing not in sure and thing not in off]
    return found


def _too_early(steps: tuple[Step, ...]) -> list[Fault]:
    found, done = [], set()
    for step in steps:
        found += [Fault(TOO_EARLY, step.key, need) for need in step.needs if need not in done]
        done.add(step.key)
    return found


def _on_and_off(steps: tuple[Step, ...]) -> list[Fault]:
    """Whatever is put on each time is taken off, last on first off of what holds it; and the other way."""
    on = {thing: step for step in steps if step.stage != MOUNTING for thing in step.puts}
    off = {thing: step for step in steps for thing in step.takes}
    found = [Fault(LEFT_ON, on[thing].key, thing) for thing in on if thing not in off]
    found += [Fault(NEVER_ON, off[thing].key, thing) for thing in off if thing not in on]
    order = [step.key for step in steps]
    for thing, step in on.items():
        for held in step.secures:
            if thing in off and held in off and order.index(off[thing].key) > order.index(off[held].key):
                found.append(Fault(STILL_HELD, off[held].key, thing))
    return found
