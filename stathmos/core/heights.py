"""Ball height, shank rise or drop, and how level the trailer will stand.

Heights are above flat ground, mm. Datums: a ball or a coupler is measured *to the
top* (ground to top of ball, top of coupler) or *to the seat* (ground to the
ball's mounting surface, bottom edge of coupler); the two differ by the ball's
stack height. A receiver is measured to the inside top of its tube or to the
centre of its pin hole; the two differ by half the tube.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from stathmos.core import statics
from stathmos.core.figures import (
    FROM_MEMORY,
    STATICS,
    Anything,
    Figure,
    Given,
    Missing,
    Rule,
    assumed,
    constant,
    sure,
    work,
)
from stathmos.core.rig import PIN_CENTRE, SEAT, Rig
from stathmos.core.rules import Rules
from stathmos.core.stock import Shank
from stathmos.core.uncertainty import of_typical
from stathmos.core.units import KG_PER_LB, LENGTH, MM_PER_IN, RATE, SHARE, SLOPE

_LB_IN = KG_PER_LB / MM_PER_IN
#: typical axle rates (front, rear) by vehicle class, lb/in: from memory, to be verified. Trucks' fronts by two measured pairs of rise
#: over drop on coupling, 0.20 and 0.25 (common practice, no source), where softer fronts would have given 0.47 and 0.35.
TYPICAL_RATES = {
    "midsize_suv": (350, 420),
    "large_suv": (450, 550),
    "van": (450, 650),
    "half_ton": (660, 620),
    "three_quarter_ton": (1450, 1150),
    "one_ton": (1900, 1500),
}


def seat_to_top(seat: float, stack: float) -> float:
    """Height to the top of the ball from the height of its seat, mm.

    >>> seat_to_top(seat=500, stack=100)
    600
    """
    return seat + stack


def inside_top_of_receiver(pin: float, size: float) -> float:
    """Inside top of the receiver tube from the centre of its pin hole, mm; half the tube higher.

    >>> inside_top_of_receiver(pin=400, size=50.8)
    425.4
    """
    return pin + size / 2


def ball_height_uncoupled(coupler: float, offset: float) -> float:
    """Height the ball must have before coupling: level coupler height + offset, same datum, mm.

    >>> ball_height_uncoupled(coupler=560, offset=32)
    592
    """
    return coupler + offset


def rise_wanted(ball: float, receiver: float, head: float, stack: float) -> float:
    """Rise (+) or drop (-) the shank must make, mm.  ball - receiver - head - stack

    ``ball`` uncoupled height to the top; ``receiver`` to the inside top; ``head``
    the ball seat above the shank's reference; ``stack`` the ball's stack height.

    >>> rise_wanted(ball=592, receiver=610, head=30, stack=110)
    -158
    """
    return ball - receiver - head - stack


@dataclass(frozen=True)
class Position:
    """One way of mounting a shank: which way up, which hole (1 is the lowest), and the rise it makes, mm."""

    orientation: str
    hole: int
    rise: float
    holes_up: int
    holes_down: int

    @property
    def words(self) -> str:
        """How to mount it, in words; a mount of one position has no hole to count."""
        if self.holes_up + self.holes_down == 0:
            return f"turned {self.orientation}"
        return f"turned {self.orientation}, hole {self.hole} from the bottom"


@lru_cache(maxsize=4096)
def _positions(most_drop: float, most_rise: float, pitch: float, count: int) -> tuple[Position, ...]:
    lowest = {"down": -most_drop, "up": most_rise - (count - 1) * pitch}
    return tuple(
        Position(orientation, index + 1, start + index * pitch, count - 1 - index, index)
        for orientation, start in lowest.items()
        for index in range(count)
    )


def positions(shank: Shank) -> tuple[Position, ...] | Missing:
    """Every position of a shank in both orientations; `Missing` where its drawing is incomplete."""
    needs = tuple(
        f"stock.{name}" for name in ("most_drop", "most_rise", "pitch", "holes") if getattr(shank, name) is None
    )
    if needs:
        return Missing(needs)
    return _positions(
        sure(shank.most_drop).value,
        sure(shank.most_rise).value,
        sure(shank.pitch).value,
        int(sure(shank.holes).value),
    )


USUAL_PITCH = 1.25 * MM_PER_IN  # a common hole pitch, where the shank's is not known


def hole_pitch(shank: Shank | None) -> float:
    """How far apart a shank's holes are, mm; a common pitch where that is not known, or there is but one.

    >>> hole_pitch(None)
    31.75
    """
    pitch = None if shank is None else shank.pitch
    return USUAL_PITCH if pitch is None or pitch.value <= 0 else pitch.value


def tenths(mm: float) -> float:
    """Whole tenths of a millimetre: closer than that, two holes are as near. For a figure and for an array alike.

    >>> tenths(6.35), tenths(6.34)
    (64.0, 63.0)
    """
    return (mm * 10 + 0.5) // 1


def nearest_position(shank: Shank, rise: float, ways_up: tuple[str, ...] = ("down", "up")) -> Position | Missing:
    """The position with the smallest residual; of two as near, the lower (a little nose-down before nose-up).

    ``ways_up``: the orientations to look through; at least one.

    ``rise`` wanted, mm, less than nothing for a drop.
    """
    found = positions(shank)
    if isinstance(found, Missing):
        return found
    ready = found if len(ways_up) > 1 else [one for one in found if one.orientation in ways_up]
    nearest = min([abs(one.rise - rise) for one in ready])
    near = [one for one in ready if abs(one.rise - rise) < nearest + 0.2]  # of which alone tenths can make a tie
    return min(near, key=lambda one: (tenths(abs(one.rise - rise)), one.rise))


@dataclass(frozen=True)
class LevelBand:
    """The uncoupled ball heights, to the top, on which the trailer stands level enough once coupled. mm."""

    low: float
    level: float
    high: float

    def holds(self, ball: float) -> bool:
        """Whether the trailer stands level enough on a ball of this height, mm."""
        return self.low - EDGE <= ball <= self.high + EDGE

    def lower(self, by: float) -> LevelBand:
        """The same band seen from a datum that lies so many mm higher."""
        return LevelBand(self.low - by, self.level - by, self.high - by)


EDGE = 1e-6  # mm: a ball at the band's very edge holds, a matter of floating point


def level_slack(attitude: float, L: float, frame: float) -> float:
    """How far the ball may stand from level for the rail to hold its tolerance, mm.  attitude · L / frame

    ``attitude`` rail front against rear over the frame's length, mm; the trailer turns about its axles, ``L`` behind the ball.

    >>> round(level_slack(attitude=31.75, L=5400.0, frame=7200.0), 4)
    23.8125
    """
    return attitude * L / frame


def level_band(level: Anything, slack: Anything) -> LevelBand | None:
    """The band about a level height; None where how level the trailer stands cannot be told."""
    if isinstance(level, Missing) or isinstance(slack, Missing):
        return None
    return LevelBand(level.value - slack.value, level.value, level.value + slack.value)


def position_in(
    shank: Shank, rise: float, band: LevelBand, ways_up: tuple[str, ...] = ("down", "up")
) -> Position | Missing | None:
    """The position nearest a rise of those that stand the trailer level; None where none of them does.

    ``rise`` and ``band`` as rises of the shank, mm. Of two as near, the lower.
    """
    found = positions(shank)
    if isinstance(found, Missing):
        return found
    level = [one for one in found if one.orientation in ways_up and band.holds(one.rise)]
    return min(level, key=lambda one: (tenths(abs(one.rise - rise)), one.rise), default=None)


def holes_to_level(off: float, pitch: float, slack: float) -> int | None:
    """How many holes up (less than nothing: down) bring a ball that stands so far above level near enough to it, mm.

    At least one; None where no whole number of holes does.

    >>> holes_to_level(off=30.0, pitch=31.75, slack=24.0), holes_to_level(-30.0, 31.75, 24.0), holes_to_level(25.0, 75.0, 24.0)
    (-1, 1, None)
    """
    if pitch <= 0:
        return None
    towards = -1 if off > 0 else 1
    holes = towards * max(1, round(abs(off) / pitch))
    return holes if abs(off + holes * pitch) <= slack + EDGE else None


def spring_rates(rig: Rig) -> tuple[Anything, Anything]:
    """Front and rear axle rates, kg/mm: this vehicle's own, else typical for its class and then assumed."""
    typical = TYPICAL_RATES.get(rig.choice("vehicle.vehicle_class"))

    def rate(name: str, index: int) -> Anything:
        own = rig.figure(f"vehicle.{name}")
        if isinstance(own, Given):
            return own
        if typical is None:
            return Missing(("vehicle.vehicle_class",))
        usual = typical[index] * _LB_IN
        return assumed(usual, RATE, f"vehicle.{name}", of_typical(usual, RATE))

    return rate("front_rate", 0), rate("rear_rate", 1)


