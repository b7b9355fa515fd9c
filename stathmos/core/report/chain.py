"""The ratings chain and the rules in force, for a report."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.finding import needs_in_words
from stathmos.core.ratings import Link, State, Waiver, weakest
from stathmos.core.relations import Witnessed, is_missing, is_typed
from stathmos.core.report.axles import axles, braking
from stathmos.core.report.build import remedy
from stathmos.core.report.loads import remedy_writes
from stathmos.core.report.writing import Amount, Tree, figure, rule_of
from stathmos.core.rig import entry_at, name_at
from stathmos.core.rig.second_readings import key_of, path_of
from stathmos.core.rules import Rules


def link(one: Link, waiver: Waiver | None = None) -> Tree:
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
        "margin_text": None if one.margin is None else Amount(one.margin, dimension, "down"),
        "ask": needs_in_words(one.needs),
        "rule": rule_of(one.rule),
        "may_be_over": one.may_be_over,
        "waiver": None
        if waiver is None
        else {
            "by": waiver.by,
            "reason": waiver.reason,
            "until": None if waiver.until is None else waiver.until.isoformat(),
        },
    }


def _word(one: Link) -> str:
    if one.kind == "fit":
        return {State.WITHIN: "fits", State.OVER: "does not fit"}.get(one.state, one.state.value)
    if one.kind == "presence":
        return {State.WITHIN: "present", State.OVER: "missing"}.get(one.state, one.state.value)
    return one.state.value


def chain(links: tuple[Link, ...], waived: tuple[Waiver, ...] = ()) -> Tree:
    """A chain in physical order, with its weakest link."""
    rated_by = weakest(links)
    waivers = {one.link: one for one in waived}
    return {
        "links": [link(one, waivers.get(one.key)) for one in links],
        "weakest": None if rated_by is None else rated_by.key,
    }


def rules(chosen: Rules) -> Tree:
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


#: so many of what bears a figure out, or could, are named
FEW = 2


def _read_twice(assessment: Assessment) -> list[str]:
    """What is to be read a second time, and what was."""
    rig = assessment.bench.rig
    was = [path for one in rig.second_readings if is_typed(rig, path := path_of(one.key))]
    return list(dict.fromkeys([*(one.path for one in assessment.deciding), *was]))


def second_reading(assessment: Assessment, path: str) -> Tree:
    """A figure that decides and has no witness: what it is, where it is read, whether it was read a second time and how."""
    rig, key = assessment.bench.rig, key_of(path)
    if is_missing(rig, path):
        state = "once"
    else:
        differs = any(
            path in one.figures and f"second_readings.{key}.reading" in one.figures for one in assessment.mismatches
        )
        state = "differs" if differs else "same"
    entry = entry_at(path)
    could = next((one.could for one in assessment.witnesses if one.path == path), ())
    return {
        "path": path,
        "name": name_at(path),
        "read_at": "" if entry is None else entry.read_at,
        "dimension": "" if entry is None else entry.dimension,
        "state": state,
        "writes": f"second_readings.{key}",
        "could": [{"path": other, "name": name_at(other)} for other in could[:FEW]],
    }


def witness(one: Witnessed) -> Tree:
    """A figure that decides, and what bears it out, by name."""
    by = [name_at(path) for path in one.by[:FEW]]
    return {
        "name": name_at(one.path), "by": by, "more": max(0, len(one.by) - FEW), "read_twice": one.is_read_twice, "open": one.is_open,
    }  # fmt: skip


def ratings(assessment: Assessment) -> Tree:
    """The chain as planned and full, and what to do about what is over."""
    return {
        "planned": chain(assessment.planned, assessment.waived),
        "full": chain(assessment.full),
        "witnesses": [witness(one) for one in assessment.witnesses],
        "second_readings": [second_reading(assessment, path) for path in _read_twice(assessment)],
        "rules": rules(assessment.rules),
        "axles": axles(assessment),
        "braking": braking(assessment),
        "remedies": [remedy(one, remedy_writes(assessment, one)) for one in assessment.remedies],
    }
