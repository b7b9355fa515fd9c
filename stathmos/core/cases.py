"""The rig in three cases side by side: as it stands, as planned, and with the trailer full.

Each case is judged on the same hitch, owns its axle loads, and carries its own ratings chain.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from stathmos.core import axles, heights, loading, ratings
from stathmos.core.cargo import Placed, steps
from stathmos.core.figures import Anything, Figure, Given, Missing, assumed, constant, work
from stathmos.core.rig import Rig
from stathmos.core.rig.loads import TRAILER, VEHICLE
from stathmos.core.rules import Rules
from stathmos.core.schools import RestorationSchool
from stathmos.core.units import COUPLE, LENGTH, SHARE, WEIGHT
from stathmos.core.weighing import Weights, tongue_share


@dataclass(frozen=True, kw_only=True)
class Couples:
    """The bars' couple at the low end, the aim and the high end of the restoration window, kg·mm."""

    low: Anything
    aim: Anything
    high: Anything


def couples(school: RestorationSchool, tongue: Anything, geometry: heights.Geometry, distributing: bool) -> Couples:
    """The window's couples for a tongue weight in kg; none without bars."""
    if not distributing:
        none = assumed(0.0, COUPLE)
        return Couples(low=none, aim=none, high=none)
    made = {f: heights.couple(f, tongue, geometry) for f in {school.low, school.aim, school.high}}
    return Couples(low=made[school.low], aim=made[school.aim], high=made[school.high])


@dataclass(frozen=True, kw_only=True)
class CaseLoads:
    """One case: tongue, gross, share, the coupled axle loads at the worse end of the restoration window, kg; its chain.

    ``tongue``: the trailer level. ``each``: the trailer's axles one by one.
    """

    key: str
    name: str
    tongue: Anything
    gross: Anything
    share: Figure | Missing
    front: Anything
    rear: Anything
    trailer_axles: Anything
    each: tuple[axles.OnAxle, ...]
    links: tuple[ratings.Link, ...]
    carried: ratings.Case


