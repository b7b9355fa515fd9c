"""What each of the trailer's axles carries: alike where an equaliser joins them, by how the frame stands where none does."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import partial

from stathmos.core import statics
from stathmos.core.axles.springs import axle_load, axle_load_at_pitch, tongue_change
from stathmos.core.figures import (
    COMMON_PRACTICE,
    FROM_MEMORY,
    STATICS,
    Anything,
    Figure,
    Given,
    Missing,
    Provenance,
    Rule,
    assumed,
    constant,
    sum_of,
    sure,
    there,
    wanting,
    work,
)
from stathmos.core.rig import Rig
from stathmos.core.rig.trailer import EQUALISED, INDEPENDENT, SINGLE
from stathmos.core.tolerances import ATTITUDE
from stathmos.core.uncertainty import read_on_weighbridge, rectangular
from stathmos.core.units import LENGTH, MM_PER_IN, RATE, WEIGHT

#: from axle to axle where nobody taped it, and how far it may be otherwise: from memory, to be verified
USUAL_SPACING, SPACING_WITHIN = 34 * MM_PER_IN, 4 * MM_PER_IN
#: how far an axle of common make goes down under its rated load, tyres and all, and how far that may be otherwise: from memory
SINKS_AT_RATING, SINKS_WITHIN = 2 * MM_PER_IN, 0.4

#: kg: so much on an axle that it cannot come off the ground
FAR = 1e6

_SHARED = Rule("An equaliser lets the axles of a group share alike, whatever the pitch.", STATICS)
_SPRUNG = Rule(
    "Without an equaliser each axle carries by how high the frame stands over it; a rate that nobody read is by its rating, "
    + FROM_MEMORY + ".", STATICS,
)  # fmt: skip
_WEIGHED = Rule("As the weighbridge read each axle, and what the group has gained since shared alike.", COMMON_PRACTICE)
_TOWED = Rule("On axles that do not share, a nose held low lightens the tongue and one held high loads it.", STATICS)


@dataclass(frozen=True, kw_only=True)
class Pressed:
    """One end of what the bars may be set to: their couple, kg·mm, what all axles together carry then, kg, and how far the
    coupled ball stands above level, mm."""

    couple: Anything
    group: Anything
    above: Anything


@dataclass(frozen=True, kw_only=True)
class OnAxle:
    """One axle, 1 the foremost: what it carries where nothing is better known than this, and what it would if the axles shared, kg.

    ``told``: the suspension was read, or the axles weighed; else ``load`` is the worse of what it may be.
    """

    number: int
    load: Anything
    shared: Anything
    told: bool


def count_of(rig: Rig) -> int | None:
    """How many axles the trailer has; None where nobody counted."""
    count = rig.trailer.axle_count
    return None if count is None else round(count.value)


def suspension_of(rig: Rig) -> str:
    """Which suspension was looked at: a guess of it is none, and one axle needs no looking at.

    >>> from stathmos.core.rig import Trailer
    >>> suspension_of(Rig(trailer=Trailer(axle_count=Given(1.0, "count", Provenance.LABEL)))), suspension_of(Rig())
    ('single', '')
    """
    if count_of(rig) == 1:
        return SINGLE
    read = rig.trailer.suspension
    return "" if read is None or read.provenance.strength < Provenance.LABEL.strength else read.typed


def usual_rate(rating: float) -> float:
    """Rate of an axle that nobody wrote, by its rating in kg, kg/mm.  rating / 2 in (from memory, to be verified)

    >>> round(usual_rate(3500 * 0.45359237) / 0.45359237 * MM_PER_IN)
    1750
    """
    return rating / SINKS_AT_RATING


def rate_of(rig: Rig) -> Anything:
    """Rate of each axle, kg/mm: this trailer's own, else the usual one of its rating, widely doubted."""
    if rig.trailer.axle_rate is not None:
        return rig.trailer.axle_rate
    rating = rig.trailer.axle_rating
    if rating is None:
        return Missing(("trailer.axle_rate",))
    usual = usual_rate(rating.value)
    return assumed(usual, RATE, "trailer.axle_rate", rectangular(SINKS_WITHIN * usual))


def spacing_of(rig: Rig) -> Anything:
    """From axle to axle, mm; where nobody taped it the usual distance, widely doubted."""
    taped = rig.trailer.axle_spacing
    return taped or assumed(USUAL_SPACING, LENGTH, "trailer.axle_spacing", rectangular(SPACING_WITHIN))


