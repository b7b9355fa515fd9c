"""Measuring: marks, rates, the rig assessed again as measured, trials, windows school by school. `measure` is the room's door."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from stathmos.core import axles
from stathmos.core.answer import Assessment
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure import calibrate
from stathmos.core.bay.measure.arches import Arches, StateMarks, arches, corner, over_the_axles
from stathmos.core.bay.measure.attitude import attitude, coupled_attitude
from stathmos.core.bay.measure.ball import ball_follows
from stathmos.core.bay.measure.beside import Beside, as_measured, beside_the_plan
from stathmos.core.bay.measure.calibrate import Loads, Rates, Reconciled
from stathmos.core.bay.measure.frames import Reach
from stathmos.core.bay.measure.gauge import by_gauge, gauged, reads_less
from stathmos.core.bay.measure.learn import Believed
from stathmos.core.bay.measure.lines import expected, told_by
from stathmos.core.bay.measure.preconditions import is_of_another_vehicle, preconditions
from stathmos.core.bay.measure.scale import scale_of
from stathmos.core.bay.measure.trials import Setting, Tried, tried, whose_rails_stand
from stathmos.core.bay.measure.windows import Taped, Window, in_force, under_each_school
from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.figures import Anything, Lazily, Missing, sure, wanting, work
from stathmos.core.heights import hole_pitch
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import AT_BUMPERS
from stathmos.core.stock import Kit
from stathmos.core.units import SLOPE

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
    taped: Taped
    windows: tuple[Window, ...]
    loads: Loads | None
    attitude: Anything

    @Lazily
    def on_axles(self) -> tuple[axles.OnAxle, ...]:
        """The trailer's axles one by one, kg: as a weighbridge read each, else by the slope at which the rail was taped."""
        weighed = axles.read_one_by_one(self.rig)
        if weighed:
            return tuple(axles.OnAxle(number=at, load=one, shared=one, told=True) for at, one in enumerate(weighed, 1))
        group = self.loads.trailer_axles if self.loads is not None else Missing(("trials.trial_1.front_left",))
        if isinstance(group, Missing):  # no bars, or no marks of them: as planned, at the most they may add
            group = self.now.bench.planned.trailer_axles
        slope = work(
            "th = rail / frame", SLOPE, lambda rail, frame: rail / frame, None,
            rail=self.attitude, frame=self.rig.figure("trailer.frame_length"),
        )  # fmt: skip
        return axles.by_pitch(self.rig, group, slope)

    @property
    def rails_measured(self) -> bool:
        """Whether the rail was measured with the bars on, or coupled without any, so that no prediction of it counts."""
        return not isinstance(self.attitude, Missing)


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
    read = gauged(rig, holds, now)
    restoration = calibrate.reconciled(by_tape, bridge, by_gauge(read, now))
    restored = restoration.together if holds is not None else by_tape

    states = holds.states if holds is not None else found.coupled
    taped = Taped(
        states=states, good=_good(rig), scale=scale_of(states, now.coupled, now.rest.geometry),
        weighed=None if isinstance(restoration.weighed, Missing) else restoration.weighed,
        together=None if wanting(by_tape, restoration.weighed, restored) else sure(restored),
        scales=" and ".join(_SCALES[name] for name in restoration.ways if name in _SCALES) or _SCALES["bridge"],
        is_at_bumpers=rig.choice("bay.marks") in AT_BUMPERS, reach=_reach(rig),
    )  # fmt: skip
    if kit is not None and holds is not None and holds.setting is not None:
        taped = replace(taped, learned=_expected(taped, now, trials, holds, holds.setting))
    return Measured(
        rig=rig,
        planned=planned,
        now=now,
        kit=kit,
        checks=(
            *preconditions(rig, kit, matches_a_rig(now)),
            *ball_follows(rig, now, found, trials),
            *reads_less(read),
        ),
        beside=beside_the_plan(planned, now, rig, found),
        refit=_refit(planned, now),
        arches=found,
        rates=told,
        trials=trials,
        current=current,
        restoration=restoration,
        restored=restored,
        taped=taped,
        windows=under_each_school(taped, now.rules) if kit is not None else (),
        loads=calibrate.loads(restored, now.rest) if kit is not None else None,
        attitude=attitude(rig, whose_rails_stand(trials)) if kit is not None else coupled_attitude(rig),
    )


_SCALES = {"bridge": "the weighbridge", "gauge": "the gauge under the ball"}


def _expected(taped: Taped, now: Assessment, trials: tuple[Tried, ...], this: Tried, setting: Setting) -> Believed:
    """What the model and the other trials make one expect of a trial's setting."""
    others = tuple(one for one in trials if one is not this)
    told = told_by(others, taped, BAY_SCHOOLS[in_force(now.rules)[0]])
    return expected(now.rest, told, setting, hole_pitch(now.choice.in_force.shank))


def matches_a_rig(now: Assessment) -> bool:
    """Whether the school chosen for the bay matches another rig's heights."""
    school = BAY_SCHOOLS.get(now.rules.bay_school)
    return school is not None and school.reference


def _as_measured(rig: Rig, told: Rates, planned: Assessment, again: Callable[[Rig], Assessment]) -> Assessment:
    """The rig assessed with what the bay measured; the plan itself where it measured nothing."""
    measured = as_measured(rig, told)
    return planned if measured == rig else again(measured)


def _good(rig: Rig) -> StateMarks:
    """The reference of a known-good rig, as good as its own tape; none that was taped with another vehicle."""
    if is_of_another_vehicle(rig):
        return StateMarks(*(Missing((f"bay.good_{end}",)) for end in ("front", "rear", "front", "rear")))
    return over_the_axles(rig, corner(rig, "bay.good_front"), corner(rig, "bay.good_rear"))


def _reach(rig: Rig) -> Reach | None:
    """How far the bumpers stand from the axles, where that was taped."""
    ahead, w, behind = (rig.figure(path) for path in ("bay.front_mark", "vehicle.wheelbase", "bay.rear_mark"))
    if isinstance(ahead, Missing) or isinstance(w, Missing) or isinstance(behind, Missing) or w.value <= 0:
        return None
    return Reach(ahead=ahead.value, w=w.value, behind=behind.value)


def _refit(planned: Assessment, now: Assessment) -> Phrase | None:
    """What the model chooses otherwise now that it goes by what was measured."""
    before, after = planned.choice.position, now.choice.position
    if before is None or after is None or (before.orientation, before.hole) == (after.orientation, after.hole):
        return None
    return Phrase(f"With what was measured the shank goes {after.words}, where the plan had it {before.words}.")
