"""The answer itself: all that can be said of a rig, as frozen data. `assess` makes it; nothing here computes."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import cargo, cases, coupled, elevation, loading, moves, parts_list, ratings, remedies, weighing
from stathmos.core.choice import Choice
from stathmos.core.contradictions import Contradiction
from stathmos.core.decisions import Decisions
from stathmos.core.figures import Figure, Missing
from stathmos.core.finding import Finding, Verdict
from stathmos.core.heights import Heights
from stathmos.core.offsets import OffsetCompared
from stathmos.core.reading_list import ToRead
from stathmos.core.rules import Rules


@dataclass(frozen=True, kw_only=True)
class Axles:
    """Change of load on each axle when coupled, without bars and at the restoration aimed at. kg."""

    front_bare: Figure | Missing
    rear_bare: Figure | Missing
    front_aim: Figure | Missing
    rear_aim: Figure | Missing
    trailer_aim: Figure | Missing
    bar_force_each: Figure | Missing
    ball_force: Figure | Missing


@dataclass(frozen=True, kw_only=True)
class Assessment:
    """All that can be said of a rig."""

    rules: Rules
    weights: weighing.Weights
    choice: Choice
    heights: Heights
    offsets: tuple[OffsetCompared, ...]
    axles: Axles
    loads: loading.VehicleLoads
    planned: tuple[ratings.Link, ...]
    full: tuple[ratings.Link, ...]
    waived: tuple[ratings.Waiver, ...]
    decisions: Decisions
    coupled: coupled.Coupled
    rest: coupled.Rest
    parts: parts_list.PartsList
    findings: tuple[Finding, ...]
    verdict: Verdict
    elevation: elevation.Elevation
    placed: tuple[cargo.Placed, ...]
    cases: tuple[cases.Standing, ...]
    moves: tuple[moves.Move, ...]
    remedies: tuple[remedies.Remedy, ...]
    to_read: tuple[ToRead, ...]
    contradictions: tuple[Contradiction, ...]
