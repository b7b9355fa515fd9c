"""Choosing the hitch kit: the smallest that serves. Bars too heavy stay rigid and hammer both frames."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from stathmos.core.extras import EXTRAS, Extra
from stathmos.core.figures import Missing, sure, there
from stathmos.core.phrases import Phrase, as_text
from stathmos.core.ratings import SAME
from stathmos.core.rig import Rig
from stathmos.core.selection.brackets import bracket_place
from stathmos.core.selection.verdicts import (
    BARS,
    CAPACITY_WINDOW,
    CHOSEN,
    REJECTED,
    RESERVE,
    SERVES,
    UNKNOWN,
    Demand,
    Failed,
    Verdict,
    at_least,
    doubtful,
    flagged,
    need,
    soft_rules,
    with_choice,
)
from stathmos.core.stock import NOT_LISTED, STRANGE, Kit, Stock
from stathmos.core.units import LENGTH, MM_PER_IN, WEIGHT

#: the rules that a head with another kit's bars is judged by on the smaller figure of the two
_OF_BARS = ("gross rating", "tongue rating", CAPACITY_WINDOW)
#: what a kit lacks to make a whole build: the rule, why, and whether that is for want of figures
Lacks = Callable[[Kit], Failed | None]


def extras_of(rig: Rig, kit: Kit | None) -> tuple[Extra, ...]:
    """What a kit wants on a rig besides itself."""
    if kit is None:
        return ()
    return tuple(
        EXTRAS[key]
        for key in kit.held.extras
        if (EXTRAS[key].only is None or there(EXTRAS[key].only).stands(rig.choice))
        and (not EXTRAS[key].deep or wants_special_bracket(kit, rig))
    )


def wants_special_bracket(kit: Kit, rig: Rig) -> bool:
    """Whether the A-frame is deeper than the usual brackets take, and the maker has others for it."""
    depth = rig.trailer.frame_depth
    if depth is None:
        return False
    if kit.frame_heights:
        special = kit.special_frame
        return not _listed(kit, depth.value) and special is not None and _as_high(special.value, depth.value)
    if kit.frame_depth_most is None or kit.special_depth_most is None:
        return False
    return kit.frame_depth_most.value + SAME < depth.value <= kit.special_depth_most.value + SAME


#: how near a frame's height must come to one of a list, mm: an eighth of an inch, from memory
LIST_WITHIN = MM_PER_IN / 8


def _as_high(listed: float, depth: float) -> bool:
    return abs(listed - depth) <= LIST_WITHIN + SAME


def _listed(kit: Kit, depth: float) -> bool:
    """Whether a frame's height is one of those that a handbook lists; never one between two of them."""
    return any(_as_high(one.value, depth) for one in kit.frame_heights)


def judge_kit(kit: Kit, rig: Rig, demand: Demand, lacks: Lacks | None = None) -> Verdict[Kit]:
    """One kit against its rules, in order: surge brakes, coupler mount, gross, tongue, window, frame, bracket, then what goes with it, the reserve and the full trailer."""
    failed = (
        _strange(kit)
        or _surge(kit, rig)
        or _mount(kit, rig)
        or at_least("gross rating", "gross rating", kit.gross_rating, demand.trailer_gvwr, "the trailer's GVWR")
        or at_least("tongue rating", "tongue rating", kit.tongue_rating, demand.planned, "the hitch load")
        or _window(kit, demand)
        or _bars(kit)
        or _frame(kit, rig)
        or _bracket(kit, rig)
        or doubtful(kit)
        or (lacks(kit) if lacks else None)
    )
    if failed:
        # What the bars bring down is said of the bars: the head by itself may well be right.
        others = as_text(f"With the bars of {kit.bars} on it: ") if kit.bars and failed.rule in _OF_BARS else ""
        state = UNKNOWN if failed.unknown else REJECTED
        return Verdict(kit, state, failed.rule, failed.reason.after(others) if others else failed.reason)
    return Verdict(kit, *soft_rules(there(kit.tongue_rating), demand))


def _surge(kit: Kit, rig: Rig) -> Failed | None:
    if rig.choice("trailer.brakes") == "surge" and not flagged(kit.surge_brakes, "yes"):
        known = kit.surge_brakes is not None
        return Failed("surge brakes", Phrase("It does not allow a surge-brake coupler."), not known)
    return None


def _mount(kit: Kit, rig: Rig) -> Failed | None:
    if rig.choice("trailer.coupler_mount") != "underslung" or flagged(kit.mounts, "either"):
        return None
    if kit.mounts is None:
        return Failed("coupler mount", Phrase("Its coupler mounts are not in the catalogue."), True)
    return Failed("coupler mount", Phrase("It is for top-mount couplers; this one is underslung."), False)


def _window(kit: Kit, demand: Demand) -> Failed | None:
    """Whether the load lies in the bars' window."""
    if kit.tongue_minimum is None or isinstance(demand.planned, Missing):
        return need(CAPACITY_WINDOW, "least tongue weight", kit.tongue_minimum, demand.planned)
    if demand.planned.value >= kit.tongue_minimum.value - SAME:
        return None
    put = {"load": (demand.planned.value, WEIGHT, "down"), "least": (kit.tongue_minimum.value, WEIGHT, "up")}
    says = "Its bars are too heavy: the hitch load of {load} is under its least of {least}; they would stay rigid and hammer both frames."
    return Failed(CAPACITY_WINDOW, Phrase(says, put), False)


