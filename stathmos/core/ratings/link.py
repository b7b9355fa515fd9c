"""One link of the chain: demand against rating, and how it stands."""

from __future__ import annotations

from dataclasses import replace
from enum import Enum
from functools import lru_cache
from typing import NamedTuple

from stathmos.core import guesses
from stathmos.core.figures import Anything, Given, Missing, Provenance, Rule, expanded, sure, wanting
from stathmos.core.ratings.demands import SAME
from stathmos.core.rig import Rig

LOAD, SIZE, PRESENCE = "load", "fit", "presence"
FIT = 0.05  # mm: two sizes stamped alike


class State(Enum):
    """How a link stands; worst first."""

    OVER = "over"
    UNKNOWN = "unknown"
    LIMIT = "at the limit"
    RESERVE = "inside the reserve"
    WITHIN = "within"


class TrailerAxle(NamedTuple):
    """One of the trailer's axles as links have it."""

    key: str
    name: str
    number: int


#: each axle that a trailer may have, the foremost first; what hangs on its wheels has the axle's key and one of these behind it
AXLES = tuple(TrailerAxle(f"axle_{number}", f"trailer axle {number}", number) for number in (1, 2, 3))
TYRES, WHEELS = "_tyres", "_wheels"

#: every link in physical order: what it is called, and the part of the drawing it belongs to
LINKS: dict[str, tuple[str, str]] = {
    "trailer_tyres": ("Trailer tyres", "trailer_axles"),
    "trailer_axles": ("Trailer axles (GAWR)", "trailer_axles"),
    **{
        f"{one.key}{what}": (f"{name}, {one.name}", "trailer_axles")
        for one in AXLES
        for what, name in ((TYRES, "Tyres on one side"), (WHEELS, "Wheels on one side"), ("", "GAWR"))
    },
    "trailer_gvwr": ("Trailer GVWR", "trailer"),
    "coupler": ("Coupler", "coupler"),
    "coupler_tongue": ("Coupler S-limit", "coupler"),
    "coupler_d": ("Coupler D-value", "coupler"),
    "coupler_v": ("Coupler V-value", "coupler"),
    "chains": ("Safety chains, each", "coupler"),
    "ball_size": ("Ball diameter equals coupler", "ball"),
    "ball": ("Ball", "ball"),
    "ball_shank": ("Ball shank fits its hole", "ball"),
    "ball_thread": ("Ball thread within the head's limit", "ball"),
    "hitch_gross": ("WD hitch, gross", "hitch"),
    "hitch_tongue": ("WD hitch, tongue", "hitch"),
    "hitch_window": ("WD hitch, load no less than its bars want", "hitch"),
    "shank_gross": ("Shank, gross", "shank"),
    "shank_tongue": ("Shank, tongue", "shank"),
    "shank_size": ("Shank goes into the receiver", "receiver"),
    "sleeve_gross": ("Reducer sleeve, gross", "receiver"),
    "sleeve_tongue": ("Reducer sleeve, tongue", "receiver"),
    "receiver_gross": ("Receiver, {style} gross", "receiver"),
    "receiver_tongue": ("Receiver, {style} tongue", "receiver"),
    "receiver_d": ("Receiver D-value", "receiver"),
    "tow_rating": ("Vehicle tow rating", "vehicle"),
    "tongue_limit": ("Vehicle tongue limit", "vehicle"),
    "payload": ("Placard payload", "vehicle"),
    "rear_tyres": ("Rear tyres, heavier side", "rear_axle"),
    "rear_gawr": ("Rear GAWR", "rear_axle"),
    "front_tyres": ("Front tyre, heavier side", "front_axle"),
    "front_gawr": ("Front GAWR", "front_axle"),
    "gvwr": ("GVWR", "vehicle"),
    "gcwr": ("GCWR", "vehicle"),
    "frontal_area": ("Frontal area", "trailer"),
    "brakes": ("Trailer brakes", "equipment"),
    "controller": ("Brake controller", "equipment"),
    "breakaway": ("Breakaway switch", "equipment"),
    "seven_way": ("Wiring and plug", "equipment"),
}


#: place of each link in the chain
ORDER_OF_LINKS = {key: place for place, key in enumerate(LINKS)}


def judge(demand: float, rating: float, reserve: float) -> State:
    """State of a demand against a rating with a reserve kept free.

    >>> [judge(demand, 1000, 0.1).value for demand in (900, 901, 1000, 1000.1)]
    ['within', 'inside the reserve', 'at the limit', 'over']
    """
    if demand > rating + SAME:
        return State.OVER
    if demand >= rating - SAME:
        return State.LIMIT
    if demand > (1 - reserve) * rating + SAME:
        return State.RESERVE
    return State.WITHIN


