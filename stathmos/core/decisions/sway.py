"""Is sway control wanted: judged on tongue share, length and side area, not on weight distribution."""

from __future__ import annotations

from stathmos.core.decisions.reason import DEMANDS, SILENT, SPEAKS_FOR, UNKNOWN, Decision, Reason, ordered
from stathmos.core.figures import FROM_MEMORY, Anything, Rule, expanded, sure, wanting
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.rig import Rig
from stathmos.core.stock import Kit
from stathmos.core.sway import Swings
from stathmos.core.units import AREA, LENGTH, MM_PER_FT, MM_PER_IN, SHARE

WANTED, NOT_WANTED, OPEN = "wanted", "not wanted", "cannot tell"
SHARE_AT_EASE = 0.12  # below it a trailer is easily set swaying: from memory, to be verified
SHORT_WHEELBASE, SHORT_TRAILER = 110 * MM_PER_IN, 20 * MM_PER_FT  # from memory, to be verified
PER_FOOT = 4 * MM_PER_IN  # of wheelbase for each foot of trailer more: from memory, to be verified
WIDE_SIDE = 140 * MM_PER_FT**2  # a side that the wind and passing lorries take hold of: from memory, to be verified


def longest_at_ease(w: float) -> float:
    """Trailer length, ball to rear end, that a wheelbase leads quietly, mm: 20 ft on 110 in, a foot for every 4 in more.

    >>> longest_at_ease(110 * MM_PER_IN) / MM_PER_FT, longest_at_ease(150 * MM_PER_IN) / MM_PER_FT
    (20.0, 30.0)
    """
    return SHORT_TRAILER + (w - SHORT_WHEELBASE) / PER_FOOT * MM_PER_FT


def sway(rig: Rig, share: Anything, weighed: bool, by_itself: Swings | None = None) -> Decision:
    """All the reasons, and what they come to. ``by_itself``: whether it may swing with nothing to set it going, where that could
    be worked out. It speaks for sway control, and never against it."""
    reasons = [_share(share, weighed), _length(rig), _side(rig), *_swing(by_itself)]
    weights = {one.weight for one in reasons}
    if weights & {SPEAKS_FOR, DEMANDS}:
        verdict, says = WANTED, "Sway control is wanted. It does not mend a light tongue: that is put right first."
    elif UNKNOWN in weights:
        verdict, says = OPEN, "Whether sway control is wanted cannot be told yet."
    else:
        verdict, says = NOT_WANTED, "Nothing here asks for sway control; it does no harm."
    return Decision(verdict, Phrase(says), ordered(reasons))


def _share(share: Anything, weighed: bool) -> Reason:
    rule = Rule("A light tongue sways first; under 12 % it is easily set going.", FROM_MEMORY)
    needs = wanting(share)
    if needs or not weighed:
        return Reason(Phrase("The tongue's share is not weighed."), UNKNOWN, rule, needs or ("weighing.tongue_scale",))
    put = {
        "share": (sure(share).value, SHARE, "down"),
        "spread": (expanded(sure(share)), SHARE, "up"),
        "ease": (SHARE_AT_EASE, SHARE, "nearest"),
    }
    low = sure(share).value - expanded(sure(share)) < SHARE_AT_EASE
    says = f"The tongue's share is {{share}} ± {{spread}}, {'which may be under' if low else 'clear of'} {{ease}}."
    return Reason(Phrase(says, put), SPEAKS_FOR if low else SILENT, rule)


def _swing(by_itself: Swings | None) -> list[Reason]:
    if by_itself is None:
        return []
    rule = Rule(
        "Masses, places and tyres as usual tell at what speed a swing no longer dies; it passes nothing.", FROM_MEMORY
    )
    if by_itself.says is not None:
        return [Reason(by_itself.says, SPEAKS_FOR, rule)]
    return [
        Reason(Phrase("By its masses and tyres as usual a swing dies by itself at what people tow at."), SILENT, rule)
    ]


def _length(rig: Rig) -> Reason:
    rule = Rule("20 ft of trailer on 110 in of wheelbase, a foot more for every 4 in more.", FROM_MEMORY)
    w, long = rig.figure("vehicle.wheelbase"), rig.figure("trailer.ball_to_rear")
    needs = wanting(w, long)
    if needs:
        return Reason(Phrase("Wheelbase or the trailer's length is not known."), UNKNOWN, rule, needs)
    most = longest_at_ease(sure(w).value)
    put = {
        "long": (sure(long).value, LENGTH, "up"),
        "most": (most, LENGTH, "down"),
        "w": (sure(w).value, LENGTH, "nearest"),
    }
    over = sure(long).value > most
    says = f"The trailer reaches {{long}} behind the ball; a wheelbase of {{w}} leads {{most}} quietly{'' if over else ', which it is within'}."
    return Reason(Phrase(says, put), SPEAKS_FOR if over else SILENT, rule)


def _side(rig: Rig) -> Reason:
    rule = Rule("Wind and passing lorries take hold of a large side.", FROM_MEMORY)
    area = rig.figure("trailer.side_area")
    if wanting(area):
        return Reason(
            Phrase("The trailer's side area is not written; judged on share and length."), SILENT, rule, wanting(area)
        )
    put = {"area": (sure(area).value, AREA, "nearest"), "most": (WIDE_SIDE, AREA, "nearest")}
    over = sure(area).value > WIDE_SIDE
    says = f"A side of {{area}} is {'more than' if over else 'within'} {{most}}."
    return Reason(Phrase(says, put), SPEAKS_FOR if over else SILENT, rule)


BUILT_IN, ADD_ON, NONE = "built in", "add-on bar", "none"


def provided(kit: Kit | None) -> tuple[str, Phrase]:
    """What of it the hitch in force brings, and what it works by."""
    if kit is None:
        return NONE, Phrase(
            "A plain ball mount has none: an add-on friction bar, where its maker and the coupler's allow it."
        )
    if kit.sway_control is not None and kit.sway_control.typed == "yes":
        return BUILT_IN, Phrase(as_text(f"{kit.name} has it built in: {kit.held.friction}."))
    return ADD_ON, Phrase(f"{kit.name} {kit.held.no_sway_control}")


def bars_off(kit: Kit | None) -> tuple[Phrase, ...]:
    """When the bars must come off."""
    if kit is None:
        return ()
    told = [
        Phrase(
            f"Take the {kit.held.carries_by} off for rough ground, ditches, boat ramps and steep driveway transitions."
        )
    ]
    if kit.may_reverse is not None and kit.may_reverse.typed == "yes":
        told.append(Phrase(f"This type may reverse with its {kit.held.loaded}; look at its handbook for tight turns."))
    else:
        known = kit.may_reverse is not None
        told.append(
            Phrase(
                f"Take the {kit.held.carries_by} off before reversing."
                + ("" if known else " Whether this type may reverse is not in the catalogue.")
            )
        )
    told.append(Phrase("An add-on friction bar always comes off before reversing."))
    return tuple(told)
