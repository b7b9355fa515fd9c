"""The marks in three states: means of left and right, the height over each axle, and how well each is known.

State A is uncoupled, B coupled without bars, C with the bars on. Heights mm above the
ground, up positive; a rise or a drop is a difference of two states at one mark, so a
floor that is not level cancels out of it as long as the rig stands on the same spot.
"""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import bumpers
from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Anything, Missing, Rule, expanded, work
from stathmos.core.rig import Rig, Trial, entries, entry_at
from stathmos.core.rig.bay import AGAIN, AT_BUMPERS, BUMPER_MIDDLE, CORNERS, SIDES, corner_path, trial_number
from stathmos.core.uncertainty import rectangular, tape
from stathmos.core.units import LENGTH, MM_PER_IN

#: how far off a taped mark may be, mm: half a mark of reading and as much of placing, from memory, to be verified; the two together as
#: one rectangle of the same standard uncertainty (JCGM 100, 4.3.9)
MARK_HALF_WIDTH = MM_PER_IN / 32 * 2**0.5
#: how far from where it belongs a coupled rig's spring stands that was not rocked, standard uncertainty in mm: an eighth, common
#: practice; a spring lags to the bound of what it holds, so the bound itself is the doubt (a two-point distribution, JCGM 100, 4.3.9)
STICKS = MM_PER_IN / 8
ROCKED_LEAVES = 0.25  # of what springs hold, a roll and a rock leave so much: common practice
STICKS_ROCKED = STICKS * ROCKED_LEAVES
#: of that doubt so much is the same in every state, front and rear, since the rig comes off the jack in each: from memory, to be verified
LAGS_ALIKE = 0.7
LAG = "~lag"  # by what name that common part stands in a figure's spread
#: how much otherwise the side that nobody taped may have moved, mm: from memory, to be verified
OTHER_SIDE = MM_PER_IN / 8
#: and how much more a front mark is off where nobody looked at the rear, mm: from memory, to be verified
REAR_UNSEEN = MM_PER_IN / 16

_MEAN = Rule("Left and right are meaned.", COMMON_PRACTICE)
_TWICE = Rule("A mark that was read twice, with a rock between, is meaned.", COMMON_PRACTICE)
STICKING = Rule(
    "Springs lag: the body stays behind where it came from, about ⅛ in, and a quarter of that once it was rocked.",
    f"{COMMON_PRACTICE}; {FROM_MEMORY}",
)


def mean_of_sides(left: float, right: float) -> float:
    """Height in the middle of the vehicle from the marks on both sides, mm.  (left + right) / 2

    >>> mean_of_sides(left=958.0, right=960.0)
    959.0
    """
    return (left + right) / 2


@dataclass(frozen=True)
class StateMarks:
    """One state of the vehicle: the body's height over its axles, and at the marks themselves, mm; at the arches they are the same."""

    front: Anything
    rear: Anything
    front_mark: Anything = Missing(("bay.front_left_a",))
    rear_mark: Anything = Missing(("bay.rear_left_a",))


@dataclass(frozen=True)
class States:
    """States that are compared, each meaned over the sides that all of them have. ``one_sided``: the ends taped on one side only."""

    a: StateMarks
    b: StateMarks
    c: StateMarks | None = None
    one_sided: tuple[str, ...] = ()

    @property
    def rise(self) -> Anything:
        """How much coupling lifted the front, mm."""
        return work("rise = B − A, front", LENGTH, lambda A, B: B - A, None, A=self.a.front, B=self.b.front)

    @property
    def drop(self) -> Anything:
        """How much coupling lowered the rear, mm."""
        return work("drop = A − B, rear", LENGTH, lambda A, B: A - B, None, A=self.a.rear, B=self.b.rear)


@dataclass(frozen=True)
class Arches:
    """What coupling did, A and B; and each trial's C beside them, in the order of the trials."""

    coupled: States
    trials: tuple[States, ...]

    @property
    def a(self) -> StateMarks:
        """Uncoupled."""
        return self.coupled.a

    @property
    def b(self) -> StateMarks:
        """Coupled, no bars."""
        return self.coupled.b

    @property
    def rise(self) -> Anything:
        """How much coupling lifted the front, mm."""
        return self.coupled.rise

    @property
    def drop(self) -> Anything:
        """How much coupling lowered the rear, mm."""
        return self.coupled.drop


@dataclass(frozen=True)
class Place:
    """Where one state is written: the path of each corner's mark, whether the rig was rocked before, and its own letter.

    ``sticks``: whether springs can stand off in it: coupled they can, uncoupled they are taken as they came.
    """

    key: str
    paths: dict[str, str]
    rocked: str = ""
    sticks: bool = True


A = Place("a", {corner: corner_path(corner, "a") for corner in CORNERS}, sticks=False)
B = Place("b", {corner: corner_path(corner, "b") for corner in CORNERS}, "bay.rocked_b")


def of_trial(key: str) -> Place:
    """State C of one trial."""
    return Place(key, {corner: f"trials.{key}.{corner}" for corner in CORNERS}, f"trials.{key}.rocked")


def _both(first: float, again: float) -> float:
    return (first + again) / 2


def corner(rig: Rig, path: str, rocked: str = "") -> Anything:
    """One mark, with the uncertainty of a mark on the tape.

    Read once more, after a rock: the mean of both where the rig was rocked for the first one too (``rocked`` says at which path
    that is written), else the second alone.
    """
    first = tape(rig.figure(path), MARK_HALF_WIDTH)
    if isinstance(first, Missing) or not _taped(rig, path + AGAIN):
        return first
    again = tape(rig.figure(path + AGAIN), MARK_HALF_WIDTH)
    if rig.choice(rocked) != "yes":
        return again
    return work("(first + again) / 2", LENGTH, _both, _TWICE, first=first, again=again)


