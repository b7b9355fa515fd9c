"""A fitter who tapes a simulated rig to the sixteenth and does as the coach says, until it calls the rig set or gives up."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from stathmos.core.bay.adjust import coach
from stathmos.core.bay.adjust.case import Case, advised, start
from stathmos.core.bay.measure import calibrate
from stathmos.core.bay.measure.arches import ROCKED_LEAVES, Arches, arches, of_trial, once_read_again
from stathmos.core.bay.measure.lines import expected, told_by
from stathmos.core.bay.measure.scale import scale_of
from stathmos.core.bay.measure.trials import Setting, tried
from stathmos.core.bay.measure.windows import Taped, window
from stathmos.core.bay.simulate.truth import Habits, Hidden, Truth, changed, drawn
from stathmos.core.bay_schools import BAY_SCHOOLS, Marks
from stathmos.core.coupled import Rest, coupled
from stathmos.core.entry import FLAG
from stathmos.core.figures import Authority, Given, Missing, Provenance
from stathmos.core.rig import Bay, Rig, Trial
from stathmos.core.rig.bay import AGAIN, CORNERS
from stathmos.core.schools import TILT_FIRST, OrderSchool
from stathmos.core.settings import settings_of, written_at
from stathmos.core.stock import Kit
from stathmos.core.units import COUNT, LENGTH, MM_PER_IN

SIXTEENTH = MM_PER_IN / 16
MOST_TRIALS = 10
PITCH = 1.25 * MM_PER_IN  # of the shank's holes
STANDS_AT = 950.0  # mm: the marks in state A, before what the floor does


@dataclass(frozen=True, kw_only=True)
class Stated:
    """One trial: how likely the rig was said to stand inside, and whether it truly did."""

    likely: float
    truly: bool


@dataclass(frozen=True, kw_only=True)
class Played:
    """A rig that was worked through. ``verdict``: the coach's last; ``trials`` settings measured, ``truly`` whether it stands inside,
    and ``miss`` how far outside, mm.
    """

    verdict: str
    trials: int
    truly: bool
    miss: float
    restored: float
    stated: tuple[Stated, ...]

    @property
    def done(self) -> bool:
        """Whether the coach called it set."""
        return self.verdict == coach.DONE

    @property
    def settled(self) -> bool:
        """Whether the coach had the bars left as they are: called set, or at an edge of which more is not worth another trial."""
        return self.verdict in (coach.DONE, coach.LEAVE)


def play(
    hidden: Hidden,
    rng: np.random.Generator,
    habits: Habits = Habits(),
    school: str = "half_to_full",
    order: OrderSchool = TILT_FIRST,
) -> Played:
    """Work one rig through: A, B, and trials as the coach says."""
    truth, yard = hidden.truth, Yard(rng, habits)
    rig, stated = Rig(bay=yard.before_the_bars(truth)), []
    if not habits.rocks:  # the coach wants B read once more of a rig that nobody rocked
        again = {name + AGAIN: given for name, given in yard.rocked().taped(truth.marks({}), "b", "_b").items()}
        rig = replace(rig, bay=changed(rig.bay, again))
    case = _case(rig, hidden.believed, school, order)
    setting: Setting | None = Setting({kind: float(number) for kind, number in _begins(case).items()})
    verdict, counts = coach.NOISE, dict(setting.counts) if setting else {}
    for number in range(1, MOST_TRIALS + 1):
        assert setting is not None
        counts = dict(setting.counts)
        marks = truth.marks(counts)
        trial = _trial(f"trial_{number}", setting, case.kit, yard.taped(marks, "c", ""), habits.rocks)
        rig = replace(rig, trials=(*rig.trials, trial))
        case = _case(rig, hidden.believed, school, order)
        advice = advised(case)
        if advice is not None and advice.verdict == coach.AGAIN:
            again = {name + AGAIN: given for name, given in yard.rocked().taped(marks, "c", "").items()}
            rig = replace(rig, trials=(*rig.trials[:-1], changed(trial, again)))
            case = _case(rig, hidden.believed, school, order)
            advice = advised(case)
        truly = bool(BAY_SCHOOLS[school].holds(marks))
        if case.window.likely is not None:
            stated.append(Stated(likely=case.window.likely, truly=truly))
        verdict = coach.NOISE if advice is None else advice.verdict
        if advice is None or verdict != coach.CHANGE:
            break
        setting = advice.to
    return Played(
        verdict=verdict, trials=len(rig.trials), truly=bool(BAY_SCHOOLS[school].holds(truth.marks(counts))),
        miss=float(BAY_SCHOOLS[school].miss(truth.marks(counts))),
        restored=truth.restored(counts), stated=tuple(stated),
    )  # fmt: skip


def many(
    number: int, habits: Habits = Habits(), seed: int = 20261123, school: str = "half_to_full", kits: Sequence[Kit] = ()
) -> list[Played]:
    """So many rigs worked through, the same ones for the same seed; each on one of some kits, where any are given."""
    rng = np.random.default_rng(seed)
    found = []
    for _ in range(number):
        kit = kits[int(rng.integers(len(kits)))] if kits else None
        found.append(play(drawn(rng, kit, habits), rng, habits, school))
    return found


def before_the_bars(truth: Truth, rng: np.random.Generator, habits: Habits = Habits()) -> Bay:
    """A and B of a rig as a fitter of some habits tapes them."""
    return Yard(rng, habits).before_the_bars(truth)


@dataclass(frozen=True)
class Yard:
    """The floor, the springs and the tape: what is read where a mark belongs at some height."""

    rng: np.random.Generator
    habits: Habits
    floor: Mapping[str, float] | None = None

    def __post_init__(self) -> None:
        if self.floor is None:
            lean = self.habits.floor
            object.__setattr__(self, "floor", {corner: STANDS_AT + self.rng.uniform(-lean, lean) for corner in CORNERS})

    def before_the_bars(self, truth: Truth) -> Bay:
        """States A and B of a rig."""
        marks = truth.marks({})
        rocked = _flag(self.habits.rocks, "bay.rocked_b")
        return Bay(**self.taped(marks, "a", "_a"), **self.taped(marks, "b", "_b"), rocked_b=rocked)

    def rocked(self) -> Yard:
        """The same yard, the rig rolled and rocked."""
        return replace(self, habits=replace(self.habits, rocks=True))

    def taped(self, marks: Marks, state: str, ends: str) -> dict[str, Given]:
        """Every mark of a state to the sixteenth, by its field; coupled, each end stands off by what its springs hold."""
        off = {end: self._off(marks, state, end) for end in ("front", "rear")}
        place = "trials.trial." if state == "c" else "bay."
        return {
            f"{corner}{ends}": _mark(
                self._read(getattr(marks, f"{corner.split('_')[0]}_{state}") + off[corner.split("_")[0]], corner),
                f"{place}{corner}{ends}",
            )
            for corner in CORNERS
        }

    def _off(self, marks: Marks, state: str, end: str) -> float:
        """How far an end stands from where it belongs: uncoupled not at all; never further behind than it has come."""
        if state == "a":
            return 0.0
        leaves = ROCKED_LEAVES if self.habits.rocks else 1.0
        came_from = "b" if state == "c" and self.habits.lags_back else "a"
        came = getattr(marks, f"{end}_{came_from}") - getattr(marks, f"{end}_{state}")
        way = came if came_from == "b" else getattr(marks, f"{end}_a") - getattr(marks, f"{end}_b")
        behind = min(abs(self.habits.lags), abs(way)) * leaves * (1.0 if (way > 0) == (self.habits.lags > 0) else -1.0)
        return float(behind + self.rng.uniform(-1, 1) * self.habits.holds * leaves)

    def _read(self, height: float, corner: str) -> float:
        assert self.floor is not None
        placed = height + self.floor[corner] + self.rng.uniform(-SIXTEENTH / 2, SIXTEENTH / 2)
        return round(placed / SIXTEENTH) * SIXTEENTH


def _mark(height: float, path: str) -> Given:
    return Given(height, LENGTH, Provenance.MEASURED, path=path)


def _flag(yes: bool, path: str) -> Given:
    return Given(0.0, FLAG, Provenance.MEASURED, "yes" if yes else "no", path=path)


def _trial(key: str, setting: Setting, kit: Kit, marks: Mapping[str, Given], rocked: bool) -> Trial:
    counted = {
        name: Given(setting.of(one.kind.key), COUNT, Provenance.MEASURED, path=f"trials.{key}.{name}")
        for one in settings_of(kit) for name in written_at(one.kind)
    }  # fmt: skip
    placed = {name: replace(given, path=f"trials.{key}.{name}") for name, given in marks.items()}
    return Trial(key=key, rocked=_flag(rocked, f"trials.{key}.rocked"), **counted, **placed)


def _begins(case: Case) -> Mapping[str, float]:
    settings = start(case)
    assert settings is not None
    return settings.counts


def _calibrated(rest: Rest, found: Arches) -> Rest:
    """The rig as believed, with the spring rates that its own marks told."""
    told = calibrate.rates(found, rest.tongue, rest.geometry)
    k_f = rest.geometry.k_f if isinstance(told.front, Missing) else told.front
    k_r = rest.geometry.k_r if isinstance(told.rear, Missing) else told.rear
    return replace(rest, geometry=replace(rest.geometry, k_f=k_f, k_r=k_r))


def _case(rig: Rig, believed: Rest, school: str, order: OrderSchool) -> Case:
    """The rig as the coach sees it, by the bay's own rooms."""
    found = arches(rig)
    rest = _calibrated(believed, found)
    kit = rest.kit
    assert kit is not None
    trials = tried(rig, kit, found)
    last = trials[-1] if trials else None
    states = last.states if last is not None else found.coupled
    taped = Taped(states=states, scale=scale_of(states, coupled(rest), rest.geometry))
    if last is not None and last.setting is not None:
        told = told_by(trials[:-1], taped, BAY_SCHOOLS[school])
        taped = replace(taped, learned=expected(rest, told, last.setting, PITCH))
    judged = window(BAY_SCHOOLS[school], taped, True, Authority.HOUSE)
    return Case(
        rest=rest, kit=kit, window=judged, taped=taped, trials=trials, order=order, pitch=PITCH,
        restored=Missing(("trials.trial_1.front_left",)) if last is None else last.restoration,
        again_u=once_read_again(rig, of_trial(last.trial.key), "front", 2) if last is not None else None,
    )  # fmt: skip
