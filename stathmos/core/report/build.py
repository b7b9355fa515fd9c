"""The build, the decisions, the coupled rig and the parts list, as plain data."""

from __future__ import annotations

from stathmos.core import selection, units
from stathmos.core.answer import Assessment
from stathmos.core.coupled import Answer, CoupledState
from stathmos.core.decisions import Decision
from stathmos.core.figures import Missing, there
from stathmos.core.finding import needs_in_words
from stathmos.core.heights import Position
from stathmos.core.offsets import OffsetCompared
from stathmos.core.parts_list import PartsList
from stathmos.core.ratings.demands import trailer_class
from stathmos.core.remedies import Remedy
from stathmos.core.report.writing import Amount, InUnits, Tree, figure, rule_of
from stathmos.core.rig.hitch import SELECTED
from stathmos.core.settings import KINDS
from stathmos.core.stock import Shank

STATE_FIGURES = (
    "front_drop", "rear_drop", "ball_height", "rail", "front", "rear", "trailer_axles", "bar_each", "on_ball", "restoration",
)  # fmt: skip


def position(one: Position | None) -> Tree | None:
    """One way of mounting a shank."""
    if one is None:
        return None
    return {
        "words": one.words,
        "orientation": one.orientation,
        "hole": one.hole,
        "rise": one.rise,
        "rise_text": Amount(abs(one.rise), units.LENGTH),
        "way": "rise" if one.rise >= 0 else "drop",
        "holes_up": one.holes_up,
        "holes_down": one.holes_down,
    }


def part(verdict: selection.AnyVerdict) -> Tree:
    """One part with what became of it."""
    return {
        "name": verdict.part.name,
        "family": getattr(verdict.part, "family", ""),
        "state": verdict.state,
        "rule": verdict.rule,
        "reason": verdict.reason,
        "tongue_rating": figure(getattr(verdict.part, "tongue_rating", None), "down"),
        "tongue_minimum": figure(getattr(verdict.part, "tongue_minimum", None), "up"),
        "gross_rating": figure(
            getattr(verdict.part, "gross_rating", None) or getattr(verdict.part, "rating", None), "down"
        ),
        "position": position(verdict.position),
        "residual_text": None if verdict.residual is None else Amount(verdict.residual, units.LENGTH),
        "sleeve": verdict.sleeve.name if verdict.sleeve else None,
    }


def in_force(assessment: Assessment) -> Tree:
    """The names of the parts in force."""
    build = assessment.choice.in_force
    return {
        what: None if (part := getattr(build, what)) is None else part.name
        for what in ("kit", "shank", "ball", "sleeve")
    }


def hitch(assessment: Assessment) -> Tree:
    """The parts judged, the build in force, the best whole builds."""
    choice, builds = assessment.choice, assessment.builds
    return {
        "weight_distributing": choice.weight_distributing,
        "kits": [part(verdict) for verdict in choice.kits],
        "balls": [part(verdict) for verdict in choice.balls],
        "shanks": [part(verdict) for verdict in choice.shanks],
        "in_force": in_force(assessment),
        "selected": selected(assessment),
        "own_balls": own_balls(choice.in_force.shank),
        "fitted_kit": choice.fitted_kit.part.name if choice.fitted_kit else None,
        "classes": classes(assessment),
        "bracket": figure(choice.bracket) if choice.weight_distributing else None,
        "hitch_load": figure(choice.hitch_load, "up"),
        "hitch_load_full": figure(choice.hitch_load_full, "up"),
        "builds": [
            {
                "kit": one.kit.part.name if one.kit else None,
                "shank": one.shank.part.name,
                "ball": one.ball.part.name,
                "own_ball": one.ball.part.own,
                "sleeve": one.shank.sleeve.name if one.shank.sleeve else None,
                "position": position(one.shank.position),
                "residual_text": Amount(one.shank.residual or 0.0, units.LENGTH),
                "why": one.why,
                "price": None if one.price is None else units.write(one.price, units.MONEY, "us"),
            }
            for one in builds.best
        ],
        "builds_serving": builds.serving,
        "builds_tried": builds.tried,
        "settings": settings(assessment),
        "ball_standing": figure(assessment.heights.ball_standing),
        "parts": parts(assessment.parts),
    }


def selected(assessment: Assessment) -> Tree:
    """Whether the parts were fixed by a signature, and the setup that the program would choose now, where that is another."""
    rig, builds, names = assessment.bench.rig, assessment.builds, in_force(assessment)
    is_fixed = any(rig.choice(f"hitch.selected_{what}") for what in SELECTED)
    best = builds.best[0] if builds.best else None
    now = None if best is None else {
        "kit": best.kit.part.name if best.kit else None, "shank": best.shank.part.name, "ball": best.ball.part.name,
        "sleeve": best.shank.sleeve.name if best.shank.sleeve else None,
    }  # fmt: skip
    return {"fixed": is_fixed, "would_choose": now if is_fixed and now is not None and now != names else None}


