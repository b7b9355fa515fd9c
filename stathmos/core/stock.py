"""The parts on the shelf: hitch kits, shanks, sleeves, balls, accessories; and what a trailer on the lot is offered with.

Described in the same manner as the rig (`rig.Entry`), so that the rig file can
carry them and the catalogue is checked by the same limits.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import TypeVar

from stathmos.core import joints, settings
from stathmos.core.bay_schools import BAY_SCHOOLS
from stathmos.core.entry import BETWEEN_NAMES, NAMES, Entry, entries, rate
from stathmos.core.extras import EXTRAS
from stathmos.core.families import FAMILIES, Family, of_kit
from stathmos.core.figures import Given, Lazily, Provenance
from stathmos.core.joints import HANDBOOK
from stathmos.core.rig import choice, described, flag, length, weight
from stathmos.core.schools import RESTORATION_SCHOOLS, choices
from stathmos.core.stockroom import Item
from stathmos.core.units import COUNT, LENGTH, MONEY

P = TypeVar("P", bound="AnyPart")

STAMP = "stamp on the part"
DRAWING = "maker's drawing"


def price() -> Given | None:
    """What it costs, in dollars."""
    return described("Price", MONEY, "price list", 0, 1_000_000, guess=True)


SAME = 0.0005  # kg: under this two ratings are one
_JOINTS = joints.kit_fields()
_SETTINGS = settings.kit_fields()
FRAME_HEIGHTS = 6
_FRAME_HEIGHTS = {
    f"frame_height_{number}": length(f"Frame height {number} of the handbook's list", HANDBOOK, 1, 14)
    for number in range(1, FRAME_HEIGHTS + 1)
} | {"special_height": length("Frame height of the special bracket", HANDBOOK, 1, 16)}
MOUNTS = (("top", "top-mount couplers only"), ("either", "top-mount and underslung"))


class AnyPart:
    """What every part of the shelf has beside its figures. ``on_shelf``: so many may be had; None where nobody counted."""

    name: str
    on_shelf: int | None

    @property
    def shelf_rank(self) -> int:
        """Among equals what is there goes first, then what nobody has counted, then what is not there."""
        return 1 if self.on_shelf is None else 0 if self.on_shelf > 0 else 2

    @Lazily
    def guessed(self) -> tuple[str, ...]:
        """Its ratings, sizes and fittings that somebody guessed, by field: nothing passes on them."""
        return tuple(
            name
            for name, entry in entries(type(self))
            if (given := getattr(self, name)) is not None and given.provenance.strength < entry.passes_from.strength
        )


@dataclass(frozen=True)
class Kit(AnyPart):
    """A weight-distributing hitch kit: head, spring bars, frame brackets.

    ``seat_above_shank``: from the shank's hole reference up to the head's ball
    seat. ``adds_overhang``: how far it moves the ball rearward of a plain mount.
    ``bracket_distance``: ball to frame bracket, as the maker prefers it, within
    ``bracket_least`` and ``bracket_most``. ``takes_bars``: the kits whose bars its maker lists for this head.
    ``bars``: whose bars are on it, where they are another kit's, and ``mix`` what is known of that. ``bar_rate``: vertical rate of one bar
    at ``bar_rate_at`` from the ball, at its preferred bracket where nobody says. What it is set by, `settings.settings_of` tells.
    """

    name: str = ""
    family: str = ""
    bars: str = ""
    mix: str = ""
    on_shelf: int | None = None
    gross_rating: Given | None = weight("Gross rating", STAMP, 500, 40000)
    tongue_rating: Given | None = weight("Tongue rating", STAMP, 50, 6000)
    tongue_minimum: Given | None = weight("Least tongue weight", HANDBOOK, 0, 6000)
    seat_above_shank: Given | None = described("Ball seat above the shank's reference", LENGTH, DRAWING, 0, 400)
    adds_overhang: Given | None = described("Adds to overhang", LENGTH, DRAWING, 0, 400)
    own_weight: Given | None = weight("Own weight", "brochure", 0, 400, usual="brochure", guess=True)
    ball_hole: Given | None = length("Ball hole", DRAWING, 0.5, 3)
    ball_thread_limit: Given | None = length("Longest ball thread", HANDBOOK, 0.5, 6)
    frame_depth_least: Given | None = length("Least frame depth", HANDBOOK, 1, 14)
    frame_depth_most: Given | None = length("Greatest frame depth", HANDBOOK, 1, 14)
    special_depth_most: Given | None = length("Greatest frame depth, special bracket", HANDBOOK, 1, 16)
    # the frame heights that its brackets take, where the handbook lists them one by one
    __annotations__.update(dict.fromkeys(_FRAME_HEIGHTS, "Given | None"))
    locals().update(_FRAME_HEIGHTS)
    bracket_distance: Given | None = length("Ball to bracket, preferred", HANDBOOK, 10, 60)
    bracket_least: Given | None = length("Ball to bracket, least", HANDBOOK, 10, 60)
    bracket_most: Given | None = length("Ball to bracket, most", HANDBOOK, 10, 60)
    bar_length: Given | None = length("Bar length, ball to its end", DRAWING, 12, 60)
    bar_style: Given | None = choice("Bars", DRAWING, *((one.key, one.words) for one in FAMILIES.values() if one.bars))
    bar_rate: Given | None = rate("Rate of one bar", DRAWING, usual="label")
    bar_rate_at: Given | None = length("Ball to where that rate is stated", DRAWING, 10, 60, guess=True)
    # how its bars are set: the fields of every kind of setting
    __annotations__.update(dict.fromkeys(_SETTINGS, "Given | None"))
    locals().update(_SETTINGS)
    clears_trays: Given | None = flag("Brackets pass under a propane or battery tray", HANDBOOK, usual="label")
    mounts: Given | None = choice("Coupler mounts", HANDBOOK, *MOUNTS)
    may_reverse: Given | None = flag("May reverse with the bars on", HANDBOOK, usual="label")
    surge_brakes: Given | None = flag("Allows surge brakes", HANDBOOK, usual="label")
    sway_control: Given | None = flag("Sway control built in", HANDBOOK, usual="label")
    # its joints: the fields of each
    __annotations__.update(dict.fromkeys(_JOINTS, "Given | None"))
    locals().update(_JOINTS)
    half_links: Given | None = flag("Half links with a 12 mm bolt", HANDBOOK, usual="label")
    handbook_air: Given | None = choice(
        "Handbook on air springs",
        HANDBOOK,
        ("pump_up", "pumped to towing pressure before measuring"),
        ("let_down", "let down to the minimum before measuring"),
    )
    handbook_offset: Given | None = length("Handbook's ball offset, up (below: less than nothing)", HANDBOOK, -4, 4)
    handbook_offset_most: Given | None = length("Handbook's ball offset, at most where it is a range", HANDBOOK, -4, 4)
    handbook_offset_per_hundred: Given | None = length(
        "Handbook's ball offset for each 100 lb of tongue", HANDBOOK, -1, 1
    )
    handbook_restoration: Given | None = choice(
        "Handbook's restoration", HANDBOOK, *choices(RESTORATION_SCHOOLS.values())
    )
    handbook_bay_school: Given | None = choice(
        "Handbook sets it in the bay to", HANDBOOK, *choices(BAY_SCHOOLS.values())
    )
    takes_bars: Given | None = described("Takes the bars of these kits too", NAMES, HANDBOOK)
    price: Given | None = price()

    @property
    def frame_heights(self) -> tuple[Given, ...]:
        """The frame heights of the handbook's list; none where it gives a range."""
        listed: list[Given | None] = [getattr(self, f"frame_height_{number}") for number in range(1, FRAME_HEIGHTS + 1)]
        return tuple(one for one in listed if one is not None)

    @property
    def special_frame(self) -> Given | None:
        """The frame height of the special bracket, where the handbook lists heights."""
        found: Given | None = getattr(self, "special_height", None)
        return found

    @property
    def takes(self) -> tuple[str, ...]:
        """The kits whose bars its maker lists for its head, by name."""
        return () if self.takes_bars is None else tuple(self.takes_bars.typed.split(BETWEEN_NAMES))

    @Lazily
    def head(self) -> tuple[float | str | None, ...]:
        """What its head and handbook have in the height, the ball and the shank: kits alike in it share the work."""
        figures = (
            self.adds_overhang, self.seat_above_shank, self.ball_hole, self.ball_thread_limit, self.handbook_offset,
            self.handbook_offset_most, self.handbook_offset_per_hundred,
        )  # fmt: skip
        words = (self.handbook_restoration, self.handbook_bay_school)
        schools = ("" if one is None else one.typed for one in words)
        return (*(None if one is None else one.value for one in figures), *schools, self.family)

    @property
    def held(self) -> Family:
        """How its bars are held at the frame, and all that follows from it."""
        return of_kit(None if self.bar_style is None else self.bar_style.typed, True)


