"""The parts list of a build: quantities, prices, and what follows from it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from stathmos.core.decisions import BUILT_IN, WANTED, Decisions
from stathmos.core.figures import Given
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import Build, State
from stathmos.core.ratings.wiring import wiring
from stathmos.core.rig import Rig
from stathmos.core.selection import extras_of
from stathmos.core.stock import Accessory, Ball, Kit, Stock

BUY, HAVE, ASK = "buy", "on the vehicle", "look first"


@dataclass(frozen=True)
class PartsLine:
    """One line. ``state``: to buy, on the vehicle already, or to be looked at first. ``price`` each; None where no list has it.

    ``kind``: of the catalogue that it is in; empty where it is in none.
    """

    quantity: int
    name: str
    what: str
    why: Phrase
    state: str
    price: Given | None
    kind: str = ""

    @property
    def amount(self) -> float | None:
        """What the line comes to; nothing for what is there already."""
        if self.state == HAVE:
            return 0.0
        return None if self.price is None else self.quantity * self.price.value


@dataclass(frozen=True)
class PartsList:
    """``total`` of what is priced and to be bought; ``unpriced``: how many lines to buy have no price."""

    lines: tuple[PartsLine, ...]
    total: float
    unpriced: int


def parts_list(rig: Rig, build: Build, stock: Stock, decided: Decisions) -> PartsList:
    """Everything that the build takes, in the order in which it is laid out."""
    friction_bar = decided.sway.verdict == WANTED and decided.sway_provided != BUILT_IN
    lines = (*_hitch(rig, build), *_follows(rig, build, stock, friction_bar))
    to_buy = [line for line in lines if line.state == BUY]
    priced = [line.amount for line in to_buy if line.amount is not None]
    return PartsList(lines, sum(priced), len(to_buy) - len(priced))


def _hitch(rig: Rig, build: Build) -> Iterator[PartsLine]:
    for what, part, word in (
        ("kit", build.kit, f"weight-distributing kit: {build.kit.held.comes_as}" if build.kit is not None else ""),
        ("shank", build.shank, "shank" if build.weight_distributing else "ball mount"),
        ("sleeve", build.sleeve, "reducer sleeve"),
        ("ball", build.ball, "ball"),
    ):
        if part is not None and not (isinstance(part, Ball) and part.own):
            there = rig.choice(f"hitch.{what}") == part.name if what != "sleeve" else False
            state = HAVE if there else BUY
            yield PartsLine(1, part.name, word, Phrase("The build in force."), state, part.price, f"{what}s")


def _follows(rig: Rig, build: Build, stock: Stock, friction_bar: bool) -> Iterator[PartsLine]:
    """Accessories that follow from the build and from what the rig lacks."""

    def line(serves: str, why: str, state: str = BUY) -> PartsLine:
        found = _accessory(stock, serves, build.kit)
        word = dict(Accessory.__dataclass_fields__["serves"].metadata["entry"].choices)[serves]
        name, price = (found.name, found.price) if found else (word.capitalize(), None)
        return PartsLine(1, name, word, Phrase(why), state, price, "accessories" if found else "")

    kit = build.kit
    if kit is not None and kit.adds_overhang is not None and kit.adds_overhang.value > 0:
        yield line(
            "chain_extension",
            "The head moves the ball rearward: the chains must still reach, crossed, and clear the ground.",
            ASK,
        )
        yield line("wiring_extension", "The head moves the ball rearward: the 7-way lead must still reach.", ASK)
    for extra in extras_of(rig, kit):
        yield line(extra.key, extra.why, BUY if extra.surely else ASK)
    if friction_bar:
        yield line("friction_bar", "Sway control is wanted and the hitch has none built in.")
    if rig.choice("trailer.brakes") == "electric":
        yield from _wanted(rig, "vehicle.brake_controller", line, "controller", "The trailer has electric brakes.")
    if rig.choice("trailer.brakes") in ("electric", "surge"):
        yield from _wanted(rig, "trailer.breakaway", line, "breakaway", "A braked trailer wants a breakaway switch.")
    yield from _socket(rig, line)
    if rig.choice("vehicle.cooler") == "wanted":
        yield line("cooler", "The tow vehicle's handbook wants one for towing.")
    if build.ball is not None and not build.ball.own and rig.choice("hitch.ball") != build.ball.name:
        yield line("deep_socket", "The ball nut is torqued with one; for the bay, if it has none.", ASK)


def _socket(rig: Rig, line: Callable[..., PartsLine]) -> Iterator[PartsLine]:
    """A 7-way socket as the chain judges the wiring: bought where what is there is too little, checked where that is not known."""
    brakes, carried = rig.choice("trailer.brakes"), "Lights and brakes go by it."
    state = State.UNKNOWN
    if brakes:
        socket, seven_way = rig.choice("vehicle.socket"), rig.choice("vehicle.seven_way")
        state = wiring(socket, seven_way, brakes, rig.choice("trailer.reverse_lockout"))
    if state is State.OVER:
        yield line("seven_way", carried + " The one there does not carry what this trailer's brakes need.")
    elif state is State.UNKNOWN:
        yield line("seven_way", carried + " Check which socket is there before buying one.", ASK)


def _wanted(rig: Rig, path: str, line: Callable[..., PartsLine], serves: str, why: str) -> Iterator[PartsLine]:
    written = rig.choice(path)
    if written == "no":
        yield line(serves, why + " There is none.")
    elif not written:
        yield line(serves, why + " Nobody has looked whether there is one.", ASK)


def _accessory(stock: Stock, serves: str, kit: Kit | None) -> Accessory | None:
    """What fits: of the kit's own family before one of none, what is on the shelf, the cheapest; unpriced ones last."""
    family = kit.family if kit is not None else ""
    fitting = [
        one
        for one in stock.accessories
        if one.serves is not None and one.serves.typed == serves and one.family in ("", family)
    ]
    return min(
        fitting,
        key=lambda one: (
            one.family == "",
            one.shelf_rank,
            one.price is None,
            one.price.value if one.price else 0.0,
            one.name,
        ),
        default=None,
    )
