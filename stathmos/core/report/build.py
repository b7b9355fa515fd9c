"""The build, the decisions, the coupled rig and the parts list, as plain data."""

from __future__ import annotations

from stathmos.core import selection, units
from stathmos.core.answer import Assessment
from stathmos.core.coupled import Answer, State
from stathmos.core.decisions import Decision
from stathmos.core.figures import Anything, Missing
from stathmos.core.finding import needs_in_words
from stathmos.core.heights import Position
from stathmos.core.offsets import OffsetCompared
from stathmos.core.parts_list import PartsList
from stathmos.core.remedies import Remedy
from stathmos.core.report.plainly import Plain, both, figure, phrase, rule_of
from stathmos.core.settings import KINDS

STATE_FIGURES = (
    "front_drop", "rear_drop", "ball_height", "rail", "front", "rear", "trailer_axles", "bar_each", "on_ball", "restoration",
)  # fmt: skip


def position(one: Position | None) -> Plain | None:
    """One way of mounting a shank."""
    if one is None:
        return None
    return {
        "words": one.words,
        "orientation": one.orientation,
        "hole": one.hole,
        "rise": one.rise,
        "rise_text": both(abs(one.rise), units.LENGTH),
        "way": "rise" if one.rise >= 0 else "drop",
        "holes_up": one.holes_up,
        "holes_down": one.holes_down,
    }


def part(verdict: selection.Verdict) -> Plain:
    """One part with what became of it."""
    return {
        "name": verdict.part.name,
        "family": getattr(verdict.part, "family", ""),
        "state": verdict.state,
        "rule": verdict.rule,
        "reason": phrase(verdict.reason),
        "tongue_rating": figure(getattr(verdict.part, "tongue_rating", None), "down"),
        "tongue_minimum": figure(getattr(verdict.part, "tongue_minimum", None), "up"),
        "gross_rating": figure(
            getattr(verdict.part, "gross_rating", None) or getattr(verdict.part, "rating", None), "down"
        ),
        "position": position(verdict.position),
        "residual_text": None if verdict.residual is None else both(verdict.residual, units.LENGTH),
        "sleeve": verdict.sleeve.name if verdict.sleeve else None,
    }


def hitch(assessment: Assessment) -> Plain:
    """The parts judged, the build in force, the best whole builds."""
    choice, builds = assessment.choice, assessment.builds
    return {
        "weight_distributing": choice.weight_distributing,
        "kits": [part(verdict) for verdict in choice.kits],
        "balls": [part(verdict) for verdict in choice.balls],
        "shanks": [part(verdict) for verdict in choice.shanks],
        "in_force": {
            what: getattr(choice.in_force, what).name if getattr(choice.in_force, what) else None
            for what in ("kit", "shank", "ball", "sleeve")
        },
        "fitted_kit": choice.fitted_kit.part.name if choice.fitted_kit else None,
        "bracket": figure(choice.bracket) if choice.weight_distributing else None,
        "builds": [
            {
                "kit": one.kit.part.name if one.kit else None,
                "shank": one.shank.part.name,
                "ball": one.ball.part.name,
                "position": position(one.shank.position),
                "residual_text": both(one.shank.residual or 0.0, units.LENGTH),
                "why": phrase(one.why),
                "price": None if one.price is None else units.write(one.price, units.MONEY, "us"),
            }
            for one in builds.best
        ],
        "builds_serving": builds.serving,
        "builds_tried": builds.tried,
        "settings": settings(assessment),
    }


def settings(assessment: Assessment) -> Plain | None:
    """What the fitter begins with, and whether the model or the handbook says so."""
    found = assessment.coupled.settings
    if found is None:
        return None
    return {
        "counts": [
            {
                "kind": kind,
                "row": KINDS[kind].row,
                "stepper": KINDS[kind].stepper,
                "count": number,
                "words": KINDS[kind].count(number),
            }
            for kind, number in found.counts.items()
        ],
        "source": found.source,
        "wind": figure(found.wind),
        "ask": needs_in_words(found.wind.needs) if isinstance(found.wind, Missing) else "",
    }


def decision(one: Decision) -> Plain:
    """A decision with all its reasons."""
    return {
        "verdict": one.verdict,
        "says": phrase(one.says),
        "reasons": [
            {
                "says": phrase(reason.says),
                "weight": reason.weight,
                "rule": rule_of(reason.rule),
                "ask": needs_in_words(reason.needs),
            }
            for reason in one.reasons
        ],
    }


def decisions(assessment: Assessment) -> Plain:
    found = assessment.decisions
    return {
        "distribution": decision(found.distribution),
        "sway": decision(found.sway),
        "sway_provided": found.sway_provided,
        "sway_says": phrase(found.sway_says),
        "bars_off": [phrase(one) for one in found.bars_off],
    }


def state(one: State) -> Plain:
    """One state of the coupled rig; loads rounded up."""
    loads = ("front", "rear", "trailer_axles", "bar_each", "on_ball")
    return {
        "key": one.key,
        "name": one.name,
        **{name: figure(getattr(one, name), "up" if name in loads else "nearest") for name in STATE_FIGURES},
    }


def offset(one: OffsetCompared) -> Plain:
    """The ball height by one offset school."""
    return {
        "key": one.school.key,
        "name": one.school.name,
        "source": one.school.source,
        "authority": one.school.authority.value if one.in_force else "",
        "in_force": one.in_force,
        "offset": figure(one.offset),
        "ball": figure(one.ball),
        "apart": figure(one.apart),
        "position": position(one.position),
        "rail": figure(one.rail),
    }


def parts(found: PartsList) -> Plain:
    """The parts list."""
    return {
        "lines": [
            {
                "quantity": line.quantity,
                "name": line.name,
                "what": line.what,
                "why": phrase(line.why),
                "state": line.state,
                "price": None if line.price is None else units.write(line.price.value, units.MONEY, "us"),
                "amount": None if line.amount is None else units.write(line.amount, units.MONEY, "us"),
            }
            for line in found.lines
        ],
        "total": units.write(found.total, units.MONEY, "us"),
        "unpriced": found.unpriced,
    }


def remedy(one: Remedy, written: dict[str, Plain]) -> Plain:
    """One remedy; ``written``: what it would write, by unit system."""
    return {
        "link": one.link,
        "says": phrase(one.says),
        "lightens": one.lightens,
        "crosses": [
            {"name": link.name, "by": None if link.margin is None else both(-link.margin, units.WEIGHT, "up")}
            for link in one.crosses
        ],
        "writes": written,
    }


def answer(found: Answer | Missing) -> Plain:
    """What if: the state asked for, and every change with its sign."""
    if isinstance(found, Missing):
        return {"ask": needs_in_words(found.needs), "state": None, "changes": {}, "says": []}
    return {
        "ask": "",
        "state": state(found.state),
        "changes": {name: _signed(by, getattr(found.state, name)) for name, by in found.changes.items()},
        "says": [phrase(one) for one in found.says],
    }


def _signed(by: float, like: Anything) -> Plain:
    return {system: ("+" if by >= 0 else "") + units.write(by, like.dimension, system) for system in units.SYSTEMS}