_SPRINGS = Rule(
    "Axle loads over axle spring rates; where the rates are typical for the class they are " + FROM_MEMORY + ".",
    STATICS,
)


@dataclass(frozen=True)
class Geometry:
    """The lengths and rates that the statics need, gathered once."""

    w: Anything
    o: Anything
    L: Anything
    k_f: Anything
    k_r: Anything

    @classmethod
    def of(cls, rig: Rig, overhang: Anything) -> Geometry:
        """The side view's lengths (mm) and spring rates (kg/mm) of a rig; ``overhang``: with what the hitch adds."""
        k_f, k_r = spring_rates(rig)
        return cls(rig.figure("vehicle.wheelbase"), overhang, rig.figure("trailer.ball_to_axle"), k_f, k_r)


def couple(f: float, T: Anything, geometry: Geometry) -> Figure | Missing:
    """Bar couple for the restoration ``f``, kg·mm."""
    return work(
        "M = f · T · o · L / (L + o)",
        "couple",
        statics.couple_for_restoration,
        Rule("Share of the lost front axle load that the bars give back.", STATICS),
        f=constant(f, SHARE),
        T=T,
        o=geometry.o,
        L=geometry.L,
    )


@dataclass(frozen=True)
class Settled:
    """How far the coupled vehicle sinks, down positive: over each axle and at the ball, mm."""

    front: Anything
    rear: Anything
    ball: Anything


