"""The ball's height once coupled, in B and in C: a check for nothing, since it follows from the arches."""

from __future__ import annotations

from stathmos.core import statics
from stathmos.core.answer import Assessment
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure.arches import MARK_HALF_WIDTH, Arches, StateMarks
from stathmos.core.bay.measure.trials import Tried
from stathmos.core.figures import STATICS, Anything, Given, Missing, Rule, expanded, work
from stathmos.core.finding import GOOD, REFUSED
from stathmos.core.heights import ball_to_top
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import trial_number
from stathmos.core.uncertainty import tape
from stathmos.core.units import LENGTH

FOLLOWS = Rule("The ball sinks by rear + (rear − front) · o / w.", STATICS)


def ball_follows(rig: Rig, now: Assessment, arches: Arches, trials: tuple[Tried, ...]) -> tuple[Check, ...]:
    """In each state in which the ball was taped coupled: whether it sank as the arches say."""
    if not now.heights.ball_is_measured:
        return ()
    ball, kit = now.choice.in_force.ball, now.choice.in_force.kit
    stack = Missing(("stock.ball.stack_height",)) if ball is None or ball.stack_height is None else ball.stack_height
    states = [("B", "bay.ball_coupled_b", arches.a, arches.b)]
    states += [
        (f"C, trial {trial_number(one.trial.key)}", f"trials.{one.trial.key}.ball_coupled", one.states.a, one.state)
        for one in trials
        if not one.void and not (kit is not None and kit.held.lifts)  # a head that lifts the ball tells nothing of it
    ]
    found = [_one(rig, stack, name, path, a, then, now.rest.geometry.o) for name, path, a, then in states]
    return tuple(one for one in found if one is not None)


def _one(rig: Rig, stack: Anything, name: str, path: str, a: StateMarks, then: StateMarks, o: Anything) -> Check | None:
    standing, coupled = (_taped(rig, one, stack) for one in ("hitch.ball_height", path))
    front, rear = (
        work("sank = A − then", LENGTH, lambda A, then: A - then, None, A=before, then=after)
        for before, after in ((a.front, then.front), (a.rear, then.rear))
    )
    off = work(
        "sank − (rear + (rear − front) · o / w)", LENGTH, _off, FOLLOWS,
        standing=standing, coupled=coupled, front=front, rear=rear, w=rig.figure("vehicle.wheelbase"), o=o,
    )  # fmt: skip
    if isinstance(off, Missing) or isinstance(standing, Missing) or isinstance(coupled, Missing):
        return None
    sank = standing.value - coupled.value
    put = {
        "sank": (sank, LENGTH, "nearest"), "follows": (sank - off.value, LENGTH, "nearest"), "u": (expanded(off), LENGTH, "up"),
    }  # fmt: skip
    why = "Jack, arches and ball of one rig tell one story; where they do not, one of them is wrong."
    agrees = abs(off.value) <= expanded(off)
    says = f"In {name} the ball sank {{sank}}; by the arches it is {{follows}}, give or take {{u}}."
    if not agrees:
        says += " The jack still carries, or a mark is wrong: look under the jack, and tape them again."
    return Check(
        "ball_follows", "Ball and arches agree", GOOD if agrees else REFUSED, Phrase(says, put), why, (path,), FOLLOWS
    )


def _taped(rig: Rig, path: str, stack: Anything) -> Anything:
    found = ball_to_top(rig, path, stack)
    return (
        work("to the top", LENGTH, lambda height: height, None, height=tape(found, MARK_HALF_WIDTH))
        if isinstance(found, Given)
        else found
    )


def _off(standing: float, coupled: float, front: float, rear: float, w: float, o: float) -> float:
    return (standing - coupled) - statics.ball_drop(front, rear, w, o)
