"""The loading plan, its three cases and the moves, as plain data."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.cargo import RACK, Placed
from stathmos.core.cases import Standing
from stathmos.core.figures import Given, Missing
from stathmos.core.moves import Move
from stathmos.core.remedies import Remedy
from stathmos.core.report.plainly import Plain, both, figure, phrase
from stathmos.core.report.weights import share_rounding
from stathmos.core.rig import Load
from stathmos.core.rig.loads import ABOARD, TRAILER
from stathmos.core.weighing import ShareJudgement, against_the_user

_WRITTEN = ("kind", "weight", "volume", "at", "moved_to", "when")


def loading(assessment: Assessment) -> Plain:
    return {
        "loads": [_load(assessment, one) for one in assessment.placed],
        "cases": [_case(case, assessment.weights.judgement) for case in assessment.cases],
        "moves": [_move(assessment, move) for move in assessment.moves],
        "front": figure(assessment.loads.front),
        "rear": figure(assessment.loads.rear),
        "aboard": figure(assessment.loads.aboard),
        "weighed": assessment.loads.weighed,
    }


def _load(assessment: Assessment, one: Placed) -> Plain:
    """A load with its place on the drawing (mm behind the front axle) and between what it can be moved."""
    drawn = assessment.elevation
    origin = drawn.ball_x if one.on == TRAILER else 0.0
    end = drawn.rail_to_x + (RACK if one.kind.rack else 0.0) if one.on == TRAILER else drawn.ball_x
    # What was aboard at a weighing stays where it was then; dragging it says where it is to go.
    weighed = assessment.weights.weighed if one.on == TRAILER else assessment.loads.weighed
    writes = "moved_to" if weighed and one.when == ABOARD else "at"
    return {
        "key": one.key,
        "kind": one.load.kind_key,
        "word": one.load.word,
        "on": one.on,
        "when": one.when,
        "weight": figure(one.weight),
        "at": figure(one.at),
        "to": figure(one.to),
        "to_text": None if isinstance(one.to, Missing) else _exact(one.to.value, units.LENGTH),
        "tongue": figure(one.tongue_to) if one.on == TRAILER else None,
        "x": None if isinstance(one.at, Missing) else origin + one.at.value,
        "to_x": None if isinstance(one.to, Missing) else origin + one.to.value,
        "from_x": origin,
        "end_x": end,
        "writes": f"loads.{one.key}.{writes}",
    }


def _exact(value: float, dimension: str) -> Plain:
    """A figure as somebody would type it, in both systems."""
    return {system: units.write_exact(value, dimension, system) for system in units.SYSTEMS}


def _case(case: Standing, judged: ShareJudgement) -> Plain:
    return {
        "key": case.key,
        "name": case.name,
        **{
            name: figure(getattr(case, name), share_rounding(case.share, judged) if name == "share" else "up")
            for name in ("tongue", "gross", "share", "front", "rear", "trailer_axles")
        },
    }


def _move(assessment: Assessment, move: Move) -> Plain:
    def change(kg: float | None) -> Plain | None:
        if kg is None:
            return None
        return {system: ("+" if kg >= 0 else "") + units.write(kg, units.WEIGHT, system) for system in units.SYSTEMS}

    return {
        "load": move.load,
        "says": phrase(move.says),
        "share_text": units.write(
            move.share,
            units.SHARE,
            "us",
            against_the_user(move.share, assessment.weights.judgement.low, assessment.weights.judgement.high),
        ),
        "tongue": change(move.effect.tongue),
        "front": change(move.effect.front),
        "rear": change(move.effect.rear),
        "trailer_axles": change(move.effect.trailer_axles),
        "crosses": [
            {"name": link.name, "by": None if link.margin is None else both(-link.margin, units.WEIGHT, "up")}
            for link in move.crosses
        ],
        "writes": {system: _writes(assessment, move.writes, system) for system in units.SYSTEMS},
    }


def remedy_writes(assessment: Assessment, remedy: Remedy) -> dict[str, Plain]:
    """The entries that make a remedy, by unit system: loads, and choices of the hitch."""
    chosen = {path: {"is": text, "from": "assumed"} for path, text in remedy.chooses}
    return {
        system: {
            **_writes(assessment, remedy.writes, system),
            **{path: {**entry, "system": system} for path, entry in chosen.items()},
        }
        for system in units.SYSTEMS
    }


def _writes(assessment: Assessment, writes: tuple[Load, ...], system: str) -> Plain:
    """The entries that write some loads, by path; None takes a figure back."""
    before = {one.key: one.load for one in assessment.placed}
    made: Plain = {}
    for load in writes:
        was = before.get(load.key, Load(load.key))
        for name in _WRITTEN:
            now: Given | None = getattr(load, name)
            if now == getattr(was, name):
                continue
            made[f"loads.{load.key}.{name}"] = (
                None
                if now is None
                else {
                    "is": now.typed or units.write_exact(now.value, now.dimension, system),
                    "from": now.provenance.value,
                    "system": system,
                }
            )
    return made
