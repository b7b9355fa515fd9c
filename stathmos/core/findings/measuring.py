"""What must be so before anything is measured: air springs as the handbook says, levelling off, passes that close."""

from __future__ import annotations

from stathmos.core.finding import CAUTION, UNKNOWN, Finding
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.readings import SCALES
from stathmos.core.uncertainty import PAST_DUE
from stathmos.core.units import PRESSURE
from stathmos.core.weighing import Weighbridge
from stathmos.core.weighing.ways import READINGS

_AIR = {
    "pump_up": "The handbook wants them pumped to towing pressure before measuring",
    "let_down": "The handbook wants them let down to the minimum before measuring",
    "": "Look in the vehicle's handbook, else the hitch's, whether they are pumped up or let down before measuring",
}


def measuring(rig: Rig, bridge: Weighbridge) -> list[Finding]:
    """Cautions on how the figures were taken."""
    return [*_air_springs(rig), *_helper_springs(rig), *_levelling(rig), *_past_their_day(rig), *_passes(bridge)]


def _caution(key: str, subject: str, says: Phrase, remedy: Phrase) -> list[Finding]:
    return [Finding(key=key, state=CAUTION, station="weigh", subject=subject, says=says, remedy=remedy)]


def _air_springs(rig: Rig) -> list[Finding]:
    if rig.choice("vehicle.air_springs") != "fitted":
        return []
    wanted = _AIR[rig.choice("vehicle.handbook_air")]
    pressure = rig.vehicle.air_pressure
    if pressure is None:
        says = Phrase(f"Air springs are fitted, and nobody wrote the pressure that was measured with. {wanted}.")
        return _caution(
            "air_springs",
            "air_springs",
            says,
            Phrase("Write it at the Meet station; another pressure voids what was measured."),
        )
    put = {"pressure": (pressure.value, PRESSURE, "nearest")}
    says = Phrase(f"Air springs are fitted, measured with {{pressure}}. {wanted}.", put)
    return _caution("air_springs", "air_springs", says, Phrase("Tow at the pressure that was measured with."))


def _helper_springs(rig: Rig) -> list[Finding]:
    if rig.choice("vehicle.helper_springs") != "fitted" or rig.vehicle.rear_rate is not None:
        return []
    says = Phrase(
        "Helper springs are fitted: the rear gives less than is typical of its class, by how much nobody knows."
    )
    return _caution(
        "helper_springs", "helper_springs", says, Phrase("Measure it in the bay: states A and B tell its own rates.")
    )


def _levelling(rig: Rig) -> list[Finding]:
    if rig.choice("vehicle.auto_levelling") != "on":
        return []
    says = Phrase("Auto-levelling was on while measuring: heights and squat tell nothing.")
    return _caution(
        "auto_levelling", "auto_levelling", says, Phrase("Switch it off as the handbook says, and measure again.")
    )


def _passes(bridge: Weighbridge) -> list[Finding]:
    if bridge.repeat is None:
        return []
    return _caution(
        "weighbridge_open", "bridge", bridge.repeat, Phrase("Nothing is concluded from the weighbridge until then.")
    )


def stood_still(asked: Phrase | None) -> list[Finding]:
    """Hundreds of pounds on the ball, and no arch has moved: something holds them, or it is so and somebody has looked."""
    if asked is None:
        return []
    remedy = Phrase("Look, write it down, and measure state B again if something held the rig up.")
    return [
        Finding(key="did_not_move", state=UNKNOWN, station="bay", subject="arches", says=asked, remedy=remedy)
    ]  # fmt: skip


def _past_their_day(rig: Rig) -> list[Finding]:
    """What was read with an instrument past the day of its check: it is believed less, and that is said."""
    found: list[Finding] = []
    for way, name in SCALES.items():
        readings = [getattr(rig.weighing, one) for one in READINGS[way]]
        if way == "bridge":
            readings.append(rig.trailer.gross_weight)
        if rig.choice(f"weighing.{way}_late") == "yes" and any(one is not None for one in readings):
            says = Phrase(
                f"{name} past the day of its check: what was read with it is believed {PAST_DUE:g} times less."
            )
            found += _caution("instrument_late", way, says, Phrase("Have it checked, or weigh with one that was."))
    return found
