"""What goes into the swing: masses and places as weighed and planned, inertia by the parts, tyres and friction as usual.

Tyre stiffness, yaw inertia and friction stand on no label: typical values, from memory, to be verified, with a wide spread.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.cargo import Placed, aboard, load_space, travels
from stathmos.core.figures import Anything, Missing, wanting
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import TRAILER
from stathmos.core.stock import Kit
from stathmos.core.sway.planar import Planar
from stathmos.core.units import NEWTON_PER_KG

MM = 1000.0
#: cornering stiffness of front and rear axle for each newton they carry, 1/rad; the front's with what the steering gives. From memory
CORNERING: Mapping[str, tuple[float, float]] = {
    "midsize_suv": (6.0, 9.5),
    "large_suv": (5.8, 9.0),
    "van": (5.5, 8.0),
    "half_ton": (5.8, 8.5),
    "three_quarter_ton": (5.2, 7.5),
    "one_ton": (5.0, 7.0),
}
USUAL_CORNERING = (5.6, 8.0)
OF_TRAILER = 7.0
#: yaw inertia of a vehicle beside m·a·b, and of what is spread over a box beside m·length²/12: from memory
OF_VEHICLE, OF_BOX = 1.0, 1.1
#: what is doubted of a rig, and which numbers go by it: tyres of one make stand at both of the vehicle's axles
DOUBTED: Mapping[str, tuple[str, ...]] = {
    "vehicle_tyres": ("Cf", "Cr"), "steering": ("Cf",), "trailer_tyres": ("Ct",), "vehicle_inertia": ("I1",), "trailer_inertia": ("I2",),
    "friction": ("c",), "tongue": ("d",),
}  # fmt: skip
#: how well each is known, as a share (standard): from memory; the tongue by its weighing
DOUBT = {
    "vehicle_tyres": 0.14, "steering": 0.06, "trailer_tyres": 0.18, "vehicle_inertia": 0.12, "trailer_inertia": 0.15, "friction": 0.5,
    "tongue": 0.0,
}  # fmt: skip
#: turning friction of a plain ball in its coupler, and of an add-on friction bar, N·m: from memory
OF_BALL, OF_ADD_ON = 60.0, 250.0
#: the swing at which friction is taken as a damper: its angle, rad, and its frequency, Hz: from memory
ANGLE, USUAL_FREQUENCY = math.radians(2.0), 0.5

#: what the equations know nothing of
LEAVES_OUT = ("wind", "road", "driver", "tyre pressure", "tyres that slide")


def as_damper(torque: float) -> float:
    """A friction torque, N·m, as a rotary damper that takes as much out of a swing, N·m·s/rad.  4·T / (π·(2π·f)·angle)

    Sources: [1] equivalent viscous damping of dry friction, any textbook of vibrations; the swing is 2° at half a hertz.

    >>> round(as_damper(500.0))
    5805
    """
    return 4 * torque / (math.pi * 2 * math.pi * USUAL_FREQUENCY * ANGLE)


def of_box(m: float, length: float) -> float:
    """Yaw inertia of a mass spread evenly over a length, about its middle, kg·m².  m·l² / 12, and a tenth for its width

    >>> round(of_box(m=1200.0, length=6.0))
    3960
    """
    return OF_BOX * m * length**2 / 12


@dataclass(frozen=True, kw_only=True)
class Known:
    """A rig from above, and how well what it stands on is known, by `DOUBTED`: its standard doubt, as a share."""

    rig: Planar
    doubt: Mapping[str, float] = field(default_factory=lambda: dict(DOUBT))

    def with_share(self, share: float) -> Known:
        """The same with another share of the trailer on the tongue: its centre of gravity is moved, and the axles carry the rest."""
        one = self.rig
        per_axles = one.Ct / (one.m2 * one.d / one.L)
        d = one.L * (1 - share)
        return replace(self, rig=replace(one, d=d, Ct=per_axles * one.m2 * d / one.L))

    def with_friction(self, torque: float) -> Known:
        """The same with so much more turning friction at the hitch, N·m."""
        return replace(self, rig=replace(self.rig, c=self.rig.c + as_damper(torque)))


@dataclass(frozen=True, kw_only=True)
class Loaded:
    """What the swing needs of a case. kg: ``front`` and ``rear`` uncoupled, as they stand coupled, and the trailer's axles;
    ``tongue`` and ``gross`` of the trailer. mm: ``w``, ``o``, ``L``."""

    front: Anything
    rear: Anything
    front_coupled: Anything
    rear_coupled: Anything
    axles: Anything
    tongue: Anything
    gross: Anything
    w: Anything
    o: Anything
    L: Anything


def turning_friction(kit: Kit | None) -> float:
    """Turning friction at the hitch, N·m: the coupler's own, and what the kit's sway control brings, by its family."""
    if kit is None or kit.sway_control is None or kit.sway_control.typed != "yes":
        return OF_BALL
    return OF_BALL + kit.held.turning


def known_of(
    rig: Rig, loaded: Loaded, placed: Iterable[Placed], kit: Kit | None, planned: bool = True
) -> Known | Missing:
    """The rig from above, as planned or as it stands; `Missing` names what is wanting of it."""
    needs = wanting(*vars(loaded).values())
    if needs:
        return Missing(needs)
    value = {name: one.value for name, one in vars(loaded).items() if not isinstance(one, Missing)}
    m1, m2 = value["front"] + value["rear"], value["gross"]
    w, o, L = value["w"] / MM, value["o"] / MM, value["L"] / MM
    a = w * value["rear"] / m1
    d = L * (1 - value["tongue"] / m2)
    if (
        not d > 0
        or min(value["front"], value["rear"], value["front_coupled"], value["rear_coupled"], value["axles"]) <= 0
    ):
        return Missing(
            ("weighing.tongue_scale",)
        )  # an axle that carries nothing, a tongue that carries all: no rig that rolls
    per_front, per_rear = CORNERING.get(rig.choice("vehicle.vehicle_class"), USUAL_CORNERING)
    found = Planar(
        m1=m1, I1=OF_VEHICLE * m1 * a * (w - a), a=a, b=w - a, h=w - a + o,
        Cf=per_front * NEWTON_PER_KG * value["front_coupled"], Cr=per_rear * NEWTON_PER_KG * value["rear_coupled"],
        m2=m2, I2=yaw_inertia(rig, m2, d, value["L"], placed, planned), d=d, L=L, Ct=OF_TRAILER * NEWTON_PER_KG * value["axles"],
        c=as_damper(turning_friction(kit)),
    )  # fmt: skip
    share = (
        loaded.tongue.u / m2 if not isinstance(loaded.tongue, Missing) else 0.0
    )  # of the trailer, as the doubt of the tongue
    return Known(rig=found, doubt={**DOUBT, "tongue": min(0.1, share * L / d)})


def yaw_inertia(rig: Rig, m2: float, d: float, L: float, placed: Iterable[Placed], planned: bool = True) -> float:
    """Yaw inertia of the loaded trailer about its centre of gravity, kg·m², by its parts.

    Each load at its place; the empty trailer, by its brochure, spread evenly over its box with its middle where its own tongue
    weight puts it; what is weighed and stands in no plan spread over the box likewise. ``m2`` kg, ``d`` ball to its centre of
    gravity m, ``L`` ball to axles mm.
    """
    frame, rear = rig.trailer.frame_length, rig.trailer.ball_to_rear
    space = load_space(rig, L, frame.value if frame is not None else 1.25 * L)
    if rear is not None and frame is None:
        space = replace(space, rear=rear.value)
    length, middle = (space.rear - space.front) / MM, (space.rear + space.front) / 2 / MM
    counts = travels if planned else aboard
    loads = [
        (one.weight.value, (one.to if planned else one.at).value / MM)  # type: ignore[union-attr]
        for one in placed
        if one.on == TRAILER
        and counts(one)
        and not wanting(one.weight, one.to if planned else one.at)
        and not isinstance(one.weight, Missing)
    ]
    total = sum(m for m, _ in loads)
    unladen, tongue = rig.trailer.unladen_weight, rig.trailer.brochure_tongue
    empty = min(unladen.value, m2 - total) if unladen is not None else m2 - total
    empty = max(0.0, empty)
    at = (
        L / MM * (1 - tongue.value / unladen.value)
        if unladen is not None and tongue is not None and unladen.value > tongue.value
        else middle
    )
    rest = max(0.0, m2 - total - empty)
    inertia = of_box(empty, length) + empty * (at - d) ** 2 + of_box(rest, length)
    if rest > 0:
        stands = (m2 * d - empty * at - sum(m * x for m, x in loads)) / rest
        inertia += rest * (min(max(stands, space.front / MM), space.rear / MM) - d) ** 2
    return inertia + sum(m * (x - d) ** 2 for m, x in loads)
