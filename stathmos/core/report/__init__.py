"""An assessment as a report: what the screen, the command line and every paper show.

The rooms return trees of figures, quantities and sentences; `writing` makes plain data of
them. Demands are rounded up, ratings and margins down. The desk asks for one station in one
system, and for a figure's working when somebody opens it; the command line has all of it.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from stathmos.core.answer import Assessment
from stathmos.core.bay import Fit
from stathmos.core.report.bay import tree
from stathmos.core.report.build import answer, decisions, hitch
from stathmos.core.report.callouts import notes
from stathmos.core.report.chain import ratings
from stathmos.core.report.compared import compared
from stathmos.core.report.customer import customer
from stathmos.core.report.desk import first_answer
from stathmos.core.report.findings import at_a_glance, finding
from stathmos.core.report.heights import heights
from stathmos.core.report.loads import loading
from stathmos.core.report.mismatches import at_their_places, mismatch
from stathmos.core.report.reading import to_read
from stathmos.core.report.sway import what_if as swing_what_if
from stathmos.core.report.weights import weights
from stathmos.core.report.writing import UNIT_NAMES, Plain, Tree, found_at, in_both, opened, written

__all__ = [
    "ROOMS",
    "STATIONS",
    "UNIT_NAMES",
    "answer",
    "at_a_glance",
    "compared",
    "in_both",
    "in_the_bay",
    "opened",
    "plain",
    "reason",
    "station",
    "swing_what_if",
    "working",
    "written",
]

#: what each station of the desk shows besides what all of them do
STATIONS: Mapping[str, Callable[[Assessment], Tree]] = {
    "meet": lambda assessment: {"to_read": to_read(assessment)},
    "load": lambda assessment: {"loading": loading(assessment)},
    "weigh": lambda assessment: {"weights": weights(assessment)},
    "ratings": lambda assessment: {"ratings": ratings(assessment)},
    "height": lambda assessment: {"heights": heights(assessment)},
    "hitch": lambda assessment: {"hitch": hitch(assessment), "decisions": decisions(assessment)},
}
#: and besides them the first answer, which is another question about the same rig, and what a customer is shown of it
ROOMS: Mapping[str, Callable[[Assessment], Tree]] = {
    **STATIONS,
    "desk": lambda assessment: {"desk": first_answer(assessment)},
    "customer": lambda assessment: {"customer": customer(assessment)},
}


def _said(assessment: Assessment) -> Tree:
    """What every station shows."""
    return {
        **at_a_glance(assessment),
        "findings": [finding(found) for found in assessment.findings],
        "problems": [
            *({"place": one.place, "says": one.says} for one in assessment.contradictions),
            *at_their_places(assessment.mismatches),
        ],
        "mismatches": [mismatch(one) for one in assessment.mismatches],
    }


def station(assessment: Assessment, key: str, system: str) -> Any:
    """What one station of the desk shows, in one system of units; a figure says where its working is to be asked for."""
    shown = {**_said(assessment), "notes": notes(assessment, key), **ROOMS[key](assessment)}
    return written(shown, (system,))


def working(assessment: Assessment, key: str, place: str, system: str) -> Plain | None:
    """The working of a figure that a station shows at a place; None where there is none."""
    found = found_at(ROOMS[key](assessment), place)
    return None if found is None else opened(found, system)


def reason(assessment: Assessment) -> Any:
    """Why a pair of the lot stands as it does: the whole chain and the build, in both systems with their workings."""
    shown = {
        **ratings(assessment),
        **at_a_glance(assessment),
        "hitch": hitch(assessment),
        "decisions": decisions(assessment),
    }
    shown["offsets"] = heights(assessment)["offsets"]
    told = ("planned", "hitch", "rules", "offsets", "elevation", "decisions")
    return written({key: shown[key] for key in told}, workings=True)


def in_the_bay(fit: Fit) -> Any:
    """The whole bay in both systems: what its tablet shows, each window by its school."""
    told = written(tree(fit), workings=True)
    told["windows"] = [{"school": one["key"], "state": one["verdict"], **one} for one in told["windows"]]
    return told


def plain(assessment: Assessment) -> Any:
    """The whole assessment in both systems, with every working."""
    whole = _said(assessment)
    for shown in STATIONS.values():
        whole |= shown(assessment)
    return written(whole, workings=True)
