"""Every limit that a load can reach, as how far over it a rig is: the ratings of the chain and the ends of the tongue weight band."""

from __future__ import annotations

from collections.abc import Callable

from stathmos.core.figures import Known, Missing, expanded, sure
from stathmos.core.ratings import LOAD, Link, State
from stathmos.core.trial import Tried
from stathmos.core.units import WEIGHT

#: the ends of the tongue weight band, where a rating has its link's key
LIGHT_END, HEAVY_END, LIGHT_TOWED = "tongue_band_low", "tongue_band_high", "tongue_band_low_towed"
NAMES = {
    LIGHT_END: "the least tongue weight", HEAVY_END: "the most tongue weight",
    LIGHT_TOWED: "the least tongue weight, as the trailer is towed",
}  # fmt: skip

#: how far inside a limit a figure must lie
Guard = Callable[[Known], float]


def excesses(tried: Tried, guard: Guard, binds: Callable[[Link], bool] = lambda link: True) -> dict[str, float]:
    """How far over each limit a rig is, less than nothing while inside, kg (a rating in force units: thousandths of itself).

    ``binds``: whether a link binds at all. A link that is not known has no excess here.
    """
    found = {}
    for link in tried.links:
        if link.kind != LOAD or link.demand is None or isinstance(link.demand, Missing) or not binds(link):
            continue
        if (
            link.rating is None
            or isinstance(link.rating, Missing)
            or link.margin is None
            and link.state is State.UNKNOWN
        ):
            continue
        demand, rating = link.demand, link.rating
        over = demand.value + guard(demand) - rating.value
        found[link.key] = over if demand.dimension == WEIGHT else 1000 * over / rating.value
    weights = tried.weights
    if not isinstance(weights.share, Missing) and not weights.judgement.needs:
        gross, within = sure(weights.gross).value, guard(weights.share)
        found[LIGHT_END] = (weights.judgement.low - weights.share.value + within) * gross
        if tried.towed is not None:
            # Judged as it stands, without its spread: how level the trailer rides is a prediction.
            found[LIGHT_TOWED] = (
                weights.judgement.low * gross - tried.towed.value + within * gross - expanded(weights.share) * gross
            )
        found[HEAVY_END] = (weights.share.value + within - weights.judgement.high) * gross
    return found
