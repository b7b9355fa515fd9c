"""What is written down and cannot be: each with its place and the reason. Nothing is worked out with it."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import axles
from stathmos.core.cargo import RACK, Placed, load_space
from stathmos.core.figures import Given, Missing, sure, there, wanting
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig, entry_at
from stathmos.core.rig.loads import TO_COME_OUT, TRAILER
from stathmos.core.rig.trailer import EQUALISED, SINGLE
from stathmos.core.rig.vehicle import SEVEN
from stathmos.core.uncertainty import iii_l_tolerance, weighbridge_division
from stathmos.core.units import KG_PER_LB, LENGTH, VOLUME, WEIGHT

LEAST_DRIVER = 80 * KG_PER_LB  # common practice: somebody drives


@dataclass(frozen=True)
class Contradiction:
    """``place``: the path of the figure to look at; ``spoils``: the figures that nothing is worked out with."""

    place: str
    says: Phrase
    spoils: tuple[str, ...] = ()


def contradictions(rig: Rig, placed: tuple[Placed, ...]) -> tuple[Contradiction, ...]:
    """Everything on a rig that cannot be as it is written."""
    return (*_readings(rig), *_squat(rig), *_bands(rig), *_axles(rig), *_sockets(rig), *_loads(rig, placed))


def suspension_cannot_be(kind: str, count: int | None) -> bool:
    """Whether so many axles cannot have that suspension: one has nothing to share with, several are not alone.

    >>> [suspension_cannot_be(kind, count) for kind, count in (("single", 2), ("equalised", 1), ("independent", 1), ("equalised", 2))]
    [True, True, False, False]
    """
    return count is not None and ((kind == SINGLE and count > 1) or (kind == EQUALISED and count == 1))


def spacing_cannot_be(spacing: float, count: float, L: float) -> bool:
    """Whether axles so far apart, mm, would begin ahead of the ball.

    >>> spacing_cannot_be(900.0, 2.0, 5000.0), spacing_cannot_be(3000.0, 3.0, 2500.0)
    (False, True)
    """
    return spacing * (count - 1) / 2 >= L


def _sockets(rig: Rig) -> list[Contradiction]:
    """Whether there is a 7-way socket, and which socket there is, said otherwise in two places."""
    seven_way, socket = rig.choice("vehicle.seven_way"), rig.choice("vehicle.socket")
    if not seven_way or not socket or (seven_way == "yes") == (socket == SEVEN):
        return []
    word = dict(there(entry_at("vehicle.socket")).choices)[socket]
    says = Phrase(f"{word}, but “7-way socket” says {seven_way}. Look at the socket and correct the wrong one.")
    return [Contradiction("vehicle.socket", says, ("vehicle.socket", "vehicle.seven_way"))]


def _axles(rig: Rig) -> list[Contradiction]:
    found = []
    count, L, spacing = axles.count_of(rig), rig.trailer.ball_to_axle, rig.trailer.axle_spacing
    if suspension_cannot_be(rig.choice("trailer.suspension"), count):
        says = Phrase(
            "The trailer has one axle, which has nothing to share with: look at both."
            if count == 1
            else "The trailer has more than one axle: look at both."
        )
        found.append(Contradiction("trailer.suspension", says, ("trailer.suspension",)))
    if spacing is not None and L is not None and count and spacing_cannot_be(spacing.value, count, L.value):
        says = Phrase(
            "So far apart the axles would begin ahead of the ball: {L} to their middle.",
            {"L": (L.value, LENGTH, "nearest")},
        )
        found.append(Contradiction("trailer.axle_spacing", says, ("trailer.axle_spacing",)))
    code = rig.trailer.tyre_code
    if code is not None and not axles.is_code(code.typed):
        says = Phrase(
            "This is no tyre's age code: four digits, the week and the year it was made; three are from before 2000."
        )
        found.append(Contradiction("trailer.tyre_code", says, ("trailer.tyre_code",)))
    for way in ("bare", "bars"):
        found += _axles_weighed(rig, way, count or 0)
    return found


def _axles_weighed(rig: Rig, way: str, count: int) -> list[Contradiction]:
    """Axles read one by one that do not add up to what they weighed together."""
    paths = tuple(f"weighing.bridge_axle_{number}_{way}" for number in range(1, count + 1))
    together, read = rig.figure(f"weighing.bridge_trailer_{way}"), [rig.figure(path) for path in paths]
    if not paths or wanting(together, *read):
        return []
    total, group = sum(sure(one).value for one in read), sure(together).value
    if abs(total - group) <= iii_l_tolerance(group, weighbridge_division(rig)) + 1e-6:
        return []
    put = {"total": (total, WEIGHT, "nearest"), "group": (group, WEIGHT, "nearest")}
    says = Phrase("One by one the axles weigh {total}, together {group}: read them again.", put)
    return [Contradiction(paths[0], says, paths)]


def _readings(rig: Rig) -> list[Contradiction]:
    found = []
    weighing = rig.weighing
    if weighing.beam_reading and weighing.beam_tare and weighing.beam_tare.value >= weighing.beam_reading.value:
        says = Phrase(
            "The beam alone reads as much as with the tongue on it: the coupler is not on the beam, or the two are exchanged."
        )
        found.append(Contradiction("weighing.beam_tare", says, ("weighing.beam_reading",)))
    D, d = weighing.beam_pivot_to_scale, weighing.beam_pivot_to_coupler
    if D is not None and d is not None and d.value >= D.value:
        says = Phrase(
            "The coupler must stand between pivot and scale: this is not less than {D}, pivot to scale.",
            {"D": (D.value, LENGTH, "nearest")},
        )
        found.append(Contradiction("weighing.beam_pivot_to_coupler", says, ("weighing.beam_pivot_to_coupler",)))
    jack, L = rig.trailer.jack_position, rig.trailer.ball_to_axle
    if jack is not None and L is not None and jack.value >= L.value:
        says = Phrase(
            "The jack must stand between ball and axles: this is not less than {L}, ball to axle centre.",
            {"L": (L.value, LENGTH, "nearest")},
        )
        found.append(Contradiction("trailer.jack_position", says, ("trailer.jack_position",)))
    reach = rig.trailer.ball_to_rear
    if L is not None and reach is not None and L.value >= reach.value:
        says = Phrase(
            "The axles must stand ahead of the rear end: this is not more than {L}, ball to axle centre.",
            {"L": (L.value, LENGTH, "nearest")},
        )
        found.append(Contradiction("trailer.ball_to_rear", says, ("trailer.ball_to_rear",)))
    return found


def _squat(rig: Rig) -> list[Contradiction]:
    before, after = rig.weighing.squat_before, rig.weighing.squat_after
    if before is None or after is None:
        return []
    if after.value >= before.value:
        says = Phrase(
            "Coupled, the arch must stand lower than {before}, uncoupled: the two are exchanged, or the springs hold the height.",
            {"before": (before.value, LENGTH, "nearest")},
        )
        return [Contradiction("weighing.squat_after", says, ("weighing.squat_after",))]
    if rig.choice("vehicle.auto_levelling") == "on":
        says = Phrase("Auto-levelling is on and holds the arch up: switch it off and read both again.")
        return [Contradiction("weighing.squat_after", says, ("weighing.squat_after",))]
    return []


def _bands(rig: Rig) -> list[Contradiction]:
    found = []
    for section, low, high in (
        ("ways", "share_low", "share_high"),
        ("vehicle", "handbook_share_low", "handbook_share_high"),
    ):
        least, most = getattr(getattr(rig, section), low), getattr(getattr(rig, section), high)
        if least is not None and most is not None and least.value >= most.value:
            found.append(
                Contradiction(f"{section}.{high}", Phrase("The most must be more than the least: this makes no band."))
            )
    if rig.choice("ways.share_school") == "own" and (rig.ways.share_low is None or rig.ways.share_high is None):
        blank = "share_low" if rig.ways.share_low is None else "share_high"
        found.append(
            Contradiction(
                f"ways.{blank}",
                Phrase("An own band wants its least and its most; until then the house's school holds."),
            )
        )
    return found


def _loads(rig: Rig, placed: tuple[Placed, ...]) -> list[Contradiction]:
    found = _comes_out(rig, placed)
    for one in placed:
        place = f"loads.{one.key}"
        if (
            one.load.kind_key == "front_seats"
            and not isinstance(one.weight, Missing)
            and one.weight.value < LEAST_DRIVER - 1e-6
        ):
            says = Phrase(
                "Somebody drives: no less than {least}, with coats on. Leave it blank if it is not known.",
                {"least": (LEAST_DRIVER, WEIGHT, "nearest")},
            )
            found.append(Contradiction(f"{place}.weight", says, (f"{place}.weight",)))
        tank = rig.figure(one.kind.tank) if one.kind.tank else None
        volume = one.load.volume
        if volume is not None and isinstance(tank, Given) and volume.value > tank.value * 1.001:
            says = Phrase("The tank holds {tank}.", {"tank": (tank.value, VOLUME, "down")})
            found.append(Contradiction(f"{place}.volume", says, (f"{place}.volume",)))
        for name in ("at", "moved_to"):
            written = getattr(one.load, name)
            outside = None if written is None else _outside(rig, one, written.value)
            if outside is not None:
                found.append(Contradiction(f"{place}.{name}", outside, (f"{place}.{name}",)))
    return found


def _comes_out(rig: Rig, placed: tuple[Placed, ...]) -> list[Contradiction]:
    """More to come out of the trailer than it weighs."""
    gross = rig.trailer.gross_weight
    leaving = [one for one in placed if one.on == TRAILER and one.when == TO_COME_OUT]
    known = [one for one in leaving if not isinstance(one.weight, Missing)]
    if gross is None or sum(sure(one.weight).value for one in known) < gross.value:
        return []
    says = Phrase("More comes out than the whole trailer weighs, {gross}.", {"gross": (gross.value, WEIGHT, "nearest")})
    return [Contradiction(f"loads.{one.key}.weight", says, (f"loads.{one.key}.weight",)) for one in known]


def _outside(rig: Rig, one: Placed, at: float) -> Phrase | None:
    return _outside_trailer(rig, one, at) if one.on == TRAILER else _outside_vehicle(rig, at)


def _outside_trailer(rig: Rig, one: Placed, at: float) -> Phrase | None:
    """Behind the rear end, or the rack's reach behind it."""
    L, frame = rig.trailer.ball_to_axle, rig.trailer.frame_length
    if rig.trailer.ball_to_rear is None and (L is None or frame is None):
        return None
    space = load_space(rig, L.value if L else 0.0, frame.value if frame else 0.0)
    end = space.rear + (RACK if one.kind.rack else 0.0)
    if at <= end + 1e-6:
        return None
    put = {"at": (at, LENGTH, "nearest"), "end": (end, LENGTH, "nearest")}
    return Phrase("{at} behind the ball is outside the trailer: it ends at {end}.", put)


def _outside_vehicle(rig: Rig, at: float) -> Phrase | None:
    w, o = rig.vehicle.wheelbase, rig.vehicle.overhang
    if w is None or o is None or at <= w.value + o.value + 1e-6:
        return None
    put = {"at": (at, LENGTH, "nearest"), "end": (w.value + o.value, LENGTH, "nearest")}
    return Phrase("{at} behind the front axle is outside the vehicle: the ball is at {end}.", put)
