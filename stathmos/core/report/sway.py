"""The swing of a rig as plain data: damping over speed, with its band, for each case; and what a share does to it."""

from __future__ import annotations

from stathmos.core import sway
from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.finding import needs_in_words
from stathmos.core.report.writing import Amount, InUnits, Tree
from stathmos.core.rig.loads import TRAILER
from stathmos.core.sway import Band, Curve
from stathmos.core.units import BARE_UNIT, SPEED, UNITS, write

NAMES = {"standing": "As it stands", "planned": "As planned", "moved": "Moved", "asked": "As asked"}
#: so many offered moves are drawn
MOST_MOVES = 3
#: the speeds that the axis is marked with, in each system's own unit
_MARKS = {"us": (30, 45, 60, 75, 90, 105, 120), "metric": (40, 60, 80, 100, 120, 140, 160, 180, 200)}
_SHARES = (0.04, 0.06, 0.08, 0.09, 0.10, 0.11, 0.12, 0.13, 0.15)


def swing(assessment: Assessment) -> Tree:
    """For the Load station: as it stands, as planned, each offered move."""
    moves = assessment.moves[:MOST_MOVES]
    study = sway.study(assessment.bench, (move.writes for move in moves))
    return {
        "cases": [
            {
                "key": one.key,
                "name": NAMES[one.key],
                "says": moves[one.at].says if one.key == "moved" else None,
                **told(one.curve),
            }
            for one in study.cases
        ],
        **axis(),
    }


def axis() -> Tree:
    """What every such plot has: its marks along the speed, the speed below which it is told, what is left out."""
    return {"marks": InUnits(_marks), "told_below": sway.TOLD_BELOW, "leaves_out": list(sway.LEAVES_OUT)}


def _marks(system: str) -> list[Tree]:
    unit = UNITS[SPEED][BARE_UNIT[SPEED][system]]
    return [{"at": mark * unit, "text": write(mark * unit, SPEED, system)} for mark in _MARKS[system]]


def told(curve: Curve | Missing) -> Tree:
    """A curve, or what is wanting for it."""
    if isinstance(curve, Missing):
        return {"curve": None, "ask": needs_in_words(curve.needs), "none_at": None, "near_at": None, "swings_at": ""}
    return {
        "curve": {name: list(getattr(curve, name)) for name in ("speeds", "low", "middle", "high", "frequency")},
        "ask": "",
        "none_at": _band(curve.none_at),
        "near_at": _band(curve.near_at),
        "swings_at": f"{curve.frequency_at(sway.USUAL_SPEED):.1f} Hz",
    }


def _band(band: Band) -> Tree:
    """Where it lies, m/s; in words from the slow end, since that is the one to go by."""
    return {
        "low": band.low,
        "middle": band.middle,
        "high": band.high,
        "text": None if band.low is None else Amount(band.low, SPEED, "down"),
        "to_text": None if band.high is None else Amount(band.high, SPEED, "up"),
        "middle_text": None if band.middle is None else Amount(band.middle, SPEED, "down"),
    }


def what_if(assessment: Assessment, asked: sway.Asked) -> Tree:
    """A complaint's what-if: as planned, and as asked; what is left of a swing at the speed, and so much slower."""
    bench = assessment.bench
    now, then = sway.asked_otherwise(bench, sway.Asked()), sway.asked_otherwise(bench, asked)
    says = []
    if isinstance(now, Curve) and isinstance(then, Curve):
        says = [sway.each_swing(now, asked.speed).after("As planned: ")]
        says.append(sway.each_swing(then, max(sway.SLOWEST, asked.speed - asked.slower)).after("As asked: "))
    movable = [
        one for one in assessment.placed if one.on == TRAILER and one.kind.movable and not isinstance(one.to, Missing)
    ]
    return {
        "now": told(now),
        "then": told(then),
        "says": says,
        "loads": [{"key": one.key, "word": one.load.word} for one in movable],
        **axis(),
    }


def by_share(assessment: Assessment) -> Tree | None:
    """For the Weigh station: the speed of no damping for tongue shares; None where the rig is not known well enough."""
    found = sway.known(assessment.bench)
    share = assessment.weights.share
    if isinstance(found, Missing) or isinstance(share, Missing):
        return None
    bands = sway.by_share(found, _SHARES)
    return {
        "shares": [{"share": at, **_band(band)} for at, band in zip(_SHARES, bands, strict=True)],
        "now": {"share": share.value, **_band(sway.curve(found).none_at)},
        "fastest": sway.FASTEST,
        **axis(),
    }
