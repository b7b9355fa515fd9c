"""Left against right, in every state and trial: a floor, a stuck spring, a jack or one slack bar shows there first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

from stathmos.core.bay.measure.arches import A, B, Place, corner, in_order, of_trial, sticking, told
from stathmos.core.figures import Anything, Figure, Known, Missing, sure, work
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import SIDES, trial_number
from stathmos.core.tolerances import LEAN
from stathmos.core.units import LENGTH

STANDS, COUPLED, WITH_BARS = "stands", "coupled", "with bars"


@dataclass(frozen=True)
class Uneven:
    """Where left and right do not agree. ``kind``: uncoupled already, from A to B, or with the bars on (in which ``trial``)."""

    kind: str
    says: Phrase
    trial: str = ""


def uneven(rig: Rig) -> tuple[Uneven, ...]:
    """Where left and right do not agree: standing apart by more than ½ in, or moving differently than tape and springs can tell."""
    said: list[Uneven] = []
    for end in ("front", "rear"):
        left, right = (corner(rig, A.paths[f"{end}_{side}"]) for side in SIDES)
        apart = work("left − right", LENGTH, lambda left, right: left - right, LEAN.rule, left=left, right=right)
        if isinstance(apart, Figure) and not LEAN.within(apart.value):
            said.append(Uneven(STANDS, _stands_apart(end, apart)))
        moved, differ = _moved(rig, A, B, end)
        if told(differ):
            said.append(Uneven(COUPLED, _moves_apart(end, moved, sure(differ))))
    for trial in in_order(rig.trials):
        for end in ("front", "rear"):
            c = of_trial(trial.key)
            before = B if not any(isinstance(rig.figure(B.paths[f"{end}_{side}"]), Missing) for side in SIDES) else A
            moved, differ = _moved(rig, before, c, end)
            if told(differ):
                said.append(Uneven(WITH_BARS, _pulls_apart(end, trial.key, before, moved, sure(differ)), trial.key))
    return tuple(said)


class _Moved(NamedTuple):
    """What each side moved from one state to another, mm, and how much further the left one did."""

    by_side: Sequence[Anything]
    differ: Anything


def _moved(rig: Rig, before: Place, after: Place, end: str) -> _Moved:
    """What each side of an end moved from one state to another, mm, and how much further the left one did."""
    moved: list[Anything] = [
        work("after − before", LENGTH, lambda before, after: after - before, None,
             before=corner(rig, before.paths[f"{end}_{side}"], before.rocked), after=corner(rig, after.paths[f"{end}_{side}"], after.rocked))
        for side in SIDES
    ]  # fmt: skip
    differ = work("left − right", LENGTH, lambda left, right: left - right, LEAN.rule, left=moved[0], right=moved[1])
    if isinstance(differ, Missing):
        return _Moved(moved, differ)
    # each side sticks by itself
    sticks = {f"~{side} {place.key}": sticking(rig, place, end) for place in (before, after) for side in SIDES}
    return _Moved(moved, differ.doubted({name: u for name, u in sticks.items() if u}))


def _stands_apart(end: str, apart: Figure) -> Phrase:
    higher = "left" if apart.value > 0 else "right"
    return Phrase(
        f"Uncoupled, the {end} stands {{apart}} higher on the {higher}: the floor is not level or the vehicle leans. It is not the hitch.",
        {"apart": (abs(apart.value), LENGTH, "up")},
    )


def _by_side(moved: Sequence[Anything], differ: Known) -> dict[str, tuple[float, str, str]]:
    return {
        "left": (sure(moved[0]).value, LENGTH, "nearest"),
        "right": (sure(moved[1]).value, LENGTH, "nearest"),
        "apart": (abs(differ.value), LENGTH, "up"),
    }


def _moves_apart(end: str, moved: Sequence[Anything], differ: Known) -> Phrase:
    return Phrase(
        f"From A to B the {end} moved {{left}} on the left and {{right}} on the right, {{apart}} apart and more than the tape allows: "
        "the rig was not on the same spot, or a mark was misread. It is the floor, not the hitch. Measure both states again there.",
        _by_side(moved, differ),
    )


def _pulls_apart(end: str, trial: str, before: Place, moved: Sequence[Anything], differ: Known) -> Phrase:
    """From B to C: one bar that pulls alone, a floor, a spring that stuck."""
    still = [side for side, one in zip(SIDES, moved, strict=True) if not told(one)]
    one_alone = len(still) == 1
    begins = f"Trial {trial_number(trial)}: from {before.key.upper()} to C the {end} moved "
    if one_alone:
        other = next(side for side in SIDES if side != still[0])
        way = f"on the {other} side only, {{left}} on the left and {{right}} on the right"
    else:
        way = "{left} on the left and {right} on the right, {apart} apart and more than the tape allows"
    return Phrase(
        begins + way + ": one bar pulls more than the other, a spring sticks, or a mark was misread. "
        "Count both bars' ends, roll and rock the rig, and read C again.",
        _by_side(moved, differ),
    )