def settled(T: Anything, M: Anything, geometry: Geometry) -> Settled:
    """Settle of the vehicle under a tongue weight and a bar couple."""
    w, o, L, k_f, k_r = geometry.w, geometry.o, geometry.L, geometry.k_f, geometry.k_r
    front = work(
        "front = dF / k_f,  dF = (M − (T − M/L) · o) / w",
        LENGTH,
        lambda T, M, w, o, L, k_f: statics.front_axle_change(T, M, w, o, L) / k_f,
        _SPRINGS,
        T=T, M=M, w=w, o=o, L=L, k_f=k_f,
    )  # fmt: skip
    rear = work(
        "rear = dR / k_r,  dR = (T − M/L) − dF",
        LENGTH,
        lambda T, M, w, o, L, k_r: statics.rear_axle_change(T, M, w, o, L) / k_r,
        _SPRINGS,
        T=T, M=M, w=w, o=o, L=L, k_r=k_r,
    )  # fmt: skip
    ball = work(
        "ball = rear + (rear − front) · o / w",
        LENGTH,
        statics.ball_drop,
        _SPRINGS,
        front=front, rear=rear, w=w, o=o,
    )  # fmt: skip
    return Settled(front, rear, ball)


def within_range(settle: float, least: float, most: float) -> float:
    """Where in a range of offsets the trailer comes out most nearly level: at the settle, else at the nearer end, mm.

    >>> within_range(20.0, 25.4, 50.8), within_range(30.0, 25.4, 50.8)
    (25.4, 30.0)
    """
    return min(max(settle, least), most)


def ball_offset(rules: Rules, tongue: Anything, settle: Anything, coupler: Anything, old_ball: Anything) -> Anything:
    """How much higher than the level coupler the uncoupled ball is to stand, by the school in force, mm.

    ``settle`` of the ball, level ``coupler`` height and the old mount's ball, to the top, mm; ``tongue`` kg.
    """
    school = rules.offset
    rule = Rule(school.name, school.source, school.authority)
    if school.as_before:
        return work(
            "offset = old mount's ball − level coupler", LENGTH, lambda old, coupler: old - coupler, rule,
            old=old_ball, coupler=coupler,
        )  # fmt: skip
    per = school.per_tongue or 0.0
    if school.fixed is not None and school.most is not None:
        return work(
            "offset = settle, within the range", LENGTH,
            lambda settle, least, most, TW: within_range(settle, least + TW * per, most + TW * per), rule,
            settle=settle, least=constant(school.fixed, LENGTH), most=constant(school.most, LENGTH), TW=tongue,
        )  # fmt: skip
    if school.fixed is not None and not per:
        return work("offset = fixed", LENGTH, lambda fixed: fixed, rule, fixed=constant(school.fixed, LENGTH))
    if school.per_tongue is not None:
        fixed = school.fixed or 0.0
        formula = f"offset = {school.name} · TW" if not fixed else f"offset = {school.name}"
        return work(formula, LENGTH, lambda TW: fixed + TW * per, rule, TW=tongue)
    return settle


