"""Whether a change of the trailer's load still finds a hitch on the shelf when the scale reads otherwise next time."""

from __future__ import annotations

from stathmos.core import load_changes
from stathmos.core.figures import Missing
from stathmos.core.finding import SEVERITY, UNKNOWN
from stathmos.core.limits.margins import read_again
from stathmos.core.rig import KINDS, Load
from stathmos.core.rig.loads import TRAILER
from stathmos.core.trial import Bench
from stathmos.core.tryout import SHARE, Outcome, Tryout

#: so many times the reading, and so many mm of ball height, are clear of another hitch without its being tried
CLEAR, HEIGHT_CLEAR = 1.5, 4.0


def steady(bench: Bench, tryout: Tryout, writes: tuple[Load, ...]) -> bool:
    """Whether, with the tongue read a little heavier or lighter than it is expected, a hitch is still chosen and stands level.

    A hitch that is on the vehicle, ball measured, is not chosen anew.
    """
    tongue, L, rig = bench.weights.tongue, bench.rig.trailer.ball_to_axle, bench.rig
    on_trailer = any(KINDS[load.kind_key].on == TRAILER for load in writes)
    if not on_trailer or isinstance(tongue, Missing) or L is None or rig.hitch.ball_height is not None:
        return True
    by, spare = read_again(tongue), tryout.loads(writes).spare
    if spare.tongue > by * CLEAR and spare.height > HEIGHT_CLEAR:
        return True  # no reading that is to be expected comes near another hitch
    changed = load_changes.with_loads(rig, writes)
    return all(
        not _loses_the_hitch(tryout.loads((*writes, *load_changes.shifted(changed, L.value, way * by))))
        for way in (-1.0, 1.0)
    )


def _loses_the_hitch(outcome: Outcome) -> bool:
    """Whether something besides the share and the links is then not known or refused."""
    said = (name for name in outcome.worse if "/" in name and name != SHARE)
    return any(outcome.severity[name] >= SEVERITY[UNKNOWN] for name in said)
