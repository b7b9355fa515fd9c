"""Up to four rigs side by side: the margin of every link, the hitch that goes with each, what it costs together; differences first."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from stathmos.core import offer, quote
from stathmos.core.answer import Assessment
from stathmos.core.assess import assess
from stathmos.core.entry import TEXT
from stathmos.core.figures import Anything, Given, Missing, Provenance, sure
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.ratings import LINKS, Link
from stathmos.core.reading_list import WEAK
from stathmos.core.rig import Hitch, Rig
from stathmos.core.rules import Rules
from stathmos.core.stock import Stock

MOST = 4
#: shares of a rating that are the same to whoever compares: half a hundredth
SAME_SHARE = 0.005


@dataclass(frozen=True)
class Side:
    """One of those compared. ``asked``: what the thing itself costs, none where no list has it. ``new``: its parts are all to be
    bought, also those that are judged as if they were mounted."""

    key: str
    name: str
    assessment: Assessment
    asked: Decimal | None
    new: bool = False

    @property
    def hitch(self) -> Decimal | None:
        """What is to be bought of the hitch and what follows from it; none where something of it has no price."""
        lines = offer.hitch(self.assessment, self.new)
        if not self.assessment.choice.in_force.complete:
            return None
        return quote.quote(lines, Decimal(0)).total

    @property
    def together(self) -> Decimal | None:
        """The thing and its hitch."""
        return None if self.asked is None or self.hitch is None else self.asked + self.hitch


@dataclass(frozen=True)
class Cell:
    """How one of them stands in one row. ``state`` and ``share`` of a link only; ``value``: of a fact, what it is compared by."""

    says: Phrase
    state: str = ""
    share: float | None = None
    value: object = None


@dataclass(frozen=True)
class Row:
    """One thing that is compared, of all of them. ``differs``: not the same for all."""

    key: str
    name: str
    cells: tuple[Cell, ...]
    differs: bool


def with_build(rig: Rig, names: dict[str, str], rules: Rules, stock: Stock, unread: tuple[str, ...] = ()) -> Assessment:
    """The rig with these parts of the stock on it, as if they were mounted. ``names``: by kit, shank, ball; blank is chosen anew."""
    named = {what: Given(0.0, TEXT, Provenance.MEASURED, name) for what, name in names.items() if name}
    return assess(replace(rig, hitch=Hitch(style=rig.hitch.style, **named)), rules, stock, unread)


def rows(sides: Sequence[Side]) -> tuple[Row, ...]:
    """Everything compared: what differs first, then the rest; links in the order of the chain, what every one of them has."""
    facts = [_fact(key, name, told, sides) for key, name, told in FACTS]
    chains = [{link.key: link for link in side.assessment.planned} for side in sides]
    links = [
        _link_row(key, [chain.get(key) for chain in chains]) for key in LINKS if any(key in chain for chain in chains)
    ]
    found = (*facts, *links)
    return tuple(sorted(found, key=lambda row: not row.differs))  # sorted is stable: each part keeps its order


def _fact(key: str, name: str, told: Callable[[Side], Cell], sides: Sequence[Side]) -> Row:
    cells = tuple(told(side) for side in sides)
    return Row(key, name, cells, any(cell.value != cells[0].value for cell in cells))


def _link_row(key: str, links: Sequence[Link | None]) -> Row:
    there = next(link for link in links if link is not None)
    cells = tuple(_cell(link) for link in links)
    shares = [cell.share for cell in cells if cell.share is not None]
    apart = len({cell.state for cell in cells}) > 1 or len(shares) not in (0, len(cells))
    return Row(key, there.name, cells, apart or (bool(shares) and max(shares) - min(shares) > SAME_SHARE))


def _cell(link: Link | None) -> Cell:
    if link is None:
        return Cell(Phrase("none there"))
    if link.margin is None:
        return Cell(Phrase(link.state.value), link.state.value)
    dimension = sure(link.demand).dimension
    if link.margin < 0:
        return Cell(Phrase("{over} over", {"over": (-link.margin, dimension, "up")}), link.state.value, link.share)
    return Cell(Phrase("{left} left", {"left": (link.margin, dimension, "down")}), link.state.value, link.share)


def _known(figure: Anything, rounding: str = "nearest") -> Cell:
    """A figure; two that part by less than a tenth of their unit (kg, mm) are the same."""
    if isinstance(figure, Missing):
        return Cell(Phrase("not known"))
    return Cell(Phrase("{it}", {"it": (figure.value, figure.dimension, rounding)}), value=round(figure.value, 1))


def _named(part: object | None) -> Cell:
    name = getattr(part, "name", "")
    return Cell(Phrase(as_text(name) if name else "none"), value=name)


def _hole(side: Side) -> Cell:
    position = side.assessment.choice.position
    if position is None:
        return Cell(Phrase("none"))
    return Cell(Phrase(position.words), value=(position.orientation, position.hole))


def _cost(amount: Decimal | None) -> Cell:
    return Cell(Phrase(quote.money(amount)), value=amount)


def _not_known(side: Side) -> Cell:
    wanting = [one for one in side.assessment.to_read if one.why != WEAK]
    names = ", ".join(one.name for one in wanting)
    return Cell(Phrase(as_text(names) if names else "nothing"), value=tuple(one.path for one in wanting))


#: besides the links: a key, what it is called, and how it stands of one
FACTS: tuple[tuple[str, str, Callable[[Side], Cell]], ...] = (
    ("tongue", "Tongue weight, as planned", lambda side: _known(side.assessment.weights.tongue, "up")),
    ("gross", "Gross trailer weight, as planned", lambda side: _known(side.assessment.weights.gross, "up")),
    ("ball_height", "Ball height wanted", lambda side: _known(side.assessment.heights.ball_wanted)),
    ("kit", "Kit", lambda side: _named(side.assessment.choice.in_force.kit)),
    ("shank", "Shank or mount", lambda side: _named(side.assessment.choice.in_force.shank)),
    ("hole", "Its hole", _hole),
    ("ball_part", "Ball", lambda side: _named(side.assessment.choice.in_force.ball)),
    ("asked", "Asked for it", lambda side: _cost(side.asked)),
    ("hitch_cost", "Hitch to buy", lambda side: _cost(side.hitch)),
    ("together", "Together", lambda side: _cost(side.together)),
    ("not_known", "Still to be read", _not_known),
)
