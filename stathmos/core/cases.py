"""The rig in three cases side by side: as it stands, as planned, and with the trailer full."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.figures import Anything, Figure, Missing, work
from stathmos.core.ratings import Link
from stathmos.core.units import SHARE
from stathmos.core.weighing import tongue_share

AXLES = {"front": "front_gawr", "rear": "rear_gawr", "trailer_axles": "trailer_axles"}


@dataclass(frozen=True)
class Standing:
    """One case: tongue, gross, share, and the coupled axle loads at the worse end of the restoration window. kg."""

    key: str
    name: str
    tongue: Anything
    gross: Anything
    share: Figure | Missing
    front: Anything
    rear: Anything
    trailer_axles: Anything


def standing(key: str, name: str, tongue: Anything, gross: Anything, links: tuple[Link, ...]) -> Standing:
    """A case from its chain: the axle loads are the demands that its ratings are judged by."""
    demands = {link.key: link.demand for link in links}
    share = work("share = TW / GTW", SHARE, tongue_share, None, TW=tongue, GTW=gross)
    return Standing(key, name, tongue, gross, share, **{axle: demands[link] for axle, link in AXLES.items()})