@dataclass(frozen=True, kw_only=True)
class Split:
    """What it takes to split a group's load: the tongue and gross weights, kg, the ends of the bars' window, and how far from
    level the ball may stand either way where nobody knows how it does, mm (`Missing` where the frame's length is)."""

    tongue: Anything
    gross: Anything
    ends: tuple[Pressed, ...]
    slack: Anything


def each_axle(rig: Rig, split: Split) -> tuple[OnAxle, ...]:
    """Each axle of the trailer, at whichever end of the window is worse for it; none where nobody counted them.

    With the suspension unread each may carry as one on springs of its own does, and that is what it is judged by.
    """
    count = count_of(rig)
    if not count:
        return ()
    weighed = read_one_by_one(rig)
    kind = suspension_of(rig)
    shared = _worst(_alike(end.group, count) for end in split.ends)
    found = []
    for number in range(1, count + 1):
        if weighed:
            load = _worst(_by_the_scale(end, weighed, number) for end in split.ends)
        elif shares_whatever(rig):
            load = shared
        else:
            load = _worst(
                _sprung(rig, split, end.couple, above, count, number)
                for end in split.ends
                for above in _stands(end.above, split.slack)
            )
            if not kind:
                load = _worst([load, shared])
        found.append(OnAxle(number=number, load=load, shared=shared, told=bool(weighed) or bool(kind)))
    return tuple(found)


def _worst(found: Iterable[Anything]) -> Anything:
    """The greatest; what is missing where any is."""
    all_of = list(found)
    needs = wanting(*all_of)
    return Missing(needs) if needs else max((sure(one) for one in all_of), key=lambda one: one.value)


def _stands(above: Anything, slack: Anything) -> tuple[Anything, ...]:
    """How far the ball stands above level; where nobody knows, as far as it may, up and down."""
    if not isinstance(above, Missing):
        return (above,)
    most = (
        assumed(ATTITUDE.value, LENGTH) if isinstance(slack, Missing) else slack
    )  # frames are longer than ball to axles
    return most, work("as far down as it may stand", LENGTH, lambda slack: -slack, None, slack=most)


def _alike(group: Anything, count: int) -> Anything:
    if count == 1:
        return group
    return sum_of("axle = axles / number", WEIGHT, {"axles": group}, _SHARED, times={"axles": 1 / count})


def _sprung(rig: Rig, split: Split, couple: Anything, above: Anything, count: int, number: int) -> Anything:
    def on_springs(GTW: float, TW: float, M: float, L: float, k: float, s: float, y: float) -> float:
        return axle_load((GTW - TW) / count, k, y, L, s, count, M, number)

    return work(
        "F = F₀ − k · (y − th · x),  th = (M + k · y · n · L) / (k · Σx²)", WEIGHT, on_springs, _SPRUNG,
        GTW=split.gross, TW=split.tongue, M=couple, L=rig.figure("trailer.ball_to_axle"), k=rate_of(rig), s=spacing_of(rig), y=above,
    )  # fmt: skip


#: the passes that may have read each axle, the stronger first
_PASSES = ("bars", "bare")


def read_one_by_one(rig: Rig) -> list[Given]:
    """Each axle as a weighbridge read it, coupled, the foremost first, kg; nothing unless all of them were read in one pass."""
    count = count_of(rig) or 0
    for way in _PASSES:
        read = [read_on_weighbridge(rig, f"weighing.bridge_axle_{number}_{way}") for number in range(1, count + 1)]
        if count > 1 and not wanting(*read):
            return [one for one in read if isinstance(one, Given)]
    return []


def _by_the_scale(end: Pressed, weighed: list[Given], number: int) -> Anything:
    def as_weighed(alike: float, **read: float) -> float:
        return alike + read[f"axle_{number}"] - sum(read.values()) / len(read)

    return work(
        "axle = axles / number + read − mean of those read", WEIGHT, as_weighed, _WEIGHED,
        alike=_alike(end.group, len(weighed)), **{f"axle_{place}": one for place, one in enumerate(weighed, 1)},
    )  # fmt: skip


def by_pitch(rig: Rig, group: Anything, pitch: Anything) -> tuple[OnAxle, ...]:
    """Each axle by the slope at which the frame was taped: ``group`` all together, kg; ``pitch`` nose up."""
    count = count_of(rig)
    if not count:
        return ()
    shared, kind, found = _alike(group, count), suspension_of(rig), []
    for number in range(1, count + 1):

        def taped(axles: float, k: float, s: float, th: float, number: int = number) -> float:
            return axle_load_at_pitch(axles / count, k, th, s, count, number)

        load: Anything = shared if shares_whatever(rig) else work(
            "F = axles / number + k · th · (x − L)", WEIGHT, taped, _SPRUNG,
            axles=group, k=rate_of(rig), s=spacing_of(rig), th=pitch,
        )  # fmt: skip
        if not kind:
            load = _worst([load, shared])
        found.append(OnAxle(number=number, load=load, shared=shared, told=bool(kind)))
    return tuple(found)


