"""Is weight distribution needed: forbidden, needed, the advisor's choice, not needed, or not to be told yet."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from stathmos.core.decisions.reason import (
    DEMANDS,
    FORBIDS,
    SILENT,
    SPEAKS_AGAINST,
    SPEAKS_FOR,
    UNKNOWN,
    Decision,
    Reason,
    ordered,
)
from stathmos.core.figures import COMMON_PRACTICE, FROM_MEMORY, Anything, Authority, Rule, expanded, sure, wanting
from stathmos.core.heights import Settled
from stathmos.core.phrases import Phrase
from stathmos.core.ratings import SAME
from stathmos.core.rig import Rig
from stathmos.core.rules import Rules
from stathmos.core.units import LENGTH, MM_PER_IN, SHARE, WEIGHT

FORBIDDEN, NEEDED, CHOICE, NOT_NEEDED, OPEN = "forbidden", "needed", "advisor's choice", "not needed", "cannot tell"
MOVES = MM_PER_IN / 2  # front arch up or rear arch down on coupling: common practice, no source
SLIGHT_FRAME = 4 * MM_PER_IN  # an A-frame rail no deeper than this is called light: from memory, to be verified
HEAVY_CLASSES = ("three_quarter_ton", "one_ton")


class Maker(NamedTuple):
    """Somebody whose word on weight distribution outranks this program: where it is written, who says it."""

    path: str
    who: str
    source: str
    authority: Authority = Authority.DEFAULT


MAKERS = (
    Maker("vehicle.handbook_wd", "The tow vehicle's handbook", "tow-vehicle handbook", Authority.VEHICLE_HANDBOOK),
    Maker("trailer.maker_wd", "The trailer's maker", "trailer handbook"),
    Maker("trailer.coupler_wd", "The coupler's maker", "coupler's leaflet"),
)


@dataclass(frozen=True)
class OnCoupling:
    """What coupling without bars does: the loads, the settle, the share of the front axle's load that is lost."""

    gross: Anything
    hitch_load: Anything
    bare: Settled
    front_lost: Anything


def forbidden_by(rig: Rig) -> tuple[str, ...]:
    """Who forbids weight distribution on this rig."""
    return tuple(one.who for one in MAKERS if rig.choice(one.path) == "forbidden")


def front_share_lost(change: float, front: float) -> float:
    """Share of the front axle's load that coupling takes off.  −dF / front

    ``change`` of the front axle on coupling (less than nothing where it is lightened) and ``front`` before it, kg.

    >>> front_share_lost(change=-150.0, front=1500.0)
    0.1
    """
    return -change / front


def distribution(rig: Rig, rules: Rules, found: OnCoupling) -> Decision:
    """All the reasons, and what they come to."""
    reasons = [
        *_makers(rig),
        _required(rig, found.gross),
        *_receiver(rig, found),
        *_arches(found.bare),
        _front(rules, found.front_lost),
        *_slight_frame(rig),
    ]
    weights = {one.weight for one in reasons}
    verdict, says = _verdict(weights)
    return Decision(verdict, says, ordered(reasons))


def _verdict(weights: set[str]) -> tuple[str, Phrase]:
    if FORBIDS in weights and DEMANDS in weights:
        return FORBIDDEN, Phrase(
            "A maker forbids weight distribution and a rating or handbook demands it: this pair is not to be towed."
        )
    if FORBIDS in weights:
        return FORBIDDEN, Phrase("Weight distribution is forbidden here: carry the weight, within the WC ratings.")
    if DEMANDS in weights:
        return NEEDED, Phrase("Weight distribution is needed.")
    if UNKNOWN in weights:
        return OPEN, Phrase(
            "Whether weight distribution is needed cannot be told yet: something that decides is not known."
        )
    if SPEAKS_FOR in weights:
        return CHOICE, Phrase(
            "The advisor's choice: no rating or handbook demands weight distribution, common practice speaks for it. "
            "Some leave it off with a big stiff vehicle and are content. Choose, and write down why."
        )
    return NOT_NEEDED, Phrase("Weight distribution is not needed: no rule asks for it on these figures.")


def _makers(rig: Rig) -> list[Reason]:
    return [
        Reason(
            Phrase(f"{one.who} forbids it."),
            FORBIDS,
            Rule("A maker's word outranks this program.", one.source, one.authority),
        )
        for one in MAKERS
        if rig.choice(one.path) == "forbidden"
    ]


