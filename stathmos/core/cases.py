"""The rig in three cases side by side: as it stands, as planned, and with the trailer full.

Each case is judged on the same hitch, and carries its own ratings chain.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import heights, loading, ratings
from stathmos.core.cargo import Placed, steps
from stathmos.core.figures import Anything, Figure, Given, Missing, work
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import TRAILER, VEHICLE
from stathmos.core.rules import Rules
from stathmos.core.units import SHARE
from stathmos.core.weighing import Weights, tongue_share

_AXLES = {"front": "front_gawr", "rear": "rear_gawr", "trailer_axles": "trailer_axles"}


@dataclass(frozen=True)
class Standing:
    """One case: tongue, gross, share, the coupled axle loads at the worse end of the restoration window, kg; its chain."""

    key: str
    name: str
    tongue: Anything
    gross: Anything
    share: Figure | Missing
    front: Anything
    rear: Anything
    trailer_axles: Anything
    links: tuple[ratings.Link, ...]


def couples(rules: Rules, tongue: Anything, geometry: heights.Geometry, distributing: bool) -> dict[str, Anything]:
    """Bar couples at the low end, the aim and the high end of the restoration window; none without bars."""
    school = rules.restoration
    window = {"low": school.low, "aim": school.aim, "high": school.high}
    if not distributing:
        return dict.fromkeys(window, Given(0.0, "couple"))
    return {end: heights.couple(f, tongue, geometry) for end, f in window.items()}


@dataclass(frozen=True)
class OnHitch:
    """The hitch that is decided on: what every case of a rig is worked out with."""

    rules: Rules
    geometry: heights.Geometry
    build: ratings.Build
    hardware: Figure | Given

    def loads(self, rig: Rig, placed: tuple[Placed, ...], planned: bool = True) -> loading.VehicleLoads:
        return loading.vehicle_loads(rig, placed, self.hardware, self.geometry.o, planned)

    def case(
        self, key: str, name: str, rig: Rig, tongue: Anything, gross: Anything, loads: loading.VehicleLoads
    ) -> Standing:
        """One case with its chain; its axle loads are the demands that the ratings are judged by."""
        window = couples(self.rules, tongue, self.geometry, self.build.weight_distributing)
        case = ratings.Case(key, tongue, gross, window["low"], window["high"])
        links = ratings.chain(
            rig, case, loads, self.build, self.geometry, self.rules.reserve, self.rules.share.s_limited
        )
        demands = {link.key: link.demand for link in links}
        share = work("share = TW / GTW", SHARE, tongue_share, None, TW=tongue, GTW=gross)
        return Standing(
            key, name, tongue, gross, share, **{axle: demands[link] for axle, link in _AXLES.items()}, links=links
        )

    def planned(self, rig: Rig, placed: tuple[Placed, ...], weights: Weights) -> Standing:
        return self.case("planned", "As planned", rig, weights.tongue, weights.gross, self.loads(rig, placed))

    def three(
        self, rig: Rig, placed: tuple[Placed, ...], weights: Weights, tongue_full: Anything
    ) -> tuple[Standing, Standing, Standing]:
        """As it stands, as planned, full. Where nothing is still to come, to go or to be moved the first two are one."""
        planned = self.planned(rig, placed, weights)
        full = self.case("full", "Full", rig, tongue_full, rig.figure("trailer.gvwr"), self.loads(rig, placed))
        name = {"key": "standing", "name": "As it stands"}
        if not any(steps(placed, on) for on in (TRAILER, VEHICLE)):
            return replace(planned, **name), planned, full
        now = self.loads(rig, placed, planned=False)
        stands = self.case(*name.values(), rig, weights.tongue_standing, weights.gross_standing, now)
        return stands, planned, full
