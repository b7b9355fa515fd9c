"""An assessment as plain data: what the screen, the command line and every paper show.

Each figure carries value, unit, provenance, text in both unit systems, and its
working. Demands are written rounded up, ratings and margins rounded down.
"""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from stathmos.core import selection, units
from stathmos.core.assess import Assessment
from stathmos.core.figures import Anything, Figure, Missing, Phrase, Rule, Working
from stathmos.core.findings import needs_in_words
from stathmos.core.ratings import Link, State, trailer_class, weakest

UNIT_NAMES = {
    units.WEIGHT: "kg",
    units.LENGTH: "mm",
    units.ALTITUDE: "mm",
    units.RATE: "kg/mm",
    units.COUPLE: "kg·mm",
    units.AREA: "mm²",
    units.SHARE: "share",
    units.SLOPE: "slope",
    units.ANGLE: "rad",
    units.COUNT: "count",
}

Plain = dict[str, Any]


def both(value: float, dimension: str, rounding: str = "nearest") -> Plain:
    """A quantity in words, in both systems."""
    return {system: units.write(value, dimension, system, rounding) for system in units.SYSTEMS}


def phrase(said: Phrase) -> Plain:
    """A sentence in both systems."""
    return {system: said.text(system) for system in units.SYSTEMS}


def _rule(rule: Rule | None) -> Plain | None:
    return None if rule is None else {"says": rule.says, "source": rule.source, "authority": rule.authority.value}


def _working(working: Working) -> Plain:
    return {
        "formula": working.formula,
        "terms": [
            {"name": term.name, "text": both(term.value, term.dimension), "from": term.provenance.value}
            for term in working.terms
        ],
        "rule": _rule(working.rule),
        "note": working.note,
    }


def figure(known: Anything | None, rounding: str = "nearest") -> Plain | None:
    """A figure as data; a missing one says what it waits for, in paths and in words."""
    if known is None:
        return None
    if isinstance(known, Missing):
        return {"missing": list(known.needs), "ask": needs_in_words(known.needs)}
    plain: Plain = {
        "value": known.value,
        "unit": UNIT_NAMES[known.dimension],
        "from": known.provenance.value,
        "text": both(known.value, known.dimension, rounding),
    }
    if isinstance(known, Figure):
        plain["working"] = _working(known.working)
    elif known.typed:
        plain["typed"] = known.typed
    return plain


def link(one: Link) -> Plain:
    """One link of the ratings chain."""
    dimension = one.demand.dimension if one.demand is not None and not isinstance(one.demand, Missing) else units.WEIGHT
    rounding = ("up", "down") if one.kind == "load" else ("nearest", "nearest")
    return {
        "key": one.key,
        "name": one.name,
        "part": one.part,
        "kind": one.kind,
        "state": one.state.value,
        "word": _word(one),
        "demand": figure(one.demand, rounding[0]),
        "rating": figure(one.rating, rounding[1]),
        "share": one.share,
        "share_text": None if one.share is None else units.write(one.share, units.SHARE, "us", "up"),
        "margin": one.margin,
        "margin_text": None if one.margin is None else both(one.margin, dimension, "down"),
        "ask": needs_in_words(one.needs),
        "rule": _rule(one.rule),
    }


def _word(one: Link) -> str:
    if one.kind == "fit":
        return {State.WITHIN: "fits", State.OVER: "does not fit"}.get(one.state, one.state.value)
    if one.kind == "presence":
        return {State.WITHIN: "present", State.OVER: "missing"}.get(one.state, one.state.value)
    return one.state.value


def _part(verdict: selection.Verdict) -> Plain:
    position = verdict.position
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
        "position": None
        if position is None
        else {
            "words": position.words,
            "orientation": position.orientation,
            "hole": position.hole,
            "rise": position.rise,
            "rise_text": both(abs(position.rise), units.LENGTH),
            "way": "rise" if position.rise >= 0 else "drop",
            "holes_up": position.holes_up,
            "holes_down": position.holes_down,
        },
        "residual_text": None if verdict.residual is None else both(verdict.residual, units.LENGTH),
    }


