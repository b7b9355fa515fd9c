"""How far to move load so that the tongue weighs right: aimed inside, tried on the whole rig; or what excludes itself."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core import load_changes
from stathmos.core.figures import Missing, sure
from stathmos.core.limits.margins import guard
from stathmos.core.limits.steady import steady
from stathmos.core.limits.tongue_range import End, TongueRange, exact, tongue_range
from stathmos.core.ratings import Link
from stathmos.core.trial import Bench
from stathmos.core.tryout import SHARE, Outcome, Tryout
from stathmos.core.weighing import Passed, mark_to_pass


@dataclass(frozen=True)
class TongueAdvice:
    """What the tongue is to weigh, kg: ``target``, so that nineteen times in twenty the next weighing shows enough.

    ``by``: how much that is more than now, less than nothing where it is less. ``holds``: the other end of what it may come to.
    ``outcome``: the rig so. Where the scale is too coarse for a target there is none: ``passes`` is the mark that its needle should
    pass instead, or ``narrow`` says between what the target would lie;
    where a rating and the band exclude each other ``excluded`` has the two.
    """

    target: float | None = None
    by: float = 0.0
    holds: End | None = None
    outcome: Outcome | None = None
    passes: Passed | None = None
    narrow: TongueRange | None = None
    excluded: TongueRange | None = None


def tongue_advice(bench: Bench, tryout: Tryout, forward: bool) -> TongueAdvice | None:
    """What to aim at with load moved ``forward`` or rearward; None where nothing can be told."""

    def binds(link: Link) -> bool:
        return load_changes.binding(bench.rig, link)

    by_needle = _by_needle(bench, tryout, forward)
    aimed = by_needle or tongue_range(bench, guard, binds)
    if not isinstance(aimed, TongueRange):
        return aimed
    now, L = sure(bench.weights.tongue).value, sure(bench.rig.figure("trailer.ball_to_axle")).value
    if aimed.excluded:
        return _told_apart(tongue_range(bench, exact, binds))
    # To the whole pound, away from the edge.
    more = (
        load_changes.to_the_pound(aimed.least.at - now) if forward else -load_changes.to_the_pound(now - aimed.most.at)
    )
    if (more > 0) != forward:
        return None
    target = now + more
    if not aimed.least.at - 1e-6 <= target <= aimed.most.at + 1e-6:
        return _told_apart(tongue_range(bench, exact, binds))
    writes = load_changes.shifted(bench.rig, L, more)
    outcome = tryout.loads(writes)
    if not outcome.settled(SHARE) or outcome.clean and not steady(bench, tryout, writes):
        return None
    return TongueAdvice(target, more, aimed.most if forward else aimed.least, outcome)


def _by_needle(bench: Bench, tryout: Tryout, forward: bool) -> TongueAdvice | None:
    """On a coarse dial: the mark that the needle should pass, where that leaves the tongue no worse off."""
    weights, L = bench.weights, bench.rig.trailer.ball_to_axle
    needle, judged = weights.needle, weights.judgement
    if needle is None or L is None or isinstance(weights.gross, Missing):
        return None
    gross = weights.gross.value
    passes = mark_to_pass(needle, judged.low * gross, judged.high * gross, up=forward)
    if passes is None:
        return None
    outcome = tryout.loads(load_changes.shifted(bench.rig, L.value, passes.by))
    return None if SHARE in outcome.worse else TongueAdvice(by=passes.by, outcome=outcome, passes=passes)


def _told_apart(bare: TongueRange | None) -> TongueAdvice | None:
    """What excludes itself by the figures as they are, and what is only too narrow for how well they are known."""
    if bare is None:
        return None
    return TongueAdvice(excluded=bare) if bare.excluded else TongueAdvice(narrow=bare)