ADJUSTABLE, FIXED = "adjustable", "fixed"
SHANK_STYLES = ((ADJUSTABLE, "adjustable, for a WD head"), (FIXED, "fixed ball mount, weight-carrying"))


OWN_BALLS = 3


def _own_balls() -> dict[str, Given | None]:
    """What a mount with balls of its own says of each, by field."""
    made: dict[str, Given | None] = {}
    for number in range(1, OWN_BALLS + 1):
        made |= {
            f"own_ball_{number}_diameter": length(f"Own ball {number}, diameter", STAMP, 1.5, 4),
            f"own_ball_{number}_rating": weight(f"Own ball {number}, rating", STAMP, 500, 60000),
            f"own_ball_{number}_top": length(f"Own ball {number}, its top above the mount's reference", DRAWING, 0, 16),
        }
    return made


_OWN_BALLS = _own_balls()


@dataclass(frozen=True)
class Shank(AnyPart):
    """A shank or a ball mount.

    An adjustable shank has ``holes`` positions, ``pitch`` apart; pointing down the
    lowest is ``most_drop`` under the receiver tube's inside top, turned over the
    highest is ``most_rise`` above it. A fixed one has one position each way.
    ``end_below``: how far its end reaches beneath its lowest position. ``family``: whose heads it was made for; empty for
    any head.
    """

    name: str = ""
    family: str = ""
    on_shelf: int | None = None
    style: Given | None = choice("Style", DRAWING, *SHANK_STYLES)
    size: Given | None = length("Shank size", STAMP, 1.25, 3)
    most_drop: Given | None = length("Most drop", DRAWING, 0, 20)
    most_rise: Given | None = length("Most rise", DRAWING, 0, 20)
    pitch: Given | None = length("Hole pitch", DRAWING, 0, 4)
    holes: Given | None = described("Positions", COUNT, "count them", 1, 20)
    end_below: Given | None = length("End beneath its lowest position", DRAWING, 0, 10)
    gross_rating: Given | None = weight("Gross rating", STAMP, 500, 40000)
    tongue_rating: Given | None = weight("Tongue rating", STAMP, 50, 6000)
    ball_hole: Given | None = length("Ball hole", DRAWING, 0.5, 3)
    # a mount with balls of its own, of one piece with it: the fields of each
    __annotations__.update(dict.fromkeys(_OWN_BALLS, "Given | None"))
    locals().update(_OWN_BALLS)
    own_weight: Given | None = weight("Own weight", "brochure", 0, 200, usual="brochure", guess=True)
    price: Given | None = price()

    @Lazily
    def own_balls(self) -> tuple[Ball, ...]:
        """The balls that are of one piece with it; none for a mount that a ball is bolted to."""
        found = []
        for number in range(1, OWN_BALLS + 1):
            diameter, rating, top = (
                getattr(self, f"own_ball_{number}_{field}") for field in ("diameter", "rating", "top")
            )
            if diameter is not None:
                name = f"{self.name}, ball {number}"
                found.append(Ball(name=name, own=True, diameter=diameter, rating=rating, stack_height=top))
        return tuple(found)


