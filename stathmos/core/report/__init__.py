"""An assessment as plain data: what the screen, the command line and every paper show.

Each figure carries value, unit, provenance, spread, text in both unit systems, and its
working. Demands are written rounded up, ratings and margins rounded down.
"""

from __future__ import annotations

from dataclasses import asdict

from stathmos.core import selection, units
from stathmos.core.assess import Assessment
from stathmos.core.figures import Missing
from stathmos.core.findings import needs_in_words
from stathmos.core.ratings import Link, State, weakest
from stathmos.core.report.loads import loading
from stathmos.core.report.plainly import UNIT_NAMES, Plain, both, figure, phrase, rule_of
from stathmos.core.report.reading import to_read
from stathmos.core.report.weights import weights
from stathmos.core.rules import Rules

__all__ = ["UNIT_NAMES", "Plain", "at_a_glance", "both", "figure", "phrase", "plain"]


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
        "rule": rule_of(one.rule),
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


def rules(chosen: Rules) -> Plain:
    """The schools in force, each with whose choice it is."""
    return {
        "share": chosen.share.name,
        "share_authority": chosen.share.authority.value,
        "restoration": chosen.restoration.name,
        "restoration_authority": chosen.restoration.authority.value,
        "offset": chosen.offset.name,
        "offset_authority": chosen.offset.authority.value,
        "reserve": chosen.reserve,
        "reserve_text": units.write(chosen.reserve, units.SHARE, "us"),
    }


def at_a_glance(assessment: Assessment) -> Plain:
    """What one strip on the floor shows: the standing verdict, and the rig to draw."""
    verdict = assessment.verdict
    return {
        "verdict": {
            "state": verdict.state,
            "says": phrase(verdict.says),
            "remedy": phrase(verdict.remedy),
            "station": verdict.station,
            "more": verdict.more,
        },
        "elevation": {**asdict(assessment.elevation), "assumed": list(assessment.elevation.assumed)},
    }


def plain(assessment: Assessment) -> Plain:
    """The whole assessment as JSON-ready data."""
    heights, axles, choice = assessment.heights, assessment.axles, assessment.choice
    return {
        **at_a_glance(assessment),
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
        "rules": rules(assessment.rules),
        "weights": weights(assessment),
        "loading": loading(assessment),
        "to_read": to_read(assessment),
        "problems": [{"place": one.place, "says": phrase(one.says)} for one in assessment.contradictions],
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
    }
