"""A rig as it truly is: the coupled equilibrium with bars as springs, and springs that stick where nobody rocked them.

What the bay believes of it (the catalogue's bars, the handbook's slack, the tongue as weighed) is drawn apart from it.
Weights kg, lengths mm, couples kg·mm, rates kg/mm.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, TypeVar

import numpy as np

from stathmos.core import statics
from stathmos.core.bay.measure.scale import rear_follows
from stathmos.core.bay.simulate import parts
from stathmos.core.bay_schools import Marks
from stathmos.core.coupled import Rest, bar_rate_at, bar_stiffness, rate_stated_at
from stathmos.core.figures import Given, Missing, Provenance, sure
from stathmos.core.heights import Geometry
from stathmos.core.rig import Bay, Trial
from stathmos.core.schools import RESTORATION_SCHOOLS
from stathmos.core.settings import LIFTS, PLACES, TABLE, TILTS, settings_of
from stathmos.core.stock import Kit
from stathmos.core.units import ANGLE, COUNT, COUPLE, KG_PER_LB, LENGTH, MM_PER_IN, RATE, WEIGHT

Described = TypeVar("Described", Kit, Trial, Bay)
#: how far off the catalog the effect of one step may be, as a share: from memory, to be verified
EFFECT_OFF = {TILTS: 0.2, LIFTS: 0.1, TABLE: 0.2}


@dataclass(frozen=True, kw_only=True)
class Habits:
    """How a fitter works, and what the rig is like. Lengths mm.

    ``holds``: how far a spring can stand from where it belongs, either way, when the rig was not rocked; ``lags``: how far each end
    stays behind where it came from, ``lags_back`` in C behind B instead of behind A; ``rocks``: whether the rig is rocked before it
    is read. ``floor``: how far the floor may lean between marks. ``springs``: how far off their class they may be, as a share;
    ``least_rise``: how far coupling lifts the front at least.
    """

    holds: float = 0.0
    lags: float = 0.0
    lags_back: bool = False
    rocks: bool = True
    floor: float = 0.5 * MM_PER_IN
    springs: float = 0.25
    least_rise: float = 0.375 * MM_PER_IN


@dataclass(frozen=True, kw_only=True)
class Truth:
    """One rig as it is, ``kit`` with its true bars and slack. ``offset``: uncoupled ball above the level coupler, mm."""

    T: float
    w: float
    o: float
    L: float
    d: float
    k_f: float
    k_r: float
    offset: float
    kit: Kit

    @property
    def rise(self) -> float:
        """How much coupling lifts the front, mm."""
        return -statics.front_axle_change(self.T, 0.0, self.w, self.o, self.L) / self.k_f

    @property
    def drop(self) -> float:
        """How much coupling lowers the rear, mm."""
        return statics.rear_axle_change(self.T, 0.0, self.w, self.o, self.L) / self.k_r

    def couple(self, counts: Mapping[str, float]) -> float:
        """The couple of the bars set so, kg·mm."""
        kinds = {one.kind.key: one for one in settings_of(self.kit)}
        wind = sum(parts.wind(kinds[kind], number, self.d) for kind, number in counts.items())
        assert self.kit.bar_rate is not None
        stated = sure(
            rate_stated_at(self.kit, self.kit.bracket_distance or Missing(("stock.kit.bracket_distance",)))
        ).value
        K = bar_stiffness(bar_rate_at(self.kit.bar_rate.value, stated, self.d), self.d)
        return statics.equilibrium_with_bars(self.T, self.w, self.o, self.L, self.k_f, self.k_r, K, wind, self.offset).M

    def restored(self, counts: Mapping[str, float]) -> float:
        """The restoration of a setting."""
        return statics.restoration(self.couple(counts), self.T, self.o, self.L)

    def marks(self, counts: Mapping[str, float]) -> Marks:
        """Where the marks belong in A, B and C, from A at nought, mm."""
        f = self.restored(counts)
        follows = rear_follows(self.w, self.o, self.L)
        return Marks(
            front_a=0.0, front_b=self.rise, front_c=self.rise * (1 - f),
            rear_a=0.0, rear_b=-self.drop, rear_c=-self.drop * (1 - f * (1 - follows)),
        )  # fmt: skip


def _label(value: float, dimension: str, path: str = "", u: float = 0.0) -> Given:
    return Given(value, dimension, Provenance.LABEL, path=path, u=u)


def usual_kit(rng: np.random.Generator) -> Kit:
    """A kit with head washers and bracket holes, as a catalogue has it; figures invented."""
    ends = {
        "washers_least": 0.0, "washers_most": 7.0, "washers_start": 4.0, "washers_slack": 1.0,
        "steps_least": 1.0, "steps_most": 5.0, "steps_start": 3.0, "steps_slack": 2.0,
    }  # fmt: skip
    figures = {
        **{name: _label(number, COUNT) for name, number in ends.items()},
        "washer_tilt": _label(float(np.radians(0.65)), ANGLE), "step_lift": _label(1.0 * MM_PER_IN, LENGTH),
    }  # fmt: skip
    rate, place = rng.uniform(220, 420) * KG_PER_LB / MM_PER_IN, 28 * MM_PER_IN
    kit = Kit(name="Kit", bar_rate=_label(rate, RATE), bracket_distance=_label(place, LENGTH))
    return changed(kit, figures)


def changed(one: Described, figures: Mapping[str, Given]) -> Described:
    """The same thing with some fields otherwise, by name."""
    more: dict[str, Any] = dict(figures)
    return replace(one, **more)


@dataclass(frozen=True, kw_only=True)
class Hidden:
    """A rig's truth beside what the bay believes of it."""

    truth: Truth
    believed: Rest


