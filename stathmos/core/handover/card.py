"""The card for the glovebox: what this rig was set to, its limits in plain words, what to look at and when."""

from __future__ import annotations

from dataclasses import dataclass

from stathmos.core.answer import Assessment
from stathmos.core.attitudes import rail_in_words
from stathmos.core.bay import Fit
from stathmos.core.bay.prove.torque import Fastener
from stathmos.core.families import PLAIN, Family
from stathmos.core.figures import Anything, Missing
from stathmos.core.joints import JOINTS
from stathmos.core.limits import capacity_lines, tongue_line
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Rig
from stathmos.core.settings import settings_of
from stathmos.core.units import DISTANCE, LENGTH, MM_PER_KM, MM_PER_MI, WEIGHT

INSPECTION = 10_000 * MM_PER_KM  # common practice
INSPECTION_DUE = 6_000 * MM_PER_MI  # as a card in miles tells it, which is the sooner
FIRST_STOP = 80.5 * MM_PER_KM  # from memory, to be verified

_CAUTIONS = (
    "The ratings and handbooks of vehicle, trailer and hitch rule over this card.",
    "Local law and code decide on brakes, chains, mirrors and licenses.",
    "Structural, brake and wiring work belongs to a qualified technician.",
)
VOID = (
    "Another vehicle, another trailer, another load or air-spring pressure: this card is void. Have the rig set again."
)


def cautions_on_card(family: Family) -> tuple[str, ...]:
    """The cautions of a family's card: what can hurt is its own, and what voids the card stands last."""
    return (*_CAUTIONS, *((family.injures,) if family.injures else ()), VOID)


@dataclass(frozen=True)
class CardLine:
    """One line of the card: a name, and what stands against it."""

    name: str
    says: Phrase


@dataclass(frozen=True)
class Block:
    """One block of the card under its heading."""

    heading: str
    lines: tuple[CardLine, ...]


def _length(name: str, figure: Anything) -> CardLine | None:
    if isinstance(figure, Missing):
        return None
    return CardLine(name, Phrase("{h}", {"h": (figure.value, LENGTH, "nearest")}))


def _weight(name: str, figure: Anything) -> CardLine | None:
    if isinstance(figure, Missing):
        return None
    return CardLine(name, Phrase("{w}", {"w": (figure.value, WEIGHT, "nearest")}))


def card(rig: Rig, fit: Fit) -> tuple[Block, ...]:
    """Every block, in the order in which it is read."""
    blocks = (
        ("Set heights, loaded as today", _heights(rig, fit)),
        ("How the trailer stands", _attitudes(fit)),
        ("Hitch and settings", _settings(fit)),
        ("Torque", _torque(fit.proved.torque)),
        (
            f"{fit.hitch.family.carries_by.capitalize()} off",
            tuple(CardLine("", says) for says in fit.now.decisions.bars_off),
        ),
        ("Limits, in plain words", _limits(fit.now)),
        ("How it is kept", _kept(fit)),
        ("Look again", _again(rig)),
    )
    return tuple(Block(heading, lines) for heading, lines in blocks if lines)


def _heights(rig: Rig, fit: Fit) -> tuple[CardLine, ...]:
    last = next((one for one in reversed(fit.measured.trials) if one.measured), None)
    family = PLAIN if fit.measured.kit is None else fit.measured.kit.held
    loaded, bare = family.loaded, f"coupled, {family.bare}" if family.bars else "coupled"
    lines = [
        _length("Front mark, uncoupled (A)", fit.measured.arches.a.front_mark),
        _length(f"Front mark, {bare} (B)", fit.measured.arches.b.front_mark),
        _length(f"Front mark, {loaded} (C)", last.state.front_mark) if last else None,
        _length("Rear mark, uncoupled (A)", fit.measured.arches.a.rear_mark),
        _length(f"Rear mark, {bare} (B)", fit.measured.arches.b.rear_mark)
        if not last
        else _length(f"Rear mark, {loaded} (C)", last.state.rear_mark),
        _length("Top of ball, uncoupled", fit.now.heights.ball_standing),
        _length("Level coupler height", fit.now.heights.coupler),
    ]
    if last is not None:
        lines += [
            _length(f"Rail {end}, {loaded}", rig.figure(f"trials.{last.trial.key}.rail_{end}"))
            for end in ("front", "rear")
        ]
        lines.append(_weight(f"Gauge under the ball, {loaded}", rig.figure(f"trials.{last.trial.key}.ball_gauge")))
    else:
        lines += [_length(f"Rail {end}, coupled", rig.figure(f"bay.rail_{end}_coupled")) for end in ("front", "rear")]
    lines.append(_weight(f"Gauge under the ball, {family.bare}", rig.figure("bay.ball_gauge_b")))
    return tuple(line for line in lines if line is not None)