@dataclass(frozen=True)
class Sleeve(AnyPart):
    """A reducer sleeve: a smaller shank in a larger receiver. ``slop``: its vertical play at the receiver's mouth."""

    name: str = ""
    on_shelf: int | None = None
    outer: Given | None = length("Receiver it goes into", STAMP, 1.25, 3.5)
    inner: Given | None = length("Shank it takes", STAMP, 1.25, 3)
    gross_rating: Given | None = weight("Gross rating", STAMP, 500, 40000)
    tongue_rating: Given | None = weight("Tongue rating", STAMP, 50, 6000)
    slop: Given | None = length("Play, up and down", "feeler or tape", 0, 1, usual="measured")
    own_weight: Given | None = weight("Own weight", "brochure", 0, 60, usual="brochure", guess=True)
    price: Given | None = price()


@dataclass(frozen=True)
class Ball(AnyPart):
    """A ball: ``stack_height`` from its seat to its top. ``own``: it is of one piece with its mount, and has no nut."""

    name: str = ""
    on_shelf: int | None = None
    own: bool = False
    diameter: Given | None = length("Diameter", "stamp on the ball", 1.5, 4)
    rating: Given | None = weight("Rating", "stamp on the ball", 500, 60000)
    stack_height: Given | None = length("Seat to top", DRAWING, 1, 8)
    shank_diameter: Given | None = length("Shank diameter", DRAWING, 0.5, 3)
    thread_length: Given | None = length("Thread length", DRAWING, 0.5, 6)
    nut_least: Given | None = joints.torque("Nut, torque at least")
    nut_most: Given | None = joints.torque("Nut, torque at most")
    nut_across: Given | None = length("Nut, across the flats", HANDBOOK, 0.25, 4, guess=True)
    price: Given | None = price()


