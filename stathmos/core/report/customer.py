"""The customer's sheet as it is kept and shown, but for its money."""

from __future__ import annotations

from stathmos.core import units
from stathmos.core.answer import Assessment
from stathmos.core.customer import sheet
from stathmos.core.report.build import parts
from stathmos.core.report.writing import Tree


def customer(assessment: Assessment) -> Tree:
    """Everything on the sheet that follows from the rig."""
    told = sheet(assessment)
    listed = parts(assessment.parts)
    return {
        "state": told.state,
        "plain": told.plain,
        "says": told.says,
        "remedy": told.remedy,
        "may_load": list(told.may_load),
        "to_read": list(told.to_read),
        "build": [{key: line[key] for key in ("quantity", "name", "what", "state")} for line in listed["lines"]],
        "cautions": list(told.cautions),
        "borne": [
            {
                "name": one.name,
                "share": one.share,
                "used": None if one.share is None else units.write(one.share, units.SHARE, "us", "up"),
                "word": one.word,
            }
            for one in told.borne
        ],
    }
