"""What two assessments differ in, as plain data: the few facts that a choice between them turns on."""

from __future__ import annotations

from collections.abc import Iterable

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.compare import Compared
from stathmos.core.figures import Anything, Missing
from stathmos.core.finding import VERDICTS
from stathmos.core.ratings import Link, weakest
from stathmos.core.report.writing import Amount, InUnits, Tree, written


def facts(assessment: Assessment) -> dict[str, Tree]:
    """Each fact by its key, in both unit systems."""
    build, found = assessment.choice.in_force, assessment.heights
    position = assessment.choice.position
    rated_by = weakest(assessment.planned)
    distributing = build.weight_distributing
    return {
        "verdict": _same(VERDICTS[assessment.verdict.state]),
        "share": _same(assessment.weights.judgement.state),
        "ball": _figure(found.ball_wanted),
        "rise": _figure(found.rise_wanted),
        "hole": _same(position.words if position else "none"),
        "rail": _figure(found.attitude.rail),
        "kit": _same((build.kit.name if build.kit else "none serves") if distributing else "weight-carrying"),
        "shank": _same(build.shank.name if build.shank else "none serves"),
        "ball_part": _same(build.ball.name if build.ball else "none serves"),
        "weakest": _same(f"{rated_by.name}, {_used(rated_by)}" if rated_by else "none"),
    }


NAMES = {
    "verdict": "Verdict",
    "share": "Tongue share",
    "ball": "Ball height, uncoupled",
    "rise": "Shank rise, drop −",
    "hole": "Hole",
    "rail": "Rail front above rear",
    "kit": "Kit",
    "shank": "Shank",
    "ball_part": "Ball",
    "weakest": "Weakest link",
}


def _used(link: Link) -> str:
    return link.state.value if link.share is None else f"{units.write(link.share, units.SHARE, 'us', 'up')} used"


def _same(text: str) -> InUnits:
    return InUnits(lambda system: text)


def _figure(known: Anything) -> Tree:
    return _same("unknown") if isinstance(known, Missing) else Amount(known.value, known.dimension)


def compared(now: Assessment, others: Iterable[Compared]) -> Tree:
    """The rig as it is judged, and each other way with what differs."""
    base = written(facts(now))
    rows = []
    for one in others:
        theirs = written(facts(one.assessment))
        rows.append(
            {
                "key": one.key,
                "question": one.question,
                "name": one.name,
                "overruled": one.overruled,
                "says": written(one.assessment.verdict.says),
                "facts": theirs,
                "differs": [key for key in base if theirs[key] != base[key]],
            }
        )
    return {"names": NAMES, "now": base, "now_says": written(now.verdict.says), "others": rows}
