"""What a customer is told of a rig, in plain words: how it stands, what may still be loaded, what must still be read."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.figures import Missing, sure
from stathmos.core.finding import CAUTION, GOOD, REFUSED, UNKNOWN
from stathmos.core.limits import capacity_lines, tongue_line
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.ratings import Link, State
from stathmos.core.reading_list import WEAK
from stathmos.core.rig import name_at

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
THE_HOUSES_OWN = frozenset({"close", "reserve_waived", "rule_loosened", "rule_not_loosened"})

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


def _witnessed(assessment: Assessment) -> tuple[Phrase, ...]:
    """Which figures the sheet stands on that were read twice, or agree with another label."""
    twice = [name_at(one.path) for one in assessment.witnesses if one.is_read_twice]
    agree = [name_at(one.path) for one in assessment.witnesses if one.by and not one.is_read_twice and not one.is_open]
    told = ((twice, "Read twice, and the same"), (agree, "Checked against another label or weight"))
    return tuple(Phrase(as_text(f"{says}: {', '.join(names)}.")) for names, says in told if names)


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
            *(_may_load(assessment) if state != REFUSED else (NOTHING_MORE,)),
            _tongue(assessment),
        ),
        tuple(one.name for one in assessment.to_read if one.why != WEAK),
        (
            *(found.says for found in shown[1:] if found.state == CAUTION),
            *_witnessed(assessment),
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


def _may_load(assessment: Assessment) -> tuple[Phrase, ...]:
    return tuple(says.after(f"{where}: ") for where, says in capacity_lines(assessment.capacity()))


def _tongue(assessment: Assessment) -> Phrase:
    weights = assessment.weights
    unknown = isinstance(weights.gross, Missing) or isinstance(weights.tongue, Missing)
    gross, tongue = (None, None) if unknown else (sure(weights.gross), sure(weights.tongue))
    return tongue_line(assessment.tongue_range(), gross, tongue).after("Tongue weight: ")