@dataclass(frozen=True, kw_only=True)
class OnHitch:
    """The hitch that is decided on: what every case of a rig is worked out with.

    ``heights``: where its ball stands, and how level that leaves the trailer.
    """

    rules: Rules
    geometry: heights.Geometry
    build: ratings.Build
    hardware: Figure | Given
    links: ratings.Chained
    heights: heights.Heights

    def with_ball_at(self, height: Anything) -> OnHitch:
        """The same with the top of the ball at another height uncoupled, mm."""
        return replace(self, heights=replace(self.heights, ball_standing=height))

    def couples(self, tongue: Anything) -> Couples:
        """The bars' couples at the ends of the school's window and at its aim, kg·mm."""
        return couples(self.rules.restoration, tongue, self.geometry, self.build.weight_distributing)

    def loads(self, rig: Rig, placed: tuple[Placed, ...], planned: bool = True) -> loading.VehicleLoads:
        """What rides on the vehicle's axles without the tongue, kg; ``planned``: as the rig will travel, else as it stands."""
        return loading.vehicle_loads(rig, placed, self.hardware, self.geometry.o, planned)

    def above(self, tongue: Anything, couple: Anything) -> Figure | Missing:
        """How far the coupled ball stands above where the trailer is level, under a tongue in kg and a couple in kg·mm; mm.

        Where the head lifts the ball as it is loaded, only the tape tells.
        """
        if self.rules.offset.lifted:
            return Missing(("hitch.ball_height",))
        g = self.geometry
        return axles.above_level(
            self.heights.ball_standing,
            self.heights.coupler,
            T=tongue,
            M=couple,
            w=g.w,
            o=g.o,
            L=g.L,
            k_f=g.k_f,
            k_r=g.k_r,
        )

    def above_as_set(self, tongue: Anything) -> Figure | Missing:
        """The same with the bars set as the school aims, mm."""
        return self.above(tongue, self.couples(tongue).aim)

    def as_towed(self, tongue: Anything) -> Figure | None:
        """The tongue weight as it is towed with the bars so set, kg; None where it is what it weighs level, or nobody can tell."""
        rig = self.links.rig
        if not axles.follows_the_nose(rig):
            return None  # and how high the ball stands need not be worked out
        return axles.tongue_as_towed(rig, tongue, self.above_as_set(tongue))

    def carried(
        self,
        tongue: Anything,
        gross: Anything,
        loads: loading.VehicleLoads,
        window: Couples | None = None,
        lean: Anything = constant(0.0, WEIGHT),
    ) -> ratings.Case:
        """What a tongue and a gross weight put on every axle: the rear at the least restoration, the others at the most.

        ``lean``: how much more than half the trailer's right-hand wheels carry, kg.
        """
        found, rig = window or self.couples(tongue), self.links.rig
        level = axles.shares_whatever(rig)
        ends = tuple(
            axles.Pressed(
                couple=couple, group=ratings.trailer_axle_load(tongue, gross, couple, self.geometry.L),
                above=constant(0.0, LENGTH) if level else self.above(tongue, couple),
            )
            for couple in ((found.high,) if level or found.low is found.high else (found.low, found.high))
        )  # fmt: skip
        split = axles.Split(tongue=tongue, gross=gross, ends=ends, slack=self.heights.slack)
        hung = axles.heaviest_as_towed(rig, split)
        on_axles = ratings.AxleLoads(
            front=ratings.axle_demand("front", loads.front, hung, found.high, self.geometry),
            rear=ratings.axle_demand("rear", loads.rear, hung, found.low, self.geometry),
            trailer=ends[-1].group,
            each=axles.each_axle(rig, split),
            lean=lean,
        )
        return ratings.Case(tongue=hung, level=tongue, gross=gross, loads=loads, axles=on_axles)

    def case(self, key: str, name: str, carried: ratings.Case) -> CaseLoads:
        """One case with its chain."""
        share = work("share = TW / GTW", SHARE, tongue_share, None, TW=carried.level, GTW=carried.gross)
        return CaseLoads(
            key=key, name=name, tongue=carried.level, gross=carried.gross, share=share,
            front=carried.axles.front, rear=carried.axles.rear, trailer_axles=carried.axles.trailer, each=carried.axles.each,
            links=self.links.chain(carried), carried=carried,
        )  # fmt: skip

    def planned(
        self, rig: Rig, placed: tuple[Placed, ...], weights: Weights, loads: loading.VehicleLoads, window: Couples
    ) -> CaseLoads:
        """The rig as planned, by which it is judged. ``loads`` and ``window``: those of the rig as planned."""
        lean = axles.leans(rig, placed, TRAILER)
        return self.case(PLANNED, "As planned", self.carried(weights.tongue, weights.gross, loads, window, lean))

    def beside(
        self,
        rig: Rig,
        placed: tuple[Placed, ...],
        weights: Weights,
        tongue_full: Anything,
        loads: loading.VehicleLoads,
        planned: CaseLoads,
    ) -> tuple[CaseLoads, CaseLoads]:
        """The rig as it stands and full. Where nothing is still to come, to go or to be moved it stands as it is planned."""
        lean = axles.leans(rig, placed, TRAILER)
        full = self.case(FULL, "Full", self.carried(tongue_full, rig.figure("trailer.gvwr"), loads, lean=lean))
        if not any(steps(placed, on) for on in (TRAILER, VEHICLE)):
            return replace(planned, key=STANDING, name="As it stands"), full
        now, lean = self.loads(rig, placed, planned=False), axles.leans(rig, placed, TRAILER, planned=False)
        standing = self.carried(weights.tongue_standing, weights.gross_standing, now, lean=lean)
        return self.case(STANDING, "As it stands", standing), full


STANDING, PLANNED, FULL = "standing", "planned", "full"


def in_order(planned: CaseLoads, beside: tuple[CaseLoads, ...]) -> tuple[CaseLoads, ...]:
    """The cases as they are told side by side: as it stands, as planned, full; as planned alone where nobody asks for the others."""
    return tuple(sorted((planned, *beside), key=lambda case: (STANDING, PLANNED, FULL).index(case.key)))
