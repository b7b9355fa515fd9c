"""Where each kind of instrument's figure is written, on a rig: the readings that may be taken from it."""

from __future__ import annotations

from collections.abc import Mapping

_BRIDGE = (
    "trailer.gross_weight",
    *(f"weighing.bridge_{end}_{way}" for way in ("alone", "bare", "bars") for end in ("front", "rear")),
    *(f"weighing.bridge_trailer_{way}" for way in ("bare", "bars")),
    *(f"weighing.bridge_axle_{number}_{way}" for way in ("bare", "bars") for number in (1, 2, 3)),
)
#: by kind, the paths of the readings that are taken from it
TAKES: Mapping[str, tuple[str, ...]] = {
    "tongue_scale": ("weighing.tongue_scale", "weighing.jack_reading"),
    "bathroom_scale": ("weighing.beam_reading", "weighing.beam_tare", "weighing.jack_reading", "weighing.tongue_scale"),
    "gauge": ("weighing.gauge", "bay.ball_gauge_b", "trials.*.ball_gauge"),
    "weighbridge": _BRIDGE,
    "level": (),
    "wrench": ("torque.*.reached",),
}

#: by kind, the readings beside which it is looked at, and that are not taken from it: the rail decides how level a trailer stands
BESIDE: Mapping[str, tuple[str, ...]] = {
    **dict.fromkeys(TAKES, ()),
    "level": ("bay.rail_front_level", "bay.rail_rear_level", "trials.*.rail_front", "trials.*.rail_rear"),
}


def takes(kind: str, path: str) -> bool:
    """Whether an instrument of a kind reads what stands at a path; a star stands for one thing of a list.

    >>> takes("gauge", "trials.trial_2.ball_gauge"), takes("gauge", "trials.trial_2.hole"), takes("wrench", "torque.ball_nut.reached")
    (True, False, True)
    """
    parts = path.split(".")
    return any(
        len(parts) == len(each) and all(wanted in ("*", part) for wanted, part in zip(each, parts, strict=True))
        for each in (one.split(".") for one in TAKES[kind])
    )


def mark_of(path: str) -> str:
    """Where the smallest mark of the way of a reading is written; empty where there is none.

    >>> mark_of("weighing.tongue_scale"), mark_of("weighing.beam_tare"), mark_of("trailer.gross_weight")
    ('weighing.tongue_scale_mark', 'weighing.beam_mark', 'weighing.bridge_mark')
    """
    if path == "trailer.gross_weight":
        return "weighing.bridge_mark"
    section, _, name = path.partition(".")
    way = next((one for one in ("tongue_scale", "gauge", "beam", "jack", "bridge") if name.startswith(one)), "")
    return f"weighing.{way}_mark" if section == "weighing" and way else ""
