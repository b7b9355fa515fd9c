"""The bay as plain data: what the tablet shows."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

from stathmos.core import bay, units
from stathmos.core.axles import words_for
from stathmos.core.bay.adjust.words import Effect, Next
from stathmos.core.bay.check import Check
from stathmos.core.bay.measure.rig_line import RigLine, rig_line
from stathmos.core.bay.measure.trials import Tried
from stathmos.core.bay.measure.windows import Window, edge_ways
from stathmos.core.bay.prove.tools import Served
from stathmos.core.bay.prove.torque import Fastener, Reach, to_set
from stathmos.core.bay.say.believe import Believed
from stathmos.core.bay.say.question import Question
from stathmos.core.figures import Anything, Missing, sure, there
from stathmos.core.hitch_drawing import draw
from stathmos.core.joints import BY_FEEL, COUNTED, JOINTS, METHODS
from stathmos.core.phrases import Phrase
from stathmos.core.procedure import Step
from stathmos.core.report.findings import elevation, finding
from stathmos.core.report.hitch_drawing import hitch_drawing
from stathmos.core.report.writing import Amount, InUnits, Tree, figure, rule_of, written
from stathmos.core.rig import entry_at
from stathmos.core.rig.bay import trial_number


def check(one: Check) -> Tree:
    """One thing to look at, and what was seen."""
    return {
        "key": one.key,
        "name": one.name,
        "state": one.state,
        "says": one.says,
        "why": one.why,
        "paths": list(one.paths),
        "rule": rule_of(one.rule),
    }


def window(one: Window) -> Tree:
    """One school's window; heights in mm for the gauge, in words for reading."""
    heights = {"low": one.low_height, "high": one.high_height, "aim": one.aim_height}
    ways = edge_ways(one.low_height, one.high_height)
    return {
        "key": one.key,
        "name": one.name,
        "rule": rule_of(one.rule),
        "in_force": one.in_force,
        "authority": one.authority,
        "verdict": one.verdict,
        "says": one.says,
        "rear_says": one.rear_says,
        "likely_text": None if one.likely is None else units.write(one.likely, units.SHARE, "us", "down"),
        **heights,
        **{
            f"{name}_text": None if height is None else Amount(height, units.LENGTH, ways.get(name, "nearest"))
            for name, height in heights.items()
        },
    }


def line(one: RigLine | None) -> Tree | None:
    """This rig's line, for drawing; None where it is not known."""
    if one is None:
        return None
    return {
        "low": one.low,
        "high": one.high,
        "stops": [
            {
                "key": stop.key,
                "at": stop.f,
                "front_text": None if stop.front is None else Amount(stop.front, units.LENGTH),
                "rear_text": None if stop.rear is None else Amount(stop.rear, units.LENGTH),
            }
            for stop in one.stops
        ],
        "schools": [
            {
                "key": school.key,
                "name": school.name,
                "in_force": school.in_force,
                "meets": school.meets,
                "spans": [
                    {
                        "end": span.end,
                        "low": max(span.low, one.low),
                        "high": min(span.high, one.high),
                        "is_outside": span.high < one.low or span.low > one.high,
                    }
                    for span in school.spans
                ],
            }
            for school in one.schools
        ],
    }


def effect(one: Effect) -> Tree:
    """What one step of a kind does to the front mark on this rig."""
    return {
        "kind": one.kind,
        "name": one.name,
        "moves": Amount(abs(one.moves), units.LENGTH),
        "way": "down" if one.moves >= 0 else "up",
        "spread": Amount(2 * one.u, units.LENGTH, "up"),
    }


def following(one: Next | None) -> Tree | None:
    """The next step. Its entries are what a new trial of it writes down."""
    if one is None:
        return None
    return {
        "verdict": one.verdict,
        "says": one.says,
        "why": one.why,
        "asks": one.asks,
        "entries": {path: {"is": text, "from": "measured", "system": "us"} for path, text in one.entries.items()},
        "front": one.front,
        "front_text": None if one.front is None else Amount(one.front, units.LENGTH),
        "front_spread": one.front_u,
        "front_spread_text": None if one.front_u is None else Amount(one.front_u, units.LENGTH, "up"),
        "rail_text": None if one.rail is None else Amount(abs(one.rail), units.LENGTH),
        "rail_spread_text": None if one.rail_u is None else Amount(one.rail_u, units.LENGTH, "up"),
        "rail_way": None if one.rail is None else "higher in front" if one.rail > 0 else "lower in front",
        "likely_text": None if one.likely is None else units.write(one.likely, units.SHARE, "us", "down"),
    }


