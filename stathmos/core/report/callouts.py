"""What the drawing says at each station: the measurements that the station uses, and the parts in trouble."""

from __future__ import annotations

from stathmos.core.answer import Assessment
from stathmos.core.figures import Anything, Missing
from stathmos.core.finding import REFUSED
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import State
from stathmos.core.report.writing import Amount, InUnits, Tree
from stathmos.core.units import LENGTH
from stathmos.core.weighing import LIGHT

LOAD, HEIGHT = "load", "height"
#: where a callout may point on the drawing
SPOTS = ("front_axle", "rear_axle", "ball", "trailer_axles", "coupler", "receiver")


def notes(assessment: Assessment, station: str) -> Tree:
    """Callouts at their spots, spans between two places (mm behind the front axle), and the parts in trouble."""
    return {
        "callouts": _CALLOUTS.get(station, _of_the_hitch)(assessment),
        "spans": _spans(assessment) if station == "meet" else [],
        "alarms": _alarms(assessment),
    }


def _alarms(assessment: Assessment) -> list[str]:
    found = {link.part: None for link in assessment.planned if link.state is State.OVER}
    if any(one.key == "ball_off" and one.state == REFUSED for one in assessment.findings):
        found["ball"] = None
    if assessment.weights.judgement.state == LIGHT:
        found["coupler"] = None
    return list(found)


def _note(at: str, kind: str, name: str, figure: Anything, rounding: str = "nearest", alarm: bool = False) -> Tree:
    if isinstance(figure, Missing):
        return {"at": at, "kind": kind, "text": f"{name} unknown", "alarm": alarm}
    amount = Amount(figure.value, figure.dimension, rounding)
    text = InUnits(lambda system: f"{name} {amount.text(system)}")
    return {"at": at, "kind": kind, "text": text, "alarm": alarm}


def _of_weighing(assessment: Assessment) -> list[Tree]:
    weights = assessment.weights
    return [
        _note("ball", LOAD, "tongue", weights.tongue, alarm=weights.judgement.state == LIGHT),
        _note("trailer_axles", LOAD, "whole trailer", weights.gross),
    ]


def _of_axles(assessment: Assessment) -> list[Tree]:
    links = {link.key: link for link in assessment.planned}
    found = [
        _note(at, LOAD, name, link.demand, "up", link.state is State.OVER)
        for at, name, key in (
            ("front_axle", "front", "front_gawr"),
            ("rear_axle", "rear", "rear_gawr"),
            ("trailer_axles", "trailer axles", "trailer_axles"),
        )
        if (link := links.get(key)) is not None and link.demand is not None
    ]
    return [*found, _note("ball", LOAD, "tongue", assessment.weights.tongue)]


def _of_heights(assessment: Assessment) -> list[Tree]:
    found = assessment.heights
    return [
        _note(at, HEIGHT, name, height)
        for at, name, height in (
            ("receiver", "receiver", found.receiver),
            ("ball", "ball, uncoupled", found.ball_standing),
            ("coupler", "level coupler", found.coupler),
        )
        if not isinstance(height, Missing)
    ]


def _of_the_hitch(assessment: Assessment) -> list[Tree]:
    return [_note("ball", LOAD, "hitch load", assessment.choice.hitch_load, "up")]


_CALLOUTS = {
    "meet": lambda assessment: [],
    "weigh": _of_weighing,
    "ratings": _of_axles,
    "load": _of_axles,
    "height": _of_heights,
}


def _spans(assessment: Assessment) -> list[Tree]:
    drawn, rig = assessment.elevation, assessment.bench.rig

    def span(start: float, end: float, path: str, name: str) -> Tree:
        found = rig.figure(path)
        if isinstance(found, Missing):
            return {"from": start, "to": end, "text": f"{name} not known"}
        return {"from": start, "to": end, "text": Phrase(f"{name} {{is}}", {"is": (found.value, LENGTH, "nearest")})}

    return [
        span(0.0, drawn.wheelbase, "vehicle.wheelbase", "wheelbase"),
        span(drawn.wheelbase, drawn.ball_x, "vehicle.overhang", "overhang"),
        span(drawn.ball_x, drawn.trailer_axle_x, "trailer.ball_to_axle", "ball to axles"),
    ]