def _required(rig: Rig, gross: Anything) -> Reason:
    rule = Rule("The tow vehicle's handbook comes first.", "tow-vehicle handbook", Authority.VEHICLE_HANDBOOK)
    says, above = rig.choice("vehicle.handbook_wd"), rig.vehicle.handbook_wd_above
    if not says:
        return Reason(
            Phrase("What the tow vehicle's handbook says of it, nobody has read."),
            UNKNOWN,
            rule,
            ("vehicle.handbook_wd",),
        )
    if says != "required":
        word = {"allowed": "leaves it open", "silent": "says nothing of it"}.get(says, "forbids it")
        return Reason(Phrase(f"The tow vehicle's handbook {word}."), SILENT, rule)
    if above is None:
        return Reason(Phrase("The tow vehicle's handbook requires weight distribution."), DEMANDS, rule)
    put = {"above": (above.value, WEIGHT, "down")}
    if wanting(gross):
        return Reason(
            Phrase("The handbook requires it above {above}; the trailer's weight is not known.", put),
            UNKNOWN,
            rule,
            wanting(gross),
        )
    put["gross"] = (sure(gross).value, WEIGHT, "up")
    if sure(gross).value > above.value + SAME:
        return Reason(
            Phrase(
                "The tow vehicle's handbook requires weight distribution above {above}; the trailer weighs {gross}.",
                put,
            ),
            DEMANDS,
            rule,
        )
    return Reason(
        Phrase("The tow vehicle's handbook requires it above {above} only; the trailer weighs {gross}.", put),
        SILENT,
        rule,
    )


def _receiver(rig: Rig, found: OnCoupling) -> list[Reason]:
    rule = Rule("A receiver has one rating carrying and another distributing.", "label on the receiver")
    told = []
    for word, demand, path in (
        ("gross", found.gross, "vehicle.receiver_wc_gross"),
        ("tongue", found.hitch_load, "vehicle.receiver_wc_tongue"),
    ):
        rating = rig.figure(path)
        needs = wanting(demand, rating)
        if needs:
            told.append(
                Reason(Phrase(f"The receiver's WC {word} rating or the load on it is not known."), UNKNOWN, rule, needs)
            )
            continue
        put = {"demand": (sure(demand).value, WEIGHT, "up"), "rating": (sure(rating).value, WEIGHT, "down")}
        over = sure(demand).value > sure(rating).value + SAME
        says = f"{{demand}} {'passes' if over else 'is within'} the receiver's WC {word} rating of {{rating}}."
        told.append(Reason(Phrase(says, put), DEMANDS if over else SILENT, rule))
    return told


def _arches(bare: Settled) -> list[Reason]:
    rule = Rule("Front arch up or rear arch down more than ½ in on coupling.", COMMON_PRACTICE)
    told = []
    for word, moved, sign, way in (("front", bare.front, -1.0, "rises"), ("rear", bare.rear, 1.0, "drops")):
        needs = wanting(moved)
        if needs:
            told.append(Reason(Phrase(f"How far the {word} arch {way} cannot be predicted."), UNKNOWN, rule, needs))
            continue
        by, spread = sign * sure(moved).value, expanded(sure(moved))
        put = {"by": (max(0.0, by), LENGTH, "up"), "spread": (spread, LENGTH, "up"), "most": (MOVES, LENGTH, "nearest")}
        if by - spread > MOVES:
            says, weight = (
                f"Coupling without bars, the {word} arch {way} {{by}} ± {{spread}}; {{most}} is the most.",
                SPEAKS_FOR,
            )
        elif by + spread > MOVES:
            says = f"Coupling without bars, the {word} arch {way} {{by}} ± {{spread}}; it may be more than {{most}}."
            weight = SPEAKS_FOR
        else:
            says, weight = f"Coupling without bars, the {word} arch {way} {{by}} ± {{spread}}, within {{most}}.", SILENT
        told.append(Reason(Phrase(says, put), weight, rule))
    return told


def _front(rules: Rules, lost: Anything) -> Reason:
    rule = Rule("Share of the front axle's load that may be lost without bars; the house can set it.", FROM_MEMORY)
    needs = wanting(lost)
    if needs:
        return Reason(Phrase("The front axle's load lost on coupling cannot be predicted."), UNKNOWN, rule, needs)
    put = {
        "lost": (max(0.0, sure(lost).value), SHARE, "up"),
        "spread": (expanded(sure(lost)), SHARE, "up"),
        "most": (rules.front_loss, SHARE, "nearest"),
    }
    over = sure(lost).value + expanded(sure(lost)) > rules.front_loss
    says = f"Coupling without bars, the front axle loses {{lost}} ± {{spread}} of its load, {'which may pass' if over else 'within'} {{most}}."
    return Reason(Phrase(says, put), SPEAKS_FOR if over else SILENT, rule)


def _slight_frame(rig: Rig) -> list[Reason]:
    depth = rig.trailer.frame_depth
    if depth is None or depth.value > SLIGHT_FRAME or rig.choice("vehicle.vehicle_class") not in HEAVY_CLASSES:
        return []
    says = Phrase(
        "A stiff heavy vehicle can bend a light A-frame through the bars; this rail is {depth} deep.",
        {"depth": (depth.value, LENGTH, "nearest")},
    )
    return [
        Reason(says, SPEAKS_AGAINST, Rule("Ask the trailer's maker before bars go on a light frame.", COMMON_PRACTICE))
    ]
