"""What is written wrong, and what is out of scope."""

from __future__ import annotations

from stathmos.core.contradictions import Contradiction
from stathmos.core.finding import CAUTION, REFUSED, UNKNOWN, Finding, needs_in_words, needs_named
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.relations import Mismatch
from stathmos.core.rig import Rig, name_at
from stathmos.core.rig_rules import EXCEPTION, loosened_for
from stathmos.core.rules import Rules

_STATION_OF_SECTION = {"weighing": "weigh", "hitch": "hitch", "stock": "hitch", "loads": "load"}


def _station_of(path: str) -> str:
    return "weigh" if path.startswith("ways.share") else _STATION_OF_SECTION.get(path.split(".")[0], "meet")


def _at(place: str, key: str, says: Phrase, remedy: Phrase) -> Finding:
    return Finding(
        key=key, state=UNKNOWN, station=_station_of(place), subject=place, says=says, remedy=remedy, reads=(place,)
    )


def contradicted(wrong: tuple[Contradiction, ...]) -> list[Finding]:
    """What cannot be as it is written: nothing is worked out with it, and no rig is fit with it."""
    put_right = Phrase("Read it again and write it right, or leave it blank if it is not known.")
    return [_at(one.place, "contradicted", one.says.after(f"{name_at(one.place)}: "), put_right) for one in wrong]


def mismatched(asked: tuple[Mismatch, ...]) -> list[Finding]:
    """Figures of the record that contradict each other: nothing passes on them until they are read again."""
    return [
        Finding(
            key="mismatched",
            state=UNKNOWN,
            station=_station_of(one.likelier or one.relations[0].paths[0]),
            subject=one.key,
            says=one.says,
            remedy=one.remedy,
            reads=tuple(one.figures),
        )
        for one in asked
    ]


def unread(places: tuple[str, ...]) -> list[Finding]:
    """Something written that cannot be read may be the very figure that decides: no rig is fit with it."""
    if not places:
        return []
    count = "One figure" if len(places) == 1 else f"{len(places)} figures"
    says = Phrase(f"{count} cannot be read, and this answer goes without: {as_text(name_at(places[0]))}.")
    return [_at(places[0], "unreadable", says, Phrase("Write it again, or leave it blank if it is not known."))]


def guessed(paths: tuple[str, ...]) -> list[Finding]:
    """Ratings, sizes and fittings that somebody guessed: nothing passes on them, whatever they say. Nobody can waive it."""
    if not paths:
        return []
    put = f"{needs_named(paths)} {'is' if len(paths) == 1 else 'are'} assumed or from a brochure"
    says = Phrase(as_text(f"A guess is not a rating: {put}. What stands on it is not known."))
    remedy = Phrase(as_text(f"Go and read: {needs_in_words(paths)}."))
    return [
        Finding(key="guessed", state=UNKNOWN, station=_station_of(paths[0]), subject=paths[0], says=says, remedy=remedy, reads=paths)
    ]  # fmt: skip


def looser(rig: Rig, house: Rules) -> list[Finding]:
    """A rule that the rig's own record has looser than the shop: with whose reason, or that it is not in force."""
    found = []
    reason = rig.choice(EXCEPTION)
    for one in loosened_for(rig, house):
        if reason:
            says, remedy = (
                one.says.then(f": an exception. “{reason}”."),
                Phrase("Clear the exception to be back at the shop's rule."),
            )
        else:
            says = one.says.then(", and is not in force.")
            remedy = Phrase("The shop's rule is used. A manager can give an exception with a reason.")
        found.append(
            Finding(
                key="rule_loosened" if reason else "rule_not_loosened", state=CAUTION, station="hitch", subject=one.path,
                says=says, remedy=remedy, reads=(one.path,),
            )
        )  # fmt: skip
    return found


def out_of_scope() -> Finding:
    """The word for a trailer that does not hang on a ball behind the vehicle."""
    return Finding(
        key="out_of_scope", state=REFUSED, station="meet", subject="coupling",
        says=Phrase(
            "Stathmos does not judge fifth-wheel or gooseneck trailers: their weight sits over the rear axle, and other rules hold."
        ),
        remedy=Phrase("Ask the vehicle's and the trailer's makers. Nothing here is worked out for this rig."),
    )  # fmt: skip


def part_differs(kind: str, name: str, changed: tuple[str, ...]) -> Finding:
    """A part that the catalogue describes otherwise than the rig took it over: judged as it was taken over, and said."""
    told = "; ".join(changed[:3]) + (f"; and {len(changed) - 3} more" if len(changed) > 3 else "")
    says = f"The catalogue now says otherwise of {name} than when this rig took it over: {told}."
    return Finding(
        key="part_differs", state=CAUTION, station="hitch", subject=kind.removesuffix("s"), says=Phrase(as_text(says)),
        remedy=Phrase("Read the stamp on the part. At the Hitch station the catalogue's figures of today can be taken over."),
    )  # fmt: skip