def drawn(rng: np.random.Generator, kit: Kit | None = None, habits: Habits = Habits()) -> Hidden:
    """A rig whose front rises as far as the habits want, and whose kit can bring it into the default window.

    Bars 30 % off the drawing, tilt and lift of a step 20 and 10 %, slack one step, the tongue 10 %; springs by the habits.
    """
    while True:
        book = kit or usual_kit(rng)
        T = rng.uniform(500, 1300) * KG_PER_LB
        w, o, L = (rng.uniform(low, high) * MM_PER_IN for low, high in ((115, 165), (42, 64), (150, 270)))
        class_rates = [rng.uniform(low, high) * KG_PER_LB / MM_PER_IN for low, high in ((380, 700), (500, 1100))]
        offset = rng.uniform(0.5, 2.0) * MM_PER_IN
        assert book.bar_rate is not None and book.bracket_distance is not None
        truth = Truth(
            T=T, w=w, o=o, L=L, d=book.bracket_distance.value, offset=offset, kit=_as_built(book, rng),
            k_f=class_rates[0] * rng.uniform(1 - habits.springs, 1 + habits.springs),
            k_r=class_rates[1] * rng.uniform(1 - habits.springs, 1 + habits.springs),
        )  # fmt: skip
        if truth.rise > habits.least_rise and _can_be_set(truth):
            weighed = T * rng.uniform(0.9, 1.1)
            return Hidden(truth=truth, believed=_believed(truth, book, weighed, class_rates))


def _as_built(book: Kit, rng: np.random.Generator) -> Kit:
    """A kit as it truly is: its bars, what a step of each kind does, and where the bars just touch, off the catalog."""
    assert book.bar_rate is not None
    own: dict[str, Given] = {"bar_rate": replace(book.bar_rate, value=book.bar_rate.value * rng.uniform(0.7, 1.3))}
    for one in settings_of(book):
        place = PLACES[one.kind.place]
        off = EFFECT_OFF[one.kind.works]
        if one.effect is not None:
            own[place.effect] = replace(one.effect, value=one.effect.value * rng.uniform(1 - off, 1 + off))
        if one.heights and one.slack is not None:
            touching, scale = one.height(one.slack.value), rng.uniform(1 - off, 1 + off)
            own |= {
                f"{place.one}_height_{row}": replace(given, value=touching.value + (given.value - touching.value) * scale)
                for row, given in enumerate(one.heights, 1) if given is not None and touching is not None
            }  # fmt: skip
        elif one.slack is not None:
            own[f"{place.key}_slack"] = replace(one.slack, value=one.slack.value + rng.uniform(-1, 1))
    return changed(book, own)


def _can_be_set(truth: Truth) -> bool:
    """Whether the kit reaches the middle of the default window from both sides."""
    kinds = settings_of(truth.kit)
    ends = [
        {
            one.kind.key: (max if tight else min)(one.counts(), key=lambda count: parts.wind(one, count, truth.d))
            for one in kinds
        }
        for tight in (True, False)
    ]
    return truth.restored(ends[0]) > 0.75 and truth.restored(ends[1]) < 0.6


def _believed(truth: Truth, book: Kit, weighed: float, class_rates: list[float]) -> Rest:
    """The rig as catalogue, handbook, tape and scale have it."""
    lengths = [
        _label(one, LENGTH, f"vehicle.{name}", MM_PER_IN / 4)
        for name, one in (("w", truth.w), ("o", truth.o), ("L", truth.L))
    ]
    rates = [
        Given(one, RATE, Provenance.ASSUMED, path=f"vehicle.{end}_rate", u=0.14 * one)
        for end, one in zip(("front", "rear"), class_rates, strict=True)
    ]
    nobody = Missing(("vehicle.front_alone",))
    school = RESTORATION_SCHOOLS["half_to_full"]
    coupler = 600.0
    return Rest(
        tongue=Given(weighed, WEIGHT, Provenance.MEASURED, path="weighing.tongue_scale", u=0.05 * weighed),
        gross=_label(8 * weighed, WEIGHT), front=nobody, rear=nobody, geometry=Geometry(*lengths, *rates),
        ball=_label(coupler + truth.offset, LENGTH), coupler=_label(coupler, LENGTH), frame=_label(truth.L * 1.3, LENGTH),
        bracket=_label(truth.d, LENGTH), kit=book, school=school, aim=_label(0.0, COUPLE),
    )  # fmt: skip
