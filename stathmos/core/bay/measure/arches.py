"""The marks in three states: means of left and right, the height over each axle, and what the floor does to them.

State A is uncoupled, B coupled without bars, C with the bars on. Heights mm above the
ground, up positive; a rise or a drop is a difference of two states at one mark, so a
floor that is not level cancels out of it as long as the rig stands on the same spot.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from stathmos.core import units
from stathmos.core.figures import COMMON_PRACTICE, Anything, Figure, Known, Missing, Rule, expanded, sure, work
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig, Trial, entries
from stathmos.core.rig.bay import BUMPER, CORNERS, corner_path, trial_number
from stathmos.core.tolerances import LEAN
from stathmos.core.uncertainty import tape
from stathmos.core.units import LENGTH, MM_PER_IN

#: how far off a taped mark may be, mm: half a mark of reading and as much of placing, from memory, to be verified
MARK_HALF_WIDTH = MM_PER_IN / 16

_MEAN = Rule("Left and right are meaned.", COMMON_PRACTICE)
_BUMPER = Rule(
    "The body is straight between its marks: the height over an axle lies on the line through them.", "geometry"
)


def mean_of_sides(left: float, right: float) -> float:
    """Height in the middle of the vehicle from the marks on both sides, mm.  (left + right) / 2

    >>> mean_of_sides(left=958.0, right=960.0)
    959.0
    """
    return (left + right) / 2


def over_front_axle(front: float, rear: float, ahead: float, w: float, behind: float) -> float:
    """Height of the body over the front axle from marks at the bumpers, mm.

    front + (rear − front) · ahead / (ahead + w + behind); ``ahead`` of the front axle, ``behind`` the rear one.

    >>> over_front_axle(front=500, rear=600, ahead=1000, w=3000, behind=1000)
    520.0
    """
    return front + (rear - front) * ahead / (ahead + w + behind)


def over_rear_axle(front: float, rear: float, ahead: float, w: float, behind: float) -> float:
    """Height of the body over the rear axle from marks at the bumpers, mm.

    >>> over_rear_axle(front=500, rear=600, ahead=1000, w=3000, behind=1000)
    580.0
    """
    return rear - (rear - front) * behind / (ahead + w + behind)


@dataclass(frozen=True)
class StateMarks:
    """One state of the vehicle: the body's height over its axles, and at the marks themselves, mm; at the arches they are the same."""

    front: Anything
    rear: Anything
    front_mark: Anything = Missing(("bay.front_left_a",))
    rear_mark: Anything = Missing(("bay.rear_left_a",))


@dataclass(frozen=True)
class Arches:
    """All states: ``a``, ``b``, and one C a trial, in the order of the trials."""

    a: StateMarks
    b: StateMarks
    trials: tuple[StateMarks, ...]
    rise: Anything
    drop: Anything


def corner(rig: Rig, path: str) -> Anything:
    """One mark, with the uncertainty of a mark on the tape."""
    return tape(rig.figure(path), MARK_HALF_WIDTH)


def _state(rig: Rig, paths: dict[str, str]) -> StateMarks:
    def mean(end: str) -> Anything:
        left, right = (corner(rig, paths[f"{end}_{side}"]) for side in ("left", "right"))
        return work(f"{end} = (left + right) / 2", LENGTH, mean_of_sides, _MEAN, left=left, right=right)

    return over_the_axles(rig, mean("front"), mean("rear"))


def over_the_axles(rig: Rig, front: Anything, rear: Anything) -> StateMarks:
    """A state from its marks: at the arches the marks stand over the axles, at the bumpers the axles lie between them."""
    if rig.choice("bay.marks") != BUMPER:
        return StateMarks(front, rear, front, rear)
    where = {
        "ahead": rig.figure("bay.front_mark"),
        "w": rig.figure("vehicle.wheelbase"),
        "behind": rig.figure("bay.rear_mark"),
    }
    return StateMarks(
        work("over the front axle, on the line through both marks", LENGTH, over_front_axle, _BUMPER, front=front, rear=rear, **where),
        work("over the rear axle, on the line through both marks", LENGTH, over_rear_axle, _BUMPER, front=front, rear=rear, **where),
        front,
        rear,
    )  # fmt: skip


