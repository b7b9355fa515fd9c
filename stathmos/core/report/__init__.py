"""An assessment as plain data: what the screen, the command line and every paper show.

Each figure carries value, unit, provenance, spread, text in both unit systems, and its
working. Demands are written rounded up, ratings and margins rounded down.
"""

from __future__ import annotations

from dataclasses import asdict

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.finding import needs_in_words
from stathmos.core.ratings import Link, State, Waiver, weakest
from stathmos.core.report.bay import finding
from stathmos.core.report.build import answer, decisions, hitch, offset, parts, remedy, state
from stathmos.core.report.compared import compared
from stathmos.core.report.loads import loading, remedy_writes
from stathmos.core.report.plainly import UNIT_NAMES, Plain, both, figure, phrase, rule_of
from stathmos.core.report.reading import to_read
from stathmos.core.report.weights import weights
from stathmos.core.rules import Rules

__all__ = ["UNIT_NAMES", "Plain", "answer", "at_a_glance", "both", "compared", "figure", "phrase", "plain"]


def link(one: Link, waiver: Waiver | None = None) -> Plain:
    """One link of the ratings chain, with who overrode the house reserve on it."""
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
        "may_be_over": one.may_be_over,
        "waiver": None if waiver is None else {"by": waiver.by, "reason": waiver.reason},
    }


def _word(one: Link) -> str:
    if one.kind == "fit":
        return {State.WITHIN: "fits", State.OVER: "does not fit"}.get(one.state, one.state.value)
    if one.kind == "presence":
        return {State.WITHIN: "present", State.OVER: "missing"}.get(one.state, one.state.value)
    return one.state.value


def _chain(links: tuple[Link, ...], waived: tuple[Waiver, ...] = ()) -> Plain:
    rated_by = weakest(links)
    waivers = {one.link: one for one in waived}
    return {
        "links": [link(one, waivers.get(one.key)) for one in links],
        "weakest": None if rated_by is None else rated_by.key,
    }


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
        "front_loss_text": units.write(chosen.front_loss, units.SHARE, "us"),
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
    heights = assessment.heights
    return {
        **at_a_glance(assessment),
        "findings": [finding(found) for found in assessment.findings],
        "rules": rules(assessment.rules),
        "weights": weights(assessment),
        "loading": loading(assessment),
        "to_read": to_read(assessment),
        "problems": [{"place": one.place, "says": phrase(one.says)} for one in assessment.contradictions],
        "heights": {
            "coupler": figure(heights.coupler),
            "receiver": figure(heights.receiver),
            "offset": figure(heights.offset),
            "settle": figure(heights.settled.ball),
            "ball_wanted": figure(heights.ball_wanted),
            "rise_wanted": figure(heights.rise_wanted),
            "ball_standing": figure(heights.ball_standing),
            "ball_is_measured": heights.ball_is_measured,
            "residual": figure(heights.attitude.residual),
            "pitch": figure(heights.attitude.pitch),
            "rail": figure(heights.attitude.rail),
        },
        "hitch": hitch(assessment),
        "decisions": decisions(assessment),
        "offsets": [offset(one) for one in assessment.offsets],
        "states": [state(one) for one in assessment.coupled.states],
        "parts": parts(assessment.parts),
        "remedies": [remedy(one, remedy_writes(assessment, one)) for one in assessment.remedies],
        "planned": _chain(assessment.planned, assessment.waived),
        "full": _chain(assessment.full),
    }