@dataclass(frozen=True, kw_only=True)
class Inch:
    """What one inch of nose down does, kg: to each axle, the foremost first, and to the tongue.

    ``told``: the suspension was read; ``shares``: nothing at all, whatever the pitch.
    """

    on_axles: tuple[Anything, ...]
    on_tongue: Anything
    told: bool
    shares: bool


def inch_of_nose(rig: Rig) -> Inch | None:
    """What an inch of the coupler down costs on each axle; None of one axle, and where nobody counted them."""
    count = count_of(rig)
    if count is None or count < 2:
        return None
    where = {"k": rate_of(rig), "s": spacing_of(rig), "L": rig.figure("trailer.ball_to_axle")}
    alike = shares_whatever(rig)

    def more(number: int) -> Anything:
        if alike:
            return constant(0.0, WEIGHT)
        return work(
            "F an inch down − F level", WEIGHT,
            lambda k, s, L: axle_load(FAR, k, -MM_PER_IN, L, s, count, 0.0, number) - FAR, _SPRUNG, **where,
        )  # fmt: skip

    tongue = constant(0.0, WEIGHT) if alike else work(
        "TW an inch down − TW level", WEIGHT, lambda k, s, L: tongue_change(k, -MM_PER_IN, L, s, count), _TOWED, **where
    )  # fmt: skip
    axles = tuple(more(number) for number in range(1, count + 1))
    return Inch(on_axles=axles, on_tongue=tongue, told=bool(suspension_of(rig)), shares=alike)


def follows_the_nose(rig: Rig) -> bool:
    """Whether the tongue weighs otherwise as the trailer is towed than it does level: on several axles that do not share."""
    return (count_of(rig) or 0) > 1 and suspension_of(rig) == INDEPENDENT


def tongue_as_towed(rig: Rig, tongue: Anything, above: Anything) -> Figure | None:
    """The tongue weight as the trailer is towed, weighed level: on axles that do not share it follows the nose, kg.

    ``above`` how far the coupled ball stands above level, mm. None where the axles share, or where that cannot be told.
    """
    if not follows_the_nose(rig):
        return None
    towed = work(
        "TW towed = TW + k · n · y · (Σx² − n · L²) / Σx²", WEIGHT, partial(_towed, n=there(count_of(rig))), _TOWED,
        TW=tongue, k=rate_of(rig), y=above, L=rig.figure("trailer.ball_to_axle"), s=spacing_of(rig),
    )  # fmt: skip
    return None if isinstance(towed, Missing) else towed


def heaviest_as_towed(rig: Rig, split: Split) -> Anything:
    """The tongue weight that the hitch must be judged by, kg: as weighed level, and more where a nose held high makes it so."""
    hung = split.tongue
    for end in split.ends:
        towed = tongue_as_towed(rig, split.tongue, end.above)
        if towed is not None and towed.value > sure(hung).value:
            hung = towed
    return hung


def _towed(TW: float, k: float, y: float, L: float, s: float, n: int) -> float:
    return TW + tongue_change(k, y, L, s, n)


def words_for(number: int, count: int) -> str:
    """What an axle is called, by its place.

    >>> words_for(1, 2), words_for(2, 2), words_for(2, 3), words_for(1, 1)
    ('foremost axle', 'rearmost axle', 'middle axle', 'axle')
    """
    if count == 1:
        return "axle"
    return {1: "foremost axle", count: "rearmost axle"}.get(number, "middle axle")


def _above(ball: float, coupler: float, **springs: float) -> float:
    return ball - coupler - statics.settle(**springs)


def above_level(ball: Anything, coupler: Anything, **springs: Anything) -> Figure | Missing:
    """How far the coupled ball stands above where the trailer is level, mm: uncoupled ball, level coupler, and what the settle is of."""
    return work(
        "y = uncoupled ball − level coupler − settle", LENGTH, _above, None, ball=ball, coupler=coupler, **springs
    )


def shares_whatever(rig: Rig) -> bool:
    """Whether the axles share alike however the trailer stands, or there is nothing to share: no pitch is needed to tell."""
    return count_of(rig) in (None, 1) or suspension_of(rig) in (EQUALISED, SINGLE)
