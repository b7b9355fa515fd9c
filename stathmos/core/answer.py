"""The answer itself: all that can be said of a rig, as frozen data. `assess` makes it.

What every caller goes by stands in it. What only some screens show (advice, parts list, other
schools' heights, what to read) is worked out by its own room when it is first asked for, and kept.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from stathmos.core import (
    attitudes,
    axle_sheet,
    braking,
    cargo,
    cases,
    elevation,
    fitting,
    limits,
    loading,
    moves,
    offsets,
    parts_list,
    ratings,
    reading_list,
    relations,
    remedies,
    selection,
    tolerances,
    weighing,
)
from stathmos.core.choice import Choice
from stathmos.core.contradictions import Contradiction
from stathmos.core.coupled import Coupled, Rest, coupled
from stathmos.core.decisions import Decisions
from stathmos.core.figures import Known, Lazily, Missing, wanting
from stathmos.core.finding import REFUSED, UNKNOWN, Finding, StageState, Verdict
from stathmos.core.findings.unanswered import UNANSWERED
from stathmos.core.heights import Heights
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock
from stathmos.core.trial import Bench
from stathmos.core.tryout import Tryout

#: findings whose figures are named by the links, or as guesses, already
SAID_ALREADY = ("links_unknown", "guessed", "unreadable", "contradicted", "mismatched")


@dataclass(frozen=True, kw_only=True, eq=False)
class Assessment:
    """All that can be said of a rig. ``declined``: it is out of scope, and nothing of it is worked out.

    ``desk``: the desk's own verdict, where what was found over since is in the other; ``stages``: the state of each stage of the work
    that was begun. ``fits``, ``bench``, ``tryout``, ``tried`` and ``stock`` are what the parts asked for later are worked out from.
    """

    rules: Rules
    weights: weighing.Weights
    choice: Choice
    heights: Heights
    loads: loading.VehicleLoads
    planned: tuple[ratings.Link, ...]
    full: tuple[ratings.Link, ...]
    waived: tuple[ratings.Waiver, ...]
    decisions: Decisions
    rest: Rest
    findings: tuple[Finding, ...]
    verdict: Verdict
    placed: tuple[cargo.Placed, ...]
    cases: tuple[cases.CaseLoads, ...]
    contradictions: tuple[Contradiction, ...]
    mismatches: tuple[relations.Mismatch, ...]
    guesses: tuple[str, ...]
    fits: fitting.Fitting
    bench: Bench
    tryout: Tryout
    tried: Callable[[], tuple[remedies.Remedy, ...]]
    stock: Stock
    declined: bool = False
    desk: Verdict | None = None
    stages: tuple[StageState, ...] = ()

    @property
    def passes_at_the_desk(self) -> bool:
        """Whether the rig may go as far as the desk can tell."""
        return not self.declined and (self.desk or self.verdict).state not in (REFUSED, UNKNOWN)

    @Lazily
    def coupled(self) -> Coupled:
        """The rig in its three states, the bars as springs."""
        return coupled(self.rest)

    @Lazily
    def elevation(self) -> elevation.Elevation:
        """Where everything stands, for drawing it to scale."""
        o = self.rest.geometry.o
        return elevation.elevation(self.bench.rig, self.heights, o, self.choice.bracket, self.coupled)

    @Lazily
    def builds(self) -> selection.Builds:
        """Whole builds of every kit that serves, or of plain mounts."""
        return self.fits.builds(self.choice.kits)

    @Lazily
    def offsets(self) -> tuple[offsets.OffsetCompared, ...]:
        """The ball height by every offset school, side by side."""
        return offsets.offsets_compared(
            self.rules, self.weights.tongue, self.heights, self.choice.shanks, self.bench.rig
        )  # fmt: skip

    def attitudes_from(self, taped: Known) -> tuple[attitudes.Stands, ...]:
        """The same reckoned from the rail as it was taped: front above rear, mm, of the rig as it stands."""
        weights, frame = self.weights, self.bench.rig.figure("trailer.frame_length")
        now = attitudes.Weighs(gross=weights.gross_standing, tongue=weights.tongue_standing)
        (standing,) = self._attitudes({attitudes.STANDING: now})
        others = self.attitudes
        if weights.gross is weights.gross_standing and weights.tongue is weights.tongue_standing:
            others = tuple(one for one in others if one.key != attitudes.PLANNED)  # that is how it was taped
        return attitudes.from_the_tape(others, standing, taped, frame)

    def _attitudes(self, loads: dict[str, attitudes.Weighs]) -> tuple[attitudes.Stands, ...]:
        bench, weights = self.bench, self.weights
        planned = attitudes.Weighs(gross=weights.gross, tongue=weights.tongue)
        same = {key: planned if one == planned else one for key, one in loads.items()}
        return attitudes.attitudes(bench.rig, bench.on_hitch, self.heights, planned, same)

    @Lazily
    def attitudes(self) -> tuple[attitudes.Stands, ...]:
        """How level the trailer stands empty, as planned and full."""
        rig, weights = self.bench.rig, self.weights
        full = next(case.tongue for case in self.cases if case.key == attitudes.FULL)
        loads = {
            attitudes.EMPTY: attitudes.Weighs(gross=rig.figure("trailer.unladen_weight"), tongue=rig.figure("trailer.brochure_tongue")),
            attitudes.PLANNED: attitudes.Weighs(gross=weights.gross, tongue=weights.tongue),
            attitudes.FULL: attitudes.Weighs(gross=rig.figure("trailer.gvwr"), tongue=full),
        }  # fmt: skip
        return self._attitudes(loads)

    @Lazily
    def axles(self) -> axle_sheet.AxleSheet | None:
        """The trailer's axles one by one, empty, as planned and full."""
        return axle_sheet.axle_sheet(self.bench, self.cases, self.mismatches)

    @Lazily
    def braking(self) -> tuple[braking.Braking, ...]:
        """What a firm stop does to the loads, with the trailer's brakes and without."""
        return braking.braking(self.bench, self.heights.coupler)

    @Lazily
    def parts(self) -> parts_list.PartsList:
        """The parts list of the build in force."""
        return parts_list.parts_list(self.bench.rig, self.choice.in_force, self.stock, self.decisions)

    @Lazily
    def moves(self) -> tuple[moves.Move, ...]:
        """Single moves of load that bring the tongue's share inside, each tried on the rig."""
        return moves.advise(self.bench, self.tryout)

    def capacity(self) -> tuple[limits.Room, ...]:
        """What may still be loaded, and where: alone and together. Worked out each time, for a paper asks once."""
        return limits.capacity(self.bench, self.tryout)

    def tongue_range(self) -> limits.TongueRange | None:
        """From where to where the tongue may weigh, as a scale shows it; None while no whole hitch is chosen."""
        return limits.tongue_range(self.bench) if self.choice.in_force.complete else None

    @property
    def _judged_by(self) -> relations.JudgedBy:
        return relations.JudgedBy(self.planned, self.weights, self.heights.attitude.rail)

    @Lazily
    def deciding(self) -> tuple[relations.Deciding, ...]:
        """The figures on which a pass stands and that nothing else in the record bears out; none of a rig that does not pass."""
        if not self.passes_at_the_desk:
            return ()
        return relations.deciding(self.bench.rig, self._judged_by)

    @Lazily
    def witnesses(self) -> tuple[relations.Witnessed, ...]:
        """Every figure on which a pass stands, with what bears it out; none of a rig that does not pass."""
        if not self.passes_at_the_desk:
            return ()
        return relations.witnesses(self.bench.rig, self._judged_by)

    @property
    def to_read_again(self) -> tuple[str, ...]:
        """Which of those were not yet read a second time, by path."""
        return tuple(one.path for one in self.deciding if relations.is_missing(self.bench.rig, one.path))

    @Lazily
    def remedies(self) -> tuple[remedies.Remedy, ...]:
        """What to do about what is over, each tried on the rig."""
        return self.tried()

    @Lazily
    def to_read(self) -> tuple[reading_list.ToRead, ...]:
        """What to go and read, the most decisive first; nothing of a rig that is declined."""
        if self.declined:
            return ()
        found, rig = self.heights, self.bench.rig
        waits: list[tuple[str, tuple[str, ...]]] = [
            ("Tongue share", wanting(self.weights.share)),
            ("Ball height", wanting(found.ball_wanted, found.receiver)),
            ("Attitude", wanting(found.attitude.rail)),
            ("Tongue weight", self.weights.half_entered),
            *(
                ("Every rating and fitting" if one.key == UNANSWERED else one.says.text("us"), one.reads)
                for one in self.findings
                if one.state == UNKNOWN and one.key not in SAID_ALREADY
            ),
        ]
        head = self.choice.in_force.kit
        heavy = head is not None and head.adds_overhang is not None and head.adds_overhang.value > 0
        if heavy and rig.choice("hitch.kit") and not rig.choice("vehicle.overhang_with"):
            # A head is on the vehicle already: taped to its ball, it would be counted twice.
            waits.append(("Overhang with the head on", ("vehicle.overhang_with",)))
        rail = found.attitude.rail
        level = () if isinstance(rail, Missing) else (
            reading_list.Tolerated("Attitude", rail, tolerances.ATTITUDE.value - abs(rail.value)),
        )  # fmt: skip
        return reading_list.reading_list(rig, self.planned, waits, self.guesses, level)

    @Lazily
    def walk(self) -> tuple[reading_list.ToRead, ...]:
        """What to go and read, and what would bear out a figure that decides before it is read a second time."""
        found = reading_list.bearing_out(self.bench.rig, self.witnesses)
        return reading_list.in_order((*self.to_read, *found))
