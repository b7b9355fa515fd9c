"""What the coach goes by: one rig's trials, taped and judged, and what its kit can be set to. `advised` is the next change."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from stathmos.core import statics
from stathmos.core.bay.adjust import coach
from stathmos.core.bay.adjust.coach import Advice, Stands
from stathmos.core.bay.measure.frames import Frame
from stathmos.core.bay.measure.learn import LearnedLine
from stathmos.core.bay.measure.lines import LEAST_U, Told, hole_effect, learned_from, told_by
from stathmos.core.bay.measure.scale import begins_at
from stathmos.core.bay.measure.trials import Setting, Tried
from stathmos.core.bay.measure.windows import Taped, Window
from stathmos.core.bay_schools import Band
from stathmos.core.coupled import BY_HANDBOOK, Rest, Settings, begun_with, model_of, starting_settings, wind_of
from stathmos.core.figures import Anything, Missing, Provenance, sure, wanting
from stathmos.core.schools import OrderSchool
from stathmos.core.settings import ENDS, settings_of
from stathmos.core.stock import Kit
from stathmos.core.tolerances import ARCH_MARK


@dataclass(frozen=True, kw_only=True)
class Carried:
    """What an earlier vehicle's bars come to on this one: how to set them, what that gives back, where the front mark then stands, mm."""

    settings: Settings
    f: float
    front: float | None


@dataclass(frozen=True, kw_only=True)
class Case:
    """One rig in the bay as the coach sees it.

    ``window``: of the school in force; ``taped``: what it was judged on; ``restored``: the restoration by tape and scales, where
    they tell it; ``again_u``: how well the front mark of C would be known, were it read again (standard uncertainty, mm), None where it was;
    ``pitch`` of the shank's holes, mm.
    """

    rest: Rest
    kit: Kit
    window: Window
    taped: Taped
    trials: tuple[Tried, ...]
    restored: Anything
    order: OrderSchool
    pitch: float
    again_u: float | None = None

    @cached_property
    def told(self) -> tuple[Told, ...]:
        """What each trial told."""
        return told_by(self.trials, self.taped, self.window.school)

    @cached_property
    def line(self) -> LearnedLine | None:
        """What the trials taught of this rig."""
        set_so = self.trials[-1].setting if self.trials else None
        shift = hole_effect(self.rest, set_so.counts if set_so else {}, self.pitch)
        return learned_from(self.rest, self.told, shift)

    @cached_property
    def frame(self) -> Frame:
        """The heights that the school in force judges."""
        return self.taped.frame(self.window.school)

    @property
    def target(self) -> Band | None:
        """The window in restoration."""
        low, aim, high = self.window.low, self.window.aim, self.window.high
        return None if low is None or aim is None or high is None else Band(low, aim, high)

    @property
    def stands(self) -> Stands | None:
        """Where the rig stands after its last trial; None where its front mark cannot be put into a restoration."""
        frame = self.frame
        scale, c, f = frame.scale, frame.figures.get("front_c"), frame.restored(self.window.school)
        if scale is None or c is None or f is None:
            return None
        of_one = max(c.u / scale.rise, LEAST_U)
        u = of_one * 2**0.5 if isinstance(self.restored, Missing) or scale.supposed else max(self.restored.u, LEAST_U)
        again = None
        if self.again_u is not None:
            again = (max(0.0, u**2 - of_one**2) + (self.again_u / scale.rise) ** 2) ** 0.5
        miss = self.taped.miss(self.window.school)
        return Stands(
            verdict=self.window.verdict, likely=self.window.likely, f=f, u=u, u_of_one=of_one, u_again=again, rocked=self.rocked,
            miss=None if miss is None else miss / scale.rise, half_a_mark=ARCH_MARK.value / 2 / scale.rise,
        )  # fmt: skip

    @property
    def rocked(self) -> bool:
        """Whether the rig was rolled and rocked before its last marks were read."""
        rocked = self.trials[-1].trial.rocked
        return rocked is not None and rocked.typed == "yes"

    @property
    def tried(self) -> tuple[Setting, ...]:
        """The settings that were tried, the one in hand among them."""
        return tuple(one.setting for one in self.trials if one.setting is not None and not one.void)

    @property
    def would_not(self) -> tuple[Setting, ...]:
        """The settings at which the bars would not go on."""
        return tuple(one.setting for one in self.trials if one.setting is not None and one.would_not_go_on)


def start(case: Case) -> Settings | None:
    """What to begin with, by the bay's own school and order; the maker's start before a model with typical springs."""
    rest, allowed = case.rest, [one for one in settings_of(case.kit) if one.counts()]
    if _springs_are_typical(rest) and allowed and all(one.begins_with is not None for one in allowed):
        counts = begun_with(case.kit)
        return Settings(counts=counts, source=BY_HANDBOOK, wind=wind_of(case.kit, counts, rest.bracket))
    return starting_settings(rest, case.target, case.order)


def as_the_couple_was(case: Case, couple: float) -> Carried | None:
    """The setting that makes as near the same couple on this rig as its window lets, where the bars' geometry is known.

    ``couple`` of the bars on the earlier vehicle, kg·mm. The trailer, the head and the bars are the same; the vehicle is not.
    """
    rest, target, frame = case.rest, case.target, case.frame
    g = rest.geometry
    if target is None or model_of(rest) is None or wanting(rest.tongue, g.o, g.L):
        return None
    T, o, L = (sure(one).value for one in (rest.tongue, g.o, g.L))
    f = min(max(statics.restoration(couple, T, o, L), target.low), target.high)
    settings = starting_settings(rest, Band(target.low, f, target.high), case.order)
    if settings is None:
        return None
    zero = None if frame.scale is None else begins_at(frame.marks, frame.scale)
    front = None if zero is None or frame.scale is None else frame.told(zero - f * frame.scale.rise)
    return Carried(settings=settings, f=f, front=front)


def _springs_are_typical(rest: Rest) -> bool:
    """Whether no tape, scale or label told what either axle's springs do."""
    rates = (rest.geometry.k_f, rest.geometry.k_r)
    return any(isinstance(one, Missing) or one.provenance is Provenance.ASSUMED for one in rates)


def advised(case: Case) -> Advice | None:
    """The next change of the bars; None where nothing can be said of where the rig stands."""
    now = case.trials[-1].setting if case.trials else None
    if now is None:
        return None
    allowed = settings_of(case.kit)
    if case.trials[-1].would_not_go_on:
        return _slacker(case, now)
    stands = case.stands
    if stands is None or case.line is None:
        return None
    # the tape did not tell how far coupling goes: which way is known, and how far is not
    target = (
        None
        if case.frame.scale is None or case.frame.scale.supposed and not case.window.school.reference
        else case.target
    )
    return coach.advise(case.line, now, stands, target, allowed, case.order, case.tried, case.would_not)


def _slacker(case: Case, now: Setting) -> Advice:
    places = tuple(place for stage in case.order.stages for place in stage)
    return coach.slacker(now, settings_of(case.kit), case.would_not, sorted(places, key=lambda place: place != ENDS))
