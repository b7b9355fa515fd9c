"""The loading plan, its three cases and the moves, as plain data."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.axles import words_for
from stathmos.core.cargo import RACK, Placed
from stathmos.core.cases import CaseLoads
from stathmos.core.figures import Given, Missing
from stathmos.core.moves import Move
from stathmos.core.remedies import Remedy
from stathmos.core.report.sway import swing
from stathmos.core.report.weights import band, share_rounding
from stathmos.core.report.writing import Amount, InUnits, Tree, exact, figure
from stathmos.core.rig import Load
from stathmos.core.rig.loads import ABOARD, TRAILER
from stathmos.core.weighing import ShareJudgement, against_the_user

_WRITTEN = ("kind", "weight", "volume", "at", "moved_to", "when")


def loading(assessment: Assessment) -> Tree:
    """The plan, what each case weighs, the moves that put a share right, and where the share lies."""
    judged = assessment.weights.judgement
    return {
        "loads": [_load(assessment, one) for one in assessment.placed],
        "cases": [_case(case, judged) for case in assessment.cases],
        "moves": [_move(assessment, move) for move in assessment.moves],
        "sway": swing(assessment),
        "weighed": assessment.loads.weighed,
        "share_state": judged.state,
        "band": band(judged),
    }


def _load(assessment: Assessment, one: Placed) -> Tree:
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
        "to_text": None if isinstance(one.to, Missing) else exact(one.to.value, units.LENGTH),
        "tongue": figure(one.tongue_to) if one.on == TRAILER else None,
        "x": None if isinstance(one.at, Missing) else origin + one.at.value,
        "to_x": None if isinstance(one.to, Missing) else origin + one.to.value,
        "from_x": origin,
        "end_x": end,
        "writes": f"loads.{one.key}.{writes}",
    }


def _case(case: CaseLoads, judged: ShareJudgement) -> Tree:
    return {
        "key": case.key,
        "name": case.name,
        **{
            name: figure(getattr(case, name), share_rounding(case.share, judged) if name == "share" else "up")
            for name in ("tongue", "gross", "share", "front", "rear", "trailer_axles")
        },
        "each": [
            {"name": words_for(one.number, len(case.each)).capitalize(), "load": figure(one.load, "up")}
            for one in case.each
        ]
        if len(case.each) > 1
        else [],
    }


def _move(assessment: Assessment, move: Move) -> Tree:
    def change(kg: float | None) -> Amount | None:
        return None if kg is None else Amount(kg, units.WEIGHT, signed=True)

    return {
        "load": move.load,
        "says": move.says,
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
        "each": [change(one) for one in move.effect.each] if len(move.effect.each) > 1 else [],
        "crosses": [
            {"name": link.name, "by": None if link.margin is None else Amount(-link.margin, units.WEIGHT, "up")}
            for link in move.crosses
        ],
        "writes": InUnits(lambda system: _writes(assessment, move.writes, system)),
    }


def remedy_writes(assessment: Assessment, remedy: Remedy) -> InUnits:
    """The entries that make a remedy: loads, and choices of the hitch."""

    def entries(system: str) -> Tree:
        chosen = {path: {"is": text, "from": "assumed", "system": system} for path, text in remedy.chooses}
        return {**_writes(assessment, remedy.writes, system), **chosen}

    return InUnits(entries)


def _writes(assessment: Assessment, writes: tuple[Load, ...], system: str) -> Tree:
    """The entries that write some loads, by path; None takes a figure back."""
    before = {one.key: one.load for one in assessment.placed}
    made: Tree = {}
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
