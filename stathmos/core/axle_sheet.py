"""The trailer's axles side by side, empty, as planned and full; and what an inch of nose does to them."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import axles, cases, relations
from stathmos.core.figures import Anything
from stathmos.core.ratings import AXLES, Link, axle_link
from stathmos.core.trial import Bench

EMPTY = "empty"


@dataclass(frozen=True, kw_only=True)
class Carries:
    """One axle under one load, kg, judged as the chain judges it; ``worse``: taken at the worse, for want of a look."""

    number: int
    name: str
    load: Anything
    link: Link
    worse: bool


@dataclass(frozen=True, kw_only=True)
class Under:
    """Every axle under one load of the trailer."""

    key: str
    name: str
    axles: tuple[Carries, ...]


@dataclass(frozen=True, kw_only=True)
class AxleSheet:
    """``suspension`` by its key, empty where nobody looked; ``rating`` of each axle, kg; ``weighed``: each was read on a weighbridge."""

    suspension: str
    rating: Anything
    rate: Anything
    spacing: Anything
    weighed: bool
    under: tuple[Under, ...]
    inch: axles.Inch | None


def axle_sheet(
    bench: Bench, all_cases: tuple[cases.CaseLoads, ...], asked: tuple[relations.Mismatch, ...] = ()
) -> AxleSheet | None:
    """The sheet of a rig on its hitch; None of a trailer whose axles nobody counted. ``asked``: what nothing passes on."""
    rig, count = bench.rig, axles.count_of(bench.rig)
    if not count:
        return None
    tongue, gross = rig.figure("trailer.brochure_tongue"), rig.figure("trailer.unladen_weight")
    empty = bench.on_hitch.carried(tongue, gross, bench.loads).axles.each
    rows = [(EMPTY, "Empty", empty), *((one.key, one.name, one.each) for one in all_cases)]
    if all_cases[0].each == all_cases[1].each:
        rows.pop(1)  # as it stands is as planned
    rating, reserve = rig.figure("trailer.axle_rating"), bench.on_hitch.rules.reserve
    return AxleSheet(
        suspension=axles.suspension_of(rig),
        rating=rating,
        rate=axles.rate_of(rig),
        spacing=axles.spacing_of(rig),
        weighed=bool(axles.read_one_by_one(rig)),
        under=tuple(Under(key=key, name=name, axles=_carries(on, rating, reserve, asked)) for key, name, on in rows),
        inch=axles.inch_of_nose(rig),
    )


def _carries(
    on: tuple[axles.OnAxle, ...], rating: Anything, reserve: float, asked: tuple[relations.Mismatch, ...]
) -> tuple[Carries, ...]:
    return tuple(
        Carries(
            number=one.number,
            name=axles.words_for(one.number, len(on)).capitalize(),
            load=one.load,
            link=relations.held_back([axle_link(axle.key, one, rating, reserve)], asked)[0],
            worse=not one.told,
        )
        for axle, one in zip(AXLES, on, strict=False)
    )
