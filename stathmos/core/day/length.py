"""How long a job takes: what its time is made of, trials by the coach's prediction and this house's history, corrected by what
jobs really took. Minutes throughout.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from stathmos.core.day.kinds import JOINTS, LISTEN, LOOK, MEASURE, MOUNT, PASSES, STEPS, TRIALS, JobKind

#: further trials of a rig whose first one is not inside: in the simulated bay 0.6 further trials a rig, and 43 in 100 whose first is not
MORE_TRIALS = 1.4
#: the coach's prediction weighs as much as so many fits of the house: from memory, to be verified
WEIGHT_OF_COACH = 4.0
#: a job of the same kind takes within so much of another, one standard uncertainty, as a share: from memory, to be verified
JOB_TO_JOB = 0.15
#: and a house that never measured itself may be off by so much: from memory, to be verified
HOUSE_TO_HOUSE = 0.25
#: four jobs in five are done in the time that is set aside for them (normal distribution)
FOUR_IN_FIVE = 0.8416
#: what is set aside is rounded up to whole so many minutes
TO = 5
#: the shares of a piece's own time that it may be off by, one standard uncertainty: from memory, to be verified
PIECE_SPREAD = 0.1


@dataclass(frozen=True)
class Minutes:
    """What each thing takes in this house, minutes. ``fixed``: mounting, measuring and handing over, together.

    ``per_step`` of the hand-over's drill, ``per_pass`` of a weighing, ``measure``: the three states taped; ``look``: all of a
    hitch looked over; ``listen``: the customer asked and the rig walked round. ``trials`` of a fit as a rule.
    """

    fixed: float
    per_trial: float
    per_joint: float
    per_step: float = 1.0
    per_pass: float = 15.0
    measure: float = 25.0
    look: float = 30.0
    listen: float = 20.0
    trials: float = 3.0


@dataclass(frozen=True)
class Work:
    """What a rig has to it. ``likely``: how likely the coach's first setting lies inside, 0 to 1; None where nobody can tell.

    ``bars``: whether there are bars to be set at all; ``joints`` on the torque sheet; ``steps`` of the drill; ``passes`` still
    wanted of a weighing; ``house_trials``: trials of each fit that this house made with this family.
    """

    bars: bool = True
    likely: float | None = None
    joints: int = 0
    steps: int = 0
    passes: int = 1
    house_trials: tuple[int, ...] = ()


@dataclass(frozen=True)
class Trials:
    """Trials that are expected. ``coach``: by its prediction alone; ``mean`` and ``u`` with the house's history, of one fit."""

    coach: float
    mean: float
    u: float
    fits: int


@dataclass(frozen=True)
class Piece:
    """A part of the time. ``key``: of the kinds' pieces; ``each`` minutes, ``many`` of them; ``u`` of its minutes."""

    key: str
    word: str
    many: float
    each: float
    minutes: float
    u: float


@dataclass(frozen=True)
class Length:
    """How long a job takes. ``reckoned``: its pieces together; ``factor``: what this house takes of what is reckoned; ``mean`` and
    ``u`` of it; ``planned``: what is set aside, whole minutes. ``done``: jobs of its kind that the factor was learned from.
    """

    pieces: tuple[Piece, ...]
    reckoned: float
    factor: float
    mean: float
    u: float
    planned: int
    done: int


def by_the_coach(likely: float | None, as_a_rule: float) -> float:
    """Trials that the coach's prediction makes one expect.  1 + (1 − likely) · 1.4; the house's rule where it predicts nothing.

    Raises ValueError for a likelihood that is none.

    >>> round(by_the_coach(0.55, 3), 3), by_the_coach(1.0, 3), by_the_coach(None, 3.0)
    (1.63, 1.0, 3.0)
    """
    if likely is None:
        return max(1.0, as_a_rule)
    if not 0.0 <= likely <= 1.0:
        raise ValueError("a likelihood lies between 0 and 1")
    return 1.0 + (1.0 - likely) * MORE_TRIALS


def expected_trials(coach: float, house: Iterable[int]) -> Trials:
    """Trials of one fit, the coach's prediction counted as four fits, and the house's own after it.

    Further trials as a Poisson number whose rate has a gamma distribution (conjugate; Gelman et al., Bayesian Data Analysis, 2.6):
    shape a = 4 · (coach − 1) + Σ(trials − 1), rate b = 4 + fits, mean a/b, variance a/b · (1 + 1/b).

    >>> expected_trials(2.0, [1, 1, 2, 2]).mean, round(expected_trials(2.0, [1, 1, 2, 2]).u, 4)
    (1.75, 0.9186)
    """
    further = [max(0, one - 1) for one in house]
    shape, rate = WEIGHT_OF_COACH * (coach - 1.0) + sum(further), WEIGHT_OF_COACH + len(further)
    return Trials(coach, 1.0 + shape / rate, math.sqrt(shape / rate * (1.0 + 1.0 / rate)), len(further))


