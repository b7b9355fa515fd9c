"""What a scale says of a loaded vehicle or trailer, against what it weighs empty and what was written down of its loads: rows of one rig."""

from __future__ import annotations

from collections.abc import Iterator

from stathmos.core.cargo import tongue_of_load
from stathmos.core.relations.relation import Relation
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.loads import TO_COME, TRAILER, VEHICLE
from stathmos.core.units import KG_PER_LB

#: kg: what a scale, a full tank and a brochure are out by
LITTLE = 100 * KG_PER_LB
_SCALE = "the scale, with the loads that are written down aboard"


def of_loads(rig: Rig) -> Iterator[Relation]:
    """The rows of a rig of which every load is written down, with its weight."""
    for load in rig.loads:
        on_trailer = KINDS[load.kind_key].on == TRAILER
        yield Relation(
            key=f"{load.key}_of_capacity",
            figures={"load": f"loads.{load.key}.weight", "may": "trailer.gvwr" if on_trailer else "vehicle.payload"},
            room=lambda load, may, times=0.8 if on_trailer else 1.5: times * may - load,
            states="A load weighs less than what it rides in may carry." if on_trailer else "A load weighs about what its vehicle may carry, or less.",
            settled_by="the scale, or the person",
        )  # fmt: skip
    in_trailer, in_vehicle = _riding(rig, TRAILER), _riding(rig, VEHICLE)
    if in_trailer:
        weights = _weights(in_trailer)
        yield Relation(
            key="gross_of_loads", figures={"gross": "trailer.gross_weight", "empty": "trailer.unladen_weight", **weights},
            room=lambda gross, empty, **loads: gross - 0.97 * (empty + sum(loads.values())) + LITTLE,
            states="A loaded trailer weighs no less than it weighs empty, and its loads.", settled_by=_SCALE,
        )  # fmt: skip
        places = {f"x_{at}": f"loads.{one.key}.at" for at, one in enumerate(in_trailer)}
        for reading in ("tongue_scale", "gauge"):
            yield Relation(
                key=f"{reading}_of_loads",
                figures={"tongue": f"weighing.{reading}", "brochure": "trailer.brochure_tongue", "L": "trailer.ball_to_axle", **weights, **places},
                room=_tongue_left,
                states="A tongue weighs about what the brochure says of it empty, and what each load puts on it.",
                settled_by="the tongue, weighed again, and where the loads are",
            )  # fmt: skip
    if in_vehicle:
        on_scale = {
            "front": "weighing.bridge_front_alone", "rear": "weighing.bridge_rear_alone",
            "empty_front": "vehicle.unladen_front", "empty_rear": "vehicle.unladen_rear", **_weights(in_vehicle),
        }  # fmt: skip
        yield Relation(
            key="alone_of_loads", figures=on_scale,
            room=lambda front, rear, empty_front, empty_rear, **loads: (
                front + rear - 0.97 * (empty_front + empty_rear) - sum(loads.values()) + LITTLE
            ),
            states="A loaded vehicle weighs no less than it weighs empty, and its loads.", settled_by=_SCALE,
        )  # fmt: skip


def _riding(rig: Rig, on: str) -> list[Load]:
    """What rides there now; empty where the weight of one is not written."""
    riding = [one for one in rig.loads if KINDS[one.kind_key].on == on and one.when_key != TO_COME]
    return riding if all(one.weight is not None for one in riding) else []


def _weights(riding: list[Load]) -> dict[str, str]:
    return {f"m_{at}": f"loads.{one.key}.weight" for at, one in enumerate(riding)}


def _tongue_left(tongue: float, brochure: float, L: float, **loads: float) -> float:
    on_it = sum(tongue_of_load(m=loads[f"m_{at}"], x=loads[f"x_{at}"], L=L) for at in range(len(loads) // 2))
    # most of what is stowed in front nobody writes down; what lies behind the axles, less so
    return min(2.2 * brochure + 1.2 * max(0.0, on_it) + LITTLE - tongue, tongue - 0.7 * (brochure + on_it) + LITTLE)
