"""The debrief: the truth beside what was measured, the mistakes that count, and what they would have cost; what was done wrong is found
by `hand`, how the rig came out by `truth`.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from stathmos.core.assess import assess
from stathmos.core.figures import Given, Missing, Provenance
from stathmos.core.phrases import Phrase, joined
from stathmos.core.practice.acts import Yard
from stathmos.core.practice.begin import Practice
from stathmos.core.practice.hand import Beside, Event, Hand, Made
from stathmos.core.practice.meaning import TONGUE_WAYS
from stathmos.core.practice.mistakes import MISTAKES
from stathmos.core.practice.truth import RESTORED, SET, Truth, truth_of
from stathmos.core.rig import Rig, Weighing
from stathmos.core.stock import Stock
from stathmos.core.sway.study import USUAL_SPEED, drawn, each_swing, swings
from stathmos.core.sway.study import known as known_from_above
from stathmos.core.units import LENGTH, SHARE, WEIGHT

GO, HOLD = "go", "hold"


@dataclass(frozen=True, kw_only=True)
class Debrief:
    """What came of a practice. ``verdict``: what was said of it; ``right`` whether that is true; ``mistakes``, one of each kind, the
    dearest first; ``beside``: what was measured beside what was so."""

    truth: Truth
    verdict: str
    right: bool
    passed: bool
    mistakes: tuple[Made, ...]
    beside: tuple[Beside, ...]
    trials: int
    best_trials: int
    hints: int
    seconds: float

    @property
    def next(self) -> str:
        """The scenario to practise next; empty where nothing is to be mended."""
        return next((one.kind.teaches for one in self.mistakes if not one.mended), "")


def debriefed(practice: Practice, events: Sequence[Event], rig: Rig, verdict: str, hints: int = 0) -> Debrief:
    """What came of a practice. ``rig``: as it is written at the end; ``verdict``: `GO` or `HOLD`. Never raises."""
    begun, goals = practice.yard, practice.goals
    last = events[-1].scene if events else begun.scene
    ends = begun.now(last)
    truth = truth_of(ends)
    hand = Hand(begun, tuple(events), rig, practice.tempting, pressure=practice.taped_at)
    made = [*hand.all_made(), *_as_it_was_let_go(ends, rig, truth, verdict, goals, events)]
    right = verdict == (GO if truth.met(goals) else HOLD)
    if not right and all(one.mended for one in made):
        made.append(Made(key="wrong_verdict", at=events[-1].at if events else 0.0))
    # what it came to is told by the goals; where a mistake of measuring led there, that is the mistake
    if any(not one.kind.outcome and not one.mended for one in made):
        made = [one for one in made if not one.kind.outcome]
    order = list(MISTAKES)
    mistakes = tuple(
        sorted(_worst_of_each(made), key=lambda one: (one.mended, one.key not in practice.lesson, order.index(one.key)))
    )
    trials = len({path.split(".")[1] for path in (one.path for one in events) if path.startswith("trials.")})
    return Debrief(
        truth=truth, verdict=verdict, right=right, passed=right and truth.met(goals) and all(one.mended for one in mistakes), mistakes=mistakes, beside=tuple(hand.beside),
        trials=trials, best_trials=1 if RESTORED in goals else 0, hints=hints, seconds=events[-1].at if events else 0.0,
    )  # fmt: skip


def _worst_of_each(made: Sequence[Made]) -> list[Made]:
    """Of each kind the one that is told: one that was not put right before one that was, then the greatest."""
    worst: dict[str, Made] = {}
    for one in made:
        before = worst.get(one.key)
        if before is None or (not one.mended, abs(one.off)) > (not before.mended, abs(before.off)):
            worst[one.key] = one
    return list(worst.values())


def truly_swings(rig: Rig, truth: Truth, stock: Stock) -> Phrase | None:
    """From about what speed the rig may swing by itself with what truly rests on its tongue; where that is beyond what anybody tows at,
    what is left of each swing at a usual speed. None where not enough is known of the rig."""
    weights = {"trailer.gross_weight": truth.gross, "weighing.tongue_scale": truth.tongue}
    found = {path: Given(value, WEIGHT, Provenance.MEASURED, path=path, u=1.0) for path, value in weights.items()}
    weighing = Weighing(tongue_scale=found["weighing.tongue_scale"])
    known = replace(rig, weighing=weighing, trailer=replace(rig.trailer, gross_weight=found["trailer.gross_weight"]))
    bench = assess(known, stock=stock).bench
    says, curve = swings(bench).says, drawn(known_from_above(bench))
    return says or (None if isinstance(curve, Missing) else each_swing(curve, USUAL_SPEED))


def _as_it_was_let_go(
    yard: Yard, rig: Rig, truth: Truth, verdict: str, goals: frozenset[str], events: Sequence[Event]
) -> Iterator[Made]:
    """What is wrong with the rig as somebody let it go; one that is held back has none of it."""

    def with_its_swing(says: Phrase) -> Phrase:
        swing = truly_swings(rig, truth, yard.stock)
        return says if swing is None else joined(says, swing)

    at = events[-1].at if events else 0.0
    measured = any(
        isinstance(given := rig.figure(path), Given) and given.provenance is Provenance.MEASURED for path in TONGUE_WAYS
    )
    if not measured:
        brochure = rig.figure("trailer.brochure_tongue")
        off = truth.tongue - brochure.value if isinstance(brochure, Given) else truth.tongue
        says = Phrase("{off} more rests on the tongue than was believed.", {"off": (off, WEIGHT, "nearest")})
        yield Made(key="brochure_believed", at=at, off=off, costs=with_its_swing(says))
    if verdict != GO:
        return
    wrong = {goal for goal in goals if not truth.holds[goal]}
    front = {"front": (abs(truth.front - truth.front_alone), WEIGHT, "nearest")}
    if SET in wrong:
        yield Made(key="not_set", at=at)
    elif RESTORED in wrong:
        more = truth.f > truth.f_high
        words = (
            "The front axle carries {front} more than alone."
            if truth.front > truth.front_alone
            else "The front axle carries {front} less than alone."
        )
        yield Made(
            key="too_much" if more else "too_little",
            at=at,
            off=truth.front - truth.front_alone,
            costs=Phrase(words, front),
        )
    if "level" in wrong:
        says = Phrase("Rail front and rear differ by {rails}.", {"rails": (abs(truth.rails), LENGTH, "nearest")})
        yield Made(key="not_level", at=at, off=truth.rails, costs=says)
    if "share" in wrong:
        says = Phrase("{share} rests on the tongue.", {"share": (truth.share, SHARE, "down")})
        yield Made(key="light_tongue", at=at, off=truth.share, costs=with_its_swing(says))
    if "kit" in wrong and truth.kit_rating is not None:
        says = Phrase(
            "{load} on a kit rated {rating}.",
            {"load": (truth.load, WEIGHT, "up"), "rating": (truth.kit_rating, WEIGHT, "down")},
        )
        yield Made(key="kit_too_light", at=at, off=truth.load - truth.kit_rating, costs=says)
    if "tight" in wrong and not any(joint in path for joint in truth.loose for path in _written_bolts(events)):
        yield Made(key="not_tight", at=at)


def _written_bolts(events: Sequence[Event]) -> list[str]:
    return [one.path for one in events if one.path.startswith("torque.") and one.path.endswith(".reached")]