ACCESSORIES = (
    ("chain_extension", "safety-chain extension, a pair"),
    ("controller", "brake controller"),
    ("seven_way", "7-way socket and harness"),
    ("wiring_extension", "7-way lead extension"),
    ("friction_bar", "add-on friction sway bar"),
    ("breakaway", "breakaway switch"),
    ("cooler", "transmission cooler"),
    ("deep_socket", "thin-wall deep socket for the ball nut"),
    *((one.key, one.words) for one in EXTRAS.values()),
)


@dataclass(frozen=True)
class Accessory(AnyPart):
    """What follows from a build. ``family``: the kits it belongs to; empty fits any."""

    name: str = ""
    family: str = ""
    on_shelf: int | None = None
    serves: Given | None = choice("What for", "price list", *ACCESSORIES)
    price: Given | None = price()


@dataclass(frozen=True)
class Wrench(AnyPart):
    """A torque wrench of the bay. ``handle``: from the drive's centre to the middle of the grip."""

    name: str = ""
    least: Given | None = joints.torque("Least torque")
    most: Given | None = joints.torque("Most torque")
    handle: Given | None = length("Drive to the middle of the grip", "tape", 4, 80, usual="measured")
    on_shelf: int | None = None


@dataclass(frozen=True)
class Offer:
    """What customers ask of a trailer on the lot."""

    sleeps: Given | None = described("Sleeps", COUNT, "brochure", 0, 20, usual="brochure")
    price: Given | None = price()


@dataclass(frozen=True)
class Stock:
    """All the parts that a build may be chosen from."""

    kits: tuple[Kit, ...] = ()
    shanks: tuple[Shank, ...] = ()
    balls: tuple[Ball, ...] = ()
    sleeves: tuple[Sleeve, ...] = ()
    accessories: tuple[Accessory, ...] = ()
    wrenches: tuple[Wrench, ...] = ()

    def counted(self, free: Mapping[Item, int | None]) -> Stock:
        """The same parts, each with how many of it may be had."""

        def told(kind: str, parts: tuple[P, ...]) -> tuple[P, ...]:
            known = {item.name: many for item, many in free.items() if item.kind == kind}
            return tuple(replace(one, on_shelf=known[one.name]) if one.name in known else one for one in parts)  # type: ignore[type-var]

        return replace(
            self, kits=told("kits", self.kits), shanks=told("shanks", self.shanks), balls=told("balls", self.balls),
            sleeves=told("sleeves", self.sleeves), accessories=told("accessories", self.accessories),
        )  # fmt: skip