def level_height(coupler: Anything, settle: Anything) -> Figure | Missing:
    """The uncoupled ball height on which the trailer stands level once coupled, mm: level coupler height and settle."""
    return work(
        "level ball height = level coupler height + settle", LENGTH, ball_height_uncoupled,
        Rule("The ball sinks by what the vehicle settles once coupled.", STATICS), coupler=coupler, offset=settle,
    )  # fmt: skip


def coupler_to_top(rig: Rig, stack: Anything) -> Anything:
    """Level coupler height to the top, whichever datum it was measured to, mm."""
    return _to_top(rig.figure("trailer.coupler_height"), stack)


def standing_ball_to_top(rig: Rig, stack: Anything) -> Anything:
    """Height of the ball as it stands on the vehicle, to the top, mm."""
    return _to_top(rig.figure("hitch.ball_height"), stack)


def ball_to_top(rig: Rig, path: str, stack: Anything) -> Anything:
    """A ball's height that is written at a path, to the top, mm."""
    return _to_top(rig.figure(path), stack)


def _to_top(height: Given | Missing, stack: Anything) -> Anything:
    if isinstance(height, Missing) or height.datum != SEAT:
        return height
    return work(
        "top = seat + stack",
        LENGTH,
        seat_to_top,
        Rule("Datums differ by the ball's stack height.", "geometry"),
        seat=height,
        stack=stack,
    )


def receiver_to_inside_top(rig: Rig) -> Anything:
    """Receiver height to the inside top of its tube, whichever datum it was measured to, mm."""
    height = rig.figure("vehicle.receiver_height")
    if isinstance(height, Missing) or height.datum != PIN_CENTRE:
        return height
    return work(
        "inside top = pin centre + tube / 2",
        LENGTH,
        inside_top_of_receiver,
        Rule("Datums differ by half the tube.", "geometry"),
        pin=height,
        size=rig.figure("vehicle.receiver_size"),
    )


@dataclass(frozen=True)
class Attitude:
    """How the coupled trailer will stand. ``pitch`` nose up; ``rail`` front above rear over the frame's length, mm."""

    residual: Figure | Missing
    pitch: Figure | Missing
    rail: Figure | Missing


def attitude(ball: Anything, wanted: Anything, level: Anything, rig: Rig) -> Attitude:
    """Attitude of the trailer on a ball of uncoupled height ``ball`` where ``wanted`` was wanted, and ``level`` stands level, mm.

    With a school that does not go by the settle the wanted height and the level one differ, and the trailer stands off
    level even on a ball of exactly the wanted height.
    """
    residual = work(
        "residual = ball − wanted", LENGTH, lambda ball, wanted: ball - wanted, None, ball=ball, wanted=wanted
    )
    pitch = work(
        "pitch = (ball − level ball) / L",
        SLOPE,
        lambda ball, level, L: statics.trailer_pitch(ball, level, L),
        Rule("The trailer turns about the middle of its axle group.", STATICS),
        ball=ball, level=level, L=rig.figure("trailer.ball_to_axle"),
    )  # fmt: skip
    rail = work(
        "rail = pitch · frame length",
        LENGTH,
        lambda pitch, frame: pitch * frame,
        Rule("Frame rail front against rear within 1¼ in.", "common practice, no source"),
        pitch=pitch,
        frame=rig.figure("trailer.frame_length"),
    )
    return Attitude(residual, pitch, rail)


@dataclass(frozen=True)
class Heights:
    """Everything of the height station. All mm, down positive for settle.

    ``ball_wanted``: by the offset school in force; ``level``: on which the trailer stands level once coupled, by what
    the vehicle settles; ``slack``: how far from that the ball may stand.
    """

    coupler: Anything
    receiver: Anything
    bare: Settled
    settled: Settled
    offset: Anything
    ball_wanted: Figure | Missing
    level: Figure | Missing
    slack: Figure | Missing
    rise_wanted: Figure | Missing
    ball_standing: Anything
    ball_is_measured: bool
    attitude: Attitude

    @property
    def band(self) -> LevelBand | None:
        """The ball heights that stand the trailer level; None where that cannot be told."""
        return level_band(self.level, self.slack)

    @property
    def school_stands_level(self) -> bool:
        """Whether the height that the offset school wants stands this rig level; so it is taken to be where nobody can tell."""
        return self.band is None or isinstance(self.ball_wanted, Missing) or self.band.holds(self.ball_wanted.value)