def _attitudes(fit: Fit) -> tuple[CardLine, ...]:
    """As taped; and empty, as planned and full reckoned from the tape: a slightly different attitude is expected."""
    taped, now = fit.measured.attitude, fit.now
    loaded = fit.measured.kit.held.loaded if fit.measured.kit is not None else ""
    if isinstance(taped, Missing):
        return tuple(CardLine(f"{one.name}, worked out", one.says) for one in now.attitudes if one.within is not None)
    worked_out = [one for one in now.attitudes_from(taped) if one.within is not None]
    return (
        CardLine(f"Today, {loaded}" if fit.measured.trials else "Today, coupled", rail_in_words(taped)),
        *(CardLine(f"{one.name}, worked out from it", one.says) for one in worked_out),
    )


def _settings(fit: Fit) -> tuple[CardLine, ...]:
    build, position = fit.now.choice.in_force, fit.now.choice.position
    lines = [
        CardLine(what.capitalize(), Phrase(getattr(build, what).name))
        for what in ("kit", "shank", "ball")
        if getattr(build, what) is not None
    ]
    last = next((one for one in reversed(fit.measured.trials) if one.setting is not None), None)
    hole = last.setting.hole if last is not None and last.setting is not None else None
    if hole is not None:
        way = position.orientation if position is not None else ""
        lines.append(
            CardLine(
                "Head",
                Phrase(f"shank turned {way}, hole {hole} from the bottom" if way else f"hole {hole} from the bottom"),
            )
        )
    elif position is not None:
        lines.append(CardLine("Head", Phrase(position.words)))
    changeable = {one.kind.key for one in settings_of(fit.measured.kit) if one.counts()}
    for one in last.counted if last is not None else ():
        if one.both is not None and one.kind.key in changeable:
            lines.append(CardLine(one.kind.label, one.kind.reads(one.both)))
    if fit.measured.kit is not None and not isinstance(bracket := fit.now.choice.bracket, Missing):
        lines.append(CardLine("Ball to bracket", Phrase("{d}", {"d": (bracket.value, LENGTH, "nearest")})))
    return tuple(lines)


def _kept(fit: Fit) -> tuple[CardLine, ...]:
    """What its family wants of whoever tows with it: grease, noise, what to look at."""
    kit = fit.measured.kit
    return () if kit is None else tuple(CardLine("", Phrase(says)) for says in kit.held.card)


def _torque(bolts: tuple[Fastener, ...]) -> tuple[CardLine, ...]:
    """Each joint once, in the handbook's words."""
    lines = []
    for joint in dict.fromkeys(one.joint for one in bolts):
        first = next(one for one in bolts if one.joint == joint)
        if first.wanted.template:
            lines.append(CardLine(JOINTS[joint].name, first.wanted))
    return tuple(lines)


def _limits(now: Assessment) -> tuple[CardLine, ...]:
    """What may still be loaded and where, and the tongue weight: the same as on the customer's sheet."""
    lines = [CardLine(where, says) for where, says in capacity_lines(now.capacity())]
    gross, tongue = now.weights.gross, now.weights.tongue
    if not isinstance(gross, Missing) and not isinstance(tongue, Missing):
        lines.append(CardLine("Tongue weight", tongue_line(now.tongue_range(), gross, tongue)))
    return tuple(lines)


def _again(rig: Rig) -> tuple[CardLine, ...]:
    lines = [
        CardLine(
            "First stop",
            Phrase(
                "after about {far}: witness marks, latch, pins, chains, warm hubs and tyres.",
                {"far": (FIRST_STOP, DISTANCE, "about")},
            ),
        ),
        CardLine(
            "Each stop",
            Phrase(
                "look at the witness marks; a mark that has moved is a nut that has moved: stop, and have it tightened."
            ),
        ),
        CardLine(
            "Inspection",
            Phrase("after {far} of towing, or in a year; bring this card.", {"far": (INSPECTION, DISTANCE, "about")}),
        ),
    ]
    gain = rig.handover.brake_gain
    if gain is not None:
        lines.append(
            CardLine(
                "Brake controller",
                Phrase(f"set to {as_text(gain.typed)}, loaded as today; set it again for another load."),
            )
        )
    return tuple(lines)


def inspection_in_days(rig: Rig) -> int:
    """Days from the hand-over until the inspection: by what is towed in a year, and a year at the most.

    >>> inspection_in_days(Rig())
    365
    """
    a_year = rig.handover.a_year
    if a_year is None or a_year.value <= 0:
        return 365
    return min(365, int(365 * INSPECTION_DUE / a_year.value))


def inspection_by_distance(towed: float) -> bool:
    """Whether an inspection is due by how far was towed since the hand-over, mm.  towed ≥ 6 000 mi; common practice, no source.

    >>> inspection_by_distance(INSPECTION), inspection_by_distance(0.96 * INSPECTION)
    (True, False)
    """
    return towed >= INSPECTION_DUE
