"""Measuring: marks, rates, the rig assessed again as measured, trials, windows school by school. `measure` is the room's door."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import calibrate
from stathmos.core.bay.measure.arches import Arches, StateMarks, arches, corner, over_the_axles
from stathmos.core.bay.measure.attitude import attitude
from stathmos.core.bay.measure.beside import Beside, as_measured, beside_the_plan
from stathmos.core.bay.measure.calibrate import Loads, Rates, Reconciled
from stathmos.core.bay.measure.preconditions import preconditions
from stathmos.core.bay.measure.trials import Tried, tried
from stathmos.core.bay.measure.windows import Taped, Window, under_each_school
from stathmos.core.figures import Anything, Missing
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import BUMPER
from stathmos.core.schools import BAY_SCHOOLS
from stathmos.core.stock import Kit
from stathmos.core.uncertainty import chance_between

__all__ = ["Measured", "measure"]


@dataclass(frozen=True, kw_only=True)
class Measured:
    """What the bay measured, and what that comes to: handed on to whoever adjusts, proves and speaks.

    ``planned`` and ``now``: the rig as planned, and as the bay measured it. ``current``: the last trial whose marks were
    read; ``restored`` the restoration that it is judged by. ``attitude``: rail front less rear, bars on, mm.
    ``refit``: what the model would mount otherwise now.
    """

    rig: Rig
    planned: Assessment
    now: Assessment
    kit: Kit | None
    checks: tuple[Check, ...]
    beside: tuple[Beside, ...]
    refit: Phrase | None
    arches: Arches
    rates: Rates
    trials: tuple[Tried, ...]
    current: Tried | None
    restoration: Reconciled
    restored: Anything
    windows: tuple[Window, ...]
    loads: Loads | None
    attitude: Anything


def measure(rig: Rig, planned: Assessment, again: Callable[[Rig], Assessment]) -> Measured:
    """What was measured of a rig. ``again`` assesses it with other figures."""
    found = arches(rig)
    # heights move neither the tongue nor the lengths: one assessment of the rig as measured is enough
    told = calibrate.rates(found, planned.rest.tongue, planned.rest.geometry)
    now = _as_measured(rig, told, planned, again)
    if now.rest.geometry.o != planned.rest.geometry.o:
        # … unless what was measured chose another head, and with it another overhang
        told = calibrate.rates(found, now.rest.tongue, now.rest.geometry)
        now = _as_measured(rig, told, planned, again)
    kit = now.choice.in_force.kit if now.choice.weight_distributing else None

    trials = tried(rig, kit, found) if kit is not None else ()
    current = next((one for one in reversed(trials) if one.measured), None)
    holds = current if current is not None and not current.void else None
    by_tape: Anything = holds.restoration if holds is not None else Missing(("trials.trial_1.front_left",))
    # pass 3 says how the bars stood when they were weighed: it goes with the setting that was weighed, and no other
    weighed = holds is not None and holds.trial.weighed is not None and holds.trial.weighed.typed == "yes"
    bridge = now.weights.bridge.restoration if weighed else Missing(("weighing.bridge_front_bars",))
    restoration = calibrate.reconciled(by_tape, bridge)
    restored = restoration.together if holds is not None else by_tape

    def likely(low: float, high: float) -> float | None:
        return None if isinstance(restored, Missing) else chance_between(low, high, restored.value, restored.u)

    taped = Taped(
        arches=found, geometry=now.rest.geometry, good=_good(rig), c=holds.state if holds is not None else None,
        restoration=restored, at_bumpers=rig.choice("bay.marks") == BUMPER,
    )  # fmt: skip
    return Measured(
        rig=rig,
        planned=planned,
        now=now,
        kit=kit,
        checks=preconditions(rig, kit, matches_a_rig(now)),
        beside=beside_the_plan(planned, now, rig, found),
        refit=_refit(planned, now),
        arches=found,
        rates=told,
        trials=trials,
        current=current,
        restoration=restoration,
        restored=restored,
        windows=under_each_school(taped, now.rules, likely) if kit is not None else (),
        loads=calibrate.loads(restored, now.rest) if kit is not None else None,
        attitude=attitude(rig, current.trial if current else None),
    )


def matches_a_rig(now: Assessment) -> bool:
    """Whether the school chosen for the bay matches another rig's heights."""
    school = BAY_SCHOOLS.get(now.rules.bay_school)
    return school is not None and school.reference


def _as_measured(rig: Rig, told: Rates, planned: Assessment, again: Callable[[Rig], Assessment]) -> Assessment:
    """The rig assessed with what the bay measured; the plan itself where it measured nothing."""
    measured = as_measured(rig, told)
    return planned if measured == rig else again(measured)


def _good(rig: Rig) -> StateMarks:
    """The reference of a known-good rig, as good as its own tape."""
    return over_the_axles(rig, corner(rig, "bay.good_front"), corner(rig, "bay.good_rear"))


def _refit(planned: Assessment, now: Assessment) -> Phrase | None:
    """What the model chooses otherwise now that it goes by what was measured."""
    before, after = planned.choice.position, now.choice.position
    if before is None or after is None or (before.orientation, before.hole) == (after.orientation, after.hole):
        return None
    return Phrase(f"With what was measured the shank goes {after.words}, where the plan had it {before.words}.")