def _strange(kit: Kit) -> Failed | None:
    """Whether another family's bars are on its head: those never fit."""
    if kit.mix != STRANGE:
        return None
    return Failed(BARS, Phrase(as_text(f"The bars on it are {kit.bars}'s, of another family: they do not fit.")), False)


def _bars(kit: Kit) -> Failed | None:
    """Whether another kit's bars are known to go with its head; rated by the smaller of the two before this is asked."""
    if kit.mix == NOT_LISTED:
        says = f"The bars on it are {kit.bars}'s, and its maker does not list that pair: parts are not assumed to mix."
        return Failed(BARS, Phrase(as_text(says)), True)
    return None


def _frame(kit: Kit, rig: Rig) -> Failed | None:
    """Whether its brackets take the A-frame's rail; an unmeasured frame is no rating, and is asked for in the bay."""
    depth, least, most = rig.trailer.frame_depth, kit.frame_depth_least, kit.frame_depth_most
    if depth is not None and kit.frame_heights:
        if _listed(kit, depth.value) or wants_special_bracket(kit, rig):
            return None
        heights = {f"h{index}": (one.value, LENGTH, "nearest") for index, one in enumerate(kit.frame_heights)}
        says = f"Its brackets are for rails of {', '.join(f'{{{name}}}' for name in heights)}; this one is {{depth}}."
        return Failed("frame", Phrase(says, {**heights, "depth": (depth.value, LENGTH, "nearest")}), False)
    if depth is None or least is None or most is None or wants_special_bracket(kit, rig):
        return None
    if least.value - SAME <= depth.value <= most.value + SAME:
        return None
    put = {
        "least": (least.value, LENGTH, "nearest"),
        "most": (most.value, LENGTH, "nearest"),
        "depth": (depth.value, LENGTH, "nearest"),
    }
    return Failed("frame", Phrase("Its brackets take a rail of {least} to {most}; this one is {depth}.", put), False)


def _bracket(kit: Kit, rig: Rig) -> Failed | None:
    place = bracket_place(kit, rig)
    # Without the maker's figure the statics wait for it; the kit is not turned away.
    return Failed("bracket", place, False) if isinstance(place, Phrase) else None


def choose_kit(stock: Stock, rig: Rig, demand: Demand, lacks: Lacks | None = None) -> tuple[Verdict[Kit], ...]:
    """All kits judged, the chosen one first: the smallest that serves, else the largest that comes near."""
    judged = [judge_kit(kit, rig, demand, lacks) for kit in stock.kits]
    if lacks is not None and not any(one.state in (SERVES, RESERVE) for one in judged):
        # Where no whole build can be made the kit is chosen all the same, and the shank says why it does not serve.
        judged = [judge_kit(kit, rig, demand) for kit in stock.kits]

    return with_choice(judged, kit_rank)


def choose_kit_alone(stock: Stock, rig: Rig, demand: Demand, lacks: Lacks) -> tuple[Verdict[Kit], ...]:
    """The kit that `choose_kit` chooses, and the one on the vehicle, for who asks for no other: most heads need not be fitted.

    Where none is chosen so, all of them as they are judged.
    """
    chosen = _first_that_serves(stock, rig, demand, lacks)
    if chosen is None:
        return choose_kit(stock, rig, demand, lacks)
    named = rig.part_named("kit")
    fitted = [judge_kit(kit, rig, demand, lacks) for kit in stock.kits if kit.name == named != chosen.part.name]
    return (chosen._replace(state=CHOSEN), *fitted)


def _first_that_serves(stock: Stock, rig: Rig, demand: Demand, lacks: Lacks) -> Verdict[Kit] | None:
    """The kit that stands first in the rank, judged no further than that takes."""
    with_care: list[Verdict[Kit]] = []
    for kit in sorted((one for one in stock.kits if _may_carry(one, demand)), key=_place_if_it_serves):
        by_itself = judge_kit(kit, rig, demand)
        if by_itself.state == SERVES and lacks(kit) is None:
            return by_itself
        if by_itself.state == RESERVE:
            with_care.append(by_itself)
    return next((one for one in sorted(with_care, key=kit_rank) if lacks(one.part) is None), None)


def _may_carry(kit: Kit, demand: Demand) -> bool:
    """Whether a kit's ratings are known, and no less than what they must bear."""
    if kit.gross_rating is None or kit.tongue_rating is None:
        return False
    if isinstance(demand.trailer_gvwr, Missing) or isinstance(demand.planned, Missing):
        return False
    gross, tongue = kit.gross_rating.value, kit.tongue_rating.value
    return gross >= demand.trailer_gvwr.value - SAME and tongue >= demand.planned.value - SAME


def _place_if_it_serves(kit: Kit) -> tuple[Any, ...]:
    return kit_rank(Verdict(kit, SERVES, "", Phrase("")))


def kit_rank(verdict: Verdict[Kit]) -> tuple[Any, ...]:
    """Of those that serve the smallest; with sway control before without; what is on the shelf; the lightest."""
    kit = verdict.part
    rating = sure(kit.tongue_rating).value
    return (
        verdict.state != SERVES,
        rating if verdict.state == SERVES else -rating,
        not flagged(kit.sway_control, "yes"),
        kit.shelf_rank,
        kit.own_weight.value if kit.own_weight else 0.0,
        kit.name,
    )