@dataclass(frozen=True)
class Learned:
    """What the house takes of what is reckoned. ``factor`` and ``u``, the standard uncertainty of its logarithm; ``done`` jobs."""

    factor: float
    u: float
    done: int


def learned(took: Iterable[tuple[float, float]]) -> Learned:
    """The factor, from jobs that were done, each as the minutes it took and the minutes reckoned for it.

    Logarithms of the ratios, normal with a spread of 15 %, about a house's own that lies within 25 % of one (conjugate normal;
    Gelman et al., 2.5). A job that took nothing, or for which nothing was reckoned, teaches nothing.

    >>> learned([]).factor, round(learned([(120, 100)] * 12).factor, 3)
    (1.0, 1.194)
    """
    logs = [math.log(actual / reckoned) for actual, reckoned in took if actual > 0 and reckoned > 0]
    weight = 1 / HOUSE_TO_HOUSE**2 + len(logs) / JOB_TO_JOB**2
    return Learned(math.exp(sum(logs) / JOB_TO_JOB**2 / weight), math.sqrt(1 / weight), len(logs))


_WORDS = {
    MOUNT: "mounting and measuring", MEASURE: "measuring", TRIALS: "trials", JOINTS: "joints", STEPS: "steps of the drill",
    PASSES: "passes of a weighing", LOOK: "looking it over", LISTEN: "asking and walking round",
}  # fmt: skip


def _of(key: str, many: float, each: float, u_many: float = 0.0) -> Piece:
    """One piece: its own minutes may be off by a tenth, and its number too."""
    minutes = many * each
    return Piece(key, _WORDS[key], many, each, minutes, math.hypot(PIECE_SPREAD * minutes, u_many * each))


def pieces(kind: JobKind, work: Work, house: Minutes) -> tuple[Piece, ...]:
    """What a job's time is made of, in order. Mounting is what is left of the fixed time when the hand-over is taken out of it:
    fit and hand-over together are what the customer's quote reckons.
    """
    trials = expected_trials(by_the_coach(work.likely, house.trials), work.house_trials)
    made = {
        MOUNT: lambda: _of(MOUNT, 1, max(0.0, house.fixed - work.steps * house.per_step)),
        MEASURE: lambda: _of(MEASURE, 1, house.measure),
        TRIALS: lambda: _of(TRIALS, trials.mean if work.bars else 0.0, house.per_trial, trials.u if work.bars else 0.0),
        JOINTS: lambda: _of(JOINTS, work.joints, house.per_joint),
        STEPS: lambda: _of(STEPS, work.steps, house.per_step),
        PASSES: lambda: _of(PASSES, work.passes, house.per_pass),
        LOOK: lambda: _of(LOOK, 1, house.look),
        LISTEN: lambda: _of(LISTEN, 1, house.listen),
    }
    return tuple(made[key]() for key in kind.pieces)


def length(kind: JobKind, work: Work, house: Minutes, took: Iterable[tuple[float, float]] = ()) -> Length:
    """How long a job takes, with its spread.  mean = reckoned · factor; planned = mean + 0.84 · u, up to whole five minutes.

    >>> from stathmos.core.day.kinds import KINDS
    >>> found = length(KINDS["handover"], Work(steps=14), Minutes(75, 20, 5))
    >>> found.reckoned, found.mean, round(found.u, 1), found.planned
    (14.0, 14.0, 4.3, 20)
    """
    made, own = pieces(kind, work, house), learned(took)
    reckoned = sum(one.minutes for one in made)
    mean = reckoned * own.factor
    u = math.hypot(own.factor * math.sqrt(sum(one.u**2 for one in made)), mean * math.hypot(own.u, JOB_TO_JOB))
    planned = max(TO, math.ceil(round((mean + FOUR_IN_FIVE * u) / TO, 9)) * TO)
    return Length(made, reckoned, own.factor, mean, u, planned, own.done)


def history(rows: Iterable[tuple[str, float, float]]) -> Mapping[str, tuple[tuple[float, float], ...]]:
    """Jobs that were done by their kind, each as what it took and what was reckoned."""
    found: dict[str, list[tuple[float, float]]] = {}
    for kind, actual, reckoned in rows:
        found.setdefault(kind, []).append((actual, reckoned))
    return {kind: tuple(some) for kind, some in found.items()}