class Link(NamedTuple):
    """One link of the chain.

    ``kind``: ``load`` (demand against rating), ``fit`` (two sizes that must be
    equal, or one within the other) or ``presence``. ``part`` names the piece of the
    drawing it belongs to. ``share`` and ``margin`` (core's unit) of a load only.
    ``needs``: what is wanting; ``guessed``: what was guessed, and must be read before the link passes.
    """

    key: str
    name: str
    part: str
    kind: str
    demand: Anything | None
    rating: Anything | None
    state: State
    rule: Rule | None
    share: float | None = None
    margin: float | None = None
    needs: tuple[str, ...] = ()
    guessed: tuple[str, ...] = ()

    @property
    def may_be_over(self) -> bool:
        """Within its rating, and so little known that it may be over; at the limit it is said already that nothing is left."""
        if self.kind != LOAD or self.state not in (State.RESERVE, State.WITHIN):
            return False
        return sure(self.demand).value + expanded(sure(self.demand)) > sure(self.rating).value + SAME


@lru_cache(maxsize=256)
def link_name(key: str, style: str = "") -> str:
    """What a link is called; a receiver's rating is one for carrying (WC) and one for distributing (WD).

    >>> link_name("rear_gawr"), link_name("receiver_gross", "WD")
    ('Rear GAWR', 'Receiver, WD gross')
    """
    return LINKS[key][0].format(style=style)


def _held(state: State, *known: Anything) -> tuple[State, tuple[str, ...]]:
    """A state as it stands on ratings and sizes of which some may be guessed: what is over stays over, nothing else passes."""
    guessed = tuple(dict.fromkeys(path for one in known for path in guesses.behind(one)))
    return (State.UNKNOWN if guessed and state is not State.OVER else state), guessed


def load(
    key: str,
    demand: Anything,
    rating: Anything,
    reserve: float,
    rule: Rule | None,
    style: str = "",
    of_labels: bool = False,
) -> Link:
    """A load against its rating.

    Demand and rating in the core's unit of what they are; ``reserve`` the share of the rating that is kept free.
    ``of_labels``: the demand is a rating or a size itself, so that a guess of it passes no more than one of the rating.
    """
    named = (key, link_name(key, style), LINKS[key][1], LOAD, demand, rating)
    if isinstance(demand, Missing) or isinstance(rating, Missing):
        return Link(*named, State.UNKNOWN, rule, needs=wanting(demand, rating))
    borne, most = demand.value, rating.value
    state, guessed = _held(judge(borne, most, reserve), rating, *((demand,) if of_labels else ()))
    return Link(*named, state, rule, share=borne / most, margin=most - borne, needs=guessed, guessed=guessed)


def either(worse: Link, better: Link, ask: str) -> Link:
    """A load that is one of two, and nobody knows which: the worse is judged, and where the better would pass it is unknown.

    ``ask``: the path of what tells which.
    """
    if worse.state is not State.OVER or better.state is State.OVER:
        return worse
    return worse._replace(state=State.UNKNOWN, share=None, margin=None, needs=tuple(dict.fromkeys((ask, *worse.needs))))


def fit(key: str, size: Anything, limit: Anything, rule: Rule, at_most: bool = False, of_loads: bool = False) -> Link:
    """Two sizes that must be equal, or the first within the second; ``of_loads``: within a load, which is no size."""
    named = (key, link_name(key), LINKS[key][1], SIZE, size, limit)
    if isinstance(size, Missing) or isinstance(limit, Missing):
        return Link(*named, State.UNKNOWN, rule, needs=wanting(size, limit))
    fits = size.value <= limit.value + FIT if at_most else abs(size.value - limit.value) <= FIT
    state, guessed = _held(State.WITHIN if fits else State.OVER, size, *(() if of_loads else (limit,)))
    return Link(*named, state, rule, needs=guessed, guessed=guessed)


def presence(key: str, rig: Rig, path: str, rule: Rule) -> Link:
    """Something that must be there."""
    state = {"yes": State.WITHIN, "no": State.OVER}.get(rig.choice(path))
    if state is None:
        return unread(key, rule, (path,))
    state, guessed = _held(state, rig.figure(path))
    return Link(key, *LINKS[key], PRESENCE, None, None, state, rule, needs=guessed, guessed=guessed)


def seen(key: str, rig: Rig, state: State, rule: Rule, paths: tuple[str, ...]) -> Link:
    """Something that was looked at, by what it comes to; ``paths``: where it is written, the first to be asked for."""
    if state is State.UNKNOWN:
        return unread(key, rule, paths[:1])
    held, guessed = _held(state, *(rig.figure(path) for path in paths))
    return Link(key, *LINKS[key], PRESENCE, None, None, held, rule, needs=guessed, guessed=guessed)


def unread(key: str, rule: Rule, needs: tuple[str, ...]) -> Link:
    """Something that must be there, and nobody has looked."""
    return Link(key, *LINKS[key], PRESENCE, None, None, State.UNKNOWN, rule, needs=needs)


def part_figure(part: object | None, name: str, what: str) -> Anything:
    """A figure of a chosen part; `Missing` names the part's stamp, or the choice itself."""
    if part is None:
        return Missing((f"hitch.{what}",))
    given: Given | None = getattr(part, name)
    if given is None:
        return Missing((f"stock.{what}.{name}",))
    weak = given.provenance.strength < Provenance.LABEL.strength
    return replace(given, path=f"stock.{what}.{name}") if weak else given
