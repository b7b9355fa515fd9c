"""Every way of getting tongue weight, each with its formula and how well it knows."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.cargo import Placed, aboard
from stathmos.core.figures import (
    COMMON_PRACTICE,
    STATICS,
    Anything,
    Figure,
    Given,
    Missing,
    Provenance,
    Rule,
    assumed,
    sum_of,
    wanting,
    work,
)
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import TRAILER
from stathmos.core.uncertainty import read_on, tape
from stathmos.core.units import KG_PER_LB, MM_PER_IN, WEIGHT
from stathmos.core.weighing.weighbridge import Weighbridge

#: usual smallest mark (lb) and accuracy (share of the reading) of each instrument: from memory, to be verified
INSTRUMENTS = {
    "tongue_scale": (10.0, 0.01),
    "gauge": (100.0, 0.03),
    "beam": (1.0, 0.03 * 3**0.5),
    "jack": (10.0, 0.01),
}
# A bathroom scale is 2 to 3 % out (common practice, no source). That is no range within which it lies but how far it is out:
# a standard uncertainty. With 2.5 % the stated spread of a short beam covered 93 % where the scale was 3 % out; so 3 %.
ARCH = MM_PER_IN / 16  # an arch is read to a sixteenth
SETTING = MM_PER_IN / 4  # where the coupler presses on a beam is known to a quarter of an inch
SPOT = MM_PER_IN / 2  # and the spot where a bathroom scale stands under it to half an inch: common practice, no source


def beam_tongue_weight(R: float, R_tare: float, D: float, d: float) -> float:
    """Tongue weight from a beam on a pivot and a bathroom scale, kg.  TW = (R - R_tare)·D / d

    ``R`` the scale with the tongue on the beam, ``R_tare`` with the beam alone,
    ``D`` pivot to scale, ``d`` pivot to coupler. Moments about the pivot.

    >>> round(beam_tongue_weight(R=155.0, R_tare=5.0, D=914.4, d=304.8), 6)  # coupler 1 ft from the pivot, scale 2 ft on: times 3
    450.0
    """
    return (R - R_tare) * D / d


def jack_tongue_weight(T_jack: float, L: float, j: float) -> float:
    """Tongue weight from a scale under the jack, kg.  TW = T_jack·(L - j) / L

    ``L`` ball to axle centre, ``j`` ball to jack. The jack stands nearer the axles and carries more.

    >>> jack_tongue_weight(T_jack=480, L=6000, j=750)
    420.0
    """
    return T_jack * (L - j) / L


def squat_tongue_weight(k_r: float, drop: float, w: float, o: float) -> float:
    """Tongue weight from how far the rear axle's springs give, kg.  TW = k_r·drop·w / (w + o)

    >>> round(squat_tongue_weight(k_r=700, drop=1.537, w=145, o=50))  # lb and in serve as well
    800
    """
    return k_r * drop * w / (w + o)


@dataclass(frozen=True)
class Way:
    """One way and what it says. ``measured``: its own readings are, and nothing else in it is weaker than a label."""

    key: str
    name: str
    tongue: Figure | Given
    measured: bool = False


NAMES = {
    "tongue_scale": "tongue scale",
    "gauge": "gauge ball mount",
    "beam": "beam and bathroom scale",
    "jack": "scale under the jack",
    "bridge": "weighbridge",
    "squat": "squat of the rear springs",
    "plan": "loading plan",
    "brochure": "brochure",
}

#: what each way of measuring reads
READINGS = {
    "tongue_scale": ("tongue_scale",),
    "gauge": ("gauge",),
    "beam": ("beam_reading", "beam_tare"),
    "jack": ("jack_reading",),
    "bridge": ("bridge_front_alone", "bridge_rear_alone", "bridge_front_bare", "bridge_rear_bare"),
    "squat": ("squat_before", "squat_after"),
}

_BEAM = Rule("Moments about the pivot of a beam.", "lever, statics")
_JACK = Rule("Moments about the axle group.", STATICS)
_SQUAT = Rule("Axle load over axle spring rate, the rate from an earlier visit. Weak: a cross-check.", STATICS)
_PLAN = Rule(
    "The empty trailer's tongue and the moment of every load aboard; brochures run low.",
    COMMON_PRACTICE + "; " + STATICS,
)


def ways(rig: Rig, placed: tuple[Placed, ...], bridge: Weighbridge) -> tuple[Way, ...]:
    """Every way whose readings are complete, in the order of `NAMES`."""
    found: dict[str, Anything] = {
        "tongue_scale": _read(rig, "tongue_scale", "weighing.tongue_scale"),
        "gauge": _read(rig, "gauge", "weighing.gauge"),
        "beam": beam(rig),
        "jack": work(
            "TW = T_jack · (L − j) / L", WEIGHT, jack_tongue_weight, _JACK,
            T_jack=_read(rig, "jack", "weighing.jack_reading"),
            L=rig.figure("trailer.ball_to_axle"), j=rig.figure("trailer.jack_position"),
        ),
        "bridge": bridge.tongue,
        "squat": squat(rig),
        "plan": from_plan(rig, placed),
        "brochure": rig.figure("trailer.brochure_tongue"),
    }  # fmt: skip
    return tuple(
        Way(key, NAMES[key], tongue, _measured(rig, key, tongue))
        for key, tongue in found.items()
        if not isinstance(tongue, Missing) and tongue.value > 0
    )


#: a reading that was taken tells of the lengths that were not; of the truck scale both passes are wanted
_TAKEN = {"beam": ("beam_reading",), "jack": ("jack_reading",), "bridge": ("bridge_front_bare", "bridge_rear_bare")}


def half_entered(rig: Rig, found: tuple[Way, ...]) -> tuple[str, ...]:
    """What is still to be read for a way of which something was read already, by path; nothing where another tells the tongue."""
    if any(way.measured for way in found):
        return ()
    complete = {way.key for way in found}
    open_ = {
        "beam": wanting(rig.figure("weighing.beam_pivot_to_scale"), rig.figure("weighing.beam_pivot_to_coupler")),
        "jack": wanting(rig.figure("trailer.jack_position"), rig.figure("trailer.ball_to_axle")),
        "bridge": wanting(*(rig.figure(f"weighing.{name}") for name in READINGS["bridge"])),
    }
    begun = [
        key for key, names in _TAKEN.items() if key not in complete and any(getattr(rig.weighing, name) is not None for name in names)
    ]  # fmt: skip
    return tuple(dict.fromkeys(path for key in begun for path in open_[key]))


def _measured(rig: Rig, key: str, tongue: Figure | Given) -> bool:
    readings = [getattr(rig.weighing, name) for name in READINGS.get(key, ())]
    read = readings and all(one is not None and one.provenance is Provenance.MEASURED for one in readings)
    return bool(read) and tongue.provenance.strength >= Provenance.LABEL.strength


def _read(rig: Rig, key: str, path: str) -> Given | Missing:
    mark, accuracy = INSTRUMENTS[key]
    return read_on(rig, path, f"weighing.{key}_mark", mark * KG_PER_LB, accuracy)


def on_the_gauge(rig: Rig, path: str) -> Given | Missing:
    """What a gauge under the ball reads at a path, with its own uncertainty, kg."""
    return _read(rig, "gauge", path)


def beam(rig: Rig) -> Figure | Missing:
    """The tongue by a beam over a pivot and a bathroom scale.  TW = (R − R_tare)·D / d, kg."""
    tare = _read(rig, "beam", "weighing.beam_tare")
    if isinstance(tare, Missing):
        # A light beam; a tare left out reads heavy, never light.
        tare = assumed(0.0, WEIGHT, "weighing.beam_tare", 10 * KG_PER_LB)
    return work(
        "TW = (R − R_tare) · D / d", WEIGHT, beam_tongue_weight, _BEAM,
        R=_read(rig, "beam", "weighing.beam_reading"), R_tare=tare,
        D=tape(rig.figure("weighing.beam_pivot_to_scale"), SPOT),
        d=tape(rig.figure("weighing.beam_pivot_to_coupler"), SETTING),
    )  # fmt: skip


def squat(rig: Rig) -> Figure | Missing:
    """From squat, with this vehicle's own rear rate only: a rate typical for the class proves nothing."""
    drop = work(
        "drop = arch uncoupled − arch coupled", "length", lambda before, after: before - after, None,
        before=tape(rig.figure("weighing.squat_before"), ARCH), after=tape(rig.figure("weighing.squat_after"), ARCH),
    )  # fmt: skip
    return work(
        "TW = k_r · drop · w / (w + o)", WEIGHT, squat_tongue_weight, _SQUAT,
        k_r=rig.figure("vehicle.rear_rate"), drop=drop,
        w=rig.figure("vehicle.wheelbase"), o=rig.figure("vehicle.overhang"),
    )  # fmt: skip


def from_plan(rig: Rig, placed: tuple[Placed, ...]) -> Figure | Missing:
    """The brochure's empty trailer with every load aboard at its place; nothing without a load."""
    loads = {one.key: one.tongue for one in placed if one.on == TRAILER and aboard(one)}
    if not loads:
        return Missing(("loads.gear.weight",))
    return sum_of(
        "TW = empty + Σ m · (L − x) / L", WEIGHT, {"empty": rig.figure("trailer.brochure_tongue"), **loads}, _PLAN
    )