def tried(one: Tried) -> Tree:
    """One trial: what was counted of each kind, its marks, what it gave back."""
    setting = one.setting
    return {
        "number": trial_number(one.trial.key),
        "key": one.trial.key,
        "counted": [
            {
                "kind": counted.kind.key,
                "row": counted.kind.row,
                "count": None if counted.both is None else f"{counted.both:g}",
            }
            for counted in one.counted
        ],
        "hole": None if setting is None else setting.hole,
        "front": figure(one.state.front_mark),
        "rear": figure(one.state.rear_mark),
        "restoration": figure(one.restoration),
        "void": one.void,
    }


def reach(one: Reach) -> Tree:
    """Whether one wrench reaches one torque, and how."""
    return {
        "wrench": one.wrench,
        "verdict": one.verdict,
        "says": one.says,
        "extension": None if one.extension is None else Amount(one.extension.value, units.LENGTH, "up"),
        "set_to": None if one.set_to is None else Amount(one.set_to.value, units.COUPLE),
    }


def fastener(one: Fastener) -> Tree:
    """One fastener of the torque sheet."""

    def couple(value: Anything | None, rounding: str) -> Tree:
        return None if isinstance(value, Missing) or value is None else Amount(value.value, units.COUPLE, rounding)

    return {
        "key": one.key,
        "joint": one.joint,
        "of": JOINTS[one.joint].name,
        "hold": JOINTS[one.joint].hold,
        "evenly": JOINTS[one.joint].evenly,
        "name": one.name,
        "least": couple(one.least, "up"),
        "most": couple(one.most, "down"),
        "target": couple(one.target, "nearest"),
        "target_exact": None
        if isinstance(one.target, Missing)
        else InUnits(lambda system: to_set(sure(one.target), system)),
        "wanted": one.wanted,
        "by": one.by,
        "feel": BY_FEEL.get(one.by, "").capitalize(),
        "turn": "" if one.turn is None else one.turn.words,
        "later": "" if one.turn is None else one.turn.later,
        "by_flats": one.turn is not None and one.turn.by_flats,
        "bolt_across": None if one.bolt_across is None else Amount(one.bolt_across.value, units.LENGTH),
        "turned_later": one.turned_later,
        "tight": one.tight,
        "method": one.method,
        "across": None if one.across is None else Amount(one.across.value, units.LENGTH),
        "state": one.state,
        "says": one.says,
        "reached": couple(one.reached, "nearest"),
        "turned": one.turned,
        "marked": one.marked,
        "wrench": one.wrench,
        "found": couple(one.found, "nearest"),
        "witness": one.witness,
    }  # fmt: skip


def served(one: Served) -> Tree:
    """A tool that is wanted, and whether the bay has it."""
    return {
        "joint": one.joint,
        "name": one.name,
        "reaches": [reach(found) for found in one.reaches],
        "best": None if one.best is None else reach(one.best),
    }


def believed(one: Believed) -> Tree:
    """What can be believed of a figure, for a tablet that checks it out of reach too."""
    too_small, too_large = _limits_in_words(one.least, one.most, one.dimension)
    return {
        "least": one.least,
        "most": one.most,
        "too_small": too_small,
        "too_large": too_large,
        "beside": [vars(beside) for beside in one.beside],
    }


@lru_cache(maxsize=256)
def _limits_in_words(least: float, most: float, dimension: str) -> tuple[Any, Any]:
    """Both limits in both systems: the same for hundreds of questions, so written once."""
    limits = {"least": (least, dimension, "up"), "most": (most, dimension, "down")}
    return (
        written(Phrase("Too small to believe: at least {least}.", limits)),
        written(Phrase("Too large to believe: at most {most}.", limits)),
    )


def told(one: Step) -> Tree:
    """A step of a family's procedure that is done by its own words."""
    return {"does": one.says, "why": one.why, "caution": one.caution, "hold": one.hold}


