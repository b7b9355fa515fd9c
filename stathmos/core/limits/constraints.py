"""Every limit that a load can reach, as how far over it a rig is: the ratings of the chain and the ends of the tongue weight band."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from stathmos.core.figures import Known, Missing, expanded, sure
from stathmos.core.ratings import LOAD, Link, State, link_name
from stathmos.core.trial import Bench, Tried
from stathmos.core.units import KG_PER_LB, WEIGHT

#: the ends of the tongue weight band, where a rating has its link's key
LIGHT_END, HEAVY_END, LIGHT_TOWED = "tongue_band_low", "tongue_band_high", "tongue_band_low_towed"
NAMES = {
    LIGHT_END: "the least tongue weight", HEAVY_END: "the most tongue weight",
    LIGHT_TOWED: "the least tongue weight, as the trailer is towed",
}  # fmt: skip


def name_of(bench: Bench, key: str) -> str:
    """What a limit is called on this rig."""
    return NAMES.get(key) or link_name(key, "WD" if bench.on_hitch.build.weight_distributing else "WC")


#: kg: how nearly a tongue as towed is predicted where the ball is taped, from memory
TOWED_WITHIN = 5 * KG_PER_LB

#: how far inside a limit a figure must lie
Guard = Callable[[Known], float]


def excesses(tried: Tried, guard: Guard, binds: Callable[[Link], bool] = lambda link: True) -> dict[str, float]:
    """How far over each limit a rig is, less than nothing while inside, kg (a rating in force units: thousandths of itself).

    ``binds``: whether a link binds at all. A link of which load or rating is not known has no excess.
    """
    found = {}
    for link in tried.links:
        demand, rating = link.demand, link.rating
        if link.kind != LOAD or demand is None or rating is None or not binds(link):
            continue
        if isinstance(demand, Missing) or isinstance(rating, Missing):
            continue
        over = demand.value + guard(demand) - rating.value
        found[link.key] = over if demand.dimension == WEIGHT else 1000 * over / rating.value
    weights = tried.weights
    if not isinstance(weights.share, Missing) and not weights.judgement.needs:
        gross, within = sure(weights.gross).value, guard(weights.share)
        found[LIGHT_END] = (weights.judgement.low - weights.share.value + within) * gross
        found[HEAVY_END] = (weights.share.value + within - weights.judgement.high) * gross
        if tried.towed is not None:
            # Judged as it stands, without its spread: how level the trailer rides is a prediction.
            again = (within - expanded(weights.share)) * gross + TOWED_WITHIN
            found[LIGHT_TOWED] = weights.judgement.low * gross - tried.towed.value + again
    return found


def known_now(links: Iterable[Link]) -> frozenset[str]:
    """The links that can be judged as the rig is; what cannot is said by itself, and holds no load back."""
    return frozenset(link.key for link in links if link.state is not State.UNKNOWN)