def _chain(links: tuple[Link, ...]) -> Plain:
    rated_by = weakest(links)
    return {"links": [link(one) for one in links], "weakest": None if rated_by is None else rated_by.key}


def plain(assessment: Assessment) -> Plain:
    """The whole assessment as JSON-ready data."""
    weights, heights, axles, choice = assessment.weights, assessment.heights, assessment.axles, assessment.choice
    judgement = weights.judgement
    gross_class = None if isinstance(weights.gross, Missing) else trailer_class(weights.gross.value)
    return {
        "verdict": {
            "state": assessment.verdict.state,
            "says": phrase(assessment.verdict.says),
            "remedy": phrase(assessment.verdict.remedy),
            "station": assessment.verdict.station,
            "more": assessment.verdict.more,
        },
        "findings": [
            {
                "state": found.state,
                "station": found.station,
                "subject": found.subject,
                "says": phrase(found.says),
                "remedy": phrase(found.remedy),
            }
            for found in assessment.findings
        ],
        "rules": {
            "share": assessment.rules.share.name,
            "restoration": assessment.rules.restoration.name,
            "offset": assessment.rules.offset.name,
            "reserve": assessment.rules.reserve,
            "reserve_text": units.write(assessment.rules.reserve, units.SHARE, "us"),
            "authority": assessment.rules.authority.value,
        },
        "weights": {
            "tongue": figure(weights.tongue),
            "ways": [{"name": name, "figure": figure(way)} for name, way in weights.ways],
            "gross": figure(weights.gross),
            "share": figure(weights.share),
            "share_state": judgement.state,
            "band": {
                "school": judgement.school.name,
                "low": judgement.school.low,
                "high": judgement.school.high,
                "source": judgement.school.source,
            },
            "correction_text": None
            if judgement.correction is None
            else both(abs(judgement.correction), units.WEIGHT, "up"),
            "warnings": [phrase(warning) for warning in weights.warnings],
            "hitch_load": figure(choice.hitch_load, "up"),
            "hitch_load_full": figure(choice.hitch_load_full, "up"),
            "gross_class": gross_class,
        },
        "heights": {
            "coupler": figure(heights.coupler),
            "receiver": figure(heights.receiver),
            "offset": figure(heights.offset),
            "settle_bare": figure(heights.bare.ball),
            "settle": figure(heights.settled.ball),
            "front_bare": figure(heights.bare.front),
            "rear_bare": figure(heights.bare.rear),
            "front": figure(heights.settled.front),
            "rear": figure(heights.settled.rear),
            "ball_wanted": figure(heights.ball_wanted),
            "rise_wanted": figure(heights.rise_wanted),
            "ball_standing": figure(heights.ball_standing),
            "ball_is_measured": heights.ball_is_measured,
            "residual": figure(heights.attitude.residual),
            "pitch": figure(heights.attitude.pitch),
            "rail": figure(heights.attitude.rail),
        },
        "axles": {name: figure(getattr(axles, name)) for name in axles.__dataclass_fields__},
        "standing": {name: figure(getattr(assessment.loads, name)) for name in ("front", "rear", "aboard", "hardware")},
        "hitch": {
            "weight_distributing": choice.weight_distributing,
            "kits": [_part(verdict) for verdict in choice.kits],
            "balls": [_part(verdict) for verdict in choice.balls],
            "shanks": [_part(verdict) for verdict in choice.shanks],
            "in_force": {
                what: getattr(choice.in_force, what).name if getattr(choice.in_force, what) else None
                for what in ("kit", "shank", "ball")
            },
            "fitted_kit": choice.fitted_kit.part.name if choice.fitted_kit else None,
        },
        "planned": _chain(assessment.planned),
        "full": _chain(assessment.full),
        "elevation": {**asdict(assessment.elevation), "assumed": list(assessment.elevation.assumed)},
    }