def every_ball(stock: Stock) -> tuple[Ball, ...]:
    """The balls of a stock, and after them those that mounts have of their own, in the mounts' order."""
    return (*stock.balls, *(ball for shank in stock.shanks for ball in shank.own_balls))


#: what is known of bars of another kit on a head: its maker lists them, nobody says, or they are another family's
LISTED, NOT_LISTED, STRANGE = "listed", "not listed", "another family"


def mix_of(head: Kit, bars: Kit | None) -> str:
    """What is known of another kit's bars on a head; empty where they are of the head's own capacity and family."""
    if bars is None:
        return NOT_LISTED
    if bars.name in head.takes:
        return LISTED
    if head.family and bars.family and head.family != bars.family:
        return STRANGE
    alike = head.family and head.family == bars.family
    same = all(
        ours is not None and theirs is not None and abs(ours.value - theirs.value) < SAME
        for ours, theirs in ((head.gross_rating, bars.gross_rating), (head.tongue_rating, bars.tongue_rating))
    )
    return "" if alike and same else NOT_LISTED


def mixed(head: Kit, bars: Kit | None, name: str = "") -> Kit:
    """A head with the bars of another kit: the smaller rating of the two at best, the greater least, the bars' own rate.

    Parts of different capacities are not assumed to mix: where the maker does not list the pair the ratings are a guess.
    Bars that nobody knows leave them unknown. ``name``: of the bars' kit.
    """
    mix = mix_of(head, bars)

    def of(field: str, choose: Callable[[float, float], float]) -> Given | None:
        ours: Given | None = getattr(head, field)
        theirs: Given | None = getattr(bars, field, None)
        if ours is None or theirs is None:
            return None
        taken = ours if choose(ours.value, theirs.value) == ours.value else theirs
        return taken if mix in ("", LISTED) else replace(taken, provenance=Provenance.ASSUMED)

    return replace(
        head,
        bars=bars.name if bars else name,
        mix=mix,
        gross_rating=of("gross_rating", min),
        tongue_rating=of("tongue_rating", min),
        tongue_minimum=of("tongue_minimum", max),
        bar_rate=bars.bar_rate if bars else None,
        bar_rate_at=(bars.bar_rate_at or bars.bracket_distance) if bars else None,
        bar_length=bars.bar_length if bars else None,
    )


def with_mixed_bars(stock: Stock, kit: str, bars: str) -> Stock:
    """The stock with a named kit as it is with another kit's bars on it."""
    if not kit or not bars or kit == bars:
        return stock
    others = next((one for one in stock.kits if one.name == bars), None)
    return replace(stock, kits=tuple(mixed(one, others, bars) if one.name == kit else one for one in stock.kits))


def part_entry(path: str) -> Entry | None:
    """What a part's field means, by a path such as ``stock.kit.gross_rating``; None where it is none.

    >>> part_entry("stock.kit.gross_rating").read_at, part_entry("trailer.gvwr")
    ('stamp on the part', None)
    """
    _, _, rest = path.partition("stock.")
    what, _, name = rest.partition(".")
    return dict(entries(_SINGLE[what])).get(name) if what in _SINGLE else None


_SINGLE: dict[str, type] = {"kit": Kit, "shank": Shank, "ball": Ball, "sleeve": Sleeve}
PARTS: dict[str, type] = {
    "kits": Kit,
    "shanks": Shank,
    "balls": Ball,
    "sleeves": Sleeve,
    "accessories": Accessory,
    "wrenches": Wrench,
}
