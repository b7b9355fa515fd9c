"""The weighbridge in one to three passes: what each allows, whether they close, and which to repeat.

Passes: the vehicle alone (S1, D1); coupled without bars (S2, D2, X2); coupled with
bars (S3, D3, X3). S is the front axle, D the rear axle, X the trailer's axles.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from stathmos.core.figures import FROM_MEMORY, Anything, Figure, Missing, Rule, expanded, sum_of, sure, work
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.uncertainty import iii_l_tolerance, read_on_weighbridge, weighbridge_division
from stathmos.core.units import SHARE, WEIGHT

_RULE = Rule(
    "Weight is kept: what the vehicle gains on coupling is the tongue.",
    "statics; tolerances NIST Handbook 44, class III L, " + FROM_MEMORY,
)
_FALR = Rule("Share of the front axle's lost load that the bars give back.", "SAE J2807, " + FROM_MEMORY)

PASSES = {
    1: ("bridge_front_alone", "bridge_rear_alone"),
    2: ("bridge_front_bare", "bridge_rear_bare", "bridge_trailer_bare"),
    3: ("bridge_front_bars", "bridge_rear_bars", "bridge_trailer_bars"),
}


def tongue_from_passes(S1: float, D1: float, S2: float, D2: float) -> float:
    """Tongue weight from the vehicle alone and coupled without bars, kg.  TW = S2 + D2 - S1 - D1

    >>> tongue_from_passes(S1=3000, D1=2600, S2=2724, D2=3676)
    800
    """
    return S2 + D2 - S1 - D1


def restoration_from_passes(S1: float, S2: float, S3: float) -> float:
    """Share of the lost front axle load given back.  FALR = (S3 - S2) / (S1 - S2)

    ``S1``, ``S2``, ``S3`` the front (steer) axle alone, coupled without bars, and with the bars on, kg.

    Sources: [1] SAE J2807, front axle load restoration; from memory, to be verified.

    >>> restoration_from_passes(S1=3000, S2=2724, S3=2931)
    0.75
    """
    return (S3 - S2) / (S1 - S2)


@dataclass(frozen=True)
class Weighbridge:
    """What the passes say, kg; ``passes``: those read whole. ``closes`` is None until both coupled passes are read.

    Where they do not close nothing is concluded; ``repeat`` says which pass to read again.
    """

    passes: tuple[int, ...]
    tongue: Figure | Missing
    trailer_axles: Figure | Missing
    gross: Figure | Missing
    restoration: Figure | Missing
    transferred: Figure | Missing
    apart: float | None = None
    tolerance: float | None = None
    closes: bool | None = None
    repeat: Phrase | None = None


def weighbridge(rig: Rig) -> Weighbridge:
    """Everything that the passes read so far allow."""
    read: dict[str, Anything] = {
        name: read_on_weighbridge(rig, f"weighing.{name}") for names in PASSES.values() for name in names
    }
    for way in ("bare", "bars"):
        if isinstance(read[f"bridge_trailer_{way}"], Missing):
            read[f"bridge_trailer_{way}"] = _one_by_one(rig, way) or read[f"bridge_trailer_{way}"]
    S1, D1, S2, D2, X2, S3, D3, X3 = (read[name] for names in PASSES.values() for name in names)
    whole = tuple(
        number for number, names in PASSES.items() if not any(isinstance(read[name], Missing) for name in names)
    )
    tongue = work("TW = S2 + D2 − S1 − D1", WEIGHT, tongue_from_passes, _RULE, S1=S1, D1=D1, S2=S2, D2=D2)
    found = Weighbridge(
        whole,
        tongue,
        work("trailer axles = X2", WEIGHT, lambda X2: X2, _RULE, X2=X2),
        work("GTW = TW + X2", WEIGHT, lambda TW, X2: TW + X2, _RULE, TW=tongue, X2=X2),
        work("FALR = (S3 − S2) / (S1 − S2)", SHARE, restoration_from_passes, _FALR, S1=S1, S2=S2, S3=S3)
        if _front_lightened(S1, S2)  # inside the noise the quotient tells nothing
        else Missing(("weighing.bridge_front_bare",)),
        work("transferred = X3 − X2", WEIGHT, lambda X2, X3: X3 - X2, _RULE, X2=X2, X3=X3),
    )
    wrong = _impossible(found, S1, S2) if {1, 2} <= set(whole) else None
    if wrong is None and {2, 3} <= set(whole):
        totals = [sure(a).value + sure(b).value + sure(c).value for a, b, c in ((S2, D2, X2), (S3, D3, X3))]
        apart, tolerance = abs(totals[0] - totals[1]), iii_l_tolerance(max(totals), weighbridge_division(rig))
        closes = apart <= tolerance + 1e-6
        found = _with(found, apart=apart, tolerance=tolerance, closes=closes)
        if not closes:
            wrong = _which(rig, found, S1, S2)
    if wrong is None:
        return found
    nothing = Missing(("weighing.bridge_front_bare",))
    return _with(
        found,
        tongue=nothing,
        trailer_axles=nothing,
        gross=nothing,
        restoration=nothing,
        transferred=nothing,
        repeat=wrong,
    )


def _one_by_one(rig: Rig, way: str) -> Anything | None:
    """The trailer's axles together where they were read one by one; None unless all of them were."""
    count = rig.trailer.axle_count
    each = {
        f"axle_{number}": read_on_weighbridge(rig, f"weighing.bridge_axle_{number}_{way}")
        for number in range(1, round(count.value) + 1 if count is not None else 1)
    }
    together = sum_of("X = Σ axles", WEIGHT, each, _RULE) if each else None
    return None if isinstance(together, Missing) else together


