"""The weighing as plain data."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.figures import Anything, Missing, expanded, sure
from stathmos.core.finding import needs_in_words
from stathmos.core.ratings import trailer_class
from stathmos.core.report.sway import by_share
from stathmos.core.report.writing import Amount, Tree, figure
from stathmos.core.weighing import NextReading, ShareJudgement, Weighbridge, against_the_user


def weights(assessment: Assessment) -> Tree:
    """Tongue, gross and share as they stand and as planned, every way, every school, and what to read next."""
    found, choice = assessment.weights, assessment.choice
    gross_class = None if isinstance(found.gross, Missing) else trailer_class(found.gross.value)
    known = not isinstance(found.share, Missing)
    return {
        "tongue": figure(found.tongue),
        "gross": figure(found.gross),
        "share": figure(found.share, share_rounding(found.share, found.judgement)),
        "share_spread": expanded(sure(found.share)) if known else None,
        "tongue_standing": figure(found.tongue_standing),
        "gross_standing": figure(found.gross_standing),
        "still_to_change": found.change.steps,
        "ways": [
            {"key": way.key, "name": way.name, "figure": figure(way.tongue), "became": found.became[way.key]}
            for way in found.ways
        ],
        "agree": found.reconciled.settled and found.gross_reconciled.settled,
        "share_state": found.judgement.state,
        "band": band(found.judgement),
        "schools": [band(judged) for judged in found.schools],
        "next": [next_reading(one) for one in found.next_readings],
        "bridge": bridge(found.bridge),
        "warnings": [warning.says for warning in found.warnings],
        "hitch_load": figure(choice.hitch_load, "up"),
        "hitch_load_full": figure(choice.hitch_load_full, "up"),
        "sway": by_share(assessment),
        "gross_class": gross_class,
    }


def share_rounding(share: Anything, judged: ShareJudgement) -> str:
    """Which way a share is rounded: against the user, towards the nearer edge of the band."""
    return "nearest" if isinstance(share, Missing) else against_the_user(share.value, judged.low, judged.high)


def band(judged: ShareJudgement) -> Tree:
    """One school's judgement: the band in force, where the share lies, and how far off."""
    return {
        "key": judged.school.key,
        "school": judged.school.name,
        "source": judged.school.source,
        "authority": judged.school.authority.value,
        "low": judged.low,
        "high": judged.high,
        "text": f"{units.write(judged.low, units.SHARE, 'us')} to {units.write(judged.high, units.SHARE, 'us', 'down')}",
        "state": judged.state,
        "sides": list(judged.sides),
        "correction_text": None if judged.correction is None else Amount(abs(judged.correction), units.WEIGHT, "up"),
        "way": None if judged.correction is None else ("more" if judged.correction > 0 else "less"),
        "ask": needs_in_words(judged.needs),
    }


def next_reading(one: NextReading) -> Tree:
    """A further reading, and how well the tongue and its share would be known by it."""
    return {
        "key": one.key,
        "name": one.name,
        "tongue_spread": Amount(2 * one.tongue_u, units.WEIGHT, "up"),
        "share_spread": units.write(2 * one.share_u, units.SHARE, "us", "up"),
        "settles": one.settles,
        "settles_text": f"{100 * one.settles:.0f} %",
    }


def bridge(found: Weighbridge) -> Tree:
    """The weighbridge's passes: what they allow, and whether they close."""
    return {
        "passes": list(found.passes),
        "closes": found.closes,
        "apart_text": None if found.apart is None else Amount(found.apart, units.WEIGHT, "up"),
        "tolerance_text": None if found.tolerance is None else Amount(found.tolerance, units.WEIGHT, "down"),
        "repeat": None if found.repeat is None else found.repeat,
        "gross": figure(found.gross),
        "restoration": figure(found.restoration),
        "transferred": figure(found.transferred),
    }
