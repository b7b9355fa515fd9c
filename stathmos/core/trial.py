"""A rig tried with its loads otherwise: weighed and judged again on the hitch that is decided on."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import axles, cargo, load_changes, weighing
from stathmos.core.cases import CaseLoads, OnHitch
from stathmos.core.figures import Anything, Figure, Lazily, Missing
from stathmos.core.loading import VehicleLoads
from stathmos.core.ratings import LOAD, Case, Link, State
from stathmos.core.rig import KINDS, Load, Rig
from stathmos.core.rig.loads import TRAILER, VEHICLE
from stathmos.core.weighing import Weights


@dataclass(frozen=True, kw_only=True)
class Tried:
    """The rig with some loads written otherwise: what it weighs then, what every axle carries, the links that a load changes.

    ``on_hitch``: the hitch that it was tried on.
    """

    weights: Weights
    carried: Case
    links: tuple[Link, ...]
    on_hitch: OnHitch

    @Lazily
    def towed(self) -> Figure | None:
        """The tongue weight as it is towed, kg; None where it is what it weighs level, or nobody can tell."""
        return self.on_hitch.as_towed(self.weights.tongue)

    @Lazily
    def demands(self) -> dict[str, float]:
        """Each load of the chain by its link, in the core's unit."""
        return demands(self.links)


def demands(links: tuple[Link, ...]) -> dict[str, float]:
    """Each known load by its link, in the core's unit."""
    return {
        one.key: one.demand.value
        for one in links
        if one.kind == LOAD and one.demand is not None and not isinstance(one.demand, Missing)
    }


@dataclass(frozen=True)
class Loaded:
    """The rig with some loads written otherwise, where they are and will be, and what it weighs then."""

    rig: Rig
    placed: tuple[cargo.Placed, ...]
    weights: Weights


@dataclass(frozen=True, kw_only=True)
class Bench:
    """A rig on its hitch, where other loads are tried. ``planned`` and ``loads``: its case
    and the vehicle's own loads as they are planned now."""

    rig: Rig
    placed: tuple[cargo.Placed, ...]
    weights: Weights
    planned: CaseLoads
    loads: VehicleLoads
    on_hitch: OnHitch

    @Lazily
    def lean(self) -> Anything:
        """How much more than half the trailer's right-hand wheels carry as planned, kg; less than nothing: the left ones."""
        return axles.leans(self.rig, self.placed, TRAILER)

    @property
    def as_planned(self) -> Case:
        """What every axle carries as planned."""
        return self.planned.carried

    def placed_with(self, writes: tuple[Load, ...]) -> tuple[cargo.Placed, ...]:
        """The loading plan with some loads written otherwise."""
        return self.loaded(writes).placed if writes else self.placed

    @Lazily
    def over_now(self) -> frozenset[str]:
        """The links that are over before anything is tried."""
        return frozenset(link.key for link in self.planned.links if link.state is State.OVER)

    def weighed(self, writes: tuple[Load, ...]) -> Weights:
        """The weighing with other loads: as it stands stays, as planned is worked out anew."""
        return self.loaded(writes).weights

    def loaded(self, writes: tuple[Load, ...]) -> Loaded:
        """The rig with some loads written otherwise, and what it weighs then."""
        found = self._loadings.get(writes)
        if found is None:
            changed = load_changes.with_loads(self.rig, writes)
            placed = cargo.plan(changed, self.placed)
            weights = weighing.replanned(self.weights, changed, self.on_hitch.rules, placed)
            found = self._loadings[writes] = Loaded(changed, placed, weights)
        return found

    @Lazily
    def _loadings(self) -> dict[tuple[Load, ...], Loaded]:
        """What was weighed before: a move is aimed, judged and told with the same loads."""
        return {}

    @Lazily
    def _trials(self) -> dict[tuple[Load, ...], Tried]:
        """What was tried before, likewise."""
        return {}

    def tried(self, writes: tuple[Load, ...]) -> Tried:
        """Weighed and judged again: the trailer where its loads change, the vehicle where its own do."""
        found = self._trials.get(writes)
        if found is None:
            found = self._trials[writes] = self._try(writes)
        return found

    def _try(self, writes: tuple[Load, ...]) -> Tried:
        if not writes:
            return Tried(
                weights=self.weights, carried=self.planned.carried, links=self.planned.links, on_hitch=self.on_hitch
            )
        loaded = self.loaded(writes)
        on = {KINDS[load.kind_key].on for load in writes}
        weights = loaded.weights if TRAILER in on else self.weights
        loads = self.on_hitch.loads(loaded.rig, loaded.placed) if VEHICLE in on else self.loads
        lean = axles.leans(loaded.rig, loaded.placed, TRAILER)
        carried = self.on_hitch.carried(weights.tongue, weights.gross, loads, lean=lean)
        return Tried(weights=weights, carried=carried, links=self.on_hitch.links.under(carried), on_hitch=self.on_hitch)

    def crossed(self, tried: Tried) -> tuple[Link, ...]:
        """The links that are over then and are not now, of those that bind."""
        return tuple(
            link
            for link in tried.links
            if link.state is State.OVER and link.key not in self.over_now and load_changes.binding(self.rig, link)
        )
