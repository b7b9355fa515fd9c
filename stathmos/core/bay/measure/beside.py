"""The rig as the bay found it: what was measured there goes before what was planned with."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.bay.measure.arches import Arches, in_order
from stathmos.core.bay.measure.calibrate import Rates
from stathmos.core.figures import Anything, Given, Missing, Provenance, expanded, work
from stathmos.core.finding import CAUTION, GOOD, UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.rig import Rig
from stathmos.core.rig.bay import NOT_FLAT
from stathmos.core.units import LENGTH, RATE

#: (where the bay writes it, where the plan has it)
REMEASURED = (("bay.coupler_height", "trailer.coupler_height"), ("bay.receiver_height", "vehicle.receiver_height"))


def as_measured(rig: Rig, found: Rates | None = None) -> Rig:
    """The rig with the bay's heights, and with the spring rates that its own marks told, where they told them.

    On a floor that is not flat only differences count: heights taken there do not go before the planned ones.
    """
    trailer, vehicle = rig.trailer, rig.vehicle
    flat = rig.choice("bay.floor") != NOT_FLAT
    if flat and rig.bay.coupler_height is not None:
        trailer = replace(trailer, coupler_height=replace(rig.bay.coupler_height, path="trailer.coupler_height"))
    if flat and rig.bay.receiver_height is not None:
        vehicle = replace(vehicle, receiver_height=replace(rig.bay.receiver_height, path="vehicle.receiver_height"))
    if found is not None:
        told: dict[str, Any] = {
            name: Given(
                rate.value,
                RATE,
                Provenance.MEASURED,
                units.write(rate.value, RATE, "us"),
                path=f"vehicle.{name}",
                u=rate.u,
            )
            for name, rate in (("front_rate", found.front), ("rear_rate", found.rear))
            if not isinstance(rate, Missing)
        }
        vehicle = replace(vehicle, **told)
    return replace(rig, trailer=trailer, vehicle=vehicle)


@dataclass(frozen=True)
class Beside:
    """One figure of the plan beside what was measured. mm."""

    key: str
    name: str
    planned: Anything
    measured: Anything
    state: str
    says: Phrase


def _beside(
    key: str,
    name: str,
    planned: Anything,
    measured: Anything,
    off: str = "than planned: the model goes by what was measured.",
) -> Beside:
    if isinstance(measured, Missing) or isinstance(planned, Missing):
        return Beside(
            key,
            name,
            planned,
            measured,
            UNKNOWN,
            Phrase("Not measured yet." if isinstance(measured, Missing) else "The plan has no figure."),
        )
    apart = measured.value - planned.value
    allowed = max(expanded(measured) + expanded(planned), units.MM_PER_IN / 8)
    said = {"apart": (abs(apart), LENGTH, "up"), "allowed": (allowed, LENGTH, "down")}
    if abs(apart) <= allowed:
        return Beside(
            key, name, planned, measured, GOOD, Phrase("They agree within what plan and tape can tell.", said)
        )
    way = "more" if apart > 0 else "less"
    return Beside(
        key,
        name,
        planned,
        measured,
        CAUTION,
        Phrase(f"{{apart}} {way} {off}", said),
    )


def beside_the_plan(planned: Assessment, now: Assessment, rig: Rig, arches: Arches) -> tuple[Beside, ...]:
    """The plan's heights and its settle beside the measured ones."""
    bare = planned.coupled.states[1]

    def negative(figure: Anything) -> Anything:
        return work("rise = −drop", LENGTH, lambda drop: -drop, None, drop=figure)

    def measured(path: str, figure: Anything) -> Anything:
        unknown = isinstance(rig.figure(path), Missing) or rig.choice("bay.floor") == NOT_FLAT
        return Missing((path,)) if unknown else figure

    ball = now.heights.ball_standing if now.heights.ball_is_measured else Missing(("hitch.ball_height",))
    return (
        _beside(
            "coupler",
            "Level coupler height",
            planned.heights.coupler,
            measured("bay.coupler_height", now.heights.coupler),
        ),
        _beside(
            "receiver",
            "Receiver height",
            planned.heights.receiver,
            measured("bay.receiver_height", now.heights.receiver),
        ),
        _beside("ball", "Ball height, uncoupled", now.heights.ball_wanted, ball),
        _beside("rise", "Front rises on coupling", negative(bare.front_drop), arches.rise),
        _beside("drop", "Rear drops on coupling", bare.rear_drop, arches.drop),
        *_beside_the_known_good(rig),
    )


#: what of the trailer was good on an earlier visit: its name, where that is, and where a trial has it
_KNOWN_GOOD = (
    ("good_rail_front", "Rail front against the known good", "rail_front"),
    ("good_rail_rear", "Rail rear against the known good", "rail_rear"),
    ("good_tongue", "Tongue against the known good", "tongue"),
)


def _beside_the_known_good(rig: Rig) -> tuple[Beside, ...]:
    """The trailer's heights of an earlier visit, a target while the trailer is not moved, beside those of the last trial."""
    last = next(reversed(in_order(rig.trials)), None)
    found = []
    for name, says, taped in _KNOWN_GOOD:
        target = rig.figure(f"bay.{name}")
        if isinstance(target, Missing):
            continue
        now = Missing((f"trials.trial_1.{taped}",)) if last is None else rig.figure(f"trials.{last.key}.{taped}")
        found.append(_beside(name, says, target, now, "than when it was good."))
    return tuple(found)
