"""The trailer's axles one by one, and what braking does, as plain data."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.axle_sheet import AxleSheet, Carries
from stathmos.core.axles import words_for
from stathmos.core.braking import Braking
from stathmos.core.figures import Anything, Missing
from stathmos.core.report.writing import Amount, Tree, figure
from stathmos.core.rig.trailer import SUSPENSIONS

_WORDS = {"": "not looked at", **dict(SUSPENSIONS)}


def axles(assessment: Assessment) -> Tree | None:
    """Each axle empty, as planned and full; what an inch of nose costs. None of a trailer whose axles nobody counted."""
    sheet = assessment.axles
    return None if sheet is None else _sheet(sheet)


def _sheet(sheet: AxleSheet) -> Tree:
    count = len(sheet.under[0].axles)
    return {
        "suspension": sheet.suspension,
        "suspension_word": _WORDS[sheet.suspension],
        "weighed": sheet.weighed,
        "rating": figure(sheet.rating, "down"),
        "rate": figure(sheet.rate),
        "spacing": figure(sheet.spacing),
        "under": [
            {"key": one.key, "name": one.name, "axles": [_carries(axle) for axle in one.axles]} for one in sheet.under
        ],
        "inch": None
        if sheet.inch is None
        else {
            "shares": sheet.inch.shares,
            "told": sheet.inch.told,
            "axles": [
                {"name": words_for(number, count), "more": _more(one)}
                for number, one in enumerate(sheet.inch.on_axles, 1)
            ],
            "tongue": _more(sheet.inch.on_tongue),
        },
    }


def _more(change: Anything) -> Amount | None:
    return None if isinstance(change, Missing) else Amount(change.value, units.WEIGHT, signed=True)


def _carries(one: Carries) -> Tree:
    return {
        "number": one.number,
        "name": one.name,
        "load": figure(one.load, "up"),
        "state": one.link.state.value,
        "share": one.link.share,
        "share_text": None if one.link.share is None else units.write(one.link.share, units.SHARE, "us", "up"),
        "worse": one.worse,
    }


def braking(assessment: Assessment) -> list[Tree]:
    """A firm stop, with the trailer's brakes and without."""
    return [_braking(one) for one in assessment.braking]


def _braking(one: Braking) -> Tree:
    return {
        "braked": one.braked,
        "tongue": figure(one.tongue),
        "front": figure(one.front),
        "held": figure(one.held, "up"),
    }