def before_the_bars(rig: Rig, state: str) -> StateMarks:
    """The marks of state ``a`` or ``b``."""
    return _state(rig, {name: corner_path(name, state) for name in CORNERS})


def with_the_bars(rig: Rig, trial: Trial) -> StateMarks:
    """State C of one trial."""
    return _state(rig, {name: f"trials.{trial.key}.{name}" for name in CORNERS})


def in_order(trials: tuple[Trial, ...]) -> tuple[Trial, ...]:
    """The trials by their number; a key without a number goes first. One of which nothing is left but the hole of the head is
    none: the hole outlives a trial with another vehicle or trailer.

    >>> [one.key for one in in_order((Trial("trial_10"), Trial("trial_9")))]
    ['trial_9', 'trial_10']
    """
    return tuple(sorted((one for one in trials if not _only_a_hole(one)), key=lambda one: trial_number(one.key)))


def _only_a_hole(trial: Trial) -> bool:
    written = [name for name, _ in entries(Trial) if getattr(trial, name) is not None]
    return written == ["hole"]


def arches(rig: Rig) -> Arches:
    """The states measured so far, with the rise in front and the drop behind on coupling."""
    a, b = before_the_bars(rig, "a"), before_the_bars(rig, "b")
    return Arches(
        a,
        b,
        tuple(with_the_bars(rig, trial) for trial in in_order(rig.trials)),
        work("rise = B − A, front", LENGTH, lambda A, B: B - A, None, A=a.front, B=b.front),
        work("drop = A − B, rear", LENGTH, lambda A, B: A - B, None, A=a.rear, B=b.rear),
    )


def told(figure: Anything) -> bool:
    """Whether a difference stands out of its own uncertainty (k = 2).

    >>> told(Missing(("bay.front_left_a",)))
    False
    """
    return not isinstance(figure, Missing) and abs(figure.value) > expanded(figure)


def uneven(rig: Rig) -> tuple[tuple[str, Phrase], ...]:
    """Where left and right do not agree: standing apart by more than ½ in, or moving differently from A to B.

    Each with what it is about: ``stands`` or ``moves``.
    """
    said = []
    for end in ("front", "rear"):
        left, right = (corner(rig, f"bay.{end}_{side}_a") for side in ("left", "right"))
        apart = work("left − right", LENGTH, lambda left, right: left - right, LEAN.rule, left=left, right=right)
        if isinstance(apart, Figure) and not LEAN.within(apart.value):
            said.append(("stands", _stands_apart(end, apart)))
        moved = [
            work("B − A", LENGTH, lambda A, B: B - A, None, A=corner(rig, f"bay.{end}_{side}_a"), B=corner(rig, f"bay.{end}_{side}_b"))
            for side in ("left", "right")
        ]  # fmt: skip
        differ = work(
            "left − right", LENGTH, lambda left, right: left - right, LEAN.rule, left=moved[0], right=moved[1]
        )
        if told(differ):
            said.append(("moves", _moves_apart(end, moved, sure(differ))))
    return tuple(said)


def _stands_apart(end: str, apart: Figure) -> Phrase:
    higher = "left" if apart.value > 0 else "right"
    return Phrase(
        f"Uncoupled, the {end} stands {{apart}} higher on the {higher}: the floor is not level or the vehicle leans. It is not the hitch.",
        {"apart": (abs(apart.value), LENGTH, "up")},
    )


def _moves_apart(end: str, moved: Sequence[Anything], differ: Known) -> Phrase:
    return Phrase(
        f"From A to B the {end} moved {{left}} on the left and {{right}} on the right, {{apart}} apart and more than the tape allows: "
        "the rig was not on the same spot, or a mark was misread. It is the floor, not the hitch. Measure both states again there.",
        {
            "left": (sure(moved[0]).value, units.LENGTH, "nearest"),
            "right": (sure(moved[1]).value, units.LENGTH, "nearest"),
            "apart": (abs(differ.value), units.LENGTH, "up"),
        },
    )
