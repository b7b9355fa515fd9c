"""Findings and the standing verdict, for a report."""

from __future__ import annotations

from dataclasses import asdict

from stathmos.core.answer import Assessment
from stathmos.core.elevation import Elevation
from stathmos.core.finding import Finding
from stathmos.core.report.writing import Tree


def finding(one: Finding) -> Tree:
    """One thing to say, and what to do about it."""
    return {
        "key": one.key,
        "state": one.state,
        "station": one.station,
        "subject": one.subject,
        "says": one.says,
        "remedy": one.remedy,
    }


def elevation(drawn: Elevation) -> Tree:
    """Where everything stands, for the drawing."""
    return {**asdict(drawn), "assumed": list(drawn.assumed)}


def at_a_glance(assessment: Assessment) -> Tree:
    """What one strip on the floor shows: the standing verdict, and the rig to draw."""
    verdict = assessment.verdict
    return {
        "verdict": {
            "state": verdict.state,
            "says": verdict.says,
            "remedy": verdict.remedy,
            "station": verdict.station,
            "more": verdict.more,
        },
        "elevation": elevation(assessment.elevation),
    }
