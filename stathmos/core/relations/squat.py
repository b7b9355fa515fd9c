"""A tongue against how far the vehicle went down under it, where that was taped: rows of one rig."""

from __future__ import annotations

from collections.abc import Iterator

from stathmos.core.figures import Missing
from stathmos.core.heights import spring_rates
from stathmos.core.relations.relation import Relation
from stathmos.core.rig import Rig
from stathmos.core.units import KG_PER_LB
from stathmos.core.weighing.ways import squat_tongue_weight

#: springs typical for a class are out by no more than this, helper springs and all: from memory
SOFTER, STIFFER = 0.5, 2.2
#: kg: what half an inch of play, rust and rounding in two tapes leave open
LITTLE = 150 * KG_PER_LB
_TONGUES = ("weighing.tongue_scale", "weighing.gauge", "weighing.jack_reading")


def of_squat(rig: Rig) -> Iterator[Relation]:
    """The rows of a rig of which springs alone hold the height up."""
    rate = spring_rates(rig)[1]
    if (
        isinstance(rate, Missing)
        or "fitted" in rig.choice("vehicle.air_springs")
        or rig.choice("vehicle.auto_levelling") == "on"
    ):
        return
    k_r = rate.value
    for tongue in _TONGUES:
        yield Relation(
            key=f"{tongue.partition('.')[2]}_of_squat",
            figures={
                "tongue": tongue, "before": "weighing.squat_before", "after": "weighing.squat_after",
                "w": "vehicle.wheelbase", "o": "vehicle.overhang",
            },
            room=lambda tongue, before, after, w, o: _left(
                tongue, squat_tongue_weight(k_r=k_r, drop=before - after, w=w, o=o)
            ),
            states="A vehicle goes down about as far as its springs give under that tongue.",
            settled_by="the tongue, weighed again, and the rear arch, taped again",
        )  # fmt: skip


def _left(tongue: float, by_springs: float) -> float:
    return min(STIFFER * by_springs + LITTLE - tongue, tongue - SOFTER * by_springs + LITTLE)
