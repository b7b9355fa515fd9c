"""The height station, for a report: the ball's height, the hole, every offset school, the coupled states."""

from __future__ import annotations

from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing
from stathmos.core.report.axles import axles
from stathmos.core.report.build import offset, part, settings, state
from stathmos.core.report.writing import Tree, figure


def heights(assessment: Assessment) -> Tree:
    """Coupler, receiver, ball; what the shank must make of it; how the trailer would stand."""
    found, rules = assessment.heights, assessment.rules
    shank = next((one for one in assessment.choice.shanks if one.part is assessment.choice.in_force.shank), None)
    return {
        "coupler": figure(found.coupler),
        "receiver": figure(found.receiver),
        "offset": figure(found.offset),
        "settle": figure(found.settled.ball),
        "ball_wanted": figure(found.ball_wanted),
        "rise_wanted": figure(found.rise_wanted),
        "ball_standing": figure(found.ball_standing),
        "ball_is_measured": found.ball_is_measured,
        "residual": figure(found.attitude.residual),
        "pitch": figure(found.attitude.pitch),
        "rail": figure(found.attitude.rail),
        "level": figure(found.level),
        "attitudes": [
            {
                "key": one.key,
                "name": one.name,
                "tongue": figure(one.tongue),
                "settle": figure(one.settle),
                "rail": figure(one.rail),
                "slope": None if isinstance(one.pitch, Missing) else one.pitch.value,
                "within": one.within,
                "says": one.says,
            }
            for one in assessment.attitudes
        ],
        "axles": axles(assessment),
        "shank": None if shank is None else part(shank),
        "school": rules.offset.name,
        "school_authority": rules.offset.authority.value,
        "weight_distributing": assessment.choice.weight_distributing,
        "offsets": [offset(one) for one in assessment.offsets],
        "states": [state(one) for one in assessment.coupled.states],
        "settings": settings(assessment),
    }
