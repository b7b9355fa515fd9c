"""How far all of a restoration moves the marks: what is between a restoration and the heights of the marks.

The side-view statics: the rear follows the front.

rear drop at f = drop · (1 − f · (1 − r)),  r = (L / (L + o)) · (w / (w + o))
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core.bay.measure.arches import States
from stathmos.core.bay_schools import BaySchool, Marks
from stathmos.core.coupled import Coupled
from stathmos.core.figures import Anything, Missing
from stathmos.core.heights import Geometry


def rear_follows(w: float, o: float, L: float) -> float:
    """Share of the rear's drop that is left at full restoration.  r = (L / (L + o)) · (w / (w + o))

    Wheelbase ``w``, overhang ``o``, ball to trailer axles ``L``, all mm. The example of docs/method.md:
    650 lb of 1 076 lb stay on the rear axle.

    >>> round(rear_follows(w=145, o=50, L=216), 3), round(650 / 1076, 3)
    (0.604, 0.604)
    """
    return (L / (L + o)) * (w / (w + o))


@dataclass(frozen=True, kw_only=True)
class Scale:
    """What all of a restoration does to the marks, mm: the front comes down by ``rise``, the rear up by ``lift``.

    ``drop``: how far coupling let the rear down, and ``coupled`` how far it lifted the front mark: at the wheel arches as far as
    all of a restoration brings it down again. ``supposed``: the tape did not tell it; it is the model's. None where it is not known.
    """

    rise: float
    lift: float | None
    supposed: bool
    drop: float | None = None
    coupled: float | None = None

    @property
    def lifted(self) -> float:
        """How far coupling lifted the front mark, mm."""
        return self.rise if self.coupled is None else self.coupled


def scale_of(states: States, coupled: Coupled, geometry: Geometry) -> Scale | None:
    """How far the marks go for all of a restoration: by the tape where it tells, else by the model; None where neither does."""
    bare = coupled.states[1] if len(coupled.states) > 1 else None
    rise, drop, supposed = value_of(states.rise), value_of(states.drop), False
    if rise is None or rise <= _u(states.rise):
        supposed, rise = True, None if bare is None or isinstance(bare.front_drop, Missing) else -bare.front_drop.value
    if drop is None or drop <= 0:
        drop = None if bare is None else value_of(bare.rear_drop)
    lengths = [value_of(one) for one in (geometry.w, geometry.o, geometry.L)]
    known = [one for one in lengths if one is not None]
    lift = None if drop is None or len(known) < len(lengths) else max(0.0, drop) * (1 - rear_follows(*known))
    return None if rise is None or rise <= 0 else Scale(rise=rise, lift=lift, supposed=supposed, drop=drop)


def value_of(figure: Anything) -> float | None:
    """A figure's value; None where it is missing."""
    return None if isinstance(figure, Missing) else figure.value


def _u(figure: Anything) -> float:
    return 0.0 if isinstance(figure, Missing) else 2 * figure.u


def moved(marks: Marks, scale: Scale, by: float) -> Marks:
    """The marks with so much more restoration: the front down, the rear up as it follows."""
    rear = None if marks.rear_c is None or scale.lift is None else marks.rear_c + by * scale.lift
    return replace(marks, front_c=marks.front_c - by * scale.rise, rear_c=rear)


def begins_at(marks: Marks, scale: Scale) -> float | None:
    """The height of the front mark at no restoration: B as taped, else as the model has it over A."""
    if marks.front_b is not None and not scale.supposed:
        return float(marks.front_b)
    if marks.front_a is not None:
        return float(marks.front_a) + scale.lifted
    return None if marks.front_b is None else float(marks.front_b)


def restored_at(school: BaySchool, marks: Marks, scale: Scale) -> float | None:
    """The restoration at which the front mark stands by a scale, whichever of A, B and the reference that has to begin with."""
    zero = begins_at(marks, scale)
    if zero is None and school.reference and marks.front_good is not None:
        zero = float(marks.front_good) + scale.lifted  # matched by C alone: a scale for the steps, and no more
    return None if zero is None or marks.front_c is None else (zero - float(marks.front_c)) / scale.rise
