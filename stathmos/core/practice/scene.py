"""The yard at one moment: what is coupled, how the bars are set, where the jack stands, what is aboard, where tape and scale are."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from stathmos.core.figures import Missing, there
from stathmos.core.heights import Position, positions
from stathmos.core.practice.world import Wear, World
from stathmos.core.settings import PLACES, SIDES, TILTS, Allowed, settings_of
from stathmos.core.stock import Ball, Kit, Shank, Stock

#: what may stand on a deck of the weighbridge
DECKS = ("front", "rear", "trailer", "whole_trailer")
#: where a scale may be put
UNDER_COUPLER, UNDER_BEAM, BEAM_ALONE = "coupler", "beam", "beam_alone"


@dataclass(frozen=True, kw_only=True)
class Mounted:
    """What hangs on the vehicle, by name: the shank turned one way (``way``), the head in one ``hole`` from the bottom, the brackets
    ``bracket`` mm behind the ball."""

    kit: str = ""
    shank: str = ""
    ball: str = ""
    way: str = "down"
    hole: int = 1
    bracket: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Scene:
    """The yard now. ``jack``: the height at which its foot holds the coupler's top, mm, nought wound right up. ``counts``: the
    settings by the field of a trial. ``lag_front``, ``lag_rear``: how far the springs stand from where they belong. ``torqued``: what
    each bolt was truly tightened to, kg·mm."""

    mounted: Mounted = Mounted()
    coupled: bool = False
    pinned: bool = False
    jack: float = 0.0
    bars_on: bool = False
    counts: Mapping[str, float] = field(default_factory=dict)
    spot: str = ""
    pressure: float = 0.0
    levelling: bool = False
    aboard: frozenset[str] = frozenset()
    moved: Mapping[str, float] = field(default_factory=dict)
    lag_front: float = 0.0
    lag_rear: float = 0.0
    deck: str = ""
    scale: str = ""
    tape: str = ""
    wrench: str = ""
    torqued: Mapping[str, float] = field(default_factory=dict)

    def where(self, world: World, key: str) -> float:
        """Where a load is now, mm."""
        there_ = world.carried(key)
        assert there_ is not None
        return self.moved.get(key, there_.x)


@dataclass(frozen=True, kw_only=True)
class Fitted:
    """What is mounted as it truly is: the kit's bars, tilt and slack as they are, the way the shank is turned. Parts None: none there."""

    kit: Kit | None
    shank: Shank | None
    ball: Ball | None
    position: Position | None
    bracket: float


def worn(kit: Kit, wear: Wear) -> Kit:
    """A kit as it truly is: bars, tilt, lift and slack off their drawing."""
    more = {}
    if kit.bar_rate is not None:
        more["bar_rate"] = replace(kit.bar_rate, value=kit.bar_rate.value * wear.bars)
    for one in settings_of(kit):
        place = PLACES[one.kind.place]
        if one.effect is not None:
            by = wear.tilt if one.kind.works == TILTS else wear.lift
            more[place.effect] = replace(one.effect, value=one.effect.value * by)
        if one.slack is not None and not place.rows:
            more[f"{place.key}_slack"] = replace(one.slack, value=one.slack.value + wear.slack)
    return replace(kit, **more)  # type: ignore[arg-type]


def fitted(world: World, stock: Stock, mounted: Mounted) -> Fitted:
    """What is mounted, looked up by name in the stock, as it truly is."""
    kit = next((one for one in stock.kits if one.name == mounted.kit), None)
    shank = next((one for one in stock.shanks if one.name == mounted.shank), None)
    ball = next((one for one in stock.balls if one.name == mounted.ball), None)
    ways = () if shank is None else positions(shank)
    position = next(
        (one for one in (() if isinstance(ways, Missing) else ways) if (one.orientation, one.hole) == (mounted.way, mounted.hole)),
        None,
    )  # fmt: skip
    return Fitted(
        kit=None if kit is None else worn(kit, world.wear),
        shank=shank,
        ball=ball,
        position=position,
        bracket=mounted.bracket,
    )


def fields_of(one: Allowed) -> tuple[str, ...]:
    """The fields of a trial in which a setting is counted."""
    return tuple(f"{one.kind.place}_{side}" for side in SIDES) if one.kind.sided else (one.kind.place,)


def allowed_counts(one: Allowed) -> tuple[float, ...]:
    """Every count that can be set: those of the handbook; the one it begins with where it gives no range."""
    return one.counts() or (() if one.start is None else (there(one.start).value,))
