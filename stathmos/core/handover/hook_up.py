"""How to hook up again: what the customer needs at one glance, by family, and the order of on and off.

All of it is the rig as it was set and taped in the bay; what was not measured is left out.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.bay import Fit
from stathmos.core.figures import Anything, Missing
from stathmos.core.handover.drill import UNCOUPLING, order, part_of
from stathmos.core.looks import LOOKS
from stathmos.core.phrases import Phrase
from stathmos.core.procedure import LIFT, SETTING
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import AT_BUMPERS
from stathmos.core.settings import ENDS
from stathmos.core.units import LENGTH, MM_PER_IN, WEIGHT

LIFTED = 3 * MM_PER_IN  # how far a rig is jacked for its bars: common practice, no source


@dataclass(frozen=True)
class Fact:
    """One thing to set or to read. ``name``: of what; ``hold``: its place in the drawing."""

    name: str
    says: Phrase
    hold: str


@dataclass(frozen=True)
class HookUp:
    """The strip: what is set and read, the order of hooking up, the order of unhooking."""

    facts: tuple[Fact, ...]
    on: tuple[str, ...]
    off: tuple[str, ...]


def hook_up(rig: Rig, fit: Fit) -> HookUp:
    """The strip of a rig."""
    short = [(part_of(one.step), one.step.short) for one in order(rig, fit) if one.step.short]
    return HookUp(
        facts=(*_ball(fit), *_jacked(rig, fit), *_set(fit), *_reads(rig, fit)),
        on=tuple(words for part, words in short if part != UNCOUPLING),
        off=tuple(words for part, words in short if part == UNCOUPLING),
    )


def _mark(rig: Rig) -> str:
    """Where the heights were taped."""
    return "bumper" if rig.choice("bay.marks") in AT_BUMPERS else "fender"


def _length(name: str, figure: Anything | None, hold: str) -> tuple[Fact, ...]:
    if figure is None or isinstance(figure, Missing):
        return ()
    return (Fact(name, Phrase("{h}", {"h": (figure.value, LENGTH, "nearest")}), hold),)


def _about(name: str, figure: Anything, more: float, hold: str) -> tuple[Fact, ...]:
    """A height and so much more, to the inch: a jack is not wound to the sixteenth."""
    if isinstance(figure, Missing):
        return ()
    high = round((figure.value + more) / MM_PER_IN) * MM_PER_IN
    return (Fact(name, Phrase("about {h}", {"h": (high, LENGTH, "nearest")}), hold),)


def _ball(fit: Fit) -> tuple[Fact, ...]:
    ball = fit.now.choice.in_force.ball
    return () if ball is None else _length("Ball", ball.diameter, "ball")


def _jacked(rig: Rig, fit: Fit) -> tuple[Fact, ...]:
    """How high the rear stands while bars or chains go on: as it was raised in the bay, else a hand's breadth over coupled."""
    kit = fit.measured.kit
    if kit is None:
        return ()
    raised = next((LOOKS[key] for key in kit.held.looks if LOOKS[key].over), None)
    if raised is not None:
        return _length(f"Rear {_mark(rig)}, raised", rig.figure(raised.paths[0]), raised.hold)
    if not kit.held.levered or not any(one.kind == LIFT for one in kit.held.told(SETTING)):
        return ()
    return _about(f"Rear {_mark(rig)}, jacked", fit.measured.arches.b.rear_mark, LIFTED, "rear_mark")


def _set(fit: Fit) -> tuple[Fact, ...]:
    """Each setting as it was counted: bar ends first, as they are set each time, then the head."""
    counts = sorted(fit.hitch.counts.values(), key=lambda one: one.kind.where != ENDS)
    counted = {one.kind.key for trial in fit.measured.trials for one in trial.counted if one.both is not None}
    return tuple(
        Fact(one.kind.label, one.kind.reads(one.number), one.kind.hold)
        for one in counts
        if one.number is not None and one.kind.key in counted
    )


def _reads(rig: Rig, fit: Fit) -> tuple[Fact, ...]:
    """What is read once all of it is on."""
    last = next((one for one in reversed(fit.measured.trials) if one.measured), None)
    if last is None:
        return _length(f"Front {_mark(rig)}, coupled", fit.measured.arches.b.front_mark, "front_mark")
    loaded = fit.hitch.family.loaded
    gauge = rig.figure(f"trials.{last.trial.key}.ball_gauge")
    read = (
        ()
        if isinstance(gauge, Missing)
        else (Fact(f"Gauge, {loaded}", Phrase("{w}", {"w": (gauge.value, WEIGHT, "nearest")}), "gauge"),)
    )
    return (*read, *_length(f"Front {_mark(rig)}, {loaded}", last.state.front_mark, "front_mark"))
