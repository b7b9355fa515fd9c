"""The heights that a school judges: the marks as taped, or the body over the axles; and how they are told at the mark.

At the wheel arches a mark stands over its axle, and both are one. At the bumpers a school that speaks of inches at the marks
means the bumper's own, and judges those. One that speaks of what the bars give back means the front axle: its window is carried
to the mark, by the heights of both bumpers and how far they stand from the axles.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from stathmos.core.bay.measure.arches import StateMarks, States
from stathmos.core.bay.measure.scale import Scale, begins_at, moved, restored_at
from stathmos.core.bay_schools import BaySchool, Marks
from stathmos.core.figures import Anything, Known, Missing


@dataclass(frozen=True, kw_only=True)
class Reach:
    """How far the bumpers stand from the axles, mm: the front one ahead of its axle, the rear one behind; ``w`` the wheelbase."""

    ahead: float
    w: float
    behind: float


@dataclass(frozen=True, kw_only=True)
class Carry:
    """How a height over the front axle is told at the front mark, mm: ``axle`` stands at ``mark``, and ``per`` is what a mm is there."""

    axle: float
    mark: float
    per: float

    def __call__(self, height: float) -> float:
        """The same height at the mark."""
        return self.mark + (height - self.axle) * self.per


@dataclass(frozen=True, kw_only=True)
class Frame:
    """One school's heights. ``figures``: by their names in `Marks`; ``marks``: the same as numbers; ``scale``: how far they go.

    ``carry``: how they are told at the front mark; None where they are its own. ``rise``: how far the front mark comes down for
    all of a restoration, None where that is not known. ``is_told``: whether they can be told at the mark at all; ``is_counted_in``:
    whether what a scale says is counted in with the tape, in front.
    """

    figures: Mapping[str, Known]
    marks: Marks
    scale: Scale | None
    carry: Carry | None = None
    rise: float | None = None
    is_told: bool = True
    is_counted_in: bool = False

    def told(self, height: float | None) -> float | None:
        """A height in front as it is told at the mark; None where it cannot be."""
        if height is None or not self.is_told:
            return None
        return float(height) if self.carry is None else self.carry(float(height))

    def restored(self, school: BaySchool) -> float | None:
        """The restoration at which the front stands."""
        return None if self.scale is None else restored_at(school, self.marks, self.scale)

    def after(self, by: float) -> Frame:
        """The same with so much more restoration, as it is predicted."""
        if self.scale is None or self.marks.front_c is None:
            return self
        then = moved(self.marks, self.scale, by)
        carry = self.carry
        if carry is not None and self.rise is not None:
            carry = replace(carry, axle=carry.axle - by * self.scale.rise, mark=carry.mark - by * self.rise)
        return replace(self, marks=then, carry=carry)


def over_axles(states: States) -> dict[str, Known]:
    """The body's heights over the axles, by their names in `Marks`."""
    return _known({f"{end}_{state}": getattr(one, end) for state, one in _states(states) for end in ("front", "rear")})


def at_marks(states: States) -> dict[str, Known]:
    """The marks as taped, by their names in `Marks`."""
    ends = ("front", "rear")
    return _known({f"{end}_{state}": getattr(one, f"{end}_mark") for state, one in _states(states) for end in ends})


def _states(states: States) -> Iterator[tuple[str, StateMarks]]:
    yield from (("a", states.a), ("b", states.b))
    if states.c is not None:
        yield "c", states.c


def _known(figures: Mapping[str, Anything]) -> dict[str, Known]:
    return {name: one for name, one in figures.items() if not isinstance(one, Missing)}


def good_marks(good: StateMarks | None) -> dict[str, Known]:
    """The marks of a rig that is known to be good, by their names in `Marks`."""
    return {} if good is None else _known({"front_good": good.front_mark, "rear_good": good.rear_mark})


def of_marks(figures: Mapping[str, Known], scale: Scale | None) -> Frame:
    """The frame of a school that judges the marks as taped. ``scale``: how far these marks go."""
    marks = Marks(**{name: one.value for name, one in figures.items()})
    return Frame(figures=figures, marks=marks, scale=scale, rise=None if scale is None else scale.rise)


def of_axles(taped: Frame, over: Mapping[str, Known], scale: Scale | None, reach: Reach | None) -> Frame:
    """The frame of a school that judges what stands over the front axle, told at the mark. ``taped``: the marks themselves."""
    marks = Marks(**{name: one.value for name, one in over.items()})
    rise, carry = taped.rise, None
    if reach is not None and marks.front_c is not None and taped.marks.front_c is not None:
        # the rear stands where it was taped
        per = (reach.ahead + reach.w + reach.behind) / (reach.w + reach.behind)
        carry = Carry(axle=marks.front_c, mark=taped.marks.front_c, per=per)
    elif scale is not None and taped.scale is not None:
        # not measured with the bars on yet: the rear follows as the model has it
        zero, there = begins_at(marks, scale), begins_at(taped.marks, taped.scale)
        if zero is not None and there is not None:
            carry = Carry(axle=zero, mark=there, per=taped.scale.rise / scale.rise)
    return Frame(figures=over, marks=marks, scale=scale, carry=carry, rise=rise, is_told=carry is not None)


def at_bumpers(scale: Scale, states: States, reach: Reach) -> Scale | None:
    """How far the marks at the bumpers go where the body over the axles goes as ``scale`` says; None where its rear is not known.

    The body is straight: what stands ahead of the front axle rises by what that rises, and by the tilt besides.
    """
    if scale.lift is None or scale.drop is None:
        return None
    ahead, behind = reach.ahead / reach.w, reach.behind / reach.w
    rise = scale.rise + (scale.rise + scale.lift) * ahead
    lift = scale.lift + (scale.rise + scale.lift) * behind
    up = at_marks(states)
    taped = "front_a" in up and "front_b" in up
    coupled = up["front_b"].value - up["front_a"].value if taped else scale.rise + (scale.rise + scale.drop) * ahead
    return Scale(rise=rise, lift=lift, drop=scale.drop, supposed=scale.supposed, coupled=coupled)
