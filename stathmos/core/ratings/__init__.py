"""The ratings chain: what each link must carry (demands), how it stands (link), all of them in order (chain), and waivers of the reserve."""

from stathmos.core.ratings.chain import (
    AxleLoads,
    Build,
    Case,
    Chained,
    axle_demand,
    axle_link,
    full_tongue,
    hitch_load,
    trailer_axle_load,
    wants_sleeve,
    weakest,
)
from stathmos.core.ratings.demands import SAE_J684, SAME, trailer_class
from stathmos.core.ratings.link import AXLES, LINKS, LOAD, TYRES, WHEELS, Link, State, judge, link_name, part_figure
from stathmos.core.ratings.waivers import Waiver, refusal, stands_on, waived

__all__ = [
    "AXLES",
    "LINKS",
    "LOAD",
    "SAE_J684",
    "SAME",
    "TYRES",
    "WHEELS",
    "AxleLoads",
    "Build",
    "Case",
    "Chained",
    "Link",
    "State",
    "Waiver",
    "axle_demand",
    "axle_link",
    "full_tongue",
    "hitch_load",
    "judge",
    "link_name",
    "part_figure",
    "refusal",
    "stands_on",
    "trailer_axle_load",
    "trailer_class",
    "waived",
    "wants_sleeve",
    "weakest",
]