def own_balls(mount: Shank | None) -> list[Tree]:
    """The balls of one piece with a mount, to be drawn; diameters in mm."""
    balls = () if mount is None else mount.own_balls
    return [{"name": one.name, "diameter": there(one.diameter).value} for one in balls]


def classes(assessment: Assessment) -> Tree | None:
    """The class of the receiver, as it is used, and of the mount in it, by their gross ratings; the lower rules."""
    shank, links = assessment.choice.in_force.shank, {link.key: link for link in assessment.planned}
    receiver = links["receiver_gross"].rating if "receiver_gross" in links else None
    if shank is None or shank.gross_rating is None or receiver is None or isinstance(receiver, Missing):
        return None
    ours, theirs = trailer_class(receiver.value), trailer_class(shank.gross_rating.value)
    rules = "they match" if ours == theirs else f"class {min(ours, theirs)} rules"
    return {"receiver": ours, "mount": theirs, "says": f"Receiver class {ours}, mount class {theirs}: {rules}."}


def settings(assessment: Assessment) -> Tree | None:
    """What the fitter begins with, and whether the model or the handbook says so."""
    found, on = assessment.coupled.settings, assessment.coupled.states[-1]
    if found is None:
        return None
    return {
        "counts": [
            {
                "kind": kind,
                "row": KINDS[kind].row,
                "stepper": KINDS[kind].stepper,
                "count": number,
                "words": KINDS[kind].stands(number),
            }
            for kind, number in found.counts.items()
        ],
        "source": found.source,
        "wind": figure(found.wind),
        "ask": needs_in_words(found.wind.needs) if isinstance(found.wind, Missing) else "",
        "restoration": figure(on.restoration),
        "bar_each": figure(on.bar_each, "up"),
    }


def decision(one: Decision) -> Tree:
    """A decision with all its reasons."""
    return {
        "verdict": one.verdict,
        "says": one.says,
        "reasons": [
            {
                "says": reason.says,
                "weight": reason.weight,
                "rule": rule_of(reason.rule),
                "ask": needs_in_words(reason.needs),
            }
            for reason in one.reasons
        ],
    }


def decisions(assessment: Assessment) -> Tree:
    """Weight distribution and sway control, each with its reasons; when the bars come off."""
    found = assessment.decisions
    return {
        "distribution": decision(found.distribution),
        "sway": decision(found.sway),
        "sway_provided": found.sway_provided,
        "sway_says": found.sway_says,
        "bars_off": list(found.bars_off),
    }


def state(one: CoupledState) -> Tree:
    """One state of the coupled rig; loads rounded up."""
    loads = ("front", "rear", "trailer_axles", "bar_each", "on_ball")
    return {
        "key": one.key,
        "name": one.name,
        **{name: figure(getattr(one, name), "up" if name in loads else "nearest") for name in STATE_FIGURES},
    }


def offset(one: OffsetCompared) -> Tree:
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


def parts(found: PartsList) -> Tree:
    """The parts list."""
    return {
        "lines": [
            {
                "quantity": line.quantity,
                "name": line.name,
                "what": line.what,
                "why": line.why,
                "state": line.state,
                "price": None if line.price is None else units.write(line.price.value, units.MONEY, "us"),
                "amount": None if line.amount is None else units.write(line.amount, units.MONEY, "us"),
            }
            for line in found.lines
        ],
        "total": units.write(found.total, units.MONEY, "us"),
        "unpriced": found.unpriced,
    }


def remedy(one: Remedy, writes: InUnits) -> Tree:
    """One remedy; ``writes``: what it would write."""
    return {
        "link": one.link,
        "says": one.says,
        "lightens": one.lightens,
        "crosses": [
            {"name": link.name, "by": None if link.margin is None else Amount(-link.margin, units.WEIGHT, "up")}
            for link in one.crosses
        ],
        "writes": writes,
    }


def answer(found: Answer | Missing) -> Tree:
    """What if: the state asked for, and every change with its sign."""
    if isinstance(found, Missing):
        return {"ask": needs_in_words(found.needs), "state": None, "changes": {}, "says": []}
    return {
        "ask": "",
        "state": state(found.state),
        "changes": {
            name: Amount(by, getattr(found.state, name).dimension, signed=True) for name, by in found.changes.items()
        },
        "says": list(found.says),
    }
