"""What a customer is told of a rig, in plain words: how it stands, what may still be loaded, what must still be read."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.figures import expanded, sure
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import AXLES, TYRES, WHEELS, Link, State
from stathmos.core.reading_list import WEAK
from stathmos.core.units import SHARE, WEIGHT

PLAIN = {
    GOOD: "These go together: every rating that we check is kept, as you plan to load it and with its tanks full.",
    CAUTION: "These go together, with the cautions below: no rating is passed.",
    UNKNOWN: "We cannot say yet. What is named below must be read first; nothing is passed on a guess.",
    REFUSED: "This must not be towed as it stands.",
}

NOTHING_MORE = Phrase("Nothing more: what is over must be put right first.")
ON_PAPER = (
    "The ratings and handbooks of vehicle, trailer and hitch rule over this sheet.",
    "Local law and code decide on brakes, chains, mirrors and licences.",
    "It is worked out from what was read and weighed by its day. Another vehicle, trailer, load or hitch is another sheet.",
    "Hitch, brake and wiring work belongs to a qualified technician; the rig is measured again in the bay before it is handed over.",
)

#: what is said within the house: a reserve of its own, and who overrode it
THE_HOUSES_OWN = frozenset({"close", "reserve_waived"})

#: what a load put into the trailer over its axles, or into the vehicle ahead of its rear axle, adds to pound for pound, or less
INTO_TRAILER = frozenset(
    {
        "trailer_tyres", "trailer_axles", "trailer_gvwr", "tow_rating", "coupler", "ball", "chains", "hitch_gross",
        "shank_gross", "sleeve_gross", "receiver_gross", "gcwr", "coupler_d", "receiver_d",
        *(one.key + what for one in AXLES for what in ("", TYRES, WHEELS)),
    }
)  # fmt: skip
INTO_VEHICLE = frozenset({"payload", "gvwr", "front_gawr", "rear_gawr", "gcwr", "front_tyres", "rear_tyres"})
#: what stands on the wheels of one side, in the middle of the rig: half of it on each
_ON_A_SIDE = frozenset({"front_tyres", "rear_tyres", *(one.key + what for one in AXLES for what in (TYRES, WHEELS))})


@dataclass(frozen=True)
class Room:
    """What may still be loaded. ``least`` kg, none while something is not known; ``by``: the links that hold it, or what is wanting."""

    key: str
    least: float | None
    by: tuple[str, ...]


def room(key: str, links: Iterable[Link], holds: frozenset[str]) -> Room:
    """The least that is left under the ratings that such a load adds to, with what is not known of each taken off.

    A rating in force units (D-values) is left out where its margin is no weight: its own link judges it.
    """
    held = [link for link in links if link.key in holds and link.kind == "load"]
    open_ = [link for link in held if link.state is State.UNKNOWN]
    if open_ or not held:
        return Room(key, None, tuple(link.name for link in open_))
    axles = max([1, *(one.number for one in AXLES for link in held if link.key.startswith(one.key))])
    left = [(_left(link) / _borne(link, axles), link.name) for link in held if sure(link.rating).dimension == WEIGHT]
    if not left:
        return Room(key, None, ())
    least = min(amount for amount, _ in left)
    return Room(key, max(0.0, least), tuple(name for amount, name in left if amount <= least + 1e-9))


def _borne(link: Link, axles: int) -> float:
    """How much of a load over the middle of the trailer's axles, or in the middle of the vehicle, a link bears."""
    of_one = any(link.key.startswith(one.key) for one in AXLES)
    return (1 / axles if of_one else 1.0) * (0.5 if link.key in _ON_A_SIDE else 1.0)


def _left(link: Link) -> float:
    return sure(link.rating).value - sure(link.demand).value - expanded(sure(link.demand))


KEPT, OVER, MAY_BE_OVER, NOT_KNOWN = "kept", "over", "may be over", "not known"
WORDS = (OVER, NOT_KNOWN, MAY_BE_OVER, KEPT)


@dataclass(frozen=True)
class Borne:
    """A rating as a customer is shown it: how much of it is used, and whether it is kept; the house's own reserve is the house's."""

    name: str
    share: float | None
    word: str


@dataclass(frozen=True)
class Sheet:
    """The customer's sheet but for its money. ``state`` of the verdict; the rest in sentences."""

    state: str
    plain: str
    says: Phrase
    remedy: Phrase
    may_load: tuple[Phrase, ...]
    to_read: tuple[str, ...]
    cautions: tuple[Phrase, ...]
    borne: tuple[Borne, ...]


def sheet(assessment: Assessment) -> Sheet:
    """The sheet of an assessment."""
    links = assessment.planned
    shown = [found for found in assessment.findings if found.key not in THE_HOUSES_OWN]
    first = shown[0] if shown else None
    state = GOOD if first is None else first.state
    return Sheet(
        state,
        PLAIN[state],
        Phrase("") if first is None else first.says,
        Phrase("") if first is None else first.remedy,
        (
            *(_rooms(links) if state != REFUSED else (NOTHING_MORE,)),
            _tongue(assessment),
        ),
        tuple(one.name for one in assessment.to_read if one.why != WEAK),
        (
            *(found.says for found in shown[1:] if found.state == CAUTION),
            *(Phrase(one) for one in ON_PAPER),
        ),
        tuple(
            sorted(
                (Borne(link.name, link.share, _word(link)) for link in links if link.kind == "load"), key=_worst_first
            )
        ),
    )


def _worst_first(one: Borne) -> tuple[int, float]:
    return WORDS.index(one.word), -(one.share or 0.0)


def _word(link: Link) -> str:
    if link.state is State.UNKNOWN:
        return NOT_KNOWN
    if link.state is State.OVER:
        return OVER
    return MAY_BE_OVER if link.may_be_over else KEPT


def _rooms(links: tuple[Link, ...]) -> tuple[Phrase, Phrase]:
    return (
        _may_load("In the trailer, over its axles", room("trailer", links, INTO_TRAILER)),
        _may_load("In the tow vehicle, ahead of its rear axle", room("vehicle", links, INTO_VEHICLE)),
    )


def _may_load(where: str, found: Room) -> Phrase:
    if found.least is None:
        wanting = ", ".join(found.by)
        return Phrase(f"{where}: not known yet" + (f", for {wanting}." if wanting else "."))
    return Phrase(
        f"{where}: up to {{left}} more than is planned, water counted, held by {' and '.join(found.by)}.",
        {"left": (found.least, WEIGHT, "down")},
    )


def _tongue(assessment: Assessment) -> Phrase:
    low, high = assessment.rules.share.low, assessment.rules.share.high
    return Phrase(
        "Keep between {low} and {high} of the trailer's weight on the tongue: heavy things over the axles, nothing heavy behind them.",
        {"low": (low, SHARE, "up"), "high": (high, SHARE, "down")},
    )