def _with(found: Weighbridge, **changes: Any) -> Weighbridge:
    return Weighbridge(**{**{name: getattr(found, name) for name in found.__dataclass_fields__}, **changes})


def _front_lightened(S1: Anything, S2: Anything) -> bool:
    lost = work("S1 − S2", WEIGHT, lambda S1, S2: S1 - S2, None, S1=S1, S2=S2)
    return not isinstance(lost, Missing) and lost.value > expanded(lost)


def _impossible(found: Weighbridge, S1: Anything, S2: Anything) -> Phrase | None:
    """A tongue that weighs nothing, or a front axle that a trailer without bars makes heavier."""
    if sure(found.tongue).value <= 0:
        return Phrase("Coupled, the vehicle weighs no more than alone: read pass 1 and pass 2 again.")
    if sure(S2).value > sure(S1).value + expanded(sure(S1)) + expanded(sure(S2)):
        return Phrase("Coupled without bars the front axle weighs more than alone: read pass 2 again, bars off.")
    return None


def _which(rig: Rig, found: Weighbridge, S1: Anything, S2: Anything) -> Phrase:
    """Which coupled pass to repeat: the second is sound if its front axle lost what the lever says, TW·o/w."""
    said = {"apart": (found.apart or 0.0, WEIGHT, "up"), "tolerance": (found.tolerance or 0.0, WEIGHT, "down")}
    begins = "Passes 2 and 3 do not close: their totals differ by {apart}, and the scale allows {tolerance}."
    off = work(
        "S1 − S2 − TW · o / w", WEIGHT, lambda S1, S2, TW, o, w: S1 - S2 - TW * o / w, None,
        S1=S1, S2=S2, TW=found.tongue, o=rig.figure("vehicle.overhang"), w=rig.figure("vehicle.wheelbase"),
    )  # fmt: skip
    if isinstance(off, Missing):
        return Phrase(f"{begins} Read both again.", said)
    pass_off = 2 if abs(off.value) > expanded(off) else 3
    return Phrase(f"{begins} Read pass {pass_off} again; the lever over the rear axle says that one is off.", said)