def lagging(u: float, place: Place, end: str) -> dict[str, float]:
    """Split a spring's doubt into what is alike in every coupled state and what is this state's own, standard uncertainties in mm.

    The body stays behind where it came from: low in front and high at the rear, in B as in C, for it comes down off the jack in both.

    >>> {name: round(u, 3) for name, u in lagging(1.0, B, "rear").items()}
    {'~lag': -0.7, '~sticks rear b': 0.714}
    """
    alike = LAGS_ALIKE if end == "front" else -LAGS_ALIKE
    return {LAG: alike * u, f"~sticks {end} {place.key}": (1 - LAGS_ALIKE**2) ** 0.5 * u}


def sticking(rig: Rig, place: Place, end: str) -> float:
    """Standard uncertainty by the springs that stick at one end, mm; less where each mark was read twice with a rock between."""
    if not place.sticks:
        return 0.0
    was_rocked = rig.choice(place.rocked) == "yes"
    if read_twice(rig, place, end):
        return STICKS_ROCKED / 2**0.5 if was_rocked else STICKS_ROCKED
    return STICKS_ROCKED if was_rocked else STICKS


def once_read_again(rig: Rig, place: Place, end: str, sides: int) -> float | None:
    """How well an end's mark would be known, were it read once more after a rock, standard uncertainty in mm; None where it was.

    ``sides``: on how many sides it is taped.
    """
    if read_twice(rig, place, end):
        return None
    one = float((rectangular(MARK_HALF_WIDTH) ** 2 / sides + STICKS_ROCKED**2) ** 0.5)
    return one / 2**0.5 if rig.choice(place.rocked) == "yes" else one


def read_twice(rig: Rig, place: Place, end: str) -> bool:
    """Whether every mark of an end that was taped was read once more."""
    paths = [path for name, path in place.paths.items() if name.startswith(end) and _taped(rig, path)]
    return bool(paths) and all(_taped(rig, path + AGAIN) for path in paths)


def _taped(rig: Rig, path: str) -> bool:
    return entry_at(path) is not None and not isinstance(rig.figure(path), Missing)


def _sides(rig: Rig, places: tuple[Place, ...], end: str) -> tuple[str, ...]:
    """The sides that every state has which was taped at this end at all; both where none was."""
    sides: tuple[str, ...] = SIDES
    for place in places:
        have = tuple(side for side in SIDES if _taped(rig, place.paths[f"{end}_{side}"]))
        if have:
            sides = tuple(side for side in sides if side in have)
    return sides


def _end(rig: Rig, place: Place, end: str, sides: tuple[str, ...]) -> Anything:
    """The mark of one end in one state."""
    marks = {side: corner(rig, place.paths[f"{end}_{side}"], place.rocked) for side in sides}
    if not marks:
        return Missing(tuple(place.paths[f"{end}_{side}"] for side in SIDES))
    if len(marks) == len(SIDES):
        mean = work(f"{end} = (left + right) / 2", LENGTH, mean_of_sides, _MEAN, **marks)
    else:
        mean = work(f"{end}, taped once", LENGTH, lambda mark: mark, _MEAN, mark=next(iter(marks.values())))
    if isinstance(mean, Missing):
        return mean
    more = lagging(sticking(rig, place, end), place, end)
    if end == "front" and place.sticks and not any(_taped(rig, place.paths[f"rear_{side}"]) for side in SIDES):
        more[f"~rear not taped {place.key}"] = rectangular(REAR_UNSEEN)
    if len(marks) < len(SIDES) and rig.choice("bay.marks") != BUMPER_MIDDLE:
        more[f"~other side {end} {place.key}"] = rectangular(OTHER_SIDE) if place.sticks else 0.0
    return mean.doubted({name: u for name, u in more.items() if u})


def states(rig: Rig, trial: Trial | None = None) -> States:
    """A and B, and C of a trial, over the sides that they have in common."""
    places = (A, B) if trial is None else (A, B, of_trial(trial.key))
    sides = {end: _sides(rig, places, end) for end in ("front", "rear")}
    found = [over_the_axles(rig, *(_end(rig, place, end, sides[end]) for end in ("front", "rear"))) for place in places]
    c = found[2] if trial is not None else None
    in_the_middle = rig.choice("bay.marks") == BUMPER_MIDDLE
    one_sided = tuple(end for end, known in sides.items() if len(known) == 1 and not in_the_middle)
    return States(found[0], found[1], c, one_sided)


def over_the_axles(rig: Rig, front: Anything, rear: Anything) -> StateMarks:
    """A state from its marks: at the arches the marks stand over the axles, at the bumpers the axles lie between them."""
    if rig.choice("bay.marks") not in AT_BUMPERS:
        return StateMarks(front, rear, front, rear)
    over = bumpers.over_axles(rig, front, rear)
    return StateMarks(over.front, over.rear, front, rear)


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
    """The states measured so far."""
    return Arches(states(rig), tuple(states(rig, trial) for trial in in_order(rig.trials)))


def told(figure: Anything) -> bool:
    """Whether a difference stands out of its own uncertainty (k = 2).

    >>> told(Missing(("bay.front_left_a",)))
    False
    """
    return not isinstance(figure, Missing) and abs(figure.value) > expanded(figure)