def question(one: Question) -> Tree:
    """One question of the bay, as its screen asks it."""
    return {
        "path": one.path,
        "ask": one.ask,
        "why": one.why,
        "kind": one.kind,
        "hold": one.hold,
        "side": one.side,
        "answered": one.answered,
        "optional": one.optional,
        "parts": there(entry_at(one.path)).parts,
        "none": there(entry_at(one.path)).none,
        "offers": [{"value": value, "word": word} for value, word in one.offers],
        "balls": [{"name": ball.name, "diameter": ball.diameter} for ball in one.balls],
        "believed": None if one.believed is None else believed(one.believed),
        "page": one.page,
        "so": one.so,
        "ends": list(one.ends),
        "near": one.near,
    }  # fmt: skip


def tree(fit: bay.Fit) -> Tree:
    """All of the bay."""
    measured, adjusted, proved, now = fit.measured, fit.adjusted, fit.proved, fit.now
    a, b, loads = measured.arches.a, measured.arches.b, measured.loads
    return {
        "kit": measured.kit.name if measured.kit else None,
        "bars": measured.kit is not None,
        "loaded": "" if measured.kit is None else measured.kit.held.loaded,
        "kept": [] if measured.kit is None else [*measured.kit.held.card, *filter(None, (measured.kit.held.injures,))],
        "order": now.rules.adjust_first.key,
        "elevation": elevation(now.elevation),
        "hitch": hitch_drawing(draw(fit.hitch)),
        "sections": [
            {
                "key": one.key,
                "name": one.name,
                "kind": one.kind,
                "state": one.state,
                "questions": [question(asked) for asked in one.questions],
                "steps": [told(step) for step in one.steps],
                "off": [told(step) for step in one.off],
                "joints": list(one.joints),
                "unsafe": [vars(left) for left in one.unsafe],
            }
            for one in fit.sections
        ],
        "next_trials": None if fit.next_trials is None else {
            "keys": list(fit.next_trials.keys),
            "questions": [question(asked) for asked in fit.next_trials.questions],
        },
        "checks": [check(one) for one in measured.checks],
        "beside": [
            {
                "key": one.key,
                "name": one.name,
                "planned": figure(one.planned),
                "measured": figure(one.measured),
                "state": one.state,
                "says": one.says,
            }
            for one in measured.beside
        ],
        "refit": measured.refit,
        "states": {
            "front_a": figure(a.front_mark),
            "front_b": figure(b.front_mark),
            "rear_a": figure(a.rear_mark),
            "rear_b": figure(b.rear_mark),
            "rise": figure(measured.arches.rise),
            "drop": figure(measured.arches.drop),
        },
        "tried": [tried(one) for one in measured.trials],
        "windows": [window(one) for one in measured.windows],
        "line": line(rig_line(measured.taped, measured.windows)),
        "opposite": fit.opposite,
        "rates": {
            "front": figure(measured.rates.front),
            "rear": figure(measured.rates.rear),
            "noise": list(measured.rates.noise),
        },
        "restoration": {
            "tape": figure(measured.restoration.tape),
            "bridge": figure(measured.restoration.bridge),
            "gauge": figure(measured.restoration.gauge),
            "together": figure(measured.restoration.together),
            "apart": measured.restoration.apart,
        },
        "loads": None
        if loads is None
        else {
            "front": figure(loads.front, "up"),
            "rear": figure(loads.rear, "up"),
            "trailer_axles": figure(loads.trailer_axles, "up"),
            "bar_each": figure(loads.bar_each, "up"),
        },
        "axles": [
            {"name": words_for(one.number, len(measured.on_axles)).capitalize(), "load": figure(one.load, "up"), "worse": not one.told}
            for one in measured.on_axles
        ],
        "attitude": figure(measured.attitude),
        "next": following(adjusted.next),
        "effects": [effect(one) for one in adjusted.effects],
        "proofs": [check(one) for one in proved.proofs],
        "torque": [fastener(one) for one in proved.torque],
        "methods": [{"value": key, "word": word, "counted": key in COUNTED} for key, word in METHODS],
        "served": [served(one) for one in proved.served],
        "tools": [
            {"name": one.name, "purpose": one.purpose, "state": one.state} for one in proved.tools
        ],
        "findings": [finding(one) for one in fit.findings],
    }  # fmt: skip
